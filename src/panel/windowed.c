/* windowed.c - grey and colour OLED controllers with a window in memory: SSD1322 and its kin. */
#include "pemble/driver.h"
#include "pemble/turn.h"

enum {
    SET_COLUMNS = 0x15,
    SET_ROWS = 0x75,
    SET_REMAP = 0xA0,
    SET_START_LINE = 0xA1,
    SET_OFFSET = 0xA2,
    SET_DISPLAY = 0xAE /* + 1: on */
};

static const PMB_FLASH pmb_windowed *detail_of(const pmb_panel *panel)
{
    return (const PMB_FLASH pmb_windowed *)panel->config->controller->detail;
}

static pmb_status set(const pmb_panel *panel, uint8_t command, uint8_t a, uint8_t b, uint8_t count)
{
    const uint8_t parameters[] = {a, b};
    return pmb_send_parameters(panel, detail_of(panel)->parameters_as_data, command, parameters,
                               count);
}

static pmb_status plan(pmb_panel *panel)
{
    const PMB_FLASH pmb_windowed *detail = detail_of(panel);
    const PMB_FLASH pmb_panel_config *config = panel->config;
    if (PMB_ONE_BIT)
        return PMB_ERR_UNSUPPORTED;
    uint8_t can = 0;
    if (detail->flip_right)
        can |= PMB_TURN_RIGHT;
    if (detail->flip_bottom)
        can |= PMB_TURN_BOTTOM;
    /* Exchanged axes would leave two pixels of a byte side by side that have to be one above the
     * other. */
    if (detail->exchange && detail->format->columns_per_byte == 1)
        can |= PMB_TURN_SWAP;
    pmb_leave_to_controller(panel, can);
    /* Rows are exchanged in the order of the bytes. Columns would be in the bytes themselves. */
    if (panel->turn & PMB_TURN_RIGHT)
        return PMB_ERR_UNSUPPORTED;
    pmb_mirror_offset(panel, PMB_TURN_RIGHT);
    /* Where the controller does not exchange the axes, two pixels share a byte the other way. */
    panel->format = panel->turn & PMB_TURN_SWAP ? &pmb_grey4_vertical : detail->format;
    pmb_plan_frame(panel, detail->pixels_per_column, 1);
    if (config->bias || config->temperature || (uint8_t)config->com ||
        (config->bgr && !detail->bgr))
        return PMB_ERR_ARGUMENT;
    return PMB_OK;
}

static pmb_status set_remap(const pmb_panel *panel)
{
    const PMB_FLASH pmb_windowed *detail = detail_of(panel);
    uint8_t value = detail->remap;
    if (panel->remap & PMB_TURN_RIGHT)
        value ^= detail->flip_right;
    if (panel->remap & PMB_TURN_BOTTOM)
        value ^= detail->flip_bottom;
    if (panel->remap & PMB_TURN_SWAP)
        value ^= detail->exchange;
    if (panel->config->bgr)
        value ^= detail->bgr;
    return set(panel, SET_REMAP, value, detail->second, detail->second ? 2 : 1);
}

static pmb_status set_mode(const pmb_panel *panel)
{
    const PMB_FLASH pmb_windowed *detail = detail_of(panel);
    return pmb_send_single(panel, panel->inverted ? detail->inverse : detail->normal);
}

/* Until a function ends well the controller may wait for parameters, two at most; where they are
 * data, it does not. Commands without parameters fill them up, and those that follow are whole. */
static pmb_status begin(pmb_panel *panel)
{
    pmb_status status = PMB_OK;
    for (uint8_t i = 0; i < 3 && panel->unsure && status == PMB_OK; i++)
        status = set_mode(panel);
    if (status == PMB_OK && !detail_of(panel)->parameters_as_data)
        panel->unsure = true;
    return status;
}

/* The rows of the glass are those of the memory from its offset on, and hang on the COM outputs
 * from there on. */
static pmb_status turn(const pmb_panel *panel)
{
    const uint8_t row = (uint8_t)panel->offset.y;
    const uint8_t rows = (uint8_t)panel->config->controller->memory.h;
    pmb_status status = set_remap(panel);
    if (status == PMB_OK)
        status = set(panel, SET_START_LINE, row, 0, 1);
    return status == PMB_OK ? set(panel, SET_OFFSET, row ? (uint8_t)(rows - row) : 0, 0, 1)
                            : status;
}

/* Opens the window at these columns and rows of the memory, and begins to write. */
static pmb_status open_window(const pmb_panel *panel, pmb_rect r)
{
    const PMB_FLASH pmb_windowed *detail = detail_of(panel);
    const uint8_t unit = detail->pixels_per_column;
    pmb_status status =
        set(panel, SET_COLUMNS, (uint8_t)(r.x / unit), (uint8_t)((r.x + r.w) / unit - 1), 2);
    if (status == PMB_OK)
        status = set(panel, SET_ROWS, (uint8_t)r.y, (uint8_t)(r.y + r.h - 1), 2);
    const uint8_t command = detail->write_command; /* not in flash: it is sent */
    if (status == PMB_OK && command)
        status = pmb_send_command(panel, &command, 1);
    return status;
}

static pmb_status start(pmb_panel *panel)
{
    const PMB_FLASH pmb_windowed *detail = detail_of(panel);
    const pmb_size memory = panel->config->controller->memory;
    pmb_status status = pmb_send_setup(panel, detail->parameters_as_data, detail->setup);
    if (status == PMB_OK)
        status = set(panel, detail->multiplex, (uint8_t)(panel->config->size.h - 1), 0, 1);
    if (status == PMB_OK)
        status = turn(panel);
    if (PMB_PLAIN_PANELS || status != PMB_OK)
        return status;
    status = open_window(panel, (pmb_rect){0, 0, memory.w, memory.h});
    const uint32_t pixels = (uint32_t)memory.w * (uint32_t)memory.h;
    if (status == PMB_OK)
        status =
            pmb_send_repeated(panel, 0, detail->format == &pmb_rgb565 ? pixels * 2 : pixels / 2);
    return status;
}

static pmb_status write(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *area)
{
    const pmb_walk walk = pmb_plan_walk(panel, held, *area);
    pmb_rect part = *area;
    const bool from_below = panel->turn & PMB_TURN_BOTTOM; /* the lines, and the bands as well */
    pmb_status status = begin(panel);
    if ((from_below || !pmb_window_goes_on(panel, &part)) && status == PMB_OK)
        status = open_window(panel, pmb_in_memory(panel, part));
    return pmb_ended(panel, status) == PMB_OK ? pmb_begin_walk(panel, &walk) : status;
}

/* The value of one register. Those of three colours keep the proportion of their usual values, of
 * which `largest` is the largest. */
static uint8_t level_of(const PMB_FLASH pmb_windowed *detail, uint8_t value, uint8_t color,
                        uint8_t largest)
{
    const uint16_t most = detail->contrast_most ? detail->contrast_most : 255;
    const uint32_t scaled = ((uint32_t)value * (most + 1u)) >> 8;
    if (value == 0)
        return detail->usual[color];
    return (uint8_t)(scaled * detail->usual[color] / largest);
}

static pmb_status contrast(pmb_panel *panel, uint8_t value)
{
    const PMB_FLASH pmb_windowed *detail = detail_of(panel);
    uint8_t levels[3] = {0, 0, 0}, largest = 1;
    for (uint8_t i = 0; i < detail->contrast_count; i++)
        if (detail->usual[i] > largest)
            largest = detail->usual[i];
    for (uint8_t i = 0; i < detail->contrast_count; i++)
        levels[i] = level_of(detail, value, i, largest);
    pmb_status status = begin(panel);
    if (!detail->contrast_each && status == PMB_OK)
        status = pmb_send_parameters(panel, detail->parameters_as_data, detail->contrast, levels,
                                     detail->contrast_count);
    for (uint8_t i = 0; detail->contrast_each && i < detail->contrast_count && status == PMB_OK;
         i++)
        status = set(panel, (uint8_t)(detail->contrast + i), levels[i], 0, 1);
    return pmb_ended(panel, status);
}

static pmb_status invert(pmb_panel *panel, bool inverted)
{
    pmb_status status = begin(panel);
    panel->inverted = inverted;
    if (status == PMB_OK)
        status = set_mode(panel);
    return pmb_ended(panel, status);
}

static pmb_status show(pmb_panel *panel, bool on)
{
    pmb_status status = begin(panel);
    if (status == PMB_OK)
        status = pmb_send_single(panel, (uint8_t)(SET_DISPLAY | on));
    return pmb_ended(panel, status);
}

const PMB_FLASH pmb_family pmb_family_windowed = {
    .plan = plan,
    .start = start,
    .write = write,
    .contrast = contrast,
    .invert = invert,
    .show = show,
    .turn = PMB_NO_TURN ? NULL : turn,
};
