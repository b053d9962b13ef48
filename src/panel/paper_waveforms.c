/*
 * paper_waveforms.c - waveforms of Pemble's own, for e-paper whose controller has none for a
 * refresh.
 *
 * They are ours, and have been tried on the simulated modules only. Each drives a pixel as long to
 * one side as to the other, so that nothing adds up on the glass (docs/controllers/uc8151.md,
 * "Waveforms"). A pixel's number is 2 * (bit of the second memory) + (bit of the first): for one
 * ink, what is shown and what shall be, 1 is white.
 */
#include "panel/paper.h"

#define LEVELS(a, b, c, d, e, f, g, h)                                                             \
    ((uint16_t)((a) << 14 | (b) << 12 | (c) << 10 | (d) << 8 | (e) << 6 | (f) << 4 | (g) << 2 |    \
                (h)))
#define TWO(a, b) LEVELS(a, b, 0, 0, 0, 0, 0, 0)

enum { N = PAPER_NONE, B = PAPER_BLACK, W = PAPER_WHITE, C = PAPER_COLOR };

/* Only what changes is driven. */
static const PMB_FLASH pmb_waveform partial = {
    .frames = {16, 16}, .levels = {0, TWO(B, W), TWO(W, B), 0}, .repeats = 1};

/* Everything is driven, to the other side and home. */
static const PMB_FLASH pmb_waveform fast = {
    .frames = {20, 20}, .levels = {TWO(W, B), TWO(B, W), TWO(W, B), TWO(B, W)}, .repeats = 1};

/* The same three times. */
static const PMB_FLASH pmb_waveform full = {
    .frames = {20, 20}, .levels = {TWO(W, B), TWO(B, W), TWO(W, B), TWO(B, W)}, .repeats = 3};

/* Everything to black and to white. Then a grey is driven towards black for 2 or 6 frames, black
 * for 20. At the beginning each was driven towards white for as long. */
static const PMB_FLASH pmb_waveform greys = {
    .frames = {2, 4, 14, 20, 20, 2, 4, 14},
    .levels = {LEVELS(W, W, W, B, W, B, B, B), LEVELS(W, W, N, B, W, B, B, N),
               LEVELS(W, N, N, B, W, B, N, N), LEVELS(N, N, N, B, W, N, N, N)},
    .repeats = 1};

/* A second ink: black 0, white 1, the ink 3. The level of the ink is 4.2 V and the others are 11 V,
 * so 110 of its frames balance 42. */
static const PMB_FLASH pmb_waveform ink = {.frames = {20, 20, 42, 56, 54},
                                           .levels = {TWO(W, B), TWO(B, W),
                                                      LEVELS(W, B, W, C, C, 0, 0, 0),
                                                      LEVELS(W, B, W, C, C, 0, 0, 0)},
                                           .repeats = 1};

const PMB_FLASH pmb_waveform *pmb_paper_waveform(const pmb_panel *panel, pmb_refresh kind)
{
    const PMB_FLASH pmb_paper *paper = pmb_paper_of(panel);
    const PMB_FLASH pmb_waveform *none = (const PMB_FLASH pmb_waveform *)0;
    if (kind == PMB_REFRESH_GREYS)
        return &greys;
    if (kind == PMB_REFRESH_FULL) {
        if (!(paper->flags & PMB_OWN_FULL))
            return none;
        return paper->inks ? &ink : &full;
    }
    if (!(paper->flags & PMB_OWN_FAST))
        return none;
    return kind == PMB_REFRESH_FAST ? &fast : &partial;
}

uint8_t pmb_paper_halves(const pmb_panel *panel)
{
    static const PMB_FLASH uint8_t halves[] = {2, 3, 4, 5, 7};
    return halves[panel->cold];
}

uint8_t pmb_paper_frames(const pmb_panel *panel, const PMB_FLASH pmb_waveform *waveform,
                         uint8_t phase)
{
    return (uint8_t)(waveform->frames[phase] * pmb_paper_halves(panel) / 2);
}

uint8_t pmb_paper_levels(const PMB_FLASH pmb_waveform *waveform, uint8_t number, uint8_t half)
{
    const uint16_t levels = waveform->levels[number];
    return (uint8_t)(half ? levels : levels >> 8);
}
