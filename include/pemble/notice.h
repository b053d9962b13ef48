/*
 * notice.h - gauges that say or ask something: status icons, message, table, list, button, switch.
 * What gauge.h says of descriptions and themes holds here, too.
 */
#ifndef PEMBLE_NOTICE_H
#define PEMBLE_NOTICE_H

#include "pemble/layout.h"
#include "pemble/linkage.h"
#include "pemble/theme.h"

PMB_BEGIN_C

/* One icon of icons.h. */
typedef struct pmb_sign {
    const char *icon;
    pmb_level level; /* its colour */
    bool off;        /* drawn quietly */
} pmb_sign;

/* A row of icons, as large as the height of r allows, that ends at its right edge. */
void pmb_signs_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r,
                    const pmb_sign *signs, uint8_t count);

/* The size of such a row, for a height. */
pmb_size pmb_signs_size(const PMB_FLASH pmb_theme *theme, uint8_t count, int16_t height);

/* Text in a frame, wrapped, with an icon and a title. */
typedef struct pmb_message {
    const PMB_FLASH pmb_theme *theme;
    const char *icon, *title; /* may be NULL */
    pmb_level level;
} pmb_message;

void pmb_message_draw(pmb_canvas *c, const PMB_FLASH pmb_message *message, pmb_rect r,
                      const char *text);

/* The size that a message takes, for a width. */
pmb_size pmb_message_size(const PMB_FLASH pmb_message *message, int16_t width, const char *text);

/* One column of a table. */
typedef struct pmb_column {
    const char *heading; /* may be NULL */
    pmb_part width;      /* as of a row of a layout; {0, 0}: as wide as its widest text, for which
                            all cells of the column are asked at each draw */
    pmb_across across;
} pmb_column;

enum { PMB_TABLE_MOST_COLUMNS = 8 };

/* A table, such as a timetable. */
typedef struct pmb_table {
    const PMB_FLASH pmb_theme *theme;
    const pmb_column *columns;
    uint8_t column_count; /* at most PMB_TABLE_MOST_COLUMNS */
    /* Returns the text of a cell; rows and columns count from 0. NULL is an empty cell. The text
     * must not change until the next call. */
    const char *(*cell)(const void *data, uint16_t row, uint8_t column);
    bool scrolls; /* a bar shows which part of the table is seen, when not all of it is */
} pmb_table;

/* Draws the headings and, below them, rows from `first` on, as many as have room. Row `chosen` is
 * marked (-1: none). A bar shows which part of the table is seen, when not all of it is. Returns
 * how many whole rows have room. */
uint16_t pmb_table_draw(pmb_canvas *c, const PMB_FLASH pmb_table *table, pmb_rect r,
                        const void *data, uint16_t rows, uint16_t first, int32_t chosen);

/* How many whole rows have room in r; and the first row to draw so that the chosen one is seen. It
 * is as near to `first` as possible. */
uint16_t pmb_table_rows(const PMB_FLASH pmb_table *table, pmb_rect r);
uint16_t pmb_table_follow(const PMB_FLASH pmb_table *table, pmb_rect r, uint16_t rows,
                          uint16_t first, uint16_t chosen);

/* The height in pixels of a number of rows with the headings. */
int16_t pmb_table_height(const PMB_FLASH pmb_table *table, uint16_t rows);

/* Items one below the other, one of them chosen. A bar shows which part of the list is seen. */
typedef struct pmb_list {
    const PMB_FLASH pmb_theme *theme;
    const char *const *items;
    uint16_t count;
    /* What stands at the right of an item: a text, PMB_LIST_ON, PMB_LIST_OFF, or NULL. The text
     * must not change until the next call. NULL: nothing. */
    const char *(*value)(const void *data, uint16_t item);
    const void *data; /* is handed to value */
} pmb_list;

/* A switch at the right of an item. */
#define PMB_LIST_ON  "\1"
#define PMB_LIST_OFF "\2"

/* Draws the items from `first` on. */
void pmb_list_draw(pmb_canvas *c, const PMB_FLASH pmb_list *list, pmb_rect r, uint16_t first,
                   uint16_t chosen);

/* How many items have room in r; and the first item to draw so that the chosen one is seen. It is
 * as near to `first` as possible. */
uint16_t pmb_list_rows(const PMB_FLASH pmb_list *list, pmb_rect r);
uint16_t pmb_list_follow(const PMB_FLASH pmb_list *list, pmb_rect r, uint16_t first,
                         uint16_t chosen);

pmb_size pmb_list_size(const PMB_FLASH pmb_list *list);

/* A button. While pressed it is filled. */
void pmb_button_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, const char *label,
                     bool pressed);
pmb_size pmb_button_size(const PMB_FLASH pmb_theme *theme, const char *label);

/* A switch with its label at the left. While pressed its knob has a rim. */
void pmb_switch_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, const char *label,
                     bool on, bool pressed);
pmb_size pmb_switch_size(const PMB_FLASH pmb_theme *theme, const char *label);

PMB_END_C

#endif
