/* Glasses of one controller that differ: where they lie, in which memory, what they need to be
 * told. */
#include "pemble/driver.h"
#include "every.h"
#include "pemble/probe.h"
#include "rig.h"

static const pmb_pin lines[] = {PMB_PIN(40), PMB_PIN(41), PMB_PIN(42), PMB_PIN(43),
                                PMB_PIN(44), PMB_PIN(45), PMB_PIN(46), PMB_PIN(47)};
static const pmb_bus parallel = {.kind = &pmb_parallel8,
                                 .select = PMB_PIN(2),
                                 .data_command = PMB_PIN(3),
                                 .strobe = PMB_PIN(7),
                                 .read = PMB_PIN(8),
                                 .lines = lines};

static pmb_panel_config with(const pmb_controller *controller, pmb_size size)
{
    return (pmb_panel_config){
        .controller = controller,
        .size = size,
        .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
        .reset = PMB_PIN(1),
    };
}

static void paint_white(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_fill(c, PMB_WHITE);
}

static void paint_teal(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_fill(c, PMB_RGB(0, 100, 90));
}

static void shows_it(const pmb_panel_config *config)
{
    struct rig rig;
    rig_open(&rig, config, 0, false);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
    assert_no_complaints(&rig);
    rig_close(&rig);
}

/* A strap chooses the memory, so that turned by 180 degrees each has an offset of its own. */
static void an_offset_tells_glasses_of_one_size_apart(void **state)
{
    (void)state;
    static const struct {
        const pmb_controller *controller;
        pmb_size size;
        pmb_offset offset;
    } glasses[] = {
        {&pmb_st7735, {128, 160}, {2, 1, true}},   {&pmb_st7735, {128, 160}, {0, 0, true}},
        {&pmb_st7735, {80, 160}, {26, 1, true}},   {&pmb_st7735, {80, 160}, {24, 0, true}},
        {&pmb_st7735, {128, 128}, {2, 3, true}},   {&pmb_st7735, {128, 128}, {2, 1, true}},
        {&pmb_ili9163c, {128, 128}, {0, 0, true}}, {&pmb_ili9163c, {128, 128}, {0, 32, true}},
    };
    for (size_t i = 0; i < LENGTH(glasses); i++)
        for (int turn = 0; turn < 8; turn++) {
            pmb_panel_config config = with(glasses[i].controller, glasses[i].size);
            config.offset = glasses[i].offset;
            config.rotate = (pmb_rotation)(turn % 4);
            config.mirror = turn >= 4;
            shows_it(&config);
        }
}

/* The same size with the offset of the other glass: what is drawn lies beside the glass. */
static void the_wrong_glass_shows_noise_at_its_edge(void **state)
{
    (void)state;
    struct rig rig;
    const pmb_panel_config right = with(&pmb_st7735, (pmb_size){128, 128});
    pmb_panel_config wrong = right;
    wrong.offset = (pmb_offset){2, 1, true};
    rig_build(&rig, &right);
    rig.config = wrong;
    assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_OK);
    rig.buffer = malloc(pmb_screen_whole_bytes(&rig.panel));
    assert_int_equal(pmb_screen_init(&rig.screen, &rig.panel, rig.buffer,
                                     pmb_screen_whole_bytes(&rig.panel), NULL, 0),
                     PMB_OK);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_white, NULL), PMB_OK);
    const pmb_glass_view glass = pmb_module_glass(rig.module);
    const uint8_t *last = glass.rgb + 3 * 128 * 127, *before = last - 3 * 128 * 2;
    int white = 0, above = 0;
    for (int x = 0; x < 3 * 128; x++) {
        white += last[x] == 255;
        above += before[x] == 255;
    }
    assert_int_equal(above, 3 * 128);
    assert_in_range(white, 0, 3 * 128 / 2);
    rig_close(&rig);
}

static void a_gc9a01_has_its_full_light(void **state)
{
    (void)state;
    struct rig rig;
    const pmb_panel_config config = with(&pmb_gc9a01, (pmb_size){240, 240});
    rig_open(&rig, &config, 0, false);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_white, NULL), PMB_OK);
    const pmb_glass_view glass = pmb_module_glass(rig.module);
    for (int row = 119; row < 121; row++)
        for (int x = 0; x < 3 * 240; x++)
            assert_int_equal(glass.rgb[3 * 240 * row + x], 255);
    rig_close(&rig);
}

/* A board that starts again leaves the panel awake, with a picture, a window, an address mode. */
static void a_panel_without_a_reset_pin_is_reset_by_command(void **state)
{
    (void)state;
    static const pmb_controller *const controllers[] = {&pmb_ili9341, &pmb_gc9a01, &pmb_st7735};
    static const pmb_size sizes[] = {{240, 320}, {240, 240}, {128, 160}};
    for (size_t i = 0; i < LENGTH(controllers); i++) {
        struct rig rig;
        pmb_panel_config config = with(controllers[i], sizes[i]);
        config.reset = PMB_PIN_NONE;
        rig_open(&rig, &config, 0, false);
        assert_int_equal(pmb_send_single(&rig.panel, 0x39), PMB_OK); /* idle mode: eight colours */
        assert_int_equal(pmb_panel_open(&rig.panel, &config, rig.port), PMB_OK);
        pmb_screen_forget(&rig.screen);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_teal, NULL), PMB_OK);
        const pmb_glass_view glass = pmb_module_glass(rig.module);
        assert_in_range(glass.rgb[1], 90, 110);
        assert_in_range(glass.rgb[2], 80, 100);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* Each answers to a question of its own; docs/controllers/dcs.md, "Reading the ID". */
static void every_id_is_read(void **state)
{
    (void)state;
    static const struct {
        const pmb_controller *controller;
        pmb_size size;
        const char *name;
    } asked[] = {
        {&pmb_st7735, {128, 160}, "ST7735"},     {&pmb_st7789, {240, 320}, "ST7789"},
        {&pmb_ili9341, {240, 320}, "ILI9341"},   {&pmb_ili9488, {320, 480}, "ILI9488"},
        {&pmb_ili9486, {320, 480}, "ILI9486"},   {&pmb_st7796s, {320, 480}, "ST7796S"},
        {&pmb_ili9342c, {320, 240}, "ILI9342C"}, {&pmb_gc9107, {128, 128}, "GC9107"},
        {&pmb_gc9a01, {240, 240}, "GC9A01"},     {&pmb_hx8357d, {320, 480}, "HX8357D"},
        {&pmb_ili9163c, {128, 128}, "ILI9163C"}, {&pmb_ili9225, {176, 220}, "ILI9225"},
        {&pmb_ili9320, {240, 320}, "ILI9320"},   {&pmb_ili9325, {240, 320}, "ILI9325"},
    };
    for (size_t i = 0; i < LENGTH(asked); i++) {
        struct rig rig;
        pmb_probe probe;
        pmb_panel_config config = with(asked[i].controller, asked[i].size);
        if (!(asked[i].controller->buses & PMB_HAS_SPI))
            config.bus = parallel;
        rig_build(&rig, &config);
        assert_int_equal(pmb_probe_panel(&probe, &config, rig.port), PMB_OK);
        assert_int_equal(probe.verdict, PMB_PROBE_ANSWERS);
        assert_string_equal(probe.name, asked[i].name);
        rig_close(&rig);
    }
}

static bool begins_with_one_of(const char *name, const char *const *beginnings)
{
    while (*beginnings && strncmp(name, *beginnings, strlen(*beginnings)) != 0)
        beginnings++;
    return *beginnings;
}

/* What the glass of a candidate can show. */
static pmb_test_card_kind kind_of(const struct candidate *c)
{
    static const char *const four[] = {"jd", NULL}, *const greys[] = {"ssd1322", "ssd1327", NULL};
    static const char *const one_bit[] = {"ssd1305", "ssd1306", "ssd1309", "sh11",   "st75",
                                          "uc17",    "pcd",     "st7920",  "ks0108", NULL};
    if (c->paper && begins_with_one_of(c->name, four))
        return PMB_TEST_CARD_FOUR_INKS;
    if (c->paper && (strstr(c->name, "red") || strcmp(c->name, "il91874") == 0))
        return PMB_TEST_CARD_INK;
    if (c->paper || begins_with_one_of(c->name, one_bit))
        return PMB_TEST_CARD_ONE_BIT;
    return begins_with_one_of(c->name, greys) ? PMB_TEST_CARD_GREY : PMB_TEST_CARD_COLOR;
}

/* A test card has the colours of its panel, and black on white where pixels rest light: on paper,
 * and where the glass is light when it has been opened and nothing is painted. */
static void cards_suit_their_panels(void **state)
{
    (void)state;
    for (size_t i = 0; i < candidate_count; i++) {
        const struct candidate *c = &candidates[i];
        const pmb_panel_config config = config_for(c, usual_bus(c));
        struct rig rig;
        pmb_test_card card;
        rig_build(&rig, &config);
        assert_int_equal(pmb_panel_open(&rig.panel, &config, rig.port), PMB_OK);
        pmb_test_card_init(&card, &rig.panel, NULL);
        const bool light = c->paper || glass_light_count(&rig) > 0;
        if (card.kind != kind_of(c) || card.ink != (light ? PMB_BLACK : PMB_WHITE) ||
            card.ground != (light ? PMB_WHITE : PMB_BLACK))
            fail_msg("%s: a card of kind %d in %04X on %04X", c->name, card.kind, card.ink,
                     card.ground);
        rig_close(&rig);
    }
}

/* Eight stripes of each: black, white, red, yellow. */
static void paint_stripes(pmb_canvas *c, void *scene)
{
    static const pmb_color colors[] = {PMB_BLACK, PMB_WHITE, PMB_RED, PMB_YELLOW};
    (void)scene;
    for (int16_t x = 0; x < 128; x = (int16_t)(x + 4))
        pmb_rect_fill(c, (pmb_rect){x, 0, 4, 200}, colors[x / 4 % 4]);
}

/* What a pixel of the glass is: 0 dark, 1 light, 2 red, 3 yellow. */
static int ink_at(struct rig *rig, int x)
{
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    const uint8_t *rgb = glass.rgb + 3 * x;
    if (rgb[0] < 100)
        return 0;
    return rgb[1] < 100 ? 2 : rgb[2] < 100 ? 3 : 1;
}

/* Inverted, black and white change places, and inks stay. */
static void inks_are_not_inverted(void **state)
{
    (void)state;
    static const struct {
        const char *name;
        int shown[4], inverted[4];
    } cases[] = {{"ssd1681 red", {0, 1, 2, 2}, {1, 0, 2, 2}},
                 {"uc8151 red", {0, 1, 2, 2}, {1, 0, 2, 2}},
                 {"jd79660", {0, 1, 2, 3}, {1, 0, 2, 3}}};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        const pmb_panel_config config = config_for(candidate(cases[i].name), SPI);
        struct rig rig;
        rig_open(&rig, &config, 0, false);
        for (int inverted = 0; inverted < 2; inverted++) {
            assert_int_equal(pmb_panel_invert(&rig.panel, inverted), PMB_OK);
            assert_int_equal(pmb_screen_paint(&rig.screen, paint_stripes, NULL), PMB_OK);
            assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
            for (int x = 0; x < 128; x++) {
                const int want = (inverted ? cases[i].inverted : cases[i].shown)[x / 4 % 4];
                if (ink_at(&rig, x) != want)
                    fail_msg("%s, %d: column %d is %d", cases[i].name, inverted, x,
                             ink_at(&rig, x));
            }
        }
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT | PMB_NO_TURN, an_offset_tells_glasses_of_one_size_apart),
        test_without(PMB_ONE_BIT, the_wrong_glass_shows_noise_at_its_edge),
        test_without(PMB_ONE_BIT, a_gc9a01_has_its_full_light),
        test_without(PMB_ONE_BIT, a_panel_without_a_reset_pin_is_reset_by_command),
        test_without(PMB_ONE_BIT | PMB_PLAIN_PANELS, every_id_is_read),
        test_without(PMB_ONE_BIT | PMB_PLAIN_PANELS | PMB_NO_TURN, cards_suit_their_panels),
        test_without(PMB_ONE_BIT | PMB_PLAIN_PANELS | PMB_NO_TURN, inks_are_not_inverted),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
