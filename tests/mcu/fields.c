/* fields.c - two labelled number fields in round frames on an 84x48 LCD: a band of one row of
 * bytes, and fonts with just the glyphs that are used. */
#include "job.h"

extern const PMB_FLASH pmb_font fields_small, fields_large;

static const pmb_panel_config berth = {
    .controller = &pmb_pcd8544,
    .size = {84, 48},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(10), .data_command = PMB_PIN(9)},
    .reset = PMB_PIN(8),
};

static void paint(pmb_canvas *c, void *scene)
{
    static const char *const names[] = {"Tide", "Wind"}, *const units[] = {"m", "kn"};
    const int32_t *values = scene;
    pmb_text_style small = {.font = &fields_small}, large = {.font = &fields_large};
    small.color = large.color = PMB_BLACK;
    pmb_fill(c, PMB_WHITE);
    for (uint8_t i = 0; i < 2; i++) {
        const int16_t top = (int16_t)(i * 24);
        char text[8];
        pmb_round_stroke(c, (pmb_rect){0, top, 84, 24}, 5, PMB_BLACK);
        (void)pmb_number_text(text, sizeof text, values[i], &(pmb_number){.decimals = i ? 0 : 2});
        pmb_text(c, &small, (pmb_point){5, (int16_t)(top + 16)}, names[i]);
        const int16_t unit = (int16_t)(78 - pmb_text_width(&small, units[i]));
        pmb_text(c, &small, (pmb_point){unit, (int16_t)(top + 16)}, units[i]);
        pmb_text(
            c, &large,
            (pmb_point){(int16_t)(unit - 1 - pmb_text_width(&large, text)), (int16_t)(top + 22)},
            text);
    }
}

int main(void)
{
    static uint8_t band[84];
    pmb_panel panel;
    pmb_screen screen;
    int32_t values[] = {412, 17};
    pmb_status status = pmb_panel_open(&panel, &berth, &job_spi_port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    for (uint8_t i = 0; i < 3 && status == PMB_OK; i++) {
        job_mark();
        status = pmb_screen_paint(&screen, paint, values);
        job_mark();
        values[0]++;
    }
    job_end(status);
}
