/*
 * plot.h - instruments that show many values: plot, bar chart, sparkline, scope; and a ruler, the
 * numbers along an edge. What gauge.h says of descriptions and themes holds here, too.
 */
#ifndef PEMBLE_PLOT_H
#define PEMBLE_PLOT_H

#include "pemble/linkage.h"
#include "pemble/scale.h"

PMB_BEGIN_C

typedef enum pmb_trace { PMB_TRACE_LINE = 0, PMB_TRACE_DOTS, PMB_TRACE_FILLED } pmb_trace;

/* One series of a plot. */
typedef struct pmb_series {
    const PMB_FLASH pmb_scale *scale; /* NULL: the range follows the values that are shown */
    pmb_color color;
    pmb_trace trace;
    bool marked; /* draws a dashed line of reference at `mark` */
    int16_t mark;
} pmb_series;

/* The values of one column: the least and the greatest. */
typedef struct pmb_spread {
    int16_t least, most;
} pmb_spread;

/* A plot of several series. It scrolls to the left. */
typedef struct pmb_plot {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_series *series;
    uint8_t series_count;
    uint16_t columns;   /* that the memory holds */
    pmb_spread *values; /* the caller's: series_count * columns */
    uint16_t next, filled;
} pmb_plot;

/* PMB_ERR_ARGUMENT: a null pointer, or no series or column. */
pmb_status pmb_plot_init(pmb_plot *plot, const PMB_FLASH pmb_theme *theme,
                         const PMB_FLASH pmb_series *series, uint8_t series_count,
                         pmb_spread *values, uint16_t columns);

/* Adds a column with one value for each series. Older columns move to the left. */
void pmb_plot_push(pmb_plot *plot, const int16_t *values);

/* Adds values to the newest column, which then shows the least and the greatest of all. On an empty
 * plot this acts as a push. */
void pmb_plot_widen(pmb_plot *plot, const int16_t *values);

/* Draws the plot with its newest column at the right edge of r. Columns beyond the memory are
 * empty. Dotted lines mark the major ticks of the first series. */
void pmb_plot_draw(pmb_canvas *c, const pmb_plot *plot, pmb_rect r);

/*
 * A ruler: the numbers of a scale beside a plot or a bar. It stands along the right or the left
 * edge of r, with ticks towards that edge. In an r that is wider than high it lies along the top
 * edge. Give it the height of the plot: the numbers are then beside their values. A number that
 * would touch another one, or would leave r, is left out.
 */
typedef struct pmb_ruler {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale;
    pmb_color color;
    bool at_right; /* the plot is at the right of the ruler: so are ticks and numbers */
} pmb_ruler;

void pmb_ruler_draw(pmb_canvas *c, const PMB_FLASH pmb_ruler *ruler, pmb_rect r);

/* The width in pixels of the widest number with its tick; 0 for a scale that pmb_scale_check()
 * refuses. */
int16_t pmb_ruler_width(const PMB_FLASH pmb_ruler *ruler);

/* Bars side by side, in the colours of their zones. They begin at 0, or at the end of the scale
 * that is nearest to 0. */
typedef struct pmb_chart {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale;
    const char *const *labels; /* one below each bar, where there is room; or NULL */
} pmb_chart;

/* The bar number `chosen` is drawn in the theme's ink, with its label; -1: none. */
void pmb_chart_draw(pmb_canvas *c, const PMB_FLASH pmb_chart *chart, pmb_rect r,
                    const int16_t *values, uint16_t count, int16_t chosen);

/* A small trace for a line of text. It has no scale, fills all of r and ends in a dot. */
void pmb_sparkline_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r,
                        const int16_t *values, uint16_t count);

/* Points of two values, the first across and the second upwards, on crossed axes. */
typedef struct pmb_scope {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *across, *up;
    bool joined; /* draws lines between the points */
} pmb_scope;

/* Draws the points. The last one, which is the newest, has a dot. */
void pmb_scope_draw(pmb_canvas *c, const PMB_FLASH pmb_scope *scope, pmb_rect r,
                    const int16_t (*points)[2], uint16_t count);

PMB_END_C

#endif
