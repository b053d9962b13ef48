/* What the command writes: never over what it reads, and whole or not at all. */
#define _GNU_SOURCE /* O_TMPFILE */
#include "shell.h"

#include <fcntl.h>
#include <unistd.h>

#define PEMBLE  BUILD_DIR "/pemble"
#define GANGWAY SOURCE_DIR "/assets/quay/gangway.ini"
#define JETTY   SOURCE_DIR "/assets/fonts/jetty.bdf"
#define GULL    SOURCE_DIR "/assets/quay/pictures/gull.gif"
#define BUOY    SOURCE_DIR "/docs/screenshots/card-128x64.png"

static void what_is_read_is_not_overwritten(void **state)
{
    (void)state;
    static const char *const lines[] = {
        " font make " JETTY " --from main.c -o main.c",
        " font make " JETTY " --from main.c -o font.c --header ./main.c",
        " font make " JETTY " --from main.c -o new.c --header ../work/new.c",
        " picture make a.png --format colour -o a.png",
        " picture make a.png --format colour -o a.pbp --preview linked.png",
        " wiring x.ini -o x.ini",
        " wiring x.ini -o ../work/x.ini",
        " wiring x.ini -o second.ini",
        " card x.ini --trace x.ini",
        " card x.ini -o seen --trace ./seen",
        " card x.ini --bench b.ini -o b.ini",
        " touch x.ini --inputs main.c -o main.c",
    };
    for (size_t i = 0; i < sizeof lines / sizeof lines[0]; i++) {
        const struct outcome o = shell(
            "rm -rf work && mkdir work && cd work && cp " GANGWAY " x.ini && "
            "cp x.ini b.ini && ln x.ini second.ini && cp " BUOY " a.png && "
            "ln -s a.png linked.png && echo '\"x\"' > main.c && md5sum * > ../before && " PEMBLE
            "%s; echo \"exit $?\"; md5sum * > ../after; cmp ../before ../after",
            lines[i]);
        assert_int_equal(o.status, 0);
        assert_says(o.out, "exit 2");
        assert_says(o.err, "would overwrite");
        assert_says(o.err, "give it another name");
    }
    assert_int_equal(shell(PEMBLE " card " GANGWAY " -o /dev/null --trace /dev/null").status, 0);
}

/* The size of files is limited, by an error or, without the trap, by a signal. */
static void what_cannot_be_written_leaves_the_old_file(void **state)
{
    (void)state;
    static const char *const lines[] = {
        " font make " JETTY " -o old",
        " font make " JETTY " -o old.c",
        " picture make " BUOY " --format colour --size 64x64 -o old.c",
        " wiring x.ini -o old",
        " card x.ini -o old.png",
        " card x.ini -o /dev/null --trace old",
    };
    const int file = open(".", O_TMPFILE | O_WRONLY, 0600);
    const bool nameless = file >= 0; /* else the file system leaves a file beside at a signal */
    if (nameless)
        close(file);
    for (size_t i = 0; i < sizeof lines / sizeof lines[0]; i++)
        for (int signal = 0; signal < 2; signal++) {
            const struct outcome o =
                shell("rm -rf work && mkdir work && cd work && cp " GANGWAY " x.ini && "
                      "echo kept | tee old old.c > old.png && chmod 640 old* && "
                      "(%s ulimit -f 1; exec " PEMBLE "%s > /dev/null); echo \"exit $?\"; "
                      "grep -L kept old old.c old.png",
                      signal ? "" : "trap '' XFSZ;", lines[i]);
            assert_string_equal(o.out, signal ? "exit 153\n" : "exit 1\n");
            if (!signal)
                assert_says(o.err, "File too large");
            if (!signal || nameless)
                assert_int_equal(shell("ls -A work | wc -l | grep -q '^4$'").status, 0);
            const struct outcome after =
                shell("cd work && " PEMBLE "%s > /dev/null && ls -l old* | grep -v kept | "
                      "grep -c '^-rw-r-----'",
                      lines[i]);
            assert_string_equal(after.out, "3\n");
        }
}

static void links_lead_where_they_led(void **state)
{
    (void)state;
    const struct outcome o =
        shell("mkdir -p far && echo old > far/seen.png && ln -sf far/seen.png near.png && " PEMBLE
              " card " GANGWAY " -o near.png > /dev/null && test -L near.png && file far/seen.png");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "PNG image");
}

static void standard_output_has_errors_too(void **state)
{
    (void)state;
    static const char *const lines[] = {" config " GANGWAY " --as c",
                                        " panels",
                                        " --help",
                                        " --version",
                                        " card --help",
                                        " wiring " GANGWAY};
    for (size_t i = 0; i < sizeof lines / sizeof lines[0]; i++) {
        const struct outcome o = shell(PEMBLE "%s > /dev/full", lines[i]);
        assert_int_equal(o.status, 1);
        assert_says(o.err, "standard output: No space left on device");
    }
}

static void traces_are_numbered_before_the_end_of_their_names(void **state)
{
    (void)state;
    assert_int_equal(shell("mkdir -p t.d && " PEMBLE " symptoms " GANGWAY
                           " -o /dev/null --trace ./t.d/wires > /dev/null && "
                           "test -s t.d/wires && test -s t.d/wires-2 && " PEMBLE
                           " symptoms " GANGWAY " -o /dev/null --trace t.d/w.vcd > /dev/null && "
                           "test -s t.d/w.vcd && test -s t.d/w-2.vcd")
                         .status,
                     0);
}

/* Names of files and panels become names in C and in pictures. */
static void what_is_generated_compiles_whatever_its_name(void **state)
{
    (void)state;
    static const char *const names[] = {"int", "class", "bytes", "main",
                                        "9",   "a-b",   "",      "\xC3\xA4"};
    for (size_t i = 0; i < LENGTH(names); i++) {
        const struct outcome o = shell(
            BUILD_DIR "/pemble picture make " SOURCE_DIR "/assets/quay/pictures/sign.png "
                      "--format one-bit -o ./%s.c && cc -std=c11 -Wall -Werror -fsyntax-only "
                      "-I" SOURCE_DIR "/include ./%s.c && c++ -x c++ -std=c++20 -fsyntax-only "
                      "-I" SOURCE_DIR "/include ./%s.c",
            names[i], names[i], names[i]);
        if (o.status != 0)
            fail_msg("'%s.c': %s", names[i], o.err);
    }
    assert_int_equal(shell(PEMBLE " font make " JETTY " -o ./int.c && cc -std=c11 -Wall -Werror "
                                  "-fsyntax-only -I" SOURCE_DIR "/include ./int.c")
                         .status,
                     0);
}

static void panels_have_names_of_their_own_in_c(void **state)
{
    (void)state;
    write_file("names.ini", "[panel a-b]\nmodule = oled-0.96-i2c\n[panel a_b]\nmodule = "
                            "oled-1.3-i2c\naddress = 0x3d\n[panel int]\nmodule = lcd-1.6\n");
    const struct outcome o = shell(
        BUILD_DIR "/pemble config names.ini --as c > names.c && cc -std=c11 -Wall -Wno-unused "
                  "-Werror -fsyntax-only -I" SOURCE_DIR "/include names.c && grep -c "
                  "'^static const pmb_panel_config' names.c");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "3");
}

static void names_of_panels_have_limits_that_are_said(void **state)
{
    (void)state;
    write_file("long.ini", "[panel a123456789b123456789c123456789d1]\nmodule = oled-0.96-i2c\n");
    struct outcome o = shell(BUILD_DIR "/pemble wiring long.ini");
    assert_int_equal(o.status, 2);
    assert_says(o.err,
                "long.ini:2: [panel a123456789b123456789c123456789d1]: a name has at most 31");
    write_file("bell.ini", "[panel a\abell]\nmodule = oled-0.96-i2c\n");
    o = shell(BUILD_DIR "/pemble wiring bell.ini -o bell.svg");
    assert_int_equal(o.status, 2);
    assert_says(o.err, "bell.ini:1: ");
    assert_says(o.err, "control characters");
}

/* What is wrong with the words of a command is said with the word, and with what is missing. */
static void bad_use_is_named(void **state)
{
    (void)state;
    static const char *const uses[][2] = {
        {"card", "card: CONFIG is missing; see 'pemble card --help'"},
        {"reel make -o r.c", "reel make: IN... is missing; see"},
        {"decode --panel x.ini", "decode: CAPTURE is missing; see"},
        {"card a.ini b.ini", "card: b.ini is one word too many; see"},
        {"card --tint", "card: --tint: there is no such option; see"},
        {"card a.ini -o", "card: -o: its value is missing; see"},
        {"font show --size big f", "font show: --size big: its value has to be a number; see"},
        {"font show --size=big f", "font show: --size=big: its value has to be a number; see"},
        {"font show f --size 99999999999",
         "font show: --size 99999999999: the number is too large"},
        {"reel make x.gif", "reel make: -o is missing; see 'pemble reel make --help'"},
        {"picture make x.png", "picture make: -o is missing; see 'pemble picture make --help'"},
    };
    for (size_t i = 0; i < LENGTH(uses); i++) {
        const struct outcome o = shell(BUILD_DIR "/pemble %s", uses[i][0]);
        assert_int_equal(o.status, 2);
        assert_says(o.err, uses[i][1]);
    }
}

/* A slip overwrites no file of another kind. */
static void outputs_are_called_as_their_kind(void **state)
{
    (void)state;
    static const char *const uses[][2] = {
        {"card p.ini -o kept.txt", "--output kept.txt: possible is FILE.png"},
        {"card p.ini --trace kept.txt", "--trace kept.txt: possible is FILE.vcd"},
        {"wiring p.ini -o kept.txt", "possible is FILE.svg"},
        {"symptoms p.ini -o kept.txt", "possible is SHEET.png"},
        {"font make " JETTY " -o kept.txt", "possible is OUT.c|OUT.pmf"},
        {"font make " JETTY " -o f.c --header kept.txt", "--header kept.txt: possible is OUT.h"},
        {"picture make " GULL " --format colour -o kept.txt", "possible is OUT.c|OUT.pbp"},
        {"picture make " GULL " --format colour -o g.c --preview kept.txt",
         "--preview kept.txt: possible is"},
        {"reel make " GULL " --format colour -o kept.txt", "possible is OUT.c|OUT.pbr"},
        {"decode c.csv --panel p.ini --list c.csv", "c.csv: --list would overwrite what is read"},
        {"decode c.csv --panel p.ini --list p.png", "--list p.png: possible is FILE.txt"},
        {"card p.ini -o .png", "--output .png: possible is"},
    };
    write_file("p.ini", "[panel]\nmodule = oled-0.96-i2c\n");
    write_file("kept.txt", "kept\n");
    write_file("c.csv", "kept\n");
    for (size_t i = 0; i < LENGTH(uses); i++) {
        const struct outcome o = shell(BUILD_DIR "/pemble %s", uses[i][0]);
        assert_int_equal(o.status, 2);
        assert_says(o.err, uses[i][1]);
    }
    assert_string_equal(shell("cat kept.txt c.csv").out, "kept\nkept\n");
    assert_int_equal(shell(BUILD_DIR "/pemble card p.ini -o CARD.PNG && test -s CARD.PNG").status,
                     0);
    assert_int_equal(shell(BUILD_DIR "/pemble card p.ini -o /dev/null").status, 0);
}

static void a_path_may_be_long(void **state)
{
    (void)state;
    const struct outcome o =
        shell("d=$(printf '%%0200d/%%0200d/%%0180d' 1 2 3) && mkdir -p $d && " BUILD_DIR
              "/pemble demo -o $d/here > table.txt && test -s $d/here/harbour.png && rm -r 0*");
    if (o.status != 0)
        fail_msg("%s", o.err);
}

static void the_command_is_hardened(void **state)
{
    (void)state;
#if defined __SANITIZE_ADDRESS__ || !defined __OPTIMIZE__
    skip(); /* such builds go without */
#endif
    const struct outcome o = shell("readelf -d " PEMBLE "; readelf -hW " PEMBLE "; nm -D " PEMBLE);
    assert_int_equal(o.status, 0);
    assert_says(o.out, "BIND_NOW");
    assert_says(o.out, "Position-Independent");
    assert_says(o.out, "__stack_chk_fail");
    assert_says(o.out, "__snprintf_chk");
}

/* What takes longer than is allowed ends with a reason, and the old file stays. */
static void too_much_time_is_an_error(void **state)
{
    (void)state;
    struct outcome o = shell("echo old >w.pbr && PEMBLE_SECONDS=1 " PEMBLE " reel make " SOURCE_DIR
                             "/assets/quay/pictures/wheel.gif "
                             "--format colour --size 400x400 -o w.pbr");
    assert_int_equal(o.status, 1);
    assert_non_null(strstr(o.err, "more than 1 s of processor time; PEMBLE_SECONDS=N"));
    assert_string_equal(shell("cat w.pbr && ls | grep -c w.pbr").out, "old\n1\n");
    o = shell("PEMBLE_SECONDS=soon " PEMBLE " panels");
    assert_int_equal(o.status, 0);
    assert_non_null(
        strstr(o.err, "PEMBLE_SECONDS is 'soon': possible is 1 to 1000000; taken is 600"));
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(what_is_read_is_not_overwritten),
        cmocka_unit_test(what_cannot_be_written_leaves_the_old_file),
        cmocka_unit_test(links_lead_where_they_led),
        cmocka_unit_test(traces_are_numbered_before_the_end_of_their_names),
        cmocka_unit_test(standard_output_has_errors_too),
        cmocka_unit_test(what_is_generated_compiles_whatever_its_name),
        cmocka_unit_test(panels_have_names_of_their_own_in_c),
        cmocka_unit_test(names_of_panels_have_limits_that_are_said),
        cmocka_unit_test(bad_use_is_named),
        cmocka_unit_test(outputs_are_called_as_their_kind),
        cmocka_unit_test(a_path_may_be_long),
        cmocka_unit_test(the_command_is_hardened),
        cmocka_unit_test(too_much_time_is_an_error),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
