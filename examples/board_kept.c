/* board_kept.c - where a board that has no memory of its own keeps the settings of an example: in
 * RAM, which is empty when the program starts. */
#include <string.h>
#include "board.h"

static uint8_t kept[2][BOARD_KEPT + PMB_STORE_EXTRA];

static pmb_status read_kept(void *context, uint8_t slot, size_t offset, void *bytes, size_t count)
{
    (void)context;
    memcpy(bytes, kept[slot] + offset, count);
    return PMB_OK;
}

static pmb_status write_kept(void *context, uint8_t slot, size_t offset, const void *bytes,
                             size_t count)
{
    (void)context;
    memcpy(kept[slot] + offset, bytes, count);
    return PMB_OK;
}

const pmb_storage *board_storage(void)
{
    static const pmb_storage storage = {NULL, sizeof kept[0], read_kept, write_kept, NULL};
    return &storage;
}
