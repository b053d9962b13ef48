/* theme_dark.c - light on dark, for one bit; a file of its own, so that only its fonts are linked.
 */
#include "pemble/fonts.h"
#include "pemble/theme.h"

const PMB_FLASH pmb_theme pmb_theme_dark = {
    .ground = PMB_BLACK,
    .ink = PMB_WHITE,
    .quiet = PMB_WHITE,
    .faint = PMB_BLACK,
    .levels = {PMB_WHITE, PMB_WHITE, PMB_WHITE},
    .label = &pmb_font_jetty,
    .text = &pmb_font_slipway,
    .numerals = &pmb_font_bollard20,
    .icons = {&pmb_font_pennant8, &pmb_font_pennant12},
};
