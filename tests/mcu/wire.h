/* wire.h - the panel and the scene of wire.c. */
#ifndef PEMBLE_MCU_WIRE_H
#define PEMBLE_MCU_WIRE_H

#include "pemble/pemble.h"

extern const PMB_FLASH pmb_panel_config wire_panel;

/* The scene is an int16_t: how far things have moved. */
void wire_paint(pmb_canvas *c, void *scene);

#endif
