/* rp2040_board.c - a port on the registers of the RP2040. Sections are those of its data sheet. */
#include "rp2040_board.h"
#include <stdatomic.h>

/* A test has registers of its own. */
#ifndef RP2040_GET
#define RP2040_GET(address)        (*(volatile uint32_t *)(uintptr_t)(address))
#define RP2040_PUT(address, value) (*(volatile uint32_t *)(uintptr_t)(address) = (value))
#define RP2040_ADDRESS(pointer)    ((uint32_t)(uintptr_t)(pointer))
#else
uint32_t RP2040_GET(uint32_t address);
void RP2040_PUT(uint32_t address, uint32_t value);
uint32_t RP2040_ADDRESS(const void *pointer);
#endif

enum {
    RESETS = 0x4000C000, /* section 2.14 */
    RESET_DONE = RESETS + 0x8,
    CLEAR_BITS = 0x3000, /* section 2.1.2: atomic access */
    IO_BANK = 0x40014000,
    PADS_BANK = 0x4001C000,
    SPI_FIRST = 0x4003C000, /* section 4.4 */
    I2C_FIRST = 0x40044000, /* section 4.3 */
    UNIT_DISTANCE = 0x4000,
    TIMER_LOW = 0x40054028, /* section 4.6: TIMERAWL */
    USUAL_SPI_HERTZ = 4000000,
    USUAL_I2C_HERTZ = 400000,
    I2C_TIMEOUT_US = 25000, /* of a byte */
    I2C_DEPTH = 16,
    FUNCTION_SPI = 1,
    FUNCTION_I2C = 3,
    FUNCTION_SIO = 5,
};
#define SIO 0xD0000000u /* section 2.3.1 */
#define DMA 0x50000000u /* section 2.5 */

/* Bits of the register RESET. */
enum { RESET_DMA = 2, RESET_I2C = 3, RESET_IO = 5, RESET_PADS = 8, RESET_SPI = 16 };

static uint32_t now(void)
{
    return RP2040_GET(TIMER_LOW);
}

/* Takes a block out of reset. */
static void release(uint32_t bit)
{
    RP2040_PUT(RESETS + CLEAR_BITS, 1u << bit);
    while (!(RP2040_GET(RESET_DONE) >> bit & 1))
        continue;
}

/* ---- pins: sections 2.19 and 2.3.1.2 ---- */

/* Gives a pin to a function: input enabled, output too, pulled up on request. */
static void give(pmb_pin pin, uint32_t function, bool pull_up)
{
    const uint32_t number = pmb_pin_number(pin);
    enum { INPUT_ENABLE = 1 << 6, PULL_UP = 1 << 3, DRIVE_4MA = 1 << 4, SCHMITT = 1 << 1 };
    if (pin == PMB_PIN_NONE)
        return;
    RP2040_PUT(PADS_BANK + 4 + 4 * number,
               INPUT_ENABLE | DRIVE_4MA | SCHMITT | (pull_up ? PULL_UP : 0u));
    RP2040_PUT(IO_BANK + 4 + 8 * number, function);
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    const uint32_t bit = 1u << pmb_pin_number(pin);
    (void)context;
    RP2040_PUT(SIO + (high ? 0x14 : 0x18), bit); /* GPIO_OUT_SET, GPIO_OUT_CLR */
    RP2040_PUT(SIO + 0x24, bit);                 /* GPIO_OE_SET */
    give(pin, FUNCTION_SIO, false);
}

static bool pin_read(void *context, pmb_pin pin)
{
    const uint32_t number = pmb_pin_number(pin);
    (void)context;
    RP2040_PUT(SIO + 0x28, 1u << number); /* GPIO_OE_CLR */
    give(pin, FUNCTION_SIO, false);
    return RP2040_GET(SIO + 0x04) >> number & 1; /* GPIO_IN */
}

static void wait_us(void *context, uint32_t microseconds)
{
    const uint32_t start = now();
    (void)context;
    /* The first microsecond may be a short one. */
    while (now() - start < microseconds + 1)
        continue;
}

/* ---- SPI: section 4.4, a PL022 ---- */

enum { SPI_CR0 = 0x00, SPI_CR1 = 0x04, SPI_DR = 0x08, SPI_SR = 0x0C, SPI_CPSR = 0x10 };
enum { SPI_TNF = 1 << 1, SPI_RNE = 1 << 2, SPI_BSY = 1 << 4 };
enum { SPI_DMACR = 0x24, SPI_TX_DMA = 1 << 1, SPI_DEPTH = 8 };

static uint32_t spi_base(const pmb_rp2040_board *b)
{
    return SPI_FIRST + UNIT_DISTANCE * (uint32_t)b->wires->spi;
}

/* The clock is clk_peri, divided by an even number from 2 to 254 and by 1 to 256: the fastest that
 * is not faster than wanted. */
static void set_spi(pmb_rp2040_board *b, uint32_t hertz, uint8_t mode)
{
    const uint32_t peri = b->wires->peri_hertz, base = spi_base(b);
    uint32_t prescale = 2;
    while (prescale < 254 && peri / prescale / 256 >= hertz)
        prescale += 2;
    uint32_t rate = (peri / prescale + hertz - 1) / hertz;
    rate = rate < 1 ? 1 : rate > 256 ? 256 : rate;
    if (b->spi_hertz == hertz && b->spi_mode == mode)
        return;
    b->spi_hertz = hertz;
    b->spi_mode = mode;
    RP2040_PUT(base + SPI_CR1, 0);
    RP2040_PUT(base + SPI_CPSR, prescale);
    RP2040_PUT(base + SPI_CR0, (rate - 1) << 8 | (mode == 3 ? 3u << 6 : 0) | 7); /* eight bits */
    RP2040_PUT(base + SPI_CR1, 1 << 1);
}

/* Chooses clock and mode for a bus; false when it is not this unit's. */
static bool choose_spi(pmb_rp2040_board *b, const pmb_bus *bus, bool reading)
{
    uint32_t hertz = bus->hertz ? bus->hertz : USUAL_SPI_HERTZ;
    if (reading && hertz > PMB_READ_HERTZ)
        hertz = PMB_READ_HERTZ;
    if (bus->unit != 0 || b->wires->sck == PMB_PIN_NONE)
        return false;
    set_spi(b, hertz, bus->mode);
    return true;
}

/* As many bytes are under way as the queue for what comes back can take. */
static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    pmb_rp2040_board *b = context;
    const uint32_t base = spi_base(b);
    size_t sent = 0, taken = 0;
    if (!choose_spi(b, bus, in != NULL))
        return PMB_ERR_UNSUPPORTED;
    while (taken < count) {
        const uint32_t state = RP2040_GET(base + SPI_SR);
        if (sent < count && sent - taken < SPI_DEPTH && state & SPI_TNF) {
            RP2040_PUT(base + SPI_DR, out ? out[sent] : 0);
            sent++;
        }
        if (state & SPI_RNE) {
            const uint8_t byte = (uint8_t)RP2040_GET(base + SPI_DR);
            if (in)
                in[taken] = byte;
            taken++;
        }
    }
    return PMB_OK;
}

static uint32_t dma_base(const pmb_rp2040_board *b)
{
    return DMA + 0x40 * (uint32_t)b->wires->dma_channel;
}

/* Section 2.5.7: CTRL_TRIG. */
static pmb_status spi_start(void *context, const pmb_bus *bus, const uint8_t *out, size_t count)
{
    enum { ENABLE = 1 << 0, READ_INCREMENTS = 1 << 4, CHAIN_SHIFT = 11, REQUEST_SHIFT = 15 };
    enum { REQUEST_SPI0_TX = 16, REQUESTS_OF_UNIT = 2, QUIET = 1 << 21 };
    pmb_rp2040_board *b = context;
    const uint32_t channel = b->wires->dma_channel, base = dma_base(b);
    if (!choose_spi(b, bus, false))
        return PMB_ERR_UNSUPPORTED;
    RP2040_PUT(spi_base(b) + SPI_DMACR, SPI_TX_DMA);
    RP2040_PUT(base + 0x0, RP2040_ADDRESS(out));
    RP2040_PUT(base + 0x4, spi_base(b) + SPI_DR);
    RP2040_PUT(base + 0x8, (uint32_t)count);
    atomic_signal_fence(memory_order_release); /* the bytes are in memory before it reads */
    RP2040_PUT(base + 0xC, ENABLE | READ_INCREMENTS | QUIET | channel << CHAIN_SHIFT |
                               (REQUEST_SPI0_TX + REQUESTS_OF_UNIT * (uint32_t)b->wires->spi)
                                   << REQUEST_SHIFT);
    return PMB_OK;
}

/* What came back meanwhile is dropped: the queue is full of it. */
static pmb_status spi_wait(void *context, const pmb_bus *bus)
{
    enum { BUSY = 1 << 24 };
    pmb_rp2040_board *b = context;
    const uint32_t base = spi_base(b);
    (void)bus;
    while (RP2040_GET(dma_base(b) + 0xC) & BUSY || RP2040_GET(base + SPI_SR) & SPI_BSY)
        continue;
    while (RP2040_GET(base + SPI_SR) & SPI_RNE)
        (void)RP2040_GET(base + SPI_DR);
    RP2040_PUT(base + 0x20, 1); /* SSPICR: the overrun is none */
    RP2040_PUT(base + SPI_DMACR, 0);
    return PMB_OK;
}

/* ---- I2C: section 4.3, a DW_apb_i2c ---- */

enum {
    IC_CON = 0x00,
    IC_TAR = 0x04,
    IC_DATA_CMD = 0x10,
    IC_FS_SCL_HCNT = 0x1C,
    IC_FS_SCL_LCNT = 0x20,
    IC_RAW_INTR_STAT = 0x34,
    IC_CLR_TX_ABRT = 0x54,
    IC_CLR_STOP_DET = 0x60,
    IC_ENABLE = 0x6C,
    IC_STATUS = 0x70,
    IC_SDA_HOLD = 0x7C,
    IC_TX_ABRT_SOURCE = 0x80,
    IC_FS_SPKLEN = 0xA0,
    ABORTED = 1 << 6, /* of the raw interrupts */
    STOPPED = 1 << 9,
    ROOM = 1 << 1, /* of the status */
    CAME = 1 << 3,
    READ = 1 << 8, /* of a command */
    STOP = 1 << 9,
    NO_ADDRESS = 1 << 0, /* of the source of an abort */
};

static uint32_t i2c_base(const pmb_rp2040_board *b)
{
    return I2C_FIRST + UNIT_DISTANCE * (uint32_t)b->wires->i2c;
}

/* Section 4.3.14: a period is low for 3/5 and high for 2/5. */
static void set_i2c(pmb_rp2040_board *b, uint32_t hertz)
{
    const uint32_t base = i2c_base(b), period = (b->wires->peri_hertz + hertz - 1) / hertz;
    const uint32_t low = period * 3 / 5;
    if (b->i2c_hertz == hertz)
        return;
    b->i2c_hertz = hertz;
    RP2040_PUT(base + IC_ENABLE, 0);
    /* Master, fast mode, restart enabled, no slave, and no command when the queue is empty. */
    RP2040_PUT(base + IC_CON, 1u << 0 | 2u << 1 | 1u << 5 | 1u << 6 | 1u << 8);
    RP2040_PUT(base + IC_FS_SCL_HCNT, period - low);
    RP2040_PUT(base + IC_FS_SCL_LCNT, low);
    RP2040_PUT(base + IC_FS_SPKLEN, low < 16 ? 1 : low / 16);
    RP2040_PUT(base + IC_SDA_HOLD, b->wires->peri_hertz / 10000000 * 3 + 1); /* 300 ns */
}

static bool choose_i2c(pmb_rp2040_board *b, const pmb_bus *bus, uint8_t address)
{
    const uint32_t base = i2c_base(b);
    if (bus->unit != 0 || b->wires->sda == PMB_PIN_NONE)
        return false;
    set_i2c(b, bus->hertz ? bus->hertz : USUAL_I2C_HERTZ);
    RP2040_PUT(base + IC_ENABLE, 0);
    RP2040_PUT(base + IC_TAR, address);
    RP2040_PUT(base + IC_ENABLE, 1);
    return true;
}

/* Waits for a bit of a register, or for an abort; false: neither came in time. */
static bool wait_for(const pmb_rp2040_board *b, uint32_t offset, uint32_t bit)
{
    const uint32_t start = now(), base = i2c_base(b);
    while (!(RP2040_GET(base + offset) & bit) && !(RP2040_GET(base + IC_RAW_INTR_STAT) & ABORTED))
        if (now() - start > I2C_TIMEOUT_US)
            return false;
    return true;
}

/* How a transaction has ended: its stop, an abort and what for, or nothing in time. */
static pmb_status end_i2c(pmb_rp2040_board *b, bool in_time)
{
    const uint32_t base = i2c_base(b);
    in_time = in_time && wait_for(b, IC_RAW_INTR_STAT, STOPPED);
    const bool aborted = RP2040_GET(base + IC_RAW_INTR_STAT) & ABORTED;
    const uint32_t source = aborted ? RP2040_GET(base + IC_TX_ABRT_SOURCE) : 0;
    (void)RP2040_GET(base + IC_CLR_TX_ABRT);
    (void)RP2040_GET(base + IC_CLR_STOP_DET);
    if (!in_time)
        b->i2c_hertz = 0; /* set it up anew */
    if (source & NO_ADDRESS)
        return PMB_ERR_NO_ANSWER;
    return in_time && !aborted ? PMB_OK : PMB_ERR_BUS;
}

static pmb_status i2c_read(void *context, const pmb_bus *bus, uint8_t address, uint8_t *reply,
                           size_t count)
{
    pmb_rp2040_board *b = context;
    const uint32_t base = i2c_base(b);
    bool in_time = true;
    if (!choose_i2c(b, bus, address))
        return PMB_ERR_UNSUPPORTED;
    for (size_t i = 0; i < count && in_time; i++) {
        RP2040_PUT(base + IC_DATA_CMD, READ | (i + 1 == count ? STOP : 0u));
        in_time = wait_for(b, IC_STATUS, CAME);
        if (RP2040_GET(base + IC_RAW_INTR_STAT) & ABORTED)
            break;
        reply[i] = (uint8_t)RP2040_GET(base + IC_DATA_CMD);
    }
    return end_i2c(b, in_time);
}

/* The unit cannot send an address alone: reading a byte asks the same. */
static pmb_status i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                            size_t head_count, const uint8_t *body, size_t body_count)
{
    pmb_rp2040_board *b = context;
    const uint32_t base = i2c_base(b);
    const size_t count = head_count + body_count;
    bool in_time = true;
    uint8_t nothing;
    if (count == 0)
        return i2c_read(context, bus, address, &nothing, 1);
    if (!choose_i2c(b, bus, address))
        return PMB_ERR_UNSUPPORTED;
    for (size_t i = 0; i < count && in_time; i++) {
        const uint8_t byte = i < head_count ? head[i] : body[i - head_count];
        in_time = wait_for(b, IC_STATUS, ROOM);
        if (RP2040_GET(base + IC_RAW_INTR_STAT) & ABORTED)
            break;
        if (in_time)
            RP2040_PUT(base + IC_DATA_CMD, byte | (i + 1 == count ? STOP : 0u));
    }
    return end_i2c(b, in_time);
}

/* ---- the board ---- */

void pmb_rp2040_board_init(pmb_rp2040_board *b, const pmb_rp2040_wires *wires)
{
    *b = (pmb_rp2040_board){.wires = wires};
    b->port = (pmb_port){.context = b,
                         .i2c_write = i2c_write,
                         .i2c_read = i2c_read,
                         .spi = spi,
                         .spi_start = spi_start,
                         .spi_wait = spi_wait,
                         .pin_write = pin_write,
                         .pin_read = pin_read,
                         .wait_us = wait_us};
    release(RESET_IO);
    release(RESET_PADS);
    if (wires->sck != PMB_PIN_NONE) {
        release(RESET_SPI + (uint32_t)wires->spi);
        release(RESET_DMA);
        give(wires->sck, FUNCTION_SPI, false);
        give(wires->mosi, FUNCTION_SPI, false);
        give(wires->miso, FUNCTION_SPI, false);
    }
    if (wires->sda != PMB_PIN_NONE) {
        release(RESET_I2C + (uint32_t)wires->i2c);
        give(wires->sda, FUNCTION_I2C, true);
        give(wires->scl, FUNCTION_I2C, true);
    }
}
