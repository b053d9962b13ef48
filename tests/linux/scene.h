/* scene.h - what the program in the emulated machine shows, and the bench that it is compared with.
 */
#ifndef PEMBLE_TEST_LINUX_SCENE_H
#define PEMBLE_TEST_LINUX_SCENE_H

#include <pemble/pemble.h>
#include <pemble/test_card.h>

/* On a sabrelite: the address at which its machine has something that listens. */
static const pmb_panel_config on_i2c = {
    .controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c, .address = 0x3D}};

/* On a virt machine: clock, data and select of the SPI bus are lines 0 to 2 and the kernel's. */
static const pmb_panel_config on_spi = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_spi, .hertz = 1000000, .data_command = PMB_PIN(4)},
    .reset = PMB_PIN(5),
};

enum { SCENE_BYTES = 1024 };

static inline pmb_status show_scene(const pmb_panel_config *config, const pmb_port *port)
{
    static uint8_t buffer[SCENE_BYTES];
    pmb_panel panel;
    pmb_screen screen;
    pmb_test_card card;
    pmb_status status = pmb_panel_open(&panel, config, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, buffer, sizeof buffer, NULL, 0);
    if (status != PMB_OK)
        return status;
    pmb_test_card_init(&card, &panel, "kernel");
    return pmb_screen_paint(&screen, pmb_test_card_paint, &card);
}

#endif
