/*
 * dialog.h - a question, a message or a progress over what is drawn, with up to two buttons.
 *
 * Set the fields up to `part` and leave the rest zero. Draw your scene first and the dialog over
 * it. Tell it what the user does until `answer` is not PMB_DIALOG_OPEN.
 */
#ifndef PEMBLE_DIALOG_H
#define PEMBLE_DIALOG_H

#include "pemble/input.h"
#include "pemble/linkage.h"
#include "pemble/theme.h"
#include "pemble/touch.h"

PMB_BEGIN_C

typedef enum pmb_dialog_answer {
    PMB_DIALOG_OPEN = 0,
    PMB_DIALOG_FIRST, /* the first button */
    PMB_DIALOG_SECOND /* the second one */
} pmb_dialog_answer;

typedef struct pmb_dialog {
    const PMB_FLASH pmb_theme *theme;
    pmb_rect area;                   /* the dialog stands in the middle of it */
    const char *icon, *title, *text; /* may be NULL */
    const char *buttons[2];          /* NULL: there is none. The first is the one that does no harm:
                                        going back means it */
    pmb_level level;                 /* the colour of icon and title */
    uint32_t part, whole;            /* a progress, if whole is not 0 */
    pmb_dialog_answer answer;
    bool changed; /* it must be painted */
    /* private */
    uint8_t focus;
    bool pressed;
} pmb_dialog;

/* Moves between the buttons; presses the one with the focus; presses the first. */
void pmb_dialog_turn(pmb_dialog *dialog, int16_t detents);
void pmb_dialog_press(pmb_dialog *dialog);
void pmb_dialog_back(pmb_dialog *dialog);

/* The same by a push button (a click presses, holding goes back), by a stick, and by a finger. */
void pmb_dialog_push(pmb_dialog *dialog, pmb_push_event event);
void pmb_dialog_way(pmb_dialog *dialog, pmb_way way);
void pmb_dialog_touch(pmb_dialog *dialog, pmb_touch_event event, const pmb_finger *finger);

/* Sets what of the progress is done. */
void pmb_dialog_progress(pmb_dialog *dialog, uint32_t part);

void pmb_dialog_draw(pmb_canvas *c, const pmb_dialog *dialog);

PMB_END_C

#endif
