/*
 * avr_storage.h - a record (store.h) in the EEPROM of an AVR.
 */
#ifndef PEMBLE_AVR_STORAGE_H
#define PEMBLE_AVR_STORAGE_H

#include "pemble/linkage.h"
#include "pemble/store.h"

PMB_BEGIN_C

typedef struct avr_storage {
    pmb_storage storage; /* for pmb_store_save and pmb_store_load */
    uint16_t address;    /* private */
} avr_storage;

/* Places a record at an address of the EEPROM: it takes there twice its bytes and PMB_STORE_EXTRA.
 * Several records lie one behind the other. A byte takes 3.4 ms to be written (data sheet of the
 * ATmega328P, 8.4.2), and bytes that do not change are not written. */
void avr_storage_place(avr_storage *storage, uint16_t address, size_t record_bytes);

PMB_END_C

#endif
