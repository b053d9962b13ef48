/* pemble decode: captures become the picture that the panel shows. They are traces of the bench,
 * and what is left of these when a logic analyser, a cut file or a wrong wire comes between. */
#include "shell.h"

#include <stdio.h>
#include <stdlib.h>

#define PEMBLE  BUILD_DIR "/pemble"
#define GANGWAY SOURCE_DIR "/assets/quay/gangway.ini"
#define KIOSK   SOURCE_DIR "/assets/quay/kiosk-touch.ini"

static void traces_of_cards(void)
{
    assert_int_equal(shell(PEMBLE " card " GANGWAY " -o oled-card.png --trace oled.vcd && " PEMBLE
                                  " config " KIOSK
                                  " --as c > /dev/null && printf '[panel tft]\\nmodule = "
                                  "tft-1.44\\n[bus tft]\\ntype = spi\\n' > tft.ini && " PEMBLE
                                  " card tft.ini -o tft-card.png --trace tft.vcd")
                         .status,
                     0);
}

static void a_trace_becomes_the_picture_that_it_drew(void **state)
{
    (void)state;
    traces_of_cards();
    struct outcome o = shell(PEMBLE " decode oled.vcd --panel " GANGWAY " -o seen.png && "
                                    "cmp seen.png oled-card.png");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "sda is i2c0_sda, scl is i2c0_scl");
    assert_says(o.out, "the clock goes up to 400 kHz");
    assert_says(o.out, "0x3c 30 times, 30 answered");
    assert_says(o.out, "verdict: the bytes are right");
    o = shell(PEMBLE " decode tft.vcd --panel tft.ini -o seen.png && cmp seen.png tft-card.png");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "complaints: 0");
    assert_says(o.out, "verdict: the bytes are right");
}

/* A table of the changes of a trace, with other names; the reader of this test is a simple one. */
static void write_table(const char *vcd, const char *csv, const char *heading, int channels,
                        double unit, double step)
{
    char from[300], to[300];
    snprintf(from, sizeof from, "%s/%s", shell_directory(), vcd);
    snprintf(to, sizeof to, "%s/%s", shell_directory(), csv);
    FILE *in = fopen(from, "r"), *out = fopen(to, "w");
    char word[64];
    int levels[8] = {0};
    double time = 0, next = 0;
    assert_true(in && out);
    fprintf(out, "; made by a test\n%s\n", heading);
    while (fscanf(in, "%63s", word) == 1 && strcmp(word, "$dumpvars") != 0)
        ;
    while (fscanf(in, "%63s", word) == 1) {
        if (word[0] == '#') {
            const double now = atof(word + 1);
            for (; next <= now || step == 0; next += step) { /* samples until then */
                fprintf(out, "%.9f", (step == 0 ? time : next) / unit);
                for (int i = 0; i < channels; i++)
                    fprintf(out, ", %d", levels[i]);
                fputc('\n', out);
                if (step == 0)
                    break;
            }
            time = now;
        } else if ((word[0] == '0' || word[0] == '1') && word[1] == '!') {
            const int channel = word[2] - '!';
            if (channel < 8)
                levels[channel] = word[0] == '1';
        }
    }
    fclose(in);
    fclose(out);
}

static void tables_of_samples_are_read(void **state)
{
    (void)state;
    traces_of_cards();
    /* Each change, in seconds and in milliseconds; and samples at 4 MHz. */
    static const struct {
        const char *heading;
        double unit, step;
    } cases[] = {{"Time [s], D0, D1", 1e9, 0},
                 {"time_ms,D0,D1", 1e6, 0},
                 {"\"Time (s)\",\"D0\",\"D1\"", 1e9, 250}};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        write_table("oled.vcd", "oled.csv", cases[i].heading, 2, cases[i].unit, cases[i].step);
        const struct outcome o = shell(PEMBLE " decode oled.csv --panel " GANGWAY
                                              " --channel sda=D0,scl=D1 -o seen.png && "
                                              "cmp seen.png oled-card.png");
        if (o.status != 0)
            fail_msg("case %zu: %s%s", i, o.out, o.err);
    }
}

static void what_is_wrong_is_the_verdict(void **state)
{
    (void)state;
    traces_of_cards();
    write_file("other.ini", "[panel]\nmodule = oled-0.96-i2c\naddress = 0x3d\n");
    write_file("mute.ini", "[panel]\nmodule = oled-0.96-i2c\n[faults]\nmute = yes\n");
    struct outcome o = shell(PEMBLE " decode oled.vcd --panel other.ini");
    assert_says(o.out, "verdict: the board talks to 0x3c, not to 0x3d");
    o = shell(PEMBLE " card " GANGWAY " --bench mute.ini --trace mute.vcd -o no.png; " PEMBLE
                     " decode mute.vcd --panel " GANGWAY);
    assert_says(o.out, "0x3c 2 times, 0 answered");
    assert_says(o.out, "verdict: the panel does not answer");
    /* Channels that are exchanged, and one that nothing happens on. */
    o = shell(PEMBLE " decode tft.vcd --panel tft.ini --channel dc=spi0_miso");
    assert_says(o.out, "verdict: D/C is always low");
    o = shell(PEMBLE " decode tft.vcd --panel tft.ini --channel scl=spi0_miso");
    assert_says(o.out, "verdict: the clock never moves");
    /* Another controller: the glass stays dark. */
    write_file("height.ini", "[panel]\ncontroller = sh1106\nsize = 128x64\n[bus]\ntype = i2c\n"
                             "address = 0x3c\n");
    o = shell(PEMBLE " decode oled.vcd --panel height.ini");
    assert_int_equal(o.status, 0);
    assert_null(strstr(o.out, "verdict: the bytes are right"));
}

static void captures_that_begin_or_end_in_the_middle_are_played(void **state)
{
    (void)state;
    traces_of_cards();
    struct outcome o =
        shell("head -c 300000 oled.vcd > cut.vcd && printf '\\nnonsense' >> cut.vcd; " PEMBLE
              " decode cut.vcd --panel " GANGWAY " -o seen.png");
    assert_int_equal(o.status, 1);
    assert_says(o.err, "not a change of a level; what came before it was played");
    assert_int_equal(shell("test -s seen.png && ! cmp -s seen.png oled-card.png").status, 0);
    /* From 110 ms on: the setup is missing. */
    o = shell("awk '/^#/{t=substr($0,2)+0} !/^#/&&!d{print} /enddefinitions/{d=1} "
              "d&&t>110000000{print}' oled.vcd > late.vcd && " PEMBLE
              " decode late.vcd --panel " GANGWAY);
    assert_int_equal(o.status, 0);
    assert_says(o.out, "verdict: ");
    assert_null(strstr(o.out, "verdict: the bytes are right"));
}

static void what_cannot_be_decoded_is_refused(void **state)
{
    (void)state;
    traces_of_cards();
    write_file("parallel.ini", "[panel]\nmodule = tft-2.8-parallel\n");
    write_file("empty.vcd", "");
    write_file("noise.vcd", "$hello");
    write_file("back.csv", "time,sda,scl\n1,0,0\n0.5,1,1\n");
    write_file("words.csv", "time,sda,scl\n1,high,0\n");
    write_file("untimed.csv", "sda,scl\n0,0\n");
    static const struct {
        const char *line, *says;
        int status;
    } cases[] = {
        {"decode oled.vcd", "--panel CONFIG is missing", 2},
        {"decode none.vcd --panel " GANGWAY, "none.vcd: No such file", 1},
        {"decode empty.vcd --panel " GANGWAY, "the file is empty", 1},
        {"decode noise.vcd --panel " GANGWAY, "the file ends in its head", 1},
        {"decode untimed.csv --panel " GANGWAY, "no column of the heading is called time", 1},
        {"decode back.csv --panel " GANGWAY, "line 3: the time goes back", 1},
        {"decode words.csv --panel " GANGWAY, "a level is 0 or 1", 1},
        {"decode oled.vcd --panel parallel.ini", "not of parallel8", 2},
        {"decode oled.vcd --panel tft.ini", "no channel is called like dc", 2},
        {"decode oled.vcd --panel " GANGWAY " --channel sda=D7",
         "--channel sda=D7: possible is sda, scl, cs, dc or reset, and a channel of the capture: "
         "i2c0_sda, i2c0_scl",
         2},
        {"decode oled.vcd --panel " GANGWAY " --channel clock", "--channel clock=: possible", 2},
        {"decode oled.vcd --panel " GANGWAY " -o /none/g.png", "/none/g.png: ", 1},
    };
    for (size_t i = 0; i < LENGTH(cases); i++) {
        const struct outcome o = shell(PEMBLE " %s", cases[i].line);
        assert_says(o.err, cases[i].says);
        if (o.status != cases[i].status)
            fail_msg("%s: ended with %d", cases[i].line, o.status);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(a_trace_becomes_the_picture_that_it_drew),
        cmocka_unit_test(tables_of_samples_are_read),
        cmocka_unit_test(what_is_wrong_is_the_verdict),
        cmocka_unit_test(captures_that_begin_or_end_in_the_middle_are_played),
        cmocka_unit_test(what_cannot_be_decoded_is_refused),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
