/* hands.c - round faces without a scale: the clock and the compass rose. */
#include "geometry/limits.h"
#include "pemble/gauge.h"
#include "gauge/range.h"
#include "pemble/smooth.h"

/* Part n of a full turn in so many parts. */
static pmb_angle part(uint32_t n, uint32_t parts)
{
    return (pmb_angle)((uint64_t)n * 65536 / parts);
}

/* A line on the face, `from` and `to` in hundredths of its radius. */
static void draw_spoke(pmb_canvas *c, const struct disc *f, pmb_angle angle, int16_t from,
                       int16_t to, uint8_t width, pmb_color color)
{
    pmb_smooth_line_wide(c, pmb_polar(f->middle, angle, (int16_t)((int32_t)f->radius * from / 100)),
                         pmb_polar(f->middle, angle, (int16_t)((int32_t)f->radius * to / 100)),
                         width, color);
}

void pmb_clock_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, bool with_seconds,
                    uint32_t seconds)
{
    if (PMB_MISSING(theme))
        return;
    const struct disc f = pmb_disc_in(r);
    const uint8_t thick = (uint8_t)(1 + f.radius / 20);
    if (f.radius < 8)
        return;
    seconds %= 86400;
    pmb_smooth_circle_stroke(c, f.middle, f.radius, theme->quiet);
    for (uint8_t i = 0; i < (f.radius >= 24 ? 60 : 12); i++) {
        const bool hour = f.radius < 24 || i % 5 == 0;
        draw_spoke(c, &f, part(i, f.radius >= 24 ? 60 : 12), hour ? 84 : 92, 96,
                   (uint8_t)(hour && f.radius >= 40 ? 2 : 1), hour ? theme->ink : theme->quiet);
    }
    draw_spoke(c, &f, part(seconds % 43200, 43200), -12, 52, (uint8_t)(thick + 1), theme->ink);
    draw_spoke(c, &f, part(seconds % 3600, 3600), -12, 80, thick, theme->ink);
    if (with_seconds)
        draw_spoke(c, &f, part(seconds % 60, 60), -18, 86, 1, theme->levels[PMB_ALARM]);
    pmb_smooth_circle_fill(c, f.middle, (int16_t)(1 + f.radius / 14), theme->ink);
}

/* A letter on the face, in the middle of its spot. */
static void draw_letter(pmb_canvas *c, const struct disc *f, const PMB_FLASH pmb_theme *theme,
                        pmb_angle angle, const char *letter, pmb_color color)
{
    const pmb_text_style style = {.font = theme->label, .color = color};
    static const pmb_text_layout middle = {.across = PMB_CENTER, .down = PMB_MIDDLE};
    const pmb_font_metrics m = pmb_font_measure(style.font);
    const pmb_point p =
        pmb_polar(f->middle, angle, (int16_t)(f->radius * 93 / 100 - m.cap_height / 2 - 1));
    const int16_t side = (int16_t)(m.line * 2);
    pmb_gauge_text(c, &style,
                   (pmb_rect){(int16_t)(p.x - side / 2), (int16_t)(p.y - side / 2), side, side},
                   &middle, letter);
}

/* One point of the star: a half in the ink and a half in the quiet colour. */
static void draw_point(pmb_canvas *c, const struct disc *f, pmb_angle angle, int16_t reach,
                       pmb_color left, pmb_color right)
{
    const int16_t waist = (int16_t)(f->radius / 8 + 1);
    const pmb_point tip = pmb_polar(f->middle, angle, reach);
    const pmb_point before = pmb_polar(f->middle, (pmb_angle)(angle - 0x2000), waist);
    const pmb_point after = pmb_polar(f->middle, (pmb_angle)(angle + 0x2000), waist);
    pmb_smooth_triangle_fill(c, f->middle, before, tip, left);
    pmb_smooth_triangle_fill(c, f->middle, tip, after, right);
    pmb_smooth_line(c, tip, after, left);
    pmb_smooth_line(c, tip, before, left);
}

void pmb_compass_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r,
                      pmb_angle heading)
{
    if (PMB_MISSING(theme))
        return;
    static const char *const letters[] = {"N", "E", "S", "W"};
    const struct disc f = pmb_disc_in(r);
    if (f.radius < 8)
        return;
    const bool lettered = f.radius >= 22;
    const int16_t reach = (int16_t)(f.radius * (lettered ? 62 : 86) / 100);
    pmb_smooth_circle_stroke(c, f.middle, f.radius, theme->quiet);
    /* The rose turns, the mark at the top stays. */
    for (uint8_t i = 0; i < 4; i++)
        draw_point(c, &f, (pmb_angle)(0x4000u * i + 0x2000 - heading), (int16_t)(reach / 2),
                   theme->quiet, theme->ground);
    for (uint8_t i = 0; i < 4; i++) {
        const pmb_angle angle = (pmb_angle)(0x4000u * i - heading);
        const pmb_color color = i == 0 ? theme->levels[PMB_ALARM] : theme->ink;
        draw_point(c, &f, angle, reach, color, theme->ground);
        if (lettered)
            draw_letter(c, &f, theme, angle, letters[i], color);
    }
    pmb_smooth_triangle_fill(
        c, (pmb_point){f.middle.x, (int16_t)(f.middle.y - f.radius + f.radius / 7 + 1)},
        (pmb_point){(int16_t)(f.middle.x - f.radius / 14 - 1), (int16_t)(f.middle.y - f.radius)},
        (pmb_point){(int16_t)(f.middle.x + f.radius / 14 + 1), (int16_t)(f.middle.y - f.radius)},
        theme->ink);
}
