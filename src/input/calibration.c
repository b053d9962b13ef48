/* calibration.c - from five touched crosses to the numbers that place a sample on the glass. */
#include "geometry/limits.h"
#include "input/touch_parts.h"
#include "pemble/shape.h"
#include "pemble/text.h"

enum {
    CROSSES = PMB_CALIBRATION_CROSSES,
    LEAST_SAMPLES = 3, /* of a touch */
    MOST_SAMPLES = 200,
    UPS = 3,
    ARM = 10, /* pixels of a cross from its middle */
};

/* How far a cross may be from where all say: a fortieth of the shorter side. A fit of five moves
 * with a corner that is wrong: what is left there is a third of the error. */
static int32_t tolerance(const pmb_size size)
{
    return pmb_greater(3, pmb_lesser(size.w, size.h) / 40);
}

/* Four crosses are an eighth of the glass away from its edges. The fifth is not in the middle:
 * there it lies in a line with two corners, and could not tell which of the others is wrong. Of the
 * glass as it is made. */
static pmb_point cross_on_glass(pmb_size size, uint8_t cross)
{
    if (cross == CROSSES - 1)
        return (pmb_point){(int16_t)(size.w / 2), (int16_t)(size.h / 4)};
    const int16_t w = (int16_t)(size.w / 8), h = (int16_t)(size.h / 8);
    return (pmb_point){(int16_t)(cross == 1 || cross == 2 ? size.w - 1 - w : w),
                       (int16_t)(cross >= 2 ? size.h - 1 - h : h)};
}

pmb_point pmb_calibrator_cross(const pmb_calibrator *c, uint8_t cross)
{
    const pmb_panel *panel = c->touch->panel;
    return pmb_touch_on_screen(panel, cross_on_glass(panel->config->size, cross));
}

void pmb_calibrator_begin(pmb_calibrator *c, pmb_touch *touch)
{
    *c = (pmb_calibrator){.touch = touch};
}

/* Sums of a least-squares fit, about the means times n: whole numbers. */
struct fit {
    int64_t xx, xy, yy, determinant;
    int32_t n, x, y;
};

/* Without the cross `left_out`; CROSSES leaves out none. */
static struct fit sums(const pmb_calibrator *c, uint8_t left_out)
{
    struct fit f = {0};
    for (uint8_t i = 0; i < CROSSES; i++) {
        if (i == left_out)
            continue;
        f.n++;
        f.x += c->samples[i].x;
        f.y += c->samples[i].y;
    }
    for (uint8_t i = 0; i < CROSSES; i++) {
        const int64_t x = (int64_t)c->samples[i].x * f.n - f.x;
        const int64_t y = (int64_t)c->samples[i].y * f.n - f.y;
        if (i == left_out)
            continue;
        f.xx += x * x;
        f.xy += x * y;
        f.yy += y * y;
    }
    f.determinant = f.xx * f.yy - f.xy * f.xy;
    return f;
}

/* The factors for one axis of the glass: those for which the sum of the squares of what is missed
 * is least (normal equations). */
static void solve(const pmb_calibrator *c, const struct fit *f, uint8_t left_out, bool down,
                  int32_t factors[3])
{
    const pmb_size size = c->touch->panel->config->size;
    int64_t x_to = 0, y_to = 0;
    int32_t all = 0;
    for (uint8_t i = 0; i < CROSSES; i++) {
        const pmb_point p = cross_on_glass(size, i);
        const int32_t to = down ? p.y : p.x;
        if (i == left_out)
            continue;
        all += to;
        x_to += ((int64_t)c->samples[i].x * f->n - f->x) * to;
        y_to += ((int64_t)c->samples[i].y * f->n - f->y) * to;
    }
    /* Both sides are divided by 65536 in place of a product that is too large. */
    const int64_t scale = f->determinant / 65536;
    factors[0] = (int32_t)((x_to * f->yy - y_to * f->xy) * f->n / scale);
    factors[1] = (int32_t)((y_to * f->xx - x_to * f->xy) * f->n / scale);
    factors[2] =
        (int32_t)(((int64_t)all * 65536 - (int64_t)factors[0] * f->x - (int64_t)factors[1] * f->y) /
                      f->n +
                  32768);
}

/* How far the worst cross is from where the calibration places its sample. */
static int32_t worst(const pmb_calibrator *c, uint8_t left_out,
                     const pmb_touch_calibration *calibration)
{
    const pmb_size size = c->touch->panel->config->size;
    int32_t most = 0;
    for (uint8_t i = 0; i < CROSSES; i++) {
        const pmb_point p = cross_on_glass(size, i);
        if (i == left_out)
            continue;
        const pmb_point at = pmb_touch_on_glass(calibration, &c->samples[i]);
        most = pmb_greater(most, pmb_greater(pmb_absolute(at.x - p.x), pmb_absolute(at.y - p.y)));
    }
    return most;
}

/* Fits all samples but one; returns how far the worst of them is from its cross, in pixels.
 * INT32_MAX: they are all in one place or in one line. */
static int32_t fit(const pmb_calibrator *c, uint8_t left_out, pmb_touch_calibration *out)
{
    const struct fit f = sums(c, left_out);
    /* Half of the axes' range would have some 10^16. */
    if (f.determinant < 1000000000000)
        return INT32_MAX;
    solve(c, &f, left_out, false, out->across);
    solve(c, &f, left_out, true, out->down);
    return worst(c, left_out, out);
}

/* All crosses are there: done, or the one without which the others fit best is asked for again. */
static pmb_calibration_event finish(pmb_calibrator *c)
{
    const int32_t most = tolerance(c->touch->panel->config->size);
    pmb_touch_calibration calibration;
    if (fit(c, CROSSES, &calibration) <= most) {
        c->touch->calibration = calibration;
        return PMB_CALIBRATION_DONE;
    }
    uint8_t wrong = 0;
    int32_t least = INT32_MAX;
    for (uint8_t i = 0; i < CROSSES; i++) {
        const int32_t here = fit(c, i, &calibration);
        if (here >= least)
            continue;
        least = here;
        wrong = i;
    }
    c->missed++;
    if (least > most) /* more than one: from the beginning */
        for (uint8_t i = 0; i < CROSSES; i++)
            c->taken[i] = false;
    c->taken[wrong] = false;
    return PMB_CALIBRATION_CHANGED;
}

/* The first cross that is not taken; CROSSES: all are. */
static uint8_t missing(const pmb_calibrator *c)
{
    uint8_t cross = 0;
    while (cross < CROSSES && c->taken[cross])
        cross++;
    return cross;
}

static pmb_calibration_event take(pmb_calibrator *c)
{
    const uint8_t count = c->count;
    const pmb_touch_sample mean = {(uint16_t)(c->across / count), (uint16_t)(c->down / count), 1};
    c->count = 0;
    c->across = c->down = 0;
    if (count < LEAST_SAMPLES)
        return PMB_CALIBRATION_NOTHING;
    c->samples[c->cross] = mean;
    c->taken[c->cross] = true;
    const pmb_calibration_event event = missing(c) == CROSSES ? finish(c) : PMB_CALIBRATION_CHANGED;
    c->cross = missing(c) % CROSSES;
    return event;
}

pmb_calibration_event pmb_calibrator_poll(pmb_calibrator *c)
{
    pmb_touch_sample sample;
    c->touch->status = pmb_touch_sense(c->touch, &sample);
    if (c->touch->status != PMB_OK)
        return PMB_CALIBRATION_NOTHING;
    c->touch->finger.down = sample.force > 0;
    if (sample.force > 0) {
        c->ups = 0;
        if (c->count < MOST_SAMPLES) {
            c->count++;
            c->across += sample.x;
            c->down += sample.y;
        }
        return PMB_CALIBRATION_NOTHING;
    }
    if (c->count == 0 || ++c->ups < UPS)
        return PMB_CALIBRATION_NOTHING;
    return take(c);
}

void pmb_calibrator_draw(pmb_canvas *canvas, const pmb_calibrator *c,
                         const PMB_FLASH pmb_theme *theme, const char *words)
{
    const pmb_size size = c->touch->panel->size;
    const pmb_point p = pmb_calibrator_cross(c, c->cross);
    if (PMB_MISSING(theme))
        return;
    const pmb_text_style style = {.font = theme->text, .color = theme->ink};
    const pmb_text_layout middle = {.across = PMB_CENTER, .down = PMB_MIDDLE, .wrap = true};
    pmb_fill(canvas, theme->ground);
    pmb_line_across(canvas, (pmb_point){(int16_t)(p.x - ARM), p.y}, 2 * ARM + 1, theme->ink);
    pmb_line_down(canvas, (pmb_point){p.x, (int16_t)(p.y - ARM)}, 2 * ARM + 1, theme->ink);
    pmb_circle_stroke(canvas, p, ARM / 2, theme->levels[PMB_CAUTION]);
    const pmb_rect middle_part = {0, (int16_t)(size.h / 3), size.w, (int16_t)(size.h / 3)};
    (void)pmb_text_box(canvas, &style, middle_part, &middle, words ? words : "Touch the cross");
}
