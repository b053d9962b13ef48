/* pins.c - pins of a Linux board: the GPIO character device, interface version 2. */
#include "board.h"

#include <errno.h>
#include <fcntl.h>
#include <linux/gpio.h>
#include <poll.h>
#include <stdio.h>
#include <string.h>
#include <sys/ioctl.h>
#include <unistd.h>

static const char *path_of(const pmb_linux_board *b)
{
    return b->devices.gpio ? b->devices.gpio : "/dev/gpiochip0";
}

static pmb_status failed(pmb_linux_board *b, struct line *line, const char *doing)
{
    char text[48];
    snprintf(text, sizeof text, "pin %u, %s", pmb_pin_number(line->pin), doing);
    line->failed = true;
    return board_failed(b, path_of(b), text);
}

static bool open_chip(pmb_linux_board *b)
{
    if (b->gpio < 0)
        b->gpio = board_open_device(b, path_of(b));
    return b->gpio >= 0;
}

/* The entry of a pin, a new one if there is none; NULL when all are taken. */
static struct line *line_of(pmb_linux_board *b, pmb_pin pin)
{
    for (int i = 0; i < b->line_count; i++)
        if (b->lines[i].pin == pin)
            return &b->lines[i];
    if (b->line_count == MOST_LINES) {
        snprintf(b->error, sizeof b->error, "%s: more than %d pins are in use", path_of(b),
                 MOST_LINES);
        b->too_many = true;
        return NULL;
    }
    b->lines[b->line_count] = (struct line){.pin = pin, .fd = -1};
    return &b->lines[b->line_count++];
}

/* Whether the kernel drives the pin itself, as the chip select of an SPI bus. */
static bool is_chip_select(const pmb_linux_board *b, pmb_pin pin)
{
    struct gpio_v2_line_info info;
    memset(&info, 0, sizeof info);
    info.offset = pmb_pin_number(pin);
    return ioctl(b->gpio, GPIO_V2_GET_LINEINFO_IOCTL, &info) >= 0 &&
           info.flags & GPIO_V2_LINE_FLAG_USED && strstr(info.consumer, "spi") &&
           strstr(info.consumer, "CS");
}

/* Asks the kernel for a pin; `high` is what an output begins with. */
static bool request(pmb_linux_board *b, struct line *line, uint64_t flags, bool high)
{
    struct gpio_v2_line_request r;
    memset(&r, 0, sizeof r);
    r.offsets[0] = pmb_pin_number(line->pin);
    r.num_lines = 1;
    snprintf(r.consumer, sizeof r.consumer, "pemble");
    r.config.flags = flags;
    if (flags & GPIO_V2_LINE_FLAG_OUTPUT) {
        r.config.num_attrs = 1;
        r.config.attrs[0].attr.id = GPIO_V2_LINE_ATTR_ID_OUTPUT_VALUES;
        r.config.attrs[0].attr.values = high;
        r.config.attrs[0].mask = 1;
    }
    line->failed = !open_chip(b);
    if (line->failed)
        return false;
    if (ioctl(b->gpio, GPIO_V2_GET_LINE_IOCTL, &r) >= 0) {
        line->fd = r.fd;
        return true;
    }
    if (errno == EBUSY && is_chip_select(b, line->pin)) {
        line->use = LINE_OF_KERNEL;
        return true;
    }
    (void)failed(b, line, "asking for it");
    return false;
}

static void let_go(struct line *line)
{
    if (line->fd >= 0)
        close(line->fd);
    line->fd = -1;
    line->use = LINE_CLOSED;
}

void board_close_pins(pmb_linux_board *b)
{
    for (int i = 0; i < b->line_count; i++)
        let_go(&b->lines[i]);
    if (b->watch >= 0)
        close(b->watch);
    if (b->gpio >= 0)
        close(b->gpio);
}

void board_pin_write(void *context, pmb_pin pin, bool high)
{
    pmb_linux_board *b = context;
    struct line *line = line_of(b, pin);
    if (!line || line->use == LINE_OF_KERNEL)
        return;
    if (line->use != LINE_OUTPUT) {
        let_go(line);
        if (request(b, line, GPIO_V2_LINE_FLAG_OUTPUT, high) && line->use != LINE_OF_KERNEL)
            line->use = LINE_OUTPUT;
        line->level = high;
        return;
    }
    struct gpio_v2_line_values values = {.bits = high, .mask = 1};
    if (line->level == high && !line->failed)
        return;
    line->failed = false;
    if (ioctl(line->fd, GPIO_V2_LINE_SET_VALUES_IOCTL, &values) < 0)
        (void)failed(b, line, "setting it");
    else
        line->level = high;
}

static bool level_of(pmb_linux_board *b, struct line *line)
{
    struct gpio_v2_line_values values = {.mask = 1};
    if (ioctl(line->fd, GPIO_V2_LINE_GET_VALUES_IOCTL, &values) < 0)
        (void)failed(b, line, "reading it");
    return values.bits & 1;
}

bool board_pin_read(void *context, pmb_pin pin)
{
    pmb_linux_board *b = context;
    struct line *line = line_of(b, pin);
    if (!line || line->use == LINE_OF_KERNEL)
        return true; /* a chip select rests high */
    if (line->use == LINE_WATCHED)
        return line->level;
    if (line->use != LINE_INPUT) {
        let_go(line);
        if (!request(b, line, GPIO_V2_LINE_FLAG_INPUT, false) || line->use == LINE_OF_KERNEL)
            return true;
        line->use = LINE_INPUT;
    }
    return level_of(b, line);
}

/* ---- edges ---- */

static void stop_watching(pmb_linux_board *b)
{
    for (int i = 0; i < b->line_count; i++)
        if (b->lines[i].use == LINE_WATCHED)
            b->lines[i].use = LINE_CLOSED;
    if (b->watch >= 0)
        close(b->watch);
    b->watch = -1;
}

/* All in one request: the kernel then keeps their edges in one queue, in order. */
pmb_status pmb_linux_board_watch(pmb_linux_board *b, const pmb_pin *pins, int count, int pull)
{
    struct gpio_v2_line_request r;
    struct gpio_v2_line_values values = {.mask = 0};
    if (!b || !pins || count < 1 || count > PMB_LINUX_WATCHED)
        return PMB_ERR_ARGUMENT;
    stop_watching(b);
    if (!open_chip(b))
        return PMB_ERR_BUS;
    memset(&r, 0, sizeof r);
    snprintf(r.consumer, sizeof r.consumer, "pemble");
    r.num_lines = (uint32_t)count;
    r.event_buffer_size = 1024;
    r.config.flags =
        GPIO_V2_LINE_FLAG_INPUT | GPIO_V2_LINE_FLAG_EDGE_RISING | GPIO_V2_LINE_FLAG_EDGE_FALLING;
    if (pull)
        r.config.flags |=
            pull > 0 ? GPIO_V2_LINE_FLAG_BIAS_PULL_UP : GPIO_V2_LINE_FLAG_BIAS_PULL_DOWN;
    for (int i = 0; i < count; i++) {
        struct line *line = line_of(b, pins[i]);
        if (!line)
            return PMB_ERR_BUS;
        let_go(line);
        r.offsets[i] = pmb_pin_number(pins[i]);
        values.mask |= 1ull << i;
    }
    if (ioctl(b->gpio, GPIO_V2_GET_LINE_IOCTL, &r) < 0)
        return failed(b, line_of(b, pins[0]), "watching it and others");
    b->watch = r.fd;
    if (ioctl(b->watch, GPIO_V2_LINE_GET_VALUES_IOCTL, &values) < 0)
        return failed(b, line_of(b, pins[0]), "reading it");
    for (int i = 0; i < count; i++) {
        struct line *line = line_of(b, pins[i]);
        line->use = LINE_WATCHED;
        line->level = values.bits >> i & 1;
    }
    return PMB_OK;
}

bool pmb_linux_board_next_edge(pmb_linux_board *b, int milliseconds, pmb_linux_edge *edge)
{
    struct gpio_v2_line_event event;
    struct pollfd waits = {.fd = b->watch, .events = POLLIN};
    if (b->watch < 0 || poll(&waits, 1, milliseconds) <= 0 ||
        read(b->watch, &event, sizeof event) != (ssize_t)sizeof event)
        return false;
    struct line *line = line_of(b, PMB_PIN(event.offset));
    if (!line)
        return false;
    line->level = event.id == GPIO_V2_LINE_EVENT_RISING_EDGE;
    if (edge)
        *edge = (pmb_linux_edge){line->pin, line->level, event.timestamp_ns};
    return true;
}
