/* The clock of a serial bus: where it rests, how fast it is for writing and for reading. */
#include "pemble/explain.h"
#include "pemble/driver.h"
#include "rig.h"

/* A module without CS, as squares of 1.3 inches are sold. */
static const pmb_panel_config square = {
    .controller = &pmb_st7789,
    .size = {240, 240},
    .bus = {.kind = &pmb_spi, .data_command = PMB_PIN(3), .mode = 3},
    .reset = PMB_PIN(1),
};

static const pmb_panel_config soft_square = {
    .controller = &pmb_st7789,
    .size = {240, 240},
    .bus = {.kind = &pmb_soft_spi,
            .data_command = PMB_PIN(3),
            .clock = PMB_PIN(5),
            .data = PMB_PIN(6),
            .mode = 3},
    .reset = PMB_PIN(1),
};

static void shows_the_scene(const pmb_panel_config *config, bool traced)
{
    struct rig rig;
    rig_open(&rig, config, 0, false);
    if (traced) /* a trace makes the bench drive every edge */
        pmb_bench_start_trace(rig.bench);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
    assert_no_complaints(&rig);
    rig_close(&rig);
}

static void a_module_without_select_needs_mode_3(void **state)
{
    (void)state;
    shows_the_scene(&square, false);
    shows_the_scene(&square, true);
    shows_the_scene(&soft_square, false);
    for (int soft = 0; soft < 2; soft++) {
        struct rig rig;
        pmb_panel_config low = soft ? soft_square : square;
        low.bus.mode = 0;
        rig_open(&rig, &low, 0, false);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
        assert_int_equal(glass_lit_count(&rig), 0);
        assert_non_null(strstr(pmb_module_complaint(rig.module, 0), "SPI mode 3"));
        rig_close(&rig);
    }
}

static void other_modes_are_refused(void **state)
{
    (void)state;
    struct rig rig;
    char why[120];
    pmb_panel_config config = square;
    config.bus.mode = 1;
    rig_build(&rig, &config);
    assert_int_equal(pmb_panel_open(&rig.panel, &config, rig.port), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_explain(&config, rig.port, why, sizeof why), PMB_ERR_ARGUMENT);
    assert_string_equal(why, "bus.mode is 1: it is 0 or 3");
    rig_close(&rig);
}

/* Many modules take four times what an ILI9341's data sheet allows. */
static void a_faster_clock_needs_a_word(void **state)
{
    (void)state;
    struct rig rig;
    char why[120];
    pmb_panel_config config = {
        .controller = &pmb_ili9341,
        .size = {240, 320},
        .bus = {.kind = &pmb_spi,
                .select = PMB_PIN(2),
                .data_command = PMB_PIN(3),
                .hertz = 40000000},
        .reset = PMB_PIN(1),
    };
    rig_build(&rig, &config);
    assert_int_equal(pmb_panel_open(&rig.panel, &config, rig.port), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_explain(&config, rig.port, why, sizeof why), PMB_ERR_ARGUMENT);
    assert_string_equal(why, "bus.hertz is 40000000: the controller takes at most 10000000, unless "
                             "bus.overclock is set");
    rig_close(&rig);
    config.bus.overclock = true;
    rig_open(&rig, &config, 0, false);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
    assert_no_complaints(&rig);
    /* What is read at that speed would be wrong: reading has a clock of its own. */
    uint8_t id[4];
    assert_int_equal(pmb_panel_read(&rig.panel, 0xD3, id, sizeof id), PMB_OK);
    assert_int_equal(id[2] << 8 | id[3], 0x9341);
    assert_no_complaints(&rig);
    rig_close(&rig);
}

static void soft_spi_keeps_to_its_speed(void **state)
{
    (void)state;
    static const uint32_t speeds[] = {500000, 100000, 30000};
    for (size_t i = 0; i < LENGTH(speeds); i++) {
        struct rig rig;
        pmb_panel_config config = soft_square;
        config.bus.hertz = speeds[i];
        config.bus.mode = i % 2 ? 0 : 3;
        config.bus.select = PMB_PIN(2);
        rig_open(&rig, &config, 0, false);
        const uint64_t before = pmb_bench_now(rig.bench);
        uint8_t bytes[100] = {0};
        assert_int_equal(config.bus.kind->send(&rig.panel, NULL, 0, bytes, sizeof bytes), PMB_OK);
        const uint64_t least = 1000000000ull / speeds[i] * 8 * sizeof bytes;
        assert_in_range(pmb_bench_now(rig.bench) - before, least, least + least / 3);
        rig_close(&rig);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, a_module_without_select_needs_mode_3),
        test_without(PMB_NO_CHECKS | PMB_PLAIN_PANELS | PMB_ONE_BIT, other_modes_are_refused),
        test_without(PMB_NO_CHECKS | PMB_PLAIN_PANELS | PMB_ONE_BIT, a_faster_clock_needs_a_word),
        test_without(PMB_ONE_BIT, soft_spi_keeps_to_its_speed),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
