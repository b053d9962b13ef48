/* digests.c - prints a digest of the pixels of each scene in four formats, painted by bands. */
#include "scenes.h"

#include "geometry/checksum.h"
#include "say.h"

static uint32_t digest(const PMB_FLASH pmb_format *format, int16_t rows, pmb_paint paint)
{
    static uint8_t band[SCENE_W * 2 * 4];
    uint32_t crc = PMB_CRC_START;
    for (int16_t y = 0; y < SCENE_H; y = (int16_t)(y + rows)) {
        pmb_canvas c;
        const pmb_size size = {SCENE_W, rows};
        const pmb_rect bounds = {0, y, SCENE_W, rows};
        const size_t bytes = pmb_canvas_bytes(format, size);
        if (pmb_canvas_init(&c, format, bounds, band, sizeof band) != PMB_OK)
            return 0;
        pmb_fill(&c, SEA);
        paint(&c, NULL);
        for (size_t i = 0; i < bytes; i++)
            crc = pmb_crc_add(crc, band[i]);
    }
    return pmb_crc_end(crc);
}

static void say_digest(uint32_t value)
{
    char text[10];
    (void)pmb_hex_text(text, sizeof text, 8, value);
    say(" ");
    say(text);
}

int main(void)
{
    say_start();
    for (uint8_t i = 0; i < scene_count; i++) {
        say(scenes[i].name);
        say_digest(digest(&pmb_mono_vertical, 32, scenes[i].paint));
        say_digest(digest(&pmb_mono_horizontal, 8, scenes[i].paint));
        say_digest(digest(&pmb_grey4, 16, scenes[i].paint));
        say_digest(digest(&pmb_rgb565, 4, scenes[i].paint));
        say("\n");
    }
    say_end();
}
