/* wide_line.c - lines of any width, with round ends. */
#include "pemble/shape.h"
#include "shape/spans.h"
#include "geometry/limits.h"

enum { LIMIT = 16384 };

/* Distances are measured from a, doubled where they meet the width, which may be odd. */
struct wide {
    int32_t dx, dy; /* from a to b */
    uint32_t length2;
    uint32_t reach;  /* twice the distance of the sides, times the length */
    uint32_t width2; /* of the ends: the width squared */
};

/* The largest whole number whose square is not above `square`. */
static uint32_t root(uint64_t square)
{
    uint32_t low = 0;
    for (uint32_t bit = 1ul << 31; bit != 0; bit >>= 1) {
        const uint64_t next = (uint64_t)low | bit;
        if (next * next <= square)
            low |= bit;
    }
    return low;
}

static bool near_end(const struct wide *w, int32_t x, int32_t y)
{
    /* Far away the squares would not fit; 255 is the greatest width. */
    if (x < -128 || x > 128 || y < -128 || y > 128)
        return false;
    return (uint32_t)(4 * (x * x + y * y)) <= w->width2;
}

/* (x, y) counts from a. */
static bool is_inside(const struct wide *w, int32_t x, int32_t y)
{
    const int64_t along = (int64_t)x * w->dx + (int64_t)y * w->dy;
    if (along <= 0)
        return near_end(w, x, y);
    if (along >= (int64_t)w->length2)
        return near_end(w, x - w->dx, y - w->dy);
    const int64_t aside = (int64_t)x * w->dy - (int64_t)y * w->dx;
    return (uint64_t)(aside < 0 ? -aside : aside) * 2 <= w->reach;
}

static bool is_near(pmb_point p)
{
    return p.x >= -LIMIT && p.x < LIMIT && p.y >= -LIMIT && p.y < LIMIT;
}

/* The x of the line in row y, or of the end that is nearer to the row. */
static int32_t row_middle(const struct wide *w, int32_t y)
{
    const int32_t height = w->dy < 0 ? -w->dy : w->dy;
    const int32_t down = w->dy < 0 ? -y : y;
    if (down <= 0)
        return 0;
    if (down >= height)
        return w->dx;
    return (int32_t)((int64_t)w->dx * down / height);
}

void pmb_line_wide(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t width, pmb_color color)
{
    if (width < 2) {
        pmb_line(c, a, b, color);
        return;
    }
    if (!is_near(a) || !is_near(b))
        return;
    struct wide w = {.dx = b.x - a.x, .dy = b.y - a.y, .width2 = (uint32_t)width * width};
    w.length2 = (uint32_t)(w.dx * w.dx) + (uint32_t)(w.dy * w.dy);
    w.reach = root((uint64_t)w.length2 * w.width2);

    const int32_t half = width / 2;
    const int32_t top = (int32_t)c->clip.y - c->origin.y - a.y;
    const int32_t first = pmb_greater(pmb_lesser(0, w.dy) - half, top);
    const int32_t last = pmb_lesser(pmb_greater(0, w.dy) + half, top + c->clip.h - 1);
    for (int32_t y = first; y <= last; y++) {
        /* Every row of the shape holds the point of the line in it, or the middle of its nearer
         * end. */
        const int32_t middle = row_middle(&w, y);
        if (!is_inside(&w, middle, y))
            continue;
        int32_t from = middle, to = middle;
        while (is_inside(&w, from - 1, y))
            from--;
        while (is_inside(&w, to + 1, y))
            to++;
        pmb_span_fill(c, a.x + from, a.y + y, to - from + 1, 1, color);
    }
}
