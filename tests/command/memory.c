/* Each allocation of a command fails once: it says so, and nothing is lost. */
#include "shell.h"

#include <stdio.h>

#define PEMBLE  BUILD_DIR "/pemble"
#define GANGWAY SOURCE_DIR "/assets/quay/gangway.ini"
#define QUAY    SOURCE_DIR "/assets/quay/pictures"

/* `last` is the last allocation that is tried: libraries that crash without memory come later. */
static const struct {
    const char *line;
    int last;
} lines[] = {
    {"card " GANGWAY " -o old", 70},
    {"wiring " GANGWAY " -o old", 60},
    {"config " GANGWAY " --as c", 60},
    {"budget " GANGWAY, 60},
    {"probe " GANGWAY, 60},
    {"touch " SOURCE_DIR "/assets/quay/kiosk-touch.ini -o old", 80},
    {"picture make " QUAY "/sign.png --format one-bit -o old", 70},
    {"font make " SOURCE_DIR "/assets/fonts/jetty.bdf --codes 30-39 -o old", 40},
    {"reel make " QUAY "/gull.gif --format one-bit -o old", 18},
};

static void without_memory_nothing_is_lost(void **state)
{
    (void)state;
#ifdef __SANITIZE_ADDRESS__
    skip(); /* the sanitizer has allocators of its own */
#endif
    unsigned failures = 0;
    for (size_t i = 0; i < LENGTH(lines); i++)
        for (int at = 0; at <= lines[i].last; at++) {
            const struct outcome o =
                shell("echo kept > old; FAIL_AT=%d LD_PRELOAD=" BUILD_DIR "/libno-memory.so " PEMBLE
                      " %s > told; s=$?; [ $s -eq 0 ] || cmp -s old - <<END || exit 99\nkept\nEND\n"
                      "ls -A | grep -c '^.pemble-' && exit 98; exit $s",
                      at, lines[i].line);
            if (o.status < 0 || o.status > 3)
                fail_msg("%s, allocation %d: status %d: %s", lines[i].line, at, o.status, o.err);
            if (o.status != 0 && !o.err[0])
                fail_msg("%s, allocation %d: it ends with %d and says nothing", lines[i].line, at,
                         o.status);
            failures += o.status != 0;
        }
    assert_in_range(failures, 100, 1000);
}

int main(void)
{
    const struct CMUnitTest tests[] = {cmocka_unit_test(without_memory_nothing_is_lost)};
    return cmocka_run_group_tests(tests, NULL, NULL);
}
