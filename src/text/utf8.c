/* utf8.c - decoding, with U+FFFD for what is not well-formed. */
#include "pemble/text.h"

#define REPLACEMENT 0xFFFDu

/* The Unicode Standard, table 3-7: the range of the second byte depends on the first. */
struct lead {
    uint8_t following, second_least, second_most;
    uint8_t payload; /* mask of the first byte's own bits */
};

static struct lead lead_of(uint8_t byte)
{
    if (byte >= 0xC2 && byte <= 0xDF)
        return (struct lead){1, 0x80, 0xBF, 0x1F};
    if (byte >= 0xE0 && byte <= 0xEF)
        return (struct lead){2, byte == 0xE0 ? 0xA0 : 0x80, byte == 0xED ? 0x9F : 0xBF, 0x0F};
    if (byte >= 0xF0 && byte <= 0xF4)
        return (struct lead){3, byte == 0xF0 ? 0x90 : 0x80, byte == 0xF4 ? 0x8F : 0xBF, 0x07};
    return (struct lead){0, 0, 0, 0};
}

uint32_t pmb_text_next(const char **text)
{
    const uint8_t first = (uint8_t) * *text;
    if (first == 0)
        return 0;
    (*text)++;
    if (first < 0x80)
        return first;
    const struct lead lead = lead_of(first);
    if (lead.following == 0)
        return REPLACEMENT;
    uint32_t code = first & lead.payload;
    for (uint8_t i = 0; i < lead.following; i++) {
        /* The terminating zero fails this test, so reading stops at it. */
        const uint8_t byte = (uint8_t) * *text;
        const uint8_t least = i == 0 ? lead.second_least : 0x80;
        const uint8_t most = i == 0 ? lead.second_most : 0xBF;
        if (byte < least || byte > most)
            return REPLACEMENT;
        code = code << 6 | (byte & 0x3Fu);
        (*text)++;
    }
    return code;
}
