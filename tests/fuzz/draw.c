/* Drawing calls of any kind, with any coordinates, on every format: never outside of the buffer. */
#include <stdlib.h>
#include <string.h>
#include "pemble/pemble.h"

struct input {
    const uint8_t *at;
    size_t left;
};

static uint8_t byte(struct input *in)
{
    if (in->left == 0)
        return 0;
    in->left--;
    return *in->at++;
}

/* Near the canvas as a rule, anywhere at times. */
static int16_t number(struct input *in)
{
    const uint8_t kind = byte(in);
    if (kind > 40)
        return (int16_t)(kind - 100);
    const int high = byte(in) << 8;
    return (int16_t)(high | byte(in));
}

static pmb_point point(struct input *in)
{
    const int16_t x = number(in);
    return (pmb_point){x, number(in)};
}

static pmb_rect rect(struct input *in)
{
    const pmb_point p = point(in);
    const int16_t w = number(in);
    return (pmb_rect){p.x, p.y, w, number(in)};
}

static void draw_one(pmb_canvas *c, struct input *in)
{
    static const uint8_t pattern[8] = {1, 2, 4, 8, 16, 32, 64, 128};
    const uint8_t which = byte(in);
    const pmb_color color = (pmb_color)(byte(in) * 257u);
    const pmb_point a = point(in), b = point(in), d = point(in), corners[] = {a, b, d, point(in)};
    const pmb_rect r = rect(in);
    const uint8_t small = byte(in);
    switch (which % 30) {
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
    default:
        (void)pmb_canvas_narrow_clip(c, r);
        break;
    }
}

int LLVMFuzzerTestOneInput(const uint8_t *data, size_t size)
{
    static const pmb_format *const formats[] = {
        &pmb_mono_vertical,  &pmb_mono_vertical_msb, &pmb_mono_horizontal, &pmb_mono_horizontal_lsb,
        &pmb_grey4,          &pmb_grey4_vertical,    &pmb_rgb565,          &pmb_ink_vertical,
        &pmb_ink_horizontal,
    };
    struct input in = {data, size};
    const pmb_format *format = formats[byte(&in) % 9];
    const pmb_rect bounds = {(int16_t)(byte(&in) - 128), (int16_t)(byte(&in) - 128),
                             (int16_t)(1 + byte(&in) % 90), (int16_t)(1 + byte(&in) % 70)};
    const size_t bytes = pmb_canvas_bytes(format, (pmb_size){bounds.w, bounds.h});
    uint8_t *pixels = calloc(1, bytes); /* exactly: a write past it is seen */
    pmb_canvas c;
    if (pixels && pmb_canvas_init(&c, format, bounds, pixels, bytes) == PMB_OK)
        for (int i = 0; i < 24 && in.left > 0; i++)
            draw_one(&c, &in);
    free(pixels);
    return 0;
}
