/* smooth_curve.c - smooth curves. */
#include "pemble/smooth.h"
#include "shape/curve.h"
#include "smooth/thin.h"

enum { FINE = 16 };

static void draw(pmb_canvas *c, const pmb_bezier *b, pmb_color color)
{
    const int32_t lines = pmb_bezier_lines(b);
    pmb_fine from, to;
    pmb_bezier_at(b, 0, lines, FINE, &from.x, &from.y);
    for (int32_t i = 1; i <= lines; i++, from = to) {
        pmb_bezier_at(b, i, lines, FINE, &to.x, &to.y);
        pmb_smooth_thin(c, from, to, i == lines, color);
    }
}

void pmb_smooth_curve_cubic(pmb_canvas *c, pmb_point a, pmb_point first, pmb_point second,
                            pmb_point d, pmb_color color)
{
    if (c->format->one_bit)
        pmb_curve_cubic(c, a, first, second, d, color);
    else
        draw(c, &(pmb_bezier){a, first, second, d}, color);
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
