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

static pmb_text_style style_of(const PMB_FLASH pmb_dial *d)
{
    return (pmb_text_style){.font = d->theme->label, .color = d->theme->quiet};
}

/* What text covers in the middle of a rectangle, and a pixel around it. */
static pmb_rect covered(const pmb_text_style *style, pmb_point middle, const char *text)
{
    const int16_t w = pmb_text_width(style, text), h = pmb_font_measure(style->font).cap_height;
    return (pmb_rect){(int16_t)(middle.x - w / 2 - 1), (int16_t)(middle.y - h / 2 - 1),
                      (int16_t)(w + 2), (int16_t)(h + 2)};
}

static pmb_point label_place(const PMB_FLASH pmb_dial *d, const struct round *round)
{
    return (pmb_point){round->middle.x,
                       (int16_t)(round->middle.y + (d->pointer ? 0 : round->radius * 7 / 10))};
}

/* Where a number is: on a smaller circle, as far in as it reaches in its direction. */
static pmb_point number_place(const PMB_FLASH pmb_dial *d, const pmb_text_style *style,
                              const struct round *round, int64_t value, char text[16])
{
    const pmb_angle angle = angle_of(round, d->scale, (int32_t)value);
    const int16_t sine = pmb_sine(angle), cosine = pmb_cosine(angle);
    pmb_scale_number(text, 16, d->scale, value);
    const int32_t reach = (pmb_absolute(sine) * pmb_text_width(style, text) +
                           pmb_absolute(cosine) * pmb_font_measure(style->font).cap_height) /
                          65534;
    return pmb_polar(round->middle, angle,
                     (int16_t)(round->radius - round->band - round->tick - 6 - reach));
}

static bool touch(pmb_rect a, pmb_rect b)
{
    return !pmb_rect_is_empty(pmb_rect_common(a, b));
}

/* Text whose middle is there. */
static void draw_centred(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text)
{
    static const pmb_text_layout middle = {.across = PMB_CENTER, .down = PMB_MIDDLE};
    const int16_t w = pmb_text_width(style, text), line = pmb_font_measure(style->font).line;
    const pmb_rect spot = {(int16_t)(p.x - w), (int16_t)(p.y - line), (int16_t)(2 * w),
                           (int16_t)(2 * line)};
    pmb_text_box(c, style, spot, &middle, text);
}

/* Numbers at the major ticks; where they would touch each other or the label, only the first and
 * the last; or none. */
static void draw_numbers(pmb_canvas *c, const PMB_FLASH pmb_dial *d, const struct round *round)
{
    enum { MOST = 24 };
    const PMB_FLASH pmb_scale *s = d->scale;
    const pmb_text_style style = style_of(d);
    pmb_point places[MOST];
    pmb_rect label = {0, 0, 0, 0}, first = label, before = label, here = label;
    char text[16];
    if (s->major <= 0)
        return;
    int64_t last = ((int64_t)s->most - s->least) / s->major;
    if (is_full(round) && s->least + last * s->major == s->most)
        last--;
    if (d->label)
        label = covered(&style, label_place(d, round), d->label);
    bool fit = last < MOST, ends_fit = fit && last > 0;
    for (int32_t i = 0; i <= last && ends_fit; i++) {
        places[i] = number_place(d, &style, round, s->least + (int64_t)i * s->major, text);
        here = covered(&style, places[i], text);
        const bool alone = !touch(here, first) && !touch(here, label);
        fit = fit && alone && !touch(here, before);
        before = here;
        if (i == 0)
            first = here;
        if (i == 0 || i == last)
            ends_fit = alone;
    }
    for (int32_t i = 0; i <= last && ends_fit; i++)
        if (fit || i == 0 || i == last) {
            pmb_scale_number(text, sizeof text, s, s->least + (int64_t)i * s->major);
            draw_centred(c, &style, places[i], text);
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
    if (d->label && (d->pointer || r.y + r.h <= round->middle.y + round->radius))
        pmb_gauge_text(c, &style, r, &middle, d->label);
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
