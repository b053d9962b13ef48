/* input.c - the bytes of an image file, and what is wrong with them. */
#include "file/input.h"

void pmb_input_open(pmb_input *in, const pmb_reader *reader)
{
    *in = (pmb_input){.reader = reader};
    pmb_input_seek(in, 0);
}

void pmb_input_fail(pmb_input *in, pmb_status status, const char *reason)
{
    if (in->status != PMB_OK)
        return;
    in->status = status;
    in->reason = reason;
    in->fault = in->at > 0 ? in->at - 1 : 0;
}

void pmb_input_seek(pmb_input *in, uint32_t offset)
{
    in->first = in->count = 0;
    in->at = offset;
    if (in->status == PMB_OK && !in->reader->seek(in->reader->context, offset))
        pmb_input_fail(in, PMB_ERR_BUS, "the reader cannot seek there");
}

bool pmb_input_has_more(pmb_input *in)
{
    if (in->first < in->count)
        return true;
    in->first = in->count = 0;
    if (in->status != PMB_OK)
        return false;
    const uint32_t got = in->reader->read(in->reader->context, in->buffer, sizeof in->buffer);
    in->count = (uint8_t)(got > sizeof in->buffer ? 0 : got);
    return in->count > 0;
}

uint8_t pmb_input_next(pmb_input *in)
{
    in->at++;
    if (in->first == in->count && !pmb_input_has_more(in)) {
        pmb_input_fail(in, PMB_ERR_DATA, "the file ends too early");
        return 0;
    }
    return in->buffer[in->first++];
}

uint32_t pmb_input_number(pmb_input *in, uint8_t bytes)
{
    uint32_t value = 0;
    for (uint8_t i = 0; i < bytes; i++)
        value |= (uint32_t)pmb_input_next(in) << (8 * i);
    return value;
}
