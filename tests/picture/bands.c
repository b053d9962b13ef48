/* Pictures on screens in bands: decoded once for all of them, and always right. */
#include "test.h"
#include "card.h"
#include "encode.h"

enum { W = 61, H = 83, MOST_MEMORY = 9000 };

static const pmb_pixels kinds[] = {PMB_PIXELS_ONE_BIT, PMB_PIXELS_INK, PMB_PIXELS_GREY,
                                   PMB_PIXELS_COLOR};

/* All tests run with both: probabilities that are learnt, and those in tables. */
static bool lean;

static struct block some_block(pmb_pixels kind, unsigned seed)
{
    static uint16_t values[W * H];
    const unsigned count = kind == PMB_PIXELS_INK ? 3 : 1u << (unsigned)kind;
    const struct pixels p = {.w = W, .h = H, .kind = kind, .values = values};
    struct block block;
    for (int i = 0; i < W * H; i++) {
        const unsigned x = (unsigned)i % W, y = (unsigned)i / W;
        seed = seed * 1664525u + 1013904223u;
        values[i] = (uint16_t)((x / 7 + y / 5 + (seed >> 30 == 0) * (seed >> 8)) % count);
    }
    assert_true(block_encode(&block, &(struct film){.frames = &p, .count = 1, .lean = lean}));
    return block;
}

/* Where a picture is drawn from, and with what memory. */
struct source {
    pmb_picture picture;
    struct card card;
    pmb_reader reader;
    uint8_t memory[MOST_MEMORY];
    size_t bytes;
};

static void open_source(struct source *s, const struct block *block, bool from_card, bool marked)
{
    pmb_picture_info info;
    *s = (struct source){.picture = {{block->bytes, block->size, NULL}}};
    if (from_card) {
        s->card = (struct card){.bytes = block->bytes, .size = (uint32_t)block->size};
        s->reader = (pmb_reader){&s->card, card_read, card_seek};
        s->picture = (pmb_picture){{NULL, 0, &s->reader}};
    }
    assert_int_equal(pmb_picture_measure(&s->picture, &info), PMB_OK);
    s->bytes = info.memory + (marked ? PMB_PICTURE_BOOKMARK : 0);
    assert_true(s->bytes <= sizeof s->memory);
}

static void draw_band(struct source *s, uint8_t *pixels, int top, int rows,
                      const pmb_picture_style *style)
{
    pmb_canvas c;
    assert_int_equal(pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, (int16_t)top, W, (int16_t)rows},
                                     pixels + top * W * 2, (size_t)(rows * W * 2)),
                     PMB_OK);
    assert_int_equal(
        pmb_picture_draw(&c, &s->picture, (pmb_point){3, 2}, style, s->memory, s->bytes), PMB_OK);
}

/* `rows` a band, and something done between the bands. */
static void draw_in_bands(struct source *s, uint8_t *pixels, int rows,
                          const pmb_picture_style *style, void (*between)(struct source *s))
{
    for (int top = 0; top < H; top += rows) {
        draw_band(s, pixels, top, top + rows > H ? H - top : rows, style);
        if (between)
            between(s);
    }
}

static uint8_t whole[W * H * 2], banded[W * H * 2];

static void compare(const struct block *block, bool from_card, bool marked, int rows,
                    const pmb_picture_style *style, void (*between)(struct source *s))
{
    static struct source a, b;
    memset(whole, 0, sizeof whole);
    memset(banded, 0, sizeof banded);
    open_source(&a, block, from_card, false);
    open_source(&b, block, from_card, marked);
    draw_band(&a, whole, 0, H, style);
    for (int paint = 0; paint < 2; paint++)
        draw_in_bands(&b, banded, rows, style, between);
    assert_memory_equal(banded, whole, sizeof whole);
}

static void bands_are_as_the_whole(void **state)
{
    (void)state;
    static const int heights[] = {1, 2, 7, 16, 50};
    static const pmb_picture_style styles[] = {
        {.scale = 1}, {.turn = 1}, {.mirror = true}, {.scale = 2}, {.part = {5, 9, 40, 60}}};
    for (size_t k = 0; k < LENGTH(kinds); k++) {
        struct block block = some_block(kinds[k], (unsigned)k);
        for (size_t h = 0; h < LENGTH(heights); h++)
            for (size_t i = 0; i < LENGTH(styles); i++)
                for (int way = 0; way < 4; way++)
                    compare(&block, way & 1, way & 2, heights[h], &styles[i], NULL);
        block_free(&block);
    }
}

static void overwrite_a_row(struct source *s)
{
    s->memory[3] ^= 0x55;
}

static void overwrite_the_bookmark(struct source *s)
{
    memset(s->memory + s->bytes - PMB_PICTURE_BOOKMARK, 0xC3, PMB_PICTURE_BOOKMARK);
}

static struct block other_block;

static void draw_another(struct source *s)
{
    static uint8_t pixels[W * H * 2];
    const pmb_picture own = s->picture;
    s->picture = (pmb_picture){{other_block.bytes, other_block.size, NULL}};
    draw_band(s, pixels, 0, 40, NULL);
    s->picture = own;
}

static void memory_that_was_used_otherwise_is_noticed(void **state)
{
    (void)state;
    static void (*const ways[])(struct source *) = {overwrite_a_row, overwrite_the_bookmark,
                                                    draw_another};
    other_block = some_block(PMB_PIXELS_COLOR, 77);
    for (size_t i = 0; i < LENGTH(ways); i++) {
        struct block block = some_block(PMB_PIXELS_COLOR, 5);
        compare(&block, false, true, 8, NULL, ways[i]);
        block_free(&block);
    }
    block_free(&other_block);
}

/* Bytes that are read from the card for all bands of so many rows. */
static unsigned long read_for(const struct block *block, bool marked, int rows)
{
    static struct source s;
    open_source(&s, block, true, marked);
    s.card.taken = 0;
    draw_in_bands(&s, banded, rows, NULL, NULL);
    return s.card.taken;
}

static void with_a_bookmark_all_bands_read_the_picture_once(void **state)
{
    (void)state;
    struct block block = some_block(PMB_PIXELS_COLOR, 9);
    const unsigned long once = read_for(&block, false, H);
    assert_true(read_for(&block, true, 8) <= once * 13 / 10);
    assert_true(read_for(&block, false, 8) > once * 4);
    block_free(&block);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT, bands_are_as_the_whole),
        test_without(PMB_ONE_BIT, memory_that_was_used_otherwise_is_noticed),
        test_without(PMB_ONE_BIT, with_a_bookmark_all_bands_read_the_picture_once),
    };
    const int failed = cmocka_run_group_tests_name("learnt", tests, NULL, NULL);
    lean = true;
    return failed + cmocka_run_group_tests_name("by tables", tests, NULL, NULL);
}
