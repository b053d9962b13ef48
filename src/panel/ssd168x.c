/* ssd168x.c - e-paper controllers SSD1680 and its kin: docs/controllers/ssd1680.md. */
#include "panel/paper.h"
#include "pemble/controllers.h"
#include "pemble/screen.h"

enum {
    DRIVER_OUTPUT = 0x01,
    DEEP_SLEEP = 0x10,
    KEEPING = 0x01, /* of deep sleep: the memory is kept, or not */
    FORGETTING = 0x03,
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
    X_RANGE = 0x44,       /* and of y: one more */
    X_COUNTER = 0x4E,     /* likewise */
    RED_IS_ZERO = 0x40,   /* of update control 1: the second memory does not count */
    UPDATE_FULL = 0xF7,   /* of update control 2: voltages on, waveform 1, voltages off */
    UPDATE_LOAD = 0x91,   /* load the waveform for the temperature register */
    UPDATE_LOADED = 0xC7, /* with the waveform that is loaded or was sent */
    UPDATE_PARTIAL = 0xFF,
    BORDER_WHITE = 0x05,
    BORDER_WHITEST = 0x07, /* white of four greys */
    BORDER_FLOATS = 0x80,
    BORDER_WHITE_1608 = 0x01,
    BORDER_FLOATS_1608 = 0x71,
    SHIFTED = 0x80, /* of update control 1, second byte: the memory begins at source 8 */
    SHIFTED_COLUMNS = 160,
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

static bool is(const pmb_panel *panel, uint8_t variant)
{
    return pmb_paper_of(panel)->variant == variant;
}

static pmb_status send_own(const pmb_panel *panel, const PMB_FLASH uint8_t *list)
{
    return list ? pmb_send_setup(panel, true, list) : PMB_OK;
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

/* One axis of a part of the memory. A range has both ends, the one first at which the counter
 * begins; a counter has that end only. Columns are counted in bytes, but on the SSD1677 in pixels.
 */
static pmb_status set_axis(const pmb_panel *panel, uint8_t command, const pmb_rect *r)
{
    const bool range = command < X_COUNTER, rows = command & 1;
    const int32_t first = rows ? r->y : r->x, last = first + (rows ? r->h : r->w) - 1;
    const bool backwards = panel->turn & (rows ? PMB_TURN_BOTTOM : PMB_TURN_RIGHT);
    const uint32_t from = (uint32_t)(backwards ? last : first);
    const uint32_t to = (uint32_t)(backwards ? first : last);
    uint8_t ends[] = {(uint8_t)from, (uint8_t)(from >> 8), (uint8_t)to, (uint8_t)(to >> 8)};
    if (rows || is(panel, PMB_SSD1677))
        return set(panel, command, ends, range ? 4 : 2);
    ends[0] = (uint8_t)(from / 8);
    ends[1] = (uint8_t)(to / 8);
    return set(panel, command, ends, range ? 2 : 1);
}

/* X_RANGE opens the window at a part of the memory, X_COUNTER puts the counters where it begins.
 * The command of y comes after that of x. */
static pmb_status set_place(const pmb_panel *panel, uint8_t command, const pmb_rect *r)
{
    const pmb_status status = set_axis(panel, command, r);
    return status == PMB_OK ? set_axis(panel, command + 1, r) : status;
}

static pmb_status fill_memory(const pmb_panel *panel, uint8_t which, uint8_t byte)
{
    const pmb_size memory = panel->config->controller->memory;
    const pmb_rect all = {0, 0, memory.w, memory.h};
    pmb_status status = set_place(panel, X_RANGE, &all);
    if (status == PMB_OK)
        status = set_place(panel, X_COUNTER, &all);
    if (status == PMB_OK)
        status = pmb_send_single(panel, which);
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
    panel->state = 0;
    pmb_status status = pmb_paper_ready(panel);
    if (status == PMB_OK)
        status = pmb_send_single(panel, SOFT_RESET);
    pmb_wait_ms(panel, 10);
    if (status == PMB_OK)
        status = pmb_paper_ready(panel);
    if (status == PMB_OK)
        status = set(panel, DRIVER_OUTPUT, output, sizeof output);
    if (status == PMB_OK)
        status = turn(panel);
    if (status == PMB_OK)
        status = send_own(panel, pmb_paper_of(panel)->setup);
    if (status == PMB_OK && !is(panel, PMB_SSD1608))
        status = set_one(panel, TEMPERATURE_SENSOR, 0x80);
    return status;
}

static pmb_status start(pmb_panel *panel)
{
    pmb_status status = set_up(panel);
    if (panel->kept)
        return status;
    if (status == PMB_OK)
        status = fill_memory(panel, WRITE_BLACK, 0xFF);
    if (status == PMB_OK && !is(panel, PMB_SSD1608))
        status = fill_memory(panel, WRITE_RED, has_inks(panel) ? 0x00 : 0xFF);
    return status;
}

/* Black and white change places by their own memory alone where the other has an ink, and by both
 * where it has greys. */
static pmb_status write_plane(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *area,
                              const pmb_rect *where, uint8_t which)
{
    const bool red = which == WRITE_RED, flips = panel->inverted && !(red && has_inks(panel));
    pmb_status status = set_place(panel, X_COUNTER, where);
    if (status == PMB_OK)
        status = pmb_send_single(panel, which);
    if (status != PMB_OK)
        return status;
    const uint8_t turned = panel->turn;
    panel->turn = 0; /* the counters do the rest */
    status =
        pmb_paper_send(panel, held, *area, red && panel->format->planes == 2, flips ? 0xFF : 0x00);
    panel->turn = turned;
    return status;
}

/* The window stays open for the bands that follow: it ends where the frame does. */
static pmb_status write(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *area)
{
    const pmb_rect where = pmb_in_memory(panel, *area);
    pmb_rect open = *area;
    pmb_status status = pmb_paper_ready(panel);
    if (!pmb_window_goes_on(panel, &open) && status == PMB_OK) {
        open = pmb_in_memory(panel, open);
        status = set_place(panel, X_RANGE, &open);
    }
    if (status == PMB_OK)
        status = write_plane(panel, held, area, &where, WRITE_BLACK);
    /* Some panels exchange both memories after a partial refresh, so what is shown goes to both. */
    if (status == PMB_OK && (panel->format->planes == 2 ||
                             (panel->planes & PMB_PLANE_SHOWN && !is(panel, PMB_SSD1608))))
        status = write_plane(panel, held, area, &where, WRITE_RED);
    return status;
}

static pmb_status activate(const pmb_panel *panel, uint8_t what)
{
    pmb_status status = set_one(panel, UPDATE_CONTROL_2, what);
    if (status == PMB_OK)
        status = pmb_send_single(panel, ACTIVATE);
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

/* White, but in a partial refresh, which would drive it for nothing. */
static pmb_status set_border(const pmb_panel *panel, pmb_refresh kind)
{
    const bool floats = kind == PMB_REFRESH_PARTIAL;
    if (is(panel, PMB_SSD1608))
        return set_one(panel, BORDER, floats ? BORDER_FLOATS_1608 : BORDER_WHITE_1608);
    return set_one(panel, BORDER,
                   floats                      ? BORDER_FLOATS
                   : kind == PMB_REFRESH_GREYS ? BORDER_WHITEST
                                               : BORDER_WHITE);
}

/* Which memories count, and where the first column is. */
static pmb_status set_update(const pmb_panel *panel, bool both)
{
    const bool shifted = is(panel, PMB_SSD1680) && panel->config->size.w <= SHIFTED_COLUMNS;
    const uint8_t control[] = {both ? 0x00 : RED_IS_ZERO, shifted ? SHIFTED : 0x00};
    return is(panel, PMB_SSD1608) ? PMB_OK : set(panel, UPDATE_CONTROL_1, control, sizeof control);
}

static pmb_status refresh(pmb_panel *panel, pmb_refresh kind, const pmb_rect *area)
{
    (void)area; /* always all of it */
    if (!pmb_paper_can(panel, kind))
        return PMB_ERR_UNSUPPORTED;
    static const PMB_FLASH uint8_t updates[] = {UPDATE_FULL, UPDATE_LOADED, UPDATE_PARTIAL};
    const PMB_FLASH pmb_waveform *own = pmb_paper_waveform(panel, kind);
    pmb_status status = pmb_paper_ready(panel);
    if (status == PMB_OK && own)
        status = send_own(panel, pmb_paper_of(panel)->own);
    if (status == PMB_OK && own)
        status = pmb_ssd168x_send_waveform(panel, own);
    else if (status == PMB_OK && kind == PMB_REFRESH_FAST)
        status = load_fast_waveform(panel);
    if (status == PMB_OK)
        status = set_border(panel, kind);
    if (status == PMB_OK)
        status = set_update(panel, has_inks(panel) || own || kind == PMB_REFRESH_PARTIAL);
    if (status == PMB_OK)
        status = activate(panel, own ? UPDATE_LOADED : updates[kind]);
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
        if (!panel->forgets)
            return set_up(panel);
        panel->lost = true;
        return start(panel);
    }
    if (panel->config->reset == PMB_PIN_NONE)
        return PMB_ERR_UNSUPPORTED;
    if (pmb_paper_sleeps(panel))
        return PMB_OK;
    pmb_status status = pmb_paper_before_sleep(panel);
    if (status == PMB_OK)
        status = set_one(panel, DEEP_SLEEP, panel->forgets ? FORGETTING : KEEPING);
    return pmb_ended(panel, status);
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
    .present = pmb_paper_present,
    .wait = pmb_paper_wait,
    .busy_is_high = true,
    .light = true,
};
