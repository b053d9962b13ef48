/* netpbm.c - portable bitmaps, greymaps and pixmaps, as text or as bytes (the pbm, pgm and ppm
 * formats as their manual pages define them). */
#include "file/input.h"

struct netpbm {
    bool bits, color, bytes; /* one bit a pixel; three numbers a pixel; not as text */
    uint32_t most;           /* the value of white */
};

static bool is_blank(uint8_t byte)
{
    return byte == ' ' || (byte >= '\t' && byte <= '\r');
}

/* The next byte that is no blank and in no comment. */
static uint8_t next_sign(pmb_input *in)
{
    uint8_t byte = pmb_input_next(in);
    while (in->status == PMB_OK && (is_blank(byte) || byte == '#')) {
        if (byte == '#')
            while (in->status == PMB_OK && byte != '\n')
                byte = pmb_input_next(in);
        else
            byte = pmb_input_next(in);
    }
    return byte;
}

/* A number, and the blank behind it. It may end with the file. */
static uint32_t next_number(pmb_input *in)
{
    uint32_t value = 0;
    uint8_t byte = next_sign(in);
    if (byte < '0' || byte > '9')
        pmb_input_fail(in, PMB_ERR_DATA, "there is no number where one should be");
    while (byte >= '0' && byte <= '9' && in->status == PMB_OK) {
        value = value * 10 + (byte - '0');
        if (value > 65535) {
            pmb_input_fail(in, PMB_ERR_DATA, "a number is above 65535");
            return 0;
        }
        byte = pmb_input_has_more(in) ? pmb_input_next(in) : 0;
    }
    return value;
}

static uint32_t next_sample(pmb_input *in, const struct netpbm *n)
{
    if (n->bytes)
        return n->most > 255 ? (uint32_t)pmb_input_next(in) << 8 | pmb_input_next(in)
                             : pmb_input_next(in);
    return next_number(in);
}

static uint8_t level(pmb_input *in, const struct netpbm *n, uint32_t sample)
{
    if (sample > n->most) {
        pmb_input_fail(in, PMB_ERR_DATA, "a value is above the highest that it says");
        return 0;
    }
    return (uint8_t)((sample * 255 + n->most / 2) / n->most);
}

static void draw_row(pmb_job *job, const struct netpbm *n)
{
    uint8_t byte = 0;
    for (int32_t x = 0; x < job->size.w && job->in.status == PMB_OK; x++) {
        uint8_t rgb[3];
        if (n->bits && n->bytes) {
            if (x % 8 == 0)
                byte = pmb_input_next(&job->in);
            rgb[0] = rgb[1] = rgb[2] = byte & 0x80 ? 0 : 255;
            byte = (uint8_t)(byte << 1);
        } else if (n->bits) {
            const uint8_t sign = next_sign(&job->in);
            if (sign != '0' && sign != '1')
                pmb_input_fail(&job->in, PMB_ERR_DATA, "there is no 0 or 1 where one should be");
            rgb[0] = rgb[1] = rgb[2] = sign == '1' ? 0 : 255;
        } else {
            for (uint8_t i = 0; i < 3; i++)
                rgb[i] = i == 0 || n->color ? level(&job->in, n, next_sample(&job->in, n)) : rgb[0];
        }
        pmb_output_put(&job->out, rgb[0], rgb[1], rgb[2]);
    }
}

void pmb_netpbm_draw(pmb_job *job)
{
    const uint8_t kind = pmb_input_next(&job->in);
    struct netpbm n = {.bits = kind == '1' || kind == '4',
                       .color = kind == '3' || kind == '6',
                       .bytes = kind >= '4',
                       .most = 1};
    const uint32_t w = next_number(&job->in), h = next_number(&job->in);
    if (!n.bits)
        n.most = next_number(&job->in);
    if (n.most == 0)
        pmb_input_fail(&job->in, PMB_ERR_DATA, "its highest value is 0");
    if (!pmb_job_begin(job, w, h))
        return;
    for (uint32_t y = 0; y < h && job->in.status == PMB_OK && !pmb_output_is_done(&job->out); y++)
        draw_row(job, &n);
    pmb_output_end(&job->out);
}
