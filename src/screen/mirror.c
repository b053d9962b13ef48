/* mirror.c - which bytes changed, and the rectangles in which they are sent. */
#include <string.h>
#include "geometry/limits.h"
#include "screen/tiles.h"

enum {
    ADDRESS = 10, /* bytes that a new address costs, about, whatever the family */
    MOST_OPEN = 8
};

/* Changes of neighbouring lines that will be sent together. Columns and lines are those that the
 * controller can address: units of panel->column_unit by panel->row_unit pixels. */
struct patch {
    uint16_t first, end;  /* columns */
    uint16_t top, bottom; /* lines; bottom is the one below */
    uint32_t changed;     /* columns in it that changed, all lines counted */
};

struct search {
    pmb_screen *screen;
    uint16_t from, to;    /* columns of a line, in the part that is looked at */
    uint16_t bytes, deep; /* of a unit: in each line of the format, and how many of these */
    struct patch open[MOST_OPEN];
    uint8_t count;
};

static uint32_t area_of(const struct patch *p)
{
    return (uint32_t)(p->end - p->first) * (uint32_t)(p->bottom - p->top);
}

static struct patch joined(const struct patch *a, const struct patch *b)
{
    return (struct patch){.first = a->first < b->first ? a->first : b->first,
                          .end = a->end > b->end ? a->end : b->end,
                          .top = a->top < b->top ? a->top : b->top,
                          .bottom = a->bottom > b->bottom ? a->bottom : b->bottom,
                          .changed = a->changed + b->changed};
}

/* Whether two are better sent as one: what comes between them costs no more than an address, and
 * not much in comparison with what changed. */
static bool is_better(const struct search *s, const struct patch *a, const struct patch *b)
{
    const struct patch both = joined(a, b);
    const uint32_t unchanged = area_of(&both) - both.changed;
    const uint32_t before = area_of(a) - a->changed + area_of(b) - b->changed;
    return (unchanged - before) * s->bytes * s->deep <= ADDRESS && unchanged * 5 <= both.changed;
}

static pmb_status send_patch(struct search *s, const struct patch *p)
{
    const pmb_panel *panel = s->screen->panel;
    const pmb_rect band = s->screen->canvas.bounds;
    const pmb_rect area = {(int16_t)(band.x + p->first * panel->column_unit),
                           (int16_t)(band.y + p->top * panel->row_unit),
                           (int16_t)((p->end - p->first) * panel->column_unit),
                           (int16_t)((p->bottom - p->top) * panel->row_unit)};
    s->screen->sent = true;
    return pmb_panel_write(s->screen->panel, &s->screen->canvas, area);
}

/* Adds a run of changes in one line: to the patch that ends above it, or as a new one. */
static pmb_status add(struct search *s, struct patch run)
{
    pmb_status status = PMB_OK;
    uint8_t best = s->count;
    /* Lines of several rows are addressed one by one anyway. */
    if (s->screen->panel->row_unit < 8)
        for (uint8_t i = 0; i < s->count && best == s->count; i++)
            if (s->open[i].bottom >= run.top && is_better(s, &s->open[i], &run))
                best = i;
    if (best < s->count) {
        s->open[best] = joined(&s->open[best], &run);
        return PMB_OK;
    }
    if (s->count == MOST_OPEN) {
        status = send_patch(s, &s->open[0]);
        memmove(s->open, s->open + 1, sizeof s->open[0] * --s->count);
    }
    s->open[s->count++] = run;
    return status;
}

/* Whether `bytes` of each line of the format differ in any plane; and makes them the same, if that
 * is wanted. */
static bool differs(struct search *s, const uint8_t *now, uint8_t *known, size_t bytes, bool keep)
{
    const pmb_screen *screen = s->screen;
    const pmb_canvas *c = &screen->canvas;
    const size_t apart =
        (size_t)c->stride * ((size_t)screen->panel->frame.h / c->format->rows_per_line);
    bool different = !screen->mirrored;
    for (uint8_t p = 0; p < c->format->planes; p++, now += c->plane_bytes, known += apart)
        for (uint16_t k = 0; k < s->deep; k++) {
            const size_t at = (size_t)k * c->stride;
            different = different || memcmp(now + at, known + at, bytes) != 0;
            if (keep)
                memcpy(known + at, now + at, bytes);
        }
    return different;
}

static pmb_status search_line(struct search *s, uint16_t line, const uint8_t *now, uint8_t *known)
{
    struct patch run = {0};
    pmb_status status = PMB_OK;
    const bool keep = s->screen->keep_known;
    const size_t first = (size_t)s->from * s->bytes;
    if (!differs(s, now + first, known + first, (size_t)(s->to - s->from) * s->bytes, false))
        return PMB_OK; /* most lines, most of the time */
    for (uint16_t i = s->from; i < s->to && status == PMB_OK; i++) {
        const size_t at = (size_t)i * s->bytes;
        if (!differs(s, now + at, known + at, s->bytes, keep))
            continue;
        const struct patch one = {i, (uint16_t)(i + 1), line, (uint16_t)(line + 1), 1};
        if (run.changed && is_better(s, &run, &one)) {
            run = joined(&run, &one);
            continue;
        }
        if (run.changed)
            status = add(s, run);
        run = one;
    }
    return status == PMB_OK && run.changed ? add(s, run) : status;
}

/* Sends what ends above a line; 65535: all. */
static pmb_status close_above(struct search *s, uint16_t line)
{
    pmb_status status = PMB_OK;
    uint8_t kept = 0;
    for (uint8_t i = 0; i < s->count && status == PMB_OK; i++) {
        if (s->open[i].bottom < line)
            status = send_patch(s, &s->open[i]);
        else
            s->open[kept++] = s->open[i];
    }
    s->count = kept;
    return status;
}

static pmb_status send_changes(pmb_screen *screen)
{
    const pmb_canvas *c = &screen->canvas;
    const PMB_FLASH pmb_format *f = c->format;
    const pmb_panel *panel = screen->panel;
    const pmb_rect part = pmb_rect_common(c->bounds, screen->area);
    struct search s = {
        .screen = screen,
        .from = (uint16_t)((part.x - c->bounds.x) / panel->column_unit),
        .to = (uint16_t)((part.x - c->bounds.x + part.w) / panel->column_unit),
        .bytes = (uint16_t)(panel->column_unit / f->columns_per_byte * f->bytes_per_pixel),
        .deep = (uint16_t)(panel->row_unit / f->rows_per_line)};
    const uint16_t top = (uint16_t)((part.y - c->bounds.y) / panel->row_unit);
    const uint16_t lines = (uint16_t)(top + part.h / panel->row_unit);
    const size_t above = (size_t)((c->bounds.y - panel->frame.y) / panel->row_unit);
    const size_t line_bytes = (size_t)c->stride * s.deep;
    pmb_status status = PMB_OK;
    for (uint16_t line = top; line < lines && status == PMB_OK; line++) {
        status = search_line(&s, line, c->pixels + line * line_bytes,
                             screen->mirror + (above + line) * line_bytes);
        if (status == PMB_OK)
            status = close_above(&s, (uint16_t)(line + 1));
    }
    if (status == PMB_OK)
        status = close_above(&s, UINT16_MAX);
    /* With the last band all of it is known. */
    const bool last = c->bounds.y + c->bounds.h >= panel->frame.y + panel->frame.h;
    screen->mirrored = screen->mirrored || (last && status == PMB_OK && screen->keep_known);
    return status;
}

pmb_status pmb_screen_mirror(pmb_screen *screen, void *memory, size_t bytes)
{
    if (!screen || !memory || screen->tiles || bytes < pmb_screen_whole_bytes(screen->panel))
        return PMB_ERR_ARGUMENT;
    screen->mirror = memory;
    screen->send_changes = send_changes;
    screen->mirrored = false;
    return PMB_OK;
}
