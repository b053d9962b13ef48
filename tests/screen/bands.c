/* The picture does not depend on the memory, and only what changed is sent. */
#include "rig.h"

static const pmb_panel_config oled = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

static void every_band_height_gives_the_same_glass(void **state)
{
    (void)state;
    for (int rotation = 0; rotation < 4; rotation++)
        for (int tiles = 0; tiles < 2; tiles++) {
            pmb_panel_config config = oled;
            config.rotate = (pmb_rotation)rotation;
            /* From one page to all, in steps that are no multiple of anything. */
            for (size_t bytes = 128; bytes <= 1024; bytes += 8) {
                struct rig rig;
                rig_open(&rig, &config, bytes, tiles);
                assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size),
                                 PMB_OK);
                assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
                assert_no_complaints(&rig);
                rig_close(&rig);
            }
        }
}

static uint64_t bytes_sent(const struct rig *rig)
{
    return pmb_bench_traffic_so_far(rig->bench).bytes;
}

static void an_unchanged_scene_sends_nothing(void **state)
{
    (void)state;
    for (size_t band = 128; band <= 1024; band *= 2) {
        struct rig rig;
        rig_open(&rig, &oled, band, true);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
        const uint64_t before = bytes_sent(&rig);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
        assert_int_equal(bytes_sent(&rig), before);
        rig_close(&rig);
    }
}

static void one_pixel_sends_one_tile(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &oled, 0, true);
    assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
    const uint64_t before = bytes_sent(&rig);
    pmb_pixel(pmb_screen_canvas(&rig.screen), (pmb_point){70, 33}, PMB_WHITE);
    assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
    /* The addressing, three bytes of address and the tile's sixteen, with control bytes in front.
     */
    assert_int_equal(bytes_sent(&rig) - before, 1 + ADDRESSING + 3 + 1 + PMB_TILE_COLUMNS);
    assert_true(glass_is_light(&rig, 70, 33));
    assert_int_equal(glass_lit_count(&rig), 1);
    rig_close(&rig);
}

static void without_tiles_every_paint_sends_everything(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &oled, 0, false);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    uint64_t before = bytes_sent(&rig);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    const uint64_t first = bytes_sent(&rig) - before;
    before = bytes_sent(&rig);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    assert_int_equal(bytes_sent(&rig) - before, first);
    assert_true(first >= 1024);
    rig_close(&rig);
}

static void only_a_whole_buffer_can_be_drawn_on_directly(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &oled, 512, false);
    assert_null(pmb_screen_canvas(&rig.screen));
    rig_close(&rig);
}

static void a_small_i2c_port_gives_the_same_glass(void **state)
{
    (void)state;
    for (uint16_t limit = 8; limit <= 64; limit = (uint16_t)(limit * 2)) {
        struct rig rig;
        rig_build(&rig, &oled);
        pmb_bench_port(rig.bench)->i2c_limit = limit;
        assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_OK);
        rig.buffer = malloc(128);
        assert_int_equal(pmb_screen_init(&rig.screen, &rig.panel, rig.buffer, 128, NULL, 0),
                         PMB_OK);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
        assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

static void the_clock_counts_nine_bits_a_byte(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &oled, 0, false);
    const uint64_t start = pmb_bench_now(rig.bench);
    const pmb_bench_traffic before = pmb_bench_traffic_so_far(rig.bench);
    assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
    const pmb_bench_traffic after = pmb_bench_traffic_so_far(rig.bench);
    const uint64_t transfers = after.transfers - before.transfers;
    const uint64_t bits = 9 * (after.bytes - before.bytes + transfers);
    const uint64_t took = pmb_bench_now(rig.bench) - start;
    /* At 400 kHz a bit takes 2500 ns; start and stop add up to three bits each time. */
    assert_true(took >= bits * 2500);
    assert_true(took <= (bits + 3 * transfers) * 2500);
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN, every_band_height_gives_the_same_glass),
        test_without(PMB_NO_TILES, an_unchanged_scene_sends_nothing),
        test_without(PMB_NO_TILES, one_pixel_sends_one_tile),
        cmocka_unit_test(without_tiles_every_paint_sends_everything),
        cmocka_unit_test(only_a_whole_buffer_can_be_drawn_on_directly),
        cmocka_unit_test(a_small_i2c_port_gives_the_same_glass),
        cmocka_unit_test(the_clock_counts_nine_bits_a_byte),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
