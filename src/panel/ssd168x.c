/* ssd168x.c - e-paper controllers SSD1680 and SSD1681: docs/controllers/ssd1680.md. */
#include "panel/paper.h"
#include "pemble/controllers.h"

enum {
    DRIVER_OUTPUT = 0x01,
    DEEP_SLEEP = 0x10,
    DATA_ENTRY = 0x11,
    X_UP = 0x01, /* of the data entry */
    Y_UP = 0x02,
    Y_FIRST = 0x04,
    SOFT_RESET = 0x12,
    TEMPERATURE_SENSOR = 0x18,
    WRITE_TEMPERATURE = 0x1A,
    ACTIVATE = 0x20,
    UPDATE_CONTROL_1 = 0x21,
    UPDATE_CONTROL_2 = 0x22,
    WRITE_BLACK = 0x24,
    WRITE_RED = 0x26,
    BORDER = 0x3C,
    X_RANGE = 0x44,
    Y_RANGE = 0x45,
    X_COUNTER = 0x4E,
    Y_COUNTER = 0x4F,
    RED_IS_ZERO = 0x40, /* of update control 1: the second memory does not count */
    UPDATE_FULL = 0xF7, /* of update control 2: voltages on, waveform 1, voltages off */
    UPDATE_LOAD = 0x91, /* load the waveform for the temperature register */
    UPDATE_FAST = 0xC7, /* with the waveform that is loaded */
    UPDATE_PARTIAL = 0xFF,
    BORDER_FOLLOWS = 0x05,
    BORDER_FLOATS = 0x80,
    BUSY_LATE_MS = 1,
    LOAD_MS = 50
};

static pmb_status set(const pmb_panel *panel, uint8_t command, const uint8_t *values, size_t count)
{
    return pmb_send_parameters(panel, true, command, values, count);
}

static pmb_status set_one(const pmb_panel *panel, uint8_t command, uint8_t value)
{
    return set(panel, command, &value, 1);
}

static bool has_inks(const pmb_panel *panel)
{
    return pmb_paper_of(panel)->inks;
}

/* The counters run as the bytes of the canvas lie: turned paper is sent in one go. */
static pmb_status turn(const pmb_panel *panel)
{
    uint8_t mode = 0;
    if (panel->turn & PMB_TURN_SWAP)
        mode |= Y_FIRST;
    if (!(panel->turn & PMB_TURN_RIGHT))
        mode |= X_UP;
    if (!(panel->turn & PMB_TURN_BOTTOM))
        mode |= Y_UP;
    return set_one(panel, DATA_ENTRY, mode);
}

/* Opens the window at a part of the memory and puts the counters at its beginning: the ends from
 * which they run. */
static pmb_status open_window(const pmb_panel *panel, pmb_rect r)
{
    const bool right = panel->turn & PMB_TURN_RIGHT, bottom = panel->turn & PMB_TURN_BOTTOM;
    const uint8_t left = (uint8_t)(r.x / 8), last = (uint8_t)((r.x + r.w) / 8 - 1);
    const int16_t lowest = (int16_t)(r.y + r.h - 1);
    const int16_t from = bottom ? lowest : r.y, to = bottom ? r.y : lowest;
    const uint8_t x[] = {right ? last : left, right ? left : last};
    const uint8_t y[] = {(uint8_t)from, (uint8_t)(from >> 8), (uint8_t)to, (uint8_t)(to >> 8)};
    pmb_status status = set(panel, X_RANGE, x, 2);
    if (status == PMB_OK)
        status = set(panel, Y_RANGE, y, 4);
    if (status == PMB_OK)
        status = set_one(panel, X_COUNTER, x[0]);
    return status == PMB_OK ? set(panel, Y_COUNTER, y, 2) : status;
}

static pmb_status fill_memory(const pmb_panel *panel, uint8_t which, uint8_t byte)
{
    const pmb_size memory = panel->config->controller->memory;
    pmb_status status = open_window(panel, (pmb_rect){0, 0, memory.w, memory.h});
    if (status == PMB_OK)
        status = pmb_send_command(panel, &which, 1);
    if (status == PMB_OK)
        status = pmb_send_repeated(panel, byte, (uint32_t)(memory.w / 8) * (uint32_t)memory.h);
    return status;
}

/* Everything but the memory. */
static pmb_status set_up(pmb_panel *panel)
{
    /* No more than the glass has: those behind it hang in the air. */
    const int16_t gates = (int16_t)(panel->config->size.h + panel->offset.y);
    const uint8_t output[] = {(uint8_t)(gates - 1), (uint8_t)((gates - 1) >> 8), 0};
    const uint8_t soft_reset = SOFT_RESET;
    panel->state = 0;
    pmb_status status = pmb_paper_ready(panel);
    if (status == PMB_OK)
        status = pmb_send_command(panel, &soft_reset, 1);
    pmb_wait_ms(panel, 10);
    if (status == PMB_OK)
        status = pmb_paper_ready(panel);
    if (status == PMB_OK)
        status = set(panel, DRIVER_OUTPUT, output, sizeof output);
    if (status == PMB_OK)
        status = turn(panel);
    if (status == PMB_OK)
        status = set_one(panel, BORDER, BORDER_FOLLOWS);
    return status == PMB_OK ? set_one(panel, TEMPERATURE_SENSOR, 0x80) : status;
}

static pmb_status start(pmb_panel *panel)
{
    pmb_status status = set_up(panel);
    if (status == PMB_OK)
        status = fill_memory(panel, WRITE_BLACK, 0xFF);
    return status == PMB_OK ? fill_memory(panel, WRITE_RED, has_inks(panel) ? 0x00 : 0xFF) : status;
}

static pmb_status write_plane(pmb_panel *panel, const pmb_canvas *held, pmb_rect area,
                              uint8_t which, uint8_t plane, uint8_t flip)
{
    pmb_status status = open_window(panel, pmb_in_memory(panel, area));
    if (status == PMB_OK)
        status = pmb_send_command(panel, &which, 1);
    if (status != PMB_OK)
        return status;
    const uint8_t turned = panel->turn;
    panel->turn = 0; /* the counters do the rest */
    status = pmb_paper_send(panel, held, area, plane, flip);
    panel->turn = turned;
    return status;
}

static pmb_status write(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *where)
{
    const pmb_rect area = *where;
    const uint8_t flip = panel->inverted ? 0xFF : 0x00;
    pmb_status status = pmb_paper_ready(panel);
    if (has_inks(panel)) {
        if (status == PMB_OK)
            status = write_plane(panel, held, area, WRITE_BLACK, 0, flip);
        return status == PMB_OK ? write_plane(panel, held, area, WRITE_RED, 1, 0) : status;
    }
    /* Some panels exchange both memories after a partial refresh, so what is shown goes to both. */
    if (status == PMB_OK)
        status = write_plane(panel, held, area, WRITE_BLACK, 0, flip);
    if (status == PMB_OK && panel->planes & PMB_PLANE_SHOWN)
        status = write_plane(panel, held, area, WRITE_RED, 0, flip);
    return status;
}

static pmb_status activate(const pmb_panel *panel, uint8_t what)
{
    const uint8_t command = ACTIVATE;
    pmb_status status = set_one(panel, UPDATE_CONTROL_2, what);
    if (status == PMB_OK)
        status = pmb_send_command(panel, &command, 1);
    pmb_paper_begun(panel, BUSY_LATE_MS);
    return status;
}

/* The waveform for a high temperature is a short one: it is loaded whatever the temperature is. */
static pmb_status load_fast_waveform(pmb_panel *panel)
{
    const uint8_t hot[] = {0x64, 0x00}; /* 100 degrees Celsius */
    pmb_status status = set(panel, WRITE_TEMPERATURE, hot, sizeof hot);
    if (status == PMB_OK)
        status = activate(panel, UPDATE_LOAD);
    pmb_paper_begun(panel, LOAD_MS);
    return status == PMB_OK ? pmb_paper_ready(panel) : status;
}

static pmb_status refresh(pmb_panel *panel, pmb_refresh kind)
{
    if (!pmb_paper_can(panel, kind))
        return PMB_ERR_UNSUPPORTED;
    const bool partial = kind == PMB_REFRESH_PARTIAL;
    const uint8_t control[] = {has_inks(panel) || partial ? 0x00 : RED_IS_ZERO,
                               pmb_paper_of(panel)->variant};
    static const PMB_FLASH uint8_t updates[] = {UPDATE_FULL, UPDATE_FAST, UPDATE_PARTIAL};
    pmb_status status = pmb_paper_ready(panel);
    if (status == PMB_OK && kind == PMB_REFRESH_FAST)
        status = load_fast_waveform(panel);
    if (status == PMB_OK)
        status = set_one(panel, BORDER, partial ? BORDER_FLOATS : BORDER_FOLLOWS);
    if (status == PMB_OK)
        status = set(panel, UPDATE_CONTROL_1, control, sizeof control);
    if (status == PMB_OK)
        status = activate(panel, updates[kind]);
    if (status == PMB_OK)
        panel->state |= (uint8_t)(kind + 1);
    return status;
}

/* Only a reset wakes the controller from deep sleep, so without the pin there is none. */
static pmb_status show(pmb_panel *panel, bool on)
{
    if (on) {
        if (!(panel->state & PAPER_ASLEEP))
            return PMB_OK;
        pmb_reset(panel);
        return set_up(panel);
    }
    if (panel->config->reset == PMB_PIN_NONE)
        return PMB_ERR_UNSUPPORTED;
    pmb_status status = pmb_paper_ready(panel);
    if (status == PMB_OK)
        status = set_one(panel, DEEP_SLEEP, 0x01); /* the memory is kept */
    if (status == PMB_OK)
        panel->state |= PAPER_ASLEEP;
    return status;
}

const PMB_FLASH pmb_family pmb_family_ssd168x = {
    .plan = pmb_paper_plan,
    .start = start,
    .write = write,
    .contrast = pmb_paper_contrast,
    .invert = pmb_paper_invert,
    .show = show,
    .turn = PMB_NO_TURN ? NULL : turn,
    .refresh = refresh,
    .wait = pmb_paper_wait,
    .busy_is_high = true,
    .light = true,
};
