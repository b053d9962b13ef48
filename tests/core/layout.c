/* Rows and columns. */
#include "test.h"

static void assert_rect(pmb_rect r, int x, int y, int w, int h)
{
    assert_int_equal(r.x, x);
    assert_int_equal(r.y, y);
    assert_int_equal(r.w, w);
    assert_int_equal(r.h, h);
}

static void fixed_parts_keep_their_size_and_stretched_ones_share(void **state)
{
    (void)state;
    static const pmb_part parts[] = {PMB_FIXED(20), PMB_STRETCHED, {10, 2}};
    pmb_rect out[3];
    pmb_layout_row((pmb_rect){5, 6, 100, 30}, 4, parts, 3, out);
    /* 100 less 30 and two gaps of 4 leaves 62: a third is 20, the rest 42. */
    assert_rect(out[0], 5, 6, 20, 30);
    assert_rect(out[1], 29, 6, 20, 30);
    assert_rect(out[2], 53, 6, 52, 30);
    pmb_layout_column((pmb_rect){5, 6, 30, 100}, 4, parts, 3, out);
    assert_rect(out[0], 5, 6, 30, 20);
    assert_rect(out[1], 5, 30, 30, 20);
    assert_rect(out[2], 5, 54, 30, 52);
}

static void parts_may_touch(void **state)
{
    (void)state;
    static const pmb_part parts[] = {PMB_FIXED(7), PMB_STRETCHED, PMB_FIXED(5)};
    pmb_rect out[3];
    pmb_layout_row((pmb_rect){1, 2, 20, 9}, 0, parts, 3, out);
    assert_rect(out[1], 8, 2, 8, 9);
    assert_rect(out[2], 16, 2, 5, 9);
    pmb_layout_column((pmb_rect){1, 2, 9, 20}, 0, parts, 3, out);
    assert_rect(out[1], 1, 9, 9, 8);
    assert_rect(out[2], 1, 17, 9, 5);
}

static void every_pixel_is_given_out(void **state)
{
    (void)state;
    static const pmb_part parts[] = {PMB_STRETCHED, {3, 2}, PMB_STRETCHED, {0, 3}, PMB_STRETCHED};
    for (int16_t w = 15; w < 400; w++) {
        pmb_rect out[5];
        int16_t end = 7;
        pmb_layout_row((pmb_rect){7, 0, w, 9}, 3, parts, 5, out);
        for (int i = 0; i < 5; i++) {
            assert_int_equal(out[i].x, end + (i > 0 ? 3 : 0));
            end = (int16_t)(out[i].x + out[i].w);
        }
        assert_int_equal(end, 7 + w);
        assert_in_range(out[0].w + 1 - out[2].w, 0, 2); /* equal shares to a pixel */
    }
}

static void too_little_room_cuts_the_last_parts(void **state)
{
    (void)state;
    static const pmb_part parts[] = {PMB_FIXED(20), PMB_FIXED(20), PMB_STRETCHED, PMB_FIXED(20)};
    for (int16_t w = 0; w < 70; w++) {
        pmb_rect out[4];
        const pmb_rect r = {3, 3, w, 10};
        pmb_layout_row(r, 2, parts, 4, out);
        for (int i = 0; i < 4; i++) {
            assert_true(out[i].w >= 0);
            assert_true(out[i].x >= 3 && out[i].x + out[i].w <= 3 + w);
        }
        assert_int_equal(out[0].w, w < 20 ? w : 20);
    }
    pmb_rect out[1] = {{1, 2, 3, 4}};
    pmb_layout_row((pmb_rect){0, 0, -5, 10}, -3, parts, 1, out);
    assert_int_equal(out[0].w, 0);
    pmb_layout_row((pmb_rect){0, 0, 50, 10}, 3, parts, 0, out); /* nothing is written */
    assert_int_equal(out[0].w, 0);
}

static void sizes_are_placed_in_nine_ways(void **state)
{
    (void)state;
    const pmb_rect r = {10, 20, 41, 31};
    for (int a = PMB_LEFT; a <= PMB_RIGHT; a++)
        for (int d = PMB_TOP; d <= PMB_BOTTOM; d++)
            assert_rect(pmb_layout_place(r, (pmb_size){11, 5}, (pmb_across)a, (pmb_down)d),
                        10 + 15 * a, 20 + 13 * d, 11, 5);
    assert_rect(pmb_layout_place(r, (pmb_size){100, 100}, PMB_RIGHT, PMB_MIDDLE), 10, 20, 41, 31);
    assert_rect(pmb_layout_place(r, (pmb_size){0, 0}, PMB_LEFT, PMB_TOP), 10, 20, 0, 0);
    assert_rect(pmb_layout_place(r, (pmb_size){-5, -5}, PMB_RIGHT, PMB_BOTTOM), 51, 51, 0, 0);
}

/* The same screen on an LCD of 84x48 and a TFT of 320x240. */
static void one_screen_serves_small_and_large_panels(void **state)
{
    (void)state;
    static const pmb_size panels[] = {{84, 48}, {128, 64}, {320, 240}};
    for (size_t i = 0; i < LENGTH(panels); i++) {
        const pmb_rect all = {0, 0, panels[i].w, panels[i].h};
        static const pmb_part rows[] = {PMB_FIXED(11), PMB_STRETCHED, PMB_FIXED(7)};
        static const pmb_part halves[] = {PMB_STRETCHED, PMB_STRETCHED};
        pmb_rect row[3], cell[2];
        pmb_layout_column(pmb_rect_inset(all, 1), 2, rows, 3, row);
        pmb_layout_row(row[1], 2, halves, 2, cell);
        assert_int_equal(row[0].h, 11);
        assert_int_equal(row[2].y + row[2].h, panels[i].h - 1);
        assert_int_equal(cell[1].x + cell[1].w, panels[i].w - 1);
        assert_in_range(cell[1].w - cell[0].w, 0, 1);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(fixed_parts_keep_their_size_and_stretched_ones_share),
        cmocka_unit_test(parts_may_touch),
        cmocka_unit_test(every_pixel_is_given_out),
        cmocka_unit_test(too_little_room_cuts_the_last_parts),
        cmocka_unit_test(sizes_are_placed_in_nine_ways),
        cmocka_unit_test(one_screen_serves_small_and_large_panels),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
