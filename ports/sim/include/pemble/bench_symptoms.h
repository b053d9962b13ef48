/*
 * pemble/bench_symptoms.h - what each usual mistake looks like on a panel: to compare with the
 * glass in your hand, or for a document.
 *
 *     for (int i = 0; i < PMB_SYMPTOMS; i++) {
 *         pmb_symptom symptom;
 *         if (!pmb_symptom_make(&symptom, i, &right))
 *             continue;
 *         pmb_bench *bench = pmb_bench_new();
 *         pmb_module *module = pmb_bench_place_panel(bench, &right);
 *         (void)pmb_symptom_show(&symptom, bench, module, "SH1106");
 *         (void)pmb_module_save_png(module, "seen.png", 1);
 *         pmb_bench_free(bench);
 *     }
 */
#ifndef PEMBLE_BENCH_SYMPTOMS_H
#define PEMBLE_BENCH_SYMPTOMS_H

#include "pemble/bench.h"
#include "pemble/families.h"
#include "pemble/linkage.h"

PMB_BEGIN_C

enum { PMB_SYMPTOMS = 21 }; /* number 0 is no mistake */

/* A symptom may point into itself: use it where it was made, and do not copy it. */
typedef struct pmb_symptom {
    const char *title;       /* "wrong offset" */
    char mend[48];           /* what mends it, as a line of a configuration file: "offset = 2,3" */
    pmb_panel_config config; /* with the mistake */
    const char *controller;  /* the name of the wrong one; NULL: it is right */
    bool asleep;             /* the panel sleeps */
    bool exchanged;          /* the wires of DC and CS are exchanged */
    bool unlit;              /* the backlight is left open */
    unsigned lost;           /* one of so many bytes is lost on SPI; 0: none */
    bool day;                /* e-paper: a picture an hour goes before it */
    bool cold;               /* e-paper: the module is at 2 degrees Celsius, and nobody says so */
    bool powered;         /* e-paper: the program never looks, so the voltage stays on for a day */
    pmb_controller table; /* private: a controller with the mistake, and its detail */
    pmb_windowed detail;
} pmb_symptom;

/*
 * Makes the mistake with that number, 0 to PMB_SYMPTOMS - 1, of a right configuration. False when
 * this panel cannot have it, such as exchanged colours on a panel without.
 */
bool pmb_symptom_make(pmb_symptom *symptom, int number, const pmb_panel_config *right);

/*
 * Sends the test card to a fresh module with the mistake made; `name`, that of the
 * controller, is written on the card. Then the module's glass shows the symptom. Returns the status
 * of what failed: a mistake may well make opening or painting fail, and the glass then shows that.
 */
pmb_status pmb_symptom_show(const pmb_symptom *symptom, pmb_bench *bench, pmb_module *module,
                            const char *name);

/*
 * The same through another port, to a real panel: only a mistake of the configuration. False for a
 * mistake of the wires, or of a whole day, which nobody can make there; then nothing is sent. What
 * fails shows on the glass.
 */
bool pmb_symptom_send(const pmb_symptom *symptom, const pmb_port *port, const char *name);

PMB_END_C

#endif
