/*
 * language.h - texts in several languages, changed while the program runs.
 *
 * A dictionary is a table: a row for each text, with the same text in every language. The first
 * language is the one in which the program's own tables are written:
 *
 *     static const char *const words[] = {
 *         "Sound", "Ton",        "Son",
 *         "Light", "Licht",      "Lumi\u00e8re",
 *     };
 *     static const pmb_dictionary dictionary = {.words = words, .rows = 2, .languages = 3};
 *
 * 'pemble font make --from FILE.c' makes a font with the characters of these texts.
 */
#ifndef PEMBLE_LANGUAGE_H
#define PEMBLE_LANGUAGE_H

#include <stdint.h>
#include "pemble/linkage.h"

PMB_BEGIN_C

typedef struct pmb_dictionary {
    const char *const *words; /* rows * languages texts, row by row */
    uint16_t rows;
    uint8_t languages;
} pmb_dictionary;

/* A text in a language, 0 being the first. A text that is in no row, or has no translation (NULL),
 * is returned as it is; so it is in a language that there is not. */
const char *pmb_translate(const pmb_dictionary *dictionary, uint8_t language, const char *text);

PMB_END_C

#endif
