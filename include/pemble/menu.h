/*
 * menu.h - pages of settings and actions, for a knob, buttons, a stick or a finger.
 *
 * Tables of yours say what the pages hold: each item has a label and a kind, and names the variable
 * that it changes. One pmb_menu keeps where the user is. Tell it what the user does, and draw it
 * when it has changed:
 *
 *     static const PMB_FLASH pmb_item items[] = {
 *         {.label = "Sound", .kind = &pmb_item_switch, .on = &sound},
 *         {.label = "Contrast", .kind = &pmb_item_number, .number = &contrast, .range = &percent},
 *     };
 *     static const PMB_FLASH pmb_page home = {.title = "Settings", .items = items, .count = 2};
 *     static pmb_menu menu = {.style = &style, .home = &home, .area = {0, 0, 128, 64}};
 *
 *     pmb_menu_turn(&menu, detents, detents);
 *     pmb_menu_push(&menu, pmb_push_poll(&button, port, now));
 *     if (pmb_menu_tick(&menu, now))
 *         pmb_screen_paint(&screen, paint, &menu);
 *
 * The focus is the row that is marked. Turning moves it. A press does what the item is for: it
 * opens a page, switches, or begins to edit a number. While a number is edited, turning changes it.
 * A press keeps the new value, and going back restores the old one.
 */
#ifndef PEMBLE_MENU_H
#define PEMBLE_MENU_H

#include "pemble/geometry.h"
#include "pemble/input.h"
#include "pemble/keyboard.h"
#include "pemble/linkage.h"
#include "pemble/theme.h"
#include "pemble/touch.h"

PMB_BEGIN_C

typedef struct pmb_menu pmb_menu;
typedef struct pmb_page pmb_page;
typedef struct pmb_item pmb_item;

/* A text of a table, in UTF-8. On an AVR it lies in the table itself, in flash, and has room for 19
 * bytes and a zero; a longer one is a warning of the compiler. */
#ifdef __AVR__
#define PMB_LABEL_BYTES 20
typedef char pmb_label[PMB_LABEL_BYTES];
#else
typedef const char *pmb_label;
#endif

/* A row of a list of texts. */
typedef struct pmb_row {
    pmb_label label;
} pmb_row;

/* What an item is. A program links only the kinds that its tables name. */
typedef struct pmb_item_kind pmb_item_kind;
extern const PMB_FLASH pmb_item_kind pmb_item_page;   /* opens `page` */
extern const PMB_FLASH pmb_item_kind pmb_item_switch; /* switches `on` */
extern const PMB_FLASH pmb_item_kind pmb_item_choice; /* one row of `page`: `number` is which */
extern const PMB_FLASH pmb_item_kind pmb_item_number; /* edits `number` within `range` */
extern const PMB_FLASH pmb_item_kind pmb_item_time;   /* edits `number`: minutes from midnight */
extern const PMB_FLASH pmb_item_kind pmb_item_text;   /* edits `text` within `range` */
/* The same, typed on a keyboard that covers the menu (menu.keyboard). Not on an AVR. */
extern const PMB_FLASH pmb_item_kind pmb_item_typed_number;
extern const PMB_FLASH pmb_item_kind pmb_item_typed_text;
extern const PMB_FLASH pmb_item_kind pmb_item_action; /* calls `done` */
/* Asks with the list of `page`, and calls `done` if its last row is chosen. */
extern const PMB_FLASH pmb_item_kind pmb_item_question;
extern const PMB_FLASH pmb_item_kind pmb_item_value;   /* shows what `show` returns */
extern const PMB_FLASH pmb_item_kind pmb_item_heading; /* is read only, and has no focus */

/* The values that a number may have. */
typedef struct pmb_range {
    int16_t least, most; /* of a text: `most` is how many characters it has, without the zero */
    int16_t step;        /* of one detent; 0: 1 */
    uint8_t decimals;    /* 412 with two decimals is shown as 4.12 */
    char unit[8];        /* stands behind the number; may be empty */
} pmb_range;

typedef enum pmb_item_state {
    PMB_ITEM_SHOWN = 0,
    PMB_ITEM_DISABLED, /* it is shown quietly, and a press does nothing */
    PMB_ITEM_HIDDEN
} pmb_item_state;

/* A row of a page. What its kind does not use is left out. `user` is that of the menu. */
struct pmb_item {
    pmb_label label;
    const PMB_FLASH pmb_item_kind *kind;
    union {
        bool *on;
        int16_t *number;
        /* ASCII with a zero at its end, in range->most + 1 bytes; range->most is at most 23. */
        char *text;
        /* Returns the text at the right. `room` is 24 bytes that it may use. */
        const char *(*show)(void *user, char *room);
    };
    union {
        const PMB_FLASH pmb_page *page;
        const PMB_FLASH pmb_range *range;
    };
    void (*done)(void *user); /* is called after each change of the variable; may be NULL */
    pmb_item_state (*state)(void *user); /* NULL: always shown */
    char icon[4];                        /* a character of icons.h, or empty */
};

/*
 * A page holds items, or it is a list: `texts`, or rows for which `row` gives the texts. Set one of
 * the three. A choice and a question open a list. A question calls `done` when the last row of its
 * list is chosen, such as of "No" and "Yes".
 */
struct pmb_page {
    pmb_label title; /* empty or NULL: none */
    const PMB_FLASH pmb_item *items;
    const PMB_FLASH pmb_row *texts;
    /* `room` is as in an item; `row` counts from 0. */
    const char *(*row)(void *user, uint16_t row, char *room);
    uint16_t count;                           /* of rows */
    void (*chosen)(void *user, uint16_t row); /* a row of a list was pressed; may be NULL */
};

/* How a menu looks and behaves. */
typedef struct pmb_menu_style {
    const PMB_FLASH pmb_theme *theme;
    int16_t row_height; /* pixels; 0: that of the typeface. Fingers need 7 mm and more */
    uint8_t home_s;     /* it goes home after so many seconds without an input; 0: never */
    bool wraps;         /* after the last row comes the first, as two buttons need it */
    bool calm;          /* long labels do not scroll, as on e-paper */
    bool fingers;       /* it is touched: what is edited has a minus and a plus */
    /* Gives the text to show for a label, a title or a text of a list: see language.h. May be NULL.
     */
    const char *(*translate)(void *user, const char *text);
} pmb_menu_style;

/* Pages that can be open at once: home, and what was opened from it. */
enum { PMB_MENU_LEVELS = 5 };

/* Set what you need of the first six, and leave the rest zero. */
struct pmb_menu {
    const PMB_FLASH pmb_menu_style *style;
    const PMB_FLASH pmb_page *home;
    pmb_rect area; /* where it is drawn */
    void *user;    /* is handed to the functions of the tables */
    char *kept;    /* room for the longest text that is edited; NULL: its edits are not undone */
#if PMB_RICH_MENUS
    /* For items that are typed: set its `text` and `room`. NULL: a press on them does nothing. */
    pmb_keyboard *keyboard;
#endif
    bool changed; /* it must be painted; set it when something that a row shows has changed */
    /* private */
    bool editing, dragged;
    uint8_t level;  /* 0: home */
    uint8_t cursor; /* in what is edited */
    int16_t before; /* a number that is edited */
    const PMB_FLASH pmb_page *pages[PMB_MENU_LEVELS - 1];
    uint16_t focus[PMB_MENU_LEVELS];
    int32_t scroll;      /* pixels above the first row that is seen */
    uint32_t now, moved; /* milliseconds; moved: at the last input */
    int16_t glide;       /* pixels a second by which the page still moves */
    int16_t grip;        /* where the finger was when the page moved last */
};

/* Moves the focus by so many rows, down when positive. While something is edited, and in lists, it
 * goes by `faster`: what pmb_encoder_accelerate makes of the detents, or the same number. */
void pmb_menu_turn(pmb_menu *menu, int16_t detents, int16_t faster);

/* Does what the row with the focus is for; ends an edit and keeps the value. */
void pmb_menu_press(pmb_menu *menu);

/* Ends an edit and restores the value; else closes the page. Returns false when there is nothing to
 * go back from: then the program may close the menu. */
bool pmb_menu_back(pmb_menu *menu);

/* Restores what is edited, and closes all pages but home. */
void pmb_menu_home(pmb_menu *menu);

/* The same for a push button: a click is a press, and holding goes back. Other events do nothing.
 */
void pmb_menu_push(pmb_menu *menu, pmb_push_event event);

/* The same for a stick or four keys: up and down move, right presses, left goes back. While
 * something is edited, up is more. */
void pmb_menu_way(pmb_menu *menu, pmb_way way);

/*
 * The same for a finger: give it the event and the finger of each poll, PMB_TOUCH_NOTHING too. A
 * touch gives the focus to the row below it, and a tap presses it. Dragging moves the page, which
 * glides on when the finger leaves it. A tap on the title goes back, and so does a swipe to the
 * right. Minus and plus repeat while they are held.
 */
void pmb_menu_touch(pmb_menu *menu, pmb_touch_event event, const pmb_finger *finger);

/* Tells the time, which may wrap, in milliseconds. Returns whether the menu must be painted, and
 * takes that as done. Call it every 50 milliseconds or more often. */
bool pmb_menu_tick(pmb_menu *menu, uint32_t milliseconds);

/* Draws the menu into its area, all of it. */
void pmb_menu_draw(pmb_canvas *c, const pmb_menu *menu);

/* The page that is open, and its row that has the focus, counted from 0 with hidden ones. */
const PMB_FLASH pmb_page *pmb_menu_page(const pmb_menu *menu);
uint16_t pmb_menu_focus(const pmb_menu *menu);

/* Where that row is drawn: empty when it is not seen. */
pmb_rect pmb_menu_row(const pmb_menu *menu, uint16_t row);

PMB_END_C

#endif
