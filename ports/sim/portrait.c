/* portrait.c - the picture of a module: its board, its pins, its glass. */
#include "portrait.h"
#include "bench_parts.h"

#include <errno.h>
#include <string.h>

static const struct rgb bench_color = {0xE9, 0xE6, 0xDE};
static const struct rgb board_color = {0x1C, 0x3D, 0x4A}, edge_color = {0x14, 0x2D, 0x37};
static const struct rgb print_color = {0xE8, 0xEE, 0xEA}, pad_color = {0xD9, 0xB6, 0x5B};
static const struct rgb hole_color = {0x2A, 0x24, 0x16}, glass_color = {0x05, 0x06, 0x07};

/* In pixels of the picture. */
struct measures {
    int margin, border, header, footer, bezel, strip, corner;
    int pad, pin_spacing; /* the radius of a pin, and how far apart pins are at least */
};
static const struct measures usual = {24, 28, 64, 48, 10, 5, 14, 10, 40};
static const struct measures compact = {8, 10, 50, 26, 6, 3, 8, 6, 28};

enum { PICTURE_WIDTH = 1000, MOST_SPACING = 72 };

static const struct measures *measures_of(const struct portrait *p)
{
    return p->compact ? &compact : &usual;
}

int portrait_usual_zoom(int width)
{
    const int around = usual.margin + usual.border + usual.bezel;
    const int zoom = (PICTURE_WIDTH - 2 * around) / width;
    return zoom < 1 ? 1 : zoom > 8 ? 8 : zoom;
}

/* A pin is drawn when it is connected; the supply, which every module has, always. */
static bool is_drawn(const pmb_module *module, int pin)
{
    const char *name = module->type->pins[pin];
    return module->pins[pin].net || strcmp(name, "GND") == 0 || strcmp(name, "VCC") == 0;
}

struct portrait portrait_of(const pmb_module *module)
{
    struct portrait p = {.label = pmb_module_label(module),
                         .width = module->options.width,
                         .height = module->options.height,
                         .round = module->round,
                         .has_border = module->has_border,
                         .border = {module->border[0], module->border[1], module->border[2]}};
    for (int i = 0; i < module->pin_count; i++)
        if (is_drawn(module, i))
            p.pins[p.pin_count++] = module->type->pins[i];
    return p;
}

/* The pins in a row along the upper edge, as far apart as there is room, and their names in the
 * larger of two sizes if all fit. */
static void draw_header(struct image *image, const struct portrait *p, int width)
{
    const struct measures *m = measures_of(p);
    const int y = m->margin + m->pad + 12;
    int spacing = width / (p->pin_count + 1), scale = 2;
    if (spacing > MOST_SPACING)
        spacing = MOST_SPACING;
    for (int i = 0; i < p->pin_count; i++)
        if (image_text_width(2, p->pins[i]) + 4 > spacing)
            scale = 1;
    int x = m->margin + width / 2 - spacing * (p->pin_count - 1) / 2;
    for (int i = 0; i < p->pin_count; i++, x += spacing) {
        const int left = x - image_text_width(scale, p->pins[i]) / 2;
        image_disc(image, x, y, m->pad, pad_color);
        image_disc(image, x, y, m->pad / 2, hole_color);
        image_text(image, left, y + m->pad + 8, scale, p->pins[i], print_color);
    }
}

/* What is printed on the board, and the size of the glass if there is room. */
static void draw_footer(struct image *image, const struct portrait *p, int left, int right)
{
    const struct measures *m = measures_of(p);
    const int y = image->height - m->margin - m->footer + (p->compact ? 7 : 17);
    char size[32];
    snprintf(size, sizeof size, "%d×%d, simulated", p->width, p->height);
    const int gap = 12, both = image_text_width(2, p->label) + gap + image_text_width(2, size);
    const int scale = both <= right - left ? 2 : 1, width = image_text_width(scale, size);
    image_text(image, left, y, scale, p->label, print_color);
    if (image_text_width(scale, p->label) + gap + width <= right - left)
        image_text(image, right - width + scale, y, scale, size, print_color);
}

void portrait_size(const struct portrait *p, int zoom, int *width, int *height)
{
    const struct measures *m = measures_of(p);
    const int board = p->width * zoom + 2 * (m->border + m->bezel);
    const int least = p->pin_count * m->pin_spacing + 2 * m->pin_spacing;
    *width = (board < least ? least : board) + 2 * m->margin;
    *height = p->height * zoom + 2 * m->bezel + m->header + m->footer + 2 * m->margin;
}

/* The glass's edge, and on paper the strip around its pixels. */
static void draw_glass(struct image *image, const struct portrait *p, int zoom, int x, int y)
{
    const int w = p->width * zoom, h = p->height * zoom;
    const int bezel = measures_of(p)->bezel, strip = measures_of(p)->strip;
    image_rect(image, x - bezel, y - bezel, w + 2 * bezel, h + 2 * bezel,
               p->round ? board_color : glass_color);
    if (p->has_border)
        image_rect(image, x - strip, y - strip, w + 2 * strip, h + 2 * strip, p->border);
    if (p->round)
        image_disc(image, x + w / 2, y + h / 2, w / 2 + bezel, glass_color);
}

bool portrait_make(struct image *image, const struct portrait *p, int zoom, int *x, int *y)
{
    const struct measures *m = measures_of(p);
    int width, height;
    portrait_size(p, zoom, &width, &height);
    const int board_width = width - 2 * m->margin, board_height = height - 2 * m->margin;
    if (!image_make(image, width, height, bench_color))
        return false;
    image_plate(image, m->margin, m->margin, board_width, board_height, m->corner, edge_color);
    image_plate(image, m->margin + 2, m->margin + 2, board_width - 4, board_height - 4,
                m->corner - 2, board_color);
    draw_header(image, p, board_width);
    *x = (width - p->width * zoom) / 2;
    *y = m->margin + m->header + m->bezel;
    draw_glass(image, p, zoom, *x, *y);
    if (p->compact)
        draw_footer(image, p, m->margin + m->border, width - m->margin - m->border);
    else
        draw_footer(image, p, *x - m->bezel, *x + p->width * zoom + m->bezel);
    return true;
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
    const struct portrait portrait = portrait_of(module);
    struct image image;
    int x, y;
    if (zoom <= 0)
        zoom = portrait_usual_zoom(glass.width);
    if (!portrait_make(&image, &portrait, zoom, &x, &y)) {
        errno = ENOMEM;
        return false;
    }
    image_pixels(&image, x, y, zoom, &glass);
    const bool saved = image_save(&image, pmb_module_turns(module), path);
    image_free(&image);
    return saved;
}
