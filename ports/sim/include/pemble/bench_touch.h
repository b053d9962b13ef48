/*
 * pemble/bench_touch.h - touch sensors on the bench, and the finger on them.
 */
#ifndef PEMBLE_BENCH_TOUCH_H
#define PEMBLE_BENCH_TOUCH_H

#include "pemble/bench.h"
#include "pemble/bench_inputs.h"
#include "pemble/linkage.h"
#include "pemble/touch.h"

PMB_BEGIN_C

extern const pmb_module_type pmb_sim_xpt2046, pmb_sim_touch_film;
extern const pmb_module_type pmb_sim_ft6x36, pmb_sim_cst816, pmb_sim_gt911;

/* Places the sensor that a configuration describes on a glass of that size, and wires it as
 * configured. Returns NULL when the bench has no such sensor. */
pmb_module *pmb_bench_place_touch(pmb_bench *bench, const pmb_touch_config *config, pmb_size glass);

/* Puts the finger down at a pixel of the glass, as it is made, moves it there, or lifts it. */
void pmb_bench_touch(pmb_module *sensor, bool down, int x, int y);

/* How a film is made and mounted. At first it is as most are: somewhat larger than the glass, with
 * some noise. */
typedef struct pmb_bench_film {
    int left, right; /* readings of X at the edges of the glass, 0 to 4095; left may be greater */
    int top, bottom; /* readings of Y */
    bool swapped;    /* X runs down the glass, and Y across it */
    int skew;        /* readings that X grows from the top to the bottom */
    int noise;       /* readings that vary by so much each way */
    int ohms;        /* resistance of a firm touch; the films have 400 */
    int drift;       /* readings that all are off by, as in the heat */
} pmb_bench_film;
pmb_bench_film pmb_bench_film_of(const pmb_module *sensor);
void pmb_bench_set_film(pmb_module *sensor, const pmb_bench_film *film);

/* A finger that does what pmb_input_plan says: first and second are where it is put down or moved
 * to, and first = -1 lifts it. */
pmb_input *pmb_bench_place_finger(pmb_bench *bench, pmb_module *sensor);

PMB_END_C

#endif
