/*
 * options.h - what a program can do without, to save flash.
 *
 * Define them for all files alike, with the compiler's -D; PMB_SMALL is all of them, and the
 * shorter of two ways to do some things. docs/footprint.md says how many bytes each saves, as
 * measured.
 *
 * PMB_NO_CHECKS: arguments and configurations are taken as they are; a wrong one does harm instead
 *     of returning an error. Develop without it, and leave the checks out last.
 * PMB_NO_TURN: panels are rotated and mirrored as far as the controller does it, no further;
 *     opening others returns PMB_ERR_UNSUPPORTED.
 * PMB_NO_TILES: pmb_screen_init with tiles returns PMB_ERR_UNSUPPORTED; a mirror still works.
 * PMB_NO_DAMAGE: a present looks at the whole buffer, not only at what was drawn.
 * PMB_NO_PAPER: opening an e-paper panel returns PMB_ERR_UNSUPPORTED.
 * PMB_NO_CLEAR: opening does not clear the memory of a panel, which shows what happens to be in it
 *     until it is painted.
 * PMB_NO_READING: pmb_canvas_peek, and pmb_panel_read by I2C and SPI, must not be called; formats
 *     that are widened for a TFT are read so, too.
 * PMB_NO_BACKGROUND: nothing is sent while the next band is drawn, whatever the port can do.
 * PMB_ONE_BIT: canvases of one bit a pixel only, without a second ink; a colour is then dark or
 *     light and no more (color.h).
 * PMB_PLAIN_TEXT: fonts of one bit a pixel made with --plain and --unkerned, drawn upright and not
 *     enlarged, from one font, with the digits as wide as they are and characters up to U+FFFF;
 *     other glyphs are drawn as if they were so, or not at all. Formats of one bit draw smooth
 *     shapes as hard ones, which needs no shading, and take longer for pictures.
 * PMB_ONLY_CIRCLES: circles and round corners at most 180 pixels across, by a short routine; larger
 *     ones, and ellipses that are no circles, are not drawn.
 * PMB_NEAR: coordinates and sizes from -8192 to 8191. What is drawn with others is not specified,
 *     but stays within the clip.
 */
#ifndef PEMBLE_OPTIONS_H
#define PEMBLE_OPTIONS_H

#ifdef PMB_SMALL
#define PMB_NO_CHECKS
#define PMB_NO_TURN
#define PMB_NO_TILES
#define PMB_NO_DAMAGE
#define PMB_NO_PAPER
#define PMB_NO_CLEAR
#define PMB_NO_READING
#define PMB_NO_BACKGROUND
#define PMB_ONE_BIT
#define PMB_PLAIN_TEXT
#define PMB_ONLY_CIRCLES
#define PMB_NEAR
#endif

/* The same for conditions: what is left out is not compiled where these are 0. */
#ifdef PMB_NO_CHECKS
#define PMB_WITH_CHECKS 0
#else
#define PMB_WITH_CHECKS 1
#endif

#ifdef PMB_NO_TURN
#define PMB_WITH_TURN 0
#else
#define PMB_WITH_TURN 1
#endif

#ifdef PMB_NO_TILES
#define PMB_WITH_TILES 0
#else
#define PMB_WITH_TILES 1
#endif

#ifdef PMB_NO_DAMAGE
#define PMB_WITH_DAMAGE 0
#else
#define PMB_WITH_DAMAGE 1
#endif

#ifdef PMB_NO_PAPER
#define PMB_WITH_PAPER 0
#else
#define PMB_WITH_PAPER 1
#endif

#ifdef PMB_NO_CLEAR
#define PMB_WITH_CLEAR 0
#else
#define PMB_WITH_CLEAR 1
#endif

#ifdef PMB_ONE_BIT
#define PMB_WITH_DEPTH 0
#else
#define PMB_WITH_DEPTH 1
#endif

#ifdef PMB_PLAIN_TEXT
#define PMB_WITH_RICH_TEXT 0
#else
#define PMB_WITH_RICH_TEXT 1
#endif

#ifdef PMB_NO_READING
#define PMB_WITH_READING 0
#else
#define PMB_WITH_READING 1
#endif

#ifdef PMB_NO_BACKGROUND
#define PMB_WITH_BACKGROUND 0
#else
#define PMB_WITH_BACKGROUND 1
#endif

#endif
