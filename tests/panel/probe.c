/* A program's own look for its panel: what is found on the wires, and what is wrong. */
#include "pemble/families.h"
#include "pemble/probe.h"
#include "every.h"
#include "rig.h"
#include "taker.h"

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

    pmb_controller second = pmb_ssd1306; /* the address that answers is the second in its table */
    second.addresses[0] = 0x3D;
    second.addresses[1] = 0x3C;
    pmb_panel_config swapped = other;
    swapped.controller = &second;
    probe = look(&rig, &swapped, PMB_ERR_NO_ANSWER);
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

    for (unsigned mode = 0; mode <= 3; mode += 3) { /* on any pins, in both modes */
        struct rig soft;
        pmb_panel_config by_hand = config_for(candidate("st7735"), SOFT);
        by_hand.bus.data_in = PMB_PIN(20);
        by_hand.bus.mode = mode & 3u;
        rig_build(&soft, &by_hand);
        probe = look(&soft, &by_hand, PMB_OK);
        assert_int_equal(probe.verdict, PMB_PROBE_ANSWERS);
        assert_string_equal(probe.name, "ST7735");
        rig_close(&soft);
    }

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

/* The verdict on a panel that answers with the same byte whatever it is asked. */
static pmb_probe probe_with(const pmb_panel_config *config, uint8_t reply)
{
    pmb_probe probe;
    take_anew();
    taken.follows = true;
    taken.address = 0x3C;
    taken.reply = reply;
    (void)pmb_probe_panel(&probe, config, &taker);
    return probe;
}

static void answers_that_mean_nothing_are_told(void **state)
{
    (void)state;
    assert_int_equal(probe_with(&tft, 0x12).verdict, PMB_PROBE_UNKNOWN_ID);
    assert_int_equal(probe_with(&tft, 0x12).id, 0x121212);
    assert_int_equal(probe_with(&tft, 0x00).verdict, PMB_PROBE_SILENT);
    assert_int_equal(probe_with(&tft, 0xFF).verdict, PMB_PROBE_SILENT);
    pmb_panel_config config = config_for(candidate("ili9225"), SPI);
    assert_int_equal(probe_with(&config, 0x12).verdict, PMB_PROBE_UNKNOWN_ID);
    assert_int_equal(probe_with(&config, 0x00).verdict, PMB_PROBE_SILENT);
    assert_int_equal(probe_with(&config, 0xFF).verdict, PMB_PROBE_SILENT);
    /* What cannot be read has been sent. */
    config = config_for(candidate("st7735"), SPI3);
    assert_int_equal(probe_with(&config, 0x12).verdict, PMB_PROBE_SENT);
    config = config_for(candidate("ili9325"), PARALLEL);
    config.bus.read = PMB_PIN_NONE;
    assert_int_equal(probe_with(&config, 0x12).verdict, PMB_PROBE_SENT);
    config = config_for(candidate("ssd1322"), SPI);
    assert_int_equal(probe_with(&config, 0x12).verdict, PMB_PROBE_SENT);
    config = paper;
    config.busy = PMB_PIN_NONE;
    assert_int_equal(probe_with(&config, 0).verdict, PMB_PROBE_SENT);
}

/* A KS0108 answers with its busy flag, if R/W is wired. */
static void a_busy_flag_is_an_answer(void **state)
{
    (void)state;
    struct rig rig;
    pmb_panel_config config = config_for(candidate("ks0108"), PARALLEL);
    rig_build(&rig, &config);
    assert_int_equal(look(&rig, &config, PMB_OK).verdict, PMB_PROBE_ANSWERS);
    config.bus.read = PMB_PIN_NONE;
    assert_int_equal(look(&rig, &config, PMB_OK).verdict, PMB_PROBE_SENT);
    rig_close(&rig);
}

static void another_controller_with_an_index_is_named(void **state)
{
    (void)state;
    struct rig rig;
    const pmb_panel_config config = config_for(candidate("ili9325"), PARALLEL);
    pmb_panel_config other = config_for(candidate("ili9320"), PARALLEL);
    rig_build(&rig, &config);
    const pmb_probe probe = look(&rig, &other, PMB_ERR_NO_ANSWER);
    assert_int_equal(probe.verdict, PMB_PROBE_OTHER_CONTROLLER);
    assert_string_equal(probe.name, "ILI9325");
    rig_close(&rig);
}

/* Each wire that stays low is found, on every kind of bus. */
static void every_wire_that_is_stuck_is_found(void **state)
{
    (void)state;
    static const struct {
        const char *name;
        int bus;
        size_t wires[4];
    } cases[] = {
        {"st7789 240x240", SPI, {offsetof(pmb_bus, select), offsetof(pmb_bus, data_command)}},
        {"st7735",
         SOFT,
         {offsetof(pmb_bus, select), offsetof(pmb_bus, data_command), offsetof(pmb_bus, clock),
          offsetof(pmb_bus, data)}},
        {"ks0108",
         PARALLEL,
         {offsetof(pmb_bus, select), offsetof(pmb_bus, data_command),
          offsetof(pmb_bus, second_select), offsetof(pmb_bus, strobe)}},
    };
    for (size_t i = 0; i < LENGTH(cases); i++)
        for (size_t k = 0; k < 4 && cases[i].wires[k]; k++) {
            const pmb_panel_config config = config_for(candidate(cases[i].name), cases[i].bus);
            pmb_probe probe;
            take_anew();
            taken.follows = true;
            taken.stuck =
                *(const pmb_pin *)(const void *)((const uint8_t *)&config.bus + cases[i].wires[k]);
            assert_int_equal(pmb_probe_panel(&probe, &config, &taker), PMB_ERR_NO_ANSWER);
            assert_int_equal(probe.verdict, PMB_PROBE_WIRE_STUCK);
            assert_int_equal(probe.pin, taken.stuck);
        }
}

/* Each call of the port fails in turn: the probe ends with a verdict, and with the bus as the
 * reason when the panel could not be opened. */
static void a_bus_that_breaks_off_is_told(void **state)
{
    (void)state;
    static const struct {
        const char *name;
        int bus;
    } cases[] = {{"ssd1306 128x32", I2C}, {"ili9488", SPI}, {"ili9225", SPI}, {"ssd1681", SPI}};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        const pmb_panel_config config = config_for(candidate(cases[i].name), cases[i].bus);
        pmb_probe probe = probe_with(&config, 0x12);
        const unsigned calls = taken.calls;
        unsigned failed = 0;
        for (unsigned n = 1; n <= calls; n += n < 60 || n + 60 > calls ? 1 : 1 + calls / 60) {
            take_anew();
            taken.follows = true;
            taken.address = 0x3C;
            taken.reply = 0x12;
            taken.left = n;
            const pmb_status status = pmb_probe_panel(&probe, &config, &taker);
            assert_int_equal(status, probe.status);
            failed += probe.verdict == PMB_PROBE_FAILED;
            assert_true(probe.verdict != PMB_PROBE_FAILED || status == PMB_ERR_BUS);
        }
        assert_in_range(failed, 5, calls);
    }
}

/* Without callbacks that read, nothing is looked at; without those that are needed, it is refused.
 */
static void a_probe_works_with_what_the_port_has(void **state)
{
    (void)state;
    struct rig rig;
    pmb_probe probe;
    rig_build(&rig, &tft);
    pmb_port port = *rig.port;
    assert_true(pmb_bench_stick(rig.module, "RES", 0));
    port.pin_read = NULL;
    assert_int_equal(pmb_probe_panel(&probe, &tft, &port), PMB_ERR_NO_ANSWER);
    assert_int_equal(probe.verdict, PMB_PROBE_SILENT);
    port.pin_write = NULL;
    assert_int_equal(pmb_probe_panel(&probe, &tft, &port), PMB_ERR_UNSUPPORTED);
    assert_int_equal(probe.verdict, PMB_PROBE_REFUSED);
    pmb_panel_config with_reset = oled;
    with_reset.reset = PMB_PIN(3);
    assert_int_equal(pmb_probe_panel(&probe, &with_reset, &port), PMB_ERR_UNSUPPORTED);
    assert_int_equal(probe.verdict, PMB_PROBE_REFUSED);
    assert_int_equal(pmb_probe_panel(&probe, &oled, &port), PMB_ERR_NO_ANSWER); /* needs no pin */
    port = *rig.port;
    port.wait_us = NULL;
    assert_int_equal(pmb_probe_panel(&probe, &tft, &port), PMB_ERR_UNSUPPORTED);
    assert_int_equal(probe.verdict, PMB_PROBE_REFUSED);
    const pmb_panel_config none = {.bus = {.kind = &pmb_spi}};
    const pmb_panel_config busless = {.controller = &pmb_st7789};
    assert_int_equal(pmb_probe_panel(&probe, &none, rig.port), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_probe_panel(&probe, &busless, rig.port), PMB_ERR_ARGUMENT);
    rig_close(&rig);
}

static pmb_probe probe_with_answer(const pmb_panel_config *config, const uint8_t *answer)
{
    pmb_probe probe;
    take_anew();
    taken.follows = true;
    taken.answer = answer;
    (void)pmb_probe_panel(&probe, config, &taker);
    return probe;
}

/* The numbers that controllers give count only where they are asked for; a controller of one's own
 * may have a number of its own. */
static void ids_belong_to_their_command(void **state)
{
    (void)state;
    static const uint8_t by_d3[] = {0x00, 0x00, 0x93, 0x41}, by_04[] = {0x00, 0x49, 0xA0, 0x80};
    static const uint8_t other[] = {0x2E, 0x44, 0xF8, 0x00}; /* 5C89F0 behind a dummy bit */
    static const uint8_t none_known[] = {0x00, 0x11, 0x22, 0x33};
    pmb_probe probe = probe_with_answer(&tft, by_d3);
    assert_int_equal(probe.verdict, PMB_PROBE_OTHER_CONTROLLER);
    assert_string_equal(probe.name, "ILI9341");
    probe = probe_with_answer(&tft, by_04); /* the same number, but told by 04h */
    assert_null(probe.name);
    pmb_panel_config config = config_for(candidate("st7735"), SPI);
    assert_int_equal(probe_with_answer(&config, other).verdict, PMB_PROBE_ANSWERS);
    pmb_dcs detail = *(const pmb_dcs *)pmb_st7789.detail;
    pmb_controller own = pmb_st7789;
    detail.id = 0x112233;
    detail.other_id = 0;
    own.detail = &detail;
    config = tft;
    config.controller = &own;
    probe = probe_with_answer(&config, none_known);
    assert_int_equal(probe.verdict, PMB_PROBE_ANSWERS);
    assert_null(probe.name);
    config = config_for(candidate("st7789 240x320"), PARALLEL);
    take_anew();
    taken.follows = true;
    assert_int_equal(pmb_probe_panel(&probe, &config, &taker), PMB_ERR_NO_ANSWER);
    config = tft; /* nothing to exchange: without a select pin */
    config.bus.select = PMB_PIN_NONE;
    assert_int_equal(probe_with(&config, 0).verdict, PMB_PROBE_SILENT);
}

/* The busy line of paper that begins to move, and then stays. */
static void a_busy_line_may_stick_later(void **state)
{
    (void)state;
    bool stuck = false;
    for (unsigned reads = 1; reads < 400 && !stuck; reads++) {
        pmb_probe probe;
        take_anew();
        taken.held_after = reads;
        pmb_port blind = taker;
        (void)pmb_probe_panel(&probe, &paper, &blind);
        stuck = probe.verdict == PMB_PROBE_BUSY_STUCK && probe.status == PMB_ERR_TIMEOUT &&
                taken.calls > 20;
    }
    assert_true(stuck);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(i2c_is_scanned),
        test_without(PMB_ONE_BIT || PMB_PLAIN_PANELS, the_id_is_read_and_judged),
        test_without(PMB_PLAIN_PANELS, paper_shows_itself_by_its_busy_line),
        cmocka_unit_test(what_cannot_be_looked_for_is_refused),
        cmocka_unit_test(every_verdict_has_its_sentence),
        test_without(PMB_ONE_BIT || PMB_PLAIN_PANELS, answers_that_mean_nothing_are_told),
        test_without(PMB_ONE_BIT || PMB_PLAIN_PANELS, a_busy_flag_is_an_answer),
        test_without(PMB_ONE_BIT || PMB_PLAIN_PANELS, another_controller_with_an_index_is_named),
        test_without(PMB_ONE_BIT || PMB_PLAIN_PANELS, every_wire_that_is_stuck_is_found),
        test_without(PMB_ONE_BIT || PMB_PLAIN_PANELS, a_bus_that_breaks_off_is_told),
        test_without(PMB_ONE_BIT || PMB_PLAIN_PANELS || PMB_NO_CHECKS,
                     a_probe_works_with_what_the_port_has),
        test_without(PMB_ONE_BIT || PMB_PLAIN_PANELS, ids_belong_to_their_command),
        test_without(PMB_PLAIN_PANELS, a_busy_line_may_stick_later),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
