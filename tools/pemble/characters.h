/* characters.h - which characters a font shall have. */
#ifndef PEMBLE_CHARACTERS_H
#define PEMBLE_CHARACTERS_H

#include "font_block.h"

/* Each of these adds to the set; false after saying on stderr what is wrong. */

/* "32-126,176,0x394-0x3a9" */
bool characters_from_ranges(struct code_set *set, const char *ranges);

/* The characters of a UTF-8 text. */
bool characters_from_text(struct code_set *set, const char *text);

/* Those of all string literals of a C source; escapes are understood, comments left out. */
bool characters_from_source(struct code_set *set, const char *path);

/* A character as UTF-8, with a terminating zero. */
void utf8_from(uint32_t code, char text[5]);

#endif
