/* paper.h - what the e-paper families share; private to src/panel. */
#ifndef PEMBLE_SRC_PANEL_PAPER_H
#define PEMBLE_SRC_PANEL_PAPER_H

#include "pemble/driver.h"
#include "pemble/turn.h"

/* What panel->state holds: the kind + 1 of a refresh that is going on, and whether the controller
 * is in deep sleep. */
enum { PAPER_REFRESHING = 0x07, PAPER_ASLEEP = 0x10 };

const PMB_FLASH pmb_paper *pmb_paper_of(const pmb_panel *panel);

/* Chooses the format for the turn, the inks and the greys, and plans the frame: memory lines of
 * bytes, eight pixels from left to right, highest bit first. Refuses what paper does not have. */
pmb_status pmb_paper_plan(pmb_panel *panel);

/* Waits for the busy pin. Without one it waits as long as the refresh may take. */
pmb_status pmb_paper_wait(pmb_panel *panel, uint32_t milliseconds);

/* Something has begun that makes the controller busy. The pin may show it late; without one this
 * waits as long as it may take. */
void pmb_paper_begun(const pmb_panel *panel, uint16_t longest_ms);

/* Waits as above. It is called before each command that a busy controller would lose. */
pmb_status pmb_paper_ready(pmb_panel *panel);

/* True when the controller is in deep sleep. After an error of the bus on the way there nobody
 * knows: then this is false, and sleeping can be tried again. */
bool pmb_paper_sleeps(const pmb_panel *panel);

/* Waits until a sleep can be sent, if it is not that very sleep once more. pmb_ended() ends it. */
pmb_status pmb_paper_before_sleep(pmb_panel *panel);

/* True when the controller has that refresh. */
bool pmb_paper_can(const pmb_panel *panel, pmb_refresh kind);

/* Paper has no contrast; its inversion is done in the bytes. */
pmb_status pmb_paper_contrast(pmb_panel *panel, uint8_t contrast);
pmb_status pmb_paper_invert(pmb_panel *panel, bool inverted);

/* Sends the lines of one plane of a part of a canvas. */
pmb_status pmb_paper_send(const pmb_panel *panel, const pmb_canvas *held, pmb_rect area,
                          uint8_t plane, uint8_t flip);

/* ---- waveforms of Pemble's own: paper_waveforms.c ---- */

enum { PAPER_PHASES = 8 };

/* Up to eight phases, each a level for a number of frames. Each of the four numbers that a pixel
 * can have in both memories has its own levels, two bits a phase, the first phase highest. */
typedef struct pmb_waveform {
    uint8_t frames[PAPER_PHASES]; /* at 20 degrees Celsius or more; even, so that they can be
                                     multiplied by halves */
    uint16_t levels[4];
    uint8_t repeats;
} pmb_waveform;

enum { PAPER_NONE, PAPER_BLACK, PAPER_WHITE, PAPER_COLOR }; /* levels */

/* What this refresh is done with; NULL: the waveform in the controller's memory. */
const PMB_FLASH pmb_waveform *pmb_paper_waveform(const pmb_panel *panel, pmb_refresh kind);

/* Frames of a phase at the temperature of the panel. */
uint8_t pmb_paper_frames(const pmb_panel *panel, const PMB_FLASH pmb_waveform *waveform,
                         uint8_t phase);

/* By what half of the usual times everything is longer at this temperature: 2 is as long. */
uint8_t pmb_paper_halves(const pmb_panel *panel);

/* Four levels of a number as a byte: those of phases 0 to 3 or 4 to 7. */
uint8_t pmb_paper_levels(const PMB_FLASH pmb_waveform *waveform, uint8_t number, uint8_t half);

/* Sends a waveform to a controller of the SSD168x family: ssd168x_waveforms.c. */
pmb_status pmb_ssd168x_send_waveform(const pmb_panel *panel,
                                     const PMB_FLASH pmb_waveform *waveform);

#endif
