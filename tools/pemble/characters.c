/* characters.c - which characters a font shall have. */
#include "characters.h"

#include <errno.h>
#include <stdlib.h>
#include <string.h>
#include "command.h"
#include "pemble/pemble.h"

static bool add(struct code_set *set, uint32_t code)
{
    if (code_set_add(set, code))
        return true;
    complain("more than %d characters", MOST_CODES);
    return false;
}

bool characters_from_ranges(struct code_set *set, const char *ranges)
{
    for (const char *at = ranges; *at;) {
        char *end;
        const unsigned long first = strtoul(at, &end, 0);
        unsigned long last = first;
        bool good = end != at;
        if (good && *end == '-') {
            at = end + 1;
            last = strtoul(at, &end, 0);
            good = end != at;
        }
        if (!good || (*end != ',' && *end != '\0') || first > last || last > 0x10FFFF) {
            complain("--codes %s: possible are code points up to 0x10ffff, such as 32-126,0xb0",
                     ranges);
            return false;
        }
        for (unsigned long code = first; code <= last; code++)
            if (!add(set, (uint32_t)code))
                return false;
        at = end + (*end == ',');
    }
    return true;
}

bool characters_from_text(struct code_set *set, const char *text)
{
    uint32_t code;
    while ((code = pmb_text_next(&text)) != 0)
        if (code >= ' ' && !add(set, code))
            return false;
    return true;
}

void utf8_from(uint32_t code, char text[5])
{
    const uint8_t following = code < 0x80 ? 0 : code < 0x800 ? 1 : code < 0x10000 ? 2 : 3;
    static const uint8_t leads[] = {0x00, 0xC0, 0xE0, 0xF0};
    memset(text, 0, 5);
    for (uint8_t i = following; i > 0; i--, code >>= 6)
        text[i] = (char)(0x80 | (code & 0x3F));
    text[0] = (char)(leads[following] | code);
}

/* The character behind a backslash, and where the text goes on (ISO/IEC 9899, 6.4.4.4). */
static const char *escape(const char *at, char *out, size_t *length)
{
    static const char names[] = "abfnrtv", controls[] = "\a\b\f\n\r\t\v";
    char *end;
    const char *name = *at ? strchr(names, *at) : NULL;
    char digits[9] = "";
    if (*at >= '0' && *at <= '7') {
        for (int i = 0; i < 3 && at[i] >= '0' && at[i] <= '7'; i++)
            digits[i] = at[i];
        out[(*length)++] = (char)strtoul(digits, NULL, 8);
        return at + strlen(digits);
    }
    if (*at == 'x') {
        out[(*length)++] = (char)strtoul(at + 1, &end, 16);
        return end;
    }
    if (*at == 'u' || *at == 'U') {
        memcpy(digits, at + 1, strnlen(at + 1, *at == 'u' ? 4 : 8));
        char utf8[5];
        utf8_from((uint32_t)strtoul(digits, &end, 16), utf8);
        memcpy(out + *length, utf8, strlen(utf8));
        *length += strlen(utf8);
        return at + 1 + strlen(digits);
    }
    out[(*length)++] = name ? controls[name - names] : *at;
    return at + (*at != '\0');
}

/* Behind a comment or a character constant that begins here; `at` itself when none does. */
static const char *skip(const char *at)
{
    if (strncmp(at, "/*", 2) == 0) {
        const char *end = strstr(at + 2, "*/");
        return end ? end + 2 : at + strlen(at);
    }
    if (strncmp(at, "//", 2) == 0)
        return at + strcspn(at, "\n");
    if (*at == '\'') {
        for (at++; *at && *at != '\'' && *at != '\n'; at++)
            if (*at == '\\' && at[1])
                at++;
        return at + (*at != '\0');
    }
    return at;
}

static bool add_literals(struct code_set *set, const char *source, char *literal)
{
    for (const char *at = source; *at;) {
        const char *behind = skip(at);
        if (behind != at) {
            at = behind;
            continue;
        }
        /* The name of an included file is no text. */
        if (*at == '#' && strncmp(at + 1, "include", 7) == 0)
            at += strcspn(at, "\n");
        if (*at != '"') {
            at += *at != '\0';
            continue;
        }
        size_t length = 0;
        for (at++; *at && *at != '"';)
            if (*at == '\\')
                at = escape(at + 1, literal, &length);
            else
                literal[length++] = *at++;
        at += *at != '\0';
        literal[length] = '\0';
        if (!characters_from_text(set, literal))
            return false;
    }
    return true;
}

bool characters_from_source(struct code_set *set, const char *path)
{
    FILE *f = fopen(path, "r");
    if (!f || fseek(f, 0, SEEK_END) != 0) {
        complain("%s: %s", path, strerror(errno));
        if (f)
            fclose(f);
        return false;
    }
    const long size = ftell(f);
    rewind(f);
    /* No literal is longer than the file, nor are its characters, once escapes are taken away. */
    char *source = size >= 0 ? calloc((size_t)size + 16, 1) : NULL;
    char *literal = size >= 0 ? calloc((size_t)size + 16, 1) : NULL;
    bool good = source && literal;
    if (good && fread(source, 1, (size_t)size, f) == (size_t)size) {
        good = add_literals(set, source, literal);
    } else {
        complain("%s: it cannot be read", path);
        good = false;
    }
    free(source);
    free(literal);
    fclose(f);
    return good;
}
