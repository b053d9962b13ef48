/*
 * test_card.c - the picture that tells whether a panel is set up right.
 *
 *   frame   every edge pixel is lit: a wrong offset or size cuts a side off
 *   wedge   each row is a little longer than the one above: rows out of order break its slope
 *   comb    every eighth row has a long tooth, every fourth a short one: rows can be counted
 *   arrow   points up; L and R stand where left and right are
 */
#include "test_card.h"

#include <stdio.h>

enum { TEXT_LINE = 9 };

static const pmb_text_style plain = {.font = &pmb_font_jetty, .color = PMB_WHITE};

static void draw_comb(pmb_canvas *c, pmb_size size)
{
    for (int16_t y = 0; y < size.h; y = (int16_t)(y + 4))
        pmb_line_across(c, (pmb_point){0, y}, y % 8 ? 3 : 6, PMB_WHITE);
}

static int16_t wedge_width(pmb_size size)
{
    const int16_t width = (int16_t)(size.w / 5);
    return width < size.h ? width : size.h;
}

static void draw_wedge(pmb_canvas *c, pmb_size size)
{
    const int16_t width = wedge_width(size), rows = (int16_t)(size.h - 4);
    for (int16_t i = 0; i < rows; i++) {
        const int16_t length = (int16_t)(1 + (int32_t)i * (width - 1) / (rows > 1 ? rows - 1 : 1));
        pmb_line_across(c, (pmb_point){(int16_t)(size.w - 2 - length), (int16_t)(2 + i)}, length,
                        PMB_WHITE);
    }
}

static void draw_arrow(pmb_canvas *c, int16_t center, int16_t top)
{
    for (int16_t i = 0; i < 5; i++)
        pmb_line_across(c, (pmb_point){(int16_t)(center - i), (int16_t)(top + i)},
                        (int16_t)(2 * i + 1), PMB_WHITE);
    pmb_rect_fill(c, (pmb_rect){(int16_t)(center - 1), (int16_t)(top + 5), 3, 5}, PMB_WHITE);
}

static void draw_centred(pmb_canvas *c, int16_t center, int16_t baseline, uint8_t scale,
                         const char *text)
{
    pmb_text_style style = plain;
    style.scale = scale;
    const int16_t x = (int16_t)(center - pmb_text_width(&style, text) / 2);
    pmb_text(c, &style, (pmb_point){x, baseline}, text);
}

void test_card_paint(pmb_canvas *c, void *scene)
{
    const struct test_card *card = scene;
    const pmb_size size = card->size;
    char text[24];
    pmb_fill(c, PMB_BLACK);
    draw_comb(c, size);
    draw_wedge(c, size);
    pmb_rect_stroke(c, (pmb_rect){0, 0, size.w, size.h}, PMB_WHITE);

    /* What is left between comb and wedge. */
    const int16_t left = 10, right = (int16_t)(size.w - wedge_width(size) - 4);
    const int16_t center = (int16_t)((left + right) / 2);
    const bool roomy = size.h >= 48;
    const uint8_t scale = right - left >= 10 * 12 && size.h >= 100 ? 2 : 1;
    const int16_t first = (int16_t)(roomy ? size.h / 2 + 2 : size.h / 2 - 1);
    if (roomy)
        draw_arrow(c, center, (int16_t)(size.h / 2 - 22));
    snprintf(text, sizeof text, "%d×%d", size.w, size.h);
    draw_centred(c, center, (int16_t)(first + (roomy ? TEXT_LINE - 3 : 0)), scale, card->name);
    draw_centred(c, center, (int16_t)(first + (roomy ? 2 * TEXT_LINE : TEXT_LINE) * scale), scale,
                 text);
    if (size.w >= 96) {
        pmb_text(c, &plain, (pmb_point){left, (int16_t)(size.h / 2 + 4)}, "L");
        pmb_text(c, &plain, (pmb_point){(int16_t)(right - 6), (int16_t)(size.h / 2 + 4)}, "R");
    }
}
