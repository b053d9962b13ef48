/* place.c - parts, turns, mirrors and scales of pictures. */
#include "picture/place.h"
#include "geometry/limits.h"
#include "picture/known.h"
#include "shape/spans.h"

static pmb_rect part_of(const pmb_picture_info *info, const pmb_picture_style *style)
{
    const pmb_rect all = {0, 0, info->size.w, info->size.h};
    return pmb_rect_is_empty(style->part) ? all : pmb_rect_common(all, style->part);
}

pmb_size pmb_picture_extent(const pmb_picture_info *info, const pmb_picture_style *style)
{
    static const pmb_picture_style plain = {.scale = 1};
    const pmb_picture_style *s = style ? style : &plain;
    const pmb_rect part = part_of(info, s);
    const int32_t scale = s->scale ? s->scale : 1;
    const int16_t w = pmb_coordinate(part.w * scale), h = pmb_coordinate(part.h * scale);
    return s->turn & 1 ? (pmb_size){h, w} : (pmb_size){w, h};
}

pmb_place pmb_place_of(pmb_canvas *c, const pmb_block *block, pmb_point p,
                       const pmb_picture_style *style)
{
    pmb_place place = {.c = c, .block = block, .p = p};
    if (style)
        place.style = *style;
    place.part = part_of(&block->info, &place.style);
    place.scale = place.style.scale ? place.style.scale : 1;
    return place;
}

void pmb_place_rows(const pmb_place *place, pmb_reach *first, pmb_reach *last)
{
    const pmb_canvas *c = place->c;
    *first = place->part.y;
    *last = (pmb_reach)place->part.y + place->part.h;
    if (place->style.turn & 3)
        return;
    const pmb_reach top = (pmb_reach)c->clip.y - c->origin.y - place->p.y;
    if (top > 0)
        *first += top / place->scale;
    const pmb_reach bottom = pmb_most(top + c->clip.h, 0);
    *last = pmb_least(*last, place->part.y + (bottom + place->scale - 1) / place->scale);
}

/* Fills `count` pixels of the part from (x, y) on. */
static void fill_pixels(const pmb_place *place, pmb_reach x, pmb_reach y, pmb_reach count,
                        pmb_color color)
{
    const pmb_reach w = place->part.w, h = place->part.h, s = place->scale;
    if (place->style.mirror)
        x = w - x - count;
    pmb_reach left = x, top = y, across = count, down = 1;
    switch (place->style.turn & 3) {
    case 1:
        left = h - 1 - y;
        top = x;
        across = 1;
        down = count;
        break;
    case 2:
        left = w - x - count;
        top = h - 1 - y;
        break;
    case 3:
        left = y;
        top = w - x - count;
        across = 1;
        down = count;
        break;
    default:
        break;
    }
    pmb_span_fill(place->c, place->p.x + left * s, place->p.y + top * s, across * s, down * s,
                  color);
}

/* A run of pixels that are alike. */
static void place_run(const pmb_place *place, pmb_reach x, pmb_reach y, pmb_reach count,
                      uint16_t value)
{
    if (!pmb_pixel_hidden(place->block, &place->style, value))
        fill_pixels(place, x - place->part.x, y - place->part.y, count,
                    pmb_pixel_color(place->block, &place->style, value));
}

/* A row of one bit on a canvas of one bit, neither turned nor enlarged: all at once. False: it is
 * not so. */
static bool place_bits(const pmb_place *place, const struct known *k, pmb_reach y)
{
    const pmb_picture_style *style = &place->style;
    pmb_canvas *const c = place->c;
    if (k->bits != 1 || !c->format->copy || place->scale != 1 || style->mirror || style->mask ||
        (style->turn & 3))
        return false;
    pmb_span_copy(c, place->p.x, place->p.y + y - place->part.y, place->part.w, known_row(k, y),
                  (uint16_t)place->part.x, pmb_pixel_color(place->block, style, 1),
                  pmb_pixel_color(place->block, style, 0));
    return true;
}

/* Up to which column, at most `end`, pixels of a row are as the one in column x, which has a value.
 */
static uint16_t end_of_run(const struct known *k, const uint8_t *row, uint16_t x, uint16_t end,
                           uint16_t value)
{
    const uint8_t bytes = k->bits / 8;
    if (PMB_LEARNING && bytes > 0) { /* each byte is as the one a pixel further; an AVR saves it */
        const uint8_t *at = row + x * bytes, *const last = row + (uint16_t)(end - 1) * bytes;
        while (at < last && at[0] == at[bytes])
            at++;
        return (uint16_t)(((uint16_t)(at - row) >> (bytes - 1)) + 1);
    }
    x++;
    while (PMB_LEARNING && k->bits == 4 && x + EIGHT <= end && known_run(k, row, x, EIGHT, value))
        x = (uint16_t)(x + EIGHT);
    while (x < end && known_at(k, row, x) == value)
        x++;
    return x;
}

void pmb_place_row(const pmb_place *place, const struct known *k, pmb_reach y)
{
    const uint16_t end = (uint16_t)(place->part.x + place->part.w);
    if (place_bits(place, k, y))
        return;
    const uint8_t *const row = known_row(k, y);
    for (uint16_t x = (uint16_t)place->part.x, next; x < end; x = next) {
        const uint16_t value = known_at(k, row, x);
        next = end_of_run(k, row, x, end, value);
        place_run(place, x, y, next - x, value);
    }
}
