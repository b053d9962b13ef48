/* picture.c - drawing pictures, row by row as they are decoded. */
#include <string.h>
#include "geometry/limits.h"
#include "picture/block.h"
#include "picture/decode.h"
#include "picture/model.h"
#include "picture/place.h"

pmb_status pmb_picture_draw(pmb_canvas *c, const pmb_picture *picture, pmb_point p,
                            const pmb_picture_style *style, void *memory, size_t bytes)
{
    if (PMB_MISSING(picture) || PMB_MISSING(memory))
        return PMB_ERR_ARGUMENT;
    pmb_block block;
    const pmb_status status = pmb_block_read(&block, &picture->source);
    if (status != PMB_OK)
        return status;
    if (!memory || bytes < block.info.memory)
        return PMB_ERR_ARGUMENT;
    memset(memory, 0, block.info.memory);
    pmb_stream stream = pmb_stream_at(&picture->source, PMB_PICTURE_HEADER);
    struct coder coder = {.stream = &stream};
    struct known known = {.memory = memory, .w = (uint16_t)block.info.size.w, .rows = 2};
    known.bits = model_bits(block.info.pixels, block.info.transparent);
    known.stride = known_stride(known.w, known.bits);
    if (picture->source.bytes) {
        coder.flash_tables = picture->source.bytes + PMB_PICTURE_HEADER;
        stream.at += block.tables;
    } else {
        uint8_t *tables = known.memory + 2 * known.stride;
        for (uint32_t i = 0; i < block.tables; i++)
            tables[i] = pmb_stream_next(&stream);
        coder.tables = tables;
    }
    decode_start(&coder);
    struct model model = {.pixels = block.info.pixels,
                          .neighbours = block.neighbours,
                          .far = block.far,
                          .h = (uint16_t)block.info.size.h};
    model_plan(&model);
    const pmb_place place = pmb_place_of(c, &block, p, style);
    pmb_reach first, last;
    pmb_place_rows(&place, &first, &last);
    for (pmb_reach y = 0; y < last; y++) {
        pmb_decode_row(&coder, &model, &known, y, 0, known.w);
        if (y >= first)
            pmb_place_row(&place, &known, y);
    }
    return stream.failed ? PMB_ERR_BUS : PMB_OK;
}
