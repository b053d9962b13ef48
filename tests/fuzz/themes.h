/* themes.h - themes for fuzzers in builds that cannot draw the library's own typefaces
 * (PMB_PLAIN_TEXT): the same with a typeface that tests/fuzz/options.sh makes. */
#ifndef PEMBLE_FUZZ_THEMES_H
#define PEMBLE_FUZZ_THEMES_H

#include "pemble/pemble.h"

#if PMB_PLAIN_TEXT
extern const pmb_font plain;

#define PLAIN_THEME(name, dark, light)                                                             \
    static const pmb_theme name = {                                                                \
        .ground = (dark),                                                                          \
        .ink = (light),                                                                            \
        .quiet = (light),                                                                          \
        .faint = (dark),                                                                           \
        .levels = {(light), (light), (light)},                                                     \
        .label = &plain,                                                                           \
        .text = &plain,                                                                            \
        .numerals = &plain,                                                                        \
        .icons = {&plain, &plain},                                                                 \
    }
PLAIN_THEME(plain_dark, PMB_BLACK, PMB_WHITE);
PLAIN_THEME(plain_light, PMB_WHITE, PMB_BLACK);

#define pmb_theme_dark          plain_dark
#define pmb_theme_light         plain_light
#define pmb_theme_color         plain_dark
#define pmb_font_smooth12       plain
#define pmb_font_smooth24       plain
#define pmb_font_slipway_europe plain
#endif

#endif
