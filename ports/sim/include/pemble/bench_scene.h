/*
 * pemble/bench_scene.h - a scene that `pemble live SCENE.c --panel CONFIG` shows, and compiles anew
 * whenever the file is saved. `pemble live --new SCENE.c` writes one to begin with. The file
 * defines
 *
 *     const pmb_bench_scene pmb_scene = {.state_size = sizeof(struct state), .step = step, .paint =
 * paint};
 *
 * Its paint function is the one that your program gives to pmb_screen_paint.
 */
#ifndef PEMBLE_BENCH_SCENE_H
#define PEMBLE_BENCH_SCENE_H

#include "pemble/bench_live.h"
#include "pemble/pemble.h"

PMB_BEGIN_C

/* What a scene has at hand in a step. */
typedef struct pmb_bench_moment {
    uint32_t milliseconds; /* of virtual time, since the panel was opened */
    pmb_size size;         /* of the screen */
    const pmb_port *port;  /* for inputs; the board has those of PMB_BENCH_* below */
    pmb_bench *bench;      /* for pmb_bench_reading and pmb_bench_sound */
    pmb_touch *touch;      /* the sensor on the glass, calibrated; NULL: CONFIG has none */
} pmb_bench_moment;

/* Where the inputs are: two buttons, a knob, a stick, a tilt sensor. */
#define PMB_BENCH_BUTTON        PMB_PIN(5)
#define PMB_BENCH_SECOND_BUTTON PMB_PIN(4)
#define PMB_BENCH_KNOB_A        PMB_PIN(6)
#define PMB_BENCH_KNOB_B        PMB_PIN(7)
#define PMB_BENCH_STICK_ACROSS  PMB_PIN(26)
#define PMB_BENCH_STICK_UP      PMB_PIN(27)
#define PMB_BENCH_TILT_ACROSS   PMB_PIN(28)
#define PMB_BENCH_TILT_DOWN     PMB_PIN(29)

typedef struct pmb_bench_scene {
    /* Bytes of the state, which is zeroed at first. A file that was saved with a state of the same
     * size goes on with the state that was there; its variables begin anew. */
    size_t state_size;
    /* Takes inputs and time into the state; true: it must be painted. NULL: always. */
    bool (*step)(void *state, const pmb_bench_moment *moment);
    pmb_paint paint;
    uint16_t steps_a_second; /* 0: 50 */
} pmb_bench_scene;

/* Of the scene's file. */
extern const pmb_bench_scene pmb_scene;

PMB_END_C

#endif
