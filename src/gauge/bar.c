/* bar.c - bars, and progress. */
#include "geometry/limits.h"
#include "pemble/gauge.h"
#include "pemble/shape.h"
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
    const PMB_FLASH pmb_scale *s = b->scale;
    pmb_level level = PMB_NORMAL;
    if (place >= reach)
        return b->theme->faint;
    for (uint8_t i = 0; i < s->zone_count; i++)
        if (place >= pmb_scale_place(s, s->zones[i].from, length))
            level = s->zones[i].level;
    return b->theme->levels[level];
}

/* Zone by zone up to the value, and what is left of it faintly. */
static void draw_solid(pmb_canvas *c, const PMB_FLASH pmb_bar *b, pmb_rect r, bool upright,
                       int32_t length, int32_t reach)
{
    const PMB_FLASH pmb_scale *s = b->scale;
    pmb_level level = PMB_NORMAL;
    int32_t from = 0;
    for (uint8_t i = 0; i <= s->zone_count; i++) {
        const int32_t to =
            i < s->zone_count ? pmb_scale_place(s, s->zones[i].from, length) : length;
        fill_part(c, r, upright, from, pmb_lesser(to, reach), b->theme->levels[level]);
        from = to;
        level = i < s->zone_count ? s->zones[i].level : level;
    }
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
    const bool upright = r.h > r.w;
    const PMB_FLASH pmb_scale *s = b->scale;
    if (pmb_scale_check(s) != PMB_OK || r.w < 5 || r.h < 5)
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

void pmb_progress_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, uint32_t part,
                       uint32_t whole)
{
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
