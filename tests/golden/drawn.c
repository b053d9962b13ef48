/* Every function that draws, with many arguments and on every kind of pixels, by checksums; and all
 * that is drawn is noted. The sheets (shapes.c) show them; these tell of any other pixel. */
#include <zlib.h>
#include "file.h"
#include "golden.h"

enum { W = 61, H = 47, DRAWINGS = 150 };

static const pmb_rect bounds = {-20, 5, W, H};

static const pmb_format *const formats[] = {
    &pmb_rgb565,         &pmb_mono_vertical,        &pmb_mono_horizontal_lsb,
    &pmb_grey4,          &pmb_grey4_vertical,       &pmb_index4,
    &pmb_index8,         &pmb_ink_vertical_msb,     &pmb_ink_horizontal,
    &pmb_grey2_vertical, &pmb_grey2_horizontal_lsb, &pmb_four_inks_horizontal,
};

static const pmb_color colors[] = {PMB_BLACK, PMB_WHITE, PMB_RED, PMB_RGB(90, 130, 40),
                                   PMB_RGB(200, 190, 20)};
static const pmb_palette palette = {colors, LENGTH(colors)};

static unsigned seed;

static int below(int limit)
{
    seed = seed * 1664525u + 1013904223u;
    return (int)((seed >> 8) % (unsigned)limit);
}

static int16_t place(void)
{
    const int reach = below(12) == 0 ? 9000 : 60;
    return (int16_t)(below(2 * reach) - reach);
}

static pmb_point point(void)
{
    const int16_t x = place();
    return pmb_point_of(x, place());
}

static int16_t side(void)
{
    return (int16_t)(below(9) == 0 ? below(3) - 1 : below(70));
}

static pmb_rect rect(void)
{
    const pmb_point p = point();
    const int16_t w = side();
    return (pmb_rect){p.x, p.y, w, side()};
}

static pmb_color ink;

/* Arguments are taken in a fixed order: a compiler may evaluate those of a call in any. */
#define DRAWER(name, ...)                                                                          \
    static void name(pmb_canvas *c)                                                                \
    {                                                                                              \
        const pmb_point a = point(), b = point(), d = point(), e = point();                        \
        const pmb_rect r = rect();                                                                 \
        const int16_t m = side(), n = side();                                                      \
        const pmb_angle from = (pmb_angle)below(65536), sweep = (pmb_angle)below(70000);           \
        const uint8_t u = (uint8_t)(below(5) == 0 ? below(256) : below(12)),                       \
                      v = (uint8_t)below(9);                                                       \
        (void)a, (void)b, (void)d, (void)e, (void)r, (void)m, (void)n, (void)from, (void)sweep;    \
        (void)u, (void)v;                                                                          \
        __VA_ARGS__;                                                                               \
    }
#define CORNERS                                                                                    \
    (const pmb_point[])                                                                            \
    {                                                                                              \
        a, b, d, e, {r.x, r.y},                                                                    \
        {                                                                                          \
            m, n                                                                                   \
        }                                                                                          \
    }

DRAWER(pixel, pmb_pixel(c, a, ink))
DRAWER(across, pmb_line_across(c, a, m, ink))
DRAWER(down, pmb_line_down(c, a, m, ink))
DRAWER(line, pmb_line(c, a, b, ink))
DRAWER(dashed, pmb_line_dashed(c, a, b, u, v, ink))
DRAWER(wide, pmb_line_wide(c, a, b, u, ink))
DRAWER(filled, pmb_rect_fill(c, r, ink))
DRAWER(stroked, pmb_rect_stroke(c, r, ink))
DRAWER(pattern, pmb_rect_pattern(c, r, (const uint8_t[]){1, 2, 4, 0xF8, 0x55, 0, 0x81, 7}, ink))
DRAWER(dither, pmb_rect_dither(c, r, (uint8_t)(2 * v), ink))
DRAWER(gradient, pmb_rect_gradient(c, r, ink, PMB_RGB(250, 20, 90), v & 1))
DRAWER(ellipse, pmb_ellipse_fill(c, r, ink))
DRAWER(ellipse_stroke, pmb_ellipse_stroke(c, r, ink))
DRAWER(ellipse_ring, pmb_ellipse_ring(c, r, v, ink))
DRAWER(circle, pmb_circle_fill(c, a, m, ink))
DRAWER(circle_stroke, pmb_circle_stroke(c, a, m, ink))
DRAWER(round_fill, pmb_round_fill(c, r, u, ink))
DRAWER(round_stroke, pmb_round_stroke(c, r, u, ink))
DRAWER(sector, pmb_sector_fill(c, a, m, n, from, sweep, ink))
DRAWER(sector_stroke, pmb_sector_stroke(c, a, m, n, from, sweep, ink))
DRAWER(polygon, pmb_polygon_fill(c, CORNERS, (uint16_t)(3 + v % 4), ink))
DRAWER(triangle, pmb_triangle_fill(c, a, b, d, ink))
DRAWER(polyline, pmb_polyline(c, CORNERS, (uint16_t)(v % 7), u & 1, ink))
DRAWER(quadratic, pmb_curve_quadratic(c, a, b, d, ink))
DRAWER(cubic, pmb_curve_cubic(c, a, b, d, e, ink))
DRAWER(smooth_line, pmb_smooth_line(c, a, b, ink))
DRAWER(smooth_dashed, pmb_smooth_line_dashed(c, a, b, u, v, ink))
DRAWER(smooth_wide, pmb_smooth_line_wide(c, a, b, u, ink))
DRAWER(smooth_polyline, pmb_smooth_polyline(c, CORNERS, (uint16_t)(v % 7), u & 1, ink))
DRAWER(smooth_quadratic, pmb_smooth_curve_quadratic(c, a, b, d, ink))
DRAWER(smooth_cubic, pmb_smooth_curve_cubic(c, a, b, d, e, ink))
DRAWER(smooth_ellipse, pmb_smooth_ellipse_fill(c, r, ink))
DRAWER(smooth_ellipse_stroke, pmb_smooth_ellipse_stroke(c, r, ink))
DRAWER(smooth_ellipse_ring, pmb_smooth_ellipse_ring(c, r, v, ink))
DRAWER(smooth_circle, pmb_smooth_circle_fill(c, a, m, ink))
DRAWER(smooth_circle_stroke, pmb_smooth_circle_stroke(c, a, m, ink))
DRAWER(smooth_round, pmb_smooth_round_fill(c, r, u, ink))
DRAWER(smooth_round_stroke, pmb_smooth_round_stroke(c, r, u, ink))
DRAWER(smooth_sector, pmb_smooth_sector_fill(c, a, m, n, from, sweep, ink))
DRAWER(smooth_sector_stroke, pmb_smooth_sector_stroke(c, a, m, n, from, sweep, ink))
DRAWER(smooth_polygon, pmb_smooth_polygon_fill(c, CORNERS, (uint16_t)(3 + v % 4), ink))
DRAWER(smooth_triangle, pmb_smooth_triangle_fill(c, a, b, d, ink))
DRAWER(text, const pmb_text_style style = {.font = &pmb_font_slipway,
                                           .color = ink,
                                           .turn = (uint8_t)(u & 3),
                                           .scale = (uint8_t)(v % 3)};
       pmb_text(c, &style, pmb_point_of((int16_t)(a.x / 2), (int16_t)(a.y / 2)), "Quay 7 &\u00e4"))
DRAWER(smooth_text, const pmb_text_style style = {.font = &pmb_font_smooth16,
                                                  .color = ink,
                                                  .turn = (uint8_t)(u & 3)};
       pmb_text(c, &style, pmb_point_of((int16_t)(a.x / 2), (int16_t)(a.y / 2)), "Ebb 4.1"))

#define ONE(name)                                                                                  \
    {                                                                                              \
#name, name                                                                                \
    }
static const struct {
    const char *name;
    void (*draw)(pmb_canvas *c);
} drawers[] = {
    ONE(pixel),
    ONE(across),
    ONE(down),
    ONE(line),
    ONE(dashed),
    ONE(wide),
    ONE(filled),
    ONE(stroked),
    ONE(pattern),
    ONE(dither),
    ONE(gradient),
    ONE(ellipse),
    ONE(ellipse_stroke),
    ONE(ellipse_ring),
    ONE(circle),
    ONE(circle_stroke),
    ONE(round_fill),
    ONE(round_stroke),
    ONE(sector),
    ONE(sector_stroke),
    ONE(polygon),
    ONE(triangle),
    ONE(polyline),
    ONE(quadratic),
    ONE(cubic),
    ONE(smooth_line),
    ONE(smooth_dashed),
    ONE(smooth_wide),
    ONE(smooth_polyline),
    ONE(smooth_quadratic),
    ONE(smooth_cubic),
    ONE(smooth_ellipse),
    ONE(smooth_ellipse_stroke),
    ONE(smooth_ellipse_ring),
    ONE(smooth_circle),
    ONE(smooth_circle_stroke),
    ONE(smooth_round),
    ONE(smooth_round_stroke),
    ONE(smooth_sector),
    ONE(smooth_sector_stroke),
    ONE(smooth_polygon),
    ONE(smooth_triangle),
    ONE(text),
    ONE(smooth_text),
};

static bool is_noted(const pmb_damage *damage, int16_t x, int16_t y)
{
    for (uint8_t i = 0; i < damage->count; i++)
        if (pmb_rect_holds(damage->parts[i],
                           pmb_point_of((int16_t)(x - bounds.x), (int16_t)(y - bounds.y))))
            return true;
    return false;
}

static void assert_noted(pmb_canvas *c, const pmb_canvas *before, const pmb_damage *damage,
                         const char *name)
{
    c->origin = pmb_point_of(0, 0);
    c->clip = c->bounds;
    for (int16_t y = bounds.y; y < bounds.y + H; y++)
        for (int16_t x = bounds.x; x < bounds.x + W; x++)
            if (pmb_canvas_peek(c, pmb_point_of(x, y)) !=
                    pmb_canvas_peek(before, pmb_point_of(x, y)) &&
                !is_noted(damage, x, y))
                fail_msg("%s: %d,%d is not noted", name, x, y);
}

/* A function on a format: many drawings, each on what the last one left, in a clip of its own. */
static uLong checksum_of(size_t drawer, const pmb_format *format)
{
    static uint8_t pixels[W * H * 2], old[sizeof pixels];
    pmb_canvas c, before;
    pmb_damage damage;
    uLong sum = crc32(0, NULL, 0);
    memset(pixels, 0, sizeof pixels);
    seed = (unsigned)drawer;
    for (int i = 0; i < DRAWINGS; i++) {
        assert_int_equal(pmb_canvas_init(&c, format, bounds, pixels, sizeof pixels), PMB_OK);
        c.palette = &palette;
        memcpy(old, pixels, sizeof old);
        before = c;
        before.pixels = old;
        c.origin.x = (int16_t)(below(30) - 15);
        c.origin.y = (int16_t)(below(30) - 15);
        if (below(3) == 0) {
            c.clip.x = (int16_t)(bounds.x + below(30));
            c.clip.y = (int16_t)(bounds.y + below(20));
            c.clip.w = (int16_t)(1 + below(W - 30));
            c.clip.h = (int16_t)(1 + below(H - 20));
        }
        damage.count = 0;
#if !PMB_NO_DAMAGE
        c.damage = &damage;
#endif
        ink = colors[below(LENGTH(colors))];
        drawers[drawer].draw(&c);
        if (format == formats[0] || format == formats[1])
            assert_noted(&c, &before, &damage, drawers[drawer].name);
        sum = crc32(sum, pixels, (uInt)pmb_canvas_bytes(format, (pmb_size){W, H}));
    }
    return sum;
}

/* A photograph from a card, as large as it is and made smaller. */
static void write_photograph(FILE *lines)
{
    static const pmb_rect places[] = {{0, 0, 240, 240}, {3, 2, 101, 80}};
    static uint8_t pixels[240 * 240 * 2], bytes[40000];
    FILE *f = fopen(SOURCE_DIR "/assets/quay/card/DAWN 7.JPG", "rb");
    assert_non_null(f);
    const size_t size = fread(bytes, 1, sizeof bytes, f);
    fclose(f);
    fprintf(lines, "photograph            ");
    for (size_t k = 0; k < LENGTH(places); k++) {
        pmb_canvas c;
        pmb_file_report report;
        assert_int_equal(
            pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 240, 240}, pixels, sizeof pixels),
            PMB_OK);
        pmb_fill(&c, PMB_RED);
        assert_int_equal(draw_file(&c, bytes, size, places[k], &report), PMB_OK);
        fprintf(lines, " %08lx", crc32(crc32(0, NULL, 0), pixels, sizeof pixels) & 0xFFFFFFFF);
    }
    fprintf(lines, "\n");
}

static void write_lines(FILE *lines)
{
    for (size_t i = 0; i < LENGTH(drawers); i++) {
        fprintf(lines, "%-22s", drawers[i].name);
        for (size_t k = 0; k < LENGTH(formats); k++)
            fprintf(lines, " %08lx", checksum_of(i, formats[k]));
        fprintf(lines, "\n");
    }
    write_photograph(lines);
}

static const struct golden_list list = {"drawn", write_lines};

static void all_is_drawn_as_it_was(void **state)
{
    (void)state;
    golden_list_compare(&list);
}

int main(int argc, char **argv)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN | PMB_NO_DAMAGE | PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_PLAIN_TEXT |
                         PMB_ONLY_CIRCLES | PMB_NEAR,
                     all_is_drawn_as_it_was),
    };
    const int kept = golden_list_keep(&list, argc, argv);
    return kept >= 0 ? kept : cmocka_run_group_tests(tests, NULL, NULL);
}
