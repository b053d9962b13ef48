/* control.h - what a person can do in every front, by the same keys. */
#ifndef PEMBLE_LIVE_CONTROL_H
#define PEMBLE_LIVE_CONTROL_H

#include "session.h"

enum act {
    ACT_NONE,
    ACT_PAUSE, /* pause, or go on; from the past, to now */
    ACT_STEP,  /* go on until a glass has changed */
    ACT_SLOWER,
    ACT_FASTER,
    ACT_BACK, /* a second into the past */
    ACT_FORTH,
    ACT_NOW,
    ACT_ALONE,   /* show one module, the next, ... all */
    ACT_SAVE,    /* pictures of the modules, as PNG */
    ACT_RECORD,  /* begin a recording, or end it and write GIFs */
    ACT_READING, /* choose the next reading */
    ACT_LOWER,   /* the chosen reading, by a fiftieth */
    ACT_HIGHER,
    ACT_HELP,
    ACT_QUIT,
    ACTS
};

/* What is pressed, turned or tilted by keys. */
enum device_key {
    KEY_BUTTON = 0,
    KEY_LEFT = 9,
    KEY_RIGHT,
    KEY_UP,
    KEY_DOWN,
    KEY_KNOB_BACK,
    KEY_KNOB_FORTH
};

struct control {
    struct session *session;
    const char *directory; /* where pictures and recordings are written */
    int reading;           /* which one the keys change */
    int alone;             /* one more than the number of the only module shown; 0: all are */
    bool helps, quits;
};

/* The key of each act, and what it does, for the help; the list ends with a key 0. */
struct key_help {
    char key;
    enum act act;
    const char *words;
};
extern const struct key_help control_keys[];
/* The keys of devices, for the help: pairs of key and words, ended by NULL. */
extern const char *const control_device_keys[][2];

/* Whether a module is to be seen. */
bool control_shows(const struct control *control, int glass);

/* Changes when other modules are to be seen, or one looks different around its glass. */
unsigned control_layout(const struct control *control);

enum act control_act_of(char key);
void control_do(struct control *control, enum act act);

/* Shows what was at a virtual time (ns); the program pauses. UINT64_MAX: shows what is now. */
void control_show(struct control *control, uint64_t time);

/* The same as thousandths of what can be shown: 0 is the oldest, 1000 what is now. */
void control_show_position(struct control *control, int thousandths);
int control_position(const struct control *control);

/* The virtual time that is shown, ns. */
uint64_t control_time(const struct control *control);

/* Sets the speed in thousandths of that of a real board. */
void control_speed(struct control *control, uint32_t thousandths);

/* The devices, by number, and the finger on an upright glass. */
void control_hand(struct control *control, int device, int first, int second);
void control_finger(struct control *control, int glass, bool down, int x, int y);
void control_set(struct control *control, int reading, int value);

/* A key that stands for a device is pressed or let go: the n-th button, the first stick or tilt
 * sensor, the first knob. False: there is no such device. */
bool control_device_key(struct control *control, enum device_key key, bool down);

/* One line for the status: time, speed, bytes, pictures, complaints. */
void control_status(const struct control *control, char *text, size_t size);

#endif
