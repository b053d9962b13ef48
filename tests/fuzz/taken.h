/* taken.h - what a fuzzer takes from its input: bytes, numbers, points, texts. When the input has
 * ended, all are zero. */
#ifndef PEMBLE_FUZZ_TAKEN_H
#define PEMBLE_FUZZ_TAKEN_H

#include <stdlib.h>
#include <string.h>
#include "pemble/pemble.h"

struct input {
    const uint8_t *at;
    size_t left;
};

static inline uint8_t byte(struct input *in)
{
    if (in->left == 0)
        return 0;
    in->left--;
    return *in->at++;
}

/* Near a small canvas as a rule, anywhere at times. */
static inline int16_t number(struct input *in)
{
    const uint8_t kind = byte(in);
    if (kind > 40)
        return (int16_t)(kind - 100);
    const int high = byte(in) << 8;
    return (int16_t)(high | byte(in));
}

static inline uint32_t word(struct input *in)
{
    uint32_t value = 0;
    for (int i = 0; i < 4; i++)
        value = value << 8 | byte(in);
    return value;
}

/* Small as a rule. */
static inline int32_t value(struct input *in)
{
    return byte(in) % 4 ? number(in) : (int32_t)word(in);
}

static inline pmb_point point(struct input *in)
{
    const int16_t x = number(in);
    return (pmb_point){x, number(in)};
}

static inline pmb_rect rect(struct input *in)
{
    const pmb_point p = point(in);
    const int16_t w = number(in);
    return (pmb_rect){p.x, p.y, w, number(in)};
}

/* A text of any bytes, in memory of its own so that reading past its end is seen; free it. */
static inline char *text(struct input *in)
{
    size_t count = byte(in) % 24;
    if (count > in->left)
        count = in->left;
    char *copy = calloc(1, count + 1);
    if (!copy)
        abort();
    memcpy(copy, in->at, count);
    in->at += count;
    in->left -= count;
    return copy;
}

/* For canvases whose format does not matter. */
#if PMB_ONE_BIT
#define ANY_FORMAT &pmb_mono_vertical
#else
#define ANY_FORMAT &pmb_rgb565
#endif

/* A canvas of any format and place, over exactly the bytes that it needs; free them. */
static inline uint8_t *canvas(struct input *in, pmb_canvas *c)
{
    static const pmb_format *const formats[] = {
        ANY_FORMAT,
#if !PMB_ONE_BIT
        &pmb_mono_vertical,
        &pmb_mono_vertical_msb,
        &pmb_mono_horizontal,
        &pmb_mono_horizontal_lsb,
        &pmb_grey4,
        &pmb_grey4_vertical,
        &pmb_ink_vertical,
        &pmb_ink_horizontal,
#endif
    };
    const pmb_format *format = formats[byte(in) % (sizeof formats / sizeof formats[0])];
    const pmb_rect bounds = {(int16_t)(byte(in) - 128), (int16_t)(byte(in) - 128),
                             (int16_t)(1 + byte(in) % 90), (int16_t)(1 + byte(in) % 70)};
    const size_t bytes = pmb_canvas_bytes(format, (pmb_size){bounds.w, bounds.h});
    uint8_t *pixels = calloc(1, bytes);
    if (!pixels || pmb_canvas_init(c, format, bounds, pixels, bytes) != PMB_OK)
        abort();
    return pixels;
}

#endif
