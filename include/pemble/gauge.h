/*
 * gauge.h - instruments that show one value: segment digits, dial, clock, compass, bar, tank,
 * thermometer, field, progress, battery. Those that show many are in plot.h, those that say and ask
 * something in notice.h.
 *
 * Each is a const description that draws itself into any rectangle, from a value in whole numbers
 * (tenths, hundredths: what scale.decimals says), and remembers nothing. Colours and typefaces come
 * from its theme, which may not be NULL; for others, give it a theme of your own.
 *
 * Dials, bars, tanks, thermometers and progress leave nothing of their rectangle as it was, or are
 * round: paint the ground of the theme before a round one.
 */
#ifndef PEMBLE_GAUGE_H
#define PEMBLE_GAUGE_H

#include "pemble/angle.h"
#include "pemble/canvas.h"
#include "pemble/linkage.h"
#include "pemble/scale.h"

PMB_BEGIN_C

/* The size in which an instrument without a size function of its own looks as it was meant to, by
 * the label typeface of its theme. Any other will do as well. */
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
 * Seven-segment digits. The text has digits, minus, blank, the letters A to F, and points and
 * colons, which are narrow. `digits` cells have room in all, and a text that is shorter stands at
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

/* The same with fourteen segments, for digits, letters of either case (drawn as capitals) and
 * + - * / \ = < > _ ( ). */
void pmb_segments_letters_draw(pmb_canvas *c, const PMB_FLASH pmb_segments *segments, pmb_rect r,
                               const char *text, pmb_level level);

/* A clock of seven-segment digits, at so many seconds of the day: 4 digits, or 6 for seconds. */
void pmb_segments_clock_draw(pmb_canvas *c, const PMB_FLASH pmb_segments *segments, pmb_rect r,
                             uint32_t seconds);

/* The size that shows a text well at a height; letters are wider than digits. */
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
    const char *label;     /* below the middle, with a pointer in it; may be NULL */
    bool pointer;          /* a triangle at the scale instead of a needle: the middle stays free */
} pmb_dial;

/* Draws it round, in the middle of r. `peak`, where it is not below the scale, has a mark. */
void pmb_dial_draw(pmb_canvas *c, const PMB_FLASH pmb_dial *dial, pmb_rect r, int32_t value,
                   int32_t peak);

/* A clock with hands, at so many seconds of the day. */
void pmb_clock_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, bool with_seconds,
                    uint32_t seconds);

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

/* The same bent to a part of a ring, from an angle on clockwise. */
void pmb_bar_curved_draw(pmb_canvas *c, const PMB_FLASH pmb_bar *bar, pmb_rect r, pmb_angle from,
                         pmb_angle sweep, int32_t value, int32_t target);

/* A tank with what is in it. Waves go over it as the milliseconds pass; with `calm` it is level. */
typedef struct pmb_tank {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale;
    bool calm;
} pmb_tank;

void pmb_tank_draw(pmb_canvas *c, const PMB_FLASH pmb_tank *tank, pmb_rect r, int32_t value,
                   uint32_t milliseconds);

/* A thermometer that stands, with ticks at its right and, where there is room, numbers. */
typedef struct pmb_thermometer {
    const PMB_FLASH pmb_theme *theme;
    const PMB_FLASH pmb_scale *scale;
} pmb_thermometer;

void pmb_thermometer_draw(pmb_canvas *c, const PMB_FLASH pmb_thermometer *thermometer, pmb_rect r,
                          int32_t value);

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

/* A battery, 0 to 100 percent full: in the colours of caution from 25 and of alarm from 10 percent
 * down. `charging` puts a bolt on it. */
void pmb_battery_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, uint8_t percent,
                      bool charging);

/* Four steps that rise, as many of them lit as `bars` says: 0 to 4. */
void pmb_signal_draw(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r, uint8_t bars);

PMB_END_C

#endif
