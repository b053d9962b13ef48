/* Gauges, notices, tables, charts, terminals, numbers and texts, with any numbers and any texts:
 * never outside of the buffer, and without a calculation that overflows. */
#include "taken.h"
#include "themes.h"

static const pmb_theme *theme_of(uint8_t which)
{
    static pmb_theme smooth;
    smooth = pmb_theme_color;
    smooth.label = &pmb_font_smooth12;
    smooth.numerals = &pmb_font_smooth24;
    const pmb_theme *const themes[] = {&pmb_theme_dark, &pmb_theme_light, &pmb_theme_color,
                                       &smooth};
    return themes[which % 4];
}

/* Everything that a gauge may be given. */
struct given {
    const pmb_theme *theme;
    pmb_zone zones[3];
    pmb_scale scale;
    pmb_rect r;
    int32_t a, b;
    int16_t values[12];
    uint8_t small, count;
    pmb_level level;
    char *text, *label;
};

static void take_given(struct input *in, struct given *g)
{
    g->theme = theme_of(byte(in));
    for (int i = 0; i < 3; i++)
        g->zones[i] = (pmb_zone){value(in), (pmb_level)(byte(in) % 3)};
    g->scale = (pmb_scale){.least = value(in),
                           .most = value(in),
                           .major = value(in),
                           .minor = value(in),
                           .decimals = byte(in),
                           .zones = g->zones,
                           .zone_count = byte(in) % 4};
    g->r = rect(in);
    g->a = value(in);
    g->b = value(in);
    for (int i = 0; i < 12; i++)
        g->values[i] = number(in);
    g->small = byte(in);
    g->count = byte(in) % 13;
    g->level = (pmb_level)(byte(in) % 3);
    g->text = text(in);
    g->label = text(in);
}

static void segments(pmb_canvas *c, struct given *g)
{
    const pmb_segments s = {g->theme, g->small, g->count, g->level != PMB_NORMAL};
    pmb_segments_draw(c, &s, g->r, g->text, g->level);
    pmb_segments_letters_draw(c, &s, g->r, g->label, g->level);
    pmb_segments_clock_draw(c, &s, g->r, (uint32_t)g->a);
    (void)pmb_segments_size(&s, (int16_t)g->a, g->text);
    (void)pmb_segments_letters_size(&s, (int16_t)g->b, g->text);
}

static void rounds(pmb_canvas *c, struct given *g)
{
    const pmb_dial d = {g->theme,
                        &g->scale,
                        (pmb_angle)g->values[0],
                        (pmb_angle)g->values[1],
                        g->small & 1,
                        g->small & 2 ? g->label : NULL,
                        g->small & 4};
    pmb_dial_draw(c, &d, g->r, g->a, g->b);
    pmb_clock_draw(c, g->theme, g->r, g->small & 1, (uint32_t)g->a);
    pmb_compass_draw(c, g->theme, g->r, (pmb_angle)g->a);
    const pmb_bar bar = {g->theme, &g->scale, g->small};
    pmb_bar_curved_draw(c, &bar, g->r, (pmb_angle)g->values[0], (pmb_angle)g->values[1], g->a,
                        g->b);
}

static void levels(pmb_canvas *c, struct given *g)
{
    const pmb_bar bar = {g->theme, &g->scale, g->small};
    const pmb_tank tank = {g->theme, &g->scale, g->small & 1};
    const pmb_thermometer thermometer = {g->theme, &g->scale};
    pmb_bar_draw(c, &bar, g->r, g->a, g->b);
    pmb_tank_draw(c, &tank, g->r, g->a, (uint32_t)g->b);
    pmb_thermometer_draw(c, &thermometer, g->r, g->a);
    pmb_progress_draw(c, g->theme, g->r, (uint32_t)g->a, (uint32_t)g->b);
    pmb_battery_draw(c, g->theme, g->r, g->small, g->count & 1);
    pmb_signal_draw(c, g->theme, g->r, g->small);
}

static void field(pmb_canvas *c, struct given *g)
{
    const pmb_field f = {g->theme, g->small & 1 ? &g->scale : NULL, g->small & 2 ? g->text : NULL,
                         g->small & 4 ? g->label : NULL};
    pmb_field_draw(c, &f, g->r, g->a, g->level);
    (void)pmb_field_size(&f, g->count);
    (void)pmb_natural_size(g->theme, (pmb_instrument)(g->small % 9));
    (void)pmb_level_color(g->theme, g->level);
}

static void charts(pmb_canvas *c, struct given *g)
{
    const char *const labels[12] = {g->text, g->label, "",  "d", "e", "f",
                                    "g",     "h",      "i", "j", "k", "l"};
    const pmb_chart chart = {g->theme, &g->scale, g->small & 1 ? labels : NULL};
    const pmb_ruler ruler = {g->theme, &g->scale, PMB_RED, g->small & 2};
    const pmb_scope scope = {g->theme, &g->scale, &g->scale, g->small & 4};
    pmb_chart_draw(c, &chart, g->r, g->values, g->count, (int16_t)g->a);
    pmb_ruler_draw(c, &ruler, g->r);
    (void)pmb_ruler_width(&ruler);
    pmb_sparkline_draw(c, g->theme, g->r, g->values, g->count);
    pmb_scope_draw(c, &scope, g->r, (const int16_t(*)[2])g->values, g->count / 2);
}

static void plot(pmb_canvas *c, struct given *g)
{
    const pmb_series series[] = {
        {&g->scale, PMB_RED, (pmb_trace)(g->small % 3), g->small & 4, (int16_t)g->a},
        {NULL, PMB_BLUE, (pmb_trace)(g->small / 8 % 3), g->small & 64, (int16_t)g->b}};
    pmb_spread memory[2 * 7];
    pmb_plot p;
    if (pmb_plot_init(&p, g->theme, series, 2, memory, 7) != PMB_OK)
        abort();
    for (uint8_t i = 0; i + 1 < g->count; i++) {
        pmb_plot_push(&p, &g->values[i]);
        pmb_plot_widen(&p, &g->values[i / 2]);
    }
    pmb_plot_draw(c, &p, g->r);
}

static void scales(pmb_canvas *c, struct given *g)
{
    pmb_damper damper = {0};
    const pmb_level held = pmb_scale_level_held(&g->scale, g->a, g->level, g->b);
    (void)c;
    if (held < pmb_scale_level(&g->scale, g->a))
        abort();
    if (pmb_scale_check(&g->scale) == PMB_OK) {
        const int32_t place = pmb_scale_place(&g->scale, g->a, g->small);
        if (place < 0 || place > g->small)
            abort();
    }
    for (int i = 0; i < 12; i++)
        (void)pmb_damper_step(&damper, g->values[i] * (g->a & 0x7FFF), (uint32_t)g->b * (uint32_t)i,
                              (uint16_t)g->a);
}

static const char *cell(const void *data, uint16_t row, uint8_t column)
{
    const struct given *g = data;
    return (row + column) % 3 == 0 ? NULL : column % 2 ? g->text : g->label;
}

static void tables(pmb_canvas *c, struct given *g)
{
    const pmb_column columns[] = {{g->text, {g->values[0], g->small}, PMB_LEFT},
                                  {NULL, {0, 0}, PMB_RIGHT},
                                  {"c", {g->values[1], 0}, PMB_CENTER}};
    const pmb_table table = {g->theme, columns, g->small % 4, cell, g->small & 16};
    const uint16_t rows = (uint16_t)(g->count * 3);
    (void)pmb_table_draw(c, &table, g->r, g, rows, (uint16_t)g->a, g->b);
    (void)pmb_table_rows(&table, g->r);
    (void)pmb_table_follow(&table, g->r, rows, (uint16_t)g->a, (uint16_t)g->b);
    (void)pmb_table_height(&table, (uint16_t)g->a);
}

static const char *item_value(const void *data, uint16_t item)
{
    const struct given *g = data;
    const char *const values[] = {NULL, PMB_LIST_ON, PMB_LIST_OFF, g->label};
    return values[(item + g->small) % 4];
}

static void lists(pmb_canvas *c, struct given *g)
{
    const char *const items[] = {g->text, g->label, "", "item"};
    const pmb_list list = {g->theme, items, g->count % 5, g->small & 1 ? item_value : NULL, g};
    pmb_list_draw(c, &list, g->r, (uint16_t)g->a, (uint16_t)g->b);
    (void)pmb_list_rows(&list, g->r);
    (void)pmb_list_follow(&list, g->r, (uint16_t)g->a, (uint16_t)g->b);
    (void)pmb_list_size(&list);
}

static void notices(pmb_canvas *c, struct given *g)
{
    const pmb_sign signs[] = {{PMB_ICON_BELL, g->level, g->small & 1},
                              {g->text, PMB_NORMAL, false}};
    const pmb_message m = {g->theme, g->small & 1 ? PMB_ICON_WARNING : NULL,
                           g->small & 2 ? g->label : NULL, g->level};
    pmb_signs_draw(c, g->theme, g->r, signs, g->count % 3);
    (void)pmb_signs_size(g->theme, g->small, (int16_t)g->a);
    pmb_message_draw(c, &m, g->r, g->text);
    (void)pmb_message_size(&m, (int16_t)g->a, g->text);
    pmb_button_draw(c, g->theme, g->r, g->text, g->small & 4);
    (void)pmb_button_size(g->theme, g->text);
    pmb_switch_draw(c, g->theme, g->r, g->label, g->small & 8, g->small & 16);
    (void)pmb_switch_size(g->theme, g->text);
}

static void terminal(pmb_canvas *c, struct given *g)
{
    const uint8_t columns = (uint8_t)(1 + g->small % 9), rows = (uint8_t)(1 + g->count % 5);
    uint16_t *cells = malloc((size_t)columns * rows * sizeof *cells);
    const pmb_text_style style = {.font = g->theme->label,
                                  .color = PMB_WHITE,
                                  .scale = (uint8_t)(g->small / 64),
                                  .opaque = g->small & 1};
    pmb_terminal t;
    if (!cells || pmb_terminal_init(&t, cells, columns, rows) != PMB_OK)
        abort();
    for (int i = 0; i < 3; i++) {
        pmb_terminal_write(&t, i % 2 ? g->text : g->label);
        pmb_terminal_draw(c, &t, (pmb_point){g->r.x, g->r.y}, &style);
    }
    (void)pmb_terminal_size(&t, &style);
    free(cells);
}

static void texts(pmb_canvas *c, struct given *g)
{
    static const pmb_font *const fallbacks[] = {&pmb_font_slipway_europe, NULL};
    const pmb_text_style style = {.font = g->small & 1 ? g->theme->label : g->theme->text,
                                  .fallbacks = g->small & 2 ? fallbacks : NULL,
                                  .color = PMB_RED,
                                  .scale = (uint8_t)g->values[0] % 20,
                                  .turn = (uint8_t)g->values[1],
                                  .tabular = g->small & 4,
                                  .opaque = g->small & 8,
                                  .background = PMB_BLUE};
    const pmb_text_layout layout = {(pmb_across)(g->count % 3), (pmb_down)(g->count / 3 % 3),
                                    g->small & 16};
    pmb_text(c, &style, (pmb_point){g->r.x, g->r.y}, g->text);
    (void)pmb_text_box(c, &style, g->r, &layout, g->text);
    (void)pmb_text_box_size(&style, g->r.w, &layout, g->label);
    const char *at = g->text;
    while (pmb_text_next(&at) != 0)
        ;
    if (at != g->text + strlen(g->text))
        abort();
}

static void numbers(pmb_canvas *c, struct given *g)
{
    const size_t room = g->count;
    char *to = malloc(room + 1);
    const pmb_number how = {.decimals = g->small,
                            .width = (uint8_t)g->values[0],
                            .zeros = g->small & 1,
                            .plus = g->small & 2,
                            .group = (char)g->values[1],
                            .point = (char)g->values[2]};
    (void)c;
    for (int i = 0; i < 3 && to; i++) {
        const size_t length = i == 0   ? pmb_number_text(to, room, &how, g->a)
                              : i == 1 ? pmb_hex_text(to, room, g->small, (uint32_t)g->a)
                                       : pmb_time_text(to, room, g->small & 1, (uint32_t)g->a);
        if (room > 0 && length < room && strlen(to) != length)
            abort();
    }
    free(to);
}

static void layouts(pmb_canvas *c, struct given *g)
{
    pmb_part parts[6];
    pmb_rect *out = malloc(sizeof *out * 6);
    const uint8_t count = g->count % 7;
    (void)c;
    for (int i = 0; i < 6; i++)
        parts[i] = (pmb_part){g->values[i], (uint8_t)g->values[6 + i]};
    pmb_layout_row(g->r, (int16_t)g->a, parts, count, out);
    pmb_layout_column(g->r, (int16_t)g->b, parts, count, out);
    const char *const words[] = {"tide", g->text, g->label, NULL};
    const pmb_dictionary dictionary = {words, 2, 2};
    (void)pmb_translate(&dictionary, g->small, g->text);
    (void)pmb_status_text((pmb_status)(g->small % 12));
    (void)pmb_layout_place(g->r, (pmb_size){g->values[0], g->values[1]}, (pmb_across)(g->small % 3),
                           (pmb_down)(g->small / 3 % 3));
    free(out);
}

int LLVMFuzzerTestOneInput(const uint8_t *data, size_t size);
int LLVMFuzzerTestOneInput(const uint8_t *data, size_t size)
{
    static void (*const all[])(pmb_canvas *, struct given *) = {
        segments, rounds, levels,  field,    charts, plot,    scales,
        tables,   lists,  notices, terminal, texts,  numbers, layouts};
    struct input in = {data, size};
    struct given g;
    pmb_canvas c;
    const uint8_t which = byte(&in);
    uint8_t *pixels = canvas(&in, &c);
    take_given(&in, &g);
    all[which % (sizeof all / sizeof all[0])](&c, &g);
    free(g.text);
    free(g.label);
    free(pixels);
    return 0;
}
