/* A family and a kind of bus of a program's own, with the public headers only: docs/extending.md.
 */
#include "pemble/bench_modules.h"
#include "pemble/driver.h"
#include "pemble/turn.h"
#include "rig.h"

/* ---- a kind of bus: I2C that counts what it sends ---- */

static unsigned long sent;

static pmb_status check(const pmb_panel_config *config, const pmb_port *port)
{
    return pmb_i2c.check(config, port);
}

static void idle(const pmb_panel_config *config, const pmb_port *port)
{
    pmb_i2c.idle(config, port);
}

static pmb_status send(const pmb_panel *panel, const uint8_t *command, size_t command_count,
                       const uint8_t *data, size_t data_count)
{
    sent += command_count + data_count;
    return pmb_i2c.send(panel, command, command_count, data, data_count);
}

static pmb_status read(const pmb_panel *panel, uint8_t command, uint8_t *reply, size_t count)
{
    return pmb_i2c.read(panel, command, reply, count);
}

static const pmb_bus_kind counted_i2c = {
    .flags = PMB_HAS_I2C, .check = check, .idle = idle, .send = send, .read = read};

/* ---- a family: pages of eight rows, which it turns by itself as far as the bytes allow ---- */

static pmb_status plan(pmb_panel *panel)
{
    pmb_leave_to_controller(panel, PMB_TURN_RIGHT | PMB_TURN_BOTTOM);
    pmb_mirror_offset(panel, PMB_TURN_RIGHT);
    panel->format = pmb_page_format(panel);
    pmb_plan_frame(panel, 1, 8);
    return PMB_OK;
}

static pmb_status start(pmb_panel *panel)
{
    static const uint8_t setup[] = {1,    0xAE, 2,    0xA8, 0x3F, 2,    0xD3, 0x00, 1,
                                    0x40, 2,    0xAD, 0x8B, 2,    0xDA, 0x12, 0};
    const uint8_t directions[] = {(uint8_t)(panel->remap & PMB_TURN_RIGHT ? 0xA0 : 0xA1),
                                  (uint8_t)(panel->remap & PMB_TURN_BOTTOM ? 0xC0 : 0xC8)};
    const pmb_status status = pmb_send_list(panel, setup);
    return status == PMB_OK ? pmb_send_command(panel, directions, sizeof directions) : status;
}

static pmb_status write(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *area)
{
    pmb_walk walk = pmb_plan_walk(panel, held, *area);
    pmb_status status = PMB_OK;
    for (uint8_t page = (uint8_t)(walk.row / 8); walk.lines > 0 && status == PMB_OK;
         walk.lines--, walk.first += walk.line_step) {
        const uint8_t address[] = {(uint8_t)(0xB0 | page++), (uint8_t)(0x10 | walk.column >> 4),
                                   (uint8_t)(walk.column & 15)};
        status = pmb_send_command(panel, address, sizeof address);
        if (status == PMB_OK)
            status = pmb_send_strided(panel, walk.first, walk.column_step, walk.bytes, 0);
    }
    return status;
}

static pmb_status contrast(pmb_panel *panel, uint8_t value)
{
    const uint8_t level[] = {value ? value : 0x80};
    return pmb_send_parameters(panel, false, 0x81, level, 1);
}

static pmb_status invert(pmb_panel *panel, bool inverted)
{
    return pmb_send_single(panel, (uint8_t)(0xA6 | inverted));
}

static pmb_status show(pmb_panel *panel, bool on)
{
    return pmb_send_single(panel, (uint8_t)(0xAE | on));
}

static const pmb_family own_family = {.plan = plan,
                                      .start = start,
                                      .write = write,
                                      .contrast = contrast,
                                      .invert = invert,
                                      .show = show};

static const pmb_controller own = {.family = &own_family,
                                   .memory = {132, 64},
                                   .buses = PMB_HAS_I2C,
                                   .addresses = {0x3C},
                                   .i2c_khz = 400,
                                   .reset_low_us = 20,
                                   .reset_wait_ms = 1};

static void a_family_and_a_bus_need_public_headers_only(void **state)
{
    (void)state;
    for (int turn = 0; turn < 8; turn++) {
        struct rig rig;
        memset(&rig, 0, sizeof rig);
        rig.config = (pmb_panel_config){.controller = &own,
                                        .size = {128, 64},
                                        .offset = {2, 0, true},
                                        .bus = {.kind = &counted_i2c},
                                        .rotate = (pmb_rotation)(turn % 4),
                                        .mirror = turn >= 4};
        rig.bench = pmb_bench_new();
        rig.port = pmb_bench_port(rig.bench);
        rig.module = pmb_bench_place_panel_as(rig.bench, &rig.config, &pmb_sim_sh1106);
        assert_non_null(rig.module);
        sent = 0;
        assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_OK);
        rig.buffer = malloc(1024);
        assert_int_equal(pmb_screen_init(&rig.screen, &rig.panel, rig.buffer, 1024, NULL, 0),
                         PMB_OK);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
        assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
        assert_no_complaints(&rig);
        assert_true(sent > 1024 && sent < 1200);
        rig_close(&rig);
    }
}

static void parameters_that_have_no_room_are_refused(void **state)
{
    (void)state;
    struct rig rig;
    static const uint8_t many[40] = {0};
    const pmb_panel_config config = {
        .controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c}};
    rig_open(&rig, &config, 0, false);
    assert_int_equal(pmb_send_parameters(&rig.panel, false, 0xE3, many, 32), PMB_ERR_ARGUMENT);
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN, a_family_and_a_bus_need_public_headers_only),
        test_without(PMB_NO_CHECKS, parameters_that_have_no_room_are_refused),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
