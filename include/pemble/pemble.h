/*
 * Pemble - draw on small displays: OLED, TFT, LCD and e-paper.
 *
 * How to use it, in five steps:
 *
 *   1. Say what the panel is: a const pmb_panel_config (panel.h) with its controller, its size in
 *      pixels, its bus and its pins. A field that is left out (zero) has its usual value.
 *   2. Say how to reach the hardware: a pmb_port (port.h), a few callbacks. ports/ has some.
 *   3. Call pmb_panel_open(). It resets and initialises the panel.
 *   4. Call pmb_screen_init() (screen.h). It gives the panel memory: a buffer for the whole frame
 * or for a band of it. A smaller buffer takes more time and makes the same picture.
 *   5. Call pmb_screen_paint(). It calls your drawing function with a canvas, once for each band,
 * and sends what changed. The drawing function uses shape.h, text.h and the gauges.
 *
 * Memory: The objects are structs of yours. Pemble allocates nothing and keeps no state of its own.
 * Two threads may use two panels at once if the port allows it.
 *
 * Errors: Every function that can fail returns a pmb_status (status.h). explain.h says in words why
 * a configuration is refused.
 *
 * NULL: Descriptions, themes, styles, layouts, number formats, fonts and texts may be NULL: nothing
 * is drawn then, or the usual is done. Objects may not be NULL: a function that returns a status
 * returns PMB_ERR_ARGUMENT. The canvas of a drawing function must be there.
 *
 * C++: The headers say that their functions are C. flash.h says what an AVR needs besides.
 */
#ifndef PEMBLE_H
#define PEMBLE_H

#include "pemble/angle.h"
#include "pemble/canvas.h"
#include "pemble/color.h"
#include "pemble/controllers.h"
#include "pemble/dialog.h"
#include "pemble/expander.h"
#include "pemble/explain.h"
#include "pemble/file.h"
#include "pemble/fonts.h"
#include "pemble/game.h"
#include "pemble/gauge.h"
#include "pemble/geometry.h"
#include "pemble/icons.h"
#include "pemble/input.h"
#include "pemble/keyboard.h"
#include "pemble/language.h"
#include "pemble/layout.h"
#include "pemble/menu.h"
#include "pemble/motion.h"
#include "pemble/notice.h"
#include "pemble/number.h"
#include "pemble/panel.h"
#include "pemble/picture.h"
#include "pemble/plot.h"
#include "pemble/port.h"
#include "pemble/probe.h"
#include "pemble/reel.h"
#include "pemble/scale.h"
#include "pemble/screen.h"
#include "pemble/shape.h"
#include "pemble/slides.h"
#include "pemble/smooth.h"
#include "pemble/source.h"
#include "pemble/status.h"
#include "pemble/store.h"
#include "pemble/terminal.h"
#include "pemble/test_card.h"
#include "pemble/text.h"
#include "pemble/theme.h"
#include "pemble/touch.h"
#include "pemble/version.h"

#endif
