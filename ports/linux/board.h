/* board.h - what the files of the Linux port share. */
#ifndef PEMBLE_PORTS_LINUX_BOARD_H
#define PEMBLE_PORTS_LINUX_BOARD_H

#include "pemble/linux_board.h"

enum { MOST_LINES = 64, ERROR_SIZE = 400 };

enum line_use { LINE_CLOSED = 0, LINE_INPUT, LINE_OUTPUT, LINE_WATCHED, LINE_OF_KERNEL };

/* A pin that was asked for. */
struct line {
    pmb_pin pin;
    enum line_use use;
    int fd;      /* -1: none, or that of all watched lines */
    bool failed; /* the last time that it was asked for, set or read */
    bool level;  /* of an output, and of a watched input as of the last edge that was taken */
};

struct spi_device {
    int fd; /* -1: not opened */
    int mode;
};

struct pmb_linux_board {
    pmb_port port;
    pmb_linux_devices devices;
    int gpio, i2c[PMB_LINUX_UNITS];
    struct spi_device spi[PMB_LINUX_UNITS];
    size_t spi_most; /* bytes of one message of spidev */
    struct line lines[MOST_LINES];
    int line_count;
    int watch;        /* of the watched lines, all together; -1: none are */
    uint8_t *message; /* head and body of an I2C transaction */
    char error[ERROR_SIZE];
    bool too_many; /* pins */
};

/* Notes an error of a device with errno and what helps against it. Returns PMB_ERR_BUS. */
pmb_status board_failed(pmb_linux_board *board, const char *device, const char *doing);

/* Opens a device; -1 when that fails, which has been noted. */
int board_open_device(pmb_linux_board *board, const char *path);

/* Callbacks of the port: pins.c. They cannot return an error, so the next transfer does. */
void board_pin_write(void *context, pmb_pin pin, bool high);
bool board_pin_read(void *context, pmb_pin pin);
void board_close_pins(pmb_linux_board *board);

#endif
