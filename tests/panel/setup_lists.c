/* Setup lists of public tables: commands of any length arrive whole, on every kind of bus. */
#include "pemble/families.h"
#include "test.h"

/* Bytes of the wire, with the level of D/C (or the I2C control byte) above them. */
static uint16_t wire[400];
static size_t sent;
static bool data;

static void take(bool is_data, const uint8_t *bytes, size_t count)
{
    for (size_t i = 0; i < count && sent < LENGTH(wire); i++)
        wire[sent++] = (uint16_t)(is_data << 8 | bytes[i]);
}

static pmb_status i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                            size_t head_count, const uint8_t *body, size_t body_count)
{
    (void)context, (void)bus, (void)address, (void)head_count;
    take(head[0] == 0x40, body, body_count);
    return PMB_OK;
}

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    (void)context, (void)bus, (void)in;
    take(data, out, count);
    return PMB_OK;
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    (void)context;
    if (pin == PMB_PIN(3))
        data = high;
}

static void wait_us(void *context, uint32_t microseconds)
{
    (void)context, (void)microseconds;
}

static const pmb_port port = {
    .i2c_write = i2c_write, .spi = spi, .pin_write = pin_write, .wait_us = wait_us};

enum { LONG = 60 };
static uint8_t list[LONG + 2];

/* Where the list's command stands on the wire: its first byte, then LONG - 1 that follow. */
static void assert_list_is_sent(bool parameters_are_data)
{
    size_t at = 0;
    while (at < sent && wire[at] != 0xEE)
        at++;
    assert_true(at + LONG <= sent);
    for (size_t i = 1; i < LONG; i++)
        assert_int_equal(wire[at + i], (parameters_are_data ? 0x100u : 0) | i);
}

static void fill_list(void)
{
    list[0] = LONG;
    list[1] = 0xEE;
    for (uint8_t i = 1; i < LONG; i++)
        list[1 + i] = i;
    sent = 0;
}

static void parameters_of_a_tft_are_data(void **state)
{
    (void)state;
    static const pmb_dcs detail = {.setup = list};
    static const pmb_controller own = {.family = &pmb_family_dcs,
                                       .detail = &detail,
                                       .memory = {8, 8},
                                       .buses = PMB_HAS_SPI,
                                       .spi_cycle_ns = 100};
    const pmb_panel_config config = {
        .controller = &own,
        .size = {8, 8},
        .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)}};
    pmb_panel panel;
    fill_list();
    assert_int_equal(pmb_panel_open(&panel, &config, &port), PMB_OK);
    assert_list_is_sent(true);
}

static void those_of_an_oled_are_commands(void **state)
{
    (void)state;
    static const pmb_paged detail = {.setup = list, .contrast_most = 255};
    static const pmb_controller own = {.family = &pmb_family_oled_pages,
                                       .detail = &detail,
                                       .memory = {8, 8},
                                       .buses = PMB_HAS_I2C,
                                       .addresses = {0x3C},
                                       .i2c_khz = 400};
    const pmb_panel_config config = {
        .controller = &own, .size = {8, 8}, .bus = {.kind = &pmb_i2c, .address = 0x3C}};
    pmb_panel panel;
    fill_list();
    assert_int_equal(pmb_panel_open(&panel, &config, &port), PMB_OK);
    assert_list_is_sent(false);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT, parameters_of_a_tft_are_data),
        cmocka_unit_test(those_of_an_oled_are_commands),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
