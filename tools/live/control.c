/* control.c - pause, speed, past, pictures, recordings, devices. */
#include "control.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "pemble/bench_inputs.h"
#include "mount.h"
#include "portrait.h"
#include "recording.h"

static const uint64_t SECOND_NS = 1000000000u;

const struct key_help control_keys[] = {
    {'p', ACT_PAUSE, "pause, go on"},
    {'n', ACT_STEP, "next picture"},
    {'[', ACT_SLOWER, "slower"},
    {']', ACT_FASTER, "faster"},
    {',', ACT_BACK, "back one second"},
    {'.', ACT_FORTH, "forth one second"},
    {'l', ACT_NOW, "live again"},
    {'o', ACT_ALONE, "one module, the next, all"},
    {'s', ACT_SAVE, "save pictures (PNG)"},
    {'r', ACT_RECORD, "record from here, to here (GIF)"},
    {'t', ACT_READING, "next reading"},
    {'j', ACT_LOWER, "lower the reading"},
    {'k', ACT_HIGHER, "raise the reading"},
    {'h', ACT_HELP, "this help"},
    {'q', ACT_QUIT, "quit"},
    {0, ACT_NONE, NULL},
};

const char *const control_device_keys[][2] = {
    {"Enter, 1 to 9", "buttons"},
    {"arrows", "stick, tilt sensor"},
    {"- and +, wheel", "knob"},
    {"mouse", "finger on the glass"},
    {NULL, NULL},
};

bool control_shows(const struct control *c, int glass)
{
    return c->session->glasses[glass].now.rgb && (c->alone == 0 || c->alone == glass + 1);
}

unsigned control_layout(const struct control *c)
{
    const struct session *s = c->session;
    unsigned layout = (unsigned)(1 + s->glass_count + c->alone * 7919);
    for (int i = 0; i < s->glass_count; i++)
        layout = layout * 31 + s->glasses[i].drawn_as;
    return layout;
}

enum act control_act_of(char key)
{
    for (int i = 0; control_keys[i].key; i++)
        if (control_keys[i].key == key)
            return control_keys[i].act;
    return key == '?' ? ACT_HELP : ACT_NONE;
}

static void pause_program(struct control *c, bool paused)
{
    c->session->paused = paused;
    c->session->changes++;
    session_send_pace(c->session);
}

void control_show(struct control *c, uint64_t time)
{
    struct session *s = c->session;
    s->shown_at = time;
    if (time != UINT64_MAX && !s->paused)
        pause_program(c, true);
    for (int i = 0; i < s->glass_count; i++) {
        if (time != UINT64_MAX && s->glasses[i].then.rgb)
            (void)history_show(s->history, time, i, &s->glasses[i].then);
        s->glasses[i].revision++;
    }
    s->changes++;
}

void control_show_position(struct control *c, int thousandths)
{
    const uint64_t oldest = history_oldest(c->session->history), now = c->session->moment.now;
    const uint64_t by = now > oldest ? (now - oldest) / 1000 * (uint64_t)thousandths : 0;
    control_show(c, thousandths >= 1000 ? UINT64_MAX : oldest + by);
}

int control_position(const struct control *c)
{
    const struct session *s = c->session;
    const uint64_t oldest = history_oldest(s->history), now = s->moment.now;
    if (s->shown_at == UINT64_MAX || now <= oldest)
        return 1000;
    return (int)((s->shown_at - oldest) * 1000 / (now - oldest));
}

static void go_by(struct control *c, int seconds)
{
    const struct session *s = c->session;
    const uint64_t now = s->moment.now, at = s->shown_at == UINT64_MAX ? now : s->shown_at;
    const uint64_t oldest = history_oldest(s->history), by = SECOND_NS * (uint64_t)abs(seconds);
    if (seconds > 0 && at + by >= now)
        control_show(c, UINT64_MAX);
    else if (seconds > 0)
        control_show(c, at + by);
    else
        control_show(c, at < oldest + by ? oldest : at - by);
}

/* The speeds that the keys go through, in thousandths. */
static const uint32_t speeds[] = {50, 100, 250, 500, 1000, 2000, 5000, 10000, 0};
enum { SPEEDS = sizeof speeds / sizeof speeds[0] };

void control_speed(struct control *c, uint32_t thousandths)
{
    c->session->thousandths = thousandths;
    c->session->changes++;
    session_send_pace(c->session);
}

static void change_speed(struct control *c, int by)
{
    int at = 4;
    for (int i = 0; i < SPEEDS; i++)
        if (speeds[i] == c->session->thousandths)
            at = i;
    at += by;
    if (at >= 0 && at < SPEEDS)
        control_speed(c, speeds[at]);
}

/* "gangway-12.345s.png", "...-2.png" of a second glass. */
static void file_name(const struct control *c, char *path, size_t size, uint64_t time, int id,
                      const char *end)
{
    const char *title = c->session->title, *slash = strrchr(title, '/');
    char stem[80], number[16] = "";
    snprintf(stem, sizeof stem, "%s", slash ? slash + 1 : title);
    for (char *at = stem; *at; at++)
        *at = *at == '.' || *at == ' ' ? '\0' : *at;
    if (c->session->glass_count > 1)
        snprintf(number, sizeof number, "-%d", id + 1);
    snprintf(path, size, "%s/%s-%llu.%03us%s.%s", c->directory, stem[0] ? stem : "live",
             (unsigned long long)(time / SECOND_NS), (unsigned)(time / 1000000 % 1000), number,
             end);
}

uint64_t control_time(const struct control *c)
{
    const struct session *s = c->session;
    return s->shown_at == UINT64_MAX ? s->moment.now : s->shown_at;
}

static void save_picture(const struct control *c, int id)
{
    struct session *s = c->session;
    const struct shown *g = &s->glasses[id];
    struct mount m;
    char path[512];
    file_name(c, path, sizeof path, control_time(c), id, "png");
    errno = ENOMEM;
    bool good = mount_make(&m, g, portrait_usual_zoom(g->now.width), false);
    if (good) {
        mount_fill(&m, g, session_glass(s, id));
        good = image_save(&m.image, 0, path);
        image_free(&m.image);
    }
    session_say(s, "%s: %s", path, good ? "saved" : strerror(errno));
}

/* The glass from one time to another as a GIF. NULL, or what went wrong. */
static const char *record_glass(const struct session *s, int id, uint64_t from, uint64_t to,
                                const char *path)
{
    const struct shown *g = &s->glasses[id];
    struct glass then = {g->now.width, g->now.height,
                         calloc(3, (size_t)g->now.width * (size_t)g->now.height)};
    const pmb_glass_view view = {then.width, then.height, g->module.round, then.rgb};
    struct recording *r = then.rgb ? recording_new(&view, then.width > 128 ? 1 : 2) : NULL;
    bool good = r != NULL;
    uint64_t told = from; /* what the GIF has so far, as its times are hundredths */
    for (uint64_t at = from; good && at < to;) {
        uint64_t next = history_show(s->history, at, id, &then);
        next = next < to ? next : to;
        const uint64_t hundredths = (next - told + 5000000) / 10000000;
        if (hundredths > 0)
            good = recording_add(r, &view, (int)(hundredths * 10));
        told += hundredths * 10000000;
        at = next;
    }
    const char *wrong = recording_end(r, good ? path : NULL);
    free(then.rgb);
    return good ? wrong : "there is not enough memory";
}

static void record(struct control *c)
{
    struct session *s = c->session;
    const uint64_t from = s->recorded_from;
    char path[512];
    if (from == UINT64_MAX) {
        s->recorded_from = control_time(c);
        history_hold(s->history, s->recorded_from);
        s->changes++;
        return;
    }
    s->recorded_from = UINT64_MAX;
    history_hold(s->history, UINT64_MAX);
    for (int i = 0; i < s->glass_count; i++) {
        file_name(c, path, sizeof path, from, i, "gif");
        const char *wrong = control_time(c) > from ? record_glass(s, i, from, control_time(c), path)
                                                   : "the recording would be empty";
        session_say(s, "%s: %s", path, wrong ? wrong : "saved");
    }
}

static void change_reading(struct control *c, int by)
{
    const struct session *s = c->session;
    if (c->reading >= s->reading_count)
        return;
    const struct feed_reading *r = &s->readings[c->reading];
    const int64_t step = ((int64_t)r->most - r->least + 49) / 50;
    control_set(c, c->reading, (int)(r->value + by * (step > 0 ? step : 1)));
}

void control_set(struct control *c, int reading, int value)
{
    if (reading >= 0 && reading < c->session->reading_count)
        session_set(c->session, reading, value);
}

void control_do(struct control *c, enum act act)
{
    struct session *s = c->session;
    if (act == ACT_PAUSE && s->shown_at != UINT64_MAX)
        control_show(c, UINT64_MAX);
    if (act == ACT_PAUSE)
        pause_program(c, !s->paused);
    if (act == ACT_STEP) {
        control_show(c, UINT64_MAX);
        pause_program(c, true);
        session_send(s, FEED_STEP, 0, NULL, 0);
    }
    if (act == ACT_NOW) {
        control_show(c, UINT64_MAX);
        pause_program(c, false);
    }
    if (act == ACT_SLOWER || act == ACT_FASTER)
        change_speed(c, act == ACT_FASTER ? 1 : -1);
    if (act == ACT_BACK || act == ACT_FORTH)
        go_by(c, act == ACT_FORTH ? 1 : -1);
    if (act == ACT_ALONE)
        c->alone = s->glass_count > 1 ? (c->alone + 1) % (s->glass_count + 1) : 0;
    for (int i = 0; act == ACT_SAVE && i < s->glass_count; i++)
        save_picture(c, i);
    if (act == ACT_RECORD)
        record(c);
    if (act == ACT_READING && s->reading_count > 0)
        c->reading = (c->reading + 1) % s->reading_count;
    if (act == ACT_LOWER || act == ACT_HIGHER)
        change_reading(c, act == ACT_HIGHER ? 1 : -1);
    c->helps = act == ACT_HELP ? !c->helps : c->helps;
    c->quits = c->quits || act == ACT_QUIT;
    s->changes++;
}

void control_hand(struct control *c, int device, int first, int second)
{
    const struct feed_hand hand = {first, second};
    session_send(c->session, FEED_HAND, device, &hand, sizeof hand);
}

void control_finger(struct control *c, int glass, bool down, int x, int y)
{
    const struct feed_finger finger = {(int16_t)x, (int16_t)y, down};
    session_send(c->session, FEED_FINGER, glass, &finger, sizeof finger);
}

/* The n-th device of a kind; -1: there is none. */
static int device_of(const struct session *s, pmb_input_kind kind, int n)
{
    for (int i = 0; i < s->device_count; i++)
        if (s->devices[i].kind == kind && n-- == 0)
            return i;
    return -1;
}

bool control_device_key(struct control *c, enum device_key key, bool down)
{
    const struct session *s = c->session;
    if (key < KEY_LEFT) {
        const int button = device_of(s, PMB_INPUT_BUTTON, (int)key);
        control_hand(c, button, down, 0);
        return button >= 0;
    }
    if (key >= KEY_KNOB_BACK) {
        const int knob = device_of(s, PMB_INPUT_ENCODER, 0);
        if (down && knob >= 0)
            control_hand(c, knob, key == KEY_KNOB_FORTH ? 1 : -1, 0);
        return knob >= 0;
    }
    const int across = (key == KEY_RIGHT) - (key == KEY_LEFT);
    const int up = (key == KEY_UP) - (key == KEY_DOWN);
    const int stick = device_of(s, PMB_INPUT_STICK, 0), tilt = device_of(s, PMB_INPUT_TILT, 0);
    if (stick >= 0)
        control_hand(c, stick, down * across * 100, down * up * 100);
    if (tilt >= 0)
        control_hand(c, tilt, down * across * 400, -down * up * 400);
    return stick >= 0 || tilt >= 0;
}

void control_status(const struct control *c, char *text, size_t size)
{
    const struct session *s = c->session;
    char speed[24] = "as fast as it can", beep[24] = "";
    const uint64_t at = control_time(c);
    if (s->thousandths > 0)
        snprintf(speed, sizeof speed, "x%g", s->thousandths / 1000.0);
    if (s->moment.hertz > 0)
        snprintf(beep, sizeof beep, "  beep %u Hz", s->moment.hertz);
    snprintf(text, size, "%s%s  %llu.%03u s  %s  %.1f kB/s  %.0f pictures/s  complaints: %u%s",
             !s->child                   ? "ended"
             : s->shown_at != UINT64_MAX ? "past"
             : s->paused                 ? "paused"
                                         : "live",
             s->recorded_from != UINT64_MAX ? ", recording" : "",
             (unsigned long long)(at / SECOND_NS), (unsigned)(at / 1000000 % 1000), speed,
             s->bytes_a_second / 1000, s->pictures_a_second, s->complaint_count, beep);
}
