/*
 * file.h - image files from a card, drawn straight from the reader and made to fit.
 *
 * Known are BMP (1, 4, 8, 16, 24 and 32 bits a pixel, not compressed), Netpbm (P1 to P6), baseline
 * JPEG (grey or colour, any sampling up to 2 x 2, restart markers), and Pemble's own pictures.
 * The memory needed is one row of what is drawn, whatever the size of the file.
 */
#ifndef PEMBLE_FILE_H
#define PEMBLE_FILE_H

#include "pemble/linkage.h"
#include "pemble/picture.h"

PMB_BEGIN_C

/* What became of a file. */
typedef struct pmb_file_report {
    const char *kind;   /* "BMP", "Netpbm", "JPEG", "picture"; "" when it was not recognised */
    const char *reason; /* what is wrong with it, in a few words; NULL: nothing */
    uint32_t offset;    /* of the byte at which that was seen */
    pmb_size size;      /* of the image in the file */
    pmb_rect drawn;     /* where it was drawn */
} pmb_file_report;

/* Memory that is enough for any file drawn `width` pixels wide: 6 bytes a pixel and 2,400 for the
 * tables of a JPEG. */
#define PMB_FILE_MEMORY(width) (6u * (width) + 2400u)

/*
 * Draws an image file in the middle of r. An image that is too large is made smaller so that it
 * fits: each pixel is the mean of the pixels that it replaces, of 16 x 16 at most. A JPEG is made
 * smaller by 2, 4 or 8 while it is decoded. If a fault is found, what has been drawn before stays.
 * `report` may be NULL.
 *
 * PMB_ERR_DATA: the file is damaged, cut short or of an unknown kind; the report says more.
 * PMB_ERR_UNSUPPORTED: the file is valid, but of a kind that is not drawn, such as a progressive
 * JPEG. PMB_ERR_ARGUMENT: a null pointer or too little memory. PMB_ERR_BUS: the reader failed.
 */
pmb_status pmb_file_draw(pmb_canvas *c, const pmb_reader *reader, pmb_rect r, void *memory,
                         size_t bytes, pmb_file_report *report);

PMB_END_C

#endif
