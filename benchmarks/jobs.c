/* jobs.c - both canvases, and what is drawn on them. */
#include "jobs.h"

enum { MOST = 100 };

static struct place mono = {
    .name = "one-bit 128x64", .w = MONO_W, .h = MONO_H, .bits = 1, .ink = PMB_WHITE};
static struct place tft = {
    .name = "RGB565 320x240", .w = TFT_W, .h = TFT_H, .bits = 16, .ink = PMB_RGB(240, 200, 90)};
static struct job list[MOST];
static int known;

void jobs_add(struct job job)
{
    if (known < MOST)
        list[known++] = job;
}

static void open_place(struct place *p, const pmb_format *format, pixman_format_code_t pixman,
                       cairo_format_t cairo)
{
    pmb_canvas_init(&p->canvas, format, rect(0, 0, p->w, p->h), p->ours, sizeof p->ours);
    p->stride = cairo_format_stride_for_width(cairo, p->w);
    p->pixman = pixman_image_create_bits(pixman, p->w, p->h, p->theirs, p->stride);
    p->cairo = cairo_create(cairo_image_surface_create_for_data((unsigned char *)p->theirs, cairo,
                                                                p->w, p->h, p->stride));
    cairo_set_source_rgb(p->cairo, 0.94, 0.78, 0.35);
    jobs_add_fills(p);
    jobs_add_shapes(p);
    jobs_add_text(p);
}

bool jobs_open(const char *typefaces, const struct job **jobs, int *count)
{
    if (!text_open(typefaces))
        return false;
    open_place(&mono, &pmb_mono_vertical, PIXMAN_a1, CAIRO_FORMAT_A1);
    open_place(&tft, &pmb_rgb565, PIXMAN_r5g6b5, CAIRO_FORMAT_RGB16_565);
    *jobs = list;
    *count = known;
    return true;
}
