/*
 * panel.h - one display, as it is configured and as it is wired.
 */
#ifndef PEMBLE_PANEL_H
#define PEMBLE_PANEL_H

#include "pemble/canvas.h"
#include "pemble/linkage.h"
#include "pemble/port.h"

PMB_BEGIN_C

typedef struct pmb_controller pmb_controller; /* controllers.h names them */

/* The picture is turned clockwise by that much on the glass. */
typedef enum pmb_rotation {
    PMB_ROTATE_0 = 0,
    PMB_ROTATE_90,
    PMB_ROTATE_180,
    PMB_ROTATE_270
} pmb_rotation;

/* Where the glass lies in the controller's memory. Left out, it is where the glasses of that size
 * that are sold with this controller have it, else {0, 0}. */
typedef struct pmb_offset {
    int16_t x, y; /* memory column and row of the glass's top left pixel, unrotated */
    bool given;
} pmb_offset;

/* Which row of the glass hangs on which COM output: SSD1306 data sheet, table 10-3. Left out, as
 * the glasses of that size have it. */
typedef enum pmb_com_layout {
    PMB_COM_USUAL = 0,
    PMB_COM_SEQUENTIAL,
    PMB_COM_ALTERNATIVE,
    PMB_COM_SEQUENTIAL_SWAPPED,
    PMB_COM_ALTERNATIVE_SWAPPED
} pmb_com_layout;

/* How e-paper is refreshed. Full drives every pixel through black and white, which flickers and
 * leaves no trace of the picture before; fast does the same in less time and less thoroughly;
 * partial drives only pixels that change, and leaves a little of what was there. */
typedef enum pmb_refresh {
    PMB_REFRESH_FULL = 0,
    PMB_REFRESH_FAST,
    PMB_REFRESH_PARTIAL
} pmb_refresh;

/* The n-th temperature coefficient of an LCD controller, from 0; docs/controllers/ says how many.
 */
#define PMB_TEMPERATURE(n) ((uint8_t)((n) + 1))

/* Everything that sets one display apart from another, as a const PMB_FLASH table (flash.h). Must
 * outlive the panel. */
typedef struct pmb_panel_config {
    const PMB_FLASH pmb_controller *controller;
    pmb_size size; /* pixels of the glass, as it is made, before rotation */
    pmb_bus bus;
    /* Active low. None: the module resets itself, or another panel's opening does it. Where two
     * panels share a reset pin, only the one that is opened first has it here: a pulse for the
     * second would reset the first as well. */
    pmb_pin reset;
    pmb_pin backlight;   /* high: on; none: always on */
    pmb_pin busy;        /* e-paper; none: waits as long as it may take */
    pmb_offset offset;   /* left out: the usual one for this size */
    pmb_rotation rotate; /* of the picture on the glass */
    bool mirror;         /* left and right of the picture change places, before rotation */
    bool invert;         /* light and dark change places, for good: many IPS glasses need it */
    bool bgr;            /* the glass has red and blue the other way round */
    uint8_t contrast;    /* 1 (least) to 255 (most); 0: the usual one */
    pmb_com_layout com;
    uint8_t bias;        /* LCD: 1/n bias, such as 9 for 1/9; 0: the usual one */
    uint8_t temperature; /* LCD: PMB_TEMPERATURE(n); 0: the usual one */
    pmb_refresh refresh; /* e-paper: what a present does */
    /* What pixels are kept in. NULL: as the controller takes them. TFTs (pmb_family_dcs) also take
     * formats that need less memory, which are widened on the way out: pmb_index4 and pmb_index8
     * with a palette, pmb_grey4, pmb_mono_horizontal. */
    const PMB_FLASH pmb_format *format;
    const pmb_palette *palette;
    uint8_t full_every; /* e-paper: after so many others a present refreshes fully; 0: never */
} pmb_panel_config;

/* A panel in use. The fields are for reading; change them through the functions. */
typedef struct pmb_panel {
    const PMB_FLASH pmb_panel_config *config;
    const pmb_port *port;
    const PMB_FLASH struct pmb_family *family;
    const PMB_FLASH pmb_format *format; /* what a canvas for this panel must have */
    pmb_size size;                      /* of the screen, after rotation */
    pmb_rect frame;                     /* what a whole buffer covers: the screen, widened to
                                           whole bytes of the controller's memory */
    pmb_point offset;                   /* of the glass in GRAM, with the mirroring now set */
    uint8_t column_unit, row_unit; /* pixels of the screen in the least part that can be sent */
    uint8_t turn, remap; /* private: which mirrorings are done in the bytes, which in hardware */
    uint8_t state;       /* private: what the family has to remember */
    uint8_t planes;      /* private: PMB_PLANE_... that pixels are written to */
    bool inverted : 1;   /* private: light and dark are exchanged in the bytes */
    bool background : 1; /* private: what is written stays until pmb_panel_settle */
    bool under_way : 1;  /* private: something is being sent in the background */
} pmb_panel;

/*
 * Checks the configuration, resets the panel where it has a reset pin, initialises it, clears its
 * memory (to light on an LCD and on paper, else to dark; PMB_NO_CLEAR leaves that out) and switches
 * it on. E-paper goes on showing what it showed, until it is refreshed.
 *
 * PMB_ERR_ARGUMENT, before any byte is sent: a null pointer, a size or an offset that does not fit
 * the controller's memory, an address or a speed that it cannot have. PMB_ERR_UNSUPPORTED, also
 * before: a bus that the controller does not have, a callback that the port lacks. After any other
 * error (PMB_ERR_NO_ANSWER, PMB_ERR_BUS, PMB_ERR_TIMEOUT) open again.
 */
pmb_status pmb_panel_open(pmb_panel *panel, const PMB_FLASH pmb_panel_config *config,
                          const pmb_port *port);

/*
 * Brings the pins of a panel's bus to rest without opening it. With several panels on one bus, call
 * it for each before the first is opened: until then a chip select floats, and its panel may take
 * what is meant for another.
 */
pmb_status pmb_panel_quiet(const PMB_FLASH pmb_panel_config *config, const pmb_port *port);

/* The backlight, where the panel has a pin for it. Opening switches it on. */
void pmb_panel_backlight(const pmb_panel *panel, bool on);

/*
 * Reads from the controller: sends `command` and stores what comes back, dummy bits included, as
 * the data sheet has it; on I2C there is no command, and every byte is the status. Needs a wire for
 * it (data_in, read, or the SPI unit's own), else PMB_ERR_UNSUPPORTED.
 */
pmb_status pmb_panel_read(const pmb_panel *panel, uint8_t command, uint8_t *reply, size_t count);

/* 1 (least) to 255 (most), spread over what the controller has; 0: the usual one. */
pmb_status pmb_panel_contrast(pmb_panel *panel, uint8_t contrast);

/* Light and dark change places, against how it was configured. Controllers do it at once; on a
 * KS0108 and on e-paper it shows in what is sent from then on (pmb_screen_forget sends all). */
pmb_status pmb_panel_invert(pmb_panel *panel, bool inverted);

/* Sleep switches the display off and keeps its memory; wake brings the picture back. */
pmb_status pmb_panel_sleep(pmb_panel *panel);
pmb_status pmb_panel_wake(pmb_panel *panel);

/*
 * E-paper: begins to show what has been written and returns; the panel is then busy for a while,
 * up to twenty seconds for three colours. PMB_ERR_UNSUPPORTED where the controller has no such
 * refresh, or the panel is no e-paper. A screen does this by itself.
 */
pmb_status pmb_panel_refresh(pmb_panel *panel, pmb_refresh refresh);

/*
 * E-paper without a second ink: the controller keeps what it shall show and what it shows already,
 * and a partial refresh drives the pixels that differ. Chooses to which of them pmb_panel_write
 * writes; both, unless told otherwise. A screen does this by itself.
 */
#define PMB_PLANE_NEXT  0x01
#define PMB_PLANE_SHOWN 0x02
void pmb_panel_write_to(pmb_panel *panel, uint8_t planes);

/*
 * E-paper: true while a refresh goes on, for polling; pmb_panel_wait returns when it has ended and
 * the drive voltages are off, or PMB_ERR_TIMEOUT. Without a busy pin, waiting takes the longest
 * time that the refresh may take. On other panels nothing is ever busy.
 */
bool pmb_panel_is_busy(const pmb_panel *panel);
pmb_status pmb_panel_wait(pmb_panel *panel, uint32_t milliseconds);

/*
 * Sends pixels to the panel's memory: the part `area` (screen coordinates) of a buffer in the
 * panel's format that stands for `held`. A screen does this; call it yourself only without one.
 * `area` must lie inside `held` and `held` inside panel->frame, and the edges of `area` must fall
 * on whole bytes of the buffer, else PMB_ERR_ARGUMENT.
 */
pmb_status pmb_panel_write(pmb_panel *panel, const pmb_canvas *held, pmb_rect area);

/*
 * For writing in the background (port.h, start), where bus and port can: between pmb_panel_defer
 * and pmb_panel_settle, pmb_panel_write may return before the last of its bytes is sent; the buffer
 * has to stay as it is until the next pmb_panel_write or pmb_panel_settle returns. Where they
 * cannot, nothing is deferred. A screen does this by itself.
 */
bool pmb_panel_can_defer(const pmb_panel *panel);
void pmb_panel_defer(pmb_panel *panel);
pmb_status pmb_panel_settle(pmb_panel *panel);

PMB_END_C

#endif
