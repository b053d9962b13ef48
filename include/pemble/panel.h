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

/* How far the picture is turned clockwise on the glass. */
typedef enum pmb_rotation {
    PMB_ROTATE_0 = 0,
    PMB_ROTATE_90,
    PMB_ROTATE_180,
    PMB_ROTATE_270
} pmb_rotation;

/* Where the glass lies in the controller's memory. If it is left out, the controller's table of
 * known glasses gives the offset for this size; for an unknown size it is {0, 0}. Of several known
 * glasses of one size, the one at this offset is meant. */
typedef struct pmb_offset {
    int16_t x, y; /* memory column and row of the glass's top left pixel, unrotated */
    bool given;
} pmb_offset;

/* Which row of the glass is on which COM output: SSD1306 data sheet, table 10-3. If it is left out,
 * the table of known glasses decides. */
typedef enum pmb_com_layout {
    PMB_COM_USUAL = 0,
    PMB_COM_SEQUENTIAL,
    PMB_COM_ALTERNATIVE,
    PMB_COM_SEQUENTIAL_SWAPPED,
    PMB_COM_ALTERNATIVE_SWAPPED
} pmb_com_layout;

/*
 * How e-paper is refreshed.
 *
 * A full refresh drives every pixel through black and white. It flickers and leaves no trace of the
 * old picture. A fast refresh does the same in less time and less thoroughly. A partial refresh
 * drives only pixels that change, and leaves a faint trace of the old picture. A refresh of greys
 * drives every pixel to one of four greys; a panel configured for it has a format of four greys and
 * no other refresh.
 */
typedef enum pmb_refresh {
    PMB_REFRESH_FULL = 0,
    PMB_REFRESH_FAST,
    PMB_REFRESH_PARTIAL,
    PMB_REFRESH_GREYS
} pmb_refresh;

/* The n-th temperature coefficient of an LCD controller, from 0; docs/controllers/ says how many.
 */
#define PMB_TEMPERATURE(n) ((uint8_t)((n) + 1))

/* The n-th ratio of the resistors of an LCD's voltage regulator, and the n-th of its booster, from
 * 0: docs/controllers/ says what they are. They are what a glass needs that stays blank or all dark
 * at every contrast. */
#define PMB_RESISTORS(n) ((uint8_t)((n) + 1))
#define PMB_BOOSTER(n)   ((uint8_t)((n) + 1))

#define PMB_FULL_NEVER 255

/* What one display is: a const PMB_FLASH table (flash.h). It must outlive the panel. */
typedef struct pmb_panel_config {
    const PMB_FLASH pmb_controller *controller;
    pmb_size size; /* pixels of the glass, as it is made, before rotation */
    pmb_bus bus;
    /* Active low. None: the module resets itself, or another panel's opening does it. Where two
     * panels share a reset pin, only the one that is opened first has it here: a pulse for the
     * second would reset the first as well. */
    pmb_pin reset;
    pmb_pin backlight;   /* none: always on */
    bool backlight_low;  /* the backlight is on while its pin is low */
    pmb_pin busy;        /* e-paper; none: waits as long as it may take */
    pmb_offset offset;   /* left out: the usual one for this size */
    pmb_rotation rotate; /* of the picture on the glass */
    bool mirror;         /* left and right of the picture change places, before rotation */
    bool invert;         /* light and dark change places for good: many IPS panels need this */
    bool bgr;            /* the glass has red and blue the other way round */
    uint8_t contrast;    /* 1 (least) to 255 (most); 0: the usual one */
    pmb_com_layout com;
    uint8_t bias;        /* LCD: 1/n bias, such as 9 for 1/9; 0: the usual one */
    uint8_t temperature; /* LCD: PMB_TEMPERATURE(n); 0: the usual one */
    uint8_t resistors;   /* ST7565 and its kin: PMB_RESISTORS(0) to (7); 0: the usual ones */
    uint8_t booster;     /* the same: PMB_BOOSTER(0) to (3); 0: the usual one */
    pmb_refresh refresh; /* e-paper: what a present does */
    /* The format of the buffer. NULL: that of the controller. TFTs (pmb_family_dcs) also take
     * formats that need less memory: pmb_index4 and pmb_index8 with a palette, pmb_grey4,
     * pmb_mono_horizontal. Their pixels are widened while they are sent. */
    const PMB_FLASH pmb_format *format;
    const pmb_palette *palette;
    /* E-paper: after so many fast or partial refreshes comes a full one; 0: the usual number, 8;
     * PMB_FULL_NEVER: none. Traces add up without it. */
    uint8_t full_every;
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
#if PMB_WINDOWS
    struct pmb_open_window {
        int16_t from, size; /* on the screen, along lines of the memory; size 0: none is open */
        int16_t next;       /* across them: what is sent now goes there */
    } window;               /* private: turn.h */
#endif
    uint8_t column_unit, row_unit; /* pixels of the screen in the least part that can be sent */
    bool columns;                  /* bands of a screen are columns, not rows: screen.h */
    uint8_t turn, remap; /* private: which mirrorings are done in the bytes, which in hardware */
    uint8_t state;       /* private: what the family has to remember */
    /* private, e-paper: */
    uint8_t planes : 2;  /* PMB_PLANE_... that pixels are written to */
    uint8_t cold : 3;    /* step of temperature, 0 is 20 degrees Celsius and more */
    bool compares : 1;   /* each refresh compares both memories, not only a partial one */
    bool kept : 1;       /* opening does not clear the memory */
    bool forgets : 1;    /* sleep does not keep the memory */
    uint8_t rotate : 2;  /* private: the pmb_rotation that is set now */
    bool inverted : 1;   /* private: light and dark are exchanged in the bytes */
    bool dark : 1;       /* private: the backlight waits for the first picture */
    bool lost : 1;       /* private: waking has cleared the memory; a screen sends everything */
    bool background : 1; /* private: what is written stays until pmb_panel_settle */
    bool under_way : 1;  /* private: something is being sent in the background */
    bool unsure : 1;     /* private: an error may have broken a command off: pmb_ended */
} pmb_panel;

/*
 * Opens a panel: checks the configuration, pulses the reset pin if there is one, sends the setup,
 * clears the controller's memory and switches the display on. The memory is cleared to light on an
 * LCD and on e-paper, else to dark. E-paper shows its old picture until it is refreshed.
 *
 * Errors before anything is sent:
 *   PMB_ERR_ARGUMENT: a null pointer, or a size, an offset, an address, a speed or another value
 * that the controller cannot have. PMB_ERR_UNSUPPORTED: the controller does not have this bus, or
 * the port lacks a callback. pmb_panel_explain (explain.h) says which field it is.
 *
 * After any other error (PMB_ERR_NO_ANSWER, PMB_ERR_BUS, PMB_ERR_TIMEOUT) open the panel again.
 */
pmb_status pmb_panel_open(pmb_panel *panel, const PMB_FLASH pmb_panel_config *config,
                          const pmb_port *port);

/*
 * E-paper: opens the panel as pmb_panel_open does, but does not clear its memory: after the
 * processor slept or restarted. Tell the screen next what the paper shows (pmb_screen_resume).
 * PMB_ERR_UNSUPPORTED: the panel is no e-paper. Other errors: as pmb_panel_open.
 */
pmb_status pmb_panel_resume(pmb_panel *panel, const PMB_FLASH pmb_panel_config *config,
                            const pmb_port *port);

/*
 * Brings the pins of a panel's bus to rest without opening the panel. It leaves reset and backlight
 * as they are. If several panels share a bus, call it for each panel before you open the first one:
 * until then a chip select floats, and its panel may take what is meant for another.
 */
pmb_status pmb_panel_quiet(const PMB_FLASH pmb_panel_config *config, const pmb_port *port);

/* The backlight, where the panel has a pin for it. It is off from the beginning of opening until
 * the first picture has been sent, so that nothing flashes, and while the panel sleeps. */
void pmb_panel_backlight(const pmb_panel *panel, bool on);

/*
 * Reads from the controller: sends `command` and stores the `count` bytes that come back, dummy
 * bits included. On I2C there is no command, and every byte is the controller's status.
 * PMB_ERR_UNSUPPORTED when there is no wire for reading: bus.data_in, bus.read, or an SPI unit that
 * receives.
 */
pmb_status pmb_panel_read(const pmb_panel *panel, uint8_t command, uint8_t *reply, size_t count);

/* 1 (least) to 255 (most), spread over what the controller has; 0: the usual one. */
pmb_status pmb_panel_contrast(pmb_panel *panel, uint8_t contrast);

/* Exchanges light and dark, compared with the configuration. Most controllers do this at once. On a
 * KS0108 and on e-paper it takes effect on what is sent afterwards: call pmb_screen_forget, and the
 * next paint sends everything. */
pmb_status pmb_panel_invert(pmb_panel *panel, bool inverted);

/*
 * Turns the picture on the glass, clockwise from how the glass is made. What the panel shows is
 * then wrong until it is sent anew: panel->size, panel->frame and on some controllers panel->format
 * are others, so call pmb_screen_init again. PMB_ERR_UNSUPPORTED: the controller cannot; nothing
 * has changed.
 */
pmb_status pmb_panel_rotate(pmb_panel *panel, pmb_rotation rotate);

/* Sleep switches the display off and keeps its memory. Wake switches it on with the same picture.
 * After an error of sleep nobody knows whether the panel sleeps: call one of the two.
 * The UC8151 and its kin lose their memory; then the next paint of a screen sends everything, and
 * refreshes fully. */
pmb_status pmb_panel_sleep(pmb_panel *panel);
pmb_status pmb_panel_wake(pmb_panel *panel);

/* E-paper: the deepest sleep, which takes the least current. The memory is lost on all controllers;
 * the paper keeps its picture. After pmb_panel_wake the next paint sends everything and refreshes
 * fully. To go on with partial refreshes, call pmb_screen_resume after it. Other panels sleep. */
pmb_status pmb_panel_deep_sleep(pmb_panel *panel);

/*
 * E-paper: the temperature of the glass, -40 to 85 degrees Celsius; at first it is taken as 20 or
 * more. Below 20 degrees Pemble's own waveforms and its longest waits take longer, in steps of 5
 * degrees. The waveforms in a controller's memory are chosen by the controller's own sensor.
 * PMB_ERR_ARGUMENT: a null pointer or another temperature. PMB_ERR_UNSUPPORTED: no e-paper.
 */
pmb_status pmb_panel_temperature(pmb_panel *panel, int8_t celsius);

/*
 * E-paper: begins a refresh, which shows what has been written, and returns. The panel is then
 * busy, for up to twenty seconds with three colours. A screen does this by itself.
 * PMB_ERR_UNSUPPORTED: the controller has no such refresh, or the panel is no e-paper.
 */
pmb_status pmb_panel_refresh(pmb_panel *panel, pmb_refresh refresh);

/* The same for a part of the screen, widened to whole bytes. Where the controller can (UC81xx and
 * kin), nothing else is driven; others refresh everything. PMB_ERR_ARGUMENT: nothing of `area` is
 * on the screen. */
pmb_status pmb_panel_refresh_area(pmb_panel *panel, pmb_refresh refresh, pmb_rect area);

/*
 * E-paper without a second ink: the controller keeps the next picture and the picture that the
 * paper shows. A partial refresh drives the pixels that differ. This chooses which of the two
 * memories pmb_panel_write fills; at first it fills both. A screen does this by itself.
 */
#define PMB_PLANE_NEXT  0x01
#define PMB_PLANE_SHOWN 0x02
void pmb_panel_write_to(pmb_panel *panel, uint8_t planes);

/*
 * E-paper: pmb_panel_is_busy is true while a refresh goes on, and until the drive voltages are off:
 * it switches them off when it finds that the refresh has ended. pmb_panel_wait returns PMB_OK when
 * the refresh has ended and the drive voltages are off, or PMB_ERR_TIMEOUT after so many
 * milliseconds. Without a busy pin, waiting takes the longest time of the refresh, and nothing is
 * ever busy. Other panels are never busy.
 */
bool pmb_panel_is_busy(pmb_panel *panel);
pmb_status pmb_panel_wait(pmb_panel *panel, uint32_t milliseconds);

/*
 * Sends pixels to the panel's memory: the part `area` (screen coordinates) of a buffer in the
 * panel's format that stands for `held`. A screen does this; call it yourself only without one.
 * `area` must lie inside `held` and `held` inside panel->frame, and the edges of `area` must fall
 * on whole bytes of the buffer, else PMB_ERR_ARGUMENT.
 */
pmb_status pmb_panel_write(pmb_panel *panel, const pmb_canvas *held, pmb_rect area);

/*
 * Writing in the background, if bus and port can do it (spi_start in port.h). Between
 * pmb_panel_defer and pmb_panel_settle, pmb_panel_write may return before its last byte is sent.
 * The buffer must not change until the next pmb_panel_write or pmb_panel_settle returns. If bus or
 * port cannot do it, nothing is deferred. A screen does this by itself.
 */
bool pmb_panel_can_defer(const pmb_panel *panel);
void pmb_panel_defer(pmb_panel *panel);
pmb_status pmb_panel_settle(pmb_panel *panel);

PMB_END_C

#endif
