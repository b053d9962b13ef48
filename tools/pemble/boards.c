/* boards.c - signals and pins by their names; board_list.c has the boards. */
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
    [SIGNAL_CS] = {"cs", "CS, CE, SS, CS1, CSA, SCE"},
    [SIGNAL_CS2] = {"cs2", "CS2, CSB"},
    [SIGNAL_DC] = {"dc", "DC, A0, RS, D/C, DI, D/I"},
    [SIGNAL_RESET] = {"reset", "RES, RST, RESET, RSTB"},
    [SIGNAL_BUSY] = {"busy", "BUSY"},
    [SIGNAL_BACKLIGHT] = {"backlight", "BL, BLK, LED, LIGHT, LED+, A"},
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

const struct board *board_named(const char *name)
{
    for (int i = 0; i < board_count; i++)
        if (strcmp(board_list[i].name, name) == 0)
            return &board_list[i];
    return NULL;
}

const char *board_names(void)
{
    static char names[240];
    size_t length = 0;
    for (int i = 0; i < board_count; i++)
        length += (size_t)snprintf(names + length, sizeof names - length, "%s%s", i ? ", " : "",
                                   board_list[i].name);
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

const char *board_pin_name(const struct board *board, pmb_pin pin)
{
    static char texts[8][16];
    static int turn;
    char *text = texts[turn++ % 8];
    const int number = pmb_pin_number(pin);
    if (pin == PMB_PIN_NONE)
        return "none";
    if (board->naming == PINS_ARDUINO && number >= board->first_analog)
        snprintf(text, sizeof texts[0], "A%d", number - board->first_analog);
    else if (board->naming == PINS_PORTS)
        snprintf(text, sizeof texts[0], "P%c%d", 'A' + number / 16, number % 16);
    else if (board->naming == PINS_BANKS)
        snprintf(text, sizeof texts[0], "GP%c%d", 'A' + number / 8, number % 8);
    else if (board->naming == PINS_DOTTED)
        snprintf(text, sizeof texts[0], "P%d.%02d", number / 32, number % 32);
    else
        snprintf(text, sizeof texts[0], "%s%d", board->prefix, number);
    return text;
}

int board_pin_position(const struct board *board, pmb_pin pin)
{
    return board->positions && pin != PMB_PIN_NONE ? board->positions[pmb_pin_number(pin)] : 0;
}

/* "PB7" is 23, "P1.02" is 34; -1 when it is no such name. */
static int numbered_by_port(const struct board *board, const char *name)
{
    char letter, rest;
    int port, bit;
    if (board->naming == PINS_PORTS && sscanf(name, "%*1[Pp]%c%d%c", &letter, &bit, &rest) == 2 &&
        isalpha((unsigned char)letter) && bit >= 0 && bit < 16)
        return 16 * (toupper((unsigned char)letter) - 'A') + bit;
    if (board->naming == PINS_BANKS &&
        sscanf(name, "%*1[Gg]%*1[Pp]%c%d%c", &letter, &bit, &rest) == 2 &&
        isalpha((unsigned char)letter) && bit >= 0 && bit < 8)
        return 8 * (toupper((unsigned char)letter) - 'A') + bit;
    if (board->naming == PINS_DOTTED && sscanf(name, "%*1[Pp]%d.%d%c", &port, &bit, &rest) == 2 &&
        port >= 0 && bit >= 0 && bit < 32)
        return 32 * port + bit;
    return -1;
}

bool board_is_avr(const struct board *board)
{
    return strncmp(board->name, "atmega", 6) == 0;
}

pmb_pin board_pin_named(const struct board *board, const char *name)
{
    /* ESP8266 boards print D0 to D8 on other pins than GPIO0 to 8. */
    static const int esp8266_labels[] = {16, 5, 4, 0, 2, 14, 12, 13, 15};
    const size_t letters = strcspn(name, "0123456789");
    char *end;
    const long number = strtol(name + letters, &end, 10);
    long pin = number;
    const int by_port = numbered_by_port(board, name);
    if (by_port >= 0)
        return pin_list_holds(board->pins, by_port) ? PMB_PIN(by_port) : PMB_PIN_NONE;
    if (end == name + letters || *end || number > 250)
        return PMB_PIN_NONE;
    if (letters == 1 && toupper((unsigned char)name[0]) == 'A' && board->naming == PINS_ARDUINO)
        pin = board->first_analog + number;
    else if (letters == 1 && toupper((unsigned char)name[0]) == 'D' &&
             strcmp(board->name, "esp8266") == 0)
        pin = number <= 8 ? esp8266_labels[number] : -1;
    else if (letters &&
             (strlen(board->prefix) != letters || strncasecmp(name, board->prefix, letters) != 0))
        return PMB_PIN_NONE;
    return pin >= 0 && pin_list_holds(board->pins, (int)pin) ? PMB_PIN(pin) : PMB_PIN_NONE;
}

/* A list of numbers, "0-13 18", as names: "D0-D13, A4". */
const char *board_pin_range(const struct board *board)
{
    static char text[160];
    size_t length = 0;
    text[0] = '\0';
    for (int pin = 0; pin < 256 && length < sizeof text; pin++) {
        const int first = pin;
        if (!pin_list_holds(board->pins, pin))
            continue;
        /* As far as it goes on, in one port and with one letter. */
        while (pin_list_holds(board->pins, pin + 1) &&
               !(board->naming == PINS_ARDUINO && pin + 1 == board->first_analog) &&
               !(board->naming == PINS_PORTS && (pin + 1) % 16 == 0) &&
               !(board->naming == PINS_BANKS && (pin + 1) % 8 == 0))
            pin++;
        length += (size_t)snprintf(text + length, sizeof text - length, "%s%s", length ? ", " : "",
                                   board_pin_name(board, PMB_PIN(first)));
        if (pin > first && length < sizeof text)
            length += (size_t)snprintf(text + length, sizeof text - length, "-%s",
                                       board_pin_name(board, PMB_PIN(pin)));
    }
    return text;
}

const char *board_pin_note(const struct board *board, pmb_pin pin)
{
    for (int i = 0; i < board->note_count && pin != PMB_PIN_NONE; i++)
        if (pin_list_holds(board->notes[i].pins, pmb_pin_number(pin)))
            return board->notes[i].says;
    return NULL;
}

const struct board_unit *board_unit(const struct board *board, const char *type, int number)
{
    for (int i = 0; i < board->unit_count; i++)
        if (board->units[i].number == number && strcmp(board->units[i].type, type) == 0)
            return &board->units[i];
    return NULL;
}
