/* file.h - an image file being made in memory, byte by byte, and drawn as from a card. */
#ifndef PEMBLE_TEST_SUPPORT_FILE_H
#define PEMBLE_TEST_SUPPORT_FILE_H

#include <stdlib.h>
#include "card.h"
#include "pemble/pemble.h"

struct file {
    uint8_t bytes[200000];
    size_t size;
};

static inline void put(struct file *f, unsigned value)
{
    f->bytes[f->size++] = (uint8_t)value;
}

static inline void put_number(struct file *f, uint32_t value, int bytes)
{
    for (int i = 0; i < bytes; i++)
        put(f, value >> (8 * i));
}

static inline void put_text(struct file *f, const char *text)
{
    while (*text)
        put(f, (unsigned char)*text++);
}

/* Draws with memory of exactly the documented size, at even addresses and at odd ones. */
static inline pmb_status draw_file(pmb_canvas *c, const uint8_t *bytes, size_t size, pmb_rect r,
                                   pmb_file_report *report)
{
    struct card card = {.bytes = bytes, .size = (uint32_t)size};
    const pmb_reader reader = {&card, card_read, card_seek};
    const uint32_t room = PMB_FILE_MEMORY((uint32_t)r.w);
    static unsigned calls;
    const unsigned odd = calls++ & 1;
    uint8_t *memory = malloc(room + odd);
    const pmb_status status = pmb_file_draw(c, &reader, r, memory + odd, room, report);
    free(memory);
    return status;
}

#endif
