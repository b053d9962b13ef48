/* With a draft the glass always shows what a full repaint shows, and little is painted for it. */
#include <string.h>
#include "cells.h"
#include "encode.h"
#include "gauges.h"
#include "rig.h"

static const pmb_bus spi = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)};

static const pmb_panel_config configs[] = {
    {.controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c, .address = 0x3C}},
    {.controller = &pmb_ssd1322, .size = {256, 64}, .bus = spi, .reset = PMB_PIN(1)},
    {.controller = &pmb_st7735, .size = {128, 160}, .bus = spi, .reset = PMB_PIN(1)},
    {.controller = &pmb_st7735,
     .size = {127, 155},
     .offset = {1, 2, true},
     .bus = spi,
     .reset = PMB_PIN(1),
     .rotate = PMB_ROTATE_90},
    {.controller = &pmb_ssd1327, /* the first byte of a row has half of it beside the glass */
     .size = {127, 90},
     .offset = {1, 5, true},
     .bus = {.kind = &pmb_i2c, .address = 0x3C}},
};

#if PMB_DRAFTS
enum { ITEMS = 12, KINDS = 17 };

struct item {
    int kind, number, part;
    pmb_point p, q;
    pmb_rect clip;
    pmb_point origin;
    pmb_color color;
};

struct scene {
    pmb_size size;
    struct item items[ITEMS];
};

static uint32_t seed = 11;

static int random_below(int limit)
{
    seed = seed * 1664525u + 1013904223u;
    return (int)((seed >> 16) % (uint32_t)limit);
}

/* Two pictures, of the same size. */
static struct block blocks[2];

static int make_pictures(void **state)
{
    enum { W = 24, H = 18 };
    (void)state;
    for (int b = 0; b < 2; b++) {
        static uint16_t values[W * H];
        const struct pixels p = {.w = W, .h = H, .kind = PMB_PIXELS_ONE_BIT, .values = values};
        for (int i = 0; i < W * H; i++)
            values[i] = (uint16_t)(b ? i / W % 2 : random_below(2));
        if (!block_encode(&blocks[b], &(struct film){.frames = &p, .count = 1}))
            return -1;
    }
    return 0;
}

static int free_pictures(void **state)
{
    (void)state;
    block_free(&blocks[0]);
    block_free(&blocks[1]);
    return 0;
}

static void draw_picture(pmb_canvas *c, const struct item *i)
{
    static uint8_t memory[64];
    const struct block *block = &blocks[i->part & 1];
    const pmb_picture picture = {{block->bytes, block->size, NULL}};
    const pmb_picture_style style = {.scale = (uint8_t)(1 + i->number % 3),
                                     .turn = (uint8_t)(i->number / 3 % 4),
                                     .mirror = i->part & 2,
                                     .invert = i->part & 4,
                                     .mask = i->part & 8,
                                     .recolor = i->part & 16,
                                     .light = i->color,
                                     .dark = PMB_RGB(0, 0, 96)};
    assert_int_equal(pmb_picture_draw(c, &picture, i->p, &style, memory, sizeof memory), PMB_OK);
}

static pmb_rect between(pmb_point p, pmb_point q)
{
    return (pmb_rect){p.x < q.x ? p.x : q.x, p.y < q.y ? p.y : q.y, (int16_t)(abs(p.x - q.x) + 1),
                      (int16_t)(abs(p.y - q.y) + 1)};
}

static void draw_item(pmb_canvas *c, const struct item *i)
{
    static const pmb_text_style styles[] = {
        {.font = &pmb_font_jetty, .color = PMB_WHITE},
        {.font = &pmb_font_smooth12, .color = PMB_RGB(200, 90, 20)},
        {.font = &pmb_font_jetty, .color = PMB_WHITE, .scale = 2},
        {.font = &pmb_font_jetty, .color = PMB_WHITE, .turn = 1},
    };
    const pmb_point corners[] = {i->p, i->q, {i->q.x, i->p.y}, {(int16_t)i->number, i->q.y}};
    const pmb_angle angle = (pmb_angle)(i->number * 331), sweep = (pmb_angle)(i->part * 655);
    const int16_t radius = (int16_t)(i->number % 60);
    char text[20];
    switch (i->kind) {
    case 0:
        cells[(size_t)i->number % cell_count].draw(c);
        break;
    case 1:
    case 2:
        gauges[(size_t)i->number % gauge_count].draw(c, &pmb_theme_color, between(i->p, i->q),
                                                     i->part);
        break;
    case 3:
        pmb_smooth_sector_fill(c, i->p, radius, (int16_t)(radius - i->part % 9 - 1), angle, sweep,
                               i->color);
        break;
    case 4:
        pmb_sector_stroke(c, i->p, radius, (int16_t)(i->part % 20), angle, sweep, i->color);
        break;
    case 5:
        pmb_smooth_line_wide(c, i->p, i->q, (uint8_t)(i->part % 9), i->color);
        break;
    case 6:
        pmb_line_wide(c, i->p, i->q, (uint8_t)(i->part % 9), i->color);
        break;
    case 7:
        pmb_line(c, i->p, i->q, i->color);
        pmb_smooth_line(c, i->q, corners[3], i->color);
        break;
    case 8:
        pmb_smooth_polygon_fill(c, corners, 4, i->color);
        break;
    case 9:
        pmb_polygon_fill(c, corners, 3, i->color);
        break;
    case 10:
        pmb_smooth_ellipse_ring(c, between(i->p, i->q), (int16_t)(i->part % 6), i->color);
        break;
    case 11:
        pmb_ellipse_ring(c, between(i->p, i->q), (int16_t)(i->part % 6), i->color);
        pmb_round_stroke(c, between(i->p, corners[3]), (int16_t)(i->number % 12), i->color);
        break;
    case 12:
        (void)pmb_number_text(text, sizeof text, &(pmb_number){.decimals = 1}, i->part * 7);
        pmb_text(c, &styles[i->number % 4], i->p, text);
        break;
    case 13:
        (void)pmb_text_box(c, &styles[i->number % 2], between(i->p, i->q),
                           &(pmb_text_layout){.wrap = true}, "low water at seven, high at one");
        break;
    case 14:
        draw_picture(c, i);
        break;
    case 15: /* the parts change one end's colour, the numbers the way it lies */
        pmb_rect_gradient(c, between(i->p, i->q), i->color, (pmb_color)(i->part * 601),
                          i->number & 1);
        break;
    default:
        pmb_rect_fill(c, between(i->p, i->q), i->color);
        pmb_pixel(c, corners[3], PMB_WHITE);
        break;
    }
}

static void paint(pmb_canvas *c, void *of)
{
    const struct scene *s = of;
    for (int n = 0; n < ITEMS; n++) {
        const pmb_rect saved = pmb_canvas_narrow_clip(c, s->items[n].clip);
        const pmb_point origin = c->origin;
        c->origin = s->items[n].origin;
        draw_item(c, &s->items[n]);
        c->origin = origin;
        pmb_canvas_restore_clip(c, saved);
    }
}

static pmb_point somewhere(pmb_size size)
{
    return (pmb_point){(int16_t)(random_below(size.w + 20) - 10),
                       (int16_t)(random_below(size.h + 20) - 10)};
}

static struct item any_item(pmb_size size)
{
    struct item i = {.kind = random_below(KINDS),
                     .number = random_below(200),
                     .part = random_below(101),
                     .p = somewhere(size),
                     .q = somewhere(size),
                     .clip = {0, 0, size.w, size.h},
                     .color = (pmb_color)random_below(65536)};
    if (random_below(3) == 0)
        i.clip = between(somewhere(size), somewhere(size));
    if (random_below(3) == 0 || i.kind == 0)
        i.origin = somewhere(size);
    return i;
}

static int16_t nudged(int16_t value)
{
    return (int16_t)(value + random_below(7) - 3);
}

/* Small changes are the ones that hide. */
static void change(struct scene *s)
{
    struct item *i = &s->items[random_below(ITEMS)];
    switch (random_below(8)) {
    case 0:
        *i = any_item(s->size);
        break;
    case 1:
        i->part = (i->part + 1) % 101;
        break;
    case 2:
        i->p.x = nudged(i->p.x);
        break;
    case 3:
        i->q = (pmb_point){nudged(i->q.x), nudged(i->q.y)};
        break;
    case 4:
        i->clip.w = nudged(i->clip.w);
        break;
    case 5:
        i->clip.y = nudged(i->clip.y);
        break;
    case 6:
        i->origin.y = nudged(i->origin.y);
        break;
    default:
        i->color = (pmb_color)random_below(65536);
        break;
    }
}

static void assert_same_glass(const struct rig *a, const struct rig *b)
{
    const pmb_glass_view one = pmb_module_glass(a->module), other = pmb_module_glass(b->module);
    assert_memory_equal(one.rgb, other.rgb, (size_t)(3 * one.width * one.height));
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

static void the_glass_is_that_of_a_full_repaint(void **state)
{
    (void)state;
    static pmb_square squares[PMB_SQUARES(256, 160)];
    for (size_t k = 0; k < LENGTH(configs); k++)
        for (int how = 0; how < 6; how++) {
            struct rig rig, full;
            void *mirror;
            rig_open(&full, &configs[k], 0, false);
            const size_t least = pmb_screen_least_bytes(&full.panel);
            open_with(&rig, &configs[k], how & 1 ? least * (size_t)(1 + random_below(19)) : 0,
                      how / 2, &mirror);
            assert_int_equal(pmb_screen_draft(&rig.screen, squares, LENGTH(squares)), PMB_OK);
            struct scene s = {.size = rig.panel.size};
            for (int n = 0; n < ITEMS; n++)
                s.items[n] = any_item(s.size);
            for (int n = 0; n < 150; n++) {
                change(&s);
                if (n % 20 == 7) { /* past the draft, and back again */
                    struct scene other = s;
                    other.items[0] = any_item(s.size);
                    assert_int_equal(pmb_screen_paint_area(&rig.screen, paint, &other,
                                                           between(s.items[0].p, s.items[1].q)),
                                     PMB_OK);
                }
                if (n % 50 == 33)
                    pmb_screen_forget(&rig.screen);
                assert_int_equal(pmb_screen_paint(&rig.screen, paint, &s), PMB_OK);
                assert_int_equal(pmb_screen_paint(&full.screen, paint, &s), PMB_OK);
                assert_same_glass(&rig, &full);
            }
            assert_no_complaints(&rig);
            rig_close(&rig);
            rig_close(&full);
            free(mirror);
        }
}

/* One thing of an item is another, or one bit of it. */
static struct item with_one_change(struct item i, int what)
{
    if (what < 7)
        i.part ^= 1 << what;
    else if (what < 15)
        i.number ^= 1 << (what - 7);
    else if (what < 31)
        i.color ^= (pmb_color)(1u << (what - 15));
    else if (what < 35)
        *(what == 31 ? &i.p.x : what == 32 ? &i.p.y : what == 33 ? &i.q.x : &i.q.y) ^= 1;
    else
        i.number += 3; /* a picture of the same size is turned */
    return i;
}

/* A lone item of each kind, changed as little as can be: that is seen. */
static void the_least_change_is_seen(void **state)
{
    (void)state;
    enum { CHANGES = 36, TRIALS = 2 };
    static pmb_square squares[PMB_SQUARES(128, 160)];
    struct rig rig, full;
    rig_open(&full, &configs[2], 0, false);
    rig_open(&rig, &configs[2], 0, false);
    assert_int_equal(pmb_screen_draft(&rig.screen, squares, LENGTH(squares)), PMB_OK);
    struct scene s = {.size = rig.panel.size};
    for (int kind = 0; kind < KINDS; kind++)
        for (int trial = 0; trial < TRIALS; trial++) {
            struct item item = any_item(s.size);
            item.kind = kind;
            item.p =
                (pmb_point){(int16_t)(20 + random_below(40)), (int16_t)(20 + random_below(60))};
            item.clip = (pmb_rect){0, 0, s.size.w, s.size.h};
            for (int what = 0; what < CHANGES; what++)
                for (int changed = 0; changed < 2; changed++) {
                    s.items[0] = changed ? with_one_change(item, what) : item;
                    assert_int_equal(pmb_screen_paint(&rig.screen, paint, &s), PMB_OK);
                    assert_int_equal(pmb_screen_paint(&full.screen, paint, &s), PMB_OK);
                    assert_same_glass(&rig, &full);
                }
        }
    rig_close(&rig);
    rig_close(&full);
}

static unsigned painted, pixels;

static void paint_dot(pmb_canvas *c, void *at)
{
    painted++;
    pixels += (unsigned)(c->clip.w * c->clip.h);
    pmb_rect_fill(c, (pmb_rect){40, 40, 60, 3}, PMB_WHITE);
    pmb_circle_fill(c, *(pmb_point *)at, 2, PMB_WHITE);
}

/* One look at what would be drawn, and two squares of 16 by 16. */
static void only_what_has_changed_is_painted_and_sent(void **state)
{
    (void)state;
    static pmb_square squares[PMB_SQUARES(128, 160)];
    static uint8_t band[128 * 2 * 16];
    struct rig rig;
    pmb_point at = {6, 6};
    rig_build(&rig, &configs[2]);
    assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_OK);
    assert_int_equal(pmb_screen_init(&rig.screen, &rig.panel, band, sizeof band, NULL, 0), PMB_OK);
    assert_int_equal(pmb_screen_square_count(&rig.panel), 80);
    assert_int_equal(pmb_screen_draft(&rig.screen, squares, 80), PMB_OK);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_dot, &at), PMB_OK);
    painted = 0;
    const uint64_t before = pmb_bench_traffic_so_far(rig.bench).bytes;
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_dot, &at), PMB_OK);
    assert_int_equal(painted, 1);
    assert_int_equal(pmb_bench_traffic_so_far(rig.bench).bytes, before);
    painted = pixels = 0;
    at = (pmb_point){100, 120};
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_dot, &at), PMB_OK);
    assert_int_equal(painted, 3);
    assert_int_equal(pixels, 128 * 160 + 2 * 16 * 16);
    assert_in_range(pmb_bench_traffic_so_far(rig.bench).bytes - before, 2 * 16 * 16 * 2,
                    2 * 16 * 16 * 2 + 2 * 11);
    rig.buffer = NULL;
    rig.tiles = NULL;
    rig_close(&rig);
}

static void what_is_not_enough_is_refused(void **state)
{
    (void)state;
    static const pmb_panel_config paper = {.controller = &pmb_ssd1681,
                                           .size = {200, 200},
                                           .bus = spi,
                                           .reset = PMB_PIN(1),
                                           .busy = PMB_PIN(4)};
    static pmb_square squares[PMB_SQUARES(200, 200)];
    struct rig rig;
    rig_open(&rig, &configs[0], 0, false);
    assert_int_equal(pmb_screen_draft(&rig.screen, squares, 31), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_draft(&rig.screen, squares, 32), PMB_OK);
    assert_int_equal(pmb_screen_draft(&rig.screen, NULL, 32), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_draft(NULL, squares, 32), PMB_ERR_ARGUMENT);
    rig_close(&rig);
    rig_open(&rig, &paper, 0, false);
    assert_int_equal(pmb_screen_draft(&rig.screen, squares, LENGTH(squares)), PMB_ERR_UNSUPPORTED);
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN | PMB_ONE_BIT | PMB_ONLY_CIRCLES | PMB_PLAIN_TEXT,
                     the_glass_is_that_of_a_full_repaint),
        test_without(PMB_NO_TURN | PMB_ONE_BIT | PMB_ONLY_CIRCLES | PMB_PLAIN_TEXT,
                     the_least_change_is_seen),
        test_without(PMB_ONE_BIT, only_what_has_changed_is_painted_and_sent),
        cmocka_unit_test(what_is_not_enough_is_refused),
    };
    return cmocka_run_group_tests(tests, make_pictures, free_pictures);
}
#else
int main(void)
{
    return 0;
}
#endif
