/* range.h - what gauges share; private to src/gauge. */
#ifndef PEMBLE_SRC_GAUGE_RANGE_H
#define PEMBLE_SRC_GAUGE_RANGE_H

#include "pemble/canvas.h"
#include "pemble/scale.h"

/* As pmb_scale_place, for two values instead of a scale. */
int32_t pmb_range_place(int32_t least, int32_t most, int32_t value, int32_t length);

/* The row of a value in a rectangle. The least value is at the bottom. */
int32_t pmb_range_row(int32_t least, int32_t most, int32_t value, pmb_rect r);

/* The number at a tick, with the scale's decimals. */
void pmb_scale_number(char *text, size_t size, const PMB_FLASH pmb_scale *scale, int64_t value);

/* Text in a part of a gauge, as pmb_text_box. It is left out where its capitals would be cut off.
 */
void pmb_gauge_text(pmb_canvas *c, const pmb_text_style *style, pmb_rect r,
                    const pmb_text_layout *layout, const char *text);

/* The zones of a scale one after the other, the part below the first included: false after the
 * last. Start with {0}. */
struct zone_walk {
    uint8_t next;
    pmb_level level;
    int32_t from, to; /* values, cut to the scale */
};
bool pmb_zone_next(struct zone_walk *walk, const PMB_FLASH pmb_scale *scale);

/* A round instrument's place in a rectangle. */
struct disc {
    pmb_point middle;
    int16_t radius;
};
struct disc pmb_disc_in(pmb_rect r);

#endif
