/* Rectangles at and beyond the edges of what coordinates can hold. */
#include <limits.h>
#include "test.h"
#include "canvas/word.h"
#include "geometry/ratio.h"

static void assert_rect(pmb_rect r, int x, int y, int w, int h)
{
    assert_int_equal(r.x, x);
    assert_int_equal(r.y, y);
    assert_int_equal(r.w, w);
    assert_int_equal(r.h, h);
}

static void common_of_overlapping(void **state)
{
    (void)state;
    assert_rect(pmb_rect_common((pmb_rect){0, 0, 10, 10}, (pmb_rect){6, -4, 20, 9}), 6, 0, 4, 5);
}

static void common_of_touching_is_empty(void **state)
{
    (void)state;
    assert_true(
        pmb_rect_is_empty(pmb_rect_common((pmb_rect){0, 0, 10, 10}, (pmb_rect){10, 0, 5, 5})));
}

static void common_beyond_the_coordinates(void **state)
{
    (void)state;
    const pmb_rect far = {32000, 32000, 32767, 32767};
    assert_rect(pmb_rect_common(far, far), 32000, 32000, 32767, 32767);
    assert_rect(pmb_rect_common(far, (pmb_rect){-32768, -32768, 32767, 32767}), 0, 0, 0, 0);
}

static void empty_sizes_hold_nothing(void **state)
{
    (void)state;
    assert_true(pmb_rect_is_empty((pmb_rect){1, 1, 0, 5}));
    assert_true(pmb_rect_is_empty((pmb_rect){1, 1, 5, -1}));
    assert_false(pmb_rect_holds((pmb_rect){1, 1, -3, 5}, (pmb_point){1, 1}));
}

static void holds_is_half_open(void **state)
{
    (void)state;
    const pmb_rect r = {-2, 3, 4, 1};
    assert_true(pmb_rect_holds(r, (pmb_point){-2, 3}));
    assert_true(pmb_rect_holds(r, (pmb_point){1, 3}));
    assert_false(pmb_rect_holds(r, (pmb_point){2, 3}));
    assert_false(pmb_rect_holds(r, (pmb_point){0, 4}));
}

static void around_ignores_empty(void **state)
{
    (void)state;
    const pmb_rect r = {3, 4, 5, 6};
    assert_rect(pmb_rect_around(r, (pmb_rect){0, 0, 0, 9}), 3, 4, 5, 6);
    assert_rect(pmb_rect_around((pmb_rect){0, 0, -1, 9}, r), 3, 4, 5, 6);
    assert_rect(pmb_rect_around(r, (pmb_rect){-1, 8, 2, 4}), -1, 4, 9, 8);
}

static void around_is_cut_to_what_fits(void **state)
{
    (void)state;
    const pmb_rect a = {-32768, 0, 1, 1}, b = {32767, 0, 1, 1};
    assert_rect(pmb_rect_around(a, b), -32768, 0, 32767, 1);
}

static void inset_both_ways(void **state)
{
    (void)state;
    assert_rect(pmb_rect_inset((pmb_rect){0, 0, 10, 8}, 3), 3, 3, 4, 2);
    assert_rect(pmb_rect_inset((pmb_rect){0, 0, 10, 8}, -2), -2, -2, 14, 12);
    assert_true(pmb_rect_is_empty(pmb_rect_inset((pmb_rect){0, 0, 10, 8}, 4)));
    assert_true(pmb_rect_is_empty(pmb_rect_inset((pmb_rect){0, 0, 10, 8}, INT16_MAX)));
}

static void degrees_are_right_for_every_int(void **state)
{
    (void)state;
    static const int degrees[] = {0,     90,     -90,     359,     360,    -360,
                                  32768, -32769, 1000000, INT_MAX, INT_MIN};
    for (size_t i = 0; i < LENGTH(degrees); i++) {
        const int rest = (degrees[i] % 360 + 360) % 360;
        const pmb_angle wanted = (pmb_angle)rest * 65536 / 360, is = PMB_DEGREES(degrees[i]);
        assert_true((is - wanted + 1) % 65536 <= 2); /* rounded towards 0 */
    }
    assert_int_equal(PMB_DEGREES(360), 65536); /* all of a circle, as a sweep */
    assert_int_equal(pmb_sine(PMB_DEGREES(450)), pmb_sine(PMB_DEGREES(90)));
    assert_in_range(pmb_cosine(PMB_DEGREES(-60)), 16382, 16386);
}

/* A division that is short where both numbers are, and long where one is not. */
static void divisions_are_those_of_c(void **state)
{
    (void)state;
    static const int64_t numbers[] = {1,
                                      -1,
                                      7,
                                      -7,
                                      INT32_MAX,
                                      INT32_MIN,
                                      (int64_t)INT32_MAX + 1,
                                      (int64_t)INT32_MIN - 1,
                                      1000000000000};
    for (size_t i = 0; i < LENGTH(numbers); i++)
        for (size_t k = 0; k < LENGTH(numbers); k++) {
            const int64_t quotient = numbers[i] / numbers[k];
            if (quotient >= INT32_MIN && quotient <= INT32_MAX)
                assert_int_equal(pmb_quotient(numbers[i], numbers[k]), (int32_t)quotient);
        }
}

/* Wherever both begin, and whichever byte differs. */
static void bytes_are_compared_up_to_the_first_that_differs(void **state)
{
    (void)state;
    enum { WORD = sizeof(size_t), MOST = 5 * WORD };
    static uint8_t a[MOST + WORD], b[MOST + WORD];
    for (size_t from = 0; from < WORD * WORD; from++)
        for (size_t count = 0; count <= MOST; count += 3)
            for (size_t differs = 0; differs <= count; differs++) {
                uint8_t *one = a + from % WORD, *other = b + from / WORD;
                memset(a, 0x5A, sizeof a);
                memset(b, 0x5A, sizeof b);
                if (differs < count)
                    other[differs] ^= 0x10;
                assert_int_equal(pmb_same_bytes(one, other, count), differs);
            }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(common_of_overlapping),
        cmocka_unit_test(common_of_touching_is_empty),
        cmocka_unit_test(common_beyond_the_coordinates),
        cmocka_unit_test(empty_sizes_hold_nothing),
        cmocka_unit_test(holds_is_half_open),
        cmocka_unit_test(around_ignores_empty),
        cmocka_unit_test(around_is_cut_to_what_fits),
        cmocka_unit_test(inset_both_ways),
        cmocka_unit_test(bytes_are_compared_up_to_the_first_that_differs),
        cmocka_unit_test(degrees_are_right_for_every_int),
        cmocka_unit_test(divisions_are_those_of_c),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
