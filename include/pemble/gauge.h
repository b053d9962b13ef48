/*
 * gauge.h - instruments: segment digits, dials, bars, plots and value fields.
 *
 * Each is a const description that draws itself into any rectangle, from a value in whole numbers
 * (tenths, hundredths: what scale.decimals says). Nothing is remembered but what a plot has been
 * given. A description's theme may not be NULL.
 */
#ifndef PEMBLE_GAUGE_H
#define PEMBLE_GAUGE_H

#include "pemble/angle.h"
#include "pemble/canvas.h"
#include "pemble/theme.h"

/* From this value on, up to the next zone. */
typedef struct pmb_zone {
    int32_t from;
    pmb_level level;
} pmb_zone;

/* A range of values and how it is divided. */
typedef struct pmb_scale {
    int32_t least, most;  /* least < most */
    int32_t major, minor; /* distances of ticks, from `least` on; 0: none */
    uint8_t decimals;     /* of the numbers at major ticks: a value of 125 with one is 12.5 */
    const PMB_FLASH pmb_zone *zones; /* rising; below the first all is normal */
    uint8_t zone_count;
} pmb_scale;

/* PMB_ERR_ARGUMENT: the range has no width, a distance is negative, there would be more than 200
 * ticks, or the zones do not rise. Gauges with such a scale draw nothing. */
pmb_status pmb_scale_check(const PMB_FLASH pmb_scale *scale);

/* Where a value lies on a way of `length` steps, 0 to length; values beyond the ends are at them.
 */
int32_t pmb_scale_place(const PMB_FLASH pmb_scale *scale, int32_t value, int32_t length);

pmb_level pmb_scale_level(const PMB_FLASH pmb_scale *scale, int32_t value);

/* The same with hysteresis: from the level `before` it falls only when the value is `margin` below
 * where that level begins. */
pmb_level pmb_scale_level_held(const PMB_FLASH pmb_scale *scale, int32_t value, pmb_level before,
                               int32_t margin);

/*
 * Seven-segment digits. The text has digits, minus, blank, the letters A to F, and points and
 * colons, which are narrow. `wide` digits have room in all, and a text that is shorter stands at
 * the right.
 */
typedef struct pmb_segments {
    const PMB_FLASH pmb_theme *theme;
    uint8_t digits; /* cells, without points and colons; 1 to 20 */
    uint8_t slant;  /* by so many percent of the height the top leans to the right; at most 30 */
    bool unlit;     /* segments that are off are drawn faintly */
} pmb_segments;

void pmb_segments_draw(pmb_canvas *c, const PMB_FLASH pmb_segments *segments, pmb_rect r,
                       const char *text, pmb_level level);

/* The size that shows the digits well at a height. */
pmb_size pmb_segments_size(const PMB_FLASH pmb_segments *segments, int16_t height,
                           const char *text);

/* A dial with a needle. */
typedef struct pmb_dial {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale;
    pmb_angle from, sweep; /* of the scale, clockwise; PMB_DEGREES(0) is up */
    bool numbers;          /* at major ticks, where there is room */
    const char *label;     /* in the middle, below the needle; may be NULL */
} pmb_dial;

/* Draws it round, in the middle of r. `peak`, where it is not below the scale, has a mark. */
void pmb_dial_draw(pmb_canvas *c, const PMB_FLASH pmb_dial *dial, pmb_rect r, int32_t value,
                   int32_t peak);

/* A clock with hands, at so many seconds of the day. */
void pmb_clock_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, uint32_t seconds,
                    bool with_seconds);

/* A compass rose that turns below a mark at the top: what is ahead is at the mark. PMB_DEGREES(0)
 * is north, PMB_DEGREES(90) east. */
void pmb_compass_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r,
                      pmb_angle heading);

/* A bar from left to right or, higher than wide, from the bottom up. */
typedef struct pmb_bar {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale;
    uint8_t blocks; /* it is made of so many blocks with gaps; 0: it is solid */
} pmb_bar;

/* `target`, where it lies on the scale, has a mark across the bar. */
void pmb_bar_draw(pmb_canvas *c, const PMB_FLASH pmb_bar *bar, pmb_rect r, int32_t value,
                  int32_t target);

typedef enum pmb_trace { PMB_TRACE_LINE = 0, PMB_TRACE_DOTS, PMB_TRACE_FILLED } pmb_trace;

/* One series of a plot. */
typedef struct pmb_series {
    const PMB_FLASH pmb_scale *scale; /* NULL: its range is found from what is shown */
    pmb_color color;
    pmb_trace trace;
} pmb_series;

/* A plot of several series that scrolls to the left. */
typedef struct pmb_plot {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_series *series;
    uint8_t series_count;
    uint16_t columns; /* of memory */
    int16_t *values;  /* series_count * columns, of the caller's */
    uint16_t next, filled;
} pmb_plot;

/* PMB_ERR_ARGUMENT: a null pointer, or no series or column. */
pmb_status pmb_plot_init(pmb_plot *plot, const PMB_FLASH pmb_theme *theme,
                         const PMB_FLASH pmb_series *series, uint8_t series_count, int16_t *values,
                         uint16_t columns);

/* One value for each series: everything moves by a column. */
void pmb_plot_push(pmb_plot *plot, const int16_t *values);

/* The newest column is at the right edge of r; what is wider than the memory is empty. */
void pmb_plot_draw(pmb_canvas *c, const pmb_plot *plot, pmb_rect r);

/* A labelled number in a frame. In a small one it is drawn in a smaller typeface, and the label,
 * which is beside the number or above it, is left out. */
typedef struct pmb_field {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale; /* for its decimals and zones; may be NULL */
    const char *label, *unit;         /* may be NULL */
} pmb_field;

void pmb_field_draw(pmb_canvas *c, const PMB_FLASH pmb_field *field, pmb_rect r, int32_t value,
                    pmb_level level);

/* The least size in which all of it has room, for a number with so many digits. */
pmb_size pmb_field_size(const PMB_FLASH pmb_field *field, uint8_t digits);

/* A bar that fills as something goes on: `part` of `whole`; with whole 0 a block that wanders, by
 * `part` in milliseconds. */
void pmb_progress_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, uint32_t part,
                       uint32_t whole);

#endif
