/* rows.c - decoding a row of pixels. */
#include "picture/decode.h"
#include "picture/model.h"

void pmb_decode_row(struct coder *coder, struct model *model, const struct known *known, int32_t y,
                    int32_t from, int32_t to)
{
    model_row(coder, model, known, y, from, to, NULL);
}
