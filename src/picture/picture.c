/* picture.c - drawing pictures, row by row as they are decoded. */
#include <string.h>
#include "canvas/spare.h"
#include "canvas/word.h"
#include "geometry/limits.h"
#include "picture/block.h"
#include "picture/decode.h"
#include "picture/model.h"
#include "picture/place.h"

/* How far a picture has been decoded: the end of the memory keeps it. */
struct bookmark {
    uint32_t block; /* whose it is: its checksum */
    uint32_t at;    /* in the source */
    uint32_t sum;   /* of the rest of the memory */
    uint16_t row, range, code;
    uint8_t ahead, left, hit;
    uint16_t recent[RECENT];
};

_Static_assert(sizeof(struct bookmark) <= PMB_PICTURE_BOOKMARK, "room for a bookmark");

static uint32_t sum_of(const uint8_t *memory, size_t count)
{
    uint32_t sum = 1;
    while (count-- > 0)
        sum = sum * 31 + *memory++;
    return sum;
}

/* What decodes a picture. */
struct decoder {
    pmb_block block;
    pmb_stream stream;
    struct coder coder;
    struct known known;
    struct model model;
    pmb_reach row; /* the next one */
};

static void begin(struct decoder *d, const pmb_source *source)
{
    pmb_set_bytes(d->known.memory, 0, d->block.info.memory);
    d->stream = pmb_stream_at(source, PMB_PICTURE_HEADER);
    if (source->bytes) {
        d->stream.at = pmb_block_start(&d->block) + d->block.tables;
    } else {
        uint8_t *tables = d->known.memory + 2 * d->known.stride;
        uint8_t *palette = pmb_block_palette(&d->block, tables);
        for (uint32_t i = 0; i < pmb_block_palette_bytes(d->block.colors); i++)
            palette[i] = pmb_stream_next(&d->stream);
        for (uint32_t i = 0; i < d->block.tables; i++)
            tables[i] = pmb_stream_next(&d->stream);
    }
    decode_start(&d->coder);
}

/* False when the bookmark is not this picture's, or behind the row that is wanted. */
static bool go_on(struct decoder *d, const pmb_source *source, pmb_reach first)
{
    struct bookmark mark;
    memcpy(&mark, d->known.memory + d->block.info.memory, sizeof mark);
    if (mark.row == 0 || (pmb_reach)mark.row > first || mark.block != d->block.checksum ||
        mark.sum != sum_of(d->known.memory, d->block.info.memory))
        return false;
    d->stream = pmb_stream_at(source, mark.at);
    d->coder.range = mark.range;
    d->coder.code = mark.code;
    d->coder.ahead = mark.ahead;
    d->coder.left = mark.left;
    d->model.hit = mark.hit;
    memcpy(d->model.recent, mark.recent, sizeof mark.recent);
    d->row = mark.row;
    return true;
}

static void keep_place(const struct decoder *d)
{
    struct bookmark mark = {
        .block = d->block.checksum,
        .at = d->stream.at,
        .sum = sum_of(d->known.memory, d->block.info.memory),
        .row =
            (uint16_t)(pmb_stream_status(&d->stream, d->block.info.bytes) == PMB_OK ? d->row : 0),
        .range = d->coder.range,
        .code = d->coder.code,
        .ahead = d->coder.ahead,
        .left = d->coder.left,
        .hit = d->model.hit,
    };
    memcpy(mark.recent, d->model.recent, sizeof mark.recent);
    memcpy(d->known.memory + d->block.info.memory, &mark, sizeof mark);
}

static bool is_spared(pmb_canvas *c, const pmb_block *block, pmb_point p,
                      const pmb_picture_style *style)
{
    static const pmb_picture_style plain = {.scale = 1};
    const pmb_picture_style *s = style ? style : &plain;
    const pmb_size size = pmb_picture_extent(&block->info, s);
    const int ways =
        s->mirror << 5 | s->invert << 4 | s->mask << 3 | s->recolor << 2 | (s->turn & 3);
    const int16_t words[] = {(int16_t)block->checksum,
                             (int16_t)(block->checksum >> 16),
                             s->part.x,
                             s->part.y,
                             s->part.w,
                             s->part.h,
                             (int16_t)(s->scale << 8 | ways),
                             (int16_t)s->dark};
    return pmb_is_spared(c, p.x, p.y, size.w, size.h, PMB_SPARE_PICTURE, s->light, words,
                         sizeof words / sizeof words[0]);
}

pmb_status pmb_picture_draw(pmb_canvas *c, const pmb_picture *picture, pmb_point p,
                            const pmb_picture_style *style, void *memory, size_t bytes)
{
    if (PMB_MISSING(picture) || !memory)
        return PMB_ERR_ARGUMENT;
    struct decoder d = {.coder = {.stream = NULL}};
    const pmb_status status = pmb_block_read(&d.block, &picture->source);
    if (status != PMB_OK)
        return status;
    const pmb_picture_info *info = &d.block.info;
    if (bytes < info->memory)
        return PMB_ERR_ARGUMENT;
    if (is_spared(c, &d.block, p, style))
        return PMB_OK;
    const bool marked = bytes >= info->memory + PMB_PICTURE_BOOKMARK;
    const pmb_place place = pmb_place_of(c, &d.block, p, style);
    pmb_reach first, last;
    pmb_place_rows(&place, &first, &last);
    if (first >= last) /* unreached: with drafts it is looked at before */
        return PMB_OK; /* unreached: as above */
    d.known = (struct known){.memory = memory, .w = (uint16_t)info->size.w, .rows = 2};
    d.known.bits = model_bits(info->pixels, d.block.colors, info->transparent);
    d.known.stride = known_stride(d.known.w, d.known.bits);
    d.coder.stream = &d.stream;
#if PMB_LEARNING
    if (d.block.learning)
        d.coder.learnt = learnt_at(d.known.memory + 2 * d.known.stride);
#endif
    if (picture->source.bytes)
        d.coder.flash_tables = picture->source.bytes + pmb_block_start(&d.block);
    else {
        d.coder.tables = d.known.memory + 2 * d.known.stride;
        d.block.palette = pmb_block_palette(&d.block, d.known.memory + 2 * d.known.stride);
    }
    d.model = (struct model){.pixels = info->pixels,
                             .index_bits = model_index_bits(info->pixels, d.block.colors),
                             .neighbours = d.block.neighbours,
                             .far = d.block.far,
                             .learning = d.block.learning,
                             .h = (uint16_t)info->size.h};
    model_plan(&d.model);
    if (!marked || !go_on(&d, &picture->source, first))
        begin(&d, &picture->source);
    for (; d.row < last; d.row++) {
        pmb_decode_row(&d.coder, &d.model, &d.known, d.row, 0, d.known.w);
        if (d.row >= first)
            pmb_place_row(&place, &d.known, d.row);
    }
    if (marked)
        keep_place(&d);
    return pmb_stream_status(&d.stream, info->bytes);
}
