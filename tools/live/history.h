/* history.h - what the glasses showed over the last minute, for going back and for recording. */
#ifndef PEMBLE_LIVE_HISTORY_H
#define PEMBLE_LIVE_HISTORY_H

#include <stdbool.h>
#include <stddef.h>
#include <stdint.h>
#include "feed.h"

enum { MOST_GLASSES = 8 };

/* An upright glass: its pixels as red, green and blue. */
struct glass {
    int width, height;
    uint8_t *rgb;
};

void glass_put(struct glass *glass, const struct feed_area *area, const uint8_t *rgb);

struct history;

/* NULL when there is no memory; then nothing is kept, and all functions know that. */
struct history *history_new(void);
void history_free(struct history *history);

/* A change of glass `id`, whose pixels are in `glass` already, at a virtual time (ns). Times rise.
 * What is older than a minute is forgotten, and what does not fit into the memory of the history,
 * unless it is held (history_hold). */
void history_add(struct history *history, uint64_t now, int id, const struct glass *glass,
                 const struct feed_area *area);

/* Nothing after this time is forgotten until it is let go (UINT64_MAX). */
void history_hold(struct history *history, uint64_t since);

/* The oldest time that can be shown. */
uint64_t history_oldest(const struct history *history);

/* Puts into `glass` what glass `id` showed at a time, or at the oldest that is known. Returns the
 * time of the next change after that; UINT64_MAX: there is none. */
uint64_t history_show(const struct history *history, uint64_t time, int id, struct glass *glass);

#endif
