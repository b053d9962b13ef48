/* chart.c - bar charts, sparklines and scopes, and the numbers beside them. */
#include "gauge/range.h"
#include "geometry/limits.h"
#include "pemble/plot.h"
#include "pemble/smooth.h"
#include "shape/spans.h"

enum { TICK = 3, ROOM = 2 };

int16_t pmb_ruler_width(const PMB_FLASH pmb_ruler *k)
{
    if (PMB_MISSING(k) || PMB_MISSING(k->theme) || PMB_MISSING(k->scale) ||
        pmb_scale_check(k->scale) != PMB_OK)
        return 0;
    const PMB_FLASH pmb_scale *s = k->scale;
    const pmb_text_style style = {.font = k->theme->label};
    int16_t widest = 0;
    for (int64_t v = s->least; s->major > 0 && v <= s->most; v += s->major) {
        char text[16];
        pmb_scale_number(text, sizeof text, s, v);
        const int16_t w = pmb_text_width(&style, text);
        widest = w > widest ? w : widest;
    }
    return (int16_t)(widest + TICK + ROOM);
}

/* One tick with its number, in a column of them that ends above `free`. */
static void draw_upright(pmb_canvas *c, const PMB_FLASH pmb_ruler *k, pmb_rect r,
                         const pmb_text_style *style, int32_t row, int32_t *free, const char *text)
{
    const pmb_font_metrics m = pmb_font_measure(style->font);
    const int32_t w = pmb_text_width(style, text);
    const int32_t right = (int32_t)r.x + r.w;
    /* At the ends the number stays inside. */
    const int32_t base = pmb_greater((int32_t)r.y + m.cap_height,
                                     pmb_lesser(row + (m.cap_height + 1) / 2, (int32_t)r.y + r.h));
    const int32_t at = k->at_right ? right - TICK - ROOM - w : (int32_t)r.x + TICK + ROOM;
    pmb_span_fill(c, k->at_right ? right - TICK : r.x, row, TICK, 1, k->color);
    if (base > *free || w > r.w - TICK - ROOM)
        return;
    *free = base - m.cap_height - ROOM;
    pmb_text(c, style, (pmb_point){pmb_coordinate(at), pmb_coordinate(base)}, text);
}

static void draw_level(pmb_canvas *c, const PMB_FLASH pmb_ruler *k, pmb_rect r,
                       const pmb_text_style *style, int32_t column, int32_t *free, const char *text)
{
    const int32_t w = pmb_text_width(style, text), right = (int32_t)r.x + r.w;
    const int32_t at = pmb_greater(r.x, pmb_lesser(column - w / 2, right - w));
    pmb_span_fill(c, column, r.y, 1, TICK, k->color);
    const int32_t base = (int32_t)r.y + TICK + ROOM + pmb_font_measure(style->font).cap_height;
    if (at < *free || at + w > right || base > (int32_t)r.y + r.h)
        return;
    *free = at + w + 2 * ROOM;
    pmb_text(c, style, (pmb_point){pmb_coordinate(at), pmb_coordinate(base)}, text);
}

void pmb_ruler_draw(pmb_canvas *c, const PMB_FLASH pmb_ruler *k, pmb_rect r)
{
    if (PMB_MISSING(k) || PMB_MISSING(k->theme) || PMB_MISSING(k->scale))
        return;
    const PMB_FLASH pmb_scale *s = k->scale;
    const pmb_text_style style = {.font = k->theme->label, .color = k->color};
    int32_t free = r.w > r.h ? r.x : (int32_t)r.y + r.h;
    if (pmb_scale_check(s) != PMB_OK || !pmb_canvas_shows(c, r))
        return;
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_rect_fill(c, r, k->theme->ground);
    for (int64_t v = s->least; s->major > 0 && v <= s->most; v += s->major) {
        char text[16];
        pmb_scale_number(text, sizeof text, s, v);
        if (r.w > r.h) {
            const int32_t column = r.x + pmb_scale_place(s, (int32_t)v, r.w - 1);
            draw_level(c, k, r, &style, column, &free, text);
        } else {
            const int32_t row = pmb_range_row(s->least, s->most, (int32_t)v, r);
            draw_upright(c, k, r, &style, row, &free, text);
        }
    }
    pmb_canvas_restore_clip(c, saved);
}

/* The rows of a chart: its bars, and below them the labels if they have room. */
static pmb_rect bars_of(const PMB_FLASH pmb_chart *k, pmb_rect r, uint16_t count)
{
    const pmb_text_style style = {.font = k->theme->label};
    const int16_t line = (int16_t)(pmb_font_measure(style.font).cap_height + 2 * ROOM);
    for (uint16_t i = 0; k->labels && i < count; i++)
        if (pmb_text_width(&style, k->labels[i]) > (int32_t)r.w / count - ROOM || r.h < 3 * line)
            return r;
    return (pmb_rect){r.x, r.y, r.w, (int16_t)(k->labels ? r.h - line : r.h)};
}

void pmb_chart_draw(pmb_canvas *c, const PMB_FLASH pmb_chart *k, pmb_rect r, const int16_t *values,
                    uint16_t count, int16_t chosen)
{
    if (PMB_MISSING(k) || PMB_MISSING(k->theme) || PMB_MISSING(k->scale) || PMB_MISSING(values))
        return;
    const PMB_FLASH pmb_scale *s = k->scale;
    if (pmb_scale_check(s) != PMB_OK || count == 0 || (uint16_t)r.w < count || r.w <= 0 ||
        r.h < 3 || !pmb_canvas_shows(c, r))
        return;
    const pmb_rect bars = bars_of(k, r, count);
    const int32_t zero = pmb_range_row(s->least, s->most, 0, bars);
    const int32_t gap = r.w / count >= 8 ? 2 : r.w / count >= 3 ? 1 : 0;
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_rect_fill(c, r, k->theme->ground);
    for (int32_t i = 0; i < count; i++) {
        const int32_t from = r.x + (r.w + gap) * i / count;
        const int32_t w = r.x + (r.w + gap) * (i + 1) / count - gap - from;
        const int32_t row = pmb_range_row(s->least, s->most, values[i], bars);
        const int32_t top = pmb_lesser(row, zero), h = pmb_greater(row, zero) - top + 1;
        pmb_text_style style = {.font = k->theme->label, .color = k->theme->quiet};
        if (i == chosen)
            style.color = k->theme->ink;
        pmb_span_fill(c, from, top, w, h,
                      i == chosen ? k->theme->ink
                                  : k->theme->levels[pmb_scale_level(s, values[i])]);
        if (i == chosen && w > 4 && k->theme->ink == k->theme->levels[PMB_NORMAL]) /* hollow */
            pmb_span_fill(c, from + 1, top + 1, w - 2, h - 2, k->theme->ground);
        if (bars.h < r.h)
            pmb_text(
                c, &style,
                (pmb_point){pmb_coordinate(from + (w - pmb_text_width(&style, k->labels[i])) / 2),
                            (int16_t)(r.y + r.h - 1)},
                k->labels[i]);
    }
    pmb_span_fill(c, r.x, zero, r.w, 1, k->theme->quiet);
    pmb_canvas_restore_clip(c, saved);
}

void pmb_sparkline_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r,
                        const int16_t *values, uint16_t count)
{
    if (PMB_MISSING(theme) || PMB_MISSING(values))
        return;
    int32_t least = INT16_MAX, most = INT16_MIN;
    if (count == 0 || r.w < 4 || r.h < 3 || !pmb_canvas_shows(c, r))
        return;
    for (uint16_t i = 0; i < count; i++) {
        least = pmb_lesser(least, values[i]);
        most = pmb_greater(most, values[i]);
    }
    least -= least == most;
    const pmb_rect inside = {r.x, (int16_t)(r.y + 1), (int16_t)(r.w - 1), (int16_t)(r.h - 2)};
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_rect_fill(c, r, theme->ground);
    pmb_point before = {0, 0};
    for (uint16_t i = 0; i < count; i++) {
        const int32_t x = count > 1 ? (int32_t)(inside.w - 1) * i / (count - 1) : inside.w - 1;
        const pmb_point p = {pmb_coordinate(inside.x + x),
                             pmb_coordinate(pmb_range_row(least, most, values[i], inside))};
        if (i > 0)
            pmb_smooth_line(c, before, p, theme->quiet);
        before = p;
    }
    pmb_rect_fill(c, (pmb_rect){(int16_t)(before.x - 1), (int16_t)(before.y - 1), 3, 3},
                  theme->ink);
    pmb_canvas_restore_clip(c, saved);
}

void pmb_scope_draw(pmb_canvas *c, const PMB_FLASH pmb_scope *s, pmb_rect r,
                    const int16_t (*points)[2], uint16_t count)
{
    if (PMB_MISSING(s) || PMB_MISSING(s->theme) || PMB_MISSING(s->across) || PMB_MISSING(s->up) ||
        PMB_MISSING(points))
        return;
    const pmb_rect inside = pmb_rect_inset(r, 2);
    if (pmb_scale_check(s->across) != PMB_OK || pmb_scale_check(s->up) != PMB_OK || r.w < 9 ||
        r.h < 9 || !pmb_canvas_shows(c, r))
        return;
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_rect_fill(c, r, s->theme->ground);
    pmb_rect_stroke(c, r, s->theme->quiet);
    const pmb_point middle = {(int16_t)(inside.x + (inside.w - 1) / 2),
                              (int16_t)(inside.y + (inside.h - 1) / 2)};
    pmb_line_dashed(c, (pmb_point){inside.x, middle.y},
                    (pmb_point){(int16_t)(inside.x + inside.w - 1), middle.y}, 1, 3,
                    s->theme->quiet);
    pmb_line_dashed(c, (pmb_point){middle.x, inside.y},
                    (pmb_point){middle.x, (int16_t)(inside.y + inside.h - 1)}, 1, 3,
                    s->theme->quiet);
    pmb_point before = middle;
    for (uint16_t i = 0; i < count; i++) {
        const pmb_point p = {
            pmb_coordinate(inside.x + pmb_scale_place(s->across, points[i][0], inside.w - 1)),
            pmb_coordinate(pmb_range_row(s->up->least, s->up->most, points[i][1], inside))};
        if (s->joined && i > 0)
            pmb_smooth_line(c, before, p, s->theme->levels[PMB_NORMAL]);
        else
            pmb_pixel(c, p, s->theme->levels[PMB_NORMAL]);
        before = p;
    }
    if (count > 0)
        pmb_smooth_circle_fill(c, before, 2, s->theme->ink);
    pmb_canvas_restore_clip(c, saved);
}
