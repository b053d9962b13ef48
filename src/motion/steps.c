/* steps.c - what a game counts: steps, scores, tones. */
#include "geometry/limits.h"
#include "pemble/game.h"

void pmb_steps_init(pmb_steps *s, uint16_t rate, uint32_t now)
{
    const uint32_t possible = (uint32_t)pmb_greater(1, pmb_lesser(rate, 1000));
    *s = (pmb_steps){.period = 1000000u / possible, .last = now};
}

uint8_t pmb_steps_due(pmb_steps *s, uint32_t now)
{
    const uint32_t due = (now - s->last) / s->period;
    if (due > PMB_MOST_STEPS) {
        s->last = now;
        return PMB_MOST_STEPS;
    }
    s->last += due * s->period;
    return (uint8_t)due;
}

int8_t pmb_score_place(uint32_t *scores, uint8_t count, uint32_t score)
{
    uint8_t place = 0;
    while (place < count && scores[place] >= score)
        place++;
    if (place >= count || place > INT8_MAX)
        return -1;
    for (uint8_t i = (uint8_t)(count - 1); i > place; i--)
        scores[i] = scores[i - 1];
    scores[place] = score;
    return (int8_t)place;
}

void pmb_tune_play(pmb_tune *t, const PMB_FLASH pmb_tone *tones, uint8_t count)
{
    t->tones = tones;
    t->left = count;
    t->begun = false;
}

bool pmb_tune_tick(pmb_tune *t, uint32_t milliseconds)
{
    if (t->left == 0)
        return false;
    if (!t->begun) {
        t->begun = true;
        t->since = milliseconds;
        t->beep(t->user, t->tones->hertz);
        return true;
    }
    if (milliseconds - t->since < t->tones->milliseconds)
        return true;
    t->since += t->tones->milliseconds; /* a late call does not make the tune longer */
    t->tones++;
    t->left--;
    t->beep(t->user, t->left > 0 ? t->tones->hertz : 0);
    return t->left > 0;
}
