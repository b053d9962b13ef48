/* What cannot work is refused before a byte is sent. */
#include "rig.h"

static const pmb_panel_config oled = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

static void refuse(const pmb_panel_config *config, pmb_status want)
{
    struct rig rig;
    pmb_panel panel;
    rig_build(&rig, &oled);
    assert_int_equal(pmb_panel_open(&panel, config, rig.port), want);
    assert_int_equal(pmb_bench_traffic_so_far(rig.bench).transfers, 0);
    assert_int_equal(pmb_bench_now(rig.bench), 0);
    rig_close(&rig);
}

static void impossible_panels_are_refused(void **state)
{
    (void)state;
    static const pmb_size sizes[] = {{0, 64}, {128, 0}, {-8, 64}, {129, 64}, {128, 65}};
    for (size_t i = 0; i < LENGTH(sizes); i++) {
        pmb_panel_config config = oled;
        config.size = sizes[i];
        refuse(&config, PMB_ERR_ARGUMENT);
    }
    static const pmb_offset offsets[] = {{-1, 0, true}, {1, 0, true}, {0, 1, true}};
    for (size_t i = 0; i < LENGTH(offsets); i++) {
        pmb_panel_config config = oled;
        config.offset = offsets[i];
        refuse(&config, PMB_ERR_ARGUMENT);
    }
    static const uint8_t addresses[] = {0x01, 0x3B, 0x3E, 0x78};
    for (size_t i = 0; i < LENGTH(addresses); i++) {
        pmb_panel_config config = oled;
        config.bus.address = addresses[i];
        refuse(&config, PMB_ERR_ARGUMENT);
    }
    pmb_panel_config config = oled;
    config.bus.hertz = 400001;
    refuse(&config, PMB_ERR_ARGUMENT);
    config = oled;
    config.controller = NULL;
    refuse(&config, PMB_ERR_ARGUMENT);
    config = oled;
    config.bus.kind = NULL;
    refuse(&config, PMB_ERR_ARGUMENT);
    config = oled;
    config.rotate = (pmb_rotation)4;
    refuse(&config, PMB_ERR_ARGUMENT);
    config = oled;
    config.com = (pmb_com_layout)5;
    refuse(&config, PMB_ERR_ARGUMENT);
}

/* Zero is the usual address of the controller. */
static void no_address_is_the_usual_one(void **state)
{
    (void)state;
    struct rig rig;
    pmb_panel_config config = oled;
    config.bus.address = 0;
    rig_open(&rig, &config, 0, false);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
    rig_close(&rig);
}

static void a_port_that_lacks_a_callback_is_refused(void **state)
{
    (void)state;
    struct rig rig;
    pmb_panel panel;
    rig_build(&rig, &oled);
    pmb_port port = *rig.port;
    port.i2c_write = NULL;
    assert_int_equal(pmb_panel_open(&panel, &oled, &port), PMB_ERR_UNSUPPORTED);
    port = *rig.port;
    port.wait_us = NULL;
    assert_int_equal(pmb_panel_open(&panel, &oled, &port), PMB_ERR_UNSUPPORTED);
    port = *rig.port;
    port.i2c_limit = 1; /* no room behind the control byte */
    assert_int_equal(pmb_panel_open(&panel, &oled, &port), PMB_ERR_UNSUPPORTED);
    port = *rig.port;
    port.pin_write = NULL;
    pmb_panel_config with_reset = oled;
    with_reset.reset = PMB_PIN(0);
    assert_int_equal(pmb_panel_open(&panel, &with_reset, &port), PMB_ERR_UNSUPPORTED);
    assert_int_equal(pmb_panel_open(&panel, &oled, &port), PMB_OK);
    rig_close(&rig);
}

static void null_pointers_are_refused(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &oled, 0, false);
    pmb_panel panel;
    pmb_screen screen;
    uint8_t buffer[1024];
    assert_int_equal(pmb_panel_open(NULL, &oled, rig.port), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_open(&panel, NULL, rig.port), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_open(&panel, &oled, NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_contrast(NULL, 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_invert(NULL, true), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_sleep(NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_wake(NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_init(NULL, &rig.panel, buffer, 1024, NULL, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_init(&screen, NULL, buffer, 1024, NULL, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_init(&screen, &rig.panel, NULL, 1024, NULL, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_paint(&rig.screen, NULL, NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_paint(NULL, paint_lopsided, NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_present(NULL), PMB_ERR_ARGUMENT);
    rig_close(&rig);
}

static void too_little_memory_is_refused(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &oled, 0, false);
    pmb_screen screen;
    uint8_t buffer[1024];
    pmb_tile tiles[64];
    assert_int_equal(pmb_screen_least_bytes(&rig.panel), 128);
    assert_int_equal(pmb_screen_whole_bytes(&rig.panel), 1024);
    assert_int_equal(pmb_screen_tile_count(&rig.panel, 1024), 64);
    assert_true(PMB_TILES(128, 64) >= 64);
    assert_int_equal(pmb_screen_init(&screen, &rig.panel, buffer, 127, NULL, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_init(&screen, &rig.panel, buffer, 128, tiles, 7),
                     PMB_ERR_ARGUMENT); /* a tile for each of eight bands at least */
    assert_int_equal(pmb_screen_init(&screen, &rig.panel, buffer, 128, tiles, 8), PMB_OK);
    rig_close(&rig);
}

static void parts_that_a_buffer_does_not_hold_are_refused(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &oled, 256, false);
    const pmb_canvas *c = &rig.screen.canvas; /* rows 0 to 15 */
    const uint64_t before = pmb_bench_traffic_so_far(rig.bench).transfers;
    assert_int_equal(pmb_panel_write(&rig.panel, c, (pmb_rect){0, 8, 128, 16}), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_write(&rig.panel, c, (pmb_rect){0, 4, 128, 8}), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_write(&rig.panel, c, (pmb_rect){0, 0, 0, 8}), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_write(&rig.panel, NULL, (pmb_rect){0, 0, 8, 8}), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_bench_traffic_so_far(rig.bench).transfers, before);
    assert_int_equal(pmb_panel_write(&rig.panel, c, (pmb_rect){3, 8, 1, 8}), PMB_OK);
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_CHECKS, impossible_panels_are_refused),
        test_without(PMB_NO_CHECKS, a_port_that_lacks_a_callback_is_refused),
        test_without(PMB_NO_CHECKS, null_pointers_are_refused),
        test_without(PMB_NO_CHECKS | PMB_NO_TILES, too_little_memory_is_refused),
        test_without(PMB_NO_CHECKS, parts_that_a_buffer_does_not_hold_are_refused),
        cmocka_unit_test(no_address_is_the_usual_one),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
