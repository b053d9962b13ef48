/* wide_line.c - lines of any width, with round ends. */
#include "pemble/shape.h"
#include "canvas/spare.h"
#include "shape/spans.h"
#include "shape/wide.h"
#include "geometry/limits.h"

enum { LIMIT = 16384 };

/* Two bits at a time, as on paper: "rest" is the square less that of the root so far. */
static uint32_t root_of_32(uint32_t rest)
{
    uint32_t root = 0, bit = (uint32_t)1 << 30;
    while (bit > rest)
        bit >>= 2;
    for (; bit != 0; bit >>= 2) {
        const uint32_t next = root + bit;
        root >>= 1;
        if (rest >= next) {
            rest -= next;
            root += bit;
        }
    }
    return root;
}

uint32_t pmb_root(uint64_t square)
{
    uint64_t root = 0, bit = (uint64_t)1 << 62;
    if (square <= UINT32_MAX)
        return root_of_32((uint32_t)square);
    while (bit > square)
        bit >>= 2;
    for (; bit != 0; bit >>= 2) {
        const uint64_t next = root + bit;
        root >>= 1;
        if (square >= next) {
            square -= next;
            root += bit;
        }
    }
    return (uint32_t)root;
}

bool pmb_wide_is_near(pmb_point p)
{
    return p.x >= -LIMIT && p.x < LIMIT && p.y >= -LIMIT && p.y < LIMIT;
}

bool pmb_wide_of(pmb_wide *w, pmb_point a, pmb_point b, uint8_t width)
{
    if (!pmb_wide_is_near(a) || !pmb_wide_is_near(b))
        return false;
    w->dx = b.x - a.x;
    w->dy = b.y - a.y;
    w->length2 = (uint32_t)(w->dx * w->dx) + (uint32_t)(w->dy * w->dy);
    w->width = width;
    return true;
}

int32_t pmb_wide_middle(const pmb_wide *w, int32_t y)
{
    const int32_t height = w->dy < 0 ? -w->dy : w->dy;
    const int32_t down = w->dy < 0 ? -y : y;
    if (down <= 0)
        return 0;
    if (down >= height)
        return w->dx;
    return (int32_t)((int64_t)w->dx * down / height);
}

void pmb_wide_rows(const pmb_canvas *c, const pmb_wide *w, pmb_point a, int32_t reach,
                   int32_t *first, int32_t *last)
{
    const int32_t top = (int32_t)c->clip.y - c->origin.y - a.y;
    *first = pmb_greater(pmb_lesser(0, w->dy) - reach, top);
    *last = pmb_lesser(pmb_greater(0, w->dy) + reach, top + c->clip.h - 1);
}

pmb_wide_spot pmb_wide_at(const pmb_wide *w, int32_t x, int32_t y)
{
    return (pmb_wide_spot){
        .x = x,
        .along = (int64_t)x * w->dx + (int64_t)y * w->dy,
        .aside = (int64_t)x * w->dy - (int64_t)y * w->dx,
    };
}

void pmb_wide_step(const pmb_wide *w, pmb_wide_spot *spot, int8_t by)
{
    spot->x += by;
    spot->along += by * w->dx;
    spot->aside += by * w->dy;
}

static bool near_end(const pmb_wide *w, int32_t x, int32_t y)
{
    /* Far away the squares would not fit; 255 is the greatest width. */
    if (x < -128 || x > 128 || y < -128 || y > 128)
        return false;
    return (uint32_t)(4 * (x * x + y * y)) <= w->width * w->width;
}

/* `reach` is the distance of the sides, times the length. */
static bool is_inside(const pmb_wide *w, int64_t reach, const pmb_wide_spot *spot, int32_t y)
{
    if (spot->along <= 0)
        return near_end(w, spot->x, y);
    if (spot->along >= (int64_t)w->length2)
        return near_end(w, spot->x - w->dx, y - w->dy);
    return spot->aside <= reach && spot->aside >= -reach;
}

void pmb_line_wide(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t width, pmb_color color)
{
    pmb_wide w;
    if (width < 2) {
        pmb_line(c, a, b, color);
        return;
    }
    if (!pmb_wide_of(&w, a, b, width) ||
        pmb_is_line_spared(c, a, b, (uint8_t)(width / 2 + 1), width, color))
        return;
    const int64_t reach = pmb_root((uint64_t)w.length2 * w.width * w.width) / 2;
    int32_t first, last;
    pmb_wide_rows(c, &w, a, width / 2, &first, &last);
    for (int32_t y = first; y <= last; y++) {
        /* Every row of the shape holds the point of the line in it, or the middle of its nearer
         * end. */
        pmb_wide_spot from = pmb_wide_at(&w, pmb_wide_middle(&w, y), y), to = from;
        if (!is_inside(&w, reach, &from, y))
            continue;
        while (is_inside(&w, reach, &from, y))
            pmb_wide_step(&w, &from, -1);
        while (is_inside(&w, reach, &to, y))
            pmb_wide_step(&w, &to, 1);
        pmb_span_fill(c, a.x + from.x + 1, a.y + y, to.x - from.x - 1, 1, color);
    }
}
