/* budget.c - what a panel costs in memory, and in bytes and time on the wire. */
#include "pemble/bench_budget.h"
#include "bench_parts.h"
#include "pemble/families.h"
#include "pemble/shape.h"

static void fill(pmb_canvas *c, void *scene)
{
    pmb_fill(c, *(const pmb_color *)scene);
}

/* As a number that changes: a few dark pixels on what is light. */
static void change(pmb_canvas *c, void *scene)
{
    enum { W = 32, H = 16 };
    (void)scene;
    pmb_fill(c, PMB_WHITE);
    pmb_rect_fill(c, (pmb_rect){W, H, W, H}, PMB_BLACK);
}

static pmb_status measure_paint(struct pmb_frame_cost *cost, pmb_bench *bench, pmb_screen *screen,
                                pmb_paint paint, void *scene)
{
    const uint64_t start = pmb_bench_now(bench);
    const pmb_bench_traffic before = pmb_bench_traffic_so_far(bench);
    const pmb_status status = bench_paint(screen, paint, scene);
    const pmb_bench_traffic after = pmb_bench_traffic_so_far(bench);
    *cost = (struct pmb_frame_cost){after.bytes - before.bytes, after.transfers - before.transfers,
                                    pmb_bench_now(bench) - start};
    return status;
}

/* One refresh of a kind, from its beginning to its end. */
static pmb_status measure_refresh(pmb_budget *budget, pmb_bench *bench, pmb_screen *screen,
                                  pmb_refresh kind)
{
    struct pmb_refresh_cost *cost = &budget->refreshes[kind];
    pmb_status status = pmb_panel_refresh(screen->panel, kind);
    const uint64_t start = pmb_bench_now(bench);
    if (status == PMB_ERR_UNSUPPORTED)
        return PMB_OK;
    if (status == PMB_OK)
        status = pmb_panel_wait(screen->panel, 120000);
    cost->nanoseconds = pmb_bench_now(bench) - start;
    cost->microcoulombs =
        (uint32_t)(cost->nanoseconds / 1000 * budget->drive_microamperes / 1000000);
    return status;
}

static pmb_status measure_paper(pmb_budget *budget, pmb_bench *bench, pmb_screen *screen)
{
    const pmb_size size = screen->panel->config->size;
    const bool large = (int32_t)size.w * size.h > 400 * 300;
    pmb_status status = PMB_OK;
    budget->drive_microamperes = large ? PMB_LARGE_PAPER_MICROAMPERES : PMB_PAPER_MICROAMPERES;
    for (int kind = 0; kind <= PMB_REFRESH_GREYS && status == PMB_OK; kind++)
        status = measure_refresh(budget, bench, screen, (pmb_refresh)kind);
    return status;
}

static size_t draft_bytes(const pmb_panel *panel)
{
#if PMB_DRAFTS
    return panel->family->refresh ? 0 : sizeof(pmb_square) * pmb_screen_square_count(panel);
#else
    (void)panel;
    return 0;
#endif
}

pmb_status pmb_budget_measure(pmb_budget *budget, pmb_bench *bench, pmb_screen *screen)
{
    if (!budget || !bench || !screen || !screen->panel)
        return PMB_ERR_ARGUMENT;
    const pmb_panel *panel = screen->panel;
    const pmb_size frame = {panel->frame.w, panel->frame.h};
    *budget = (pmb_budget){
        .columns = panel->columns,
        .least_depth = panel->columns ? panel->column_unit : panel->row_unit,
        .whole_depth = panel->columns ? frame.w : frame.h,
        .least_bytes = pmb_screen_least_bytes(panel),
        .whole_bytes = pmb_screen_whole_bytes(panel),
        .tile_bytes = sizeof(pmb_tile) * (size_t)PMB_TILES(frame.w, frame.h),
        .mirror_bytes = pmb_screen_whole_bytes(panel),
        .draft_bytes = draft_bytes(panel),
    };
    /* Two frames that differ everywhere; the second is measured, without what opening costs. */
    pmb_color color = PMB_BLACK;
    pmb_status status = bench_paint(screen, fill, &color);
    color = PMB_WHITE;
    if (status == PMB_OK)
        status = measure_paint(&budget->frame, bench, screen, fill, &color);
    if (panel->family->refresh)
        return status == PMB_OK ? measure_paper(budget, bench, screen) : status;
    if (status == PMB_OK)
        status = measure_paint(&budget->change, bench, screen, change, NULL);
    return status == PMB_OK ? bench_paint(screen, fill, &color) : status;
}
