/* battery.c - battery and signal, of any size; and the sizes of instruments. */
#include "geometry/limits.h"
#include "pemble/gauge.h"
#include "pemble/smooth.h"
#include "shape/spans.h"

pmb_size pmb_natural_size(const PMB_FLASH pmb_theme *theme, pmb_instrument instrument)
{
    if (PMB_MISSING(theme) || (unsigned)instrument > PMB_INSTRUMENT_BATTERY)
        return (pmb_size){0, 0};
    /* In quarters of a line of the label typeface. */
    static const PMB_FLASH uint8_t quarters[][2] = {
        [PMB_INSTRUMENT_ROUND] = {36, 36},   [PMB_INSTRUMENT_LEVEL] = {36, 5},
        [PMB_INSTRUMENT_UPRIGHT] = {16, 36}, [PMB_INSTRUMENT_TANK] = {20, 24},
        [PMB_INSTRUMENT_PLOT] = {48, 24},    [PMB_INSTRUMENT_SPARKLINE] = {16, 4},
        [PMB_INSTRUMENT_BATTERY] = {8, 4},
    };
    const int32_t line = pmb_font_measure(theme->label).line;
    return (pmb_size){pmb_coordinate(line * quarters[instrument][0] / 4),
                      pmb_coordinate(line * quarters[instrument][1] / 4)};
}

/* A bolt in the middle of r: the shape in the ground's colour, and inside it in ink. */
static void draw_bolt(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r)
{
    static const PMB_FLASH int8_t shape[6][2] = {{2, -8}, {-6, 2}, {-1, 2},
                                                 {-2, 8}, {6, -2}, {1, -2}};
    const int32_t middle_x = (int32_t)r.x + r.w / 2, middle_y = (int32_t)r.y + r.h / 2;
    for (uint8_t pass = 0; pass < 2; pass++) {
        pmb_point points[6];
        const int32_t size = pmb_lesser(r.h, r.w) - (pass == 1 ? 1 : -3);
        for (uint8_t i = 0; i < 6; i++)
            points[i] = (pmb_point){pmb_coordinate(middle_x + shape[i][0] * size / 16),
                                    pmb_coordinate(middle_y + shape[i][1] * size / 16)};
        pmb_smooth_polygon_fill(c, points, 6, pass == 0 ? theme->ground : theme->ink);
    }
}

void pmb_battery_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, uint8_t percent,
                      bool charging)
{
    if (PMB_MISSING(theme))
        return;
    const pmb_level level = charging || percent > 25 ? PMB_NORMAL
                            : percent > 10           ? PMB_CAUTION
                                                     : PMB_ALARM;
    if (r.w < 8 || r.h < 5)
        return;
    const int16_t pole = (int16_t)pmb_greater(r.w / 14, 1), line = r.h >= 20 ? 2 : 1;
    const pmb_rect body = {r.x, r.y, (int16_t)(r.w - pole), r.h};
    const pmb_rect inside = pmb_rect_inset(body, (int16_t)(line + 1));
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_rect_fill(c, r, theme->ground);
    for (int16_t i = 0; i < line; i++)
        pmb_smooth_round_stroke(c, pmb_rect_inset(body, i), (int16_t)(r.h / 8), theme->quiet);
    pmb_span_fill(c, (int32_t)r.x + body.w, (int32_t)r.y + r.h / 4, pole, r.h - 2 * (r.h / 4),
                  theme->quiet);
    const int32_t full = ((int32_t)inside.w * pmb_lesser(percent, 100) + 99) / 100;
    pmb_span_fill(c, inside.x, inside.y, full, inside.h, theme->levels[level]);
    if (charging)
        draw_bolt(c, theme, inside);
    pmb_canvas_restore_clip(c, saved);
}

void pmb_signal_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, uint8_t bars)
{
    if (PMB_MISSING(theme))
        return;
    enum { STEPS = 4 };
    if (r.w < 2 * STEPS - 1 || r.h < STEPS)
        return;
    const int32_t gap = pmb_greater(r.w / 16, 1), pitch = (r.w + gap) / STEPS;
    pmb_rect_fill(c, r, theme->ground);
    for (int32_t i = 0; i < STEPS; i++) {
        const int32_t h = (int32_t)r.h * (i + 1) / STEPS;
        const int32_t x = r.x + i * pitch, y = (int32_t)r.y + r.h - h;
        /* What is off is a foot, so that one bit shows it, too. */
        pmb_span_fill(c, x, y, pitch - gap, h, i < bars ? theme->ink : theme->faint);
        pmb_span_fill(c, x, (int32_t)r.y + r.h - 1, pitch - gap, 1,
                      i < bars ? theme->ink : theme->quiet);
    }
}
