/* menu_parts.h - what the files of src/menu share; private to it. */
#ifndef PEMBLE_SRC_MENU_MENU_PARTS_H
#define PEMBLE_SRC_MENU_MENU_PARTS_H

#include "pemble/canvas.h"
#include "pemble/menu.h"

/* Rows and pixels of a page. */
#ifdef __AVR__
typedef int16_t menu_reach;
#else
typedef int32_t menu_reach;
#endif

/* Room for a value as text. */
enum { VALUE_ROOM = 24 };

/* What stands at the right of a row. MARK_CHOSEN: nothing, but in the list that the item opens at
 * the row that is chosen now. */
enum row_mark { MARK_NONE = 0, MARK_PAGE, MARK_SWITCH, MARK_CHOSEN };

struct pmb_item_kind {
    /* A press, also while it is edited. NULL: a press does nothing. */
    void (*press)(pmb_menu *m, const PMB_FLASH pmb_item *item);
    /* Turning while it is edited; NULL: it is never edited. */
    void (*turn)(pmb_menu *m, const PMB_FLASH pmb_item *item, int16_t steps);
    /* The variable as it was before the edit. */
    void (*undo)(pmb_menu *m, const PMB_FLASH pmb_item *item);
    /* A row of the list that it opened was pressed. */
    void (*chosen)(pmb_menu *m, const PMB_FLASH pmb_item *item, uint16_t row);
    /* The text at the right. `room` has VALUE_ROOM bytes, and what can be edited is written there.
     * NULL: none. */
    const char *(*value)(const pmb_menu *m, const PMB_FLASH pmb_item *item, char *room);
    uint8_t mark;
    /* Of a value that is edited in parts: the characters of a part, and those from one to the next.
     * 0: it is edited as a whole. */
    uint8_t part, pitch;
    bool heading;
#if PMB_RICH_MENUS
    /* Of what covers the menu while it is edited; NULL: it is edited in its row. */
    void (*draw)(pmb_canvas *c, const pmb_menu *m);
    void (*way)(pmb_menu *m, const PMB_FLASH pmb_item *item, pmb_way way);
    void (*touch)(pmb_menu *m, const PMB_FLASH pmb_item *item, pmb_touch_event event,
                  const pmb_finger *finger);
#endif
};

#if PMB_RICH_MENUS
/* The item that is edited on what covers the menu; NULL: the menu is seen. */
const pmb_item *pmb_menu_cover(const pmb_menu *m);
#endif

/* The text of a label: on an AVR in `room`, which has VALUE_ROOM bytes. */
const char *pmb_menu_label(const PMB_FLASH pmb_label *label, char *room);

/* Copies a text of at most `most` characters. */
void pmb_menu_copy(char *to, const char *from, size_t most);

/* Row `row` of a list. */
const char *pmb_menu_list_text(const pmb_menu *m, const PMB_FLASH pmb_page *page, uint16_t row,
                               char *room);

/* In the language of the user. */
const char *pmb_menu_translate(const pmb_menu *m, const char *text);

/* The item with the focus; NULL in a list. */
const PMB_FLASH pmb_item *pmb_menu_item(const pmb_menu *m);

/* The item that opened the page; NULL at home. */
const PMB_FLASH pmb_item *pmb_menu_opener(const pmb_menu *m);

/* What a row is: shown, disabled or hidden; a row of a list is shown. */
pmb_item_state pmb_menu_state(const pmb_menu *m, uint16_t row);

/* Whether a row can have the focus. */
bool pmb_menu_takes_focus(const pmb_menu *m, uint16_t row);

/* Gives a row the focus, and scrolls to where it is seen. */
void pmb_menu_focus_on(pmb_menu *m, uint16_t row);

/* Opens the page of an item, with a row of it in focus. With PMB_MENU_LEVELS open it does nothing.
 */
void pmb_menu_open(pmb_menu *m, const PMB_FLASH pmb_item *item, uint16_t row);

/* The variable of an item has changed. */
void pmb_menu_done(pmb_menu *m, const PMB_FLASH pmb_item *item);

/* Where the rows are, and how high each of them is. */
struct rows {
    pmb_rect area;     /* below the title */
    int16_t height;    /* of a row */
    menu_reach shown;  /* rows that are not hidden */
    menu_reach scroll; /* pixels above the first row that is seen */
};

struct rows pmb_menu_rows(const pmb_menu *m);

/* Pixels that the mark of the scroll position takes at the right, with the gap beside it. */
enum { BAR = 4 };

/* The typeface of rows and title, and the height of the title with the line below it. */
const PMB_FLASH pmb_font *pmb_menu_font(const pmb_menu *m);
int16_t pmb_menu_title_height(const pmb_menu *m);

/* How many rows in front of a row are not hidden. */
menu_reach pmb_menu_rows_before(const pmb_menu *m, uint16_t row);

/* Where a row lies, in part perhaps outside of the area. */
pmb_rect pmb_menu_row_place(const struct rows *rows, menu_reach before);

/* The page glides on to where it is now. */
void pmb_menu_glide(pmb_menu *m);

/* Pixels by which the label with the focus is moved now, as it is too long; one in PIXEL_MS. */
enum { PIXEL_MS = 40 };
int16_t pmb_menu_shift(const pmb_menu *m);

#endif
