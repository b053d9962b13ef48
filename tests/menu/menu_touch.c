/* A finger in a menu. */
#include "menus.h"
#include "test.h"

enum { LAMPS = 1, HORN, TIDE, DISPLAY, ALARM, GATE, NAME, BERTH };

static const pmb_menu_style style = {.theme = &pmb_theme_color, .row_height = 40, .fingers = true};

struct hand {
    pmb_menu menu;
    pmb_finger finger;
    uint32_t now;
};

static struct hand begin(void)
{
    quay_reset();
    return (struct hand){
        .menu = {.style = &style, .home = &quay_home, .area = {0, 0, 240, 320}, .user = &quay}};
}

static void feed(struct hand *h, bool down, pmb_point at, int times)
{
    for (; times > 0; times--) {
        h->now += 10;
        pmb_menu_touch(&h->menu, pmb_finger_feed(&h->finger, down, at, h->now), &h->finger);
        (void)pmb_menu_tick(&h->menu, h->now);
    }
}

static void tap(struct hand *h, pmb_point at)
{
    feed(h, true, at, 5);
    feed(h, false, at, 5);
}

static pmb_point middle_of(const struct hand *h, uint16_t row)
{
    const pmb_rect r = pmb_menu_row(&h->menu, row);
    assert_false(pmb_rect_is_empty(r));
    return (pmb_point){(int16_t)(r.x + r.w / 2), (int16_t)(r.y + r.h / 2)};
}

static void move(struct hand *h, pmb_point from, pmb_point to, int steps)
{
    for (int i = 0; i <= steps; i++)
        feed(h, true,
             (pmb_point){(int16_t)(from.x + (to.x - from.x) * i / steps),
                         (int16_t)(from.y + (to.y - from.y) * i / steps)},
             1);
}

static void a_touch_gives_the_focus_and_a_tap_presses(void **state)
{
    (void)state;
    struct hand h = begin();
    feed(&h, true, middle_of(&h, HORN), 3);
    assert_int_equal(pmb_menu_focus(&h.menu), HORN);
    assert_false(quay.horn);
    feed(&h, false, (pmb_point){0, 0}, 3);
    assert_true(quay.horn);
    tap(&h, middle_of(&h, 0)); /* a heading */
    assert_int_equal(pmb_menu_focus(&h.menu), HORN);
    tap(&h, middle_of(&h, DISPLAY));
    assert_string_equal(pmb_menu_page(&h.menu)->title, "Display");
    tap(&h, (pmb_point){120, 5}); /* the title */
    assert_string_equal(pmb_menu_page(&h.menu)->title, "Settings");
    tap(&h, middle_of(&h, DISPLAY));
    move(&h, (pmb_point){20, 200}, (pmb_point){200, 210}, 10);
    feed(&h, false, (pmb_point){0, 0}, 3); /* a swipe */
    assert_string_equal(pmb_menu_page(&h.menu)->title, "Settings");
}

static void dragging_moves_the_page_and_swiping_lets_it_glide(void **state)
{
    (void)state;
    struct hand h = begin();
    const pmb_rect before = pmb_menu_row(&h.menu, DISPLAY);
    move(&h, middle_of(&h, ALARM), (pmb_point){120, 150}, 20);
    const pmb_rect after = pmb_menu_row(&h.menu, DISPLAY);
    assert_in_range(middle_of(&h, ALARM).y, 148, 152); /* it stays below the finger */
    feed(&h, true, (pmb_point){120, 150}, 30);         /* it rests */
    feed(&h, false, (pmb_point){0, 0}, 50);
    assert_int_equal(pmb_menu_row(&h.menu, DISPLAY).y, after.y);
    assert_false(quay.horn || quay.changes > 0); /* nothing was pressed */
    move(&h, (pmb_point){120, 200}, (pmb_point){120, 260}, 5);
    feed(&h, false, (pmb_point){0, 0}, 2);
    const int16_t let_go = pmb_menu_row(&h.menu, DISPLAY).y;
    feed(&h, false, (pmb_point){0, 0}, 20);
    assert_true(pmb_menu_row(&h.menu, DISPLAY).y > let_go);
    feed(&h, false, (pmb_point){0, 0}, 300); /* it has come to rest, and not beyond the top */
    assert_int_equal(pmb_menu_row(&h.menu, DISPLAY).y, before.y);
    assert_false(pmb_menu_tick(&h.menu, h.now + 10));
}

static void a_list_of_a_thousand_is_chosen_from_by_finger(void **state)
{
    (void)state;
    struct hand h = begin();
    for (int i = 0; i < 3; i++) {
        move(&h, (pmb_point){120, 300}, (pmb_point){120, 120}, 10);
        feed(&h, true, (pmb_point){120, 120}, 30);
        feed(&h, false, (pmb_point){0, 0}, 3);
    }
    tap(&h, middle_of(&h, BERTH));
    assert_string_equal(pmb_menu_page(&h.menu)->title, "Berth");
    for (int i = 0; i < 12; i++) {
        move(&h, (pmb_point){120, 300}, (pmb_point){120, 60}, 6);
        feed(&h, false, (pmb_point){0, 0}, 5);
    }
    feed(&h, false, (pmb_point){0, 0}, 500);
    uint16_t row = 0;
    while (pmb_rect_is_empty(pmb_menu_row(&h.menu, row)))
        row++;
    assert_in_range(row, 60, 999);
    tap(&h, middle_of(&h, (uint16_t)(row + 3)));
    assert_int_equal(quay.berth, row + 3);
}

static void minus_and_plus_edit_and_repeat(void **state)
{
    (void)state;
    struct hand h = begin();
    tap(&h, middle_of(&h, ALARM));
    assert_true(h.menu.editing);
    const pmb_rect r = pmb_menu_row(&h.menu, ALARM);
    const pmb_point plus = {(int16_t)(r.x + r.w - r.h / 2), (int16_t)(r.y + 5)};
    const pmb_point minus = {(int16_t)(r.x + r.w - r.h - r.h / 2), (int16_t)(r.y + 5)};
    tap(&h, plus);
    tap(&h, plus);
    tap(&h, minus);
    assert_int_equal(quay.height, 413);
    /* They meet between two columns, and reach up to the edge. */
    tap(&h, (pmb_point){(int16_t)(r.x + r.w - r.h), plus.y});
    tap(&h, (pmb_point){(int16_t)(r.x + r.w - 1), plus.y});
    assert_int_equal(quay.height, 415);
    tap(&h, (pmb_point){(int16_t)(r.x + r.w - r.h - 1), plus.y});
    tap(&h, (pmb_point){(int16_t)(r.x + r.w - 2 * r.h), plus.y});
    assert_int_equal(quay.height, 413);
    tap(&h, (pmb_point){(int16_t)(r.x + r.w - 2 * r.h - 1), plus.y}); /* beside minus: kept */
    assert_int_equal(quay.height, 413);
    assert_false(h.menu.editing);
    tap(&h, middle_of(&h, ALARM));
    feed(&h, true, plus, 160); /* from PMB_TOUCH_HOLD_MS on, every 120 ms */
    assert_int_equal(quay.height, 413 + 1 + (1600 - PMB_TOUCH_HOLD_MS - 10) / 120);
    feed(&h, false, plus, 5);
    const int16_t held = quay.height;
    feed(&h, false, plus, 50);
    assert_int_equal(quay.height, held);
    tap(&h, middle_of(&h, HORN)); /* beside it: kept, and nothing else */
    assert_false(h.menu.editing);
    assert_false(quay.horn);
    assert_int_equal(quay.height, held);
}

/* Hidden rows are passed over; beside the buttons and without them holding does nothing. */
static void hidden_rows_and_missing_buttons_are_nothing(void **state)
{
    (void)state;
    struct hand h = begin();
    quay.tide_hidden = true;
    const bool lamps = quay.lamps;
    tap(&h, middle_of(&h, 0)); /* a heading presses nothing, nor what has the focus */
    assert_int_equal(pmb_menu_focus(&h.menu), LAMPS);
    assert_int_equal(quay.lamps, lamps);
    tap(&h, middle_of(&h, DISPLAY)); /* behind the hidden one */
    assert_string_equal(pmb_menu_page(&h.menu)->title, "Display");
    (void)pmb_menu_back(&h.menu);
    tap(&h, middle_of(&h, ALARM));
    assert_true(h.menu.editing);
    const int16_t before = quay.height;
    const pmb_rect r = pmb_menu_row(&h.menu, ALARM);
    const pmb_point plus = {(int16_t)(r.x + r.w - r.h / 2), (int16_t)(r.y + 5)};
    const pmb_point left = {(int16_t)(r.x + 5), (int16_t)(r.y + 5)};
    feed(&h, true, left, 160);
    feed(&h, false, left, 5);
    assert_int_equal(quay.height, before);
    static const pmb_menu_style buttonless = {.theme = &pmb_theme_color, .row_height = 40};
    h.menu.style = &buttonless;
    feed(&h, true, plus, 160);
    feed(&h, false, plus, 5);
    assert_int_equal(quay.height, before);
    /* Below the last row of a short page there is nothing. */
    struct hand few = begin();
    tap(&few, middle_of(&few, DISPLAY));
    const uint16_t focus = pmb_menu_focus(&few.menu);
    tap(&few, (pmb_point){120, 318});
    assert_int_equal(pmb_menu_focus(&few.menu), focus);
    pmb_menu_touch(&few.menu, (pmb_touch_event)99, &few.finger); /* no event at all */
    assert_int_equal(pmb_menu_focus(&few.menu), focus);
}

/* Whatever the finger does, the values stay in their ranges, and the program goes on. */
static void any_touching_does_no_harm(void **state)
{
    (void)state;
    struct hand h = begin();
    static uint8_t pixels[240 * 320 * 2];
    pmb_canvas c;
    uint32_t seed = 3;
    pmb_point at = {0, 0};
    for (int i = 0; i < 100000; i++) {
        seed = seed * 1664525u + 1013904223u;
        const int what = (int)(seed >> 28);
        if (what == 0)
            at = (pmb_point){(int16_t)((seed >> 8) % 260 - 10), (int16_t)((seed >> 16) % 340 - 10)};
        at.y = (int16_t)(at.y + (what < 6 ? what * 5 - 12 : 0));
        feed(&h, what > 2, at, 1);
        assert_in_range(quay.height + 50, 0, 650);
        assert_in_range(quay.opens, 0, 24 * 60 - 1);
        assert_in_range(quay.berth, 0, QUAY_BERTHS - 1);
        if (i % 500 == 0) {
            assert_int_equal(pmb_canvas_init(&c, PMB_ONE_BIT ? &pmb_mono_vertical : &pmb_rgb565,
                                             (pmb_rect){0, 0, 240, 320}, pixels, sizeof pixels),
                             PMB_OK);
            pmb_menu_draw(&c, &h.menu);
        }
    }
    pmb_menu_home(&h.menu);
    assert_string_equal(pmb_menu_page(&h.menu)->title, "Settings");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(a_touch_gives_the_focus_and_a_tap_presses),
        cmocka_unit_test(dragging_moves_the_page_and_swiping_lets_it_glide),
        cmocka_unit_test(a_list_of_a_thousand_is_chosen_from_by_finger),
        cmocka_unit_test(minus_and_plus_edit_and_repeat),
        cmocka_unit_test(hidden_rows_and_missing_buttons_are_nothing),
        cmocka_unit_test(any_touching_does_no_harm),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
