/* smooth_curve.c - smooth curves. */
#include "pemble/smooth.h"
#include "shape/curve.h"
#include "smooth/thin.h"

enum { FINE = 16 };

static pmb_fine next_point(pmb_bezier_walk *walk)
{
    pmb_fine p;
    pmb_bezier_next(walk, FINE, &p.x, &p.y);
    return p;
}

static void draw(pmb_canvas *c, const pmb_bezier *b, pmb_color color)
{
    pmb_bezier_walk walk;
    if (!pmb_bezier_begin(&walk, c, b))
        return;
    pmb_fine from = next_point(&walk);
    for (int32_t left = walk.lines; left > 0; left--) {
        const pmb_fine to = next_point(&walk);
        pmb_smooth_thin(c, from, to, left == 1, color);
        from = to;
    }
}

void pmb_smooth_curve_cubic(pmb_canvas *c, pmb_point a, pmb_point first, pmb_point second,
                            pmb_point d, pmb_color color)
{
    const pmb_bezier b = pmb_bezier_of(a, first, second, d);
    if (c->format->one_bit)
        pmb_curve_cubic(c, a, first, second, d, color);
    else
        draw(c, &b, color);
}

void pmb_smooth_curve_quadratic(pmb_canvas *c, pmb_point a, pmb_point control, pmb_point d,
                                pmb_color color)
{
    const pmb_bezier b = pmb_bezier_of_quadratic(a, control, d);
    if (c->format->one_bit)
        pmb_curve_quadratic(c, a, control, d, color);
    else
        draw(c, &b, color);
}
