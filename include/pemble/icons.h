/*
 * icons.h - the signs of the icon fonts, as pieces of text.
 *
 * "Pennant", drawn for Pemble, has the same signs in squares of 8, 12 and 16 pixels. They are
 * characters like others (U+E000 and the following, of the private use area): draw them with a
 * Pennant font as the font or as a fallback of it, alone or within a text:
 *
 *     pmb_text(c, &style, p, PMB_ICON_DROP "82 %");
 */
#ifndef PEMBLE_ICONS_H
#define PEMBLE_ICONS_H

#include "pemble/linkage.h"
#include "pemble/text.h"

PMB_BEGIN_C

extern const PMB_FLASH pmb_font pmb_font_pennant8;
extern const PMB_FLASH pmb_font pmb_font_pennant12;
extern const PMB_FLASH pmb_font pmb_font_pennant16;

/* Battery and signal in steps, from empty (0) to full (4). */
#define PMB_ICON_BATTERY_0   "\xEE\x80\x80"
#define PMB_ICON_BATTERY_1   "\xEE\x80\x81"
#define PMB_ICON_BATTERY_2   "\xEE\x80\x82"
#define PMB_ICON_BATTERY_3   "\xEE\x80\x83"
#define PMB_ICON_BATTERY_4   "\xEE\x80\x84"
#define PMB_ICON_CHARGING    "\xEE\x80\x85"
#define PMB_ICON_SIGNAL_0    "\xEE\x80\x86"
#define PMB_ICON_SIGNAL_1    "\xEE\x80\x87"
#define PMB_ICON_SIGNAL_2    "\xEE\x80\x88"
#define PMB_ICON_SIGNAL_3    "\xEE\x80\x89"
#define PMB_ICON_SIGNAL_4    "\xEE\x80\x8A"
#define PMB_ICON_LAMP        "\xEE\x80\x8B"
#define PMB_ICON_LAMP_ON     "\xEE\x80\x8C"
#define PMB_ICON_BELL        "\xEE\x80\x8D"
#define PMB_ICON_BELL_OFF    "\xEE\x80\x8E"
#define PMB_ICON_LOCK        "\xEE\x80\x8F"
#define PMB_ICON_UNLOCK      "\xEE\x80\x90"
#define PMB_ICON_DROP        "\xEE\x80\x91"
#define PMB_ICON_WIND        "\xEE\x80\x92"
#define PMB_ICON_WAVE        "\xEE\x80\x93"
#define PMB_ICON_ANCHOR      "\xEE\x80\x94"
#define PMB_ICON_BOAT        "\xEE\x80\x95"
#define PMB_ICON_LIGHTHOUSE  "\xEE\x80\x96"
#define PMB_ICON_SUN         "\xEE\x80\x97"
#define PMB_ICON_MOON        "\xEE\x80\x98"
#define PMB_ICON_CLOUD       "\xEE\x80\x99"
#define PMB_ICON_RAIN        "\xEE\x80\x9A"
#define PMB_ICON_SNOW        "\xEE\x80\x9B"
#define PMB_ICON_STORM       "\xEE\x80\x9C"
#define PMB_ICON_FOG         "\xEE\x80\x9D"
#define PMB_ICON_THERMOMETER "\xEE\x80\x9E"
#define PMB_ICON_GAUGE       "\xEE\x80\x9F"
#define PMB_ICON_COMPASS     "\xEE\x80\xA0"
#define PMB_ICON_FLAG        "\xEE\x80\xA1"
#define PMB_ICON_CLOCK       "\xEE\x80\xA2"
#define PMB_ICON_HOUSE       "\xEE\x80\xA3"
#define PMB_ICON_GEAR        "\xEE\x80\xA4"
#define PMB_ICON_PLUG        "\xEE\x80\xA5"
#define PMB_ICON_HEART       "\xEE\x80\xA6"
#define PMB_ICON_STAR        "\xEE\x80\xA7"
#define PMB_ICON_WARNING     "\xEE\x80\xA8"
#define PMB_ICON_INFO        "\xEE\x80\xA9"
#define PMB_ICON_CHECK       "\xEE\x80\xAA"
#define PMB_ICON_CROSS       "\xEE\x80\xAB"
#define PMB_ICON_PLAY        "\xEE\x80\xAC"
#define PMB_ICON_PAUSE       "\xEE\x80\xAD"
#define PMB_ICON_CARD        "\xEE\x80\xAE"
#define PMB_ICON_LETTER      "\xEE\x80\xAF"

PMB_END_C

#endif
