/* paged.c - one-bit controllers with pages of eight rows: SSD1306, ST7565 and their kin. */
#include "panel/paged.h"
#include "panel/pages.h"

const PMB_FLASH pmb_paged *pmb_paged_of(const pmb_panel *panel)
{
    return (const PMB_FLASH pmb_paged *)panel->config->controller->detail;
}

void pmb_paged_plan(pmb_panel *panel)
{
    pmb_leave_to_controller(panel, PMB_TURN_RIGHT | PMB_TURN_BOTTOM);
    /* Segment remap counts all columns of the memory from the other end; the COM scan direction
     * only exchanges the rows that are scanned, so rows keep their offset. */
    pmb_mirror_offset(panel, PMB_TURN_RIGHT);
    panel->format = pmb_page_format(panel);
    pmb_plan_frame(panel, 1, 8);
}

enum { SET_ADDRESSING = 0x20, ACROSS = 0, BY_PAGES = 2 };
enum { SET_COLUMNS = 0x21, SET_PAGES = 0x22, NOTHING = 0xE3 };

/* panel->state: what the addressing is set to. After an error it is not known. */
enum { PAGES = 0, WINDOW, NOT_KNOWN };

/* Sends an address of up to six bytes, and before it, where that is needed, the addressing. After
 * an error a command that was cut off may still take two parameters. */
static pmb_status send_address(pmb_panel *panel, uint8_t mode, const uint8_t *address,
                               uint8_t count)
{
    uint8_t bytes[4 + 6] = {NOTHING, NOTHING, SET_ADDRESSING, mode == PAGES ? BY_PAGES : ACROSS};
    const uint8_t first = panel->state == mode ? 4 : panel->state == NOT_KNOWN ? 0 : 2;
    for (uint8_t i = 0; i < count; i++)
        bytes[4 + i] = address[i];
    panel->state = NOT_KNOWN;
    const pmb_status status = pmb_send_command(panel, bytes + first, (size_t)(4 + count - first));
    if (status == PMB_OK)
        panel->state = mode;
    return status;
}

static pmb_status set_address(pmb_panel *panel, uint8_t page, uint8_t column)
{
    const uint8_t address[] = {(uint8_t)(PAGED_PAGE | page),
                               (uint8_t)(PAGED_COLUMN_HIGH | column >> 4),
                               (uint8_t)(PAGED_COLUMN_LOW | (column & 0x0F))};
    if (!PMB_WINDOWS || !pmb_paged_of(panel)->has_window)
        return pmb_send_command(panel, address, sizeof address);
    return send_address(panel, PAGES, address, sizeof address);
}

static pmb_status clear(pmb_panel *panel, uint8_t rest)
{
    const pmb_size memory = panel->config->controller->memory;
    const uint8_t pages = (uint8_t)((uint16_t)memory.h / 8);
    pmb_status status = PMB_OK;
    for (uint8_t page = 0; page < pages && status == PMB_OK; page++) {
        status = set_address(panel, page, 0);
        if (status == PMB_OK)
            status = pmb_send_same(panel, rest, (uint16_t)memory.w);
    }
    return status;
}

void pmb_paged_directions(const pmb_panel *panel, uint8_t *commands, uint8_t start_line)
{
    const uint8_t turned = panel->remap ^ pmb_paged_of(panel)->mount;
    commands[0] = (uint8_t)(PAGED_SEGMENT_REMAP | (turned & PMB_TURN_RIGHT ? 1 : 0));
    commands[1] = (uint8_t)(PAGED_COM_SCAN | (turned & PMB_TURN_BOTTOM ? 8 : 0));
    commands[2] = (uint8_t)(PAGED_START_LINE | start_line);
}

pmb_status pmb_paged_start(pmb_panel *panel, const uint8_t *more, uint8_t count, uint8_t rest)
{
    const PMB_FLASH pmb_glass *glass = pmb_known_glass(panel->config);
    const PMB_FLASH pmb_paged *paged = pmb_paged_of(panel);
    pmb_status status = pmb_send_list(panel, paged->setup);
    if (status == PMB_OK)
        status = pmb_send_command(panel, more, count);
    if (status == PMB_OK && glass && glass->extra)
        status = pmb_send_list(panel, (const PMB_FLASH uint8_t *)glass->extra);
    return !PMB_PLAIN_PANELS && status == PMB_OK ? clear(panel, rest) : status;
}

/* Several pages in a window. */
static pmb_status write_window(pmb_panel *panel, const pmb_rect *area, const pmb_walk *walk)
{
    pmb_rect part = *area;
    pmb_status status = PMB_OK;
    if (!pmb_window_goes_on(panel, &part)) {
        const pmb_rect r = pmb_in_memory(panel, part);
        const uint8_t window[] = {SET_COLUMNS, (uint8_t)r.x,       (uint8_t)(r.x + r.w - 1),
                                  SET_PAGES,   (uint8_t)(r.y / 8), (uint8_t)((r.y + r.h) / 8 - 1)};
        status = send_address(panel, WINDOW, window, sizeof window);
    }
    return status == PMB_OK ? pmb_begin_walk(panel, walk) : status;
}

/* Whether a window takes fewer bytes than addresses of the pages: for three pages, or where it goes
 * on from band to band. */
static bool is_for_window(const pmb_panel *panel, const pmb_walk *walk)
{
    return PMB_WINDOWS && pmb_paged_of(panel)->has_window &&
           (walk->lines > 2 || walk->bytes == (uint16_t)panel->config->size.w);
}

pmb_status pmb_paged_write(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *area)
{
    pmb_walk walk = pmb_plan_pages(panel, held, area);
    pmb_status status = PMB_OK;
    uint8_t page = (uint8_t)walk.row / 8; /* there are fewer than 256 rows */
    if (is_for_window(panel, &walk))
        return write_window(panel, area, &walk);
    for (; walk.lines > 0 && status == PMB_OK; walk.lines--, walk.first += walk.line_step) {
        status = set_address(panel, page++, (uint8_t)walk.column);
        if (status == PMB_OK)
            status = pmb_send_strided(panel, walk.first, walk.column_step, walk.bytes, 0);
    }
    return status;
}

pmb_status pmb_paged_contrast(pmb_panel *panel, uint8_t value)
{
    const PMB_FLASH pmb_paged *paged = pmb_paged_of(panel);
    /* A shift, as small processors divide in many steps: 255 gives the most. */
    const uint8_t scaled = (uint8_t)(((uint16_t)value * (paged->contrast_most + 1u)) >> 8);
    const uint8_t command[] = {PAGED_CONTRAST, value ? scaled : paged->contrast};
    return pmb_send_command(panel, command, sizeof command);
}
