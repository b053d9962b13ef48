/* Image files of any bytes: drawn as far as they are sound, and never a step outside. */
#include <stdlib.h>
#include <string.h>
#include "card.h"
#include "pemble/pemble.h"

int LLVMFuzzerTestOneInput(const uint8_t *data, size_t size)
{
    static uint8_t pixels[64 * 48 * 2];
    static const int16_t widths[] = {64, 30, 7, 1};
    pmb_canvas c;
    if (size == 0)
        return 0;
    struct card card = {.bytes = data, .size = (uint32_t)size};
    const pmb_reader reader = {&card, card_read, card_seek};
    const int16_t w = widths[data[size - 1] & 3];
    const uint32_t bytes = PMB_FILE_MEMORY((uint32_t)w);
    uint8_t *memory = malloc(bytes);
    pmb_file_report report;
    (void)pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 64, 48}, pixels, sizeof pixels);
    const pmb_status status =
        pmb_file_draw(&c, &reader, (pmb_rect){2, 2, w, 40}, memory, bytes, &report);
    if ((status == PMB_OK) != (report.reason == NULL))
        abort();
    free(memory);
    return 0;
}
