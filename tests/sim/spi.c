/* The bench's SPI, its faults, and traces read by decoders that are not ours. */
#include "pemble/bench_modules.h"
#include "rig.h"
#include "shell.h"

#include <stdio.h>

static const pmb_panel_config tft = {
    .controller = &pmb_st7735,
    .size = {128, 160},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
    .reset = PMB_PIN(1),
};

static pmb_status open_and_paint(struct rig *rig)
{
    pmb_status status = pmb_panel_open(&rig->panel, &rig->config, rig->port);
    const size_t bytes = (size_t)rig->config.size.w * (size_t)rig->config.size.h * 2;
    free(rig->buffer);
    rig->buffer = malloc(bytes);
    if (status == PMB_OK)
        status = pmb_screen_init(&rig->screen, &rig->panel, rig->buffer, bytes, NULL, 0);
    if (status == PMB_OK)
        status = pmb_screen_paint(&rig->screen, paint_lopsided, &rig->panel.size);
    return status;
}

static void edges_and_whole_bytes_give_the_same(void **state)
{
    (void)state;
    uint8_t *pictures[2];
    uint64_t times[2];
    for (int traced = 0; traced < 2; traced++) {
        struct rig rig;
        rig_build(&rig, &tft);
        if (traced) /* a trace makes the bench drive every edge */
            pmb_bench_start_trace(rig.bench);
        assert_int_equal(open_and_paint(&rig), PMB_OK);
        const pmb_glass_view glass = pmb_module_glass(rig.module);
        pictures[traced] = malloc((size_t)glass.width * (size_t)glass.height * 3);
        memcpy(pictures[traced], glass.rgb, (size_t)glass.width * (size_t)glass.height * 3);
        times[traced] = pmb_bench_now(rig.bench);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
    assert_memory_equal(pictures[0], pictures[1], 128 * 160 * 3);
    assert_int_equal(times[0], times[1]);
    free(pictures[0]);
    free(pictures[1]);
}

static void a_floating_select_takes_what_is_meant_for_another(void **state)
{
    (void)state;
    for (int quiet = 0; quiet < 2; quiet++) {
        struct rig rig;
        pmb_panel_config other = tft;
        other.controller = &pmb_st7789;
        other.size = (pmb_size){240, 240};
        other.bus.select = PMB_PIN(7);
        other.reset = PMB_PIN(8);
        rig_build(&rig, &tft);
        pmb_module *second = pmb_bench_place_panel(rig.bench, &other);
        if (quiet)
            assert_int_equal(pmb_panel_quiet(&other, rig.port), PMB_OK);
        assert_int_equal(open_and_paint(&rig), PMB_OK);
        const pmb_glass_view glass = pmb_module_glass(second);
        bool woken =
            false; /* it has noise in its memory, and shows it when it takes the commands */
        for (int i = 0; i < glass.width * glass.height * 3; i++)
            woken = woken || glass.rgb[i];
        assert_int_equal(woken, !quiet);
        rig_close(&rig);
    }
}

static void wrong_wires_show_nothing_of_the_picture(void **state)
{
    (void)state;
    for (int fault = 0; fault < 6; fault++) {
        struct rig rig;
        rig_build(&rig, &tft);
        if (fault == 0)
            assert_true(pmb_bench_swap(rig.module, "DC", "CS"));
        if (fault == 1)
            assert_true(pmb_bench_swap(rig.module, "SCL", "SDA"));
        if (fault == 2)
            assert_true(pmb_bench_cut(rig.module, "SCL"));
        if (fault == 3)
            assert_true(pmb_bench_stick(rig.module, "RES", 0));
        if (fault == 4)
            assert_true(pmb_bench_stick(rig.module, "DC", 1));
        if (fault == 5)
            pmb_bench_lose_bytes(rig.bench, 50);
        assert_int_equal(open_and_paint(&rig), PMB_OK); /* SPI has no acknowledge */
        const unsigned lit = glass_light_count(&rig);
        struct rig right;
        rig_build(&right, &tft);
        assert_int_equal(open_and_paint(&right), PMB_OK);
        if (lit == glass_light_count(&right))
            fail_msg("fault %d shows the picture", fault);
        rig_close(&right);
        rig_close(&rig);
    }
}

static void timing_that_is_too_short_is_complained_of(void **state)
{
    (void)state;
    struct rig rig;
    rig_build(&rig, &tft);
    const uint8_t command = 0x00;
    pmb_bus fast = tft.bus;
    fast.hertz = 20000000;
    rig.port->pin_write(rig.port->context, PMB_PIN(2), false);
    rig.port->wait_us(rig.port->context, 10000);
    assert_int_equal(rig.port->spi(rig.port->context, &fast, &command, NULL, 1), PMB_OK);
    assert_non_null(strstr(pmb_module_complaint(rig.module, 0), "SCL is faster than 15151 kHz"));
    rig_close(&rig);

    rig_build(&rig, &tft);
    rig.port->pin_write(rig.port->context, PMB_PIN(2), false);
    rig.port->pin_write(rig.port->context, PMB_PIN(1), true);
    rig.port->pin_write(rig.port->context, PMB_PIN(1), false);
    rig.port->wait_us(rig.port->context, 4);
    rig.port->pin_write(rig.port->context, PMB_PIN(1), true);
    assert_non_null(strstr(pmb_module_complaint(rig.module, 0), "reset pulse shorter than 10 us"));
    const uint8_t wake = 0x11, sleep = 0x10;
    rig.port->pin_write(rig.port->context, PMB_PIN(3), false);
    assert_int_equal(rig.port->spi(rig.port->context, &tft.bus, &wake, NULL, 1), PMB_OK);
    assert_non_null(strstr(pmb_module_complaint(rig.module, 1), "less than 5 ms after reset"));
    assert_int_equal(rig.port->spi(rig.port->context, &tft.bus, &sleep, NULL, 1), PMB_OK);
    assert_non_null(strstr(pmb_module_complaint(rig.module, 2), "less than 5 ms after sleep out"));
    assert_non_null(strstr(pmb_module_complaint(rig.module, 3), "sleep in less than 120 ms"));
    rig_close(&rig);
}

/* The bytes that a decoder of sigrok printed, one a line with a prefix, against those that the
 * driver sent. */
static void assert_decoded(const char *out, const char *prefix, const uint8_t *want, size_t count)
{
    size_t n = 0;
    for (const char *line = out; line && *line; line = strchr(line, '\n')) {
        line += *line == '\n';
        const char *at = strstr(line, prefix);
        if (!at || at > strchr(line, '\n'))
            continue;
        const unsigned long have = strtoul(at + strlen(prefix), NULL, 16);
        if (n < count && have != want[n])
            fail_msg("byte %zu is %02lX, was sent as %02X", n, have, want[n]);
        n++;
    }
    assert_int_equal(n, count);
}

static struct outcome decode(const char *decoder, const char *annotation)
{
    const struct outcome o =
        shell("sigrok-cli -I vcd -i trace.vcd -P %s -A %s", decoder, annotation);
    if (o.status)
        fail_msg("sigrok-cli: %s", o.err);
    return o;
}

static void save_trace(struct rig *rig)
{
    char path[300];
    snprintf(path, sizeof path, "%s/trace.vcd", shell_directory());
    assert_true(pmb_bench_save_trace(rig->bench, path));
}

/* Everything that a driver sends while it opens a panel and paints, noted on its way to the bench.
 */
static struct {
    const pmb_port *bench;
    uint8_t bytes[40000];
    size_t count;
} sent;

static void note(const uint8_t *bytes, size_t count)
{
    assert_true(sent.count + count <= sizeof sent.bytes);
    if (count)
        memcpy(sent.bytes + sent.count, bytes, count);
    sent.count += count;
}

static pmb_status noting_i2c(void *context, const pmb_bus *bus, uint8_t address,
                             const uint8_t *head, size_t head_count, const uint8_t *body,
                             size_t body_count)
{
    note(head, head_count);
    note(body, body_count);
    return sent.bench->i2c_write(context, bus, address, head, head_count, body, body_count);
}

static pmb_status noting_spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                             size_t count)
{
    note(out, count);
    return sent.bench->spi(context, bus, out, in, count);
}

static void paint_traced(struct rig *rig, const pmb_panel_config *config)
{
    static pmb_port noting;
    rig_build(rig, config);
    pmb_bench_start_trace(rig->bench);
    sent.bench = rig->port;
    sent.count = 0;
    noting = *rig->port;
    noting.i2c_write = noting_i2c;
    noting.spi = noting_spi;
    rig->port = &noting;
    assert_int_equal(open_and_paint(rig), PMB_OK);
    rig->port->wait_us(rig->port->context, 20);
    save_trace(rig);
    assert_no_complaints(rig);
}

static void sigrok_reads_the_spi_bytes_from_a_trace(void **state)
{
    (void)state;
    static const pmb_panel_config lcd = {
        .controller = &pmb_pcd8544,
        .size = {84, 48},
        .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
        .reset = PMB_PIN(1),
    };
    struct rig rig;
    paint_traced(&rig, &lcd);
    const struct outcome o = decode("spi:clk=spi0_sck:mosi=spi0_mosi:cs=pin2", "spi=mosi-data");
    assert_true(sent.count > 2 * 504);
    assert_decoded(o.out, "spi-1: ", sent.bytes, sent.count);
    const struct outcome warnings =
        decode("spi:clk=spi0_sck:mosi=spi0_mosi:cs=pin2", "spi=warnings");
    assert_string_equal(warnings.out, "");
    rig_close(&rig);
}

static void sigrok_reads_the_i2c_bytes_from_a_trace(void **state)
{
    (void)state;
    static const pmb_panel_config oled = {
        .controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c, .address = 0x3C}};
    static const char decoder[] = "i2c:scl=i2c0_scl:sda=i2c0_sda";
    struct rig rig;
    paint_traced(&rig, &oled);
    assert_true(sent.count > 2 * 1024);
    assert_decoded(decode(decoder, "i2c=data-write").out, "Data write: ", sent.bytes, sent.count);
    assert_string_equal(decode(decoder, "i2c=nack:warnings").out, "");
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT, edges_and_whole_bytes_give_the_same),
        test_without(PMB_ONE_BIT, a_floating_select_takes_what_is_meant_for_another),
        test_without(PMB_ONE_BIT, wrong_wires_show_nothing_of_the_picture),
        cmocka_unit_test(timing_that_is_too_short_is_complained_of),
        test_without(PMB_PLAIN_PANELS, sigrok_reads_the_spi_bytes_from_a_trace),
        test_without(PMB_PLAIN_PANELS, sigrok_reads_the_i2c_bytes_from_a_trace),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
