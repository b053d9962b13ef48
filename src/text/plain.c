/* plain.c - with PMB_PLAIN_TEXT, in place of text.c: glyphs of one font, copied as they lie in it.
 */
#include "pemble/options.h"
#include "pemble/text.h"
#include "canvas/cut.h"
#include "geometry/limits.h"
#include "text/block.h"
#include "text/glyph.h"

#if PMB_PLAIN_TEXT
/* Where the tables of a font are: ranges of characters, records of glyphs, bits of glyphs. */
struct tables {
    const PMB_FLASH uint8_t *font, *records, *bits;
};

static struct tables tables_of(const pmb_text_style *style)
{
    struct tables t = {.font = style->font->bytes};
    t.records = t.font + HEADER_BYTES + RANGE_BYTES * pmb_pair_of(t.font + AT_RANGES);
    t.bits = t.records + GLYPH_BYTES * pmb_pair_of(t.font + AT_GLYPHS);
    return t;
}

/* The record of a character's glyph, or of that which stands for those that the font has not. */
static const PMB_FLASH uint8_t *find(const struct tables *t, uint16_t code)
{
    uint16_t number = 0;
    for (const PMB_FLASH uint8_t *range = t->font + HEADER_BYTES; range != t->records;
         range += RANGE_BYTES) {
        const uint16_t from = (uint16_t)(code - pmb_pair_of(range));
        const uint16_t count = pmb_pair_of(range + 3);
        if (from < count)
            return t->records + GLYPH_BYTES * (uint16_t)(number + from);
        number = (uint16_t)(number + count);
    }
    return t->records + GLYPH_BYTES * pmb_pair_of(t->font + AT_REPLACEMENT);
}

static void draw_glyph(pmb_canvas *c, const struct tables *t, const PMB_FLASH uint8_t *glyph,
                       pmb_reach x, pmb_reach y, pmb_color color)
{
    pmb_canvas_stamp(c, x + (int8_t)glyph[AT_LEFT], y - (int8_t)glyph[AT_TOP], glyph[AT_W],
                     glyph[AT_H], t->bits + pmb_pair_of(glyph + AT_BITS), color);
}

/* On AVR not inlined: hidden text needs none of the registers that would be saved for it. */
#ifdef __AVR__
__attribute__((noinline))
#endif
pmb_reach
pmb_text_run(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text,
             const char *end)
{
    const struct tables tables = tables_of(style);
    pmb_reach reach = 0;
    uint16_t code;
    while (text != end && (code = (uint16_t)pmb_text_next(&text)) != 0) {
        const PMB_FLASH uint8_t *glyph = find(&tables, code);
        if (c)
            draw_glyph(c, &tables, glyph, p.x + reach, p.y, style->color);
        reach += glyph[AT_ADVANCE];
    }
    return reach;
}

const char *pmb_text_cut(const pmb_text_style *style, const char *text, const char *end,
                         int32_t width)
{
    const struct tables tables = tables_of(style);
    const char *const start = text;
    for (pmb_reach reach = 0; text < end;) {
        const char *const before = text;
        reach += find(&tables, (uint16_t)pmb_text_next(&text))[AT_ADVANCE];
        if (reach > width && before > start)
            return before;
    }
    return text;
}

void pmb_text_character(pmb_canvas *c, const pmb_text_style *style, pmb_point p, uint32_t code)
{
    const struct tables tables = tables_of(style);
    draw_glyph(c, &tables, find(&tables, (uint16_t)code), p.x, p.y, style->color);
}

void pmb_text(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text)
{
    if (PMB_MISSING(style) || PMB_MISSING(style->font) || PMB_MISSING(text))
        return;
    const PMB_FLASH uint8_t *const metrics = style->font->bytes + AT_METRICS; /* ascent, descent */
    const pmb_reach above = p.y + c->origin.y - c->clip.y;
    if (above + metrics[1] > 0 && above - metrics[0] < c->clip.h)
        (void)pmb_text_run(c, style, p, text, NULL);
}

int16_t pmb_text_width(const pmb_text_style *style, const char *text)
{
    if (PMB_MISSING(style) || PMB_MISSING(style->font) || PMB_MISSING(text))
        return 0;
    return (int16_t)pmb_least(pmb_text_run(NULL, style, (pmb_point){0, 0}, text, NULL), INT16_MAX);
}
#endif
