/* machine_scene.c - the state of a machine as a picture. */
#include "machine_scene.h"

#include <stdio.h>
#include <string.h>
#include "pemble/families.h"

enum { MOST_ROWS = MOST_ADDRESSES + 6, VALUE_SIZE = 64 };

static const pmb_zone busy[] = {{100, PMB_CAUTION}, {200, PMB_ALARM}};
static const pmb_zone full[] = {{80, PMB_CAUTION}, {95, PMB_ALARM}};
static const pmb_zone hot[] = {{650, PMB_CAUTION}, {800, PMB_ALARM}};
static const pmb_scale load_scale = {.least = 0, .most = 300, .zones = busy, .zone_count = 2};
static const pmb_scale share_scale = {.least = 0, .most = 100, .zones = full, .zone_count = 2};
static const pmb_scale heat_scale = {.least = 200, .most = 1000, .zones = hot, .zone_count = 2};

/* A line: a name, a value, and where it has a scale a bar. */
struct row {
    const char *name;
    char value[VALUE_SIZE];
    const pmb_scale *scale; /* NULL: none */
    int number;             /* on it */
};

static struct row *add(struct row rows[MOST_ROWS], int *count, const char *name)
{
    struct row *row = &rows[(*count)++];
    *row = (struct row){.name = name};
    return row;
}

static void add_share(struct row rows[MOST_ROWS], int *count, const char *name, int percent)
{
    if (percent == VITAL_UNKNOWN)
        return;
    struct row *row = add(rows, count, name);
    snprintf(row->value, VALUE_SIZE, "%d %%", percent);
    row->scale = &share_scale;
    row->number = percent;
}

static void add_uptime(struct row rows[MOST_ROWS], int *count, long seconds)
{
    const long days = seconds / 86400, hours = seconds / 3600 % 24, minutes = seconds / 60 % 60;
    if (seconds == VITAL_UNKNOWN)
        return;
    struct row *row = add(rows, count, "up");
    if (days > 0)
        snprintf(row->value, VALUE_SIZE, "%ld d %ld h", days, hours);
    else
        snprintf(row->value, VALUE_SIZE, "%ld h %02ld min", hours, minutes);
}

/* What is known, in the order of what is asked for most. */
static int rows_of(const struct vitals *v, struct row rows[MOST_ROWS])
{
    int count = 0;
    for (int i = 0; i < v->address_count; i++) {
        /* "eth0 192.0.2.7": the address matters more than the name. */
        const char *space = strchr(v->addresses[i], ' ');
        struct row *row = add(rows, &count, i ? "" : "net");
        snprintf(row->value, VALUE_SIZE, "%s", space ? space + 1 : v->addresses[i]);
    }
    if (v->address_count == 0)
        snprintf(add(rows, &count, "net")->value, VALUE_SIZE, "no network");
    if (v->load != VITAL_UNKNOWN) {
        struct row *row = add(rows, &count, "load");
        snprintf(row->value, VALUE_SIZE, "%d.%02d", v->load / 100, v->load % 100);
        row->scale = &load_scale;
        row->number = v->load / v->processors;
    }
    add_share(rows, &count, "memory", v->memory);
    add_share(rows, &count, "disk", v->disk);
    if (v->temperature != VITAL_UNKNOWN) {
        struct row *row = add(rows, &count, "heat");
        snprintf(row->value, VALUE_SIZE,
                 "%d \xC2\xB0"
                 "C",
                 v->temperature / 10);
        row->scale = &heat_scale;
        row->number = v->temperature;
    }
    add_uptime(rows, &count, v->uptime);
    return count;
}

/* ---- where things are ---- */

struct layout {
    const pmb_font *font;
    int scale, ascent, cap; /* of the font, enlarged */
    int margin, title;      /* height of the title; 0: none */
    int row, rows;          /* height of a row; how many there is room for */
};

static struct layout layout_of(const struct machine_scene *s, int count)
{
    struct layout l = {.font = s->theme->label, .margin = 2};
    if (s->size.h >= 100 && s->size.w >= 200) {
        l.font = s->theme->text;
        l.margin = 8;
    }
    if (s->theme == &pmb_theme_color && s->size.h >= 400 && s->size.w >= 300)
        l.font = s->theme->numerals; /* smooth: it has letters, too */
    l.scale = s->size.w >= 600 && s->size.h >= 400 ? 2 : 1;
    const pmb_font_metrics m = pmb_font_measure(l.font);
    const int line = m.line * l.scale;
    l.ascent = m.ascent * l.scale;
    l.cap = m.cap_height * l.scale;
    l.margin *= l.scale;
    l.title = s->size.h >= 56 ? line + l.margin + 2 : 0;
    l.row = s->size.h < 48 ? line - 1 : line + line / 4;
    const int room = s->size.h - l.title - l.margin / 2;
    l.rows = room / l.row > 0 ? room / l.row : 1;
    /* What fits on one page is spread over it. */
    if (count > 0 && count <= l.rows)
        l.row = room / count < 5 * line / 2 ? room / count : 5 * line / 2;
    return l;
}

void machine_scene_init(struct machine_scene *s, const pmb_panel *panel)
{
    const bool light = panel->family->light, one_bit = panel->format->one_bit;
    *s = (struct machine_scene){.size = panel->size};
    s->theme = light ? &pmb_theme_light : one_bit ? &pmb_theme_dark : &pmb_theme_color;
}

int machine_pages(const struct machine_scene *s)
{
    struct row rows[MOST_ROWS];
    const int count = rows_of(&s->vitals, rows);
    const struct layout l = layout_of(s, count);
    return count ? (count + l.rows - 1) / l.rows : 1;
}

static pmb_text_style style_of(const struct layout *l, pmb_color color)
{
    return (pmb_text_style){.font = l->font, .color = color, .scale = (uint8_t)l->scale};
}

static void draw_row(pmb_canvas *c, const struct machine_scene *s, const struct layout *l,
                     const struct row *row, int y)
{
    const pmb_level level = row->scale ? pmb_scale_level(row->scale, row->number) : PMB_NORMAL;
    const pmb_text_style name = style_of(l, s->theme->quiet);
    const pmb_text_style value = style_of(l, pmb_level_color(s->theme, level));
    const int line = pmb_font_measure(l->font).line * l->scale;
    const int baseline = y + (l->row - line) / 2 + l->ascent;
    const int names = pmb_text_width(&name, "memory") + 6;
    const int right = s->size.w - l->margin;
    const int width = pmb_text_width(&value, row->value);
    const pmb_bar bar = {s->theme, row->scale, 0};
    pmb_text(c, &name, pmb_point_of(l->margin, baseline), row->name);
    pmb_text(c, &value, pmb_point_of(right - width, baseline), row->value);
    /* The bar, where there is room between the name and the widest value. */
    const int left = l->margin + names, end = right - pmb_text_width(&value, "00.00 M") - 6;
    if (row->scale && end - left >= 20) {
        const pmb_rect r = pmb_rect_of(left, baseline - l->cap, end - left, l->cap);
        pmb_bar_draw(c, &bar, r, row->number, -1);
        pmb_rect_stroke(c, r, s->theme->quiet);
    }
}

static void draw_title(pmb_canvas *c, const struct machine_scene *s, const struct layout *l,
                       int pages)
{
    const pmb_text_style style = style_of(l, s->theme->ink), quiet = style_of(l, s->theme->quiet);
    char text[32];
    pmb_text(c, &style, pmb_point_of(l->margin, l->margin / 2 + l->ascent),
             *s->vitals.host ? s->vitals.host : "this machine");
    if (pages > 1) {
        snprintf(text, sizeof text, "%d/%d", s->page + 1, pages);
        pmb_text(c, &quiet,
                 pmb_point_of(s->size.w - l->margin - pmb_text_width(&quiet, text),
                              l->margin / 2 + l->ascent),
                 text);
    }
    pmb_line_across(c, pmb_point_of(0, l->title - 2), s->size.w, s->theme->quiet);
}

void machine_paint(pmb_canvas *c, void *scene)
{
    static const pmb_text_layout middle = {.across = PMB_CENTER, .down = PMB_MIDDLE, .wrap = true};
    const struct machine_scene *s = scene;
    struct row rows[MOST_ROWS];
    const int count = rows_of(&s->vitals, rows), pages = machine_pages(s);
    const struct layout l = layout_of(s, count);
    pmb_fill(c, s->theme->ground);
    if (s->last) {
        const pmb_text_style style = style_of(&l, s->theme->ink);
        pmb_text_box(c, &style, pmb_rect_of(l.margin, 0, s->size.w - 2 * l.margin, s->size.h),
                     &middle, s->last);
        return;
    }
    if (l.title)
        draw_title(c, s, &l, pages);
    for (int i = 0; i < l.rows && s->page * l.rows + i < count; i++)
        draw_row(c, s, &l, &rows[s->page * l.rows + i], l.title + i * l.row);
}
