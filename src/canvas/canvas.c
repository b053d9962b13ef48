/* canvas.c - setting up a canvas, its clip, and looking at it. */
#include "pemble/canvas.h"
#include "pemble/options.h"
#include "canvas/cut.h"
#include "geometry/limits.h"

/* Bytes for so many rows or columns, the last of them perhaps in part. */
static uint16_t shared(uint16_t count, uint8_t per_byte)
{
    return pmb_whole_bytes((uint16_t)(count + per_byte - 1u), per_byte);
}

/* Bytes of one line, 0 when there are too many to count in 16 bits. */
static uint16_t line_bytes(const PMB_FLASH pmb_format *format, int16_t width)
{
    const uint16_t columns = shared((uint16_t)width, format->columns_per_byte);
    if (!PMB_ONE_BIT && columns > UINT16_MAX / format->bytes_per_pixel)
        return 0;
    return !PMB_ONE_BIT ? (uint16_t)(columns * format->bytes_per_pixel) : columns;
}

static size_t plane_bytes(const PMB_FLASH pmb_format *format, pmb_size size)
{
    const uint16_t lines = shared((uint16_t)size.h, format->rows_per_line);
    return (size_t)lines * line_bytes(format, size.w);
}

size_t pmb_canvas_bytes(const PMB_FLASH pmb_format *format, pmb_size size)
{
    if (!PMB_NO_CHECKS && (!format || size.w <= 0 || size.h <= 0))
        return 0;
    const size_t bytes = plane_bytes(format, size);
    return !PMB_ONE_BIT ? bytes * format->planes : bytes;
}

void pmb_canvas_measure(pmb_canvas *c)
{
    c->stride = line_bytes(c->format, c->bounds.w);
    if (!PMB_ONE_BIT)
        c->plane_bytes = plane_bytes(c->format, (pmb_size){c->bounds.w, c->bounds.h});
}

/* Whether the options leave the format in. */
static bool is_in_build(const PMB_FLASH pmb_format *format)
{
    if (PMB_ONE_BIT && (!format->one_bit || format->planes > 1))
        return false;
    return !PMB_NO_TURN || format->rows_per_line < 8 || !format->msb_first;
}

pmb_status pmb_canvas_init(pmb_canvas *c, const PMB_FLASH pmb_format *format, pmb_rect bounds,
                           void *pixels, size_t bytes)
{
    const pmb_size size = {bounds.w, bounds.h};
    if (!PMB_NO_CHECKS) {
        const size_t needed = pmb_canvas_bytes(format, size);
        if (!c || !pixels || needed == 0 || bytes < needed)
            return PMB_ERR_ARGUMENT;
        if (!is_in_build(format))       /* unreached: all are, without options */
            return PMB_ERR_UNSUPPORTED; /* unreached: as above */
    }
    *c = (pmb_canvas){.format = format, .pixels = pixels, .bounds = bounds, .clip = bounds};
    pmb_canvas_measure(c);
    return PMB_OK;
}

pmb_color pmb_canvas_peek(const pmb_canvas *c, pmb_point p)
{
    const pmb_point at = {pmb_coordinate((int32_t)p.x + c->origin.x),
                          pmb_coordinate((int32_t)p.y + c->origin.y)};
    if (!pmb_rect_holds(c->bounds, at))
        return PMB_BLACK;
    return c->format->peek(c, (int16_t)(at.x - c->bounds.x), (int16_t)(at.y - c->bounds.y));
}

/* What the clip holds of r. */
static pmb_rect shown(const pmb_canvas *c, pmb_rect r)
{
    r.x = pmb_coordinate((int32_t)r.x + c->origin.x);
    r.y = pmb_coordinate((int32_t)r.y + c->origin.y);
    return pmb_rect_common(c->clip, r);
}

bool pmb_canvas_shows(const pmb_canvas *c, pmb_rect r)
{
    return !pmb_rect_is_empty(shown(c, r));
}

pmb_rect pmb_canvas_narrow_clip(pmb_canvas *c, pmb_rect r)
{
    const pmb_rect saved = c->clip;
    c->clip = shown(c, r);
    return saved;
}

void pmb_canvas_restore_clip(pmb_canvas *c, pmb_rect saved)
{
    c->clip = saved;
}
