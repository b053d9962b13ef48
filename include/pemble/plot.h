/*
 * plot.h - instruments that show many values: plot, bar chart, sparkline, scope, and the numbers
 * along an edge of them. As in gauge.h, a theme may not be NULL.
 */
#ifndef PEMBLE_PLOT_H
#define PEMBLE_PLOT_H

#include "pemble/linkage.h"
#include "pemble/scale.h"

PMB_BEGIN_C

typedef enum pmb_trace { PMB_TRACE_LINE = 0, PMB_TRACE_DOTS, PMB_TRACE_FILLED } pmb_trace;

/* One series of a plot. */
typedef struct pmb_series {
    const PMB_FLASH pmb_scale *scale; /* NULL: its range is found from what is shown */
    pmb_color color;
    pmb_trace trace;
    bool marked; /* a dashed line of reference at `mark` */
    int16_t mark;
} pmb_series;

/* What fell on one column: from the least to the greatest value. */
typedef struct pmb_spread {
    int16_t least, most;
} pmb_spread;

/* A plot of several series that scrolls to the left. */
typedef struct pmb_plot {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_series *series;
    uint8_t series_count;
    uint16_t columns;   /* of memory */
    pmb_spread *values; /* series_count * columns, of the caller's */
    uint16_t next, filled;
} pmb_plot;

/* PMB_ERR_ARGUMENT: a null pointer, or no series or column. */
pmb_status pmb_plot_init(pmb_plot *plot, const PMB_FLASH pmb_theme *theme,
                         const PMB_FLASH pmb_series *series, uint8_t series_count,
                         pmb_spread *values, uint16_t columns);

/* One value for each series: everything moves by a column. */
void pmb_plot_push(pmb_plot *plot, const int16_t *values);

/* Further values for the newest column, which then shows the least and the greatest of all. Before
 * the first push it is one. */
void pmb_plot_widen(pmb_plot *plot, const int16_t *values);

/* The newest column is at the right edge of r; what is wider than the memory is empty. Dotted lines
 * are at the major ticks of the first series. */
void pmb_plot_draw(pmb_canvas *c, const pmb_plot *plot, pmb_rect r);

/*
 * The numbers of a scale beside something: along the right or the left edge of r, or along its top
 * edge when it is wider than high, with ticks towards that edge. Give it the height of what it
 * stands beside, and its numbers stand where the values are there. Those that would run into
 * another or beyond r are left out.
 */
typedef struct pmb_ruler {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale;
    pmb_color color;
    bool at_right; /* what it belongs to is at its right: ticks and numbers are, too */
} pmb_ruler;

void pmb_ruler_draw(pmb_canvas *c, const PMB_FLASH pmb_ruler *ruler, pmb_rect r);

/* The columns that the widest of its numbers takes with its tick. */
int16_t pmb_ruler_width(const PMB_FLASH pmb_ruler *ruler);

/* Bars side by side, from 0 or the end of the scale that is nearest to it, in the colours of their
 * zones. */
typedef struct pmb_chart {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale;
    const char *const *labels; /* one below each bar, where there is room; or NULL */
} pmb_chart;

/* `chosen` is the bar that is drawn in ink, with its label; -1: none. */
void pmb_chart_draw(pmb_canvas *c, const PMB_FLASH pmb_chart *chart, pmb_rect r,
                    const int16_t *values, uint16_t count, int16_t chosen);

/* A trace without a scale, spread over all of r, with a dot at its end: small, in a line of text.
 */
void pmb_sparkline_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r,
                        const int16_t *values, uint16_t count);

/* Points of two values each, the first across and the second upwards, on a cross. */
typedef struct pmb_scope {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *across, *up;
    bool joined; /* lines between the points */
} pmb_scope;

/* The last point, the newest, has a dot. */
void pmb_scope_draw(pmb_canvas *c, const PMB_FLASH pmb_scope *scope, pmb_rect r,
                    const int16_t (*points)[2], uint16_t count);

PMB_END_C

#endif
