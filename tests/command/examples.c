/* The examples, run as they are built. */
#include "shell.h"

#include <stdio.h>

static void first_light_draws_and_has_no_complaints(void **state)
{
    (void)state;
    const struct outcome o = shell(BUILD_DIR "/example-first_light");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "first_light.png: a simulated SSD1306");
    assert_says(o.out, "complaints: 0");
    /* Text and frame have been drawn: a dark glass packs into far fewer bytes. */
    assert_int_equal(shell("test $(wc -c < first_light.png) -gt 5500").status, 0);
}

static void labels_shapes_and_typefaces_have_no_complaints(void **state)
{
    (void)state;
    static const char *const names[] = {"labels", "shapes", "typefaces"};
    for (size_t i = 0; i < LENGTH(names); i++) {
        const struct outcome o =
            shell(BUILD_DIR "/example-%s && test -s %s.png", names[i], names[i]);
        assert_int_equal(o.status, 0);
        assert_says(o.out, "complaints: 0");
    }
}

static void instruments_have_no_complaints(void **state)
{
    (void)state;
    const struct outcome o = shell(BUILD_DIR "/example-instruments");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "instruments-1.png: a simulated ILI9341");
    const char *second = strstr(o.out, "instruments-2.png: a simulated SSD1306");
    assert_non_null(second);
    assert_says(second, "complaints: 0");
}

/* The file of inputs fetches all crates and brings them home. */
static void the_maze_is_won(void **state)
{
    (void)state;
    const struct outcome o =
        shell(BUILD_DIR "/example-harbour_maze && mv harbour_maze.png won.png && "
                        "printf 'time_ms,device,first,second\\n' > nobody.csv && "
                        "PEMBLE_INPUTS=nobody.csv " BUILD_DIR
                        "/example-harbour_maze && ! cmp -s won.png harbour_maze.png");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "complaints: 0");
}

/* What somebody does there is in assets/quay/inputs. */
static void menus_have_no_complaints(void **state)
{
    (void)state;
    static const char *const names[] = {"kiosk", "knob_menu", "paper_menu"};
    for (size_t i = 0; i < LENGTH(names); i++) {
        const struct outcome o = shell(BUILD_DIR "/example-%s", names[i]);
        assert_int_equal(o.status, 0);
        assert_says(o.out, "complaints: 0");
    }
    /* Without a finger the kiosk waits at its first cross. */
    const struct outcome nobody =
        shell("mv kiosk.png touched.png && printf 'time_ms,device,first,second\\n' > nobody.csv && "
              "PEMBLE_INPUTS=nobody.csv " BUILD_DIR "/example-kiosk && "
              "test $(wc -c < kiosk.png) -lt $(wc -c < touched.png)");
    assert_int_equal(nobody.status, 0);
}

static void the_ferry_crosses_three_kinds_of_panel(void **state)
{
    (void)state;
    const struct outcome o = shell(BUILD_DIR "/example-ferry");
    assert_int_equal(o.status, 0);
    unsigned clean = 0;
    for (const char *at = o.out; (at = strstr(at, "complaints: 0")) != NULL; at++)
        clean++;
    assert_int_equal(clean, 3);
}

static void a_card_is_shown_and_what_is_not_a_picture_is_reported(void **state)
{
    (void)state;
    const struct outcome o = shell(BUILD_DIR "/example-slides");
    assert_int_equal(o.status, 0);
    static const char *const shown[] = {"DAWN 7.JPG", "crossing.gif", "harbour.png", "table.png"};
    for (size_t i = 0; i < LENGTH(shown); i++) {
        char line[60];
        snprintf(line, sizeof line, "kiosk: %s\n", shown[i]);
        assert_says(o.out, line);
    }
    assert_says(o.out, "broken.jpg is passed over: the ");
    assert_says(o.out, "notes.txt is passed over: it is none of BMP, Netpbm, JPEG and picture");
    /* After the last comes the first. */
    const char *paper = strstr(o.out, "board of tides: table.png");
    assert_non_null(paper);
    assert_says(paper, "board of tides: DAWN 7.JPG");
    assert_says(o.out, "slides-2.png: a simulated UC8176");
}

static void two_panels_share_a_bus(void **state)
{
    (void)state;
    const struct outcome o = shell(BUILD_DIR "/example-two_panels");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "two_panels-1.png: a simulated ST7735");
    assert_says(o.out, "two_panels-2.png: a simulated PCD8544");
    unsigned clean = 0;
    for (const char *at = o.out; (at = strstr(at, "complaints: 0")) != NULL; at++)
        clean++;
    assert_int_equal(clean, 2);
}

static void the_tide_the_air_and_the_ferries_are_shown(void **state)
{
    (void)state;
    static const char *const lines[][2] = {{"tide_dial", "tide_dial.png: a simulated GC9A01"},
                                           {"barometer", "barometer.png: a simulated SSD1306"},
                                           {"timetable", "timetable.png: a simulated SSD1680"},
                                           {"tide_table", "tide_table.png: a simulated UC8151"},
                                           {"price_label", "price_label.png: a simulated JD79661"},
                                           {"grey_chart", "grey_chart.png: a simulated SSD1677"}};
    for (size_t i = 0; i < LENGTH(lines); i++) {
        const struct outcome o = shell(BUILD_DIR "/example-%s", lines[i][0]);
        assert_int_equal(o.status, 0);
        assert_says(o.out, lines[i][1]);
        assert_says(o.out, "complaints: 0");
    }
}

/* What a program shows at the end when its inputs do what a script says. */
static void run_with(const char *example, const char *script, const char *picture)
{
    write_file("inputs.csv", script);
    const struct outcome o = shell("PEMBLE_INPUTS=inputs.csv %s/example-%s && mv %s.png %s",
                                   BUILD_DIR, example, example, picture);
    assert_int_equal(o.status, 0);
    assert_says(o.out, "complaints: 0");
}

static bool same(const char *a, const char *b)
{
    return shell("cmp -s %s %s", a, b).status == 0;
}

static void a_marker_follows_the_tilt(void **state)
{
    (void)state;
    const char heading[] = "time_ms,device,first,second\n";
    char script[200];
    run_with("tilt", heading, "level.png");
    snprintf(script, sizeof script, "%s500,tilt,200,0\n", heading);
    run_with("tilt", script, "leaning.png");
    snprintf(script, sizeof script, "%s500,tilt,200,0\n1200,tilt,0,0\n", heading);
    run_with("tilt", script, "again.png");
    assert_false(same("level.png", "leaning.png"));
    assert_true(same("level.png", "again.png"));
    write_file("inputs.csv", "time_ms,device,first,second\n500,sail,1,\n");
    const struct outcome bad = shell("PEMBLE_INPUTS=inputs.csv " BUILD_DIR "/example-tilt");
    assert_int_equal(bad.status, 1);
    assert_says(bad.err, "inputs.csv:2: names none of");
}

/* The game is the same each time; the stick steers, and the button starts again when it is over,
 * and only then. */
static void a_boat_is_steered_among_buoys(void **state)
{
    (void)state;
    const char heading[] = "time_ms,device,first,second\n";
    char script[300];
    run_with("buoys", heading, "adrift.png");
    run_with("buoys", heading, "adrift-2.png");
    snprintf(script, sizeof script, "%s400,button,1,\n500,button,0,\n", heading);
    run_with("buoys", script, "early.png");
    snprintf(script, sizeof script, "%s19000,button,1,\n19100,button,0,\n", heading);
    run_with("buoys", script, "restarted.png");
    snprintf(script, sizeof script, "%s600,stick,0,100\n900,stick,0,0\n", heading);
    run_with("buoys", script, "steered.png");
    assert_true(same("adrift.png", "adrift-2.png"));
    assert_true(same("adrift.png", "early.png"));
    assert_false(same("adrift.png", "restarted.png"));
    assert_false(same("adrift.png", "steered.png"));
    /* The script that comes with it sails further than that. */
    assert_int_equal(shell(BUILD_DIR "/example-buoys").status, 0);
    assert_false(same("buoys.png", "adrift.png"));
}

static void first_light_is_short_and_in_the_readme(void **state)
{
    (void)state;
    const struct outcome o = shell("test $(wc -l < %s/examples/first_light.c) -lt 60 && "
                                   "sed -n '/^#include/,$p' %s/examples/first_light.c > program && "
                                   "sed -n '/^```c$/,/^```$/p' %s/README.md | sed '1d;$d' | "
                                   "sed -n '/^#include/,$p' | diff program -",
                                   SOURCE_DIR, SOURCE_DIR, SOURCE_DIR);
    assert_string_equal(o.out, "");
    assert_int_equal(o.status, 0);
}

/* A page of five settings, with all that it needs, is at most forty lines. */
static void settings_take_forty_lines(void **state)
{
    (void)state;
    const struct outcome o =
        shell("sed -n '/^```c$/,/^```$/p' %s/docs/menus.md | sed '1d;$d' > settings.c && "
              "test $(grep -c 'kind = ' settings.c) -eq 5 && test $(wc -l < settings.c) -le 40",
              SOURCE_DIR);
    assert_int_equal(o.status, 0);
}

/* Makers write sketches in C++: what the examples show has to work there as well. */
static void every_example_is_also_cpp(void **state)
{
    (void)state;
    const struct outcome o = shell(
        "for f in %s/examples/*.c %s/examples/your_project/*.c; do "
        "g++ -std=c++20 -x c++ -Wall -Werror -fsyntax-only -I%s/include -I%s/ports/sim/include "
        "-I%s/ports/linux -I%s/ports/linux/include -I%s/tools/pictures -I%s/examples -DCARD='\"\"' "
        "-DINPUTS='\"\"' $f || "
        "exit 1; done",
        SOURCE_DIR, SOURCE_DIR, SOURCE_DIR, SOURCE_DIR, SOURCE_DIR, SOURCE_DIR, SOURCE_DIR,
        SOURCE_DIR);
    assert_string_equal(o.err, "");
    assert_int_equal(o.status, 0);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(first_light_draws_and_has_no_complaints),
        cmocka_unit_test(labels_shapes_and_typefaces_have_no_complaints),
        cmocka_unit_test(instruments_have_no_complaints),
        cmocka_unit_test(the_maze_is_won),
        cmocka_unit_test(settings_take_forty_lines),
        cmocka_unit_test(menus_have_no_complaints),
        cmocka_unit_test(the_ferry_crosses_three_kinds_of_panel),
        cmocka_unit_test(a_card_is_shown_and_what_is_not_a_picture_is_reported),
        cmocka_unit_test(two_panels_share_a_bus),
        cmocka_unit_test(the_tide_the_air_and_the_ferries_are_shown),
        cmocka_unit_test(a_marker_follows_the_tilt),
        cmocka_unit_test(a_boat_is_steered_among_buoys),
        cmocka_unit_test(first_light_is_short_and_in_the_readme),
        cmocka_unit_test(every_example_is_also_cpp),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
