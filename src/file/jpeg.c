/*
 * jpeg.c - baseline JPEG: ITU-T T.81 (09/92), sequential DCT with Huffman coding and 8 bits a
 * sample; colours as in JFIF (ITU-T T.871). Sections and tables named below are those of T.81.
 */
#include <string.h>
#include "canvas/word.h"
#include "file/input.h"
#include "geometry/limits.h"
#include "shape/spans.h"

enum { COMPONENTS = 3, BLOCK = 64, MOST_CODES = 162 };
enum { SOF0 = 0xC0, SOF2 = 0xC2, DHT = 0xC4, SOI = 0xD8, EOI = 0xD9, SOS = 0xDA, DQT = 0xDB };
enum { DRI = 0xDD, RST0 = 0xD0, APP14 = 0xEE, MOST_PAST = 10 };

/* A Huffman table as in figure F.15: for each length those before `beyond`, less `shift`, number
 * the values. */
struct huffman {
    uint16_t beyond[16]; /* what comes behind the codes of that length, and 0 bits behind it */
    int16_t shift[16];
    uint8_t values[MOST_CODES];
};

struct component {
    uint8_t name, across, down, quantity; /* sampling factors and the number of its table */
    uint8_t dc, ac;                       /* numbers of its Huffman tables */
    int16_t before;                       /* the last DC */
};

/* All of the memory that decoding takes. */
struct jpeg {
    struct huffman dc[2], ac[2];
    uint8_t quantities[4][BLOCK];
    struct component components[COMPONENTS];
    int16_t block[BLOCK];
    uint8_t samples[6][BLOCK]; /* of one MCU: up to four of Y, one of Cb, one of Cr */
};

struct state {
    pmb_job *job;
    struct jpeg *j;
    uint16_t w, h;
    uint8_t count;           /* of components */
    bool is_rgb;             /* they are red, green and blue, not luminance and chrominance */
    uint8_t across, down;    /* largest sampling factors */
    uint16_t interval, left; /* MCUs between restarts, and until the next */
    uint8_t shrink;          /* a block is drawn 8 >> shrink wide */
    uint32_t bits;           /* that were read, the last one lowest; so many are not taken yet: */
    uint8_t bit_count;
    bool at_marker;    /* the entropy-coded bytes have ended */
    uint8_t past_them; /* bytes that were wanted since */
};

/* Zigzag, figure A.6: the place of the k-th coefficient. */
static const PMB_FLASH uint8_t zigzag[BLOCK] = {
    0,  1,  8,  16, 9,  2,  3,  10, 17, 24, 32, 25, 18, 11, 4,  5,  12, 19, 26, 33, 40, 48,
    41, 34, 27, 20, 13, 6,  7,  14, 21, 28, 35, 42, 49, 56, 57, 50, 43, 36, 29, 22, 15, 23,
    30, 37, 44, 51, 58, 59, 52, 45, 38, 31, 39, 46, 53, 60, 61, 54, 47, 55, 62, 63};

static void fail(struct state *s, const char *reason)
{
    pmb_input_fail(&s->job->in, PMB_ERR_DATA, reason);
}

static uint8_t next(struct state *s)
{
    return pmb_input_next(&s->job->in);
}

static uint16_t next_short(struct state *s)
{
    const uint16_t high = next(s);
    return (uint16_t)(high << 8 | next(s));
}

static bool is_good(const struct state *s)
{
    return s->job->in.status == PMB_OK;
}

/* Entropy-coded bits, F.2.2.5: a zero behind FF is stuffed; any other byte is a marker, and zeros
 * follow, but not many. */
static uint8_t next_coded_byte(struct state *s)
{
    if (s->at_marker) {
        if (s->past_them++ == MOST_PAST)
            fail(s, "the coded data end too early");
        return 0;
    }
    const uint8_t byte = next(s);
    if (byte == 0xFF && next(s) != 0) {
        s->at_marker = true;
        pmb_input_seek(&s->job->in, s->job->in.at - 2);
        return 0;
    }
    return byte;
}

/* The next bits, up to 16, without taking them. */
static inline uint32_t see_bits(struct state *s, uint8_t count)
{
    for (; s->bit_count < count; s->bit_count = (uint8_t)(s->bit_count + 8))
        s->bits = s->bits << 8 | next_coded_byte(s);
    return s->bits >> (s->bit_count - count) & (((uint32_t)1 << count) - 1);
}

/* F.2.2.1: a number of so many bits; those that begin with 0 are negative. */
static int16_t receive(struct state *s, uint8_t bits)
{
    if (bits == 0)
        return 0;
    int32_t value = (int32_t)see_bits(s, bits);
    s->bit_count = (uint8_t)(s->bit_count - bits);
    if (value < (int32_t)1 << (bits - 1))
        value -= ((int32_t)1 << bits) - 1;
    return (int16_t)value;
}

static uint8_t decode(struct state *s, const struct huffman *h)
{
    const uint32_t ahead = see_bits(s, 16); /* at the end of the data there need not be as many */
    for (uint8_t i = 0; i < 16; i++)
        if (ahead < h->beyond[i]) {
            s->bit_count = (uint8_t)(s->bit_count - i - 1);
            return h->values[(uint8_t)((int32_t)(ahead >> (15 - i)) - h->shift[i])];
        }
    fail(s, "a code is not in its Huffman table");
    return 0;
}

/* A segment B.2.4.2: tables of codes by their lengths. */
static void read_huffman(struct state *s, int32_t length)
{
    while (length >= 17 && is_good(s)) {
        const uint8_t kind = next(s);
        if ((kind & 0xEE) != 0) {
            fail(s, "a Huffman table has a number that baseline files have not");
            return;
        }
        struct huffman *h = kind & 0x10 ? &s->j->ac[kind & 1] : &s->j->dc[kind & 1];
        uint32_t code = 0;
        int32_t count = 0;
        for (uint8_t i = 0; i < 16; i++) {
            const uint8_t codes = next(s);
            h->shift[i] = (int16_t)((int32_t)code - count);
            code += codes;
            count += codes;
            h->beyond[i] = (uint16_t)(code << (15 - i));
            if (code >= 1ul << (i + 1) || count > MOST_CODES) { /* C: none is all ones */
                fail(s, "a Huffman table has too many codes");
                return;
            }
            code <<= 1;
        }
        for (int32_t i = 0; i < count; i++)
            h->values[i] = next(s);
        length -= 17 + count;
    }
    if (length != 0)
        fail(s, "a segment of Huffman tables has a wrong length");
}

static void read_quantities(struct state *s, int32_t length)
{
    for (; length >= 65 && is_good(s); length -= 65) {
        const uint8_t kind = next(s);
        if (kind & 0x10)
            pmb_input_fail(&s->job->in, PMB_ERR_UNSUPPORTED,
                           "its quantisation tables have 16 bits");
        else if (kind > 3)
            fail(s, "a quantisation table has a wrong number");
        if (!is_good(s))
            return;
        for (uint8_t i = 0; i < BLOCK; i++)
            s->j->quantities[kind][zigzag[i]] = next(s);
    }
    if (length != 0)
        fail(s, "a segment of quantisation tables has a wrong length");
}

/* APP14 of Adobe (Technical Note 5116): its twelfth byte is 0 where colours are not transformed. */
static void read_adobe(struct state *s, int32_t length)
{
    static const uint8_t name[] = {'A', 'd', 'o', 'b', 'e'};
    bool is_adobe = length >= 12;
    for (uint8_t i = 0; i < 5 && is_adobe; i++)
        is_adobe = next(s) == name[i];
    for (uint8_t i = 0; i < 6 && is_adobe; i++)
        (void)next(s);
    s->is_rgb = is_adobe && next(s) == 0;
}

/* A frame header, B.2.2. */
static void read_frame(struct state *s, int32_t length)
{
    const uint8_t bits = next(s);
    s->h = next_short(s);
    s->w = next_short(s);
    s->count = next(s);
    if (bits != 8 || (s->count != 1 && s->count != 3)) {
        pmb_input_fail(&s->job->in, PMB_ERR_UNSUPPORTED,
                       "it has not 8 bits a sample, or not one or three components");
        return;
    }
    if (length != 6 + 3 * s->count)
        fail(s, "the frame header has a wrong length");
    s->across = s->down = 1;
    for (uint8_t i = 0; i < s->count; i++) {
        struct component *c = &s->j->components[i];
        c->name = next(s);
        const uint8_t factors = next(s);
        c->across = factors >> 4;
        c->down = factors & 15;
        c->quantity = next(s) & 3;
        s->across = (uint8_t)pmb_greater(s->across, c->across);
        s->down = (uint8_t)pmb_greater(s->down, c->down);
        const bool small = c->across >= 1 && c->across <= 2 && c->down >= 1 && c->down <= 2;
        if (!small || (i > 0 && (c->across != 1 || c->down != 1))) {
            pmb_input_fail(&s->job->in, PMB_ERR_UNSUPPORTED,
                           "its sampling is not one that is known");
            return;
        }
    }
    const struct component *c = s->j->components;
    if (s->count == 3 && c[0].name == 'R' && c[1].name == 'G' && c[2].name == 'B')
        s->is_rgb = true;
    if (s->is_rgb && (s->across > 1 || s->down > 1))
        pmb_input_fail(&s->job->in, PMB_ERR_UNSUPPORTED, "its sampling is not one that is known");
    if (s->count == 1) /* A.2.2: one component is never interleaved */
        s->across = s->down = s->j->components[0].across = s->j->components[0].down = 1;
}

/* A scan header, B.2.3. */
static void read_scan(struct state *s, int32_t length)
{
    const uint8_t count = next(s);
    if (count != s->count || length != 4 + 2 * count) {
        pmb_input_fail(&s->job->in, PMB_ERR_UNSUPPORTED,
                       "its components are in several scans, or the scan header is wrong");
        return;
    }
    for (uint8_t i = 0; i < count; i++) {
        const uint8_t name = next(s), tables = next(s);
        if (name != s->j->components[i].name || (tables & 0xEE) != 0) {
            fail(s, "the scan header names components or tables that are not there");
            return;
        }
        s->j->components[i].dc = tables >> 4 & 1;
        s->j->components[i].ac = tables & 1;
    }
    for (uint8_t i = 0; i < 3; i++)
        (void)next(s);
}

static uint8_t limited(int32_t value)
{
    return (uint8_t)((uint32_t)value <= 255 ? value : value < 0 ? 0 : 255);
}

static int16_t shifted(uint32_t value, uint8_t shift)
{
    return (int16_t)((int32_t)value >> shift);
}

/*
 * The inverse transform of eight values in one direction, in their place, each `step` behind the
 * other: with eleven multiplications, after C. Loeffler, A. Ligtenberg and G. Moschytz, "Practical
 * fast 1-D DCT algorithms with 11 multiplications" (1989), figure 1, each rotation as three
 * multiplications; the numbers are its constants times 2^13. The values are then those of A.3.3
 * times the root of 8 and 2^13, and made smaller by `shift` bits. In a damaged file sums may be too
 * large: they are unsigned, so that they wrap around.
 */
static void invert(int16_t *v, uint8_t step, uint8_t shift)
{
    int16_t *const v1 = v + step, *const v2 = v1 + step, *const v3 = v2 + step;
    int16_t *const v4 = v3 + step, *const v5 = v4 + step, *const v6 = v5 + step;
    int16_t *const v7 = v6 + step;
    const uint32_t half = (uint32_t)1 << (shift - 1); /* rounds */
    if ((*v1 | *v2 | *v3 | *v4 | *v5 | *v6 | *v7) == 0) {
        *v = shifted((uint32_t)*v * 8192 + half, shift);
        *v1 = *v2 = *v3 = *v4 = *v5 = *v6 = *v7 = *v;
        return;
    }
    const uint32_t i0 = (uint32_t)*v, i1 = (uint32_t)*v1, i2 = (uint32_t)*v2, i3 = (uint32_t)*v3;
    const uint32_t i4 = (uint32_t)*v4, i5 = (uint32_t)*v5, i6 = (uint32_t)*v6, i7 = (uint32_t)*v7;
    const uint32_t turned = (i2 + i6) * 4433;
    const uint32_t two = turned - i6 * 15137, three = turned + i2 * 6270;
    const uint32_t sum = (i0 + i4) * 8192 + half, difference = (i0 - i4) * 8192 + half;
    const uint32_t all = (i7 + i3 + i5 + i1) * 9633;
    const uint32_t a = (i7 + i1) * 7373, b = (i5 + i3) * 20995;
    const uint32_t c = all - (i7 + i3) * 16069, d = all - (i5 + i1) * 3196;
    const uint32_t odd0 = i1 * 12299 - a + d, odd1 = i3 * 25172 - b + c;
    const uint32_t odd2 = i5 * 16819 - b + d, odd3 = i7 * 2446 - a + c;
    *v = shifted(sum + three + odd0, shift);
    *v7 = shifted(sum + three - odd0, shift);
    *v1 = shifted(difference + two + odd1, shift);
    *v6 = shifted(difference + two - odd1, shift);
    *v2 = shifted(difference - two + odd2, shift);
    *v5 = shifted(difference - two - odd2, shift);
    *v3 = shifted(sum - three + odd3, shift);
    *v4 = shifted(sum - three - odd3, shift);
}

/* The block as samples. Between the directions two bits of fraction are kept; what a sound file has
 * there is below 2^13. The roots of 8 make 2^3. */
static void transform(int16_t block[BLOCK], uint8_t samples[BLOCK])
{
    block[0] = (int16_t)(block[0] + 8 * 128);
    for (uint8_t x = 0; x < 8; x++)
        invert(block + x, 8, 11);
    for (uint8_t y = 0; y < 8; y++)
        invert(block + 8 * y, 1, 18);
    for (uint8_t i = 0; i < BLOCK; i++)
        samples[i] = limited(block[i]);
}

/* One block, F.2.2: DC as a difference, AC as runs of zeros and values. */
static void read_block(struct state *s, struct component *c, uint8_t samples[BLOCK])
{
    enum { LIMIT = 15000 }; /* sound coefficients are below 2^11 */
    const uint8_t *quantities = s->j->quantities[c->quantity];
    int16_t *block = s->j->block;
    pmb_set_bytes((uint8_t *)block, 0, BLOCK * sizeof *block);
    const uint8_t bits = decode(s, &s->j->dc[c->dc]);
    if (bits > 11) {
        fail(s, "a DC difference has more than 11 bits");
        return;
    }
    c->before = (int16_t)(c->before + receive(s, bits));
    block[0] = (int16_t)pmb_greater(-LIMIT, pmb_lesser((int32_t)c->before * quantities[0], LIMIT));
    for (uint8_t k = 1; k < BLOCK && is_good(s); k++) {
        const uint8_t code = decode(s, &s->j->ac[c->ac]), size = code & 15;
        if (size == 0 && code != 0xF0)
            break; /* end of block */
        k = (uint8_t)(k + (code >> 4));
        if (k >= BLOCK) {
            fail(s, "a block has more than 64 coefficients");
            return;
        }
        const int32_t value = (int32_t)receive(s, size) * quantities[zigzag[k]];
        block[zigzag[k]] = (int16_t)pmb_greater(-LIMIT, pmb_lesser(value, LIMIT));
    }
    transform(block, samples);
}

/* The samples of a component in row y of the MCU: eight, and for the brightness eight more.
 * Sampling factors are 1 or 2. */
static const uint8_t *samples_in(const struct state *s, uint8_t component, int32_t y, bool second)
{
    const struct component *c = &s->j->components[component];
    y >>= s->down > c->down;
    if (component > 0)
        return s->j->samples[3 + component] + y * 8;
    return s->j->samples[(y >> 3) * c->across + second] + (y & 7) * 8;
}

/* A sample at a pixel that is made smaller: the mean of those that it stands for. */
static uint8_t mean_at(const struct state *s, uint8_t component, int32_t x, int32_t y)
{
    const int32_t side = 1 << s->shrink;
    const bool halved = s->across > s->j->components[component].across;
    uint32_t sum = 0;
    for (int32_t dy = 0; dy < side; dy++)
        for (int32_t dx = 0; dx < side; dx++) {
            const int32_t sx = (x * side + dx) >> halved;
            sum += samples_in(s, component, y * side + dy, sx >> 3)[sx & 7];
        }
    return (uint8_t)((sum + (uint32_t)(side * side) / 2) >> (2 * s->shrink));
}

/* What a hue adds to brightness in each component: T.871, section 7. */
struct hue {
    int32_t red, green, blue;
};

/* Where red, green and blue are given, the first is taken for the brightness. */
static inline struct hue hue_of(const struct state *s, uint8_t y, uint8_t cb, uint8_t cr)
{
    const int32_t b = cb - 128, r = cr - 128;
    if (s->is_rgb)
        return (struct hue){0, cb - y, cr - y};
    return (struct hue){(91881 * r + 32768) >> 16, (32768 - 22554 * b - 46802 * r) >> 16,
                        (116130 * b + 32768) >> 16};
}

static inline pmb_color color_of(uint8_t y, const struct hue *hue)
{
    const int32_t red = y + hue->red, green = y + hue->green, blue = y + hue->blue;
    if ((red | green | blue) & ~255) /* one is below 0 or above 255 */
        return PMB_RGB(limited(red), limited(green), limited(blue));
    return PMB_RGB((uint8_t)red, (uint8_t)green, (uint8_t)blue);
}

/* Row y of the MCU, as large as it is: eight pixels, and eight more. */
static void find_row(const struct state *s, int32_t y, int32_t count, pmb_color *colors)
{
    const bool in_color = s->count > 1, halved = in_color && s->across > 1;
    const uint8_t *cb = in_color ? samples_in(s, 1, y, false) : NULL;
    const uint8_t *cr = in_color ? samples_in(s, 2, y, false) : NULL;
    struct hue hue = {0, 0, 0};
    for (int32_t from = 0; from < count; from += 8) {
        const uint8_t *luma = samples_in(s, 0, y, from > 0);
        for (int32_t left = pmb_lesser(count - from, 8); left > 0; left--) {
            if (in_color)
                hue = hue_of(s, *luma, *cb++, *cr++);
            *colors++ = color_of(*luma++, &hue);
            if (halved && --left > 0) /* two pixels of a hue */
                *colors++ = color_of(*luma++, &hue);
        }
    }
}

static void find_small_row(const struct state *s, int32_t y, int32_t count, pmb_color *colors)
{
    struct hue hue = {0, 0, 0};
    for (int32_t x = 0; x < count; x++) {
        const uint8_t luma = mean_at(s, 0, x, y);
        if (s->count > 1)
            hue = hue_of(s, luma, mean_at(s, 1, x, y), mean_at(s, 2, x, y));
        colors[x] = color_of(luma, &hue);
    }
}

static void draw_mcu(struct state *s, int32_t column, int32_t row)
{
    enum { MOST = 16 };
    const int32_t w = s->across * 8 >> s->shrink, h = s->down * 8 >> s->shrink;
    const pmb_rect r = s->job->out.drawn;
    const int32_t seen = pmb_lesser(w, r.w - column * w);
    for (int32_t y = 0; y < h && row * h + y < r.h; y++) {
        pmb_color colors[MOST];
        (s->shrink ? find_small_row : find_row)(s, y, seen, colors);
        pmb_span_colors(s->job->c, r.x + column * w, r.y + row * h + y, seen, colors);
    }
}

/* F.2.1.3.1: at a restart everything begins anew. */
static void restart(struct state *s)
{
    s->bit_count = 0;
    s->at_marker = false;
    s->past_them = 0;
    s->left = s->interval;
    for (uint8_t i = 0; i < s->count; i++)
        s->j->components[i].before = 0;
}

static void expect_restart(struct state *s)
{
    uint8_t byte = next(s);
    while (byte == 0xFF)
        byte = next(s);
    if (byte < RST0 || byte > RST0 + 7)
        fail(s, "a restart marker is missing");
    restart(s);
}

/* Of the rows that are not past. */
static bool is_visible(const struct state *s, int32_t row)
{
    const pmb_canvas *c = s->job->c;
    const int32_t h = s->down * 8 >> s->shrink, top = s->job->out.drawn.y + c->origin.y + row * h;
    return top + h > c->clip.y;
}

static bool is_past(const struct state *s, int32_t row)
{
    const pmb_canvas *c = s->job->c;
    const int32_t h = s->down * 8 >> s->shrink;
    return s->job->out.drawn.y + c->origin.y + row * h >= (int32_t)c->clip.y + c->clip.h;
}

static void draw_scan(struct state *s)
{
    const int32_t columns = ((int32_t)s->w + 8 * s->across - 1) / (8 * s->across);
    const int32_t rows = ((int32_t)s->h + 8 * s->down - 1) / (8 * s->down);
    restart(s);
    for (int32_t row = 0; row < rows && !is_past(s, row); row++) {
        const bool visible = is_visible(s, row);
        for (int32_t column = 0; column < columns && is_good(s); column++) {
            if (s->interval > 0 && s->left == 0)
                expect_restart(s);
            s->left--;
            uint8_t block = 0;
            for (uint8_t i = 0; i < s->count; i++) {
                struct component *c = &s->j->components[i];
                block = (uint8_t)(i == 0 ? 0 : 3 + i);
                for (uint8_t k = 0; k < c->across * c->down && is_good(s); k++)
                    read_block(s, c, s->j->samples[block++]);
            }
            if (visible && is_good(s))
                draw_mcu(s, column, row);
        }
    }
}

/* The smallest reduction with which it fits, and the middle of the rectangle. */
static void place(struct state *s)
{
    const pmb_rect r = s->job->r;
    while (s->shrink < 3 && ((int32_t)s->w >> s->shrink > r.w || (int32_t)s->h >> s->shrink > r.h))
        s->shrink++;
    const int32_t round = (1 << s->shrink) - 1;
    const int32_t w = (s->w + round) >> s->shrink, h = (s->h + round) >> s->shrink;
    s->job->out.drawn = (pmb_rect){pmb_coordinate(r.x + (r.w - w) / 2),
                                   pmb_coordinate(r.y + (r.h - h) / 2), (int16_t)w, (int16_t)h};
}

/* Segments up to the first scan; what is not needed is passed over. */
static void read_segments(struct state *s)
{
    bool frame = false;
    while (is_good(s)) {
        uint8_t marker = next(s);
        if (marker != 0xFF) {
            fail(s, "there is no marker where one should be");
            return;
        }
        while (marker == 0xFF)
            marker = next(s);
        const int32_t length = (int32_t)next_short(s) - 2;
        const uint32_t end = s->job->in.at + (uint32_t)length;
        if (length < 0) {
            fail(s, "a segment has a wrong length");
        } else if (marker == SOF0 || marker == SOF0 + 1) {
            read_frame(s, length);
            frame = true;
        } else if (marker == SOF2) {
            pmb_input_fail(&s->job->in, PMB_ERR_UNSUPPORTED, "it is a progressive JPEG");
        } else if (marker > SOF2 && marker < 0xD0 && marker != DHT && marker != 0xC8 &&
                   marker != 0xCC) {
            pmb_input_fail(&s->job->in, PMB_ERR_UNSUPPORTED,
                           "it is a lossless, hierarchical or arithmetic JPEG");
        } else if (marker == DHT) {
            read_huffman(s, length);
        } else if (marker == DQT) {
            read_quantities(s, length);
        } else if (marker == DRI) {
            s->interval = next_short(s);
        } else if (marker == APP14) {
            read_adobe(s, length);
            pmb_input_seek(&s->job->in, end);
        } else if (marker == SOS) {
            if (!frame)
                fail(s, "a scan comes before the frame header");
            else
                read_scan(s, length);
            return;
        } else if (marker == EOI || marker == SOI) {
            fail(s, "it ends before its picture");
        } else {
            pmb_input_seek(&s->job->in, end);
        }
    }
}

void pmb_jpeg_draw(pmb_job *job)
{
    /* Aligned for what is in it. */
    const uintptr_t start = (uintptr_t)job->memory;
    const uint32_t skip = (uint32_t)((0u - start) & (sizeof(uint32_t) - 1));
    struct state s = {.job = job, .j = (struct jpeg *)(void *)(job->memory + skip)};
    if (job->bytes < skip + sizeof(struct jpeg)) {
        pmb_input_fail(&job->in, PMB_ERR_ARGUMENT, "there is too little memory for it");
        return;
    }
    memset(s.j, 0, sizeof *s.j);
    read_segments(&s);
    if (!is_good(&s))
        return;
    if (s.w == 0 || s.h == 0 || s.w > INT16_MAX || s.h > INT16_MAX) {
        fail(&s, "its size is not from 1 to 32767 each way");
        return;
    }
    job->size = (pmb_size){(int16_t)s.w, (int16_t)s.h};
    place(&s);
    const pmb_rect saved = pmb_canvas_narrow_clip(job->c, job->r);
    draw_scan(&s);
    pmb_canvas_restore_clip(job->c, saved);
}
