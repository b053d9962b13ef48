/* text.c - drawing and measuring a line of text; with PMB_PLAIN_TEXT, plain.c is in its place. */
#include "pemble/options.h"
#include "pemble/text.h"
#include "canvas/spare.h"
#include "shape/spans.h"
#include "canvas/cut.h"
#include "text/glyph.h"
#include "geometry/limits.h"

#if !PMB_PLAIN_TEXT
enum { ROOM = 16 };

/* Mixes the colour into a rectangle, all of it by the same share. */
static void shade_rect(pmb_canvas *c, int32_t x, int32_t y, int32_t w, int32_t h, uint8_t share,
                       pmb_color color)
{
    uint8_t shares[ROOM];
    if (share == 255) {
        pmb_span_fill(c, x, y, w, h, color);
        return;
    }
    for (uint8_t i = 0; i < ROOM; i++)
        shares[i] = share;
    for (int32_t row = 0; row < h; row++)
        for (int32_t column = 0; column < w; column += ROOM)
            pmb_span_shade(c, x + column, y + row, pmb_lesser(w - column, ROOM), shares, color);
}

/* Draws a part of a text that is turned around the pixel p; (x, y) counts from p as if it were not.
 */
static void draw_turned(pmb_canvas *c, const pmb_text_style *style, pmb_point p, int32_t x,
                        int32_t y, int32_t w, int32_t h, uint8_t share)
{
    switch (style->turn & 3) {
    case 0:
        shade_rect(c, p.x + x, p.y + y, w, h, share, style->color);
        break;
    case 1:
        shade_rect(c, p.x - y - h + 1, p.y + x, h, w, share, style->color);
        break;
    case 2:
        shade_rect(c, p.x - x - w + 1, p.y - y - h + 1, w, h, share, style->color);
        break;
    default:
        shade_rect(c, p.x + y, p.y - x - w + 1, h, w, share, style->color);
        break;
    }
}

/* A glyph that is turned or enlarged: each run of like pixels is one rectangle. `pen` is how far
 * the text has come. */
static void draw_rects(pmb_canvas *c, const pmb_glyph *g, const pmb_text_style *style, pmb_point p,
                       int32_t pen, uint8_t scale)
{
    pmb_glyph_reader reader = pmb_glyph_read(g);
    pmb_glyph_piece piece;
    while (pmb_glyph_next(&reader, &piece)) {
        uint8_t run = 1;
        for (uint8_t i = 0; i < piece.w; i = (uint8_t)(i + run)) {
            for (run = 1; i + run < piece.w && piece.shares[i + run] == piece.shares[i];)
                run++;
            if (piece.shares[i] > 0)
                draw_turned(c, style, p, pen + ((int32_t)g->left + piece.x + i) * scale,
                            ((int32_t)piece.y - g->top) * scale, (int32_t)run * scale,
                            (int32_t)piece.h * scale, piece.shares[i]);
        }
    }
}

/* A glyph with shades, or a packed one. */
static void shade_glyph(pmb_canvas *c, const pmb_glyph *g, int32_t x, int32_t y, pmb_color color)
{
    pmb_glyph_reader reader = pmb_glyph_read(g);
    pmb_glyph_piece piece;
    while (pmb_glyph_next(&reader, &piece))
        for (uint8_t row = 0; row < piece.h; row++)
            pmb_span_shade(c, x + g->left + piece.x, y - g->top + piece.y + row, piece.w,
                           piece.shares, color);
}

/* The bits of a font stay where they are, and what they are. */
static bool is_spared(pmb_canvas *c, const pmb_glyph *g, pmb_reach x, pmb_reach y, pmb_color color)
{
    const uint64_t bits = (uintptr_t)g->bits;
    const int16_t words[] = {(int16_t)bits, (int16_t)(bits >> 16), (int16_t)(bits >> 32)};
    (void)c, (void)x, (void)y, (void)color; /* where there are no drafts */
    return pmb_is_spared(c, x, y, g->w, g->h, PMB_SPARE_GLYPH, color, words,
                         sizeof words / sizeof words[0]);
}

static void draw_glyph(pmb_canvas *c, const pmb_glyph *g, const pmb_text_style *style, pmb_point p,
                       pmb_reach pen, uint8_t scale)
{
    if (scale > 1 || (style->turn & 3) != 0) {
        draw_rects(c, g, style, p, pen, scale);
        return;
    }
    const pmb_reach x = p.x + pen + g->left, y = p.y - g->top;
    if (is_spared(c, g, x, y, style->color))
        return;
    if (g->depth > 1 || g->kept != 0) {
        shade_glyph(c, g, p.x + pen, p.y, style->color);
        return;
    }
    pmb_canvas_stamp(c, x, y, g->w, g->h, g->bits, style->color);
}

/* The pen of a text, and the glyph before it. */
struct pen {
    pmb_reach at;
    const PMB_FLASH pmb_font *font; /* of the glyph before; NULL: there is none */
    uint16_t number;
};

/* The next glyph of the text, the pen moved by its kerning; false at the end. */
static bool next_glyph(const pmb_text_style *style, uint8_t scale, const char **text,
                       struct pen *pen, pmb_glyph *glyph)
{
    const pmb_code code = (pmb_code)pmb_text_next(text);
    if (code == 0)
        return false;
    *glyph = pmb_style_glyph(style, code);
    if (pen->font == glyph->font)
        pen->at += (pmb_reach)pmb_font_kerning(pen->font, pen->number, glyph->number) * scale;
    pen->font = glyph->font;
    pen->number = glyph->number;
    return true;
}

pmb_reach pmb_text_run(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text,
                       const char *end)
{
    const uint8_t scale = pmb_style_scale(style);
    struct pen pen = {.at = 0};
    pmb_glyph glyph;
    while (pen.at <= INT16_MAX && text != end && next_glyph(style, scale, &text, &pen, &glyph)) {
        if (c)
            draw_glyph(c, &glyph, style, p, pen.at, scale);
        pen.at += (pmb_reach)glyph.advance * scale;
    }
    return pen.at;
}

void pmb_text_character(pmb_canvas *c, const pmb_text_style *style, pmb_point p, uint32_t code)
{
    pmb_text_style upright = *style;
    upright.turn = 0;
    const pmb_glyph glyph = pmb_style_glyph(style, code);
    draw_glyph(c, &glyph, &upright, p, 0, pmb_style_scale(style));
}

const char *pmb_text_cut(const pmb_text_style *style, const char *text, const char *end,
                         int32_t width)
{
    const uint8_t scale = pmb_style_scale(style);
    const char *const start = text;
    struct pen pen = {.at = 0};
    pmb_glyph glyph;
    while (text < end) {
        const char *const before = text;
        (void)next_glyph(style, scale, &text, &pen, &glyph);
        pen.at += (pmb_reach)glyph.advance * scale;
        if (pen.at > width && before > start)
            return before;
    }
    return text;
}

/* Whether the rows of an upright text are all outside of the clip. */
static bool is_hidden(const pmb_canvas *c, const pmb_text_style *style, pmb_point p)
{
    const pmb_font_metrics m = pmb_font_measure(style->font);
    const pmb_reach scale = pmb_style_scale(style), row = (pmb_reach)p.y + c->origin.y;
    return (style->turn & 3) == 0 && !style->fallbacks &&
           (row + m.descent * scale <= c->clip.y ||
            row - m.ascent * scale >= (pmb_reach)c->clip.y + c->clip.h);
}

void pmb_text(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text)
{
    if (PMB_MISSING(style) || PMB_MISSING(style->font) || PMB_MISSING(text))
        return;
    if (!is_hidden(c, style, p))
        (void)pmb_text_run(c, style, p, text, NULL);
}

int16_t pmb_text_width(const pmb_text_style *style, const char *text)
{
    if (PMB_MISSING(style) || PMB_MISSING(style->font) || PMB_MISSING(text))
        return 0;
    return pmb_coordinate(pmb_text_run(NULL, style, (pmb_point){0, 0}, text, NULL));
}
#endif
