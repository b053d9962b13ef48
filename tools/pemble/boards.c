/* boards.c - boards, their pins and the pins that their bus units are fixed to. */
#include "boards.h"

#include <ctype.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <strings.h>

static const struct {
    const char *name, *labels;
} signals[SIGNALS] = {
    [SIGNAL_SDA] = {"sda", "SDA, DIN, MOSI, SI, SDI, SID, DN"},
    [SIGNAL_SCL] = {"scl", "SCL, CLK, SCK, SCLK"},
    [SIGNAL_SDO] = {"sdo", "SDO, MISO, SO, DOUT"},
    [SIGNAL_CS] = {"cs", "CS, CE, SS, CS1, SCE"},
    [SIGNAL_CS2] = {"cs2", "CS2"},
    [SIGNAL_DC] = {"dc", "DC, A0, RS, D/C, DI, D/I"},
    [SIGNAL_RESET] = {"reset", "RES, RST, RESET, RSTB"},
    [SIGNAL_BUSY] = {"busy", "BUSY"},
    [SIGNAL_BACKLIGHT] = {"backlight", "BL, BLK, LED, LIGHT"},
    [SIGNAL_STROBE] = {"strobe", "WR, E, EN"},
    [SIGNAL_READ] = {"read", "RD, RW, R/W"},
    [SIGNAL_D0] = {"d0", "D0, DB0"},
    [SIGNAL_D0 + 1] = {"d1", "D1, DB1"},
    [SIGNAL_D0 + 2] = {"d2", "D2, DB2"},
    [SIGNAL_D0 + 3] = {"d3", "D3, DB3"},
    [SIGNAL_D0 + 4] = {"d4", "D4, DB4"},
    [SIGNAL_D0 + 5] = {"d5", "D5, DB5"},
    [SIGNAL_D0 + 6] = {"d6", "D6, DB6"},
    [SIGNAL_D0 + 7] = {"d7", "D7, DB7"},
};

const char *signal_name(enum signal signal)
{
    return signals[signal].name;
}

const char *signal_labels(enum signal signal)
{
    return signals[signal].labels;
}

static bool list_has_word(const char *list, const char *word)
{
    const size_t length = strlen(word);
    for (const char *at = list; *at; at += strspn(at, ", ")) {
        const size_t here = strcspn(at, ", ");
        if (here == length && strncasecmp(at, word, length) == 0)
            return true;
        at += here;
    }
    return false;
}

enum signal signal_named(const char *name)
{
    for (int i = 0; i < SIGNALS; i++)
        if (strcasecmp(signals[i].name, name) == 0)
            return (enum signal)i;
    for (int i = 0; i < SIGNALS; i++)
        if (list_has_word(signals[i].labels, name))
            return (enum signal)i;
    return SIGNALS;
}

/* ---- the boards: pins from the processors' data sheets and the boards' pin-outs ---- */

#define NO_DATA -1, -1, -1, -1, -1, -1, -1, -1

/* ATmega328P on the usual 28-pin board: D0 to D13, A0 to A7 are 14 to 21. Data sheet, table 1-1:
 * SPI on PB3 (D11), PB4 (D12), PB5 (D13); TWI on PC4 (A4), PC5 (A5). */
static const struct board_unit atmega328p_units[] = {
    {"i2c", 0, "18", "19", NULL},
    {"spi", 0, "11", "13", "12"},
};

/* RP2040 data sheet, section 1.4.3, "GPIO functions". */
static const struct board_unit rp2040_units[] = {
    {"i2c", 0, "0 4 8 12 16 20 28", "1 5 9 13 17 21", NULL},
    {"i2c", 1, "2 6 10 14 18 22 26", "3 7 11 15 19 27", NULL},
    {"spi", 0, "3 7 19", "2 6 18 22", "0 4 16 20"},
    {"spi", 1, "11 15 27", "10 14 26", "8 12 28"},
};

/* ESP32: a matrix connects any unit to any pin. */
static const struct board_unit esp32_units[] = {
    {"i2c", 0, NULL, NULL, NULL},
    {"i2c", 1, NULL, NULL, NULL},
    {"spi", 0, NULL, NULL, NULL},
    {"spi", 1, NULL, NULL, NULL},
};

/* ESP8266: one SPI unit for users (HSPI); I2C is done by software on any pin. */
static const struct board_unit esp8266_units[] = {
    {"i2c", 0, NULL, NULL, NULL},
    {"spi", 0, "13", "14", "12"},
};

/* The 40-pin header of Linux boards: I2C-1, SPI-0. */
static const struct board_unit linux40_units[] = {
    {"i2c", 0, "2", "3", NULL},
    {"spi", 0, "10", "11", "9"},
};

#define UNITS(list) list, sizeof list / sizeof list[0]

static const struct board boards[] = {
    {"atmega328p",
     "ATmega328P",
     "D",
     "0-21",
     "20-21",
     5.0,
     UNITS(atmega328p_units),
     {11, 13, 12, 10, 14, 9, 8, 7, 6, 15, 16, 0, 1, 2, 3, 4, 5, 17, 6}},
    {"rp2040",
     "RP2040",
     "GP",
     "0-22 26-28",
     "",
     3.3,
     UNITS(rp2040_units),
     {19, 18, 16, 17, 14, 20, 21, 22, 15, 12, 13, 2, 3, 4, 5, 6, 7, 8, 9}},
    {"esp32",
     "ESP32",
     "GPIO",
     "0-5 12-19 21-23 25-27 32-39",
     "34-39",
     3.3,
     UNITS(esp32_units),
     {23, 18, 19, 5, 15, 16, 17, 4, 2, 27, 14, 12, 13, 21, 22, 25, 26, 32, 33}},
    {"esp8266",
     "ESP8266",
     "GPIO",
     "0-5 12-16",
     "",
     3.3,
     UNITS(esp8266_units),
     {13, 14, 12, 15, -1, 4, 5, 16, 2, -1, -1, NO_DATA}},
    {"linux40",
     "40-pin header",
     "GPIO",
     "2-27",
     "",
     3.3,
     UNITS(linux40_units),
     {10, 11, 9, 8, 7, 25, 27, 24, 18, 12, 13, 4, 5, 6, 16, 17, 19, 20, 21}},
};
enum { BOARDS = sizeof boards / sizeof boards[0] };

static const struct board_unit bench_units[] = {
    {"i2c", 0, NULL, NULL, NULL}, {"i2c", 1, NULL, NULL, NULL}, {"i2c", 2, NULL, NULL, NULL},
    {"i2c", 3, NULL, NULL, NULL}, {"spi", 0, NULL, NULL, NULL}, {"spi", 1, NULL, NULL, NULL},
    {"spi", 2, NULL, NULL, NULL}, {"spi", 3, NULL, NULL, NULL},
};

const struct board board_bench = {
    "bench",
    "bench",
    "",
    "0-199",
    "",
    3.3,
    UNITS(bench_units),
    {2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20}};

const struct board *board_named(const char *name)
{
    for (int i = 0; i < BOARDS; i++)
        if (strcmp(boards[i].name, name) == 0)
            return &boards[i];
    return NULL;
}

const char *board_names(void)
{
    static char names[BOARDS * 14];
    size_t length = 0;
    for (int i = 0; i < BOARDS; i++)
        length += (size_t)snprintf(names + length, sizeof names - length, "%s%s", i ? ", " : "",
                                   boards[i].name);
    return names;
}

bool pin_list_holds(const char *list, int number)
{
    if (!list)
        return true;
    for (const char *at = list; *at;) {
        char *end;
        const long first = strtol(at, &end, 10);
        long last = first;
        if (*end == '-')
            last = strtol(end + 1, &end, 10);
        if (number >= first && number <= last)
            return true;
        at = end + strspn(end, " ");
    }
    return false;
}

static bool is_atmega(const struct board *board)
{
    return strcmp(board->name, "atmega328p") == 0;
}

const char *board_pin_name(const struct board *board, pmb_pin pin)
{
    static char texts[8][16];
    static int turn;
    char *text = texts[turn++ % 8];
    const int number = pmb_pin_number(pin);
    if (pin == PMB_PIN_NONE)
        return "none";
    if (is_atmega(board) && number >= 14)
        snprintf(text, sizeof texts[0], "A%d", number - 14);
    else
        snprintf(text, sizeof texts[0], "%s%d", board->prefix, number);
    return text;
}

pmb_pin board_pin_named(const struct board *board, const char *name)
{
    /* ESP8266 boards print D0 to D8 on other pins than GPIO0 to 8. */
    static const int esp8266_labels[] = {16, 5, 4, 0, 2, 14, 12, 13, 15};
    const size_t letters = strcspn(name, "0123456789");
    char *end;
    const long number = strtol(name + letters, &end, 10);
    long pin = number;
    if (end == name + letters || *end || number > 250)
        return PMB_PIN_NONE;
    if (letters == 1 && toupper(name[0]) == 'A' && is_atmega(board))
        pin = 14 + number;
    else if (letters == 1 && toupper(name[0]) == 'D' && strcmp(board->name, "esp8266") == 0)
        pin = number <= 8 ? esp8266_labels[number] : -1;
    else if (letters &&
             (strlen(board->prefix) != letters || strncasecmp(name, board->prefix, letters) != 0))
        return PMB_PIN_NONE;
    return pin >= 0 && pin_list_holds(board->pins, (int)pin) ? PMB_PIN(pin) : PMB_PIN_NONE;
}

const char *board_pin_range(const struct board *board)
{
    static char text[80];
    if (is_atmega(board))
        return "D0-D13 or A0-A7";
    snprintf(text, sizeof text, "%s%s%s", board->prefix, *board->prefix ? " " : "", board->pins);
    return text;
}

const struct board_unit *board_unit(const struct board *board, const char *type, int number)
{
    for (int i = 0; i < board->unit_count; i++)
        if (board->units[i].number == number && strcmp(board->units[i].type, type) == 0)
            return &board->units[i];
    return NULL;
}
