/* word.c - bytes by words. */
#include <stdbool.h>
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

void pmb_copy_bytes(uint8_t *to, const uint8_t *from, size_t count)
{
    const bool alike = PMB_HAS_WORDS && ((uintptr_t)to - (uintptr_t)from) % sizeof(pmb_word) == 0;
    const uint8_t *const end = from + count;
    while (from < end) {
        for (; alike && (uintptr_t)to % sizeof(pmb_word) == 0 &&
               end - from >= (ptrdiff_t)sizeof(pmb_word);
             to += sizeof(pmb_word), from += sizeof(pmb_word))
            *(pmb_word *)(void *)to = *(const pmb_word *)(const void *)from;
        if (from < end)
            *to++ = *from++;
    }
}
#endif

size_t pmb_same_bytes(const uint8_t *a, const uint8_t *b, size_t count)
{
    size_t i = 0;
    if (PMB_HAS_WORDS && ((uintptr_t)a - (uintptr_t)b) % sizeof(pmb_word) == 0) {
        while (i < count && (uintptr_t)(a + i) % sizeof(pmb_word) && a[i] == b[i])
            i++;
        if ((uintptr_t)(a + i) % sizeof(pmb_word) == 0)
            while (i + sizeof(pmb_word) <= count && *(const pmb_word *)(const void *)(a + i) ==
                                                        *(const pmb_word *)(const void *)(b + i))
                i += sizeof(pmb_word);
    }
    while (i < count && a[i] == b[i])
        i++;
    return i;
}
