/* modules.c - the test card on every module that is known by name, and what mistakes look like. */
#include "web.h"

#include "modules_table.h" /* made of what pemble panels lists */
#include "pemble/bench_symptoms.h"

static struct shown shown;

int EXPORT(module_count)(void)
{
    return (int)(sizeof modules / sizeof modules[0]);
}

const char *EXPORT(module_name)(int number)
{
    return modules[number].name;
}

/* Shows the test card with a mistake (0: none). Its title; NULL: this panel cannot have it. */
const char *EXPORT(module_symptom)(int number, int mistake)
{
    static pmb_symptom symptom;
    shown_is(NULL);
    if (!pmb_symptom_make(&symptom, mistake, modules[number].config))
        return NULL;
    pmb_bench *bench = pmb_bench_new();
    pmb_module *module = bench ? pmb_bench_place_panel(bench, modules[number].config) : NULL;
    if (module) {
        (void)pmb_symptom_show(&symptom, bench, module, pmb_module_type_name(module));
        shown_glass(&shown, module);
        shown_is(&shown);
    }
    pmb_bench_free(bench);
    return symptom.title;
}

/* What mends the mistake that was shown last is a line of a configuration. */
const char *EXPORT(module_mend)(int number, int mistake)
{
    static pmb_symptom symptom;
    return pmb_symptom_make(&symptom, mistake, modules[number].config) ? symptom.mend : "";
}

int EXPORT(mistake_count)(void)
{
    return PMB_SYMPTOMS;
}
