/* field.c - a labelled number in a frame. */
#include "geometry/limits.h"
#include "pemble/gauge.h"
#include "pemble/number.h"
#include "pemble/smooth.h"

enum { ROOM = 4 };

static void draw_label(pmb_canvas *c, const PMB_FLASH pmb_field *f, pmb_rect inside)
{
    const pmb_text_style style = {.font = f->theme->label, .color = f->theme->quiet};
    static const pmb_text_layout top = {.across = PMB_LEFT, .down = PMB_TOP};
    if (f->label)
        pmb_text_box(c, &style, inside, &top, f->label);
}

/* The number with its unit at the right, both on one baseline. */
static void draw_number(pmb_canvas *c, const PMB_FLASH pmb_field *f, pmb_rect inside,
                        const char *text, pmb_color color)
{
    const pmb_text_style number = {.font = f->theme->numerals, .color = color, .tabular = true};
    const pmb_text_style unit = {.font = f->theme->label, .color = f->theme->quiet};
    const pmb_font_metrics label = pmb_font_measure(unit.font), m = pmb_font_measure(number.font);
    /* Beside the label where there is room, else below it. */
    const int32_t beside = f->label ? pmb_text_width(&unit, f->label) + ROOM : 0;
    const bool fits = beside + pmb_text_width(&number, text) +
                          (f->unit ? pmb_text_width(&unit, f->unit) : 0) <=
                      inside.w - ROOM;
    const int16_t above = f->label && !fits ? label.ascent : 0;
    const int32_t unit_w = f->unit ? pmb_text_width(&unit, f->unit) + ROOM / 2 : 0;
    const int32_t right = (int32_t)inside.x + inside.w - unit_w;
    /* In the middle of what the label has left. */
    const int32_t base =
        inside.y + above + (inside.h - above + m.cap_height) / 2;
    const pmb_point p = {pmb_coordinate(right - pmb_text_width(&number, text)),
                         pmb_coordinate(pmb_lesser(base, (int32_t)inside.y + inside.h))};
    pmb_text(c, &number, p, text);
    if (f->unit)
        pmb_text(c, &unit, (pmb_point){pmb_coordinate(right + ROOM / 2), p.y}, f->unit);
}

void pmb_field_draw(pmb_canvas *c, const PMB_FLASH pmb_field *f, pmb_rect r, int32_t value,
                    pmb_level level)
{
    char text[24];
    const pmb_number how = {.decimals = f->scale ? f->scale->decimals : 0};
    const pmb_color color = level == PMB_NORMAL ? f->theme->ink : f->theme->levels[level];
    const pmb_rect inside = pmb_rect_inset(r, ROOM);
    if (pmb_rect_is_empty(inside))
        return;
    (void)pmb_number_text(text, sizeof text, value, &how);
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_rect_fill(c, r, f->theme->ground);
    pmb_smooth_round_stroke(c, r, ROOM, level == PMB_NORMAL ? f->theme->quiet : color);
    draw_label(c, f, inside);
    draw_number(c, f, inside, text, color);
    pmb_canvas_restore_clip(c, saved);
}

pmb_size pmb_field_size(const PMB_FLASH pmb_field *f, uint8_t digits)
{
    const pmb_text_style number = {.font = f->theme->numerals, .tabular = true};
    const pmb_text_style label = {.font = f->theme->label};
    const pmb_font_metrics m = pmb_font_measure(number.font), small = pmb_font_measure(label.font);
    int32_t w = (int32_t)pmb_text_width(&number, "0") * digits;
    if (f->scale && f->scale->decimals > 0)
        w += pmb_text_width(&number, ".");
    if (f->unit)
        w += pmb_text_width(&label, f->unit) + ROOM / 2;
    if (f->label)
        w = pmb_greater(w, pmb_text_width(&label, f->label));
    const int32_t h = m.cap_height + ROOM / 2 + (f->label ? small.ascent : 0);
    return (pmb_size){pmb_coordinate(w + 2 * ROOM), pmb_coordinate(h + 2 * ROOM)};
}
