/* shapes.c - a sheet of every shape on a colour TFT. */
#include "board.h"

static const pmb_panel_config kiosk = {
    .controller = &pmb_ili9341,
    .size = {240, 320},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .rotate = PMB_ROTATE_90,
};

enum { ACROSS = 5, DOWN = 3, CELL_W = 64, CELL_H = 80, SHAPES = ACROSS * DOWN };

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
        points[i] = pmb_polar(at(r, r.w / 2, r.h / 2), (pmb_angle)(i * 6554), i % 2 ? 10 : 25);
}

/* Shape number i in r, and its name. */
static const char *draw_shape(pmb_canvas *c, int i, pmb_rect r)
{
    const pmb_point middle = at(r, r.w / 2, r.h / 2);
    pmb_point points[10];
    star(r, points);
    switch (i) {
    case 0:
        for (int k = 0; k <= 50; k += 10)
            pmb_line(c, at(r, 0, 49 - k), at(r, 49, k), k % 20 ? sea : ink);
        return "lines";
    case 1:
        pmb_rect_fill(c, pmb_rect_inset(r, 8), sea);
        pmb_rect_stroke(c, r, ink);
        return "rectangles";
    case 2:
        pmb_round_fill(c, pmb_rect_inset(r, 4), 12, sand);
        pmb_round_stroke(c, r, 16, ink);
        return "round";
    case 3:
        pmb_circle_fill(c, middle, 18, lamp);
        pmb_circle_stroke(c, middle, 24, ink);
        return "circles";
    case 4:
        pmb_ellipse_fill(c, (pmb_rect){r.x, (int16_t)(r.y + 12), 50, 26}, sea);
        pmb_ellipse_stroke(c, (pmb_rect){(int16_t)(r.x + 12), r.y, 26, 50}, ink);
        return "ellipses";
    case 5:
        pmb_ellipse_ring(c, r, 9, sand);
        return "ring";
    case 6:
        pmb_sector_fill(c, middle, 24, 15, PMB_DEGREES(-120), PMB_DEGREES(150), sea);
        pmb_sector_fill(c, middle, 24, 15, PMB_DEGREES(30), PMB_DEGREES(60), sand);
        pmb_sector_fill(c, middle, 24, 15, PMB_DEGREES(90), PMB_DEGREES(30), lamp);
        return "ring sectors";
    case 7:
        pmb_sector_fill(c, middle, 24, -1, PMB_DEGREES(0), PMB_DEGREES(110), lamp);
        pmb_sector_fill(c, middle, 24, -1, PMB_DEGREES(110), PMB_DEGREES(160), sand);
        pmb_sector_fill(c, middle, 24, -1, PMB_DEGREES(270), PMB_DEGREES(90), sea);
        return "sectors";
    case 8:
        pmb_triangle_fill(c, at(r, 0, 49), at(r, 25, 0), at(r, 25, 49), sea);
        pmb_triangle_fill(c, at(r, 25, 0), at(r, 25, 49), at(r, 49, 49), sand);
        return "triangles";
    case 9:
        pmb_polygon_fill(c, points, 10, sand);
        pmb_polyline(c, points, 10, true, ink);
        return "polygon";
    case 10:
        for (int k = 0; k < 5; k++)
            points[k] = pmb_polar(middle, (pmb_angle)(k * 2 * 13107), 25);
        pmb_polygon_fill(c, points, 5, lamp);
        return "even-odd";
    case 11:
        pmb_polyline(c, points, 6, false, ink);
        return "polyline";
    case 12:
        pmb_curve_quadratic(c, at(r, 0, 49), at(r, 25, -49), at(r, 49, 49), sea);
        pmb_curve_quadratic(c, at(r, 0, 49), at(r, 25, 0), at(r, 49, 49), ink);
        return "quadratic";
    case 13:
        pmb_curve_cubic(c, at(r, 0, 25), at(r, 25, -40), at(r, 25, 90), at(r, 49, 25), sand);
        return "cubic";
    default:
        for (int k = 0; k < 12; k++)
            pmb_line(c, pmb_polar(middle, (pmb_angle)(k * 5461), 20),
                     pmb_polar(middle, (pmb_angle)(k * 5461), 24), ink);
        pmb_line(c, middle, pmb_polar(middle, PMB_DEGREES(60), 18), lamp);
        return "polar";
    }
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
        const pmb_rect shape = {(int16_t)(cell.x + 7), (int16_t)(cell.y + 8), 50, 50};
        const char *name = draw_shape(c, i, shape);
        pmb_text_box(c, &style, pmb_rect_inset(cell, 4), &below, name);
    }
}

int main(void)
{
    static uint8_t band[320 * 2 * 8]; /* eight rows of 240 */
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
