/* glyph.c - the pixels of a glyph, a few at a time (docs/formats.md). */
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

static uint8_t share_of(uint8_t value, uint8_t depth)
{
    return depth == 4   ? (uint8_t)(value * 17)
           : depth == 2 ? (uint8_t)(value * 85)
           : value      ? 255
                        : 0;
}

/* The share of the next pixels, and how many they are. */
static void take_run(pmb_glyph_reader *r)
{
    const uint8_t length_bits = (uint8_t)(4 - r->depth);
    uint8_t value;
    r->left = 1;
    if (!(r->kept & PMB_PACKED)) {
        value = take(r, r->depth);
    } else if (r->depth == 4) {
        value = take(r, 4);
        if (value == 0 || value == 15)
            r->left = (uint8_t)(take(r, 4) + 1);
    } else {
        const uint8_t token = take(r, 4);
        value = token >> length_bits;
        r->left = (uint8_t)((token & ((1 << length_bits) - 1)) + 1);
    }
    r->share = share_of(value, r->depth);
}

bool pmb_glyph_next(pmb_glyph_reader *reader, pmb_glyph_piece *piece)
{
    pmb_glyph_reader r = *reader; /* a copy that the compiler can keep in registers */
    if (r.y >= r.h)
        return false;
    if (r.x == 0 && r.kept & PMB_REPEATED) {
        const uint8_t rows = (uint8_t)(take(&r, 4) + 1), most = (uint8_t)(r.h - r.y);
        r.rows = rows < most ? rows : most;
        r.left = 0;
    }
    const uint8_t room = (uint8_t)(r.w - r.x), count = room < PMB_PIECE ? room : PMB_PIECE;
    piece->x = r.x;
    piece->y = r.y;
    piece->w = count;
    piece->h = r.rows;
    for (uint8_t i = 0; i < count; r.left--) {
        if (r.left == 0)
            take_run(&r);
        piece->shares[i++] = r.share;
    }
    r.x = (uint8_t)(r.x + count);
    if (r.x == r.w) {
        r.x = 0;
        r.y = (uint8_t)(r.y + r.rows);
    }
    *reader = r;
    return !r.broken;
}
