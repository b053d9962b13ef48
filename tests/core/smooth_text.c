/* Fonts of several bits a pixel, packed glyphs, kerning, tabular digits. */
#include "test.h"

enum { W = 96, H = 40 };

struct sheet {
    pmb_canvas c;
    uint8_t pixels[W * H * 2];
};

static void open_sheet(struct sheet *s, const pmb_format *format)
{
    memset(s->pixels, 0, sizeof s->pixels);
    assert_int_equal(
        pmb_canvas_init(&s->c, format, (pmb_rect){0, 0, W, H}, s->pixels, sizeof s->pixels),
        PMB_OK);
}

static pmb_color at(const struct sheet *s, int x, int y)
{
    return pmb_canvas_peek(&s->c, (pmb_point){(int16_t)x, (int16_t)y});
}

static const pmb_text_style smooth = {.font = &pmb_font_smooth16, .color = PMB_WHITE};
static const char sample[] = "Tide 4.12 \xC3\x85";

static void edges_have_shades_between_ground_and_colour(void **state)
{
    (void)state;
    static struct sheet s;
    int levels[64] = {0}, kinds = 0;
    open_sheet(&s, &pmb_rgb565);
    pmb_text(&s.c, &smooth, (pmb_point){2, 25}, sample);
    for (int y = 0; y < H; y++)
        for (int x = 0; x < W; x++)
            levels[at(&s, x, y) >> 5 & 63]++;
    for (int i = 0; i < 64; i++)
        kinds += levels[i] > 0;
    assert_int_equal(kinds, 16); /* all that four bits can say */
    assert_true(levels[63] > 20);
}

static void the_ground_shines_through(void **state)
{
    (void)state;
    static struct sheet s, t;
    open_sheet(&s, &pmb_rgb565);
    open_sheet(&t, &pmb_rgb565);
    pmb_fill(&t.c, PMB_BLUE);
    pmb_text(&s.c, &smooth, (pmb_point){2, 25}, sample);
    pmb_text(&t.c, &smooth, (pmb_point){2, 25}, sample);
    for (int y = 0; y < H; y++)
        for (int x = 0; x < W; x++) {
            assert_int_equal(pmb_color_red(at(&s, x, y)), pmb_color_red(at(&t, x, y)));
            assert_int_equal(pmb_color_blue(at(&t, x, y)), 255);
        }
}

static void one_bit_shows_what_is_at_least_half_covered(void **state)
{
    (void)state;
    static const pmb_format *const formats[] = {&pmb_mono_vertical, &pmb_mono_vertical_msb,
                                                &pmb_mono_horizontal, &pmb_mono_horizontal_lsb};
    static struct sheet grey, s;
    open_sheet(&grey, &pmb_grey4);
    pmb_text(&grey.c, &smooth, (pmb_point){2, 25}, sample);
    for (size_t f = 0; f < LENGTH(formats); f++) {
        open_sheet(&s, formats[f]);
        pmb_text(&s.c, &smooth, (pmb_point){2, 25}, sample);
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++)
                assert_int_equal(at(&s, x, y) == PMB_WHITE, pmb_color_luma(at(&grey, x, y)) >= 128);
    }
}

static void a_clip_and_bands_change_nothing(void **state)
{
    (void)state;
    static const pmb_format *const formats[] = {&pmb_grey4, &pmb_grey4_vertical, &pmb_rgb565};
    for (size_t f = 0; f < LENGTH(formats); f++)
        for (uint8_t turn = 0; turn < 2; turn++) {
            static struct sheet whole, part;
            const pmb_rect clip = {17, 9, 29, 13};
            pmb_text_style style = smooth;
            style.turn = turn;
            open_sheet(&whole, formats[f]);
            open_sheet(&part, formats[f]);
            pmb_text(&whole.c, &style, (pmb_point){11, 18}, sample);
            (void)pmb_canvas_narrow_clip(&part.c, clip);
            pmb_text(&part.c, &style, (pmb_point){11, 18}, sample);
            for (int16_t y = 0; y < H; y++)
                for (int16_t x = 0; x < W; x++)
                    assert_int_equal(at(&part, x, y), pmb_rect_holds(clip, (pmb_point){x, y})
                                                          ? at(&whole, x, y)
                                                          : PMB_BLACK);
        }
}

static void enlarged_and_turned_text_has_the_same_pixels(void **state)
{
    (void)state;
    static struct sheet s, t;
    pmb_text_style large = smooth;
    large.scale = 3;
    open_sheet(&s, &pmb_rgb565);
    open_sheet(&t, &pmb_rgb565);
    pmb_text(&s.c, &smooth, (pmb_point){0, 12}, "g5");
    pmb_text(&t.c, &large, (pmb_point){0, 36}, "g5");
    for (int y = 0; y < H; y++)
        for (int x = 0; x < W; x++)
            assert_int_equal(at(&t, x, y), at(&s, x / 3, y / 3));
    for (uint8_t turn = 1; turn < 4; turn++) {
        pmb_text_style turned = smooth;
        turned.turn = turn;
        open_sheet(&s, &pmb_rgb565);
        open_sheet(&t, &pmb_rgb565);
        pmb_text(&s.c, &smooth, (pmb_point){20, 20}, "g5");
        pmb_text(&t.c, &turned, (pmb_point){20, 20}, "g5");
        for (int y = -15; y < 15; y++)
            for (int x = -15; x < 19; x++) {
                const int tx = turn == 1 ? -y : turn == 2 ? -x : y;
                const int ty = turn == 1 ? x : turn == 2 ? -y : -x;
                if (20 + ty >= 0 && 20 + ty < H && 20 + tx >= 0)
                    assert_int_equal(at(&t, 20 + tx, 20 + ty), at(&s, 20 + x, 20 + y));
            }
    }
}

static void kerned_pairs_come_nearer(void **state)
{
    (void)state;
    const pmb_text_style style = {.font = &pmb_font_smooth24, .color = PMB_WHITE};
    const int apart = pmb_text_width(&style, "A") + pmb_text_width(&style, "V");
    const int together = pmb_text_width(&style, "AV");
    assert_true(together < apart);
    assert_int_equal(pmb_text_width(&style, "HH"), 2 * pmb_text_width(&style, "H"));
    pmb_text_style large = style;
    large.scale = 2;
    assert_int_equal(pmb_text_width(&large, "AV"), 2 * together);
    /* The second letter stands where measuring says that it begins. */
    static struct sheet s, t;
    open_sheet(&s, &pmb_rgb565);
    open_sheet(&t, &pmb_rgb565);
    pmb_text(&s.c, &style, (pmb_point){3, 30}, "AV");
    pmb_text(&t.c, &style, (pmb_point){3, 30}, "A");
    pmb_text(&t.c, &style, (pmb_point){(int16_t)(3 + together - pmb_text_width(&style, "V")), 30},
             "V");
    assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
}

static void lines_are_broken_with_their_kerning(void **state)
{
    (void)state;
    const pmb_text_style style = {.font = &pmb_font_smooth24, .color = PMB_WHITE};
    const pmb_text_layout wrapped = {.wrap = true};
    /* As wide as it is with kerning: one line. A pixel less: two. */
    const int16_t width = pmb_text_width(&style, "AVAVAV");
    const int16_t line = pmb_text_box_size(&style, width, &wrapped, "A").h;
    assert_int_equal(pmb_text_box_size(&style, width, &wrapped, "AVAVAV").h, line);
    assert_true(pmb_text_box_size(&style, (int16_t)(width - 1), &wrapped, "AVAVAV").h > line);
}

/* A font whose 1 is narrow, as many are. */
static void tabular_digits_do_not_jump(void **state)
{
    (void)state;
    const size_t size = pmb_font_jetty.size;
    uint8_t *bytes = malloc(size);
    const pmb_font font = {bytes, size};
    memcpy(bytes, pmb_font_jetty.bytes, size);
    const unsigned ranges = bytes[12] | (unsigned)bytes[13] << 8;
    assert_int_equal(bytes[28] | bytes[29] << 8, ' '); /* the first range begins there */
    uint8_t *const one = bytes + 28 + 5 * ranges + 8 * ('1' - ' ');
    const uint8_t narrow = (uint8_t)(one[7] - 2);
    one[7] = narrow;
    pmb_text_style style = {.font = &font, .color = PMB_WHITE};
    assert_int_equal(pmb_text_width(&style, "1"), narrow);
    style.tabular = true;
    const int width = pmb_text_width(&style, "0");
    for (char text[] = "0"; text[0] <= '9'; text[0]++)
        assert_int_equal(pmb_text_width(&style, text), width);
    assert_int_equal(pmb_text_width(&style, " "), width);
    assert_int_equal(pmb_text_width(&style, "."),
                     pmb_text_width(&(pmb_text_style){.font = &font}, "."));
    /* The narrow one stands in the middle of its room. */
    static struct sheet s, t;
    open_sheet(&s, &pmb_rgb565);
    open_sheet(&t, &pmb_rgb565);
    pmb_text(&s.c, &style, (pmb_point){10, 20}, "1");
    style.tabular = false;
    pmb_text(&t.c, &style, (pmb_point){11, 20}, "1");
    assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
    free(bytes);
}

/* Every byte of packed glyphs, kerned pairs and tables changed: refused, or the same glyphs. */
static void damage_to_packed_fonts_is_found(void **state)
{
    (void)state;
    static const pmb_font *const fonts[] = {&pmb_font_bollard32, &pmb_font_smooth12};
    for (size_t f = 0; f < LENGTH(fonts); f++) {
        const size_t size = fonts[f]->size;
        uint8_t *bytes = malloc(size);
        const pmb_font font = {bytes, size};
        memcpy(bytes, fonts[f]->bytes, size);
        assert_int_equal(pmb_font_check(&font), PMB_OK);
        for (uint32_t i = 28; i < size; i += 3) {
            bytes[i] ^= 0x10;
            assert_int_equal(pmb_font_check(&font), PMB_ERR_DATA);
            bytes[i] ^= 0x10;
        }
        bytes[5] = 3; /* bits a pixel */
        assert_int_equal(pmb_font_check(&font), PMB_ERR_DATA);
        free(bytes);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT | PMB_PLAIN_TEXT, edges_have_shades_between_ground_and_colour),
        test_without(PMB_ONE_BIT, the_ground_shines_through),
        test_without(PMB_NO_TURN | PMB_ONE_BIT, one_bit_shows_what_is_at_least_half_covered),
        test_without(PMB_ONE_BIT, a_clip_and_bands_change_nothing),
        test_without(PMB_ONE_BIT | PMB_PLAIN_TEXT, enlarged_and_turned_text_has_the_same_pixels),
        test_without(PMB_ONE_BIT | PMB_PLAIN_TEXT, kerned_pairs_come_nearer),
        cmocka_unit_test(lines_are_broken_with_their_kerning),
        test_without(PMB_ONE_BIT | PMB_PLAIN_TEXT, tabular_digits_do_not_jump),
        test_without(PMB_PLAIN_TEXT, damage_to_packed_fonts_is_found),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
