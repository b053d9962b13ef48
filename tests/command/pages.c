/* Manual pages, completion and an installed command. */
#include <stdio.h>
#include "shell.h"

static void the_manual_says_what_the_help_says(void **state)
{
    (void)state;
    const struct outcome o = shell("mkdir man && %s/tools/man/pages.sh %s/pemble man && "
                                   "diff -r man %s/docs/man",
                                   SOURCE_DIR, BUILD_DIR, SOURCE_DIR);
    assert_string_equal(o.err, "");
    assert_string_equal(o.out, "");
    assert_int_equal(o.status, 0);
}

/* What bash would offer for a line whose last word is being typed. */
static struct outcome completed(const char *words, int at)
{
    return shell("PATH=%s:$PATH bash -c 'source %s/tools/completion/pemble; COMP_WORDS=(%s); "
                 "COMP_CWORD=%d; _pemble pemble; echo ${COMPREPLY[@]}'",
                 BUILD_DIR, SOURCE_DIR, words, at);
}

static void bash_offers_subcommands_and_options(void **state)
{
    (void)state;
    assert_string_equal(completed("pemble sy", 1).out, "symptoms\n");
    assert_string_equal(completed("pemble p", 1).out, "panels probe picture\n");
    assert_string_equal(completed("pemble font m", 2).out, "make\n");
    assert_string_equal(completed("pemble card --o", 2).out, "--output --only\n");
    assert_string_equal(completed("pemble font make x.ttf --co", 4).out, "--codes\n");
    assert_string_equal(completed("pemble card k", 2).out, "\n"); /* a file, by bash itself */
}

static void an_installed_command_brings_what_it_needs(void **state)
{
    (void)state;
    struct outcome o =
        shell("cmake --install %s --prefix $PWD/usr >said.txt 2>&1 && find usr -type f", BUILD_DIR);
    assert_int_equal(o.status, 0);
    static const char *const files[] = {"usr/bin/pemble\n",
                                        "/libpemble.a\n",
                                        "/libpemble-bench.a\n",
                                        "usr/include/pemble/pemble.h\n",
                                        "usr/include/pemble/bench_check.h\n",
                                        "/cmake/Pemble/PembleConfig.cmake\n",
                                        "/pkgconfig/pemble.pc\n",
                                        "/pkgconfig/pemble-bench.pc\n",
                                        "/man1/pemble-card.1\n",
                                        "/bash-completion/completions/pemble\n",
                                        "usr/share/pemble/quay/harbour.ini\n"};
    for (size_t i = 0; i < LENGTH(files); i++)
        assert_says(o.out, files[i]);
    /* The demo takes its data from beside the command. */
    o = shell("sed -i 's/PELLAN/TESTED/; s/^\\[panel gangway\\]/[panel elsewhere]/' "
              "usr/share/pemble/quay/harbour.ini; usr/bin/pemble demo -o out");
    assert_int_not_equal(o.status, 0);
    assert_says(o.err, "/share/pemble/quay/harbour.ini");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(the_manual_says_what_the_help_says),
        cmocka_unit_test(bash_offers_subcommands_and_options),
        cmocka_unit_test(an_installed_command_brings_what_it_needs),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
