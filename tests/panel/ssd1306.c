/* The SSD1306 driver against the simulated module. */
#include "rig.h"

static const pmb_panel_config oled = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

static void every_orientation_is_right(void **state)
{
    (void)state;
    static const pmb_size sizes[] = {{128, 64}, {128, 32}};
    for (size_t i = 0; i < LENGTH(sizes); i++)
        for (int turn = 0; turn < 8; turn++) {
            struct rig rig;
            pmb_panel_config config = oled;
            config.size = sizes[i];
            config.rotate = (pmb_rotation)(turn % 4);
            config.mirror = turn >= 4;
            config.reset = PMB_PIN(3);
            rig_open(&rig, &config, 0, true);
            assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size),
                             PMB_OK);
            assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
            assert_no_complaints(&rig);
            rig_close(&rig);
        }
}

static void opening_leaves_a_dark_glass(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &oled, 0, false);
    assert_int_equal(glass_lit_count(&rig), 0);
    rig_close(&rig);
}

static void inversion_exchanges_light_and_dark(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &oled, 0, false);
    pmb_pixel(pmb_screen_canvas(&rig.screen), (pmb_point){5, 6}, PMB_WHITE);
    assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
    assert_int_equal(pmb_panel_invert(&rig.panel, true), PMB_OK);
    assert_int_equal(glass_lit_count(&rig), 128 * 64 - 1);
    assert_int_equal(pmb_panel_invert(&rig.panel, false), PMB_OK);
    assert_int_equal(glass_lit_count(&rig), 1);
    rig_close(&rig);

    pmb_panel_config inverted = oled;
    inverted.invert = true;
    rig_open(&rig, &inverted, 0, false);
    assert_int_equal(glass_lit_count(&rig), 128 * 64);
    assert_no_complaints(&rig);
    rig_close(&rig);
}

static void sleep_darkens_and_wake_brings_the_picture_back(void **state)
{
    (void)state;
    struct rig rig;
    uint8_t status_byte;
    rig_open(&rig, &oled, 0, false);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    const unsigned lit = glass_lit_count(&rig);
    assert_int_equal(pmb_panel_sleep(&rig.panel), PMB_OK);
    assert_int_equal(glass_lit_count(&rig), 0);
    assert_int_equal(rig.port->i2c_read(rig.port->context, &rig.config.bus, 0x3C, &status_byte, 1),
                     PMB_OK);
    assert_int_equal(status_byte & 0x40, 0x40);
    assert_int_equal(pmb_panel_wake(&rig.panel), PMB_OK);
    assert_int_equal(glass_lit_count(&rig), lit);
    assert_int_equal(rig.port->i2c_read(rig.port->context, &rig.config.bus, 0x3C, &status_byte, 1),
                     PMB_OK);
    assert_int_equal(status_byte & 0x40, 0);
    assert_no_complaints(&rig);
    rig_close(&rig);
}

static int light_of(struct rig *rig)
{
    return pmb_module_glass(rig->module).rgb[0];
}

static void contrast_makes_the_glass_lighter(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &oled, 0, false);
    pmb_pixel(pmb_screen_canvas(&rig.screen), (pmb_point){0, 0}, PMB_WHITE);
    assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
    const int usual = light_of(&rig);
    assert_int_equal(pmb_panel_contrast(&rig.panel, 1), PMB_OK);
    const int least = light_of(&rig);
    assert_int_equal(pmb_panel_contrast(&rig.panel, 255), PMB_OK);
    const int most = light_of(&rig);
    assert_true(0 < least && least < usual && usual < most);
    assert_int_equal(pmb_panel_contrast(&rig.panel, 0), PMB_OK);
    assert_int_equal(light_of(&rig), usual);
    rig_close(&rig);

    pmb_panel_config bright = oled;
    bright.contrast = 255;
    rig_open(&rig, &bright, 0, false);
    assert_int_equal(pmb_panel_invert(&rig.panel, true), PMB_OK);
    assert_int_equal(light_of(&rig), most);
    rig_close(&rig);
}

/* A driver that is set up for another glass than the one that is there. */
static void open_wrongly(struct rig *rig, const pmb_panel_config *real,
                         const pmb_panel_config *believed)
{
    rig_build(rig, real);
    rig->config = *believed;
    assert_int_equal(pmb_panel_open(&rig->panel, &rig->config, rig->port), PMB_OK);
    rig->buffer = malloc(1024);
    assert_int_equal(pmb_screen_init(&rig->screen, &rig->panel, rig->buffer, 1024, NULL, 0),
                     PMB_OK);
    pmb_fill(pmb_screen_canvas(&rig->screen), PMB_WHITE);
    assert_int_equal(pmb_screen_present(&rig->screen), PMB_OK);
}

static void a_wrong_com_layout_is_seen(void **state)
{
    (void)state;
    struct rig rig;
    pmb_panel_config wrong = oled;
    wrong.com = PMB_COM_SEQUENTIAL;
    open_wrongly(&rig, &oled, &wrong);
    /* Rows are exchanged but all are lit; a single one shows up elsewhere. */
    assert_int_equal(glass_lit_count(&rig), 128 * 64);
    pmb_fill(pmb_screen_canvas(&rig.screen), PMB_BLACK);
    pmb_line_across(pmb_screen_canvas(&rig.screen), (pmb_point){0, 1}, 128, PMB_WHITE);
    assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
    assert_false(glass_is_light(&rig, 0, 1));
    assert_int_equal(glass_lit_count(&rig), 128);
    rig_close(&rig);
}

static void a_driver_for_half_the_height_shows_half(void **state)
{
    (void)state;
    struct rig rig;
    pmb_panel_config slim = oled;
    slim.size.h = 32;
    open_wrongly(&rig, &oled, &slim);
    assert_int_equal(glass_lit_count(&rig), 128 * 32);
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN, every_orientation_is_right),
        test_without(PMB_PLAIN_PANELS, opening_leaves_a_dark_glass),
        test_without(PMB_PLAIN_PANELS, inversion_exchanges_light_and_dark),
        cmocka_unit_test(sleep_darkens_and_wake_brings_the_picture_back),
        test_without(PMB_PLAIN_PANELS, contrast_makes_the_glass_lighter),
        cmocka_unit_test(a_wrong_com_layout_is_seen),
        cmocka_unit_test(a_driver_for_half_the_height_shows_half),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
