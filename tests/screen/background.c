/* A port that sends in the background: the next band is drawn meanwhile, and the glass is the same.
 */
#include "rig.h"

static const pmb_panel_config tft = {
    .controller = &pmb_st7735,
    .size = {128, 160},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
    .reset = PMB_PIN(1),
};

/* The bench's port, with a look at what is going on. */
static pmb_port watched;
static const pmb_port *bench_port;
static bool sending;
static unsigned started, overlapped;

static pmb_status start(void *context, const pmb_bus *bus, const uint8_t *out, size_t count)
{
    sending = true;
    started++;
    return bench_port->spi_start(context, bus, out, count);
}

static pmb_status wait(void *context, const pmb_bus *bus)
{
    sending = false;
    return bench_port->spi_wait(context, bus);
}

static void paint(pmb_canvas *c, void *scene)
{
    overlapped += sending;
    paint_lopsided(c, scene);
}

static void open_watched(struct rig *rig, const pmb_panel_config *config, void *band, size_t bytes)
{
    rig_build(rig, config);
    pmb_bench_send_behind(rig->bench);
    bench_port = rig->port;
    watched = *bench_port;
    watched.spi_start = start;
    watched.spi_wait = wait;
    sending = false;
    started = overlapped = 0;
    assert_int_equal(pmb_panel_open(&rig->panel, &rig->config, &watched), PMB_OK);
    assert_int_equal(pmb_screen_init(&rig->screen, &rig->panel, band, bytes, NULL, 0), PMB_OK);
}

static void the_next_band_is_drawn_meanwhile(void **state)
{
    (void)state;
    static uint8_t band[128 * 160 * 2];
    for (int rotation = 0; rotation < 4; rotation++)
        for (int rows = 1; rows <= 160; rows = rows * 2 + 3) {
            struct rig rig;
            pmb_panel_config config = tft;
            config.rotate = (pmb_rotation)rotation;
            open_watched(&rig, &config, band, (size_t)rows * (rotation % 2 ? 320 : 256));
            for (int n = 0; n < 2; n++)
                assert_int_equal(pmb_screen_paint(&rig.screen, paint, &rig.panel.size), PMB_OK);
            assert_false(sending);
            assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
            assert_no_complaints(&rig);
            const unsigned bands =
                (unsigned)((rig.panel.size.h + rig.screen.band - 1) / rig.screen.band);
            /* Not with memory for no more than one band of several. */
            const bool can = rig.screen.halved || bands == 1;
            assert_int_equal(started, can ? 2 * bands : 0);
            assert_int_equal(overlapped, can ? 2 * (bands - 1) : 0);
            assert_true(can || rows == 1);
            rig_close(&rig);
        }
}

static void tiles_and_mirrors_go_with_it(void **state)
{
    (void)state;
    static uint8_t band[256 * 32], mirror[128 * 160 * 2];
    static pmb_tile tiles[PMB_TILES(128, 160)];
    for (int with_mirror = 0; with_mirror < 2; with_mirror++) {
        struct rig rig;
        open_watched(&rig, &tft, band, sizeof band);
        if (with_mirror)
            assert_int_equal(pmb_screen_mirror(&rig.screen, mirror, sizeof mirror), PMB_OK);
        else
            assert_int_equal(
                pmb_screen_init(&rig.screen, &rig.panel, band, sizeof band, tiles, LENGTH(tiles)),
                PMB_OK);
        pmb_size size = rig.panel.size;
        for (int n = 0; n < 6; n++, size.w--) {
            assert_int_equal(pmb_screen_paint(&rig.screen, paint, &size), PMB_OK);
            assert_glass_shows(&rig, paint_lopsided, &size);
        }
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

static void a_transfer_that_breaks_is_told_and_made_good(void **state)
{
    (void)state;
    static uint8_t band[256 * 32];
    bool failed = true;
    unsigned failures = 0;
    for (unsigned n = 1; failed; n++) {
        struct rig rig;
        open_watched(&rig, &tft, band, sizeof band);
        pmb_bench_break_transfer(rig.bench, n, 3, false);
        failed = pmb_screen_paint(&rig.screen, paint, &rig.panel.size) != PMB_OK;
        failures += failed;
        assert_false(sending);
        pmb_bench_break_transfer(rig.bench, 0, 0, false);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint, &rig.panel.size), PMB_OK);
        assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
        rig_close(&rig);
    }
    assert_true(failures >= 10);
}

static bool selected;
static pmb_port real_port, failing;

static void note_select(void *context, pmb_pin pin, bool high)
{
    if (pin == tft.bus.select)
        selected = !high;
    real_port.pin_write(context, pin, high);
}

static pmb_status refuse_start(void *context, const pmb_bus *bus, const uint8_t *out, size_t count)
{
    (void)context, (void)bus, (void)out, (void)count;
    return PMB_ERR_BUS;
}

/* On a shared bus a select that stays low takes what is meant for others. */
static void a_start_that_fails_leaves_nobody_selected(void **state)
{
    (void)state;
    static uint8_t band[256 * 32];
    struct rig rig;
    rig_build(&rig, &tft);
    pmb_bench_send_behind(rig.bench);
    real_port = *rig.port;
    failing = real_port;
    failing.pin_write = note_select;
    failing.spi_start = refuse_start;
    assert_int_equal(pmb_panel_open(&rig.panel, &tft, &failing), PMB_OK);
    assert_int_equal(pmb_screen_init(&rig.screen, &rig.panel, band, sizeof band, NULL, 0), PMB_OK);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint, &rig.panel.size), PMB_ERR_BUS);
    assert_false(selected);
    rig_close(&rig);
}

/* Half of a buffer is not given away on a bus that cannot send in the background. */
static void other_buses_keep_the_whole_buffer(void **state)
{
    (void)state;
    static uint8_t band[256];
    struct rig rig;
    const pmb_panel_config oled = {
        .controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c, .address = 0x3C}};
    open_watched(&rig, &oled, band, sizeof band);
    assert_int_equal(rig.screen.band, 16);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint, &rig.panel.size), PMB_OK);
    assert_int_equal(started, 0);
    assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
    rig_close(&rig);
}

/* The bench sees what a port must not do. */
static void the_bench_complains_of_what_is_not_waited_for(void **state)
{
    (void)state;
    struct rig rig;
    static uint8_t bytes[64];
    rig_build(&rig, &tft);
    pmb_bench_send_behind(rig.bench);
    void *const context = rig.port->context;
    assert_int_equal(rig.port->spi_start(context, &tft.bus, bytes, sizeof bytes), PMB_OK);
    rig.port->pin_write(context, PMB_PIN(2), true);
    assert_non_null(strstr(pmb_module_complaint(rig.module, 0), "the board sets a pin while"));
    bytes[7] = 1;
    (void)rig.port->spi_wait(context, &tft.bus);
    assert_non_null(strstr(pmb_module_complaint(rig.module, 1), "the board changes the bytes"));
    rig_close(&rig);
}

/* Two panels of one port on two units, in that order: at once they take the time of one. */
struct pair {
    struct rig rig; /* of the first; the second has its bench */
    pmb_panel_config second_config;
    pmb_module *second;
    pmb_panel second_panel;
    pmb_screen second_screen;
};

static uint8_t first_frame[128 * 160 * 2], second_frame[128 * 160 * 2];

static void open_pair(struct pair *pair)
{
    pair->second_config = tft;
    pair->second_config.bus.unit = 1;
    pair->second_config.bus.select = PMB_PIN(5);
    pair->second_config.bus.data_command = PMB_PIN(6);
    pair->second_config.reset = PMB_PIN(4);
    rig_build(&pair->rig, &tft);
    pair->second = pmb_bench_place_panel(pair->rig.bench, &pair->second_config);
    pmb_bench_send_behind(pair->rig.bench);
    const pmb_port *port = pair->rig.port;
    assert_int_equal(pmb_panel_open(&pair->rig.panel, &pair->rig.config, port), PMB_OK);
    assert_int_equal(pmb_panel_open(&pair->second_panel, &pair->second_config, port), PMB_OK);
    assert_int_equal(pmb_screen_init(&pair->rig.screen, &pair->rig.panel, first_frame,
                                     sizeof first_frame, NULL, 0),
                     PMB_OK);
    assert_int_equal(pmb_screen_init(&pair->second_screen, &pair->second_panel, second_frame,
                                     sizeof second_frame, NULL, 0),
                     PMB_OK);
}

static void close_pair(struct pair *pair)
{
    const pmb_glass_view a = pmb_module_glass(pair->rig.module), b = pmb_module_glass(pair->second);
    assert_glass_shows(&pair->rig, paint_lopsided, &pair->rig.panel.size);
    assert_memory_equal(a.rgb, b.rgb, 3 * (size_t)a.width * (size_t)a.height);
    assert_no_complaints(&pair->rig);
    assert_int_equal(pmb_module_complaint_count(pair->second), 0);
    pmb_bench_free(pair->rig.bench);
}

static void two_panels_on_two_buses_are_sent_to_at_once(void **state)
{
    (void)state;
    struct pair pair;
    pmb_size size = tft.size;
    open_pair(&pair);
    const uint64_t start = pmb_bench_now(pair.rig.bench);
    assert_int_equal(pmb_screen_paint(&pair.rig.screen, paint_lopsided, &size), PMB_OK);
    const uint64_t alone = pmb_bench_now(pair.rig.bench) - start;
    assert_int_equal(pmb_screen_paint_begin(&pair.rig.screen, paint_lopsided, &size), PMB_OK);
    assert_int_equal(pmb_screen_paint_begin(&pair.second_screen, paint_lopsided, &size), PMB_OK);
    assert_int_equal(pmb_screen_paint_finish(&pair.rig.screen, paint_lopsided, &size), PMB_OK);
    assert_int_equal(pmb_screen_paint_finish(&pair.second_screen, paint_lopsided, &size), PMB_OK);
    const uint64_t both = pmb_bench_now(pair.rig.bench) - start - alone;
    assert_in_range(both, alone, alone * 11 / 10);
    close_pair(&pair);
}

/* What else is sent to a panel waits for what is under way. */
static void a_command_waits_for_what_is_under_way(void **state)
{
    (void)state;
    struct pair pair;
    pmb_size size = tft.size;
    open_pair(&pair);
    assert_int_equal(pmb_screen_paint(&pair.second_screen, paint_lopsided, &size), PMB_OK);
    assert_int_equal(pmb_screen_paint_begin(&pair.rig.screen, paint_lopsided, &size), PMB_OK);
    assert_int_equal(pmb_panel_invert(&pair.rig.panel, false), PMB_OK);
    assert_int_equal(pmb_screen_paint_begin(&pair.rig.screen, paint_lopsided, &size), PMB_OK);
    assert_int_equal(pmb_panel_sleep(&pair.rig.panel), PMB_OK);
    assert_int_equal(pmb_panel_wake(&pair.rig.panel), PMB_OK);
    assert_int_equal(pmb_screen_paint_finish(&pair.rig.screen, paint_lopsided, &size), PMB_OK);
    close_pair(&pair);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT,
                     the_next_band_is_drawn_meanwhile),
        test_without(PMB_NO_TILES | PMB_ONE_BIT, tiles_and_mirrors_go_with_it),
        test_without(PMB_ONE_BIT, a_transfer_that_breaks_is_told_and_made_good),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, a_start_that_fails_leaves_nobody_selected),
        cmocka_unit_test(other_buses_keep_the_whole_buffer),
        cmocka_unit_test(the_bench_complains_of_what_is_not_waited_for),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, two_panels_on_two_buses_are_sent_to_at_once),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, a_command_waits_for_what_is_under_way),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
