/* test_card.c - the picture that tells whether a panel is set up right. */
#include "pemble/test_card.h"
#include "pemble/families.h"
#include "pemble/fonts.h"
#include "pemble/number.h"
#include "pemble/shape.h"
#include "geometry/limits.h"
#include "pemble/turn.h"

static const pmb_text_style plain = {.font = &pmb_font_jetty, .color = PMB_WHITE};

static pmb_test_card_kind kind_of(const pmb_panel *panel)
{
    const PMB_FLASH pmb_format *format = panel->format;
    if (format->planes == 2)
        return format->kind == PMB_PLANES_GREY   ? PMB_TEST_CARD_GREY
               : format->kind == PMB_PLANES_FOUR ? PMB_TEST_CARD_FOUR_INKS
                                                 : PMB_TEST_CARD_INK;
    if (format->bytes_per_pixel == 2 || panel->config->palette)
        return PMB_TEST_CARD_COLOR;
    return format->one_bit ? PMB_TEST_CARD_ONE_BIT : PMB_TEST_CARD_GREY;
}

void pmb_test_card_init(pmb_test_card *card, const pmb_panel *panel, const char *name)
{
    const PMB_FLASH pmb_glass *glass = pmb_known_glass(panel->config);
    const bool light = panel->family->light;
    *card = (pmb_test_card){.name = name ? name : "",
                            .size = panel->size,
                            .kind = kind_of(panel),
                            .ink = light ? PMB_BLACK : PMB_WHITE,
                            .ground = light ? PMB_WHITE : PMB_BLACK,
                            .round = glass && glass->round};
}

static void draw_comb(pmb_canvas *c, pmb_size size, pmb_color ink)
{
    for (int32_t y = 0; y < size.h; y += 4)
        pmb_line_across(c, pmb_point_of(0, y), y % 8 ? 3 : 6, ink);
}

static int wedge_width(pmb_size size)
{
    const int32_t width = size.w / 5;
    return width < size.h ? width : size.h;
}

static void draw_wedge(pmb_canvas *c, pmb_size size, pmb_color ink)
{
    const int32_t width = wedge_width(size), rows = size.h - 4;
    for (int32_t i = 0; i < rows; i++) {
        const int32_t length = 1 + i * (width - 1) / (rows > 1 ? rows - 1 : 1);
        pmb_line_across(c, pmb_point_of(size.w - 2 - length, 2 + i), (int16_t)length, ink);
    }
}

/* Ten rows times scale. */
static void draw_arrow(pmb_canvas *c, int32_t center, int32_t top, int32_t scale, pmb_color ink)
{
    for (int32_t i = 0; i < 5 * scale; i++)
        pmb_line_across(c, pmb_point_of(center - i, top + i), (int16_t)(2 * i + 1), ink);
    pmb_rect_fill(c, pmb_rect_of(center - scale, top + 5 * scale, 2 * scale + 1, 5 * scale), ink);
}

static void draw_text(pmb_canvas *c, int32_t center, int32_t baseline, int32_t scale,
                      pmb_color color, const char *text)
{
    pmb_text_style style = plain;
    style.scale = (uint8_t)scale;
    style.color = color;
    const int32_t width = pmb_text_width(&style, text) - scale; /* without the last gap */
    pmb_text(c, &style, pmb_point_of(center - width / 2, baseline), text);
}

/* Bars from left to right between two columns, each with its initial. */
static void draw_bars(pmb_canvas *c, const pmb_test_card *card, int32_t left, int32_t right,
                      int32_t top, int32_t height)
{
    static const struct {
        pmb_color color, ink;
        const char *initial;
    } bars[] = {{PMB_GREEN, PMB_BLACK, "G"},
                {PMB_BLUE, PMB_WHITE, "B"},
                {PMB_RED, PMB_WHITE, "R"},
                {PMB_YELLOW, PMB_BLACK, "Y"}};
    const int32_t scale = height >= 20 ? 2 : 1;
    if (card->kind == PMB_TEST_CARD_GREY) {
        for (int32_t i = 0; i < 16; i++) {
            const int32_t x = left + (right - left) * i / 16,
                          end = left + (right - left) * (i + 1) / 16;
            const unsigned level = (unsigned)i * 17;
            pmb_rect_fill(c, pmb_rect_of(x, top, end - x, height), PMB_RGB(level, level, level));
        }
        return;
    }
    /* A colour panel has red, green and blue; paper red, or red and yellow. */
    static const uint8_t orders[][3] = {{2, 0, 1}, {2, 3, 0}};
    const bool color = card->kind == PMB_TEST_CARD_COLOR;
    const int32_t count = color ? 3 : card->kind == PMB_TEST_CARD_INK ? 1 : 2;
    for (int32_t i = 0; i < count; i++) {
        const int32_t x = left + (right - left) * i / count;
        const int32_t end = left + (right - left) * (i + 1) / count;
        const uint8_t which = orders[color ? 0 : 1][i];
        pmb_rect_fill(c, pmb_rect_of(x, top, end - x - (i + 1 < count), height), bars[which].color);
        draw_text(c, (x + end) / 2, top + (height + 7 * scale) / 2, scale, bars[which].ink,
                  bars[which].initial);
    }
}

/* "128×64" */
static void write_size(char *text, size_t room, pmb_size size)
{
    static const pmb_number digits = {.decimals = 0};
    size_t length = pmb_number_text(text, room, &digits, size.w);
    text[length++] = '\xC3'; /* a multiplication sign in UTF-8 */
    text[length++] = '\x97';
    (void)pmb_number_text(text + length, room - length, &digits, size.h);
}

/* Arrow, name, size and bars one below the other, around the middle. */
static void draw_middle(pmb_canvas *c, const pmb_test_card *card, int32_t left, int32_t right)
{
    const pmb_size size = card->size;
    const int32_t room = right - left, center = (left + right) / 2;
    const int32_t widest = pmb_text_width(&plain, card->name) + 26;
    int32_t scale = room / widest < size.h / 56 ? room / widest : size.h / 56;
    if (scale < 1)
        scale = 1;
    char text[16];
    write_size(text, sizeof text, size);

    if (size.h < 24) {
        draw_text(c, center, size.h / 2 + 3, 1, card->ink, text);
        return;
    }

    const bool roomy = size.h >= 40, bars = card->kind != PMB_TEST_CARD_ONE_BIT && roomy;
    const int32_t line = 10 * scale, arrow = roomy ? 14 * scale : 0;
    const int32_t bar = bars ? 10 * scale : 0;
    const int32_t height = arrow + 2 * line - 3 * scale + (bars ? bar + 4 * scale : 0);
    int32_t y = (size.h - height) / 2;
    if (roomy)
        draw_arrow(c, center, y, scale, card->ink);
    y += arrow + 7 * scale;
    draw_text(c, center, y, scale, card->ink, card->name);
    draw_text(c, center, y + line, scale, card->ink, text);
    if (bars)
        draw_bars(c, card, left + 4, right - 4, y + line + 4 * scale, bar);
    if (room >= widest * scale && size.w >= 96) {
        draw_text(c, left + 3 * scale, y + line / 2, scale, card->ink, "L");
        draw_text(c, right - 3 * scale, y + line / 2, scale, card->ink, "R");
    }
}

void pmb_test_card_paint(pmb_canvas *c, void *scene)
{
    const pmb_test_card *card = (const pmb_test_card *)scene;
    const pmb_size size = card->size;
    pmb_fill(c, card->ground);
    draw_comb(c, size, card->ink);
    draw_wedge(c, size, card->ink);
    pmb_rect_stroke(c, pmb_rect_of(0, 0, size.w, size.h), card->ink);
    if (card->round)
        draw_middle(c, card, size.w / 5, size.w - size.w / 5 - 4);
    else
        draw_middle(c, card, 9, size.w - wedge_width(size) - 5);
}
