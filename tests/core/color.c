/* Colours: their components and brightness. */
#include "test.h"

static void colours_keep_their_ends(void **state)
{
    (void)state;
    assert_int_equal(PMB_WHITE, 0xFFFF);
    assert_int_equal(pmb_color_red(PMB_WHITE), 255);
    assert_int_equal(pmb_color_green(PMB_GREEN), 255);
    assert_int_equal(pmb_color_blue(PMB_BLACK), 0);
    assert_int_equal(pmb_color_luma(PMB_WHITE), 255);
    assert_int_equal(pmb_color_luma(PMB_BLACK), 0);
    assert_true(pmb_color_luma(PMB_GREEN) > pmb_color_luma(PMB_RED));
    assert_true(pmb_color_luma(PMB_RED) > pmb_color_luma(PMB_BLUE));
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT, colours_keep_their_ends),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
