/* lcd_pages.c - ST7565, UC1701: paged controllers of LCDs. */
#include "panel/paged.h"

enum {
    SET_BIAS = 0xA2, /* + 1: 1/7 instead of 1/9 */
    SET_TEMPERATURE = 0xFA
};

static pmb_status plan(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    pmb_paged_plan(panel);
    if (config->temperature > pmb_paged_of(panel)->temperatures)
        return PMB_ERR_ARGUMENT;
    return config->bias == 0 || config->bias == 9 || config->bias == 7 ? PMB_OK : PMB_ERR_ARGUMENT;
}

/* The memory is cleared to light, which is 1, as the controller is told to invert. */
static pmb_status start(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    const uint8_t coefficient = config->temperature ? (uint8_t)(config->temperature - 1) : 1;
    const uint8_t glass[] = {(uint8_t)(SET_BIAS | (config->bias == 7)), SET_TEMPERATURE,
                             (uint8_t)(0x10 | coefficient << 7)};
    return pmb_paged_start(panel, glass, pmb_paged_of(panel)->temperatures ? sizeof glass : 1,
                           0xFF);
}

/* A 1 is a dark pixel. */
static pmb_status invert(pmb_panel *panel, bool inverted)
{
    return pmb_send_single(panel, (uint8_t)(PAGED_INVERSION | !inverted));
}

/* An LCD saves power when it is off and all its pixels are on (ST7565 data sheet, "Power Save"). */
static pmb_status show(pmb_panel *panel, bool on)
{
    const uint8_t command[] = {(uint8_t)(PAGED_DISPLAY | on), (uint8_t)(PAGED_ALL_ON | !on)};
    return pmb_send_command(panel, command, sizeof command);
}

const PMB_FLASH pmb_family pmb_family_lcd_pages = {
    .plan = plan,
    .start = start,
    .write = pmb_paged_write,
    .contrast = pmb_paged_contrast,
    .invert = invert,
    .show = show,
    .light = true,
};
