/* Tables of one's own for the windowed family: what a table lacks is done in the bytes or refused.
 */
#include "pemble/families.h"
#include "rig.h"

/* As the SSD1327's, on whose simulated module they are shown. */
static const uint8_t setup[] = {2, 0xFD, 0x12, 1, 0xAE, 2, 0xAB, 0x01, 2, 0xBE, 0x07, 0};

static pmb_windowed detail;
static const pmb_glass glasses[] = {{.size = {128, 128}}};
static const pmb_controller own = {.family = &pmb_family_windowed,
                                   .detail = &detail,
                                   .memory = {128, 128},
                                   .glasses = glasses,
                                   .glass_count = 1,
                                   .buses = PMB_HAS_I2C,
                                   .addresses = {0x3C},
                                   .i2c_khz = 400,
                                   .reset_low_us = 200,
                                   .reset_wait_ms = 1};

static void describe(void)
{
    detail = (pmb_windowed){.setup = setup,
                            .format = &pmb_grey4,
                            .pixels_per_column = 2,
                            .normal = 0xA4,
                            .inverse = 0xA7,
                            .multiplex = 0xA8,
                            .contrast = 0x81,
                            .usual = {0x7F},
                            .contrast_count = 1,
                            .remap = 0x51,
                            .flip_right = 0x03,
                            .flip_bottom = 0x10};
}

static pmb_status build(struct rig *rig, pmb_rotation rotation, bool mirror)
{
    const pmb_panel_config config = {.controller = &own,
                                     .size = {128, 128},
                                     .bus = {.kind = &pmb_i2c},
                                     .rotate = rotation,
                                     .mirror = mirror};
    rig_build(rig, &config);
    return pmb_panel_open(&rig->panel, &rig->config, rig->port);
}

static void assert_picture_is_right(struct rig *rig)
{
    const size_t bytes = pmb_screen_whole_bytes(&rig->panel);
    rig->buffer = malloc(bytes);
    assert_int_equal(pmb_screen_init(&rig->screen, &rig->panel, rig->buffer, bytes, NULL, 0),
                     PMB_OK);
    assert_int_equal(pmb_screen_paint(&rig->screen, paint_lopsided, &rig->panel.size), PMB_OK);
    assert_glass_shows(rig, paint_lopsided, &rig->panel.size);
}

/* Two pixels share a byte: exchanged axes do not exchange them. */
static void exchanged_axes_with_two_pixels_a_byte_are_done_in_the_bytes(void **state)
{
    (void)state;
    for (int turn = 0; turn < 8; turn++) {
        struct rig rig;
        describe();
        detail.exchange = 0x04; /* "rows first" */
        assert_int_equal(build(&rig, (pmb_rotation)(turn % 4), turn >= 4), PMB_OK);
        assert_picture_is_right(&rig);
        rig_close(&rig);
    }
}

static void rows_that_the_controller_cannot_mirror_are_mirrored_in_the_bytes(void **state)
{
    (void)state;
    for (int turn = 0; turn < 8; turn++) {
        struct rig rig;
        describe();
        detail.flip_bottom = 0;
        assert_int_equal(build(&rig, (pmb_rotation)(turn % 4), turn >= 4), PMB_OK);
        assert_picture_is_right(&rig);
        rig_close(&rig);
    }
}

/* Columns would need the pixels within their bytes exchanged. */
static void columns_that_it_cannot_mirror_are_refused(void **state)
{
    (void)state;
    unsigned refused = 0;
    for (int turn = 0; turn < 8; turn++) {
        struct rig rig;
        describe();
        detail.flip_right = 0;
        const pmb_status status = build(&rig, (pmb_rotation)(turn % 4), turn >= 4);
        if (status == PMB_OK)
            assert_picture_is_right(&rig);
        else
            assert_int_equal(status, PMB_ERR_UNSUPPORTED);
        refused += status != PMB_OK;
        rig_close(&rig);
    }
    assert_int_equal(refused, 4);
}

static uint8_t last_contrast;

static pmb_status note_contrast(void *context, const pmb_bus *bus, uint8_t address,
                                const uint8_t *head, size_t head_count, const uint8_t *body,
                                size_t body_count)
{
    (void)context, (void)bus, (void)address, (void)head, (void)head_count;
    if (body_count == 2 && body[0] == 0x81)
        last_contrast = body[1];
    return PMB_OK;
}

static void wait_us(void *context, uint32_t microseconds)
{
    (void)context, (void)microseconds;
}

static void contrast_is_spread_over_what_the_register_has(void **state)
{
    (void)state;
    const pmb_port port = {.i2c_write = note_contrast, .wait_us = wait_us};
    const pmb_panel_config config = {
        .controller = &own, .size = {128, 128}, .bus = {.kind = &pmb_i2c}};
    pmb_panel panel;
    describe();
    detail.contrast_most = 15;
    detail.usual[0] = 9;
    assert_int_equal(pmb_panel_open(&panel, &config, &port), PMB_OK);
    assert_int_equal(last_contrast, 9);
    static const uint8_t wanted[][2] = {{255, 15}, {1, 0}, {128, 8}, {0, 9}};
    for (size_t i = 0; i < LENGTH(wanted); i++) {
        assert_int_equal(pmb_panel_contrast(&panel, wanted[i][0]), PMB_OK);
        assert_int_equal(last_contrast, wanted[i][1]);
    }
    detail.contrast_most = 0; /* eight bits, as most have */
    assert_int_equal(pmb_panel_contrast(&panel, 200), PMB_OK);
    assert_int_equal(last_contrast, 200);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN | PMB_ONE_BIT,
                     exchanged_axes_with_two_pixels_a_byte_are_done_in_the_bytes),
        test_without(PMB_NO_TURN | PMB_ONE_BIT,
                     rows_that_the_controller_cannot_mirror_are_mirrored_in_the_bytes),
        test_without(PMB_NO_TURN | PMB_ONE_BIT, columns_that_it_cannot_mirror_are_refused),
        test_without(PMB_ONE_BIT, contrast_is_spread_over_what_the_register_has),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
