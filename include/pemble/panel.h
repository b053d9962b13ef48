/*
 * panel.h - one display, as it is configured and as it is wired.
 */
#ifndef PEMBLE_PANEL_H
#define PEMBLE_PANEL_H

#include "pemble/canvas.h"
#include "pemble/port.h"

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

/* Everything that sets one display apart from another. Must outlive the panel. */
typedef struct pmb_panel_config {
    const PMB_FLASH
    pmb_controller *controller;
    pmb_size size; /* pixels of the glass, as it is made, before rotation */
    pmb_bus bus;
    pmb_pin reset;       /* active low; none: the module resets itself */
    pmb_offset offset;   /* left out: the usual one for this size */
    pmb_rotation rotate; /* of the picture on the glass */
    bool mirror;         /* left and right of the picture change places, before rotation */
    bool invert;         /* light and dark change places, for good */
    uint8_t contrast;    /* 1 (least) to 255 (most); 0: the usual one */
    pmb_com_layout com;
} pmb_panel_config;

/* A panel in use. The fields are for reading; change them through the functions. */
typedef struct pmb_panel {
    const pmb_panel_config *config;
    const pmb_port *port;
    const PMB_FLASH
    pmb_format *format;  /* what a canvas for this panel must have */
    pmb_size size;       /* of the screen, after rotation */
    pmb_rect frame;      /* what a whole buffer covers: the screen, widened to
                            whole bytes of the controller's memory */
    pmb_point offset;    /* of the glass in GRAM, with the mirroring now set */
    uint8_t turn, remap; /* private: which mirrorings are done in the bytes, which in hardware */
} pmb_panel;

/*
 * Checks the configuration, resets the panel where it has a reset pin, initialises it, clears its
 * memory to dark and switches it on.
 *
 * PMB_ERR_ARGUMENT, before any byte is sent: a null pointer, a size or an offset that does not fit
 * the controller's memory, an address or a speed that it cannot have. PMB_ERR_UNSUPPORTED, also
 * before: a bus that the controller does not have, a callback that the port lacks. After any other
 * error (PMB_ERR_NO_ANSWER, PMB_ERR_BUS, PMB_ERR_TIMEOUT) open again.
 */
pmb_status pmb_panel_open(pmb_panel *panel, const pmb_panel_config *config, const pmb_port *port);

/* 1 (least) to 255 (most), spread over what the controller has; 0: the usual one. */
pmb_status pmb_panel_contrast(pmb_panel *panel, uint8_t contrast);

/* Light and dark change places on the glass, without sending pixels, against how it was
 * configured. */
pmb_status pmb_panel_invert(pmb_panel *panel, bool inverted);

/* Sleep switches the display off and keeps its memory; wake brings the picture back. */
pmb_status pmb_panel_sleep(pmb_panel *panel);
pmb_status pmb_panel_wake(pmb_panel *panel);

/*
 * Sends pixels to the panel's memory: the part `area` (screen coordinates) of a buffer in the
 * panel's format that stands for `held`. A screen does this; call it yourself only without one.
 * `area` must lie inside `held` and `held` inside panel->frame, and the edges of `area` must fall
 * on whole bytes of the buffer, else PMB_ERR_ARGUMENT.
 */
pmb_status pmb_panel_write(pmb_panel *panel, const pmb_canvas *held, pmb_rect area);

#endif
