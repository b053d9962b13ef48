/* notice.c - icons, messages, buttons and switches. */
#include "pemble/notice.h"
#include "gauge/range.h"
#include "geometry/limits.h"
#include "pemble/smooth.h"

enum { ROOM = 4 };

static const pmb_text_layout middle = {.across = PMB_CENTER, .down = PMB_MIDDLE};

static int32_t side_of(const PMB_FLASH pmb_font *icons)
{
    const pmb_font_metrics m = pmb_font_measure(icons);
    return m.ascent + m.descent;
}

/* The icons of a theme as large as a height has room for. */
static pmb_text_style icons_in(const PMB_FLASH pmb_theme *theme, int32_t height, int32_t *side)
{
    const PMB_FLASH pmb_font *icons = theme->icons[side_of(theme->icons[1]) <= height];
    const int32_t scale = pmb_greater(1, pmb_lesser(height / pmb_greater(side_of(icons), 1), 15));
    *side = side_of(icons) * scale;
    return (pmb_text_style){.font = icons, .color = theme->ink, .scale = (uint8_t)scale};
}

pmb_size pmb_signs_size(const PMB_FLASH pmb_theme *theme, uint8_t count, int16_t height)
{
    if (PMB_MISSING(theme))
        return (pmb_size){0, 0};
    int32_t side;
    (void)icons_in(theme, height, &side);
    const int32_t gap = side / 4;
    return (pmb_size){pmb_coordinate(count * (side + gap) - (count > 0 ? gap : 0)),
                      pmb_coordinate(side)};
}

void pmb_signs_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r,
                    const pmb_sign *signs, uint8_t count)
{
    if (PMB_MISSING(theme) || PMB_MISSING(signs))
        return;
    int32_t side;
    pmb_text_style style = icons_in(theme, r.h, &side);
    int32_t x = (int32_t)r.x + r.w - pmb_signs_size(theme, count, r.h).w;
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_rect_fill(c, r, theme->ground);
    for (uint8_t i = 0; i < count; i++, x += side + side / 4) {
        const pmb_rect cell = {pmb_coordinate(x), pmb_coordinate(r.y + (r.h - side) / 2),
                               (int16_t)side, (int16_t)side};
        style.color = signs[i].off ? theme->quiet : pmb_level_color(theme, signs[i].level);
        if (x < r.x || side > r.h)
            continue;
        pmb_text(c, &style,
                 (pmb_point){cell.x, pmb_coordinate(cell.y + pmb_font_measure(style.font).ascent *
                                                                 style.scale)},
                 signs[i].icon);
        /* Where quiet is ink, what is off is thinned out. */
        if (signs[i].off && theme->quiet == theme->ink)
            pmb_rect_dither(c, cell, 8, theme->ground);
    }
    pmb_canvas_restore_clip(c, saved);
}

/* A message's parts, from the top. */
struct message_layout {
    pmb_text_style icon, title, text;
    int32_t side;         /* of the icon's column; 0: none */
    int32_t title_h, gap; /* of the title and below it */
    pmb_rect inside;
};

static struct message_layout lay_message(const PMB_FLASH pmb_message *m, pmb_rect r)
{
    struct message_layout l = {.title = {.font = m->theme->text, .color = m->theme->ink},
                               .text = {.font = m->theme->label, .color = m->theme->ink},
                               .inside = pmb_rect_inset(r, ROOM)};
    const pmb_font_metrics title = pmb_font_measure(l.title.font);
    if (m->title) {
        l.title_h = title.ascent + title.descent;
        l.gap = 1;
    }
    if (m->icon) {
        l.icon = icons_in(m->theme, pmb_greater(l.title_h, 1), &l.side);
        l.side += ROOM;
        l.title_h = pmb_greater(l.title_h, l.side - ROOM);
    }
    return l;
}

pmb_size pmb_message_size(const PMB_FLASH pmb_message *m, int16_t width, const char *text)
{
    if (PMB_MISSING(m) || PMB_MISSING(m->theme))
        return (pmb_size){0, 0};
    const struct message_layout l = lay_message(m, (pmb_rect){0, 0, width, 0});
    const pmb_text_layout wrapped = {.wrap = true};
    const int32_t text_h =
        pmb_text_box_size(&l.text, (int16_t)pmb_greater(width - 2 * ROOM, 1), &wrapped, text).h;
    return (pmb_size){width, pmb_coordinate(2 * ROOM + l.title_h + l.gap + text_h)};
}

void pmb_message_draw(pmb_canvas *c, const PMB_FLASH pmb_message *m, pmb_rect r, const char *text)
{
    if (PMB_MISSING(m) || PMB_MISSING(m->theme))
        return;
    if (!pmb_canvas_shows(c, r))
        return;
    struct message_layout l = lay_message(m, r);
    const pmb_rect in = l.inside;
    const pmb_color color = pmb_level_color(m->theme, m->level);
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_rect_fill(c, r, m->theme->ground);
    pmb_smooth_round_stroke(c, r, ROOM, m->level == PMB_NORMAL ? m->theme->quiet : color);
    l.icon.color = l.title.color = color;
    const int16_t head = (int16_t)pmb_lesser(l.title_h, in.h);
    if (m->icon && l.side - ROOM <= pmb_lesser(in.w, in.h))
        pmb_text_box(c, &l.icon, (pmb_rect){in.x, in.y, (int16_t)l.side, head},
                     &(pmb_text_layout){.down = PMB_MIDDLE}, m->icon);
    if (m->title)
        pmb_gauge_text(c, &l.title,
                       (pmb_rect){(int16_t)(in.x + l.side), in.y, (int16_t)(in.w - l.side), head},
                       &(pmb_text_layout){.down = PMB_MIDDLE}, m->title);
    const int32_t above = l.title_h + l.gap;
    const pmb_rect below = {in.x, pmb_coordinate(in.y + above), in.w, pmb_coordinate(in.h - above)};
    if (below.h >= pmb_font_measure(l.text.font).line)
        pmb_gauge_text(c, &l.text, below, &(pmb_text_layout){.wrap = true}, text);
    pmb_canvas_restore_clip(c, saved);
}

pmb_size pmb_button_size(const PMB_FLASH pmb_theme *theme, const char *label)
{
    if (PMB_MISSING(theme))
        return (pmb_size){0, 0};
    const pmb_text_style style = {.font = theme->text};
    const int32_t line = pmb_font_measure(style.font).line;
    return (pmb_size){pmb_coordinate(pmb_text_width(&style, label) + line + 2 * ROOM),
                      pmb_coordinate(line + 2 * ROOM)};
}

/* The larger of the reading and the small typeface in which a label has room. */
static pmb_text_style label_in(const PMB_FLASH pmb_theme *theme, pmb_rect r, const char *label)
{
    const pmb_text_style style = {.font = theme->text, .color = theme->ink};
    const pmb_font_metrics m = pmb_font_measure(style.font);
    if (pmb_text_width(&style, label) <= r.w && m.ascent <= r.h)
        return style;
    return (pmb_text_style){.font = theme->label, .color = theme->ink};
}

void pmb_button_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, const char *label,
                     bool pressed)
{
    if (PMB_MISSING(theme))
        return;
    const int16_t radius = (int16_t)(pmb_lesser(r.w, r.h) / 4);
    const pmb_rect inside = pmb_rect_inset(r, 2);
    if (pmb_rect_is_empty(inside) || !pmb_canvas_shows(c, r))
        return;
    pmb_text_style style = label_in(theme, inside, label);
    pmb_rect_fill(c, r, theme->ground);
    pmb_smooth_round_fill(c, r, radius, pressed ? theme->ink : theme->faint);
    if (pressed)
        style.color = theme->ground;
    else
        pmb_smooth_round_stroke(c, r, radius, theme->ink);
    pmb_gauge_text(c, &style, inside, &middle, label);
}

/* The track of a switch of a height: as wide as two knobs less a little. */
static pmb_size track_of(int16_t height)
{
    const int32_t h = pmb_greater(7, pmb_lesser(height, 40)) | 1;
    return (pmb_size){(int16_t)(h * 9 / 5), (int16_t)h};
}

pmb_size pmb_switch_size(const PMB_FLASH pmb_theme *theme, const char *label)
{
    if (PMB_MISSING(theme))
        return (pmb_size){0, 0};
    const pmb_text_style style = {.font = theme->text};
    const pmb_font_metrics m = pmb_font_measure(style.font);
    const pmb_size track = track_of(m.line);
    return (pmb_size){pmb_coordinate(pmb_text_width(&style, label) + 2 * ROOM + track.w), track.h};
}

void pmb_switch_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, const char *label,
                     bool on, bool pressed)
{
    if (PMB_MISSING(theme))
        return;
    const int16_t line = (int16_t)pmb_font_measure(theme->text).line;
    const pmb_size size = track_of((int16_t)pmb_lesser(r.h - 1, line));
    const pmb_rect track = pmb_layout_place(r, size, PMB_RIGHT, PMB_MIDDLE);
    const pmb_rect beside = {r.x, r.y, (int16_t)(r.w - track.w - ROOM), r.h};
    if (track.w < size.w || track.h < size.h)
        return;
    const int16_t knob = (int16_t)(size.h / 2 - 2);
    const int16_t from_end = (int16_t)(size.h / 2);
    const pmb_point at = {(int16_t)(on ? track.x + track.w - 1 - from_end : track.x + from_end),
                          (int16_t)(track.y + from_end)};
    pmb_rect_fill(c, r, theme->ground);
    const pmb_text_style style = label_in(theme, beside, label);
    if (beside.w > 0)
        pmb_gauge_text(c, &style, beside, &(pmb_text_layout){.down = PMB_MIDDLE}, label);
    pmb_smooth_round_fill(c, track, from_end, on ? theme->levels[PMB_NORMAL] : theme->faint);
    pmb_smooth_round_stroke(c, track, from_end, on ? theme->levels[PMB_NORMAL] : theme->quiet);
    pmb_smooth_circle_fill(c, at, knob, on ? theme->ground : theme->quiet);
    if (pressed)
        pmb_smooth_circle_fill(c, at, (int16_t)(knob / 2), on ? theme->ink : theme->ground);
}
