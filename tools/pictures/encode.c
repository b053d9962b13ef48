/* encode.c - the binary arithmetic encoder, over the model that the decoder has. */
#include "encode.h"

#include <stdlib.h>
#include <string.h>

/*
 * What is coded goes two ways: first its cost is found, and then it is written. For tables of
 * probabilities it is counted, for each context; else probabilities are learnt on the way.
 */
struct coder {
    bool writes;
    uint32_t (*counts)[2]; /* by context, where it does not write */
    const uint8_t *nibbles;
    uint16_t *learnt; /* by context; NULL: by the tables */
    uint64_t cost;    /* of what was learnt, 1/256 bits */
    uint16_t low, range;
    uint8_t bits; /* of the last byte of `out` that are used; 8: it is full */
    uint8_t *out;
    size_t size, room;
    bool failed;
};

#include "geometry/checksum.h"
#include "picture/learn.h"
#include "picture/levels.h"
#include "picture/block.h"
#include "picture/model.h"

enum { HEADER = 32, CRC_AT = 16, MOST_CONTEXTS = 4096 + 2 };

static void put(struct coder *c, uint8_t byte)
{
    if (c->size == c->room) {
        const size_t room = c->room ? 2 * c->room : 4096;
        uint8_t *more = realloc(c->out, room);
        if (!more) {
            c->failed = true;
            return;
        }
        c->out = more;
        c->room = room;
    }
    c->out[c->size++] = byte;
}

static void put_bit(struct coder *c, bool bit)
{
    if (c->bits == 8 || c->size == 0) {
        put(c, 0);
        c->bits = 0;
    }
    if (bit && c->size > 0)
        c->out[c->size - 1] |= (uint8_t)(0x80 >> c->bits);
    c->bits++;
}

/* Adds one to what has been written, from its last bit on. */
static void carry(struct coder *c)
{
    size_t at = c->size;
    uint8_t one = (uint8_t)(0x100 >> c->bits);
    while (at-- > 0) {
        const unsigned sum = (unsigned)c->out[at] + one;
        c->out[at] = (uint8_t)sum;
        if (sum < 0x100)
            return;
        one = 1;
    }
}

/* Moves the low end of the interval up. */
static void raise_low(struct coder *c, uint32_t by)
{
    const uint32_t low = c->low + by;
    if (low > 0xFFFF)
        carry(c);
    c->low = (uint16_t)low;
}

static void write_bit(struct coder *c, uint16_t of_zero, uint8_t bit)
{
    const uint16_t bound = (uint16_t)(((uint32_t)c->range * of_zero) >> 16);
    if (bit)
        raise_low(c, bound);
    c->range = bit ? (uint16_t)(c->range - bound) : bound;
    for (; c->range < 0x8000; c->range = (uint16_t)(c->range << 1)) {
        put_bit(c, c->low >> 15);
        c->low = (uint16_t)(c->low << 1);
    }
}

/* Ends with the number in the interval that has the most zeros behind it: they need not be kept. */
static void finish(struct coder *c)
{
    uint32_t step = 0x8000;
    while (step > 1 && ((c->low + step - 1) & ~(step - 1)) >= (uint32_t)c->low + c->range)
        step /= 2;
    raise_low(c, ((c->low + step - 1) & ~(step - 1)) - c->low);
    for (int i = 15; i >= 0; i--)
        put_bit(c, c->low >> i & 1);
    /* Behind the end a decoder reads zeros. */
    while (c->size > 0 && c->out[c->size - 1] == 0)
        c->size--;
}

/* How many bits a probability costs, times 256: good enough for choosing between models, without
 * floating point. */
static uint32_t bits_of_level(uint32_t probability)
{
    /* 65536 / probability, as a sum of halvings and a fraction. */
    uint32_t bits = 0, value = 65536u * 256 / probability;
    while (value >= 512) {
        value /= 2;
        bits += 256;
    }
    return bits + (value - 256);
}

static inline uint8_t code_bit(struct coder *c, uint16_t context, uint8_t wanted)
{
    if (c->learnt) {
        const uint16_t chance = learnt_chance(c->learnt[context]);
        if (c->writes)
            write_bit(c, chance, wanted);
        else
            c->cost += bits_of_level(wanted ? 65536u - chance : chance);
        c->learnt[context] = learnt_from(c->learnt[context], wanted);
    } else if (c->writes) {
        write_bit(c, pmb_levels[c->nibbles[context]], wanted);
    } else {
        c->counts[context][wanted]++;
    }
    return wanted;
}

static void write_number(struct coder *c, uint32_t number, int bits)
{
    while (bits-- > 0 && c->writes)
        write_bit(c, 32768, number >> bits & 1);
}

/* The level that costs least for so many zeros and ones, and what it costs in 1/256 bit. */
static uint8_t best_level(const uint32_t count[2], uint64_t *cost)
{
    uint8_t best = 7;
    *cost = UINT64_MAX;
    for (uint8_t i = 0; i < 16; i++) {
        const uint64_t here = (uint64_t)count[0] * bits_of_level(pmb_levels[i]) +
                              (uint64_t)count[1] * bits_of_level((uint16_t)(65536 - pmb_levels[i]));
        if (here < *cost) {
            *cost = here;
            best = i;
        }
    }
    return best;
}

static int bits_for(int most)
{
    int bits = 0;
    while (most >> bits)
        bits++;
    return bits;
}

/* What of a frame differs from the one before; left = right when nothing does. */
struct part {
    int left, top, right, bottom;
};

static struct part changed_part(const struct pixels *before, const struct pixels *now)
{
    struct part p = {now->w, now->h, 0, 0};
    for (int y = 0; y < now->h; y++)
        for (int x = 0; x < now->w; x++) {
            const size_t at = (size_t)y * (size_t)now->w + (size_t)x;
            if (now->values[at] == (before ? before->values[at] : 0))
                continue;
            p.left = x < p.left ? x : p.left;
            p.right = x >= p.right ? x + 1 : p.right;
            p.top = y < p.top ? y : p.top;
            p.bottom = y >= p.bottom ? y + 1 : p.bottom;
        }
    if (p.right == 0)
        p = (struct part){0, 0, 0, 0};
    return p;
}

static void code_frame_head(struct coder *c, const struct film *film, int i, struct part part)
{
    const struct pixels *frame = &film->frames[i];
    const int time = film->milliseconds[i], before = i > 0 ? film->milliseconds[i - 1] : 0;
    const bool whole =
        part.left == 0 && part.top == 0 && part.right == frame->w && part.bottom == frame->h;
    write_number(c, time == before, 1);
    if (time != before)
        write_number(c, (uint32_t)time, 16);
    write_number(c, whole, 1);
    if (!whole) {
        write_number(c, (uint32_t)part.left, bits_for(frame->w));
        write_number(c, (uint32_t)part.right, bits_for(frame->w));
        write_number(c, (uint32_t)part.top, bits_for(frame->h));
        write_number(c, (uint32_t)part.bottom, bits_for(frame->h));
    }
}

/* Codes all frames; `memory` are the known pixels, cleared. */
static void code_film(struct coder *c, const struct film *film, struct model model,
                      const struct known *known, size_t *frame_bytes)
{
    model_plan(&model);
    for (int i = 0; i < film->count; i++) {
        const struct pixels *frame = &film->frames[i];
        struct part part = {0, 0, frame->w, frame->h};
        model.hit = 0;
        if (film->reel) {
            part = changed_part(i > 0 ? frame - 1 : NULL, frame);
            code_frame_head(c, film, i, part);
        }
        for (int y = part.top; y < part.bottom; y++)
            model_row(c, &model, known, y, part.left, part.right, frame->values + y * frame->w);
        if (frame_bytes)
            frame_bytes[i] = c->size;
    }
}

struct attempt {
    const struct film *film;
    struct model model;
    struct known known;
    size_t memory;
    uint8_t nibbles[MOST_CONTEXTS];
    uint16_t contexts;
    uint64_t cost; /* 1/256 bits, the tables included */
};

/* What a model costs; and, for tables, the probabilities. */
static void try_model(struct attempt *a)
{
    static uint32_t counts[MOST_CONTEXTS][2];
    static uint16_t learnt[MOST_CONTEXTS];
    struct coder coder = {.counts = counts, .learnt = a->film->lean ? NULL : learnt};
    memset(counts, 0, sizeof counts);
    memset(learnt, 0, sizeof learnt);
    memset(a->known.memory, 0, a->memory);
    a->contexts = model_contexts(&a->model);
    code_film(&coder, a->film, a->model, &a->known, NULL);
    /* Two bytes of RAM that a context takes are worth a bit. */
    a->cost = coder.cost + a->contexts * 256ull;
    if (!a->film->lean)
        return;
    a->cost = (uint64_t)a->contexts * 4 * 256;
    for (uint16_t i = 0; i < a->contexts; i++) {
        uint64_t cost;
        a->nibbles[i] = best_level(counts[i], &cost);
        a->cost += cost;
    }
}

static int most_neighbours(const struct model *model)
{
    if (model->pixels == PMB_PIXELS_ONE_BIT)
        return MOST_ONE_BIT;
    if (model->pixels == PMB_PIXELS_INK)
        return MOST_INK;
    return model->learning ? MOST_LEARNT_VALUE : MOST_VALUE;
}

/* Every size of the template; for one bit some distances of the far pixel, and for values that are
 * learnt some numbers of columns in which is looked for what comes again. */
static void choose_model(struct attempt *best)
{
    static const uint8_t of_bits[] = {0, 4, 8, 6}, of_values[] = {0, 32, 128};
    struct attempt a = *best;
    const bool one_bit = a.model.pixels == PMB_PIXELS_ONE_BIT;
    const bool values = a.model.learning && !one_bit && a.model.pixels != PMB_PIXELS_INK;
    const size_t ways = one_bit ? sizeof of_bits : values ? sizeof of_values : 1;
    const int most = most_neighbours(&a.model);
    best->cost = UINT64_MAX;
    for (size_t f = 0; f < ways; f++)
        for (int n = 1; n <= most; n++) {
            a.model.neighbours = (uint8_t)n;
            a.model.far = values ? of_values[f] : of_bits[f];
            if (model_contexts(&a.model) > MOST_CONTEXTS)
                continue;
            try_model(&a);
            if (a.cost < best->cost)
                *best = a;
        }
}

static void put_number(uint8_t *at, uint32_t value, int bytes)
{
    for (int i = 0; i < bytes; i++)
        at[i] = (uint8_t)(value >> (8 * i));
}

/* Of all bytes but the four of the checksum itself. */
static uint32_t checksum(const uint8_t *bytes, size_t count)
{
    uint32_t crc = PMB_CRC_START;
    for (size_t i = 0; i < count; i++)
        if (i < CRC_AT || i >= CRC_AT + 4)
            crc = pmb_crc_add(crc, bytes[i]);
    return pmb_crc_end(crc);
}

static bool assemble(struct block *block, const struct attempt *a, const struct coder *coder)
{
    const struct pixels *first = a->film->frames;
    uint32_t milliseconds = 0;
    for (int i = 0; i < a->film->count && a->film->reel; i++)
        milliseconds += (uint32_t)a->film->milliseconds[i];
    block->tables = a->film->lean ? (a->contexts + 1u) / 2 : 0;
    const size_t palette = 2 * (size_t)first->color_count, start = HEADER + palette;
    block->size = start + block->tables + coder->size;
    uint8_t *b = block->bytes = calloc(1, block->size);
    if (!b)
        return false;
    memcpy(b, a->film->reel ? "PMBR" : "PMBP", 4);
    b[4] = a->film->lean ? PMB_PICTURE_TABLES : PMB_PICTURE_LEARNING;
    b[5] = (uint8_t)first->kind;
    b[6] = a->model.neighbours;
    b[7] = first->transparent;
    put_number(b + 8, (uint32_t)first->w, 2);
    put_number(b + 10, (uint32_t)first->h, 2);
    put_number(b + 12, (uint32_t)block->size, 4);
    put_number(b + 20, first->key, 2);
    put_number(b + 22, (uint32_t)a->film->count, 2);
    put_number(b + 24, milliseconds, 4);
    b[28] = a->model.far;
    b[29] = (uint8_t)(first->color_count > 0 ? first->color_count - 1 : 0);
    for (int i = 0; i < first->color_count; i++)
        put_number(b + HEADER + 2 * i, first->colors[i], 2);
    for (uint16_t i = 0; i < a->contexts && a->film->lean; i++)
        b[start + i / 2] |= (uint8_t)(i % 2 ? a->nibbles[i] : a->nibbles[i] << 4);
    if (coder->size > 0)
        memcpy(b + start + block->tables, coder->out, coder->size);
    put_number(b + CRC_AT, checksum(b, block->size), 4);
    return true;
}

static bool encode(struct block *block, const struct film *film)
{
    static struct attempt a;
    const struct pixels *first = film->frames;
    memset(block, 0, sizeof *block);
    for (int i = 1; i < film->count; i++)
        if (film->frames[i].w != first->w || film->frames[i].h != first->h ||
            film->frames[i].kind != first->kind ||
            film->frames[i].transparent != first->transparent || film->frames[i].key != first->key)
            return false;
    a = (struct attempt){
        .film = film,
        .model = {.pixels = first->kind,
                  .index_bits = model_index_bits(first->kind, (uint16_t)first->color_count),
                  .reel = film->reel,
                  .learning = !film->lean,
                  .h = (uint16_t)first->h},
        .known = {.w = (uint16_t)first->w,
                  .rows = (uint16_t)(film->reel ? first->h : 2),
                  .bits =
                      model_bits(first->kind, (uint16_t)first->color_count, first->transparent)}};
    a.known.stride = known_stride(a.known.w, a.known.bits);
    a.memory = (size_t)a.known.stride * a.known.rows;
    a.known.memory = calloc(1, a.memory);
    block->frame_bytes = calloc((size_t)film->count, sizeof(size_t));
    if (!a.known.memory || !block->frame_bytes)
        return false;
    choose_model(&a);
    static uint16_t learnt[MOST_CONTEXTS];
    memset(learnt, 0, sizeof learnt);
    struct coder coder = {.writes = true,
                          .nibbles = a.nibbles,
                          .learnt = film->lean ? NULL : learnt,
                          .range = 0xFFFF};
    memset(a.known.memory, 0, a.memory);
    code_film(&coder, film, a.model, &a.known, block->frame_bytes);
    finish(&coder);
    const bool good = !coder.failed && assemble(block, &a, &coder);
    free(coder.out);
    free(a.known.memory);
    return good;
}

/* Puts another block of the same film in the place of one, if there is one and it is no larger, or
 * in any case (`always`). */
static void take_other(struct block *block, const struct film *film, bool always)
{
    struct block other = {0};
    if (encode(&other, film) && (always || other.size <= block->size)) {
        const struct block keep = *block;
        *block = other;
        other = keep;
    }
    block_free(&other);
}

/* The same with a palette. */
static void try_palette(struct block *block, const struct film *film)
{
    struct pixels *indexed = calloc((size_t)film->count, sizeof *indexed);
    struct film other = *film;
    other.frames = indexed;
    if (indexed && pixels_index(indexed, film->frames, film->count))
        take_other(block, &other, film->reel);
    for (int i = 0; i < film->count && indexed; i++)
        pixels_free(&indexed[i]);
    free(indexed);
}

bool block_encode(struct block *block, const struct film *film)
{
    struct film lean = *film;
    lean.lean = true;
    if (!encode(block, film))
        return false;
    if (!film->lean)
        try_palette(block, film);
    if (!film->lean && !film->reel) /* noise has nothing that could be learnt */
        take_other(block, &lean, false);
    return true;
}

void block_free(struct block *block)
{
    free(block->bytes);
    free(block->frame_bytes);
    memset(block, 0, sizeof *block);
}
