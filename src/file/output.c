/* output.c - where the pixels of an image file go: as they are, or averaged to fit. */
#include "file/input.h"
#include "geometry/limits.h"
#include "shape/spans.h"

enum { MOST_SIDE = 32767, MOST_SAMPLES = 16 };

/* The size that an image gets, to lie in r. */
static pmb_size fitted(pmb_rect r, pmb_size from)
{
    if (from.w <= r.w && from.h <= r.h)
        return from;
    int32_t w = r.w, h = (int32_t)from.h * r.w / from.w;
    if (h > r.h) {
        h = r.h;
        w = (int32_t)from.w * r.h / from.h;
    }
    return (pmb_size){(int16_t)pmb_greater(w, 1), (int16_t)pmb_greater(h, 1)};
}

/* A size in the middle of r. */
pmb_rect pmb_in_middle(pmb_rect r, pmb_size size)
{
    return (pmb_rect){(int16_t)(r.x + (r.w - size.w) / 2), (int16_t)(r.y + (r.h - size.h) / 2),
                      size.w, size.h};
}

bool pmb_output_open(pmb_output *out, pmb_canvas *c, pmb_rect r, pmb_size from, void *memory,
                     size_t bytes)
{
    const pmb_size size = fitted(r, from);
    *out = (pmb_output){.c = c, .r = r, .from = from};
    out->drawn = pmb_in_middle(r, size);
    if (size.w == from.w && size.h == from.h)
        return true;
    const uint32_t skip = (uint32_t)((uintptr_t)memory & 1); /* sums lie on even addresses */
    if (bytes < skip + 6u * (uint32_t)size.w)
        return false;
    out->sums = (uint16_t *)(void *)((uint8_t *)memory + skip);
    for (int32_t i = 0; i < 3 * (int32_t)size.w; i++)
        out->sums[i] = 0;
    return true;
}

static void draw_run(pmb_output *out)
{
    if (out->run > 0)
        pmb_span_fill(out->c, out->run_x, out->run_y, out->run, 1, out->color);
    out->run = 0;
}

static void draw_pixel(pmb_output *out, int32_t x, int32_t y, unsigned red, unsigned green,
                       unsigned blue)
{
    const pmb_color color = PMB_RGB(red, green, blue);
    if (out->run > 0 && (color != out->color || x != out->run_x + out->run))
        draw_run(out);
    if (out->run == 0) {
        out->run_x = x;
        out->run_y = y;
        out->color = color;
    }
    out->run++;
}

/* Where the pixels of a target column or row begin in the image. Both sizes are below 2^15, so that
 * products fit. */
static int32_t begin_of(int32_t target, int32_t from, int32_t to)
{
    return target * from / to;
}

/* Every how many pixels of a box that many wide or high are taken. */
static int32_t step_for(int32_t box)
{
    return (box + MOST_SAMPLES - 1) / MOST_SAMPLES;
}

/* Draws the row of sums. */
static void draw_sums(pmb_output *out, int32_t row)
{
    const int32_t w = out->drawn.w;
    for (int32_t x = 0; x < w; x++) {
        const int32_t box = begin_of(x + 1, out->from.w, w) - begin_of(x, out->from.w, w);
        const int32_t step = step_for(box), across = (box + step - 1) / step;
        const uint32_t count = (uint32_t)(across * out->rows);
        uint16_t *sums = out->sums + 3 * x;
        uint32_t mean[3];
        for (uint8_t i = 0; i < 3; i++) {
            mean[i] = (sums[i] + count / 2) / count;
            sums[i] = 0;
        }
        draw_pixel(out, out->drawn.x + x, out->drawn.y + row, mean[0], mean[1], mean[2]);
    }
    out->rows = 0;
}

/* Adds a pixel to the box that it lies in. */
static void add_to_sums(pmb_output *out, uint8_t red, uint8_t green, uint8_t blue)
{
    const int32_t w = out->drawn.w, h = out->drawn.h;
    const int32_t row = ((out->y + 1) * h - 1) / out->from.h;
    const int32_t top = begin_of(row, out->from.h, h), bottom = begin_of(row + 1, out->from.h, h);
    const int32_t column = ((out->x + 1) * w - 1) / out->from.w;
    const int32_t left = begin_of(column, out->from.w, w);
    const int32_t box = begin_of(column + 1, out->from.w, w) - left;
    if ((out->y - top) % step_for(bottom - top) == 0) {
        if (out->x == 0)
            out->rows++;
        if ((out->x - left) % step_for(box) == 0) {
            uint16_t *sums = out->sums + 3 * column;
            sums[0] = (uint16_t)(sums[0] + red);
            sums[1] = (uint16_t)(sums[1] + green);
            sums[2] = (uint16_t)(sums[2] + blue);
        }
    }
    if (out->x + 1 == out->from.w && out->y + 1 == bottom)
        draw_sums(out, row);
}

void pmb_output_put(pmb_output *out, uint8_t red, uint8_t green, uint8_t blue)
{
    if (out->sums)
        add_to_sums(out, red, green, blue);
    else
        draw_pixel(out, out->drawn.x + out->x, out->drawn.y + out->y, red, green, blue);
    if (++out->x == out->from.w) {
        out->x = 0;
        out->y++;
    }
}

void pmb_output_end(pmb_output *out)
{
    draw_run(out);
}

bool pmb_output_is_done(const pmb_output *out)
{
    const int32_t row = out->y * out->drawn.h / out->from.h;
    return out->drawn.y + row + out->c->origin.y >= (int32_t)out->c->clip.y + out->c->clip.h;
}

bool pmb_job_begin(pmb_job *job, uint32_t w, uint32_t h)
{
    if (job->in.status != PMB_OK)
        return false;
    if (w == 0 || h == 0 || w > MOST_SIDE || h > MOST_SIDE) {
        pmb_input_fail(&job->in, PMB_ERR_DATA, "its size is not from 1 to 32767 each way");
        return false;
    }
    job->size = (pmb_size){(int16_t)w, (int16_t)h};
    if (pmb_output_open(&job->out, job->c, job->r, job->size, job->memory, job->bytes))
        return true;
    pmb_input_fail(&job->in, PMB_ERR_ARGUMENT, "there is too little memory for it");
    return false;
}
