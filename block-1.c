#include <pemble/bench.h>
#include <pemble/pemble.h>

static const pmb_panel_config gangway = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c},
};

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_text_style label = {.font = &pmb_font_jetty, .color = PMB_WHITE};
    pmb_text(c, &label, pmb_point_of(4, 20), (const char *)scene);
}

int main(void)
{
    static uint8_t band[128];
    char text[] = "HIGH TIDE 4.12 m";
    pmb_panel panel;
    pmb_screen screen;
    pmb_bench *bench = pmb_bench_new();
    pmb_module *module = pmb_bench_place_panel(bench, &gangway);
    if (pmb_panel_open(&panel, &gangway, pmb_bench_port(bench)) != PMB_OK ||
        pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0) != PMB_OK ||
        pmb_screen_paint(&screen, paint, text) != PMB_OK)
        return 1;
    pmb_module_save_png(module, "gangway.png", 0);
    pmb_bench_free(bench);
    return 0;
}
