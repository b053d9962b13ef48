/* specimen.c - the picture of a font. */
#include "specimen.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "characters.h"
#include "command.h"

static const struct rgb paper = {0xF7, 0xF5, 0xEE}, ink = {0x1C, 0x2A, 0x30},
                        quiet = {0x8A, 0x6B, 0x3F}, rule = {0xDD, 0xD6, 0xC6};

enum { WIDTH = 1280, MARGIN = 24, FIRST_HEIGHT = 2000, HEAD_HEIGHT = 1000 };

/* The code points of a font, from its ranges (docs/formats.md). */
struct codes {
    uint32_t *list;
    int count;
};

static struct codes codes_of(const pmb_font *font)
{
    const uint8_t *b = font->bytes, *range = b + 28;
    const int glyphs = b[14] | b[15] << 8, ranges = b[12] | b[13] << 8;
    struct codes codes = {calloc((size_t)glyphs, sizeof(uint32_t)), 0};
    for (int i = 0; i < ranges && codes.list; i++, range += 5) {
        const uint32_t first = range[0] | (uint32_t)range[1] << 8 | (uint32_t)range[2] << 16;
        for (int k = 0; k < (range[3] | range[4] << 8) && codes.count < glyphs; k++)
            codes.list[codes.count++] = first + (uint32_t)k;
    }
    return codes;
}

static bool has(const struct codes *codes, uint32_t code)
{
    for (int i = 0; i < codes->count; i++)
        if (codes->list[i] == code)
            return true;
    return false;
}

static bool has_all(const struct codes *codes, const char *text)
{
    uint32_t code;
    while ((code = pmb_text_next(&text)) != 0)
        if (!has(codes, code))
            return false;
    return true;
}

static pmb_color color_of(struct rgb color)
{
    return PMB_RGB((unsigned)color.red, (unsigned)color.green, (unsigned)color.blue);
}

/* Text in the font itself, its baseline at y, each pixel `zoom` times as large. */
static void draw(struct image *image, const pmb_font *font, int x, int y, int zoom,
                 const char *text)
{
    enum { MOST_W = 1280, MOST_H = 1024, ROOM = 20 };
    static uint8_t pixels[MOST_W * 2 * MOST_H];
    const pmb_color ground = color_of(paper);
    const pmb_text_style style = {.font = font, .color = color_of(ink)};
    pmb_canvas c;
    /* Marks may lie outside of what is measured. */
    const pmb_font_metrics m = pmb_font_measure(font);
    const int w = pmb_text_width(&style, text) + 2 * ROOM, h = m.ascent + m.descent + 2 * ROOM;
    const pmb_rect bounds = {-ROOM, (int16_t)(-m.ascent - ROOM), (int16_t)(w < MOST_W ? w : MOST_W),
                             (int16_t)h};
    (void)pmb_canvas_init(&c, &pmb_rgb565, bounds, pixels, sizeof pixels);
    pmb_fill(&c, ground);
    pmb_text(&c, &style, (pmb_point){0, 0}, text);
    for (int row = bounds.y; row < bounds.y + bounds.h; row++)
        for (int column = bounds.x; column < bounds.x + bounds.w; column++) {
            const pmb_color color = pmb_canvas_peek(&c, (pmb_point){(int16_t)column, (int16_t)row});
            const struct rgb shown = {pmb_color_red(color), pmb_color_green(color),
                                      pmb_color_blue(color)};
            if (color != ground)
                image_rect(image, x + column * zoom, y + row * zoom, zoom, zoom, shown);
        }
}

/* A heading, the metrics, a sentence and numbers, from row y on; returns the row below them. */
static int draw_head(struct image *image, const pmb_font *font, const struct codes *codes,
                     const char *name, int y)
{
    static const char *const samples[] = {
        "Ferry at 14:05, wind 17 kn, tide 4.12 m and rising",
        "THE QUICK HARBOUR PILOT JUMPS ABOARD FIVE LAZY BRIGS",
        "0123456789 -12.5 14:05 +3",
    };
    const pmb_font_metrics m = pmb_font_measure(font);
    const pmb_text_style style = {.font = font};
    char text[200];
    const char *slash = strrchr(name, '/');
    image_text(image, MARGIN, y, 3, slash ? slash + 1 : name, ink);
    snprintf(text, sizeof text,
             "%d glyphs, %u bit%s a pixel, %lu bytes; ascent %u, descent %u, line %u, capitals %u, "
             "small letters %u",
             codes->count, font->bytes[5], font->bytes[5] == 1 ? "" : "s",
             (unsigned long)font->size, m.ascent, m.descent, m.line, m.cap_height, m.x_height);
    image_text(image, MARGIN, y + 34, 2, text, quiet);
    y += 70;
    for (int i = 0; i < 3; i++) {
        if (!has_all(codes, samples[i]))
            continue;
        const int width = pmb_text_width(&style, samples[i]);
        int zoom = width ? (WIDTH - 2 * MARGIN) / width : 1;
        zoom = zoom > 3 ? 3 : zoom < 1 ? 1 : zoom;
        draw(image, font, MARGIN, y + m.ascent * zoom, zoom, samples[i]);
        y += m.line * zoom + 10;
    }
    return y + 6;
}

/* Makes the picture so high, if it is not. False: there is no memory. */
static bool grow(struct image *image, int height)
{
    if (height <= image->height)
        return true;
    uint8_t *more = realloc(image->rgb, 3 * (size_t)image->width * (size_t)height);
    if (!more)
        return false;
    const int before = image->height;
    image->rgb = more;
    image->height = height;
    image_rect(image, 0, before, image->width, height - before, paper);
    return true;
}

/* Every glyph with its code, from row y on; returns the row below them, -1: there is no memory. */
static int draw_glyphs(struct image *image, const pmb_font *font, const struct codes *codes, int y)
{
    const pmb_font_metrics m = pmb_font_measure(font);
    const pmb_text_style style = {.font = font};
    int widest = 1;
    for (int i = 0; i < codes->count; i++) {
        char text[5];
        utf8_from(codes->list[i], text);
        const int width = pmb_text_width(&style, text);
        widest = width > widest ? width : widest;
    }
    const int zoom = m.line <= 12 ? 3 : m.line <= 20 ? 2 : 1;
    const int cell_w = widest * zoom + 16 < 40 ? 40 : widest * zoom + 16;
    const int cell_h = (m.ascent + m.descent) * zoom + 30;
    const int across = (WIDTH - 2 * MARGIN) / cell_w;
    const int end = y + (codes->count + across - 1) / across * cell_h;
    if (!grow(image, end + MARGIN))
        return -1;
    for (int i = 0; i < codes->count; i++) {
        char text[5], code[12];
        const int x = MARGIN + i % across * cell_w, top = y + i / across * cell_h;
        utf8_from(codes->list[i], text);
        snprintf(code, sizeof code, "%04lX", (unsigned long)codes->list[i]);
        image_rect(image, x, top, cell_w - 1, cell_h - 1, rule);
        image_rect(image, x + 1, top + 1, cell_w - 3, cell_h - 3, paper);
        draw(image, font, x + (cell_w - pmb_text_width(&style, text) * zoom) / 2,
             top + 8 + m.ascent * zoom, zoom, text);
        image_text(image, x + (cell_w - image_text_width(1, code)) / 2, top + cell_h - 14, 1, code,
                   quiet);
    }
    return end;
}

bool specimen_begin(struct specimen *s)
{
    s->y = MARGIN;
    s->whole = true;
    if (image_make(&s->image, WIDTH, FIRST_HEIGHT, paper))
        return true;
    complain("there is not enough memory");
    return false;
}

void specimen_add(struct specimen *s, const pmb_font *font, const char *name)
{
    const struct codes codes = codes_of(font);
    s->whole = s->whole && grow(&s->image, s->y + HEAD_HEIGHT);
    if (s->whole)
        s->y =
            draw_glyphs(&s->image, font, &codes, draw_head(&s->image, font, &codes, name, s->y)) +
            MARGIN;
    s->whole = s->whole && s->y >= MARGIN;
    printf("%s: %d glyphs, %lu bytes\n", name, codes.count, (unsigned long)font->size);
    free(codes.list);
}

int specimen_end(struct specimen *s, const char *out)
{
    int status = s->whole ? DONE : FAILED;
    s->image.height = s->y < s->image.height ? s->y : s->image.height;
    if (!s->whole)
        complain("there is not enough memory");
    else if (out && !image_save(&s->image, 0, out)) {
        complain("%s: %s", out, strerror(errno));
        status = FAILED;
    } else if (out) {
        printf("%s: specimen drawn\n", out);
    }
    image_free(&s->image);
    return status;
}
