/* A program's own look for its panel: what is found on the wires, and what is wrong. */
#include "pemble/families.h"
#include "pemble/probe.h"
#include "rig.h"

static const pmb_panel_config oled = {
    .controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c}};
static const pmb_panel_config tft = {
    .controller = &pmb_st7789,
    .size = {240, 240},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(1), .data_command = PMB_PIN(2)},
    .reset = PMB_PIN(3)};
static const pmb_panel_config paper = {
    .controller = &pmb_ssd1680,
    .size = {122, 250},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(1), .data_command = PMB_PIN(2)},
    .reset = PMB_PIN(3),
    .busy = PMB_PIN(4)};

/* Looks on the rig's bench for the panel of a configuration. */
static pmb_probe look(struct rig *rig, const pmb_panel_config *config, pmb_status wanted)
{
    pmb_probe probe;
    assert_int_equal(pmb_probe_panel(&probe, config, rig->port), wanted);
    assert_int_equal(wanted == PMB_OK,
                     probe.verdict == PMB_PROBE_ANSWERS || probe.verdict == PMB_PROBE_SENT);
    return probe;
}

static void i2c_is_scanned(void **state)
{
    (void)state;
    struct rig rig;
    rig_build(&rig, &oled);
    pmb_probe probe = look(&rig, &oled, PMB_OK);
    assert_int_equal(probe.verdict, PMB_PROBE_ANSWERS);
    assert_int_equal(probe.address, 0x3C);
    assert_true(pmb_probe_found(&probe, 0x3C));
    assert_false(pmb_probe_found(&probe, 0x3D));
    assert_int_equal(probe.status_read, !PMB_PLAIN_PANELS);

    pmb_panel_config other = oled;
    other.bus.address = 0x3D;
    probe = look(&rig, &other, PMB_ERR_NO_ANSWER);
    assert_int_equal(probe.verdict, PMB_PROBE_OTHER_ADDRESS);
    assert_int_equal(probe.address, 0x3C);

    pmb_controller elsewhere = pmb_ssd1306;
    elsewhere.addresses[0] = 0x20;
    elsewhere.addresses[1] = 0;
    pmb_panel_config stranger = oled;
    stranger.controller = &elsewhere;
    probe = look(&rig, &stranger, PMB_ERR_NO_ANSWER);
    assert_int_equal(probe.verdict, PMB_PROBE_OTHER_DEVICES);
    assert_int_equal(probe.address, 0x3C);

    assert_true(pmb_bench_cut(rig.module, "SDA"));
    assert_int_equal(look(&rig, &oled, PMB_ERR_NO_ANSWER).verdict, PMB_PROBE_NOTHING_ANSWERS);
    pmb_bench_short(rig.bench, "i2c0.sda", 0);
    assert_int_equal(look(&rig, &oled, PMB_ERR_NO_ANSWER).verdict, PMB_PROBE_EVERYTHING_ANSWERS);
    pmb_bench_short(rig.bench, "i2c0.sda", -1);
    pmb_bench_short(rig.bench, "i2c0.scl", 0);
    assert_int_equal(look(&rig, &oled, PMB_ERR_BUS).verdict, PMB_PROBE_BUS_HELD);
    rig_close(&rig);
}

static void the_id_is_read_and_judged(void **state)
{
    (void)state;
    struct rig rig;
    rig_build(&rig, &tft);
    pmb_probe probe = look(&rig, &tft, PMB_OK);
    assert_int_equal(probe.verdict, PMB_PROBE_ANSWERS);
    assert_int_equal(probe.id, 0x858552);
    assert_string_equal(probe.name, "ST7789");

    pmb_panel_config other = tft;
    other.controller = &pmb_ili9341;
    probe = look(&rig, &other, PMB_ERR_NO_ANSWER);
    assert_int_equal(probe.verdict, PMB_PROBE_OTHER_CONTROLLER);
    assert_string_equal(probe.name, "ST7789");

    assert_true(pmb_bench_swap(rig.module, "CS", "DC"));
    assert_int_equal(look(&rig, &tft, PMB_ERR_NO_ANSWER).verdict, PMB_PROBE_EXCHANGED);
    assert_true(pmb_bench_swap(rig.module, "CS", "DC"));
    assert_true(pmb_bench_stick(rig.module, "RES", 0));
    probe = look(&rig, &tft, PMB_ERR_NO_ANSWER);
    assert_int_equal(probe.verdict, PMB_PROBE_WIRE_STUCK);
    assert_int_equal(probe.pin, tft.reset);
    assert_false(probe.level);
    rig_close(&rig);
}

static void paper_shows_itself_by_its_busy_line(void **state)
{
    (void)state;
    struct rig rig;
    rig_build(&rig, &paper);
    assert_int_equal(look(&rig, &paper, PMB_OK).verdict, PMB_PROBE_ANSWERS);
    assert_true(pmb_bench_stick(rig.module, "BUSY", 0));
    assert_int_equal(look(&rig, &paper, PMB_ERR_NO_ANSWER).verdict, PMB_PROBE_BUSY_STILL);
    assert_true(pmb_bench_stick(rig.module, "BUSY", 1));
    assert_int_equal(look(&rig, &paper, PMB_ERR_TIMEOUT).verdict, PMB_PROBE_BUSY_STUCK);
    rig_close(&rig);
}

static void what_cannot_be_looked_for_is_refused(void **state)
{
    (void)state;
    struct rig rig;
    pmb_probe probe;
    rig_build(&rig, &oled);
    assert_int_equal(pmb_probe_panel(NULL, &oled, rig.port), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_probe_panel(&probe, NULL, rig.port), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_probe_panel(&probe, &oled, NULL), PMB_ERR_ARGUMENT);
    pmb_port without = *rig.port;
    without.i2c_write = NULL;
    assert_int_equal(pmb_probe_panel(&probe, &oled, &without), PMB_ERR_UNSUPPORTED);
    assert_int_equal(probe.verdict, PMB_PROBE_REFUSED);
    pmb_panel_config wrong = oled;
    wrong.bus.kind = &pmb_parallel8;
    assert_int_equal(pmb_probe_panel(&probe, &wrong, rig.port), PMB_ERR_UNSUPPORTED);
    rig_close(&rig);
}

static void every_verdict_has_its_sentence(void **state)
{
    (void)state;
    for (int a = PMB_PROBE_ANSWERS; a <= PMB_PROBE_FAILED; a++)
        for (int b = PMB_PROBE_ANSWERS; b < a; b++)
            assert_string_not_equal(pmb_probe_text((pmb_probe_verdict)a),
                                    pmb_probe_text((pmb_probe_verdict)b));
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(i2c_is_scanned),
        test_without(PMB_ONE_BIT || PMB_PLAIN_PANELS, the_id_is_read_and_judged),
        test_without(PMB_PLAIN_PANELS, paper_shows_itself_by_its_busy_line),
        cmocka_unit_test(what_cannot_be_looked_for_is_refused),
        cmocka_unit_test(every_verdict_has_its_sentence),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
