/* oled_pages.c - SSD1306, SSD1309, SH1106: paged controllers of OLEDs. */
#include "pemble/options.h"
#include "panel/paged.h"

enum { SET_MULTIPLEX = 0xA8, SET_OFFSET = 0xD3, SET_COM_PINS = 0xDA, SET_START_LINE_SH1107 = 0xDC };

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

/* The directions, and the row of the memory that the first output shows. */
static uint8_t direct(const pmb_panel *panel, uint8_t *commands)
{
    const uint8_t row = (uint8_t)panel->offset.y;
    pmb_paged_directions(panel, commands, row);
    if (!pmb_paged_of(panel)->sh1107)
        return PAGED_DIRECTIONS;
    commands[2] = SET_START_LINE_SH1107;
    commands[3] = row;
    return PAGED_DIRECTIONS + 1;
}

/* A glass that begins at a row of the memory begins at the COM output of that number. The memory is
 * cleared to dark. */
static pmb_status start(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    const bool sh1107 = pmb_paged_of(panel)->sh1107;
    uint8_t glass[6 + PAGED_DIRECTIONS + 1] = {
        SET_MULTIPLEX, (uint8_t)(config->size.h - 1), SET_OFFSET,
        (uint8_t)((uint8_t)-panel->offset.y & (sh1107 ? 127 : 63))};
    uint8_t count = 4;
    if (!sh1107) {
        glass[count++] = SET_COM_PINS;
        glass[count++] = com_pins(config);
    }
    count = (uint8_t)(count + direct(panel, &glass[count]));
    return pmb_paged_start(panel, glass, count, 0x00);
}

static pmb_status turn(const pmb_panel *panel)
{
    uint8_t directions[PAGED_DIRECTIONS + 1];
    return pmb_send_command(panel, directions, direct(panel, directions));
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
    .turn = PMB_NO_TURN ? NULL : turn,
    .pages = true,
};
