/* dcs.c - TFT controllers with the MIPI Display Command Set. */
#include "pemble/driver.h"
#include "pemble/turn.h"
#include "canvas/word.h"

/* MIPI DCS 1.02, section 6. */
enum {
    SOFT_RESET = 0x01,
    ENTER_SLEEP = 0x10,
    EXIT_SLEEP = 0x11,
    NORMAL_MODE = 0x13,
    INVERT_OFF = 0x20, /* + 1: on */
    DISPLAY_OFF = 0x28,
    DISPLAY_ON = 0x29,
    SET_COLUMNS = 0x2A,
    SET_PAGES = 0x2B,
    WRITE_MEMORY = 0x2C,
    ADDRESS_MODE = 0x36,
    PIXEL_FORMAT = 0x3A,
    PIXELS_16 = 0x55,
    PIXELS_18 = 0x66,
    MODE_BOTTOM = 0x80, /* of the address mode */
    MODE_RIGHT = 0x40,
    MODE_SWAP = 0x20,
    MODE_BGR = 0x08,
    SLEEP_WAIT_MS = 120, /* between sleep in and out */
    RESET_WAIT_MS = 120  /* after a reset, when it was not asleep */
};

enum { ASLEEP, AWAKE };

static const PMB_FLASH pmb_dcs *detail_of(const pmb_panel *panel)
{
    return (const PMB_FLASH pmb_dcs *)panel->config->controller->detail;
}

/* The glass of the configured size, and if there are several, the one at the configured offset. */
static const PMB_FLASH pmb_dcs_glass *glass_of(const pmb_panel *panel)
{
    const PMB_FLASH pmb_controller *controller = panel->config->controller;
    const PMB_FLASH pmb_offset *offset = &panel->config->offset;
    const PMB_FLASH pmb_glass *glass = pmb_known_glass(panel->config);
    for (uint8_t i = 0; i < controller->glass_count && offset->given; i++) {
        const PMB_FLASH pmb_glass *other = &controller->glasses[i];
        if (other->size.w == panel->config->size.w && other->size.h == panel->config->size.h &&
            other->offset.x == offset->x && other->offset.y == offset->y)
            glass = other;
    }
    return glass ? (const PMB_FLASH pmb_dcs_glass *)glass->extra : PMB_NO_TABLE;
}

static bool is_bgr(const pmb_panel *panel)
{
    const PMB_FLASH pmb_dcs_glass *glass = glass_of(panel);
    return panel->config->bgr != (glass ? glass->bgr : detail_of(panel)->bgr);
}

static bool is_inverted(const pmb_panel *panel)
{
    const PMB_FLASH pmb_dcs_glass *glass = glass_of(panel);
    return glass ? glass->inverted : detail_of(panel)->inverted;
}

/* Mirrored, the memory counts from its other end, and the strap says where that is. */
static void mirror_offset(pmb_panel *panel)
{
    const PMB_FLASH pmb_dcs_glass *glass = glass_of(panel);
    const pmb_size most = panel->config->controller->memory;
    pmb_mirror_offset(panel, PMB_TURN_RIGHT | PMB_TURN_BOTTOM);
    if (glass && glass->memory.w && panel->remap & PMB_TURN_RIGHT)
        panel->offset.x = (int16_t)(panel->offset.x - (most.w - glass->memory.w));
    if (glass && glass->memory.h && panel->remap & PMB_TURN_BOTTOM)
        panel->offset.y = (int16_t)(panel->offset.y - (most.h - glass->memory.h));
}

static pmb_status set(const pmb_panel *panel, uint8_t byte, uint8_t parameter)
{
    return pmb_send_parameters(panel, true, byte, &parameter, 1);
}

/* The parallel interfaces of the wide ones take 16 bits as all others do. */
static bool is_wide(const pmb_panel *panel)
{
    return detail_of(panel)->wide_on_spi &&
           !(panel->config->bus.kind->flags & (PMB_HAS_PARALLEL_8080 | PMB_HAS_SPI16));
}

static pmb_status plan(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    pmb_leave_to_controller(panel, PMB_TURN_SWAP | PMB_TURN_RIGHT | PMB_TURN_BOTTOM);
    mirror_offset(panel);
    panel->format = config->format ? config->format : &pmb_rgb565;
    pmb_plan_frame(panel, 1, 1);
    if (panel->format->planes != 1 || panel->format->rows_per_line != 1 ||
        (PMB_ONE_BIT && !panel->format->one_bit) ||
        (PMB_PLAIN_PANELS && panel->format != &pmb_rgb565))
        return PMB_ERR_UNSUPPORTED;
    /* The screen, widened to whole bytes of its own memory; what is too much is not sent. */
    panel->column_unit = panel->format->columns_per_byte;
    panel->frame.w = (int16_t)((panel->frame.w + panel->column_unit - 1) / panel->column_unit *
                               panel->column_unit);
    if (config->contrast || config->bias || config->temperature || (uint8_t)config->com)
        return PMB_ERR_ARGUMENT;
    return PMB_OK;
}

static pmb_status set_mode(const pmb_panel *panel)
{
    const uint8_t turned = panel->remap ^ detail_of(panel)->mount;
    uint8_t mode = 0;
    if (turned & PMB_TURN_BOTTOM)
        mode |= MODE_BOTTOM;
    if (turned & PMB_TURN_RIGHT)
        mode |= MODE_RIGHT;
    if (turned & PMB_TURN_SWAP)
        mode |= MODE_SWAP;
    if (is_bgr(panel))
        mode |= MODE_BGR;
    return set(panel, ADDRESS_MODE, mode);
}

static pmb_status set_range(const pmb_panel *panel, uint8_t which, int16_t first, int16_t count)
{
    const int16_t last = (int16_t)(first + count - 1);
    const uint8_t range[] = {(uint8_t)(first >> 8), (uint8_t)first, (uint8_t)(last >> 8),
                             (uint8_t)last};
    return pmb_send_parameters(panel, true, which, range, sizeof range);
}

/* The address mode exchanges columns and pages, so the window is in columns and rows of the screen,
 * moved by the offset. */
static pmb_status open_window(const pmb_panel *panel, pmb_rect area)
{
    const bool swap = panel->remap & PMB_TURN_SWAP;
    const pmb_point o = panel->offset;
    pmb_status status =
        set_range(panel, SET_COLUMNS, (int16_t)(area.x + (swap ? o.y : o.x)), area.w);
    if (status == PMB_OK)
        status = set_range(panel, SET_PAGES, (int16_t)(area.y + (swap ? o.x : o.y)), area.h);
    return status == PMB_OK ? pmb_send_single(panel, WRITE_MEMORY) : status;
}

static pmb_status clear(const pmb_panel *panel)
{
    const pmb_size size = panel->size;
    const pmb_status status = open_window(panel, (pmb_rect){0, 0, size.w, size.h});
    const uint32_t bytes = (uint32_t)size.w * (uint32_t)size.h * (is_wide(panel) ? 3 : 2);
    return status == PMB_OK ? pmb_send_repeated(panel, 0, bytes) : status;
}

/* Without a reset pin the controller may be in any state, awake and with a picture. */
static pmb_status reset_by_command(const pmb_panel *panel)
{
    pmb_status status = pmb_send_single(panel, SOFT_RESET);
    pmb_wait_ms(panel, RESET_WAIT_MS);
    if (status == PMB_OK)
        status = pmb_send_single(panel, DISPLAY_OFF);
    return status == PMB_OK ? pmb_send_single(panel, NORMAL_MODE) : status;
}

static pmb_status send_setup(const pmb_panel *panel, const PMB_FLASH uint8_t *setup)
{
    return setup ? pmb_send_setup(panel, true, setup) : PMB_OK;
}

static pmb_status start(pmb_panel *panel)
{
    const PMB_FLASH pmb_dcs_glass *glass = glass_of(panel);
    pmb_status status = panel->config->reset == PMB_PIN_NONE ? reset_by_command(panel) : PMB_OK;
    panel->state = ASLEEP;
    if (status == PMB_OK)
        status = send_setup(panel, detail_of(panel)->setup);
    if (status == PMB_OK && glass)
        status = send_setup(panel, glass->setup);
    if (status == PMB_OK)
        status = pmb_send_single(panel, EXIT_SLEEP);
    pmb_wait_ms(panel, SLEEP_WAIT_MS);
    if (status == PMB_OK)
        status = set(panel, PIXEL_FORMAT, is_wide(panel) ? PIXELS_18 : PIXELS_16);
    if (status == PMB_OK)
        status = set_mode(panel);
    if (!PMB_PLAIN_PANELS && status == PMB_OK)
        status = clear(panel);
    if (status == PMB_OK)
        panel->state = AWAKE;
    return status;
}

/* Six bits a component in the upper bits of a byte each; the five of red and blue are widened as
 * pmb_color_red does it. */
static pmb_status send_wide(const pmb_panel *panel, const uint8_t *pixels, uint16_t count)
{
    enum { CHUNK = PMB_WINDOWS ? 160 : 48 };
    const uint8_t *const start = pixels;
    uint8_t chunk[3 * CHUNK], red = 0, green = 0, blue = 0, high = 0, low = 0;
    pmb_status status = PMB_OK;
    while (count > 0 && status == PMB_OK) {
        const uint8_t part = (uint8_t)(count < CHUNK ? count : CHUNK);
        uint8_t *to = chunk, *end = to + 3 * part;
        /* What is as the chunk before need not be made again. */
        if (pixels != start && pmb_same_bytes(pixels, pixels - 2 * CHUNK, 2u * part) == 2u * part) {
            pixels += 2 * part;
            end = to;
        }
        for (; to < end; pixels += 2) {
            if (pixels[0] != high || pixels[1] != low) { /* neighbours are often alike */
                high = pixels[0];
                low = pixels[1];
                red = (uint8_t)((high & 0xF8) | (high >> 5 & 4));
                green = (uint8_t)(high << 5 | (low >> 3 & 0x1C));
                blue = (uint8_t)(low << 3 | (low >> 2 & 4));
            }
            *to++ = red;
            *to++ = green;
            *to++ = blue;
        }
        status = pmb_send_data(panel, chunk, 3u * part);
        count = (uint16_t)(count - part);
    }
    return status;
}

/* A row in another format, as the colours that its pixels show. */
static pmb_status send_row(const pmb_panel *panel, const pmb_canvas *held, int16_t x, int16_t y,
                           int16_t count)
{
    enum { CHUNK = PMB_WINDOWS ? 64 : 16 };
    uint8_t chunk[2 * CHUNK];
    pmb_status status = PMB_OK;
    while (count > 0 && status == PMB_OK) {
        const int16_t part = count < CHUNK ? count : CHUNK;
        for (int16_t i = 0; i < part; i++, x++) {
            const pmb_color seen = held->format->peek(held, x, y);
            const uint16_t color = PMB_ONE_BIT && seen ? 0xFFFF : seen;
            chunk[2 * i] = (uint8_t)(color >> 8);
            chunk[2 * i + 1] = (uint8_t)color;
        }
        status = is_wide(panel) ? send_wide(panel, chunk, (uint16_t)part)
                                : pmb_send_data(panel, chunk, 2u * (uint16_t)part);
        count = (int16_t)(count - part);
    }
    return status;
}

static pmb_status write_other(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *area)
{
    pmb_status status = PMB_OK;
    for (int16_t row = 0; row < area->h && status == PMB_OK; row++)
        status = send_row(panel, held, (int16_t)(area->x - held->bounds.x),
                          (int16_t)(area->y - held->bounds.y + row), area->w);
    return status;
}

static pmb_status write_wide(pmb_panel *panel, const pmb_walk *walk)
{
    const uint8_t *line = walk->first;
    pmb_status status = PMB_OK;
    for (uint16_t i = 0; i < walk->lines && status == PMB_OK; i++, line += walk->line_step)
        status = send_wide(panel, line, walk->bytes / 2);
    return status;
}

/* The frame may be wider than the screen, where pixels share bytes: what is too much is not sent.
 */
static pmb_status write(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *where)
{
    const pmb_rect area = pmb_rect_common(*where, (pmb_rect){0, 0, panel->size.w, panel->size.h});
    pmb_rect part = area;
    pmb_status status = PMB_OK;
    if (!pmb_window_goes_on(panel, &part))
        status = open_window(panel, part);
    if (status != PMB_OK)
        return status;
    if (held->format != &pmb_rgb565)
        return write_other(panel, held, &area);
    const pmb_walk walk = pmb_plan_walk(panel, held, area);
    return is_wide(panel) ? write_wide(panel, &walk) : pmb_begin_walk(panel, &walk);
}

static pmb_status invert(pmb_panel *panel, bool inverted)
{
    return pmb_send_single(panel, (uint8_t)(INVERT_OFF | (inverted != is_inverted(panel))));
}

static pmb_status show(pmb_panel *panel, bool on)
{
    if (!on) {
        pmb_status status = pmb_send_single(panel, DISPLAY_OFF);
        if (status == PMB_OK)
            status = pmb_send_single(panel, ENTER_SLEEP);
        /* It may be woken no sooner than this, so that waking need not wait for it. */
        pmb_wait_ms(panel, SLEEP_WAIT_MS);
        panel->state = ASLEEP;
        return status;
    }
    pmb_status status = PMB_OK;
    if (panel->state == ASLEEP) {
        status = pmb_send_single(panel, EXIT_SLEEP);
        pmb_wait_ms(panel, SLEEP_WAIT_MS);
        panel->state = AWAKE;
    }
    return status == PMB_OK ? pmb_send_single(panel, DISPLAY_ON) : status;
}

const PMB_FLASH pmb_family pmb_family_dcs = {
    .plan = plan,
    .start = start,
    .write = write,
    .contrast = pmb_no_contrast,
    .invert = invert,
    .show = show,
    .turn = PMB_NO_TURN ? NULL : set_mode,
    .has_id = true,
};
