/* theme_light.c - dark on light, for one bit; a file of its own, so that only its fonts are linked.
 */
#include "pemble/fonts.h"
#include "pemble/theme.h"

const PMB_FLASH pmb_theme pmb_theme_light = {
    .ground = PMB_WHITE,
    .ink = PMB_BLACK,
    .quiet = PMB_BLACK,
    .faint = PMB_WHITE,
    .levels = {PMB_BLACK, PMB_BLACK, PMB_BLACK},
    .label = &pmb_font_jetty,
    .text = &pmb_font_slipway,
    .numerals = &pmb_font_bollard20,
    .icons = {&pmb_font_pennant8, &pmb_font_pennant12},
};
