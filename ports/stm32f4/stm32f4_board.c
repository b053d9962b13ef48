/* stm32f4_board.c - a port on the registers of the STM32F4. Sections are those of RM0090. */
#include "stm32f4_board.h"
#include <stdatomic.h>

/* A test has registers of its own. */
#ifndef STM32F4_GET
#define STM32F4_GET(address)        (*(volatile uint32_t *)(uintptr_t)(address))
#define STM32F4_PUT(address, value) (*(volatile uint32_t *)(uintptr_t)(address) = (value))
#define STM32F4_ADDRESS(pointer)    ((uint32_t)(uintptr_t)(pointer))
#else
uint32_t STM32F4_GET(uint32_t address);
void STM32F4_PUT(uint32_t address, uint32_t value);
uint32_t STM32F4_ADDRESS(const void *pointer);
#endif

enum {
    GPIO = 0x40020000, /* section 8.4 */
    RCC_AHB1ENR = 0x40023830,
    RCC_APB1ENR = 0x40023840,
    RCC_APB2ENR = 0x40023844,
    CORE_COUPLED = 0x10000000, /* section 2.3.1: 64 KB that DMA does not reach */
    CORE_COUPLED_SIZE = 0x10000,
    USUAL_SPI_HERTZ = 4000000,
    USUAL_I2C_HERTZ = 400000,
    I2C_TIMEOUT_US = 25000, /* of a byte */
};

/* Of the core ("ARMv7-M Architecture Reference Manual", sections C1.6.5 and C1.8). */
#define DEMCR      0xE000EDFCu
#define DWT_CTRL   0xE0001000u
#define DWT_CYCCNT 0xE0001004u

/* A SPI unit with the DMA stream that feeds it (section 10.3.3, tables 42 and 43). */
typedef struct unit {
    uint32_t base, enable_register, enable_bit, function;
    uint32_t dma, dma_bit, stream, channel;
} unit;

static const unit spi_units[] = {
    {0x40013000, RCC_APB2ENR, 12, 5, 0x40026400, 22, 3, 3},
    {0x40003800, RCC_APB1ENR, 14, 5, 0x40026000, 21, 4, 0},
    {0x40003C00, RCC_APB1ENR, 15, 6, 0x40026000, 21, 5, 0},
};

static const unit *spi_unit(const pmb_stm32f4_board *b)
{
    return &spi_units[b->wires->spi - 1];
}

static void change(uint32_t address, uint32_t clear, uint32_t set)
{
    STM32F4_PUT(address, (STM32F4_GET(address) & ~clear) | set);
}

/* Gives a block its clock; reading back waits until it has it (section 7.2.13). */
static void enable(uint32_t address, uint32_t bit)
{
    change(address, 0, 1u << bit);
    (void)STM32F4_GET(address);
}

static uint32_t round_up(uint32_t dividend, uint32_t divisor)
{
    return (dividend + divisor - 1) / divisor;
}

/* ---- time ---- */

static uint32_t cycles(void)
{
    return STM32F4_GET(DWT_CYCCNT);
}

static uint32_t cycles_per_us(const pmb_stm32f4_board *b)
{
    return round_up(b->wires->core_hertz, 1000000);
}

/* The counter turns over after some 20 s: a millisecond is counted at a time. */
static void wait_us(void *context, uint32_t microseconds)
{
    const pmb_stm32f4_board *b = context;
    while (microseconds) {
        const uint32_t step = microseconds < 1000 ? microseconds : 1000;
        const uint32_t start = cycles(), wanted = step * cycles_per_us(b);
        while (cycles() - start <= wanted)
            continue;
        microseconds -= step;
    }
}

/* ---- pins: section 8.4 ---- */

enum { MODER = 0x00, OTYPER = 0x04, OSPEEDR = 0x08, PUPDR = 0x0C, IDR = 0x10, BSRR = 0x18 };
enum { AFRL = 0x20, MODE_INPUT = 0, MODE_OUTPUT = 1, MODE_ALTERNATE = 2 };

static uint32_t pins_of(pmb_pin pin)
{
    return GPIO + 0x400 * (uint32_t)(pmb_pin_number(pin) / 16);
}

static uint32_t place(pmb_pin pin)
{
    return pmb_pin_number(pin) % 16;
}

/* The mode of a pin: its port has a clock from then on. */
static void set_mode(pmb_pin pin, uint32_t mode)
{
    enable(RCC_AHB1ENR, pmb_pin_number(pin) / 16);
    change(pins_of(pin) + MODER, 3u << 2 * place(pin), mode << 2 * place(pin));
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    (void)context;
    enable(RCC_AHB1ENR, pmb_pin_number(pin) / 16);
    STM32F4_PUT(pins_of(pin) + BSRR, 1u << (place(pin) + (high ? 0 : 16)));
    set_mode(pin, MODE_OUTPUT);
}

static bool pin_read(void *context, pmb_pin pin)
{
    (void)context;
    set_mode(pin, MODE_INPUT);
    return STM32F4_GET(pins_of(pin) + IDR) >> place(pin) & 1;
}

/* Gives a pin to a unit: fast; pulled up and only ever pulled low for I2C. */
static void give(pmb_pin pin, uint32_t function, bool shared)
{
    if (pin == PMB_PIN_NONE)
        return;
    const uint32_t base = pins_of(pin), number = place(pin);
    enable(RCC_AHB1ENR, pmb_pin_number(pin) / 16);
    change(base + OTYPER, 1u << number, shared ? 1u << number : 0);
    change(base + PUPDR, 3u << 2 * number, shared ? 1u << 2 * number : 0);
    change(base + OSPEEDR, 3u << 2 * number, 2u << 2 * number);
    change(base + AFRL + 4 * (number / 8), 15u << 4 * (number % 8), function << 4 * (number % 8));
    set_mode(pin, MODE_ALTERNATE);
}

/* ---- SPI: section 28.5 ---- */

enum { SPI_CR1 = 0x00, SPI_CR2 = 0x04, SPI_SR = 0x08, SPI_DR = 0x0C };
enum { SPI_RXNE = 1 << 0, SPI_TXE = 1 << 1, SPI_BSY = 1 << 7, SPI_TX_DMA = 1 << 1 };

/* The fastest clock that is not faster than wanted: that of the bus by 2, 4 and so on to 256. */
static pmb_status choose_spi(pmb_stm32f4_board *b, const pmb_bus *bus, bool reading)
{
    enum { MODE_3 = 3, MASTER = 1 << 2, ENABLED = 1 << 6, SELECTED = 3 << 8 };
    const uint32_t source = b->wires->spi == 1 ? b->wires->apb2_hertz : b->wires->apb1_hertz;
    uint32_t hertz = bus->hertz ? bus->hertz : USUAL_SPI_HERTZ, rate = 0;
    if (reading && hertz > PMB_READ_HERTZ)
        hertz = PMB_READ_HERTZ;
    if (bus->unit != 0 || b->wires->sck == PMB_PIN_NONE)
        return PMB_ERR_UNSUPPORTED;
    if (b->spi_hertz == hertz && b->spi_mode == bus->mode)
        return PMB_OK;
    while (rate < 8 && round_up(source, 2u << rate) > hertz)
        rate++;
    if (rate == 8)
        return PMB_ERR_UNSUPPORTED;
    b->spi_hertz = hertz;
    b->spi_mode = bus->mode;
    const uint32_t settings = MASTER | SELECTED | rate << 3 | (bus->mode == 3 ? MODE_3 : 0);
    STM32F4_PUT(spi_unit(b)->base + SPI_CR1, settings);
    STM32F4_PUT(spi_unit(b)->base + SPI_CR1, settings | ENABLED);
    return PMB_OK;
}

/* Waits until the last bit is out (section 28.3.8), and forgets what came back meanwhile. */
static void end_spi(uint32_t base)
{
    while (!(STM32F4_GET(base + SPI_SR) & SPI_TXE) || STM32F4_GET(base + SPI_SR) & SPI_BSY)
        continue;
    (void)STM32F4_GET(base + SPI_DR);
    (void)STM32F4_GET(base + SPI_SR);
}

/* What comes back has one place: a read has one byte under way, a write does not look. */
static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    pmb_stm32f4_board *b = context;
    const pmb_status chosen = choose_spi(b, bus, in != NULL);
    if (chosen != PMB_OK)
        return chosen;
    const uint32_t base = spi_unit(b)->base;
    for (size_t i = 0; i < count; i++) {
        while (!(STM32F4_GET(base + SPI_SR) & SPI_TXE))
            continue;
        STM32F4_PUT(base + SPI_DR, out ? out[i] : 0);
        if (!in)
            continue;
        while (!(STM32F4_GET(base + SPI_SR) & SPI_RXNE))
            continue;
        in[i] = (uint8_t)STM32F4_GET(base + SPI_DR);
    }
    end_spi(base);
    return PMB_OK;
}

/* ---- DMA: section 10.5 ---- */

enum { DMA_FLAGS = 0x00, DMA_CLEAR = 0x08, DMA_FIRST = 0x10, DMA_DISTANCE = 0x18 };
enum { DMA_CR = 0x0, DMA_NDTR = 0x4, DMA_PAR = 0x8, DMA_M0AR = 0xC, DMA_MOST = 65535 };
enum { COMPLETE = 1 << 5, FAILED = 1 << 3, ALL_FLAGS = 0x3D };

/* Four streams share a register of flags; theirs are at bits 0, 6, 16 and 22. */
static uint32_t flag_shift(const unit *u)
{
    static const uint8_t shifts[] = {0, 6, 16, 22};
    return shifts[u->stream % 4];
}

static uint32_t flag_register(const unit *u)
{
    return u->dma + 4 * (u->stream / 4);
}

/* Starts with as many of the bytes that are left as one transfer takes. */
static void feed(pmb_stm32f4_board *b)
{
    enum { ENABLE = 1 << 0, TO_UNIT = 1 << 6, MEMORY_COUNTS = 1 << 10 };
    const unit *u = spi_unit(b);
    const uint32_t stream = u->dma + DMA_FIRST + DMA_DISTANCE * u->stream;
    const uint32_t settings = TO_UNIT | MEMORY_COUNTS | u->channel << 25;
    const size_t count = b->rest_count < DMA_MOST ? b->rest_count : DMA_MOST;
    STM32F4_PUT(flag_register(u) + DMA_CLEAR, (uint32_t)ALL_FLAGS << flag_shift(u));
    STM32F4_PUT(stream + DMA_PAR, u->base + SPI_DR);
    STM32F4_PUT(stream + DMA_M0AR, STM32F4_ADDRESS(b->rest));
    STM32F4_PUT(stream + DMA_NDTR, (uint32_t)count);
    STM32F4_PUT(stream + DMA_CR, settings);
    atomic_signal_fence(memory_order_release); /* the bytes are in memory before it reads */
    STM32F4_PUT(stream + DMA_CR, settings | ENABLE);
    b->rest += count;
    b->rest_count -= count;
}

static pmb_status spi_start(void *context, const pmb_bus *bus, const uint8_t *out, size_t count)
{
    pmb_stm32f4_board *b = context;
    if (STM32F4_ADDRESS(out) - CORE_COUPLED < CORE_COUPLED_SIZE || count == 0)
        return spi(context, bus, out, NULL, count);
    const pmb_status chosen = choose_spi(b, bus, false);
    if (chosen != PMB_OK)
        return chosen;
    b->rest = out;
    b->rest_count = count;
    STM32F4_PUT(spi_unit(b)->base + SPI_CR2, SPI_TX_DMA);
    feed(b);
    return PMB_OK;
}

static pmb_status spi_wait(void *context, const pmb_bus *bus)
{
    pmb_stm32f4_board *b = context;
    const unit *u = spi_unit(b);
    uint32_t flags = 0;
    (void)bus;
    if (!(STM32F4_GET(u->base + SPI_CR2) & SPI_TX_DMA)) /* it was sent at once */
        return PMB_OK;
    do {
        if (flags & COMPLETE && b->rest_count)
            feed(b);
        flags = STM32F4_GET(flag_register(u) + DMA_FLAGS) >> flag_shift(u);
    } while (!(flags & FAILED) && (!(flags & COMPLETE) || b->rest_count));
    end_spi(u->base);
    STM32F4_PUT(u->base + SPI_CR2, 0);
    return flags & FAILED ? PMB_ERR_BUS : PMB_OK;
}

/* ---- I2C: section 27.6 ---- */

enum { I2C_CR1 = 0x00, I2C_CR2 = 0x04, I2C_DR = 0x10, I2C_SR1 = 0x14, I2C_SR2 = 0x18 };
enum { I2C_CCR = 0x1C, I2C_TRISE = 0x20 };
enum { ENABLED = 1 << 0, START = 1 << 8, STOP = 1 << 9, ACK = 1 << 10, NEXT = 1 << 11 }; /* CR1 */
enum {                                                                                   /* SR1 */
       STARTED = 1 << 0,
       ADDRESSED = 1 << 1,
       FINISHED = 1 << 2, /* BTF: two bytes have come, or the last one is out */
       CAME = 1 << 6,
       ROOM = 1 << 7,
       REFUSED = 1 << 10,
       FAULTS = 1 << 8 | 1 << 9 /* a bus error, arbitration lost */
};

static uint32_t i2c_base(const pmb_stm32f4_board *b)
{
    return 0x40005400 + 0x400 * (uint32_t)(b->wires->i2c - 1);
}

/* Section 27.6.8 and 27.6.9: equal halves up to 100 kHz, one third high above; edges of 1 us and
 * of 0.3 us. */
static void set_i2c(pmb_stm32f4_board *b, uint32_t hertz)
{
    enum { RESET = 1 << 15, FAST = 1 << 15, SLOW_LEAST = 4, FAST_LEAST = 1 };
    const uint32_t base = i2c_base(b), apb = b->wires->apb1_hertz, mega = apb / 1000000;
    const bool fast = hertz > 100000;
    const uint32_t least = fast ? FAST_LEAST : SLOW_LEAST;
    const uint32_t divider = round_up(apb, (fast ? 3 : 2) * hertz);
    if (b->i2c_hertz == hertz)
        return;
    b->i2c_hertz = hertz;
    STM32F4_PUT(base + I2C_CR1, RESET);
    STM32F4_PUT(base + I2C_CR1, 0);
    STM32F4_PUT(base + I2C_CR2, mega);
    STM32F4_PUT(base + I2C_CCR, (divider < least ? least : divider) | (fast ? FAST : 0));
    STM32F4_PUT(base + I2C_TRISE, fast ? mega * 3 / 10 + 1 : mega + 1);
    STM32F4_PUT(base + I2C_CR1, ENABLED);
}

/* Waits for a flag of SR1. PMB_ERR_NO_ANSWER: the byte was refused. */
static pmb_status wait_for(pmb_stm32f4_board *b, uint32_t flag)
{
    const uint32_t start = cycles(), limit = I2C_TIMEOUT_US * cycles_per_us(b);
    for (;;) {
        const uint32_t state = STM32F4_GET(i2c_base(b) + I2C_SR1);
        if (state & REFUSED)
            return PMB_ERR_NO_ANSWER;
        if (state & FAULTS || cycles() - start > limit)
            return PMB_ERR_BUS;
        if (state & flag)
            return PMB_OK;
    }
}

/* Start condition and address, up to where the unit holds the clock. */
static pmb_status begin_i2c(pmb_stm32f4_board *b, const pmb_bus *bus, uint8_t first,
                            uint32_t settings)
{
    if (bus->unit != 0 || b->wires->sda == PMB_PIN_NONE)
        return PMB_ERR_UNSUPPORTED;
    set_i2c(b, bus->hertz ? bus->hertz : USUAL_I2C_HERTZ);
    STM32F4_PUT(i2c_base(b) + I2C_CR1, ENABLED | START | settings);
    const pmb_status started = wait_for(b, STARTED);
    if (started != PMB_OK)
        return started;
    STM32F4_PUT(i2c_base(b) + I2C_DR, first);
    return wait_for(b, ADDRESSED);
}

/* The clock goes on once both registers are read. */
static void go_on(pmb_stm32f4_board *b)
{
    (void)STM32F4_GET(i2c_base(b) + I2C_SR1);
    (void)STM32F4_GET(i2c_base(b) + I2C_SR2);
}

/* Ends what the bus holds: a refusal by a stop, anything else by setting the unit up anew. */
static pmb_status end_i2c(pmb_stm32f4_board *b, pmb_status status)
{
    const uint32_t base = i2c_base(b), start = cycles();
    if (status == PMB_ERR_UNSUPPORTED)
        return status;
    if (status == PMB_ERR_NO_ANSWER) {
        change(base + I2C_SR1, REFUSED, 0);
        change(base + I2C_CR1, 0, STOP);
    }
    while (status != PMB_ERR_BUS && STM32F4_GET(base + I2C_CR1) & STOP)
        if (cycles() - start > I2C_TIMEOUT_US * cycles_per_us(b))
            status = PMB_ERR_BUS;
    if (status == PMB_ERR_BUS)
        b->i2c_hertz = 0;
    return status;
}

/* Section 27.3.3: master transmitter. */
static pmb_status i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                            size_t head_count, const uint8_t *body, size_t body_count)
{
    pmb_stm32f4_board *b = context;
    const size_t count = head_count + body_count;
    pmb_status status = begin_i2c(b, bus, (uint8_t)(address << 1), 0);
    if (status != PMB_OK)
        return end_i2c(b, status);
    go_on(b);
    for (size_t i = 0; i <= count && status == PMB_OK; i++) {
        if (count)
            status = wait_for(b, i < count ? ROOM : FINISHED);
        if (status == PMB_OK && i < count)
            STM32F4_PUT(i2c_base(b) + I2C_DR, i < head_count ? head[i] : body[i - head_count]);
    }
    if (status == PMB_OK)
        change(i2c_base(b) + I2C_CR1, 0, STOP);
    const bool refused = status == PMB_ERR_NO_ANSWER; /* a later byte, not the address */
    status = end_i2c(b, status);
    return refused ? PMB_ERR_BUS : status;
}

/* Waits, and takes a byte. */
static pmb_status take(pmb_stm32f4_board *b, uint32_t flag, uint8_t *byte)
{
    const pmb_status status = flag ? wait_for(b, flag) : PMB_OK;
    if (status == PMB_OK)
        *byte = (uint8_t)STM32F4_GET(i2c_base(b) + I2C_DR);
    return status;
}

/* Section 27.3.3: master receiver. The byte that is refused is the last one: which one that is must
 * be said before it comes. So one byte, two bytes and the last three go differently. Between the
 * answer to the address and the first of two bytes (22 us at 400 kHz) no interrupt may take
 * longer. */
static pmb_status i2c_read(void *context, const pmb_bus *bus, uint8_t address, uint8_t *reply,
                           size_t count)
{
    pmb_stm32f4_board *b = context;
    const uint32_t cr1 = i2c_base(b) + I2C_CR1;
    size_t i = 0;
    pmb_status status = begin_i2c(b, bus, (uint8_t)(address << 1 | 1),
                                  count == 1   ? 0
                                  : count == 2 ? ACK | NEXT
                                               : ACK);
    if (status != PMB_OK)
        return end_i2c(b, status);
    go_on(b);
    if (count == 2)
        change(cr1, ACK, 0);
    while (count - i > 3 && status == PMB_OK)
        status = take(b, CAME, &reply[i++]);
    if (count > 2 && status == PMB_OK) {
        status = wait_for(b, FINISHED);
        change(cr1, ACK, 0);
        status = status == PMB_OK ? take(b, 0, &reply[i++]) : status;
    }
    if (count > 1 && status == PMB_OK)
        status = wait_for(b, FINISHED);
    change(cr1, 0, STOP);
    while (i < count && status == PMB_OK)
        status = take(b, CAME, &reply[i++]);
    return end_i2c(b, status);
}

/* ---- the board ---- */

void pmb_stm32f4_board_init(pmb_stm32f4_board *b, const pmb_stm32f4_wires *wires)
{
    enum { TRACE = 1 << 24, I2C_FIRST_BIT = 21, I2C_FUNCTION = 4 };
    *b = (pmb_stm32f4_board){.wires = wires};
    b->port = (pmb_port){.context = b,
                         .i2c_write = i2c_write,
                         .i2c_read = i2c_read,
                         .spi = spi,
                         .spi_start = spi_start,
                         .spi_wait = spi_wait,
                         .pin_write = pin_write,
                         .pin_read = pin_read,
                         .wait_us = wait_us};
    change(DEMCR, 0, TRACE);
    change(DWT_CTRL, 0, 1);
    if (wires->sck != PMB_PIN_NONE) {
        const unit *u = spi_unit(b);
        enable(u->enable_register, u->enable_bit);
        enable(RCC_AHB1ENR, u->dma_bit);
        give(wires->sck, u->function, false);
        give(wires->mosi, u->function, false);
        give(wires->miso, u->function, false);
    }
    if (wires->sda != PMB_PIN_NONE) {
        enable(RCC_APB1ENR, I2C_FIRST_BIT + wires->i2c - 1u);
        give(wires->sda, I2C_FUNCTION, true);
        give(wires->scl, I2C_FUNCTION, true);
    }
}
