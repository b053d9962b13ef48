/*
 * families.h - what a controller is made of: for those who add one.
 *
 * Controllers of one family differ in a const table only. To add one, write a pmb_controller and
 * the detail table of its family, in a file of your own if you like, and name it in your
 * configuration; no file of Pemble changes. docs/porting.md shows one.
 */
#ifndef PEMBLE_FAMILIES_H
#define PEMBLE_FAMILIES_H

#include "pemble/panel.h"

/* A glass that is sold with a controller: its size and where its top left pixel lies in memory. */
typedef struct pmb_glass {
    pmb_size size;
    pmb_point offset;
    uint8_t com; /* pmb_com_layout, where the family has one */
} pmb_glass;

/* What a family does for a panel. All are called with an open panel, but for `plan`. */
typedef struct pmb_family {
    /* Before anything is sent: checks what is special to the family; sets format, frame, offset
     * and turn for the rotation. */
    pmb_status (*plan)(pmb_panel *panel);
    /* After reset: everything up to, but not including, switching the display on. */
    pmb_status (*start)(pmb_panel *panel);
    pmb_status (*write)(pmb_panel *panel, const pmb_canvas *held, pmb_rect area);
    pmb_status (*contrast)(pmb_panel *panel, uint8_t contrast);
    pmb_status (*invert)(pmb_panel *panel, bool inverted);
    pmb_status (*show)(pmb_panel *panel, bool on); /* wake or sleep */
} pmb_family;

struct pmb_controller {
    const PMB_FLASH
    pmb_family *family;
    const PMB_FLASH
    void *detail;    /* the family's own table */
    pmb_size memory; /* GRAM, columns and rows */
    const PMB_FLASH
    pmb_glass *glasses;
    uint8_t glass_count;
    uint8_t buses;          /* PMB_HAS_... */
    uint8_t addresses[2];   /* I2C, 7-bit; the second may be 0 */
    uint16_t i2c_khz;       /* fastest clock */
    uint16_t reset_low_us;  /* least reset pulse */
    uint16_t reset_wait_ms; /* from its end to the first command */
};

#define PMB_HAS_I2C 0x01

/*
 * One bit a pixel, memory in pages of eight rows, one byte a column of a page: SSD1306 and its
 * kin. The commands used by all of them: B0h+p page, 10h+n and 00h+n column, A0h/A1h and C0h/C8h
 * remapping, 40h+n start line, 81h contrast, A6h/A7h inversion, AEh/AFh display off and on.
 */
extern const PMB_FLASH
pmb_family pmb_family_paged;

typedef struct pmb_paged {
    /* Sent after reset, with the display off: for each command its number of bytes, then these;
     * 0 ends the list. What depends on the glass (multiplex ratio, COM pins) is sent after it. */
    const PMB_FLASH
    uint8_t *setup;
    uint8_t contrast; /* the usual one, register 81h */
} pmb_paged;

#endif
