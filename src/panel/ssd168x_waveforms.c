/* ssd168x_waveforms.c - sending a waveform to an SSD1680 and its kin: "Waveforms" in
 * docs/controllers/ssd1680.md. */
#include "panel/paper.h"

enum { WAVEFORM = 0x32, NUMBERS = 4 };

/* Gathers bytes and sends them as data. */
struct sender {
    const pmb_panel *panel;
    pmb_status status;
    uint8_t bytes[32], count;
};

static void flush(struct sender *s)
{
    if (s->status == PMB_OK && s->count > 0) /* unreached: none of ours ends with a whole piece */
        s->status = pmb_send_data(s->panel, s->bytes, s->count);
    s->count = 0;
}

static void put(struct sender *s, uint8_t byte)
{
    s->bytes[s->count++] = byte;
    if (s->count == sizeof s->bytes)
        flush(s);
}

static void put_same(struct sender *s, uint8_t byte, uint8_t count)
{
    for (; count > 0; count--)
        put(s, byte);
}

/* Levels for each of the four numbers, and none for the common electrode; then the times of each
 * group of four phases and its repeats less one. */
static void put_groups(struct sender *s, const PMB_FLASH pmb_waveform *w, uint8_t groups,
                       bool long_times)
{
    for (uint8_t number = 0; number < NUMBERS; number++) {
        put(s, pmb_paper_levels(w, number, 0));
        put(s, pmb_paper_levels(w, number, 1));
        put_same(s, 0, (uint8_t)(groups - 2));
    }
    put_same(s, 0, groups);
    for (uint8_t phase = 0; phase < PAPER_PHASES; phase += 4) {
        put(s, pmb_paper_frames(s->panel, w, phase));
        put(s, pmb_paper_frames(s->panel, w, (uint8_t)(phase + 1)));
        if (long_times)
            put(s, 0);
        put(s, pmb_paper_frames(s->panel, w, (uint8_t)(phase + 2)));
        put(s, pmb_paper_frames(s->panel, w, (uint8_t)(phase + 3)));
        if (long_times)
            put(s, 0);
        put(s, (uint8_t)(w->repeats - 1));
    }
    put_same(s, 0, (uint8_t)((groups - 2) * (long_times ? 7 : 5)));
}

/*
 * SSD1608: twenty phases of at most 15 frames, a byte of levels each. A phase of ours becomes pairs
 * of such with the same frames, so that it does not matter which nibble of a byte comes first. What
 * does not fit is left out: in the cold a full refresh repeats less often.
 */
static void put_1608(struct sender *s, const PMB_FLASH pmb_waveform *w)
{
    enum { PHASES = 20, MOST = 15, USED = 2 };
    uint8_t levels[PHASES] = {0}, frames[PHASES / 2] = {0}, at = 0;
    const uint8_t each = pmb_paper_frames(s->panel, w, 0); /* both phases are as long */
    const uint8_t pairs = (uint8_t)((each + 2 * MOST - 1) / (2 * MOST));
    const uint8_t part = (uint8_t)(each / (2 * pairs));
    for (uint8_t i = 0; i < w->repeats && at + USED * 2 * pairs <= PHASES; i++)
        for (uint8_t phase = 0; phase < USED; phase++) {
            uint8_t all = 0;
            for (uint8_t number = 0; number < NUMBERS; number++)
                all |= (uint8_t)((pmb_paper_levels(w, number, 0) >> (6 - 2 * phase) & 3)
                                 << (2 * number));
            for (uint8_t k = 0; k < pairs; k++, at = (uint8_t)(at + 2)) {
                levels[at] = levels[at + 1] = all;
                frames[at / 2] = (uint8_t)(part << 4 | part);
            }
        }
    for (uint8_t i = 0; i < PHASES; i++)
        put(s, levels[i]);
    for (uint8_t i = 0; i < PHASES / 2; i++)
        put(s, frames[i]);
}

pmb_status pmb_ssd168x_send_waveform(const pmb_panel *panel, const PMB_FLASH pmb_waveform *waveform)
{
    struct sender s = {.panel = panel, .status = pmb_send_single(panel, WAVEFORM)};
    switch (pmb_paper_of(panel)->variant) {
    case PMB_SSD1608:
        put_1608(&s, waveform);
        break;
    case PMB_SSD1675:
        put_groups(&s, waveform, 7, false);
        break;
    case PMB_SSD1677: /* five bytes of frame rate */
        put_groups(&s, waveform, 10, false);
        put_same(&s, 0x22, 5);
        break;
    default: /* six bytes of frame rate, three of gates that stay on */
        put_groups(&s, waveform, 12, true);
        put_same(&s, 0x22, 6);
        put_same(&s, 0, 3);
        break;
    }
    flush(&s);
    return s.status;
}
