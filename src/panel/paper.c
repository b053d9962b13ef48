/* paper.c - what the e-paper families share. */
#include "panel/paper.h"

enum { POLL_MS = 5, BUSY_LATE_MS = 1, PIECE_MS = 100 };

/* A port may feed a watchdog in each call. */
static void wait_in_pieces(const pmb_panel *panel, uint32_t milliseconds)
{
    for (; milliseconds > PIECE_MS; milliseconds -= PIECE_MS)
        pmb_wait_ms(panel, PIECE_MS);
    pmb_wait_ms(panel, (uint16_t)milliseconds);
}

void pmb_paper_begun(const pmb_panel *panel, uint16_t longest_ms)
{
    wait_in_pieces(panel, panel->config->busy == PMB_PIN_NONE ? longest_ms : BUSY_LATE_MS);
}

const PMB_FLASH pmb_paper *pmb_paper_of(const pmb_panel *panel)
{
    return (const PMB_FLASH pmb_paper *)panel->config->controller->detail;
}

/* The formats of a kind: turned by a quarter or not, and for each the one with the other end first.
 */
static const PMB_FLASH pmb_format *format_for(const pmb_panel *panel)
{
    static const PMB_FLASH pmb_format *const PMB_FLASH formats[][4] = {
        {&pmb_mono_horizontal, &pmb_mono_horizontal_lsb, &pmb_mono_vertical_msb,
         &pmb_mono_vertical},
        {&pmb_ink_horizontal, &pmb_ink_horizontal_lsb, &pmb_ink_vertical_msb, &pmb_ink_vertical},
        {&pmb_four_inks_horizontal, &pmb_four_inks_horizontal_lsb, &pmb_four_inks_vertical_msb,
         &pmb_four_inks_vertical},
        {&pmb_grey2_horizontal, &pmb_grey2_horizontal_lsb, &pmb_grey2_vertical_msb,
         &pmb_grey2_vertical},
    };
    const bool greys = panel->config->refresh == PMB_REFRESH_GREYS;
    return formats[greys ? 3 : pmb_paper_of(panel)->inks]
                  [(panel->turn & PMB_TURN_SWAP ? 2 : 0) + (panel->turn & PMB_TURN_RIGHT ? 1 : 0)];
}

pmb_status pmb_paper_plan(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    if (PMB_PLAIN_PANELS || (PMB_ONE_BIT && pmb_paper_of(panel)->inks))
        return PMB_ERR_UNSUPPORTED;
    panel->format = format_for(panel);
    pmb_plan_frame(panel, 8, 1);
    panel->columns = false; /* time is not spent on the wires */
    panel->compares = pmb_paper_of(panel)->flags & PMB_FULL_COMPARES;
    if (config->contrast || config->bias || config->temperature || (uint8_t)config->com)
        return PMB_ERR_ARGUMENT;
    if (!pmb_paper_can(panel, config->refresh) ||
        (PMB_ONE_BIT && config->refresh == PMB_REFRESH_GREYS))
        return PMB_ERR_UNSUPPORTED;
    return PMB_OK;
}

/* The longest time of a refresh, 0 when the controller has none such. With waveforms of its own a
 * controller takes up to twice as long in the cold. */
static uint32_t longest(const pmb_panel *panel, pmb_refresh kind)
{
    const PMB_FLASH pmb_paper *paper = pmb_paper_of(panel);
    const uint32_t usual = kind == PMB_REFRESH_FULL    ? paper->full_ms
                           : kind == PMB_REFRESH_FAST  ? paper->fast_ms
                           : kind == PMB_REFRESH_GREYS ? paper->grey_ms
                                                       : paper->partial_ms;
    const uint8_t halves = pmb_paper_halves(panel);
    return usual * (pmb_paper_waveform(panel, kind) || halves <= 4 ? halves : 4) / 2;
}

bool pmb_paper_can(const pmb_panel *panel, pmb_refresh kind)
{
    return kind <= PMB_REFRESH_GREYS && longest(panel, kind) > 0;
}

pmb_status pmb_paper_wait(pmb_panel *panel, uint32_t milliseconds)
{
    const uint8_t going_on = panel->state & PAPER_REFRESHING;
    if (panel->state & PAPER_ASLEEP)
        return PMB_OK; /* the pin says nothing then */
    if (panel->config->busy == PMB_PIN_NONE) {
        if (going_on)
            wait_in_pieces(panel, longest(panel, (pmb_refresh)(going_on - 1)));
    } else {
        for (uint32_t waited = 0; pmb_is_busy(panel); waited += POLL_MS) {
            if (waited >= milliseconds)
                return PMB_ERR_TIMEOUT;
            pmb_wait_ms(panel, POLL_MS);
        }
    }
    panel->state &= (uint8_t)~PAPER_REFRESHING;
    return PMB_OK;
}

pmb_status pmb_paper_ready(pmb_panel *panel)
{
    if (panel->state & PAPER_ASLEEP)
        return PMB_ERR_UNSUPPORTED; /* wake it first */
    return pmb_panel_wait(panel, pmb_paper_of(panel)->full_ms * 4ul);
}

bool pmb_paper_sleeps(const pmb_panel *panel)
{
    return panel->state & PAPER_ASLEEP && !panel->unsure;
}

pmb_status pmb_paper_before_sleep(pmb_panel *panel)
{
    const bool may_sleep = panel->state & PAPER_ASLEEP;
    const pmb_status status = may_sleep ? PMB_OK : pmb_paper_ready(panel);
    if (status == PMB_OK) {
        panel->state |= PAPER_ASLEEP;
        panel->unsure = true;
    }
    return status;
}

pmb_status pmb_paper_contrast(pmb_panel *panel, uint8_t value)
{
    (void)panel;
    return value ? PMB_ERR_UNSUPPORTED : PMB_OK;
}

pmb_status pmb_paper_invert(pmb_panel *panel, bool inverted)
{
    panel->inverted = inverted;
    return PMB_OK;
}

pmb_status pmb_paper_send(const pmb_panel *panel, const pmb_canvas *held, pmb_rect area,
                          uint8_t plane, uint8_t flip)
{
    pmb_canvas one = *held;
    one.pixels += plane * held->plane_bytes;
    const pmb_walk walk = pmb_plan_walk(panel, &one, area);
    return pmb_send_walk(panel, &walk, flip);
}
