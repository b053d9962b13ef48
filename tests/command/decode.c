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
    write_file("broken.sr", "PK nothing");
    write_file("noise.vcd", "$hello");
    write_file("back.csv", "time,sda,scl\n1,0,0\n0.5,1,1\n");
    write_file("years.csv", "time,sda,scl\n1,0,0\n1e30,1,1\n");
    write_file("words.csv", "time,sda,scl\n1,high,0\n");
    write_file("untimed.csv", "sda,scl\n0,0\n");
    static const struct {
        const char *line, *says;
        int status;
    } cases[] = {
        {"decode tft.vcd", "on SPI --channel says which are dc and cs", 2},
        {"decode broken.sr --panel " GANGWAY, "a damaged archive", 1},
        {"decode none.vcd --panel " GANGWAY, "none.vcd: No such file", 1},
        {"decode empty.vcd --panel " GANGWAY, "the file is empty", 1},
        {"decode noise.vcd --panel " GANGWAY, "the file ends in its head", 1},
        {"decode untimed.csv --panel " GANGWAY, "no column of the heading is called time", 1},
        {"decode back.csv --panel " GANGWAY, "line 3: the time goes back", 1},
        {"decode years.csv --panel " GANGWAY, "more than 30 years after the first", 1},
        {"decode words.csv --panel " GANGWAY, "a level is 0 or 1", 1},
        {"decode oled.vcd --panel parallel.ini", "no channel is called like dc", 2},
        {"decode oled.vcd --panel tft.ini", "no channel is called like dc", 2},
        {"decode oled.vcd --panel " GANGWAY " --channel sda=D7",
         "and a channel of the capture: i2c0_sda, i2c0_scl", 2},
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

/* The same by the tools of sigrok, as archives and tables. */
static void captures_of_other_tools_are_read(void **state)
{
    (void)state;
    traces_of_cards();
    assert_int_equal(shell("sigrok-cli -i oled.vcd -I vcd -o oled.sr && "
                           "sigrok-cli -i tft.vcd -I vcd:downsample=20 -o tft.sr && "
                           "sigrok-cli -i oled.sr -O vcd -o sigrok.vcd")
                         .status,
                     0);
    assert_int_equal(shell(PEMBLE " decode oled.sr --panel " GANGWAY " -o seen.png && "
                                  "cmp seen.png oled-card.png")
                         .status,
                     0);
    assert_int_equal(shell(PEMBLE " decode tft.sr --panel tft.ini -o seen.png && "
                                  "cmp seen.png tft-card.png")
                         .status,
                     0);
    const struct outcome o = shell(PEMBLE " decode sigrok.vcd --panel " GANGWAY
                                          " -o seen.png && cmp seen.png oled-card.png");
    assert_says(o.err, "");
    assert_int_equal(o.status, 0);
    /* Cut in the middle of its samples. */
    assert_int_equal(
        shell("head -c 20000 oled.sr > cut.sr; " PEMBLE " decode cut.sr --panel " GANGWAY).status,
        1);
}

/* Each kind of bus: three wires, 8080, 6800, three bytes for each. */
static void every_bus_is_played(void **state)
{
    (void)state;
    static const char *const panels[] = {"module = tft-1.44\n[bus]\ntype = spi3\n",
                                         "module = tft-2.8-parallel\n",
                                         "module = lcd-3.0-parallel\n",
                                         "module = lcd-3.0-st7920\n",
                                         "module = lcd-3.0-serial\n",
                                         "module = lcd-1.6\n",
                                         "module = oled-grey-1.12\n",
                                         "module = paper-1.54\n"};
    for (size_t i = 0; i < LENGTH(panels); i++) {
        char text[200];
        snprintf(text, sizeof text, "[panel a]\n%s", panels[i]);
        write_file("p.ini", text);
        assert_int_equal(shell(PEMBLE " card p.ini -o card.png --trace p.vcd").status, 0);
        const struct outcome o =
            shell(PEMBLE " decode p.vcd --panel p.ini -o seen.png && cmp seen.png card.png");
        if (o.status != 0)
            fail_msg("%s: %s%s", panels[i], o.out, o.err);
        assert_says(o.out, "complaints: 0");
        assert_says(o.out, "  none\n");
    }
}

static void commands_are_listed_by_name(void **state)
{
    (void)state;
    traces_of_cards();
    assert_int_equal(shell(PEMBLE " decode oled.vcd --panel " GANGWAY " --list list.txt").status,
                     0);
    struct outcome o = shell("cat list.txt");
    assert_says(o.out, "A8 3F  multiplex ratio n + 1, 16 to 64\n");
    assert_says(o.out, "s  data: 128 bytes\n");
    assert_int_equal(shell(PEMBLE " decode tft.vcd --panel tft.ini --list list.txt").status, 0);
    o = shell("cat list.txt");
    assert_says(o.out, "2A 00 02 00 81  columns a to b");
    assert_says(o.out, "data: 32768 bytes");
}

/* What another driver sends otherwise: here the same one for another glass. */
static void differences_from_our_setup_are_told(void **state)
{
    (void)state;
    traces_of_cards();
    write_file("low.ini", "[panel]\nmodule = oled-0.91-i2c\n");
    write_file("mirrored.ini", "[panel]\nmodule = oled-0.96-i2c\nmirror = yes\n");
    struct outcome o = shell(PEMBLE " card low.ini -o low.png --trace low.vcd && " PEMBLE
                                    " decode low.vcd --panel " GANGWAY);
    assert_says(o.out, "  other: A8 1F instead of A8 3F  multiplex ratio");
    assert_says(o.out, "  other: DA 02 instead of DA 12  COM pins");
    o = shell(PEMBLE " decode oled.vcd --panel mirrored.ini");
    assert_says(o.out, "  other: A1 instead of A0");
    /* The setup is cut off. */
    o = shell("awk '/^#/{t=substr($0,2)+0} !/^#/&&!d{print} /enddefinitions/{d=1} "
              "d&&t>100300000{print}' oled.vcd > late.vcd && " PEMBLE
              " decode late.vcd --panel " GANGWAY);
    assert_says(o.out, "  missing: 8D 14  charge pump");
}

static void the_glass_over_time_is_an_animation(void **state)
{
    (void)state;
    traces_of_cards();
    assert_int_equal(shell(PEMBLE " decode tft.vcd --panel tft.ini -o seen.gif").status, 0);
    const struct outcome o = shell(PEMBLE " reel make seen.gif --format colour -o seen.pbr");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "4 frames of 256x256"); /* of 371 ms, in which it changes for 140 */
}

static void without_a_panel_it_says_which_controller_fits(void **state)
{
    (void)state;
    traces_of_cards();
    struct outcome o = shell(PEMBLE " decode oled.vcd");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "the best first:\n  ssd1306 ");
    assert_says(o.out, "'controller = ssd1306'");
    o = shell(PEMBLE " decode tft.vcd --channel cs=pin5,dc=pin7,reset=pin8");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "the best first:\n  st77");
}

/* Four million clocks a second; each sample is a row. */
static void a_capture_that_is_too_slow_says_what_is_needed(void **state)
{
    (void)state;
    traces_of_cards();
    write_table("tft.vcd", "slow.csv", "time, clk, mosi, miso, cs, dc, rst", 6, 1e9, 170);
    const struct outcome o = shell(
        PEMBLE " decode slow.csv --panel tft.ini --channel scl=clk,sda=mosi,cs=cs,dc=dc,reset=rst");
    assert_says(o.err, "edges are lost");
    assert_says(o.err, "Capture with 16.0 million or more");
    assert_says(o.out, "verdict: the capture is too slow");
}

static void a_wrong_mode_is_the_verdict(void **state)
{
    (void)state;
    traces_of_cards();
    /* The clock is the other way round: data changes as it rises. */
    assert_int_equal(
        shell("awk '$1==\"$var\"&&$5==\"spi0_sck\"{id=$4} "
              "length($1)>1&&substr($1,2)==id&&/^[01]/{print (1-substr($1,1,1)) id; next} "
              "{print}' tft.vcd > mode.vcd")
            .status,
        0);
    assert_says(shell(PEMBLE " decode mode.vcd --panel tft.ini").out, "Set SPI mode 0 or 3");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(a_trace_becomes_the_picture_that_it_drew),
        cmocka_unit_test(tables_of_samples_are_read),
        cmocka_unit_test(what_is_wrong_is_the_verdict),
        cmocka_unit_test(captures_that_begin_or_end_in_the_middle_are_played),
        cmocka_unit_test(what_cannot_be_decoded_is_refused),
        cmocka_unit_test(captures_of_other_tools_are_read),
        cmocka_unit_test(every_bus_is_played),
        cmocka_unit_test(commands_are_listed_by_name),
        cmocka_unit_test(differences_from_our_setup_are_told),
        cmocka_unit_test(the_glass_over_time_is_an_animation),
        cmocka_unit_test(without_a_panel_it_says_which_controller_fits),
        cmocka_unit_test(a_capture_that_is_too_slow_says_what_is_needed),
        cmocka_unit_test(a_wrong_mode_is_the_verdict),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
