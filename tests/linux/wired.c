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

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(the_card_goes_to_the_panel_and_to_its_twin),
        cmocka_unit_test(the_wires_are_probed),
        cmocka_unit_test(a_bus_that_cannot_be_used_says_why),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
