/* rig.h - a panel on a bench for tests, and what its glass should show. */
#ifndef PEMBLE_TEST_RIG_H
#define PEMBLE_TEST_RIG_H

#include "pemble/bench.h"
#include "test.h"

struct rig {
    pmb_panel_config config;
    pmb_bench *bench;
    pmb_module *module;
    const pmb_port *port;
    pmb_panel panel;
    pmb_screen screen;
    uint8_t *buffer;
    pmb_tile *tiles;
};

/* Bytes that say how an SSD1306 is addressed, where that changes. */
enum { ADDRESSING = PMB_WINDOWS ? 2 : 0 };

/* Builds the bench for a configuration; the panel is not opened. */
void rig_build(struct rig *rig, const pmb_panel_config *config);

/* Builds, opens the panel, and gives it a band of that many bytes (0: the whole frame), with tiles
 * or without. Every step must succeed. */
void rig_open(struct rig *rig, const pmb_panel_config *config, size_t band_bytes, bool tiles);

void rig_close(struct rig *rig);

/* Fails the test with the complaint, if the module has one. */
void assert_no_complaints(const struct rig *rig);

/*
 * Paints the scene on a canvas of its own and asserts that the glass shows it, turned as
 * configured: a lit (or light) pixel for each that the canvas has light.
 */
void assert_glass_shows(struct rig *rig, pmb_paint paint, void *scene);

/* True when the glass's pixel is lighter than half of the lightest that it has; `x`, `y` in columns
 * and rows of the glass. */
bool glass_is_light(struct rig *rig, int x, int y);

/* Pixels of the glass that are so. */
unsigned glass_light_count(struct rig *rig);

/* Pixels of the glass that are not black. */
unsigned glass_lit_count(struct rig *rig);

/* A scene that no mirroring or turning leaves as it is: text, lines and frames up to the edges. The
 * scene is a pmb_size. */
void paint_lopsided(pmb_canvas *c, void *scene);

#endif
