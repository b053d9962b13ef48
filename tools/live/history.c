/* history.c - changes of the glasses, packed by zlib. Every 64th is a whole picture, so that what a
 * glass showed is put together from few of them. */
#include "history.h"

#include <stdlib.h>
#include <string.h>
#include <zlib.h>

enum { WHOLE_EVERY = 64 };

static const uint64_t MINUTE_NS = 60000000000u;
static const size_t MOST_BYTES = 16u << 20; /* of one glass */

struct change {
    uint64_t time;
    bool whole;
    struct feed_area area;
    uint8_t *packed;
    size_t size;
};

/* The changes of one glass, oldest first; the first is whole. */
struct track {
    struct change *changes;
    size_t count, room, bytes;
};

struct history {
    struct track tracks[MOST_GLASSES];
    uint64_t held;
};

void glass_put(struct glass *glass, const struct feed_area *area, const uint8_t *rgb)
{
    const size_t row = 3 * (size_t)area->w;
    for (int y = 0; y < area->h; y++)
        memcpy(glass->rgb + 3 * ((size_t)(area->y + y) * (size_t)glass->width + area->x),
               rgb + (size_t)y * row, row);
}

struct history *history_new(void)
{
    struct history *h = calloc(1, sizeof *h);
    if (h)
        h->held = UINT64_MAX;
    return h;
}

void history_free(struct history *h)
{
    for (int id = 0; h && id < MOST_GLASSES; id++) {
        for (size_t i = 0; i < h->tracks[id].count; i++)
            free(h->tracks[id].changes[i].packed);
        free(h->tracks[id].changes);
    }
    free(h);
}

/* The pixels of an area in one piece. */
static void cut_out(const struct glass *glass, const struct feed_area *area, uint8_t *rgb)
{
    const size_t row = 3 * (size_t)area->w;
    for (int y = 0; y < area->h; y++)
        memcpy(rgb + (size_t)y * row,
               glass->rgb + 3 * ((size_t)(area->y + y) * (size_t)glass->width + area->x), row);
}

static bool pack(struct change *change, const struct glass *glass)
{
    const size_t size = 3 * (size_t)change->area.w * change->area.h;
    uLongf packed_size = compressBound(size);
    uint8_t *rgb = malloc(size), *packed = malloc(packed_size);
    bool good = rgb && packed;
    if (good) {
        cut_out(glass, &change->area, rgb);
        good = compress2(packed, &packed_size, rgb, size, 1) == Z_OK;
    }
    free(rgb);
    change->packed = good ? realloc(packed, packed_size) : NULL;
    change->size = packed_size;
    if (!change->packed)
        free(packed);
    return change->packed != NULL;
}

/* Which change is the second whole one; 0: there is none. Until then all can go. */
static size_t second_whole(const struct track *t)
{
    for (size_t i = 1; i < t->count; i++)
        if (t->changes[i].whole)
            return i;
    return 0;
}

static void forget(const struct history *h, struct track *t, uint64_t now)
{
    size_t run;
    while ((run = second_whole(t)) > 0) {
        const uint64_t until = t->changes[run].time;
        if (until > h->held || (until + MINUTE_NS > now && t->bytes <= MOST_BYTES))
            return;
        for (size_t i = 0; i < run; i++) {
            t->bytes -= t->changes[i].size;
            free(t->changes[i].packed);
        }
        t->count -= run;
        memmove(t->changes, t->changes + run, t->count * sizeof *t->changes);
    }
}

/* Whether enough has been said since the last whole picture. */
static bool whole_is_due(const struct track *t)
{
    size_t since = 0;
    while (since < t->count && !t->changes[t->count - 1 - since].whole)
        since++;
    return since >= WHOLE_EVERY - 1 || since == t->count;
}

void history_add(struct history *h, uint64_t now, int id, const struct glass *glass,
                 const struct feed_area *area)
{
    if (!h)
        return;
    struct track *t = &h->tracks[id];
    struct change change = {.time = now, .area = *area, .whole = whole_is_due(t)};
    if (change.whole)
        change.area = (struct feed_area){0, 0, (uint16_t)glass->width, (uint16_t)glass->height};
    if (t->count == t->room) {
        const size_t room = t->room ? 2 * t->room : 64;
        struct change *more = realloc(t->changes, room * sizeof *more);
        if (!more)
            return;
        t->changes = more;
        t->room = room;
    }
    if (!pack(&change, glass))
        return;
    t->changes[t->count++] = change;
    t->bytes += change.size;
    forget(h, t, now);
}

void history_hold(struct history *h, uint64_t since)
{
    if (h)
        h->held = since;
}

uint64_t history_oldest(const struct history *h)
{
    uint64_t oldest = UINT64_MAX;
    for (int id = 0; h && id < MOST_GLASSES; id++)
        if (h->tracks[id].count > 0 && h->tracks[id].changes[0].time < oldest)
            oldest = h->tracks[id].changes[0].time;
    return oldest == UINT64_MAX ? 0 : oldest;
}

static void unpack(const struct change *change, struct glass *glass)
{
    uLongf size = 3 * (uLongf)change->area.w * change->area.h;
    uint8_t *rgb = malloc(size);
    if (rgb && uncompress(rgb, &size, change->packed, change->size) == Z_OK)
        glass_put(glass, &change->area, rgb);
    free(rgb);
}

uint64_t history_show(const struct history *h, uint64_t time, int id, struct glass *glass)
{
    const struct track *t = h ? &h->tracks[id] : NULL;
    size_t end = 0, first = 0;
    if (!t || t->count == 0)
        return UINT64_MAX;
    while (end + 1 < t->count && t->changes[end + 1].time <= time)
        end++;
    for (size_t i = 0; i <= end; i++)
        first = t->changes[i].whole ? i : first;
    for (size_t i = first; i <= end; i++)
        unpack(&t->changes[i], glass);
    return end + 1 < t->count ? t->changes[end + 1].time : UINT64_MAX;
}
