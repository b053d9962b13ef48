/* ease.c - ways from 0 to 1, in 1/4096, and timelines of them. */
#include "geometry/limits.h"
#include "pemble/motion.h"

/* Wider than an int may be: eleven times it is used. */
#define WHOLE ((int32_t)PMB_WHOLE)
#define HALF  (WHOLE / 2)

static int32_t times(int32_t a, int32_t b)
{
    return a * b / WHOLE;
}

/* Falls, and three jumps of a quarter, a sixteenth and a sixty-fourth of the height. The parts of
 * the time are as long as falling and rising takes: 4, 4, 2 and 1 of 11 parts. */
static int32_t bounce(int32_t t)
{
    const int32_t u = t * 11; /* 4 WHOLE: the first fall has ended */
    int32_t from_middle, height;
    if (u < 4 * WHOLE) {
        from_middle = u;
        height = 0;
    } else if (u < 8 * WHOLE) {
        from_middle = u - 6 * WHOLE;
        height = WHOLE * 3 / 4;
    } else if (u < 10 * WHOLE) {
        from_middle = u - 9 * WHOLE;
        height = WHOLE * 15 / 16;
    } else {
        from_middle = u - 21 * WHOLE / 2;
        height = WHOLE * 63 / 64;
    }
    const int32_t quarter = from_middle / 4;
    return height + times(quarter, quarter);
}

/* t^2 ((s + 1) t - s), the dip of which is a tenth for s = 1.70158: 6970 / 4096. */
static int32_t back(int32_t t)
{
    return times(times(t, t), times(6970 + WHOLE, t) - 6970);
}

static int32_t in(pmb_easing easing, int32_t t)
{
    switch (easing) {
    case PMB_QUADRATIC_IN:
        return times(t, t);
    case PMB_CUBIC_IN:
        return times(times(t, t), t);
    case PMB_BACK_IN:
        return back(t);
    default:
        return WHOLE - bounce(WHOLE - t);
    }
}

/* A way and its mirror image, each in half of the time and over half of the way. */
static int32_t both(pmb_easing easing, int32_t t)
{
    return t < HALF ? in(easing, 2 * t) / 2 : WHOLE - in(easing, 2 * (WHOLE - t)) / 2;
}

int16_t pmb_ease(pmb_easing easing, int16_t part)
{
    const int32_t t = pmb_greater(0, pmb_lesser(part, WHOLE));
    switch (easing) {
    case PMB_QUADRATIC_OUT:
        return (int16_t)(WHOLE - in(PMB_QUADRATIC_IN, WHOLE - t));
    case PMB_QUADRATIC_BOTH:
        return (int16_t)both(PMB_QUADRATIC_IN, t);
    case PMB_CUBIC_OUT:
        return (int16_t)(WHOLE - in(PMB_CUBIC_IN, WHOLE - t));
    case PMB_CUBIC_BOTH:
        return (int16_t)both(PMB_CUBIC_IN, t);
    case PMB_BACK_OUT:
        return (int16_t)(WHOLE - in(PMB_BACK_IN, WHOLE - t));
    case PMB_BOUNCE_OUT:
        return (int16_t)(WHOLE - in(PMB_BOUNCE_IN, WHOLE - t));
    case PMB_QUADRATIC_IN:
    case PMB_CUBIC_IN:
    case PMB_BACK_IN:
    case PMB_BOUNCE_IN:
        return (int16_t)in(easing, t);
    default:
        return (int16_t)t;
    }
}

int32_t pmb_timeline(const PMB_FLASH pmb_key *keys, uint16_t count, uint32_t milliseconds)
{
    uint16_t next = 0;
    while (next < count && keys[next].milliseconds <= milliseconds)
        next++;
    if (next == 0)
        return keys[0].value;
    if (next == count)
        return keys[count - 1].value;
    const uint32_t from = keys[next - 1].milliseconds, to = keys[next].milliseconds;
    const int16_t part = (int16_t)((uint64_t)(milliseconds - from) * WHOLE / (to - from));
    const int64_t way = (int64_t)keys[next].value - keys[next - 1].value;
    const int64_t moved = way * pmb_ease(keys[next].easing, part);
    return (int32_t)(keys[next - 1].value + (moved + (moved < 0 ? -HALF : HALF)) / WHOLE);
}
