/*
 * test_card.c - the picture that tells whether a panel is set up right.
 *
 *   frame   every edge pixel is lit: a wrong offset or size cuts a side off
 *   wedge   each row is a little longer than the one above: rows out of order break its slope
 *   comb    every eighth row has a long tooth, every fourth a short one: rows can be counted
 *   arrow   points up; L and R stand where left and right are
 *   bars    on colour: red, green, blue, with their initials; on grey all sixteen levels
 */
#include "test_card.h"

#include <stdio.h>
#include "pemble/families.h"

static const pmb_text_style plain = {.font = &pmb_font_jetty, .color = PMB_WHITE};

struct test_card test_card_for(const pmb_panel *panel, const char *name)
{
    const pmb_controller *controller = panel->config->controller;
    const bool lcd = controller == &pmb_pcd8544 || controller == &pmb_st7565 ||
                     controller == &pmb_uc1701 || controller == &pmb_ks0108;
    struct test_card card = {.name = name, .size = panel->size, .ink = PMB_WHITE};
    if (lcd || controller->family->refresh) {
        card.ink = PMB_BLACK;
        card.ground = PMB_WHITE;
    }
    if (panel->format->planes == 2)
        card.kind = CARD_INK;
    else if (panel->format == &pmb_rgb565)
        card.kind = CARD_COLOR;
    else if (panel->format == &pmb_grey4 || panel->format == &pmb_grey4_vertical)
        card.kind = CARD_GREY;
    card.round = controller == &pmb_gc9a01;
    return card;
}

static pmb_point at(int x, int y)
{
    return (pmb_point){(int16_t)x, (int16_t)y};
}

static pmb_rect box(int x, int y, int w, int h)
{
    return (pmb_rect){(int16_t)x, (int16_t)y, (int16_t)w, (int16_t)h};
}

static void draw_comb(pmb_canvas *c, pmb_size size, pmb_color ink)
{
    for (int y = 0; y < size.h; y += 4)
        pmb_line_across(c, at(0, y), y % 8 ? 3 : 6, ink);
}

static int wedge_width(pmb_size size)
{
    const int width = size.w / 5;
    return width < size.h ? width : size.h;
}

static void draw_wedge(pmb_canvas *c, pmb_size size, pmb_color ink)
{
    const int width = wedge_width(size), rows = size.h - 4;
    for (int i = 0; i < rows; i++) {
        const int length = 1 + i * (width - 1) / (rows > 1 ? rows - 1 : 1);
        pmb_line_across(c, at(size.w - 2 - length, 2 + i), (int16_t)length, ink);
    }
}

/* Ten rows times scale. */
static void draw_arrow(pmb_canvas *c, int center, int top, int scale, pmb_color ink)
{
    for (int i = 0; i < 5 * scale; i++)
        pmb_line_across(c, at(center - i, top + i), (int16_t)(2 * i + 1), ink);
    pmb_rect_fill(c, box(center - scale, top + 5 * scale, 2 * scale + 1, 5 * scale), ink);
}

static void draw_text(pmb_canvas *c, int center, int baseline, int scale, pmb_color color,
                      const char *text)
{
    pmb_text_style style = plain;
    style.scale = (uint8_t)scale;
    style.color = color;
    const int width = pmb_text_width(&style, text) - scale; /* without the last gap */
    pmb_text(c, &style, at(center - width / 2, baseline), text);
}

/* Bars from left to right between two columns, each with its initial. */
static void draw_bars(pmb_canvas *c, const struct test_card *card, int left, int right, int top,
                      int height)
{
    static const struct {
        pmb_color color, ink;
        const char *initial;
    } bars[] = {{PMB_RED, PMB_WHITE, "R"}, {PMB_GREEN, PMB_BLACK, "G"}, {PMB_BLUE, PMB_WHITE, "B"}};
    const int scale = height >= 20 ? 2 : 1;
    if (card->kind == CARD_GREY) {
        for (int i = 0; i < 16; i++) {
            const int x = left + (right - left) * i / 16,
                      end = left + (right - left) * (i + 1) / 16;
            const unsigned level = (unsigned)i * 17;
            pmb_rect_fill(c, box(x, top, end - x, height), PMB_RGB(level, level, level));
        }
        return;
    }
    const int count = card->kind == CARD_INK ? 1 : 3;
    for (int i = 0; i < count; i++) {
        const int x = left + (right - left) * i / count;
        const int end = left + (right - left) * (i + 1) / count;
        pmb_rect_fill(c, box(x, top, end - x - (i + 1 < count), height), bars[i].color);
        draw_text(c, (x + end) / 2, top + (height + 7 * scale) / 2, scale, bars[i].ink,
                  bars[i].initial);
    }
}

/* Arrow, name, size and bars one below the other, around the middle. */
static void draw_middle(pmb_canvas *c, const struct test_card *card, int left, int right)
{
    const pmb_size size = card->size;
    const int room = right - left, center = (left + right) / 2;
    const int widest = pmb_text_width(&plain, card->name) + 26;
    int scale = room / widest < size.h / 56 ? room / widest : size.h / 56;
    if (scale < 1)
        scale = 1;
    char text[24];
    snprintf(text, sizeof text, "%d×%d", size.w, size.h);

    if (size.h < 24) {
        draw_text(c, center, size.h / 2 + 3, 1, card->ink, text);
        return;
    }

    const bool roomy = size.h >= 40, bars = card->kind != CARD_MONO && roomy;
    const int line = 10 * scale, arrow = roomy ? 14 * scale : 0;
    const int bar = bars ? 10 * scale : 0;
    const int height = arrow + 2 * line - 3 * scale + (bars ? bar + 4 * scale : 0);
    int y = (size.h - height) / 2;
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

void test_card_paint(pmb_canvas *c, void *scene)
{
    const struct test_card *card = scene;
    const pmb_size size = card->size;
    pmb_fill(c, card->ground);
    draw_comb(c, size, card->ink);
    draw_wedge(c, size, card->ink);
    pmb_rect_stroke(c, box(0, 0, size.w, size.h), card->ink);
    if (card->round)
        draw_middle(c, card, size.w / 5, size.w - size.w / 5 - 4);
    else
        draw_middle(c, card, 9, size.w - wedge_width(size) - 5);
}
