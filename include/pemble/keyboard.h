/*
 * keyboard.h - keys on the screen: letters or numbers, typed with a finger, a knob or a stick.
 *
 * Set the first four fields of a pmb_keyboard and leave the rest zero. Tell it what the user does,
 * draw it, and look at `state`. The text is yours: it changes with each key.
 */
#ifndef PEMBLE_KEYBOARD_H
#define PEMBLE_KEYBOARD_H

#include "pemble/input.h"
#include "pemble/linkage.h"
#include "pemble/theme.h"
#include "pemble/touch.h"

PMB_BEGIN_C

/*
 * The keys: pages of rows of characters. A page is four texts, one a row. These characters stand
 * for keys that type nothing: \1 next page, \2 deletes, \3 cancels, \4 is done, and a blank is a
 * wide key. Make your own for other alphabets, in UTF-8.
 */
typedef struct pmb_keys {
    const char *const (*pages)[4];
    uint8_t count; /* of pages */
} pmb_keys;

extern const pmb_keys pmb_keys_letters; /* small letters, capitals, digits and signs */
extern const pmb_keys pmb_keys_number;  /* digits, minus and point */

typedef enum pmb_keyboard_state {
    PMB_KEYBOARD_TYPING = 0,
    PMB_KEYBOARD_DONE,     /* the text is as the user wants it */
    PMB_KEYBOARD_CANCELLED /* the text is what was typed; keep the old one */
} pmb_keyboard_state;

typedef struct pmb_keyboard {
    const PMB_FLASH pmb_theme *theme;
    pmb_rect area;
    char *text;           /* with a zero at its end */
    size_t room;          /* bytes of it, with the zero */
    const pmb_keys *keys; /* NULL: letters */
    const char *label;    /* stands before the text; may be NULL */
    pmb_keyboard_state state;
    bool changed; /* it must be painted */
    /* private */
    uint8_t page, focus; /* focus: the key of the knob, counted through the page */
    bool pressed;        /* the finger is on that key */
    bool by_finger;      /* the focus is not marked */
} pmb_keyboard;

/* The focus goes on by so many keys; from the last to the first. */
void pmb_keyboard_turn(pmb_keyboard *keyboard, int16_t steps);

/* The same for a stick: to the key above, below or beside. */
void pmb_keyboard_way(pmb_keyboard *keyboard, pmb_way way);

/* Types the key that has the focus. A character that has no room is not typed. */
void pmb_keyboard_press(pmb_keyboard *keyboard);

/* A finger: the key below it is marked, and typed when the finger is lifted there. */
void pmb_keyboard_touch(pmb_keyboard *keyboard, pmb_touch_event event, const pmb_finger *finger);

void pmb_keyboard_draw(pmb_canvas *c, const pmb_keyboard *keyboard);

PMB_END_C

#endif
