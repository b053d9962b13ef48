/* place.c - parts, turns, mirrors and scales of pictures. */
#include "picture/place.h"
#include "geometry/limits.h"
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

void pmb_place_rows(const pmb_place *place, int32_t *first, int32_t *last)
{
    const pmb_canvas *c = place->c;
    *first = place->part.y;
    *last = (int32_t)place->part.y + place->part.h;
    if (place->style.turn & 3)
        return;
    const int32_t top = (int32_t)c->clip.y - c->origin.y - place->p.y;
    if (top > 0)
        *first += top / place->scale;
    const int32_t bottom = top + c->clip.h;
    *last = pmb_lesser(*last, place->part.y +
                                  (bottom > 0 ? (bottom + place->scale - 1) / place->scale : 0));
}

/* Fills `count` pixels of the part from (x, y) on. */
static void fill_pixels(const pmb_place *place, int32_t x, int32_t y, int32_t count,
                        pmb_color color)
{
    const int32_t w = place->part.w, h = place->part.h, s = place->scale;
    if (place->style.mirror)
        x = w - x - count;
    int32_t left = x, top = y, across = count, down = 1;
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

void pmb_place_row(const pmb_place *place, int32_t y,
                   uint16_t (*value)(const void *pixels, int32_t x, int32_t y), const void *pixels)
{
    const int32_t end = (int32_t)place->part.x + place->part.w;
    if (y < place->part.y || y >= (int32_t)place->part.y + place->part.h)
        return;
    for (int32_t x = place->part.x; x < end;) {
        const uint16_t here = value(pixels, x, y);
        int32_t count = 1;
        while (x + count < end && value(pixels, x + count, y) == here)
            count++;
        if (!pmb_pixel_hidden(place->block, &place->style, here))
            fill_pixels(place, x - place->part.x, y - place->part.y, count,
                        pmb_pixel_color(place->block, &place->style, here));
        x += count;
    }
}
