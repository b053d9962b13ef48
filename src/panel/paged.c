/* paged.c - one-bit controllers with pages of eight rows: SSD1306, ST7565 and their kin. */
#include "panel/bus.h"
#include "panel/turn.h"

enum {
    SET_COLUMN_LOW = 0x00,
    SET_COLUMN_HIGH = 0x10,
    SET_START_LINE = 0x40,
    SET_CONTRAST = 0x81,
    SET_SEGMENT_REMAP = 0xA0, /* + 1: column 0 is the last segment */
    SET_BIAS = 0xA2,          /* + 1: 1/7 instead of 1/9 */
    SET_ALL_ON = 0xA4,        /* + 1 */
    SET_INVERSION = 0xA6,     /* + 1 */
    SET_MULTIPLEX = 0xA8,
    SET_DISPLAY = 0xAE, /* + 1: on */
    SET_PAGE = 0xB0,
    SET_COM_SCAN = 0xC0, /* + 8: from the last COM to the first */
    SET_COM_PINS = 0xDA,
    SET_TEMPERATURE = 0xFA
};

static const PMB_FLASH pmb_paged *detail_of(const pmb_panel *panel)
{
    return (const PMB_FLASH pmb_paged *)panel->config->controller->detail;
}

static bool has(const pmb_panel *panel, uint8_t trait)
{
    return detail_of(panel)->traits & trait;
}

static pmb_status check_lcd(const pmb_panel *panel)
{
    const pmb_panel_config *config = panel->config;
    const uint8_t coefficients = has(panel, PMB_PAGED_TEMPERATURE) ? 2 : 0;
    if (config->temperature > PMB_TEMPERATURE(coefficients - 1) && config->temperature != 0)
        return PMB_ERR_ARGUMENT;
    return config->bias == 0 || config->bias == 9 || config->bias == 7 ? PMB_OK : PMB_ERR_ARGUMENT;
}

static pmb_status plan(pmb_panel *panel)
{
    const pmb_panel_config *config = panel->config;
    pmb_leave_to_controller(panel, TURN_RIGHT | TURN_BOTTOM);
    /* Segment remap counts all columns of the memory from the other end; the COM scan direction
     * only exchanges the rows that are scanned, so rows keep their offset. */
    pmb_mirror_offset(panel, TURN_RIGHT);
    panel->format = pmb_page_format(panel);
    pmb_plan_frame(panel, 1, 8);
    if (has(panel, PMB_PAGED_LCD))
        return check_lcd(panel);
    if (config->bias || config->temperature || config->com > PMB_COM_ALTERNATIVE_SWAPPED)
        return PMB_ERR_ARGUMENT;
    return PMB_OK;
}

/* SSD1306 data sheet, command DAh: bit 4 alternative, bit 5 left/right swapped, bit 1 always set.
 */
static uint8_t com_pins(const pmb_panel_config *config)
{
    const PMB_FLASH pmb_glass *glass = pmb_known_glass(config);
    uint8_t layout = (uint8_t)config->com;
    if (layout == PMB_COM_USUAL && glass)
        layout = glass->com;
    if (layout == PMB_COM_USUAL)
        layout = PMB_COM_ALTERNATIVE;
    return (uint8_t)(0x02 | (layout - PMB_COM_SEQUENTIAL) << 4);
}

static pmb_status start_glass(const pmb_panel *panel)
{
    const pmb_panel_config *config = panel->config;
    const uint8_t temperature[] = {
        SET_TEMPERATURE,
        (uint8_t)(0x10 | (config->temperature ? config->temperature - 1 : 1) << 7)};
    const uint8_t bias = (uint8_t)(SET_BIAS | (config->bias == 7));
    const uint8_t oled[] = {SET_MULTIPLEX, (uint8_t)(config->size.h - 1), SET_COM_PINS,
                            com_pins(config)};
    if (has(panel, PMB_PAGED_OLED))
        return pmb_send_command(panel, oled, sizeof oled);
    const pmb_status status = pmb_send_command(panel, &bias, 1);
    if (status != PMB_OK || !has(panel, PMB_PAGED_TEMPERATURE))
        return status;
    return pmb_send_command(panel, temperature, sizeof temperature);
}

static pmb_status set_address(const pmb_panel *panel, uint16_t page, uint16_t column)
{
    const uint8_t address[] = {(uint8_t)(SET_PAGE | page), (uint8_t)(SET_COLUMN_HIGH | column >> 4),
                               (uint8_t)(SET_COLUMN_LOW | (column & 0x0F))};
    return pmb_send_command(panel, address, sizeof address);
}

/* To what the glass shows by itself: an OLED is dark, an LCD light (1, as it is told to invert). */
static pmb_status clear(const pmb_panel *panel)
{
    const pmb_size memory = panel->config->controller->memory;
    const uint8_t rest = has(panel, PMB_PAGED_LCD) ? 0xFF : 0x00;
    for (uint8_t page = 0; page < memory.h / 8; page++) {
        pmb_status status = set_address(panel, page, 0);
        if (status == PMB_OK)
            status = pmb_send_repeated(panel, rest, (uint32_t)memory.w);
        if (status != PMB_OK)
            return status;
    }
    return PMB_OK;
}

static pmb_status start(pmb_panel *panel)
{
    const PMB_FLASH pmb_glass *glass = pmb_known_glass(panel->config);
    const uint8_t turned = panel->remap ^ detail_of(panel)->mount;
    const uint8_t directions[] = {(uint8_t)(SET_SEGMENT_REMAP | (turned & TURN_RIGHT ? 1 : 0)),
                                  (uint8_t)(SET_COM_SCAN | (turned & TURN_BOTTOM ? 8 : 0)),
                                  SET_START_LINE};
    pmb_status status = pmb_send_list(panel, detail_of(panel)->setup);
    if (status == PMB_OK && glass && glass->extra)
        status = pmb_send_list(panel, glass->extra);
    if (status == PMB_OK)
        status = start_glass(panel);
    if (status == PMB_OK)
        status = pmb_send_command(panel, directions, sizeof directions);
    return status == PMB_OK ? clear(panel) : status;
}

static pmb_status write(pmb_panel *panel, const pmb_canvas *held, pmb_rect area)
{
    pmb_walk walk = pmb_plan_walk(panel, held, area);
    for (uint16_t line = 0; line < walk.lines; line++, walk.first += walk.line_step) {
        pmb_status status = set_address(panel, (uint16_t)(walk.row / 8 + line), walk.column);
        if (status == PMB_OK)
            status = pmb_send_strided(panel, walk.first, walk.column_step, walk.bytes, 0);
        if (status != PMB_OK)
            return status;
    }
    return PMB_OK;
}

static pmb_status contrast(pmb_panel *panel, uint8_t value)
{
    const PMB_FLASH pmb_paged *detail = detail_of(panel);
    const uint8_t scaled = (uint8_t)((uint16_t)value * detail->contrast_most / 255);
    const uint8_t command[] = {SET_CONTRAST, value ? scaled : detail->contrast};
    return pmb_send_command(panel, command, sizeof command);
}

static pmb_status invert(pmb_panel *panel, bool inverted)
{
    const bool dark = has(panel, PMB_PAGED_LCD); /* a 1 is a dark pixel */
    const uint8_t command = (uint8_t)(SET_INVERSION | (inverted != dark));
    return pmb_send_command(panel, &command, 1);
}

/* An LCD saves power when it is off and all its pixels are on (ST7565 data sheet, "Power Save"). */
static pmb_status show(pmb_panel *panel, bool on)
{
    const uint8_t command[] = {(uint8_t)(SET_DISPLAY | on), (uint8_t)(SET_ALL_ON | !on)};
    return pmb_send_command(panel, command, has(panel, PMB_PAGED_LCD) ? 2 : 1);
}

const PMB_FLASH pmb_family pmb_family_paged = {
    .plan = plan,
    .start = start,
    .write = write,
    .contrast = contrast,
    .invert = invert,
    .show = show,
};
