/* The port on the registers of the STM32F4, on a stand-in of them: it keeps the rules of a port. */
#include "fake_board.h"
#include "stm32f4_board.h"

enum { GPIOA = 0x40020000, GPIOB = 0x40020400, SPI1 = 0x40013000, I2C1 = 0x40005400 };
enum { RCC_AHB1ENR = 0x40023830, RCC_APB1ENR = 0x40023840, RCC_APB2ENR = 0x40023844 };
enum { DMA2 = 0x40026400, STREAM3 = DMA2 + 0x10 + 3 * 0x18, CORE_HERTZ = 168000000 };

uint32_t fake_get(uint32_t address);
void fake_put(uint32_t address, uint32_t value);
uint32_t fake_address(const void *pointer);

static struct {
    uint32_t ahb1, apb1, apb2, debug, counting, cycles;
    uint32_t gpio[2][10];
    uint32_t spi[4], busy, received; /* looks until the last bit is out */
    bool taken, overrun;
    uint32_t stream[4], flags, dma_looks;
    const uint8_t *from;
    bool is_core_coupled, dma_fails;
    unsigned transfers;
    /* I2C */
    uint32_t cr1, freq, ccr, trise;
    uint32_t state; /* flags of SR1 */
    bool stuck, reading, on_bus, refused, looked;
    uint8_t data, shift;
    unsigned held, came; /* bytes that the processor has not taken; that have come */
    uint8_t transaction[300];
    unsigned length, refuses_at;
} chip;

static void must_have_clock(bool has, const char *block)
{
    if (!has)
        fail_msg("%s has no clock", block);
}

/* ---- SPI and DMA ---- */

static void spi_byte(uint8_t out)
{
    uint8_t in;
    assert_int_equal(chip.spi[0] & 0x344, 0x344); /* master, on, selected by software */
    fake_spi(&out, &in, 1);
    chip.overrun = chip.overrun || !chip.taken;
    if (chip.taken)
        chip.received = in;
    chip.taken = false;
    chip.busy = 3;
}

static uint32_t spi_state(void)
{
    const bool room = chip.busy < 3;
    chip.busy -= chip.busy != 0;
    const uint32_t came = !chip.taken && !chip.busy;
    return came | (room ? 2u : 0) | (chip.overrun ? 1u << 6 : 0) | (chip.busy ? 1u << 7 : 0);
}

static uint32_t spi_get(uint32_t offset)
{
    if (offset == 0x8) {
        const uint32_t state = spi_state();
        if (chip.taken) /* the data were read, then this */
            chip.overrun = false;
        return state;
    }
    if (offset == 0xC) {
        chip.taken = true;
        return chip.received;
    }
    return chip.spi[offset / 4];
}

static void dma_start(uint32_t control)
{
    assert_int_equal(control, 3u << 25 | 1u << 10 | 1u << 6 | 1); /* channel 3, to the unit */
    assert_int_equal(chip.stream[2], SPI1 + 0xC);
    assert_int_equal(chip.spi[1], 2);
    assert_in_range(chip.stream[1], 1, 65535);
    assert_int_equal(chip.flags, 0);
    for (uint32_t i = 0; i < chip.stream[1] && !chip.dma_fails; i++)
        spi_byte(chip.from[i]);
    chip.dma_looks = 3;
    chip.transfers++;
}

static uint32_t dma_flags(void)
{
    if (chip.dma_looks && --chip.dma_looks == 0)
        chip.flags |= (chip.dma_fails ? 1u << 3 : 1u << 5) << 22;
    return chip.flags;
}

/* ---- I2C ---- */

/* A byte comes, when there is room for it and the last one was acknowledged. */
static void i2c_receive(void)
{
    uint8_t byte = 0;
    if (!chip.on_bus || !chip.reading || chip.refused || chip.held == 2 || chip.state & 2)
        return;
    (void)fake_read(0x50, &byte, 1);
    chip.came++;
    const bool early = chip.cr1 & 1u << 11; /* the bit speaks of the byte after this one */
    chip.refused = !(chip.cr1 & 1u << 10) && !(early && chip.came == 1);
    *(chip.held ? &chip.shift : &chip.data) = byte;
    chip.held++;
}

static uint32_t i2c_state(void)
{
    chip.looked = true;
    i2c_receive();
    uint32_t state = chip.state;
    if (chip.on_bus && chip.reading && !(chip.state & 2))
        state |= (chip.held ? 1u << 6 : 0) | (chip.held == 2 ? 1u << 2 : 0);
    if (chip.on_bus && !chip.reading && !(chip.state & 2) && !(state & 1u << 10))
        state |= 1u << 7 | 1u << 2;
    return state;
}

static void i2c_data(uint8_t byte)
{
    if (chip.state & 1) { /* started: an address */
        chip.state = byte >> 1 == 0x50 ? 1u << 1 : 1u << 10;
        chip.reading = byte & 1;
        chip.on_bus = true;
        chip.refused = false;
        chip.held = chip.came = chip.length = 0;
        return;
    }
    assert_true(chip.on_bus && !chip.reading && !(chip.state & 2));
    chip.transaction[chip.length++] = byte;
    if (chip.length == chip.refuses_at)
        chip.state |= 1u << 10;
}

static void i2c_control(uint32_t value)
{
    if (value & 1u << 15) {
        chip.cr1 = chip.state = 0;
        chip.on_bus = false;
        return;
    }
    chip.cr1 = value;
    if (value & 1u << 8 && !chip.stuck) {
        assert_false(chip.on_bus); /* else the last transaction had no stop */
        chip.state |= 1;
        chip.cr1 &= ~(1u << 8);
    }
}

/* A stop that was asked for comes when the last byte has been refused, or was sent. */
static uint32_t i2c_control_now(void)
{
    if (chip.cr1 & 1u << 9)
        i2c_receive();
    if (chip.cr1 & 1u << 9 && (!chip.on_bus || !chip.reading || chip.refused || chip.length == 0)) {
        if (chip.on_bus && !chip.reading && chip.length)
            (void)fake_write(0x50, chip.transaction, chip.length);
        chip.on_bus = false;
        chip.cr1 &= ~(1u << 9);
    }
    return chip.cr1;
}

static uint32_t i2c_get(uint32_t offset)
{
    const uint8_t first = chip.data;
    switch (offset) {
    case 0x00:
        return i2c_control_now();
    case 0x10:
        assert_true(chip.held > 0);
        chip.data = chip.shift;
        chip.held--;
        return first;
    case 0x14:
        return i2c_state();
    case 0x18:
        if (chip.looked)
            chip.state &= ~2u;
        return 0;
    }
    fail_msg("read of I2C %02X", (unsigned)offset);
    return 0;
}

static void i2c_put(uint32_t offset, uint32_t value)
{
    if (offset == 0x00)
        i2c_control(value);
    else if (offset == 0x04)
        chip.freq = value;
    else if (offset == 0x10)
        i2c_data((uint8_t)value);
    else if (offset == 0x14)
        chip.state &= value | ~(1u << 10);
    else if (offset == 0x1C || offset == 0x20) {
        assert_false(chip.cr1 & 1); /* set while it is off */
        *(offset == 0x1C ? &chip.ccr : &chip.trise) = value;
    } else
        fail_msg("write of I2C %02X", (unsigned)offset);
}

/* ---- all of it ---- */

static uint32_t *plain(uint32_t address)
{
    switch (address) {
    case RCC_AHB1ENR:
        return &chip.ahb1;
    case RCC_APB1ENR:
        return &chip.apb1;
    case RCC_APB2ENR:
        return &chip.apb2;
    case 0xE000EDFC:
        return &chip.debug;
    case 0xE0001000:
        return &chip.counting;
    }
    for (unsigned i = 0; i < 2; i++)
        if (address >= GPIOA + 0x400 * i && address < GPIOA + 0x400 * i + 40) {
            must_have_clock(chip.ahb1 >> i & 1, i ? "port B" : "port A");
            return &chip.gpio[i][(address - GPIOA - 0x400 * i) / 4];
        }
    if (address >= STREAM3 && address < STREAM3 + 16) {
        must_have_clock(chip.ahb1 >> 22 & 1, "DMA2");
        return &chip.stream[(address - STREAM3) / 4];
    }
    return NULL;
}

static uint32_t levels(void)
{
    uint32_t all = 0;
    for (unsigned i = 1; i < 3; i++) {
        fake.driven[i] = (chip.gpio[0][0] >> 2 * i & 3) == 1;
        fake.level[i] = chip.gpio[0][5] >> i & 1;
    }
    for (unsigned i = 1; i < 3; i++)
        all |= (uint32_t)fake_level(i) << i;
    return all;
}

uint32_t fake_get(uint32_t address)
{
    if (address == 0xE0001004) {
        must_have_clock(chip.debug >> 24 && chip.counting & 1, "the cycle counter");
        fake.now += 1; /* looking takes a microsecond */
        return chip.cycles += CORE_HERTZ / 1000000;
    }
    if (address == GPIOA + 0x10)
        return levels();
    if (address == DMA2)
        return dma_flags();
    if (address >= SPI1 && address < SPI1 + 16) {
        must_have_clock(chip.apb2 >> 12 & 1, "SPI1");
        return spi_get(address - SPI1);
    }
    if (address >= I2C1 && address < I2C1 + 0x24) {
        must_have_clock(chip.apb1 >> 21 & 1, "I2C1");
        return i2c_get(address - I2C1);
    }
    if (!plain(address))
        fail_msg("read of %08X", (unsigned)address);
    return *plain(address);
}

void fake_put(uint32_t address, uint32_t value)
{
    if (address == GPIOA + 0x18) {
        must_have_clock(chip.ahb1 & 1, "port A");
        chip.gpio[0][5] = (chip.gpio[0][5] & ~(value >> 16)) | (value & 0xFFFF);
    } else if (address == DMA2 + 8)
        chip.flags &= ~value;
    else if (address == SPI1 + 0xC)
        spi_byte((uint8_t)value);
    else if (address >= SPI1 && address < SPI1 + 8)
        chip.spi[(address - SPI1) / 4] = value;
    else if (address >= I2C1 && address < I2C1 + 0x24)
        i2c_put(address - I2C1, value);
    else if (plain(address))
        *plain(address) = value;
    else
        fail_msg("write of %08X", (unsigned)address);
    if (address == STREAM3 && value & 1)
        dma_start(value);
}

uint32_t fake_address(const void *pointer)
{
    chip.from = pointer;
    return chip.is_core_coupled ? 0x1000FFFF : 0x20000000;
}

static const pmb_stm32f4_wires wires = {.core_hertz = CORE_HERTZ,
                                        .apb1_hertz = 42000000,
                                        .apb2_hertz = 84000000,
                                        .spi = 1,
                                        .sck = PMB_STM32F4_PIN('A', 5),
                                        .mosi = PMB_STM32F4_PIN('A', 7),
                                        .miso = PMB_STM32F4_PIN('A', 6),
                                        .i2c = 1,
                                        .sda = PMB_STM32F4_PIN('B', 9),
                                        .scl = PMB_STM32F4_PIN('B', 8)};
static const pmb_bus i2c = {.kind = &pmb_i2c}, spi = {.kind = &pmb_spi, .hertz = 10000000};
static pmb_stm32f4_board board;

static int fresh(void **state)
{
    (void)state;
    memset(&chip, 0, sizeof chip);
    memset(&fake, 0, sizeof fake);
    chip.cycles = 0xFFFF0000; /* it turns over soon */
    chip.taken = true;
    pmb_stm32f4_board_init(&board, &wires);
    return 0;
}

static void it_keeps_the_rules(void **state)
{
    (void)state;
    fake_check(&board.port, NULL);
    assert_int_equal(chip.gpio[0][0] >> 10 & 3, 2);    /* PA5: alternate, */
    assert_int_equal(chip.gpio[0][8] >> 20 & 15, 5);   /* SPI1 */
    assert_int_equal(chip.gpio[1][9] & 0xFF, 0x44);    /* PB8, PB9: I2C1, */
    assert_int_equal(chip.gpio[1][1], 0x300);          /* open drain, */
    assert_int_equal(chip.gpio[1][3] >> 16 & 15, 0x5); /* pulled up */
}

/* Even of a port of pins on which no unit is. */
static void a_pin_gets_its_clock(void **state)
{
    static const pmb_stm32f4_wires pins_only = {.core_hertz = CORE_HERTZ};
    (void)state;
    memset(&chip, 0, sizeof chip);
    pmb_stm32f4_board_init(&board, &pins_only);
    board.port.pin_write(&board, PMB_STM32F4_PIN('A', 1), true);
    assert_int_equal(chip.gpio[0][5], 2);
    assert_int_equal(chip.gpio[0][0], 1 << 2);
    assert_int_equal(chip.apb1 | chip.apb2, 0);
}

/* Sections 28.5.1, 27.6.8. */
static void the_clocks_are_never_faster_than_configured(void **state)
{
    (void)state;
    static const uint32_t clocks[] = {42000000, 41999999, 27000000, 8000000, 1000000, 328125};
    for (size_t i = 0; i < LENGTH(clocks); i++) {
        const pmb_bus bus = {.kind = &pmb_spi, .hertz = clocks[i], .mode = i % 2 ? 3 : 0};
        assert_int_equal(board.port.spi(&board, &bus, NULL, NULL, 1), PMB_OK);
        const uint32_t divider = 2u << (chip.spi[0] >> 3 & 7);
        assert_in_range(wires.apb2_hertz / divider, clocks[i] / 2, clocks[i]);
        assert_int_equal(chip.spi[0] & 3, i % 2 ? 3 : 0);
    }
    const pmb_bus slow = {.kind = &pmb_spi, .hertz = 328124};
    assert_int_equal(board.port.spi(&board, &slow, NULL, NULL, 1), PMB_ERR_UNSUPPORTED);
    uint8_t byte = 0;
    assert_int_equal(board.port.i2c_write(&board, &i2c, 0x50, &byte, 1, NULL, 0), PMB_OK);
    assert_int_equal(chip.ccr, 1u << 15 | 35); /* 42 MHz / 3 / 35 is 400 kHz */
    assert_int_equal(chip.freq, 42);
    const pmb_bus slow_i2c = {.kind = &pmb_i2c, .hertz = 100000};
    assert_int_equal(board.port.i2c_write(&board, &slow_i2c, 0x50, &byte, 1, NULL, 0), PMB_OK);
    assert_int_equal(chip.ccr, 210);
    assert_int_equal(chip.trise, 43);
}

/* What came back while nobody looked is not what the next read gets, and all bits are out. */
static void a_read_after_a_write_has_its_own_bytes(void **state)
{
    (void)state;
    uint8_t in[3], out[3] = {1, 2, 3};
    assert_int_equal(board.port.spi(&board, &spi, (const uint8_t *)"abcd", NULL, 4), PMB_OK);
    assert_int_equal(chip.busy, 0);
    assert_int_equal(board.port.spi(&board, &spi, out, in, 3), PMB_OK);
    assert_memory_equal(in, out, 3);
    assert_false(chip.overrun);
}

/* One byte, two bytes and more end in three ways. */
static void reads_of_every_length_take_no_byte_too_many(void **state)
{
    (void)state;
    for (unsigned i = 0; i < sizeof fake.memory; i++)
        fake.memory[i] = (uint8_t)(i * 7);
    for (unsigned count = 1; count < 9; count++) {
        uint8_t reply[8] = {0};
        fake.at = count;
        assert_int_equal(board.port.i2c_read(&board, &i2c, 0x50, reply, count), PMB_OK);
        assert_memory_equal(reply, fake.memory + count, count);
        assert_int_equal(fake.at, 2 * count);
    }
}

/* Longer than DMA can count, from memory that it does not reach, and a transfer that fails. */
static void the_background_sends_everything_or_says_so(void **state)
{
    (void)state;
    static uint8_t bytes[150000];
    assert_int_equal(board.port.spi_start(&board, &spi, bytes, sizeof bytes), PMB_OK);
    assert_int_equal(board.port.spi_wait(&board, &spi), PMB_OK);
    assert_int_equal(chip.transfers, 3);
    assert_ptr_equal(chip.from, bytes + 2 * 65535);

    chip.is_core_coupled = true;
    assert_int_equal(board.port.spi_start(&board, &spi, bytes, 100), PMB_OK);
    assert_int_equal(board.port.spi_wait(&board, &spi), PMB_OK);
    assert_int_equal(chip.transfers, 3);

    chip.is_core_coupled = false;
    chip.dma_fails = true;
    assert_int_equal(board.port.spi_start(&board, &spi, bytes, 100), PMB_OK);
    assert_int_equal(board.port.spi_wait(&board, &spi), PMB_ERR_BUS);
    uint8_t in[3], out[3] = {1, 2, 3};
    assert_int_equal(board.port.spi(&board, &spi, out, in, 3), PMB_OK);
    assert_memory_equal(in, out, 3);
}

static void a_bus_that_hangs_or_refuses_is_an_error(void **state)
{
    (void)state;
    uint8_t bytes[20] = {0};
    chip.stuck = true;
    assert_int_equal(board.port.i2c_write(&board, &i2c, 0x50, bytes, 20, NULL, 0), PMB_ERR_BUS);
    assert_int_equal(board.port.i2c_read(&board, &i2c, 0x50, bytes, 2), PMB_ERR_BUS);
    chip.stuck = false;
    chip.refuses_at = 5;
    assert_int_equal(board.port.i2c_write(&board, &i2c, 0x50, bytes, 20, NULL, 0), PMB_ERR_BUS);
    chip.refuses_at = 0;
    assert_int_equal(board.port.i2c_write(&board, &i2c, 0x50, bytes, 20, NULL, 0), PMB_OK);
    const pmb_bus other = {.kind = &pmb_i2c, .unit = 1};
    assert_int_equal(board.port.i2c_write(&board, &other, 0x50, bytes, 1, NULL, 0),
                     PMB_ERR_UNSUPPORTED);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test_setup(it_keeps_the_rules, fresh),
        cmocka_unit_test_setup(a_pin_gets_its_clock, fresh),
        cmocka_unit_test_setup(the_clocks_are_never_faster_than_configured, fresh),
        cmocka_unit_test_setup(a_read_after_a_write_has_its_own_bytes, fresh),
        cmocka_unit_test_setup(reads_of_every_length_take_no_byte_too_many, fresh),
        cmocka_unit_test_setup(the_background_sends_everything_or_says_so, fresh),
        cmocka_unit_test_setup(a_bus_that_hangs_or_refuses_is_an_error, fresh),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
