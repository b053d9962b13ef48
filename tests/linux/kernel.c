/* kernel.c - a stand-in for the kernel: linked in place of open, close, ioctl, poll, read and
 * clock_nanosleep. */
#include "kernel.h"

#include <errno.h>
#include <linux/gpio.h>
#include <linux/i2c-dev.h>
#include <linux/i2c.h>
#include <linux/spi/spidev.h>
#include <poll.h>
#include <stdarg.h>
#include <stdio.h>
#include <string.h>
#include <sys/ioctl.h>
#include <time.h>

enum { FIRST_FD = 5000, MOST = 40, EDGES = 64 };

enum kind { FREE, I2C, SPI, CHIP, LINES };

struct kernel kernel;
static struct descriptor {
    enum kind kind;
    unsigned unit;
    unsigned pins[16], count;
    bool output;
} descriptors[MOST];
static struct gpio_v2_line_event edges[EDGES];
static int edge_count;

int __wrap_open(const char *path, int flags, ...);
int __wrap_close(int fd);
int __wrap_ioctl(int fd, unsigned long request, ...);
int __wrap_poll(struct pollfd *polls, nfds_t count, int milliseconds);
ssize_t __wrap_read(int fd, void *bytes, size_t count);
int __wrap_clock_nanosleep(clockid_t clock, int flags, const struct timespec *time,
                           struct timespec *left);
ssize_t __real_read(int fd, void *bytes, size_t count);
int __real_open(const char *path, int flags, ...);
int __real_close(int fd);
int __real_ioctl(int fd, unsigned long request, ...);

void kernel_start(void)
{
    memset(descriptors, 0, sizeof descriptors);
    kernel = (struct kernel){.bench = pmb_bench_new(), .nack_error = EREMOTEIO};
    edge_count = 0;
}

void kernel_stop(void)
{
    pmb_bench_free(kernel.bench);
}

static const pmb_port *hardware(void)
{
    return pmb_bench_port(kernel.bench);
}

static int fail(int error)
{
    errno = error;
    return -1;
}

static int take(enum kind kind, unsigned unit)
{
    for (int i = 0; i < MOST; i++)
        if (descriptors[i].kind == FREE) {
            descriptors[i] = (struct descriptor){.kind = kind, .unit = unit};
            kernel.opened++;
            return FIRST_FD + i;
        }
    return fail(EMFILE);
}

int __wrap_open(const char *path, int flags, ...)
{
    unsigned bus, device;
    if (strncmp(path, "/dev/i2c", 8) && strncmp(path, "/dev/spi", 8) &&
        strncmp(path, "/dev/gpio", 9))
        return __real_open(path, flags, 0644);
    if (kernel.open_error)
        return fail(kernel.open_error);
    /* As on a 40-pin header: the first unit of the bench is /dev/i2c-1. */
    if (sscanf(path, "/dev/i2c-%u", &bus) == 1)
        return bus == 1 ? take(I2C, 0) : fail(ENOENT);
    if (sscanf(path, "/dev/spidev%u.%u", &bus, &device) == 2)
        return bus == 0 && device == 0 ? take(SPI, 0) : fail(ENOENT);
    if (strcmp(path, "/dev/gpiochip0") == 0)
        return take(CHIP, 0);
    return fail(ENOENT);
}

int __wrap_close(int fd)
{
    if (fd < FIRST_FD)
        return __real_close(fd);
    descriptors[fd - FIRST_FD].kind = FREE;
    kernel.opened--;
    return 0;
}

/* Whether a transfer fails; its result then is *result. */
static bool fails(int *result, int cut_short)
{
    kernel.transfers++;
    if (kernel.fail_at == 0 || --kernel.fail_at > 0)
        return false;
    kernel.fail_at = kernel.fail_count-- > 0;
    *result = kernel.fail_error ? fail(kernel.fail_error) : cut_short;
    return true;
}

static int i2c(const struct i2c_rdwr_ioctl_data *data)
{
    const struct i2c_msg *m = data->msgs;
    const pmb_bus bus = {.kind = &pmb_i2c};
    int result;
    pmb_status status;
    if (fails(&result, 0))
        return result;
    if (m->len == 0 && kernel.no_empty_write)
        return fail(EOPNOTSUPP);
    if (m->len > 8192)
        return fail(EINVAL);
    kernel.largest = m->len > kernel.largest ? m->len : kernel.largest;
    if (m->flags & I2C_M_RD)
        status = hardware()->i2c_read(hardware()->context, &bus, (uint8_t)m->addr, m->buf, m->len);
    else
        status = hardware()->i2c_write(hardware()->context, &bus, (uint8_t)m->addr, m->buf, m->len,
                                       NULL, 0);
    if (status == PMB_ERR_NO_ANSWER)
        return kernel.nack_error ? fail(kernel.nack_error) : 0;
    return status == PMB_OK ? (int)data->nmsgs : fail(EIO);
}

static int spi(const struct spi_ioc_transfer *t)
{
    const pmb_bus bus = {.kind = &pmb_spi, .hertz = t->speed_hz, .mode = kernel.mode & 3u};
    const size_t most = kernel.bufsiz ? kernel.bufsiz : 4096;
    int result;
    if (fails(&result, (int)t->len / 2))
        return result;
    if (t->len > most || t->bits_per_word != 8)
        return fail(EMSGSIZE);
    kernel.hertz = t->speed_hz;
    kernel.largest = (int)t->len > kernel.largest ? (int)t->len : kernel.largest;
    const pmb_status status =
        hardware()->spi(hardware()->context, &bus, (const uint8_t *)(uintptr_t)t->tx_buf,
                        (uint8_t *)(uintptr_t)t->rx_buf, t->len);
    return status == PMB_OK ? (int)t->len : fail(EIO);
}

static void drive(const struct descriptor *d, unsigned i, bool high)
{
    hardware()->pin_write(hardware()->context, PMB_PIN(d->pins[i]), high);
}

static int get_line(struct gpio_v2_line_request *r)
{
    for (unsigned i = 0; i < r->num_lines; i++)
        if (r->offsets[i] == (unsigned)kernel.taken ||
            r->offsets[i] == (unsigned)kernel.chip_select)
            return fail(EBUSY);
    r->fd = take(LINES, 0);
    struct descriptor *d = &descriptors[r->fd - FIRST_FD];
    d->count = r->num_lines;
    d->output = r->config.flags & GPIO_V2_LINE_FLAG_OUTPUT;
    for (unsigned i = 0; i < d->count; i++) {
        d->pins[i] = r->offsets[i];
        if (d->output)
            drive(d, i, r->config.num_attrs && r->config.attrs[0].attr.values >> i & 1);
    }
    return 0;
}

static int line_values(const struct descriptor *d, struct gpio_v2_line_values *v, bool set)
{
    if (set && !d->output)
        return fail(EPERM);
    for (unsigned i = 0; i < d->count; i++) {
        if (!(v->mask >> i & 1))
            continue;
        if (set)
            drive(d, i, v->bits >> i & 1);
        else if (hardware()->pin_read(hardware()->context, PMB_PIN(d->pins[i])))
            v->bits |= 1ull << i;
    }
    return 0;
}

static int line_info(struct gpio_v2_line_info *info)
{
    const bool select = info->offset == (unsigned)kernel.chip_select;
    snprintf(info->consumer, sizeof info->consumer, "%s", select ? "spi0 CS0" : "somebody");
    info->flags = GPIO_V2_LINE_FLAG_USED;
    return 0;
}

int __wrap_ioctl(int fd, unsigned long request, ...)
{
    va_list list;
    va_start(list, request);
    void *argument = va_arg(list, void *);
    va_end(list);
    if (fd < FIRST_FD)
        return __real_ioctl(fd, request, argument);
    struct descriptor *d = &descriptors[fd - FIRST_FD];
    if (d->kind == I2C && request == I2C_RDWR)
        return i2c(argument);
    if (d->kind == SPI && request == SPI_IOC_MESSAGE(1))
        return spi(argument);
    if (d->kind == SPI && request == SPI_IOC_WR_MODE) {
        kernel.mode = *(const uint8_t *)argument;
        return 0;
    }
    if (d->kind == CHIP && request == GPIO_V2_GET_LINE_IOCTL)
        return get_line(argument);
    if (d->kind == CHIP && request == GPIO_V2_GET_LINEINFO_IOCTL)
        return line_info(argument);
    if (d->kind == LINES && request == GPIO_V2_LINE_SET_VALUES_IOCTL)
        return line_values(d, argument, true);
    if (d->kind == LINES && request == GPIO_V2_LINE_GET_VALUES_IOCTL)
        return line_values(d, argument, false);
    return fail(ENOTTY);
}

void kernel_edge(int pin, bool high, uint64_t nanoseconds)
{
    edges[edge_count++] = (struct gpio_v2_line_event){
        .timestamp_ns = nanoseconds,
        .id = high ? GPIO_V2_LINE_EVENT_RISING_EDGE : GPIO_V2_LINE_EVENT_FALLING_EDGE,
        .offset = (uint32_t)pin,
    };
}

int __wrap_poll(struct pollfd *polls, nfds_t count, int milliseconds)
{
    (void)count;
    (void)milliseconds;
    polls->revents = edge_count ? POLLIN : 0;
    return edge_count > 0;
}

ssize_t __wrap_read(int fd, void *bytes, size_t count)
{
    if (fd < FIRST_FD)
        return __real_read(fd, bytes, count);
    if (edge_count == 0 || count < sizeof edges[0])
        return fail(EAGAIN);
    memcpy(bytes, &edges[0], sizeof edges[0]);
    memmove(edges, edges + 1, sizeof edges[0] * (size_t)--edge_count);
    return sizeof edges[0];
}

int __wrap_clock_nanosleep(clockid_t clock, int flags, const struct timespec *time,
                           struct timespec *left)
{
    (void)clock;
    (void)flags;
    (void)left;
    hardware()->wait_us(hardware()->context,
                        (uint32_t)(time->tv_sec * 1000000 + time->tv_nsec / 1000));
    return 0;
}
