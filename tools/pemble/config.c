/* config.c - panels from the entries of a file: which entry belongs to which. What is usual when
 * nothing is said is in config_usual.c, whether it all fits together in config_check.c. */
#include "config.h"

#include <stdio.h>
#include <string.h>
#include "command.h"
#include "config_check.h"
#include "config_keys.h"
#include "ini_entries.h"

const char *panel_title(const struct panel_setup *panel)
{
    if (*panel->name)
        return panel->name;
    return panel->module ? panel->module->name : panel->known->title;
}

int setup_find(const struct setup *setup, const char *name)
{
    for (int i = 0; i < setup->count; i++)
        if (!name || strcmp(setup->panels[i].name, name) == 0)
            return i;
    complain("%s: no panel is called %s; the first is '%s'", setup->path, name,
             panel_title(&setup->panels[0]));
    return -1;
}

static void take_entry(struct setup *setup, struct panel_setup *panel, struct entries *entries,
                       const struct entry *entry)
{
    const struct key *key = key_named(entry->section, entry->key);
    struct reading reading = {panel, panel_board(setup, panel), entry->key, entry->value, "", ""};
    if (!key)
        return; /* said by check_keys */
    if (!key->read(&reading)) {
        const bool both = *reading.reason && key->possible;
        entry_error(entries, entry->line, "[%s] %s = %s: %s%s%s%s", entry->section, entry->key,
                    entry->value, reading.reason, both ? "; " : "",
                    key->possible ? "possible is " : "", key->possible ? key->possible : "");
    } else if (*reading.note) {
        fprintf(stderr, "pemble: %s:%d: note: %s\n", entries->path, entry->line, reading.note);
    }
}

static void take_section(struct setup *setup, struct panel_setup *panel, struct entries *entries,
                         const char *section, const char *instance)
{
    for (int i = 0; i < entries->count; i++) {
        const struct entry *e = &entries->list[i];
        if (strcmp(e->section, section) == 0 && strcmp(e->instance, instance) == 0)
            take_entry(setup, panel, entries, e);
    }
}

/* The section of the bus that a panel names, or that is called like it, or the one without a name.
 */
static const char *bus_of(const struct panel_setup *panel, struct entries *entries)
{
    const struct entry *named = entry_find(entries, "panel", panel->name, "bus");
    if (!named)
        return entries_have(entries, "bus", panel->name) ? panel->name : "";
    if (!entries_have(entries, "bus", named->value))
        entry_error(entries, named->line, "[panel] bus = %s: there is no section [bus %s]",
                    named->value, named->value);
    return named->value;
}

/* What a module says, as if the file said it first. */
static void take_module(struct setup *setup, struct panel_setup *panel, struct entries *entries)
{
    const struct entry *entry = entry_find(entries, "panel", panel->name, "module");
    if (!entry)
        return;
    panel->module = module_named(entry->value);
    if (!panel->module) {
        entry_error(entries, entry->line, "[panel] module = %s: possible is %s", entry->value,
                    module_names_like(entry->value));
        return;
    }
    char words[120];
    struct reading reading = {panel, setup->board, "controller", panel->module->controller, "", ""};
    (void)key_named("panel", "controller")->read(&reading);
    snprintf(words, sizeof words, "%s", panel->module->keys);
    for (char *word = strtok(words, " "); word; word = strtok(NULL, " ")) {
        char *value = strchr(word, '=');
        *value++ = '\0';
        const struct key *key = key_named("panel", word);
        reading.key = word;
        reading.value = value;
        (void)(key ? key : key_named("bus", word))->read(&reading);
    }
}

static void check_keys(struct entries *entries)
{
    for (int i = 0; i < entries->count; i++) {
        const struct entry *e = &entries->list[i];
        const char *possible = keys_of(e->section);
        if (key_named(e->section, e->key))
            continue;
        if (*possible)
            entry_error(entries, e->line, "[%s] has no key '%s'; it may have %s", e->section,
                        e->key, possible);
        else
            entry_error(
                entries, e->line,
                "no section is called [%s]; there are panel, bus, pins, touch, board, faults",
                e->section);
    }
}

static void read_board(struct setup *setup, struct entries *entries)
{
    const struct entry *mcu = entry_find(entries, "board", "", "mcu");
    setup->board = mcu ? board_named(mcu->value) : &board_bench;
    if (!setup->board) {
        entry_error(entries, mcu->line, "[board] mcu = %s: possible is %s", mcu->value,
                    board_names());
        setup->board = &board_bench;
    }
}

/* Whether a panel can be called so: it stands in pictures and messages. */
static bool is_name(struct entries *entries, const struct entry *e)
{
    if (strlen(e->instance) >= NAME_SIZE) {
        entry_error(entries, e->line, "[panel %s]: a name has at most %d characters", e->instance,
                    NAME_SIZE - 1);
        return false;
    }
    return true;
}

/* Every name that a [panel NAME] has is a panel; a file without one has the panel without a name.
 */
static void list_panels(struct setup *setup, struct entries *entries)
{
    for (int i = 0; i < entries->count; i++) {
        const struct entry *e = &entries->list[i];
        bool known = strcmp(e->section, "panel") != 0;
        for (int k = 0; k < setup->count && !known; k++)
            known = strcmp(setup->panels[k].name, e->instance) == 0;
        if (known)
            continue;
        if (setup->count == MOST_PANELS) {
            entry_error(entries, e->line, "more than %d panels in one file", MOST_PANELS);
            return;
        }
        if (!is_name(entries, e))
            return;
        snprintf(setup->panels[setup->count++].name, NAME_SIZE, "%.31s", e->instance);
    }
    if (setup->count == 0)
        setup->count = 1;
}

static void read_panel(struct setup *setup, struct panel_setup *panel, struct entries *entries)
{
    take_module(setup, panel, entries);
    take_section(setup, panel, entries, "bus", bus_of(panel, entries));
    take_section(setup, panel, entries, "pins", "");
    if (*panel->name) {
        take_section(setup, panel, entries, "pins", panel->name);
        take_section(setup, panel, entries, "faults", "");
    }
    take_section(setup, panel, entries, "faults", panel->name);
    take_section(setup, panel, entries, "panel", panel->name);
    take_section(setup, panel, entries, "touch", panel->name);
    if (!entry_find(entries, "panel", panel->name, "module")) {
        if (!entry_find(entries, "panel", panel->name, "controller"))
            entry_missing(entries, "panel", "controller (or module)", controller_names());
        if (!entry_find(entries, "panel", panel->name, "size"))
            entry_missing(entries, "panel", "size", "WIDTHxHEIGHT in pixels");
    }
}

bool config_read(struct setup *setup, const char *path)
{
    static struct entries entries;
    *setup = (struct setup){.path = path};
    if (!entries_read(&entries, path))
        return false;
    check_keys(&entries);
    read_board(setup, &entries);
    list_panels(setup, &entries);
    for (int i = 0; i < setup->count; i++)
        read_panel(setup, &setup->panels[i], &entries);
    for (int i = 0; i < setup->count && entries.errors == 0; i++)
        config_complete(setup, &setup->panels[i], &entries);
    return entries.errors == 0;
}

bool config_read_bench(struct setup *real, const struct setup *believed, const char *path)
{
    if (path)
        return config_read(real, path);
    *real = *believed;
    return true;
}
