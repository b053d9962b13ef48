/* oled.h - the scene of oled.c. */
#ifndef PEMBLE_MCU_OLED_H
#define PEMBLE_MCU_OLED_H

#include "pemble/pemble.h"

extern const PMB_FLASH pmb_panel_config oled;

/* The scene is an int16_t: how far things have moved. */
void oled_paint(pmb_canvas *c, void *scene);

#endif
