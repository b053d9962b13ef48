/* reduce.c - error diffusion, ordered dithering, thresholds. */
#include "reduce.h"

#include <stdlib.h>
#include <string.h>

/* A colour that the kind can show, and its value. */
struct shown {
    int rgb[3];
    uint16_t value;
};

static int limited(int value, int most)
{
    return value < 0 ? 0 : value > most ? most : value;
}

static int luma_of(const int rgb[3])
{
    return (77 * rgb[0] + 150 * rgb[1] + 29 * rgb[2]) / 256;
}

static struct shown grey(int level, int most, uint16_t value)
{
    const int wide = level * 255 / most;
    return (struct shown){{wide, wide, wide}, value};
}

static int distance(const int a[3], const int b[3])
{
    int sum = 0;
    for (int i = 0; i < 3; i++)
        sum += (a[i] - b[i]) * (a[i] - b[i]);
    return sum;
}

static struct shown nearest_of(const struct shown *inks, int count, const int rgb[3])
{
    int best = 0;
    for (int i = 1; i < count; i++)
        if (distance(rgb, inks[i].rgb) < distance(rgb, inks[best].rgb))
            best = i;
    return inks[best];
}

/* The nearest colour of the kind. Inks are as paper shows them, not as a screen would. */
static struct shown nearest(pmb_pixels kind, enum few few, const int rgb[3])
{
    static const struct shown inks[] = {{{0, 0, 0}, 0}, {{255, 255, 255}, 1}, {{208, 32, 24}, 2}};
    static const struct shown four[] = {{{0, 0, 0}, PMB_BLACK},
                                        {{255, 255, 255}, PMB_WHITE},
                                        {{222, 182, 40}, PMB_YELLOW},
                                        {{208, 32, 24}, PMB_RED}};
    if (few == FEW_INKS)
        return nearest_of(four, 4, rgb);
    if (few == FEW_GREYS) {
        const int level = limited((luma_of(rgb) * 3 + 127) / 255, 3);
        return grey(level, 3, (uint16_t)(5 * level));
    }
    if (kind == PMB_PIXELS_ONE_BIT) {
        const int light = luma_of(rgb) >= 128;
        return grey(light, 1, (uint16_t)light);
    }
    if (kind == PMB_PIXELS_GREY) {
        const int level = limited((luma_of(rgb) * 15 + 127) / 255, 15);
        return grey(level, 15, (uint16_t)level);
    }
    if (kind == PMB_PIXELS_INK)
        return nearest_of(inks, 3, rgb);
    const int r = limited((rgb[0] * 31 + 127) / 255, 31),
              g = limited((rgb[1] * 63 + 127) / 255, 63),
              b = limited((rgb[2] * 31 + 127) / 255, 31);
    const pmb_color color = (pmb_color)(r << 11 | g << 5 | b);
    return (struct shown){{pmb_color_red(color), pmb_color_green(color), pmb_color_blue(color)},
                          color};
}

/* Half of the distance between two neighbouring levels: what ordered dithering adds at most. */
static int half_step(pmb_pixels kind, enum few few)
{
    if (few != FEW_NONE)
        return few == FEW_GREYS ? 42 : 127;
    return kind == PMB_PIXELS_GREY ? 8 : kind == PMB_PIXELS_COLOR ? 4 : 127;
}

/* Bayer's matrix of order 8, by its own rule: the bits of x ^ y and y, interleaved backwards. */
static int bayer(int x, int y)
{
    int value = 0;
    for (int bit = 0; bit < 3; bit++)
        value = value << 2 | ((x ^ y) >> bit & 1) << 1 | (y >> bit & 1);
    return value;
}

/* The errors that wait for this row and the next, per component, with a pixel of room at each end.
 */
struct errors {
    int *here, *below;
};

static void spread(struct errors *e, int x, const int error[3])
{
    for (int i = 0; i < 3; i++) {
        e->here[3 * (x + 2) + i] += error[i] * 7 / 16;
        e->below[3 * x + i] += error[i] * 3 / 16;
        e->below[3 * (x + 1) + i] += error[i] * 5 / 16;
        e->below[3 * (x + 2) + i] += error[i] * 1 / 16;
    }
}

static bool is_clear(const uint8_t *rgba)
{
    return rgba[3] < 128;
}

/* The next value from *key on that is not used; false: all are. */
static bool free_value(const uint8_t used[65536], uint16_t *key)
{
    const uint16_t first = *key;
    while (used[*key] && ++*key != first)
        ;
    return !used[*key];
}

/* Gives the transparent pixels a value that no other has. */
static void find_key(struct pixels *p, const struct raster *image)
{
    static uint8_t used[65536];
    const size_t count = (size_t)p->w * (size_t)p->h;
    memset(used, 0, sizeof used);
    for (size_t i = 0; i < count; i++)
        if (is_clear(image->rgba + 4 * i))
            p->transparent = true;
        else
            used[p->values[i]] = 1;
    if (!p->transparent)
        return;
    if (p->kind == PMB_PIXELS_ONE_BIT) /* black, white and nothing */
        p->kind = PMB_PIXELS_INK;
    p->key = p->kind == PMB_PIXELS_GREY ? 16 : p->kind == PMB_PIXELS_INK ? 3 : 0xF81F;
    if (p->kind == PMB_PIXELS_COLOR)
        (void)free_value(used, &p->key);
    for (size_t i = 0; i < count; i++)
        if (is_clear(image->rgba + 4 * i))
            p->values[i] = p->key;
        else if (p->values[i] == p->key) /* all are used: a step of blue frees one */
            p->values[i] ^= 1;
}

bool pixels_reduce(struct pixels *p, const struct raster *image, pmb_pixels kind, enum few few,
                   enum dithering dithering)
{
    const size_t row = 3 * ((size_t)image->w + 2);
    *p = (struct pixels){.w = image->w, .h = image->h, .kind = kind};
    p->values = calloc((size_t)p->w * (size_t)p->h, sizeof *p->values);
    struct errors e = {calloc(row, sizeof(int)), calloc(row, sizeof(int))};
    bool good = p->values && e.here && e.below;
    for (int y = 0; good && y < p->h; y++) {
        for (int x = 0; x < p->w; x++) {
            const size_t at = (size_t)y * (size_t)p->w + (size_t)x;
            const uint8_t *rgba = image->rgba + 4 * at;
            int wanted[3], error[3];
            for (int i = 0; i < 3; i++) {
                wanted[i] = is_clear(rgba) ? 0 : rgba[i];
                if (dithering == DITHER_DIFFUSION)
                    wanted[i] = limited(wanted[i] + e.here[3 * (x + 1) + i], 255);
                if (dithering == DITHER_ORDERED)
                    wanted[i] = limited(wanted[i] + (bayer(x & 7, y & 7) * 2 - 63) *
                                                        half_step(kind, few) / 64,
                                        255);
            }
            const struct shown shown = nearest(kind, few, wanted);
            p->values[at] = shown.value;
            for (int i = 0; i < 3; i++)
                error[i] = is_clear(rgba) ? 0 : wanted[i] - shown.rgb[i];
            if (dithering == DITHER_DIFFUSION)
                spread(&e, x, error);
        }
        int *done = e.here;
        e.here = e.below;
        e.below = done;
        memset(done, 0, row * sizeof(int));
    }
    free(e.here);
    free(e.below);
    if (good)
        find_key(p, image);
    return good;
}

/* A value that no pixel has which is not transparent; false: all are in use. */
static bool free_key(const struct pixels *frames, int count, uint16_t *key)
{
    static uint8_t used[65536];
    memset(used, 0, sizeof used);
    for (int f = 0; f < count; f++)
        for (size_t i = 0; i < (size_t)frames[f].w * (size_t)frames[f].h; i++)
            if (!frames[f].transparent || frames[f].values[i] != frames[f].key)
                used[frames[f].values[i]] = 1;
    return free_value(used, key);
}

bool pixels_agree(struct pixels *frames, int count)
{
    int seen = 0;
    while (seen < count && !frames[seen].transparent)
        seen++;
    if (seen == count)
        return true;
    const pmb_pixels kind = frames[seen].kind;
    uint16_t key = frames[seen].key;
    if (kind == PMB_PIXELS_COLOR && !free_key(frames, count, &key))
        return false;
    for (int f = 0; f < count; f++) {
        struct pixels *p = &frames[f];
        for (size_t i = 0; p->transparent && i < (size_t)p->w * (size_t)p->h; i++)
            if (p->values[i] == p->key)
                p->values[i] = key;
        p->kind = kind; /* one bit with holes is ink, which has black and white as well */
        p->transparent = true;
        p->key = key;
    }
    return true;
}

void pixels_free(struct pixels *p)
{
    free(p->values);
    free(p->colors);
    p->values = p->colors = NULL;
}

static int by_light(const void *a, const void *b)
{
    const uint16_t x = *(const uint16_t *)a, y = *(const uint16_t *)b;
    const int rgb[2][3] = {{pmb_color_red(x), pmb_color_green(x), pmb_color_blue(x)},
                           {pmb_color_red(y), pmb_color_green(y), pmb_color_blue(y)}};
    const int difference = luma_of(rgb[0]) - luma_of(rgb[1]);
    return difference ? difference : x - y;
}

/* All colours of the frames, those of transparent pixels included; 0: more than 256. */
static int find_colors(uint16_t colors[256], const struct pixels *frames, int count)
{
    static uint8_t used[65536];
    int found = 0;
    memset(used, 0, sizeof used);
    for (int f = 0; f < count; f++)
        for (int i = 0; i < frames[f].w * frames[f].h; i++) {
            const uint16_t value = frames[f].values[i];
            if (used[value])
                continue;
            if (found == 256)
                return 0;
            used[value] = 1;
            colors[found++] = value;
        }
    qsort(colors, (size_t)found, sizeof colors[0], by_light);
    return found;
}

bool pixels_index(struct pixels *to, const struct pixels *frames, int count)
{
    static uint8_t places[65536];
    uint16_t colors[256];
    const int found = frames->kind == PMB_PIXELS_COLOR ? find_colors(colors, frames, count) : 0;
    bool good = found > 0;
    for (int i = 0; i < found; i++)
        places[colors[i]] = (uint8_t)i;
    for (int f = 0; f < count && good; f++) {
        const size_t size = (size_t)frames[f].w * (size_t)frames[f].h;
        to[f] = frames[f];
        to[f].kind = PMB_PIXELS_PALETTE;
        to[f].key = frames[f].transparent ? places[frames[f].key] : 0;
        to[f].colors = NULL;
        to[f].values = malloc(size * sizeof *to[f].values);
        good = to[f].values != NULL;
        for (size_t i = 0; i < size && good; i++)
            to[f].values[i] = places[frames[f].values[i]];
    }
    if (good)
        to->colors = malloc(sizeof colors);
    if (good && to->colors) {
        memcpy(to->colors, colors, sizeof colors);
        to->color_count = found;
    }
    return good && to->colors;
}

/* How far two values are apart: that of their components which differs most, of 255. */
static int apart(pmb_pixels kind, uint16_t a, uint16_t b)
{
    const int grey = 17 * abs(a - b);
    const int red = 8 * abs((a >> 11) - (b >> 11)), green = 4 * abs((a >> 5 & 63) - (b >> 5 & 63)),
              blue = 8 * abs((a & 31) - (b & 31));
    if (kind == PMB_PIXELS_GREY)
        return grey;
    return red > green && red > blue ? red : green > blue ? green : blue;
}

/* The nearest of those that the model tries first: model.h. */
void pixels_lose(struct pixels *p, const struct pixels *before, int loss)
{
    static const struct {
        int x, y;
    } places[] = {{-1, 0}, {0, -1}, {1, -1}, {-1, -1}};
    if (loss <= 0 || (p->kind != PMB_PIXELS_GREY && p->kind != PMB_PIXELS_COLOR))
        return;
    for (int at = 0; at < p->w * p->h; at++) {
        const uint16_t was = p->values[at];
        int least = loss + 1;
        if (p->transparent && was == p->key)
            continue;
        for (int i = before ? -1 : 0; i < 4; i++) {
            const int x = i < 0 ? at % p->w : at % p->w + places[i].x;
            const int y = i < 0 ? at / p->w : at / p->w + places[i].y;
            if (x < 0 || x >= p->w || y < 0)
                continue;
            const uint16_t other = (i < 0 ? before : p)->values[y * p->w + x];
            const int off = apart(p->kind, was, other);
            if (off < least && !(p->transparent && other == p->key)) {
                least = off;
                p->values[at] = other;
            }
        }
    }
}
