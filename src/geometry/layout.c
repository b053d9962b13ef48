/* layout.c - rows and columns. */
#include "pemble/layout.h"
#include "geometry/limits.h"

/* One part on a way of `length`: where it begins, and how long it is. */
struct stretch {
    int32_t at, size;
};

/* Walks the parts: positions come from sums, so that nothing is lost by rounding. */
static void divide(int32_t length, int32_t gap, const pmb_part *parts, uint8_t count, bool column,
                   pmb_rect r, pmb_rect *out)
{
    int32_t fixed = count > 0 ? gap * (count - 1) : 0, shares = 0;
    for (uint8_t i = 0; i < count; i++) {
        fixed += pmb_greater(parts[i].size, 0);
        shares += parts[i].stretch;
    }
    const int32_t left = pmb_greater(length - fixed, 0);
    int32_t at = 0, given = 0;
    for (uint8_t i = 0; i < count; i++) {
        const int32_t before = given;
        given += parts[i].stretch;
        const int32_t share = shares > 0 ? left * given / shares - left * before / shares : 0;
        struct stretch s = {at, pmb_greater(parts[i].size, 0) + share};
        at += s.size + gap;
        s.at = pmb_lesser(s.at, length);
        s.size = pmb_lesser(s.size, length - s.at);
        out[i] = column ? (pmb_rect){r.x, (int16_t)(r.y + s.at), r.w, (int16_t)s.size}
                        : (pmb_rect){(int16_t)(r.x + s.at), r.y, (int16_t)s.size, r.h};
    }
}

void pmb_layout_row(pmb_rect r, int16_t gap, const pmb_part *parts, uint8_t count, pmb_rect *out)
{
    divide(pmb_greater(r.w, 0), pmb_greater(gap, 0), parts, count, false, r, out);
}

void pmb_layout_column(pmb_rect r, int16_t gap, const pmb_part *parts, uint8_t count, pmb_rect *out)
{
    divide(pmb_greater(r.h, 0), pmb_greater(gap, 0), parts, count, true, r, out);
}

/* `where`: 0 at the begin, 1 in the middle, 2 at the end. */
static int16_t begin(int16_t from, int16_t room, int16_t size, uint8_t where)
{
    const int16_t left = (int16_t)(room - size);
    return (int16_t)(from + (where == 0 ? 0 : where == 1 ? left / 2 : left));
}

pmb_rect pmb_layout_place(pmb_rect r, pmb_size size, pmb_across across, pmb_down down)
{
    const int16_t w = (int16_t)pmb_lesser(pmb_greater(size.w, 0), pmb_greater(r.w, 0));
    const int16_t h = (int16_t)pmb_lesser(pmb_greater(size.h, 0), pmb_greater(r.h, 0));
    return (pmb_rect){begin(r.x, r.w, w, (uint8_t)across), begin(r.y, r.h, h, (uint8_t)down), w, h};
}
