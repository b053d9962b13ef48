/* quay.c - Pellan Quay in the browser: the stations of pemble demo on the bench. */
#include "web.h"

#include <stdlib.h>
#include <string.h>
#include "bench_parts.h"
#include "day.h"
#include "pemble/bench_inputs.h"
#include "quay_panels.h" /* made of assets/quay/harbour.ini */
#include "stations.h"

enum { BEGIN = 14 * HOUR + 20 * MINUTE, TICK = 20, BUTTON = 0, KNOB = 1 };

struct post {
    const struct station *station;
    pmb_module *module;
    pmb_panel panel;
    pmb_screen screen;
    void *state;
    struct shown shown;
};

static struct harbour harbour;
static struct day day;
static struct post posts[STATIONS];
static pmb_bench *bench;
static uint32_t at; /* ms of the day, and of the days after it */

static uint32_t now(void)
{
    return BEGIN + (uint32_t)(pmb_bench_now(bench) / 1000000);
}

static bool open_post(struct post *p, const struct station *station, const pmb_panel_config *config)
{
    p->station = station;
    p->module = pmb_bench_place_panel(bench, config);
    p->state = calloc(1, station->state_size);
    if (!p->module || !p->state ||
        pmb_panel_open(&p->panel, config, pmb_bench_port(bench)) != PMB_OK)
        return false;
    const size_t bytes = pmb_screen_whole_bytes(&p->panel);
    const size_t tiles = PMB_TILES((size_t)p->panel.size.w, (size_t)p->panel.size.h);
    uint8_t *frame = malloc(bytes);
    pmb_tile *known = calloc(tiles, sizeof *known);
    return frame && known &&
           pmb_screen_init(&p->screen, &p->panel, frame, bytes, known, tiles) == PMB_OK;
}

/* Opens all; what went before 14:20 is known. False: what_was_said says why. */
bool EXPORT(quay_begin)(void)
{
    static const pmb_panel_config *const panels[STATIONS] = {&gangway, &wind, &kiosk,
                                                             &berth,   &dock, &tides};
    harbour.day = &day;
    bench = pmb_bench_new();
    if (!day_read(&day, "quay") || !bench)
        return false;
    (void)pmb_bench_place_input(bench, PMB_INPUT_BUTTON, KIOSK_BUTTON, PMB_PIN_NONE);
    (void)pmb_bench_place_input(bench, PMB_INPUT_ENCODER, KIOSK_KNOB_A, KIOSK_KNOB_B);
    for (int i = 0; i < STATIONS; i++)
        if (!open_post(&posts[i], stations[i], panels[i]))
            return false;
    for (harbour.now = 0; harbour.now < BEGIN; harbour.now += 10 * MINUTE)
        for (int i = 0; i < STATIONS; i++)
            posts[i].station->step(posts[i].state, &harbour, posts[i].panel.size);
    at = BEGIN;
    return true;
}

static void look(struct post *p)
{
    p->station->step(p->state, &harbour, p->panel.size);
    (void)pmb_screen_paint(&p->screen, p->station->paint, p->state);
}

/* Lets so many milliseconds pass. */
void EXPORT(quay_advance)(uint32_t milliseconds)
{
    const pmb_port *port = pmb_bench_port(bench);
    for (const uint32_t end = at + milliseconds; at < end; at += TICK) {
        while (now() < at) {
            port->wait_us(port->context, 1000);
            harbour.now = now() % DAY_MS;
            for (int i = 0; i < STATIONS; i++)
                if (posts[i].station->poll)
                    posts[i].station->poll(posts[i].state, &harbour, port);
        }
        harbour.now = at % DAY_MS;
        for (int i = 0; i < STATIONS; i++) {
            const struct station *s = posts[i].station;
            (void)pmb_panel_is_busy(&posts[i].panel); /* paper ends its refresh so */
            const uint32_t each = s->by_minute > 0 ? s->by_minute : s->by_day;
            if (at == BEGIN || at % each == 0)
                look(&posts[i]);
        }
    }
}

void EXPORT(quay_glass)(int number)
{
    shown_glass(&posts[number].shown, posts[number].module);
    shown_is(&posts[number].shown);
}

int EXPORT(quay_count)(void)
{
    return STATIONS;
}

const char *EXPORT(quay_caption)(int number)
{
    return stations[number]->caption;
}

void EXPORT(quay_press)(bool down)
{
    bench_hand(bench, BUTTON, down, 0);
}

void EXPORT(quay_turn)(int detents)
{
    bench_hand(bench, KNOB, detents, 0);
}

/* The OLED alone, painted anew as often as is asked for: to count frames. */
void EXPORT(quay_paint_oled)(uint32_t milliseconds)
{
    harbour.now = (BEGIN + milliseconds) % DAY_MS;
    look(&posts[0]);
    quay_glass(0);
}
