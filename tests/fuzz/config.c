/* Configuration and bench files of any bytes: refused with what is wrong, or a panel that the core
 * accepts. The first byte says where the bench file begins. */
#define _GNU_SOURCE /* memfd_create */
#include <stdio.h>
#include <stdlib.h>
#include "config.h"
#include "on_file.h"

int LLVMFuzzerTestOneInput(const uint8_t *bytes, size_t count);
int LLVMFuzzerTestOneInput(const uint8_t *bytes, size_t count)
{
    static FILE *quiet;
    static int files[2] = {-1, -1};
    static char paths[2][ON_FILE_PATH];
    static struct setup setup, real;
    if (!quiet) {
        quiet = fopen("/dev/null", "w");
        stderr = quiet; /* what is said of wrong lines; sanitizers write to the descriptor */
    }
    if (count == 0)
        return 0;
    const size_t split = bytes[0] < 200 ? count - 1 : (count - 1) / 2;
    if (!config_read(&setup, on_file(&files[0], paths[0], bytes + 1, split)))
        return 0;
    if (setup.count < 1 || setup_find(&setup, NULL) != 0)
        abort();
    for (int i = 0; i < setup.count; i++)
        if (setup_find(&setup, setup.panels[i].name) < 0 || !panel_title(&setup.panels[i]) ||
            !setup.panels[i].config.controller)
            abort();
    (void)config_read_bench(&real, &setup,
                            on_file(&files[1], paths[1], bytes + 1 + split, count - 1 - split));
    return 0;
}
