/* mask.c - which pixels of two things meet. */
#include "geometry/limits.h"
#include "pemble/game.h"
#include "pemble/shape.h"

/* Draws a picture on a ground of one colour. */
static pmb_status draw_on(uint8_t *bits, size_t bytes, pmb_size size, pmb_color ground,
                          const pmb_picture *picture, void *memory, size_t memory_bytes)
{
    pmb_canvas c;
    (void)pmb_canvas_init(&c, &pmb_mono_horizontal, (pmb_rect){0, 0, size.w, size.h}, bits, bytes);
    pmb_fill(&c, ground);
    return pmb_picture_draw(&c, picture, (pmb_point){0, 0}, NULL, memory, memory_bytes);
}

pmb_status pmb_mask_of(pmb_mask *mask, const pmb_picture *picture, uint8_t *bits, size_t room,
                       void *memory, size_t memory_bytes)
{
    if (PMB_MISSING(mask) || PMB_MISSING(picture) || PMB_MISSING(bits))
        return PMB_ERR_ARGUMENT;
    pmb_picture_info info;
    pmb_status status = pmb_picture_measure(picture, &info);
    if (status != PMB_OK)
        return status;
    const size_t bytes = PMB_MASK_BYTES((size_t)info.size.w, (size_t)info.size.h);
    if (room < 2 * bytes)
        return PMB_ERR_ARGUMENT;
    status = draw_on(bits, bytes, info.size, PMB_BLACK, picture, memory, memory_bytes);
    if (status == PMB_OK)
        status = draw_on(bits + bytes, bytes, info.size, PMB_WHITE, picture, memory, memory_bytes);
    /* What is the same on both grounds was drawn. */
    for (size_t i = 0; i < bytes && status == PMB_OK; i++)
        bits[i] = (uint8_t) ~(bits[i] ^ bits[bytes + i]);
    *mask = (pmb_mask){info.size, bits};
    return status;
}

static bool is_solid(const pmb_mask *m, int32_t x, int32_t y)
{
    return m->bits[y * ((m->size.w + 7) / 8) + x / 8] >> (7 - x % 8) & 1;
}

bool pmb_masks_touch(const pmb_mask *a, pmb_point at_a, const pmb_mask *b, pmb_point at_b)
{
    const pmb_rect box_a = {at_a.x, at_a.y, a->size.w, a->size.h};
    const pmb_rect box_b = {at_b.x, at_b.y, b->size.w, b->size.h};
    const pmb_rect both = pmb_rect_common(box_a, box_b);
    for (int32_t y = both.y; y < both.y + both.h; y++)
        for (int32_t x = both.x; x < both.x + both.w; x++)
            if (is_solid(a, x - at_a.x, y - at_a.y) && is_solid(b, x - at_b.x, y - at_b.y))
                return true;
    return false;
}
