/* paged.c - one-bit controllers with pages of eight rows: SSD1306 and its kin. */
#include "panel/bus.h"
#include "panel/turn.h"

enum {
    SET_COLUMN_LOW = 0x00,
    SET_COLUMN_HIGH = 0x10,
    SET_START_LINE = 0x40,
    SET_CONTRAST = 0x81,
    SET_SEGMENT_REMAP = 0xA0, /* + 1: column 0 is the last segment */
    SET_INVERSION = 0xA6,     /* + 1 */
    SET_MULTIPLEX = 0xA8,
    SET_DISPLAY = 0xAE, /* + 1: on */
    SET_PAGE = 0xB0,
    SET_COM_SCAN = 0xC0, /* + 8: from the last COM to the first */
    SET_COM_PINS = 0xDA
};

static const PMB_FLASH
pmb_paged *detail_of(const pmb_panel *panel)
{
    return (const PMB_FLASH pmb_paged *)panel->config->controller->detail;
}

static pmb_status plan(pmb_panel *panel)
{
    pmb_leave_to_controller(panel, TURN_RIGHT | TURN_BOTTOM);
    /* Segment remap counts all columns of the memory from the other end; the COM scan direction
     * only exchanges the rows that are scanned, so rows keep their offset. */
    pmb_mirror_offset(panel, TURN_RIGHT);
    panel->format = panel->turn & TURN_SWAP ? &pmb_mono_horizontal_lsb : &pmb_mono_vertical;
    pmb_plan_frame(panel, 1, 8);
    return panel->config->com > PMB_COM_ALTERNATIVE_SWAPPED ? PMB_ERR_ARGUMENT : PMB_OK;
}

/* SSD1306 data sheet, command DAh: bit 4 alternative, bit 5 left/right swapped, bit 1 always set.
 */
static uint8_t com_pins(const pmb_panel_config *config)
{
    const PMB_FLASH
    pmb_glass *glass = pmb_known_glass(config);
    uint8_t layout = (uint8_t)config->com;
    if (layout == PMB_COM_USUAL && glass)
        layout = glass->com;
    if (layout == PMB_COM_USUAL)
        layout = PMB_COM_ALTERNATIVE;
    return (uint8_t)(0x02 | (layout - PMB_COM_SEQUENTIAL) << 4);
}

static pmb_status clear(const pmb_panel *panel);

static pmb_status start(pmb_panel *panel)
{
    const pmb_panel_config *config = panel->config;
    /* The segment and COM outputs run backwards on the modules as they are sold, with the
     * connector above the glass: docs/controllers/ssd1306.md, "Mounting". */
    const uint8_t remap = (uint8_t)(SET_SEGMENT_REMAP | (panel->remap & TURN_RIGHT ? 0 : 1));
    const uint8_t scan = (uint8_t)(SET_COM_SCAN | (panel->remap & TURN_BOTTOM ? 0 : 8));
    const uint8_t glass[] = {
        SET_MULTIPLEX, (uint8_t)(config->size.h - 1), SET_COM_PINS, com_pins(config), remap, scan,
        SET_START_LINE};
    pmb_status status = pmb_send_list(panel, detail_of(panel)->setup);
    if (status == PMB_OK)
        status = pmb_send_command(panel, glass, sizeof glass);
    return status == PMB_OK ? clear(panel) : status;
}

static pmb_status set_address(const pmb_panel *panel, uint16_t page, uint16_t column)
{
    const uint8_t address[] = {(uint8_t)(SET_PAGE | page), (uint8_t)(SET_COLUMN_HIGH | column >> 4),
                               (uint8_t)(SET_COLUMN_LOW | (column & 0x0F))};
    return pmb_send_command(panel, address, sizeof address);
}

static pmb_status clear(const pmb_panel *panel)
{
    const pmb_size memory = panel->config->controller->memory;
    for (uint8_t page = 0; page < memory.h / 8; page++) {
        pmb_status status = set_address(panel, page, 0);
        if (status == PMB_OK)
            status = pmb_send_repeated(panel, 0, (uint32_t)memory.w);
        if (status != PMB_OK)
            return status;
    }
    return PMB_OK;
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
    const uint8_t command[] = {SET_CONTRAST, value ? value : detail_of(panel)->contrast};
    return pmb_send_command(panel, command, sizeof command);
}

static pmb_status invert(pmb_panel *panel, bool inverted)
{
    const uint8_t command = (uint8_t)(SET_INVERSION | inverted);
    return pmb_send_command(panel, &command, 1);
}

static pmb_status show(pmb_panel *panel, bool on)
{
    const uint8_t command = (uint8_t)(SET_DISPLAY | on);
    return pmb_send_command(panel, &command, 1);
}

const PMB_FLASH
pmb_family pmb_family_paged = {
    .plan = plan,
    .start = start,
    .write = write,
    .contrast = contrast,
    .invert = invert,
    .show = show,
};
