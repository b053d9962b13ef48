/* slides.c - a card of pictures, shown one after the other on a TFT and on paper. */
#include <stdio.h>
#include "board.h"

static const pmb_panel_config kiosk = {
    .controller = &pmb_ili9341,
    .size = {240, 320},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .rotate = PMB_ROTATE_90,
};

static const pmb_panel_config board_of_tides = {
    .controller = &pmb_uc8176,
    .size = {400, 300},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(13), .data_command = PMB_PIN(22)},
    .reset = PMB_PIN(26),
    .busy = PMB_PIN(27),
};

static const pmb_panel_config *const panels[] = {&kiosk, &board_of_tides, NULL};

struct show {
    pmb_slides slides;
    pmb_size size; /* of the screen that is painted */
};

/* The slide, and its name on a strip below it. */
static void paint(pmb_canvas *c, void *scene)
{
    const struct show *show = (const struct show *)scene;
    const pmb_text_style style = {.font = &pmb_font_jetty, .color = PMB_BLACK};
    static const pmb_text_layout middle = {.across = PMB_CENTER, .down = PMB_MIDDLE};
    const int16_t strip = 14, h = (int16_t)(show->size.h - strip);
    pmb_fill(c, PMB_WHITE);
    (void)pmb_slides_draw(c, &show->slides, (pmb_rect){0, 0, show->size.w, h});
    pmb_text_box(c, &style, (pmb_rect){0, h, show->size.w, strip}, &middle, show->slides.name);
}

static void skipped(void *context, const char *name, const pmb_file_report *report)
{
    (void)context;
    printf("%s is passed over: %s (byte %lu)\n", name, report->reason,
           (unsigned long)report->offset);
}

/* Shows slides on a panel; every second has its own. */
static pmb_status run(const pmb_panel_config *config, const pmb_port *port, const char *name,
                      int count)
{
    static uint8_t buffer[400 * 300 / 8 * 2], memory[PMB_FILE_MEMORY(400)];
    pmb_panel panel;
    pmb_screen screen;
    struct show show;
    pmb_slides_open(&show.slides, board_card(), memory, sizeof memory);
    show.slides.skipped = skipped;

    pmb_status status = pmb_panel_open(&panel, config, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, buffer, sizeof buffer, NULL, 0);
    show.size = panel.size;
    for (int i = 0; i < count && status == PMB_OK && pmb_slides_next(&show.slides); i++) {
        printf("%s: %s\n", name, show.slides.name);
        status = pmb_screen_paint(&screen, paint, &show);
    }
    return status;
}

int main(void)
{
    const pmb_port *port = board_start(panels);
    for (int i = 0; panels[i]; i++)
        (void)pmb_panel_quiet(panels[i], port);
    pmb_status status = run(&kiosk, port, "kiosk", 4);
    if (status == PMB_OK)
        status = run(&board_of_tides, port, "board of tides", 5);
    while (status == PMB_OK && board_running("slides", 100))
        port->wait_us(port->context, 20000);
    return status == PMB_OK ? 0 : 1;
}
