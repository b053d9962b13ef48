/* font.c - finding and reading the glyphs of a font block (docs/formats.md). */
#include "pemble/text.h"
#include "geometry/limits.h"
#include "geometry/checksum.h"
#include "text/block.h"
#include "text/glyph.h"

/* For two pairs beside each other: not inlined on AVR, so that they are not made one either. */
#ifdef __AVR__
__attribute__((noinline))
#endif
static uint16_t
two_at(const PMB_FLASH uint8_t *bytes)
{
    return pmb_pair_of(bytes);
}

static uint32_t four_at(const PMB_FLASH uint8_t *bytes)
{
    return two_at(bytes) | (uint32_t)two_at(bytes + 2) << 16;
}

/* The lower three. */
static uint32_t three_at(const PMB_FLASH uint8_t *bytes)
{
    return two_at(bytes) | (uint32_t)bytes[2] << 16;
}

static uint16_t short_at(const PMB_FLASH pmb_font *font, uint8_t at)
{
    return two_at(font->bytes + at);
}

/* Where the records of the glyphs begin; the ranges are before them. */
static const PMB_FLASH uint8_t *records_of(const PMB_FLASH pmb_font *font)
{
    return font->bytes + HEADER_BYTES + (size_t)RANGE_BYTES * short_at(font, AT_RANGES);
}

/* Behind the records are the pairs that are kerned. */
static const PMB_FLASH uint8_t *pairs_of(const PMB_FLASH pmb_font *font)
{
    return records_of(font) + (size_t)GLYPH_BYTES * short_at(font, AT_GLYPHS);
}

/* False when the font does not have the character; *number is then that of the replacement. */
static bool find(const PMB_FLASH pmb_font *font, pmb_code code, uint16_t *number)
{
    const PMB_FLASH uint8_t *range = font->bytes + HEADER_BYTES;
    uint16_t before = 0;
    for (uint16_t left = short_at(font, AT_RANGES); left > 0; left--, range += RANGE_BYTES) {
        const uint32_t first = three_at(range);
        const uint16_t count = pmb_pair_of(range + 3);
        if (code < first)
            break;
        if (code - first < count) {
            *number = (uint16_t)(before + (code - first));
            return true;
        }
        before = (uint16_t)(before + count);
    }
    *number = short_at(font, AT_REPLACEMENT);
    return false;
}

pmb_glyph pmb_font_glyph(const PMB_FLASH pmb_font *font, uint16_t number)
{
    const PMB_FLASH uint8_t *records = records_of(font);
    const PMB_FLASH uint8_t *record = records + (size_t)GLYPH_BYTES * number;
    const PMB_FLASH uint8_t *pairs = records + (size_t)GLYPH_BYTES * short_at(font, AT_GLYPHS);
    const PMB_FLASH uint8_t *bits =
        pairs + (size_t)PAIR_BYTES * short_at(font, AT_PAIRS) + (three_at(record) & 0x3FFFFF);
    return (pmb_glyph){
        .font = font,
        .bits = bits,
        .number = number,
        .w = record[AT_W],
        .h = record[AT_H],
        .left = (int8_t)record[AT_LEFT],
        .top = (int8_t)record[AT_TOP],
        .advance = record[AT_ADVANCE],
        .depth = font->bytes[AT_DEPTH],
        .kept = record[2] >> 6,
    };
}

/* Gives a digit, or the blank in place of one, the room of the widest. */
static void make_tabular(pmb_glyph *glyph, pmb_code code)
{
    const uint8_t room = glyph->font->bytes[AT_DIGIT];
    if (room == 0 || !((code >= '0' && code <= '9') || code == ' '))
        return;
    glyph->left = (int8_t)(glyph->left + (room - glyph->advance) / 2);
    glyph->advance = room;
}

pmb_glyph pmb_style_glyph(const pmb_text_style *style, pmb_code code)
{
    const PMB_FLASH pmb_font *font = style->font;
    uint16_t number;
    bool found = find(font, code, &number);
    if (!found && style->fallbacks) {
        uint16_t other;
        for (const PMB_FLASH pmb_font *const *next = style->fallbacks; *next && !found; next++)
            if (find(*next, code, &other)) {
                font = *next;
                number = other;
                found = true;
            }
    }
    pmb_glyph glyph = pmb_font_glyph(font, number);
    if (style->tabular)
        make_tabular(&glyph, code);
    return glyph;
}

int8_t pmb_font_kerning(const PMB_FLASH pmb_font *font, uint16_t first, uint16_t second)
{
    const PMB_FLASH uint8_t *pairs = pairs_of(font);
    for (uint16_t left = short_at(font, AT_PAIRS); left > 0;) {
        const uint16_t half = left / 2;
        const PMB_FLASH uint8_t *pair = pairs + (size_t)PAIR_BYTES * half;
        int32_t side = (int32_t)two_at(pair) - first;
        if (side == 0)
            side = (int32_t)two_at(pair + 2) - second;
        if (side == 0)
            return (int8_t)pair[4];
        if (side < 0) { /* it is behind this one */
            pairs = pair + PAIR_BYTES;
            left--;
        }
        left = (uint16_t)(side < 0 ? left - half : half);
    }
    return 0;
}

pmb_font_metrics pmb_font_measure(const PMB_FLASH pmb_font *font)
{
    if (PMB_MISSING(font))
        return (pmb_font_metrics){0, 0, 0, 0, 0};
    const PMB_FLASH uint8_t *m = font->bytes + AT_METRICS;
    return (pmb_font_metrics){m[0], m[1], m[2], m[3], m[4]};
}

static uint32_t checksum(const PMB_FLASH uint8_t *bytes, size_t count)
{
    uint32_t crc = PMB_CRC_START;
    for (; count > 0; count--)
        crc = pmb_crc_add(crc, *bytes++);
    return pmb_crc_end(crc);
}

/* All pixels of a glyph are there. */
static bool is_whole(const pmb_glyph *glyph)
{
    pmb_glyph_reader reader = pmb_glyph_read(glyph);
    pmb_glyph_piece piece;
    while (pmb_glyph_next(&reader, &piece)) {
    }
    return !reader.broken;
}

static bool tables_fit(const PMB_FLASH pmb_font *font)
{
    const uint16_t ranges = short_at(font, AT_RANGES), glyphs = short_at(font, AT_GLYPHS);
    const uint32_t tables = HEADER_BYTES + (uint32_t)RANGE_BYTES * ranges +
                            (uint32_t)GLYPH_BYTES * glyphs +
                            (uint32_t)PAIR_BYTES * short_at(font, AT_PAIRS);
    if (ranges == 0 || glyphs == 0 || tables > font->size)
        return false;
    uint32_t covered = 0;
    for (uint16_t i = 0; i < ranges; i++)
        covered += two_at(font->bytes + HEADER_BYTES + (uint32_t)RANGE_BYTES * i + 3);
    if (covered != glyphs || short_at(font, AT_REPLACEMENT) >= glyphs)
        return false;
    for (uint16_t i = 0; i < glyphs; i++) {
        const pmb_glyph glyph = pmb_font_glyph(font, i);
        const uint32_t place = three_at(records_of(font) + (size_t)GLYPH_BYTES * i) & 0x3FFFFF;
        if (glyph.kept == PMB_REPEATED || place > font->size - tables || !is_whole(&glyph))
            return false;
    }
    return true;
}

/* GCOVR_EXCL_START: reached with PMB_PLAIN_TEXT only. */
/* PMB_PLAIN_TEXT draws glyphs as they lie in the font: unpacked, unkerned, one bit a pixel. Their
 * places have 16 bits; how they are packed stands above these. */
static bool is_plain(const PMB_FLASH pmb_font *font)
{
    const uint16_t glyphs = short_at(font, AT_GLYPHS);
    for (uint16_t i = 0; i < glyphs; i++)
        if (three_at(records_of(font) + (size_t)GLYPH_BYTES * i) > UINT16_MAX)
            return false;
    return font->bytes[AT_DEPTH] == 1 && short_at(font, AT_PAIRS) == 0;
}
/* GCOVR_EXCL_STOP */

pmb_status pmb_font_check(const PMB_FLASH pmb_font *font)
{
    if (!font || !font->bytes)
        return PMB_ERR_ARGUMENT;
    const PMB_FLASH uint8_t *b = font->bytes;
    if (font->size < HEADER_BYTES || b[0] != 'P' || b[1] != 'M' || b[2] != 'B' || b[3] != 'F' ||
        b[AT_VERSION] != FONT_VERSION || (b[AT_DEPTH] != 1 && b[AT_DEPTH] != 2 && b[AT_DEPTH] != 4))
        return PMB_ERR_DATA;
    if (b[AT_LINE] == 0 || four_at(b + AT_SIZE) != font->size ||
        four_at(b + AT_CHECKSUM) != checksum(b + HEADER_BYTES, font->size - HEADER_BYTES))
        return PMB_ERR_DATA;
    if (!tables_fit(font))
        return PMB_ERR_DATA;
    return !PMB_PLAIN_TEXT || is_plain(font) ? PMB_OK : PMB_ERR_UNSUPPORTED;
}
