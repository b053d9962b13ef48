/* text.c - a line of text, against cached bitmaps. */
#include <stdio.h>
#include <stdlib.h>
#include <ft2build.h>
#include FT_FREETYPE_H
#include "jobs.h"

enum { GLYPHS = 128 };

static const char text[] = "Tide 4.12 m and rising";

/* A cached glyph: a mask, where it goes and how far the pen moves. */
struct glyph {
    pixman_image_t *mask;
    int left, top, w, h, advance;
};

static struct glyph small_mono[GLYPHS], small_tft[GLYPHS], smooth_tft[GLYPHS];
static pixman_image_t *white;

static void our_text(struct place *p, const struct shape *shape)
{
    const pmb_text_style style = {.font = &pmb_font_jetty, .color = p->ink};
    (void)shape;
    pmb_text(&p->canvas, &style, at(2, 30), text);
}

static void our_smooth_text(struct place *p, const struct shape *shape)
{
    const pmb_text_style style = {.font = &pmb_font_smooth16, .color = p->ink};
    (void)shape;
    pmb_text(&p->canvas, &style, at(2, 30), text);
}

static void freetype_text_with(struct place *p, const struct glyph *glyphs)
{
    int x = 2;
    for (const char *c = text; *c; c++) {
        const struct glyph *g = &glyphs[(unsigned char)*c];
        if (g->mask)
            pixman_image_composite32(PIXMAN_OP_OVER, white, g->mask, p->pixman, 0, 0, 0, 0,
                                     x + g->left, 30 - g->top, g->w, g->h);
        x += g->advance;
    }
}

static void freetype_text(struct place *p, const struct shape *shape)
{
    (void)shape;
    freetype_text_with(p, p->bits == 1 ? small_mono : small_tft);
}

static void freetype_smooth_text(struct place *p, const struct shape *shape)
{
    (void)shape;
    freetype_text_with(p, smooth_tft);
}

/* A glyph's bitmap as a mask: a1, the first pixel the lowest bit, or a8. */
static pixman_image_t *mask_of(const FT_Bitmap *bitmap, bool one_bit)
{
    const int w = (int)bitmap->width, h = (int)bitmap->rows;
    pixman_image_t *mask = pixman_image_create_bits(one_bit ? PIXMAN_a1 : PIXMAN_a8, w, h, NULL, 0);
    uint8_t *bits = (uint8_t *)pixman_image_get_data(mask);
    const int stride = pixman_image_get_stride(mask);
    for (int y = 0; y < h; y++)
        for (int x = 0; x < w; x++) {
            const uint8_t *row = bitmap->buffer + y * bitmap->pitch;
            const bool mono_pixel = bitmap->pixel_mode == FT_PIXEL_MODE_MONO;
            const uint8_t value = mono_pixel ? (row[x / 8] & 0x80 >> (x & 7) ? 255 : 0) : row[x];
            if (!one_bit)
                bits[y * stride + x] = value;
            else if (value >= 128)
                bits[y * stride + x / 8] |= (uint8_t)(1 << (x & 7));
        }
    return mask;
}

static bool load_glyphs(FT_Library library, const char *path, int size, bool one_bit,
                        struct glyph *glyphs)
{
    FT_Face face;
    if (FT_New_Face(library, path, 0, &face)) {
        fprintf(stderr, "pemble-benchmarks: %s cannot be read\n", path);
        return false;
    }
    if (size > 0)
        FT_Set_Pixel_Sizes(face, 0, (FT_UInt)size);
    else
        FT_Select_Size(face, 0);
    for (int c = 32; c < GLYPHS - 1; c++) {
        if (FT_Load_Char(face, (FT_ULong)c, FT_LOAD_RENDER))
            continue;
        const FT_GlyphSlot slot = face->glyph;
        glyphs[c] = (struct glyph){.left = slot->bitmap_left,
                                   .top = slot->bitmap_top,
                                   .w = (int)slot->bitmap.width,
                                   .h = (int)slot->bitmap.rows,
                                   .advance = (int)(slot->advance.x / 64)};
        if (slot->bitmap.width > 0)
            glyphs[c].mask = mask_of(&slot->bitmap, one_bit);
    }
    FT_Done_Face(face);
    return true;
}

bool text_open(const char *typefaces)
{
    FT_Library library;
    char path[512];
    const pixman_color_t full = {0xFFFF, 0xFFFF, 0xFFFF, 0xFFFF};
    white = pixman_image_create_solid_fill(&full);
    snprintf(path, sizeof path, "%s/jetty.bdf", typefaces);
    return FT_Init_FreeType(&library) == 0 && load_glyphs(library, path, 0, true, small_mono) &&
           load_glyphs(library, path, 0, false, small_tft) &&
           load_glyphs(library, OUTLINES, 16, false, smooth_tft);
}

void jobs_add_text(struct place *p)
{
    jobs_add((struct job){.place = p,
                          .name = "22 characters, 1 bit",
                          .ours = our_text,
                          .theirs = {[FREETYPE] = freetype_text},
                          .wanted = {[FREETYPE] = 3}});
    if (p->bits > 1)
        jobs_add((struct job){.place = p,
                              .name = "22 characters, 4 bits",
                              .ours = our_smooth_text,
                              .theirs = {[FREETYPE] = freetype_smooth_text},
                              .wanted = {[FREETYPE] = 2}});
}
