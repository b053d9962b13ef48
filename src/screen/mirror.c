/* mirror.c - which bytes changed. */
#include <string.h>
#include "geometry/limits.h"
#include "screen/patches.h"
#include "screen/tiles.h"

struct search {
    pmb_screen *screen;
    pmb_patches patches;
    uint16_t from, to;    /* columns of a line, in the part that is looked at */
    uint16_t bytes, deep; /* of a unit: in each line of the format, and how many of these */
};

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
    pmb_status status = PMB_OK;
    const bool keep = s->screen->keep_known;
    const size_t first = (size_t)s->from * s->bytes;
    if (!differs(s, now + first, known + first, (size_t)(s->to - s->from) * s->bytes, false))
        return PMB_OK; /* most lines, most of the time */
    for (uint16_t i = s->from; i < s->to && status == PMB_OK; i++) {
        const size_t at = (size_t)i * s->bytes;
        const pmb_patch one = {i, (uint16_t)(i + 1), line, (uint16_t)(line + 1), 1};
        if (differs(s, now + at, known + at, s->bytes, keep))
            status = pmb_patches_add(&s->patches, one);
    }
    return status;
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
            status = pmb_patches_close(&s.patches, (uint16_t)(line + 1));
    }
    if (status == PMB_OK)
        status = pmb_patches_close(&s.patches, UINT16_MAX);
    /* With the last band all of it is known. */
    const bool last = c->bounds.y + c->bounds.h >= panel->frame.y + panel->frame.h;
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
