/* Captures from a logic analyser: Value Change Dumps, tables, archives; and what passes on each bus
 * in them. The first byte chooses the bus. */
#define _GNU_SOURCE /* memfd_create */
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "capture.h"
#include "listing.h"
#include "on_file.h"
#include "watch.h"

/* Every third command has as many parameters as its number says. */
static void make_note(struct note *note)
{
    for (int i = 0; i < MOST_ROWS; i++)
        note->rows[i] = (struct note_row){.first = {(uint8_t)(2 * i)},
                                          .last = {(uint8_t)(2 * i + 1)},
                                          .ranges = 1,
                                          .parameters = i % 3 ? i % 8 - 1 : i,
                                          .meaning = "something. And more"};
    note->count = MOST_ROWS;
}

int LLVMFuzzerTestOneInput(const uint8_t *bytes, size_t count);
int LLVMFuzzerTestOneInput(const uint8_t *bytes, size_t count)
{
    static int file = -1;
    static char path[ON_FILE_PATH];
    static struct note note;
    static struct capture capture;
    static struct listing listing;
    struct capture_change change;
    uint64_t before = 0;
    if (count == 0)
        return 0;
    if (note.count == 0)
        make_note(&note);
    listing = (struct listing){.note = &note};
    struct watch watch = {.bus = (enum watched_bus)(bytes[0] % 6),
                          .address = 0x3C,
                          .passed = listing_byte,
                          .user = &listing};
    int more = capture_open(&capture, on_file(&file, path, bytes + 1, count - 1)) ? 1 : 0;
    /* Each change takes a byte of the file, or of what is unpacked. */
    for (long changes = 0; more > 0 && changes < 100000; changes++) {
        more = capture_next(&capture, &change);
        if (more <= 0)
            break;
        if (change.at < before || change.channel < 0 || change.channel >= capture.count)
            abort();
        before = change.at;
        watch_change(&watch, change.at, (enum signal)(change.channel % SIGNALS), change.level);
    }
    if (more < 0 && !capture.why[0])
        abort();
    listing_end(&listing);
    capture_close(&capture);
    return 0;
}
