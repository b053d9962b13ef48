/* jobs.c - fills, lines, triangles, discs, circles and text, each as its library would draw it. */
#include "jobs.h"

#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <cairo.h>
#include <pixman.h>
#include <ft2build.h>
#include FT_FREETYPE_H
#include "pemble/pemble.h"

enum { MONO_W = 128, MONO_H = 64, TFT_W = 320, TFT_H = 240, GLYPHS = 128 };

static const char text[] = "Tide 4.12 m and rising";

/* One of the two canvases, and the surfaces of the others for the same pixels. */
struct place {
    int w, h;
    pmb_canvas canvas;
    uint8_t ours[TFT_W * TFT_H * 2];
    uint32_t theirs[TFT_W * TFT_H / 2];
    int stride; /* of theirs, in bytes */
    pixman_image_t *pixman;
    cairo_t *cairo;
};

static struct place mono, tft;
static struct place *here; /* the one that the next job draws on */

/* A cached glyph: a mask, where it goes and how far the pen moves. */
struct glyph {
    pixman_image_t *mask;
    int left, top, w, h, advance;
};

static struct glyph small_mono[GLYPHS], small_tft[GLYPHS], smooth_tft[GLYPHS];
static pixman_image_t *white;

#define INK PMB_RGB(240, 200, 90)

static pmb_color ink(void)
{
    return here == &mono ? PMB_WHITE : INK;
}

static pmb_point at(int x, int y)
{
    return (pmb_point){(int16_t)x, (int16_t)y};
}

static pmb_rect rect(int x, int y, int w, int h)
{
    return (pmb_rect){(int16_t)x, (int16_t)y, (int16_t)w, (int16_t)h};
}

/* Fills. */

static void our_fill(void)
{
    pmb_rect_fill(&here->canvas, rect(0, 8, here->w, here->h - 16), ink());
}

static void our_clear(void)
{
    pmb_rect_fill(&here->canvas, rect(0, 8, here->w, here->h - 16), PMB_BLACK);
}

static void pixman_clear(void)
{
    pixman_fill(here->theirs, here->stride / 4, here == &mono ? 1 : 16, 0, 8, here->w, here->h - 16,
                0);
}

static void memset_rows(int value)
{
    const size_t row = here == &mono ? MONO_W / 8 : TFT_W * 2;
    memset(here->ours + 8 * row, value, row * (size_t)(here->h - 16));
    /* The compiler must not leave it out. */
    __asm__ volatile("" : : "r"(here->ours) : "memory");
}

static void memset_fill(void)
{
    memset_rows(0xA5);
}

static void memset_clear(void)
{
    memset_rows(0);
}

static void our_rect(void)
{
    pmb_rect_fill(&here->canvas, rect(13, 9, here->w / 2, here->h / 2), ink());
}

static void pixman_rows(int x, int y, int w, int h)
{
    pixman_fill(here->theirs, here->stride / 4, here == &mono ? 1 : 16, x, y, w, h, INK);
}

static void pixman_fill_rows(void)
{
    pixman_rows(0, 8, here->w, here->h - 16);
}

static void pixman_rect(void)
{
    pixman_rows(13, 9, here->w / 2, here->h / 2);
}

static void cairo_rect(void)
{
    cairo_rectangle(here->cairo, 13, 9, here->w / 2.0, here->h / 2.0);
    cairo_fill(here->cairo);
}

/* Lines, from the middle to points around it, as the ends of clock hands. */

enum { LINES = 12 };

static pmb_point end_of(int i)
{
    return pmb_polar(at(here->w / 2, here->h / 2), (pmb_angle)(i * 65536 / LINES + 1200),
                     (int16_t)(here->h / 2 - 2));
}

static pmb_point ends[2][LINES]; /* on the one canvas and on the other */

static const pmb_point *ends_here(void)
{
    return ends[here == &tft];
}

static void our_lines(void)
{
    for (int i = 0; i < LINES; i++)
        pmb_line(&here->canvas, at(here->w / 2, here->h / 2), ends_here()[i], ink());
}

static void our_smooth_lines(void)
{
    for (int i = 0; i < LINES; i++)
        pmb_smooth_line(&here->canvas, at(here->w / 2, here->h / 2), ends_here()[i], ink());
}

static void cairo_lines_with(cairo_antialias_t antialias)
{
    cairo_set_antialias(here->cairo, antialias);
    cairo_set_line_width(here->cairo, 1);
    for (int i = 0; i < LINES; i++) {
        cairo_move_to(here->cairo, here->w / 2 + 0.5, here->h / 2 + 0.5);
        cairo_line_to(here->cairo, ends_here()[i].x + 0.5, ends_here()[i].y + 0.5);
        cairo_stroke(here->cairo);
    }
}

static void cairo_lines(void)
{
    cairo_lines_with(CAIRO_ANTIALIAS_NONE);
}

static void cairo_smooth_lines(void)
{
    cairo_lines_with(CAIRO_ANTIALIAS_DEFAULT);
}

static void our_wide_lines(void)
{
    for (int i = 0; i < LINES; i++)
        pmb_line_wide(&here->canvas, at(here->w / 2, here->h / 2), ends_here()[i], 5, ink());
}

static void our_smooth_wide_lines(void)
{
    for (int i = 0; i < LINES; i++)
        pmb_smooth_line_wide(&here->canvas, at(here->w / 2, here->h / 2), ends_here()[i], 5, ink());
}

static void cairo_wide_lines_with(cairo_antialias_t antialias)
{
    cairo_set_antialias(here->cairo, antialias);
    cairo_set_line_cap(here->cairo, CAIRO_LINE_CAP_ROUND);
    cairo_set_line_width(here->cairo, 5);
    for (int i = 0; i < LINES; i++) {
        cairo_move_to(here->cairo, here->w / 2 + 0.5, here->h / 2 + 0.5);
        cairo_line_to(here->cairo, ends_here()[i].x + 0.5, ends_here()[i].y + 0.5);
        cairo_stroke(here->cairo);
    }
    cairo_set_line_cap(here->cairo, CAIRO_LINE_CAP_BUTT);
}

static void cairo_wide_lines(void)
{
    cairo_wide_lines_with(CAIRO_ANTIALIAS_NONE);
}

static void cairo_smooth_wide_lines(void)
{
    cairo_wide_lines_with(CAIRO_ANTIALIAS_DEFAULT);
}

/* Triangles. */

static void our_triangles(void)
{
    for (int i = 0; i < LINES; i += 3)
        pmb_triangle_fill(&here->canvas, at(here->w / 2, here->h / 2), ends_here()[i],
                          ends_here()[i + 1], ink());
}

static void our_smooth_triangles(void)
{
    for (int i = 0; i < LINES; i += 3)
        pmb_smooth_triangle_fill(&here->canvas, at(here->w / 2, here->h / 2), ends_here()[i],
                                 ends_here()[i + 1], ink());
}

static void cairo_triangles_with(cairo_antialias_t antialias)
{
    cairo_set_antialias(here->cairo, antialias);
    for (int i = 0; i < LINES; i += 3) {
        cairo_move_to(here->cairo, here->w / 2 + 0.5, here->h / 2 + 0.5);
        cairo_line_to(here->cairo, ends_here()[i].x + 0.5, ends_here()[i].y + 0.5);
        cairo_line_to(here->cairo, ends_here()[i + 1].x + 0.5, ends_here()[i + 1].y + 0.5);
        cairo_fill(here->cairo);
    }
}

static void cairo_triangles(void)
{
    cairo_triangles_with(CAIRO_ANTIALIAS_NONE);
}

static void cairo_smooth_triangles(void)
{
    cairo_triangles_with(CAIRO_ANTIALIAS_DEFAULT);
}

/* Discs and circles. */

static int radius(void)
{
    return here->h / 3;
}

static void our_disc(void)
{
    pmb_circle_fill(&here->canvas, at(here->w / 2, here->h / 2), (int16_t)radius(), ink());
}

static void our_smooth_disc(void)
{
    pmb_smooth_circle_fill(&here->canvas, at(here->w / 2, here->h / 2), (int16_t)radius(), ink());
}

static void our_circle(void)
{
    pmb_circle_stroke(&here->canvas, at(here->w / 2, here->h / 2), (int16_t)radius(), ink());
}

static void our_smooth_circle(void)
{
    pmb_smooth_circle_stroke(&here->canvas, at(here->w / 2, here->h / 2), (int16_t)radius(), ink());
}

static void cairo_disc_with(cairo_antialias_t antialias)
{
    cairo_set_antialias(here->cairo, antialias);
    cairo_arc(here->cairo, here->w / 2 + 0.5, here->h / 2 + 0.5, radius() + 0.5, 0, 6.283185307);
    cairo_fill(here->cairo);
}

static void cairo_disc(void)
{
    cairo_disc_with(CAIRO_ANTIALIAS_NONE);
}

static void cairo_smooth_disc(void)
{
    cairo_disc_with(CAIRO_ANTIALIAS_DEFAULT);
}

static void cairo_circle_with(cairo_antialias_t antialias)
{
    cairo_set_antialias(here->cairo, antialias);
    cairo_set_line_width(here->cairo, 1);
    cairo_arc(here->cairo, here->w / 2 + 0.5, here->h / 2 + 0.5, radius(), 0, 6.283185307);
    cairo_stroke(here->cairo);
}

static void cairo_circle(void)
{
    cairo_circle_with(CAIRO_ANTIALIAS_NONE);
}

static void cairo_smooth_circle(void)
{
    cairo_circle_with(CAIRO_ANTIALIAS_DEFAULT);
}

/* Text. */

static void our_text(void)
{
    const pmb_text_style style = {.font = &pmb_font_jetty, .color = ink()};
    pmb_text(&here->canvas, &style, at(2, 30), text);
}

static void our_smooth_text(void)
{
    const pmb_text_style style = {.font = &pmb_font_smooth16, .color = ink()};
    pmb_text(&here->canvas, &style, at(2, 30), text);
}

static void freetype_text_with(const struct glyph *glyphs)
{
    int x = 2;
    for (const char *c = text; *c; c++) {
        const struct glyph *g = &glyphs[(unsigned char)*c];
        if (g->mask)
            pixman_image_composite32(PIXMAN_OP_OVER, white, g->mask, here->pixman, 0, 0, 0, 0,
                                     x + g->left, 30 - g->top, g->w, g->h);
        x += g->advance;
    }
}

static void freetype_text(void)
{
    freetype_text_with(here == &mono ? small_mono : small_tft);
}

static void freetype_smooth_text(void)
{
    freetype_text_with(smooth_tft);
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

static void open_place(struct place *p, const pmb_format *format, int w, int h,
                       pixman_format_code_t pixman, cairo_format_t cairo)
{
    p->w = w;
    p->h = h;
    pmb_canvas_init(&p->canvas, format, rect(0, 0, w, h), p->ours, sizeof p->ours);
    p->stride = cairo_format_stride_for_width(cairo, w);
    p->pixman = pixman_image_create_bits(pixman, w, h, p->theirs, p->stride);
    p->cairo = cairo_create(
        cairo_image_surface_create_for_data((unsigned char *)p->theirs, cairo, w, h, p->stride));
    cairo_set_source_rgb(p->cairo, 0.94, 0.78, 0.35);
    here = p;
    for (int i = 0; i < LINES; i++)
        ends[p == &tft][i] = end_of(i);
}

bool jobs_open(const char *typefaces)
{
    FT_Library library;
    char path[512];
    const pixman_color_t full = {0xFFFF, 0xFFFF, 0xFFFF, 0xFFFF};
    open_place(&mono, &pmb_mono_vertical, MONO_W, MONO_H, PIXMAN_a1, CAIRO_FORMAT_A1);
    open_place(&tft, &pmb_rgb565, TFT_W, TFT_H, PIXMAN_r5g6b5, CAIRO_FORMAT_RGB16_565);
    white = pixman_image_create_solid_fill(&full);
    snprintf(path, sizeof path, "%s/jetty.bdf", typefaces);
    return FT_Init_FreeType(&library) == 0 && load_glyphs(library, path, 0, true, small_mono) &&
           load_glyphs(library, path, 0, false, small_tft) &&
           load_glyphs(library, OUTLINES, 16, false, smooth_tft);
}

/* Every function draws on `here`; these choose it. */
#define ON(place, function)                                                                        \
    static void place##_##function(void)                                                           \
    {                                                                                              \
        here = &place;                                                                             \
        function();                                                                                \
    }
#define ON_BOTH(function) ON(mono, function) ON(tft, function)

ON_BOTH(our_fill)
ON_BOTH(our_clear)
ON_BOTH(pixman_clear)
ON_BOTH(memset_fill)
ON_BOTH(memset_clear)
ON_BOTH(pixman_fill_rows)
ON_BOTH(our_rect)
ON_BOTH(pixman_rect)
ON_BOTH(cairo_rect)
ON_BOTH(our_lines)
ON_BOTH(cairo_lines)
ON_BOTH(our_wide_lines)
ON_BOTH(cairo_wide_lines)
ON_BOTH(our_triangles)
ON_BOTH(cairo_triangles)
ON_BOTH(our_disc)
ON_BOTH(cairo_disc)
ON_BOTH(our_circle)
ON_BOTH(cairo_circle)
ON_BOTH(our_text)
ON_BOTH(freetype_text)
ON(tft, our_smooth_lines)
ON(tft, cairo_smooth_lines)
ON(tft, our_smooth_wide_lines)
ON(tft, cairo_smooth_wide_lines)
ON(tft, our_smooth_triangles)
ON(tft, cairo_smooth_triangles)
ON(tft, our_smooth_disc)
ON(tft, cairo_smooth_disc)
ON(tft, our_smooth_circle)
ON(tft, cairo_smooth_circle)
ON(tft, our_smooth_text)
ON(tft, freetype_smooth_text)

#define MONO "one-bit 128x64"
#define TFT  "RGB565 320x240"
#define HARD_JOBS(on, place)                                                                       \
    {place,                                                                                        \
     "full rows, black",                                                                           \
     on##_our_clear,                                                                               \
     {on##_memset_clear, on##_pixman_clear, NULL, NULL},                                           \
     {1 / 1.2, 1, 0, 0}},                                                                          \
        {place,                                                                                    \
         "full rows, a colour",                                                                    \
         on##_our_fill,                                                                            \
         {on##_memset_fill, on##_pixman_fill_rows, NULL, NULL},                                    \
         {0, 1, 0, 0}},                                                                            \
        {place,                                                                                    \
         "rectangle",                                                                              \
         on##_our_rect,                                                                            \
         {NULL, on##_pixman_rect, on##_cairo_rect, NULL},                                          \
         {0, 1, 0, 0}},                                                                            \
        {place, "12 lines", on##_our_lines, {NULL, NULL, on##_cairo_lines, NULL}, {0, 0, 10, 0}},  \
        {place,                                                                                    \
         "12 lines, 5 wide",                                                                       \
         on##_our_wide_lines,                                                                      \
         {NULL, NULL, on##_cairo_wide_lines, NULL},                                                \
         {0, 0, 0, 0}},                                                                            \
        {place,                                                                                    \
         "4 triangles",                                                                            \
         on##_our_triangles,                                                                       \
         {NULL, NULL, on##_cairo_triangles, NULL},                                                 \
         {0, 0, 0, 0}},                                                                            \
        {place, "disc", on##_our_disc, {NULL, NULL, on##_cairo_disc, NULL}, {0, 0, 10, 0}},        \
        {place, "circle", on##_our_circle, {NULL, NULL, on##_cairo_circle, NULL}, {0, 0, 0, 0}},   \
    {                                                                                              \
        place, "22 characters, 1 bit", on##_our_text, {NULL, NULL, NULL, on##_freetype_text},      \
        {                                                                                          \
            0, 0, 0, 2                                                                             \
        }                                                                                          \
    }

const struct job jobs[] = {
    HARD_JOBS(mono, MONO),
    HARD_JOBS(tft, TFT),
    {TFT,
     "12 smooth lines",
     tft_our_smooth_lines,
     {NULL, NULL, tft_cairo_smooth_lines, NULL},
     {0, 0, 10, 0}},
    {TFT,
     "12 smooth lines, 5 wide",
     tft_our_smooth_wide_lines,
     {NULL, NULL, tft_cairo_smooth_wide_lines, NULL},
     {0, 0, 0, 0}},
    {TFT,
     "4 smooth triangles",
     tft_our_smooth_triangles,
     {NULL, NULL, tft_cairo_smooth_triangles, NULL},
     {0, 0, 0, 0}},
    {TFT,
     "smooth disc",
     tft_our_smooth_disc,
     {NULL, NULL, tft_cairo_smooth_disc, NULL},
     {0, 0, 10, 0}},
    {TFT,
     "smooth circle",
     tft_our_smooth_circle,
     {NULL, NULL, tft_cairo_smooth_circle, NULL},
     {0, 0, 10, 0}},
    {TFT,
     "22 characters, 4 bits",
     tft_our_smooth_text,
     {NULL, NULL, NULL, tft_freetype_smooth_text},
     {0, 0, 0, 2}},
};

const int job_count = sizeof jobs / sizeof jobs[0];
