/* Fonts of any bytes: refused, or drawn without reading outside of them. */
#include <stdlib.h>
#include <string.h>
#include "geometry/checksum.h"
#include "pemble/pemble.h"

static uint32_t crc(const uint8_t *bytes, size_t count)
{
    uint32_t value = PMB_CRC_START;
    for (size_t i = 0; i < count; i++)
        value = pmb_crc_add(value, bytes[i]);
    return pmb_crc_end(value);
}

static void put(uint8_t *at, uint32_t value)
{
    for (int i = 0; i < 4; i++)
        at[i] = (uint8_t)(value >> (8 * i));
}

static void draw(const pmb_font *font, const uint8_t *data, size_t size)
{
    static uint8_t pixels[128 * 8];
    static char text[65];
    pmb_canvas c;
    const size_t length = size < 64 ? size : 64;
    const pmb_text_style style = {.font = font, .color = PMB_WHITE, .scale = data[size - 1] % 4};
    const pmb_text_layout layout = {.wrap = data[size - 1] & 4};
    memcpy(text, data, length);
    text[length] = '\0';
    (void)pmb_canvas_init(&c, &pmb_mono_vertical, (pmb_rect){0, 0, 128, 64}, pixels, sizeof pixels);
    (void)pmb_text(&c, &style, (pmb_point){-3, 20}, text);
    (void)pmb_text_box(&c, &style, (pmb_rect){5, 5, 90, 40}, &layout, text);
    (void)pmb_text_width(&style, "0123 \xC2\xB0");
}

int LLVMFuzzerTestOneInput(const uint8_t *data, size_t size)
{
    if (size == 0)
        return 0;
    /* In a buffer of its own, so that a read past the end is seen. */
    uint8_t *bytes = malloc(size);
    memcpy(bytes, data, size);
    const pmb_font font = {bytes, (uint32_t)size};
    /* Half of the inputs get what a checksum would hide: a header that is right for their bytes. */
    if (size >= 28 && data[size - 1] & 1) {
        memcpy(bytes, "PMBF\2", 5);
        bytes[5] = (uint8_t)(1 << size % 3);
        put(bytes + 20, (uint32_t)size);
        put(bytes + 24, crc(bytes + 28, size - 28));
    }
    if (pmb_font_check(&font) == PMB_OK)
        draw(&font, data, size);
    free(bytes);
    return 0;
}
