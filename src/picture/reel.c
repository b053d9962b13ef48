/* reel.c - playing reels: frames decoded into the one before. */
#include <string.h>
#include "geometry/limits.h"
#include "picture/block.h"
#include "picture/decode.h"
#include "picture/model.h"
#include "picture/place.h"

static struct known known_of(const pmb_reel_player *p)
{
    struct known known = {.memory = p->pixels,
                          .w = (uint16_t)p->info.size.w,
                          .rows = (uint16_t)p->info.size.h,
                          .bits = model_bits(p->info.pixels, p->colors, p->info.transparent)};
    known.stride = known_stride(known.w, known.bits);
    return known;
}

static size_t memory_of(const pmb_block *block)
{
    const uint32_t row =
        known_stride((uint16_t)block->info.size.w,
                     model_bits(block->info.pixels, block->colors, block->info.transparent));
    return row * (uint16_t)block->info.size.h + block->memory;
}

size_t pmb_reel_memory(const pmb_picture *reel)
{
    if (PMB_MISSING(reel))
        return 0;
    pmb_block block;
    if (pmb_block_read(&block, &reel->source) != PMB_OK || !block.reel)
        return 0;
    return memory_of(&block);
}

static struct model model_of(const pmb_reel_player *p)
{
    return (struct model){.pixels = p->info.pixels,
                          .index_bits = model_index_bits(p->info.pixels, p->colors),
                          .neighbours = p->model,
                          .far = p->far,
                          .reel = true,
                          .learning = p->learning,
                          .h = (uint16_t)p->info.size.h};
}

static struct coder coder_of(pmb_reel_player *p)
{
    const PMB_FLASH uint8_t *bytes = p->stream.source.bytes;
    struct coder coder = {
        .stream = &p->stream,
        .flash_tables = bytes ? bytes + PMB_PICTURE_HEADER : PMB_NO_TABLE,
        .tables = p->tables,
        .range = p->range,
        .code = p->code,
        .ahead = p->ahead,
        .left = p->left,
    };
#if PMB_LEARNING
    if (p->learning)
        coder.learnt = learnt_at(p->tables);
#endif
    return coder;
}

static void keep_coder(pmb_reel_player *p, const struct coder *coder)
{
    p->range = coder->range;
    p->code = coder->code;
    p->ahead = coder->ahead;
    p->left = coder->left;
}

/* Before the first frame all pixels are 0. */
static void rewind_reel(pmb_reel_player *p)
{
    const struct known known = known_of(p);
    memset(p->pixels, 0, (uint32_t)known.stride * known.rows);
    if (PMB_LEARNING && p->learning)
        memset(p->tables, 0, p->learnt_bytes);
    p->stream = pmb_stream_at(&p->stream.source, p->coded);
    struct coder coder = coder_of(p);
    decode_start(&coder);
    keep_coder(p, &coder);
    p->frame = p->info.frames;
    p->start = p->end = 0;
    p->duration = 0;
    memset(p->recent, 0, sizeof p->recent);
}

pmb_status pmb_reel_open(pmb_reel_player *p, const pmb_picture *reel, pmb_reel_mode mode,
                         void *memory, size_t bytes)
{
    if (PMB_MISSING(p) || PMB_MISSING(reel) || !memory)
        return PMB_ERR_ARGUMENT;
    pmb_block block;
    const pmb_status status = pmb_block_read(&block, &reel->source);
    if (status != PMB_OK)
        return status;
    if (!block.reel || block.info.milliseconds == 0)
        return PMB_ERR_DATA;
    if (bytes < memory_of(&block))
        return PMB_ERR_ARGUMENT;
    *p = (pmb_reel_player){.info = block.info,
                           .mode = mode,
                           .pixels = memory,
                           .key = block.key,
                           .model = block.neighbours,
                           .far = block.far,
                           .learning = block.learning,
                           .colors = block.colors,
                           .coded = pmb_block_start(&block) + block.tables};
    p->stream = pmb_stream_at(&reel->source, PMB_PICTURE_HEADER);
    if (block.memory > 0) {
        const struct known known = known_of(p);
        p->tables = p->pixels + (uint32_t)known.stride * known.rows;
        if (!reel->source.bytes)
            p->palette = pmb_block_palette(&block, p->tables);
        for (uint32_t i = 0; p->palette && i < pmb_block_palette_bytes(block.colors); i++)
            p->palette[i] = pmb_stream_next(&p->stream);
        for (uint32_t i = 0; i < block.tables; i++)
            p->tables[i] = pmb_stream_next(&p->stream);
        if (PMB_LEARNING) /* the palette is behind it */
            p->learnt_bytes = (uint16_t)(block.memory - (p->palette ? 2u * block.colors : 0));
    }
    const pmb_status tables = pmb_stream_status(&p->stream, p->coded);
    rewind_reel(p);
    return tables == PMB_OK && p->stream.failed ? PMB_ERR_BUS : tables;
}

/* The bits of a coordinate that is at most `most`. */
static uint8_t bits_of(int16_t most)
{
    uint8_t bits = 0;
    while (most >> bits)
        bits++;
    return bits;
}

/* The next frame: its time, what of it changes, and that. */
static void decode_frame(pmb_reel_player *p)
{
    struct coder coder = coder_of(p);
    const struct known known = known_of(p);
    struct model model = model_of(p);
    model_plan(&model);
    memcpy(model.recent, p->recent, sizeof model.recent);
    if (!decode_number(&coder, 1))
        p->duration = decode_number(&coder, 16);
    int32_t left = 0, top = 0, right = known.w, bottom = known.rows;
    if (!decode_number(&coder, 1)) {
        const uint8_t across = bits_of(p->info.size.w), down = bits_of(p->info.size.h);
        left = decode_number(&coder, across);
        right = decode_number(&coder, across);
        top = decode_number(&coder, down);
        bottom = decode_number(&coder, down);
    }
    for (int32_t y = top; y < bottom && y < known.rows; y++)
        pmb_decode_row(&coder, &model, &known, y, left, pmb_lesser(right, known.w));
    memcpy(p->recent, model.recent, sizeof p->recent);
    keep_coder(p, &coder);
    p->frame = p->frame == p->info.frames ? 0 : (uint16_t)(p->frame + 1);
    p->start = p->end;
    p->end += p->duration;
}

/* The time within the reel. */
static uint32_t time_in(const pmb_reel_player *p, uint32_t milliseconds)
{
    const uint32_t all = p->info.milliseconds;
    if (p->mode == PMB_REEL_ONCE)
        return milliseconds < all ? milliseconds : all - 1;
    if (p->mode == PMB_REEL_LOOP)
        return milliseconds % all;
    milliseconds %= 2 * all;
    return milliseconds < all ? milliseconds : 2 * all - 1 - milliseconds;
}

pmb_status pmb_reel_advance(pmb_reel_player *p, uint32_t milliseconds)
{
    if (PMB_MISSING(p))
        return PMB_ERR_ARGUMENT;
    const uint32_t time = time_in(p, milliseconds);
    const uint16_t before = p->frame;
    if (p->frame != p->info.frames && time < p->start)
        rewind_reel(p);
    while ((p->frame == p->info.frames || time >= p->end) && p->frame + 1 != p->info.frames &&
           !p->stream.failed)
        decode_frame(p);
    p->changed = p->frame != before;
    return pmb_stream_status(&p->stream, p->info.bytes);
}

void pmb_reel_draw(pmb_canvas *c, const pmb_reel_player *player, pmb_point p,
                   const pmb_picture_style *style)
{
    pmb_block block = {.info = player->info, .reel = true, .key = player->key};
    if (PMB_LEARNING) {
        const PMB_FLASH uint8_t *bytes = player->stream.source.bytes;
        block.colors = player->colors;
        block.flash_palette = bytes ? bytes + PMB_PICTURE_HEADER : PMB_NO_TABLE;
        block.palette = player->palette;
    }
    const struct known known = known_of(player);
    const pmb_place place = pmb_place_of(c, &block, p, style);
    pmb_reach first, last;
    pmb_place_rows(&place, &first, &last);
    for (pmb_reach y = first; y < last; y++)
        pmb_place_row(&place, &known, y);
}
