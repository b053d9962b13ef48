/* word.c - bytes by words. */
#include "canvas/word.h"

#if !PMB_UNALIGNED && !defined(__AVR__)
void pmb_set_bytes(uint8_t *bytes, uint8_t value, size_t count)
{
    const size_t ones = (size_t)-1 / 0xFF; /* 1 in each byte */
    const pmb_word word = value * ones;
    for (; count > 0 && (uintptr_t)bytes % sizeof word; count--)
        *bytes++ = value;
    for (; PMB_HAS_WORDS && count >= sizeof word; count -= sizeof word, bytes += sizeof word)
        *(pmb_word *)(void *)bytes = word;
    for (; count > 0; count--)
        *bytes++ = value;
}
#endif
