/* board_linux.c - the examples' board, a Linux machine: its I2C, SPI and pins. The numbers of pins
 * are those of its GPIO chip; on a 40-pin header change PMB_PIN(...) of the example to what is
 * wired. */
#include "board.h"

#include <stdio.h>
#include <stdlib.h>
#include <time.h>
#include "files.h"
#include "pemble/linux_board.h"
#include "pemble/linux_storage.h"
#include "pixmap.h"

static pmb_linux_board *board;
static struct timespec start;

/* Why an example has ended by itself. */
static void say_error(void)
{
    if (*pmb_linux_board_error(board))
        fprintf(stderr, "%s\n", pmb_linux_board_error(board));
    pmb_linux_board_close(board);
}

const pmb_port *board_start(const pmb_panel_config *const panels[])
{
    board = pmb_linux_board_open(NULL);
    if (!board)
        return NULL;
    atexit(say_error);
    clock_gettime(CLOCK_MONOTONIC, &start);
    for (int i = 0; panels[i]; i++)
        (void)pmb_panel_quiet(panels[i], pmb_linux_board_port(board));
    return pmb_linux_board_port(board);
}

/* It is wired to the same board. */
void board_touch(const pmb_touch_config *sensor, const pmb_panel_config *panel)
{
    (void)sensor;
    (void)panel;
}

void board_beep(uint16_t hertz)
{
    (void)hertz;
}

const pmb_storage *board_storage(void)
{
    static pmb_linux_storage kept;
    if (!kept.storage.read && pmb_linux_storage_open(&kept, "example.kept", BOARD_KEPT) != PMB_OK)
        perror("example.kept");
    return &kept.storage;
}

uint32_t board_milliseconds(void)
{
    struct timespec now;
    clock_gettime(CLOCK_MONOTONIC, &now);
    return (uint32_t)((now.tv_sec - start.tv_sec) * 1000 + (now.tv_nsec - start.tv_nsec) / 1000000);
}

/* It runs until it is ended. */
bool board_running(const char *name, uint32_t milliseconds)
{
    (void)name;
    (void)milliseconds;
    return true;
}

const pmb_directory *board_card(void)
{
    static pmb_directory *card;
    if (!card)
        card = pmb_linux_directory(CARD, pixmap_of_image);
    return card;
}
