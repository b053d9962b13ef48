/*
 * color.h - one colour type for every panel.
 *
 * A colour is 16 bits: 5 of red (the highest), 6 of green, 5 of blue. It says what a person should
 * see: PMB_WHITE is light on an OLED, an LCD and paper alike. Each pixel format turns it into the
 * nearest thing that its pixels can show; a one-bit format takes a colour as light when
 * pmb_color_luma() is 128 or more.
 *
 * With PMB_ONE_BIT a colour is no more than that: dark or light, which the compiler finds out.
 */
#ifndef PEMBLE_COLOR_H
#define PEMBLE_COLOR_H

#include <stdint.h>
#include "pemble/linkage.h"
#include "pemble/options.h"

PMB_BEGIN_C

/* The top five or six bits of a component, repeated below so that full stays full. */
#define PMB_TOP_FIVE(value) (((value)&0xF8u) | ((value)&0xF8u) >> 5)
#define PMB_TOP_SIX(value)  (((value)&0xFCu) | ((value)&0xFCu) >> 6)

/* 77 + 150 + 29 = 256: the weights of ITU-R BT.601, section 2.5.1 (0.299, 0.587, 0.114) in 1/256,
 * of the components as a colour has them. */
#define PMB_LUMA(red, green, blue)                                                                 \
    ((77u * PMB_TOP_FIVE(red) + 150u * PMB_TOP_SIX(green) + 29u * PMB_TOP_FIVE(blue)) >> 8)

/* A colour from 8-bit red, green and blue (0 to 255 each). */
#if PMB_ONE_BIT
typedef uint8_t pmb_color; /* 0 or 255 */
#define PMB_RGB(red, green, blue) ((pmb_color)(PMB_LUMA(red, green, blue) < 128 ? 0 : 255))
#else
typedef uint16_t pmb_color;
#define PMB_RGB(red, green, blue)                                                                  \
    ((pmb_color)((((red)&0xF8u) << 8) | (((green)&0xFCu) << 3) | (((blue)&0xF8u) >> 3)))
#endif

#define PMB_BLACK   PMB_RGB(0, 0, 0)
#define PMB_GREY    PMB_RGB(128, 128, 128)
#define PMB_WHITE   PMB_RGB(255, 255, 255)
#define PMB_RED     PMB_RGB(255, 0, 0)
#define PMB_ORANGE  PMB_RGB(255, 140, 0)
#define PMB_YELLOW  PMB_RGB(255, 255, 0)
#define PMB_GREEN   PMB_RGB(0, 255, 0)
#define PMB_CYAN    PMB_RGB(0, 255, 255)
#define PMB_BLUE    PMB_RGB(0, 0, 255)
#define PMB_MAGENTA PMB_RGB(255, 0, 255)

/* The components, widened to 0 .. 255 so that full stays full. */
uint8_t pmb_color_red(pmb_color color);
uint8_t pmb_color_green(pmb_color color);
uint8_t pmb_color_blue(pmb_color color);

/* Brightness, 0 (black) to 255 (white): PMB_LUMA. */
uint8_t pmb_color_luma(pmb_color color);

PMB_END_C

#endif
