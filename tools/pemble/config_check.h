/* config_check.h - whether the entries of a panel fit together. */
#ifndef PEMBLE_CONFIG_CHECK_H
#define PEMBLE_CONFIG_CHECK_H

#include "config.h"
#include "ini_entries.h"

/* Fills in what is usual and says what does not fit, with its lines. */
void config_complete(struct setup *setup, struct panel_setup *panel, struct entries *entries);

#endif
