/* Drawing calls of any kind, with any coordinates, on every format: never outside of the buffer. */
#include "taken.h"

static void draw_one(pmb_canvas *c, struct input *in)
{
    static const uint8_t pattern[8] = {1, 2, 4, 8, 16, 32, 64, 128};
    const uint8_t which = byte(in);
    const pmb_color color = (pmb_color)(byte(in) * 257u);
    const pmb_point a = point(in), b = point(in), d = point(in), corners[] = {a, b, d, point(in)};
    const pmb_rect r = rect(in);
    const uint8_t small = byte(in);
    if (!PMB_ONE_BIT &&
        PMB_RGB(pmb_color_red(color), pmb_color_green(color), pmb_color_blue(color)) != color)
        abort();
    (void)pmb_color_luma(color);
    switch (which % 44) {
    case 0:
        pmb_fill(c, color);
        break;
    case 1:
        pmb_pixel(c, a, color);
        break;
    case 2:
        pmb_line(c, a, b, color);
        break;
    case 3:
        pmb_line_dashed(c, a, b, small, byte(in), color);
        break;
    case 4:
        pmb_line_wide(c, a, b, small, color);
        break;
    case 5:
        pmb_rect_fill(c, r, color);
        break;
    case 6:
        pmb_rect_stroke(c, r, color);
        break;
    case 7:
        pmb_rect_pattern(c, r, pattern, color);
        break;
    case 8:
        pmb_rect_dither(c, r, small % 20, color);
        break;
    case 9:
        pmb_rect_gradient(c, r, color, (pmb_color)~color, small & 1);
        break;
    case 10:
        pmb_ellipse_fill(c, r, color);
        break;
    case 11:
        pmb_ellipse_stroke(c, r, color);
        break;
    case 12:
        pmb_ellipse_ring(c, r, small, color);
        break;
    case 13:
        pmb_round_fill(c, r, small, color);
        break;
    case 14:
        pmb_round_stroke(c, r, small, color);
        break;
    case 15:
        pmb_sector_fill(c, a, small, (int16_t)(small / 2), (pmb_angle)b.x, (pmb_angle)b.y, color);
        break;
    case 16:
        pmb_polygon_fill(c, corners, 4, color);
        break;
    case 17:
        pmb_curve_cubic(c, a, b, d, corners[3], color);
        break;
    case 20:
        pmb_smooth_line(c, a, b, color);
        break;
    case 21:
        pmb_smooth_line_wide(c, a, b, small, color);
        break;
    case 22:
        pmb_smooth_ellipse_fill(c, r, color);
        break;
    case 23:
        pmb_smooth_ellipse_ring(c, r, small, color);
        break;
    case 24:
        pmb_smooth_round_fill(c, r, small, color);
        break;
    case 25:
        pmb_smooth_round_stroke(c, r, small, color);
        break;
    case 26:
        pmb_smooth_sector_stroke(c, a, small, (int16_t)(small / 3 - 1), (pmb_angle)b.x,
                                 (pmb_angle)b.y, color);
        break;
    case 27:
        pmb_smooth_polygon_fill(c, corners, 4, color);
        break;
    case 29:
        pmb_smooth_line_dashed(c, a, b, small, byte(in), color);
        break;
    case 28:
        pmb_smooth_curve_cubic(c, a, b, d, corners[3], color);
        break;
    case 18:
        c->origin = a;
        break;
    case 30:
        pmb_curve_quadratic(c, a, b, d, color);
        pmb_smooth_curve_quadratic(c, a, b, d, color);
        break;
    case 31:
        pmb_polyline(c, corners, 4, small & 1, color);
        break;
    case 32:
        pmb_smooth_polyline(c, corners, 4, small & 1, color);
        break;
    case 33:
        pmb_triangle_fill(c, a, b, d, color);
        break;
    case 34:
        pmb_smooth_triangle_fill(c, a, b, d, color);
        break;
    case 35:
        pmb_circle_fill(c, a, b.x, color);
        pmb_circle_stroke(c, a, b.y, color);
        break;
    case 36:
        pmb_smooth_circle_fill(c, a, b.x, color);
        pmb_smooth_circle_stroke(c, a, b.y, color);
        break;
    case 37:
        pmb_line_across(c, a, b.x, color);
        pmb_line_down(c, a, b.y, color);
        break;
    case 38:
        pmb_sector_stroke(c, a, small, (int16_t)(small / 3 - 1), (pmb_angle)b.x, (pmb_angle)b.y,
                          color);
        break;
    case 39:
        pmb_smooth_sector_fill(c, a, small, (int16_t)(small / 2), (pmb_angle)b.x, (pmb_angle)b.y,
                               color);
        break;
    case 40:
        pmb_smooth_ellipse_stroke(c, r, color);
        break;
    case 41:
        if (!PMB_PLAIN_PANELS)
            (void)pmb_canvas_peek(c, a);
        (void)pmb_canvas_shows(c, r);
        break;
    case 42: {
        const pmb_rect saved = pmb_canvas_narrow_clip(c, pmb_rect_inset(r, a.x));
        pmb_rect_fill(c, pmb_rect_around(r, (pmb_rect){a.x, a.y, b.x, b.y}), color);
        pmb_canvas_restore_clip(c, saved);
        break;
    }
    case 43:
        pmb_pixel(c, pmb_polar(a, (pmb_angle)b.x, b.y), color);
        if (pmb_rect_holds(r, a) &&
            pmb_rect_is_empty(pmb_rect_common(r, (pmb_rect){a.x, a.y, 1, 1})))
            abort();
        break;
    default:
        (void)pmb_canvas_narrow_clip(c, r);
        break;
    }
}

int LLVMFuzzerTestOneInput(const uint8_t *data, size_t size)
{
    struct input in = {data, size};
    pmb_canvas c;
    uint8_t *pixels = canvas(&in, &c);
    for (int i = 0; i < 24 && in.left > 0; i++)
        draw_one(&c, &in);
    free(pixels);
    return 0;
}
