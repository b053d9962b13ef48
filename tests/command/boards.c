/* The boards that pemble wiring knows: their pins, what to know about them, and that the usual pins
 * of each fit together. */
#include "shell.h"
#include "test.h"

#include <stdio.h>
#include <stdlib.h>

#define PEMBLE BUILD_DIR "/pemble"

static const char *const boards[] = {
    "atmega328p", "atmega2560", "atmega32u4", "rp2040",    "rp2350",   "esp32",  "esp32s3",
    "esp32c3",    "esp8266",    "bluepill",   "blackpill", "nrf52840", "linux40"};

static struct outcome wiring(const char *board, const char *module, const char *pins)
{
    char file[200];
    snprintf(file, sizeof file, "[board]\nmcu=%s\n[panel]\nmodule=%s\n%s", board, module, pins);
    write_file("b.ini", file);
    return shell(PEMBLE " wiring b.ini");
}

/* Of what the warnings may say, nothing is about a pin that was chosen. */
static void usual_pins_of_every_board_fit_together(void **state)
{
    (void)state;
    static const char *const modules[] = {"oled-0.96-i2c",   "oled-2.42-i2c", "tft-1.8",
                                          "tft-2.8",         "paper-2.9",     "lcd-3.0-parallel",
                                          "tft-2.8-parallel"};
    static const char *const wrong[] = {"taken twice", "can only be", "strapping",    "input only",
                                        "belongs to",  "at boot",     "none: a panel"};
    for (size_t b = 0; b < LENGTH(boards); b++)
        for (size_t m = 0; m < LENGTH(modules); m++) {
            const bool small = !strncmp(boards[b], "esp32c3", 7) || !strcmp(boards[b], "esp8266");
            if (small && strstr(modules[m], "parallel"))
                continue; /* they have too few pins */
            const struct outcome o = wiring(boards[b], modules[m], "");
            if (o.status)
                fail_msg("%s, %s: %s", boards[b], modules[m], o.err);
            for (size_t w = 0; w < LENGTH(wrong); w++)
                if (strstr(o.out, wrong[w]))
                    fail_msg("%s, %s: %s", boards[b], modules[m], o.out);
        }
}

static void pins_that_have_another_task_are_told(void **state)
{
    (void)state;
    static const struct {
        const char *board, *pins, *told;
    } all[] = {
        {"esp32", "[pins]\ndc=GPIO12\n", "dc is on GPIO12, which on the ESP32 is a strapping pin"},
        {"esp32", "[pins]\nreset=16\n", "belongs to the PSRAM"},
        {"esp8266", "[pins]\ncs=GPIO15\n", "has to be low at boot"},
        {"esp8266", "[pins]\ndc=D3\n",
         "dc is on GPIO0, which on the ESP8266 has to be high at boot"},
        {"atmega328p", "[pins]\ndc=D1\n", "belongs to the serial port"},
        {"atmega328p", "[pins]\nreset=A6\n", "is an analogue input only"},
        {"bluepill", "[pins]\ncs=pa13\n",
         "cs is on PA13, which on the STM32F103 board belongs to the"},
        {"nrf52840", "[pins]\ndc=P0.18\n", "is the reset of most boards"},
        {"esp32s3", "[pins]\ndc=19\n", "belongs to the USB port"},
        {"esp32c3", "[pins]\ndc=9\n", "is a strapping pin"},
    };
    for (size_t i = 0; i < LENGTH(all); i++)
        assert_says(wiring(all[i].board, "tft-1.8", all[i].pins).out, all[i].told);
}

static void pins_are_named_as_the_board_prints_them(void **state)
{
    (void)state;
    static const struct {
        const char *board, *pins, *printed;
    } all[] = {
        {"atmega2560", "[pins]\ndc=A15\n", " A15 "},
        {"bluepill", "[pins]\ndc=PB12\n", " PB12 "},
        {"nrf52840", "[pins]\ndc=P1.09\n", " P1.09 "},
        {"linux40", "[pins]\ndc=GPIO22\n", "GPIO22 (15) data or command"},
        {"rp2350", "[bus]\nunit=1\n", "GP11 "},
        {"rp2040", "[bus]\nunit=1\n", "GP10 "},
    };
    for (size_t i = 0; i < LENGTH(all); i++) {
        const struct outcome o = wiring(all[i].board, "tft-1.8", all[i].pins);
        assert_int_equal(o.status, 0);
        assert_says(o.out, all[i].printed);
    }
    assert_says(wiring("bluepill", "tft-1.8", "[pins]\ndc=PC7\n").err,
                "a pin of the STM32F103 board: PA0-PA15, PB0-PB1, PB3-PB15, PC13-PC15");
    assert_says(wiring("nrf52840", "tft-1.8", "[pins]\ndc=P1.16\n").err, "P0.00-P1.15");
    assert_says(wiring("atmega32u4", "tft-1.8", "[pins]\ndc=A6\n").err, "D0-D16, A0-A5");
}

static void what_a_parallel_lcd_needs_is_told(void **state)
{
    (void)state;
    const struct outcome o = wiring("rp2040", "lcd-3.0-parallel", "");
    assert_says(o.out, "its reset needs 3.5 V");
    assert_says(o.out, "VO is the contrast");
    assert_null(strstr(wiring("atmega328p", "lcd-3.0-parallel", "").out, "3.5 V"));
    assert_says(wiring("rp2040", "lcd-4.1", "").out, "CS2, CSB");
    const struct outcome serial = wiring("rp2040", "lcd-3.0-serial", "");
    assert_says(serial.out, "PSB chooses the bus: to ground for spisync");
    assert_says(serial.out, "SID, R/W ");
    assert_null(strstr(serial.out, "data or command"));
    assert_says(wiring("rp2040", "tft-3.5", "[pins]\nsdo=GP16\n").out, "drive SDO all the time");
    assert_null(strstr(wiring("rp2040", "tft-3.5", "").out, "drive SDO all the time"));
    assert_says(wiring("rp2040", "lcd-1.6", "[panel]\nbacklight-on=low\n").out,
                "GND      backlight; open, the glass is dark");
}

/* A parallel LCD on the pins of an MCP23017, from its wiring to its picture. */
static void a_panel_may_be_behind_an_expander(void **state)
{
    (void)state;
    const char *const bus = "[bus]\nexpander=0x23\nunit=1\n";
    const struct outcome o = wiring("rp2040", "lcd-3.0-parallel", bus);
    assert_int_equal(o.status, 0);
    assert_says(o.out, "GPB4     reset, low");
    assert_says(o.out, "an MCP23017 at 0x23, on i2c 1 of the RP2040: SDA to GP2, SCL to GP3");
    assert_says(o.out, "its A0, A1, A2: supply, supply, ground");
    assert_null(strstr(o.out, "must not reach"));
    assert_says(shell(PEMBLE " card b.ini -o b.png").out, "complaints: 0");
    assert_int_equal(shell(PEMBLE " probe b.ini").status, 0);
    const struct outcome c = shell(PEMBLE " config b.ini --as c");
    assert_says(c.out, "_expander = {");
    assert_says(c.out, ".address = 0x23");
    /* Another address than the chip's: nothing answers. */
    write_file("real.ini", "[board]\nmcu=rp2040\n[panel]\nmodule=lcd-3.0-parallel\n"
                           "[bus]\nexpander=0x20\nunit=1\n");
    assert_int_equal(shell(PEMBLE " probe b.ini --bench real.ini").status, 3);
    assert_says(wiring("rp2040", "tft-1.8", bus).err, "only parallel8 has its pins on an expander");
    assert_says(wiring("rp2040", "lcd-3.0-parallel", "[bus]\nexpander=0x30\n").err,
                "[bus] expander = 0x30: possible is none, or 0x20 to 0x27");
    assert_says(
        wiring("rp2040", "lcd-3.0-parallel", "[bus]\nexpander=0x20\n[pins]\nreset=GP4\n").err,
        "a pin of the MCP23017: GPA0-GPA7, GPB0-GPB7");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(usual_pins_of_every_board_fit_together),
        cmocka_unit_test(pins_that_have_another_task_are_told),
        cmocka_unit_test(pins_are_named_as_the_board_prints_them),
        cmocka_unit_test(what_a_parallel_lcd_needs_is_told),
        cmocka_unit_test(a_panel_may_be_behind_an_expander),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
