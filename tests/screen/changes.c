/* What changed is sent, whatever was drawn, into whatever memory: after each update the glass is as
 * after sending everything. And little more than that is sent. */
#include "rig.h"

#include <stdio.h>

static const pmb_bus spi = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)};

static const pmb_panel_config configs[] = {
    {.controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c, .address = 0x3C}},
    {.controller = &pmb_pcd8544, .size = {84, 48}, .bus = spi, .reset = PMB_PIN(1)},
    {.controller = &pmb_ssd1322, .size = {256, 64}, .bus = spi, .reset = PMB_PIN(1)},
    {.controller = &pmb_st7735, .size = {128, 160}, .bus = spi, .reset = PMB_PIN(1)},
};

static uint32_t seed;

static int16_t random_below(int limit)
{
    seed = seed * 1664525u + 1013904223u;
    return (int16_t)((seed >> 16) % (uint32_t)limit);
}

/* One thing that is drawn, of every kind there is. */
struct thing {
    int kind;
    pmb_rect r;
    pmb_color color;
};

enum { KINDS = 22, THINGS = 12 };

static struct thing random_thing(pmb_size size)
{
    static const pmb_color colors[] = {PMB_WHITE, PMB_BLACK, PMB_RGB(200, 120, 40)};
    return (struct thing){.kind = random_below(KINDS),
                          .r = {(int16_t)(random_below(size.w + 20) - 10),
                                (int16_t)(random_below(size.h + 20) - 10),
                                (int16_t)(1 + random_below(40)), (int16_t)(1 + random_below(30))},
                          .color = colors[random_below(3)]};
}

static void draw(pmb_canvas *c, const struct thing *t)
{
    const pmb_rect r = t->r;
    const pmb_point a = {r.x, r.y}, b = {(int16_t)(r.x + r.w), (int16_t)(r.y + r.h)};
    const pmb_point d = {(int16_t)(b.x - 2 * r.h), b.y};
    const pmb_point corners[] = {a, b, d};
    const pmb_text_style plain = {.font = &pmb_font_jetty, .color = t->color};
    const pmb_text_style large = {
        .font = &pmb_font_jetty, .color = t->color, .scale = 2, .turn = (uint8_t)(r.w & 3)};
    const pmb_text_style smooth = {.font = &pmb_font_smooth12, .color = t->color};
    static const uint8_t pattern[8] = {0x88, 0x44, 0x22, 0x11, 0x88, 0x44, 0x22, 0x11};
    static const pmb_segments digits = {.theme = &pmb_theme_dark, .digits = 3};
    switch (t->kind) {
    case 0:
        pmb_pixel(c, a, t->color);
        break;
    case 1:
        pmb_line(c, a, b, t->color);
        break;
    case 2:
        pmb_line_dashed(c, b, a, 3, 2, t->color);
        break;
    case 3:
        pmb_line_wide(c, a, b, 4, t->color);
        break;
    case 4:
        pmb_rect_fill(c, r, t->color);
        break;
    case 5:
        pmb_rect_stroke(c, r, t->color);
        break;
    case 6:
        pmb_rect_pattern(c, r, pattern, t->color);
        break;
    case 7:
        pmb_rect_dither(c, r, 7, t->color);
        break;
    case 8:
        pmb_rect_gradient(c, r, PMB_BLACK, t->color, r.w & 1);
        break;
    case 9:
        pmb_ellipse_fill(c, r, t->color);
        break;
    case 10:
        pmb_ellipse_stroke(c, r, t->color);
        break;
    case 11:
        pmb_ellipse_ring(c, r, 3, t->color);
        break;
    case 12:
        pmb_round_fill(c, r, 4, t->color);
        break;
    case 13:
        pmb_sector_fill(c, a, 18, 9, PMB_DEGREES(20), PMB_DEGREES(200), t->color);
        break;
    case 14:
        pmb_polygon_fill(c, corners, 3, t->color);
        break;
    case 15:
        pmb_text(c, &plain, a, "4.12 m");
        break;
    case 16:
        pmb_text(c, &large, a, "kn");
        break;
    case 17:
        pmb_text(c, &smooth, a, "Quay");
        break;
    case 18:
        pmb_smooth_line(c, a, d, t->color);
        break;
    case 19:
        pmb_smooth_ellipse_fill(c, r, t->color);
        break;
    case 20:
        pmb_smooth_polygon_fill(c, corners, 3, t->color);
        break;
    default:
        pmb_segments_draw(c, &digits, r, "4.1", PMB_NORMAL);
        break;
    }
}

/* The scene is a list of things; the first has no kind: how many there are is its colour. */
struct scene {
    int count;
    struct thing things[THINGS];
};

static void paint(pmb_canvas *c, void *scene)
{
    const struct scene *s = scene;
    for (int i = 0; i < s->count; i++)
        draw(c, &s->things[i]);
}

/* Memory for what is on the glass. */
enum memory { NONE, TILES, MIRROR };

struct station {
    struct rig rig;
    void *mirror;
    uint8_t *glass; /* a copy */
    size_t glass_bytes;
};

static void open_station(struct station *s, const pmb_panel_config *config, size_t band,
                         enum memory memory, size_t tiles)
{
    rig_build(&s->rig, config);
    struct rig *rig = &s->rig;
    assert_int_equal(pmb_panel_open(&rig->panel, &rig->config, rig->port), PMB_OK);
    const size_t whole = pmb_screen_whole_bytes(&rig->panel), bytes = band ? band : whole;
    rig->buffer = malloc(bytes);
    rig->tiles = memory == TILES ? malloc(tiles * sizeof(pmb_tile)) : NULL;
    assert_int_equal(pmb_screen_init(&rig->screen, &rig->panel, rig->buffer, bytes, rig->tiles,
                                     memory == TILES ? tiles : 0),
                     PMB_OK);
    s->mirror = memory == MIRROR ? malloc(whole) : NULL;
    if (s->mirror)
        assert_int_equal(pmb_screen_mirror(&rig->screen, s->mirror, whole), PMB_OK);
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    s->glass_bytes = 3 * (size_t)glass.width * (size_t)glass.height;
    s->glass = malloc(s->glass_bytes);
}

static void close_station(struct station *s)
{
    assert_no_complaints(&s->rig);
    rig_close(&s->rig);
    free(s->mirror);
    free(s->glass);
}

static void keep_glass(struct station *s)
{
    memcpy(s->glass, pmb_module_glass(s->rig.module).rgb, s->glass_bytes);
}

static void assert_glass_is_kept(struct station *s, const char *what, int number)
{
    if (memcmp(s->glass, pmb_module_glass(s->rig.module).rgb, s->glass_bytes) != 0)
        fail_msg("%s %d: sending all of it changes the glass", what, number);
}

static uint64_t bytes_sent(const struct station *s)
{
    return pmb_bench_traffic_so_far(s->rig.bench).bytes;
}

/* From few large tiles (there must be one for each page of a page controller) to more than there
 * can be. */
static size_t random_tiles(const pmb_panel_config *config)
{
    const int area = config->size.w * config->size.h / 64;
    return (size_t)(8 + random_below(area));
}

static void whatever_is_drawn_directly_is_sent(void **state)
{
    (void)state;
    seed = 7;
    for (size_t k = 0; k < LENGTH(configs); k++)
        for (int how = 0; how < 24; how++) {
            pmb_panel_config config = configs[k];
            struct station s;
            config.rotate = (pmb_rotation)(how % 4);
            open_station(&s, &config, 0, (enum memory)(how % 3), random_tiles(&config));
            pmb_canvas *c = pmb_screen_canvas(&s.rig.screen);
            for (int step = 0; step < 30; step++) {
                for (int n = random_below(4); n >= 0; n--) {
                    const struct thing thing = random_thing(s.rig.panel.size);
                    draw(c, &thing);
                }
                assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
                keep_glass(&s);
                const uint64_t before = bytes_sent(&s);
                assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
                assert_int_equal(bytes_sent(&s), before); /* nothing was drawn */
                pmb_screen_forget(&s.rig.screen);
                assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
                assert_glass_is_kept(&s, "step", step);
            }
            close_station(&s);
        }
}

static void whatever_is_painted_in_bands_is_sent(void **state)
{
    (void)state;
    seed = 11;
    for (size_t k = 0; k < LENGTH(configs); k++)
        for (int how = 0; how < 24; how++) {
            pmb_panel_config config = configs[k];
            struct station s, all;
            struct scene scene = {.count = 0};
            config.rotate = (pmb_rotation)(how % 4);
            open_station(&all, &config, 0, NONE, 0);
            const size_t least = pmb_screen_least_bytes(&all.rig.panel);
            const size_t bands = pmb_screen_whole_bytes(&all.rig.panel) / least;
            const size_t band = least * (size_t)(1 + random_below((int)bands));
            open_station(&s, &config, band, (enum memory)(how % 3), bands + random_tiles(&config));
            for (int step = 0; step < 12; step++) {
                scene.things[step % THINGS] = random_thing(s.rig.panel.size);
                scene.count = step < THINGS ? step + 1 : THINGS;
                assert_int_equal(pmb_screen_paint(&s.rig.screen, paint, &scene), PMB_OK);
                assert_int_equal(pmb_screen_paint(&all.rig.screen, paint, &scene), PMB_OK);
                keep_glass(&all);
                memcpy(s.glass, all.glass, s.glass_bytes);
                assert_glass_is_kept(&s, "painted step", step);
            }
            close_station(&s);
            close_station(&all);
        }
}

/* Bytes that differ between two contents of a buffer: the least that has to be sent. */
static size_t differing(const uint8_t *a, const uint8_t *b, size_t bytes)
{
    size_t count = 0;
    for (size_t i = 0; i < bytes; i++)
        count += a[i] != b[i];
    return count;
}

/* Bytes sent for one and the same hundred updates, and the least possible. */
static uint64_t cost(const pmb_panel_config *config, enum memory memory, size_t tiles,
                     uint64_t *least)
{
    struct station s;
    open_station(&s, config, 0, memory, tiles);
    pmb_canvas *c = pmb_screen_canvas(&s.rig.screen);
    const size_t bytes = pmb_screen_whole_bytes(&s.rig.panel);
    uint8_t *before = malloc(bytes);
    assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
    const uint64_t first = bytes_sent(&s);
    seed = 23;
    *least = 0;
    for (int step = 0; step < 100; step++) {
        const struct thing thing = random_thing(s.rig.panel.size);
        memcpy(before, s.rig.buffer, bytes);
        draw(c, &thing);
        *least += differing(before, s.rig.buffer, bytes);
        assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
    }
    const uint64_t sent = bytes_sent(&s) - first;
    free(before);
    close_station(&s);
    return sent;
}

static void more_memory_sends_less(void **state)
{
    (void)state;
    for (size_t k = 0; k < LENGTH(configs); k++) {
        const pmb_panel_config *config = &configs[k];
        const size_t fine = (size_t)(config->size.w + 7) / 8 * (size_t)(config->size.h + 7) / 8;
        uint64_t least;
        const uint64_t mirror = cost(config, MIRROR, 0, &least);
        const uint64_t small = cost(config, TILES, fine, &least);
        const uint64_t large = cost(config, TILES, 8, &least);
        print_message("  panel %zu: least %llu bytes; mirror %.2f, tiles of 8 by 8 %.2f, eight "
                      "tiles %.2f times as many with addresses\n",
                      k, (unsigned long long)least, (double)mirror / (double)least,
                      (double)small / (double)least, (double)large / (double)least);
        assert_true(mirror < small && small < large);
        assert_true(mirror < 3 * least);
    }
}

/* Two pixels far apart, without any memory of the glass: two bytes and their addresses, after the
 * addressing of pages. */
static void only_what_was_drawn_is_looked_at(void **state)
{
    (void)state;
    struct station s;
    open_station(&s, &configs[0], 0, NONE, 0);
    pmb_canvas *c = pmb_screen_canvas(&s.rig.screen);
    assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
    const uint64_t before = bytes_sent(&s);
    pmb_pixel(c, (pmb_point){3, 3}, PMB_WHITE);
    pmb_pixel(c, (pmb_point){120, 60}, PMB_WHITE);
    assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
    assert_int_equal(bytes_sent(&s) - before, ADDRESSING + 2 * (1 + 3 + 1 + 1));
    assert_int_equal(glass_lit_count(&s.rig), 2);
    /* What is written past the functions is sent when it is told. */
    s.rig.buffer[10] = 0xFF;
    assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
    assert_int_equal(glass_lit_count(&s.rig), 2);
    assert_int_equal(pmb_screen_present_area(&s.rig.screen, (pmb_rect){10, 0, 1, 8}), PMB_OK);
    assert_int_equal(glass_lit_count(&s.rig), 10);
    close_station(&s);
}

/* Bars that cross each other are drawn twice where they do, and sent once. */
static void what_overlaps_is_not_sent_more_than_once(void **state)
{
    (void)state;
    for (size_t k = 0; k < LENGTH(configs); k++) {
        struct station s;
        open_station(&s, &configs[k], 0, NONE, 0);
        const pmb_size size = s.rig.panel.size;
        const uint64_t opened = bytes_sent(&s);
        assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
        const uint64_t whole = bytes_sent(&s) - opened, before = bytes_sent(&s);
        pmb_canvas *c = pmb_screen_canvas(&s.rig.screen);
        for (int i = 0; i < 2; i++) {
            pmb_rect_fill(c, pmb_rect_of(0, i * size.h / 2, size.w, size.h * 45 / 100), PMB_WHITE);
            pmb_rect_fill(c, pmb_rect_of(i * size.w / 2, 0, size.w * 45 / 100, size.h), PMB_WHITE);
        }
        assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
        assert_true(bytes_sent(&s) - before <= whole);
        close_station(&s);
    }
}

/* Four tiles that meet are one window on a TFT, and a page controller is addressed page by page. */
static void neighbours_are_sent_in_one_go(void **state)
{
    (void)state;
    for (size_t k = 0; k < 4; k += 3) {
        struct station s;
        const size_t tiles = k == 0 ? 128 : 320;
        open_station(&s, &configs[k], 0, TILES, tiles);
#if !PMB_NO_TILES
        assert_int_equal(s.rig.screen.tile_columns, 8);
        assert_int_equal(s.rig.screen.tile_rows, 8);
#endif
        pmb_canvas *c = pmb_screen_canvas(&s.rig.screen);
        assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
        const uint64_t before = bytes_sent(&s);
        pmb_rect_fill(c, (pmb_rect){16, 16, 16, 16}, PMB_WHITE);
        assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
        const uint64_t window = 1 + 4 + 1 + 4 + 1; /* MIPI DCS: CASET, RASET, RAMWR */
        assert_int_equal(bytes_sent(&s) - before,
                         k == 0 ? ADDRESSING + 2 * (1 + 3 + 1 + 16) : window + 16 * 16 * 2);
        close_station(&s);
    }
}

/* Two places that change side by side are sent as two, however many rows they have. */
static void places_side_by_side_stay_two(void **state)
{
    (void)state;
    for (size_t k = 2; k < 4; k++) { /* those that are addressed by windows */
        struct station s;
        open_station(&s, &configs[k], 0, MIRROR, 0);
        assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
        uint64_t transfers[2];
        for (int two = 0; two < 2; two++) {
            pmb_canvas *c = pmb_screen_canvas(&s.rig.screen);
            const uint64_t before = pmb_bench_traffic_so_far(s.rig.bench).transfers;
            for (int16_t i = 0; i <= two; i++)
                pmb_rect_fill(c, (pmb_rect){(int16_t)(8 + 80 * i), (int16_t)(8 + 24 * two), 8, 20},
                              PMB_WHITE);
            assert_int_equal(pmb_screen_present(&s.rig.screen), PMB_OK);
            transfers[two] = pmb_bench_traffic_so_far(s.rig.bench).transfers - before;
        }
        assert_true(transfers[1] <= 2 * transfers[0]);
        close_station(&s);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN | PMB_NO_TILES | PMB_NO_DAMAGE | PMB_ONE_BIT,
                     whatever_is_drawn_directly_is_sent),
        test_without(PMB_NO_TURN | PMB_NO_TILES | PMB_ONE_BIT,
                     whatever_is_painted_in_bands_is_sent),
        test_without(PMB_NO_TILES | PMB_ONE_BIT, more_memory_sends_less),
        test_without(PMB_ONE_BIT, what_overlaps_is_not_sent_more_than_once),
        test_without(PMB_NO_TILES | PMB_ONE_BIT, places_side_by_side_stay_two),
        test_without(PMB_NO_DAMAGE, only_what_was_drawn_is_looked_at),
        test_without(PMB_NO_TILES | PMB_ONE_BIT, neighbours_are_sent_in_one_go),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
