/* fills.c - full rows and rectangles. */
#include <string.h>
#include "jobs.h"

static void our_rows(struct place *p, pmb_color color)
{
    pmb_rect_fill(&p->canvas, rect(0, 8, p->w, p->h - 16), color);
}

static void our_fill(struct place *p, const struct shape *shape)
{
    (void)shape;
    our_rows(p, p->ink);
}

static void our_clear(struct place *p, const struct shape *shape)
{
    (void)shape;
    our_rows(p, PMB_BLACK);
}

static void our_rect(struct place *p, const struct shape *shape)
{
    (void)shape;
    pmb_rect_fill(&p->canvas, rect(13, 9, p->w / 2, p->h / 2), p->ink);
}

static void pixman_rows(struct place *p, pmb_rect r, uint32_t color)
{
    pixman_fill(p->theirs, p->stride / 4, p->bits, r.x, r.y, r.w, r.h, color);
}

static void pixman_full_rows(struct place *p, const struct shape *shape)
{
    (void)shape;
    pixman_rows(p, rect(0, 8, p->w, p->h - 16), p->ink);
}

static void pixman_clear(struct place *p, const struct shape *shape)
{
    (void)shape;
    pixman_rows(p, rect(0, 8, p->w, p->h - 16), 0);
}

static void pixman_rect(struct place *p, const struct shape *shape)
{
    (void)shape;
    pixman_rows(p, rect(13, 9, p->w / 2, p->h / 2), p->ink);
}

static void memset_rows(struct place *p, int value)
{
    const size_t row = (size_t)(p->w * p->bits / 8);
    memset(p->ours + 8 * row, value, row * (size_t)(p->h - 16));
    /* The compiler must not leave it out. */
    __asm__ volatile("" : : "r"(p->ours) : "memory");
}

static void memset_fill(struct place *p, const struct shape *shape)
{
    (void)shape;
    memset_rows(p, 0xA5);
}

static void memset_clear(struct place *p, const struct shape *shape)
{
    (void)shape;
    memset_rows(p, 0);
}

static void cairo_rect(struct place *p, const struct shape *shape)
{
    (void)shape;
    cairo_set_antialias(p->cairo, CAIRO_ANTIALIAS_NONE);
    cairo_rectangle(p->cairo, 13, 9, p->w / 2.0, p->h / 2.0);
    cairo_fill(p->cairo);
}

void jobs_add_fills(struct place *p)
{
    jobs_add((struct job){.place = p,
                          .name = "full rows, black",
                          .ours = our_clear,
                          .theirs = {[MEMSET] = memset_clear, [PIXMAN] = pixman_clear},
                          .wanted = {[MEMSET] = 1 / 1.2, [PIXMAN] = 1}});
    jobs_add((struct job){.place = p,
                          .name = "full rows, a colour",
                          .ours = our_fill,
                          .theirs = {[MEMSET] = memset_fill, [PIXMAN] = pixman_full_rows},
                          .wanted = {[PIXMAN] = 1}});
    jobs_add((struct job){.place = p,
                          .name = "rectangle",
                          .ours = our_rect,
                          .theirs = {[PIXMAN] = pixman_rect, [CAIRO] = cairo_rect},
                          .wanted = {[PIXMAN] = 1}});
}
