/* board_list.c - the boards: pins from the processors' data sheets and the boards' pin-outs. */
#include "boards.h"

#define NO_DATA       -1, -1, -1, -1, -1, -1, -1, -1
#define COUNTED(list) list, sizeof list / sizeof list[0]
#define NONE          NULL, 0

/* ATmega328P on the usual 28-pin board: D0 to D13, A0 to A7 are 14 to 21. Data sheet, table 1-1:
 * SPI on PB3 (D11), PB4 (D12), PB5 (D13); TWI on PC4 (A4), PC5 (A5). */
static const struct board_unit atmega328p_units[] = {
    {"i2c", 0, "18", "19", NULL},
    {"spi", 0, "11", "13", "12"},
};
static const struct pin_note atmega328p_notes[] = {
    {"0-1", "belongs to the serial port, by which programs are loaded"},
    {"20-21", "is an analogue input only: nothing can be driven or read as a level there"},
};

/* ATmega2560 on the usual long board: D0 to D53, A0 to A15 are 54 to 69. */
static const struct board_unit atmega2560_units[] = {
    {"i2c", 0, "20", "21", NULL},
    {"spi", 0, "51", "52", "50"},
};
static const struct pin_note serial_notes[] = {
    {"0-1", "belongs to the serial port, by which programs are loaded"},
};

/* ATmega32U4: D0 to D13; D14, D15, D16 are MISO, SCK, MOSI, on the six-pin header of some boards;
 * A0 to A5 are 18 to 23. */
static const struct board_unit atmega32u4_units[] = {
    {"i2c", 0, "2", "3", NULL},
    {"spi", 0, "16", "15", "14"},
};

/* RP2040 data sheet, section 1.4.3, "GPIO functions"; RP2350 data sheet, section 1.2.3. */
static const struct board_unit rp2040_units[] = {
    {"i2c", 0, "0 4 8 12 16 20 28", "1 5 9 13 17 21", NULL},
    {"i2c", 1, "2 6 10 14 18 22 26", "3 7 11 15 19 27", NULL},
    {"spi", 0, "3 7 19", "2 6 18 22", "0 4 16 20"},
    {"spi", 1, "11 15 27", "10 14 26", "8 12 28"},
};

/* A matrix connects any unit to any pin. */
static const struct board_unit any_units[] = {
    {"i2c", 0, NULL, NULL, NULL},
    {"i2c", 1, NULL, NULL, NULL},
    {"spi", 0, NULL, NULL, NULL},
    {"spi", 1, NULL, NULL, NULL},
};
static const struct pin_note esp32_notes[] = {
    {"12", "is a strapping pin: pulled high at boot it sets the flash to 1.8 V, and the board does "
           "not start"},
    {"0", "is a strapping pin: low at boot the board waits for a program"},
    {"2", "is a strapping pin: it has to be low or open while a program is loaded"},
    {"16-17", "belongs to the PSRAM of some modules"},
    {"1 3", "belongs to the serial port, by which programs are loaded"},
};
static const struct pin_note esp32s3_notes[] = {
    {"0", "is a strapping pin: low at boot the board waits for a program"},
    {"3 45-46", "is a strapping pin: what pulls it at boot changes how the board starts"},
    {"19-20", "belongs to the USB port"},
    {"35-37", "belongs to the PSRAM of some modules"},
    {"43-44", "belongs to the serial port"},
};
static const struct pin_note esp32c3_notes[] = {
    {"2 8", "is a strapping pin: it has to be high at boot"},
    {"9", "is a strapping pin: low at boot the board waits for a program"},
    {"18-19", "belongs to the USB port"},
    {"20-21", "belongs to the serial port"},
};

/* ESP8266: one SPI unit for users (HSPI); I2C is done by software on any pin. */
static const struct board_unit esp8266_units[] = {
    {"i2c", 0, NULL, NULL, NULL},
    {"spi", 0, "13", "14", "12"},
};
static const struct pin_note esp8266_notes[] = {
    {"15", "has to be low at boot, else the board does not start: nothing may pull it up"},
    {"0", "has to be high at boot, else the board waits for a program"},
    {"2", "has to be high at boot, else the board does not start"},
    {"1 3", "belongs to the serial port, by which programs are loaded"},
};

/* Pins of port A are 0 to 15, of B 16 to 31, of C 32 to 47. Unit 0 is I2C1, SPI1. Data sheet of the
 * STM32F103x8, table 5; of the STM32F411xE, table 9. */
static const struct board_unit stm32f103_units[] = {
    {"i2c", 0, "23 25", "22 24", NULL},
    {"i2c", 1, "27", "26", NULL},
    {"spi", 0, "7 21", "5 19", "6 20"},
    {"spi", 1, "31", "29", "30"},
};
static const struct board_unit stm32f411_units[] = {
    {"i2c", 0, "23 25", "22 24", NULL},
    {"i2c", 1, "19 25", "26", NULL},
    {"spi", 0, "7 21", "5 19", "6 20"},
    {"spi", 1, "31", "26 29", "30"},
};
static const struct pin_note stm32_notes[] = {
    {"11-12", "belongs to the USB port"},
    {"13-14", "belongs to the debugger, by which programs are loaded"},
    {"45-47", "drives 3 mA at most: enough for a line, not for a backlight"},
};

/* P0.00 to P0.31, P1.00 (32) to P1.15. */
static const struct pin_note nrf52840_notes[] = {
    {"0-1", "belongs to the crystal of most boards"},
    {"9-10", "is the antenna of NFC until a program changes that"},
    {"18", "is the reset of most boards"},
};

/* The 40-pin header of Linux boards: I2C-1, SPI-0. */
static const struct board_unit linux40_units[] = {
    {"i2c", 0, "2", "3", NULL},
    {"spi", 0, "10", "11", "9"},
};
/* Where GPIO2 to GPIO27 are on it. */
static const uint8_t linux40_positions[] = {0, 0,  3,  5,  7,  29, 31, 26, 24, 21, 19, 23, 32, 33,
                                            8, 10, 36, 11, 12, 35, 38, 40, 15, 16, 18, 22, 37, 13};

const struct board board_list[] = {
    {"atmega328p",
     "ATmega328P",
     PINS_ARDUINO,
     "D",
     14,
     "0-21",
     "20-21",
     5.0,
     COUNTED(atmega328p_units),
     COUNTED(atmega328p_notes),
     NULL,
     {-1, -1},
     {11, 13, 12, 10, 14, 9, 8, 7, 6, 15, 7, 2, 3, 4, 5, 16, 17, 18, 19}},
    {"atmega2560",
     "ATmega2560",
     PINS_ARDUINO,
     "D",
     54,
     "0-69",
     "",
     5.0,
     COUNTED(atmega2560_units),
     COUNTED(serial_notes),
     NULL,
     {-1, -1},
     {51, 52, 50, 53, 49, 48, 47, 46, 45, 44, 43, 22, 23, 24, 25, 26, 27, 28, 29}},
    {"atmega32u4",
     "ATmega32U4",
     PINS_ARDUINO,
     "D",
     18,
     "0-16 18-23",
     "",
     5.0,
     COUNTED(atmega32u4_units),
     COUNTED(serial_notes),
     NULL,
     {-1, -1},
     {16, 15, 14, 10, 18, 9, 8, 7, 6, 19, 20, 4, 5, 11, 12, 13, 21, 22, 23}},
    {"rp2040",
     "RP2040",
     PINS_PREFIX,
     "GP",
     0,
     "0-22 26-28",
     "",
     3.3,
     COUNTED(rp2040_units),
     NONE,
     NULL,
     {4, 5},
     {19, 18, 16, 17, 14, 20, 21, 22, 15, 12, 13, 2, 3, 4, 5, 6, 7, 8, 9}},
    {"rp2350",
     "RP2350",
     PINS_PREFIX,
     "GP",
     0,
     "0-22 26-28",
     "",
     3.3,
     COUNTED(rp2040_units),
     NONE,
     NULL,
     {4, 5},
     {19, 18, 16, 17, 14, 20, 21, 22, 15, 12, 13, 2, 3, 4, 5, 6, 7, 8, 9}},
    {"esp32",
     "ESP32",
     PINS_PREFIX,
     "GPIO",
     0,
     "0-5 12-19 21-23 25-27 32-39",
     "34-39",
     3.3,
     COUNTED(any_units),
     COUNTED(esp32_notes),
     NULL,
     {21, 22},
     {23, 18, 19, 5, 14, 27, 33, 4, 32, 26, 25, 13, 18, 19, 21, 22, 23, 4, 15}},
    {"esp32s3",
     "ESP32-S3",
     PINS_PREFIX,
     "GPIO",
     0,
     "0-21 35-48",
     "",
     3.3,
     COUNTED(any_units),
     COUNTED(esp32s3_notes),
     NULL,
     {1, 2},
     {11, 12, 13, 10, 14, 9, 8, 7, 6, 5, 4, 15, 16, 17, 18, 21, 38, 39, 40}},
    {"esp32c3",
     "ESP32-C3",
     PINS_PREFIX,
     "GPIO",
     0,
     "0-10 18-21",
     "",
     3.3,
     COUNTED(any_units),
     COUNTED(esp32c3_notes),
     NULL,
     {4, 5},
     {7, 6, 5, 10, -1, 4, 3, 1, 0, -1, -1, NO_DATA}},
    {"esp8266",
     "ESP8266",
     PINS_PREFIX,
     "GPIO",
     0,
     "0-5 12-16",
     "",
     3.3,
     COUNTED(esp8266_units),
     COUNTED(esp8266_notes),
     NULL,
     {4, 5},
     {13, 14, 12, 16, -1, 4, 5, 12, 15, -1, -1, NO_DATA}},
    {"bluepill",
     "STM32F103 board",
     PINS_PORTS,
     "",
     0,
     "0-17 19-31 45-47",
     "",
     3.3,
     COUNTED(stm32f103_units),
     COUNTED(stm32_notes),
     NULL,
     {23, 22},
     {7, 5, 6, 4, 15, 3, 2, 1, 0, 8, 9, 24, 25, 26, 27, 28, 29, 30, 31}},
    {"blackpill",
     "STM32F411 board",
     PINS_PORTS,
     "",
     0,
     "0-26 28-31 45-47",
     "",
     3.3,
     COUNTED(stm32f411_units),
     COUNTED(stm32_notes),
     NULL,
     {23, 22},
     {7, 5, 6, 4, 15, 3, 2, 1, 0, 8, 9, 16, 17, 24, 25, 28, 29, 30, 31}},
    {"nrf52840",
     "nRF52840",
     PINS_DOTTED,
     "",
     0,
     "0-47",
     "",
     3.3,
     COUNTED(any_units),
     COUNTED(nrf52840_notes),
     NULL,
     {26, 27},
     {13, 14, 15, 16, 17, 19, 20, 21, 22, 23, 24, 32, 33, 34, 35, 36, 37, 38, 39}},
    {"linux40",
     "40-pin header",
     PINS_PREFIX,
     "GPIO",
     0,
     "2-27",
     "",
     3.3,
     COUNTED(linux40_units),
     NONE,
     linux40_positions,
     {-1, -1},
     {10, 11, 9, 8, 7, 25, 27, 24, 18, 12, 13, 4, 5, 6, 16, 17, 19, 20, 21}},
};
const int board_count = sizeof board_list / sizeof board_list[0];

static const struct board_unit bench_units[] = {
    {"i2c", 0, NULL, NULL, NULL}, {"i2c", 1, NULL, NULL, NULL}, {"i2c", 2, NULL, NULL, NULL},
    {"i2c", 3, NULL, NULL, NULL}, {"spi", 0, NULL, NULL, NULL}, {"spi", 1, NULL, NULL, NULL},
    {"spi", 2, NULL, NULL, NULL}, {"spi", 3, NULL, NULL, NULL},
};

const struct board board_bench = {
    "bench",
    "bench",
    PINS_PREFIX,
    "",
    0,
    "0-199",
    "",
    3.3,
    COUNTED(bench_units),
    NONE,
    NULL,
    {-1, -1},
    {2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20}};

/* Pins of a port expander; its own bus is that of the board behind it. */
const struct board board_expander = {
    "expander", "MCP23017",
    PINS_BANKS, "",
    0,          "0-15",
    "",         5.0,
    NULL,       0,
    NONE,       NULL,
    {-1, -1},   {-1, -1, -1, 10, 11, 8, 12, -1, -1, 9, -1, 0, 1, 2, 3, 4, 5, 6, 7}};
