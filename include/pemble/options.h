/*
 * options.h - what a program can leave out of Pemble to save flash.
 *
 * Each option is 0 (off, the default) or 1 (on). Define it with the compiler's -D, the same for the
 * library and the program: -DPMB_NO_TILES or -DPMB_NO_TILES=1 switches it on, -DPMB_NO_TILES=0
 * switches it off. PMB_SMALL switches on all of them that are not set to 0. A program and a library
 * that were compiled with different options do not link. docs/footprint.md has the bytes that each
 * option saves.
 *
 * PMB_NO_CHECKS: Functions do not check their arguments. A wrong argument then has an undefined
 *     effect instead of PMB_ERR_ARGUMENT. NULL does not stand for the usual layout or number
 *     format, and a missing theme or font is not noticed. Set it last, when the program works
 *     without it. The contrast of a PCD8544 has to be 2 to 180.
 *
 * PMB_NO_TURN: A panel is rotated and mirrored as far as its controller can do it.
 *     pmb_panel_open() returns PMB_ERR_UNSUPPORTED for other rotations.
 *
 * PMB_NO_TILES: A screen has no tiles. pmb_screen_init() with tiles returns PMB_ERR_UNSUPPORTED.
 *     A mirror still works.
 *
 * PMB_NO_DAMAGE: pmb_screen_present() compares or sends the whole buffer. Without this option it
 *     looks only at the rectangles that were drawn.
 *
 * PMB_PLAIN_PANELS: The library only writes to panels that keep no picture. pmb_panel_open()
 *     returns PMB_ERR_UNSUPPORTED for e-paper, and does not clear the memory of the panel.
 *     pmb_canvas_peek(), and pmb_panel_read() on I2C and SPI, must not be called. A TFT takes its
 *     own format only. Nothing is sent in the background. Hardware SPI has mode 0 only. A screen
 *     has no draft.
 *     The backlight goes on at the end of opening.
 *
 * PMB_ONE_BIT: Canvases have one bit a pixel and one ink. A colour is dark or light (color.h).
 *     pmb_panel_open() returns PMB_ERR_UNSUPPORTED for a panel that needs more than that, and
 *     pmb_canvas_init() returns PMB_ERR_UNSUPPORTED for other formats.
 *
 * PMB_PLAIN_TEXT: Text is drawn upright, not enlarged, and from one font. The font must have one
 *     bit a pixel and must be made with --plain and --unkerned; pmb_font_check() returns
 *     PMB_ERR_UNSUPPORTED for other fonts. `tabular` has no effect. Characters above U+FFFF show
 *     the replacement glyph. pmb_number_text() divides bit by bit. Formats of one bit draw smooth
 *     shapes with hard edges, and draw pictures more slowly.
 *
 * PMB_ONLY_CIRCLES: Circles and round corners are at most 180 pixels across. Larger ones are not
 *     drawn. An ellipse is drawn only when it is a circle.
 *
 * PMB_NEAR: Coordinates and sizes are from -8192 to 8191. With others the picture is undefined,
 *     but nothing is drawn outside of the clip.
 */
#ifndef PEMBLE_OPTIONS_H
#define PEMBLE_OPTIONS_H

#ifndef PMB_SMALL
#define PMB_SMALL 0
#endif

#ifndef PMB_NO_CHECKS
#define PMB_NO_CHECKS PMB_SMALL
#endif
#ifndef PMB_NO_TURN
#define PMB_NO_TURN PMB_SMALL
#endif
#ifndef PMB_NO_TILES
#define PMB_NO_TILES PMB_SMALL
#endif
#ifndef PMB_NO_DAMAGE
#define PMB_NO_DAMAGE PMB_SMALL
#endif
#ifndef PMB_PLAIN_PANELS
#define PMB_PLAIN_PANELS PMB_SMALL
#endif
#ifndef PMB_ONE_BIT
#define PMB_ONE_BIT PMB_SMALL
#endif
#ifndef PMB_PLAIN_TEXT
#define PMB_PLAIN_TEXT PMB_SMALL
#endif
#ifndef PMB_ONLY_CIRCLES
#define PMB_ONLY_CIRCLES PMB_SMALL
#endif
#ifndef PMB_NEAR
#define PMB_NEAR PMB_SMALL
#endif

#if (PMB_SMALL | PMB_NO_CHECKS | PMB_NO_TURN | PMB_NO_TILES | PMB_NO_DAMAGE | PMB_PLAIN_PANELS |   \
     PMB_ONE_BIT | PMB_PLAIN_TEXT | PMB_ONLY_CIRCLES | PMB_NEAR) &                                 \
    ~1
#error "options of Pemble are 0 or 1 (pemble/options.h)"
#endif

/* What an AVR does not have the RAM for: drafts (screen.h), pictures whose probabilities are learnt
 * (docs/formats.md). And not the flash: windows that stay open for the next band (turn.h), sending
 * in the background and in pieces (port.h), icons and long labels that move in menus (menu.h). */
#ifdef __AVR__
#define PMB_RICH_MENUS 0
#define PMB_DRAFTS     0
#define PMB_WINDOWS    0
#define PMB_LEARNING   0
#else
#define PMB_RICH_MENUS 1
#define PMB_DRAFTS     (!PMB_PLAIN_PANELS)
#define PMB_WINDOWS    (!PMB_PLAIN_PANELS)
#define PMB_LEARNING   1
#endif

/* Quicker ways to draw slanted edges and gradients (canvas.h) take 2 KB of flash or more: an AVR
 * and a Cortex-M0 do without. */
#if defined(__AVR__) || defined(__ARM_ARCH_6M__)
#define PMB_FAST_SHAPES 0
#else
#define PMB_FAST_SHAPES (!PMB_ONE_BIT)
#endif

/* Options that were joined or renamed: a build that still sets one would silently keep the code. */
#if defined(PMB_NO_PAPER) || defined(PMB_NO_CLEAR) || defined(PMB_NO_READING) ||                   \
    defined(PMB_NO_BACKGROUND)
#error "PMB_NO_PAPER, PMB_NO_CLEAR, PMB_NO_READING, PMB_NO_BACKGROUND are now PMB_PLAIN_PANELS"
#endif

/*
 * The name of a function with the options in it, a digit for each in the order above. The functions
 * through which every program goes are renamed like that, so that programs and libraries with
 * different options do not link. Without options the names are the plain ones.
 */
#if PMB_NO_CHECKS | PMB_NO_TURN | PMB_NO_TILES | PMB_NO_DAMAGE | PMB_PLAIN_PANELS | PMB_ONE_BIT |  \
    PMB_PLAIN_TEXT | PMB_ONLY_CIRCLES | PMB_NEAR
#define PMB_JOIN(name, a, b, c, d, e, f, g, h, i) name##_options_##a##b##c##d##e##f##g##h##i
#define PMB_NAME(name, a, b, c, d, e, f, g, h, i) PMB_JOIN(name, a, b, c, d, e, f, g, h, i)
#define PMB_OPTED(name)                                                                            \
    PMB_NAME(name, PMB_NO_CHECKS, PMB_NO_TURN, PMB_NO_TILES, PMB_NO_DAMAGE, PMB_PLAIN_PANELS,      \
             PMB_ONE_BIT, PMB_PLAIN_TEXT, PMB_ONLY_CIRCLES, PMB_NEAR)
#define pmb_canvas_init PMB_OPTED(pmb_canvas_init)
#define pmb_panel_open  PMB_OPTED(pmb_panel_open)
#define pmb_screen_init PMB_OPTED(pmb_screen_init)
#endif

#endif
