/* lcd_pages.c - ST7565, UC1701: paged controllers of LCDs. */
#include "panel/paged.h"

enum {
    SET_BIAS = 0xA2, /* + 1: 1/7 instead of 1/9 */
    SET_TEMPERATURE = 0xFA,
    SET_RESISTORS = 0x20,
    SET_BOOSTER = 0xF8
};

static pmb_status plan(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    pmb_paged_plan(panel);
    if (config->temperature > pmb_paged_of(panel)->temperatures)
        return PMB_ERR_ARGUMENT;
    return config->bias == 0 || config->bias == 9 || config->bias == 7 ? PMB_OK : PMB_ERR_ARGUMENT;
}

/* All outputs are always scanned, and the glass hangs on those from its offset on. Where the scan
 * runs down, as it does on a glass that is not turned, those above the glass come first. */
static uint8_t start_line(const pmb_panel *panel)
{
    const uint8_t row = (uint8_t)panel->offset.y, height = (uint8_t)panel->config->size.h;
    const bool down = (panel->remap ^ pmb_paged_of(panel)->mount) & PMB_TURN_BOTTOM;
    return down ? (uint8_t)(2 * row + height) & 63 : 0;
}

/* The memory is cleared to light, which is 1, as the controller is told to invert. */
static pmb_status start(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    const uint8_t coefficient = config->temperature ? (uint8_t)(config->temperature - 1) : 1;
    uint8_t glass[PAGED_DIRECTIONS + 6], count = PAGED_DIRECTIONS;
    pmb_paged_directions(panel, glass, start_line(panel));
    glass[count++] = (uint8_t)(SET_BIAS | (config->bias == 7));
    if (pmb_paged_of(panel)->temperatures) {
        glass[count++] = SET_TEMPERATURE;
        glass[count++] = (uint8_t)(0x10 | coefficient << 7);
    }
    if (config->resistors)
        glass[count++] = (uint8_t)(SET_RESISTORS | (config->resistors - 1));
    if (config->booster) {
        glass[count++] = SET_BOOSTER;
        glass[count++] = (uint8_t)(config->booster - 1);
    }
    return pmb_paged_start(panel, glass, count, 0xFF);
}

static pmb_status turn(const pmb_panel *panel)
{
    uint8_t directions[PAGED_DIRECTIONS];
    pmb_paged_directions(panel, directions, start_line(panel));
    return pmb_send_command(panel, directions, sizeof directions);
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
    .turn = PMB_NO_TURN ? NULL : turn,
    .has_booster = true,
    .light = true,
    .pages = true,
};
