/* storage.c - two slots in a file. */
#include <errno.h>
#include <fcntl.h>
#include <string.h>
#include <unistd.h>
#include "pemble/linux_storage.h"

static off_t place(const pmb_linux_storage *s, uint8_t slot, size_t offset)
{
    return (off_t)(slot * s->storage.slot_bytes + offset);
}

/* What was never written is as in flash: ones. */
static pmb_status read_slot(void *context, uint8_t slot, size_t offset, void *bytes, size_t count)
{
    const pmb_linux_storage *s = context;
    size_t done = 0;
    memset(bytes, 0xFF, count);
    while (done < count) {
        const ssize_t got =
            pread(s->file, (uint8_t *)bytes + done, count - done, place(s, slot, offset + done));
        if (got < 0 && errno == EINTR)
            continue;
        if (got < 0)
            return PMB_ERR_BUS;
        if (got == 0)
            break;
        done += (size_t)got;
    }
    return PMB_OK;
}

static pmb_status write_slot(void *context, uint8_t slot, size_t offset, const void *bytes,
                             size_t count)
{
    const pmb_linux_storage *s = context;
    size_t done = 0;
    while (done < count) {
        const ssize_t put = pwrite(s->file, (const uint8_t *)bytes + done, count - done,
                                   place(s, slot, offset + done));
        if (put < 0 && errno == EINTR)
            continue;
        if (put <= 0)
            return PMB_ERR_BUS;
        done += (size_t)put;
    }
    return fdatasync(s->file) == 0 ? PMB_OK : PMB_ERR_BUS;
}

pmb_status pmb_linux_storage_open(pmb_linux_storage *s, const char *path, size_t record_bytes)
{
    if (!s || !path || record_bytes == 0)
        return PMB_ERR_ARGUMENT;
    *s = (pmb_linux_storage){.storage = {.context = s,
                                         .slot_bytes = record_bytes + PMB_STORE_EXTRA,
                                         .read = read_slot,
                                         .write = write_slot},
                             .file = open(path, O_RDWR | O_CREAT | O_CLOEXEC, 0644)};
    return s->file < 0 ? PMB_ERR_BUS : PMB_OK;
}

void pmb_linux_storage_close(pmb_linux_storage *s)
{
    if (s->file >= 0)
        (void)close(s->file);
    s->file = -1;
}
