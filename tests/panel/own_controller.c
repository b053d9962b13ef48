/* A controller that Pemble does not know, as a table of this program's own: docs/porting.md. */
#include "pemble/families.h"
#include "rig.h"

/* An imagined part that is told like an SSD1309 and has the memory of an SH1106, shown on the
 * simulated SH1106. */
static const uint8_t setup[] = {1, 0xAE, 2, 0xAD, 0x8B, 1, 0x33, 2, 0xD9, 0x22, 1, 0xA4, 0};
static const pmb_paged detail = {.setup = setup,
                                 .contrast = 0x55,
                                 .contrast_most = 0xFF,
                                 .mount = PMB_MOUNT_RIGHT | PMB_MOUNT_BOTTOM};
static const pmb_glass glasses[] = {
    {.size = {96, 48}, .offset = {18, 0}, .com = PMB_COM_ALTERNATIVE}};
static const pmb_controller own = {.family = &pmb_family_oled_pages,
                                   .detail = &detail,
                                   .memory = {132, 64},
                                   .glasses = glasses,
                                   .glass_count = 1,
                                   .buses = PMB_HAS_I2C,
                                   .addresses = {0x3D},
                                   .i2c_khz = 400,
                                   .reset_low_us = 20,
                                   .reset_wait_ms = 1};

static void a_table_is_all_a_new_controller_needs(void **state)
{
    (void)state;
    for (int turn = 0; turn < 8; turn++) {
        struct rig rig;
        memset(&rig, 0, sizeof rig);
        rig.config = (pmb_panel_config){.controller = &own,
                                        .size = {96, 48},
                                        .bus = {.kind = &pmb_i2c, .address = 0x3D},
                                        .rotate = (pmb_rotation)(turn % 4),
                                        .mirror = turn >= 4};
        rig.bench = pmb_bench_new();
        rig.port = pmb_bench_port(rig.bench);
        rig.module = pmb_bench_place_panel(rig.bench, &rig.config);
        assert_non_null(rig.module);
        assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_OK);
        rig.buffer = malloc(1024);
        assert_int_equal(pmb_screen_init(&rig.screen, &rig.panel, rig.buffer, 1024, NULL, 0),
                         PMB_OK);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
        assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN, a_table_is_all_a_new_controller_needs),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
