/* labels.c - two labelled number fields in round frames on an 84x48 LCD, laid out by measuring. */
#include "board.h"

static const pmb_panel_config berth = {
    .controller = &pmb_pcd8544,
    .size = {84, 48},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(10), .data_command = PMB_PIN(9)},
    .reset = PMB_PIN(8),
};

static const pmb_text_style label = {.font = &pmb_font_jetty, .color = PMB_BLACK};
static const pmb_text_style figures = {.font = &pmb_font_bollard20, .color = PMB_BLACK};

struct field {
    const char *name, *unit;
    int32_t value;
    pmb_number how;
};

/* A frame with the label at its left, the number at the right of what is left, and its unit. */
static void draw_field(pmb_canvas *c, pmb_rect r, const struct field *field)
{
    static const pmb_text_layout left = {.across = PMB_LEFT, .down = PMB_MIDDLE};
    static const pmb_text_layout right = {.across = PMB_RIGHT, .down = PMB_MIDDLE};
    char text[12];
    pmb_round_stroke(c, r, 5, PMB_BLACK);

    pmb_rect inside = pmb_rect_inset(r, 1);
    inside.x += 4;
    inside.w -= 8;
    pmb_text_box(c, &label, inside, &left, field->name);
    pmb_text_box(c, &label, inside, &right, field->unit);

    /* The number takes the room between the two. */
    const int16_t name = pmb_text_width(&label, field->name);
    const int16_t unit = pmb_text_width(&label, field->unit);
    inside.x = (int16_t)(inside.x + name);
    inside.w = (int16_t)(inside.w - name - unit - 2);
    pmb_number_text(text, sizeof text, &field->how, field->value);
    pmb_text_box(c, &figures, inside, &right, text);
}

static void paint(pmb_canvas *c, void *scene)
{
    const struct field *fields = (const struct field *)scene;
    const int16_t half = (int16_t)(berth.size.h / 2);
    pmb_fill(c, PMB_WHITE);
    for (int16_t i = 0; i < 2; i++)
        draw_field(c, (pmb_rect){0, (int16_t)(i * half), berth.size.w, half}, &fields[i]);
}

int main(void)
{
    static uint8_t band[84]; /* one row of bytes */
    pmb_panel panel;
    pmb_screen screen;
    const pmb_panel_config *const panels[] = {&berth, NULL};
    struct field fields[] = {{"Tide", "m", 412, {.decimals = 2}}, {"Wind", "kn", 17, {0}}};

    pmb_status status = pmb_panel_open(&panel, &berth, board_start(panels));
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    while (status == PMB_OK && board_running("labels", 100)) {
        status = pmb_screen_paint(&screen, paint, fields);
        panel.port->wait_us(panel.port->context, 20000);
    }
    return status == PMB_OK ? 0 : 1;
}
