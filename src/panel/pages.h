/* pages.h - a part of a canvas for pages of eight rows; private to src/panel. */
#ifndef PEMBLE_SRC_PANEL_PAGES_H
#define PEMBLE_SRC_PANEL_PAGES_H

#include "pemble/turn.h"

/* pmb_plan_walk for pages of eight rows. With PMB_NO_TURN it is smaller. */
static inline pmb_walk pmb_plan_pages(const pmb_panel *panel, const pmb_canvas *held,
                                      const pmb_rect *area)
{
    if (!PMB_NO_TURN)
        return pmb_plan_walk(panel, held, *area);
    const uint8_t page = (uint8_t)(area->y - held->bounds.y) / 8;
    return (pmb_walk){.first =
                          held->pixels + (size_t)page * held->stride + (area->x - held->bounds.x),
                      .column_step = 1,
                      .line_step = held->stride,
                      .bytes = (uint16_t)area->w,
                      .lines = (uint8_t)area->h / 8u,
                      .column = (uint16_t)(area->x + panel->offset.x),
                      .row = (uint16_t)(area->y + panel->offset.y)};
}

#endif
