/* stage.c - bench, panel and screen for a subcommand. */
#include "stage.h"

#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "command.h"

/* The devices that acknowledge their address, as text. */
static void scan(const struct stage *stage, const pmb_bus *configured, char *text, size_t size)
{
    const pmb_port *port = pmb_bench_port(stage->bench);
    pmb_bus bus = *configured;
    size_t length = 0;
    text[0] = '\0';
    for (bus.address = 0x08; bus.address <= 0x77; bus.address++)
        if (port->i2c_write(port->context, &bus, NULL, 0, NULL, 0) == PMB_OK && length < size)
            length += (size_t)snprintf(text + length, size - length, "%s0x%02x", length ? ", " : "",
                                       bus.address);
}

int stage_failed(const struct stage *stage, const struct setup *believed, pmb_status status)
{
    const pmb_bus *bus = &believed->panels[0].config.bus;
    if (status != PMB_ERR_NO_ANSWER) {
        complain("%s: %s", believed->path, pmb_status_text(status));
        return FAILED;
    }
    char found[400];
    scan(stage, bus, found, sizeof found);
    complain("%s: no panel answers at I2C address 0x%02x (0x%02x in 8-bit form); %s%s",
             believed->path, bus->address, bus->address * 2,
             *found ? "on this bus answer: "
                    : "nothing answers on this bus: are SDA, SCL and the "
                      "supply connected?",
             found);
    return NO_ANSWER;
}

unsigned stage_complaints(const struct stage *stage)
{
    const unsigned count = pmb_module_complaint_count(stage->module);
    for (unsigned i = 0; i < count; i++)
        complain("the simulated %s complains: %s", pmb_module_label(stage->module),
                 pmb_module_complaint(stage->module, i));
    return count;
}

static int out_of_memory(void)
{
    complain("there is not enough memory");
    return FAILED;
}

int stage_open(struct stage *stage, const struct setup *believed, const struct setup *real)
{
    memset(stage, 0, sizeof *stage);
    stage->bench = pmb_bench_new();
    if (!stage->bench)
        return out_of_memory();
    for (int i = real->count - 1; i >= 0; i--) {
        stage->module = pmb_bench_place_panel(stage->bench, &real->panels[i].config);
        if (!stage->module) {
            complain("%s: the bench has no module with a glass like this", real->path);
            return BAD_USE;
        }
    }
    const pmb_port *port = pmb_bench_port(stage->bench);
    pmb_status status = pmb_panel_open(&stage->panel, &believed->panels[0].config, port);
    if (status != PMB_OK)
        return stage_failed(stage, believed, status);
    const size_t bytes = pmb_screen_whole_bytes(&stage->panel);
    const size_t tiles = pmb_screen_tile_count(&stage->panel, bytes);
    stage->buffer = malloc(bytes);
    stage->tiles = calloc(tiles, sizeof *stage->tiles);
    if (!stage->buffer || !stage->tiles)
        return out_of_memory();
    status =
        pmb_screen_init(&stage->screen, &stage->panel, stage->buffer, bytes, stage->tiles, tiles);
    return status == PMB_OK ? DONE : stage_failed(stage, believed, status);
}

void stage_close(struct stage *stage)
{
    free(stage->tiles);
    free(stage->buffer);
    pmb_bench_free(stage->bench);
}
