/*
 * fonts.h - the typefaces that come with Pemble. A program carries only those that it names. The
 * icons have a header of their own, icons.h.
 */
#ifndef PEMBLE_FONTS_H
#define PEMBLE_FONTS_H

#include "pemble/icons.h"
#include "pemble/linkage.h"
#include "pemble/text.h"

PMB_BEGIN_C

/* "Jetty", drawn for Pemble: 5 pixels wide, capitals 7 pixels high, lines 11 pixels apart. All of
 * Latin-1 and what instruments need besides: arrows, ohm, superscripts, minus, less or equal,
 * dashes, quotes, the euro. For less flash, 'pemble font make' takes just the characters that you
 * use. */
extern const PMB_FLASH pmb_font pmb_font_jetty;

/* "Slipway", drawn for Pemble: for reading, capitals 9 pixels high, lines 15 pixels apart, and its
 * bold. Both have the characters of Jetty. */
extern const PMB_FLASH pmb_font pmb_font_slipway;
extern const PMB_FLASH pmb_font pmb_font_slipway_bold;

/* The same three with Latin Extended-A, Greek and Cyrillic as well: 503 and 505 characters. They
 * take more than twice the flash. 'pemble font make' takes just the characters of your texts. */
extern const PMB_FLASH pmb_font pmb_font_jetty_europe;
extern const PMB_FLASH pmb_font pmb_font_slipway_europe;
extern const PMB_FLASH pmb_font pmb_font_slipway_bold_europe;

/* "Bollard", drawn for Pemble: large numerals 20 and 32 pixels high, with an advance of 14 and 23
 * pixels. It has digits, + - . , : and the degree sign. */
extern const PMB_FLASH pmb_font pmb_font_bollard20;
extern const PMB_FLASH pmb_font pmb_font_bollard32;

/* Smooth sizes for grey and colour panels: 4 bits a pixel, all of Latin-1, kerned. They are made of
 * the outline font DejaVu Sans; assets/fonts/smooth-LICENSE.txt has its licence. The number is the
 * size in pixels. */
extern const PMB_FLASH pmb_font pmb_font_smooth12;
extern const PMB_FLASH pmb_font pmb_font_smooth16;
extern const PMB_FLASH pmb_font pmb_font_smooth24;

PMB_END_C

#endif
