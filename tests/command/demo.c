/* pemble demo, as it is typed: the day at Pellan Quay. */
#include "shell.h"

#include <stdio.h>

#define PEMBLE BUILD_DIR "/pemble"
#define QUAY   SOURCE_DIR "/assets/quay"

/* The day is run once, in a terminal, so that its progress is shown. */
static int run_the_day(void **state)
{
    (void)state;
    const struct outcome o =
        shell("script -qec '" PEMBLE " demo -o quay > table.txt' progress.txt < /dev/null");
    return o.status;
}

/* Bytes, complaints and a digest of every glass at the end, as they were when they were looked at.
 */
static void the_table_is_as_it_was(void **state)
{
    (void)state;
    const struct outcome o = shell("sed -n '/^panel/,/^all/p' table.txt | diff - " SOURCE_DIR
                                   "/tests/golden/demo-table.txt");
    if (o.status != 0)
        fail_msg("the table differs (<: now, >: kept):\n%s", o.out);
}

static void hardly_more_is_sent_than_changes(void **state)
{
    (void)state;
    unsigned long frames, pixels, least, addresses, ram, complaints;
    double share, bus;
    const struct outcome o = shell("grep ^all table.txt");
    assert_int_equal(sscanf(o.out, "all %lu %lu %lu %lf %lu %lf %lu %lu", &frames, &pixels, &least,
                            &share, &addresses, &bus, &ram, &complaints),
                     8);
    assert_in_range(pixels, least, least * 5 / 4);
    assert_int_equal(complaints, 0);
    assert_true(addresses > 0 && bus > 0 && frames > 1000);
}

static void every_panel_has_its_pictures(void **state)
{
    (void)state;
    static const char *const names[] = {"gangway", "wind", "kiosk", "berth", "dock", "tides"};
    for (size_t i = 0; i < LENGTH(names); i++) {
        assert_int_equal(
            shell("head -c 8 quay/%s.png | grep -q PNG && grep -q 'quay/%s.png' table.txt",
                  names[i], names[i])
                .status,
            0);
        if (i == 5) /* paper does not move */
            assert_int_not_equal(shell("test -e quay/%s.gif", names[i]).status, 0);
        else
            assert_int_equal(shell("grep -q 'quay/%s.gif (' table.txt", names[i]).status, 0);
    }
    assert_int_equal(shell("head -c 8 quay/harbour.png | grep -q PNG").status, 0);
}

/* What recorded the minute can be read again: as many frames as were said, and a minute long. */
static void the_animation_lasts_a_minute(void **state)
{
    (void)state;
    const struct outcome o = shell(PEMBLE " reel make quay/berth.gif --format one-bit -o b.pbr");
    assert_int_equal(o.status, 0);
    assert_int_equal(shell("grep -q 'quay/berth.gif (60 frames)' table.txt").status, 0);
    assert_says(o.out, "60 frames");
    assert_says(o.out, "60000 ms");
}

/* A panel that is turned is recorded as it hangs. */
static void animations_are_upright(void **state)
{
    (void)state;
    /* Width and height in a GIF follow its six letters, low bytes first: 320 by 240. */
    assert_string_equal(shell("od -An -tu2 -j6 -N4 quay/kiosk.gif").out, "   320   240\n");
    assert_string_equal(shell("od -An -tu2 -j6 -N4 quay/gangway.gif").out, "   256   128\n");
}

static void progress_is_shown_in_a_terminal(void **state)
{
    (void)state;
    assert_int_equal(shell("grep -q '06:00 of the day' progress.txt").status, 0);
}

static void damaged_data_name_file_and_line(void **state)
{
    (void)state;
    static const struct {
        const char *file, *text, *says;
    } cases[] = {
        {"tide.csv", "time,height_cm\n00:00,120\nnoon,300\n", "tide.csv:3: not a line"},
        {"tide.csv", "time,height_cm\n00:00,120\n", "tide.csv: it needs at least two"},
        {"weather.csv", "heading\n00:00,1,2,3,4,5\n00:00,1,2,3,4,5\n", "weather.csv:3: not a line"},
        {"weather.csv", "heading\n00:00,1,2,3\n", "weather.csv:2: not a line"},
        {"ferries.csv", "time,to,berth\n06:40,Ansel,2\n05:00,Ansel,1\n", "ferries.csv:3: not a"},
        {"kiosk-inputs.csv", "heading\n100,lever,1,\n", "kiosk-inputs.csv:2: names none of"},
        {"harbour.ini", "[panel gangway]\nmodule = oled-0.96-i2c\n", "wind"},
    };
    for (size_t i = 0; i < LENGTH(cases); i++) {
        char path[60];
        shell("rm -rf data && mkdir data && cp " QUAY "/*.ini " QUAY "/*.csv data");
        snprintf(path, sizeof path, "data/%s", cases[i].file);
        write_file(path, cases[i].text);
        const struct outcome o = shell(PEMBLE " demo --quay data");
        assert_true(o.status == 1 || o.status == 2);
        assert_says(o.err, cases[i].says);
        remove(path);
        const struct outcome missing = shell(PEMBLE " demo --quay data");
        assert_true(missing.status == 1 || missing.status == 2);
        assert_says(missing.err, cases[i].file);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(the_table_is_as_it_was),
        cmocka_unit_test(hardly_more_is_sent_than_changes),
        cmocka_unit_test(every_panel_has_its_pictures),
        cmocka_unit_test(the_animation_lasts_a_minute),
        cmocka_unit_test(animations_are_upright),
        cmocka_unit_test(progress_is_shown_in_a_terminal),
        cmocka_unit_test(damaged_data_name_file_and_line),
    };
    return cmocka_run_group_tests(tests, run_the_day, NULL);
}
