/* config_keys.h - the keys of a configuration and how their values are read. */
#ifndef PEMBLE_CONFIG_KEYS_H
#define PEMBLE_CONFIG_KEYS_H

#include "config.h"

/* One value being read; `reason` is for a refusal, `note` for what is unusual. */
struct reading {
    struct panel_setup *panel;
    const struct board *board;
    const char *key, *value;
    char reason[320], note[320];
};

struct key {
    const char *section, *name;
    bool (*read)(struct reading *r);
    const char *possible; /* NULL: the reason says it */
};

/* NULL when the section has no such key. */
const struct key *key_named(const char *section, const char *name);

/* "controller, size, ..." of a section, or "" when there is no such section. */
const char *keys_of(const char *section);

#endif
