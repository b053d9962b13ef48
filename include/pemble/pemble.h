/*
 * Pemble - draw on small displays: OLED, TFT, LCD and e-paper.
 *
 * How to use it, in five steps:
 *
 *   1. Say what the panel is: a const pmb_panel_config (panel.h) with its controller, its size in
 *      pixels, its bus and its pins. Whatever is left out (zero) has a sensible meaning.
 *   2. Say how to reach the hardware: a pmb_port (port.h), a few callbacks. ports/ has some.
 *   3. pmb_panel_open() resets and initialises the panel.
 *   4. pmb_screen_init() (screen.h) gives the panel memory: a buffer for the whole frame or for any
 *      band of it. Smaller only costs time; the picture is the same.
 *   5. pmb_screen_paint() calls your drawing function with a canvas, as often as there are bands,
 *      and sends what changed to the panel. Draw with shape.h and text.h.
 *
 * The objects are structs of yours; Pemble allocates nothing, keeps nothing between calls but in
 * them, and calls nothing but the port. Every function that can fail returns a pmb_status. Two
 * threads may use two panels at once if the port may be used so.
 *
 * C++ programs include this header, which says that the functions are C; flash tables on AVR are C
 * only.
 */
#ifndef PEMBLE_H
#define PEMBLE_H

#include "pemble/angle.h"
#include "pemble/canvas.h"
#include "pemble/color.h"
#include "pemble/controllers.h"
#include "pemble/expander.h"
#include "pemble/explain.h"
#include "pemble/file.h"
#include "pemble/fonts.h"
#include "pemble/gauge.h"
#include "pemble/geometry.h"
#include "pemble/icons.h"
#include "pemble/input.h"
#include "pemble/layout.h"
#include "pemble/motion.h"
#include "pemble/notice.h"
#include "pemble/number.h"
#include "pemble/panel.h"
#include "pemble/picture.h"
#include "pemble/plot.h"
#include "pemble/port.h"
#include "pemble/reel.h"
#include "pemble/scale.h"
#include "pemble/screen.h"
#include "pemble/shape.h"
#include "pemble/slides.h"
#include "pemble/smooth.h"
#include "pemble/source.h"
#include "pemble/status.h"
#include "pemble/terminal.h"
#include "pemble/test_card.h"
#include "pemble/text.h"
#include "pemble/theme.h"
#include "pemble/version.h"

#endif
