/* plot.c - traces that scroll. */
#include "pemble/gauge.h"
#include "gauge/range.h"
#include "geometry/limits.h"
#include "pemble/shape.h"
#include "shape/spans.h"

pmb_status pmb_plot_init(pmb_plot *p, const PMB_FLASH pmb_theme *theme,
                         const PMB_FLASH pmb_series *series, uint8_t series_count, int16_t *values,
                         uint16_t columns)
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

void pmb_plot_push(pmb_plot *p, const int16_t *values)
{
    for (uint8_t i = 0; i < p->series_count; i++)
        p->values[(uint32_t)i * p->columns + p->next] = values[i];
    p->next = (uint16_t)(p->next + 1 == p->columns ? 0 : p->next + 1);
    if (p->filled < p->columns)
        p->filled++;
}

/* The value so many columns ago. */
static int16_t value_ago(const pmb_plot *p, uint8_t series, uint16_t ago)
{
    const uint16_t at = (uint16_t)((p->next + p->columns - 1u - ago) % p->columns);
    return p->values[(uint32_t)series * p->columns + at];
}

struct range {
    int32_t least, most;
};

/* The range of a series: its scale's, or from the least to the greatest value that is shown. */
static struct range range_of(const pmb_plot *p, uint8_t series, uint16_t shown)
{
    const PMB_FLASH pmb_scale *own = p->series[series].scale;
    if (own)
        return (struct range){own->least, own->most};
    struct range r = {value_ago(p, series, 0), value_ago(p, series, 0)};
    for (uint16_t i = 1; i < shown; i++) {
        r.least = pmb_lesser(r.least, value_ago(p, series, i));
        r.most = pmb_greater(r.most, value_ago(p, series, i));
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
    int32_t before = 0;
    for (uint16_t ago = 0; ago < shown; ago++) {
        const int32_t x = (int32_t)r.x + r.w - 1 - ago;
        const int32_t y =
            bottom - pmb_range_place(range.least, range.most, value_ago(p, series, ago), r.h - 1);
        int32_t top = y, end = y;
        if (how->trace == PMB_TRACE_FILLED)
            end = bottom;
        if (how->trace == PMB_TRACE_LINE && ago > 0) {
            /* From beside the last point to this one, without a gap. */
            top = before < y ? before + 1 : y;
            end = before > y ? before - 1 : y;
        }
        pmb_span_fill(c, x, top, 1, end - top + 1, how->color);
        before = y;
    }
}

/* Lines at the major ticks of the first series, dotted. */
static void draw_grid(pmb_canvas *c, const pmb_plot *p, pmb_rect r)
{
    const PMB_FLASH pmb_scale *s = p->series[0].scale;
    if (!s || s->major == 0)
        return;
    for (int64_t v = s->least; v <= s->most; v += s->major) {
        const int32_t y = (int32_t)r.y + r.h - 1 - pmb_scale_place(s, (int32_t)v, r.h - 1);
        pmb_line_dashed(c, (pmb_point){r.x, pmb_coordinate(y)},
                        (pmb_point){(int16_t)(r.x + r.w - 1), pmb_coordinate(y)}, 1, 3,
                        p->theme->quiet);
    }
}

void pmb_plot_draw(pmb_canvas *c, const pmb_plot *p, pmb_rect r)
{
    if (pmb_rect_is_empty(r))
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
