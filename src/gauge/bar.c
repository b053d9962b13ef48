/* bar.c - bars, straight and curved, and progress. */
#include "gauge/range.h"
#include "geometry/limits.h"
#include "pemble/gauge.h"
#include "pemble/smooth.h"
#include "shape/spans.h"

/* A part of a bar, from `from` to `to` along it. */
static void fill_part(pmb_canvas *c, pmb_rect r, bool upright, int32_t from, int32_t to,
                      pmb_color color)
{
    if (upright)
        pmb_span_fill(c, r.x, (int32_t)r.y + r.h - to, r.w, to - from, color);
    else
        pmb_span_fill(c, r.x + from, r.y, to - from, r.h, color);
}

/* The colour at a place: that of the zone, or the faint one beyond the value. */
static pmb_color color_at(const PMB_FLASH pmb_bar *b, int32_t place, int32_t length, int32_t reach)
{
    pmb_level level = PMB_NORMAL;
    if (place >= reach)
        return b->theme->faint;
    for (struct zone_walk zone = {0}; pmb_zone_next(&zone, b->scale);)
        if (zone.next > 1 && place >= pmb_scale_place(b->scale, zone.from, length))
            level = zone.level;
    return b->theme->levels[level];
}

/* Zone by zone up to the value, and what is left of it faintly. */
static void draw_solid(pmb_canvas *c, const PMB_FLASH pmb_bar *b, pmb_rect r, bool upright,
                       int32_t length, int32_t reach)
{
    const PMB_FLASH pmb_scale *s = b->scale;
    for (struct zone_walk zone = {0}; pmb_zone_next(&zone, s);)
        fill_part(c, r, upright, pmb_scale_place(s, zone.from, length),
                  pmb_lesser(pmb_scale_place(s, zone.to, length), reach),
                  b->theme->levels[zone.level]);
    fill_part(c, r, upright, reach, length, b->theme->faint);
}

/* Blocks of one width with gaps of one: a block is on when its middle is reached. */
static void draw_blocks(pmb_canvas *c, const PMB_FLASH pmb_bar *b, pmb_rect r, bool upright,
                        int32_t length, int32_t reach)
{
    const int32_t gap = length / b->blocks >= 4 ? 1 + (length / b->blocks >= 12) : 0;
    for (int32_t i = 0; i < b->blocks; i++) {
        const int32_t from = (length + gap) * i / b->blocks;
        const int32_t to = (length + gap) * (i + 1) / b->blocks - gap;
        fill_part(c, r, upright, from, to, color_at(b, (from + to) / 2, length, reach));
    }
}

void pmb_bar_draw(pmb_canvas *c, const PMB_FLASH pmb_bar *b, pmb_rect r, int32_t value,
                  int32_t target)
{
    if (PMB_MISSING(b) || PMB_MISSING(b->theme) || PMB_MISSING(b->scale))
        return;
    const bool upright = r.h > r.w;
    const PMB_FLASH pmb_scale *s = b->scale;
    if (pmb_scale_check(s) != PMB_OK || r.w < 5 || r.h < 5 || !pmb_canvas_shows(c, r))
        return;
    const pmb_rect inside = pmb_rect_inset(r, 2);
    const int32_t length = upright ? inside.h : inside.w;
    const int32_t reach = pmb_scale_place(s, value, length);
    pmb_rect_fill(c, r, b->theme->ground);
    pmb_rect_stroke(c, r, b->theme->quiet);
    if (b->blocks > 0 && b->blocks <= length)
        draw_blocks(c, b, inside, upright, length, reach);
    else
        draw_solid(c, b, inside, upright, length, reach);
    if (target >= s->least && target <= s->most) {
        /* Two lines on it, and a gap on either side, so that it is seen on both grounds. */
        const int32_t at = pmb_scale_place(s, target, length - 1);
        fill_part(c, inside, upright, pmb_greater(at - 1, 0), pmb_lesser(at + 2, length),
                  b->theme->ground);
        fill_part(c, inside, upright, at, at + 1, b->theme->ink);
    }
}

/* A part of the ring from one angle of the sweep to another. */
static void fill_arc(pmb_canvas *c, const struct disc *disc, int16_t inner, pmb_angle start,
                     int32_t from, int32_t to, pmb_color color)
{
    if (to > from)
        pmb_smooth_sector_fill(c, disc->middle, (int16_t)(disc->radius - 2), inner,
                               start + (pmb_angle)from, (pmb_angle)(to - from), color);
}

void pmb_bar_curved_draw(pmb_canvas *c, const PMB_FLASH pmb_bar *b, pmb_rect r, pmb_angle from,
                         pmb_angle swept, int32_t value, int32_t target)
{
    if (PMB_MISSING(b) || PMB_MISSING(b->theme) || PMB_MISSING(b->scale))
        return;
    const struct disc disc = pmb_disc_in(r);
    const int32_t sweep = (int32_t)pmb_sweep_drawn(swept);
    const PMB_FLASH pmb_scale *s = b->scale;
    if (pmb_scale_check(s) != PMB_OK || disc.radius < 8 || !pmb_canvas_shows(c, r))
        return;
    const int16_t inner = (int16_t)(disc.radius - 2 - pmb_greater(disc.radius / 5, 2));
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    const int32_t reach = pmb_scale_place(s, value, sweep);
    if (b->blocks > 0) {
        const int32_t gap = sweep / b->blocks / 5;
        for (int32_t i = 0; i < b->blocks; i++) {
            const int32_t start = (sweep + gap) * i / b->blocks;
            const int32_t end = (sweep + gap) * (i + 1) / b->blocks - gap;
            fill_arc(c, &disc, inner, from, start, end,
                     color_at(b, (start + end) / 2, sweep, reach));
        }
    } else {
        fill_arc(c, &disc, inner, from, reach, sweep, b->theme->faint);
        for (struct zone_walk zone = {0}; pmb_zone_next(&zone, s);)
            fill_arc(c, &disc, inner, from, pmb_scale_place(s, zone.from, sweep),
                     pmb_lesser(pmb_scale_place(s, zone.to, sweep), reach),
                     b->theme->levels[zone.level]);
    }
    pmb_smooth_sector_stroke(c, disc.middle, disc.radius, (int16_t)(inner - 2), from, swept,
                             b->theme->quiet);
    if (target >= s->least && target <= s->most) {
        const pmb_angle at = (pmb_angle)(from + (uint32_t)pmb_scale_place(s, target, sweep));
        const pmb_point end = pmb_polar(disc.middle, at, disc.radius),
                        start = pmb_polar(disc.middle, at, (int16_t)(inner - 3));
        pmb_smooth_line_wide(c, start, end, 4, b->theme->ground);
        pmb_smooth_line_wide(c, start, end, 2, b->theme->ink);
    }
    pmb_canvas_restore_clip(c, saved);
}

void pmb_progress_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, uint32_t part,
                       uint32_t whole)
{
    if (PMB_MISSING(theme))
        return;
    if (r.w < 5 || r.h < 5)
        return;
    const pmb_rect inside = pmb_rect_inset(r, 2);
    const uint32_t w = (uint32_t)inside.w;
    pmb_rect_fill(c, r, theme->ground);
    pmb_rect_stroke(c, r, theme->quiet);
    if (whole > 0) {
        const uint32_t done = part < whole ? part : whole;
        const int32_t reach = (int32_t)(((uint64_t)done * w + whole / 2) / whole);
        fill_part(c, inside, false, 0, reach, theme->ink);
        return;
    }
    /* A quarter wide, to and fro in two seconds. */
    const uint32_t block = w / 4 > 0 ? w / 4 : 1, way = w - block, time = part % 2000;
    const uint32_t at = way * (time < 1000 ? time : 2000 - time) / 1000;
    fill_part(c, inside, false, (int32_t)at, (int32_t)(at + block), theme->ink);
}
