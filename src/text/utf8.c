/* utf8.c - decoding, with U+FFFD for what is not well-formed. */
#include "text/glyph.h"

#define REPLACEMENT 0xFFFDu

/* The largest first byte: of four, or of three. */
enum { MOST_LEAD = PMB_WITH_RICH_TEXT ? 0xF4 : 0xEF };

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
    /* The Unicode Standard, table 3-7: the range of the second byte depends on the first. */
    uint8_t least = 0x80, most = 0xBF;
    if (first == 0xE0)
        least = 0xA0;
    if (first == 0xED)
        most = 0x9F;
    if (PMB_WITH_RICH_TEXT && first == 0xF0)
        least = 0x90;
    if (PMB_WITH_RICH_TEXT && first == 0xF4)
        most = 0x8F;
    const uint8_t following = PMB_WITH_RICH_TEXT && first >= 0xF0 ? 3 : first >= 0xE0 ? 2 : 1;
    pmb_code code = first & 0x3F >> following;
    for (uint8_t i = 0; i < following; i++) {
        /* The terminating zero fails this test, so reading stops at it. */
        const uint8_t byte = (uint8_t) * *text;
        if (byte < least || byte > most)
            return REPLACEMENT;
        code = (pmb_code)(code << 6 | (byte & 0x3F));
        (*text)++;
        least = 0x80;
        most = 0xBF;
    }
    return code;
}
