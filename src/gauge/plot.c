/* plot.c - traces that scroll. */
#include "pemble/plot.h"
#include "gauge/range.h"
#include "geometry/limits.h"
#include "pemble/shape.h"
#include "shape/spans.h"

pmb_status pmb_plot_init(pmb_plot *p, const PMB_FLASH pmb_theme *theme,
                         const PMB_FLASH pmb_series *series, uint8_t series_count,
                         pmb_spread *values, uint16_t columns)
{
    if (!p || !theme || !series || !values || series_count == 0 || columns == 0)
        return PMB_ERR_ARGUMENT;
    *p = (pmb_plot){.theme = theme,
                    .series = series,
                    .series_count = series_count,
                    .columns = columns,
                    .values = values};
    return PMB_OK;
}

/* What a series has so many columns ago. */
static pmb_spread *column_ago(const pmb_plot *p, uint8_t series, uint16_t ago)
{
    const uint16_t at = (uint16_t)(((uint32_t)p->next + p->columns - 1u - ago) % p->columns);
    return &p->values[(uint32_t)series * p->columns + at];
}

void pmb_plot_push(pmb_plot *p, const int16_t *values)
{
    if (PMB_MISSING(p) || PMB_MISSING(values))
        return;
    p->next = (uint16_t)(p->next + 1 == p->columns ? 0 : p->next + 1);
    if (p->filled < p->columns)
        p->filled++;
    for (uint8_t i = 0; i < p->series_count; i++)
        *column_ago(p, i, 0) = (pmb_spread){values[i], values[i]};
}

void pmb_plot_widen(pmb_plot *p, const int16_t *values)
{
    if (PMB_MISSING(p) || PMB_MISSING(values))
        return;
    if (p->filled == 0) {
        pmb_plot_push(p, values);
        return;
    }
    for (uint8_t i = 0; i < p->series_count; i++) {
        pmb_spread *e = column_ago(p, i, 0);
        e->least = (int16_t)pmb_lesser(values[i], e->least);
        e->most = (int16_t)pmb_greater(values[i], e->most);
    }
}

/* The range of a series: its scale's, or from the least to the greatest value that is shown. */
struct range {
    int32_t least, most;
};

static struct range range_of(const pmb_plot *p, uint8_t series, uint16_t shown)
{
    const PMB_FLASH pmb_scale *own = p->series[series].scale;
    if (own)
        return (struct range){own->least, own->most};
    struct range r = {INT16_MAX, INT16_MIN};
    for (uint16_t i = 0; i < shown; i++) {
        const pmb_spread *e = column_ago(p, series, i);
        r.least = pmb_lesser(r.least, e->least);
        r.most = pmb_greater(r.most, e->most);
    }
    if (r.least == r.most) { /* one value lies in the middle */
        r.least--;
        r.most++;
    }
    return r;
}

static void draw_series(pmb_canvas *c, const pmb_plot *p, uint8_t series, pmb_rect r,
                        uint16_t shown)
{
    const PMB_FLASH pmb_series *how = &p->series[series];
    const struct range range = range_of(p, series, shown);
    const int32_t bottom = (int32_t)r.y + r.h - 1;
    int32_t before_top = 0, before_end = 0;
    for (uint16_t ago = 0; ago < shown; ago++) {
        const pmb_spread *e = column_ago(p, series, ago);
        int32_t top = pmb_range_row(range.least, range.most, e->most, r);
        int32_t end =
            e->least == e->most ? top : pmb_range_row(range.least, range.most, e->least, r);
        const int32_t own_top = top, own_end = end;
        if (how->trace == PMB_TRACE_FILLED)
            end = bottom;
        if (how->trace == PMB_TRACE_LINE && ago > 0) {
            /* To beside the column that is already drawn, without a gap. */
            if (before_end < top)
                top = before_end + 1;
            if (before_top > end)
                end = before_top - 1;
        }
        pmb_span_fill(c, (int32_t)r.x + r.w - 1 - ago, top, 1, end - top + 1, how->color);
        before_top = own_top;
        before_end = own_end;
    }
    if (how->marked) {
        const int16_t row = pmb_coordinate(pmb_range_row(range.least, range.most, how->mark, r));
        pmb_line_dashed(c, (pmb_point){r.x, row}, (pmb_point){(int16_t)(r.x + r.w - 1), row}, 4, 3,
                        how->color);
    }
}

/* Lines at the major ticks of the first series, dotted. */
static void draw_grid(pmb_canvas *c, const pmb_plot *p, pmb_rect r)
{
    const PMB_FLASH pmb_scale *s = p->series[0].scale;
    if (!s || s->major == 0)
        return;
    for (int64_t v = s->least; v <= s->most; v += s->major) {
        const int16_t y = pmb_coordinate(pmb_range_row(s->least, s->most, (int32_t)v, r));
        pmb_line_dashed(c, (pmb_point){r.x, y}, (pmb_point){(int16_t)(r.x + r.w - 1), y}, 1, 3,
                        p->theme->quiet);
    }
}

void pmb_plot_draw(pmb_canvas *c, const pmb_plot *p, pmb_rect r)
{
    if (PMB_MISSING(p) || PMB_MISSING(p->theme))
        return;
    if (!pmb_canvas_shows(c, r))
        return;
    for (uint8_t i = 0; i < p->series_count; i++)
        if (p->series[i].scale && pmb_scale_check(p->series[i].scale) != PMB_OK)
            return;
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_rect_fill(c, r, p->theme->ground);
    draw_grid(c, p, r);
    const uint16_t shown = (uint16_t)pmb_lesser(p->filled, r.w);
    for (uint8_t i = 0; i < p->series_count && shown > 0; i++)
        draw_series(c, p, i, r, shown);
    pmb_canvas_restore_clip(c, saved);
}
