/* index_registers.c - TFT controllers with index registers: docs/controllers/indexed.md. */
#include "pemble/driver.h"
#include "pemble/turn.h"

enum {
    ENTRY_MODE = 0x03,
    MODE_BGR = 0x1000,
    MODE_ROWS_UP = 0x20,
    MODE_COLUMNS_UP = 0x10,
    MODE_ROWS_FIRST = 0x08,
    DISPLAY = 0x07,
    POWER = 0x10,
    SLEEP = 0x01, /* of POWER */
    SET_COLUMN = 0x20,
    SET_ROW = 0x21,
    WRITE_MEMORY = 0x22,
    WAKE_WAIT_MS = 50
};

static const PMB_FLASH pmb_indexed *detail_of(const pmb_panel *panel)
{
    return (const PMB_FLASH pmb_indexed *)panel->config->controller->detail;
}

static pmb_status set(const pmb_panel *panel, uint8_t index, uint16_t value)
{
    const uint8_t bytes[] = {0, index, (uint8_t)(value >> 8), (uint8_t)value};
    return panel->config->bus.kind->send(panel, bytes, 2, bytes + 2, 2);
}

static pmb_status plan(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    pmb_leave_to_controller(panel, PMB_TURN_SWAP | PMB_TURN_RIGHT | PMB_TURN_BOTTOM);
    panel->format = &pmb_rgb565;
    pmb_plan_frame(panel, 1, 1);
    if (PMB_ONE_BIT)
        return PMB_ERR_UNSUPPORTED;
    if (config->contrast || config->bias || config->temperature || (uint8_t)config->com)
        return PMB_ERR_ARGUMENT;
    return PMB_OK;
}

static pmb_status turn(const pmb_panel *panel)
{
    uint16_t mode = 0;
    if (panel->config->bgr != detail_of(panel)->bgr)
        mode |= MODE_BGR;
    if (!(panel->remap & PMB_TURN_BOTTOM))
        mode |= MODE_ROWS_UP;
    if (!(panel->remap & PMB_TURN_RIGHT))
        mode |= MODE_COLUMNS_UP;
    if (panel->remap & PMB_TURN_SWAP)
        mode |= MODE_ROWS_FIRST;
    return set(panel, ENTRY_MODE, mode);
}

/* The window, and the address in the corner from which the entry mode runs into it. */
static pmb_status open_window(const pmb_panel *panel, pmb_rect area)
{
    const PMB_FLASH pmb_indexed *detail = detail_of(panel);
    pmb_panel as_turned = *panel;
    as_turned.turn = panel->remap;
    const pmb_rect glass = pmb_on_glass(&as_turned, area);
    const uint16_t left = (uint16_t)(glass.x + panel->offset.x);
    const uint16_t top = (uint16_t)(glass.y + panel->offset.y);
    const uint16_t right = (uint16_t)(left + glass.w - 1), bottom = (uint16_t)(top + glass.h - 1);
    const uint16_t values[] = {left, right, top, bottom};
    pmb_status status = PMB_OK;
    for (uint8_t i = 0; i < 4 && status == PMB_OK; i++)
        status = set(panel, detail->window[i], values[i]);
    if (status == PMB_OK)
        status = set(panel, SET_COLUMN, panel->remap & PMB_TURN_RIGHT ? right : left);
    if (status == PMB_OK)
        status = set(panel, SET_ROW, panel->remap & PMB_TURN_BOTTOM ? bottom : top);
    const uint8_t index[] = {0, WRITE_MEMORY};
    return status == PMB_OK ? pmb_send_command(panel, index, sizeof index) : status;
}

static pmb_status send_setup(const pmb_panel *panel)
{
    pmb_status status = PMB_OK;
    const PMB_FLASH pmb_register *setup = detail_of(panel)->setup;
    for (; (setup->index || setup->value) && status == PMB_OK; setup++)
        if (setup->index == PMB_REGISTER_PAUSE)
            pmb_wait_ms(panel, setup->value);
        else
            status = set(panel, setup->index, setup->value);
    return status;
}

static pmb_status start(pmb_panel *panel)
{
    panel->state = true; /* awake, when the setup has been sent */
    pmb_status status = send_setup(panel);
    if (status == PMB_OK)
        status = turn(panel);
    if (PMB_PLAIN_PANELS || status != PMB_OK)
        return status;
    status = open_window(panel, (pmb_rect){0, 0, panel->size.w, panel->size.h});
    return status == PMB_OK
               ? pmb_send_repeated(panel, 0, 2u * (uint32_t)panel->size.w * (uint32_t)panel->size.h)
               : status;
}

/* Until a function ends well, a word may have broken off. Four bytes 00h make the next one whole;
 * the 01h before them ends a row of zeros that has begun. */
static pmb_status begin(pmb_panel *panel)
{
    static const uint8_t synchronise[] = {1, 0, 0, 0, 0};
    pmb_status status = PMB_OK;
    if (panel->unsure)
        status = pmb_send_command(panel, synchronise, sizeof synchronise);
    panel->unsure = true;
    return status;
}

static pmb_status write(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *area)
{
    const pmb_walk walk = pmb_plan_walk(panel, held, *area);
    pmb_rect part = *area;
    pmb_status status = begin(panel);
    if (!pmb_window_goes_on(panel, &part) && status == PMB_OK)
        status = open_window(panel, part);
    return pmb_ended(panel, status) == PMB_OK ? pmb_begin_walk(panel, &walk) : status;
}

static pmb_status show(pmb_panel *panel, bool on)
{
    const PMB_FLASH pmb_indexed *detail = detail_of(panel);
    const bool was_on = panel->state;
    pmb_status status = begin(panel);
    if (!on && status == PMB_OK)
        status = set(panel, DISPLAY, 0);
    if (status == PMB_OK && was_on != on)
        status = set(panel, POWER, on ? detail->power : detail->power | SLEEP);
    if (on && !was_on)
        pmb_wait_ms(panel, WAKE_WAIT_MS);
    panel->state = on;
    if (status == PMB_OK && on)
        status = set(panel, DISPLAY, panel->inverted ? detail->inverse : detail->on);
    return pmb_ended(panel, status);
}

/* Some have a register for it, others a bit of the display control, which also switches on. */
static pmb_status invert(pmb_panel *panel, bool inverted)
{
    const PMB_FLASH pmb_indexed *detail = detail_of(panel);
    pmb_status status = begin(panel);
    panel->inverted = inverted;
    if (detail->inversion && status == PMB_OK)
        status = set(panel, detail->inversion, !inverted);
    else if (panel->state && status == PMB_OK)
        status = set(panel, DISPLAY, inverted ? detail->inverse : detail->on);
    return pmb_ended(panel, status);
}

const PMB_FLASH pmb_family pmb_family_indexed = {
    .plan = plan,
    .start = start,
    .write = write,
    .contrast = pmb_no_contrast,
    .invert = invert,
    .show = show,
    .turn = PMB_NO_TURN ? NULL : turn,
    .has_index_id = true,
};
