/*
 * board_count.c - a board for the examples that counts: instructions between two calls of
 * board_running, and bytes of stack. Panels are not there; every byte that is sent to them is
 * taken, in no time but that of its bus. Runs where QEMU counts instructions as nanoseconds
 * (-icount shift=0): its 25 MHz timer is then a counter of them, in steps of 40.
 */
#include "board.h"

#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "pemble/families.h"

enum { FRAMES = 12, PAINTED = 0xA5, STACK_BYTES = 65536, SHY = 256, NANOSECONDS = 40 };

/* APB timer 0 of the mps2 boards (CMSDK, document DDI 0479, section 4.2). */
struct timer {
    volatile uint32_t control, value, reload;
};
#define TIMER ((struct timer *)0x40000000u)

extern char __stack[]; /* its top; from picolibc's linker script */

static uint64_t microseconds;                  /* as the panels see the time: waits and buses */
static uint32_t marked, picture, most, frames; /* picture: with all that comes before it */
static uint64_t sent;
static pmb_pin busy;
static bool busy_is_high;

static void wait_us(void *context, uint32_t time)
{
    (void)context;
    microseconds += time;
}

static pmb_status i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                            size_t head_count, const uint8_t *body, size_t body_count)
{
    (void)context;
    (void)bus;
    (void)address;
    (void)head;
    (void)body;
    sent += head_count + body_count;
    microseconds += (head_count + body_count) * 45 / 2; /* nine bits at 400 kHz */
    return PMB_OK;
}

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    (void)context;
    (void)bus;
    (void)out;
    if (in)
        memset(in, 0, count);
    sent += count;
    microseconds += count * 2; /* eight bits at 4 MHz */
    return PMB_OK;
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    (void)context;
    (void)pin;
    (void)high;
}

/* Paper is never busy; nobody touches a button. */
static bool pin_read(void *context, pmb_pin pin)
{
    (void)context;
    return pin == busy ? !busy_is_high : true;
}

static uint16_t analog_read(void *context, pmb_pin pin)
{
    (void)context;
    (void)pin;
    return 32768;
}

/* Where the stack of 64 KB ends. */
static volatile uint8_t *lowest(void)
{
    return (volatile uint8_t *)((uintptr_t)__stack - STACK_BYTES);
}

/* Below what is used now, all of the stack gets a value that shows later what was not used. */
static void paint_stack(void)
{
    const uint8_t here = 0;
    const uintptr_t end = (uintptr_t)&here - SHY;
    for (volatile uint8_t *at = lowest(); (uintptr_t)at < end; at++)
        *at = PAINTED;
}

static unsigned used_stack(void)
{
    volatile uint8_t *at = lowest();
    while (*at == PAINTED)
        at++;
    return (unsigned)((uintptr_t)__stack - (uintptr_t)at);
}

void board_touch(const pmb_touch_config *sensor, const pmb_panel_config *panel)
{
    (void)sensor;
    (void)panel;
}

const pmb_port *board_start(const pmb_panel_config *const panels[])
{
    static const pmb_port port = {.i2c_write = i2c_write,
                                  .spi = spi,
                                  .pin_write = pin_write,
                                  .pin_read = pin_read,
                                  .analog_read = analog_read,
                                  .wait_us = wait_us};
    for (int i = 0; panels[i]; i++)
        if (panels[i]->busy != PMB_PIN_NONE) {
            busy = panels[i]->busy;
            busy_is_high = panels[i]->controller->family->busy_is_high;
        }
    paint_stack();
    TIMER->reload = TIMER->value = UINT32_MAX;
    TIMER->control = 1;
    marked = TIMER->value;
    return &port;
}

void board_beep(uint16_t hertz)
{
    (void)hertz;
}

uint32_t board_milliseconds(void)
{
    return (uint32_t)(microseconds / 1000);
}

bool board_running(const char *name, uint32_t milliseconds)
{
    const uint32_t passed = marked - TIMER->value; /* it counts down */
    if (frames < 2)
        picture += passed;
    else if (passed > most)
        most = passed;
    const bool running = frames < FRAMES && board_milliseconds() < milliseconds;
    if (!running)
        printf("%s %lu %lu %u %lu\n", name, (unsigned long)picture * NANOSECONDS,
               (unsigned long)most * NANOSECONDS, used_stack(), (unsigned long)sent);
    frames++;
    marked = TIMER->value;
    return running;
}

static uint32_t read_file(void *context, void *to, uint32_t count)
{
    return (uint32_t)fread(to, 1, count, context);
}

static bool seek_file(void *context, uint32_t offset)
{
    return fseek(context, (long)offset, SEEK_SET) == 0;
}

/* The files of the card are the host's. */
static bool open_file(void *context, uint16_t number, pmb_reader *reader, const char **name)
{
    static const char *const names[] = {CARD_FILES};
    static FILE *file;
    char path[256];
    (void)context;
    if (file)
        fclose(file);
    file = NULL;
    if (number >= sizeof names / sizeof names[0])
        return false;
    snprintf(path, sizeof path, "%s/%s", CARD, names[number]);
    file = fopen(path, "rb");
    *reader = (pmb_reader){.context = file, .read = read_file, .seek = seek_file};
    *name = names[number];
    return file != NULL;
}

const pmb_directory *board_card(void)
{
    static const pmb_directory card = {.open = open_file};
    return &card;
}
