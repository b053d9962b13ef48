/* patches.c - what changed, gathered into few rectangles that are sent. */
#include "screen/patches.h"
#include "screen/tiles.h"

enum { ADDRESS = 10 }; /* bytes that a new address costs, about, whatever the family */

pmb_patches pmb_patches_of(pmb_screen *screen)
{
    const pmb_panel *panel = screen->panel;
    const PMB_FLASH pmb_format *f = panel->format;
    const uint16_t across =
        (uint16_t)(panel->column_unit / f->columns_per_byte * f->bytes_per_pixel);
    return (pmb_patches){.screen = screen,
                         .unit_bytes = (uint16_t)(across * (panel->row_unit / f->rows_per_line))};
}

static uint32_t area_of(const pmb_patch *p)
{
    return (uint32_t)(p->end - p->first) * (uint32_t)(p->bottom - p->top);
}

static pmb_patch joined(const pmb_patch *a, const pmb_patch *b)
{
    return (pmb_patch){.first = a->first < b->first ? a->first : b->first,
                       .end = a->end > b->end ? a->end : b->end,
                       .top = a->top < b->top ? a->top : b->top,
                       .bottom = a->bottom > b->bottom ? a->bottom : b->bottom,
                       .changed = a->changed + b->changed};
}

/* Whether two are better sent as one: what comes between them costs no more than an address, and
 * not much in comparison with what changed. */
static bool is_better(const pmb_patches *p, const pmb_patch *a, const pmb_patch *b)
{
    const pmb_patch both = joined(a, b);
    const uint32_t unchanged = area_of(&both) - both.changed;
    const uint32_t before = area_of(a) - a->changed + area_of(b) - b->changed;
    return (unchanged - before) * p->unit_bytes <= ADDRESS && unchanged * 5 <= both.changed;
}

static pmb_status send_patch(pmb_patches *p, const pmb_patch *patch)
{
    pmb_screen *screen = p->screen;
    const pmb_panel *panel = screen->panel;
    const pmb_rect band = screen->canvas.bounds;
    const pmb_rect area = {(int16_t)(band.x + patch->first * panel->column_unit),
                           (int16_t)(band.y + patch->top * panel->row_unit),
                           (int16_t)((patch->end - patch->first) * panel->column_unit),
                           (int16_t)((patch->bottom - patch->top) * panel->row_unit)};
    return pmb_send_part_of_band(screen, &area);
}

/* The run that has ended: to the patch that ends above it, or as a new one. */
static pmb_status end_run(pmb_patches *p)
{
    const pmb_patch run = p->run;
    p->run.changed = 0;
    /* Lines of several rows are addressed one by one anyway. */
    for (uint8_t i = 0; i < p->count && !pmb_rows_are_pages(p->screen->panel); i++)
        if (is_better(p, &p->open[i], &run)) { /* those that end above its row are closed */
            p->open[i] = joined(&p->open[i], &run);
            return PMB_OK;
        }
    if (p->count < PMB_OPEN_PATCHES) {
        p->open[p->count++] = run;
        return PMB_OK;
    }
    /* The one that ends highest up is the least likely to grow. */
    pmb_patch *highest = p->open;
    for (uint8_t i = 1; i < PMB_OPEN_PATCHES; i++)
        if (p->open[i].bottom < highest->bottom)
            highest = &p->open[i];
    const pmb_status status = send_patch(p, highest);
    *highest = run;
    return status;
}

pmb_status pmb_patches_add(pmb_patches *p, pmb_patch one)
{
    pmb_status status = PMB_OK;
    if (p->run.changed && is_better(p, &p->run, &one)) { /* it is of the same row */
        p->run = joined(&p->run, &one);
        return PMB_OK;
    }
    if (p->run.changed)
        status = end_run(p);
    p->run = one;
    return status;
}

pmb_status pmb_patches_close(pmb_patches *p, uint16_t line)
{
    pmb_status status = p->run.changed ? end_run(p) : PMB_OK;
    uint8_t kept = 0;
    for (uint8_t i = 0; i < p->count && status == PMB_OK; i++) {
        if (p->open[i].bottom < line)
            status = send_patch(p, &p->open[i]);
        else
            p->open[kept++] = p->open[i];
    }
    p->count = kept;
    return status;
}
