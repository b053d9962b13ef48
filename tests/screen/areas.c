/* Repainting a part gives the same glass as repainting all, whatever the panel, the band and the
 * memory for what is on the glass; and what lies outside is not looked at. */
#include "rig.h"

static const pmb_bus spi = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)};

static const pmb_panel_config configs[] = {
    {.controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c, .address = 0x3C}},
    {.controller = &pmb_pcd8544, .size = {84, 48}, .bus = spi, .reset = PMB_PIN(1)},
    {.controller = &pmb_ssd1322, .size = {256, 64}, .bus = spi, .reset = PMB_PIN(1)},
    {.controller = &pmb_st7735, .size = {128, 160}, .bus = spi, .reset = PMB_PIN(1)},
    {.controller = &pmb_ssd1681,
     .size = {200, 200},
     .bus = spi,
     .reset = PMB_PIN(1),
     .busy = PMB_PIN(4),
     .refresh = PMB_REFRESH_PARTIAL},
};

enum { BOXES = 5 };

static void paint(pmb_canvas *c, void *scene)
{
    const pmb_rect *boxes = scene;
    pmb_fill(c, PMB_WHITE);
    for (int i = 0; i < BOXES; i++)
        pmb_rect_fill(c, boxes[i], i % 2 ? PMB_WHITE : PMB_BLACK);
}

static uint32_t seed = 4;

static int16_t random_below(int limit)
{
    seed = seed * 1664525u + 1013904223u;
    return (int16_t)((seed >> 16) % (uint32_t)limit);
}

static pmb_rect somewhere(pmb_size size)
{
    return (pmb_rect){(int16_t)(random_below(size.w + 20) - 10),
                      (int16_t)(random_below(size.h + 20) - 10), random_below(50),
                      random_below(40)};
}

/* Memory for what is on the glass: none, tiles, a mirror. */
static void open_with(struct rig *rig, const pmb_panel_config *config, size_t band, int memory,
                      void **mirror)
{
    rig_open(rig, config, band, memory == 1);
    const size_t whole = pmb_screen_whole_bytes(&rig->panel);
    *mirror = memory == 2 ? malloc(whole) : NULL;
    if (*mirror)
        assert_int_equal(pmb_screen_mirror(&rig->screen, *mirror, whole), PMB_OK);
}

static void parts_make_the_same_glass(void **state)
{
    (void)state;
    for (size_t k = 0; k < LENGTH(configs); k++)
        for (int how = 0; how < 24; how++) {
            pmb_panel_config config = configs[k];
            pmb_rect boxes[BOXES] = {{0}};
            struct rig rig;
            void *mirror;
            config.rotate = (pmb_rotation)(how % 4);
            rig_open(&rig, &config, 0, false);
            const size_t least = pmb_screen_least_bytes(&rig.panel);
            rig_close(&rig);
            const size_t band = how & 4 ? least * (size_t)(1 + random_below(19)) : 0;
            open_with(&rig, &config, band, how / 8, &mirror);
            for (int n = 0; n < 8; n++) {
                const int i = random_below(BOXES);
                const pmb_rect before = boxes[i];
                boxes[i] = somewhere(rig.panel.size);
                assert_int_equal(pmb_screen_paint_area(&rig.screen, paint, boxes,
                                                       pmb_rect_around(before, boxes[i])),
                                 PMB_OK);
                assert_int_equal(pmb_panel_wait(&rig.panel, 30000), PMB_OK);
                assert_glass_shows(&rig, paint, boxes);
            }
            assert_no_complaints(&rig);
            rig_close(&rig);
            free(mirror);
        }
}

static unsigned painted;

static void count_bands(pmb_canvas *c, void *scene)
{
    painted++;
    paint(c, scene);
    assert_true(c->clip.w == 4 && c->clip.h == 8); /* whole units of the controller */
}

static void nothing_else_is_painted_or_sent(void **state)
{
    (void)state;
    struct rig rig;
    void *mirror;
    pmb_rect boxes[BOXES] = {{0}};
    open_with(&rig, &configs[0], 256, 0, &mirror);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint, boxes), PMB_OK);
    const uint64_t before = pmb_bench_traffic_so_far(rig.bench).bytes;
    boxes[0] = (pmb_rect){30, 20, 4, 3};
    assert_int_equal(pmb_screen_paint_area(&rig.screen, count_bands, boxes, boxes[0]), PMB_OK);
    assert_int_equal(painted, 1);
    /* Four columns of one page, with the addressing and an address. */
    assert_int_equal(pmb_bench_traffic_so_far(rig.bench).bytes - before,
                     1 + ADDRESSING + 3 + 1 + 4);
    assert_int_equal(pmb_screen_paint_area(&rig.screen, count_bands, boxes, (pmb_rect){0}), PMB_OK);
    assert_int_equal(
        pmb_screen_paint_area(&rig.screen, count_bands, boxes, (pmb_rect){500, 500, 9, 9}), PMB_OK);
    assert_int_equal(painted, 1);
    assert_int_equal(pmb_screen_paint_area(&rig.screen, NULL, boxes, boxes[0]), PMB_ERR_ARGUMENT);
    rig_close(&rig);
}

/* What is drawn directly, and told. */
static void a_part_is_presented(void **state)
{
    (void)state;
    for (int memory = 0; memory < 3; memory++) {
        struct rig rig;
        void *mirror;
        open_with(&rig, &configs[0], 0, memory, &mirror);
        pmb_canvas *c = pmb_screen_canvas(&rig.screen);
        assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
        pmb_pixel(c, (pmb_point){70, 33}, PMB_WHITE);
        pmb_pixel(c, (pmb_point){3, 3}, PMB_WHITE);
        assert_int_equal(pmb_screen_present_area(&rig.screen, (pmb_rect){70, 33, 1, 1}), PMB_OK);
        assert_int_equal(glass_lit_count(&rig), 1);
        assert_true(glass_is_light(&rig, 70, 33));
        assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
        assert_int_equal(glass_lit_count(&rig), 2);
        rig_close(&rig);
        free(mirror);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT, parts_make_the_same_glass),
        cmocka_unit_test(nothing_else_is_painted_or_sent),
        cmocka_unit_test(a_part_is_presented),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
