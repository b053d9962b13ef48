/*
 * game.h - for small games: maps of tiles that scroll, masks that collide, steps of equal length,
 * scores, tunes. Sprites and a steady rate of frames are in motion.h.
 */
#ifndef PEMBLE_GAME_H
#define PEMBLE_GAME_H

#include "pemble/canvas.h"
#include "pemble/linkage.h"
#include "pemble/picture.h"

PMB_BEGIN_C

/* A map of tiles. */
typedef struct pmb_map {
    const PMB_FLASH uint8_t *cells; /* row by row; what a cell means is up to you */
    int16_t columns, rows;
    pmb_size tile; /* pixels */
    /* Draws one cell into r, all of it. */
    void (*draw)(pmb_canvas *c, void *user, uint8_t cell, pmb_rect r);
    void *user;
} pmb_map;

/* Draws what is seen of a map in r, when the pixel `scroll` of the map is at r's upper left corner.
 * Where the map ends, nothing is drawn. */
void pmb_map_draw(pmb_canvas *c, const pmb_map *map, pmb_rect r, pmb_point scroll);

/* The cell at a pixel of the map; `outside` beyond its edges. */
uint8_t pmb_map_cell(const pmb_map *map, pmb_point at, uint8_t outside);

/* Where to scroll so that a pixel of the map is in the middle of a view of that size, but the view
 * stays inside of the map. */
pmb_point pmb_map_follow(const pmb_map *map, pmb_size view, pmb_point at);

/* Which pixels of something are solid: one bit a pixel, rows of whole bytes, the highest bit at the
 * left. */
typedef struct pmb_mask {
    pmb_size size;
    const uint8_t *bits;
} pmb_mask;

/* Bytes of such bits for a size. */
#define PMB_MASK_BYTES(width, height) (((width) + 7) / 8 * (height))

/*
 * Makes a mask of the pixels of a picture that are not transparent. `bits` has room for twice
 * PMB_MASK_BYTES: the second half is used meanwhile. Memory as in pmb_picture_draw.
 *
 * PMB_ERR_ARGUMENT: a null pointer or too little room; else the errors of pmb_picture_draw.
 */
pmb_status pmb_mask_of(pmb_mask *mask, const pmb_picture *picture, uint8_t *bits, size_t room,
                       void *memory, size_t bytes);

/* Whether two masks have a solid pixel in common, with their upper left corners at these points. */
bool pmb_masks_touch(const pmb_mask *a, pmb_point at_a, const pmb_mask *b, pmb_point at_b);

/* Steps of equal length, whatever time a frame takes: the game then runs as fast on every board. */
typedef struct pmb_steps {
    uint32_t period; /* microseconds of a step */
    uint32_t last;   /* private: the time up to which steps were counted */
} pmb_steps;

enum { PMB_MOST_STEPS = 8 };

/* Begins to count `rate` steps a second, 1 to 1000. `now` is in microseconds and may wrap. */
void pmb_steps_init(pmb_steps *steps, uint16_t rate, uint32_t now);

/* How many steps are due since the last call, at most PMB_MOST_STEPS. After a longer pause what was
 * missed is left out. */
uint8_t pmb_steps_due(pmb_steps *steps, uint32_t now);

/* Puts a score into a list of the best, which are in order, the greatest first. Returns its place
 * from 0 on; -1: it is not among them. Keep the list with pmb_store_save. */
int8_t pmb_score_place(uint32_t *scores, uint8_t count, uint32_t score);

/* A tone of a tune; 0 hertz is a rest. */
typedef struct pmb_tone {
    uint16_t hertz, milliseconds;
} pmb_tone;

/* A tune that plays while the program goes on. */
typedef struct pmb_tune {
    void (*beep)(void *user, uint16_t hertz); /* sounds from now on; 0 is silence */
    void *user;
    /* private */
    const PMB_FLASH pmb_tone *tones;
    uint8_t left;
    bool begun;
    uint32_t since; /* when the tone began, milliseconds */
} pmb_tune;

/* Begins a tune; one that is playing ends. */
void pmb_tune_play(pmb_tune *tune, const PMB_FLASH pmb_tone *tones, uint8_t count);

/* Call it every few milliseconds. Returns whether the tune still plays. The time may wrap. */
bool pmb_tune_tick(pmb_tune *tune, uint32_t milliseconds);

PMB_END_C

#endif
