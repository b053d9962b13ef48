/* Null pointers: descriptions, themes, styles, layouts, fonts and texts may be left out; what needs
 * them then draws nothing, or does the usual. Objects may not, and the status says so. */
#include "test.h"

static const pmb_rect r = {2, 2, 60, 40};
static const pmb_point p = {4, 20};
static const char text[] = "Tide 4.12";
static const pmb_scale scale = {.least = 0, .most = 100, .major = 20, .minor = 10};
static const int16_t values[] = {1, 5, 3};
static const int16_t points[][2] = {{1, 2}, {3, 4}};
static const pmb_text_style plain = {.font = &pmb_font_jetty, .color = PMB_WHITE};
static const pmb_text_style fontless = {.color = PMB_WHITE};
static const pmb_theme bare = {.ink = PMB_WHITE}; /* no typefaces */

static uint8_t pixels[64 * 48 / 8];
static pmb_canvas c;

static int begin(void **state)
{
    (void)state;
    memset(pixels, 0, sizeof pixels);
    return pmb_canvas_init(&c, &pmb_mono_vertical, (pmb_rect){0, 0, 64, 48}, pixels,
                           sizeof pixels) != PMB_OK;
}

static void assert_nothing_is_drawn(void)
{
    for (size_t i = 0; i < sizeof pixels; i++)
        assert_int_equal(pixels[i], 0);
}

static void text_without_style_font_or_text_is_nothing(void **state)
{
    (void)state;
    pmb_text(&c, NULL, p, text);
    pmb_text(&c, &fontless, p, text);
    pmb_text(&c, &plain, p, NULL);
    assert_int_equal(pmb_text_width(NULL, text), 0);
    assert_int_equal(pmb_text_width(&fontless, text), 0);
    assert_int_equal(pmb_text_width(&plain, NULL), 0);
    assert_int_equal(pmb_text_box(&c, NULL, r, NULL, text), 0);
    assert_int_equal(pmb_text_box(&c, &fontless, r, NULL, text), 0);
    assert_int_equal(pmb_text_box_size(&fontless, 50, NULL, text).h, 0);
    assert_int_equal(pmb_text_box_size(NULL, 50, NULL, text).h, 0);
    assert_int_equal(pmb_font_measure(NULL).line, 0);
    assert_int_equal(pmb_font_check(NULL), PMB_ERR_ARGUMENT);
    assert_nothing_is_drawn();
}

static void a_layout_left_out_is_the_usual_one(void **state)
{
    (void)state;
    static const pmb_text_layout usual = {.across = PMB_LEFT};
    uint8_t kept[sizeof pixels];
    assert_int_equal(pmb_text_box(&c, &plain, r, &usual, text), 1);
    memcpy(kept, pixels, sizeof kept);
    begin(NULL);
    assert_int_equal(pmb_text_box(&c, &plain, r, NULL, text), 1);
    assert_memory_equal(kept, pixels, sizeof kept);
    assert_int_equal(pmb_text_box_size(&plain, 50, NULL, text).h,
                     pmb_text_box_size(&plain, 50, &usual, text).h);
    assert_int_equal(pmb_text_box(&c, &plain, r, NULL, NULL), 0);
}

static void numbers_need_no_format(void **state)
{
    (void)state;
    char number[12];
    assert_int_equal(pmb_number_text(number, sizeof number, NULL, -412), 4);
    assert_string_equal(number, "-412");
    assert_int_equal(pmb_number_text(NULL, 0, NULL, 5), 1);
    assert_int_equal(pmb_hex_text(NULL, 0, 2, 0x5A), 2);
    assert_int_equal(pmb_time_text(NULL, 0, false, 60), 5);
}

static void gauges_without_theme_or_description_are_nothing(void **state)
{
    (void)state;
    const pmb_segments segments = {.digits = 3};
    const pmb_dial dial = {.scale = &scale}, dial2 = {.theme = &pmb_theme_dark};
    const pmb_bar bar = {.scale = &scale}, bar2 = {.theme = &pmb_theme_dark};
    const pmb_tank tank = {.scale = &scale}, tank2 = {.theme = &pmb_theme_dark};
    const pmb_thermometer thermometer = {.scale = &scale}, cold = {.theme = &pmb_theme_dark};
    const pmb_field field = {.label = "a"};
    const pmb_segments *const no_segments[] = {NULL, &segments};
    const pmb_dial *const no_dial[] = {NULL, &dial, &dial2};
    const pmb_bar *const no_bar[] = {NULL, &bar, &bar2};
    const pmb_tank *const no_tank[] = {NULL, &tank, &tank2};
    const pmb_thermometer *const no_thermometer[] = {NULL, &thermometer, &cold};
    const pmb_field *const no_field[] = {NULL, &field};
    for (size_t i = 0; i < LENGTH(no_segments); i++) {
        pmb_segments_draw(&c, no_segments[i], r, "12", PMB_NORMAL);
        pmb_segments_letters_draw(&c, no_segments[i], r, "AB", PMB_NORMAL);
        pmb_segments_clock_draw(&c, no_segments[i], r, 0);
    }
    for (size_t i = 0; i < LENGTH(no_dial); i++)
        pmb_dial_draw(&c, no_dial[i], r, 5, -1);
    for (size_t i = 0; i < LENGTH(no_bar); i++) {
        pmb_bar_draw(&c, no_bar[i], r, 5, -1);
        pmb_bar_curved_draw(&c, no_bar[i], r, 0, PMB_DEGREES(90), 5, -1);
    }
    for (size_t i = 0; i < LENGTH(no_tank); i++)
        pmb_tank_draw(&c, no_tank[i], r, 5, 0);
    for (size_t i = 0; i < LENGTH(no_thermometer); i++)
        pmb_thermometer_draw(&c, no_thermometer[i], r, 5);
    for (size_t i = 0; i < LENGTH(no_field); i++) {
        pmb_field_draw(&c, no_field[i], r, 5, PMB_NORMAL);
        assert_int_equal(pmb_field_size(no_field[i], 3).w, 0);
    }
    pmb_clock_draw(&c, NULL, r, true, 0);
    pmb_compass_draw(&c, NULL, r, 0);
    pmb_progress_draw(&c, NULL, r, 1, 2);
    pmb_battery_draw(&c, NULL, r, 50, true);
    pmb_signal_draw(&c, NULL, r, 3);
    assert_int_equal(pmb_natural_size(NULL, PMB_INSTRUMENT_ROUND).w, 0);
    assert_int_equal(pmb_segments_size(NULL, 20, "12").w, 0);
    assert_int_equal(pmb_segments_letters_size(NULL, 20, "12").w, 0);
    assert_nothing_is_drawn();
}

static void plots_without_theme_or_description_are_nothing(void **state)
{
    (void)state;
    static pmb_spread memory[8];
    const pmb_series series = {.color = PMB_WHITE};
    pmb_plot plot, themeless;
    const pmb_ruler ruler = {.scale = &scale}, ruler2 = {.theme = &pmb_theme_dark};
    const pmb_chart chart = {.scale = &scale}, chart2 = {.theme = &pmb_theme_dark};
    const pmb_scope scope = {.across = &scale, .up = &scale}, scope2 = {.theme = &pmb_theme_dark};
    assert_int_equal(pmb_plot_init(NULL, &pmb_theme_dark, &series, 1, memory, 8), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_plot_init(&plot, NULL, &series, 1, memory, 8), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_plot_init(&plot, &pmb_theme_dark, NULL, 1, memory, 8), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_plot_init(&plot, &pmb_theme_dark, &series, 1, NULL, 8), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_plot_init(&themeless, &pmb_theme_dark, &series, 1, memory, 8), PMB_OK);
    pmb_plot_push(NULL, values);
    pmb_plot_push(&themeless, NULL);
    pmb_plot_widen(NULL, values);
    pmb_plot_widen(&themeless, NULL);
    pmb_plot_draw(&c, NULL, r);
    themeless.theme = NULL;
    pmb_plot_draw(&c, &themeless, r);
    const pmb_ruler *const no_ruler[] = {NULL, &ruler, &ruler2};
    const pmb_chart *const no_chart[] = {NULL, &chart, &chart2};
    const pmb_scope *const no_scope[] = {NULL, &scope, &scope2};
    for (size_t i = 0; i < 3; i++) {
        pmb_ruler_draw(&c, no_ruler[i], r);
        assert_int_equal(pmb_ruler_width(no_ruler[i]), 0);
        pmb_chart_draw(&c, no_chart[i], r, values, 3, -1);
        pmb_scope_draw(&c, no_scope[i], r, points, 2);
    }
    const pmb_chart bars = {.theme = &pmb_theme_dark, .scale = &scale};
    const pmb_scope one = {.theme = &pmb_theme_dark, .across = &scale, .up = &scale};
    const pmb_scope flat = {.theme = &pmb_theme_dark, .across = &scale};
    pmb_chart_draw(&c, &bars, r, NULL, 3, -1);
    pmb_scope_draw(&c, &one, r, NULL, 2);
    pmb_scope_draw(&c, &flat, r, points, 2);
    pmb_sparkline_draw(&c, NULL, r, values, 3);
    pmb_sparkline_draw(&c, &pmb_theme_dark, r, NULL, 3);
    assert_nothing_is_drawn();
    assert_int_equal(pmb_scale_check(NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_scale_place(NULL, 5, 10), 0);
    assert_int_equal(pmb_scale_level(NULL, 5), PMB_NORMAL);
    assert_int_equal(pmb_level_color(NULL, PMB_ALARM), PMB_BLACK);
}

static const char *no_cell(const void *data, uint16_t row, uint8_t column)
{
    (void)data, (void)row, (void)column;
    return NULL;
}

static void notices_without_theme_or_description_are_nothing(void **state)
{
    (void)state;
    static const pmb_sign signs[] = {{.icon = NULL}};
    static const pmb_column columns[] = {{.heading = "a"}};
    static const char *const items[] = {"a", NULL};
    const pmb_message message = {.title = "a"};
    const pmb_table table = {.columns = columns, .column_count = 1, .cell = no_cell};
    const pmb_table cells = {.theme = &pmb_theme_dark, .column_count = 1, .cell = no_cell};
    const pmb_list list = {.items = items, .count = 2},
                   empty = {.theme = &pmb_theme_dark, .count = 2};
    const pmb_message *const no_message[] = {NULL, &message};
    const pmb_table *const no_table[] = {NULL, &table, &cells};
    const pmb_list *const no_list[] = {NULL, &list, &empty};
    pmb_signs_draw(&c, NULL, r, signs, 1);
    pmb_signs_draw(&c, &pmb_theme_dark, r, NULL, 1);
    pmb_signs_draw(&c, &pmb_theme_dark, r, signs, 1);
    assert_int_equal(pmb_signs_size(NULL, 1, 10).w, 0);
    for (size_t i = 0; i < LENGTH(no_message); i++) {
        pmb_message_draw(&c, no_message[i], r, text);
        assert_int_equal(pmb_message_size(no_message[i], 50, text).w, 0);
    }
    for (size_t i = 0; i < LENGTH(no_table); i++) {
        assert_int_equal(pmb_table_draw(&c, no_table[i], r, NULL, 3, 0, -1), 0);
        (void)pmb_table_height(no_table[i], 3);
        pmb_list_draw(&c, no_list[i], r, 0, 0);
        (void)pmb_list_follow(no_list[i], r, 0, 0);
        assert_int_equal(pmb_list_size(no_list[i]).w, 0);
    }
    pmb_button_draw(&c, NULL, r, "a", false);
    pmb_switch_draw(&c, NULL, r, "a", true, false);
    assert_int_equal(pmb_button_size(NULL, "a").w, 0);
    assert_int_equal(pmb_switch_size(NULL, "a").w, 0);
    assert_nothing_is_drawn();
}

/* What is drawn around a text is drawn without it, and typefaces that a theme lacks are no text. */
static void texts_and_typefaces_may_be_missing(void **state)
{
    (void)state;
    const pmb_message message = {.theme = &pmb_theme_dark};
    const pmb_segments segments = {.theme = &pmb_theme_dark, .digits = 3};
    const pmb_dial dial = {.theme = &bare, .scale = &scale, .numbers = true, .label = "a"};
    const pmb_field field = {.theme = &bare, .label = "a", .unit = "m"};
    const pmb_message titled = {.theme = &bare, .title = "a", .icon = PMB_ICON_MOON};
    static const char *const items[] = {"a", "b"};
    const pmb_list list = {.theme = &bare, .items = items, .count = 2};
    const pmb_thermometer thermometer = {.theme = &bare, .scale = &scale};
    pmb_message_draw(&c, &message, r, NULL);
    (void)pmb_message_size(&message, 50, NULL);
    pmb_segments_draw(&c, &segments, r, NULL, PMB_NORMAL);
    pmb_segments_letters_draw(&c, &segments, r, NULL, PMB_NORMAL);
    (void)pmb_segments_size(&segments, 20, NULL);
    pmb_button_draw(&c, &pmb_theme_dark, r, NULL, false);
    pmb_switch_draw(&c, &pmb_theme_dark, r, NULL, true, false);
    (void)pmb_button_size(&pmb_theme_dark, NULL);
    (void)pmb_switch_size(&pmb_theme_dark, NULL);
    pmb_dial_draw(&c, &dial, r, 5, -1);
    pmb_field_draw(&c, &field, r, 5, PMB_NORMAL);
    (void)pmb_field_size(&field, 3);
    pmb_message_draw(&c, &titled, r, text);
    pmb_list_draw(&c, &list, r, 0, 1);
    (void)pmb_list_size(&list);
    (void)pmb_list_follow(&list, r, 0, 1);
    pmb_button_draw(&c, &bare, r, "a", false);
    pmb_switch_draw(&c, &bare, r, "a", true, false);
    pmb_thermometer_draw(&c, &thermometer, r, 5);
    pmb_compass_draw(&c, &bare, r, 0);
    pmb_clock_draw(&c, &bare, r, true, 0);
    pmb_battery_draw(&c, &bare, r, 50, true);
    (void)pmb_natural_size(&bare, PMB_INSTRUMENT_TANK);
}

static void draw_nothing(pmb_canvas *canvas, void *user, uint8_t cell, pmb_rect where)
{
    (void)canvas, (void)user, (void)cell, (void)where;
}

static void menus_and_maps_without_what_they_show_are_nothing(void **state)
{
    (void)state;
    static const uint8_t cells[1];
    static const pmb_page page = {.title = "Page"};
    const pmb_menu_style style = {.theme = &pmb_theme_dark}, themeless = {.theme = NULL};
    const pmb_menu menus[] = {{.home = &page, .area = r},
                              {.style = &style, .area = r},
                              {.style = &themeless, .home = &page, .area = r},
                              {.style = &style, .home = &page, .area = {64, 0, 9, 9}}};
    const pmb_map maps[] = {{.columns = 1, .rows = 1, .tile = {8, 8}, .draw = draw_nothing},
                            {.cells = cells, .columns = 1, .rows = 1, .tile = {8, 8}}};
    for (size_t i = 0; i < LENGTH(menus); i++)
        pmb_menu_draw(&c, &menus[i]);
    for (size_t i = 0; i < LENGTH(maps); i++)
        pmb_map_draw(&c, &maps[i], r, p);
    assert_nothing_is_drawn();
    const pmb_picture picture = {.source = {.bytes = NULL}};
    uint8_t bits[8];
    pmb_mask mask;
    assert_int_equal(pmb_mask_of(NULL, &picture, bits, 8, bits, 8), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_mask_of(&mask, NULL, bits, 8, bits, 8), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_mask_of(&mask, &picture, NULL, 8, bits, 8), PMB_ERR_ARGUMENT);
}

static void objects_left_out_are_errors(void **state)
{
    (void)state;
    uint8_t memory[64];
    uint16_t cells[4];
    pmb_picture_info info;
    pmb_file_report report;
    pmb_terminal terminal;
    pmb_reel_player player;
    pmb_sprite sprite;
    pmb_panel panel;
    pmb_screen screen;
    const pmb_picture nothing = {.source = {.bytes = NULL}};
    const pmb_reader reader = {.context = NULL};
    assert_int_equal(pmb_picture_measure(NULL, &info), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_picture_measure(&nothing, NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_picture_check(NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_picture_draw(&c, NULL, p, NULL, memory, 64), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_picture_draw(&c, &nothing, p, NULL, NULL, 64), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_reel_open(NULL, &nothing, PMB_REEL_LOOP, memory, 64), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_reel_open(&player, NULL, PMB_REEL_LOOP, memory, 64), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_reel_open(&player, &nothing, PMB_REEL_LOOP, NULL, 64), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_reel_memory(NULL), 0);
    assert_int_equal(pmb_reel_advance(NULL, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_sprite_init(NULL, &nothing, NULL, p), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_sprite_init(&sprite, NULL, NULL, p), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_file_draw(&c, NULL, r, memory, 64, &report), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_file_draw(&c, &reader, r, NULL, 64, NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_file_check(NULL, memory, 64, NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_terminal_init(NULL, cells, 2, 2), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_terminal_init(&terminal, NULL, 2, 2), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_canvas_init(NULL, &pmb_rgb565, r, memory, 64), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_canvas_init(&c, NULL, r, memory, 64), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_canvas_bytes(NULL, (pmb_size){8, 8}), 0);
    assert_int_equal(pmb_panel_open(NULL, NULL, NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_open(&panel, NULL, NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_sleep(NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_wake(NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_invert(NULL, true), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_contrast(NULL, 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_refresh(NULL, PMB_REFRESH_FULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_wait(NULL, 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_read(NULL, 0, memory, 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_write(NULL, &c, r), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_quiet(NULL, NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_init(NULL, NULL, NULL, 0, NULL, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_init(&screen, NULL, memory, 64, NULL, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_paint(NULL, NULL, NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_present(NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_mirror(NULL, memory, 64), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_expander_open(NULL, NULL, NULL), PMB_ERR_ARGUMENT);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test_setup(text_without_style_font_or_text_is_nothing, begin),
        cmocka_unit_test_setup(a_layout_left_out_is_the_usual_one, begin),
        cmocka_unit_test_setup(numbers_need_no_format, begin),
        cmocka_unit_test_setup(gauges_without_theme_or_description_are_nothing, begin),
        cmocka_unit_test_setup(plots_without_theme_or_description_are_nothing, begin),
        cmocka_unit_test_setup(notices_without_theme_or_description_are_nothing, begin),
        cmocka_unit_test_setup(texts_and_typefaces_may_be_missing, begin),
        cmocka_unit_test_setup(menus_and_maps_without_what_they_show_are_nothing, begin),
        cmocka_unit_test_setup(objects_left_out_are_errors, begin),
    };
    return PMB_NO_CHECKS ? 0 : cmocka_run_group_tests(tests, NULL, NULL);
}
