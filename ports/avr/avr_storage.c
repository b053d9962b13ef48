/* avr_storage.c - two slots in the EEPROM. */
#include "avr_storage.h"
#include <avr/eeprom.h>

static void *place(const avr_storage *s, uint8_t slot, size_t offset)
{
    return (void *)(s->address + slot * s->storage.slot_bytes + offset);
}

static pmb_status read_slot(void *context, uint8_t slot, size_t offset, void *bytes, size_t count)
{
    eeprom_read_block(bytes, place(context, slot, offset), count);
    return PMB_OK;
}

static pmb_status write_slot(void *context, uint8_t slot, size_t offset, const void *bytes,
                             size_t count)
{
    eeprom_update_block(bytes, place(context, slot, offset), count);
    eeprom_busy_wait();
    return PMB_OK;
}

void avr_storage_place(avr_storage *s, uint16_t address, size_t record_bytes)
{
    *s = (avr_storage){.storage = {.context = s,
                                   .slot_bytes = record_bytes + PMB_STORE_EXTRA,
                                   .read = read_slot,
                                   .write = write_slot},
                       .address = address};
}
