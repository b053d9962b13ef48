/* language.c - a text in another language. */
#include "pemble/language.h"
#include <stdbool.h>
#include <stddef.h>

static bool is_same(const char *a, const char *b)
{
    while (*a && *a == *b) {
        a++;
        b++;
    }
    return *a == *b;
}

const char *pmb_translate(const pmb_dictionary *d, uint8_t language, const char *text)
{
    if (!d || !d->words || !text || language == 0 || language >= d->languages)
        return text;
    for (uint16_t i = 0; i < d->rows; i++) {
        const char *const *row = d->words + (size_t)i * d->languages;
        if (row[0] && is_same(row[0], text))
            return row[language] ? row[language] : text;
    }
    return text;
}
