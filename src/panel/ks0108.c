/* ks0108.c - glasses with two or three KS0108: docs/controllers/ks0108.md. */
#include "pemble/driver.h"
#include "pemble/turn.h"
#include "pemble/controllers.h"
#include "panel/pages.h"

enum {
    CHIP_COLUMNS = 64,
    DISPLAY = 0x3E, /* + 1: on */
    SET_Y = 0x40,   /* the column, in the data sheet's words */
    SET_X = 0xB8,   /* the page */
    START_LINE = 0xC0,
    STATUS_BUSY = 0x80,
    BUSY_US = 20, /* three clocks of the slowest divider in use, 250 kHz, and some */
    MOST_POLLS = 200
};

enum { NO_CHIP = 3 };

static uint8_t chips_of(const pmb_panel *panel)
{
    return (uint8_t)((uint16_t)panel->config->controller->memory.w / CHIP_COLUMNS);
}

static void choose(const pmb_panel *panel, uint8_t chip)
{
    const bool rests_high = panel->config->controller->buses & PMB_SELECT_RESTS_HIGH;
    /* Three chips: their number, in two bits. Two: a pin each. */
    const bool numbered = chips_of(panel) > 2;
    const bool first = numbered ? chip & 1 : (chip == 0) != rests_high;
    const bool second = numbered ? chip & 2 : (chip == 1) != rests_high;
    pmb_pin_set(panel->port, panel->config->bus.select, first);
    pmb_pin_set(panel->port, panel->config->bus.second_select, second);
}

/* Until the chosen chip takes the next byte: by its busy flag, or by waiting when R/W is not wired
 * or the port cannot read. */
static pmb_status wait_ready(const pmb_panel *panel)
{
    const pmb_port *port = panel->port;
    for (uint8_t i = 0; i < MOST_POLLS; i++) {
        uint8_t status;
        if (pmb_panel_read(panel, 0, &status, 1) != PMB_OK) {
            port->wait_us(port->context, BUSY_US);
            return PMB_OK;
        }
        if (!(status & STATUS_BUSY))
            return PMB_OK;
        port->wait_us(port->context, 1);
    }
    return PMB_ERR_TIMEOUT;
}

static pmb_status send_one(const pmb_panel *panel, bool data, uint8_t byte)
{
    const pmb_status status = wait_ready(panel);
    if (status != PMB_OK)
        return status;
    return data ? pmb_send_data(panel, &byte, 1) : pmb_send_command(panel, &byte, 1);
}

/* A command to each chip, one after the other, as each has a busy flag of its own. */
static pmb_status command_all(const pmb_panel *panel, uint8_t command)
{
    pmb_status status = PMB_OK;
    for (uint8_t chip = 0; chip < chips_of(panel) && status == PMB_OK; chip++) {
        choose(panel, chip);
        status = send_one(panel, false, command);
    }
    choose(panel, NO_CHIP);
    return status;
}

static pmb_status plan(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    panel->format = pmb_page_format(panel);
    pmb_plan_frame(panel, 1, 8);
    if (config->contrast || config->bias || config->temperature || (uint8_t)config->com)
        return PMB_ERR_ARGUMENT; /* the chips have none of these */
    if (config->bus.select == PMB_PIN_NONE || config->bus.second_select == PMB_PIN_NONE)
        return PMB_ERR_ARGUMENT;
    return PMB_OK;
}

/* Part of one page: `count` bytes from `column` on, from *first in steps; NULL sends light. */
static pmb_status send_page(const pmb_panel *panel, uint8_t page, uint16_t column, uint16_t count,
                            const uint8_t *first, ptrdiff_t step)
{
    /* A 1 is a dark pixel. */
    const uint8_t flip = panel->inverted ? 0x00 : 0xFF;
    pmb_status status = PMB_OK;
    for (uint16_t i = 0; i < count && status == PMB_OK; i++) {
        const uint16_t at = (uint16_t)(column + i);
        if (i == 0 || at % CHIP_COLUMNS == 0) {
            choose(panel, (uint8_t)(at / CHIP_COLUMNS));
            status = send_one(panel, false, (uint8_t)(SET_X | page));
            if (status == PMB_OK)
                status = send_one(panel, false, (uint8_t)(SET_Y | at % CHIP_COLUMNS));
        }
        if (status == PMB_OK)
            status = send_one(panel, true, first ? first[i * step] ^ flip : 0x00);
    }
    choose(panel, NO_CHIP);
    return status;
}

static pmb_status start(pmb_panel *panel)
{
    const pmb_size memory = panel->config->controller->memory;
    pmb_status status = command_all(panel, DISPLAY);
    if (status == PMB_OK)
        status = command_all(panel, START_LINE);
    for (uint8_t page = 0; !PMB_PLAIN_PANELS && page < memory.h / 8 && status == PMB_OK; page++)
        status = send_page(panel, page, 0, (uint16_t)memory.w, NULL, 0);
    return status;
}

static pmb_status write(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *area)
{
    pmb_walk walk = pmb_plan_pages(panel, held, area);
    pmb_status status = PMB_OK;
    for (uint16_t line = 0; line < walk.lines && status == PMB_OK; line++) {
        status = send_page(panel, (uint8_t)(walk.row / 8 + line), walk.column, walk.bytes,
                           walk.first, walk.column_step);
        walk.first += walk.line_step;
    }
    return status;
}

static pmb_status invert(pmb_panel *panel, bool inverted)
{
    panel->inverted = inverted;
    return PMB_OK;
}

static pmb_status show(pmb_panel *panel, bool on)
{
    return command_all(panel, (uint8_t)(DISPLAY | on));
}

const PMB_FLASH pmb_family pmb_family_ks0108 = {
    .plan = plan,
    .start = start,
    .write = write,
    .contrast = pmb_no_contrast,
    .invert = invert,
    .show = show,
    .light = true,
    .pages = true,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{128, 64}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{192, 64}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

#define CONTROLLER(columns, glass, rests)                                                          \
    {                                                                                              \
        .family = &pmb_family_ks0108, .memory = {columns, 64}, .glasses = glass, .glass_count = 1, \
        .buses = PMB_HAS_PARALLEL_6800 | (rests), .reset_low_us = 2, /* data sheet: 1 us */        \
            .reset_wait_ms = 1,                                                                    \
    }

const PMB_FLASH pmb_controller pmb_ks0108 = CONTROLLER(128, &glasses[0], 0);
const PMB_FLASH pmb_controller pmb_ks0108_low = CONTROLLER(128, &glasses[0], PMB_SELECT_RESTS_HIGH);
const PMB_FLASH pmb_controller pmb_ks0108_192 = CONTROLLER(192, &glasses[1], PMB_SELECT_RESTS_HIGH);
