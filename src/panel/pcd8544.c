/* pcd8544.c - the PCD8544: docs/controllers/pcd8544.md. */
#include "pemble/driver.h"
#include "pemble/turn.h"
#include "pemble/controllers.h"
#include "panel/pages.h"

/* Instructions, PCD8544 data sheet, table 1. H chooses between the two sets. */
enum {
    FUNCTION = 0x20,
    POWER_DOWN = 0x04,
    EXTENDED = 0x01, /* H */
    DISPLAY_NORMAL = 0x0C,
    DISPLAY_INVERSE = 0x0D,
    SET_Y = 0x40,
    SET_X = 0x80,
    /* with H = 1 */
    SET_TEMPERATURE = 0x04,
    SET_BIAS = 0x10,
    SET_VOP = 0x80
};

static const PMB_FLASH pmb_pcd8544_usual *usual_of(const pmb_panel *panel)
{
    return (const PMB_FLASH pmb_pcd8544_usual *)panel->config->controller->detail;
}

/* A bias of 1/(n + 4) is set by BS = 7 - n (data sheet, table 4). */
static bool bias_is_possible(uint8_t bias)
{
    return bias == 0 || (bias >= 4 && bias <= 11);
}

static pmb_status plan(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    panel->format = pmb_page_format(panel);
    pmb_plan_frame(panel, 1, 8);
    if (!PMB_NO_CHECKS && (!bias_is_possible(config->bias) ||
                           config->temperature > PMB_TEMPERATURE(3) || (uint8_t)config->com))
        return PMB_ERR_ARGUMENT;
    return PMB_OK;
}

static pmb_status clear(const pmb_panel *panel)
{
    /* Memory is written column by column and page by page; 1 is light, as it is told to invert. */
    const uint8_t home[] = {SET_X, SET_Y};
    const pmb_size memory = panel->config->controller->memory;
    const pmb_status status = pmb_send_command(panel, home, sizeof home);
    return status == PMB_OK
               ? pmb_send_same(panel, 0xFF, (uint16_t)((uint16_t)memory.w * (uint16_t)memory.h / 8))
               : status;
}

static pmb_status start(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    const PMB_FLASH pmb_pcd8544_usual *usual = usual_of(panel);
    const uint8_t bias = config->bias ? (uint8_t)(11 - config->bias) : usual->bias;
    const uint8_t temperature =
        config->temperature ? (uint8_t)(config->temperature - 1) : usual->temperature;
    const uint8_t setup[] = {FUNCTION | POWER_DOWN | EXTENDED,
                             (uint8_t)(SET_TEMPERATURE | temperature), (uint8_t)(SET_BIAS | bias),
                             FUNCTION | POWER_DOWN};
    const pmb_status status = pmb_send_command(panel, setup, sizeof setup);
    return !PMB_PLAIN_PANELS && status == PMB_OK ? clear(panel) : status;
}

static pmb_status write(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *area)
{
    pmb_walk walk = pmb_plan_pages(panel, held, area);
    pmb_status status = PMB_OK;
    uint8_t address[] = {(uint8_t)(SET_X | walk.column), (uint8_t)(SET_Y | (uint8_t)walk.row / 8)};
    for (; walk.lines > 0 && status == PMB_OK; walk.lines--, walk.first += walk.line_step) {
        status = pmb_send_command(panel, address, sizeof address);
        if (status == PMB_OK)
            status = pmb_send_strided(panel, walk.first, walk.column_step, walk.bytes, 0);
        address[1]++;
    }
    return status;
}

/* Vop of 0 switches the pump off; more than 90 is more than 8.5 V, which is the limit. */
static uint8_t vop_of(uint8_t contrast)
{
    if (!PMB_NO_CHECKS && contrast < 2)
        return 1;
    if (!PMB_NO_CHECKS && contrast > 180)
        return 90;
    return contrast / 2;
}

static pmb_status contrast(pmb_panel *panel, uint8_t value)
{
    const uint8_t vop = value ? vop_of(value) : usual_of(panel)->vop;
    const uint8_t power = panel->state ? 0 : POWER_DOWN;
    const uint8_t command[] = {(uint8_t)(FUNCTION | power | EXTENDED), (uint8_t)(SET_VOP | vop),
                               (uint8_t)(FUNCTION | power)};
    return pmb_send_command(panel, command, sizeof command);
}

static pmb_status invert(pmb_panel *panel, bool inverted)
{
    /* A 1 is a dark pixel, so "normal" is the inverse of what a canvas has. */
    return pmb_send_single(panel, inverted ? DISPLAY_NORMAL : DISPLAY_INVERSE);
}

static pmb_status show(pmb_panel *panel, bool on)
{
    panel->state = on;
    return pmb_send_single(panel, on ? FUNCTION : FUNCTION | POWER_DOWN);
}

const PMB_FLASH pmb_family pmb_family_pcd8544 = {
    .plan = plan,
    .start = start,
    .write = write,
    .contrast = contrast,
    .invert = invert,
    .show = show,
    .light = true,
    .pages = true,
};

static const PMB_FLASH pmb_pcd8544_usual usual = {.vop = 0x40, .bias = 3, .temperature = 2};

static const PMB_FLASH pmb_glass glasses[] = {
    {{84, 48}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_pcd8544 = {
    .family = &pmb_family_pcd8544,
    .detail = &usual,
    .memory = {84, 48},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_SPI,
    .spi_cycle_ns = 250,
    .reset_low_us = 1, /* data sheet: at least 100 ns */
    .reset_wait_ms = 1,
};
