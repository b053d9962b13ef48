/*
 * source.h - where the bytes of an asset come from: memory, or a file behind two callbacks.
 */
#ifndef PEMBLE_SOURCE_H
#define PEMBLE_SOURCE_H

#include <stdbool.h>
#include <stddef.h>
#include <stdint.h>
#include "pemble/flash.h"
#include "pemble/linkage.h"

PMB_BEGIN_C

/*
 * A file on a card, for reading. `read` reads up to `count` bytes from where the file stands into
 * `to` and returns how many it got: fewer at the end of the file only. `seek` goes to an offset
 * from the start of the file; false when it cannot.
 */
typedef struct pmb_reader {
    void *context;
    uint32_t (*read)(void *context, void *to, uint32_t count);
    bool (*seek)(void *context, uint32_t offset);
} pmb_reader;

/* Bytes that lie in memory, or, where `bytes` is NULL, in a file. */
typedef struct pmb_source {
    const PMB_FLASH uint8_t *bytes;
    size_t size; /* of the bytes in memory */
    const pmb_reader *reader;
} pmb_source;

PMB_END_C

#endif
