/* feed.c - what is told to whoever watches the bench, and at which pace it runs then. */
#define _POSIX_C_SOURCE 200809L
#include "feed.h"

#include <errno.h>
#include <poll.h>
#include <stdlib.h>
#include <string.h>
#include <sys/socket.h>
#include <time.h>
#include <unistd.h>
#include "image.h"
#include "pemble/bench_live.h"
#include "pemble/bench_touch.h"
#include "portrait.h"
#include "bench_parts.h"

enum {
    MS = 1000000,
    LOOK_NS = 16666667, /* 60 looks a second */
    LATE_NS = 100 * MS, /* so far behind the bench does not try to catch up */
    MOST_SEEN = 8,
    MOST_READINGS = 16,
    MOST_MESSAGE = 64
};

/* A module as it was told last. */
struct seen {
    pmb_module *module, *sensor;
    struct feed_module told;
    uint8_t *rgb; /* of the upright glass */
    unsigned complaints;
};

struct feed {
    int socket;
    struct feed_pace pace;
    bool steps;                         /* paused, and on its way to the next picture */
    uint64_t next_look, looked;         /* virtual and real ns */
    uint64_t began_virtual, began_real; /* the pace is kept from here */
    uint64_t step_began;
    struct seen seen[MOST_SEEN];
    int seen_count;
    unsigned devices_told;
    struct feed_reading readings[MOST_READINGS];
    uint8_t reading_count;
    uint32_t hertz;
};

static uint64_t real_now(void)
{
    struct timespec t;
    clock_gettime(CLOCK_MONOTONIC, &t);
    return (uint64_t)t.tv_sec * 1000000000u + (uint64_t)t.tv_nsec;
}

/* Whoever watched is gone: the program ends, as when its terminal goes. */
static void put(const struct feed *f, const void *bytes, size_t count)
{
    for (const uint8_t *at = bytes; count > 0;) {
        const ssize_t sent = send(f->socket, at, count, MSG_NOSIGNAL);
        if (sent < 0 && errno == EINTR)
            continue;
        if (sent <= 0)
            _exit(EXIT_SUCCESS);
        at += sent;
        count -= (size_t)sent;
    }
}

static void head(const struct feed *f, enum feed_kind kind, unsigned id, size_t length)
{
    const struct feed_head h = {(uint8_t)kind, (uint8_t)id, FEED_VERSION, (uint32_t)length};
    put(f, &h, sizeof h);
}

static void tell(const struct feed *f, enum feed_kind kind, unsigned id, const void *bytes,
                 size_t length)
{
    head(f, kind, id, length);
    put(f, bytes, length);
}

struct feed *feed_new(void)
{
    static bool taken; /* a program's first bench is the one that is watched */
    const char *number = getenv(FEED_VARIABLE);
    struct feed *f = number && !taken ? calloc(1, sizeof *f) : NULL;
    if (!f)
        return NULL;
    taken = true;
    f->socket = (int)strtol(number, NULL, 10);
    f->pace.thousandths = 1000;
    f->began_real = real_now();
    f->next_look = 1;
    return f;
}

void feed_free(struct feed *f)
{
    if (!f)
        return;
    head(f, FEED_END, 0, 0);
    for (int i = 0; i < f->seen_count; i++)
        free(f->seen[i].rgb);
    close(f->socket);
    free(f);
}

bool pmb_bench_is_live(const pmb_bench *bench)
{
    return bench->feed != NULL;
}

void pmb_bench_sound(pmb_bench *bench, uint32_t hertz)
{
    if (bench->feed)
        bench->feed->hertz = hertz;
}

int32_t pmb_bench_reading(pmb_bench *bench, const char *name, int32_t least, int32_t most,
                          int32_t first)
{
    struct feed *f = bench->feed;
    for (int i = 0; f && i < f->reading_count; i++)
        if (strcmp(f->readings[i].name, name) == 0)
            return f->readings[i].value;
    if (!f || f->reading_count == MOST_READINGS || strlen(name) >= sizeof f->readings[0].name)
        return first;
    struct feed_reading *r = &f->readings[f->reading_count];
    *r = (struct feed_reading){.least = least, .most = most, .value = first};
    memcpy(r->name, name, strlen(name));
    tell(f, FEED_READING, f->reading_count++, r, sizeof *r);
    return first;
}

uint64_t feed_next_look(const struct feed *feed)
{
    return feed->next_look;
}

/* The touch sensor on a glass: the first of its size that is on no other. */
static pmb_module *sensor_on(const struct feed *f, const pmb_bench *bench, const pmb_module *glass)
{
    pmb_module *found = NULL;
    for (pmb_module *m = bench->modules; m; m = m->next) {
        bool free_one = bench_is_touch(m) && m->options.width == glass->options.width &&
                        m->options.height == glass->options.height;
        for (int i = 0; i < f->seen_count; i++)
            free_one = free_one && f->seen[i].sensor != m;
        found = free_one ? m : found;
    }
    return found;
}

static struct seen *seen_as(struct feed *f, pmb_module *module)
{
    for (int i = 0; i < f->seen_count; i++)
        if (f->seen[i].module == module)
            return &f->seen[i];
    if (f->seen_count == MOST_SEEN)
        return NULL;
    struct seen *s = &f->seen[f->seen_count];
    const size_t size = 3 * (size_t)module->options.width * (size_t)module->options.height;
    *s = (struct seen){.module = module, .rgb = malloc(size)};
    if (!s->rgb)
        return NULL;
    memset(s->rgb, 0, size);
    f->seen_count++;
    return s;
}

static void tell_module(struct feed *f, struct seen *s)
{
    const struct portrait p = portrait_of(s->module);
    const uint8_t turns = (uint8_t)pmb_module_turns(s->module);
    struct feed_module m;
    memset(&m, 0, sizeof m); /* all of it is compared */
    m.width = (uint16_t)(turns % 2 ? p.height : p.width);
    m.height = (uint16_t)(turns % 2 ? p.width : p.height);
    m.round = p.round;
    m.turns = turns;
    m.touchable = s->sensor != NULL;
    m.has_border = p.has_border;
    memcpy(m.border, s->module->border, sizeof m.border);
    for (int i = 0; i < p.pin_count && i < FEED_PINS; i++)
        snprintf(m.pins[m.pin_count++], sizeof m.pins[0], "%s", p.pins[i]);
    snprintf(m.label, sizeof m.label, "%s", p.label);
    if (memcmp(&m, &s->told, sizeof m) == 0)
        return;
    s->told = m;
    tell(f, FEED_MODULE, (unsigned)(s - f->seen), &m, sizeof m);
}

bool feed_difference(const uint8_t *a, const uint8_t *b, int width, int height,
                     struct feed_area *area)
{
    int left = width, right = -1, top = -1, bottom = -1;
    for (int y = 0; y < height; y++) {
        const size_t row = 3 * (size_t)y * (size_t)width;
        int first = 0, last = width - 1;
        if (memcmp(a + row, b + row, 3 * (size_t)width) == 0)
            continue;
        while (memcmp(a + row + 3 * first, b + row + 3 * first, 3) == 0)
            first++;
        while (memcmp(a + row + 3 * last, b + row + 3 * last, 3) == 0)
            last--;
        left = first < left ? first : left;
        right = last > right ? last : right;
        top = top < 0 ? y : top;
        bottom = y;
    }
    if (top < 0)
        return false;
    *area = (struct feed_area){(uint16_t)left, (uint16_t)top, (uint16_t)(right - left + 1),
                               (uint16_t)(bottom - top + 1)};
    return true;
}

/* Tells what has changed on a glass; true when something has. */
static bool tell_pixels(const struct feed *f, struct seen *s)
{
    struct image image;
    struct feed_area area;
    if (!image_of_glass(&image, s->module))
        return false;
    const size_t line = 3 * (size_t)image.width;
    const bool changed = feed_difference(image.rgb, s->rgb, image.width, image.height, &area);
    if (changed) {
        const size_t row = 3 * (size_t)area.w;
        head(f, FEED_PIXELS, (unsigned)(s - f->seen), sizeof area + row * area.h);
        put(f, &area, sizeof area);
        for (int y = area.y; y < area.y + area.h; y++) {
            const size_t at = (size_t)y * line + 3 * (size_t)area.x;
            put(f, image.rgb + at, row);
            memcpy(s->rgb + at, image.rgb + at, row);
        }
    }
    image_free(&image);
    return changed;
}

static bool tell_modules(struct feed *f, pmb_bench *bench)
{
    pmb_module *order[MOST_SEEN];
    int count = 0;
    bool changed = false;
    /* The bench has them latest first. */
    for (pmb_module *m = bench->modules; m; m = m->next)
        if (m->type->render && count < MOST_SEEN)
            order[count++] = m;
    while (count > 0) {
        struct seen *s = seen_as(f, order[--count]);
        if (!s)
            continue;
        if (!s->sensor)
            s->sensor = sensor_on(f, bench, s->module);
        tell_module(f, s);
        changed = tell_pixels(f, s) || changed;
        for (; s->complaints < pmb_module_complaint_count(s->module); s->complaints++) {
            const char *text = pmb_module_complaint(s->module, s->complaints);
            tell(f, FEED_COMPLAINT, (unsigned)(s - f->seen), text, strlen(text));
        }
    }
    return changed;
}

/* Devices that were placed since the look before. A finger is one only where it is put down. */
static void tell_devices(struct feed *f, const pmb_bench *bench)
{
    for (; f->devices_told < bench->input_count && f->devices_told < UINT8_MAX; f->devices_told++) {
        pmb_input_kind kind;
        pmb_pin pins[2];
        if (!bench_device(bench, f->devices_told, &kind, pins))
            continue;
        const struct feed_device d = {(uint8_t)kind, (uint8_t)pmb_pin_number(pins[0]),
                                      (uint8_t)pmb_pin_number(pins[1])};
        tell(f, FEED_DEVICE, f->devices_told, &d, sizeof d);
    }
}

/* The pins that the board drives and to which nothing listens: there may be a lamp. */
static void light_lamps(const pmb_bench *bench, struct feed_moment *moment)
{
    for (unsigned pin = 0; pin < BENCH_PINS && moment->lamp_count < FEED_LAMPS; pin++) {
        const struct driver *d = &bench->pins[pin];
        if (d->net && d->state != DRIVE_NONE && !d->net->listeners)
            moment->lamps[moment->lamp_count++] = (struct feed_lamp){(uint8_t)pin, d->net->level};
    }
}

static void tell_moment(const struct feed *f, const pmb_bench *bench)
{
    struct feed_moment moment = {.now = bench->now,
                                 .bytes = bench->traffic.bytes,
                                 .transfers = bench->traffic.transfers,
                                 .hertz = f->hertz,
                                 .paused = f->pace.paused && !f->steps};
    light_lamps(bench, &moment);
    tell(f, FEED_MOMENT, 0, &moment, sizeof moment);
}

static void keep_pace_from(struct feed *f, const pmb_bench *bench)
{
    f->began_virtual = bench->now;
    f->began_real = real_now();
}

/* A point of the upright glass, on the glass as it is made. */
static void put_finger(const struct feed *f, unsigned id, const struct feed_finger *finger)
{
    if (id >= (unsigned)f->seen_count || !f->seen[id].sensor)
        return;
    const struct seen *s = &f->seen[id];
    const int w = s->told.width, h = s->told.height, x = finger->x, y = finger->y;
    const int across[4] = {x, y, w - 1 - x, h - 1 - y}, down[4] = {y, w - 1 - x, h - 1 - y, x};
    pmb_bench_touch(s->sensor, finger->down, across[s->told.turns], down[s->told.turns]);
}

static void obey(struct feed *f, pmb_bench *bench, const struct feed_head *h, const void *body)
{
    if (h->kind == FEED_PACE) {
        memcpy(&f->pace, body, sizeof f->pace);
        f->steps = false;
        keep_pace_from(f, bench);
    } else if (h->kind == FEED_STEP && f->pace.paused) {
        f->steps = true;
        f->step_began = bench->now;
    } else if (h->kind == FEED_HAND) {
        struct feed_hand hand;
        memcpy(&hand, body, sizeof hand);
        bench_hand(bench, h->id, hand.first, hand.second);
    } else if (h->kind == FEED_FINGER) {
        struct feed_finger finger;
        memcpy(&finger, body, sizeof finger);
        put_finger(f, h->id, &finger);
    } else if (h->kind == FEED_SET && h->id < f->reading_count) {
        memcpy(&f->readings[h->id].value, body, sizeof f->readings[0].value);
    }
}

/* Waits at most so long (ms; -1: for ever) for one message, and obeys it. False: none came. */
static bool listen_for(struct feed *f, pmb_bench *bench, int milliseconds)
{
    struct pollfd p = {.fd = f->socket, .events = POLLIN};
    struct feed_head h;
    uint8_t body[MOST_MESSAGE] = {0};
    if (poll(&p, 1, milliseconds) <= 0)
        return false;
    if (recv(f->socket, &h, sizeof h, MSG_WAITALL) != sizeof h || h.length > sizeof body ||
        (h.length > 0 && recv(f->socket, body, h.length, MSG_WAITALL) != (ssize_t)h.length))
        _exit(EXIT_SUCCESS);
    obey(f, bench, &h, body);
    return true;
}

/* While the clock of the bench is ahead of the real one. */
static void keep_pace(struct feed *f, pmb_bench *bench)
{
    while (listen_for(f, bench, 0))
        ;
    if (f->pace.paused && !f->steps)
        tell_moment(f, bench); /* that it is paused now */
    while (f->pace.paused && !f->steps)
        (void)listen_for(f, bench, -1);
    while (f->pace.thousandths > 0 && !f->steps) {
        const uint64_t due =
            f->began_real + (bench->now - f->began_virtual) * 1000 / f->pace.thousandths;
        const uint64_t now = real_now();
        if (now > due + LATE_NS)
            keep_pace_from(f, bench);
        if (now >= due)
            break;
        (void)listen_for(f, bench, (int)((due - now + MS - 1) / MS));
    }
}

/* How much virtual time passes until the next look: a sixtieth of a real second, except that in
 * steps and without a pace it is one of the board's. */
static uint64_t until_next(const struct feed *f)
{
    if (f->steps || f->pace.thousandths == 0)
        return LOOK_NS;
    const uint64_t ns = (uint64_t)LOOK_NS * f->pace.thousandths / 1000;
    return ns ? ns : 1;
}

void feed_look(struct feed *f, pmb_bench *bench)
{
    enum { LONGEST_STEP_MS = 1000 };
    f->next_look = UINT64_MAX; /* none within this one */
    if (f->pace.thousandths > 0 || f->steps || real_now() - f->looked >= LOOK_NS) {
        f->looked = real_now();
        tell_devices(f, bench);
        const bool changed = tell_modules(f, bench);
        if (f->steps && (changed || bench->now - f->step_began > LONGEST_STEP_MS * (uint64_t)MS))
            f->steps = false;
        tell_moment(f, bench);
    }
    keep_pace(f, bench);
    f->next_look = bench->now + until_next(f);
}
