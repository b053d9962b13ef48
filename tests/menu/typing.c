/* Keyboards, items that are typed, and dialogs. */
#include "menus.h"
#include "test.h"

static char text[12];

static pmb_keyboard keyboard_of(pmb_size size, const pmb_keys *keys)
{
    text[0] = '\0';
    return (pmb_keyboard){.theme = &pmb_theme_dark,
                          .area = {0, 0, size.w, size.h},
                          .text = text,
                          .room = sizeof text,
                          .keys = keys};
}

/* Goes through the area until a touch there gives the key a text that ends in what is wanted; taps
 * it. */
static bool tap(pmb_keyboard *k, const char *wanted)
{
    for (int16_t y = 0; y < k->area.h; y = (int16_t)(y + 3))
        for (int16_t x = 0; x < k->area.w; x = (int16_t)(x + 3)) {
            pmb_keyboard copy = *k;
            char typed[12], before[12];
            pmb_finger finger = {.at = {x, y}};
            memcpy(before, k->text, sizeof before);
            memcpy(typed, k->text, sizeof typed);
            copy.text = typed;
            pmb_keyboard_touch(&copy, PMB_TOUCH_TAPPED, &finger);
            const size_t length = strlen(before);
            if (strlen(typed) <= length || strcmp(typed + length, wanted) != 0)
                continue;
            finger.down = true;
            pmb_keyboard_touch(k, PMB_TOUCH_PRESSED, &finger);
            assert_true(k->changed);
            assert_string_equal(k->text, before); /* not before it is lifted */
            finger.down = false;
            pmb_keyboard_touch(k, PMB_TOUCH_TAPPED, &finger);
            return true;
        }
    return false;
}

static void fingers_type_what_is_on_the_keys(void **state)
{
    (void)state;
    static const pmb_size sizes[] = {{128, 64}, {240, 320}, {320, 240}, {480, 320}};
    for (size_t i = 0; i < LENGTH(sizes); i++) {
        pmb_keyboard k = keyboard_of(sizes[i], NULL);
        assert_true(tap(&k, "q"));
        assert_true(tap(&k, "u"));
        assert_true(tap(&k, "a"));
        assert_true(tap(&k, "y"));
        assert_true(tap(&k, " "));
        assert_string_equal(k.text, "quay ");
        assert_false(tap(&k, "Q")); /* on the next page */
        k = keyboard_of(sizes[i], &pmb_keys_number);
        static const char *const all[] = {"1", "2", "3", "4", "5", "6",
                                          "7", "8", "9", "0", "-", "."};
        for (size_t n = 0; n < LENGTH(all); n++) {
            text[0] = '\0';
            assert_true(tap(&k, all[n]));
        }
    }
}

/* A finger that leaves the keys presses none. */
static void a_finger_may_leave_the_keys(void **state)
{
    (void)state;
    pmb_keyboard k = keyboard_of((pmb_size){240, 320}, NULL);
    pmb_finger finger = {.at = {20, 200}, .down = true};
    for (; !k.pressed && finger.at.y < 320; finger.at.y++)
        pmb_keyboard_touch(&k, PMB_TOUCH_PRESSED, &finger);
    assert_true(k.pressed);
    finger.at = (pmb_point){-5, -5};
    pmb_keyboard_touch(&k, PMB_TOUCH_DRAGGED, &finger);
    assert_false(k.pressed);
    finger.down = false;
    pmb_keyboard_touch(&k, PMB_TOUCH_RELEASED, &finger);
    assert_string_equal(k.text, "");
}

/* By a knob: the focus goes through all keys and comes back; each is typed once. */
static void a_knob_reaches_every_key(void **state)
{
    (void)state;
    pmb_keyboard k = keyboard_of((pmb_size){128, 64}, NULL);
    char seen[128] = "";
    int pages = 0, deleted = 0, done = 0, cancelled = 0;
    for (int page = 0; page < 3; page++) {
        for (int i = 0; i < 31; i++) { /* 10 + 9 + 9 + 3 keys */
            strcpy(text, "x");
            const uint8_t was = k.page;
            k.state = PMB_KEYBOARD_TYPING;
            pmb_keyboard_press(&k);
            pages += k.page != was;
            k.page = was;
            deleted += text[0] == '\0';
            done += k.state == PMB_KEYBOARD_DONE;
            cancelled += k.state == PMB_KEYBOARD_CANCELLED;
            if (text[0] && text[1] && text[1] != ' ') {
                assert_null(strchr(seen, text[1]));
                strcat(seen, text + 1);
            }
            pmb_keyboard_turn(&k, 1);
        }
        assert_int_equal(k.focus, 0);
        k.page++;
    }
    assert_int_equal(strlen(seen), 26 * 2 + 10 + 9 + 7);
    assert_int_equal(pages, 3);
    assert_int_equal(deleted, 3);
    assert_int_equal(done, 3);
    assert_int_equal(cancelled, 3);
}

static void a_stick_goes_to_the_key_beside(void **state)
{
    (void)state;
    pmb_keyboard k = keyboard_of((pmb_size){320, 240}, NULL);
    k.changed = false;
    pmb_keyboard_way(&k, PMB_WAY_DOWN);
    assert_true(k.changed);
    pmb_keyboard_press(&k); /* a is below q */
    pmb_keyboard_way(&k, PMB_WAY_RIGHT);
    pmb_keyboard_press(&k);
    pmb_keyboard_way(&k, PMB_WAY_UP);
    pmb_keyboard_press(&k);
    pmb_keyboard_way(&k, PMB_WAY_LEFT);
    pmb_keyboard_press(&k);
    assert_string_equal(text, "aswq"); /* of two that are as near, the left one */
    pmb_keyboard_way(&k, PMB_WAY_NONE);
}

static void no_more_is_typed_than_there_is_room_for(void **state)
{
    (void)state;
    static const char *const umlauts[][4] = {{"\u00e4\u03b1", "\2", "\3", "\4"}};
    static const pmb_keys own = {.pages = umlauts, .count = 1};
    pmb_keyboard k = keyboard_of((pmb_size){128, 64}, &own);
    for (int i = 0; i < 20; i++)
        pmb_keyboard_press(&k);
    assert_string_equal(text, "\u00e4\u00e4\u00e4\u00e4\u00e4"); /* ten bytes of eleven */
    pmb_keyboard_turn(&k, 2);
    pmb_keyboard_press(&k); /* deletes whole characters */
    assert_string_equal(text, "\u00e4\u00e4\u00e4\u00e4");
    for (int i = 0; i < 9; i++)
        pmb_keyboard_press(&k);
    assert_string_equal(text, "");
}

/* A menu whose number and text are typed. */
static int16_t level;
static char name[6];
static int told;

static void tell(void *user)
{
    (void)user;
    told++;
}

static const PMB_FLASH pmb_range levels = {.least = -500, .most = 2000, .decimals = 2};
static const PMB_FLASH pmb_range letters = {.most = 5};

static const PMB_FLASH pmb_item items[] = {
    {.label = "Level",
     .kind = &pmb_item_typed_number,
     .number = &level,
     .range = &levels,
     .done = tell},
    {.label = "Name", .kind = &pmb_item_typed_text, .text = name, .range = &letters, .done = tell},
};
static const PMB_FLASH pmb_page page = {.title = "Typed", .items = items, .count = 2};

static void what_is_typed_in_a_menu_is_taken_when_it_is_done(void **state)
{
    (void)state;
    static const struct {
        const char *typed;
        int16_t value;
    } cases[] = {{"4.12", 412},  {"-1.5", -150},      {"7", 700}, {"99", 2000}, {"-9", -500},
                 {"1.999", 199}, {"999999999", 2000}, {".5", 50}, {"--3", 300}, {"", 411}};
    static const pmb_menu_style style = {.theme = &pmb_theme_dark};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        pmb_keyboard keyboard = {.text = text, .room = sizeof text};
        pmb_menu menu = {
            .style = &style, .home = &page, .area = {0, 0, 128, 64}, .keyboard = &keyboard};
        level = 411;
        told = 0;
        pmb_menu_press(&menu);
        assert_string_equal(text, "4.11");
        text[0] = '\0';
        for (const char *at = cases[i].typed; *at; at++)
            assert_true(tap(&keyboard, (char[]){*at, '\0'}));
        assert_int_equal(level, 411);
        /* Done is the last key. */
        pmb_menu_turn(&menu, (int16_t)(-1 - keyboard.focus), (int16_t)(-1 - keyboard.focus));
        pmb_menu_press(&menu);
        assert_false(menu.editing);
        assert_int_equal(level, cases[i].value);
        assert_int_equal(told, *cases[i].typed != '\0');
    }
}

static void going_back_from_typing_changes_nothing(void **state)
{
    (void)state;
    static const pmb_menu_style style = {.theme = &pmb_theme_dark, .fingers = true};
    pmb_keyboard keyboard = {.text = text, .room = sizeof text};
    pmb_menu menu = {
        .style = &style, .home = &page, .area = {0, 0, 240, 320}, .keyboard = &keyboard};
    strcpy(name, "East");
    pmb_menu_turn(&menu, 1, 1);
    pmb_menu_press(&menu);
    assert_string_equal(text, "East");
    assert_true(tap(&keyboard, "r"));
    assert_true(pmb_menu_back(&menu));
    assert_string_equal(name, "East");
    pmb_menu_press(&menu);
    pmb_menu_way(&menu, PMB_WAY_UP); /* to the last row, and its first key: cancel */
    while (keyboard.focus != 28)
        pmb_menu_way(&menu, PMB_WAY_LEFT);
    pmb_menu_press(&menu);
    assert_false(menu.editing);
    assert_string_equal(name, "East");
    pmb_menu_press(&menu);
    assert_true(tap(&keyboard, "r"));
    assert_true(tap(&keyboard, "n"));
    const pmb_finger done = {.at = {239, 319}};
    pmb_menu_touch(&menu, PMB_TOUCH_TAPPED, &done);
    assert_string_equal(name, "Eastr"); /* five letters */
    menu.keyboard = NULL;
    pmb_menu_press(&menu);
    assert_false(menu.editing);
}

static pmb_dialog dialog_of(void)
{
    return (pmb_dialog){.theme = &pmb_theme_dark,
                        .area = {0, 0, 240, 320},
                        .title = "Forget all?",
                        .text = "The berths and the names.",
                        .buttons = {"Keep", "Forget"}};
}

static void a_dialog_is_answered_by_every_input(void **state)
{
    (void)state;
    pmb_dialog d = dialog_of();
    pmb_dialog_press(&d); /* the first does no harm */
    assert_int_equal(d.answer, PMB_DIALOG_FIRST);
    d = dialog_of();
    pmb_dialog_turn(&d, 1);
    assert_int_equal(d.answer, PMB_DIALOG_OPEN);
    pmb_dialog_push(&d, PMB_PUSH_CLICKED);
    assert_int_equal(d.answer, PMB_DIALOG_SECOND);
    d = dialog_of();
    pmb_dialog_turn(&d, 5);
    pmb_dialog_push(&d, PMB_PUSH_HELD);
    assert_int_equal(d.answer, PMB_DIALOG_FIRST);
    d = dialog_of();
    pmb_dialog_way(&d, PMB_WAY_RIGHT);
    pmb_dialog_way(&d, PMB_WAY_DOWN);
    assert_int_equal(d.answer, PMB_DIALOG_SECOND);
    /* Fingers: each button somewhere, and nothing elsewhere. */
    int first = 0, second = 0;
    for (int16_t y = 0; y < 320; y = (int16_t)(y + 4))
        for (int16_t x = 0; x < 240; x = (int16_t)(x + 4)) {
            d = dialog_of();
            pmb_finger finger = {.down = true, .at = {x, y}};
            pmb_dialog_touch(&d, PMB_TOUCH_PRESSED, &finger);
            assert_int_equal(d.answer, PMB_DIALOG_OPEN);
            finger.down = false;
            pmb_dialog_touch(&d, PMB_TOUCH_TAPPED, &finger);
            first += d.answer == PMB_DIALOG_FIRST;
            second += d.answer == PMB_DIALOG_SECOND;
        }
    assert_in_range(first, 60, 400);
    assert_in_range(second, 60, 400);
    /* A message has one button, a progress perhaps none. */
    d = dialog_of();
    d.buttons[0] = NULL;
    pmb_dialog_turn(&d, -1);
    pmb_dialog_press(&d);
    assert_int_equal(d.answer, PMB_DIALOG_SECOND);
    d = dialog_of();
    d.buttons[0] = d.buttons[1] = NULL;
    pmb_dialog_press(&d);
    pmb_dialog_back(&d);
    assert_int_equal(d.answer, PMB_DIALOG_OPEN);
    d.changed = false;
    pmb_dialog_progress(&d, 0);
    assert_false(d.changed);
    pmb_dialog_progress(&d, 3);
    assert_true(d.changed);
}

static uint8_t pixels[240 * 320 * 2];

static pmb_canvas sheet(void)
{
    pmb_canvas c;
    memset(pixels, 0, sizeof pixels);
    assert_int_equal(
        pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 240, 320}, pixels, sizeof pixels),
        PMB_OK);
    return c;
}

static size_t inked(void)
{
    size_t count = 0;
    for (size_t i = 0; i < sizeof pixels; i++)
        count += pixels[i] != 0;
    return count;
}

/* With a finger on one of two buttons, the other does not look pressed. */
static void one_button_is_pressed_at_a_time(void **state)
{
    (void)state;
    static uint8_t resting[sizeof pixels], focused[sizeof pixels];
    pmb_canvas c = sheet();
    pmb_dialog d = dialog_of();
    pmb_dialog_draw(&c, &d); /* the first button has the focus */
    memcpy(focused, pixels, sizeof focused);
    pmb_finger finger = {.down = true};
    for (finger.at = (pmb_point){60, 160}; !d.pressed && finger.at.y < 320; finger.at.y++)
        pmb_dialog_touch(&d, PMB_TOUCH_PRESSED, &finger);
    assert_true(d.pressed);
    assert_int_equal(d.focus, 0);
    c = sheet();
    pmb_dialog_draw(&c, &d);
    assert_memory_equal(pixels, focused, sizeof focused);
    d = dialog_of(); /* a single button shows the finger */
    d.buttons[1] = NULL;
    c = sheet();
    pmb_dialog_draw(&c, &d);
    memcpy(resting, pixels, sizeof resting);
    d.pressed = true;
    c = sheet();
    pmb_dialog_draw(&c, &d);
    assert_memory_not_equal(pixels, resting, sizeof resting);
}

/* Each part may be missing, and what has no room is left out. */
static void a_dialog_may_lack_any_part(void **state)
{
    (void)state;
    static const pmb_size sizes[] = {{240, 320}, {128, 64}, {60, 30}, {60, 99}, {30, 12}};
    for (size_t s = 0; s < LENGTH(sizes); s++)
        for (int parts = 0; parts < 64; parts++) {
            pmb_canvas c = sheet();
            pmb_dialog d = dialog_of();
            d.area = (pmb_rect){3, 5, sizes[s].w, sizes[s].h};
            d.icon = parts & 1 ? PMB_ICON_BELL : NULL;
            d.title = parts & 2 ? d.title : NULL;
            d.text = parts & 4 ? d.text : NULL;
            d.buttons[0] = parts & 8 ? d.buttons[0] : NULL;
            d.buttons[1] = parts & 16 ? d.buttons[1] : NULL;
            d.whole = parts & 32 ? 10 : 0;
            d.part = 4;
            d.level = parts & 1 ? PMB_ALARM : PMB_NORMAL;
            pmb_dialog_draw(&c, &d);
            assert_int_not_equal(inked(), 0);
            pmb_rect_fill(&c, d.area, PMB_BLACK); /* nothing is drawn outside */
            assert_int_equal(inked(), 0);
        }
    pmb_canvas c = sheet();
    pmb_dialog d = dialog_of();
    d.area.x = 240;
    pmb_dialog_draw(&c, &d);
#if !PMB_NO_CHECKS
    d = dialog_of();
    d.theme = NULL;
    pmb_dialog_draw(&c, &d);
#endif
    assert_int_equal(inked(), 0);
}

static void what_means_nothing_to_a_dialog_changes_nothing(void **state)
{
    (void)state;
    pmb_dialog d = dialog_of();
    const pmb_finger finger = {.at = {120, 200}};
    pmb_dialog_turn(&d, 0);
    pmb_dialog_push(&d, PMB_PUSH_PRESSED);
    pmb_dialog_way(&d, PMB_WAY_NONE);
    pmb_dialog_touch(&d, PMB_TOUCH_NOTHING, &finger);
    pmb_dialog_touch(&d, PMB_TOUCH_HELD, &finger);
    assert_false(d.changed);
    assert_int_equal(d.answer, PMB_DIALOG_OPEN);
    pmb_dialog_progress(&d, 3);
    pmb_dialog_progress(&d, 3);
    assert_true(d.changed);
    pmb_dialog_way(&d, PMB_WAY_RIGHT);
    assert_int_equal(d.focus, 1);
    pmb_dialog_way(&d, PMB_WAY_LEFT);
    assert_int_equal(d.focus, 0);
    pmb_dialog_way(&d, PMB_WAY_RIGHT);
    pmb_dialog_way(&d, PMB_WAY_UP); /* back: the first */
    assert_int_equal(d.answer, PMB_DIALOG_FIRST);
    d = dialog_of();
    d.buttons[1] = NULL;
    d.focus = 1;
    pmb_dialog_press(&d);
    assert_int_equal(d.answer, PMB_DIALOG_FIRST);
}

/* Layouts with empty rows, without a key, and with more keys than a focus counts. */
static void keyboards_may_have_any_number_of_keys(void **state)
{
    (void)state;
    static char many[301];
    memset(many, 'm', 300);
    static const char *const pages[][4] = {
        {"", "a", "", "\1"}, {"", "", "", ""}, {many, "n", "", ""}};
    static const pmb_keys own = {.pages = pages, .count = 3};
    pmb_keyboard k = keyboard_of((pmb_size){240, 320}, &own);
    pmb_keyboard_way(&k, PMB_WAY_DOWN); /* from a, over an empty row */
    pmb_keyboard_turn(&k, 1);
    pmb_keyboard_press(&k); /* the page without keys */
    assert_int_equal(k.page, 1);
    k.changed = false;
    pmb_keyboard_turn(&k, 1);
    pmb_keyboard_press(&k);
    pmb_keyboard_way(&k, PMB_WAY_DOWN);
    const pmb_finger finger = {.at = {120, 300}};
    pmb_keyboard_touch(&k, PMB_TOUCH_NOTHING, &finger);
    pmb_keyboard_touch(&k, PMB_TOUCH_HELD, &finger);
    assert_false(k.changed);
    pmb_keyboard_touch(&k, PMB_TOUCH_TAPPED, &finger);
    assert_string_equal(k.text, "");
    k.page = 2;
    k.focus = 0;
    pmb_keyboard_turn(&k, -1);
    assert_int_equal(k.focus, 254);
    pmb_keyboard_press(&k);
    assert_string_equal(k.text, "m");
    pmb_keyboard_way(&k, PMB_WAY_DOWN); /* the key there is beyond what is counted */
    assert_int_equal(k.focus, 254);
    pmb_keyboard_touch(&k, PMB_TOUCH_TAPPED, &(pmb_finger){.at = {120, 180}});
    pmb_canvas c = sheet();
    pmb_keyboard_draw(&c, &k);
    assert_int_not_equal(inked(), 0);
    memset(text, 'x', sizeof text); /* no end: no more than the room is read */
    pmb_keyboard_press(&k);
    assert_int_equal(text[sizeof text - 1], 'x');
}

static void a_keyboard_marks_its_focus_unless_a_finger_types(void **state)
{
    (void)state;
    static uint8_t plain[sizeof pixels];
    pmb_canvas c = sheet();
    pmb_keyboard k = keyboard_of((pmb_size){240, 320}, NULL);
    k.by_finger = true;
    pmb_keyboard_draw(&c, &k);
    memcpy(plain, pixels, sizeof plain);
    k.pressed = true;
    c = sheet();
    pmb_keyboard_draw(&c, &k);
    assert_memory_not_equal(pixels, plain, sizeof plain);
    k.pressed = k.by_finger = false;
    k.label = "Name";
    c = sheet();
    pmb_keyboard_draw(&c, &k);
    assert_memory_not_equal(pixels, plain, sizeof plain);
    /* A part of it, as for a band, is that part of the whole. */
    memcpy(plain, pixels, sizeof plain);
    c = sheet();
    (void)pmb_canvas_narrow_clip(&c, (pmb_rect){0, 100, 240, 60});
    pmb_keyboard_draw(&c, &k);
    assert_memory_equal(pixels + 100 * 480, plain + 100 * 480, 60 * 480);
    c = sheet();
    k.area.x = 240;
    pmb_keyboard_draw(&c, &k);
#if !PMB_NO_CHECKS
    k = keyboard_of((pmb_size){240, 320}, NULL);
    k.theme = NULL;
    pmb_keyboard_draw(&c, &k);
    k.theme = &pmb_theme_dark;
    k.text = NULL;
    pmb_keyboard_draw(&c, &k);
#endif
    assert_int_equal(inked(), 0);
}

/* The mark behind the text stands within the line, whether all of the text has room or its end. */
static void the_end_of_a_text_is_seen(void **state)
{
    (void)state;
    static char texts[][60] = {"", "Quay",
                               "The ferry at the outer quay is late, and so is the tide"};
    static const char *const labels[] = {NULL, "Name"};
    for (size_t i = 0; i < LENGTH(texts) * LENGTH(labels); i++) {
        pmb_canvas c = sheet();
        pmb_keyboard k = keyboard_of((pmb_size){240, 320}, NULL);
        k.theme = &pmb_theme_color;
        k.by_finger = true;
        k.text = texts[i / 2];
        k.label = labels[i % 2];
        pmb_keyboard_draw(&c, &k);
        unsigned marked = 0;
        for (int16_t y = 0; y < 320; y++)
            for (int16_t x = 0; x < 240; x++)
                marked +=
                    pmb_canvas_peek(&c, (pmb_point){x, y}) == pmb_theme_color.levels[PMB_NORMAL];
        const pmb_font_metrics m = pmb_font_measure(pmb_theme_color.text);
        assert_int_equal(marked, 2 * (m.cap_height + 2));
    }
}

/* The keyboard covers the menu while an item is typed; before, the menu shows what it is. */
static void a_keyboard_covers_its_menu(void **state)
{
    (void)state;
    static const pmb_menu_style style = {.theme = &pmb_theme_dark};
    static uint8_t rows[sizeof pixels], keys[sizeof pixels];
    pmb_keyboard keyboard = {.text = text, .room = sizeof text};
    pmb_menu menu = {
        .style = &style, .home = &page, .area = {0, 0, 240, 320}, .keyboard = &keyboard};
    level = 411;
    strcpy(name, "East");
    pmb_canvas c = sheet();
    pmb_menu_draw(&c, &menu);
    memcpy(rows, pixels, sizeof rows);
    level = 412;
    c = sheet();
    pmb_menu_draw(&c, &menu);
    assert_memory_not_equal(pixels, rows, sizeof rows); /* the number is seen */
    memcpy(rows, pixels, sizeof rows);
    strcpy(name, "West");
    c = sheet();
    pmb_menu_draw(&c, &menu);
    assert_memory_not_equal(pixels, rows, sizeof rows);
    pmb_menu_press(&menu);
    c = sheet();
    pmb_menu_draw(&c, &menu);
    memcpy(keys, pixels, sizeof keys);
    c = sheet();
    pmb_keyboard_draw(&c, &keyboard);
    assert_memory_equal(pixels, keys, sizeof keys);
    menu.changed = false;
    pmb_menu_way(&menu, PMB_WAY_NONE);
    pmb_menu_touch(&menu, PMB_TOUCH_NOTHING, &(pmb_finger){.at = {5, 300}});
    assert_false(menu.changed);
    pmb_menu_touch(&menu, PMB_TOUCH_PRESSED, &(pmb_finger){.down = true, .at = {5, 300}});
    assert_true(menu.changed);
    assert_true(menu.editing);
    /* A keyboard without any room types nothing. */
    assert_true(pmb_menu_back(&menu));
    keyboard.room = 0;
    text[0] = '\0';
    pmb_menu_turn(&menu, 1, 1);
    pmb_menu_press(&menu);
    assert_string_equal(text, "");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(fingers_type_what_is_on_the_keys),
        cmocka_unit_test(a_finger_may_leave_the_keys),
        cmocka_unit_test(a_knob_reaches_every_key),
        cmocka_unit_test(a_stick_goes_to_the_key_beside),
        cmocka_unit_test(no_more_is_typed_than_there_is_room_for),
        cmocka_unit_test(what_is_typed_in_a_menu_is_taken_when_it_is_done),
        cmocka_unit_test(going_back_from_typing_changes_nothing),
        cmocka_unit_test(a_dialog_is_answered_by_every_input),
        test_without(PMB_ONE_BIT, one_button_is_pressed_at_a_time),
        test_without(PMB_ONE_BIT, a_dialog_may_lack_any_part),
        cmocka_unit_test(what_means_nothing_to_a_dialog_changes_nothing),
        test_without(PMB_ONE_BIT, keyboards_may_have_any_number_of_keys),
        test_without(PMB_ONE_BIT, a_keyboard_marks_its_focus_unless_a_finger_types),
        test_without(PMB_ONE_BIT, the_end_of_a_text_is_seen),
        test_without(PMB_ONE_BIT, a_keyboard_covers_its_menu),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
