/* field.c - a labelled number in a frame. */
#include "geometry/limits.h"
#include "pemble/gauge.h"
#include "pemble/number.h"
#include "pemble/smooth.h"

enum { ROOM = 4 };

/* The largest of the theme's typefaces in which the number has room beside its unit. */
static const PMB_FLASH pmb_font *font_for(const PMB_FLASH pmb_field *f, pmb_rect inside,
                                          const char *text)
{
    const PMB_FLASH pmb_font *const fonts[] = {f->theme->numerals, f->theme->text, f->theme->label};
    const pmb_text_style unit = {.font = f->theme->label};
    const int32_t unit_w = f->unit ? pmb_text_width(&unit, f->unit) + ROOM / 2 : 0;
    for (uint8_t i = 0; i < 2; i++) {
        const pmb_text_style number = {.font = fonts[i], .tabular = true};
        if (pmb_text_width(&number, text) + unit_w <= inside.w &&
            pmb_font_measure(fonts[i]).cap_height <= inside.h)
            return fonts[i];
    }
    return fonts[2];
}

/* Where the parts of a field go. */
struct layout {
    pmb_text_style number, unit;
    int16_t number_w, unit_w;
    bool beside, above; /* the label beside the number, or above it; else there is none */
    bool fits;          /* the number does: a part of it would be another number */
};

static struct layout lay_out(const PMB_FLASH pmb_field *f, pmb_rect inside, const char *text,
                             pmb_color color)
{
    struct layout l = {
        .number = {.font = font_for(f, inside, text), .color = color, .tabular = true},
        .unit = {.font = f->theme->label, .color = f->theme->quiet},
    };
    l.number_w = pmb_text_width(&l.number, text);
    l.unit_w = (int16_t)(f->unit ? pmb_text_width(&l.unit, f->unit) + ROOM / 2 : 0);
    if (l.number_w + l.unit_w > inside.w)
        l.unit_w = 0;
    const pmb_font_metrics number = pmb_font_measure(l.number.font),
                           small = pmb_font_measure(l.unit.font);
    l.fits = l.number_w + l.unit_w <= inside.w && number.cap_height <= inside.h;
    if (f->label && small.cap_height + small.descent <= inside.h) {
        const int32_t label_w = pmb_text_width(&l.unit, f->label);
        l.beside = label_w + ROOM + l.number_w + l.unit_w <= inside.w;
        l.above = !l.beside && label_w <= inside.w &&
                  small.ascent + number.cap_height + ROOM / 2 <= inside.h;
    }
    return l;
}

/* The number with its unit at the right, both on one baseline, in the middle of what there is. */
static void draw_parts(pmb_canvas *c, const PMB_FLASH pmb_field *f, pmb_rect inside,
                       const struct layout *l, const char *text)
{
    static const pmb_text_layout corner = {.across = PMB_LEFT, .down = PMB_TOP};
    const int16_t above = l->above ? pmb_font_measure(l->unit.font).ascent : 0;
    const int32_t cap = pmb_font_measure(l->number.font).cap_height;
    const int32_t base = inside.y + above + (inside.h - above + cap) / 2;
    const int32_t right = (int32_t)inside.x + inside.w - l->unit_w;
    if (l->beside || l->above)
        pmb_text_box(c, &l->unit, inside, &corner, f->label);
    if (l->fits)
        pmb_text(c, &l->number,
                 (pmb_point){pmb_coordinate(right - l->number_w), pmb_coordinate(base)}, text);
    if (l->fits && l->unit_w > 0)
        pmb_text(c, &l->unit, (pmb_point){pmb_coordinate(right + ROOM / 2), pmb_coordinate(base)},
                 f->unit);
}

void pmb_field_draw(pmb_canvas *c, const PMB_FLASH pmb_field *f, pmb_rect r, int32_t value,
                    pmb_level level)
{
    if (PMB_MISSING(f) || PMB_MISSING(f->theme))
        return;
    char text[24];
    const pmb_number how = {.decimals = f->scale ? f->scale->decimals : 0};
    const pmb_color color = pmb_level_color(f->theme, level);
    const pmb_rect inside = pmb_rect_inset(r, ROOM);
    if (pmb_rect_is_empty(inside) || !pmb_canvas_shows(c, r))
        return;
    (void)pmb_number_text(text, sizeof text, &how, value);
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_rect_fill(c, r, f->theme->ground);
    pmb_smooth_round_stroke(c, r, ROOM, level == PMB_NORMAL ? f->theme->quiet : color);
    const struct layout layout = lay_out(f, inside, text, color);
    draw_parts(c, f, inside, &layout, text);
    pmb_canvas_restore_clip(c, saved);
}

pmb_size pmb_field_size(const PMB_FLASH pmb_field *f, uint8_t digits)
{
    if (PMB_MISSING(f) || PMB_MISSING(f->theme))
        return (pmb_size){0, 0};
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
