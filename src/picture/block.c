/* block.c - headers of picture blocks, and their bytes (docs/formats.md). */
#include "picture/block.h"
#include "geometry/limits.h"
#include "geometry/checksum.h"
#include "picture/decode.h"
#include "picture/model.h"

pmb_stream pmb_stream_at(const pmb_source *source, uint32_t offset)
{
    pmb_stream stream = {.source = *source, .at = offset};
    if (!source->bytes)
        stream.failed = !source->reader || !source->reader->seek(source->reader->context, offset);
    return stream;
}

pmb_status pmb_stream_status(const pmb_stream *stream, uint32_t bytes)
{
    return stream->failed || (stream->ended && stream->at < bytes) ? PMB_ERR_BUS : PMB_OK;
}

/* Fills the buffer from the reader. A file may have been moved by others that read it too. */
static void refill(pmb_stream *s)
{
    const pmb_reader *reader = s->source.reader;
    s->first = s->count = 0;
    if (s->failed || s->ended)
        return;
    if (!reader->seek(reader->context, s->at))
        s->failed = true;
    else
        s->count = (uint8_t)reader->read(reader->context, s->buffer, sizeof s->buffer);
    if (s->count > sizeof s->buffer)
        s->count = 0;
    s->ended = s->count == 0;
}

uint8_t pmb_stream_next(pmb_stream *s)
{
    if (s->source.bytes)
        return s->at < s->source.size ? s->source.bytes[s->at++] : 0;
    if (s->first == s->count)
        refill(s);
    if (s->first == s->count)
        return 0;
    s->at++;
    return s->buffer[s->first++];
}

static uint32_t number_at(const uint8_t *bytes, uint8_t count)
{
    uint32_t value = 0;
    while (count-- > 0)
        value = value << 8 | bytes[count];
    return value;
}

static bool is_possible(const pmb_block *b, uint8_t pixels)
{
    const pmb_picture_info *i = &b->info;
    if (i->size.w <= 0 || i->size.h <= 0 || i->frames == 0 || (i->frames > 1 && !b->reel))
        return false;
    if (i->milliseconds > INT32_MAX) /* there and back again must fit, too */
        return false;
    switch (pixels) {
    case PMB_PIXELS_ONE_BIT:
        return b->neighbours <= MOST_ONE_BIT && !i->transparent;
    case PMB_PIXELS_INK:
        return b->neighbours <= MOST_INK;
    default:
        return (pixels == PMB_PIXELS_GREY || pixels == PMB_PIXELS_COLOR ||
                (pixels == PMB_PIXELS_PALETTE && b->learning)) &&
               b->neighbours <= (b->learning ? MOST_LEARNT_VALUE : MOST_VALUE);
    }
}

pmb_status pmb_block_read(pmb_block *b, const pmb_source *source)
{
    uint8_t h[PMB_PICTURE_HEADER];
    pmb_stream stream = pmb_stream_at(source, 0);
    for (uint8_t i = 0; i < sizeof h; i++)
        h[i] = pmb_stream_next(&stream);
    if (stream.failed)
        return PMB_ERR_BUS;
    if (h[0] != 'P' || h[1] != 'M' || h[2] != 'B' || (h[3] != 'P' && h[3] != 'R') ||
        h[4] < PMB_PICTURE_TABLES || h[4] > PMB_PICTURE_LEARNING || h[9] > 0x7F || h[11] > 0x7F)
        return PMB_ERR_DATA;
    if (!PMB_LEARNING && h[4] == PMB_PICTURE_LEARNING)
        return PMB_ERR_UNSUPPORTED;
    *b = (pmb_block){
        .info = {.size = {(int16_t)number_at(h + 8, 2), (int16_t)number_at(h + 10, 2)},
                 .pixels = (pmb_pixels)h[5],
                 .transparent = h[7] & 1,
                 .frames = (uint16_t)number_at(h + 22, 2),
                 .milliseconds = number_at(h + 24, 4),
                 .bytes = number_at(h + 12, 4)},
        .reel = h[3] == 'R',
        .learning = h[4] == PMB_PICTURE_LEARNING,
        .key = (uint16_t)number_at(h + 20, 2),
        .neighbours = h[6],
        .far = h[28],
        .checksum = number_at(h + 16, 4),
        .colors = (uint16_t)(PMB_LEARNING && h[5] == PMB_PIXELS_PALETTE ? h[29] + 1 : 0),
    };
    if (!is_possible(b, h[5]))
        return PMB_ERR_DATA;
    const struct model model = {.pixels = b->info.pixels,
                                .index_bits = model_index_bits(b->info.pixels, b->colors),
                                .neighbours = b->neighbours,
                                .far = b->far,
                                .learning = b->learning};
    const uint16_t contexts = model_contexts(&model);
    b->tables = b->learning ? 0 : (contexts + 1u) / 2;
    b->memory = b->learning ? 2u * contexts + 1 : source->bytes ? 0 : b->tables;
    if (PMB_LEARNING) {
        b->memory += source->bytes ? 0 : 2u * b->colors;
        b->flash_palette = source->bytes ? source->bytes + PMB_PICTURE_HEADER : PMB_NO_TABLE;
    }
    if (b->info.bytes < pmb_block_start(b) + b->tables ||
        (source->bytes && b->info.bytes > source->size))
        return PMB_ERR_DATA;
    const uint32_t row = known_stride((uint16_t)b->info.size.w,
                                      model_bits(b->info.pixels, b->colors, b->info.transparent));
    b->info.memory = 2 * row + b->memory;
    return PMB_OK;
}

pmb_status pmb_picture_measure(const pmb_picture *picture, pmb_picture_info *info)
{
    if (PMB_MISSING(picture) || PMB_MISSING(info))
        return PMB_ERR_ARGUMENT;
    pmb_block block;
    const pmb_status status = pmb_block_read(&block, &picture->source);
    if (status == PMB_OK)
        *info = block.info;
    return status;
}

pmb_status pmb_picture_check(const pmb_picture *picture)
{
    if (PMB_MISSING(picture))
        return PMB_ERR_ARGUMENT;
    pmb_block block;
    const pmb_status status = pmb_block_read(&block, &picture->source);
    if (status != PMB_OK)
        return status;
    pmb_stream stream = pmb_stream_at(&picture->source, 0);
    uint32_t crc = PMB_CRC_START;
    for (uint32_t i = 0; i < block.info.bytes; i++) {
        const uint8_t byte = pmb_stream_next(&stream);
        if (stream.at != i + 1) /* the bytes end here, whatever the header says */
            break;
        if (i - PMB_PICTURE_CRC_AT >= 4) /* not the checksum itself */
            crc = pmb_crc_add(crc, byte);
    }
    if (stream.failed)
        return PMB_ERR_BUS;
    /* Behind the end there are zeros: nothing may be missing. */
    return stream.at == block.info.bytes && pmb_crc_end(crc) == block.checksum ? PMB_OK
                                                                               : PMB_ERR_DATA;
}

/* Of the palette; of one that is damaged, the first. */
static pmb_color color_of(const pmb_block *b, uint16_t value)
{
    const uint16_t at = (uint16_t)(value < b->colors ? 2 * value : 0);
    const uint8_t low = b->flash_palette ? b->flash_palette[at] : b->palette[at];
    const uint8_t high = b->flash_palette ? b->flash_palette[at + 1] : b->palette[at + 1];
    const uint16_t rgb = (uint16_t)(high << 8 | low);
    return PMB_RGB(rgb >> 8, rgb >> 3, (unsigned)rgb << 3);
}

pmb_color pmb_pixel_color(const pmb_block *b, const pmb_picture_style *style, uint16_t value)
{
    if (b->info.pixels == PMB_PIXELS_ONE_BIT) {
        const bool light = (value != 0) != style->invert;
        if (style->recolor)
            return light ? style->light : style->dark;
        return light ? PMB_WHITE : PMB_BLACK;
    }
    pmb_color color;
    if (b->info.pixels == PMB_PIXELS_INK)
        color = value == 2 ? PMB_RED : value == 1 ? PMB_WHITE : PMB_BLACK;
    else if (PMB_LEARNING && b->info.pixels == PMB_PIXELS_PALETTE)
        color = color_of(b, value);
    else if (b->info.pixels == PMB_PIXELS_GREY)
        color = PMB_RGB(value * 17u, value * 17u, value * 17u);
    else
        color = PMB_RGB(value >> 8, value >> 3, (unsigned)value << 3);
    return style->invert ? (pmb_color)~color : color;
}

bool pmb_pixel_hidden(const pmb_block *b, const pmb_picture_style *style, uint16_t value)
{
    if (b->info.pixels == PMB_PIXELS_ONE_BIT)
        return style->mask && (value != 0) == style->invert;
    return b->info.transparent && value == b->key;
}
