/*
 * avr_run.c - runs a program for the ATmega328P in simavr and prints what it sends by its serial
 * port. A report, if one is wanted, has the cycles from one mark (a write to GPIOR0) to the next,
 * and how many of them the program just waited for its two-wire interface or SPI; and at the end
 * the most bytes that the stack took. The simulator has no time for the one and 100 us a byte for
 * the other; here both take what their clocks give (data sheet DS40002061).
 * With --wire it prints what leaves by SPI and by the pins PB0 to PB2 (8 to 10), and the time
 * between, as replay.c takes it. On the two-wire interface is an SSD1306, the simulator's own model
 * of it (with --alone nothing is; with --held somebody keeps SCL low); with --glass what it shows
 * at the end is printed, a line a row.
 */
#include <stdbool.h>
#include <stdio.h>
#include <stdlib.h>
#include <fcntl.h>
#include <string.h>
#include <unistd.h>
#include <avr_ioport.h>
#include <avr_spi.h>
#include <avr_uart.h>
#include <sim_avr.h>
#include <sim_cycle_timers.h>
#include <sim_elf.h>
#include <ssd1306_virt.h>

enum { GPIOR0 = 0x3E, SPCR = 0x4C, SPSR, SPDR, SPIF = 0x80, SPI2X = 1 };
enum { TWBR = 0xB8, TWSR, TWCR = 0xBC, TWINT = 0x80, TWSTA = 0x20, TWSTO = 0x10 };
static bool held; /* the two-wire bus is */
enum { MOST_CYCLES = 2000000000 };

static avr_cycle_count_t marked;
static avr_cycle_count_t waited; /* since the mark */
static FILE *report;

/* What the simulator's own parts do when a register is written. */
struct written {
    avr_io_write_t call;
    void *parameter;
};
static struct written twcr, spdr;

/* Gives a register to another function, which calls the one that it had. */
static struct written take_over(avr_t *avr, avr_io_addr_t address, avr_io_write_t call)
{
    const avr_io_addr_t at = AVR_DATA_TO_IO(address);
    const struct written before = {avr->io[at].w.c, avr->io[at].w.param};
    avr->io[at].w.c = call;
    return before;
}

/* What a part has begun ends after so many cycles, not when the simulator thinks. */
static int end_after(avr_t *avr, const void *part, unsigned cycles)
{
    for (avr_cycle_timer_slot_p slot = avr->cycle_timers.timer; slot; slot = slot->next)
        if (slot->param == part) {
            avr_cycle_timer_t end = slot->timer;
            void *parameter = slot->param;
            avr_cycle_timer_cancel(avr, end, parameter);
            avr_cycle_timer_register(avr, cycles, end, parameter);
            return 1;
        }
    return 0;
}

static avr_cycle_count_t stop_done(avr_t *avr, avr_cycle_count_t when, void *parameter)
{
    (void)when;
    (void)parameter;
    avr->data[TWCR] &= (uint8_t)~TWSTO;
    return 0;
}

/* Section "Bit Rate Generator Unit": a bit takes 16 + 2 * TWBR * 4^prescaler cycles; a start or a
 * stop is one, a byte with its answer nine. */
static void twi_written(avr_t *avr, avr_io_addr_t address, uint8_t value, void *parameter)
{
    const unsigned bit = 16 + (2u * avr->data[TWBR] << 2 * (avr->data[TWSR] & 3));
    (void)parameter;
    if (held) { /* somebody keeps SCL low: nothing that is begun ends */
        avr->data[TWCR] = (uint8_t)(value & ~TWINT);
        return;
    }
    twcr.call(avr, address, value, twcr.parameter);
    if (!(value & TWINT))
        return;
    if (value & TWSTO) {
        avr->data[TWCR] |= TWSTO;
        avr_cycle_timer_register(avr, bit, stop_done, NULL);
    } else if (end_after(avr, twcr.parameter, value & TWSTA ? bit : 9 * bit)) {
        avr->data[TWCR] &= (uint8_t)~TWINT;
    }
}

/* Section "SPCR": the clock is divided by 4, 16, 64 or 128, and half of that with SPI2X. */
static void spi_written(avr_t *avr, avr_io_addr_t address, uint8_t value, void *parameter)
{
    static const unsigned dividers[] = {4, 16, 64, 128};
    (void)parameter;
    spdr.call(avr, address, value, spdr.parameter);
    (void)end_after(avr, spdr.parameter,
                    8 * (dividers[avr->data[SPCR] & 3] >> (avr->data[SPSR] & SPI2X)));
}

/* A look at a bus that is not ready, and the one after it, are a wait. */
static uint8_t bus_polled(avr_t *avr, avr_io_addr_t address, void *parameter)
{
    static avr_cycle_count_t since;
    const uint8_t ready = avr->data[address] & *(const uint8_t *)parameter;
    if (since)
        waited += avr->cycle - since;
    since = ready ? 0 : avr->cycle;
    return avr->data[address];
}

static void byte_sent(struct avr_irq_t *irq, uint32_t value, void *parameter)
{
    (void)irq;
    (void)parameter;
    putchar((int)value);
}

static void mark_set(avr_t *avr, avr_io_addr_t address, uint8_t value, void *parameter)
{
    (void)parameter;
    avr->data[address] = value;
    if (marked && report)
        fprintf(report, "cycles %llu waited %llu\n", (unsigned long long)(avr->cycle - marked),
                (unsigned long long)waited);
    marked = avr->cycle;
    waited = 0;
}

static void quiet(avr_t *avr, const int level, const char *format, va_list arguments)
{
    (void)avr;
    if (level <= LOG_ERROR)
        vfprintf(stderr, format, arguments);
}

/* The time since the last line of the wire, if it is a microsecond or more. */
static void print_wait(avr_t *avr)
{
    static avr_cycle_count_t before;
    if (avr->cycle - before >= 16)
        printf("w %llu\n", (unsigned long long)((avr->cycle - before) / 16));
    before = avr->cycle;
}

static void spi_sent(struct avr_irq_t *irq, uint32_t value, void *parameter)
{
    (void)irq;
    print_wait(parameter);
    printf("s %02X\n", (unsigned)value & 0xFF);
}

static void pin_changed(struct avr_irq_t *irq, uint32_t value, void *parameter)
{
    print_wait(parameter);
    printf("p %d %u\n", irq->irq + 8, (unsigned)value & 1);
}

static void print_wire(avr_t *avr)
{
    avr_irq_register_notify(avr_io_getirq(avr, AVR_IOCTL_SPI_GETIRQ(0), SPI_IRQ_OUTPUT), spi_sent,
                            avr);
    for (int pin = 0; pin < 3; pin++)
        avr_irq_register_notify(avr_io_getirq(avr, AVR_IOCTL_IOPORT_GETIRQ('B'), pin), pin_changed,
                                avr);
}

/* The glass as it is mounted when the driver says that segments and rows run backwards: the memory
 * itself is then upright. */
static void print_glass(ssd1306_t *part)
{
    for (int y = 0; y < 64; y++) {
        for (int x = 0; x < 128; x++)
            putchar(part->vram[y / 8][x] >> (y % 8) & 1 ? '#' : '.');
        putchar('\n');
    }
    if (!ssd1306_get_flag(part, SSD1306_FLAG_DISPLAY_ON))
        puts("the display is off");
}

int main(int argc, char **argv)
{
    static ssd1306_t part;
    /* Of its pins only the reset is used; PB0, which the programs leave alone. */
    static ssd1306_wiring_t wiring = {.reset = {'B', 0}};
    const int with_glass = argc > 1 && strcmp(argv[1], "--glass") == 0;
    const int with_wire = argc > 1 && strcmp(argv[1], "--wire") == 0;
    const int alone = argc > 1 && strcmp(argv[1], "--alone") == 0;
    held = argc > 1 && strcmp(argv[1], "--held") == 0;
    argc -= with_glass + with_wire + alone + held;
    argv += with_glass + with_wire + alone + held;
    static elf_firmware_t firmware;
    /* Loading prints where what goes. */
    const int screen = dup(STDOUT_FILENO), nowhere = open("/dev/null", O_WRONLY);
    dup2(nowhere, STDOUT_FILENO);
    if (argc < 2 || argc > 3 || elf_read_firmware(argv[1], &firmware) != 0) {
        fprintf(stderr,
                "usage: avr-run [--glass | --wire | --alone | --held] PROGRAM.elf [REPORT.txt]\n");
        return 2;
    }
    report = argc == 3 ? fopen(argv[2], "w") : NULL;
    avr_global_logger_set(quiet);
    avr_t *avr = avr_make_mcu_by_name("atmega328p");
    if (!avr || avr_init(avr) != 0)
        return 2;
    firmware.frequency = 16000000;
    avr_load_firmware(avr, &firmware);
    ssd1306_init(avr, &part, 128, 64);
    if (!alone)
        ssd1306_connect_twi(&part, &wiring);
    fflush(stdout);
    dup2(screen, STDOUT_FILENO);
    uint32_t flags = 0; /* no copy of the serial port on standard error */
    avr_ioctl(avr, AVR_IOCTL_UART_SET_FLAGS('0'), &flags);
    avr_irq_register_notify(avr_io_getirq(avr, AVR_IOCTL_UART_GETIRQ('0'), UART_IRQ_OUTPUT),
                            byte_sent, NULL);
    if (with_wire)
        print_wire(avr);
    static uint8_t spi_ready = SPIF, twi_ready = TWINT;
    avr_register_io_write(avr, GPIOR0, mark_set, NULL);
    avr_register_io_read(avr, SPSR, bus_polled, &spi_ready);
    avr_register_io_read(avr, TWCR, bus_polled, &twi_ready);
    twcr = take_over(avr, TWCR, twi_written);
    spdr = take_over(avr, SPDR, spi_written);
    int state = cpu_Running;
    unsigned lowest = 0xFFFF; /* of the stack pointer, once it has been set */
    while (state != cpu_Done && state != cpu_Crashed && avr->cycle < MOST_CYCLES) {
        state = avr_run(avr);
        const unsigned stack = avr->data[R_SPL] | avr->data[R_SPH] << 8;
        if (stack > 0x100 && stack < lowest)
            lowest = stack;
    }
    if (report) {
        fprintf(report, "stack %u\n", (unsigned)avr->ramend - lowest);
        fclose(report);
    }
    if (with_glass)
        print_glass(&part);
    return state == cpu_Done ? 0 : 1;
}
