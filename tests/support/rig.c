/* rig.c - a panel on a bench for tests. */
#include "rig.h"

#include <stdio.h>

void rig_build(struct rig *rig, const pmb_panel_config *config)
{
    memset(rig, 0, sizeof *rig);
    rig->config = *config;
    rig->bench = pmb_bench_new();
    assert_non_null(rig->bench);
    rig->module = pmb_bench_place_panel(rig->bench, config);
    assert_non_null(rig->module);
    rig->port = pmb_bench_port(rig->bench);
}

void rig_open(struct rig *rig, const pmb_panel_config *config, size_t band_bytes, bool tiles)
{
    rig_build(rig, config);
    tiles = tiles && !PMB_NO_TILES; /* the glass is the same without */
    assert_int_equal(pmb_panel_open(&rig->panel, &rig->config, rig->port), PMB_OK);
    const size_t bytes = band_bytes ? band_bytes : pmb_screen_whole_bytes(&rig->panel);
    const size_t count = pmb_screen_tile_count(&rig->panel, bytes);
    rig->buffer = malloc(bytes);
    rig->tiles = tiles ? malloc(count * sizeof *rig->tiles) : NULL;
    assert_int_equal(pmb_screen_init(&rig->screen, &rig->panel, rig->buffer, bytes, rig->tiles,
                                     tiles ? count : 0),
                     PMB_OK);
}

void rig_close(struct rig *rig)
{
    free(rig->buffer);
    free(rig->tiles);
    pmb_bench_free(rig->bench);
}

void assert_no_complaints(const struct rig *rig)
{
    if (pmb_module_complaint_count(rig->module) > 0)
        fail_msg("%s: %s", pmb_module_label(rig->module), pmb_module_complaint(rig->module, 0));
}

static unsigned brightness(pmb_glass_view glass, int x, int y)
{
    const uint8_t *p = glass.rgb + 3 * (y * glass.width + x);
    return (unsigned)p[0] + p[1] + p[2];
}

static unsigned lightest(pmb_glass_view glass)
{
    unsigned most = 1;
    for (int y = 0; y < glass.height; y++)
        for (int x = 0; x < glass.width; x++)
            if (brightness(glass, x, y) > most)
                most = brightness(glass, x, y);
    return most;
}

bool glass_is_light(struct rig *rig, int x, int y)
{
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    return brightness(glass, x, y) * 2 > lightest(glass);
}

unsigned glass_light_count(struct rig *rig)
{
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    const unsigned most = lightest(glass);
    unsigned count = 0;
    for (int y = 0; y < glass.height; y++)
        for (int x = 0; x < glass.width; x++)
            count += brightness(glass, x, y) * 2 > most;
    return count;
}

unsigned glass_lit_count(struct rig *rig)
{
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    unsigned count = 0;
    for (int y = 0; y < glass.height; y++)
        for (int x = 0; x < glass.width; x++)
            count += brightness(glass, x, y) > 0;
    return count;
}

/* Where a pixel of the screen must be on the glass: mirrored first, then turned clockwise. */
static void on_glass(const struct rig *rig, int x, int y, int *glass_x, int *glass_y)
{
    const pmb_panel_config *config = &rig->config;
    const int w = config->size.w, h = config->size.h;
    if (config->mirror)
        x = rig->panel.size.w - 1 - x;
    *glass_x = x;
    *glass_y = y;
    if (config->rotate == PMB_ROTATE_90) {
        *glass_x = w - 1 - y;
        *glass_y = x;
    } else if (config->rotate == PMB_ROTATE_180) {
        *glass_x = w - 1 - x;
        *glass_y = h - 1 - y;
    } else if (config->rotate == PMB_ROTATE_270) {
        *glass_x = y;
        *glass_y = h - 1 - x;
    }
}

void assert_glass_shows(struct rig *rig, pmb_paint paint, void *scene)
{
    const pmb_size size = rig->panel.size;
    const pmb_rect all = {0, 0, size.w, size.h};
    const size_t bytes = pmb_canvas_bytes(&pmb_mono_horizontal, size);
    uint8_t *pixels = calloc(1, bytes);
    pmb_canvas c;
    assert_int_equal(pmb_canvas_init(&c, &pmb_mono_horizontal, all, pixels, bytes), PMB_OK);
    paint(&c, scene);
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    const unsigned most = lightest(glass);
    for (int y = 0; y < size.h; y++)
        for (int x = 0; x < size.w; x++) {
            int gx, gy;
            on_glass(rig, x, y, &gx, &gy);
            const bool want = pmb_canvas_peek(&c, (pmb_point){(int16_t)x, (int16_t)y}) != PMB_BLACK;
            const bool have = brightness(glass, gx, gy) * 2 > most;
            if (want != have)
                fail_msg("%s %dx%d turned %d%s: screen pixel %d,%d (glass %d,%d) should be %s",
                         pmb_module_label(rig->module), rig->config.size.w, rig->config.size.h,
                         (int)rig->config.rotate * 90, rig->config.mirror ? " mirrored" : "", x, y,
                         gx, gy, want ? "light" : "dark");
        }
    free(pixels);
}

void paint_lopsided(pmb_canvas *c, void *scene)
{
    const pmb_size size = *(const pmb_size *)scene;
    const pmb_text_style style = {.font = &pmb_font_jetty, .color = PMB_WHITE};
    const int16_t right = (int16_t)(size.w - 1), bottom = (int16_t)(size.h - 1);
    pmb_fill(c, PMB_BLACK);
    pmb_rect_stroke(c, (pmb_rect){0, 0, size.w, size.h}, PMB_WHITE);
    pmb_line(c, (pmb_point){0, bottom}, (pmb_point){right, (int16_t)(bottom / 3)}, PMB_WHITE);
    pmb_text(c, &style, (pmb_point){4, 11}, "Fj4");
    pmb_rect_fill(c, (pmb_rect){(int16_t)(right - 9), 3, 7, 4}, PMB_WHITE);
}
