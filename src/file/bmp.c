/*
 * bmp.c - Windows bitmaps: BITMAPFILEHEADER, BITMAPINFOHEADER and its longer versions, and the
 * short BITMAPCOREHEADER of OS/2 (documented in the Windows GDI reference, "Bitmap Storage").
 */
#include "file/input.h"

enum { PALETTE_BYTES = 3 * 256, RGB = 0, BITFIELDS = 3, SHORT_HEADER = 12 };

struct bmp {
    uint32_t pixels; /* offset of them */
    uint32_t row;    /* bytes of one, in steps of four */
    uint16_t bits;
    bool from_top;
    uint32_t masks[3]; /* of red, green and blue */
    uint32_t colors;
    uint8_t *palette;
};

static uint8_t part_of(uint32_t pixel, uint32_t mask)
{
    if (mask == 0)
        return 0;
    uint8_t shift = 0;
    while (!(mask >> shift & 1))
        shift++;
    const uint32_t most = mask >> shift;
    return (uint8_t)(((uint64_t)(pixel >> shift & most) * 255 + most / 2) / most);
}

static void put_index(pmb_job *job, const struct bmp *b, uint8_t index)
{
    const uint8_t *color = b->palette + 3 * index;
    if (index >= b->colors) {
        pmb_input_fail(&job->in, PMB_ERR_DATA, "a pixel has a colour that the palette has not");
        return;
    }
    pmb_output_put(&job->out, color[0], color[1], color[2]);
}

static void draw_row(pmb_job *job, const struct bmp *b)
{
    uint8_t byte = 0;
    for (int32_t x = 0; x < job->size.w && job->in.status == PMB_OK; x++) {
        if (b->bits <= 8) {
            const uint8_t per_byte = (uint8_t)(8 / b->bits);
            if (x % per_byte == 0)
                byte = pmb_input_next(&job->in);
            put_index(job, b, (uint8_t)(byte >> (8 - b->bits)));
            byte = (uint8_t)(byte << b->bits);
        } else {
            const uint32_t pixel = pmb_input_number(&job->in, (uint8_t)(b->bits / 8));
            pmb_output_put(&job->out, part_of(pixel, b->masks[0]), part_of(pixel, b->masks[1]),
                           part_of(pixel, b->masks[2]));
        }
    }
}

static void draw_rows(pmb_job *job, const struct bmp *b)
{
    for (int32_t y = 0; y < job->size.h && job->in.status == PMB_OK; y++) {
        if (pmb_output_is_done(&job->out))
            break;
        const uint32_t row = (uint32_t)(b->from_top ? y : job->size.h - 1 - y);
        pmb_input_seek(&job->in, b->pixels + row * b->row);
        draw_row(job, b);
    }
    pmb_output_end(&job->out);
}

/* The masks of 16 and 32 bits, as they are unless the file says otherwise. */
static void read_masks(pmb_job *job, struct bmp *b, uint32_t compression)
{
    const bool five = b->bits == 16;
    b->masks[0] = five ? 0x7C00 : 0xFF0000;
    b->masks[1] = five ? 0x03E0 : 0x00FF00;
    b->masks[2] = five ? 0x001F : 0x0000FF;
    if (compression == BITFIELDS) {
        pmb_input_seek(&job->in, 14 + 40);
        for (uint8_t i = 0; i < 3; i++)
            b->masks[i] = pmb_input_number(&job->in, 4);
    }
}

/* The palette takes the front of the memory. */
static bool read_palette(pmb_job *job, struct bmp *b, uint32_t header)
{
    if (b->bits > 8)
        return true;
    if (b->colors == 0)
        b->colors = 1u << b->bits;
    if (b->colors > 256) {
        pmb_input_fail(&job->in, PMB_ERR_DATA, "its palette has more than 256 colours");
        return false;
    }
    if (job->bytes < PALETTE_BYTES) {
        pmb_input_fail(&job->in, PMB_ERR_ARGUMENT, "there is too little memory for it");
        return false;
    }
    b->palette = job->memory;
    job->memory += PALETTE_BYTES;
    job->bytes -= PALETTE_BYTES;
    pmb_input_seek(&job->in, 14 + header);
    for (uint32_t i = 0; i < b->colors; i++) {
        for (uint8_t k = 0; k < 3; k++)
            b->palette[3 * i + 2 - k] = pmb_input_next(&job->in);
        if (header != SHORT_HEADER)
            (void)pmb_input_next(&job->in);
    }
    return true;
}

static bool is_known(const struct bmp *b, uint32_t compression)
{
    if (compression == BITFIELDS)
        return b->bits == 16 || b->bits == 32;
    return compression == RGB && (b->bits == 1 || b->bits == 4 || b->bits == 8 || b->bits == 16 ||
                                  b->bits == 24 || b->bits == 32);
}

void pmb_bmp_draw(pmb_job *job)
{
    struct bmp b = {0};
    pmb_input_seek(&job->in, 10);
    b.pixels = pmb_input_number(&job->in, 4);
    const uint32_t header = pmb_input_number(&job->in, 4);
    const bool is_short = header == SHORT_HEADER;
    if (!is_short && (header < 40 || header > 256)) {
        pmb_input_fail(&job->in, PMB_ERR_UNSUPPORTED, "its header is of a kind that is not known");
        return;
    }
    const uint8_t side = is_short ? 2 : 4;
    const uint32_t w = pmb_input_number(&job->in, side);
    uint32_t h = pmb_input_number(&job->in, side);
    b.from_top = h >> 31;
    if (b.from_top)
        h = 0u - h;
    (void)pmb_input_number(&job->in, 2);
    b.bits = (uint16_t)pmb_input_number(&job->in, 2);
    const uint32_t compression = is_short ? RGB : pmb_input_number(&job->in, 4);
    if (!is_known(&b, compression)) {
        pmb_input_fail(&job->in, PMB_ERR_UNSUPPORTED,
                       "it is compressed, or has bits a pixel that are not known");
        return;
    }
    if (!is_short) {
        pmb_input_seek(&job->in, 46);
        b.colors = pmb_input_number(&job->in, 4);
    }
    read_masks(job, &b, compression);
    b.row = (w * b.bits + 31) / 32 * 4;
    if (read_palette(job, &b, header) && pmb_job_begin(job, w, h))
        draw_rows(job, &b);
}
