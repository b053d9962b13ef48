/* finger.c - what a finger does, from where it is; and what it means. */
#include "geometry/limits.h"
#include "pemble/touch.h"

enum { UPS = 2, SPEED_MS = 30, JITTER = 2 };

static int32_t distance(pmb_point a, pmb_point b)
{
    return pmb_greater(pmb_absolute((int32_t)a.x - b.x), pmb_absolute((int32_t)a.y - b.y));
}

/* Pixels a second since `last`, when it is long enough ago. */
static void measure_speed(pmb_finger *f, uint32_t milliseconds)
{
    const int32_t passed = (int32_t)pmb_lesser((int32_t)(milliseconds - f->since), 10000);
    if (passed < SPEED_MS)
        return;
    f->speed = (pmb_point){pmb_coordinate(((int32_t)f->at.x - f->last.x) * 1000 / passed),
                           pmb_coordinate(((int32_t)f->at.y - f->last.y) * 1000 / passed)};
    f->last = f->at;
    f->since = milliseconds;
}

static pmb_touch_event press(pmb_finger *f, pmb_point at, uint32_t milliseconds)
{
    *f = (pmb_finger){.down = true,
                      .at = at,
                      .from = at,
                      .last = at,
                      .began = milliseconds,
                      .since = milliseconds};
    return PMB_TOUCH_PRESSED;
}

static pmb_touch_event stay(pmb_finger *f, pmb_point at, uint32_t milliseconds)
{
    const bool moves =
        f->moved ? distance(at, f->at) >= JITTER : distance(at, f->from) > PMB_TOUCH_SLACK;
    if (moves) {
        f->moved = true;
        f->at = at;
    }
    measure_speed(f, milliseconds);
    if (moves)
        return PMB_TOUCH_DRAGGED;
    if (f->moved || f->told_held || milliseconds - f->began < PMB_TOUCH_HOLD_MS)
        return PMB_TOUCH_NOTHING;
    f->told_held = true;
    return PMB_TOUCH_HELD;
}

static pmb_touch_event lift(pmb_finger *f, uint32_t milliseconds)
{
    f->down = false;
    if (!f->moved)
        return f->told_held ? PMB_TOUCH_RELEASED : PMB_TOUCH_TAPPED;
    measure_speed(f, milliseconds);
    const int32_t across = pmb_absolute(f->speed.x), down = pmb_absolute(f->speed.y);
    if (pmb_greater(across, down) < PMB_TOUCH_SWIPE)
        return PMB_TOUCH_RELEASED;
    if (across > down)
        f->way = f->speed.x < 0 ? PMB_WAY_LEFT : PMB_WAY_RIGHT;
    else
        f->way = f->speed.y < 0 ? PMB_WAY_UP : PMB_WAY_DOWN;
    return PMB_TOUCH_SWIPED;
}

pmb_touch_event pmb_finger_feed(pmb_finger *f, bool down, pmb_point at, uint32_t milliseconds)
{
    if (down) {
        f->ups = 0;
        return f->down ? stay(f, at, milliseconds) : press(f, at, milliseconds);
    }
    if (!f->down || ++f->ups < UPS)
        return PMB_TOUCH_NOTHING;
    return lift(f, milliseconds);
}

/* How far a point is from a rectangle along the longer way; 0 inside. */
static int32_t beside(pmb_rect r, pmb_point at)
{
    const int32_t right = (int32_t)r.x + r.w - 1, bottom = (int32_t)r.y + r.h - 1;
    const int32_t across = pmb_greater(r.x - at.x, at.x - right);
    const int32_t down = pmb_greater(r.y - at.y, at.y - bottom);
    return pmb_greater(0, pmb_greater(across, down));
}

int16_t pmb_touch_hit(const pmb_rect *areas, uint8_t count, pmb_point at, uint8_t slack)
{
    int16_t hit = -1;
    int32_t least = (int32_t)slack + 1;
    for (uint8_t i = 0; i < count; i++) {
        const int32_t now = beside(areas[i], at);
        if (pmb_rect_is_empty(areas[i]) || now >= least)
            continue;
        least = now;
        hit = i;
    }
    return hit;
}
