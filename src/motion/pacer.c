/* pacer.c - a rate of frames, and where the time goes. */
#include "geometry/limits.h"
#include "pemble/motion.h"

void pmb_pacer_init(pmb_pacer *p, uint16_t rate, uint32_t now)
{
    const uint32_t possible = (uint32_t)pmb_greater(1, pmb_lesser(rate, 1000));
    *p = (pmb_pacer){.period = 1000000u / possible, .begun = now, .due = now, .drawn = now};
}

void pmb_pacer_draw(pmb_pacer *p, uint32_t now)
{
    p->begun = now;
}

void pmb_pacer_send(pmb_pacer *p, uint32_t now)
{
    p->drawn = now;
}

/* The sums are halved before they are too large: shares stay what they are. */
static void add(pmb_pacer *p, uint32_t drawing, uint32_t sending, uint32_t all)
{
    while (p->all > UINT32_MAX / 4 - all / 4) {
        p->drawing /= 2;
        p->sending /= 2;
        p->all /= 2;
    }
    p->drawing += drawing;
    p->sending += sending;
    p->all += all;
}

uint32_t pmb_pacer_done(pmb_pacer *p, uint32_t now)
{
    uint32_t left = p->due + p->period - now;
    /* A frame may be early by a period, if nobody has waited; all else is in the past. */
    const bool late = left > 2 * p->period;
    left = late ? 0 : left > p->period ? p->period : left;
    p->due = now + left; /* what is lost is lost */
    if (p->frames < UINT16_MAX)
        p->frames++;
    if (late && p->late < UINT16_MAX)
        p->late++;
    add(p, p->drawn - p->begun, now - p->drawn, now - p->begun + left);
    return left;
}

static uint8_t percent(uint32_t part, uint32_t all)
{
    return (uint8_t)(all == 0 ? 0 : ((uint64_t)part * 100 + all / 2) / all);
}

uint8_t pmb_pacer_drawing(const pmb_pacer *p)
{
    return percent(p->drawing, p->all);
}

uint8_t pmb_pacer_sending(const pmb_pacer *p)
{
    return percent(p->sending, p->all);
}
