/* theme.c - three looks. */
#include "pemble/theme.h"
#include "pemble/fonts.h"

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

pmb_color pmb_level_color(const PMB_FLASH pmb_theme *theme, pmb_level level)
{
    return level == PMB_NORMAL ? theme->ink : theme->levels[level];
}
