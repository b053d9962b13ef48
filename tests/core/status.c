/* Statuses: their texts. */
#include "test.h"

static void every_status_has_a_text_of_its_own(void **state)
{
    (void)state;
    for (int a = 0; a >= -6; a--)
        for (int b = a - 1; b >= -7; b--)
            assert_string_not_equal(pmb_status_text((pmb_status)a), pmb_status_text((pmb_status)b));
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(every_status_has_a_text_of_its_own),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
