/* finger.h - the finger on a touch module, and the film below it; private to the bench. */
#ifndef PEMBLE_SIM_FINGER_H
#define PEMBLE_SIM_FINGER_H

#include "module.h"
#include "pemble/bench_touch.h"

/* What a touch module's state begins with. */
struct finger {
    bool down;
    int x, y;         /* pixels of the glass, where it is or was last */
    uint64_t changed; /* ns: when it was put down or lifted */
    pmb_bench_film film;
    uint32_t seed;
    /* The finger has been put down, moved or lifted. */
    void (*moved)(pmb_module *module);
};

struct finger *finger_of(const pmb_module *module);

/* Contacts of a film bounce for a moment, so that it may be pressed, or not, against what the
 * finger does. */
bool finger_touches_film(const pmb_module *module);

enum electrode { X_PLUS, X_MINUS, Y_PLUS, Y_MINUS, ELECTRODES };

/* What is measured at an electrode, 0 to 4095 of the supply, with one at the supply and one at
 * ground. */
int finger_film_reading(pmb_module *module, enum electrode high, enum electrode low,
                        enum electrode measured);

#endif
