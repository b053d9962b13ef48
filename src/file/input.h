/* input.h - reading image files, and drawing what is in them; private to src/file. */
#ifndef PEMBLE_SRC_FILE_INPUT_H
#define PEMBLE_SRC_FILE_INPUT_H

#include "pemble/file.h"

/* A file being read. It keeps the first error. After an error all bytes read as 0. */
typedef struct pmb_input {
    const pmb_reader *reader;
    uint32_t at;
    uint8_t buffer[64], first, count;
    pmb_status status;
    const char *reason;
    uint32_t fault; /* where */
} pmb_input;

void pmb_input_open(pmb_input *in, const pmb_reader *reader);
void pmb_input_seek(pmb_input *in, uint32_t offset);
uint8_t pmb_input_next(pmb_input *in);

/* Whether another byte can be read; that there is none is no error yet. */
bool pmb_input_has_more(pmb_input *in);

/* A number of so many bytes, the lowest first. */
uint32_t pmb_input_number(pmb_input *in, uint8_t bytes);

/* Notes an error at the byte read last. Only the first error is kept. */
void pmb_input_fail(pmb_input *in, pmb_status status, const char *reason);

/* Where the pixels of a file go, in rows from the top down, each from left to right. */
typedef struct pmb_output {
    pmb_canvas *c;
    pmb_rect r;     /* where it may be drawn */
    pmb_rect drawn; /* where it is */
    pmb_size from;  /* size of the image */
    uint16_t *sums; /* of a row being made smaller; NULL: pixels are drawn as they are */
    int32_t x, y;   /* of the next pixel of the image */
    int32_t rows;   /* of the image that are in the sums */
    int32_t run;    /* pixels of one colour that wait to be drawn */
    pmb_color color;
    int32_t run_x, run_y;
} pmb_output;

/* The rectangle of a size in the middle of r. */
pmb_rect pmb_in_middle(pmb_rect r, pmb_size size);

/* Prepares for an image of a size. False when the memory is too small. */
bool pmb_output_open(pmb_output *out, pmb_canvas *c, pmb_rect r, pmb_size from, void *memory,
                     size_t bytes);
void pmb_output_put(pmb_output *out, uint8_t red, uint8_t green, uint8_t blue);
void pmb_output_end(pmb_output *out);

/* True when this row and all later rows are outside of the clip. */
bool pmb_output_is_done(const pmb_output *out);

/* Readers of each kind of file. The bytes that tell the kind have been read. */
typedef struct pmb_job {
    pmb_input in;
    pmb_output out;
    pmb_canvas *c;
    pmb_rect r;
    uint8_t *memory;
    size_t bytes;
    pmb_size size;
} pmb_job;

void pmb_bmp_draw(pmb_job *job);
void pmb_netpbm_draw(pmb_job *job);
void pmb_jpeg_draw(pmb_job *job);

/* Starts the output for a size that a file says it has; false, with the reason noted, when that is
 * not possible. */
bool pmb_job_begin(pmb_job *job, uint32_t w, uint32_t h);

#endif
