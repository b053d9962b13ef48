/* Menus: what turning, pressing and going back do. */
#include "menus.h"
#include "test.h"

enum { LAMPS = 1, HORN, TIDE, DISPLAY, ALARM, GATE, NAME, BERTH, MORE, CALL, FORGET };

static const pmb_menu_style style = {.theme = &pmb_theme_dark};
static char kept[9];

static pmb_menu begin(const pmb_menu_style *look)
{
    quay_reset();
    return (pmb_menu){
        .style = look, .home = &quay_home, .area = {0, 0, 128, 64}, .user = &quay, .kept = kept};
}

static void go_to(pmb_menu *menu, uint16_t row)
{
    pmb_menu_home(menu);
    while (pmb_menu_focus(menu) > row)
        quay_act(menu, "u");
    while (pmb_menu_focus(menu) < row)
        quay_act(menu, "d");
    assert_int_equal(pmb_menu_focus(menu), row);
}

static const char *title(const pmb_menu *menu)
{
    return pmb_menu_page(menu)->title;
}

static void headings_have_no_focus(void **state)
{
    (void)state;
    pmb_menu menu = begin(&style);
    assert_int_equal(pmb_menu_focus(&menu), LAMPS);
    quay_act(&menu, "u");
    assert_int_equal(pmb_menu_focus(&menu), LAMPS);
    pmb_menu_turn(&menu, 8, 8);
    assert_int_equal(pmb_menu_focus(&menu), CALL);
    quay_act(&menu, "u");
    assert_int_equal(pmb_menu_focus(&menu), BERTH);
    pmb_menu_turn(&menu, 100, 100);
    assert_int_equal(pmb_menu_focus(&menu), FORGET);
}

static void with_wraps_the_first_row_follows_the_last(void **state)
{
    (void)state;
    const pmb_menu_style round = {.theme = &pmb_theme_dark, .wraps = true};
    pmb_menu menu = begin(&round);
    quay_act(&menu, "u");
    assert_int_equal(pmb_menu_focus(&menu), FORGET);
    quay_act(&menu, "d");
    assert_int_equal(pmb_menu_focus(&menu), LAMPS);
    go_to(&menu, BERTH);
    quay_act(&menu, "pu");
    assert_int_equal(pmb_menu_focus(&menu), QUAY_BERTHS - 1);
    quay_act(&menu, "d");
    assert_int_equal(pmb_menu_focus(&menu), 0);
    quay_act(&menu, "du"); /* the first row is one, too */
    assert_int_equal(pmb_menu_focus(&menu), 0);
    menu.style = &style;
    quay_act(&menu, "u");
    assert_int_equal(pmb_menu_focus(&menu), 0);
    pmb_menu_turn(&menu, QUAY_BERTHS, QUAY_BERTHS);
    assert_int_equal(pmb_menu_focus(&menu), QUAY_BERTHS - 1);
}

static void a_press_does_what_the_item_is_for(void **state)
{
    (void)state;
    pmb_menu menu = begin(&style);
    quay_act(&menu, "p");
    assert_false(quay.lamps);
    assert_int_equal(quay.changes, 1);
    quay_act(&menu, "p");
    assert_true(quay.lamps);
    go_to(&menu, CALL);
    quay_act(&menu, "p");
    assert_int_equal(quay.changes, 3);
    go_to(&menu, DISPLAY);
    quay_act(&menu, "p");
    assert_string_equal(title(&menu), "Display");
    quay_act(&menu, "b");
    assert_string_equal(title(&menu), "Settings");
    assert_int_equal(pmb_menu_focus(&menu), DISPLAY);
    assert_false(pmb_menu_back(&menu));
    go_to(&menu, TIDE);
    quay_act(&menu, "p"); /* a value */
    assert_int_equal(pmb_menu_focus(&menu), TIDE);
}

static void a_number_is_edited_within_its_range_and_restored_by_going_back(void **state)
{
    (void)state;
    pmb_menu menu = begin(&style);
    go_to(&menu, ALARM);
    quay_act(&menu, "pdd");
    assert_int_equal(quay.height, 414);
    assert_int_equal(pmb_menu_focus(&menu), ALARM);
    quay_act(&menu, "b");
    assert_int_equal(quay.height, 412);
    quay_act(&menu, "pd");
    pmb_menu_turn(&menu, 1, 10); /* faster */
    quay_act(&menu, "p");
    assert_int_equal(quay.height, 423);
    quay_act(&menu, "d");
    assert_int_equal(quay.height, 423);
    quay_act(&menu, "up");
    pmb_menu_turn(&menu, 30, 32767);
    assert_int_equal(quay.height, 600);
    pmb_menu_turn(&menu, -30, -32768);
    assert_int_equal(quay.height, -50);
    go_to(&menu, DISPLAY);
    quay_act(&menu, "ppd"); /* steps of 5 */
    assert_int_equal(quay.contrast, 65);
    assert_int_equal(quay.changes, 1);
    quay_act(&menu, "b");
    assert_int_equal(quay.contrast, 60);
    assert_int_equal(quay.changes, 2); /* so that the panel shows it */
}

static void hours_and_minutes_are_edited_one_after_the_other(void **state)
{
    (void)state;
    pmb_menu menu = begin(&style);
    go_to(&menu, GATE);
    quay_act(&menu, "puuuuuuuu"); /* 7 hours back to 0, and one more */
    assert_int_equal(quay.opens, 23 * 60 + 30);
    quay_act(&menu, "p");
    pmb_menu_turn(&menu, 1, 31);
    assert_int_equal(quay.opens, 23 * 60 + 1);
    quay_act(&menu, "pd");
    assert_int_equal(quay.opens, 23 * 60 + 1);
    assert_int_equal(pmb_menu_focus(&menu), NAME);
    quay_act(&menu, "updpdb"); /* both parts, and restored */
    assert_int_equal(quay.opens, 23 * 60 + 1);
}

static void a_text_is_edited_letter_by_letter(void **state)
{
    (void)state;
    pmb_menu menu = begin(&style);
    go_to(&menu, NAME);
    quay_act(&menu, "pupdpp"); /* D, b */
    assert_memory_equal(quay.name, "Dbst", 4);
    quay_act(&menu, "pdpp"); /* a at the end, and a blank */
    assert_string_equal(quay.name, "Dbsta");
    quay_act(&menu, "pd");
    assert_int_equal(quay.name[0], 'E');
    quay_act(&menu, "b");
    assert_string_equal(quay.name, "Dbsta");
    quay_act(&menu, "p");
    for (int i = 0; i < 8; i++)
        quay_act(&menu, "dp"); /* all eight letters: the last press ends it */
    assert_int_equal(strlen(quay.name), 8);
    quay_act(&menu, "d");
    assert_int_equal(pmb_menu_focus(&menu), BERTH);
    quay_act(&menu, "up");
    for (int i = 0; i < 8; i++) { /* all of ASCII, and round */
        char seen[96] = "";
        for (int k = 0; k < 95; k++) {
            quay_act(&menu, "d");
            assert_null(strchr(seen, quay.name[i]));
            seen[k] = quay.name[i];
        }
        quay_act(&menu, "p");
    }
    assert_int_equal(strlen(quay.name), 8);
}

static void a_choice_opens_its_list_at_the_row_that_is_chosen(void **state)
{
    (void)state;
    pmb_menu menu = begin(&style);
    go_to(&menu, DISPLAY);
    quay_act(&menu, "pdpddp");
    assert_int_equal(quay.unit, 2);
    assert_string_equal(title(&menu), "Display");
    quay_act(&menu, "p");
    assert_int_equal(pmb_menu_focus(&menu), 2);
    quay_act(&menu, "ub"); /* left without a press */
    assert_int_equal(quay.unit, 2);
    go_to(&menu, BERTH);
    quay_act(&menu, "p");
    pmb_menu_turn(&menu, 1, 700);
    quay_act(&menu, "dp");
    assert_int_equal(quay.berth, 701);
}

static void a_question_acts_on_its_last_answer_only(void **state)
{
    (void)state;
    pmb_menu menu = begin(&style);
    go_to(&menu, FORGET);
    quay_act(&menu, "p");
    assert_int_equal(quay.resets, 0);
    quay_act(&menu, "p"); /* No */
    assert_string_equal(title(&menu), "Settings");
    assert_int_equal(quay.resets, 0);
    quay_act(&menu, "pb");
    assert_int_equal(quay.resets, 0);
    quay_act(&menu, "pdp");
    assert_int_equal(quay.resets, 1);
}

static void disabled_items_do_nothing_and_hidden_ones_are_not_there(void **state)
{
    (void)state;
    pmb_menu menu = begin(&style);
    quay.horn_disabled = true;
    go_to(&menu, HORN);
    quay_act(&menu, "p");
    assert_false(quay.horn);
    quay.horn_disabled = false;
    quay_act(&menu, "p");
    assert_true(quay.horn);
    go_to(&menu, TIDE);
    const pmb_rect above = pmb_menu_row(&menu, HORN);
    quay.tide_hidden = true; /* while it has the focus */
    assert_int_equal(pmb_menu_focus(&menu), DISPLAY);
    assert_true(pmb_rect_is_empty(pmb_menu_row(&menu, TIDE)));
    assert_int_equal(pmb_menu_row(&menu, DISPLAY).y, above.y + above.h);
    quay_act(&menu, "u");
    assert_int_equal(pmb_menu_focus(&menu), HORN);
}

static void without_input_it_goes_home(void **state)
{
    (void)state;
    const pmb_menu_style shy = {.theme = &pmb_theme_dark, .home_s = 10};
    pmb_menu menu = begin(&shy);
    (void)pmb_menu_tick(&menu, 0xFFFFFF00u); /* it wraps */
    go_to(&menu, DISPLAY);
    quay_act(&menu, "ppd");
    assert_int_equal(quay.contrast, 65);
    assert_true(pmb_menu_tick(&menu, 0xFFFFFF00u + 9900));
    assert_int_equal(quay.contrast, 65);
    assert_false(pmb_menu_tick(&menu, 0xFFFFFF00u + 9950));
    assert_true(pmb_menu_tick(&menu, 0xFFFFFF00u + 10000));
    assert_int_equal(quay.contrast, 60);
    assert_string_equal(title(&menu), "Settings");
    assert_false(pmb_menu_tick(&menu, 0xFFFFFF00u + 90000));
}

static void buttons_and_sticks_are_inputs_as_well(void **state)
{
    (void)state;
    pmb_menu menu = begin(&style);
    pmb_menu_way(&menu, PMB_WAY_DOWN);
    assert_int_equal(pmb_menu_focus(&menu), HORN);
    pmb_menu_way(&menu, PMB_WAY_UP);
    pmb_menu_push(&menu, PMB_PUSH_PRESSED);
    assert_true(quay.lamps);
    pmb_menu_push(&menu, PMB_PUSH_CLICKED);
    assert_false(quay.lamps);
    go_to(&menu, ALARM);
    pmb_menu_way(&menu, PMB_WAY_RIGHT);
    pmb_menu_way(&menu, PMB_WAY_UP); /* up is more */
    assert_int_equal(quay.height, 413);
    pmb_menu_way(&menu, PMB_WAY_DOWN);
    pmb_menu_way(&menu, PMB_WAY_DOWN);
    assert_int_equal(quay.height, 411);
    pmb_menu_push(&menu, PMB_PUSH_HELD);
    assert_int_equal(quay.height, 412);
    pmb_menu_way(&menu, PMB_WAY_NONE);
    pmb_menu_way(&menu, PMB_WAY_LEFT);
    assert_int_equal(pmb_menu_focus(&menu), ALARM);
}

/* Draws it and returns whether the picture is another than the last one. */
static bool redrawn(const pmb_menu *menu)
{
    static uint8_t pixels[128 * 64 / 8], last[128 * 64 / 8];
    pmb_canvas c;
    memcpy(last, pixels, sizeof last);
    assert_int_equal(
        pmb_canvas_init(&c, &pmb_mono_vertical, (pmb_rect){0, 0, 128, 64}, pixels, sizeof pixels),
        PMB_OK);
    pmb_menu_draw(&c, menu);
    return memcmp(pixels, last, sizeof last) != 0;
}

static void a_long_label_moves_while_it_has_the_focus(void **state)
{
    (void)state;
    pmb_menu menu = begin(&style);
    menu.area = (pmb_rect){0, 0, 84, 48};
    go_to(&menu, CALL);
    (void)pmb_menu_tick(&menu, 0);
    (void)redrawn(&menu);
    int changes = 0;
    for (uint32_t now = 10; now < 5000; now += 10) {
        const bool told = pmb_menu_tick(&menu, now);
        const bool changed = redrawn(&menu);
        assert_true(told || !changed); /* nothing changes that is not told */
        assert_true(now >= 1000 || !changed);
        changes += changed;
    }
    assert_in_range(changes, 20, 100);
    const pmb_menu_style still = {.theme = &pmb_theme_dark, .calm = true};
    menu.style = &still;
    for (uint32_t now = 5000; now < 9000; now += 10)
        assert_false(pmb_menu_tick(&menu, now));
}

static const char *in_another_language(void *user, const char *text)
{
    (void)user;
    return strcmp(text, "Lamps") == 0 ? "Lights" : text;
}

static void labels_are_translated(void **state)
{
    (void)state;
    pmb_menu menu = begin(&style);
    const pmb_menu_style other = {.theme = &pmb_theme_dark, .translate = in_another_language};
    (void)redrawn(&menu);
    assert_false(redrawn(&menu));
    menu.style = &other;
    assert_true(redrawn(&menu));
}

/* What always holds. */
static void check(const pmb_menu *menu)
{
    const pmb_rect row = pmb_menu_row(menu, pmb_menu_focus(menu));
    assert_false(pmb_rect_is_empty(row));
    assert_true(pmb_rect_holds(menu->area, (pmb_point){row.x, row.y}));
    assert_true(row.y + row.h <= menu->area.y + menu->area.h);
    assert_in_range(quay.height + 50, 0, 650);
    assert_in_range(quay.contrast, 0, 100);
    assert_in_range(quay.opens, 0, 24 * 60 - 1);
    assert_in_range(quay.unit, 0, 2);
    assert_in_range(quay.berth, 0, QUAY_BERTHS - 1);
    assert_in_range(strlen(quay.name), 0, 8);
}

static void whatever_is_done_the_focus_is_seen_and_back_ends_at_home(void **state)
{
    (void)state;
    static const pmb_size sizes[] = {{84, 48}, {128, 32}, {128, 64}, {240, 320}, {30, 12}};
    for (size_t k = 0; k < LENGTH(sizes); k++) {
        pmb_menu_style look = {.theme = &pmb_theme_dark, .home_s = 5, .wraps = k % 2};
        pmb_menu menu = begin(&look);
        menu.area = (pmb_rect){0, 0, sizes[k].w, sizes[k].h};
        uint32_t seed = 1 + (uint32_t)k, now = 0;
        for (int i = 0; i < 200000; i++) {
            seed = seed * 1664525u + 1013904223u;
            const int what = (int)(seed >> 24) % 16, much = (int)(seed >> 8) % 100;
            const int16_t turn = (int16_t)(what % 2 ? much % 5 : -(much % 5));
            if (what < 8)
                pmb_menu_turn(&menu, turn, (int16_t)(turn * (1 + much / 10)));
            else if (what < 12)
                pmb_menu_press(&menu);
            else if (what < 14)
                (void)pmb_menu_back(&menu);
            else if (what == 14)
                (void)pmb_menu_tick(&menu, now += (uint32_t)much * 60);
            else if (!menu.editing) {
                quay.horn_disabled = much & 1;
                quay.tide_hidden = much & 2;
                if (menu.level == 0) /* hiding moves the rows */
                    pmb_menu_turn(&menu, 1, 1);
            }
            if (i % 16 == 0)
                check(&menu);
            if (i % 1000 == 0)
                (void)redrawn(&menu);
        }
        int backs = 0;
        while (pmb_menu_back(&menu))
            assert_in_range(++backs, 1, PMB_MENU_LEVELS);
        assert_string_equal(title(&menu), "Settings");
    }
}

/* A page that opens itself, over and over. */
static const PMB_FLASH pmb_page again;
static const PMB_FLASH pmb_item again_items[] = {
    {.label = "Again", .kind = &pmb_item_page, .page = &again}};
static const PMB_FLASH pmb_page again = {.title = "Again", .items = again_items, .count = 1};

static void no_more_pages_are_opened_than_there_is_room_for(void **state)
{
    (void)state;
    pmb_menu menu = {.style = &style, .home = &again, .area = {0, 0, 128, 64}};
    int pages = 1;
    for (int i = 0; i < 20; i++)
        quay_act(&menu, "p");
    while (pmb_menu_back(&menu))
        pages++;
    assert_int_equal(pages, PMB_MENU_LEVELS);
}

static void an_empty_page_does_nothing(void **state)
{
    (void)state;
    static const PMB_FLASH pmb_page pages[] = {{.title = "Nothing"},
                                               {.title = "None", .texts = NULL, .count = 5}};
    for (size_t i = 0; i < LENGTH(pages); i++) {
        pmb_menu menu = {.style = &style, .home = &pages[i], .area = {0, 0, 128, 64}};
        quay_act(&menu, "dupdpdub");
        (void)pmb_menu_tick(&menu, 5000);
        (void)redrawn(&menu);
        assert_int_equal(menu.level, 0);
    }
}

static const char *row_text(void *user, uint16_t row, char *room)
{
    (void)user, (void)room;
    return row == 1 ? NULL : "Row";
}

static uint16_t chosen_row;

static void note_row(void *user, uint16_t row)
{
    (void)user;
    chosen_row = row;
}

/* A list as the home page, with a title or without, tells the row that is pressed. */
static void a_list_may_be_the_home_page(void **state)
{
    (void)state;
    static const PMB_FLASH pmb_page pages[] = {
        {.title = "Rows", .row = row_text, .chosen = note_row, .count = 3},
        {.title = "", .row = row_text, .chosen = note_row, .count = 3},
        {.row = row_text, .chosen = note_row, .count = 3},
        {.title = "Deaf", .row = row_text, .count = 3}};
    for (size_t i = 0; i < LENGTH(pages); i++) {
        pmb_menu menu = {.style = &style, .home = &pages[i], .area = {0, 0, 128, 64}};
        chosen_row = 9;
        quay_act(&menu, "dp");
        assert_int_equal(chosen_row, pages[i].chosen ? 1 : 9);
        assert_int_equal(menu.level, 0);
        quay_act(&menu, "dup"); /* down, and up again as far as the first */
        assert_int_equal(chosen_row, pages[i].chosen ? 1 : 9);
        quay_act(&menu, "up");
        assert_int_equal(chosen_row, pages[i].chosen ? 0 : 9);
        (void)redrawn(&menu);
        const pmb_rect none = pmb_menu_row(&menu, 3), zero = {0, 0, 0, 0};
        assert_memory_equal(&none, &zero, sizeof none);
        assert_false(pmb_rect_is_empty(pmb_menu_row(&menu, 2)));
    }
}

/* The first row of a page has the focus like any other. */
static void the_first_row_is_reached(void **state)
{
    (void)state;
    static const PMB_FLASH pmb_item items[] = {{.label = "One", .kind = &pmb_item_action},
                                               {.label = "Two", .kind = &pmb_item_action}};
    static const PMB_FLASH pmb_page home = {.title = "Home", .items = items, .count = 2};
    pmb_menu menu = {.style = &style, .home = &home, .area = {0, 0, 128, 64}};
    quay_act(&menu, "d");
    assert_int_equal(pmb_menu_focus(&menu), 1);
    quay_act(&menu, "u");
    assert_int_equal(pmb_menu_focus(&menu), 0);
}

/* A list that an item of a page opens, and choices beyond their lists. */
static void lists_are_opened_as_pages_too(void **state)
{
    (void)state;
    static const PMB_FLASH pmb_page list = {
        .title = "Rows", .row = row_text, .chosen = note_row, .count = 3};
    static const PMB_FLASH pmb_row texts[] = {{"One"}, {"Two"}};
    static const PMB_FLASH pmb_page two = {.title = "Texts", .texts = texts, .count = 2};
    static int16_t beyond = 7;
    static const PMB_FLASH pmb_range wide = {.most = 999, .unit = "1234567"};
    static const PMB_FLASH pmb_item items[] = {
        {.label = "List", .kind = &pmb_item_page, .page = &list},
        {.label = "Rows", .kind = &pmb_item_choice, .number = &beyond, .page = &list},
        {.label = "Texts", .kind = &pmb_item_choice, .number = &beyond, .page = &two},
        {.label = "Unit", .kind = &pmb_item_number, .number = &beyond, .range = &wide}};
    static const PMB_FLASH pmb_page home = {.title = "Home", .items = items, .count = 4};
    pmb_menu menu = {.style = &style, .home = &home, .area = {0, 0, 128, 64}};
    (void)redrawn(&menu);
    chosen_row = 9;
    quay_act(&menu, "pddp");
    assert_int_equal(chosen_row, 2);
    assert_int_equal(menu.level, 1); /* the list stays open */
    (void)redrawn(&menu);
}

/* A title takes room from the rows, if there is one and room for it; rows share what is left. */
static void rows_fill_the_area(void **state)
{
    (void)state;
    static const PMB_FLASH pmb_page named = {.title = "Rows", .row = row_text, .count = 9};
    static const PMB_FLASH pmb_page unnamed = {.row = row_text, .count = 9};
    const PMB_FLASH pmb_page *const pages[] = {&unnamed, &named};
    for (size_t i = 0; i < LENGTH(pages); i++) {
        pmb_menu menu = {.style = &style, .home = pages[i], .area = {3, 5, 128, 64}};
        const pmb_rect first = pmb_menu_row(&menu, 0);
        assert_int_equal(first.y > 5, i == 1);
        const int rows = (5 + 64 - first.y) / first.h;
        assert_in_range(5 + 64 - first.y - rows * first.h, 0, rows - 1); /* less than one each */
        assert_false(pmb_rect_is_empty(pmb_menu_row(&menu, (uint16_t)(rows - 1))));
        assert_true(pmb_rect_is_empty(pmb_menu_row(&menu, (uint16_t)rows)));
        menu.area.h = (int16_t)(first.h + 3); /* one row is there, and takes all of it */
        const pmb_rect only = pmb_menu_row(&menu, 0);
        assert_int_equal(only.y, 5);
        assert_int_equal(only.h, menu.area.h);
    }
    static const PMB_FLASH pmb_page two = {.row = row_text, .count = 2};
    pmb_menu fits = {.style = &style, .home = &two, .area = {3, 5, 128, 64}};
    const int16_t high = pmb_menu_row(&fits, 0).h;
    fits.area.h = (int16_t)(2 * high); /* both rows fit exactly, and no bar is there */
    assert_int_equal(pmb_menu_row(&fits, 1).w, 128);
    assert_int_equal(pmb_menu_row(&fits, 1).h, high);
    fits.area.h--;
    assert_true(pmb_menu_row(&fits, 0).w < 128);
    /* Where two rows have room, a heading is seen again above the first row that has the focus. */
    static const PMB_FLASH pmb_item items[] = {{.label = "Head", .kind = &pmb_item_heading},
                                               {.label = "One", .kind = &pmb_item_action},
                                               {.label = "Two", .kind = &pmb_item_action},
                                               {.label = "Three", .kind = &pmb_item_action}};
    static const PMB_FLASH pmb_page headed = {.items = items, .count = 4};
    fits = (pmb_menu){.style = &style, .home = &headed, .area = {3, 5, 128, (int16_t)(2 * high)}};
    quay_act(&fits, "dd");
    assert_true(pmb_rect_is_empty(pmb_menu_row(&fits, 0)));
    quay_act(&fits, "uu");
    assert_int_equal(pmb_menu_focus(&fits), 1);
    assert_int_equal(pmb_menu_row(&fits, 0).h, high);
}

/* Each of the seven bytes that a unit may have is seen. */
static void a_unit_is_shown_whole(void **state)
{
    (void)state;
    static int16_t depth = 12;
    static const PMB_FLASH pmb_range ranges[] = {{.most = 99, .unit = "fathom"},
                                                 {.most = 99, .unit = "fathoms"},
                                                 {.most = 99, .unit = "fathomy"}};
    for (size_t i = 0; i < LENGTH(ranges); i++) {
        const pmb_item item = {
            .label = "D", .kind = &pmb_item_number, .number = &depth, .range = &ranges[i]};
        const pmb_page page = {.title = "Depths", .items = &item, .count = 1};
        const pmb_menu menu = {.style = &style, .home = &page, .area = {0, 0, 128, 64}};
        assert_true(redrawn(&menu));
    }
}

/* 23 bytes of a text are shown. */
static void long_texts_are_shown(void **state)
{
    (void)state;
    static const char *const texts[] = {"lighthouse at the quay", "lighthouse at the quays"};
    static uint8_t pictures[2][320 * 64 / 8];
    static char text[30];
    static const PMB_FLASH pmb_range room = {.most = 29};
    static const PMB_FLASH pmb_item item = {
        .label = "L", .kind = &pmb_item_text, .text = text, .range = &room};
    static const PMB_FLASH pmb_page page = {.title = "Text", .items = &item, .count = 1};
    const pmb_menu menu = {.style = &style, .home = &page, .area = {0, 0, 320, 64}};
    for (int i = 0; i < 2; i++) {
        pmb_canvas c;
        strcpy(text, texts[i]);
        assert_int_equal(pmb_canvas_init(&c, &pmb_mono_vertical, (pmb_rect){0, 0, 320, 64},
                                         pictures[i], sizeof pictures[i]),
                         PMB_OK);
        pmb_menu_draw(&c, &menu);
    }
    assert_memory_not_equal(pictures[0], pictures[1], sizeof pictures[0]);
}

/* Items without what they show or change: a label, a value, a text, room for one. */
static void items_may_lack_what_they_show(void **state)
{
    (void)state;
    static char none[2] = "";
    static const PMB_FLASH pmb_range nothing = {.most = 0};
    static const PMB_FLASH pmb_item lacking[] = {
        {.label = "Value", .kind = &pmb_item_value},
        {.kind = &pmb_item_heading},
        {.label = "Text", .kind = &pmb_item_text, .text = none, .range = &nothing},
        {.label = "End", .kind = &pmb_item_action}};
    static const PMB_FLASH pmb_page all = {.title = "Lacking", .items = lacking, .count = 4};
    static const PMB_FLASH pmb_page heads = {.title = "Heads", .items = lacking + 1, .count = 1};
    static const PMB_FLASH pmb_page empty = {.title = "Empty", .items = lacking, .count = 0};
    const PMB_FLASH pmb_page *const pages[] = {&all, &heads, &empty};
    for (size_t i = 0; i < LENGTH(pages); i++) {
        pmb_menu menu = {.style = &style, .home = pages[i], .area = {0, 0, 128, 64}};
        quay_act(&menu, "pdpdpdp");
        assert_false(menu.editing);
        (void)redrawn(&menu);
    }
    assert_string_equal(none, "");
}

/* A letter that turning does not reach is taken for the first, and a text of blanks is empty. */
static void a_text_may_have_letters_of_any_kind(void **state)
{
    (void)state;
    pmb_menu menu = begin(&style);
    go_to(&menu, NAME);
    strcpy(quay.name, "\303\244b");
    quay_act(&menu, "p");
    assert_true(menu.editing);
    quay_act(&menu, "d");
    assert_int_equal(quay.name[0], 'a'); /* behind the blank */
    pmb_menu_home(&menu);
    assert_string_equal(quay.name, "\303\244b");
    go_to(&menu, NAME);
    memset(quay.name, ' ', 8);
    quay_act(&menu, "pp");
    assert_false(menu.editing);
    assert_string_equal(quay.name, "");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(headings_have_no_focus),
        cmocka_unit_test(with_wraps_the_first_row_follows_the_last),
        cmocka_unit_test(a_press_does_what_the_item_is_for),
        cmocka_unit_test(a_number_is_edited_within_its_range_and_restored_by_going_back),
        cmocka_unit_test(hours_and_minutes_are_edited_one_after_the_other),
        cmocka_unit_test(a_text_is_edited_letter_by_letter),
        cmocka_unit_test(a_choice_opens_its_list_at_the_row_that_is_chosen),
        cmocka_unit_test(a_question_acts_on_its_last_answer_only),
        cmocka_unit_test(disabled_items_do_nothing_and_hidden_ones_are_not_there),
        cmocka_unit_test(without_input_it_goes_home),
        cmocka_unit_test(buttons_and_sticks_are_inputs_as_well),
        cmocka_unit_test(a_long_label_moves_while_it_has_the_focus),
        cmocka_unit_test(labels_are_translated),
        cmocka_unit_test(whatever_is_done_the_focus_is_seen_and_back_ends_at_home),
        cmocka_unit_test(no_more_pages_are_opened_than_there_is_room_for),
        cmocka_unit_test(an_empty_page_does_nothing),
        cmocka_unit_test(a_list_may_be_the_home_page),
        cmocka_unit_test(the_first_row_is_reached),
        cmocka_unit_test(lists_are_opened_as_pages_too),
        test_without(!PMB_RICH_MENUS, rows_fill_the_area),
        cmocka_unit_test(a_unit_is_shown_whole),
        cmocka_unit_test(long_texts_are_shown),
        cmocka_unit_test(items_may_lack_what_they_show),
        cmocka_unit_test(a_text_may_have_letters_of_any_kind),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
