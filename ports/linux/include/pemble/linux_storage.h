/*
 * pemble/linux_storage.h - a record (store.h) in a file of a Linux machine.
 */
#ifndef PEMBLE_LINUX_STORAGE_H
#define PEMBLE_LINUX_STORAGE_H

#include "pemble/linkage.h"
#include "pemble/store.h"

PMB_BEGIN_C

typedef struct pmb_linux_storage {
    pmb_storage storage; /* for pmb_store_save and pmb_store_load */
    int file;            /* private */
} pmb_linux_storage;

/*
 * Opens a file that has both slots, and makes it when it is not there. `record_bytes` is the size
 * of the record. A copy is on the disk when pmb_store_save returns (fdatasync).
 *
 * PMB_ERR_ARGUMENT: a null pointer, or no bytes. PMB_ERR_BUS: the file cannot be opened; errno says
 * why.
 */
pmb_status pmb_linux_storage_open(pmb_linux_storage *storage, const char *path,
                                  size_t record_bytes);
void pmb_linux_storage_close(pmb_linux_storage *storage);

PMB_END_C

#endif
