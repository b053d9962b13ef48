/* board.c - I2C and SPI of a Linux board, through i2c-dev and spidev. */
#include "board.h"

#include <errno.h>
#include <fcntl.h>
#include <linux/i2c-dev.h>
#include <linux/i2c.h>
#include <linux/spi/spidev.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/ioctl.h>
#include <time.h>
#include <unistd.h>

enum { I2C_MOST = 8192, SPI_USUAL_MOST = 4096, SPI_USUAL_HERTZ = 4000000 };

/* ---- errors ---- */

/* What to switch on, or which group to join, when a device cannot be opened. */
static const char *help_for(const char *device, int error)
{
    const bool i2c = strstr(device, "i2c") != NULL, spi = strstr(device, "spi") != NULL;
    if (error == EACCES || error == EPERM)
        return i2c ? "Join the group that owns it: 'sudo usermod -aG i2c $USER', and log in anew"
               : spi
                   ? "Join the group that owns it: 'sudo usermod -aG spi $USER', and log in anew"
                   : "Join the group that owns it: 'sudo usermod -aG gpio $USER', and log in anew";
    if (error != ENOENT && error != ENODEV && error != ENXIO)
        return NULL;
    if (i2c)
        return "The bus is switched off, or has another number (see 'ls /dev/i2c-*'). Load i2c-dev "
               "('sudo modprobe i2c-dev'), and enable the bus in the device tree: on boards with a "
               "config.txt the line 'dtparam=i2c_arm=on'";
    if (spi)
        return "The bus is switched off, or has another number (see 'ls /dev/spidev*'). Enable it "
               "in "
               "the device tree: on boards with a config.txt the line 'dtparam=spi=on'";
    return "The pins are on another chip (see 'ls /dev/gpiochip*')";
}

pmb_status board_failed(pmb_linux_board *b, const char *device, const char *doing)
{
    const int error = errno;
    const char *help = help_for(device, error);
    snprintf(b->error, sizeof b->error, "%s%s%s: %s%s%s", device, *doing ? ": " : "", doing,
             strerror(error), help ? ". " : "", help ? help : "");
    errno = error;
    return PMB_ERR_BUS;
}

int board_open_device(pmb_linux_board *b, const char *path)
{
    const int fd = open(path, O_RDWR | O_CLOEXEC);
    if (fd < 0)
        (void)board_failed(b, path, "");
    return fd;
}

/* Whether a pin could not be set: then nothing is sent, as nobody knows to whom. */
static bool pin_failed(const pmb_linux_board *b)
{
    for (int i = 0; i < b->line_count; i++)
        if (b->lines[i].failed)
            return true;
    return b->too_many;
}

/* ---- I2C ---- */

static const char *i2c_path(const pmb_linux_board *b, uint8_t unit)
{
    static const char *const usual[] = {"/dev/i2c-1", "/dev/i2c-0", "/dev/i2c-2", "/dev/i2c-3"};
    return b->devices.i2c[unit] ? b->devices.i2c[unit] : usual[unit];
}

/* The descriptor of a unit; -1 when it cannot be opened. */
static int i2c_unit(pmb_linux_board *b, uint8_t unit)
{
    if (unit >= PMB_LINUX_UNITS) {
        snprintf(b->error, sizeof b->error, "I2C unit %u: possible is 0 to %d", unit,
                 PMB_LINUX_UNITS - 1);
        return -1;
    }
    if (b->i2c[unit] < 0)
        b->i2c[unit] = board_open_device(b, i2c_path(b, unit));
    return b->i2c[unit];
}

/* An address that nobody acknowledges has an errno that depends on the driver, and with one of them
 * none at all: only the number of messages says that all went well. */
static pmb_status i2c_result(pmb_linux_board *b, uint8_t unit, uint8_t address, int done)
{
    char doing[24];
    if (done == 1)
        return PMB_OK;
    if (done >= 0)
        errno = ENXIO;
    const int error = errno;
    snprintf(doing, sizeof doing, "address 0x%02x", address);
    (void)board_failed(b, i2c_path(b, unit), doing);
    if (error == ENXIO || error == EREMOTEIO || error == ETIMEDOUT || error == ENODEV) {
        snprintf(b->error, sizeof b->error, "%s: nobody answers at address 0x%02x (%s)",
                 i2c_path(b, unit), address, strerror(error));
        return PMB_ERR_NO_ANSWER;
    }
    return PMB_ERR_BUS;
}

static int i2c_transfer(int fd, struct i2c_msg *message)
{
    struct i2c_rdwr_ioctl_data data = {.msgs = message, .nmsgs = 1};
    int done;
    do
        done = ioctl(fd, I2C_RDWR, &data);
    while (done < 0 && errno == EINTR);
    return done;
}

static pmb_status i2c_read(void *context, const pmb_bus *bus, uint8_t address, uint8_t *reply,
                           size_t count)
{
    pmb_linux_board *b = context;
    const int fd = i2c_unit(b, bus->unit);
    if (fd < 0)
        return PMB_ERR_BUS;
    struct i2c_msg message = {
        .addr = address, .flags = I2C_M_RD, .len = (uint16_t)count, .buf = reply};
    return i2c_result(b, bus->unit, address, i2c_transfer(fd, &message));
}

static pmb_status i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                            size_t head_count, const uint8_t *body, size_t body_count)
{
    pmb_linux_board *b = context;
    const size_t count = head_count + body_count;
    const int fd = i2c_unit(b, bus->unit);
    if (fd < 0 || pin_failed(b))
        return PMB_ERR_BUS;
    if (count > I2C_MOST) {
        errno = EMSGSIZE;
        return board_failed(b, i2c_path(b, bus->unit), "a transaction");
    }
    if (head_count)
        memcpy(b->message, head, head_count);
    if (body_count)
        memcpy(b->message + head_count, body, body_count);
    struct i2c_msg message = {.addr = address, .len = (uint16_t)count, .buf = b->message};
    const int done = i2c_transfer(fd, &message);
    /* Some drivers cannot send an address alone; reading a byte asks the same question. */
    uint8_t byte;
    if (count == 0 && done < 0 && (errno == EOPNOTSUPP || errno == EINVAL))
        return i2c_read(context, bus, address, &byte, 1);
    return i2c_result(b, bus->unit, address, done);
}

/* ---- SPI ---- */

static const char *spi_path(const pmb_linux_board *b, uint8_t unit)
{
    static const char *const usual[] = {"/dev/spidev0.0", "/dev/spidev0.1", "/dev/spidev1.0",
                                        "/dev/spidev1.1"};
    return b->devices.spi[unit] ? b->devices.spi[unit] : usual[unit];
}

static int spi_unit(pmb_linux_board *b, uint8_t unit)
{
    if (unit >= PMB_LINUX_UNITS) {
        snprintf(b->error, sizeof b->error, "SPI unit %u: possible is 0 to %d", unit,
                 PMB_LINUX_UNITS - 1);
        return -1;
    }
    if (b->spi[unit].fd < 0)
        b->spi[unit] = (struct spi_device){board_open_device(b, spi_path(b, unit)), -1};
    return b->spi[unit].fd;
}

/* The mode is a setting of the device; speed and bits go with each transfer. */
static pmb_status set_mode(pmb_linux_board *b, uint8_t unit, uint8_t mode)
{
    const uint8_t bits = mode == 3 ? SPI_MODE_3 : SPI_MODE_0;
    if (b->spi[unit].mode == bits)
        return PMB_OK;
    if (ioctl(b->spi[unit].fd, SPI_IOC_WR_MODE, &bits) < 0)
        return board_failed(b, spi_path(b, unit), "setting its mode");
    b->spi[unit].mode = bits;
    return PMB_OK;
}

/* The most bytes of one message: a parameter of the module. */
static size_t most_of_spidev(void)
{
    unsigned long most = 0;
    FILE *f = fopen("/sys/module/spidev/parameters/bufsiz", "r");
    if (f) {
        if (fscanf(f, "%lu", &most) != 1)
            most = 0;
        fclose(f);
    }
    return most ? most : SPI_USUAL_MOST;
}

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    pmb_linux_board *b = context;
    const int fd = spi_unit(b, bus->unit);
    if (fd < 0 || pin_failed(b))
        return PMB_ERR_BUS;
    pmb_status status = set_mode(b, bus->unit, bus->mode);
    uint32_t hertz = bus->hertz ? bus->hertz : SPI_USUAL_HERTZ;
    if (in && hertz > PMB_READ_HERTZ)
        hertz = PMB_READ_HERTZ;
    if (b->spi_most == 0)
        b->spi_most = most_of_spidev();
    for (size_t at = 0; at < count && status == PMB_OK;) {
        const size_t part = count - at < b->spi_most ? count - at : b->spi_most;
        struct spi_ioc_transfer transfer = {
            .tx_buf = out ? (uintptr_t)(out + at) : 0,
            .rx_buf = in ? (uintptr_t)(in + at) : 0,
            .len = (uint32_t)part,
            .speed_hz = hertz,
            .bits_per_word = 8,
        };
        const int done = ioctl(fd, SPI_IOC_MESSAGE(1), &transfer);
        if (done < 0 && errno == EINTR)
            continue;
        if (done >= 0 && (size_t)done != part)
            errno = EIO; /* it was cut short */
        if (done < 0 || (size_t)done != part)
            status = board_failed(b, spi_path(b, bus->unit), "a transfer");
        at += part;
    }
    return status;
}

/* ---- the board ---- */

static void wait_us(void *context, uint32_t microseconds)
{
    (void)context;
    struct timespec left = {.tv_sec = (time_t)(microseconds / 1000000),
                            .tv_nsec = (long)(microseconds % 1000000) * 1000};
    while (clock_nanosleep(CLOCK_MONOTONIC, 0, &left, &left) == EINTR)
        continue;
}

pmb_linux_board *pmb_linux_board_open(const pmb_linux_devices *devices)
{
    pmb_linux_board *b = calloc(1, sizeof *b);
    if (!b)
        return NULL;
    b->message = malloc(I2C_MOST);
    if (!b->message) {
        free(b);
        return NULL;
    }
    if (devices)
        b->devices = *devices;
    b->gpio = b->watch = -1;
    for (int i = 0; i < PMB_LINUX_UNITS; i++) {
        b->i2c[i] = -1;
        b->spi[i].fd = -1;
    }
    b->port = (pmb_port){
        .context = b,
        .i2c_limit = I2C_MOST,
        .i2c_write = i2c_write,
        .i2c_read = i2c_read,
        .spi = spi,
        .pin_write = board_pin_write,
        .pin_read = board_pin_read,
        .wait_us = wait_us,
    };
    return b;
}

void pmb_linux_board_close(pmb_linux_board *b)
{
    if (!b)
        return;
    board_close_pins(b);
    for (int i = 0; i < PMB_LINUX_UNITS; i++) {
        if (b->i2c[i] >= 0)
            close(b->i2c[i]);
        if (b->spi[i].fd >= 0)
            close(b->spi[i].fd);
    }
    free(b->message);
    free(b);
}

const pmb_port *pmb_linux_board_port(pmb_linux_board *b)
{
    return &b->port;
}

const char *pmb_linux_board_error(const pmb_linux_board *b)
{
    return b->error;
}
