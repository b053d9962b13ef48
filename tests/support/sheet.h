/* sheet.h - a canvas that gauges are drawn on, over a colour that none of them has. */
#ifndef PEMBLE_TEST_SHEET_H
#define PEMBLE_TEST_SHEET_H

#include "test.h"

enum { W = 140, H = 120 };

struct sheet {
    pmb_canvas c;
    uint8_t pixels[W * H * 2];
};

#define GROUND PMB_RGB(200, 0, 200)

static const pmb_rect all = {0, 0, W, H};

static inline void open_sheet(struct sheet *s, const pmb_format *format, pmb_rect bounds)
{
    assert_int_equal(pmb_canvas_init(&s->c, format, bounds, s->pixels, sizeof s->pixels), PMB_OK);
    pmb_fill(&s->c, GROUND);
}

static inline pmb_color at(const struct sheet *s, int x, int y)
{
    return pmb_canvas_peek(&s->c, (pmb_point){(int16_t)x, (int16_t)y});
}

#endif
