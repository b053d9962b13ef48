/*
 * store.h - settings and calibrations that survive a power cut.
 *
 * A record is a struct of yours. It is kept in two places, the slots. Saving writes the slot that
 * does not hold the newest copy, so that the copy before stays until the new one is complete. When
 * the power fails at any byte, loading gives the old record or the new one, never a mixture: each
 * copy has a checksum over all of it.
 *
 * You say how the slots are reached: an EEPROM, two sectors of flash, two files.
 */
#ifndef PEMBLE_STORE_H
#define PEMBLE_STORE_H

#include <stddef.h>
#include <stdint.h>
#include "pemble/linkage.h"
#include "pemble/status.h"

PMB_BEGIN_C

/* Bytes that a slot needs besides the record. */
enum { PMB_STORE_EXTRA = 12 };

/* Where records are kept: two slots, 0 and 1. One storage keeps one record. */
typedef struct pmb_storage {
    void *context;     /* is handed to the callbacks */
    size_t slot_bytes; /* room of a slot: the record's bytes and PMB_STORE_EXTRA */

    /* Reads `count` bytes of a slot, from `offset` on. */
    pmb_status (*read)(void *context, uint8_t slot, size_t offset, void *bytes, size_t count);

    /* Writes bytes. It is called with offsets that follow one another, after `erase` where there is
     * one. It returns when the bytes are kept. */
    pmb_status (*write)(void *context, uint8_t slot, size_t offset, const void *bytes,
                        size_t count);

    /* Erases a slot, as flash needs it before it is written. NULL: bytes can be written over. */
    pmb_status (*erase)(void *context, uint8_t slot);
} pmb_storage;

/*
 * Saves a record of `size` bytes. `version` is yours: the layout of the record. Nothing is written
 * when the newest copy has the same version and bytes.
 *
 * PMB_ERR_ARGUMENT: a null pointer, or a record that is too large for a slot or for 65535 bytes.
 * Other errors are those of the callbacks; the record that was there before is still there.
 */
pmb_status pmb_store_save(const pmb_storage *storage, uint8_t version, const void *record,
                          size_t size);

/*
 * Loads the newest complete record. Fill the record with its defaults before.
 *
 * A stored record that is shorter, as an older program has saved it, sets the first bytes only: add
 * new fields at the end, and they keep their defaults. Of a longer one the first bytes are taken.
 * *version is what it was saved with; `version` may be NULL.
 *
 * PMB_ERR_DATA: there is no complete record; nothing has changed. After an error of the callbacks
 * the record may have changed: fill it with its defaults again.
 */
pmb_status pmb_store_load(const pmb_storage *storage, uint8_t *version, void *record, size_t size);

PMB_END_C

#endif
