/* budget.c - what a panel costs in memory, and in bytes and time on the wire. */
#include "pemble/bench_budget.h"
#include "bench_parts.h"
#include "pemble/shape.h"

static void fill(pmb_canvas *c, void *scene)
{
    pmb_fill(c, *(const pmb_color *)scene);
}

pmb_status pmb_budget_measure(pmb_budget *budget, pmb_bench *bench, pmb_screen *screen)
{
    if (!budget || !bench || !screen || !screen->panel)
        return PMB_ERR_ARGUMENT;
    const pmb_panel *panel = screen->panel;
    const pmb_size frame = {panel->frame.w, panel->frame.h};
    const int line_rows = panel->format->rows_per_line;
    *budget = (pmb_budget){
        .line_rows = line_rows,
        .rows = frame.h,
        .line_bytes = pmb_canvas_bytes(panel->format, (pmb_size){frame.w, (int16_t)line_rows}),
        .whole_bytes = pmb_canvas_bytes(panel->format, frame),
        .tile_bytes = sizeof(pmb_tile) * (size_t)PMB_TILES(frame.w, frame.h),
        .mirror_bytes = pmb_screen_whole_bytes(panel),
    };
    /* Two frames that differ everywhere; the second is measured, without what opening costs. */
    pmb_color color = PMB_BLACK;
    pmb_status status = bench_paint(screen, fill, &color);
    const uint64_t start = pmb_bench_now(bench);
    const pmb_bench_traffic before = pmb_bench_traffic_so_far(bench);
    color = PMB_WHITE;
    if (status == PMB_OK)
        status = bench_paint(screen, fill, &color);
    const pmb_bench_traffic after = pmb_bench_traffic_so_far(bench);
    budget->frame.bytes = after.bytes - before.bytes;
    budget->frame.transfers = after.transfers - before.transfers;
    budget->frame.nanoseconds = pmb_bench_now(bench) - start;
    return status;
}
