/* uc81xx.c - e-paper controllers UC8151, UC8176 and IL91874: docs/controllers/uc8151.md. */
#include "panel/paper.h"
#include "pemble/controllers.h"

enum {
    PANEL_SETTING = 0x00,
    POWER_SETTING = 0x01,
    POWER_OFF = 0x02,
    POWER_ON = 0x04,
    BOOSTER = 0x06,
    DEEP_SLEEP = 0x07,
    WRITE_FIRST = 0x10, /* black and white; without inks: what is shown */
    REFRESH = 0x12,
    WRITE_SECOND = 0x13, /* the second ink; without: what shall be shown */
    PART_FIRST = 0x14,   /* IL91874: the same for a part */
    PART_SECOND = 0x15,
    WAVEFORM_COM = 0x20, /* + 1 white to white, + 2 black to white, + 3 back, + 4 black to black */
    FRAME_RATE = 0x30,
    INTERVAL = 0x50,
    RESOLUTION = 0x61,
    COM_VOLTAGE = 0x82,
    WINDOW = 0x90,
    WINDOW_ON = 0x91,
    WINDOW_OFF = 0x92,
    SLEEP_CODE = 0xA5,
    /* of the panel setting */
    OWN_WAVEFORMS = 0x20,
    NO_INK = 0x10,
    SETTING = 0x0F, /* scan up, shift right, booster on, no reset */
    /* Interval: a 1 is white, a 1 in the second plane is ink; bits 7 and 6 are the border. */
    INTERVAL_INK = 0x57,
    BORDER_WHITE = 0x97,
    BORDER_FLOATS = 0xD7,
    POWER_MS = 300, /* on or off, without a busy pin */
    BUSY_LATE_MS = 1
};

static uint8_t variant(const pmb_panel *panel)
{
    return pmb_paper_of(panel)->variant;
}

static pmb_status set(const pmb_panel *panel, uint8_t command, const uint8_t *values, size_t count)
{
    return pmb_send_parameters(panel, true, command, values, count);
}

static pmb_status set_panel(const pmb_panel *panel, bool own_waveforms)
{
    /* The resolution bits: 160x296 on the UC8151, else none, as the resolution command follows. */
    uint8_t setting = SETTING | (variant(panel) == PMB_UC8151 ? 0xC0 : 0x00);
    if (!pmb_paper_of(panel)->inks)
        setting |= NO_INK;
    if (own_waveforms)
        setting |= OWN_WAVEFORMS;
    return set(panel, PANEL_SETTING, &setting, 1);
}

/* Whole bytes of columns, and rows, up to the end of the glass. */
static pmb_size lines_of(const pmb_panel *panel)
{
    const pmb_size glass = panel->config->size;
    return (pmb_size){(int16_t)((panel->offset.x + glass.w + 7) / 8 * 8),
                      (int16_t)(panel->offset.y + glass.h)};
}

static pmb_status set_resolution(const pmb_panel *panel)
{
    const pmb_size m = lines_of(panel);
    const uint8_t bytes[] = {(uint8_t)(m.w >> 8), (uint8_t)m.w, (uint8_t)(m.h >> 8), (uint8_t)m.h};
    /* The UC8151 has one byte for its columns. */
    const uint8_t skip = variant(panel) == PMB_UC8151 ? 1 : 0;
    return set(panel, RESOLUTION, bytes + skip, sizeof bytes - skip);
}

/* With a second ink the border is the one that 57h gives, white. */
static pmb_status set_border(const pmb_panel *panel, uint8_t border)
{
    const uint8_t value = pmb_paper_of(panel)->inks ? INTERVAL_INK : border;
    return set(panel, INTERVAL, &value, 1);
}

/* Everything but the memory. */
static pmb_status set_up(pmb_panel *panel)
{
    static const PMB_FLASH uint8_t setup[] = {
        6, POWER_SETTING, 0x03, 0x00, 0x2B, 0x2B, 0x09, /* internal voltages, 11 V and -11 V */
        4, BOOSTER,       0x17, 0x17, 0x17,             /* soft start 10 ms each */
        2, FRAME_RATE,    0x3C,                         /* 50 Hz */
        2, COM_VOLTAGE,   0x12,                         /* -1.0 V */
        0,
    };
    panel->state = 0;
    pmb_status status = pmb_paper_ready(panel);
    if (status == PMB_OK)
        status = pmb_send_setup(panel, true, setup);
    if (status == PMB_OK)
        status = set_panel(panel, false);
    if (status == PMB_OK)
        status = set_border(panel, BORDER_FLOATS);
    return status == PMB_OK ? set_resolution(panel) : status;
}

static pmb_status fill_memory(const pmb_panel *panel, uint8_t which, uint8_t byte)
{
    const pmb_size memory = lines_of(panel);
    const pmb_status status = pmb_send_single(panel, which);
    return status == PMB_OK
               ? pmb_send_repeated(panel, byte, (uint32_t)(memory.w / 8) * (uint32_t)memory.h)
               : status;
}

static pmb_status start(pmb_panel *panel)
{
    pmb_status status = set_up(panel);
    if (status == PMB_OK)
        status = fill_memory(panel, WRITE_FIRST, 0xFF);
    return status == PMB_OK
               ? fill_memory(panel, WRITE_SECOND, pmb_paper_of(panel)->inks ? 0x00 : 0xFF)
               : status;
}

/* The window's parameters: first and last column, first and last row, each in one or two bytes. */
static pmb_status open_window(const pmb_panel *panel, pmb_rect r)
{
    const int16_t right = (int16_t)(r.x + r.w - 1), bottom = (int16_t)(r.y + r.h - 1);
    const uint8_t narrow[] = {(uint8_t)r.x, (uint8_t)right,         (uint8_t)(r.y >> 8),
                              (uint8_t)r.y, (uint8_t)(bottom >> 8), (uint8_t)bottom,
                              0x01};
    const uint8_t wide[] = {(uint8_t)(r.x >> 8),    (uint8_t)r.x,        (uint8_t)(right >> 8),
                            (uint8_t)right,         (uint8_t)(r.y >> 8), (uint8_t)r.y,
                            (uint8_t)(bottom >> 8), (uint8_t)bottom,     0x01};
    const pmb_status status = pmb_send_single(panel, WINDOW_ON);
    if (status != PMB_OK)
        return status;
    if (variant(panel) == PMB_UC8151)
        return set(panel, WINDOW, narrow, sizeof narrow);
    return set(panel, WINDOW, wide, sizeof wide);
}

static pmb_status write_plane(const pmb_panel *panel, const pmb_canvas *held, pmb_rect area,
                              uint8_t which, uint8_t plane, uint8_t flip)
{
    const pmb_rect r = pmb_in_memory(panel, area);
    pmb_status status;
    if (variant(panel) == PMB_IL91874) {
        const uint8_t part[] = {(uint8_t)(r.x >> 8), (uint8_t)r.x,        (uint8_t)(r.y >> 8),
                                (uint8_t)r.y,        (uint8_t)(r.w >> 8), (uint8_t)r.w,
                                (uint8_t)(r.h >> 8), (uint8_t)r.h};
        status = set(panel, which == WRITE_FIRST ? PART_FIRST : PART_SECOND, part, sizeof part);
        return status == PMB_OK ? pmb_paper_send(panel, held, area, plane, flip) : status;
    }
    status = open_window(panel, r);
    if (status == PMB_OK)
        status = pmb_send_single(panel, which);
    if (status == PMB_OK)
        status = pmb_paper_send(panel, held, area, plane, flip);
    return status == PMB_OK ? pmb_send_single(panel, WINDOW_OFF) : status;
}

static pmb_status write(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *where)
{
    const pmb_rect area = *where;
    const uint8_t flip = panel->inverted ? 0xFF : 0x00;
    pmb_status status = pmb_paper_ready(panel);
    if (pmb_paper_of(panel)->inks) {
        if (status == PMB_OK)
            status = write_plane(panel, held, area, WRITE_FIRST, 0, flip);
        return status == PMB_OK ? write_plane(panel, held, area, WRITE_SECOND, 1, 0) : status;
    }
    if (status == PMB_OK && panel->planes & PMB_PLANE_NEXT)
        status = write_plane(panel, held, area, WRITE_SECOND, 0, flip);
    if (status == PMB_OK && panel->planes & PMB_PLANE_SHOWN)
        status = write_plane(panel, held, area, WRITE_FIRST, 0, flip);
    return status;
}

/*
 * One waveform: two phases, each a level (0 none, 1 to black, 2 to white) for a number of frames.
 * A table is seven groups of six bytes: four levels of two bits, four numbers of frames, repeats;
 * that of the common electrode is two bytes longer. Only the first group is used.
 */
static pmb_status send_waveform(const pmb_panel *panel, uint8_t which, uint8_t first,
                                uint8_t second, const uint8_t *frames)
{
    const uint8_t group[] = {(uint8_t)(first << 6 | second << 4), frames[0], frames[1], 0, 0, 1};
    const uint32_t rest = (which == WAVEFORM_COM ? 44 : 42) - sizeof group;
    const pmb_status status = set(panel, which, group, sizeof group);
    return status == PMB_OK ? pmb_send_repeated(panel, 0, rest) : status;
}

/*
 * Partial: only what changes is driven. Fast: everything. Each pixel is driven as long to one side
 * as to the other, the side where it shall stay last: nothing adds up on the glass.
 */
static pmb_status send_waveforms(const pmb_panel *panel, pmb_refresh kind)
{
    enum { NONE, BLACK, WHITE };
    static const uint8_t partial_frames[] = {15, 15}, fast_frames[] = {20, 20};
    const bool fast = kind == PMB_REFRESH_FAST;
    const uint8_t *frames = fast ? fast_frames : partial_frames;
    const uint8_t black = fast ? BLACK : NONE, white = fast ? WHITE : NONE; /* what stays */
    pmb_status status = send_waveform(panel, WAVEFORM_COM, NONE, NONE, frames);
    if (status == PMB_OK)
        status = send_waveform(panel, WAVEFORM_COM + 1, black, white, frames);
    if (status == PMB_OK)
        status = send_waveform(panel, WAVEFORM_COM + 2, BLACK, WHITE, frames);
    if (status == PMB_OK)
        status = send_waveform(panel, WAVEFORM_COM + 3, WHITE, BLACK, frames);
    if (status == PMB_OK)
        status = send_waveform(panel, WAVEFORM_COM + 4, white, black, frames);
    return status;
}

static pmb_status refresh(pmb_panel *panel, pmb_refresh kind)
{
    if (!pmb_paper_can(panel, kind))
        return PMB_ERR_UNSUPPORTED;
    pmb_status status = pmb_paper_ready(panel);
    if (status == PMB_OK)
        status = set_panel(panel, kind != PMB_REFRESH_FULL);
    if (status == PMB_OK && kind != PMB_REFRESH_FULL)
        status = send_waveforms(panel, kind);
    if (status == PMB_OK)
        status = set_border(panel, kind == PMB_REFRESH_PARTIAL ? BORDER_FLOATS : BORDER_WHITE);
    if (status == PMB_OK)
        status = pmb_send_single(panel, POWER_ON);
    pmb_paper_begun(panel, POWER_MS);
    if (status == PMB_OK)
        status = pmb_paper_wait(panel, 1000);
    if (status == PMB_OK)
        status = pmb_send_single(panel, REFRESH);
    pmb_paper_begun(panel, BUSY_LATE_MS);
    if (status == PMB_OK)
        panel->state |= (uint8_t)(kind + 1);
    return status;
}

/* The voltages go off when the refresh has ended. */
static pmb_status wait(pmb_panel *panel, uint32_t milliseconds)
{
    const bool refreshed = panel->state & PAPER_REFRESHING;
    pmb_status status = pmb_paper_wait(panel, milliseconds);
    if (status != PMB_OK || !refreshed)
        return status;
    status = pmb_send_single(panel, POWER_OFF);
    pmb_paper_begun(panel, POWER_MS);
    return status == PMB_OK ? pmb_paper_wait(panel, milliseconds ? 1000 : 0) : status;
}

/* Only a reset wakes the controller, and its memory is lost. */
static pmb_status show(pmb_panel *panel, bool on)
{
    const uint8_t code = SLEEP_CODE;
    if (on) {
        if (!(panel->state & PAPER_ASLEEP))
            return PMB_OK;
        pmb_reset(panel);
        panel->lost = true;
        return start(panel);
    }
    if (panel->config->reset == PMB_PIN_NONE)
        return PMB_ERR_UNSUPPORTED;
    pmb_status status = pmb_paper_ready(panel);
    if (status == PMB_OK)
        status = set_border(panel, BORDER_FLOATS);
    if (status == PMB_OK)
        status = set(panel, DEEP_SLEEP, &code, 1);
    if (status == PMB_OK)
        panel->state |= PAPER_ASLEEP;
    return status;
}

const PMB_FLASH pmb_family pmb_family_uc81xx = {
    .plan = pmb_paper_plan,
    .start = start,
    .write = write,
    .contrast = pmb_paper_contrast,
    .invert = pmb_paper_invert,
    .show = show,
    .refresh = refresh,
    .wait = wait,
    .busy_is_high = false,
    .light = true,
};
