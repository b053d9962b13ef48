/* card.h - a file in memory, read as from a card. */
#ifndef PEMBLE_TEST_SUPPORT_CARD_H
#define PEMBLE_TEST_SUPPORT_CARD_H

#include <stdbool.h>
#include <string.h>
#include "pemble/source.h"

struct card {
    const uint8_t *bytes;
    uint32_t size, at;
    uint32_t taken;       /* bytes that were read */
    uint32_t calls;       /* of the reader */
    uint32_t broken_from; /* seeking fails from there on; 0: never */
    uint32_t last_call;   /* after so many calls nothing is read any more; 0: never */
    bool greedy;          /* it says that it read more than it was asked for */
};

static inline uint32_t card_read(void *context, void *to, uint32_t count)
{
    struct card *card = context;
    const uint32_t got = card->size - card->at < count ? card->size - card->at : count;
    card->calls++;
    if (card->last_call > 0 && card->calls > card->last_call)
        return 0;
    if (card->greedy)
        return count + 1;
    memcpy(to, card->bytes + card->at, got);
    card->at += got;
    card->taken += got;
    return got;
}

static inline bool card_seek(void *context, uint32_t offset)
{
    struct card *card = context;
    card->calls++;
    card->at = offset < card->size ? offset : card->size;
    if (card->last_call > 0 && card->calls > card->last_call)
        return false;
    return card->broken_from == 0 || offset < card->broken_from;
}

#endif
