/* tank.c - tank and thermometer: what stands as high as the value. */
#include "gauge/range.h"
#include "geometry/limits.h"
#include "pemble/gauge.h"
#include "pemble/smooth.h"
#include "shape/spans.h"

enum { WAVE = 48, WAVE_MS = 2400 }; /* length in pixels and time in which it moves on by it */

/* The row where the water begins in a column: two waves that go against each other. */
static int32_t surface(int32_t column, int32_t level, int32_t height, uint32_t milliseconds)
{
    const int32_t swell = height >= 48 ? 2 : height >= 16 ? 1 : 0;
    const pmb_angle moved = (pmb_angle)((uint64_t)milliseconds % WAVE_MS * 65536 / WAVE_MS);
    const pmb_angle at = (pmb_angle)(column * (65536 / WAVE));
    const int32_t sum =
        2 * pmb_sine((pmb_angle)(at - moved)) + pmb_sine((pmb_angle)(2 * at + moved));
    return level + (sum * swell + (sum < 0 ? -32768 : 32768)) / 65536;
}

void pmb_tank_draw(pmb_canvas *c, const PMB_FLASH pmb_tank *t, pmb_rect r, int32_t value,
                   uint32_t milliseconds)
{
    if (PMB_MISSING(t) || PMB_MISSING(t->theme) || PMB_MISSING(t->scale))
        return;
    const PMB_FLASH pmb_scale *s = t->scale;
    const pmb_rect inside = pmb_rect_inset(r, 2);
    if (pmb_scale_check(s) != PMB_OK || r.w < 7 || r.h < 7 || !pmb_canvas_shows(c, r))
        return;
    const pmb_color color = t->theme->levels[pmb_scale_level(s, value)];
    const int32_t bottom = (int32_t)inside.y + inside.h;
    const int32_t depth = pmb_scale_place(s, value, inside.h);
    const bool still = t->calm || depth == 0 || depth == inside.h;
    pmb_rect_fill(c, r, t->theme->ground);
    for (int16_t x = 0; x < inside.w; x++) {
        const int32_t level =
            still ? bottom - depth : surface(x, bottom - depth, inside.h, milliseconds);
        const int32_t top = pmb_greater(inside.y, pmb_lesser(level, bottom));
        pmb_span_fill(c, (int32_t)inside.x + x, top, 1, bottom - top, color);
    }
    /* Open at the top; at the right the ticks, in whichever colour is seen on what is there. */
    pmb_line_down(c, (pmb_point){r.x, r.y}, r.h, t->theme->quiet);
    pmb_line_down(c, (pmb_point){(int16_t)(r.x + r.w - 1), r.y}, r.h, t->theme->quiet);
    pmb_line_across(c, (pmb_point){r.x, (int16_t)(r.y + r.h - 1)}, r.w, t->theme->quiet);
    for (int64_t v = (int64_t)s->least + s->major; s->major > 0 && v < s->most; v += s->major) {
        const int32_t up = pmb_scale_place(s, (int32_t)v, inside.h);
        const int32_t length = pmb_greater(inside.w / 6, 2);
        pmb_span_fill(c, (int32_t)inside.x + inside.w - length, bottom - up, length, 1,
                      up < depth ? t->theme->ground : t->theme->quiet);
    }
}

/* A thermometer's measures: the bulb at the bottom, the tube above it. */
struct glass {
    pmb_point bulb;
    int16_t radius, bore; /* half of the tube's inner width, without its middle */
    int16_t top, bottom;  /* rows of the ends of the scale */
};

static struct glass glass_of(const PMB_FLASH pmb_thermometer *t, pmb_rect r)
{
    const pmb_font_metrics m = pmb_font_measure(t->theme->label);
    struct glass g = {.radius = (int16_t)pmb_greater(pmb_lesser(r.w / 4, r.h / 9), 3)};
    g.bore = (int16_t)pmb_greater(g.radius / 3, 1);
    /* With room for numbers at the right the glass stands at the left, else in the middle. */
    const bool numbered = r.w >= 4 * m.cap_height + 2 * g.radius;
    g.bulb = (pmb_point){(int16_t)(numbered ? r.x + g.radius + 1 : r.x + r.w / 2 - r.w / 8),
                         (int16_t)(r.y + r.h - 1 - g.radius)};
    g.top = (int16_t)(r.y + pmb_greater(m.cap_height / 2, g.bore + 3));
    g.bottom = (int16_t)(g.bulb.y - g.radius - 2);
    return g;
}

static void draw_marks(pmb_canvas *c, const PMB_FLASH pmb_thermometer *t, pmb_rect r,
                       const struct glass *g)
{
    const PMB_FLASH pmb_scale *s = t->scale;
    const pmb_text_style style = {.font = t->theme->label, .color = t->theme->quiet};
    const pmb_font_metrics m = pmb_font_measure(style.font);
    const pmb_rect span = {0, g->top, 1, (int16_t)(g->bottom - g->top + 1)};
    const int16_t x = (int16_t)(g->bulb.x + g->bore + 4);
    const int16_t tick = (int16_t)pmb_greater(g->radius / 2, 2);
    int32_t last = (int32_t)r.y + r.h + m.line;
    for (int64_t v = s->least; s->minor > 0 && v <= s->most; v += s->minor)
        pmb_span_fill(c, x, pmb_range_row(s->least, s->most, (int32_t)v, span), tick, 1,
                      t->theme->quiet);
    for (int64_t v = s->least; s->major > 0 && v <= s->most; v += s->major) {
        char text[16];
        const int32_t row = pmb_range_row(s->least, s->most, (int32_t)v, span);
        pmb_span_fill(c, x, row, 2 * tick, 1, t->theme->ink);
        pmb_scale_number(text, sizeof text, s, v);
        const int32_t from = (int32_t)x + 2 * tick + 2;
        if (from + pmb_text_width(&style, text) > (int32_t)r.x + r.w || last - row < m.line - 1)
            continue;
        last = row;
        pmb_text(c, &style,
                 (pmb_point){pmb_coordinate(from), pmb_coordinate(row + (m.cap_height + 1) / 2)},
                 text);
    }
}

void pmb_thermometer_draw(pmb_canvas *c, const PMB_FLASH pmb_thermometer *t, pmb_rect r,
                          int32_t value)
{
    if (PMB_MISSING(t) || PMB_MISSING(t->theme) || PMB_MISSING(t->scale))
        return;
    const PMB_FLASH pmb_scale *s = t->scale;
    if (pmb_scale_check(s) != PMB_OK || r.w < 12 || r.h < 24 || !pmb_canvas_shows(c, r))
        return;
    const struct glass g = glass_of(t, r);
    const pmb_color color = t->theme->levels[pmb_scale_level(s, value)];
    const pmb_rect span = {0, g.top, 1, (int16_t)(g.bottom - g.top + 1)};
    const int16_t row = (int16_t)pmb_range_row(s->least, s->most, value, span);
    const int16_t wall = (int16_t)(g.bore + 2), x = g.bulb.x;
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_rect_fill(c, r, t->theme->ground);
    /* The glass as one shape with its inside taken out, then what is in it. */
    const int16_t from = (int16_t)(g.top - wall), length = (int16_t)(g.bulb.y - from);
    pmb_smooth_round_fill(c, (pmb_rect){(int16_t)(x - wall), from, (int16_t)(2 * wall + 1), length},
                          wall, t->theme->quiet);
    pmb_smooth_circle_fill(c, g.bulb, g.radius, t->theme->quiet);
    pmb_smooth_round_fill(c,
                          (pmb_rect){(int16_t)(x - wall + 1), (int16_t)(from + 1),
                                     (int16_t)(2 * wall - 1), (int16_t)(length - 1)},
                          (int16_t)(wall - 1), t->theme->ground);
    pmb_smooth_circle_fill(c, g.bulb, (int16_t)(g.radius - 1), t->theme->ground);
    pmb_smooth_circle_fill(c, g.bulb, (int16_t)pmb_greater(g.radius - 2, 1), color);
    pmb_span_fill(c, x - g.bore, row, 2 * g.bore + 1, g.bulb.y - row, color);
    draw_marks(c, t, r, &g);
    pmb_canvas_restore_clip(c, saved);
}
