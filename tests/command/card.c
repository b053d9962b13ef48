/* pemble card, and what all commands have in common, as they are typed. */
#include "shell.h"

#include <stdio.h>

#define PEMBLE BUILD_DIR "/pemble"
#define QUAY   SOURCE_DIR "/assets/quay"

static void a_card_is_drawn_and_said(void **state)
{
    (void)state;
    const struct outcome o = shell(PEMBLE " card " QUAY "/gangway.ini -o gangway.png");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "gangway.png: test card of 128x64 on a simulated SSD1306");
    assert_says(o.out, "complaints: 0");
    assert_string_equal(o.err, "");
    assert_int_equal(
        shell("file gangway.png 2>/dev/null; head -c 8 gangway.png | grep -q PNG").status, 0);
}

static void the_rotated_card_names_its_turned_size(void **state)
{
    (void)state;
    write_file("tall.ini", "[panel]\ncontroller = ssd1306\nsize = 128x64\nrotate = 90\n");
    const struct outcome o = shell(PEMBLE " card tall.ini");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "card.png: test card of 64x128");
}

static void a_wrong_address_is_explained(void **state)
{
    (void)state;
    write_file("real.ini", "[panel]\ncontroller = ssd1306\nsize = 128x64\n[bus]\naddress = 0x3d\n");
    const struct outcome o = shell(PEMBLE " card " QUAY "/gangway.ini --bench real.ini -o no.png");
    assert_int_equal(o.status, 3);
    assert_says(o.err, "no panel answers at I2C address 0x3c");
    assert_says(o.err, "on this bus answer: 0x3d");
    assert_int_equal(shell("test -e no.png").status, 1);
}

static void an_8_bit_address_is_understood(void **state)
{
    (void)state;
    write_file("eight.ini",
               "[panel]\ncontroller = ssd1306\nsize = 128x64\n[bus]\naddress = 0x7a\n");
    write_file("real.ini", "[panel]\ncontroller = ssd1306\nsize = 128x64\n[bus]\naddress = 0x3d\n");
    const struct outcome o = shell(PEMBLE " card eight.ini --bench real.ini");
    assert_int_equal(o.status, 0);
    assert_says(o.err, "eight.ini:5: note: address 0x7a is in 8-bit form");
    assert_says(o.err, "it is 0x3d");
}

static void a_picture_that_cannot_be_written_is_an_error(void **state)
{
    (void)state;
    const struct outcome o = shell(PEMBLE " card " QUAY "/gangway.ini -o nowhere/card.png");
    assert_int_equal(o.status, 1);
    assert_says(o.err, "nowhere/card.png: No such file or directory");
}

static void bad_use_exits_with_2(void **state)
{
    (void)state;
    static const char *const lines[] = {
        "",
        "nonsense",
        "card",
        "card a.ini b.ini",
        "card --frobnicate a.ini",
        "card none.ini",
        "demo extra",
        "card a.ini -o",
    };
    for (size_t i = 0; i < LENGTH(lines); i++) {
        const struct outcome o = shell(PEMBLE " %s", lines[i]);
        if (o.status != 2 || !*o.err || *o.out)
            fail_msg("'%s' ended with %d, said: %s", lines[i], o.status, o.err);
    }
}

static void help_shows_use_options_and_examples(void **state)
{
    (void)state;
    const struct outcome top = shell(PEMBLE " --help");
    assert_int_equal(top.status, 0);
    static const char *const commands[] = {"card",     "demo",   "panels",    "wiring",   "probe",
                                           "symptoms", "config", "font make", "font show"};
    for (size_t i = 0; i < LENGTH(commands); i++) {
        char usage[60], example[60];
        snprintf(usage, sizeof usage, "Usage: pemble %s ", commands[i]);
        snprintf(example, sizeof example, "Examples:\n  pemble %s", commands[i]);
        const struct outcome o = shell(PEMBLE " %s --help", commands[i]);
        assert_int_equal(o.status, 0);
        assert_says(o.out, usage);
        assert_says(o.out, "-h, --help");
        assert_says(o.out, example);
        if (!strchr(commands[i], ' '))
            assert_says(top.out, commands[i]);
        assert_string_equal(o.err, "");
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(a_card_is_drawn_and_said),
        cmocka_unit_test(the_rotated_card_names_its_turned_size),
        cmocka_unit_test(a_wrong_address_is_explained),
        cmocka_unit_test(an_8_bit_address_is_understood),
        cmocka_unit_test(a_picture_that_cannot_be_written_is_an_error),
        cmocka_unit_test(bad_use_exits_with_2),
        cmocka_unit_test(help_shows_use_options_and_examples),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
