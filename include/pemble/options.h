/*
 * options.h - what a program can do without, to save flash.
 *
 * Define them for all files alike, with the compiler's -D; PMB_SMALL is all of them.
 * docs/footprint.md says how many bytes each saves, as measured.
 *
 * PMB_NO_TURN: no rotation by 90 and 270 degrees on page-organised one-bit panels; opening such a
 *     panel returns PMB_ERR_UNSUPPORTED. Saves the horizontal one-bit format.
 * PMB_NO_TILES: pmb_screen_init with tiles returns PMB_ERR_UNSUPPORTED; a mirror still works.
 * PMB_PLAIN_TEXT: fonts of one bit a pixel made with --plain and --unkerned, drawn upright and not
 *     enlarged; glyphs of others are drawn as if they were so, or not at all. Formats of one bit
 *     draw smooth shapes as hard ones, which needs no shading.
 * PMB_ONLY_CIRCLES: circles and round corners at most 180 pixels across, by a short routine;
 *     larger ones, and ellipses that are no circles, are not drawn.
 * PMB_NEAR: coordinates and sizes from -8192 to 8191. What is drawn with others is not specified,
 *     but stays within the clip.
 * PMB_ONE_BIT: canvases of one bit a pixel only, without a second ink.
 */
#ifndef PEMBLE_OPTIONS_H
#define PEMBLE_OPTIONS_H

#ifdef PMB_SMALL
#define PMB_NO_TURN
#define PMB_NO_TILES
#define PMB_PLAIN_TEXT
#define PMB_ONLY_CIRCLES
#define PMB_NEAR
#define PMB_ONE_BIT
#endif

#endif
