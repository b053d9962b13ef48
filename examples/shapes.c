/* shapes.c - a sheet of every shape, hard and smooth, on a colour TFT. */
#include "board.h"

static const pmb_panel_config kiosk = {
    .controller = &pmb_ili9488,
    .size = {320, 480},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .rotate = PMB_ROTATE_90,
};

enum { ACROSS = 6, DOWN = 5, CELL_W = 80, CELL_H = 64, SIDE = 40, SHAPES = ACROSS * DOWN };

static const pmb_color ground = PMB_RGB(16, 32, 48), ink = PMB_RGB(240, 236, 220),
                       sea = PMB_RGB(64, 160, 208), sand = PMB_RGB(240, 192, 96),
                       lamp = PMB_RGB(224, 80, 64);

static pmb_point at(pmb_rect r, int x, int y)
{
    return (pmb_point){(int16_t)(r.x + x), (int16_t)(r.y + y)};
}

/* Points on a star, every second one nearer to the middle. */
static void star(pmb_rect r, pmb_point points[10])
{
    for (int i = 0; i < 10; i++)
        points[i] = pmb_polar(at(r, 20, 20), (pmb_angle)(i * 6554), i % 2 ? 8 : 20);
}

static const char *draw_line_shape(pmb_canvas *c, int i, pmb_rect r)
{
    const pmb_point middle = at(r, 20, 20);
    pmb_point points[10];
    star(r, points);
    switch (i) {
    case 0:
        for (int k = 0; k < 40; k += 13)
            pmb_line(c, at(r, 0, 39 - k), at(r, 39, k), k % 2 ? sea : ink);
        return "lines";
    case 1:
        pmb_line_dashed(c, at(r, 0, 5), at(r, 39, 5), 3, 2, sea);
        pmb_line_dashed(c, at(r, 0, 39), at(r, 39, 12), 6, 3, ink);
        pmb_line_dashed(c, at(r, 0, 15), at(r, 39, 39), 1, 3, sand);
        return "dashes";
    case 2:
        pmb_line_wide(c, at(r, 4, 35), at(r, 14, 4), 3, sea);
        pmb_line_wide(c, at(r, 14, 35), at(r, 24, 4), 6, sand);
        pmb_line_wide(c, at(r, 26, 33), at(r, 34, 6), 11, lamp);
        return "wide lines";
    case 3:
        pmb_polyline(c, points, 6, false, ink);
        return "polyline";
    case 4:
        pmb_curve_quadratic(c, at(r, 0, 39), at(r, 20, -39), at(r, 39, 39), sea);
        pmb_curve_cubic(c, at(r, 0, 25), at(r, 20, -25), at(r, 20, 75), at(r, 39, 20), sand);
        return "curves";
    case 5:
        pmb_rect_fill(c, pmb_rect_inset(r, 8), sea);
        pmb_rect_stroke(c, r, ink);
        return "rectangles";
    case 6:
        pmb_round_fill(c, pmb_rect_inset(r, 4), 9, sand);
        pmb_round_stroke(c, r, 12, ink);
        return "round";
    case 7:
        pmb_circle_fill(c, middle, 14, lamp);
        pmb_circle_stroke(c, middle, 19, ink);
        return "circles";
    case 8:
        pmb_ellipse_fill(c, (pmb_rect){r.x, (int16_t)(r.y + 10), 40, 20}, sea);
        pmb_ellipse_stroke(c, (pmb_rect){(int16_t)(r.x + 10), r.y, 20, 40}, ink);
        return "ellipses";
    default:
        pmb_ellipse_ring(c, r, 7, sand);
        return "ring";
    }
}

static const char *draw_area_shape(pmb_canvas *c, int i, pmb_rect r)
{
    static const uint8_t waves[8] = {0x18, 0x24, 0x42, 0x81, 0x18, 0x24, 0x42, 0x81};
    const pmb_point middle = at(r, 20, 20);
    pmb_point points[10];
    star(r, points);
    switch (i) {
    case 10:
        pmb_sector_fill(c, middle, 19, 11, PMB_DEGREES(-120), PMB_DEGREES(150), sea);
        pmb_sector_fill(c, middle, 19, 11, PMB_DEGREES(30), PMB_DEGREES(60), sand);
        pmb_sector_fill(c, middle, 19, 11, PMB_DEGREES(90), PMB_DEGREES(30), lamp);
        return "ring sectors";
    case 11:
        pmb_sector_fill(c, middle, 19, -1, PMB_DEGREES(0), PMB_DEGREES(110), lamp);
        pmb_sector_fill(c, middle, 19, -1, PMB_DEGREES(110), PMB_DEGREES(160), sand);
        pmb_sector_fill(c, middle, 19, -1, PMB_DEGREES(270), PMB_DEGREES(90), sea);
        return "sectors";
    case 12:
        pmb_triangle_fill(c, at(r, 0, 39), at(r, 20, 0), at(r, 20, 39), sea);
        pmb_triangle_fill(c, at(r, 20, 0), at(r, 20, 39), at(r, 39, 39), sand);
        return "triangles";
    case 13:
        pmb_polygon_fill(c, points, 10, sand);
        pmb_polyline(c, points, 10, true, ink);
        return "polygon";
    case 14:
        for (int k = 0; k < 5; k++)
            points[k] = pmb_polar(middle, (pmb_angle)(k * 2 * 13107), 20);
        pmb_polygon_fill(c, points, 5, lamp);
        return "even-odd";
    case 15:
        pmb_rect_gradient(c, r, sea, ground, true);
        return "gradient";
    case 16:
        for (int k = 0; k < 4; k++)
            pmb_rect_dither(c, (pmb_rect){(int16_t)(r.x + 10 * k), r.y, 10, 40},
                            (uint8_t)(3 + 4 * k), ink);
        return "dither";
    case 17:
        pmb_rect_pattern(c, r, waves, sea);
        return "pattern";
    case 18:
        for (int k = 0; k < 12; k++)
            pmb_line(c, pmb_polar(middle, (pmb_angle)(k * 5461), 16),
                     pmb_polar(middle, (pmb_angle)(k * 5461), 19), ink);
        pmb_line_wide(c, middle, pmb_polar(middle, PMB_DEGREES(60), 13), 3, lamp);
        return "polar";
    default: {
        const pmb_rect saved = pmb_canvas_narrow_clip(c, pmb_rect_inset(r, 6));
        pmb_circle_fill(c, at(r, 6, 6), 24, sea);
        pmb_circle_fill(c, at(r, 33, 33), 16, sand);
        pmb_canvas_restore_clip(c, saved);
        return "clip";
    }
    }
}

/* The same with smooth edges. */
static const char *draw_smooth_shape(pmb_canvas *c, int i, pmb_rect r)
{
    const pmb_point middle = at(r, 20, 20);
    pmb_point points[10];
    star(r, points);
    switch (i) {
    case 20:
        for (int k = 0; k < 40; k += 13)
            pmb_smooth_line(c, at(r, 0, 39 - k), at(r, 39, k), k % 2 ? sea : ink);
        return "smooth lines";
    case 21:
        pmb_smooth_line_wide(c, at(r, 4, 35), at(r, 14, 4), 3, sea);
        pmb_smooth_line_wide(c, at(r, 14, 35), at(r, 24, 4), 6, sand);
        pmb_smooth_line_wide(c, at(r, 26, 33), at(r, 34, 6), 11, lamp);
        return "wide lines";
    case 22:
        pmb_smooth_curve_quadratic(c, at(r, 0, 39), at(r, 20, -39), at(r, 39, 39), sea);
        pmb_smooth_curve_cubic(c, at(r, 0, 25), at(r, 20, -25), at(r, 20, 75), at(r, 39, 20), sand);
        return "curves";
    case 23:
        pmb_smooth_round_fill(c, pmb_rect_inset(r, 4), 9, sand);
        pmb_smooth_round_stroke(c, r, 12, ink);
        return "round";
    case 24:
        pmb_smooth_circle_fill(c, middle, 14, lamp);
        pmb_smooth_circle_stroke(c, middle, 19, ink);
        return "circles";
    case 25:
        pmb_smooth_ellipse_fill(c, (pmb_rect){r.x, (int16_t)(r.y + 10), 40, 20}, sea);
        pmb_smooth_ellipse_stroke(c, (pmb_rect){(int16_t)(r.x + 10), r.y, 20, 40}, ink);
        return "ellipses";
    case 26:
        pmb_smooth_ellipse_ring(c, r, 7, sand);
        return "ring";
    case 27:
        pmb_smooth_sector_fill(c, middle, 19, 11, PMB_DEGREES(-120), PMB_DEGREES(147), sea);
        pmb_smooth_sector_fill(c, middle, 19, 11, PMB_DEGREES(30), PMB_DEGREES(57), sand);
        pmb_smooth_sector_fill(c, middle, 19, 11, PMB_DEGREES(90), PMB_DEGREES(30), lamp);
        return "ring sectors";
    case 28:
        pmb_smooth_polygon_fill(c, points, 10, sand);
        pmb_smooth_polyline(c, points, 10, true, ink);
        return "polygon";
    default:
        for (int k = 0; k < 12; k++)
            pmb_smooth_line(c, pmb_polar(middle, (pmb_angle)(k * 5461), 16),
                            pmb_polar(middle, (pmb_angle)(k * 5461), 19), ink);
        pmb_smooth_line_wide(c, middle, pmb_polar(middle, PMB_DEGREES(60), 13), 3, lamp);
        return "polar";
    }
}

/* Shape number i in r; returns its name. */
static const char *draw_shape(pmb_canvas *c, int i, pmb_rect r)
{
    return i < 10   ? draw_line_shape(c, i, r)
           : i < 20 ? draw_area_shape(c, i, r)
                    : draw_smooth_shape(c, i, r);
}

static void paint(pmb_canvas *c, void *scene)
{
    const pmb_text_style style = {.font = &pmb_font_jetty, .color = ink};
    static const pmb_text_layout below = {.across = PMB_CENTER, .down = PMB_BOTTOM};
    (void)scene;
    pmb_fill(c, ground);
    for (int i = 0; i < SHAPES; i++) {
        const pmb_rect cell = {(int16_t)(i % ACROSS * CELL_W), (int16_t)(i / ACROSS * CELL_H),
                               CELL_W, CELL_H};
        const pmb_rect shape = {(int16_t)(cell.x + (CELL_W - SIDE) / 2), (int16_t)(cell.y + 4),
                                SIDE, SIDE};
        if (!pmb_canvas_shows(c, cell)) /* in another band */
            continue;
        const char *name = draw_shape(c, i, shape);
        pmb_text_box(c, &style, pmb_rect_inset(cell, 2), &below, name);
    }
}

int main(void)
{
    static uint8_t band[480 * 2 * 16];
    pmb_panel panel;
    pmb_screen screen;
    const pmb_panel_config *const panels[] = {&kiosk, NULL};

    pmb_status status = pmb_panel_open(&panel, &kiosk, board_start(panels));
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    if (status == PMB_OK)
        status = pmb_screen_paint(&screen, paint, NULL);
    while (status == PMB_OK && board_running("shapes", 100))
        panel.port->wait_us(panel.port->context, 20000);
    return status == PMB_OK ? 0 : 1;
}
