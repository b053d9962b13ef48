/* font_block.c - a font block from a font file, read and rasterised by FreeType. */
#include "font_block.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <unistd.h>
#include <ft2build.h>
#include FT_FREETYPE_H
#include "geometry/checksum.h"
#include "glyph_pack.h"

enum { HEADER_BYTES = 28, RANGE_BYTES = 5, RECORD_BYTES = 8, PAIR_BYTES = 5 };
enum { MOST_GLYPHS = MOST_CODES + 1, MOST_BITMAP_BYTES = 1 << 22, MOST_PAIRS = 65535 };
enum { REPLACEMENT = 0xFFFD };

struct work {
    FT_Face face;
    FT_Int32 load; /* how glyphs are loaded */
    int bits;
    bool plain;
    uint8_t ranges[MOST_GLYPHS * RANGE_BYTES], records[MOST_GLYPHS * RECORD_BYTES];
    uint8_t *bitmaps, *pairs;
    size_t range_count, glyph_count, bitmap_bytes, pair_count, replacement, packed;
    FT_UInt indices[MOST_GLYPHS]; /* what the font calls each glyph */
    uint8_t digit;                /* advance of the widest */
};

static void put_number(uint8_t *at, uint32_t value, int bytes)
{
    for (int i = 0; i < bytes; i++)
        at[i] = (uint8_t)(value >> (8 * i));
}

static uint32_t checksum(const uint8_t *bytes, size_t count)
{
    uint32_t crc = PMB_CRC_START;
    for (size_t i = 0; i < count; i++)
        crc = pmb_crc_add(crc, bytes[i]);
    return pmb_crc_end(crc);
}

/* The value of a pixel, 0 to the most that the bits can say. */
static uint8_t value_of(const FT_Bitmap *bitmap, unsigned x, unsigned y, int bits)
{
    const uint8_t *row = bitmap->buffer + (int)y * bitmap->pitch;
    const int most = (1 << bits) - 1;
    if (bitmap->pixel_mode == FT_PIXEL_MODE_MONO)
        return (uint8_t)(row[x / 8] & 0x80 >> (x & 7) ? most : 0);
    return (uint8_t)((row[x] * most + 127) / 255);
}

/* Appends the pixels of a glyph in the way that takes least; returns the way, or -1 when there is
 * no room. */
static int add_bitmap(struct work *w, const FT_Bitmap *bitmap)
{
    static uint8_t values[255 * 255];
    const size_t pixels = (size_t)bitmap->width * bitmap->rows;
    for (unsigned y = 0; y < bitmap->rows; y++)
        for (unsigned x = 0; x < bitmap->width; x++)
            values[y * bitmap->width + x] = value_of(bitmap, x, y, w->bits);
    if (w->bitmap_bytes + pixels + 1 > MOST_BITMAP_BYTES)
        return -1;
    uint8_t *out = w->bitmaps + w->bitmap_bytes;
    int way = 0;
    w->bitmap_bytes += glyph_pack(values, (int)bitmap->width, (int)bitmap->rows, w->bits,
                                  w->plain ? NULL : &way, out);
    w->packed += way != 0;
    return way;
}

static void add_range(struct work *w, uint32_t code)
{
    uint8_t *last = w->ranges + RANGE_BYTES * w->range_count;
    if (w->range_count > 0) {
        const uint8_t *before = last - RANGE_BYTES;
        const uint32_t first = before[0] | (uint32_t)before[1] << 8 | (uint32_t)before[2] << 16;
        const uint32_t count = before[3] | (uint32_t)before[4] << 8;
        if (first + count == code) {
            put_number(last - 2, count + 1, 2);
            return;
        }
    }
    put_number(last, code, 3);
    put_number(last + 3, 1, 2);
    w->range_count++;
}

static int add_glyph(struct work *w, uint32_t code, FT_UInt index, char *why, size_t why_size)
{
    if (w->glyph_count == MOST_GLYPHS || FT_Load_Glyph(w->face, index, w->load)) {
        snprintf(why, why_size, "character U+%04X cannot be read", (unsigned)code);
        return -1;
    }
    const FT_GlyphSlot slot = w->face->glyph;
    const long advance = slot->advance.x / 64;
    if ((slot->bitmap.pixel_mode != FT_PIXEL_MODE_MONO &&
         slot->bitmap.pixel_mode != FT_PIXEL_MODE_GRAY) ||
        slot->bitmap.width > 255 || slot->bitmap.rows > 255 || advance < 0 || advance > 255 ||
        slot->bitmap_left < -128 || slot->bitmap_left > 127 || slot->bitmap_top < -128 ||
        slot->bitmap_top > 127) {
        snprintf(why, why_size, "character U+%04X is larger than a glyph can be", (unsigned)code);
        return -1;
    }
    const size_t place = w->bitmap_bytes;
    const int way = add_bitmap(w, &slot->bitmap);
    if (way < 0) {
        snprintf(why, why_size, "the font is larger than a block can be");
        return -1;
    }
    uint8_t *record = w->records + RECORD_BYTES * w->glyph_count;
    put_number(record, (uint32_t)place | (uint32_t)way << 22, 3);
    record[3] = (uint8_t)slot->bitmap.width;
    record[4] = (uint8_t)slot->bitmap.rows;
    record[5] = (uint8_t)slot->bitmap_left;
    record[6] = (uint8_t)slot->bitmap_top;
    record[7] = (uint8_t)advance;
    if (code >= '0' && code <= '9' && record[7] > w->digit)
        w->digit = record[7];
    if (code == REPLACEMENT)
        w->replacement = w->glyph_count;
    w->indices[w->glyph_count++] = index;
    add_range(w, code);
    return 0;
}

/* Every pair of glyphs that the font moves by a whole pixel or more. */
static bool add_pairs(struct work *w, char *why, size_t why_size)
{
    FT_Vector by;
    for (size_t a = 0; a < w->glyph_count && FT_HAS_KERNING(w->face); a++)
        for (size_t b = 0; b < w->glyph_count; b++) {
            if (FT_Get_Kerning(w->face, w->indices[a], w->indices[b], FT_KERNING_DEFAULT, &by))
                continue;
            const long pixels = by.x / 64;
            if (pixels == 0 || pixels < -128 || pixels > 127)
                continue;
            if (w->pair_count == MOST_PAIRS) {
                snprintf(why, why_size, "it has more than %d pairs that are kerned", MOST_PAIRS);
                return false;
            }
            uint8_t *pair = w->pairs + PAIR_BYTES * w->pair_count++;
            put_number(pair, (uint32_t)a, 2);
            put_number(pair + 2, (uint32_t)b, 2);
            pair[4] = (uint8_t)pixels;
        }
    return true;
}

/* Height of a letter above the baseline, 0 when the font has none. */
static uint8_t height_of(const struct work *w, char letter)
{
    const FT_UInt index = FT_Get_Char_Index(w->face, (FT_ULong)letter);
    if (index == 0 || FT_Load_Glyph(w->face, index, w->load))
        return 0;
    return (uint8_t)w->face->glyph->bitmap_top;
}

static bool assemble(const struct work *w, struct font_block *block)
{
    const size_t ranges = RANGE_BYTES * w->range_count, records = RECORD_BYTES * w->glyph_count;
    const size_t pairs = PAIR_BYTES * w->pair_count;
    block->size = HEADER_BYTES + ranges + records + pairs + w->bitmap_bytes;
    block->glyphs = (unsigned)w->glyph_count;
    block->bitmap_bytes = w->bitmap_bytes;
    block->packed = (unsigned)w->packed;
    block->pairs = (unsigned)w->pair_count;
    uint8_t *b = block->bytes = calloc(1, block->size);
    if (!b)
        return false;
    const FT_Size_Metrics *m = &w->face->size->metrics;
    memcpy(b, "PMBF\2", 5);
    b[5] = (uint8_t)w->bits;
    b[6] = (uint8_t)(m->ascender / 64);
    b[7] = (uint8_t)(-m->descender / 64);
    b[8] = (uint8_t)(m->height / 64);
    /* Fonts of numerals have no capitals: their digits are as high. Signs alone stand as far below
     * the baseline as they reach above the capitals beside them. */
    b[9] = height_of(w, FT_Get_Char_Index(w->face, 'H') ? 'H' : '0');
    if (b[9] == 0)
        b[9] = b[6] > b[7] ? (uint8_t)(b[6] - b[7]) : b[6];
    b[10] = height_of(w, 'x');
    b[11] = w->digit;
    put_number(b + 12, (uint32_t)w->range_count, 2);
    put_number(b + 14, (uint32_t)w->glyph_count, 2);
    put_number(b + 16, (uint32_t)w->replacement, 2);
    put_number(b + 18, (uint32_t)w->pair_count, 2);
    put_number(b + 20, (uint32_t)block->size, 4);
    uint8_t *at = b + HEADER_BYTES;
    memcpy(at, w->ranges, ranges);
    memcpy(at += ranges, w->records, records);
    memcpy(at += records, w->pairs, pairs);
    memcpy(at + pairs, w->bitmaps, w->bitmap_bytes);
    put_number(b + 24, checksum(b + HEADER_BYTES, block->size - HEADER_BYTES), 4);
    return true;
}

/* Chooses the size and how glyphs are drawn. */
static bool prepare(struct work *w, const struct font_request *request, char *why, size_t why_size)
{
    FT_Face face = w->face;
    const int size = request->size;
    w->plain = request->plain;
    w->bits = request->bits ? request->bits : 1;
    w->load = FT_LOAD_RENDER | (w->bits == 1 ? FT_LOAD_TARGET_MONO : FT_LOAD_TARGET_NORMAL);
    if (w->bits != 1 && w->bits != 2 && w->bits != 4) {
        snprintf(why, why_size, "a font has 1, 2 or 4 bits a pixel, not %d", w->bits);
        return false;
    }
    if (FT_Select_Charmap(face, FT_ENCODING_UNICODE)) {
        snprintf(why, why_size,
                 "it does not say that its characters are Unicode; a BDF needs the properties "
                 "CHARSET_REGISTRY \"ISO10646\" and CHARSET_ENCODING \"1\"");
        return false;
    }
    if (face->num_fixed_sizes > 0 && size == 0)
        return FT_Select_Size(face, 0) == 0;
    if (!FT_IS_SCALABLE(face)) {
        snprintf(why, why_size, "it is a bitmap font of %d pixels and has no other size",
                 face->num_fixed_sizes > 0 ? (int)(face->available_sizes[0].y_ppem / 64) : 0);
        return false;
    }
    if (size < 4 || size > 200) {
        snprintf(why, why_size, "an outline font needs a size of 4 to 200 pixels, not %d", size);
        return false;
    }
    return FT_Set_Pixel_Sizes(face, 0, (FT_UInt)size) == 0;
}

/* Every character of the font, or those asked for; and the replacement, last as its code is high.
 */
static bool add_glyphs(struct work *w, struct font_block *block, const struct code_set *only,
                       char *why, size_t why_size)
{
    struct code_set all = {.count = 0};
    FT_UInt index;
    if (only)
        all = *only;
    else
        for (FT_ULong code = FT_Get_First_Char(w->face, &index); index != 0;
             code = FT_Get_Next_Char(w->face, code, &index))
            if (!code_set_add(&all, (uint32_t)code)) {
                snprintf(why, why_size, "it has more than %d characters: choose some", MOST_CODES);
                return false;
            }
    (void)code_set_add(&all, REPLACEMENT);
    for (size_t i = 0; i < all.count; i++) {
        index = FT_Get_Char_Index(w->face, all.codes[i]);
        /* A font without a replacement glyph has one for what it does not have, number 0. */
        if (index == 0 && all.codes[i] != REPLACEMENT)
            (void)code_set_add(&block->missing, all.codes[i]);
        else if (add_glyph(w, all.codes[i], index, why, why_size))
            return false;
    }
    if (w->glyph_count < 2) {
        snprintf(why, why_size, "it has none of the characters");
        return false;
    }
    return true;
}

bool font_block_read(struct font_block *block, const struct font_request *request, char *why,
                     size_t why_size)
{
    bool good = false;
    FT_Library library;
    struct work *w = calloc(1, sizeof *w);
    memset(block, 0, sizeof *block);
    snprintf(why, why_size, "there is not enough memory");
    if (w) {
        w->bitmaps = calloc(1, MOST_BITMAP_BYTES);
        w->pairs = calloc(MOST_PAIRS, PAIR_BYTES);
    }
    if (w && w->bitmaps && w->pairs)
        snprintf(why, why_size, "%s",
                 access(request->path, R_OK) == 0 ? "it is no font" : strerror(errno));
    if (w && w->bitmaps && w->pairs && FT_Init_FreeType(&library) == 0) {
        good = FT_New_Face(library, request->path, 0, &w->face) == 0 &&
               prepare(w, request, why, why_size) &&
               add_glyphs(w, block, request->only, why, why_size) &&
               (request->unkerned || add_pairs(w, why, why_size));
        if (good && !assemble(w, block)) {
            snprintf(why, why_size, "there is not enough memory");
            good = false;
        }
        FT_Done_FreeType(library);
    }
    if (w) {
        free(w->bitmaps);
        free(w->pairs);
    }
    free(w);
    return good;
}

void font_block_free(struct font_block *block)
{
    free(block->bytes);
    block->bytes = NULL;
}

bool font_block_write_c(const struct font_block *block, const char *name, FILE *f)
{
    fprintf(f, "/* %u glyphs, %zu bytes. */\n#include \"pemble/text.h\"\n\n", block->glyphs,
            block->size);
    fprintf(f, "extern const PMB_FLASH pmb_font %s;\n\n", name);
    fprintf(f, "static const PMB_FLASH uint8_t bytes[%zu] = {", block->size);
    for (size_t i = 0; i < block->size; i++)
        fprintf(f, "%s%u,", i % 20 ? "" : "\n    ", block->bytes[i]);
    fprintf(f, "\n};\n\nconst PMB_FLASH pmb_font %s = {bytes, %zu};\n", name, block->size);
    return !ferror(f);
}

bool font_block_write_header(const char *name, FILE *f)
{
    fprintf(f, "#ifndef %s_FONT_H\n#define %s_FONT_H\n\n#include \"pemble/text.h\"\n\n", name,
            name);
    fprintf(
        f,
        "#ifdef __cplusplus\nextern \"C\"\n#endif\nextern const PMB_FLASH pmb_font %s;\n\n#endif\n",
        name);
    return !ferror(f);
}

bool code_set_add(struct code_set *set, uint32_t code)
{
    size_t at = set->count;
    while (at > 0 && set->codes[at - 1] >= code)
        at--;
    if (at < set->count && set->codes[at] == code)
        return true;
    if (set->count == MOST_CODES)
        return false;
    memmove(set->codes + at + 1, set->codes + at, (set->count - at) * sizeof set->codes[0]);
    set->codes[at] = code;
    set->count++;
    return true;
}
