/*
 * avr_run.c - runs a program for the ATmega328P in simavr and prints what it sends by its serial
 * port. A report, if one is wanted, has for the time from one mark (a write to GPIOR0) to the next
 * the cycles in which the program did not just wait for its two-wire interface or SPI, and those in
 * which it did; and at the end the most bytes that the stack took. How long it waits is the
 * simulator's own idea (100 us for each byte on SPI); how long a bus takes, the bench tells.
 * With --wire it prints what leaves by SPI and by the pins PB0 to PB2 (8 to 10), and the time
 * between, as replay.c takes it. On the two-wire interface is an SSD1306, the simulator's own model
 * of it; with --glass what it shows at the end is printed, a line a row.
 */
#include <stdio.h>
#include <stdlib.h>
#include <fcntl.h>
#include <string.h>
#include <unistd.h>
#include <avr_ioport.h>
#include <avr_spi.h>
#include <avr_uart.h>
#include <sim_avr.h>
#include <sim_elf.h>
#include <ssd1306_virt.h>

enum { GPIOR0 = 0x3E, SPSR = 0x4D, SPIF = 0x80, TWCR = 0xBC, TWINT = 0x80 };
enum { MOST_CYCLES = 2000000000 };

static avr_cycle_count_t marked;
static avr_cycle_count_t waited; /* since the mark */
static FILE *report;

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
        fprintf(report, "cycles %llu waited %llu\n",
                (unsigned long long)(avr->cycle - marked - waited), (unsigned long long)waited);
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
    argc -= with_glass + with_wire;
    argv += with_glass + with_wire;
    static elf_firmware_t firmware;
    /* Loading prints where what goes. */
    const int screen = dup(STDOUT_FILENO), nowhere = open("/dev/null", O_WRONLY);
    dup2(nowhere, STDOUT_FILENO);
    if (argc < 2 || argc > 3 || elf_read_firmware(argv[1], &firmware) != 0) {
        fprintf(stderr, "usage: avr-run [--glass | --wire] PROGRAM.elf [REPORT.txt]\n");
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
