/* utf8.c - decoding, with U+FFFD for what is not well-formed. */
#include "text/glyph.h"

#define REPLACEMENT 0xFFFDu

/* The largest first byte: of four, or of three. */
enum { MOST_LEAD = !PMB_PLAIN_TEXT ? 0xF4 : 0xEF };

uint32_t pmb_text_next(const char **text)
{
    const uint8_t first = (uint8_t) * *text;
    if (first == 0)
        return 0;
    (*text)++;
    if (first < 0x80)
        return first;
    if (first < 0xC2 || first > MOST_LEAD)
        return REPLACEMENT;
    const uint8_t following = !PMB_PLAIN_TEXT && first >= 0xF0 ? 3 : first >= 0xE0 ? 2 : 1;
    pmb_code code = following == 1 ? first & 0x1F : first & 0x0F; /* of F0 to F4, too */
    for (uint8_t i = 0; i < following; i++) {
        /* The terminating zero fails this test, so reading stops at it. */
        const uint8_t byte = (uint8_t) * *text;
        if ((byte & 0xC0) != 0x80)
            return REPLACEMENT;
        code = (pmb_code)(code << 6 | (byte & 0x3F));
        /* The Unicode Standard, table 3-7: not every second byte goes with every first. */
        if (i == 0 && following == 2 && (code < 0x800 >> 6 || (code & 0x3E0) == 0xD800 >> 6))
            return REPLACEMENT;
        if (i == 0 && following == 3 && (code < 0x10000 >> 12 || code > 0x10FFFF >> 12))
            return REPLACEMENT;
        (*text)++;
    }
    return code;
}
