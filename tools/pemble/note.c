/* note.c - reading the tables of a page of docs/controllers. */
#include "note.h"

#include <ctype.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "catalog.h"
#include "pemble/families.h"

/* "3Ah": two hexadecimal digits and an h. */
static bool command_at(const char *at, uint8_t *command)
{
    if (!isxdigit((unsigned char)at[0]) || !isxdigit((unsigned char)at[1]) || at[2] != 'h')
        return false;
    const char digits[] = {at[0], at[1], '\0'};
    *command = (uint8_t)strtoul(digits, NULL, 16);
    return true;
}

static void add_range(struct note_row *row, uint8_t first, uint8_t last)
{
    if (row->ranges == (int)sizeof row->first)
        return;
    row->first[row->ranges] = first;
    row->last[row->ranges++] = last;
}

/* The parameters behind a command: "(15 bytes)", or a word each, such as "a b" or "12h". */
static int parameters_in(const char *text)
{
    int number, words = 0;
    const char *bracket = strchr(text, '(');
    if (bracket && sscanf(bracket, "(%d", &number) == 1)
        return number;
    for (; *text; text += strspn(text, " ")) {
        words++;
        text += strcspn(text, " ");
    }
    return words;
}

/* "20h m", "AEh, AFh", "28h-2Fh", "60h to FFh", "08h, 0Ch"; also "40h + y", where a value is added
 * to the command. */
static bool read_commands(struct note_row *row, char *cell)
{
    row->ranges = 0;
    row->parameters = -1;
    for (char *part = strtok(cell, ","); part; part = strtok(NULL, ",")) {
        uint8_t first, last;
        part += strspn(part, " ");
        if (!command_at(part, &first))
            continue;
        last = first;
        char *rest = part + 3;
        if (*rest == '-' && command_at(rest + 1, &last))
            rest += 4;
        else if (strncmp(rest, " to ", 4) == 0 && command_at(rest + 4, &last))
            rest += 7;
        rest += strspn(rest, " ");
        if (*rest == '+') { /* the value is in the bits that are 0 below the lowest 1 */
            last = (uint8_t)(first | ((first & -first) - 1));
            rest = "";
        }
        add_range(row, first, last);
        const int here = parameters_in(rest);
        if (row->parameters < here || row->parameters < 0)
            row->parameters = here;
    }
    return row->ranges > 0;
}

static void trim(char *text)
{
    size_t length = strlen(text);
    while (length && isspace((unsigned char)text[length - 1]))
        text[--length] = '\0';
}

static void read_row(struct note *note, int set, char *line)
{
    char cell[TEXT_SIZE];
    char *middle = strchr(line + 1, '|'), *end = middle ? strrchr(middle + 1, '|') : NULL;
    if (!end || note->count == MOST_ROWS)
        return;
    *middle = *end = '\0';
    struct note_row *row = &note->rows[note->count];
    snprintf(cell, sizeof cell, "%.*s", TEXT_SIZE - 1, line + 1);
    if (!read_commands(row, cell))
        return;
    const char *text = middle + 1 + strspn(middle + 1, " ");
    snprintf(row->meaning, sizeof row->meaning, "%.*s", TEXT_SIZE - 1, text);
    trim(row->meaning);
    row->set = set;
    note->count++;
}

/* The sentence that begins with "From" in the first paragraph of a page. */
static void read_source(struct note *note, const char *text)
{
    const char *from = strstr(text, "From");
    if (!from || *note->source)
        return;
    size_t length = 0;
    bool quoted = false;
    for (const char *at = from + 5; *at && length + 1 < sizeof note->source; at++) {
        quoted = quoted != (*at == '"');
        if (*at == '.' && !quoted && (at[1] == ' ' || at[1] == '\n' || !at[1]))
            break;
        note->source[length++] = *at == '\n' ? ' ' : *at;
    }
    note->source[length] = '\0';
}

bool note_read(struct note *note, const char *path)
{
    char line[1000], head[1600] = "";
    int set = 0;
    FILE *f = fopen(path, "r");
    if (!f)
        return false;
    while (fgets(line, sizeof line, f)) {
        if (strlen(head) + strlen(line) < sizeof head)
            strcat(head, line);
        if (strstr(line, "with H = 1"))
            set = 1;
        if (line[0] == '|')
            read_row(note, set, line);
    }
    read_source(note, head);
    fclose(f);
    return true;
}

const struct note_row *note_of(const struct note *note, int set, uint8_t command)
{
    for (int i = 0; i < note->count; i++)
        if (note->rows[i].set == set)
            for (int r = 0; r < note->rows[i].ranges; r++)
                if (command >= note->rows[i].first[r] && command <= note->rows[i].last[r])
                    return &note->rows[i];
    return NULL;
}

int note_confidence(const struct note_row *row)
{
    for (const char *at = row->meaning; (at = strchr(at, '%')) != NULL; at++) {
        const char *digits = at;
        while (digits > row->meaning && (digits[-1] == ' ' || isdigit((unsigned char)digits[-1])))
            digits--;
        const int value = atoi(digits);
        /* "-0.05 %" is no confidence. */
        if (value >= 40 && value <= 100)
            return value;
    }
    return 95;
}

bool note_of_controller(struct note *note, const char *directory, const char *name)
{
    static const char *const bases[][3] = {
        /* name, own page, page below it */
        {"ssd1305", "ssd1305", "ssd1306"}, {"ssd1306-vcc", "ssd1306", NULL},
        {"ssd1309", "ssd1309", "ssd1306"}, {"sh1106", "sh1106", "ssd1306"},
        {"sh1107", "sh1107", "ssd1306"},   {"ssd1322-b", "ssd1322", NULL},
        {"st7567", "st7567", "st7565"},    {"uc1701", "uc1701", "st7565"},
        {"ks0108-low", "ks0108", NULL},    {"ks0108-192", "ks0108", NULL},
        {"ssd1680-red", "ssd1680", NULL},  {"ssd1681", "ssd1680", NULL},
        {"ssd1681-red", "ssd1680", NULL},  {"uc8151-red", "uc8151", NULL},
        {"uc8176", "uc8151", NULL},        {"uc8176-red", "uc8151", NULL},
        {"il91874", "uc8151", NULL},       {"ili9320", "ili9325", "indexed"},
        {"ssd1683", "ssd1680", NULL},      {"ssd1683-red", "ssd1680", NULL},
        {"ssd1608", "ssd1608", "ssd1680"}, {"ssd1675", "ssd1675", "ssd1680"},
        {"ssd1619", "ssd1675", "ssd1680"}, {"ssd1619-red", "ssd1675", "ssd1680"},
        {"ssd1677", "ssd1677", "ssd1680"}, {"uc8151-bare", "uc8151", NULL},
        {"uc8179", "uc8179", "uc8151"},    {"uc8179-red", "uc8179", "uc8151"},
        {"il91874-bare", "uc8151", NULL},  {"il91874-red-bare", "uc8151", NULL},
        {"jd79661", "jd79660", NULL},      {"jd79667", "jd79660", NULL},
        {"jd79668", "jd79660", NULL},
    };
    const struct known_controller *known = controller_named(name);
    const pmb_family *family = known->controller->family;
    const char *own = name;
    const char *below = family == &pmb_family_dcs       ? "dcs"
                        : family == &pmb_family_indexed ? "indexed"
                                                        : NULL;
    char path[512];
    for (size_t i = 0; i < sizeof bases / sizeof bases[0]; i++)
        if (strcmp(bases[i][0], name) == 0) {
            own = bases[i][1];
            below = bases[i][2];
        }
    *note = (struct note){.count = 0};
    snprintf(path, sizeof path, "%s/%s.md", directory, own);
    bool good = note_read(note, path);
    if (good && below) {
        snprintf(path, sizeof path, "%s/%s.md", directory, below);
        good = note_read(note, path);
    }
    return good;
}
