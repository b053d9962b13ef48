/*
 * families.h - for those who add a controller: what a controller is made of.
 *
 * Controllers of one family differ in a const table only. To add one, write a pmb_controller and
 * the detail table of its family, in a file of your own if you like, and name it in your
 * configuration. No file of Pemble changes. docs/extending.md shows two.
 */
#ifndef PEMBLE_FAMILIES_H
#define PEMBLE_FAMILIES_H

#include "pemble/linkage.h"
#include "pemble/panel.h"

PMB_BEGIN_C

struct pmb_screen; /* screen.h */

/* A glass that is sold with a controller: its size and where its top left pixel lies in memory. Of
 * several with one size the first is the usual one; pmb_family_dcs takes the one at the configured
 * offset. */
typedef struct pmb_glass {
    pmb_size size;
    pmb_point offset;
    uint8_t com;                 /* pmb_com_layout, where the family has one */
    const PMB_FLASH void *extra; /* the family's own: for pages a setup list, for pmb_family_dcs a
                                    pmb_dcs_glass; or PMB_NO_TABLE */
    bool round;                  /* a disc: its corners cannot be seen */
} pmb_glass;

/* What a family does for a panel. `plan` is called before the panel is open, all others afterwards.
 */
typedef struct pmb_family {
    /* Before anything is sent: checks what is special to the family; sets format, frame, offset
     * and turn for the rotation. */
    pmb_status (*plan)(pmb_panel *panel);
    /* After reset: everything up to, but not including, switching the display on. */
    pmb_status (*start)(pmb_panel *panel);
    pmb_status (*write)(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *area);
    pmb_status (*contrast)(pmb_panel *panel, uint8_t contrast);
    pmb_status (*invert)(pmb_panel *panel, bool inverted);
    pmb_status (*show)(pmb_panel *panel, bool on); /* wake or sleep */
    /* Tells the controller the mirrorings of a new rotation, which `plan` has left to it; NULL:
     * nothing has to be told. */
    pmb_status (*turn)(const pmb_panel *panel);
    /* E-paper only, else NULL: begins to show what was written, of an area (NULL: all of it) where
     * the controller can; makes sure that the controller is not busy, within that many
     * milliseconds. */
    pmb_status (*refresh)(pmb_panel *panel, pmb_refresh kind, const pmb_rect *area);
    pmb_status (*wait)(pmb_panel *panel, uint32_t milliseconds);
    /* E-paper only, else NULL: pmb_paper_present (screen.h), so that only programs with e-paper
     * link it. */
    pmb_status (*present)(struct pmb_screen *screen, void (*paint)(pmb_canvas *c, void *scene),
                          void *scene, const pmb_rect *part);
    bool busy_is_high; /* level of the busy pin while the controller is busy */
    bool has_id;       /* its tables are pmb_dcs and may have an ID */
    bool has_index_id; /* its tables are pmb_indexed and have an ID */
    bool pages;        /* rows of eight pixels are addressed one by one */
    bool has_booster;  /* config.resistors and config.booster */
    bool light;        /* the glass is light where nothing is drawn: LCD, e-paper */
} pmb_family;

struct pmb_controller {
    const PMB_FLASH pmb_family *family;
    const PMB_FLASH void *detail; /* the family's own table */
    pmb_size memory;              /* GRAM, columns and rows */
    const PMB_FLASH pmb_glass *glasses;
    uint8_t glass_count;
    uint8_t buses;         /* PMB_HAS_... */
    uint8_t addresses[2];  /* I2C, 7-bit; the second may be 0 */
    uint16_t i2c_khz;      /* fastest clock */
    uint16_t spi_cycle_ns; /* SPI: shortest clock cycle for writing, as data sheets give it */
    uint16_t reset_low_us; /* least reset pulse */
    uint8_t reset_wait_ms; /* from its end to the first command */
};

#define PMB_HAS_I2C           0x01
#define PMB_HAS_SPI           0x02 /* with a data/command pin, hardware or soft */
#define PMB_HAS_SPI3          0x04 /* nine bits, hardware or soft */
#define PMB_HAS_PARALLEL_8080 0x08 /* WR and RD, active low */
#define PMB_HAS_PARALLEL_6800 0x10 /* E, active high, and R/W */
/* SPI into shift registers in front of a 16-bit bus; a command of a list has at most 20 bytes. */
#define PMB_HAS_SPI16    0x20
#define PMB_HAS_SPI_SYNC 0x40 /* the serial bus of the ST7920 */

/* Not a bus: the chip selects of a parallel 6800 bus rest high. */
#define PMB_SELECT_RESTS_HIGH 0x80

/* How a controller's outputs run on the glasses that it is sold with: what it must be told for a
 * picture that is not turned. */
#define PMB_MOUNT_RIGHT  0x02 /* columns run from the right */
#define PMB_MOUNT_BOTTOM 0x04 /* rows run from the bottom */

/*
 * One bit a pixel, memory in pages of eight rows, one byte a column of a page: SSD1306 and its
 * kin, and ST7565 and its. The commands used by all of them: B0h+p page, 10h+n and 00h+n column,
 * A0h/A1h and C0h/C8h remapping, 40h+n start line, 81h contrast, A6h/A7h inversion, AEh/AFh display
 * off and on.
 */
extern const PMB_FLASH pmb_family
    pmb_family_oled_pages;                              /* with A8h multiplex ratio, DAh COM pins */
extern const PMB_FLASH pmb_family pmb_family_lcd_pages; /* 1 is dark; A2h/A3h bias 1/9 or 1/7;
                                                           sleeps with A5h */

typedef struct pmb_paged {
    /* Sent after reset, with the display off: a list as pmb_send_list (driver.h) takes it. What
     * depends on the glass (multiplex ratio, COM pins) is sent after it. */
    const PMB_FLASH uint8_t *setup;
    uint8_t contrast;      /* the usual one, register 81h */
    uint8_t contrast_most; /* the largest: 255, or 63 */
    uint8_t mount;         /* PMB_MOUNT_... */
    uint8_t temperatures;  /* FAh: the temperature coefficients that an LCD has, 0 or 2 */
    bool sh1107;           /* start line by DCh, 128 outputs, no DAh */
    bool has_window;       /* several pages in one go, by 20h 00h, 21h and 22h */
} pmb_paged;

/* The PCD8544 and what has its commands: pages as above, all mirroring done in the bytes. */
extern const PMB_FLASH pmb_family pmb_family_pcd8544;

typedef struct pmb_pcd8544_usual {
    uint8_t vop, bias, temperature; /* registers: 0 to 127, 0 to 7, 0 to 3 */
} pmb_pcd8544_usual;

/*
 * KS0108s, each with 64 of the memory's columns. Two are selected by a pin each (select,
 * second_select), active high, or active low with PMB_SELECT_RESTS_HIGH. Three are selected by the
 * number on two pins: select is its lower bit, 3 selects none.
 */
extern const PMB_FLASH pmb_family pmb_family_ks0108;

/* The ST7920: graphics over characters, words of 16 pixels. */
extern const PMB_FLASH pmb_family pmb_family_st7920;

/*
 * Grey and colour OLED controllers with a window in memory: 15h columns, 75h rows, A0h remapping,
 * A1h start line, A2h offset, AEh/AFh off and on.
 */
extern const PMB_FLASH pmb_family pmb_family_windowed;

typedef struct pmb_windowed {
    const PMB_FLASH uint8_t *setup;
    const PMB_FLASH pmb_format *format; /* pmb_grey4 or pmb_rgb565 */
    uint8_t pixels_per_column;          /* one column address: 1, 2 or 4 pixels */
    bool parameters_as_data;            /* D/C high for what follows the command's first byte */
    uint8_t write_command;              /* before pixels; 0: none */
    uint8_t normal, inverse;            /* display modes */
    uint8_t multiplex;                  /* command for the number of rows less one */
    uint8_t contrast;                   /* command */
    uint8_t usual[3];                   /* the usual values, one for each that is set */
    uint8_t contrast_count;             /* bytes, or, for `contrast_each`, commands one by one */
    uint8_t contrast_most;              /* the largest value of the register; 0: 255 */
    bool contrast_each;
    /* A0h: the value for a picture that is not turned; bits that change for each mirroring, for
     * exchanged axes (0: not possible), for exchanged colours; a second byte, if any. */
    uint8_t remap, flip_right, flip_bottom, exchange, bgr, second;
} pmb_windowed;

/* TFT controllers with the command set of MIPI DCS (Display Command Set, version 1.02). */
extern const PMB_FLASH pmb_family pmb_family_dcs;

typedef struct pmb_dcs {
    const PMB_FLASH uint8_t *setup; /* before sleep out, a list as above; or NULL */
    uint8_t mount;                  /* PMB_MOUNT_... */
    bool bgr;                       /* the usual glass has red and blue the other way round */
    bool inverted;                  /* the usual glass shows the inverse */
    bool wide_on_spi;               /* 18 bits a pixel on SPI, from RGB565 */
    uint32_t id, other_id;          /* that can be read, 24 bits; 0: there is none */
} pmb_dcs;

/* What a glass has in place of what is usual for its controller. */
typedef struct pmb_dcs_glass {
    pmb_size memory;                /* that a strap of the chip chooses; {0, 0}: the controller's */
    bool bgr, inverted;             /* as in pmb_dcs */
    const PMB_FLASH uint8_t *setup; /* sent after the controller's, a list as above; or NULL */
} pmb_dcs_glass;

/* TFT controllers with index registers of 16 bits: ILI9225 and its kin. */
extern const PMB_FLASH pmb_family pmb_family_indexed;

/* A register and its value. PMB_REGISTER_PAUSE: a pause of so many milliseconds. {0, 0} ends a
 * list.
 */
typedef struct pmb_register {
    uint8_t index;
    uint16_t value;
} pmb_register;
#define PMB_REGISTER_PAUSE 0xFF

typedef struct pmb_indexed {
    const PMB_FLASH pmb_register *setup; /* everything up to switching on */
    uint8_t window[4];                   /* registers: first and last column, first and last row */
    uint16_t on, inverse;                /* values of 07h */
    uint8_t inversion;                   /* register: 1 normal, 0 inverse; 0: `inverse` does it */
    uint16_t power;                      /* value of 10h, awake */
    uint16_t id;                         /* as 00h gives it */
    bool bgr;                            /* the usual glass has red and blue the other way round */
} pmb_indexed;

/* E-paper controllers SSD168x, and UC81xx and its kin. */
extern const PMB_FLASH pmb_family pmb_family_ssd168x;
extern const PMB_FLASH pmb_family pmb_family_uc81xx;

typedef struct pmb_paper {
    /* Longest times of a refresh at 10 degrees Celsius and more; 0: it has none such. */
    uint16_t full_ms, fast_ms, partial_ms, grey_ms;
    uint8_t inks;    /* 0: black and white; 1: a second ink; 2: also yellow and red */
    uint8_t variant; /* the family's own: PMB_SSD..., PMB_UC... */
    uint8_t flags;
    /* Lists as pmb_send_setup (driver.h) takes them, or PMB_NO_TABLE. What the glass needs after a
     * reset: */
    const PMB_FLASH uint8_t *setup;
    /* ...and before each refresh with a waveform that is not the controller's own: voltages of
     * gates, sources and the common electrode, and 50 frames a second. */
    const PMB_FLASH uint8_t *own;
} pmb_paper;

/* Flags: which refreshes Pemble does with waveforms of its own, because the controller's memory has
 * none; and whether each refresh compares both memories, as a partial one always does. */
#define PMB_OWN_FULL      0x01
#define PMB_OWN_FAST      0x02 /* fast and partial */
#define PMB_FULL_COMPARES 0x04

/* SSD168x */
#define PMB_SSD1681 0
#define PMB_SSD1680 1 /* the memory of glasses up to 160 columns begins at source 8 */
#define PMB_SSD1675 2 /* and SSD1619: waveforms of 70 bytes */
#define PMB_SSD1677 3 /* columns are counted in pixels; waveforms of 105 bytes */
#define PMB_SSD1608 4 /* writes one memory only; waveforms of 30 bytes */

/* UC81xx */
#define PMB_UC8151  0 /* window of 7 bytes, resolution of 3 */
#define PMB_UC8176  1 /* window of 9 bytes, resolution of 4 */
#define PMB_IL91874 2 /* parts by 14h, 15h and 16h */
#define PMB_UC8179  3 /* longer waveforms, 50h of two bytes, 17h */
#define PMB_JD7966X 4 /* four inks in one memory of two bits a pixel */

PMB_END_C

#endif
