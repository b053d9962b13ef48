/* encode.h - picture and reel blocks (docs/formats.md). */
#ifndef PEMBLE_PICTURES_ENCODE_H
#define PEMBLE_PICTURES_ENCODE_H

#include "reduce.h"

struct block {
    uint8_t *bytes; /* from malloc */
    size_t size;
    size_t tables;       /* bytes of them; 0: what they say is learnt */
    size_t *frame_bytes; /* of each frame, rounded down; from malloc */
};

/* Frames of one size and kind. A picture is one frame. */
struct film {
    const struct pixels *frames;
    const int *milliseconds;
    int count;
    bool reel;
    bool lean; /* as version 2: probabilities in tables, no palette */
};

/*
 * False when there is no memory, or the frames differ in size or kind. Of all models the one that
 * takes least is chosen. Colours are kept in a palette, if it is not lean, there are no more than
 * 256 of them, and a picture is not larger so; a reel then takes a half or a quarter of the RAM.
 * A picture that is no larger when lean is that.
 */
bool block_encode(struct block *block, const struct film *film);
void block_free(struct block *block);

#endif
