/* Allocations of a command fail, one at a time: it says so, and nothing is lost. */
#include "shell.h"

#include <signal.h>
#include <stdio.h>

#define PEMBLE  BUILD_DIR "/pemble"
#define GANGWAY SOURCE_DIR "/assets/quay/gangway.ini"
#define QUAY    SOURCE_DIR "/assets/quay/pictures"
#define JETTY   SOURCE_DIR "/assets/fonts/jetty.bdf"

/* A short run of each command that ends by itself; the demo is the cards and reels of others.
 * FreeType itself crashes when it has no memory for a BDF file, in two places that are nobody's of
 * ours. */
static const struct {
    const char *line;
    int crashes;
} lines[] = {
    {"card " GANGWAY " -o old", 0},
    /* what went over the wires up to an error is written as well */
    {"card " GANGWAY " --trace wires.vcd -o seen.png", 0},
    {"decode oled.vcd --panel " GANGWAY " -o old", 0},
    {"wiring " GANGWAY " -o old", 0},
    {"config " GANGWAY " --as c", 0},
    {"budget " GANGWAY, 0},
    {"probe " GANGWAY, 0},
    {"panels", 0},
    {"panels ssd1306", 0},
    {"symptoms " GANGWAY " -o old", 0},
    {"machine " GANGWAY " -o old --seconds 1", 0},
    {"touch " SOURCE_DIR "/assets/quay/kiosk-touch.ini -o old", 0},
    {"picture make " QUAY "/sign.png --format one-bit -o old", 0},
    {"picture make " QUAY "/harbour.png -o old", 0},
    {"font make " JETTY " --codes 30-39 -o old", 2},
    {"font show " JETTY " -o old", 2},
    {"reel make " QUAY "/gull.gif --format one-bit -o old", 0},
};

/* The first allocations all, then fewer and fewer of them. */
static int next(int at)
{
    enum { ALL = 100, SHARE = 15 };
    return at < ALL ? at + 1 : at + at / SHARE;
}

static void without_memory_nothing_is_lost(void **state)
{
    (void)state;
#ifdef __SANITIZE_ADDRESS__
    skip(); /* the sanitizer has allocators of its own */
#endif
    struct outcome o = shell(PEMBLE " card " GANGWAY " --trace oled.vcd -o card.png");
    unsigned tried = 0, failures = 0;
    assert_int_equal(o.status, 0);
    for (size_t i = 0; i < LENGTH(lines); i++) {
        int crashes = 0;
        bool failed = true;
        for (int at = 0; failed; at = next(at)) {
            o = shell("rm -f failed; echo kept > old; FAIL_AT=%d FAIL_TOLD=failed "
                      "LD_PRELOAD=" BUILD_DIR "/libno-memory.so " PEMBLE
                      " %s > told; s=$?; [ $s -eq 0 ] || cmp -s old - <<END || exit 99\nkept\nEND\n"
                      "ls -A | grep -c '^.pemble-' && exit 98; [ -e failed ] || exit 97; exit $s",
                      at, lines[i].line);
            failed = o.status != 97;
            if (o.status == 128 + SIGSEGV && ++crashes <= lines[i].crashes)
                continue;
            if (failed && (o.status < 0 || o.status > 3))
                fail_msg("%s, allocation %d: status %d: %s", lines[i].line, at, o.status, o.err);
            if (failed && o.status != 0 && !o.err[0])
                fail_msg("%s, allocation %d: it ends with %d and says nothing", lines[i].line, at,
                         o.status);
            failures += failed && o.status != 0;
            tried += failed;
        }
    }
    print_message("%u allocations failed, %u runs ended with an error\n", tried, failures);
    assert_in_range(failures, 500, tried);
}

int main(void)
{
    const struct CMUnitTest tests[] = {cmocka_unit_test(without_memory_nothing_is_lost)};
    return cmocka_run_group_tests(tests, NULL, NULL);
}
