/* two_panels.c - a colour TFT and an LCD of another make on one SPI bus, each with its own select.
 */
#include "board.h"

/* Both are on SPI unit 0 and share the data/command line. */
static const pmb_panel_config kiosk = {
    .controller = &pmb_st7735,
    .size = {128, 160},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .rotate = PMB_ROTATE_90,
};

static const pmb_panel_config berth = {
    .controller = &pmb_pcd8544,
    .size = {84, 48},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(13), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(22),
};

static const pmb_panel_config *const panels[] = {&kiosk, &berth, NULL};

struct ferry {
    const char *name, *berth;
    int16_t minutes; /* until it leaves */
    pmb_size size;   /* of the screen that is painted */
};

static void centred(pmb_canvas *c, const struct ferry *ferry, int16_t baseline, pmb_color color,
                    uint8_t scale, const char *text)
{
    const pmb_text_style style = {.font = &pmb_font_jetty, .color = color, .scale = scale};
    const int16_t left = (int16_t)((ferry->size.w - pmb_text_width(&style, text)) / 2);
    pmb_text(c, &style, (pmb_point){left, baseline}, text);
}

static void paint_kiosk(pmb_canvas *c, void *scene)
{
    const struct ferry *ferry = (const struct ferry *)scene;
    const pmb_color sea = PMB_RGB(16, 48, 72), sand = PMB_RGB(240, 208, 128);
    pmb_fill(c, sea);
    pmb_rect_fill(c, (pmb_rect){0, 0, ferry->size.w, 24}, sand);
    centred(c, ferry, 18, sea, 2, "FERRY");
    centred(c, ferry, 62, PMB_WHITE, 3, ferry->name);
    /* One block for each five minutes until it leaves; the last ones are red. */
    for (int16_t i = 0; i < 6; i++)
        pmb_rect_fill(c, (pmb_rect){(int16_t)(11 + i * 23), 84, 20, 20},
                      i * 5 >= ferry->minutes ? PMB_RGB(40, 72, 96)
                      : i < 2                 ? PMB_RED
                                              : PMB_GREEN);
    centred(c, ferry, 121, sand, 1, "leaves when the lamps are out");
}

static void paint_berth(pmb_canvas *c, void *scene)
{
    const struct ferry *ferry = (const struct ferry *)scene;
    pmb_fill(c, PMB_WHITE);
    pmb_rect_stroke(c, (pmb_rect){0, 0, ferry->size.w, ferry->size.h}, PMB_BLACK);
    centred(c, ferry, 14, PMB_BLACK, 1, "BERTH");
    centred(c, ferry, 38, PMB_BLACK, 3, ferry->berth);
}

/* Gives a panel its screen and paints it. */
static pmb_status show(const pmb_panel_config *config, const pmb_port *port, pmb_paint paint,
                       struct ferry *ferry)
{
    static uint8_t band[160 * 2 * 16]; /* sixteen rows of the larger one; both use it in turn */
    pmb_panel panel;
    pmb_screen screen;
    pmb_status status = pmb_panel_open(&panel, config, port);
    ferry->size = panel.size;
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    return status == PMB_OK ? pmb_screen_paint(&screen, paint, ferry) : status;
}

int main(void)
{
    const pmb_port *port = board_start(panels);
    struct ferry ferry = {.name = "SANDPIPER", .berth = "2B", .minutes = 20};
    /* Before either is opened: until its select is high, a panel takes what is meant for another.
     */
    for (int i = 0; panels[i]; i++)
        (void)pmb_panel_quiet(panels[i], port);
    pmb_status status = show(&kiosk, port, paint_kiosk, &ferry);
    if (status == PMB_OK)
        status = show(&berth, port, paint_berth, &ferry);
    while (status == PMB_OK && board_running("two_panels", 100))
        port->wait_us(port->context, 20000);
    return status == PMB_OK ? 0 : 1;
}
