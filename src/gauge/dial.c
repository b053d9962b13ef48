/* dial.c - a round scale and a needle. */
#include "geometry/limits.h"
#include "pemble/gauge.h"
#include "gauge/range.h"
#include "pemble/smooth.h"

/* A dial's measures, in pixels from its middle. */
struct round {
    pmb_point middle;
    int16_t radius, band, tick;
    pmb_angle from;
    uint32_t sweep;
};

static struct round round_of(const PMB_FLASH pmb_dial *d, pmb_rect r)
{
    const struct disc disc = pmb_disc_in(r);
    return (struct round){.middle = disc.middle,
                          .radius = disc.radius,
                          .band = (int16_t)pmb_greater(disc.radius / 14, 1),
                          .tick = (int16_t)pmb_greater(disc.radius / 8, 2),
                          .from = d->from,
                          .sweep = pmb_sweep_drawn(d->sweep)};
}

static pmb_angle angle_of(const struct round *round, const PMB_FLASH pmb_scale *s, int32_t value)
{
    return (pmb_angle)(round->from + (uint32_t)pmb_scale_place(s, value, (int32_t)round->sweep));
}

/* Whether both ends of the scale are at one place. */
static bool is_full(const struct round *round)
{
    return round->sweep > 65536 - 65536 / 40;
}

/* The arc around the scale, in the colours of its zones. */
static void draw_band(pmb_canvas *c, const PMB_FLASH pmb_dial *d, const struct round *round)
{
    const PMB_FLASH pmb_scale *s = d->scale;
    if (s->zone_count == 0 && is_full(round)) {
        const pmb_rect all = {(int16_t)(round->middle.x - round->radius),
                              (int16_t)(round->middle.y - round->radius),
                              (int16_t)(2 * round->radius + 1), (int16_t)(2 * round->radius + 1)};
        pmb_smooth_ellipse_ring(c, all, (int16_t)((round->band + 1) / 2), d->theme->quiet);
        return;
    }
    for (struct zone_walk zone = {0}; pmb_zone_next(&zone, s);) {
        const pmb_angle start = angle_of(round, s, zone.from), end = angle_of(round, s, zone.to);
        /* A normal arc is thin, so that one bit tells it from the others. */
        const int16_t width =
            (int16_t)(zone.level == PMB_NORMAL ? (round->band + 1) / 2 : round->band + 1);
        if (start != end)
            pmb_smooth_sector_fill(
                c, round->middle, round->radius, (int16_t)(round->radius - width), start,
                end - start, s->zone_count > 0 ? d->theme->levels[zone.level] : d->theme->quiet);
    }
}

/* A step outwards of a tick: from how far in it begins. */
static void draw_tick(pmb_canvas *c, const struct round *round, pmb_angle angle, int16_t length,
                      pmb_color color)
{
    const int16_t outer = (int16_t)(round->radius - round->band - 1);
    pmb_smooth_line(c, pmb_polar(round->middle, angle, outer),
                    pmb_polar(round->middle, angle, (int16_t)(outer - length)), color);
}

static void draw_ticks(pmb_canvas *c, const PMB_FLASH pmb_dial *d, const struct round *round)
{
    const PMB_FLASH pmb_scale *s = d->scale;
    for (int64_t v = s->least; s->minor > 0 && v <= s->most; v += s->minor)
        draw_tick(c, round, angle_of(round, s, (int32_t)v), (int16_t)(round->tick / 2),
                  d->theme->quiet);
    for (int64_t v = s->least; s->major > 0 && v <= s->most; v += s->major)
        draw_tick(c, round, angle_of(round, s, (int32_t)v), round->tick, d->theme->ink);
}

/* Numbers at the major ticks, each in the middle of a spot on a smaller circle. */
static void draw_numbers(pmb_canvas *c, const PMB_FLASH pmb_dial *d, const struct round *round)
{
    const PMB_FLASH pmb_scale *s = d->scale;
    const pmb_text_style style = {.font = d->theme->label, .color = d->theme->quiet};
    static const pmb_text_layout middle = {.across = PMB_CENTER, .down = PMB_MIDDLE};
    const pmb_font_metrics m = pmb_font_measure(style.font);
    /* Along the circle of the numbers; 65536 / 2 pi = 10430. */
    const int64_t second = (int64_t)s->least + s->major; /* the place of the second number */
    const int32_t place =
        pmb_scale_place(s, second < s->most ? (int32_t)second : s->most, (int32_t)round->sweep);
    const int32_t apart = (int32_t)((int64_t)(round->radius * 3 / 5) * place / 10430);
    for (int64_t v = s->least; s->major > 0 && v <= s->most; v += s->major) {
        char text[16];
        if (is_full(round) && v == s->most)
            break;
        pmb_scale_number(text, sizeof text, s, v);
        const int16_t w = pmb_text_width(&style, text);
        if (w + 2 > apart)
            continue;
        const pmb_angle angle = angle_of(round, s, (int32_t)v);
        const int16_t sine = pmb_sine(angle), cosine = pmb_cosine(angle);
        /* As far in as the number reaches in that direction. */
        const int32_t reach = ((int32_t)(sine < 0 ? -sine : sine) * w +
                               (int32_t)(cosine < 0 ? -cosine : cosine) * m.cap_height) /
                              65534;
        const int16_t distance = (int16_t)(round->radius - round->band - round->tick - 6 - reach);
        const pmb_point p = pmb_polar(round->middle, angle, distance);
        const pmb_rect spot = {(int16_t)(p.x - w), (int16_t)(p.y - m.line), (int16_t)(2 * w),
                               (int16_t)(2 * m.line)};
        pmb_text_box(c, &style, spot, &middle, text);
    }
}

/* A triangle whose tip is at the ticks. */
static void draw_pointer(pmb_canvas *c, const struct round *round, pmb_angle angle, pmb_color color)
{
    const int16_t tip = (int16_t)(round->radius - round->band - 2);
    const int16_t length = (int16_t)pmb_greater(round->tick + 2, 4);
    const pmb_angle half = (pmb_angle)(65536 / 48);
    pmb_smooth_triangle_fill(
        c, pmb_polar(round->middle, angle, tip),
        pmb_polar(round->middle, (pmb_angle)(angle - half), (int16_t)(tip - length)),
        pmb_polar(round->middle, (pmb_angle)(angle + half), (int16_t)(tip - length)), color);
}

static void draw_needle(pmb_canvas *c, const PMB_FLASH pmb_dial *d, const struct round *round,
                        int32_t value)
{
    const pmb_angle angle = angle_of(round, d->scale, value);
    const pmb_level level = pmb_scale_level(d->scale, value);
    const int16_t reach = (int16_t)(round->radius - round->band - 3);
    const pmb_color color = pmb_level_color(d->theme, level);
    if (d->pointer) {
        draw_pointer(c, round, angle, color);
        return;
    }
    const pmb_point tip = pmb_polar(round->middle, angle, reach);
    const pmb_point tail =
        pmb_polar(round->middle, (pmb_angle)(angle + 0x8000), (int16_t)(round->radius / 6));
    /* A rim of the ground keeps it apart from the numbers that it passes over. */
    const uint8_t width = (uint8_t)(round->radius < 36 ? 1 : pmb_lesser(round->radius / 24 + 1, 9));
    pmb_smooth_line_wide(c, tail, tip, (uint8_t)(width + 2), d->theme->ground);
    pmb_smooth_line_wide(c, tail, tip, width, color);
    pmb_smooth_circle_fill(c, round->middle, (int16_t)(round->radius / 12 + 1), color);
    pmb_smooth_circle_fill(c, round->middle, (int16_t)(round->radius / 30), d->theme->ground);
}

static void draw_label(pmb_canvas *c, const PMB_FLASH pmb_dial *d, const struct round *round)
{
    const pmb_text_style style = {.font = d->theme->label, .color = d->theme->quiet};
    static const pmb_text_layout middle = {.across = PMB_CENTER, .down = PMB_MIDDLE};
    const pmb_font_metrics m = pmb_font_measure(style.font);
    const int16_t w = (int16_t)(round->radius * 9 / 10);
    const pmb_rect r = {
        (int16_t)(round->middle.x - w / 2),
        (int16_t)(round->middle.y - m.line / 2 + (d->pointer ? 0 : round->radius * 7 / 10)), w,
        (int16_t)(m.ascent + m.descent)};
    if (d->label)
        pmb_text_box(c, &style, r, &middle, d->label);
}

void pmb_dial_draw(pmb_canvas *c, const PMB_FLASH pmb_dial *d, pmb_rect r, int32_t value,
                   int32_t peak)
{
    if (PMB_MISSING(d) || PMB_MISSING(d->theme) || PMB_MISSING(d->scale))
        return;
    const struct round round = round_of(d, r);
    if (pmb_scale_check(d->scale) != PMB_OK || round.radius < 8 || !pmb_canvas_shows(c, r))
        return;
    draw_band(c, d, &round);
    draw_ticks(c, d, &round);
    if (d->numbers && round.radius >= 30)
        draw_numbers(c, d, &round);
    draw_label(c, d, &round);
    if (peak >= d->scale->least) {
        const pmb_angle angle = angle_of(&round, d->scale, peak);
        pmb_smooth_circle_fill(
            c,
            pmb_polar(round.middle, angle, (int16_t)(round.radius - round.band - round.tick - 1)),
            (int16_t)pmb_greater(round.radius / 30, 1),
            d->theme->levels[pmb_scale_level(d->scale, peak)]);
    }
    draw_needle(c, d, &round, value);
}
