/* The port on the registers of the RP2040, on a stand-in of them: it keeps the rules of a port. */
#include "fake_board.h"
#include "rp2040_board.h"

enum { SPI0 = 0x4003C000, I2C0 = 0x40044000, RESETS = 0x4000C000, PADS = 0x4001C000 };
#define SIO 0xD0000000u
#define DMA 0x50000000u

uint32_t fake_get(uint32_t address);
void fake_put(uint32_t address, uint32_t value);
uint32_t fake_address(const void *pointer);

static struct {
    uint32_t released, reset_for, out, enabled, functions[30], pads[30];
    uint32_t spi[16], i2c[64], dma[4];
    const uint8_t *from; /* of the DMA */
    uint8_t queue[8], transaction[300];
    unsigned queued, length, reads;
    bool aborted, stopped, stuck, came;
    uint32_t source;
} chip;

/* Bytes that went out come back, by the wire between them. */
static void spi_byte(uint32_t value)
{
    uint8_t out = (uint8_t)value, in;
    assert_true(chip.queued < 8); /* else the queue runs over */
    fake_spi(&out, &in, 1);
    chip.queue[chip.queued++] = in;
}

static uint32_t spi_take(void)
{
    const uint8_t first = chip.queue[0];
    assert_true(chip.queued > 0);
    memmove(chip.queue, chip.queue + 1, --chip.queued);
    return first;
}

/* A command of the I2C unit. */
static void i2c_command(uint32_t value)
{
    const uint8_t address = (uint8_t)chip.i2c[0x04 / 4];
    assert_int_equal(chip.i2c[0x6C / 4], 1);
    if (chip.stuck)
        return;
    if (address != 0x50) {
        chip.aborted = true;
        chip.source = 1;
        return;
    }
    if (value & 0x100) {
        (void)fake_read(address, chip.transaction, 1);
        chip.came = true;
        chip.stopped = value & 0x200;
        return;
    }
    chip.transaction[chip.length++] = (uint8_t)value;
    if (value & 0x200) {
        (void)fake_write(address, chip.transaction, chip.length);
        chip.length = 0;
        chip.stopped = true;
    }
}

static uint32_t i2c_get(uint32_t offset)
{
    if (offset == 0x10) {
        chip.came = false;
        return chip.transaction[0];
    }
    if (offset == 0x34)
        return (chip.aborted ? 1u << 6 : 0) | (chip.stopped ? 1u << 9 : 0);
    if (offset == 0x54)
        chip.aborted = false;
    if (offset == 0x60)
        chip.stopped = false;
    if (offset == 0x70)
        return (chip.stuck ? 0 : 1u << 1) | (chip.came ? 1u << 3 : 0);
    return offset == 0x80 ? chip.source : chip.i2c[offset / 4];
}

uint32_t fake_get(uint32_t address)
{
    if (address == 0x40054028)
        return fake.now += 1; /* looking at the clock takes time */
    if (address == RESETS + 8)
        return chip.released;
    if (address == SIO + 4) {
        uint32_t levels = 0;
        for (unsigned i = 1; i < 3; i++) {
            fake.driven[i] = chip.enabled >> i & 1;
            fake.level[i] = chip.out >> i & 1;
        }
        for (unsigned i = 1; i < 3; i++)
            if (chip.functions[i] == 5 && chip.pads[i] & 0x40) /* SIO, input enabled */
                levels |= (uint32_t)fake_level(i) << i;
        return levels;
    }
    if (address == SPI0 + 0xC)
        return 1u << 1 | (chip.queued ? 1u << 2 : 0);
    if (address == SPI0 + 8)
        return spi_take();
    if (address >= I2C0 && address < I2C0 + 0x100)
        return i2c_get(address - I2C0);
    if (address >= SPI0 && address < SPI0 + 0x40)
        return chip.spi[(address - SPI0) / 4];
    if (address >= DMA && address < DMA + 16)
        return chip.dma[(address - DMA) / 4];
    fail_msg("read of %08X", (unsigned)address);
    return 0;
}

/* All at once; of what comes back the queue keeps eight. */
static void dma(uint32_t control)
{
    assert_int_equal(control >> 15 & 63, 16); /* paced by SPI0 */
    assert_int_equal(control >> 11 & 15, 0);  /* chained to itself: to none */
    assert_int_equal(chip.dma[1], SPI0 + 8);
    assert_int_equal(chip.spi[0x24 / 4], 2);
    fake_spi(chip.from, NULL, chip.dma[2]);
    chip.queued = chip.dma[2] < 8 ? chip.dma[2] : 8;
}

void fake_put(uint32_t address, uint32_t value)
{
    if (address == RESETS + 0x3000)
        chip.released |= value;
    else if (address == SIO + 0x14)
        chip.out |= value;
    else if (address == SIO + 0x18)
        chip.out &= ~value;
    else if (address == SIO + 0x24)
        chip.enabled |= value;
    else if (address == SIO + 0x28)
        chip.enabled &= ~value;
    else if (address >= PADS + 4 && address < PADS + 4 + 30 * 4)
        chip.pads[(address - PADS - 4) / 4] = value;
    else if (address >= 0x40014004 && address < 0x40014004 + 30 * 8)
        chip.functions[(address - 0x40014004) / 8] = value;
    else if (address == SPI0 + 8)
        spi_byte(value);
    else if (address == I2C0 + 0x10)
        i2c_command(value);
    else if (address >= I2C0 && address < I2C0 + 0x100)
        chip.i2c[(address - I2C0) / 4] = value;
    else if (address >= SPI0 && address < SPI0 + 0x40)
        chip.spi[(address - SPI0) / 4] = value;
    else if (address >= DMA && address < DMA + 12)
        chip.dma[(address - DMA) / 4] = value;
    else if (address == DMA + 12)
        dma(value);
    else
        fail_msg("write of %08X", (unsigned)address);
}

uint32_t fake_address(const void *pointer)
{
    chip.from = pointer;
    return 0x20000000;
}

static const pmb_rp2040_wires wires = {.peri_hertz = 125000000,
                                       .sck = PMB_PIN(18),
                                       .mosi = PMB_PIN(19),
                                       .miso = PMB_PIN(16),
                                       .sda = PMB_PIN(4),
                                       .scl = PMB_PIN(5)};

static void it_keeps_the_rules(void **state)
{
    (void)state;
    static pmb_rp2040_board board;
    pmb_rp2040_board_init(&board, &wires);
    fake_check(&board.port, NULL);
    assert_int_equal(chip.functions[18], 1); /* SPI */
    assert_int_equal(chip.functions[4], 3);  /* I2C, pulled up */
    assert_int_equal(chip.pads[4] & 8, 8);
}

/* The clock that is set, from the registers: section 4.4.3.4. */
static unsigned long spi_hertz(void)
{
    return wires.peri_hertz / chip.spi[0x10 / 4] / ((chip.spi[0] >> 8 & 255) + 1);
}

static void the_clock_is_never_faster_than_configured(void **state)
{
    (void)state;
    static pmb_rp2040_board board;
    static const uint32_t clocks[] = {62500000, 40000000, 20000000, 8000000,
                                      4000000,  1000000,  100000,   9000};
    pmb_rp2040_board_init(&board, &wires);
    for (size_t i = 0; i < LENGTH(clocks); i++) {
        const pmb_bus bus = {.kind = &pmb_spi, .hertz = clocks[i], .mode = i % 2 ? 3 : 0};
        assert_int_equal(board.port.spi(&board, &bus, NULL, NULL, 1), PMB_OK);
        assert_in_range(spi_hertz(), clocks[i] / 2, clocks[i]);
        assert_int_equal(chip.spi[0] >> 6 & 3, i % 2 ? 3 : 0);
        assert_int_equal(chip.spi[0x10 / 4] % 2, 0);
    }
    /* I2C: high and low together are a period of 400 kHz. */
    const pmb_bus i2c = {.kind = &pmb_i2c};
    uint8_t byte = 0;
    assert_int_equal(board.port.i2c_write(&board, &i2c, 0x50, &byte, 1, NULL, 0), PMB_OK);
    assert_in_range(chip.i2c[0x1C / 4] + chip.i2c[0x20 / 4], 125000000 / 400000,
                    125000000 / 400000 + 2);
}

/* A bus that is held is an error, not the end. */
static void a_bus_that_hangs_is_an_error(void **state)
{
    (void)state;
    static pmb_rp2040_board board;
    const pmb_bus i2c = {.kind = &pmb_i2c};
    uint8_t bytes[20] = {0};
    pmb_rp2040_board_init(&board, &wires);
    chip.stuck = true;
    assert_int_equal(board.port.i2c_write(&board, &i2c, 0x50, bytes, 20, NULL, 0), PMB_ERR_BUS);
    assert_int_equal(board.port.i2c_read(&board, &i2c, 0x50, bytes, 2), PMB_ERR_BUS);
    chip.stuck = false;
    assert_int_equal(board.port.i2c_write(&board, &i2c, 0x50, bytes, 20, NULL, 0), PMB_OK);
    const pmb_bus other = {.kind = &pmb_i2c, .unit = 1};
    assert_int_equal(board.port.i2c_write(&board, &other, 0x50, bytes, 1, NULL, 0),
                     PMB_ERR_UNSUPPORTED);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(it_keeps_the_rules),
        cmocka_unit_test(the_clock_is_never_faster_than_configured),
        cmocka_unit_test(a_bus_that_hangs_is_an_error),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
