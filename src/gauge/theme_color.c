/* theme_color.c - for colour; a file of its own, so that only its fonts are linked. */
#include "pemble/fonts.h"
#include "pemble/theme.h"

const PMB_FLASH pmb_theme pmb_theme_color = {
    .ground = PMB_RGB(16, 28, 40),
    .ink = PMB_RGB(240, 236, 220),
    .quiet = PMB_RGB(136, 160, 176),
    .faint = PMB_RGB(36, 52, 66),
    .levels = {PMB_RGB(96, 196, 160), PMB_RGB(240, 192, 88), PMB_RGB(232, 88, 72)},
    .label = &pmb_font_smooth12,
    .text = &pmb_font_smooth16,
    .numerals = &pmb_font_smooth24,
    .icons = {&pmb_font_pennant8, &pmb_font_pennant16},
};
