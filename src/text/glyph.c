/* glyph.c - the pixels of a glyph, as runs of one value (docs/formats.md). */
#include "text/glyph.h"

pmb_glyph_reader pmb_glyph_read(const pmb_glyph *glyph)
{
    return (pmb_glyph_reader){
        .at = glyph->bits,
        .end = glyph->font->bytes + glyph->font->size,
        .w = glyph->w,
        .h = glyph->w == 0 ? 0 : glyph->h,
        .depth = glyph->depth,
        .kept = glyph->kept,
        .rows = 1,
    };
}

/* The next `count` bits: 1, 2 or 4, which never lie in two bytes. */
static uint8_t take(pmb_glyph_reader *r, uint8_t count)
{
    if (r->at == r->end) {
        r->broken = true;
        return 0;
    }
    const uint8_t value = (uint8_t)(*r->at >> (8 - count - r->bit)) & (uint8_t)((1 << count) - 1);
    r->bit = (uint8_t)(r->bit + count);
    if (r->bit == 8) {
        r->bit = 0;
        r->at++;
    }
    return value;
}

/* The value of the next pixels, and how many they are. */
static void take_token(pmb_glyph_reader *r)
{
    if (!(r->kept & PMB_PACKED)) {
        r->value = take(r, r->depth);
        r->left = 1;
        return;
    }
    const uint8_t token = take(r, 4);
    if (r->depth < 4) {
        const uint8_t length_bits = (uint8_t)(4 - r->depth);
        r->value = token >> length_bits;
        r->left = (uint16_t)((token & ((1 << length_bits) - 1)) + 1);
    } else {
        r->value = token;
        r->left = token == 0 || token == 15 ? (uint16_t)(take(r, 4) + 1) : 1;
    }
}

static uint8_t share_of(uint8_t value, uint8_t depth)
{
    return depth == 4   ? (uint8_t)(value * 17)
           : depth == 2 ? (uint8_t)(value * 85)
           : value      ? 255
                        : 0;
}

bool pmb_glyph_next(pmb_glyph_reader *r, pmb_glyph_run *run)
{
    if (r->y >= r->h || r->broken)
        return false;
    if (r->x == 0 && r->kept & PMB_REPEATED) {
        r->rows = (uint8_t)(take(r, 4) + 1);
        r->left = 0;
        if (r->rows > r->h - r->y)
            r->rows = (uint8_t)(r->h - r->y);
    }
    if (r->left == 0)
        take_token(r);
    const uint8_t room = (uint8_t)(r->w - r->x);
    const uint8_t length = r->left < room ? (uint8_t)r->left : room;
    *run = (pmb_glyph_run){r->x, r->y, length, r->rows, share_of(r->value, r->depth)};
    r->left = (uint16_t)(r->left - length);
    r->x = (uint8_t)(r->x + length);
    if (r->x == r->w) {
        r->x = 0;
        r->y = (uint8_t)(r->y + r->rows);
    }
    return !r->broken;
}
