/* desk.c - the window's picture. */
#include "desk.h"

#include <stdio.h>
#include <string.h>
#include "mount.h"

static const struct rgb bench_color = {0xE9, 0xE6, 0xDE}, bar_color = {0x14, 0x2D, 0x37};
static const struct rgb bright = {0xE8, 0xEE, 0xEA}, quiet = {0x9F, 0xB4, 0xB8};
static const struct rgb groove = {0x2E, 0x50, 0x5E}, mark = {0xF0, 0xC0, 0x58};
static const struct rgb alarm = {0xFF, 0x8A, 0x70}, lamp_off = {0x3A, 0x4A, 0x50};

enum {
    LINE = 14,  /* rows of the text, at scale 1 */
    EDGE = 6,   /* at scale 1 */
    SLIDER = 4, /* height of a groove, at scale 1 */
    NAME = 70,  /* columns of a reading's name, at scale 1 */
    VALUE = 40
};

static int bar_rows(const struct desk *d)
{
    return 3 + d->control->session->reading_count;
}

static int bar_height(const struct desk *d)
{
    return (bar_rows(d) * LINE + EDGE) * d->scale;
}

/* Where the row of the bar begins. */
static int row_y(const struct desk *d, int row)
{
    return d->top + (EDGE + row * LINE) * d->scale;
}

/* The glasses that are shown by the height of their modules, tallest first; how many. */
static int by_height(const struct desk *d, int order[MOST_GLASSES])
{
    const struct session *s = d->control->session;
    int heights[MOST_GLASSES];
    int count = 0;
    for (int i = 0; i < s->glass_count; i++) {
        int w, h, at = count;
        if (!control_shows(d->control, i))
            continue;
        count++;
        mount_size(&s->glasses[i], d->zoom[i], true, &w, &h);
        for (; at > 0 && heights[at - 1] < h; at--) {
            heights[at] = heights[at - 1];
            order[at] = order[at - 1];
        }
        heights[at] = h;
        order[at] = i;
    }
    return count;
}

/* Places the modules in lines from left to right; the height and width that they need. */
static int place_all(struct desk *d, int *wide)
{
    const struct session *s = d->control->session;
    int order[MOST_GLASSES], used[MOST_GLASSES] = {0}, top[MOST_GLASSES + 1] = {0}, lines = 0;
    const int count = by_height(d, order);
    *wide = 0;
    for (int n = 0; n < count; n++) {
        const int i = order[n];
        int w, h, line = 0;
        mount_size(&s->glasses[i], d->zoom[i], true, &w, &h);
        /* The first line with room for it: the taller ones have made it high enough. */
        while (line < lines && used[line] + w > d->image.width)
            line++;
        if (line == lines)
            top[++lines] = top[line] + h;
        d->glass_x[i] = used[line];
        d->glass_y[i] = top[line];
        used[line] += w;
        *wide = used[line] > *wide ? used[line] : *wide;
    }
    return top[lines];
}

/* All glasses about as wide as this, or as the zoom that was asked for makes them. */
static void choose_zoom(struct desk *d, int glass_width)
{
    const struct session *s = d->control->session;
    for (int i = 0; i < s->glass_count; i++) {
        const int width = s->glasses[i].now.width;
        const int zoom = width > 0 ? glass_width / width : 1, most = 8 * d->scale / 2;
        d->zoom[i] = d->wanted > 0 ? d->wanted : zoom < 1 ? 1 : zoom > most ? most : zoom;
    }
}

/* The largest zoom at which all can be seen, and the places in the middle of the window. */
static void place(struct desk *d)
{
    enum { STEP = 16 };
    int wide, high, glass_width = d->image.width;
    do {
        choose_zoom(d, glass_width);
        high = place_all(d, &wide);
        glass_width -= STEP;
    } while ((high > d->top || wide > d->image.width) && glass_width > 0 && d->wanted == 0);
    for (int i = 0; i < d->control->session->glass_count; i++) {
        d->glass_x[i] += wide < d->image.width ? (d->image.width - wide) / 2 : 0;
        d->glass_y[i] += high < d->top ? (d->top - high) / 2 : 0;
    }
}

/* Copies a picture, as far as it is above the bar. */
static void paste(struct desk *d, const struct image *from, int x, int y)
{
    const int width = x + from->width < d->image.width ? from->width : d->image.width - x;
    for (int row = 0; row < from->height && y + row < d->top && width > 0; row++)
        memcpy(d->image.rgb + 3 * ((size_t)(y + row) * (size_t)d->image.width + (size_t)x),
               from->rgb + 3 * (size_t)row * (size_t)from->width, 3 * (size_t)width);
}

static bool draw_modules(struct desk *d)
{
    const struct session *s = d->control->session;
    for (int i = 0; i < s->glass_count; i++) {
        struct mount m;
        if (!control_shows(d->control, i))
            continue;
        if (!mount_make(&m, &s->glasses[i], d->zoom[i], true))
            return false;
        mount_fill(&m, &s->glasses[i], session_glass(s, i));
        paste(d, &m.image, d->glass_x[i], d->glass_y[i]);
        image_free(&m.image);
        d->glass_x[i] += m.x;
        d->glass_y[i] += m.y;
        d->revision[i] = s->glasses[i].revision;
    }
    return true;
}

/* Draws only the pixels of those whose glass has changed; they must be above the bar as a whole. */
static bool refill(struct desk *d)
{
    const struct session *s = d->control->session;
    for (int i = 0; i < s->glass_count; i++) {
        const struct glass *g = session_glass(s, i);
        if (d->revision[i] == s->glasses[i].revision || !control_shows(d->control, i))
            continue;
        if (d->glass_y[i] + g->height * d->zoom[i] > d->top ||
            d->glass_x[i] + g->width * d->zoom[i] > d->image.width)
            return false;
        const pmb_glass_view view = {g->width, g->height, s->glasses[i].module.round, g->rgb};
        image_pixels(&d->image, d->glass_x[i], d->glass_y[i], d->zoom[i], &view);
        d->revision[i] = s->glasses[i].revision;
    }
    return true;
}

static void text(struct desk *d, int x, int y, const char *words, struct rgb color)
{
    image_text(&d->image, x, y, d->scale, words, color);
}

/* A groove with a knob in it, `at` thousandths from its left end. */
static void draw_slider(struct desk *d, int row, int left, int right, int at, struct rgb color)
{
    const int k = d->scale, middle = row_y(d, row) + 4 * k, x = left + (right - left) * at / 1000;
    image_rect(&d->image, left, middle - SLIDER * k / 2, right - left, SLIDER * k, groove);
    image_rect(&d->image, left, middle - SLIDER * k / 2, x - left, SLIDER * k, color);
    image_disc(&d->image, x, middle, 4 * k, bright);
}

static void reading_ends(const struct desk *d, int *left, int *right)
{
    *left = (EDGE + NAME) * d->scale;
    *right = d->image.width - (EDGE + VALUE) * d->scale;
}

static void minute_ends(const struct desk *d, int *left, int *right)
{
    *left = (EDGE + 4) * d->scale;
    *right = d->image.width - (EDGE + 4) * d->scale;
}

static void draw_readings(struct desk *d)
{
    const struct control *c = d->control;
    int left, right;
    reading_ends(d, &left, &right);
    for (int i = 0; i < c->session->reading_count; i++) {
        const struct feed_reading *r = &c->session->readings[i];
        const int64_t range = (int64_t)r->most - r->least;
        char value[16];
        snprintf(value, sizeof value, "%d", r->value);
        text(d, EDGE * d->scale, row_y(d, i), r->name, i == c->reading ? mark : bright);
        draw_slider(d, i, left, right,
                    range > 0 ? (int)(((int64_t)r->value - r->least) * 1000 / range) : 0, mark);
        text(d, d->image.width - EDGE * d->scale - image_text_width(d->scale, value), row_y(d, i),
             value, bright);
    }
}

/* The lamps and the beeper, from the right; where the status must end. */
static int draw_lamps(struct desk *d, int row)
{
    const struct feed_moment *m = &d->control->session->moment;
    int x = d->image.width - EDGE * d->scale;
    for (int i = m->lamp_count - 1; i >= 0; i--) {
        char name[12];
        snprintf(name, sizeof name, "pin %u", m->lamps[i].pin);
        x -= image_text_width(d->scale, name);
        text(d, x, row_y(d, row), name, quiet);
        x -= 7 * d->scale;
        image_disc(&d->image, x, row_y(d, row) + 4 * d->scale, 3 * d->scale,
                   m->lamps[i].lit ? mark : lamp_off);
        x -= 8 * d->scale;
    }
    return x;
}

/* Text that ends before a column: what does not fit is left out as a whole letter. */
static void text_until(struct desk *d, int x, int end, int y, const char *words, struct rgb color)
{
    char part[400];
    snprintf(part, sizeof part, "%s", words);
    size_t length = strlen(part);
    while (length > 0 && x + image_text_width(d->scale, part) > end) {
        do
            length--;
        while (length > 0 && ((unsigned char)part[length] & 0xC0) == 0x80);
        part[length] = '\0';
    }
    text(d, x, y, part, color);
}

static void draw_bar(struct desk *d)
{
    const struct session *s = d->control->session;
    const int rows = s->reading_count, edge = EDGE * d->scale;
    static const char help[] = "h: help";
    char status[200];
    int left, right;
    image_rect(&d->image, 0, d->top, d->image.width, d->image.height - d->top, bar_color);
    draw_readings(d);
    minute_ends(d, &left, &right);
    draw_slider(d, rows, left, right, control_position(d->control),
                s->recorded_from != UINT64_MAX ? alarm : quiet);
    control_status(d->control, status, sizeof status);
    text_until(d, edge, draw_lamps(d, rows + 1) - edge, row_y(d, rows + 1), status, bright);
    const int help_x = d->image.width - edge - image_text_width(d->scale, help);
    text(d, help_x, row_y(d, rows + 2), help, quiet);
    if (s->remark_count > 0)
        text_until(d, edge, help_x - edge, row_y(d, rows + 2),
                   s->remarks[(s->remark_count - 1) % MOST_REMARKS].text,
                   s->complaint_count || !s->child ? alarm : quiet);
}

static void draw_help(struct desk *d)
{
    const int k = d->scale, key_x = 12 * k, words_x = 92 * k, line = 12 * k;
    int rows = 0, width = 0;
    for (int i = 0; control_keys[i].key; i++, rows++)
        if (image_text_width(k, control_keys[i].words) > width)
            width = image_text_width(k, control_keys[i].words);
    for (int i = 0; control_device_keys[i][0]; i++)
        rows++;
    const int w = words_x + width + 12 * k, h = (rows + 3) * line;
    const int x = (d->image.width - w) / 2, y = d->top > h ? (d->top - h) / 2 : 0;
    int at = y + line;
    image_plate(&d->image, x, y, w, h, 6 * k, bar_color);
    for (int i = 0; control_device_keys[i][0]; i++, at += line) {
        text(d, x + key_x, at, control_device_keys[i][0], mark);
        text(d, x + words_x, at, control_device_keys[i][1], bright);
    }
    at += line;
    for (int i = 0; control_keys[i].key; i++, at += line) {
        const char key[2] = {control_keys[i].key, '\0'};
        text(d, x + key_x, at, key, mark);
        text(d, x + words_x, at, control_keys[i].words, bright);
    }
}

/* The lines of a note from the top. */
static void draw_note(struct desk *d)
{
    const int k = d->scale, line = 12 * k;
    const char *at = d->control->session->note;
    int rows = 0;
    for (const char *i = at; *i; i++)
        rows += *i == '\n';
    image_rect(&d->image, 0, 0, d->image.width, (rows + 2) * line, bar_color);
    for (int y = line / 2 + 2 * k; *at; y += line) {
        char words[300];
        const size_t length = strcspn(at, "\n");
        snprintf(words, sizeof words, "%.*s", (int)length, at);
        text_until(d, EDGE * k, d->image.width - EDGE * k, y, words,
                   strstr(words, "error") ? alarm : bright);
        at += length + (at[length] == '\n');
    }
}

/* Changes when modules must be placed or drawn anew. */
static unsigned layout_of(const struct desk *d)
{
    return control_layout(d->control) * 31 +
           (unsigned)(d->wanted * 977 + d->control->session->reading_count);
}

bool desk_draw(struct desk *d, int width, int height, int scale)
{
    const struct session *s = d->control->session;
    const bool covers = d->control->helps || s->note[0];
    bool anew = covers || d->covered || layout_of(d) != d->layout || d->scale != scale;
    d->scale = scale;
    if (!d->image.rgb || d->image.width != width || d->image.height != height) {
        image_free(&d->image);
        if (!image_make(&d->image, width, height, bench_color))
            return false;
        anew = true;
    }
    d->top = height - bar_height(d);
    if (anew || !refill(d)) {
        image_rect(&d->image, 0, 0, width, d->top, bench_color);
        place(d);
        if (!draw_modules(d))
            return false;
        d->layout = layout_of(d);
    }
    if (s->note[0])
        draw_note(d);
    if (d->control->helps)
        draw_help(d);
    d->covered = covers;
    draw_bar(d);
    return true;
}

static int along(int x, int left, int right)
{
    const int at = right > left ? (x - left) * 1000 / (right - left) : 0;
    return at < 0 ? 0 : at > 1000 ? 1000 : at;
}

static int within(int value, int end)
{
    return value < 0 ? 0 : value >= end ? end - 1 : value;
}

struct spot desk_spot(const struct desk *d, int x, int y, struct spot held)
{
    const struct session *s = d->control->session;
    const int row = (y - row_y(d, 0)) / (LINE * d->scale);
    int left, right;
    for (int i = 0; i < s->glass_count && y < d->top; i++) {
        const struct glass *g = &s->glasses[i].now;
        const int dx = x - d->glass_x[i], dy = y - d->glass_y[i];
        const bool on =
            dx >= 0 && dy >= 0 && dx < g->width * d->zoom[i] && dy < g->height * d->zoom[i];
        if (held.kind == SPOT_NOTHING && on && control_shows(d->control, i))
            return (struct spot){SPOT_GLASS, i, dx / d->zoom[i], dy / d->zoom[i]};
    }
    if (held.kind == SPOT_GLASS) {
        const struct glass *g = &s->glasses[held.number].now;
        return (struct spot){
            SPOT_GLASS, held.number,
            within((x - d->glass_x[held.number]) / d->zoom[held.number], g->width),
            within((y - d->glass_y[held.number]) / d->zoom[held.number], g->height)};
    }
    if (held.kind == SPOT_READING ||
        (held.kind == SPOT_NOTHING && y >= row_y(d, 0) && row < s->reading_count)) {
        reading_ends(d, &left, &right);
        return (struct spot){SPOT_READING, held.kind == SPOT_READING ? held.number : row,
                             along(x, left, right), 0};
    }
    if (held.kind == SPOT_MINUTE || (y >= row_y(d, 0) && row == s->reading_count)) {
        minute_ends(d, &left, &right);
        return (struct spot){SPOT_MINUTE, 0, along(x, left, right), 0};
    }
    return (struct spot){SPOT_NOTHING, 0, 0, 0};
}

void desk_free(struct desk *d)
{
    image_free(&d->image);
}
