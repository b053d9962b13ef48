/*
 * theme.h - the colours and typefaces that gauges take when they are not told others.
 */
#ifndef PEMBLE_THEME_H
#define PEMBLE_THEME_H

#include "pemble/linkage.h"
#include "pemble/text.h"

PMB_BEGIN_C

/* How serious a value is. */
typedef enum pmb_level { PMB_NORMAL = 0, PMB_CAUTION, PMB_ALARM } pmb_level;

/* For a theme with another typeface, copy one and change it: `static pmb_theme mine;`, and at the
 * start `mine = pmb_theme_dark; mine.text = &my_font;`. On an AVR themes lie in flash, so that all
 * of it must be written there. */
typedef struct pmb_theme {
    pmb_color ground;
    pmb_color ink;       /* numbers, needles, lines */
    pmb_color quiet;     /* frames, ticks, labels */
    pmb_color faint;     /* what is off: unlit segments, the empty part of a bar; the ground where a
                            panel cannot show less than quiet */
    pmb_color levels[3]; /* of each pmb_level */
    const PMB_FLASH pmb_font *label;    /* small */
    const PMB_FLASH pmb_font *text;     /* for reading */
    const PMB_FLASH pmb_font *numerals; /* large */
    const PMB_FLASH pmb_font *icons[2]; /* small and usual, with the characters of icons.h */
} pmb_theme;

/* What something at that level is drawn in: ink when all is normal. */
pmb_color pmb_level_color(const PMB_FLASH pmb_theme *theme, pmb_level level);

/* Light on dark, dark on light, and for colour. */
extern const PMB_FLASH pmb_theme pmb_theme_dark;
extern const PMB_FLASH pmb_theme pmb_theme_light;
extern const PMB_FLASH pmb_theme pmb_theme_color;

PMB_END_C

#endif
