/*
 * controllers.h - the display controllers that Pemble drives. Only those that a program names are
 * linked. docs/controllers/ has a page for each, with the glasses it is sold with.
 */
#ifndef PEMBLE_CONTROLLERS_H
#define PEMBLE_CONTROLLERS_H

#include "pemble/panel.h"

extern const PMB_FLASH
pmb_controller pmb_ssd1306; /* 128x64 one-bit OLED */

#endif
