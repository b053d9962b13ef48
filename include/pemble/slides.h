/*
 * slides.h - a slide show: every picture of a directory that can be shown, whatever its name and
 * size; what cannot is passed over and reported.
 */
#ifndef PEMBLE_SLIDES_H
#define PEMBLE_SLIDES_H

#include "pemble/file.h"
#include "pemble/linkage.h"

PMB_BEGIN_C

/*
 * A directory of files, by number from 0. `open` opens one, makes *reader read it and gives its
 * name (valid until the next call); false when there is none of that number. Only one is open at a
 * time.
 */
typedef struct pmb_directory {
    void *context;
    bool (*open)(void *context, uint16_t number, pmb_reader *reader, const char **name);
} pmb_directory;

/* Called for each file that is passed over. */
typedef void (*pmb_slide_skipped)(void *context, const char *name, const pmb_file_report *report);

typedef struct pmb_slides {
    const pmb_directory *directory;
    pmb_slide_skipped skipped; /* may be NULL */
    void *skipped_context;
    void *memory;
    size_t bytes;
    /* The slide that is shown now. */
    uint16_t number; /* of the file */
    const char *name;
    pmb_reader reader;
} pmb_slides;

/* Begins before the first file. `memory` as for pmb_file_draw, kept for the show. */
void pmb_slides_open(pmb_slides *slides, const pmb_directory *directory, void *memory,
                     size_t bytes);

/* Goes to the next file that can be shown; after the last one, to the first. Each is read whole
 * before it is chosen. False when there is none that can be. */
bool pmb_slides_next(pmb_slides *slides);

/* Draws the present slide fitted into r; as often as there are bands. */
pmb_status pmb_slides_draw(pmb_canvas *c, const pmb_slides *slides, pmb_rect r);

/* Whether a file can be drawn, by reading all of it; arguments as for pmb_file_draw. */
pmb_status pmb_file_check(const pmb_reader *reader, void *memory, size_t bytes,
                          pmb_file_report *report);

PMB_END_C

#endif
