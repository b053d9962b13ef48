/* wide_line.c - lines of any width, with round ends. */
#include "pemble/shape.h"
#include "canvas/spare.h"
#include "shape/edge.h"
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

bool pmb_wide_of(pmb_wide *w, pmb_point a, pmb_point b)
{
    const pmb_point upper = a.y <= b.y ? a : b, lower = a.y <= b.y ? b : a;
    if (!pmb_wide_is_near(a) || !pmb_wide_is_near(b))
        return false;
    w->upper = upper;
    w->dx = (int32_t)lower.x - upper.x;
    w->dy = (int32_t)lower.y - upper.y;
    w->length2 = (uint32_t)(w->dx * w->dx) + (uint32_t)(w->dy * w->dy);
    return true;
}

/* The x of the line in row y, or of the end that is nearer to the row. */
static int32_t middle(const pmb_wide *w, int32_t y)
{
    if (y <= 0)
        return 0;
    return y < w->dy ? w->dx * y / w->dy : w->dx; /* both are below 2^15 */
}

void pmb_capsule_go(pmb_capsule *capsule, int32_t y)
{
    const pmb_wide *w = &capsule->w;
    capsule->y = y;
    capsule->left = capsule->right = pmb_wide_spot_at(w, middle(w, y), y);
}

void pmb_capsule_begin(pmb_capsule *capsule, const pmb_canvas *c, const pmb_wide *w, int32_t width)
{
    const int32_t top = (int32_t)c->clip.y - c->origin.y - w->upper.y;
    *capsule = (pmb_capsule){
        .w = *w,
        .width = width,
        .reach = (int32_t)(pmb_root((uint64_t)w->length2 * (uint32_t)(width * width)) / 2),
        .bottom = pmb_lesser(w->dy + width / 2, top + c->clip.h - 1),
    };
    pmb_capsule_go(capsule, pmb_greater(-(width / 2), top));
}

/* 0 inside, below it to the left, above it to the right. */
static int32_t side_of_end(const pmb_capsule *c, int32_t x, int32_t y)
{
    enum { FAR = 128 }; /* beyond, squares need not be looked at; rows are near their end */
    if (x >= -FAR && x <= FAR && 4 * (x * x + y * y) <= c->width * c->width)
        return 0;
    return x < 0 ? -1 : 1;
}

static int32_t side_of(const pmb_capsule *c, const pmb_wide_spot *spot)
{
    switch (pmb_wide_nearest(&c->w, spot)) {
    case PMB_UPPER_END:
        return side_of_end(c, spot->x, c->y);
    case PMB_LOWER_END:
        return side_of_end(c, spot->x - c->w.dx, c->y - c->w.dy);
    default:
        return spot->aside < -c->reach ? -1 : spot->aside > c->reach;
    }
}

bool pmb_capsule_row(pmb_capsule *c)
{
    /* From where they were in the row before, which is near. */
    while (side_of(c, &c->left) >= 0)
        pmb_wide_step(&c->w, &c->left, -1);
    while (side_of(c, &c->left) < 0)
        pmb_wide_step(&c->w, &c->left, 1);
    while (side_of(c, &c->right) <= 0)
        pmb_wide_step(&c->w, &c->right, 1);
    while (side_of(c, &c->right) > 0)
        pmb_wide_step(&c->w, &c->right, -1);
    return c->left.x <= c->right.x;
}

static void next_row(const pmb_wide *w, pmb_wide_spot *spot)
{
    spot->along += (uint32_t)w->dy;
    spot->aside -= w->dx;
}

void pmb_capsule_next(pmb_capsule *c)
{
    c->y++;
    next_row(&c->w, &c->left);
    next_row(&c->w, &c->right);
}

#if PMB_FAST_SHAPES
bool pmb_capsule_slab(const pmb_capsule *capsule, pmb_slab *slab)
{
    const pmb_wide *w = &capsule->w;
    if (w->dy == 0)
        return false;
    const uint64_t over = (uint64_t)(uint32_t)capsule->reach * (uint32_t)pmb_absolute(w->dx);
    const int32_t ends = (int32_t)((over + w->length2 - 1) / w->length2);
    const int32_t first = pmb_greater(ends, capsule->y);
    const int32_t last = pmb_lesser(w->dy - ends, capsule->bottom), middle = w->dx * first;
    if (first > last)
        return false;
    const pmb_slope left = pmb_slope_at(middle - capsule->reach, 1, w->dx, (uint32_t)w->dy);
    const pmb_slope right = pmb_slope_at(middle + capsule->reach + 1, 1, w->dx, (uint32_t)w->dy);
    *slab = (pmb_slab){
        .y = (int16_t)first,
        .rows = (int16_t)(last - first + 1),
        .left = pmb_incline_of(&left),
        .right = pmb_incline_of(&right),
    };
    return true;
}
#endif

/* Rows up to before `end`. */
static void fill_rows(const pmb_brush *brush, pmb_capsule *line, int32_t end)
{
    const pmb_point upper = line->w.upper;
    for (; line->y < end; pmb_capsule_next(line))
        if (pmb_capsule_row(line)) /* unreached: no row without a pixel is known */
            pmb_brush_fill(brush, upper.x + line->left.x, upper.y + line->y,
                           line->right.x - line->left.x + 1, 1);
}

void pmb_line_wide(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t width, pmb_color color)
{
    pmb_wide w;
    pmb_capsule line;
    if (width < 2) {
        pmb_line(c, a, b, color);
        return;
    }
    if (!pmb_wide_of(&w, a, b) ||
        pmb_is_line_spared(c, a, b, (uint8_t)(width / 2 + 1), width, color))
        return;
    const pmb_brush brush =
        pmb_brush_of_points(c, (pmb_point[]){a, b}, 2, (uint8_t)(width / 2 + 1), color);
    pmb_capsule_begin(&line, c, &w, width);
#if PMB_FAST_SHAPES
    pmb_slab slab;
    if (pmb_capsule_slab(&line, &slab)) {
        fill_rows(&brush, &line, slab.y);
        pmb_capsule_go(&line, slab.y + slab.rows);
        slab.y = (int16_t)(slab.y + w.upper.y);
        pmb_slab_move(&slab, w.upper.x);
        pmb_slab_fill(c, &slab, color);
    }
#endif
    fill_rows(&brush, &line, line.bottom + 1);
}
