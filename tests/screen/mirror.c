/* A mirror sends what changed and hardly more, and the glass is always that of a full redraw. */
#include "rig.h"

static const pmb_bus spi = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)};

static const pmb_panel_config configs[] = {
    {.controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c, .address = 0x3C}},
    {.controller = &pmb_pcd8544, .size = {84, 48}, .bus = spi, .reset = PMB_PIN(1)},
    {.controller = &pmb_ssd1322, .size = {256, 64}, .bus = spi, .reset = PMB_PIN(1)},
    {.controller = &pmb_ssd1351, .size = {128, 96}, .bus = spi, .reset = PMB_PIN(1)},
    {.controller = &pmb_st7735, .size = {128, 160}, .bus = spi, .reset = PMB_PIN(1)},
};

struct boxes {
    pmb_rect r[6];
    pmb_point line[2];
    int turn;
};

static void paint_boxes(pmb_canvas *c, void *scene)
{
    const struct boxes *b = scene;
    pmb_fill(c, PMB_BLACK);
    for (int i = 0; i < 6; i++)
        pmb_rect_fill(c, b->r[i], i % 3 ? PMB_WHITE : PMB_BLACK);
    pmb_line(c, b->line[0], b->line[1], PMB_WHITE);
}

static uint32_t seed = 77;

static int random_below(int limit)
{
    seed = seed * 1664525u + 1013904223u;
    return (int)((seed >> 16) % (uint32_t)limit);
}

static pmb_point somewhere(pmb_size size)
{
    return (pmb_point){(int16_t)random_below(size.w), (int16_t)random_below(size.h)};
}

static void change(struct boxes *b, pmb_size size)
{
    for (int i = 0; i < 6; i++)
        if (random_below(3) == 0) {
            const pmb_point p = somewhere(size);
            b->r[i] = (pmb_rect){p.x, p.y, (int16_t)random_below(30), (int16_t)random_below(20)};
        }
    b->line[random_below(2)] = somewhere(size);
}

static void open_mirrored(struct rig *rig, const pmb_panel_config *config, size_t band,
                          void **mirror)
{
    rig_open(rig, config, band, false);
    const size_t bytes = pmb_screen_whole_bytes(&rig->panel);
    *mirror = malloc(bytes);
    assert_int_equal(pmb_screen_mirror(&rig->screen, *mirror, bytes - 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_mirror(&rig->screen, *mirror, bytes), PMB_OK);
}

static void changes_are_all_that_is_sent(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(configs); i++)
        for (int how = 0; how < 8; how++) {
            pmb_panel_config config = configs[i];
            struct rig rig;
            struct boxes scene = {0};
            void *mirror;
            config.rotate = (pmb_rotation)(how % 4);
            rig_open(&rig, &config, 0, false);
            const size_t least = pmb_screen_least_bytes(&rig.panel);
            rig_close(&rig);
            open_mirrored(&rig, &config, how < 4 ? 0 : least * (size_t)(1 + how), &mirror);
            scene.line[1] = (pmb_point){1, 1};
            assert_int_equal(pmb_screen_paint(&rig.screen, paint_boxes, &scene), PMB_OK);
            const pmb_module_tally before = pmb_module_count(rig.module);
            for (int n = 0; n < 12; n++) {
                change(&scene, rig.panel.size);
                assert_int_equal(pmb_screen_paint(&rig.screen, paint_boxes, &scene), PMB_OK);
                assert_glass_shows(&rig, paint_boxes, &scene);
                (void)pmb_module_count(rig.module);
            }
            const pmb_module_tally after = pmb_module_count(rig.module);
            const uint64_t sent = after.pixel_bytes - before.pixel_bytes;
            const uint64_t least_sent = after.changed_bytes - before.changed_bytes;
            assert_true(least_sent > 500);
            assert_in_range(sent, least_sent, least_sent * 5 / 4);
            assert_no_complaints(&rig);
            rig_close(&rig);
            free(mirror);
        }
}

static void one_pixel_sends_one_byte(void **state)
{
    (void)state;
    struct rig rig;
    void *mirror;
    open_mirrored(&rig, &configs[0], 0, &mirror);
    assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
    const uint64_t before = pmb_bench_traffic_so_far(rig.bench).bytes;
    assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
    assert_int_equal(pmb_bench_traffic_so_far(rig.bench).bytes, before);
    pmb_pixel(pmb_screen_canvas(&rig.screen), (pmb_point){70, 33}, PMB_WHITE);
    assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
    assert_int_equal(pmb_bench_traffic_so_far(rig.bench).bytes - before,
                     1 + ADDRESSING + 3 + 1 + 1);
    assert_true(glass_is_light(&rig, 70, 33));
    rig_close(&rig);
    free(mirror);
}

static void paint_pixel(pmb_canvas *c, void *at)
{
    pmb_pixel(c, *(pmb_point *)at, PMB_WHITE);
}

/* Bytes are compared by words where both memories allow that: a pixel at each place of a word is
 * found, wherever they lie. */
static void memory_may_lie_anywhere(void **state)
{
    (void)state;
    enum { BYTES = 128 * 64 / 8, WORD = 8 };
    static uint8_t buffer[BYTES + WORD], mirror[BYTES + WORD];
    for (size_t i = 0; i < WORD * WORD; i++) {
        struct rig rig;
        pmb_point at = {0, 0};
        rig_build(&rig, &configs[0]);
        assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_OK);
        assert_int_equal(
            pmb_screen_init(&rig.screen, &rig.panel, buffer + i % WORD, BYTES, NULL, 0), PMB_OK);
        assert_int_equal(pmb_screen_mirror(&rig.screen, mirror + i / WORD, BYTES), PMB_OK);
        for (; at.x < 3 * WORD; at.x++) {
            assert_int_equal(pmb_screen_paint(&rig.screen, paint_pixel, &at), PMB_OK);
            assert_true(glass_is_light(&rig, at.x, 0));
            assert_int_equal(glass_lit_count(&rig), 1);
        }
        rig_close(&rig);
    }
}

/* Each transfer in turn breaks off: the next paint repairs the glass. */
static void a_broken_transfer_is_made_good(void **state)
{
    (void)state;
    bool failed = true;
    for (unsigned n = 1; failed; n++) {
        struct rig rig;
        struct boxes scene = {.r = {{0}, {20, 10, 30, 30}}, .line = {{0, 0}, {100, 50}}};
        void *mirror;
        open_mirrored(&rig, &configs[0], 256, &mirror);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_boxes, &scene), PMB_OK);
        scene.r[1] = (pmb_rect){60, 20, 40, 40};
        pmb_bench_break_transfer(rig.bench, n, 3, false);
        failed = pmb_screen_paint(&rig.screen, paint_boxes, &scene) != PMB_OK;
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_boxes, &scene), PMB_OK);
        assert_glass_shows(&rig, paint_boxes, &scene);
        rig_close(&rig);
        free(mirror);
    }
}

static void paint_paper(pmb_canvas *c, void *scene)
{
    const pmb_rect *r = scene;
    pmb_fill(c, PMB_WHITE);
    pmb_rect_fill(c, *r, PMB_BLACK);
}

/* A partial refresh needs what changed in both memories of the controller. The second time it goes
 * to both, as some exchange them. */
static void paper_is_told_twice(void **state)
{
    (void)state;
    const pmb_panel_config config = {.controller = &pmb_ssd1681,
                                     .size = {200, 200},
                                     .bus = spi,
                                     .reset = PMB_PIN(1),
                                     .busy = PMB_PIN(4),
                                     .refresh = PMB_REFRESH_PARTIAL};
    struct rig rig;
    void *mirror;
    pmb_rect r = {16, 20, 64, 30};
    open_mirrored(&rig, &config, 0, &mirror);
    for (int n = 0; n < 4; n++) {
        const pmb_module_tally before = pmb_module_count(rig.module);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_paper, &r), PMB_OK);
        assert_int_equal(pmb_panel_wait(&rig.panel, 30000), PMB_OK);
        assert_glass_shows(&rig, paint_paper, &r);
        const pmb_module_tally after = pmb_module_count(rig.module);
        if (n > 0) /* two columns of bytes at each side, 30 rows: to one memory, then to both */
            assert_int_equal(after.pixel_bytes - before.pixel_bytes, 3 * 2 * 2 * 30);
        if (n > 0) /* in two memories */
            assert_int_equal(after.changed_bytes - before.changed_bytes, 2 * 2 * 2 * 30);
        r.x = (int16_t)(r.x + 16);
    }
    assert_no_complaints(&rig);
    rig_close(&rig);
    free(mirror);
}

/* A box whose colour is its number: black, white, and the inks that the paper has. */
static void paint_ink(pmb_canvas *c, void *scene)
{
    static const pmb_color colors[] = {PMB_BLACK, PMB_WHITE, PMB_RED, PMB_YELLOW};
    const int color = *(const int *)scene;
    pmb_fill(c, PMB_BLACK);
    pmb_rect_fill(c, (pmb_rect){40, 30, 50, 60}, colors[color]);
    pmb_rect_fill(c, (pmb_rect){100, 110, 9, 9}, colors[3 - color]);
}

/* From each colour to each other: one plane may change, and the other not. With a mirror as with
 * tiles. */
static void inks_are_found_in_both_planes(void **state)
{
    (void)state;
    static const pmb_controller *const controllers[] = {&pmb_ssd1681_red, &pmb_jd79660};
    static const int walk[] = {0, 2, 0, 1, 2, 1, 3, 0, 3, 2, 3, 1, 0};
    for (size_t i = 0; i < LENGTH(controllers); i++) {
        const pmb_panel_config config = {.controller = controllers[i],
                                         .size = {200, 200},
                                         .bus = spi,
                                         .reset = PMB_PIN(1),
                                         .busy = PMB_PIN(4)};
        struct rig rigs[3];
        void *mirror;
        rig_open(&rigs[0], &config, 0, false);
        open_mirrored(&rigs[1], &config, i ? 0 : 2000, &mirror);
        rig_open(&rigs[2], &config, i ? 2000 : 0, true);
        for (size_t k = 0; k < LENGTH(walk); k++) {
            int color = walk[k];
            for (int r = 0; r < 3; r++) {
                assert_int_equal(pmb_screen_paint(&rigs[r].screen, paint_ink, &color), PMB_OK);
                assert_int_equal(pmb_panel_wait(&rigs[r].panel, 100000), PMB_OK);
                assert_memory_equal(pmb_module_glass(rigs[r].module).rgb,
                                    pmb_module_glass(rigs[0].module).rgb, 3 * 200 * 200);
            }
        }
        for (int r = 0; r < 3; r++) {
            assert_no_complaints(&rigs[r]);
            rig_close(&rigs[r]);
        }
        free(mirror);
    }
}

static void a_mirror_takes_the_place_of_tiles(void **state)
{
    (void)state;
    struct rig rig;
    uint8_t memory[1024];
    rig_open(&rig, &configs[0], 0, true);
    assert_int_equal(pmb_screen_mirror(&rig.screen, memory, sizeof memory), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_mirror(&rig.screen, NULL, 1024), PMB_ERR_ARGUMENT);
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN | PMB_ONE_BIT, changes_are_all_that_is_sent),
        cmocka_unit_test(one_pixel_sends_one_byte),
        cmocka_unit_test(memory_may_lie_anywhere),
        cmocka_unit_test(a_broken_transfer_is_made_good),
        test_without(PMB_PLAIN_PANELS, paper_is_told_twice),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_NO_TURN | PMB_NO_TILES,
                     inks_are_found_in_both_planes),
        test_without(PMB_NO_TILES, a_mirror_takes_the_place_of_tiles),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
