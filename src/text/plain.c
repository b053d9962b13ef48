/* plain.c - with PMB_PLAIN_TEXT, in place of text.c: glyphs of one font, copied as they lie in it. */
#include "pemble/options.h"
#include "pemble/text.h"
#include "canvas/cut.h"
#include "canvas/damage.h"
#include "geometry/limits.h"
#include "text/block.h"
#include "text/glyph.h"

#ifdef PMB_PLAIN_TEXT
/* The record of a character's glyph, or of that which stands for those that the font has not. */
static const PMB_FLASH uint8_t *find(const PMB_FLASH uint8_t *font, uint16_t code)
{
    const PMB_FLASH uint8_t *range = font + HEADER_BYTES;
    uint16_t left = pmb_pair_of(font + AT_RANGES), number = pmb_pair_of(font + AT_REPLACEMENT);
    uint16_t before = 0;
    const PMB_FLASH uint8_t *records = range + RANGE_BYTES * left;
    for (; left > 0; left--, range += RANGE_BYTES) {
        const uint16_t from = (uint16_t)(code - pmb_pair_of(range));
        const uint16_t count = pmb_pair_of(range + 3);
        if (from < count) {
            number = (uint16_t)(before + from);
            break;
        }
        before = (uint16_t)(before + count);
    }
    return records + GLYPH_BYTES * number;
}

/* The bits of all glyphs are behind the records of as many. */
static void draw_glyph(pmb_canvas *c, const PMB_FLASH uint8_t *font, const PMB_FLASH uint8_t *glyph,
                       pmb_reach x, pmb_reach y, pmb_color color)
{
    const pmb_reach left = x + (int8_t)glyph[AT_LEFT], top = y - (int8_t)glyph[AT_TOP];
    const uint8_t w = glyph[AT_W];
    pmb_rect area;
    if (!pmb_canvas_cut(c, &area, left, top, w, glyph[AT_H]))
        return;
    const PMB_FLASH uint8_t *bits = font + HEADER_BYTES + pmb_pair_of(glyph + AT_BITS) +
                                    RANGE_BYTES * pmb_pair_of(font + AT_RANGES) +
                                    GLYPH_BYTES * pmb_pair_of(font + AT_GLYPHS);
    const pmb_reach row = area.y + c->bounds.y - c->origin.y - top;
    const pmb_reach column = area.x + c->bounds.x - c->origin.x - left;
    pmb_canvas_touch(c, &area);
    c->format->stamp(c, &area, bits, (uint16_t)(row * w + column), w, color);
}

void pmb_text_run(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text,
                  const char *end)
{
    const PMB_FLASH uint8_t *const font = style->font->bytes;
    pmb_reach x = p.x;
    uint16_t code;
    while (text != end && (code = (uint16_t)pmb_text_next(&text)) != 0) {
        const PMB_FLASH uint8_t *glyph = find(font, code);
        draw_glyph(c, font, glyph, x, p.y, style->color);
        x += glyph[AT_ADVANCE];
    }
}

pmb_reach pmb_text_reach(const pmb_text_style *style, const char *text, const char *end)
{
    const PMB_FLASH uint8_t *const font = style->font->bytes;
    pmb_reach reach = 0;
    uint16_t code;
    while (text != end && (code = (uint16_t)pmb_text_next(&text)) != 0)
        reach += find(font, code)[AT_ADVANCE];
    return reach;
}

const char *pmb_text_cut(const pmb_text_style *style, const char *text, const char *end,
                         int32_t width)
{
    const char *const start = text;
    for (pmb_reach reach = 0; text < end;) {
        const char *const before = text;
        reach += find(style->font->bytes, (uint16_t)pmb_text_next(&text))[AT_ADVANCE];
        if (reach > width && before > start)
            return before;
    }
    return text;
}

void pmb_text_character(pmb_canvas *c, const pmb_text_style *style, pmb_point p, uint32_t code)
{
    const PMB_FLASH uint8_t *const font = style->font->bytes;
    draw_glyph(c, font, find(font, (uint16_t)code), p.x, p.y, style->color);
}

void pmb_text(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text)
{
    const PMB_FLASH uint8_t *const metrics = style->font->bytes + AT_METRICS; /* ascent, descent */
    const pmb_reach above = p.y + c->origin.y - c->clip.y;
    if (above + metrics[1] > 0 && above - metrics[0] < c->clip.h)
        pmb_text_run(c, style, p, text, NULL);
}

int16_t pmb_text_width(const pmb_text_style *style, const char *text)
{
    return (int16_t)pmb_text_reach(style, text, NULL);
}
#endif
