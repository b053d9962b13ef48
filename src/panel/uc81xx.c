/* uc81xx.c - e-paper controllers UC8151 and its kin, with one ink or two:
 * docs/controllers/uc8151.md. */
#include "panel/paper.h"
#include "pemble/controllers.h"
#include "pemble/screen.h"

enum {
    PANEL_SETTING = 0x00,
    POWER_OFF = 0x02,
    POWER_ON = 0x04,
    DEEP_SLEEP = 0x07,
    WRITE_FIRST = 0x10, /* black and white; without inks: what is shown */
    REFRESH = 0x12,
    WRITE_SECOND = 0x13, /* the second ink; without: what shall be shown */
    PART_FIRST = 0x14,   /* IL91874: the same for a part */
    PART_SECOND = 0x15,
    PART_REFRESH = 0x16,
    REFRESH_AND_OFF = 0x17, /* UC8179: power on, refresh, power off */
    WAVEFORM_COM = 0x20, /* + 1 white to white, + 2 black to white, + 3 back, + 4 black to black */
    INTERVAL = 0x50,
    RESOLUTION = 0x61,
    WINDOW = 0x90,
    WINDOW_ON = 0x91,
    WINDOW_OFF = 0x92,
    WINDOW_FOUR = 0x83, /* JD7966x */
    CODE = 0xA5,        /* of deep sleep and of 17h */
    /* of the panel setting */
    OWN_WAVEFORMS = 0x20,
    NO_INK = 0x10,
    SETTING = 0x0F, /* scan up, shift right, booster on, no reset */
    /* Interval: a 1 is white, a 1 in the second plane is ink; bits 7 and 6 are the border. */
    INTERVAL_INK = 0x57,
    BORDER_WHITE = 0x97,
    BORDER_FLOATS = 0xD7,
    /* The same for the UC8179, in its first byte. */
    WIDE_INK = 0x11,
    WIDE_WHITE = 0x21,
    WIDE_FLOATS = 0xA1,
    WIDE_SECOND = 0x07,
    POWER_MS = 300, /* on or off, without a busy pin */
    BUSY_LATE_MS = 1
};

static bool is(const pmb_panel *panel, uint8_t variant)
{
    return pmb_paper_of(panel)->variant == variant;
}

static pmb_status set(const pmb_panel *panel, uint8_t command, const uint8_t *values, size_t count)
{
    return pmb_send_parameters(panel, true, command, values, count);
}

static pmb_status set_panel(const pmb_panel *panel, bool own_waveforms)
{
    /* The resolution bits: 160x296 on the UC8151, else none, as the resolution command follows. */
    uint8_t setting = SETTING | (is(panel, PMB_UC8151) ? 0xC0 : 0x00);
    if (is(panel, PMB_JD7966X))
        return PMB_OK; /* in its list */
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
    const uint8_t skip = is(panel, PMB_UC8151) ? 1 : 0;
    return set(panel, RESOLUTION, bytes + skip, sizeof bytes - skip);
}

/* With a second ink the border is the one that 57h gives, white. */
static pmb_status set_border(const pmb_panel *panel, bool floats)
{
    const bool inks = pmb_paper_of(panel)->inks;
    const uint8_t value = inks ? INTERVAL_INK : floats ? BORDER_FLOATS : BORDER_WHITE;
    const uint8_t wide[] = {inks ? WIDE_INK : floats ? WIDE_FLOATS : WIDE_WHITE, WIDE_SECOND};
    if (is(panel, PMB_JD7966X))
        return PMB_OK; /* in its list */
    return is(panel, PMB_UC8179) ? set(panel, INTERVAL, wide, 2) : set(panel, INTERVAL, &value, 1);
}

static pmb_status send_list(const pmb_panel *panel, const PMB_FLASH uint8_t *list)
{
    return list ? pmb_send_setup(panel, true, list) : PMB_OK; /* unreached: ours have one */
}

/* Everything but the memory. */
static pmb_status set_up(pmb_panel *panel)
{
    panel->state = 0;
    pmb_status status = pmb_paper_ready(panel);
    if (status == PMB_OK)
        status = send_list(panel, pmb_paper_of(panel)->setup);
    if (status == PMB_OK)
        status = set_panel(panel, false);
    if (status == PMB_OK)
        status = set_border(panel, true);
    return status == PMB_OK ? set_resolution(panel) : status;
}

static pmb_status fill_memory(const pmb_panel *panel, uint8_t which, uint8_t byte)
{
    const pmb_size memory = lines_of(panel);
    const uint32_t bits = is(panel, PMB_JD7966X) ? 2 : 1;
    const pmb_status status = pmb_send_single(panel, which);
    return status == PMB_OK ? pmb_send_repeated(
                                  panel, byte, (uint32_t)(memory.w / 8) * (uint32_t)memory.h * bits)
                            : status;
}

static pmb_status start(pmb_panel *panel)
{
    enum { ALL_WHITE = 0x55 }; /* of two bits a pixel */
    pmb_status status = set_up(panel);
    if (status != PMB_OK || panel->kept)
        return status;
    if (is(panel, PMB_JD7966X))
        return fill_memory(panel, WRITE_FIRST, ALL_WHITE);
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
    if (is(panel, PMB_JD7966X))
        return set(panel, WINDOW_FOUR, wide, sizeof wide);
    const pmb_status status = pmb_send_single(panel, WINDOW_ON);
    if (status != PMB_OK)
        return status;
    if (is(panel, PMB_UC8151))
        return set(panel, WINDOW, narrow, sizeof narrow);
    return set(panel, WINDOW, wide, sizeof wide);
}

/* IL91874: a command for a part: its position and size. */
static pmb_status send_part(const pmb_panel *panel, uint8_t command, pmb_rect r)
{
    const uint8_t part[] = {(uint8_t)(r.x >> 8), (uint8_t)r.x, (uint8_t)(r.y >> 8), (uint8_t)r.y,
                            (uint8_t)(r.w >> 8), (uint8_t)r.w, (uint8_t)(r.h >> 8), (uint8_t)r.h};
    return set(panel, command, part, sizeof part);
}

static pmb_status write_plane(const pmb_panel *panel, const pmb_canvas *held, pmb_rect area,
                              uint8_t which, uint8_t plane, uint8_t flip)
{
    const pmb_rect r = pmb_in_memory(panel, area);
    pmb_status status;
    if (is(panel, PMB_IL91874)) {
        status = send_part(panel, which == WRITE_FIRST ? PART_FIRST : PART_SECOND, r);
        return status == PMB_OK ? pmb_paper_send(panel, held, area, plane, flip) : status;
    }
    status = open_window(panel, r);
    if (status == PMB_OK)
        status = pmb_send_single(panel, which);
    if (status == PMB_OK)
        status = pmb_paper_send(panel, held, area, plane, flip);
    return status == PMB_OK ? pmb_send_single(panel, WINDOW_OFF) : status;
}

/* Each bit of the low half of a byte, with a gap in front of it: for two bits a pixel. */
static uint8_t spread(uint8_t half)
{
    half = (uint8_t)((half | half << 2) & 0x33);
    return (uint8_t)((half | half << 1) & 0x55);
}

/* JD7966x: both planes in one memory, two bits a pixel, four pixels to a byte. */
static pmb_status write_four(const pmb_panel *panel, const pmb_canvas *held, pmb_rect area,
                             uint8_t flip)
{
    const pmb_walk walk = pmb_plan_walk(panel, held, area);
    const uint8_t *line = walk.first;
    uint8_t bytes[32], count = 0;
    pmb_status status = open_window(panel, pmb_in_memory(panel, area));
    if (status == PMB_OK)
        status = pmb_send_single(panel, WRITE_FIRST);
    for (uint16_t y = 0; y < walk.lines; y++, line += walk.line_step) {
        const uint8_t *at = line;
        for (uint16_t x = 0; x < walk.bytes && status == PMB_OK; x++, at += walk.column_step) {
            /* Black and white change places, the inks do not. */
            const uint8_t high = at[held->plane_bytes], low = (uint8_t)(*at ^ (flip & ~high));
            bytes[count++] = (uint8_t)(spread(high >> 4) << 1 | spread(low >> 4));
            bytes[count++] = (uint8_t)(spread(high & 15) << 1 | spread(low & 15));
            if (count == sizeof bytes) {
                status = pmb_send_data(panel, bytes, count);
                count = 0;
            }
        }
    }
    return status == PMB_OK && count > 0 ? pmb_send_data(panel, bytes, count) : status;
}

static pmb_status write(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *where)
{
    const pmb_rect area = *where;
    const uint8_t flip = panel->inverted ? 0xFF : 0x00;
    pmb_status status = pmb_paper_ready(panel);
    if (status != PMB_OK)
        return status;
    if (is(panel, PMB_JD7966X))
        return write_four(panel, held, area, flip);
    if (pmb_paper_of(panel)->inks) {
        status = write_plane(panel, held, area, WRITE_FIRST, 0, flip);
        return status == PMB_OK ? write_plane(panel, held, area, WRITE_SECOND, 1, 0) : status;
    }
    const bool greys = panel->format->planes == 2;
    if (panel->planes & PMB_PLANE_NEXT)
        status = write_plane(panel, held, area, WRITE_SECOND, 0, flip);
    if (status == PMB_OK && panel->planes & PMB_PLANE_SHOWN)
        status = write_plane(panel, held, area, WRITE_FIRST, greys ? 1 : 0, flip);
    return status;
}

/*
 * A table has seven groups of six bytes, on the UC8179 ten: four levels of two bits, four numbers
 * of frames, repeats. That of the common electrode is two bytes longer where groups are seven. A
 * number below 0 sends one that does nothing.
 */
static pmb_status send_table(const pmb_panel *panel, uint8_t which, const PMB_FLASH pmb_waveform *w,
                             int8_t number)
{
    const bool longer = is(panel, PMB_UC8179);
    uint8_t groups[2][6] = {{0}};
    uint32_t bytes = which == WAVEFORM_COM ? 44 : 42;
    if (longer && which != WAVEFORM_COM + 1)
        bytes = 60;
    for (uint8_t half = 0; half < 2; half++) {
        uint8_t *group = groups[half];
        group[0] = number < 0 ? 0 : pmb_paper_levels(w, (uint8_t)number, half);
        for (uint8_t i = 0; i < 4; i++)
            group[1 + i] = pmb_paper_frames(panel, w, (uint8_t)(4 * half + i));
        group[5] = w->repeats;
    }
    const pmb_status status = set(panel, which, groups[0], sizeof groups);
    return status == PMB_OK ? pmb_send_repeated(panel, 0, bytes - (uint32_t)sizeof groups) : status;
}

/* The tables of a waveform. With a second ink they are for the ink, white and black. */
static pmb_status send_waveform(const pmb_panel *panel, const PMB_FLASH pmb_waveform *w)
{
    static const PMB_FLASH int8_t one[] = {-1, 3, 1, 2, 0}, two[] = {-1, -1, 3, 1, 0};
    const bool inks = pmb_paper_of(panel)->inks;
    pmb_status status = send_list(panel, pmb_paper_of(panel)->own);
    for (uint8_t i = 0; i < sizeof one && status == PMB_OK; i++)
        status = send_table(panel, (uint8_t)(WAVEFORM_COM + i), w, inks ? two[i] : one[i]);
    return status;
}

/* A refresh is of the whole glass or of the window that is open. */
static pmb_status set_part(const pmb_panel *panel, const pmb_rect *area)
{
    if (is(panel, PMB_IL91874))
        return PMB_OK;
    if (is(panel, PMB_JD7966X)) {
        const pmb_size all = lines_of(panel);
        return open_window(panel, (pmb_rect){0, 0, all.w, all.h});
    }
    return area ? open_window(panel, pmb_in_memory(panel, *area))
                : pmb_send_single(panel, WINDOW_OFF);
}

static pmb_status start_refresh(const pmb_panel *panel, const pmb_rect *area)
{
    const uint8_t code = CODE, zero = 0;
    if (is(panel, PMB_UC8179))
        return set(panel, REFRESH_AND_OFF, &code, 1);
    if (is(panel, PMB_JD7966X))
        return set(panel, REFRESH, &zero, 1);
    if (is(panel, PMB_IL91874) && area)
        return send_part(panel, PART_REFRESH, pmb_in_memory(panel, *area));
    return pmb_send_single(panel, REFRESH);
}

static pmb_status power_on(pmb_panel *panel)
{
    if (is(panel, PMB_UC8179))
        return PMB_OK; /* by itself */
    const pmb_status status = pmb_send_single(panel, POWER_ON);
    pmb_paper_begun(panel, POWER_MS);
    return status == PMB_OK ? pmb_paper_wait(panel, 1000) : status;
}

static pmb_status refresh(pmb_panel *panel, pmb_refresh kind, const pmb_rect *area)
{
    if (!pmb_paper_can(panel, kind))
        return PMB_ERR_UNSUPPORTED;
    const PMB_FLASH pmb_waveform *own = pmb_paper_waveform(panel, kind);
    pmb_status status = pmb_paper_ready(panel);
    if (status == PMB_OK)
        status = set_panel(panel, own);
    if (status == PMB_OK && own)
        status = send_waveform(panel, own);
    if (status == PMB_OK)
        status = set_border(panel, area || kind == PMB_REFRESH_PARTIAL);
    if (status == PMB_OK)
        status = set_part(panel, area);
    if (status == PMB_OK)
        status = power_on(panel);
    if (status == PMB_OK)
        status = start_refresh(panel, area);
    pmb_paper_begun(panel, BUSY_LATE_MS);
    if (status == PMB_OK)
        panel->state |= (uint8_t)(kind + 1);
    return status;
}

/* The voltages go off when the refresh has ended; if that breaks off, with the next wait. */
static pmb_status wait(pmb_panel *panel, uint32_t milliseconds)
{
    const uint8_t zero = 0, refreshed = panel->state & PAPER_REFRESHING;
    pmb_status status = pmb_paper_wait(panel, milliseconds);
    if (status != PMB_OK || !refreshed || is(panel, PMB_UC8179))
        return status;
    status = set(panel, POWER_OFF, &zero, is(panel, PMB_JD7966X) ? 1 : 0);
    if (status != PMB_OK)
        panel->state |= refreshed;
    pmb_paper_begun(panel, POWER_MS);
    return status == PMB_OK ? pmb_paper_wait(panel, milliseconds ? 1000 : 0) : status;
}

/* Only a reset wakes the controller, and its memory is lost. */
static pmb_status show(pmb_panel *panel, bool on)
{
    const uint8_t code = CODE;
    if (on) {
        if (!(panel->state & PAPER_ASLEEP))
            return PMB_OK;
        pmb_reset(panel);
        panel->lost = true;
        return start(panel);
    }
    if (panel->config->reset == PMB_PIN_NONE)
        return PMB_ERR_UNSUPPORTED;
    if (pmb_paper_sleeps(panel))
        return PMB_OK;
    pmb_status status = pmb_paper_before_sleep(panel);
    if (status == PMB_OK)
        status = set_border(panel, true);
    if (status == PMB_OK)
        status = set(panel, DEEP_SLEEP, &code, 1);
    return pmb_ended(panel, status);
}

const PMB_FLASH pmb_family pmb_family_uc81xx = {
    .plan = pmb_paper_plan,
    .start = start,
    .write = write,
    .contrast = pmb_paper_contrast,
    .invert = pmb_paper_invert,
    .show = show,
    .refresh = refresh,
    .present = pmb_paper_present,
    .wait = wait,
    .busy_is_high = false,
    .light = true,
};
