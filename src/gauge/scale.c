/* scale.c - ranges, ticks and zones. */
#include "pemble/scale.h"
#include "gauge/range.h"
#include "geometry/limits.h"
#include "pemble/number.h"
#include "geometry/ratio.h"

enum { MOST_TICKS = 200 };

pmb_status pmb_scale_check(const PMB_FLASH pmb_scale *s)
{
    if (!s || s->least >= s->most || s->major < 0 || s->minor < 0)
        return PMB_ERR_ARGUMENT;
    const int64_t range = (int64_t)s->most - s->least;
    if ((s->major > 0 && range / s->major > MOST_TICKS) ||
        (s->minor > 0 && range / s->minor > MOST_TICKS))
        return PMB_ERR_ARGUMENT;
    for (uint8_t i = 1; i < s->zone_count; i++)
        if (s->zones[i].from <= s->zones[i - 1].from)
            return PMB_ERR_ARGUMENT;
    return PMB_OK;
}

int32_t pmb_range_place(int32_t least, int32_t most, int32_t value, int32_t length)
{
    const int64_t range = (int64_t)most - least;
    if (value <= least || range <= 0)
        return 0;
    if (value >= most)
        return length;
    return pmb_quotient(((int64_t)value - least) * length + range / 2, range);
}

int32_t pmb_range_row(int32_t least, int32_t most, int32_t value, pmb_rect r)
{
    return (int32_t)r.y + r.h - 1 - pmb_range_place(least, most, value, r.h - 1);
}

int32_t pmb_scale_place(const PMB_FLASH pmb_scale *s, int32_t value, int32_t length)
{
    if (PMB_MISSING(s))
        return 0;
    return pmb_range_place(s->least, s->most, value, length);
}

/* The zone of a value; -1 below the first. */
static int16_t zone_of(const PMB_FLASH pmb_scale *s, int32_t value)
{
    int16_t zone = -1;
    while (zone + 1 < s->zone_count && value >= s->zones[zone + 1].from)
        zone++;
    return zone;
}

pmb_level pmb_scale_level(const PMB_FLASH pmb_scale *s, int32_t value)
{
    if (PMB_MISSING(s))
        return PMB_NORMAL;
    const int16_t zone = zone_of(s, value);
    return zone < 0 ? PMB_NORMAL : s->zones[zone].level;
}

pmb_level pmb_scale_level_held(const PMB_FLASH pmb_scale *s, int32_t value, pmb_level before,
                               int32_t margin)
{
    const pmb_level now = pmb_scale_level(s, value);
    if (now >= before)
        return now;
    const int64_t raised = (int64_t)value + margin;
    const pmb_level with_margin =
        pmb_scale_level(s, (int32_t)(raised > INT32_MAX ? INT32_MAX : raised));
    return with_margin >= before ? before : now;
}

void pmb_scale_number(char *text, size_t size, const PMB_FLASH pmb_scale *s, int64_t value)
{
    const pmb_number how = {.decimals = s->decimals};
    (void)pmb_number_text(text, size, &how, (int32_t)value);
}

bool pmb_zone_next(struct zone_walk *w, const PMB_FLASH pmb_scale *s)
{
    if (w->next > s->zone_count)
        return false;
    w->from = w->next == 0 ? s->least : w->to;
    w->level = w->next == 0 ? PMB_NORMAL : s->zones[w->next - 1].level;
    w->to = w->next < s->zone_count
                ? pmb_greater(s->least, pmb_lesser(s->zones[w->next].from, s->most))
                : s->most;
    w->next++;
    return true;
}

struct disc pmb_disc_in(pmb_rect r)
{
    return (struct disc){{(int16_t)(r.x + r.w / 2), (int16_t)(r.y + r.h / 2)},
                         (int16_t)((pmb_lesser(r.w, r.h) - 1) / 2)};
}
