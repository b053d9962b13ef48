/* paper.c - what the e-paper families share. */
#include "panel/paper.h"

enum { POLL_MS = 5, BUSY_LATE_MS = 1, PIECE_MS = 100 };

/* A port may feed a watchdog in each call. */
static void wait_in_pieces(const pmb_panel *panel, uint16_t milliseconds)
{
    for (; milliseconds > PIECE_MS; milliseconds = (uint16_t)(milliseconds - PIECE_MS))
        pmb_wait_ms(panel, PIECE_MS);
    pmb_wait_ms(panel, milliseconds);
}

void pmb_paper_begun(const pmb_panel *panel, uint16_t longest_ms)
{
    wait_in_pieces(panel, panel->config->busy == PMB_PIN_NONE ? longest_ms : BUSY_LATE_MS);
}

const PMB_FLASH pmb_paper *pmb_paper_of(const pmb_panel *panel)
{
    return (const PMB_FLASH pmb_paper *)panel->config->controller->detail;
}

static const PMB_FLASH pmb_format *format_for(uint8_t turn, bool inks)
{
    const bool right = turn & PMB_TURN_RIGHT;
    if (turn & PMB_TURN_SWAP) {
        if (inks)
            return right ? &pmb_ink_vertical : &pmb_ink_vertical_msb;
        return right ? &pmb_mono_vertical : &pmb_mono_vertical_msb;
    }
    if (inks)
        return right ? &pmb_ink_horizontal_lsb : &pmb_ink_horizontal;
    return right ? &pmb_mono_horizontal_lsb : &pmb_mono_horizontal;
}

pmb_status pmb_paper_plan(pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    if (PMB_PLAIN_PANELS || (PMB_ONE_BIT && pmb_paper_of(panel)->inks))
        return PMB_ERR_UNSUPPORTED;
    panel->format = format_for(panel->turn, pmb_paper_of(panel)->inks);
    pmb_plan_frame(panel, 8, 1);
    if (config->contrast || config->bias || config->temperature || (uint8_t)config->com)
        return PMB_ERR_ARGUMENT;
    if (!pmb_paper_can(panel, config->refresh))
        return PMB_ERR_UNSUPPORTED;
    return PMB_OK;
}

/* The longest time of a refresh, 0 when the controller has none such. */
static uint16_t longest(const pmb_panel *panel, pmb_refresh kind)
{
    const PMB_FLASH pmb_paper *paper = pmb_paper_of(panel);
    if (kind == PMB_REFRESH_FULL)
        return paper->full_ms;
    return kind == PMB_REFRESH_FAST ? paper->fast_ms : paper->partial_ms;
}

bool pmb_paper_can(const pmb_panel *panel, pmb_refresh kind)
{
    return kind <= PMB_REFRESH_PARTIAL && longest(panel, kind) > 0;
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
    return pmb_panel_wait(panel, pmb_paper_of(panel)->full_ms * 2ul);
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
