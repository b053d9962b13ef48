/* weave.c - a pattern over an area. */
#include <string.h>
#include "canvas/weave.h"
#include "canvas/mono.h"
#include "geometry/limits.h"

#if PMB_FAST_SHAPES
/* Of the byte that has pixel n, those from there on up to before `end`. */
static uint8_t pixels_seen(const pmb_canvas *c, int32_t n, int32_t end)
{
    return pmb_mono_pixels(n & 7, pmb_lesser(end - (n & ~7), 8), !c->format->msb_first);
}

/* A row of the pattern, from the buffer's first column on: that may be any of the screen. */
static uint8_t row_at(const pmb_canvas *c, const uint8_t rows[8], int32_t y)
{
    const unsigned these = rows[(y + c->bounds.y) & 7];
    return (uint8_t)((these << 8 | these) >> (8 - (c->bounds.x & 7)));
}

static uint8_t with(uint8_t byte, uint8_t bits, uint8_t all)
{
    return (uint8_t)(byte ^ ((byte ^ all) & bits));
}

/* Eight bytes that repeat over a line, of which the pixels that are seen are set. */
static void put_bytes(uint8_t *line, int32_t from, int32_t to, const uint8_t bits[8], uint8_t seen,
                      uint8_t all)
{
    const uint64_t each = UINT64_C(0x0101010101010101);
    uint64_t eight, these;
    memcpy(&these, bits, sizeof these);
    these &= seen * each;
    for (; from < to && from & 7; from++)
        line[from] = with(line[from], bits[from & 7] & seen, all);
    for (; to - from >= 8; from += 8) {
        memcpy(&eight, line + from, sizeof eight);
        eight ^= (eight ^ all * each) & these;
        memcpy(line + from, &eight, sizeof eight);
    }
    for (; from < to; from++)
        line[from] = with(line[from], bits[from & 7] & seen, all);
}

/* Bytes of eight rows. */
static void weave_columns(pmb_canvas *c, pmb_rect area, const uint8_t rows[8], uint8_t all)
{
    const int32_t end = area.y + area.h;
    uint8_t bits[8] = {0};
    for (uint8_t row = 0; row < 8; row++) {
        const uint8_t these = row_at(c, rows, row), bit = pmb_mono_bit(row, !c->format->msb_first);
        for (uint8_t i = 0; i < 8; i++)
            bits[i] |= these & 0x80 >> i ? bit : 0;
    }
    for (int32_t y = area.y; y < end; y = (y & ~7) + 8)
        put_bytes(c->pixels + (size_t)(y / 8) * c->stride, area.x, area.x + area.w, bits,
                  pixels_seen(c, y, end), all);
}

/* Bytes of eight columns. */
static void weave_rows(pmb_canvas *c, pmb_rect area, const uint8_t rows[8], uint8_t all)
{
    const int32_t end = area.x + area.w;
    uint8_t *line = c->pixels + (size_t)area.y * c->stride;
    for (int16_t y = area.y; y < area.y + area.h; y++, line += c->stride) {
        const uint8_t these = row_at(c, rows, y);
        uint8_t bits = 0;
        for (uint8_t i = 0; i < 8; i++)
            bits |= these & 0x80 >> i ? pmb_mono_bit(i, !c->format->msb_first) : 0;
        for (int32_t x = area.x; x < end; x = (x & ~7) + 8)
            line[x / 8] = with(line[x / 8], bits & pixels_seen(c, x, end), all);
    }
}

/* Whether each pixel is a bit that may be set here. */
static bool are_bits(const pmb_format *format)
{
#if PMB_DRAFTS
    if (format->drafting)
        return false;
#endif
    return format->one_bit && format->planes == 1;
}
#endif

void pmb_weave(pmb_canvas *c, pmb_rect area, const uint8_t rows[8], pmb_color color)
{
#if PMB_FAST_SHAPES
    if (are_bits(c->format)) {
        const uint8_t all = pmb_mono_byte(color);
        (c->format->rows_per_line == 8 ? weave_columns : weave_rows)(c, area, rows, all);
        return;
    }
#endif
    const pmb_reach right = area.x + area.w, bottom = area.y + area.h;
    for (pmb_reach y = area.y; y < bottom; y++) {
        const uint8_t these = rows[(y + c->bounds.y) & 7];
        pmb_reach first = area.x;
        for (pmb_reach x = first; x <= right; x++) {
            if (x < right && these << ((x + c->bounds.x) & 7) & 0x80)
                continue;
            if (x > first)
                c->format->fill(c, (int16_t)first, (int16_t)y, (int16_t)(x - first), 1, color);
            first = x + 1;
        }
    }
}
