/* What is wrong in a configuration is said with file, line, key and what is possible. */
#include "shell.h"

#include <stdio.h>
#include <stdlib.h>

#define PEMBLE BUILD_DIR "/pemble"

struct wrong {
    const char *text, *said;
};

static void refused(const struct wrong *wrong)
{
    write_file("bad.ini", wrong->text);
    const struct outcome o = shell(PEMBLE " card bad.ini -o bad.png");
    if (o.status != 2)
        fail_msg("ended with %d:\n%s", o.status, wrong->text);
    assert_says(o.err, wrong->said);
    assert_int_equal(shell("test -e bad.png").status, 1);
}

#define PANEL "[panel]\ncontroller = ssd1306\nsize = 128x64\n"

static void wrong_values_are_named(void **state)
{
    (void)state;
    static const struct wrong wrongs[] = {
        {"[panel]\ncontroller = ssd1307\nsize = 128x64\n",
         "bad.ini:2: [panel] controller = ssd1307: possible is ssd1306"},
        {"[panel]\ncontroller = ssd1306\nsize = 128\n",
         "bad.ini:3: [panel] size = 128: possible is"},
        {"[panel]\ncontroller = ssd1306\nsize = 128x64x2\n", "bad.ini:3:"},
        {"[panel]\ncontroller = ssd1306\nsize = 0x64\n", "bad.ini:3:"},
        {"[panel]\ncontroller = ssd1306\nsize = 132x64\n",
         "bad.ini:3: [panel] size = 132x64: larger than the SSD1306's memory of 128x64"},
        {PANEL "rotate = 45\n", "bad.ini:4: [panel] rotate = 45: possible is 0, 90, 180 or 270"},
        {PANEL "contrast = 256\n", "bad.ini:4: [panel] contrast = 256: possible is 1"},
        {PANEL "[bus]\ntype = can\n", "bad.ini:5: [bus] type = can: possible is i2c, spi"},
        {PANEL "[bus]\naddress = 0x3g\n", "bad.ini:5: [bus] address = 0x3g: possible is 0x08"},
        {PANEL "[bus]\naddress = 0x20\n", "can only have 0x3c or 0x3d"},
        {PANEL "[bus]\naddress = 0x79\n", "an odd number above 0x77 is no address"},
        {PANEL "[bus]\nspeed = 400\n", "bad.ini:5: [bus] speed = 400: possible is"},
        {PANEL "[bus]\nspeed = 3MHz\n", "allows at most 400 kHz"},
        {PANEL "[bus]\nspeed = 200MHz\n", "bad.ini:5: [bus] speed = 200MHz: at most 100 MHz"},
        {PANEL "[bus]\nspeed = 20Hz\n", "bad.ini:5: [bus] speed = 20Hz: at least 1 kHz"},
        {PANEL "[pins]\nreset = yes\n", "bad.ini:5: [pins] reset = yes: possible is none, or"},
        {PANEL "[pins]\nsda = 255\n", "bad.ini:5: [pins] sda = 255"},
    };
    for (size_t i = 0; i < LENGTH(wrongs); i++)
        refused(&wrongs[i]);
}

static void wrong_keys_and_sections_are_named(void **state)
{
    (void)state;
    static const struct wrong wrongs[] = {
        {PANEL "colour = red\n",
         "bad.ini:4: [panel] has no key 'colour'; it may have module, controller"},
        {PANEL "[display]\nsize = 1x1\n", "bad.ini:5: no section is called [display]"},
        {"size = 1x1\n" PANEL, "bad.ini:1: 'size' stands before the first [section]"},
        {PANEL "size = 128x32\n", "bad.ini:4: [panel] size is given twice, first on line 3"},
        {PANEL "nonsense\n", "bad.ini:4: neither '[section]' nor 'key = value'"},
        {"[panel]\nsize = 128x64\n", "bad.ini: [panel] controller (or module) is missing"},
        {"[panel]\ncontroller = ssd1306\n", "bad.ini: [panel] size is missing"},
        {"", "bad.ini: [panel] controller (or module) is missing"},
    };
    for (size_t i = 0; i < LENGTH(wrongs); i++)
        refused(&wrongs[i]);
}

static void all_that_is_wrong_is_said_at_once(void **state)
{
    (void)state;
    write_file("bad.ini", "[panel]\nsize = big\nrotate = 7\n[bus]\nspeed = warp\n");
    const struct outcome o = shell(PEMBLE " card bad.ini");
    assert_says(o.err, "bad.ini:2:");
    assert_says(o.err, "bad.ini:3:");
    assert_says(o.err, "bad.ini:5:");
    assert_says(o.err, "controller (or module) is missing");
}

static void of_much_that_is_wrong_twenty_are_said(void **state)
{
    (void)state;
    struct outcome o =
        shell("(printf '[panel]\\n'; yes 'size = 1x1' | head -n 100000) > much.ini && " PEMBLE
              " card much.ini 2> said; cat said | wc -l; tail -n 2 said");
    assert_string_equal(o.out,
                        "21\npemble: much.ini:22: [panel] size is given twice, first on line 2\n"
                        "pemble: much.ini: what else is wrong is not said\n");
    o = shell(
        "yes '[bogus]' | head -n 30 > much.ini && yes 'word' | head -n 30 >> much.ini && " PEMBLE
        " card much.ini 2>&1 | wc -l");
    assert_true(atoi(o.out) >= 1 && atoi(o.out) <= 22);
}

static void long_lines_and_odd_files_are_errors(void **state)
{
    (void)state;
    char text[2000] = PANEL "; ";
    memset(text + strlen(text), 'x', 1500);
    refused(&(struct wrong){text, "bad.ini:4: the line is longer than"});
    assert_int_equal(shell(PEMBLE " card /tmp").status, 2);
    const struct outcome o = shell(PEMBLE " card none.ini");
    assert_int_equal(o.status, 2);
    assert_says(o.err, "none.ini: No such file or directory");
}

/* A picture or a table in place of a configuration: one line that says it, and nothing of it on the
 * terminal. */
static void files_that_are_no_configuration_are_told_at_once(void **state)
{
    (void)state;
    write_file("bad.ini", PANEL "\033[31m = 1\n\001\002\n");
    struct outcome o = shell(PEMBLE " card bad.ini");
    assert_string_equal(o.err, "pemble: bad.ini:4: the line has control characters, such as 0x1b: "
                               "this is no configuration\n");
    assert_int_equal(o.status, 2);
    write_file("bad.ini", "time,metres\n00:10,4.1\n00:20,4.2\n00:30,4.3\n");
    o = shell(PEMBLE " card bad.ini");
    assert_string_equal(o.err, "pemble: bad.ini:2: '00' stands before the first [section]\n");
    write_file("bad.ini", "00:10,4.1\n00:20,4.2\n00:30,4.3\n");
    o = shell(PEMBLE " card bad.ini");
    assert_string_equal(o.err, "pemble: bad.ini:1: '00' stands before the first [section]\n");
    o = shell(PEMBLE " card " SOURCE_DIR "/assets/quay/pictures/wheel.gif");
    assert_says(o.err, "wheel.gif:2: the line has control characters, such as 0x10");
    assert_null(strchr(strchr(o.err, '\n') + 1, '\n'));
}

static void indented_keys_and_all_forms_are_read(void **state)
{
    (void)state;
    write_file("good.ini", "; a comment\n[panel]\n  controller = ssd1306\n\tsize = 128x32\n"
                           "  rotate=180 ; upside down\n[bus]\n  type = i2c\n  address = 60\n"
                           "  speed = 0x61A80 Hz\n[pins]\n  sda = 4\n  scl = 5\n  reset = none\n");
    const struct outcome o = shell(PEMBLE " card good.ini");
    assert_string_equal(o.err, "");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "128x32");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(wrong_values_are_named),
        cmocka_unit_test(wrong_keys_and_sections_are_named),
        cmocka_unit_test(all_that_is_wrong_is_said_at_once),
        cmocka_unit_test(of_much_that_is_wrong_twenty_are_said),
        cmocka_unit_test(long_lines_and_odd_files_are_errors),
        cmocka_unit_test(files_that_are_no_configuration_are_told_at_once),
        cmocka_unit_test(indented_keys_and_all_forms_are_read),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
