/* hand.c - the finger of a steady hand. */
#include "hand.h"

/* The touch's own way, backwards. */
static pmb_point glass_below(const pmb_panel *panel, pmb_point p)
{
    const pmb_size glass = panel->config->size;
    if (panel->config->mirror)
        p.x = (int16_t)(panel->size.w - 1 - p.x);
    switch (panel->config->rotate) {
    case PMB_ROTATE_90:
        return (pmb_point){(int16_t)(glass.w - 1 - p.y), p.x};
    case PMB_ROTATE_180:
        return (pmb_point){(int16_t)(glass.w - 1 - p.x), (int16_t)(glass.h - 1 - p.y)};
    case PMB_ROTATE_270:
        return (pmb_point){p.y, (int16_t)(glass.h - 1 - p.x)};
    default:
        return p;
    }
}

void hand_put_down(pmb_module *sensor, const pmb_panel *panel, pmb_point screen)
{
    const pmb_point p = glass_below(panel, screen);
    pmb_bench_touch(sensor, true, p.x, p.y);
}

bool hand_calibrate(pmb_module *sensor, pmb_touch *touch)
{
    enum { MOST_POLLS = 2000, DOWN = 40, POLL_US = 5000 };
    pmb_calibrator c;
    pmb_calibration_event event = PMB_CALIBRATION_NOTHING;
    int since = 0;
    pmb_calibrator_begin(&c, touch);
    for (int polls = 0; polls < MOST_POLLS && event != PMB_CALIBRATION_DONE; polls++, since++) {
        if (event != PMB_CALIBRATION_NOTHING)
            since = 0;
        if (since == 0)
            hand_put_down(sensor, touch->panel, pmb_calibrator_cross(&c, c.cross));
        if (since == DOWN)
            pmb_bench_touch(sensor, false, 0, 0);
        event = pmb_calibrator_poll(&c);
        touch->port->wait_us(touch->port->context, POLL_US);
    }
    pmb_bench_touch(sensor, false, 0, 0);
    return event == PMB_CALIBRATION_DONE;
}
