/* portrait.c - the picture of a module: its board, its pins, its glass. */
#include "bench_parts.h"
#include "image.h"

#include <errno.h>
#include <string.h>

static const struct rgb bench_color = {0xE9, 0xE6, 0xDE};
static const struct rgb board_color = {0x1C, 0x3D, 0x4A}, edge_color = {0x14, 0x2D, 0x37};
static const struct rgb print_color = {0xE8, 0xEE, 0xEA}, pad_color = {0xD9, 0xB6, 0x5B};
static const struct rgb hole_color = {0x2A, 0x24, 0x16}, glass_color = {0x05, 0x06, 0x07};

enum {
    PICTURE_WIDTH = 1000,
    MARGIN = 24,
    BORDER = 28,
    HEADER = 64,
    FOOTER = 48,
    BEZEL = 10,
    STRIP = 5
};

static int usual_zoom(const pmb_module *module)
{
    const int zoom = (PICTURE_WIDTH - 2 * (MARGIN + BORDER + BEZEL)) / module->options.width;
    return zoom < 1 ? 1 : zoom > 8 ? 8 : zoom;
}

/* A pin is drawn when it is connected; the supply, which every module has, always. */
static bool is_drawn(const pmb_module *module, int pin)
{
    const char *name = module->type->pins[pin];
    return module->pins[pin].net || strcmp(name, "GND") == 0 || strcmp(name, "VCC") == 0;
}

static int drawn_pins(const pmb_module *module)
{
    int count = 0;
    for (int i = 0; i < module->pin_count; i++)
        count += is_drawn(module, i);
    return count;
}

/* The pins in a row along the upper edge, as far apart as the longest label needs. */
static void draw_header(struct image *image, const pmb_module *module, int left, int width, int y)
{
    const int count = drawn_pins(module);
    int spacing = width / (count + 1);
    if (spacing > 72)
        spacing = 72;
    int x = left + width / 2 - spacing * (count - 1) / 2;
    for (int i = 0; i < module->pin_count; i++) {
        if (!is_drawn(module, i))
            continue;
        const char *name = module->type->pins[i];
        image_disc(image, x, y + 14, 10, pad_color);
        image_disc(image, x, y + 14, 5, hole_color);
        const int scale = image_text_width(2, name) + 4 <= spacing ? 2 : 1;
        image_text(image, x - image_text_width(scale, name) / 2, y + 32, scale, name, print_color);
        x += spacing;
    }
}

int pmb_module_turns(const pmb_module *module)
{
    return (4 - module->hung) % 4;
}

bool image_of_glass(struct image *image, pmb_module *module)
{
    const pmb_glass_view glass = pmb_module_glass(module);
    if (!image_make(image, glass.width, glass.height, glass_color))
        return false;
    memcpy(image->rgb, glass.rgb, 3 * (size_t)glass.width * (size_t)glass.height);
    return image_turn(image, pmb_module_turns(module));
}

bool pmb_module_save_png(pmb_module *module, const char *path, int zoom)
{
    const pmb_glass_view glass = pmb_module_glass(module);
    if (zoom <= 0)
        zoom = usual_zoom(module);
    const int glass_width = glass.width * zoom, glass_height = glass.height * zoom;
    int board_width = glass_width + 2 * (BORDER + BEZEL);
    const int least_width = drawn_pins(module) * 40 + 80;
    if (board_width < least_width)
        board_width = least_width;
    const int board_height = glass_height + 2 * BEZEL + HEADER + FOOTER;

    struct image image;
    if (!image_make(&image, board_width + 2 * MARGIN, board_height + 2 * MARGIN, bench_color)) {
        errno = ENOMEM;
        return false;
    }
    image_plate(&image, MARGIN, MARGIN, board_width, board_height, 14, edge_color);
    image_plate(&image, MARGIN + 2, MARGIN + 2, board_width - 4, board_height - 4, 12, board_color);
    draw_header(&image, module, MARGIN, board_width, MARGIN + 8);

    const int x = MARGIN + (board_width - glass_width) / 2, y = MARGIN + HEADER + BEZEL;
    image_rect(&image, x - BEZEL, y - BEZEL, glass_width + 2 * BEZEL, glass_height + 2 * BEZEL,
               glass.round ? board_color : glass_color);
    if (module->has_border) {
        const struct rgb border = {module->border[0], module->border[1], module->border[2]};
        image_rect(&image, x - STRIP, y - STRIP, glass_width + 2 * STRIP, glass_height + 2 * STRIP,
                   border);
    }
    if (glass.round)
        image_disc(&image, x + glass_width / 2, y + glass_height / 2, glass_width / 2 + BEZEL,
                   glass_color);
    image_pixels(&image, x, y, zoom, &glass);

    char size[32];
    snprintf(size, sizeof size, "%d×%d, simulated", glass.width, glass.height);
    const int text_y = MARGIN + board_height - FOOTER + 17;
    image_text(&image, x - BEZEL, text_y, 2, pmb_module_label(module), print_color);
    image_text(&image, x + glass_width + BEZEL - image_text_width(2, size) + 2, text_y, 2, size,
               print_color);
    const bool saved = image_save(&image, pmb_module_turns(module), path);
    image_free(&image);
    return saved;
}
