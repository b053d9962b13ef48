/* output.c - assets written to files. */
#include "output.h"

#include <errno.h>
#include <limits.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "command.h"

bool ends_with(const char *text, const char *end)
{
    const size_t length = strlen(text), tail = strlen(end);
    return length >= tail && strcmp(text + length - tail, end) == 0;
}

/* Words of C and of C++, and names that the generated files use themselves. */
static bool is_taken(const char *name)
{
    static const char *const words[] = {
        "alignas",  "alignof",   "and",       "asm",      "auto",     "bool",     "break",
        "bytes",    "case",      "catch",     "char",     "class",    "const",    "constexpr",
        "continue", "decltype",  "default",   "delete",   "do",       "double",   "else",
        "enum",     "explicit",  "export",    "extern",   "false",    "float",    "for",
        "friend",   "goto",      "if",        "inline",   "int",      "long",     "main",
        "mutable",  "namespace", "new",       "noexcept", "not",      "nullptr",  "operator",
        "or",       "private",   "protected", "public",   "register", "requires", "restrict",
        "return",   "short",     "signed",    "sizeof",   "static",   "struct",   "switch",
        "template", "this",      "throw",     "true",     "try",      "typedef",  "typeid",
        "typename", "typeof",    "union",     "unsigned", "using",    "virtual",  "void",
        "volatile", "while",     "xor"};
    for (size_t i = 0; i < sizeof words / sizeof words[0]; i++)
        if (strcmp(words[i], name) == 0)
            return true;
    return false;
}

void c_name(const char *text, char *name, size_t size)
{
    size_t length = 0;
    for (const char *at = text; *at && *at != '.' && length + 3 < size; at++) {
        const bool letter = (*at >= 'a' && *at <= 'z') || (*at >= 'A' && *at <= 'Z') || *at == '_';
        const bool digit = *at >= '0' && *at <= '9';
        if (digit && length == 0)
            name[length++] = '_';
        name[length++] = letter || digit ? *at : '_';
    }
    if (length == 0)
        name[length++] = '_';
    name[length] = '\0';
    if (is_taken(name) || strcmp(name, "_") == 0)
        strcpy(name + length, "_");
}

void object_name(const char *path, char *name, size_t size)
{
    const char *slash = strrchr(path, '/');
    c_name(slash ? slash + 1 : path, name, size);
}

bool size_of_text(const char *text, unsigned long *bytes)
{
    char *end;
    errno = 0;
    *bytes = strtoul(text, &end, 10);
    const unsigned long times = (*end == 'k' || *end == 'K') && end > text ? 1024 : 1;
    end += times > 1;
    if (*text < '0' || *text > '9' || errno || *bytes > ULONG_MAX / times)
        return false;
    *bytes *= times;
    return *end == '\0' && *bytes > 0;
}

static void write_c(FILE *f, const char *name, const uint8_t *bytes, size_t size, const char *what)
{
    fprintf(f, "/* %s, %zu bytes. */\n#include \"pemble/picture.h\"\n\n", what, size);
    fprintf(f, "extern const pmb_picture %s;\n\n", name);
    fprintf(f, "static const PMB_FLASH uint8_t bytes[%zu] = {", size);
    for (size_t i = 0; i < size; i++)
        fprintf(f, "%s%u,", i % 20 ? "" : "\n    ", bytes[i]);
    fprintf(f, "\n};\n\nconst pmb_picture %s = {{bytes, %zu, NULL}};\n", name, size);
}

bool output_open(struct whole *whole, const char *path)
{
    errno = 0;
    if (whole_open(whole, path))
        return true;
    complain("%s: %s", path, strerror(errno));
    return false;
}

int output_close(struct whole *whole, const char *path, bool good)
{
    if (whole_close(whole, good))
        return DONE;
    complain("%s: %s", path, strerror(errno));
    return FAILED;
}

int output_picture(const char *path, const uint8_t *bytes, size_t size, const char *what)
{
    char name[80];
    object_name(path, name, sizeof name);
    struct whole whole;
    if (!output_open(&whole, path))
        return FAILED;
    if (ends_with(path, ".c"))
        write_c(whole.file, name, bytes, size, what);
    else
        (void)fwrite(bytes, 1, size, whole.file);
    return output_close(&whole, path, true);
}
