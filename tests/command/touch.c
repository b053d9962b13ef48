/* pemble touch, on the bench. */
#include "shell.h"

#include <stdio.h>

static void a_film_is_calibrated_and_the_finger_followed(void **state)
{
    (void)state;
    const struct outcome o =
        shell(BUILD_DIR "/pemble touch " SOURCE_DIR "/assets/quay/kiosk-touch.ini -o t.png");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "crosses that were missed: 0");
    assert_says(o.out, "static const pmb_touch_calibration calibration = {");
    assert_says(o.out, "touches: 1, taps: 0");
    assert_says(o.out, "the last at 160, 24");
    assert_says(o.out, "complaints: 0");
    assert_int_equal(shell("test -s t.png").status, 0);
}

static void every_kind_of_sensor_works_from_a_file(void **state)
{
    (void)state;
    static const struct {
        const char *touch;
        bool calibrated;
    } cases[] = {{"sensor = xpt2046\ncs = GP15\n", true},
                 {"sensor = film\nxp = GP26\nxm = GP10\nyp = GP27\nym = GP28\n", true},
                 {"sensor = ft6x36\nreset = GP11\ninterrupt = GP12\n", false},
                 {"sensor = cst816\nreset = GP11\n", false},
                 {"sensor = gt911\naddress = 0x14\nreset = GP11\ninterrupt = GP12\n", false}};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        char text[300];
        snprintf(text, sizeof text,
                 "[board]\nmcu = rp2040\n[panel]\nmodule = tft-2.4\nrotate = 270\n[touch]\n%s",
                 cases[i].touch);
        write_file("sensor.ini", text);
        const struct outcome o = shell(BUILD_DIR "/pemble touch sensor.ini -o t.png");
        assert_int_equal(o.status, 0);
        assert_int_equal(strstr(o.out, "calibrated") != NULL, cases[i].calibrated);
        int x, y;
        const char *last = strstr(o.out, "the last at ");
        assert_non_null(last);
        assert_int_equal(sscanf(last, "the last at %d, %d", &x, &y), 2);
        const int most = cases[i].calibrated ? 2 : 0;
        assert_in_range(x, 160 - most, 160 + most);
        assert_in_range(y, 24 - most, 24 + most);
        assert_says(o.out, "complaints: 0");
        /* Its table compiles. */
        assert_int_equal(shell(BUILD_DIR "/pemble config sensor.ini --as c > sensor.c && "
                                         "cc -std=c11 -Wall -Wno-unused -Werror -fsyntax-only "
                                         "-I" SOURCE_DIR "/include sensor.c")
                             .status,
                         0);
    }
}

/* The second cross is missed by a finger's width. */
static void a_finger_from_a_file_may_miss(void **state)
{
    (void)state;
    write_file("finger.csv", "time_ms,device,first,second\n"
                             "3000,finger,30,40\n3200,finger,-1,0\n"
                             "4000,finger,180,60\n4200,finger,-1,0\n"
                             "5000,finger,209,279\n5200,finger,-1,0\n"
                             "6000,finger,30,279\n6200,finger,-1,0\n"
                             "7000,finger,120,80\n7200,finger,-1,0\n"
                             "9000,finger,209,40\n9200,finger,-1,0\n"
                             "12000,finger,100,100\n12100,finger,-1,0\n");
    const struct outcome o = shell(BUILD_DIR "/pemble touch " SOURCE_DIR
                                             "/assets/quay/kiosk-touch.ini --inputs finger.csv "
                                             "--seconds 20 -o t.png");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "crosses that were missed: 1");
    assert_says(o.out, "taps: 1");
}

static void what_is_wrong_is_said(void **state)
{
    (void)state;
    static const struct {
        const char *text, *options, *says;
        int status;
    } cases[] = {
        {"[panel]\nmodule = tft-2.4\n", "", "has no [touch] section; a sensor is xpt2046, film", 2},
        {"[panel]\nmodule = tft-2.4\n[touch]\nsensor = glove\n", "",
         "[touch] sensor = glove: possible is xpt2046, film", 2},
        {"[panel]\nmodule = tft-2.4\n[touch]\ncs = 5\n", "", "[touch] sensor is missing", 2},
        {"[panel]\nmodule = tft-2.4\n[touch]\nsensor = xpt2046\n", "", "[touch] cs is missing", 2},
        {"[panel]\nmodule = tft-2.4\n[touch]\nsensor = film\nxp = 5\n", "",
         "[touch] xp, xm, yp or ym is missing", 2},
        {"[panel]\nmodule = tft-2.4\n[touch]\nsensor = xpt2046\ncs = 9\nspeed = 8MHz\n", "",
         "at most 2500 kHz", 2},
        {"[panel]\nmodule = tft-2.4\n[touch]\nsensor = xpt2046\ncs = 9\n", "--seconds 0",
         "--seconds 0: possible is 1 to 86400", 2},
        {"[panel]\nmodule = tft-2.4\n[touch]\nsensor = xpt2046\ncs = 9\n", "--inputs none.csv",
         "none.csv: ", 2},
    };
    for (size_t i = 0; i < LENGTH(cases); i++) {
        write_file("wrong.ini", cases[i].text);
        const struct outcome o = shell(BUILD_DIR "/pemble touch wrong.ini %s", cases[i].options);
        assert_int_equal(o.status, cases[i].status);
        assert_says(o.err, cases[i].says);
    }
    /* Nobody touches. */
    write_file("nobody.csv", "time_ms,device,first,second\n");
    const struct outcome o = shell(BUILD_DIR "/pemble touch " SOURCE_DIR
                                             "/assets/quay/kiosk-touch.ini --inputs nobody.csv");
    assert_int_equal(o.status, 3);
    assert_says(o.err, "cross 1 of 5 was not touched in time");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(a_film_is_calibrated_and_the_finger_followed),
        cmocka_unit_test(every_kind_of_sensor_works_from_a_file),
        cmocka_unit_test(a_finger_from_a_file_may_miss),
        cmocka_unit_test(what_is_wrong_is_said),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
