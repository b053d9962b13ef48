/* The core builds with nothing but the freestanding headers and string.h, and calls no libc but
 * mem*. */
#include "shell.h"

static void the_core_needs_only_memory_functions(void **state)
{
    (void)state;
    /* Undefined symbols of the archive that no object of it defines. */
    const struct outcome o =
        shell("nm --undefined-only %s/libpemble.a | awk '$1==\"U\"{print $2}' | sort -u >used; "
              "nm --defined-only %s/libpemble.a | awk 'NF==3{print $3}' | sort -u >made; "
              "comm -23 used made | grep -vE '^(mem(cpy|set|move|cmp)|_GLOBAL_OFFSET_TABLE_|"
              "__(asan|ubsan|gcov|sanitizer)_.*|__stack_chk_fail)$'",
              BUILD_DIR, BUILD_DIR);
    assert_string_equal(o.out, "");
}

static void the_core_has_no_mutable_file_scope_data(void **state)
{
    (void)state;
    /* Sanitizers add data of their own, so only a plain build is looked at. */
    /* const tables that hold addresses are in .data.rel.ro, which nm also marks d. */
    const struct outcome o =
        shell("nm %s/libpemble.a | grep -q __asan_ || nm %s/libpemble.a | grep -q __gcov_ || "
              "objdump -t %s/libpemble.a | grep -E ' O \\.(bss|data)' | grep -v data.rel.ro",
              BUILD_DIR, BUILD_DIR, BUILD_DIR);
    assert_string_equal(o.out, "");
    assert_string_equal(o.err, "");
}

static void the_core_includes_only_what_it_may(void **state)
{
    (void)state;
    const struct outcome o = shell("grep -rhoE '#include <[^>]+>' %s/src %s/include | sort -u | "
                                   "grep -vE '<(stdint|stddef|stdbool|string|limits)\\.h>'",
                                   SOURCE_DIR, SOURCE_DIR);
    assert_string_equal(o.out, "");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(the_core_needs_only_memory_functions),
        cmocka_unit_test(the_core_has_no_mutable_file_scope_data),
        cmocka_unit_test(the_core_includes_only_what_it_may),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
