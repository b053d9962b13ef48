/* box.c - text in a rectangle: lines, words, alignment. */
#include "pemble/shape.h"
#include "pemble/text.h"
#include "text/glyph.h"
#include "geometry/limits.h"

static const char points[] = "...";

/* One line of a text: its first character, the one behind its last, and where the next begins. */
struct line {
    const char *from, *to, *next;
    bool more; /* another line follows */
};

static int32_t width_of(const pmb_text_style *style, const char *from, const char *to)
{
    return pmb_text_run(NULL, style, (pmb_point){0, 0}, from, to);
}

/* The last blank before `to` with something but blanks in front of it; NULL when there is none. */
static const char *last_blank(const char *from, const char *to)
{
    while (from < to && *from == ' ')
        from++;
    for (const char *at = to; at > from; at--)
        if (at[-1] == ' ')
            return at - 1;
    return NULL;
}

static struct line next_line(const pmb_text_style *style, const char *text, bool wrap,
                             int32_t width)
{
    const char *end = text;
    while (*end && *end != '\n')
        end++;
    struct line line = {text, end, *end ? end + 1 : end, *end != '\0'};
    if (!wrap || width_of(style, text, end) <= width)
        return line;
    line.to = line.next = pmb_text_cut(style, text, end, width);
    line.more = true;
    /* Not in the middle of a word, when there is a place between two. A blank that the line ends
     * with belongs to neither line. */
    const char *blank = *line.to == ' ' ? line.to : last_blank(text, line.to);
    if (blank)
        line.to = line.next = blank;
    while (line.to > text && line.to[-1] == ' ')
        line.to--;
    while (line.next < end && *line.next == ' ')
        line.next++;
    if (line.next == end) {
        line.more = *end != '\0';
        line.next = *end ? end + 1 : end;
    }
    return line;
}

struct metrics {
    int32_t ascent, descent, line, cap_height;
};

static struct metrics metrics_of(const pmb_text_style *style)
{
    const pmb_font_metrics m = pmb_font_measure(style->font);
    const int32_t scale = pmb_style_scale(style);
    return (struct metrics){m.ascent * scale, m.descent * scale, m.line * scale,
                            m.cap_height * scale};
}

static const pmb_text_layout *layout_or_usual(const pmb_text_layout *layout)
{
    static const pmb_text_layout usual = {.wrap = false};
    return PMB_MISSING(layout) ? &usual : layout;
}

/* How many lines the text takes, and how wide the widest is, if that is asked for. */
static uint16_t count_lines(const pmb_text_style *style, const char *text, bool wrap, int32_t width,
                            int32_t *widest)
{
    uint16_t count = 0;
    for (;;) {
        const struct line line = next_line(style, text, wrap, width);
        if (widest)
            *widest = pmb_greater(*widest, width_of(style, line.from, line.to));
        count++;
        if (!line.more || count == UINT16_MAX)
            return count;
        text = line.next;
    }
}

pmb_size pmb_text_box_size(const pmb_text_style *style, int16_t width,
                           const pmb_text_layout *layout, const char *text)
{
    if (PMB_MISSING(style) || PMB_MISSING(style->font) || PMB_MISSING(text))
        return (pmb_size){0, 0};
    layout = layout_or_usual(layout);
    const struct metrics m = metrics_of(style);
    int32_t widest = 0;
    const uint16_t lines = count_lines(style, text, layout->wrap, width, &widest);
    return (pmb_size){pmb_coordinate(widest),
                      pmb_coordinate(m.ascent + m.descent + (lines - 1) * m.line)};
}

/* The first baseline, for so many lines. */
static int32_t first_baseline(const struct metrics *m, pmb_rect r, const pmb_text_layout *layout,
                              int32_t lines)
{
    const int32_t between = (lines - 1) * m->line, lowest = r.h - m->descent - between;
    if (layout->down == PMB_TOP)
        return r.y + m->ascent;
    if (layout->down == PMB_BOTTOM)
        return r.y + lowest;
    const int32_t middle = (r.h - between + m->cap_height) / 2;
    return r.y + (lowest < m->cap_height ? middle : pmb_lesser(middle, lowest));
}

/* Draws a line at its baseline; with points behind it when it is too wide, or has to have them. */
static void draw_line(pmb_canvas *c, const pmb_text_style *style, pmb_rect r,
                      const pmb_text_layout *layout, struct line line, int32_t baseline, bool dots)
{
    int32_t width = width_of(style, line.from, line.to), points_width = 0;
    if (width > r.w)
        dots = true;
    if (dots)
        points_width = width_of(style, points, NULL);
    if (dots && width + points_width > r.w) {
        line.to = pmb_text_cut(style, line.from, line.to, r.w - points_width);
        width = width_of(style, line.from, line.to);
        if (width + points_width > r.w && points_width <= r.w) {
            line.to = line.from;
            width = 0;
        }
    }
    const int32_t room = r.w - width - points_width;
    int32_t x = r.x;
    if (layout->across == PMB_CENTER)
        x += room / 2;
    else if (layout->across == PMB_RIGHT)
        x += room;
    const pmb_point p = {pmb_coordinate(x), pmb_coordinate(baseline)};
    pmb_text_style upright = *style;
    upright.turn = 0;
    (void)pmb_text_run(c, &upright, p, line.from, line.to);
    if (dots)
        (void)pmb_text_run(c, &upright, (pmb_point){pmb_coordinate(x + width), p.y}, points, NULL);
}

uint16_t pmb_text_box(pmb_canvas *c, const pmb_text_style *style, pmb_rect r,
                      const pmb_text_layout *layout, const char *text)
{
    if (PMB_MISSING(style) || PMB_MISSING(style->font) || PMB_MISSING(text) || pmb_rect_is_empty(r))
        return 0;
    layout = layout_or_usual(layout);
    const struct metrics m = metrics_of(style);
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    const uint16_t lines = count_lines(style, text, layout->wrap, r.w, NULL);
    const int32_t room = r.h - m.ascent - m.descent;
    const int32_t fit = room < 0 ? 1 : room / m.line + 1;
    const uint16_t shown = lines > fit ? (uint16_t)fit : lines;
    if (style->opaque)
        pmb_rect_fill(c, r, style->background);
    int32_t baseline = first_baseline(&m, r, layout, shown);
    /* Most bands have nothing of most boxes. */
    for (uint16_t i = 0; i < shown && !pmb_rect_is_empty(c->clip); i++, baseline += m.line) {
        const struct line line = next_line(style, text, layout->wrap, r.w);
        draw_line(c, style, r, layout, line, baseline, i + 1 == shown && lines > shown);
        text = line.next;
    }
    pmb_canvas_restore_clip(c, saved);
    return shown;
}
