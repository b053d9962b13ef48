/* wires.c - pemble-wires: bytes and transfers of a frame, upright and turned, whole and in bands.
 */
#include <stdio.h>
#include <stdlib.h>
#include "counting_port.h"
#include "pemble/families.h"
#include "pemble/pemble.h"

/* Wanted: bytes in least bands, times those of the whole; transfers a band, and those of the window
 * in front of the first. */
static const double MOST_BYTES = 1.1;
enum { MOST_TRANSFERS = 3, OPENING = 12 };

#define ON_I2C                                                                                     \
    {                                                                                              \
        .kind = &pmb_i2c                                                                           \
    }
#define ON_SPI                                                                                     \
    {                                                                                              \
        .kind = &pmb_spi, .select = PMB_PIN(1), .data_command = PMB_PIN(2)                         \
    }

static const struct {
    const char *name;
    pmb_panel_config config;
} panels[] = {
    {"ssd1306, I2C", {.controller = &pmb_ssd1306, .size = {128, 64}, .bus = ON_I2C}},
    {"sh1106, I2C", {.controller = &pmb_sh1106, .size = {128, 64}, .bus = ON_I2C}},
    {"ssd1306, SPI", {.controller = &pmb_ssd1306, .size = {128, 64}, .bus = ON_SPI}},
    {"st7565, SPI", {.controller = &pmb_st7565, .size = {128, 64}, .bus = ON_SPI}},
    {"pcd8544, SPI", {.controller = &pmb_pcd8544, .size = {84, 48}, .bus = ON_SPI}},
    {"ssd1327, I2C", {.controller = &pmb_ssd1327, .size = {128, 128}, .bus = ON_I2C}},
    {"ssd1322, SPI", {.controller = &pmb_ssd1322, .size = {256, 64}, .bus = ON_SPI}},
    {"ssd1351, SPI", {.controller = &pmb_ssd1351, .size = {128, 128}, .bus = ON_SPI}},
    {"st7735, SPI", {.controller = &pmb_st7735, .size = {128, 160}, .bus = ON_SPI}},
    {"ili9341, SPI", {.controller = &pmb_ili9341, .size = {240, 320}, .bus = ON_SPI}},
    {"ili9488, SPI", {.controller = &pmb_ili9488, .size = {320, 480}, .bus = ON_SPI}},
    {"ili9225, SPI", {.controller = &pmb_ili9225, .size = {176, 220}, .bus = ON_SPI}},
    {"ssd1680, SPI", {.controller = &pmb_ssd1680, .size = {122, 250}, .bus = ON_SPI}},
    {"uc8151, SPI", {.controller = &pmb_uc8151, .size = {128, 296}, .bus = ON_SPI}},
};

static void paint(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_fill(c, PMB_WHITE);
}

/* Sends a frame, in bands of the least size or (`whole`) in one. Returns the number of bands; 0:
 * it cannot be. */
static unsigned send_frame(const pmb_panel_config *config, bool whole, struct wires *wires)
{
    const pmb_port port = counting_port(wires);
    pmb_panel panel;
    pmb_screen screen;
    if (pmb_panel_open(&panel, config, &port) != PMB_OK)
        return 0;
    const size_t least = pmb_screen_least_bytes(&panel), all = pmb_screen_whole_bytes(&panel);
    const size_t bytes = whole ? all : least;
    uint8_t *memory = malloc(bytes);
    bool good = memory && pmb_screen_init(&screen, &panel, memory, bytes, NULL, 0) == PMB_OK;
    good = good && pmb_screen_paint(&screen, paint, NULL) == PMB_OK;
    *wires = (struct wires){0, 0};
    good = good && pmb_screen_paint(&screen, paint, NULL) == PMB_OK;
    free(memory);
    return good ? (unsigned)(all / bytes) : 0;
}

/* A line for a panel that lies one way; 1 when too much is sent. */
static int compare_bands(const char *name, const pmb_panel_config *upright, pmb_rotation rotate)
{
    pmb_panel_config config = *upright;
    struct wires whole, bands;
    config.rotate = rotate;
    const unsigned count = send_frame(&config, false, &bands);
    if (count == 0 || send_frame(&config, true, &whole) == 0)
        return 1;
    const double more = (double)bands.bytes / (double)whole.bytes;
    printf("%-14s %-7s %8lu in %5lu %8lu in %5lu %9u %7.2f", name,
           rotate == PMB_ROTATE_0 ? "upright" : "turned", whole.bytes, whole.transfers, bands.bytes,
           bands.transfers, count, more);
    /* E-paper writes two memories, and its time is that of the refresh. */
    if (config.controller->family->refresh) {
        printf("\n");
        return 0;
    }
    const bool good = more <= MOST_BYTES && bands.transfers <= count * MOST_TRANSFERS + OPENING;
    printf(" (%s %.1f)\n", good ? "wanted" : "MISSED", MOST_BYTES);
    return !good;
}

int main(void)
{
    int missed = 0;
    printf("bytes and transfers of a frame, whole and in the least bands\n");
    printf("%-22s %17s %17s %9s %7s\n", "panel", "whole", "least bands", "bands", "times");
    for (size_t i = 0; i < sizeof panels / sizeof panels[0]; i++) {
        missed += compare_bands(panels[i].name, &panels[i].config, PMB_ROTATE_0);
        missed += compare_bands(panels[i].name, &panels[i].config, PMB_ROTATE_90);
    }
    return missed > 0;
}
