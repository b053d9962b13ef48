/*
 * pemble/bench_inputs.h - input devices on the bench. They do at given times what a person would.
 * Contacts bounce.
 */
#ifndef PEMBLE_BENCH_INPUTS_H
#define PEMBLE_BENCH_INPUTS_H

#include "pemble/bench.h"
#include "pemble/linkage.h"

PMB_BEGIN_C

typedef struct pmb_input pmb_input;

typedef enum pmb_input_kind {
    PMB_INPUT_BUTTON = 0, /* a: pulled up; pressed (first = 1) it is low */
    PMB_INPUT_ENCODER,    /* a, b: pulled up; first: detents from the start, clockwise */
    PMB_INPUT_STICK,      /* a, b: analogue; first, second: -100 to 100 to the right and upwards */
    PMB_INPUT_TILT,       /* a, b: analogue; thousandths of g to the right and downwards */
    PMB_INPUT_FINGER      /* of pmb_bench_place_finger (bench_touch.h) */
} pmb_input_kind;

/* Places a device on two of the board's pins; a button uses only `a`. It is valid as long as the
 * bench. Returns NULL when there is no memory. */
pmb_input *pmb_bench_place_input(pmb_bench *bench, pmb_input_kind kind, pmb_pin a, pmb_pin b);

/* What the device does from a time on, in milliseconds since the bench was made. Returns false when
 * the time is not later than that of the call before. */
bool pmb_input_plan(pmb_input *input, uint32_t milliseconds, int first, int second);

/* The board is interrupted at each change of a pin: `handler` runs at once, whatever the program
 * does. It may read pins, and not more. Returns false when there is no such pin, or after sixteen
 * of them. */
bool pmb_bench_interrupt(pmb_bench *bench, pmb_pin pin, void (*handler)(void *context),
                         void *context);

/* The devices of such a file: a button, an encoder, a stick, a tilt sensor, a finger, and a second
 * button. */
enum { PMB_INPUT_DEVICES = 6 };

/*
 * Reads plans from a file, which has a heading and a line for each event:
 *
 *     time_ms,device,first,second
 *     1200,button,1,
 *
 * The names are button, encoder, stick, tilt, finger and second, and `devices` are in this order.
 * Lines of a device that is NULL are ignored. Returns NULL, or a message that names the line and
 * says what is wrong; it is valid until the next call.
 */
const char *pmb_inputs_read(const char *path, pmb_input *const devices[PMB_INPUT_DEVICES]);

PMB_END_C

#endif
