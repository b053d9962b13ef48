/* store.c - a record in two slots; docs/formats.md has its bytes. */
#include "pemble/store.h"
#include <stdbool.h>
#include <string.h>
#include "geometry/checksum.h"

/* A slot begins with its head; then comes the record. The checksum is over all but itself. */
enum {
    MARK = 0,     /* 'P', 'S' */
    FORMAT = 2,   /* 1 */
    VERSION = 3,  /* of the record */
    SIZE = 4,     /* of the record, low byte first */
    SEQUENCE = 6, /* one more than the copy before, low byte first */
    CHECKSUM = 8, /* low byte first */
    HEAD = PMB_STORE_EXTRA,
    PIECE = 16 /* bytes that are read at once */
};

struct copy {
    uint8_t head[HEAD];
    uint16_t size, sequence;
    bool complete;
};

static uint16_t two(const uint8_t *bytes)
{
    return (uint16_t)(bytes[0] | bytes[1] << 8);
}

static uint32_t checksum_start(const uint8_t *head)
{
    uint32_t crc = PMB_CRC_START;
    for (uint8_t i = 0; i < CHECKSUM; i++)
        crc = pmb_crc_add(crc, head[i]);
    return crc;
}

static void put_checksum(uint8_t *head, uint32_t crc)
{
    crc = pmb_crc_end(crc);
    for (uint8_t i = 0; i < 4; i++)
        head[CHECKSUM + i] = (uint8_t)(crc >> 8 * i);
}

/* Reads a copy from beginning to end: whether it is complete, and whether it equals `record`, which
 * may be NULL. */
static pmb_status look(const pmb_storage *s, uint8_t slot, struct copy *copy, const uint8_t *record,
                       size_t size, bool *same)
{
    pmb_status status = s->read(s->context, slot, 0, copy->head, HEAD);
    copy->complete = false;
    copy->size = two(copy->head + SIZE);
    copy->sequence = two(copy->head + SEQUENCE);
    *same = copy->size == size;
    if (status != PMB_OK || copy->head[MARK] != 'P' || copy->head[MARK + 1] != 'S' ||
        copy->head[FORMAT] != 1 || copy->size > s->slot_bytes - HEAD)
        return status;
    uint32_t crc = checksum_start(copy->head);
    for (size_t at = 0; at < copy->size && status == PMB_OK; at += PIECE) {
        uint8_t piece[PIECE];
        const size_t count = copy->size - at < PIECE ? copy->size - at : PIECE;
        status = s->read(s->context, slot, HEAD + at, piece, count);
        for (size_t i = 0; i < count; i++)
            crc = pmb_crc_add(crc, piece[i]);
        *same = *same && memcmp(piece, record + at, count) == 0; /* it has as many bytes */
    }
    uint8_t wanted[HEAD];
    put_checksum(wanted, crc);
    copy->complete = status == PMB_OK && memcmp(wanted + CHECKSUM, copy->head + CHECKSUM, 4) == 0;
    return status;
}

/* Which slot has the newest complete copy: it goes into *newest. -1: none. Sequences wrap. */
static int8_t find(const pmb_storage *s, struct copy *newest, const void *record, size_t size,
                   bool *same, pmb_status *status)
{
    int8_t found = -1;
    *status = PMB_OK;
    for (uint8_t slot = 0; slot < 2; slot++) {
        struct copy copy;
        bool equal;
        const pmb_status now = look(s, slot, &copy, record, size, &equal);
        if (now != PMB_OK)
            *status = now;
        if (!copy.complete ||
            (found >= 0 && (int16_t)(uint16_t)(copy.sequence - newest->sequence) < 0))
            continue;
        found = (int8_t)slot;
        *newest = copy;
        *same = equal;
    }
    return found;
}

static bool is_usable(const pmb_storage *s)
{
    return s && s->read && s->slot_bytes >= HEAD;
}

pmb_status pmb_store_save(const pmb_storage *s, uint8_t version, const void *record, size_t size)
{
    if (!is_usable(s) || !s->write || !record || size > UINT16_MAX || size > s->slot_bytes - HEAD)
        return PMB_ERR_ARGUMENT;
    struct copy newest = {.size = 0};
    bool same = false;
    pmb_status status;
    const int8_t found = find(s, &newest, record, size, &same, &status);
    if (status != PMB_OK)
        return status;
    if (found >= 0 && same && newest.head[VERSION] == version)
        return PMB_OK;
    const uint8_t slot = found == 0;
    const uint16_t sequence = (uint16_t)(newest.sequence + 1);
    uint8_t head[HEAD] = {'P',
                          'S',
                          1,
                          version,
                          (uint8_t)size,
                          (uint8_t)(size >> 8),
                          (uint8_t)sequence,
                          (uint8_t)(sequence >> 8)};
    uint32_t crc = checksum_start(head);
    for (size_t i = 0; i < size; i++)
        crc = pmb_crc_add(crc, ((const uint8_t *)record)[i]);
    put_checksum(head, crc);
    status = s->erase ? s->erase(s->context, slot) : PMB_OK;
    if (status == PMB_OK)
        status = s->write(s->context, slot, 0, head, HEAD);
    return status == PMB_OK ? s->write(s->context, slot, HEAD, record, size) : status;
}

pmb_status pmb_store_load(const pmb_storage *s, uint8_t *version, void *record, size_t size)
{
    if (!is_usable(s) || !record)
        return PMB_ERR_ARGUMENT;
    struct copy newest;
    bool same;
    pmb_status status;
    const int8_t found = find(s, &newest, NULL, 0, &same, &status);
    if (status != PMB_OK || found < 0)
        return status != PMB_OK ? status : PMB_ERR_DATA;
    if (version)
        *version = newest.head[VERSION];
    if (size > newest.size)
        size = newest.size;
    return size > 0 ? s->read(s->context, (uint8_t)found, HEAD, record, size) : PMB_OK;
}
