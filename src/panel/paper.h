/* paper.h - what the e-paper families share; private to src/panel. */
#ifndef PEMBLE_SRC_PANEL_PAPER_H
#define PEMBLE_SRC_PANEL_PAPER_H

#include "pemble/driver.h"
#include "pemble/turn.h"

/* What panel->state holds: the kind + 1 of a refresh that is going on, and whether the controller
 * is in deep sleep. */
enum { PAPER_REFRESHING = 0x03, PAPER_ASLEEP = 0x10 };

const PMB_FLASH pmb_paper *pmb_paper_of(const pmb_panel *panel);

/* Chooses the format for the turn and the number of inks, and plans the frame: memory lines of
 * bytes, eight pixels from left to right, highest bit first. Refuses what paper does not have. */
pmb_status pmb_paper_plan(pmb_panel *panel);

/* Waits for the busy pin. Without one it waits as long as the refresh may take. */
pmb_status pmb_paper_wait(pmb_panel *panel, uint32_t milliseconds);

/* Something has begun that makes the controller busy. The pin may show it late; without one this
 * waits as long as it may take. */
void pmb_paper_begun(const pmb_panel *panel, uint16_t longest_ms);

/* Waits as above. It is called before each command that a busy controller would lose. */
pmb_status pmb_paper_ready(pmb_panel *panel);

/* True when the controller has that refresh. */
bool pmb_paper_can(const pmb_panel *panel, pmb_refresh kind);

/* Paper has no contrast; its inversion is done in the bytes. */
pmb_status pmb_paper_contrast(pmb_panel *panel, uint8_t contrast);
pmb_status pmb_paper_invert(pmb_panel *panel, bool inverted);

/* Sends the lines of one plane of a part of a canvas. */
pmb_status pmb_paper_send(const pmb_panel *panel, const pmb_canvas *held, pmb_rect area,
                          uint8_t plane, uint8_t flip);

#endif
