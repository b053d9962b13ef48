/* small.c - thousands of shapes, texts and numbers, as a digest for each kind: built with PMB_SMALL
 * and without, it must say the same. */
#include <stdio.h>
#include "pemble/pemble.h"
#include "geometry/checksum.h"

extern const PMB_FLASH pmb_font oled_font;

static uint32_t seed = 5;

static int16_t random_below(int limit)
{
    seed = seed * 1664525u + 1013904223u;
    return (int16_t)((seed >> 16) % (uint32_t)limit);
}

enum { KINDS = 12, W = 128, H = 64 };

static void draw(pmb_canvas *c, int kind)
{
    const pmb_color color = random_below(4) ? PMB_WHITE : PMB_BLACK;
    const pmb_point a = {(int16_t)(random_below(300) - 80), (int16_t)(random_below(200) - 60)};
    const pmb_point b = {(int16_t)(random_below(300) - 80), (int16_t)(random_below(200) - 60)};
    const int16_t size = random_below(random_below(4) ? 40 : 180);
    const pmb_rect square = {a.x, a.y, size, size}, r = {a.x, a.y, random_below(120), size};
    const pmb_text_style style = {.font = &oled_font, .color = color};
    switch (kind) {
    case 0:
        pmb_circle_fill(c, a, size / 2, color);
        break;
    case 1:
        pmb_circle_stroke(c, a, size / 2, color);
        break;
    case 2:
        pmb_ellipse_fill(c, square, color);
        break;
    case 3:
        pmb_ellipse_ring(c, square, (int16_t)(1 + random_below(9)), color);
        break;
    case 4:
        pmb_round_fill(c, r, (int16_t)(random_below(30) - 2), color);
        break;
    case 5:
        pmb_round_stroke(c, r, (int16_t)(random_below(30) - 2), color);
        break;
    case 6:
        pmb_line(c, a, b, color);
        break;
    case 7:
        pmb_line_dashed(c, a, b, (uint8_t)(1 + random_below(5)), (uint8_t)random_below(5), color);
        break;
    case 8:
        pmb_rect_stroke(c, r, color);
        break;
    case 9:
        pmb_rect_gradient(c, r, PMB_BLACK, PMB_WHITE, size & 1);
        break;
    case 10: {
        const pmb_text_layout layout = {.across = (pmb_across)random_below(3),
                                        .down = (pmb_down)random_below(3),
                                        .wrap = random_below(4) > 0};
        pmb_text_box(c, &style, r, &layout, "Pellan Quay 4.12 m\nnayelP \xC2\xB5\xFF al");
        break;
    }
    default:
        pmb_text(c, &style, a, "Quay 4.12");
        break;
    }
}

/* Numbers as text, also into buffers that are too small. */
static uint32_t digest_of_numbers(void)
{
    uint32_t digest = PMB_CRC_START;
    for (int n = 0; n < 20000; n++) {
        char text[30] = {0};
        const uint32_t high = (uint32_t)random_below(1 << random_below(17)) << 16;
        const pmb_number how = {.decimals = (uint8_t)random_below(12),
                                .width = (uint8_t)random_below(20),
                                .zeros = random_below(2),
                                .plus = random_below(2),
                                .group = random_below(2) ? ' ' : 0};
        const size_t count = pmb_number_text(text, (size_t)random_below(30), &how,
                                             (int32_t)(high | (uint16_t)random_below(32767)));
        digest = pmb_crc_add(digest, (uint8_t)count);
        for (size_t i = 0; i < sizeof text; i++)
            digest = pmb_crc_add(digest, (uint8_t)text[i]);
    }
    return digest;
}

int main(void)
{
    static uint8_t pixels[W * H / 8];
    for (int kind = 0; kind < KINDS; kind++) {
        uint32_t digest = PMB_CRC_START;
        for (int n = 0; n < 2000; n++) {
            pmb_canvas c;
            /* A whole frame or a band of it, clipped or not. */
            const int16_t top = (int16_t)(random_below(2) ? 0 : 8 * random_below(8));
            const pmb_rect band = {0, top, W, (int16_t)(top ? 8 : H)};
            if (pmb_canvas_init(&c, &pmb_mono_vertical, band, pixels, sizeof pixels) != PMB_OK)
                return 1;
            c.origin = (pmb_point){(int16_t)(random_below(20) - 10), random_below(7)};
            if (random_below(2))
                (void)pmb_canvas_narrow_clip(&c, (pmb_rect){random_below(60), random_below(30),
                                                            random_below(70), random_below(40)});
            draw(&c, kind);
            for (size_t i = 0; i < sizeof pixels; i++)
                digest = pmb_crc_add(digest, pixels[i]);
        }
        printf("%d %08lx\n", kind, (unsigned long)digest);
    }
    printf("numbers %08lx\n", (unsigned long)digest_of_numbers());
    return 0;
}
