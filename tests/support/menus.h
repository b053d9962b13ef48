/* menus.h - a menu of every kind of item, for the tests. */
#ifndef PEMBLE_TEST_MENUS_H
#define PEMBLE_TEST_MENUS_H

#include "pemble/pemble.h"

/* What the menu changes, and what it has called. */
struct quay {
    bool lamps, horn;
    int16_t unit, contrast, height, opens, berth;
    char name[9];
    int resets, changes;
    bool horn_disabled, tide_hidden;
};

enum { QUAY_BERTHS = 1000 };

extern const PMB_FLASH pmb_page quay_home;

/* The settings as a new board has them; the menu's `user` is this. */
extern struct quay quay;
void quay_reset(void);

/* What somebody does: d and u turn down and up, p presses, b goes back. */
void quay_act(pmb_menu *menu, const char *inputs);

#endif
