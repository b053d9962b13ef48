/* panels.c - pemble panels: every module and controller known. */
#include "command.h"

#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <strings.h>
#include <cjson/cJSON.h>
#include "catalog.h"
#include "pemble/families.h"

static const struct usage usage = {
    .name = "panels",
    .arguments = "[WORD...] [--json]",
    .text =
        "Lists the modules that a configuration may start from, and the controllers with their\n"
        "sizes, colours and buses. With words, it lists those whose line has all of the words.\n",
    .examples = "  pemble panels\n"
                "  pemble panels 128x64 i2c\n"
                "  pemble panels --json\n",
};

/* The value of a word such as "size=128x64" in a module's keys, copied; "" when it is not there. */
static const char *value_of(const struct known_module *module, const char *key)
{
    static char values[4][24];
    static int turn;
    char *value = values[turn++ % 4];
    const char *at = strstr(module->keys, key);
    value[0] = '\0';
    if (at)
        snprintf(value, sizeof values[0], "%.*s", (int)strcspn(at + strlen(key), " "),
                 at + strlen(key));
    return value;
}

enum { ROW_SIZE = 240 };

/* What a module has beside size and bus, such as "offset=0,0": what look-alikes differ in. */
static const char *rest_of(const struct known_module *module)
{
    static char rest[80];
    size_t length = 0;
    rest[0] = '\0';
    for (const char *at = module->keys; *at; at += strspn(at, " ")) {
        const size_t word = strcspn(at, " ");
        if (strncmp(at, "size=", 5) != 0 && strncmp(at, "type=", 5) != 0)
            length += (size_t)snprintf(rest + length, sizeof rest - length, "%s%.*s",
                                       length ? " " : "", (int)word, at);
        at += word;
    }
    return rest;
}

static const char *module_row(int number)
{
    static char row[ROW_SIZE];
    const struct known_module *m = module_at(number);
    const struct known_controller *c = controller_named(m->controller);
    const char *rest = rest_of(m);
    snprintf(row, sizeof row, "  %-18s %-19s %-9s %-26s %-10s %-*s%s%s", m->name, c->title,
             value_of(m, "size="), c->colors, value_of(m, "type="), *rest ? 10 : 0, m->supply,
             *rest ? " " : "", rest);
    return row;
}

static const char *memory_of(const struct known_controller *c)
{
    static char memory[16];
    snprintf(memory, sizeof memory, "%dx%d", c->controller->memory.w, c->controller->memory.h);
    return memory;
}

static const char *controller_row(int number)
{
    static char row[ROW_SIZE];
    const struct known_controller *c = controller_at(number);
    snprintf(row, sizeof row, "  %-18s %-10s %-26s %-29s %s", c->name, memory_of(c), c->colors,
             controller_buses(c), controller_sizes(c));
    return row;
}

static bool has_word(const char *row, const char *word)
{
    const size_t length = strlen(word);
    for (; *row; row++)
        if (strncasecmp(row, word, length) == 0)
            return true;
    return false;
}

/* Whether a row has all words of the command line. */
static bool is_wanted(const char *row, const struct line *line)
{
    for (int i = 0; i < line->count; i++)
        if (!has_word(row, line->words[i]))
            return false;
    return true;
}

/* Prints the wanted rows below a heading, which is left out when there are none; returns how many.
 */
static int print_rows(const char *heading, int count, const char *(*row)(int number),
                      const struct line *line)
{
    int printed = 0;
    for (int i = 0; i < count; i++)
        if (is_wanted(row(i), line))
            printf("%s%s\n", printed++ ? "" : heading, row(i));
    return printed;
}

static int print_table(const struct line *line)
{
    char heading[ROW_SIZE];
    snprintf(heading, ROW_SIZE,
             "Modules, for 'module = NAME':\n\n  %-18s %-19s %-9s %-26s %-10s %-10s %s\n", "name",
             "controller", "size", "colours", "bus", "supply, V", "also");
    const int modules = print_rows(heading, module_count(), module_row, line);
    snprintf(heading, ROW_SIZE,
             "%sControllers, for 'controller = NAME':\n\n  %-18s %-10s %-26s %-29s %s\n",
             modules ? "\n" : "", "name", "memory", "colours", "buses",
             "sizes that it is sold with");
    return modules + print_rows(heading, controller_count(), controller_row, line);
}

/* Numbers of a size such as "128x64". */
static void add_size(cJSON *to, const char *text)
{
    int w = 0, h = 0;
    (void)sscanf(text, "%dx%d", &w, &h);
    cJSON_AddNumberToObject(to, "width", w);
    cJSON_AddNumberToObject(to, "height", h);
}

static void add_words(cJSON *to, const char *name, const char *words)
{
    cJSON *list = cJSON_AddArrayToObject(to, name);
    for (const char *at = words; *at; at += strspn(at, ", ")) {
        char word[24];
        const size_t length = strcspn(at, ", ");
        snprintf(word, sizeof word, "%.*s", (int)length, at);
        cJSON_AddItemToArray(list, cJSON_CreateString(word));
        at += length;
    }
}

static int print_json(const struct line *line)
{
    cJSON *root = cJSON_CreateObject();
    cJSON *modules = cJSON_AddArrayToObject(root, "modules");
    for (int i = 0; i < module_count(); i++) {
        const struct known_module *m = module_at(i);
        if (!is_wanted(module_row(i), line))
            continue;
        cJSON *entry = cJSON_CreateObject();
        cJSON_AddStringToObject(entry, "name", m->name);
        cJSON_AddStringToObject(entry, "controller", m->controller);
        add_size(entry, value_of(m, "size="));
        cJSON_AddStringToObject(entry, "bus", value_of(m, "type="));
        if (*rest_of(m))
            cJSON_AddStringToObject(entry, "also", rest_of(m));
        cJSON_AddStringToObject(entry, "supply", m->supply);
        cJSON_AddStringToObject(entry, "pins", m->header);
        cJSON_AddItemToArray(modules, entry);
    }
    cJSON *controllers = cJSON_AddArrayToObject(root, "controllers");
    for (int i = 0; i < controller_count(); i++) {
        const struct known_controller *c = controller_at(i);
        if (!is_wanted(controller_row(i), line))
            continue;
        cJSON *entry = cJSON_CreateObject();
        cJSON_AddStringToObject(entry, "name", c->name);
        cJSON_AddStringToObject(entry, "title", c->title);
        cJSON_AddStringToObject(entry, "colours", c->colors);
        add_size(entry, memory_of(c));
        add_words(entry, "buses", controller_buses(c));
        add_words(entry, "sizes", controller_sizes(c));
        cJSON_AddItemToArray(controllers, entry);
    }
    char *text = cJSON_Print(root);
    cJSON_Delete(root);
    if (!text) {
        complain("there is not enough memory");
        return FAILED;
    }
    puts(text);
    free(text);
    return DONE;
}

static int say_nothing_has(const struct line *line)
{
    char words[200] = "";
    for (int i = 0; i < line->count; i++)
        snprintf(words + strlen(words), sizeof words - strlen(words), " %s", line->words[i]);
    complain("nothing is known that has all of:%s; 'pemble panels' lists everything", words);
    return FAILED;
}

static int run(int argc, const char **argv)
{
    int json = 0, status;
    struct poptOption options[] = {
        {"json", '\0', POPT_ARG_NONE, &json, 0, "print it for other programs", NULL},
        POPT_TABLEEND,
    };
    struct line line;
    if (!line_read(&line, &usage, options, argc, argv, 0, MOST_WORDS, &status))
        return status;
    if (json)
        status = print_json(&line);
    else if (print_table(&line) == 0)
        status = say_nothing_has(&line);
    line_done(&line);
    return status;
}

const struct command command_panels = {"panels", "list the modules and controllers known", run,
                                       true};
