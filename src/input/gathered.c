/* gathered.c - inputs between an interrupt and the main loop: single bytes, each written by one
 * side only, which every processor does at once. */
#include "pemble/input.h"

void pmb_gather_detents(pmb_gathered *g, int8_t detents)
{
    g->turned = (uint8_t)(g->turned + detents);
}

int8_t pmb_gathered_detents(pmb_gathered *g)
{
    const uint8_t now = g->turned;
    const int8_t turned = (int8_t)(uint8_t)(now - g->turned_taken);
    g->turned_taken = now;
    return turned;
}

void pmb_gather_event(pmb_gathered *g, pmb_push_event event)
{
    const uint8_t at = g->put, next = (uint8_t)((at + 1) % PMB_GATHERED_EVENTS);
    if (event == PMB_PUSH_NOTHING || next == g->taken)
        return;
    g->events[at] = (uint8_t)event;
    g->put = next; /* last, so that the other side finds it there */
}

pmb_push_event pmb_gathered_event(pmb_gathered *g)
{
    const uint8_t at = g->taken;
    if (at == g->put)
        return PMB_PUSH_NOTHING;
    const pmb_push_event event = (pmb_push_event)g->events[at];
    g->taken = (uint8_t)((at + 1) % PMB_GATHERED_EVENTS);
    return event;
}
