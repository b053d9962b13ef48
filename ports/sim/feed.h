/*
 * feed.h - what a watched bench and the program that watches it say to each other, over a socket
 * whose number is in the environment variable PEMBLE_LIVE. Both run on one machine, so numbers are
 * in its byte order. docs/live.md describes it.
 */
#ifndef PEMBLE_SIM_FEED_H
#define PEMBLE_SIM_FEED_H

#include <stdbool.h>
#include <stdint.h>

#define FEED_VARIABLE "PEMBLE_LIVE"

enum { FEED_VERSION = 1, FEED_PINS = 24, FEED_LAMPS = 8, FEED_NO_SENSOR = 255 };

/* Each message begins with a head; `length` bytes follow. */
struct feed_head {
    uint8_t kind, id; /* a feed_kind; which module, device or reading */
    uint16_t version; /* FEED_VERSION */
    uint32_t length;
};

enum feed_kind {
    /* From the bench. */
    FEED_MODULE = 1, /* a feed_module; again when it has changed */
    FEED_PIXELS,     /* a feed_area, and its pixels: red, green, blue, row by row */
    FEED_COMPLAINT,  /* text of the module `id` */
    FEED_DEVICE,     /* a feed_device */
    FEED_READING,    /* a feed_reading */
    FEED_MOMENT,     /* a feed_moment: all that was said before it was so at this time */
    FEED_NOTE,       /* text for the person who watches */
    FEED_END,        /* the bench was freed */
    /* To the bench. */
    FEED_PACE = 64, /* a feed_pace */
    FEED_STEP,      /* go on until a glass has changed */
    FEED_HAND,      /* a feed_hand: the device `id` is moved */
    FEED_FINGER,    /* a feed_finger on the glass of module `id` */
    FEED_SET        /* int32_t: the value of reading `id` */
};

/* A module with a glass. The glass is told upright, as the module hangs. */
struct feed_module {
    uint16_t width, height; /* of the upright glass */
    uint8_t round, turns;   /* turns: quarters clockwise that make the module upright */
    uint8_t touchable;
    uint8_t has_border, border[3];
    uint8_t pin_count;
    char pins[FEED_PINS][8], label[48];
};

struct feed_area {
    uint16_t x, y, w, h;
};

/* The rows and columns in which two pictures of width * height pixels differ; false: none. */
bool feed_difference(const uint8_t *a, const uint8_t *b, int width, int height,
                     struct feed_area *area);

struct feed_device {
    uint8_t kind; /* a pmb_input_kind */
    uint8_t a, b; /* numbers of pins */
};

struct feed_reading {
    int32_t least, most, value;
    char name[24];
};

struct feed_lamp {
    uint8_t pin, lit;
};

struct feed_moment {
    uint64_t now; /* ns of virtual time */
    uint64_t bytes, transfers;
    uint32_t hertz; /* of the beeper; 0: silent */
    uint8_t paused, lamp_count;
    struct feed_lamp lamps[FEED_LAMPS];
};

struct feed_pace {
    uint32_t thousandths; /* of the speed of a real board; 0: as fast as this machine can */
    uint8_t paused;
};

/* What pmb_input_plan takes; of an encoder `first` is how many detents it is turned. */
struct feed_hand {
    int32_t first, second;
};

struct feed_finger {
    int16_t x, y; /* on the upright glass */
    uint8_t down;
};

#endif
