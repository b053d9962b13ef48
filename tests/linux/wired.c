/* The command on the wires of this machine, on a stand-in for the kernel. */
#include "shell.h"

#define WIRED BUILD_DIR "/pemble-on-wires"

static void write_configs(void)
{
    write_file("oled.ini", "[board]\nmcu = linux40\n[panel]\nmodule = oled-0.96-i2c\n");
    write_file("wrong.ini",
               "[board]\nmcu = linux40\n[panel]\nmodule = oled-0.96-i2c\n[bus]\naddress = 0x3d\n");
    write_file("paper.ini", "[board]\nmcu = linux40\n[panel]\nmodule = paper-2.9-uc\n[pins]\n"
                            "cs = 8\ndc = 25\nreset = 27\nbusy = 24\n");
    write_file("other.ini", "[board]\nmcu = rp2040\n[panel]\nmodule = oled-0.96-i2c\n");
}

/* The panel on the wires shows what its twin shows. */
static void the_card_goes_to_the_panel_and_to_its_twin(void **state)
{
    (void)state;
    static const char *const names[] = {"oled", "paper"};
    write_configs();
    for (size_t i = 0; i < LENGTH(names); i++) {
        const struct outcome o =
            shell(WIRED " card %s.ini --wired -o twin.png --trace t.vcd", names[i]);
        assert_int_equal(o.status, 0);
        assert_string_equal(o.err, "");
        assert_says(o.out,
                    "on the wires has taken the test card; its glass should look like twin.png");
        assert_int_equal(shell("cmp twin.png %s.png", names[i]).status, 0);
        assert_int_equal(shell("grep -q enddefinitions t.vcd").status, 0);
        /* Without the option nothing reaches the wires. */
        assert_int_equal(
            shell(WIRED " card %s.ini -o twin.png && cmp twin.png %s.png", names[i], names[i])
                .status,
            1);
    }
}

static void the_wires_are_probed(void **state)
{
    (void)state;
    write_configs();
    struct outcome o = shell(WIRED " probe oled.ini --wired");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "0x3c answers");
    o = shell(WIRED " probe wrong.ini --wired");
    assert_int_equal(o.status, 3);
    assert_says(o.out, "another address than configured: 0x3c answers, 0x3d does not");
    o = shell(WIRED " probe paper.ini --wired");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "its busy line follows a refresh");
    o = shell("PEMBLE_UNPLUGGED=1 " WIRED " probe oled.ini --wired");
    assert_int_equal(o.status, 3);
    assert_says(o.out, "nothing answers");
}

/* A picture and the last frame of a reel are on the glass of the wires, as the preview has them. */
static void pictures_and_reels_are_shown(void **state)
{
    (void)state;
    write_configs();
    struct outcome o = shell(WIRED " picture make " SOURCE_DIR
                                   "/assets/quay/pictures/sign.png --for oled.ini --wired -o s.pbp "
                                   "--preview twin.png && cmp twin.png oled.png");
    assert_int_equal(o.status, 0);
    assert_int_equal(shell("cp oled.png sign.png").status, 0);
    o = shell(WIRED " reel make " SOURCE_DIR
                    "/assets/quay/pictures/gull.gif --for oled.ini --wired -o g.pbr && "
                    "! cmp -s oled.png sign.png");
    assert_int_equal(o.status, 0);
    o = shell(WIRED " picture make " SOURCE_DIR
                    "/assets/quay/pictures/sign.png --format grey --wired -o s.pbp");
    assert_int_equal(o.status, 2);
    assert_says(o.err, "--wired needs --for");
}

/* One mistake after the other, each until Enter; then the panel is as it was told last. */
/* A finger on the sensor of the wires; the sensor of the twin is not touched. */
static void a_finger_on_the_wires_is_followed(void **state)
{
    (void)state;
    write_file("touch.ini", "[board]\nmcu = linux40\n[panel]\nmodule = oled-0.96-i2c\n[touch]\n"
                            "sensor = ft6x36\n");
    struct outcome o =
        shell("PEMBLE_TOUCH=1 " WIRED " touch touch.ini --wired --seconds 6 -o twin.png && "
              "cmp twin.png oled.png");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "touches: 2, taps: 1, held: 0, swipes: 0");
    assert_says(o.out, "the last at 90, 50");
    o = shell(WIRED " touch touch.ini --wired --seconds 2");
    assert_int_equal(o.status, 3);
    assert_says(o.err, "the ft6x36 does not answer");
}

static void mistakes_are_made_on_the_wires(void **state)
{
    (void)state;
    write_configs();
    struct outcome o = shell("yes '' | " WIRED " symptoms oled.ini --wired -o sheet.png");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "as it should be");
    assert_says(o.out, "wrong COM layout         com = alternative: press Enter");
    assert_null(strstr(o.out, "bytes lost")); /* a fault of wires */
    assert_says(o.out, "sheet.png: ");
    /* Asleep is the last of them for this panel: its glass is dark. */
    o = shell(WIRED " card oled.ini -o dark.png && cmp oled.png dark.png");
    assert_int_equal(o.status, 1);
}

/* On this machine, which has no such bus, or whose bus nobody may use here. */
static void a_bus_that_cannot_be_used_says_why(void **state)
{
    (void)state;
    write_configs();
    write_file("none.ini",
               "[board]\nmcu = linux40\n[panel]\nmodule = oled-0.96-i2c\n[bus]\nunit = 0\n");
    struct outcome o = shell(BUILD_DIR "/pemble card other.ini --wired");
    assert_int_equal(o.status, 2);
    assert_says(o.err, "--wired needs '[board] mcu = linux40'");
    o = shell("test -e /dev/i2c-1 || " BUILD_DIR "/pemble probe oled.ini --wired");
    if (o.status != 0) {
        assert_int_equal(o.status, 3);
        assert_says(o.out, "verdict: this machine cannot use the bus or a pin");
        assert_says(o.out, "dtparam=i2c_arm=on");
    }
}

/* An example on the wires of this machine, which has no such bus: it ends, and says why. */
static void an_example_says_why_it_ends(void **state)
{
    (void)state;
    const struct outcome o =
        shell("test -e /dev/i2c-1 || timeout 20 " BUILD_DIR "/wired-first_light");
    if (o.status != 0) {
        assert_int_equal(o.status, 1);
        assert_says(o.err, "/dev/i2c-1: No such file");
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(the_card_goes_to_the_panel_and_to_its_twin),
        cmocka_unit_test(the_wires_are_probed),
        cmocka_unit_test(pictures_and_reels_are_shown),
        cmocka_unit_test(a_finger_on_the_wires_is_followed),
        cmocka_unit_test(mistakes_are_made_on_the_wires),
        cmocka_unit_test(a_bus_that_cannot_be_used_says_why),
        cmocka_unit_test(an_example_says_why_it_ends),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
