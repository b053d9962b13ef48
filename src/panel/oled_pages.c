/* oled_pages.c - SSD1306, SSD1309, SH1106: paged controllers of OLEDs. */
#include "pemble/options.h"
#include "panel/paged.h"

enum { SET_MULTIPLEX = 0xA8, SET_COM_PINS = 0xDA };

static pmb_status plan(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    pmb_paged_plan(panel);
    if (!PMB_NO_CHECKS &&
        (config->bias || config->temperature || config->com > PMB_COM_ALTERNATIVE_SWAPPED))
        return PMB_ERR_ARGUMENT;
    return PMB_OK;
}

/* SSD1306 data sheet, command DAh: bit 4 alternative, bit 5 left/right swapped, bit 1 always set.
 */
static uint8_t com_pins(const PMB_FLASH pmb_panel_config *config)
{
    const PMB_FLASH pmb_glass *glass = pmb_known_glass(config);
    uint8_t layout = (uint8_t)config->com;
    if (layout == PMB_COM_USUAL && glass)
        layout = glass->com;
    if (layout == PMB_COM_USUAL)
        layout = PMB_COM_ALTERNATIVE;
    return (uint8_t)(0x02 | (layout - PMB_COM_SEQUENTIAL) << 4);
}

/* The memory is cleared to dark. */
static pmb_status start(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    const uint8_t glass[] = {SET_MULTIPLEX, (uint8_t)(config->size.h - 1), SET_COM_PINS,
                             com_pins(config)};
    return pmb_paged_start(panel, glass, sizeof glass, 0x00);
}

static pmb_status invert(pmb_panel *panel, bool inverted)
{
    return pmb_send_single(panel, (uint8_t)(PAGED_INVERSION | inverted));
}

static pmb_status show(pmb_panel *panel, bool on)
{
    return pmb_send_single(panel, (uint8_t)(PAGED_DISPLAY | on));
}

const PMB_FLASH pmb_family pmb_family_oled_pages = {
    .plan = plan,
    .start = start,
    .write = pmb_paged_write,
    .contrast = pmb_paged_contrast,
    .invert = invert,
    .show = show,
};
