/* st7920.c - the ST7920: docs/controllers/st7920.md. */
#include "pemble/controllers.h"
#include "pemble/driver.h"
#include "pemble/turn.h"

enum {
    CLEAR = 0x01,
    ENTRY_UP = 0x06,
    DISPLAY = 0x08, /* + 4: on */
    BASIC = 0x30,
    BASIC_GRAPHICS = 0x32, /* while graphics stay */
    EXTENDED = 0x34,
    GRAPHICS = 0x36,
    ADDRESS = 0x80,
    WORD = 16, /* pixels */
    HALF = 32, /* rows of the upper half of the glass */
    BUSY_US = 80,
    CLEAR_MS = 2
};

/* The chip is busy after each byte. */
static pmb_status send_one(const pmb_panel *panel, bool data, uint8_t byte)
{
    const pmb_status status =
        data ? pmb_send_data(panel, &byte, 1) : pmb_send_command(panel, &byte, 1);
    panel->port->wait_us(panel->port->context, BUSY_US);
    return status;
}

/* Bits run along the rows of the glass, the highest at the left. */
static const PMB_FLASH pmb_format *format_of(const pmb_panel *panel)
{
    const bool right = panel->turn & PMB_TURN_RIGHT;
    if (panel->turn & PMB_TURN_SWAP)
        return right ? &pmb_mono_vertical : &pmb_mono_vertical_msb;
    return right ? &pmb_mono_horizontal_lsb : &pmb_mono_horizontal;
}

static pmb_status plan(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    panel->format = format_of(panel);
    pmb_plan_frame(panel, WORD, 1);
    if (config->contrast || config->bias || config->temperature || (uint8_t)config->com)
        return PMB_ERR_ARGUMENT; /* the chip has none of these */
    return PMB_OK;
}

/* Part of a row of the glass; NULL sends light. */
static pmb_status send_row(const pmb_panel *panel, uint16_t row, uint16_t column, uint16_t count,
                           const uint8_t *first, ptrdiff_t step)
{
    const uint8_t flip = panel->inverted ? 0x00 : 0xFF; /* 1 is dark */
    const bool lower = row >= HALF;
    const uint8_t word = (uint8_t)(column / WORD + (lower ? 8 : 0));
    pmb_status status = send_one(panel, false, (uint8_t)(ADDRESS | (lower ? row - HALF : row)));
    if (status == PMB_OK)
        status = send_one(panel, false, ADDRESS | word);
    for (uint16_t i = 0; i < count && status == PMB_OK; i++)
        status = send_one(panel, true, first ? first[i * step] ^ flip : 0x00);
    return status;
}

static pmb_status start(pmb_panel *panel)
{
    static const uint8_t setup[] = {BASIC, BASIC, DISPLAY, CLEAR};
    static const uint8_t graphics[] = {ENTRY_UP, EXTENDED, GRAPHICS};
    const pmb_size memory = panel->config->controller->memory;
    pmb_status status = PMB_OK;
    for (uint8_t i = 0; i < sizeof setup && status == PMB_OK; i++)
        status = send_one(panel, false, setup[i]);
    pmb_wait_ms(panel, CLEAR_MS);
    for (uint8_t i = 0; i < sizeof graphics && status == PMB_OK; i++)
        status = send_one(panel, false, graphics[i]);
    for (uint16_t row = 0; !PMB_PLAIN_PANELS && row < (uint16_t)memory.h && status == PMB_OK; row++)
        status = send_row(panel, row, 0, (uint16_t)memory.w / 8u, NULL, 0);
    return status;
}

/* Until a function ends well the chip may wait for the column of an address, or be left with the
 * basic commands. Choosing the extended ones again ends both. */
static pmb_status begin(pmb_panel *panel)
{
    const pmb_status status = panel->unsure ? send_one(panel, false, GRAPHICS) : PMB_OK;
    panel->unsure = true;
    return status;
}

static pmb_status write(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *where)
{
    pmb_walk walk = pmb_plan_walk(panel, held, *where);
    pmb_status status = begin(panel);
    for (; walk.lines > 0 && status == PMB_OK; walk.lines--, walk.first += walk.line_step)
        status = send_row(panel, walk.row++, walk.column, walk.bytes, walk.first, walk.column_step);
    return pmb_ended(panel, status);
}

static pmb_status invert(pmb_panel *panel, bool inverted)
{
    panel->inverted = inverted;
    return PMB_OK;
}

/* The display is one of the basic commands. */
static pmb_status show(pmb_panel *panel, bool on)
{
    const uint8_t commands[] = {BASIC_GRAPHICS, (uint8_t)(DISPLAY | (on ? 4 : 0)), GRAPHICS};
    pmb_status status = begin(panel);
    for (uint8_t i = 0; i < sizeof commands && status == PMB_OK; i++)
        status = send_one(panel, false, commands[i]);
    return pmb_ended(panel, status);
}

const PMB_FLASH pmb_family pmb_family_st7920 = {
    .plan = plan,
    .start = start,
    .write = write,
    .contrast = pmb_no_contrast,
    .invert = invert,
    .show = show,
    .light = true,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{128, 64}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_st7920 = {
    .family = &pmb_family_st7920,
    .memory = {128, 64},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_SPI_SYNC | PMB_HAS_PARALLEL_6800,
    .spi_cycle_ns = 600,
    .reset_low_us = 20, /* data sheet: at least 10 us */
    .reset_wait_ms = 50,
};
