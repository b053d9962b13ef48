/*
 * reel.h - animations, made by 'pemble reel make' and played by the clock.
 *
 * A frame is coded against the frame before. Playing takes memory for one frame of the reel's size.
 * You give the time and get the frame for that time. Late frames are dropped. Several reels may
 * play at once, each with a player of its own.
 */
#ifndef PEMBLE_REEL_H
#define PEMBLE_REEL_H

#include "pemble/linkage.h"
#include "pemble/picture.h"

PMB_BEGIN_C

typedef enum pmb_reel_mode {
    PMB_REEL_LOOP = 0, /* from the start again */
    PMB_REEL_ONCE,     /* to the last frame, which stays */
    PMB_REEL_PINGPONG  /* to the end and back; going back decodes from the start each time */
} pmb_reel_mode;

/* Bytes coming from a source; private. */
typedef struct pmb_stream {
    pmb_source source;
    uint32_t at;
    uint8_t buffer[32], first, count;
    bool failed : 1, ended : 1; /* ended: the reader had no more bytes */
} pmb_stream;

typedef struct pmb_reel_player {
    pmb_picture_info info;
    pmb_reel_mode mode;
    bool changed; /* the last pmb_reel_advance went to another frame */
    /* The rest is the player's own. */
    pmb_stream stream;
    uint16_t range, code;
    uint8_t ahead, left;
    uint8_t *tables, *pixels;
    uint16_t frame;      /* decoded last; info.frames when none is */
    uint32_t start, end; /* its time, in milliseconds from the start of the reel */
    uint16_t key, duration;
    uint16_t recent[8]; /* values that were new */
    uint8_t model, far;
    bool learning;
    uint32_t coded;        /* where the coded bits begin */
    uint16_t learnt_bytes; /* at `tables` */
    uint16_t colors;       /* of a palette */
    uint8_t *palette;      /* with a reader */
} pmb_reel_player;

/*
 * Prepares a reel for playing with `memory` for one frame (pmb_reel_memory), which must outlive the
 * player. PMB_ERR_ARGUMENT: too little memory. PMB_ERR_DATA: not a reel.
 */
pmb_status pmb_reel_open(pmb_reel_player *player, const pmb_picture *reel, pmb_reel_mode mode,
                         void *memory, size_t bytes);

/* Bytes that playing takes; 0 when it is not a reel. */
size_t pmb_reel_memory(const pmb_picture *reel);

/*
 * Decodes the frame that is shown so many milliseconds after the start, and says in
 * player->changed whether it is another one than before. PMB_ERR_BUS: the reader failed.
 */
pmb_status pmb_reel_advance(pmb_reel_player *player, uint32_t milliseconds);

/* Draws the frame that was decoded last, as pmb_picture_draw does. */
void pmb_reel_draw(pmb_canvas *c, const pmb_reel_player *player, pmb_point p,
                   const pmb_picture_style *style);

PMB_END_C

#endif
