/* config.h - configuration files: docs/configuration.md. */
#ifndef PEMBLE_CONFIG_H
#define PEMBLE_CONFIG_H

#include "pemble/pemble.h"

enum { MOST_PANELS = 8, NAME_SIZE = 32 };

/* A controller that the command knows by name. */
struct known_controller {
    const char *name;  /* in configurations: "ssd1306" */
    const char *title; /* as printed: "SSD1306" */
    const pmb_controller *controller;
    const char *sizes; /* that it is sold with, for messages */
};
const struct known_controller *controller_named(const char *name);
/* The names of all, separated by commas. */
const char *controller_names(void);

/* One panel of a file. */
struct panel_setup {
    char name[NAME_SIZE]; /* "" when the file does not name it */
    const struct known_controller *known;
    pmb_panel_config config;
};

/* All panels of a file. */
struct setup {
    const char *path;
    struct panel_setup panels[MOST_PANELS];
    int count;
};

/*
 * Reads a file. False after saying on stderr everything that is wrong in it, each with file and
 * line. What is understood although it is unusual is said there, too.
 */
bool config_read(struct setup *setup, const char *path);

/* Reads the file that describes the hardware as it really is; without one (path NULL), reality is
 * as believed. */
bool config_read_bench(struct setup *real, const struct setup *believed, const char *path);

#endif
