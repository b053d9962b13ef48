/* Where the picture lies: rows of the memory that the glass begins at, and turning it while in use.
 */
#include "pemble/driver.h"
#include "rig.h"

static pmb_panel_config with(const pmb_controller *controller, pmb_size size)
{
    return (pmb_panel_config){
        .controller = controller,
        .size = size,
        .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
        .reset = PMB_PIN(1),
    };
}

static void paint_and_compare(struct rig *rig)
{
    assert_int_equal(pmb_screen_paint(&rig->screen, paint_lopsided, &rig->panel.size), PMB_OK);
    assert_int_equal(pmb_panel_wait(&rig->panel, 60000), PMB_OK);
    assert_glass_shows(rig, paint_lopsided, &rig->panel.size);
    assert_no_complaints(rig);
}

/* The start line, the offset of the outputs and the multiplex ratio follow, in all orientations. */
static void a_glass_may_begin_at_any_row(void **state)
{
    (void)state;
    static const struct {
        const pmb_controller *controller;
        pmb_size size;
        pmb_offset offset;
        pmb_com_layout com;
    } glasses[] = {
        {&pmb_ssd1306, {128, 32}, {0, 16, true}, PMB_COM_USUAL},
        {&pmb_ssd1306, {64, 32}, {32, 5, true}, PMB_COM_USUAL},
        {&pmb_ssd1309, {128, 56}, {0, 8, true}, PMB_COM_USUAL},
        {&pmb_sh1106, {128, 32}, {2, 24, true}, PMB_COM_SEQUENTIAL},
        {&pmb_st7565, {128, 32}, {0, 0, true}, PMB_COM_USUAL},
        {&pmb_st7565, {128, 32}, {4, 16, true}, PMB_COM_USUAL},
        {&pmb_uc1701, {102, 48}, {0, 8, true}, PMB_COM_USUAL},
        {&pmb_ssd1327, {96, 96}, {16, 16, true}, PMB_COM_USUAL},
        {&pmb_ssd1322, {256, 32}, {112, 9, true}, PMB_COM_USUAL},
        {&pmb_ssd1331, {96, 32}, {0, 30, true}, PMB_COM_USUAL},
        {&pmb_ssd1351, {128, 96}, {0, 17, true}, PMB_COM_USUAL},
    };
    for (size_t i = 0; i < LENGTH(glasses); i++)
        for (int turn = 0; turn < 8; turn++) {
            struct rig rig;
            pmb_panel_config config = with(glasses[i].controller, glasses[i].size);
            config.offset = glasses[i].offset;
            config.com = glasses[i].com;
            config.rotate = (pmb_rotation)(turn % 4);
            config.mirror = turn >= 4;
            rig_open(&rig, &config, 0, false);
            paint_and_compare(&rig);
            rig_close(&rig);
        }
}

/* A new screen on the panel that has been turned. */
static void anew(struct rig *rig)
{
    const size_t bytes = pmb_screen_whole_bytes(&rig->panel);
    rig->buffer = realloc(rig->buffer, bytes);
    assert_non_null(rig->buffer);
    assert_int_equal(pmb_screen_init(&rig->screen, &rig->panel, rig->buffer, bytes, NULL, 0),
                     PMB_OK);
}

static void a_panel_is_turned_while_in_use(void **state)
{
    (void)state;
    static const struct {
        const pmb_controller *controller;
        pmb_size size;
        pmb_pin busy;
    } panels[] = {
        {&pmb_ssd1306, {128, 32}, 0},  {&pmb_sh1106, {128, 64}, 0},   {&pmb_pcd8544, {84, 48}, 0},
        {&pmb_st7565, {128, 64}, 0},   {&pmb_ssd1327, {128, 128}, 0}, {&pmb_ssd1331, {96, 64}, 0},
        {&pmb_st7735, {128, 160}, 0},  {&pmb_st7789, {240, 280}, 0},  {&pmb_gc9a01, {240, 240}, 0},
        {&pmb_ssd1681, {200, 200}, 5}, {&pmb_uc8151, {128, 296}, 5},
    };
    static const pmb_rotation turns[] = {PMB_ROTATE_90, PMB_ROTATE_270, PMB_ROTATE_0,
                                         PMB_ROTATE_180};
    for (size_t i = 0; i < LENGTH(panels); i++) {
        struct rig rig;
        pmb_panel_config config = with(panels[i].controller, panels[i].size);
        config.busy = panels[i].busy;
        rig_open(&rig, &config, 0, false);
        for (size_t t = 0; t < LENGTH(turns); t++) {
            assert_int_equal(pmb_panel_rotate(&rig.panel, turns[t]), PMB_OK);
            const bool across = turns[t] % 2;
            assert_int_equal(rig.panel.size.w, across ? config.size.h : config.size.w);
            anew(&rig);
            rig.config.rotate = turns[t]; /* what the glass is compared with */
            paint_and_compare(&rig);
        }
        rig_close(&rig);
    }
}

static void what_cannot_be_turned_stays(void **state)
{
    (void)state;
    struct rig rig;
    const pmb_panel_config config = with(&pmb_st7735, (pmb_size){128, 160});
    rig_open(&rig, &config, 0, false);
    assert_int_equal(pmb_panel_rotate(&rig.panel, (pmb_rotation)4), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_rotate(NULL, PMB_ROTATE_90), PMB_ERR_ARGUMENT);
    paint_and_compare(&rig);
    rig_close(&rig);
}

static bool is_high(const struct rig *rig, pmb_pin pin)
{
    return rig->port->pin_read(rig->port->context, pin);
}

/* Off until there is something to see, and while the panel sleeps; either level can be "on". */
static void the_backlight_waits_for_the_first_picture(void **state)
{
    (void)state;
    for (int low = 0; low < 2; low++) {
        struct rig rig;
        pmb_panel_config config = with(&pmb_st7735, (pmb_size){128, 160});
        config.backlight = PMB_PIN(12);
        config.backlight_low = low;
        rig_build(&rig, &config);
        rig.port->pin_write(rig.port->context, config.backlight, !low);
        assert_int_equal(pmb_panel_open(&rig.panel, &config, rig.port), PMB_OK);
        assert_int_equal(is_high(&rig, config.backlight), low);
        assert_int_equal(pmb_panel_sleep(&rig.panel), PMB_OK);
        assert_int_equal(pmb_panel_wake(&rig.panel), PMB_OK);
        assert_int_equal(is_high(&rig, config.backlight), low);
        anew(&rig);
        paint_and_compare(&rig);
        assert_int_equal(is_high(&rig, config.backlight), !low);
        assert_int_equal(pmb_panel_sleep(&rig.panel), PMB_OK);
        assert_int_equal(is_high(&rig, config.backlight), low);
        assert_int_equal(pmb_panel_wake(&rig.panel), PMB_OK);
        assert_int_equal(is_high(&rig, config.backlight), !low);
        pmb_panel_backlight(&rig.panel, false);
        assert_int_equal(is_high(&rig, config.backlight), low);
        rig_close(&rig);
    }
}

/* A program before this one may have left the panel scrolling. */
static void opening_stops_scrolling(void **state)
{
    (void)state;
    static const pmb_controller *const controllers[] = {&pmb_ssd1306, &pmb_ssd1309};
    static const uint8_t scroll[] = {0x26, 0, 0, 0, 7, 0, 0xFF, 0x2F};
    for (size_t i = 0; i < LENGTH(controllers); i++) {
        struct rig rig;
        pmb_panel_config config = with(controllers[i], (pmb_size){128, 64});
        config.reset = PMB_PIN_NONE;
        rig_open(&rig, &config, 0, false);
        assert_int_equal(pmb_send_command(&rig.panel, scroll, sizeof scroll), PMB_OK);
        assert_int_equal(pmb_panel_open(&rig.panel, &config, rig.port), PMB_OK);
        anew(&rig);
        paint_and_compare(&rig);
        rig_close(&rig);
    }
}

/* A glass that needs another voltage than the usual: its resistors, not only its contrast. */
static void the_supply_of_an_lcd_is_configured(void **state)
{
    (void)state;
    static const pmb_controller *const controllers[] = {&pmb_st7565, &pmb_st7567, &pmb_uc1701};
    for (size_t i = 0; i < LENGTH(controllers); i++) {
        unsigned black[3], white[3];
        for (int k = 0; k < 3; k++) {
            struct rig rig;
            pmb_panel_config config = with(controllers[i], (pmb_size){128, 64});
            config.resistors = k == 0 ? 0 : k == 1 ? PMB_RESISTORS(2) : PMB_RESISTORS(7);
            config.booster = k == 2 ? PMB_BOOSTER(1) : 0;
            rig_open(&rig, &config, 0, false);
            pmb_fill(pmb_screen_canvas(&rig.screen), PMB_WHITE);
            pmb_rect_fill(pmb_screen_canvas(&rig.screen), (pmb_rect){0, 0, 10, 64}, PMB_BLACK);
            assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
            assert_no_complaints(&rig);
            const pmb_glass_view glass = pmb_module_glass(rig.module);
            black[k] = glass.rgb[0];
            white[k] = glass.rgb[3 * 127];
            rig_close(&rig);
        }
        assert_true(black[1] > black[0]); /* paler */
        assert_true(white[2] < white[0]); /* all of it darker */
        struct rig rig;
        pmb_panel_config wrong = with(controllers[i], (pmb_size){128, 64});
        wrong.resistors = PMB_RESISTORS(8);
        rig_build(&rig, &wrong);
        assert_int_equal(pmb_panel_open(&rig.panel, &wrong, rig.port), PMB_ERR_ARGUMENT);
        rig_close(&rig);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN | PMB_ONE_BIT, a_glass_may_begin_at_any_row),
        test_without(PMB_NO_TURN | PMB_ONE_BIT | PMB_PLAIN_PANELS, a_panel_is_turned_while_in_use),
        test_without(PMB_NO_CHECKS | PMB_ONE_BIT, what_cannot_be_turned_stays),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, the_backlight_waits_for_the_first_picture),
        cmocka_unit_test(opening_stops_scrolling),
        test_without(PMB_NO_CHECKS, the_supply_of_an_lcd_is_configured),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
