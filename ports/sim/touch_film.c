/* touch_film.c - a bare film whose electrodes are on pins, from docs/controllers/film.md. */
#include "bench_parts.h"
#include "finger.h"

static void pin_changed(pmb_module *m, int pin, bool level)
{
    (void)m;
    (void)pin;
    (void)level;
}

static bool create(pmb_module *m)
{
    struct finger *f = m->state;
    *f = (struct finger){
        .film = {.left = 900, .right = 3300, .top = 3500, .bottom = 700, .noise = 8, .ohms = 300},
        .seed = 1};
    return true;
}

/* The electrode that is driven so; -1: none, or more than one. */
static int driven(const pmb_module *m, bool high)
{
    int found = -1;
    for (int i = 0; i < ELECTRODES; i++) {
        const struct net *net = m->pins[i].net;
        if (!net || (high ? net->highs : net->lows) == 0)
            continue;
        if (found >= 0)
            return -1;
        found = i;
    }
    return found;
}

bool touch_film_reading(pmb_module *m, const struct net *net, uint16_t *reading)
{
    for (int i = 0; m->type == &pmb_sim_touch_film && i < ELECTRODES; i++) {
        if (m->pins[i].net != net)
            continue;
        const int high = driven(m, true), low = driven(m, false);
        *reading = 0;
        if (high >= 0 && low >= 0 && high != i && low != i)
            *reading = (uint16_t)(finger_film_reading(m, (enum electrode)high, (enum electrode)low,
                                                      (enum electrode)i)
                                  << 4);
        return true;
    }
    return false;
}

static const char *const pins[] = {"XP", "XM", "YP", "YM", NULL};

const pmb_module_type pmb_sim_touch_film = {.name = "film",
                                            .pins = pins,
                                            .state_size = sizeof(struct finger),
                                            .create = create,
                                            .pin_changed = pin_changed};
