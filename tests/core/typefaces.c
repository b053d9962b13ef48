/* The C files of the typefaces in src/fonts are what the makers make of assets/fonts. */
#include "shell.h"

static void typefaces_made_anew_are_those_that_are_kept(void **state)
{
    (void)state;
    const struct outcome o =
        shell("mkdir anew && %s/tools/bake/typefaces.sh %s/pemble-bake anew && "
              "diff -r -x .clang-format anew %s/src/fonts",
              SOURCE_DIR, BUILD_DIR, SOURCE_DIR);
    assert_string_equal(o.err, "");
    assert_string_equal(o.out, "");
    assert_int_equal(o.status, 0);
}

static void no_two_sources_of_the_core_have_the_same_name(void **state)
{
    (void)state;
    const struct outcome o =
        shell("find %s/src -name '*.c' | sed 's,.*/,,' | sort | uniq -d", SOURCE_DIR);
    assert_string_equal(o.out, "");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(typefaces_made_anew_are_those_that_are_kept),
        cmocka_unit_test(no_two_sources_of_the_core_have_the_same_name),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
