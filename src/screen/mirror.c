/* mirror.c - which bytes changed. */
#include "canvas/word.h"
#include "screen/patches.h"
#include "screen/tiles.h"

struct search {
    pmb_screen *screen;
    pmb_patches patches;
    uint16_t from, to;    /* columns of a line, in the part that is looked at */
    uint16_t bytes, deep; /* of a unit: in each line of the format, and how many of these */
    uint16_t stride;      /* of the mirror */
    size_t apart;         /* of the planes of the mirror */
};

/* A line of the band and what of it is known: their bytes in the first plane. */
struct line {
    const uint8_t *now;
    uint8_t *known;
};

/* The first unit from i on that differs in any plane. */
static uint16_t next_change(const struct search *s, struct line line, uint16_t i)
{
    const pmb_canvas *c = &s->screen->canvas;
    const size_t at = (size_t)i * s->bytes, all = (size_t)(s->to - i) * s->bytes;
    size_t same = all;
    for (uint8_t p = 0; p < c->format->planes; p++) {
        const uint8_t *now = line.now + at, *known = line.known + at;
        for (uint16_t k = 0; k < s->deep; k++, now += c->stride, known += s->stride)
            same = pmb_same_bytes(now, known, same);
        line.now += c->plane_bytes;
        line.known += s->apart;
    }
    return (uint16_t)(same == all ? s->to : i + same / s->bytes); /* mostly nothing is divided */
}

/* The first unit after unit i, which differs, that does not. */
static uint16_t run_end(const struct search *s, struct line line, uint16_t i)
{
    const uint8_t *now = line.now + (size_t)i * s->bytes,
                  *known = line.known + (size_t)i * s->bytes;
    const bool plain = s->deep == 1 && s->screen->canvas.format->planes == 1;
    for (i++; plain && i < s->to; i++) {
        uint16_t k = 0;
        now += s->bytes;
        known += s->bytes;
        while (k < s->bytes && now[k] == known[k])
            k++;
        if (k == s->bytes)
            break;
    }
    return i;
}

static void keep(const struct search *s, struct line line, uint16_t first, uint16_t end)
{
    const pmb_canvas *c = &s->screen->canvas;
    for (uint8_t p = 0; p < c->format->planes; p++) {
        for (uint16_t k = 0; k < s->deep; k++) {
            const size_t from = (size_t)first * s->bytes, to = (size_t)end * s->bytes;
            pmb_copy_bytes(line.known + (size_t)k * s->stride + from,
                           line.now + (size_t)k * c->stride + from, to - from);
        }
        line.now += c->plane_bytes;
        line.known += s->apart;
    }
}

static pmb_status search_line(struct search *s, uint16_t number, struct line line)
{
    pmb_status status = PMB_OK;
    for (uint16_t i = next_change(s, line, s->from); i < s->to && status == PMB_OK;
         i = next_change(s, line, i)) {
        const uint16_t end = run_end(s, line, i);
        const pmb_patch run = {i, end, number, (uint16_t)(number + 1), (uint32_t)(end - i)};
        if (s->screen->keep_known)
            keep(s, line, i, end);
        status = pmb_patches_add(&s->patches, run);
        i = end;
    }
    return status;
}

/* Bytes from a line of the frame to the next. */
static uint16_t stride_of(const pmb_panel *panel)
{
    const int16_t rows = panel->format->rows_per_line;
    return (uint16_t)(pmb_canvas_bytes(panel->format, (pmb_size){panel->frame.w, rows}) /
                      panel->format->planes);
}

static pmb_status send_changes(pmb_screen *screen)
{
    const pmb_canvas *c = &screen->canvas;
    const PMB_FLASH pmb_format *f = c->format;
    const pmb_panel *panel = screen->panel;
    const pmb_rect part = screen->area;
    struct search s = {
        .screen = screen,
        .patches = pmb_patches_of(screen),
        .from = (uint16_t)((part.x - c->bounds.x) / panel->column_unit),
        .to = (uint16_t)((part.x - c->bounds.x + part.w) / panel->column_unit),
        .bytes = (uint16_t)(panel->column_unit / f->columns_per_byte * f->bytes_per_pixel),
        .deep = (uint16_t)(panel->row_unit / f->rows_per_line),
        .stride = stride_of(panel)};
    const uint16_t top = (uint16_t)((part.y - c->bounds.y) / panel->row_unit);
    const uint16_t lines = (uint16_t)(top + part.h / panel->row_unit);
    const size_t above = (size_t)((c->bounds.y - panel->frame.y) / panel->row_unit);
    const size_t aside = (size_t)((c->bounds.x - panel->frame.x) / panel->column_unit) * s.bytes;
    s.apart = (size_t)s.stride * ((size_t)panel->frame.h / f->rows_per_line);
    const size_t now_step = (size_t)s.deep * c->stride, known_step = (size_t)s.deep * s.stride;
    struct line line = {c->pixels + top * now_step,
                        screen->mirror + (above + top) * known_step + aside};
    pmb_status status = PMB_OK;
    for (uint16_t number = top; number < lines && status == PMB_OK; number++) {
        if (screen->mirrored)
            status = search_line(&s, number, line);
        else if (screen->keep_known)
            keep(&s, line, s.from, s.to);
        if (status == PMB_OK)
            status = pmb_patches_close(&s.patches, (uint16_t)(number + 1));
        line.now += now_step;
        line.known += known_step;
    }
    if (status == PMB_OK)
        status = screen->mirrored ? pmb_patches_close(&s.patches, UINT16_MAX)
                                  : pmb_send_part_of_band(screen, &part);
    /* With the last band all of it is known. */
    const bool last = c->bounds.x + c->bounds.w >= panel->frame.x + panel->frame.w &&
                      c->bounds.y + c->bounds.h >= panel->frame.y + panel->frame.h;
    screen->mirrored = screen->mirrored || (last && status == PMB_OK && screen->keep_known);
    return status;
}

pmb_status pmb_screen_mirror(pmb_screen *screen, void *memory, size_t bytes)
{
    if (!screen || !memory || pmb_has_tiles(screen) ||
        bytes < pmb_screen_whole_bytes(screen->panel))
        return PMB_ERR_ARGUMENT;
    screen->mirror = memory;
    screen->send_changes = send_changes;
    screen->mirrored = false;
    return PMB_OK;
}
