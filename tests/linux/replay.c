/*
 * replay.c - what left an emulated machine, given to a module of the bench: its glass must be that
 * of the same scene on the bench, and the bytes must be the same.
 *
 *     replay i2c TRACE             the lines i2c_event and i2c_send of QEMU
 *     replay glass TRACE OUT.png   the lines of I2C; only the picture of the module is written
 *     replay spi TRACE OUT.vcd     the lines pl061_set_output; also writes them as VCD, and prints
 *                                  the bytes that are expected, with their D/C
 */
#include "scene.h"

#include <pemble/bench.h>
#include <pemble/bench_modules.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

enum { MOST = 1 << 20 };

/* Bytes as they left a port, in the order and the groups in which they did. */
struct stream {
    size_t count;
    uint16_t bytes[MOST]; /* 0x100: a transaction begins; 0x200 + byte: with D/C high */
};

static struct stream expected, seen;
static const pmb_port *behind;
static bool dc;

static void add(struct stream *s, unsigned value)
{
    if (s->count < MOST)
        s->bytes[s->count++] = (uint16_t)value;
}

static pmb_status i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                            size_t head_count, const uint8_t *body, size_t body_count)
{
    add(&expected, 0x100);
    for (size_t i = 0; i < head_count; i++)
        add(&expected, head[i]);
    for (size_t i = 0; i < body_count; i++)
        add(&expected, body[i]);
    return behind->i2c_write(context, bus, address, head, head_count, body, body_count);
}

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    for (size_t i = 0; i < count; i++)
        add(&expected, (dc ? 0x200u : 0u) | (out ? out[i] : 0));
    return behind->spi(context, bus, out, in, count);
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    dc = pin == on_spi.bus.data_command ? high : dc;
    behind->pin_write(context, pin, high);
}

/* The scene on the bench; its glass is copied. */
static uint8_t *glass_on_bench(const pmb_panel_config *config)
{
    pmb_bench *bench = pmb_bench_new();
    pmb_module *module = pmb_bench_place_panel(bench, config);
    behind = pmb_bench_port(bench);
    pmb_port port = *behind;
    port.i2c_write = i2c_write;
    port.spi = spi;
    port.pin_write = pin_write;
    port.i2c_limit = 8192;
    if (!module || show_scene(config, &port) != PMB_OK) {
        fprintf(stderr, "replay: the bench does not show the scene\n");
        exit(1);
    }
    const pmb_glass_view glass = pmb_module_glass(module);
    uint8_t *copy = malloc((size_t)(3 * glass.width * glass.height));
    if (copy)
        memcpy(copy, glass.rgb, (size_t)(3 * glass.width * glass.height));
    pmb_bench_free(bench);
    return copy;
}

static int compare(pmb_module *module, const uint8_t *want, const char *what)
{
    const pmb_glass_view glass = pmb_module_glass(module);
    if (memcmp(glass.rgb, want, (size_t)(3 * glass.width * glass.height)) != 0) {
        (void)pmb_module_save_png(module, "replay.png", 0);
        fprintf(stderr, "replay: %s: the glass is another one (replay.png)\n", what);
        return 1;
    }
    if (pmb_module_complaint_count(module) > 0) {
        fprintf(stderr, "replay: %s: %s\n", what, pmb_module_complaint(module, 0));
        return 1;
    }
    return 0;
}

/* Gives the transactions of a trace to the panel that is on this bench. */
static void feed_i2c(FILE *f, const pmb_port *port)
{
    static uint8_t transaction[9000];
    size_t count = 0;
    unsigned address = 0, value;
    char line[300];
    const char *at;
    port->wait_us(port->context, 200000);
    while (fgets(line, sizeof line, f)) {
        if ((at = strstr(line, "start(addr:0x")) && sscanf(at, "start(addr:0x%x)", &value) == 1) {
            address = value;
            count = 0;
        } else if ((at = strstr(line, "send(addr:0x")) &&
                   sscanf(at, "send(addr:0x%*x) data:0x%x", &value) == 1) {
            if (count < sizeof transaction)
                transaction[count++] = (uint8_t)value;
        } else if (strstr(line, "finish(") && address == on_i2c.bus.address && count) {
            add(&seen, 0x100);
            for (size_t i = 0; i < count; i++)
                add(&seen, transaction[i]);
            (void)port->i2c_write(port->context, &on_i2c.bus, (uint8_t)address, transaction, count,
                                  NULL, 0);
            count = 0;
        }
    }
}

static int replay_glass(FILE *f, const char *path)
{
    pmb_bench *bench = pmb_bench_new();
    pmb_module *module = pmb_bench_place_panel(bench, &on_i2c);
    feed_i2c(f, pmb_bench_port(bench));
    const bool saved = pmb_module_save_png(module, path, 0);
    pmb_bench_free(bench);
    return saved ? 0 : 1;
}

static int replay_i2c(FILE *f)
{
    uint8_t *want = glass_on_bench(&on_i2c);
    pmb_bench *bench = pmb_bench_new();
    pmb_module *module = pmb_bench_place_panel(bench, &on_i2c);
    feed_i2c(f, pmb_bench_port(bench));
    if (seen.count != expected.count ||
        memcmp(seen.bytes, expected.bytes, seen.count * sizeof seen.bytes[0]) != 0) {
        fprintf(stderr, "replay: %zu bytes and starts were seen, %zu are expected, or others\n",
                seen.count, expected.count);
        return 1;
    }
    const int status = compare(module, want, "I2C");
    if (status == 0)
        printf(
            "linux: I2C: %zu bytes and starts of a real kernel are those of the bench, and so is "
            "the glass\n",
            seen.count);
    free(want);
    pmb_bench_free(bench);
    return status;
}

/* The module is wired to the lines of the machine. */
static int replay_spi(FILE *f, const char *path)
{
    static const char *const wires[][2] = {
        {"SCL", "pin0"}, {"SDA", "pin1"}, {"CS", "pin2"}, {"DC", "pin4"}, {"RES", "pin5"}};
    uint8_t *want = glass_on_bench(&on_spi);
    pmb_bench *bench = pmb_bench_new();
    pmb_module *module =
        pmb_bench_place(bench, &pmb_sim_ssd1306,
                        &(pmb_module_options){.width = 128, .height = 64, .bus = PMB_MODULE_SPI});
    const pmb_port *port = pmb_bench_port(bench);
    FILE *vcd = fopen(path, "w");
    char line[300];
    const char *at;
    unsigned number, level;
    unsigned long edges = 0;
    if (!module || !vcd) {
        perror(path);
        return 1;
    }
    for (size_t i = 0; i < sizeof wires / sizeof wires[0]; i++)
        (void)pmb_bench_connect(module, wires[i][0], wires[i][1]);
    fprintf(vcd, "$timescale 1 us $end\n");
    static const char *const names[] = {"sck", "mosi", "cs", "", "dc", "res"};
    for (int i = 0; i < 6; i++)
        if (*names[i])
            fprintf(vcd, "$var wire 1 %c %s $end\n", '0' + i, names[i]);
    fprintf(vcd, "$enddefinitions $end\n#0\n00\n01\n12\n04\n15\n");
    port->wait_us(port->context, 200000);
    while (fgets(line, sizeof line, f)) {
        at = strstr(line, "setting output ");
        if (!at || sscanf(at, "setting output %u to %u", &number, &level) != 2 || number > 5)
            continue;
        port->wait_us(port->context, number == 5 ? 200000 : 1);
        port->pin_write(port->context, PMB_PIN(number), level != 0);
        if (*names[number])
            fprintf(vcd, "#%lu\n%u%c\n", ++edges, level, '0' + number);
    }
    fprintf(vcd, "#%lu\n", edges + 10);
    fclose(vcd);
    for (size_t i = 0; i < expected.count; i++)
        printf("%02X\n", expected.bytes[i] & 0xFFu);
    const int status = compare(module, want, "SPI");
    if (status == 0)
        fprintf(stderr, "linux: SPI: %lu edges of a real kernel give the glass of the bench\n",
                edges);
    free(want);
    pmb_bench_free(bench);
    return status;
}

int main(int argc, char **argv)
{
    FILE *f = argc > 2 ? fopen(argv[2], "r") : NULL;
    if (!f) {
        fprintf(stderr, "usage: replay i2c|glass|spi TRACE [OUT]\n");
        return 2;
    }
    int status = 2;
    if (strcmp(argv[1], "i2c") == 0)
        status = replay_i2c(f);
    else if (argc > 3)
        status = (strcmp(argv[1], "glass") == 0 ? replay_glass : replay_spi)(f, argv[3]);
    fclose(f);
    return status;
}
