/* text.c - drawing and measuring a line of text. */
#include "pemble/text.h"
#include "shape/spans.h"
#include "text/glyph.h"
#include "geometry/limits.h"

static void draw_glyph(pmb_canvas *c, const pmb_glyph *g, int32_t x, int32_t y, pmb_color color)
{
    const int32_t left = x + c->origin.x + g->left, top = y + c->origin.y - g->top;
    const int32_t clip_right = (int32_t)c->clip.x + c->clip.w;
    const int32_t clip_bottom = (int32_t)c->clip.y + c->clip.h;
    const int32_t from_column = left < c->clip.x ? c->clip.x - left : 0;
    const int32_t from_row = top < c->clip.y ? c->clip.y - top : 0;
    const int32_t to_column = left + g->w > clip_right ? clip_right - left : g->w;
    const int32_t to_row = top + g->h > clip_bottom ? clip_bottom - top : g->h;
    if (from_column >= to_column || from_row >= to_row)
        return;
    const pmb_rect area = {(int16_t)(left + from_column - c->bounds.x),
                           (int16_t)(top + from_row - c->bounds.y),
                           (int16_t)(to_column - from_column), (int16_t)(to_row - from_row)};
    c->format->stamp(c, area, g->bits, (uint16_t)(from_row * g->w + from_column), g->w, color);
}

/* Fills a part of a text that is turned around the pixel p; (x, y) counts from p as if it were not.
 */
static void fill_turned(pmb_canvas *c, const pmb_text_style *style, pmb_point p, int32_t x,
                        int32_t y, int32_t w, int32_t h)
{
    switch (style->turn & 3) {
    case 0:
        pmb_span_fill(c, p.x + x, p.y + y, w, h, style->color);
        break;
    case 1:
        pmb_span_fill(c, p.x - y - h + 1, p.y + x, h, w, style->color);
        break;
    case 2:
        pmb_span_fill(c, p.x - x - w + 1, p.y - y - h + 1, w, h, style->color);
        break;
    default:
        pmb_span_fill(c, p.x + y, p.y - x - w + 1, h, w, style->color);
        break;
    }
}

/* A glyph that is not drawn as it lies in the font: each run of set pixels in a row is one
 * rectangle. `pen` is how far the text has come. */
static void draw_runs(pmb_canvas *c, const pmb_glyph *g, const pmb_text_style *style, pmb_point p,
                      int32_t pen, uint8_t scale)
{
    uint16_t bit = 0;
    for (uint8_t row = 0; row < g->h; row++) {
        uint8_t run = 0;
        for (uint8_t column = 0; column <= g->w; column++) {
            const bool set = column < g->w && g->bits[bit / 8] & 0x80 >> (bit & 7);
            if (column < g->w)
                bit++;
            if (set) {
                run++;
                continue;
            }
            fill_turned(c, style, p, pen + (int32_t)(g->left + column - run) * scale,
                        (int32_t)(row - g->top) * scale, (int32_t)run * scale, scale);
            run = 0;
        }
    }
}

int32_t pmb_text_run(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text,
                     const char *end)
{
    const uint8_t scale = style->scale ? style->scale : 1;
    int32_t moved = 0;
    uint32_t code;
    while (moved <= INT16_MAX && text != end && (code = pmb_text_next(&text)) != 0) {
        const pmb_glyph g = pmb_style_glyph(style, code);
        if (c && scale == 1 && (style->turn & 3) == 0)
            draw_glyph(c, &g, p.x + moved, p.y, style->color);
        else if (c)
            draw_runs(c, &g, style, p, moved, scale);
        moved += (int32_t)g.advance * scale;
    }
    return moved;
}

int16_t pmb_text(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text)
{
    return pmb_coordinate(p.x + pmb_text_run(c, style, p, text, NULL));
}

int16_t pmb_text_width(const pmb_text_style *style, const char *text)
{
    return pmb_coordinate(pmb_text_run(NULL, style, (pmb_point){0, 0}, text, NULL));
}
