/*
 * explain.h - says in words why a configuration is refused. For development: a program that names
 * neither function carries none of the texts.
 *
 *     char why[160];
 *     if (pmb_panel_open(&panel, &config, port) != PMB_OK) {
 *         (void)pmb_panel_explain(&config, port, why, sizeof why);
 *         log(why);
 *     }
 */
#ifndef PEMBLE_EXPLAIN_H
#define PEMBLE_EXPLAIN_H

#include "pemble/linkage.h"
#include "pemble/screen.h"

PMB_BEGIN_C

/*
 * Checks a configuration and a port as pmb_panel_open does, and sends nothing. Returns the error
 * that opening would return before it sends, or PMB_OK.
 *
 * Writes a sentence into `text`: which field is wrong, what it is, and what is possible; an empty
 * text with PMB_OK. A text that does not fit is cut short. 160 bytes are enough for all.
 */
pmb_status pmb_panel_explain(const PMB_FLASH pmb_panel_config *config, const pmb_port *port,
                             char *text, size_t size);

/* The same for the memory that pmb_screen_init is to be given. */
pmb_status pmb_screen_explain(const pmb_panel *panel, size_t buffer_bytes, size_t tile_count,
                              char *text, size_t size);

PMB_END_C

#endif
