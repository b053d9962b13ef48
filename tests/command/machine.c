/* pemble machine: the state of a machine on a panel. */
#include "shell.h"

#include <stdio.h>
#include <stdlib.h>

#define PEMBLE BUILD_DIR "/pemble"
#define WIRED  BUILD_DIR "/pemble-on-wires"
#define POST   " --from " SOURCE_DIR "/assets/quay/post"

static void write_config(const char *module)
{
    char text[200];
    snprintf(text, sizeof text, "[board]\nmcu = linux40\n[panel]\nmodule = %s\n", module);
    write_file("m.ini", text);
}

/* From the smallest to the largest; what does not fit is turned. */
static void every_size_has_its_layout(void **state)
{
    (void)state;
    static const struct {
        const char *module;
        int pages;
    } cases[] = {{"oled-0.91-i2c", 3},  {"oled-0.96-i2c", 3}, {"lcd-1.6", 3},
                 {"oled-color-1.5", 2}, {"tft-1.8", 1},       {"tft-2.4", 1},
                 {"paper-2.9", 2},      {"paper-7.5", 1},     {"tft-3.5", 1}};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        char pages[40];
        write_config(cases[i].module);
        const struct outcome o = shell(PEMBLE " machine m.ini" POST);
        assert_int_equal(o.status, 0);
        snprintf(pages, sizeof pages, "page 1 of %d on a simulated", cases[i].pages);
        assert_says(o.out, pages);
        assert_says(o.out, "complaints: 0");
        assert_int_equal(shell("head -c 8 machine.png | grep -q PNG").status, 0);
    }
}

static void pages_are_turned_by_time(void **state)
{
    (void)state;
    write_config("oled-0.96-i2c");
    assert_int_equal(shell(PEMBLE " machine m.ini" POST " -o 1.png && " PEMBLE " machine m.ini" POST
                                  " -o 2.png --seconds 5 --turn 4 && ! cmp -s 1.png 2.png")
                         .status,
                     0);
    assert_says(shell(PEMBLE " machine m.ini" POST " --seconds 5 --turn 4").out, "page 2 of 3");
    assert_says(shell(PEMBLE " machine m.ini" POST " --seconds 13 --turn 4").out, "page 1 of 3");
}

/* A value that rises over a threshold has another colour; one that is missing has no row. */
static void it_shows_what_is_there(void **state)
{
    (void)state;
    write_config("tft-2.4");
    assert_int_equal(
        shell("cp -r " SOURCE_DIR "/assets/quay/post here && " PEMBLE
              " machine m.ini --from here -o usual.png && echo 97 > here/disk && " PEMBLE
              " machine m.ini --from here -o full.png && ! cmp -s usual.png full.png && "
              "rm -r here/sys here/addresses && " PEMBLE
              " machine m.ini --from here -o less.png && ! cmp -s full.png less.png")
            .status,
        0);
    /* Nothing at all is no error. */
    const struct outcome o = shell("mkdir -p empty && " PEMBLE " machine m.ini --from empty");
    assert_int_equal(o.status, 0);
    assert_string_equal(o.err, "");
    /* This machine itself. */
    assert_int_equal(shell(PEMBLE " machine m.ini").status, 0);
}

/* On the wires, behind the stand-in for the kernel: ended by a signal, it leaves a last picture. */
static void it_says_goodbye_when_it_is_ended(void **state)
{
    (void)state;
    write_config("oled-0.96-i2c");
    struct outcome o =
        shell(WIRED " machine m.ini --wired" POST " --seconds 3 && cp oled.png gone.png && " PEMBLE
                    " machine m.ini" POST " -o on.png && ! cmp -s gone.png on.png");
    assert_int_equal(o.status, 0);
    o = shell("timeout -s TERM 2 " WIRED " machine m.ini --wired" POST " ; test -e oled.png");
    assert_int_equal(o.status, 0);
}

/* Unplugged for five transfers: said once, tried again each second, and well afterwards. */
static void an_unplugged_panel_is_tried_again(void **state)
{
    (void)state;
    write_config("oled-0.96-i2c");
    const struct outcome o =
        shell("PEMBLE_FAIL_AT=60 " WIRED " machine m.ini --wired" POST " --seconds 30 -o twin.png");
    assert_int_equal(o.status, 0);
    const char *first = strstr(o.err, "trying again");
    assert_non_null(first);
    assert_null(strstr(first + 1, "trying again"));
    assert_says(o.err, "the panel answers again");
    const struct outcome none =
        shell("PEMBLE_UNPLUGGED=1 " WIRED " machine m.ini --wired" POST " --seconds 30");
    assert_int_equal(none.status, 3);
    const char *answer =
        strstr(none.err, "trying again: /dev/i2c-1: nobody answers at address 0x3c");
    assert_non_null(answer);
    assert_null(strstr(answer + 1, "trying again"));
}

static void a_button_turns_the_page(void **state)
{
    (void)state;
    write_config("oled-0.96-i2c");
    assert_says(shell(WIRED " machine m.ini --wired" POST " --seconds 2 --button 5 -o t.png").out,
                "page 1 of 3");
    assert_says(shell("PEMBLE_PRESS=1 " WIRED " machine m.ini --wired" POST
                      " --seconds 2 --button 5 -o t.png")
                    .out,
                "page 2 of 3");
}

static void it_does_not_grow(void **state)
{
    (void)state;
#ifdef __SANITIZE_ADDRESS__
    skip(); /* the sanitizer keeps what is freed */
#endif
    write_config("oled-0.96-i2c");
    /* Six hours; a kilobyte each second would be 21 MB. */
    const struct outcome o =
        shell("sh -c 'ulimit -v 30000; exec " PEMBLE " machine m.ini" POST " --seconds 21600'");
    assert_int_equal(o.status, 0);
    assert_string_equal(o.err, "");
}

static void the_service_is_hardened(void **state)
{
    (void)state;
    write_config("oled-0.96-i2c");
    struct outcome o = shell(PEMBLE " machine m.ini --service > panel.service");
    assert_int_equal(o.status, 0);
    o = shell("systemd-analyze verify ./panel.service");
    assert_int_equal(o.status, 0);
    assert_string_equal(o.err, "");
    o = shell("systemd-analyze security --offline=true --no-pager ./panel.service");
    const char *level = strstr(o.out, "exposure level for panel.service: ");
    assert_non_null(level);
    assert_true(atof(level + strlen("exposure level for panel.service: ")) < 3.0);
    o = shell("grep ExecStart panel.service");
    assert_says(o.out, "/m.ini\" --wired");
}

static void bad_use_is_said(void **state)
{
    (void)state;
    write_config("oled-0.96-i2c");
    static const struct {
        const char *line, *said;
    } cases[] = {{"machine m.ini --turn 0", "--turn 0: possible is 1 to 3600"},
                 {"machine m.ini --seconds -1", "--seconds -1: possible is 0 to "},
                 {"machine m.ini --button -1", "--button -1: possible is 0 to 255"},
                 {"machine none.ini --service", "none.ini"},
                 {"machine m.ini --only other", "other"}};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        const struct outcome o = shell(PEMBLE " %s", cases[i].line);
        assert_int_equal(o.status, 2);
        assert_says(o.err, cases[i].said);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(every_size_has_its_layout),
        cmocka_unit_test(pages_are_turned_by_time),
        cmocka_unit_test(it_shows_what_is_there),
        cmocka_unit_test(it_says_goodbye_when_it_is_ended),
        cmocka_unit_test(an_unplugged_panel_is_tried_again),
        cmocka_unit_test(a_button_turns_the_page),
        cmocka_unit_test(it_does_not_grow),
        cmocka_unit_test(the_service_is_hardened),
        cmocka_unit_test(bad_use_is_said),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
