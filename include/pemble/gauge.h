/*
 * gauge.h - instruments that show one value: segment digits, dial, clock, compass, bar, tank,
 * thermometer, field, progress, battery. plot.h has those that show many values, notice.h those
 * that say or ask something.
 *
 * A gauge is a const description. It draws itself into any rectangle, from a value in whole
 * numbers: tenths or hundredths, as scale.decimals says. A gauge remembers nothing. Its colours and
 * typefaces come from its theme. A gauge without a description, a theme or a scale that it needs
 * draws nothing.
 *
 * Bars, tanks, thermometers, fields and progress fill all of their rectangle. Dials, clocks and
 * compasses are round: fill the rectangle with the theme's ground first.
 */
#ifndef PEMBLE_GAUGE_H
#define PEMBLE_GAUGE_H

#include "pemble/angle.h"
#include "pemble/canvas.h"
#include "pemble/linkage.h"
#include "pemble/scale.h"

PMB_BEGIN_C

/* pmb_natural_size gives the size for which an instrument was designed, by the label typeface of
 * its theme; {0, 0} for a number that is none. It is for instruments without a size function of
 * their own. Every other size works, too. */
typedef enum pmb_instrument {
    PMB_INSTRUMENT_ROUND = 0, /* dial, clock, compass, curved bar */
    PMB_INSTRUMENT_LEVEL,     /* a bar that lies, progress */
    PMB_INSTRUMENT_UPRIGHT,   /* a bar that stands, thermometer */
    PMB_INSTRUMENT_TANK,
    PMB_INSTRUMENT_PLOT, /* plot, chart, scope */
    PMB_INSTRUMENT_SPARKLINE,
    PMB_INSTRUMENT_BATTERY /* battery, signal */
} pmb_instrument;

pmb_size pmb_natural_size(const PMB_FLASH pmb_theme *theme, pmb_instrument instrument);

/*
 * Seven-segment digits. The text may have digits, minus, blank, the letters A to F, points and
 * colons. Points and colons are narrow and take no cell. A text with fewer characters than cells
 * stands at the right.
 */
typedef struct pmb_segments {
    const PMB_FLASH pmb_theme *theme;
    uint8_t digits; /* cells, without points and colons; 1 to 20 */
    uint8_t slant;  /* the top leans to the right by this percentage of the height; at most 30 */
    bool unlit;     /* segments that are off are drawn faintly */
} pmb_segments;

void pmb_segments_draw(pmb_canvas *c, const PMB_FLASH pmb_segments *segments, pmb_rect r,
                       const char *text, pmb_level level);

/* Fourteen segments, for digits, letters (small ones are drawn as capitals) and
 * + - * / \ = < > _ ( ). */
void pmb_segments_letters_draw(pmb_canvas *c, const PMB_FLASH pmb_segments *segments, pmb_rect r,
                               const char *text, pmb_level level);

/* A clock of seven-segment digits. `seconds` count from midnight. With 6 digits or more it shows
 * the seconds. */
void pmb_segments_clock_draw(pmb_canvas *c, const PMB_FLASH pmb_segments *segments, pmb_rect r,
                             uint32_t seconds);

/* A size with good proportions for a text, at a height. Letters are wider than digits. */
pmb_size pmb_segments_size(const PMB_FLASH pmb_segments *segments, int16_t height,
                           const char *text);
pmb_size pmb_segments_letters_size(const PMB_FLASH pmb_segments *segments, int16_t height,
                                   const char *text);

/* A dial with a needle or a pointer. */
typedef struct pmb_dial {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale;
    pmb_angle from, sweep; /* of the scale, clockwise; PMB_DEGREES(0) is up */
    bool numbers;          /* at major ticks, where there is room */
    const char *label;     /* below the middle; with `pointer`, in the middle; may be NULL */
    bool pointer; /* a triangle at the scale instead of a needle, so that the middle is free */
} pmb_dial;

/* Draws a round dial in the middle of r. A `peak` within the scale is marked; a value below the
 * scale means no mark. */
void pmb_dial_draw(pmb_canvas *c, const PMB_FLASH pmb_dial *dial, pmb_rect r, int32_t value,
                   int32_t peak);

/* A clock with hands. `seconds` count from midnight. */
void pmb_clock_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, bool with_seconds,
                    uint32_t seconds);

/* A compass rose that turns below a mark at the top. The mark shows the heading: PMB_DEGREES(0) is
 * north, PMB_DEGREES(90) east. */
void pmb_compass_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r,
                      pmb_angle heading);

/* A bar. It fills from left to right; in a rectangle that is higher than wide, from the bottom up.
 */
typedef struct pmb_bar {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale;
    uint8_t blocks; /* number of blocks with gaps between them; 0: a solid bar */
} pmb_bar;

/* A `target` within the scale has a mark across the bar. */
void pmb_bar_draw(pmb_canvas *c, const PMB_FLASH pmb_bar *bar, pmb_rect r, int32_t value,
                  int32_t target);

/* The bar as a part of a ring, from an angle on, clockwise. */
void pmb_bar_curved_draw(pmb_canvas *c, const PMB_FLASH pmb_bar *bar, pmb_rect r, pmb_angle from,
                         pmb_angle sweep, int32_t value, int32_t target);

/* A tank with its contents. Waves move as the milliseconds pass; with `calm` the surface is level.
 */
typedef struct pmb_tank {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale;
    bool calm;
} pmb_tank;

void pmb_tank_draw(pmb_canvas *c, const PMB_FLASH pmb_tank *tank, pmb_rect r, int32_t value,
                   uint32_t milliseconds);

/* An upright thermometer with ticks at its right and, if there is room, numbers. */
typedef struct pmb_thermometer {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale;
} pmb_thermometer;

void pmb_thermometer_draw(pmb_canvas *c, const PMB_FLASH pmb_thermometer *thermometer, pmb_rect r,
                          int32_t value);

/* A labelled number in a frame. The label is beside the number or above it. In a small rectangle
 * the number has a smaller typeface, and label and unit are left out. A number that has no room is
 * left out too: a part of it would be another number. */
typedef struct pmb_field {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale; /* for its decimals and zones; may be NULL */
    const char *label, *unit;         /* may be NULL */
} pmb_field;

void pmb_field_draw(pmb_canvas *c, const PMB_FLASH pmb_field *field, pmb_rect r, int32_t value,
                    pmb_level level);

/* The smallest size in which number, label and unit have room, for a number of digits. */
pmb_size pmb_field_size(const PMB_FLASH pmb_field *field, uint8_t digits);

/* A progress bar: `part` of `whole` is filled. If `whole` is 0, a block wanders, and `part` is the
 * time in milliseconds. */
void pmb_progress_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, uint32_t part,
                       uint32_t whole);

/* A battery, 0 to 100 percent full. It has the theme's colour of caution at 25 percent or less, and
 * of alarm at 10 percent or less. `charging` adds a bolt and keeps the normal colour. */
void pmb_battery_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, uint8_t percent,
                      bool charging);

/* Signal strength: four rising steps, of which `bars` (0 to 4) are lit. */
void pmb_signal_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, uint8_t bars);

PMB_END_C

#endif
