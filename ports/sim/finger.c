/* finger.c - a finger, and what a resistive film makes of it: docs/controllers/film.md. */
#include "finger.h"
#include "bench_parts.h"

enum { MS = 1000000, FILM_OHMS = 400, BOUNCE_US = 1000, PRESS_MS = 6, LIFT_MS = 2 };

struct finger *finger_of(const pmb_module *module)
{
    return module->state;
}

void pmb_bench_touch(pmb_module *sensor, bool down, int x, int y)
{
    struct finger *f = finger_of(sensor);
    if (f->down != down)
        f->changed = sensor->bench->now;
    f->down = down;
    if (down) {
        f->x = x;
        f->y = y;
    }
    if (f->moved)
        f->moved(sensor);
}

pmb_bench_film pmb_bench_film_of(const pmb_module *sensor)
{
    return finger_of(sensor)->film;
}

void pmb_bench_set_film(pmb_module *sensor, const pmb_bench_film *film)
{
    finger_of(sensor)->film = *film;
}

/* Milliseconds, in thousandths, since the finger was put down or lifted. */
static uint64_t microseconds_since(const pmb_module *module)
{
    return (module->bench->now - finger_of(module)->changed) / 1000;
}

bool finger_touches_film(const pmb_module *module)
{
    const struct finger *f = finger_of(module);
    const uint64_t us = microseconds_since(module);
    if (f->changed == 0 && !f->down)
        return false;
    if (f->down)
        return us >= BOUNCE_US || us / 150 % 2 == 0;
    return us < LIFT_MS * 1000 && us / 150 % 2 == 0;
}

/* A touch begins and ends softly. */
static int resistance(const pmb_module *module)
{
    const struct finger *f = finger_of(module);
    const int us = (int)(microseconds_since(module) < 100000 ? microseconds_since(module) : 100000);
    if (f->down)
        return f->film.ohms + (us < PRESS_MS * 1000 ? (PRESS_MS * 1000 - us) / 3 : 0);
    return f->film.ohms + us;
}

static int noise(struct finger *f)
{
    f->seed = f->seed * 1664525u + 1013904223u;
    return f->film.noise
               ? (int)((f->seed >> 16) % (unsigned)(2 * f->film.noise + 1)) - f->film.noise
               : 0;
}

static int limited(int value)
{
    return value < 0 ? 0 : value > 4095 ? 4095 : value;
}

/* Where along the X and Y film the touch is, 0 to 4095. */
static void place(const pmb_module *module, int *along_x, int *along_y)
{
    const struct finger *f = finger_of(module);
    const pmb_bench_film *film = &f->film;
    const int w = module->options.width - 1, h = module->options.height - 1;
    const int x = film->swapped ? f->y : f->x, y = film->swapped ? f->x : f->y;
    const int wide = film->swapped ? h : w, high = film->swapped ? w : h;
    *along_x = limited(film->left + (film->right - film->left) * x / (wide > 0 ? wide : 1) +
                       film->skew * y / (high > 0 ? high : 1) + film->drift);
    *along_y =
        limited(film->top + (film->bottom - film->top) * y / (high > 0 ? high : 1) + film->drift);
}

/*
 * X+ is where X reads 4095. The plate with both drivers on is a divider; the other plate carries no
 * current and shows the voltage at the touch. With Y+ and X- the current goes through a part of the
 * Y film, the touch, and a part of the X film.
 */
int finger_film_reading(pmb_module *module, enum electrode high, enum electrode low,
                        enum electrode measured)
{
    struct finger *f = finger_of(module);
    int x, y;
    if (!finger_touches_film(module))
        return limited(8 + noise(f)); /* what is left over */
    place(module, &x, &y);
    if (high == X_PLUS && low == X_MINUS && measured == Y_PLUS)
        return limited(x + noise(f));
    if (high == Y_PLUS && low == Y_MINUS && measured == X_PLUS)
        return limited(y + noise(f));
    if (high != Y_PLUS || low != X_MINUS)
        return 0;
    const int touch = resistance(module);
    const int of_x = FILM_OHMS * x / 4096, of_y = FILM_OHMS * (4096 - y) / 4096;
    const int all = of_x + touch + of_y;
    const int at = measured == X_PLUS ? of_x : of_x + touch;
    return limited(at * 4095 / (all > 0 ? all : 1) + noise(f));
}
