/* dialog.c - a question, a message or a progress. */
#include "pemble/dialog.h"
#include "geometry/limits.h"
#include "pemble/gauge.h"
#include "pemble/notice.h"
#include "pemble/smooth.h"
#include "pemble/text.h"

enum { ROOM = 4, SLACK = 6, WIDEST = 260 };

/* Where the parts of a dialog are; those that it does not have are empty. */
struct places {
    pmb_rect box, head, text, bar, buttons[2];
    pmb_text_style icon, title, body, label;
};

static uint8_t button_count(const pmb_dialog *d)
{
    return (uint8_t)((d->buttons[0] != NULL) + (d->buttons[1] != NULL));
}

static int16_t height_of(const PMB_FLASH pmb_font *font)
{
    const pmb_font_metrics m = pmb_font_measure(font);
    return (int16_t)(m.ascent + m.descent);
}

/* Below one another, from the top; a part that has no room is left out, buttons last. */
static struct places place(const pmb_dialog *d)
{
    const PMB_FLASH pmb_theme *theme = d->theme;
    const bool roomy = d->area.h >= 100;
    const pmb_color color = pmb_level_color(theme, d->level);
    struct places p = {.icon = {.font = theme->icons[roomy], .color = color},
                       .title = {.font = roomy ? theme->text : theme->label, .color = color},
                       .body = {.font = theme->label, .color = theme->ink},
                       .label = {.font = roomy ? theme->text : theme->label, .color = theme->ink}};
    const int16_t w = (int16_t)pmb_lesser(d->area.w - 2 * (roomy ? ROOM : 0), WIDEST);
    const int16_t in = (int16_t)(w - 2 * ROOM), gap = (int16_t)(roomy ? ROOM : 1);
    const int16_t head = (int16_t)(d->title ? pmb_greater(height_of(p.title.font),
                                                          d->icon ? height_of(p.icon.font) : 0)
                                            : 0);
    const int16_t text =
        d->text ? pmb_text_box_size(&p.body, in, &(pmb_text_layout){.wrap = true}, d->text).h : 0;
    const int16_t bar = (int16_t)(d->whole > 0 ? (roomy ? 14 : 7) : 0);
    const int16_t low = (int16_t)(button_count(d) ? height_of(p.label.font) + (roomy ? 16 : 3) : 0);
    const int32_t wanted =
        head + text + bar + low + gap * ((head > 0) + (text > 0) + (bar > 0)) + 2 * ROOM;
    const int16_t h = (int16_t)pmb_lesser(wanted, d->area.h);
    p.box = pmb_layout_place(d->area, (pmb_size){w, h}, PMB_CENTER, PMB_MIDDLE);
    const pmb_rect r = pmb_rect_inset(p.box, roomy ? ROOM : 2);
    p.head = (pmb_rect){r.x, r.y, r.w, head};
    const int16_t below = (int16_t)(r.y + r.h - low);
    int16_t y = (int16_t)(r.y + head + (head ? gap : 0));
    if (bar > 0)
        p.bar = (pmb_rect){r.x, (int16_t)(below - (low ? gap : 0) - bar), r.w, bar};
    const int16_t until = bar > 0 ? p.bar.y : below;
    p.text = (pmb_rect){r.x, y, r.w, (int16_t)pmb_greater(until - y, 0)};
    const uint8_t count = button_count(d);
    for (uint8_t i = 0, n = 0; i < 2; i++) {
        if (!d->buttons[i])
            continue;
        const int16_t each = (int16_t)((r.w - (count - 1) * ROOM) / count);
        p.buttons[i] = (pmb_rect){(int16_t)(r.x + n++ * (each + ROOM)), below, each, low};
    }
    return p;
}

static void answer(pmb_dialog *d, uint8_t button)
{
    if (d->buttons[button])
        d->answer = button ? PMB_DIALOG_SECOND : PMB_DIALOG_FIRST;
    d->changed = true;
}

/* With one button it has the focus. */
static uint8_t focus_of(const pmb_dialog *d)
{
    return !d->buttons[0] ? 1 : !d->buttons[1] ? 0 : d->focus;
}

void pmb_dialog_turn(pmb_dialog *d, int16_t detents)
{
    if (detents == 0)
        return;
    d->focus = detents > 0;
    d->changed = true;
}

void pmb_dialog_press(pmb_dialog *d)
{
    answer(d, focus_of(d));
}

void pmb_dialog_back(pmb_dialog *d)
{
    answer(d, d->buttons[0] ? 0 : 1);
}

void pmb_dialog_push(pmb_dialog *d, pmb_push_event event)
{
    if (event == PMB_PUSH_CLICKED)
        pmb_dialog_press(d);
    else if (event == PMB_PUSH_HELD)
        pmb_dialog_back(d);
}

void pmb_dialog_way(pmb_dialog *d, pmb_way way)
{
    if (way == PMB_WAY_LEFT || way == PMB_WAY_RIGHT)
        pmb_dialog_turn(d, way == PMB_WAY_RIGHT ? 1 : -1);
    else if (way == PMB_WAY_DOWN)
        pmb_dialog_press(d);
    else if (way == PMB_WAY_UP)
        pmb_dialog_back(d);
}

void pmb_dialog_touch(pmb_dialog *d, pmb_touch_event event, const pmb_finger *f)
{
    if (event == PMB_TOUCH_NOTHING || event == PMB_TOUCH_HELD)
        return;
    const struct places p = place(d);
    const int16_t hit = pmb_touch_hit(p.buttons, 2, f->at, SLACK);
    d->pressed = f->down && hit >= 0;
    d->changed = true;
    if (hit < 0)
        return;
    d->focus = (uint8_t)hit;
    if (!f->down)
        answer(d, d->focus);
}

void pmb_dialog_progress(pmb_dialog *d, uint32_t part)
{
    d->changed = d->changed || part != d->part;
    d->part = part;
}

void pmb_dialog_draw(pmb_canvas *c, const pmb_dialog *d)
{
    if (PMB_MISSING(d->theme) || !pmb_canvas_shows(c, d->area))
        return;
    const struct places p = place(d);
    const pmb_rect saved = pmb_canvas_narrow_clip(c, p.box);
    pmb_rect head = p.head;
    pmb_rect_fill(c, p.box, d->theme->ground);
    pmb_smooth_round_stroke(c, p.box, ROOM,
                            d->level == PMB_NORMAL ? d->theme->quiet : p.title.color);
    if (d->title && d->icon) {
        const int16_t w = (int16_t)(pmb_text_width(&p.icon, d->icon) + ROOM);
        (void)pmb_text_box(c, &p.icon, head, &(pmb_text_layout){.down = PMB_MIDDLE}, d->icon);
        head.x = (int16_t)(head.x + w);
        head.w = (int16_t)(head.w - w);
    }
    if (d->title)
        (void)pmb_text_box(c, &p.title, head, &(pmb_text_layout){.down = PMB_MIDDLE}, d->title);
    if (d->text && p.text.h >= height_of(p.body.font))
        (void)pmb_text_box(c, &p.body, p.text, &(pmb_text_layout){.wrap = true}, d->text);
    if (d->whole > 0)
        pmb_progress_draw(c, d->theme, p.bar, d->part, d->whole);
    for (uint8_t i = 0; i < 2; i++)
        if (d->buttons[i])
            pmb_button_draw(c, d->theme, p.buttons[i], d->buttons[i],
                            button_count(d) > 1 ? i == d->focus : d->pressed);
    pmb_canvas_restore_clip(c, saved);
}
