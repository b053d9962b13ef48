/* terminal_tiles.c - the glasses as text cells, or as pixels where the terminal can show them; what
 * is made of pixels by Chafa. */
#include "terminal_parts.h"

#include <limits.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

/* Whether a glass has two colours at most: then a cell of Braille holds eight of its pixels. */
static bool is_one_bit(const struct glass *g)
{
    const uint8_t *other = NULL, *rgb = g->rgb;
    for (size_t i = 1; i < (size_t)g->width * (size_t)g->height; i++) {
        const uint8_t *p = rgb + 3 * i;
        if (memcmp(p, rgb, 3) == 0)
            continue;
        if (other && memcmp(p, other, 3) != 0)
            return false;
        other = p;
    }
    return true;
}

/* What is written above a glass. */
static void name_of(const struct shown *g, char label[NAME_SIZE])
{
    snprintf(label, NAME_SIZE, "%s, %dx%d", g->module.label, g->now.width, g->now.height);
}

/* The cells that a glass takes when it may be so many wide: two rows of pixels a cell, with Braille
 * two columns and four rows; with pixels what they cover, enlarged by a whole number. */
static void tile_size(const struct terminal *t, const struct glass *g, struct tile *tile, int wide)
{
    int across = 1, down = 2, w = g->width, h = g->height;
    if (t->pixels != CHAFA_PIXEL_MODE_SYMBOLS) {
        across = t->cell_width;
        down = t->cell_height;
        const int zoom = wide * across / w;
        w *= zoom > 1 ? zoom : 1;
        h *= zoom > 1 ? zoom : 1;
    } else if (tile->braille) {
        across = 2;
        down = 4;
    }
    tile->w = (w + across - 1) / across;
    tile->h = (h + down - 1) / down;
    if (tile->w > wide) {
        tile->h = (tile->h * wide + tile->w - 1) / tile->w;
        tile->w = wide;
    }
}

/* Places all from left to right, each at most so wide, with a line for their names; whether they
 * fit. */
static bool place_at(struct terminal *t, int wide)
{
    const struct session *s = t->control->session;
    int x = 0, y = 0, line = 0;
    for (int i = 0; i < s->glass_count; i++) {
        struct tile *tile = &t->tiles[i];
        char label[NAME_SIZE];
        if (!control_shows(t->control, i))
            continue;
        tile_size(t, &s->glasses[i].now, tile, wide);
        name_of(&s->glasses[i], label);
        const int width = tile->w > (int)strlen(label) ? tile->w : (int)strlen(label);
        if (x > 0 && x + width > t->columns) {
            x = 0;
            y += line;
            line = 0;
        }
        tile->x = x;
        tile->y = y + 1;
        x += width + 2;
        line = tile->h + 1 > line ? tile->h + 1 : line;
    }
    return y + line <= t->rows - BAR;
}

/* Whole, if all fit so; else as large as they fit, and with one bit a pixel in Braille, which is
 * better than pixels that are left out. */
static void place(struct terminal *t)
{
    enum { LEAST = 8 };
    const struct session *s = t->control->session;
    int wide = t->columns;
    for (int i = 0; i < s->glass_count; i++)
        t->tiles[i].braille = false;
    bool whole = place_at(t, wide);
    for (int i = 0; i < s->glass_count; i++)
        whole = whole && (!control_shows(t->control, i) || s->glasses[i].now.width <= wide);
    for (int i = 0; i < s->glass_count && !whole; i++)
        t->tiles[i].braille =
            t->pixels == CHAFA_PIXEL_MODE_SYMBOLS && is_one_bit(&s->glasses[i].now);
    while (!place_at(t, wide) && wide > LEAST)
        wide--;
}

void tiles_drop(struct terminal *t)
{
    for (int i = 0; i < t->tile_count; i++) {
        if (t->tiles[i].canvas)
            chafa_canvas_unref(t->tiles[i].canvas);
        g_strfreev(t->tiles[i].rows);
        t->tiles[i] = (struct tile){.canvas = NULL};
    }
    t->tile_count = 0;
}

static ChafaCanvas *canvas_for(const struct terminal *t, const struct tile *tile)
{
    ChafaCanvasConfig *config = chafa_canvas_config_new();
    ChafaSymbolMap *symbols = chafa_symbol_map_new();
    chafa_symbol_map_add_by_tags(symbols, CHAFA_SYMBOL_TAG_SPACE);
    chafa_symbol_map_add_by_tags(symbols, tile->braille
                                              ? CHAFA_SYMBOL_TAG_BRAILLE
                                              : CHAFA_SYMBOL_TAG_VHALF | CHAFA_SYMBOL_TAG_SOLID);
    chafa_canvas_config_set_symbol_map(config, symbols);
    chafa_canvas_config_set_canvas_mode(config, t->colors);
    chafa_canvas_config_set_pixel_mode(config, t->pixels);
    chafa_canvas_config_set_dither_mode(config, CHAFA_DITHER_MODE_NONE);
    chafa_canvas_config_set_preprocessing_enabled(config, FALSE);
    chafa_canvas_config_set_geometry(config, tile->w, tile->h);
    if (t->pixels != CHAFA_PIXEL_MODE_SYMBOLS)
        chafa_canvas_config_set_cell_geometry(config, t->cell_width, t->cell_height);
    ChafaCanvas *canvas = chafa_canvas_new(config);
    chafa_symbol_map_unref(symbols);
    chafa_canvas_config_unref(config);
    return canvas;
}

void tiles_lay_out(struct terminal *t)
{
    const struct session *s = t->control->session;
    tiles_drop(t);
    place(t);
    t->tile_count = s->glass_count;
    terminal_say("\033[0m\033[2J");
    for (int i = 0; i < t->tile_count; i++) {
        struct tile *tile = &t->tiles[i];
        char label[NAME_SIZE];
        if (!control_shows(t->control, i))
            continue;
        name_of(&s->glasses[i], label);
        if (tile->x + (int)strlen(label) > t->columns)
            label[t->columns > tile->x ? t->columns - tile->x : 0] = '\0';
        terminal_put_at(tile->x, tile->y - 1, label);
        tile->revision = s->glasses[i].revision - 1;
        tile->canvas = canvas_for(t, tile);
    }
}

/* The pixels as large as Chafa looks at them, eight by eight a cell: it then smooths nothing.
 * False: they are drawn smaller, and it may. */
static bool enlarge(struct terminal *t, const struct tile *tile, const struct glass *g, int *width,
                    int *height)
{
    enum { CELL = 8 };
    const int across = tile->braille ? CELL / 2 : CELL, down = tile->braille ? CELL / 4 : CELL / 2;
    *width = CELL * tile->w;
    *height = CELL * tile->h;
    if (t->pixels != CHAFA_PIXEL_MODE_SYMBOLS || g->width * across > *width ||
        g->height * down > *height)
        return false;
    const size_t size = 3 * (size_t)*width * (size_t)*height;
    if (size > t->large_size) {
        free(t->large);
        t->large = malloc(size);
        t->large_size = t->large ? size : 0;
    }
    if (!t->large)
        return false;
    memset(t->large, 0, size);
    for (int y = 0; y < g->height * down; y++) {
        const uint8_t *from = g->rgb + 3 * (size_t)(y / down) * (size_t)g->width;
        uint8_t *to = t->large + 3 * (size_t)y * (size_t)*width;
        for (int x = 0; x < g->width * across; x++, to += 3)
            memcpy(to, from + 3 * (x / across), 3);
    }
    return true;
}

static int light_of(const uint8_t *rgb)
{
    return 2 * rgb[0] + 5 * rgb[1] + rgb[2];
}

/* A glass of two colours in Braille, a dot for each pixel of the lighter one; in the terminal's own
 * colours. The dots are numbered as in Unicode, chapter 21.1. */
static GString *in_braille(const struct glass *g, const struct tile *tile)
{
    static const uint8_t dots[4][2] = {{0x01, 0x08}, {0x02, 0x10}, {0x04, 0x20}, {0x40, 0x80}};
    GString *text = g_string_new(NULL);
    int least = INT_MAX, most = 0;
    for (int i = 0; i < g->width * g->height; i++) {
        const int light = light_of(g->rgb + 3 * i);
        least = light < least ? light : least;
        most = light > most ? light : most;
    }
    for (int row = 0; row < tile->h; row++) {
        for (int column = 0; column < tile->w; column++) {
            unsigned cell = 0x2800;
            for (int i = 0; i < 8; i++) {
                const int x = 2 * column + i % 2, y = 4 * row + i / 2;
                if (x < g->width && y < g->height && most > least &&
                    2 * light_of(g->rgb + 3 * (y * g->width + x)) > least + most)
                    cell |= dots[i / 2][i % 2];
            }
            g_string_append_unichar(text, cell);
        }
        g_string_append_c(text, '\n');
    }
    return text;
}

/* As cells or pixels that Chafa chooses. */
static GString *by_chafa(struct terminal *t, const struct glass *g, const struct tile *tile)
{
    int width, height;
    const bool large = enlarge(t, tile, g, &width, &height);
    if (!large) {
        width = g->width;
        height = g->height;
    }
    chafa_canvas_draw_all_pixels(tile->canvas, CHAFA_PIXEL_RGB8, large ? t->large : g->rgb, width,
                                 height, 3 * width);
    return chafa_canvas_print(tile->canvas, t->info);
}

/* Writes the rows that differ from what is there. */
static void write_rows(const struct terminal *t, struct tile *tile, const char *text)
{
    gchar **rows = g_strsplit(text, "\n", 0), **old = tile->rows;
    for (int i = 0; rows[i]; i++) {
        const bool same = old && old[i] && strcmp(old[i], rows[i]) == 0;
        if (!same && tile->y + i < t->rows - BAR)
            terminal_put_at(tile->x, tile->y + i, rows[i]);
        if (old && !old[i])
            old = NULL;
    }
    g_strfreev(tile->rows);
    tile->rows = rows;
}

void tile_draw(struct terminal *t, int number)
{
    const struct session *s = t->control->session;
    const struct glass *g = session_glass(s, number);
    struct tile *tile = &t->tiles[number];
    if (tile->revision == s->glasses[number].revision || !tile->canvas)
        return;
    if (tile->braille && !is_one_bit(g)) {
        t->layout = 0; /* its colours need another kind of cells */
        return;
    }
    tile->revision = s->glasses[number].revision;
    /* Braille of a part of the pixels would be a riddle. */
    const bool whole = 2 * tile->w >= g->width && 4 * tile->h >= g->height;
    GString *text = tile->braille && whole ? in_braille(g, tile) : by_chafa(t, g, tile);
    if (t->pixels == CHAFA_PIXEL_MODE_SYMBOLS)
        write_rows(t, tile, text->str);
    else
        terminal_put_at(tile->x, tile->y, text->str);
    g_string_free(text, TRUE);
    terminal_say("\033[0m");
}
