/*
 * motion.h - things that move: easing, timelines, sprites, wire frames, and keeping a rate.
 *
 * Positions between pixels are in sixteenths of a pixel, times in milliseconds. Nothing
 * here asks for the time: you say it.
 */
#ifndef PEMBLE_MOTION_H
#define PEMBLE_MOTION_H

#include "pemble/angle.h"
#include "pemble/linkage.h"
#include "pemble/picture.h"

PMB_BEGIN_C

/* Progress is counted from 0 to this. */
#define PMB_WHOLE 4096

/* Easings, the shapes of a motion. Quadratic and cubic ones begin slowly (IN), end slowly (OUT), or
 * both. BACK goes beyond its ends by a tenth. BOUNCE falls on its end and jumps up three times. */
typedef enum pmb_easing {
    PMB_LINEAR = 0,
    PMB_QUADRATIC_IN,
    PMB_QUADRATIC_OUT,
    PMB_QUADRATIC_BOTH,
    PMB_CUBIC_IN,
    PMB_CUBIC_OUT,
    PMB_CUBIC_BOTH,
    PMB_BACK_IN,
    PMB_BACK_OUT,
    PMB_BOUNCE_IN,
    PMB_BOUNCE_OUT
} pmb_easing;

/* The progress of a motion at `part` of its time. Both count from 0 to PMB_WHOLE; a `part` outside
 * is clamped. With BACK the result is -410 to PMB_WHOLE + 410. */
int16_t pmb_ease(pmb_easing easing, int16_t part);

/* A key of a timeline: a value at a time. `easing` is the motion from the key before to this one.
 */
typedef struct pmb_key {
    uint32_t milliseconds;
    int32_t value;
    pmb_easing easing;
} pmb_key;

/* The value of a timeline at a time. It has at least one key, in the order of their times. Before
 * the first key and after the last one the value does not change. */
int32_t pmb_timeline(const PMB_FLASH pmb_key *keys, uint16_t count, uint32_t milliseconds);

/* A picture, or a part of one, that moves. */
typedef struct pmb_sprite {
    const pmb_picture *picture;
    pmb_picture_style style;
    int32_t x, y;    /* of its upper left corner, in sixteenths of a pixel */
    int16_t vx, vy;  /* velocity in pixels a second */
    pmb_size size;   /* in pixels; pmb_sprite_init finds it out */
    pmb_rect bounds; /* the sprite stays inside; empty: no bounds */
    bool bounce;     /* true: it turns back at its bounds; false: it stops */
    uint8_t depth;   /* greater ones are drawn over smaller ones */
} pmb_sprite;

/* Places a sprite and finds out its size. PMB_ERR_DATA: the source is not a picture. */
pmb_status pmb_sprite_init(pmb_sprite *sprite, const pmb_picture *picture,
                           const pmb_picture_style *style, pmb_point p);

/* Moves the sprite for a time in milliseconds, at most 1000, within its bounds. */
void pmb_sprite_move(pmb_sprite *sprite, uint16_t milliseconds);

/* The sprite's rectangle on the screen. */
pmb_rect pmb_sprite_box(const pmb_sprite *sprite);

/* Whether the boxes of two sprites have a pixel in common. */
bool pmb_sprites_touch(const pmb_sprite *a, const pmb_sprite *b);

/* Draws sprites in the order of their depth, and sprites of equal depth in the order of the list.
 * Memory as in pmb_picture_draw. Returns the first error after drawing all others. */
pmb_status pmb_sprites_draw(pmb_canvas *c, const pmb_sprite *const *sprites, uint8_t count,
                            void *memory, size_t bytes);

/* A point in space: x to the right, y down, z away from the eye. */
typedef struct pmb_space {
    int16_t x, y, z;
} pmb_space;

/* How a wire frame is looked at: turned around the x, then the y, then the z axis, and seen from so
 * far in front of its middle. Points nearer to the eye than 16 are not drawn. */
typedef struct pmb_view {
    pmb_angle x, y, z;
    int16_t distance; /* in the units of the points */
    int16_t zoom;     /* pixels that 256 units at that distance take */
    pmb_point middle; /* where the middle of the frame is drawn */
} pmb_view;

/* Turns a point of space; coordinates from -8192 to 8191. */
pmb_space pmb_space_turn(pmb_space p, pmb_angle x, pmb_angle y, pmb_angle z);

/* Where a point of space is seen; false when it is too near, or behind. */
bool pmb_space_seen(const pmb_view *view, pmb_space p, pmb_point *seen);

/* Draws lines between points, given by their numbers in pairs. */
void pmb_wire_draw(pmb_canvas *c, const pmb_view *view, const PMB_FLASH pmb_space *points,
                   const PMB_FLASH uint8_t (*lines)[2], uint8_t count, pmb_color color);

/* Keeps a rate of frames and tells what the time goes to. */
typedef struct pmb_pacer {
    uint32_t period;                /* microseconds a frame */
    uint32_t begun;                 /* when the present frame began */
    uint32_t due;                   /* when it should have begun */
    uint32_t drawing, sending, all; /* microseconds in the frames so far */
    uint16_t frames, late;          /* frames, and those that took too long */
    uint32_t drawn;
} pmb_pacer;

/* Begins to keep `rate` frames a second, 1 to 1000. `now` is a time in microseconds and may wrap.
 */
void pmb_pacer_init(pmb_pacer *pacer, uint16_t rate, uint32_t now);

/* Call pmb_pacer_draw when drawing begins, pmb_pacer_send when sending begins, and pmb_pacer_done
 * when sending has ended. pmb_pacer_done returns the microseconds until the next frame is due; 0
 * when the frame is late. */
void pmb_pacer_draw(pmb_pacer *pacer, uint32_t now);
void pmb_pacer_send(pmb_pacer *pacer, uint32_t now);
uint32_t pmb_pacer_done(pmb_pacer *pacer, uint32_t now);

/* Shares of the time so far, in percent. */
uint8_t pmb_pacer_drawing(const pmb_pacer *pacer);
uint8_t pmb_pacer_sending(const pmb_pacer *pacer);

PMB_END_C

#endif
