/* overview.c - the page with all panels. */
#include "overview.h"

#include <errno.h>
#include <stdio.h>
#include "image.h"

static const struct rgb ground = {0xE9, 0xE6, 0xDE}, ink = {0x1C, 0x3D, 0x4A};
static const struct rgb quiet = {0x5A, 0x6C, 0x72}, frame = {0x05, 0x06, 0x07};

enum { WIDTH = 1280, HEIGHT = 1100, BEZEL = 10 };

/* Where the glass of each station is, in their order, and how large a pixel of it is drawn. */
static const struct {
    int x, y, zoom;
} places[STATIONS] = {
    {510, 838, 3}, {750, 90, 2}, {50, 90, 2}, {1062, 638, 2}, {510, 638, 2}, {50, 638, 1},
};

static bool draw_panel(struct image *page, int number, pmb_module *module)
{
    const int x = places[number].x, y = places[number].y, zoom = places[number].zoom;
    const bool is_round = pmb_module_glass(module).round;
    struct image hung;
    char text[60];
    if (!image_of_glass(&hung, module))
        return false;
    const int w = hung.width * zoom, h = hung.height * zoom;
    if (is_round)
        image_disc(page, x + w / 2, y + h / 2, w / 2 + BEZEL, frame);
    else
        image_plate(page, x - BEZEL, y - BEZEL, w + 2 * BEZEL, h + 2 * BEZEL, 6, frame);
    const pmb_glass_view glass = {hung.width, hung.height, is_round, hung.rgb};
    image_pixels(page, x, y, zoom, &glass);
    snprintf(text, sizeof text, "%s, %dx%d", pmb_module_type_name(module), hung.width, hung.height);
    const int below = y + h + BEZEL + 10;
    image_text(page, x - BEZEL, below, 2, stations[number]->caption, ink);
    image_text(page, x - BEZEL, below + 20, 1, text, quiet);
    image_free(&hung);
    return true;
}

bool overview_save(const char *path, pmb_module *const modules[STATIONS])
{
    struct image page;
    bool good = image_make(&page, WIDTH, HEIGHT, ground);
    if (good) {
        image_text(&page, 40, 30, 4, "Pellan Quay", ink);
        static const char title[] = "six simulated panels at the end of a made-up day";
        image_text(&page, WIDTH - 40 - image_text_width(2, title), 44, 2, title, quiet);
    }
    for (int i = 0; i < STATIONS && good; i++)
        good = draw_panel(&page, i, modules[i]);
    if (!good)
        errno = ENOMEM;
    good = good && image_save(&page, 0, path);
    image_free(&page);
    return good;
}
