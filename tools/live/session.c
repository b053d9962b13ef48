/* session.c - the watched process: how it is started, what it tells, how it ends. */
#define _GNU_SOURCE /* PR_SET_PDEATHSIG, dup3 */
#include "session.h"

#include <errno.h>
#include <fcntl.h>
#include <signal.h>
#include <stdarg.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/prctl.h>
#include <sys/socket.h>
#include <sys/wait.h>
#include <time.h>
#include <unistd.h>

enum { LARGEST_MESSAGE = 4 << 20 };

uint64_t real_nanoseconds(void)
{
    struct timespec t;
    clock_gettime(CLOCK_MONOTONIC, &t);
    return (uint64_t)t.tv_sec * 1000000000u + (uint64_t)t.tv_nsec;
}

void session_init(struct session *s, const char *title)
{
    *s = (struct session){.title = title,
                          .socket = -1,
                          .says = -1,
                          .thousandths = 1000,
                          .shown_at = UINT64_MAX,
                          .recorded_from = UINT64_MAX};
}

void session_say(struct session *s, const char *format, ...)
{
    struct remark *r = &s->remarks[s->remark_count++ % MOST_REMARKS];
    va_list arguments;
    va_start(arguments, format);
    vsnprintf(r->text, sizeof r->text, format, arguments);
    va_end(arguments);
    r->time = s->moment.now;
    s->changes++;
    if (s->echoes)
        fprintf(stderr, "%s\n", r->text);
}

const struct glass *session_glass(const struct session *s, int id)
{
    return s->shown_at == UINT64_MAX ? &s->glasses[id].now : &s->glasses[id].then;
}

/* In the new process: what it says and tells goes to the watcher, with which it ends. */
static void become(int feed, int says, session_body body, void *user)
{
    char number[12];
    sigset_t none;
    sigemptyset(&none);
    sigprocmask(SIG_SETMASK, &none, NULL);
    prctl(PR_SET_PDEATHSIG, SIGKILL);
    signal(SIGPIPE, SIG_DFL);
    signal(SIGINT, SIG_IGN); /* of the terminal it is the watcher's */
    dup2(says, STDOUT_FILENO);
    dup2(says, STDERR_FILENO);
    const int null = open("/dev/null", O_RDONLY);
    dup2(null, STDIN_FILENO);
    snprintf(number, sizeof number, "%d", feed);
    setenv(FEED_VARIABLE, number, 1);
    const int status = body(user);
    fflush(stdout);
    _exit(status);
}

bool session_start(struct session *s, session_body body, void *user)
{
    int feed[2], says[2];
    if (socketpair(AF_UNIX, SOCK_STREAM, 0, feed) != 0)
        return false;
    if (pipe(says) != 0) {
        close(feed[0]);
        close(feed[1]);
        return false;
    }
    fcntl(feed[0], F_SETFD, FD_CLOEXEC);
    fcntl(says[0], F_SETFD, FD_CLOEXEC);
    fflush(NULL);
    s->child = fork();
    if (s->child == 0) {
        close(feed[0]);
        close(says[0]);
        become(feed[1], says[1], body, user);
    }
    close(feed[1]);
    close(says[1]);
    s->socket = feed[0];
    s->says = says[0];
    fcntl(s->says, F_SETFL, O_NONBLOCK);
    s->pending_count = 0;
    history_free(s->history); /* its time began at another start */
    s->history = history_new();
    s->shown_at = s->recorded_from = UINT64_MAX;
    s->glass_count = s->device_count = s->reading_count = 0;
    s->heard = s->rate_from.real = real_nanoseconds();
    s->rate_from.bytes = 0;
    s->moment = (struct feed_moment){0};
    if (s->child < 0) {
        close(s->socket);
        close(s->says);
        s->socket = s->says = -1;
        s->child = 0;
    }
    session_send_pace(s);
    return s->child > 0;
}

void session_send(struct session *s, enum feed_kind kind, int id, const void *body, size_t length)
{
    uint8_t message[sizeof(struct feed_head) + 16];
    const struct feed_head h = {(uint8_t)kind, (uint8_t)id, FEED_VERSION, (uint32_t)length};
    if (s->socket < 0)
        return;
    memcpy(message, &h, sizeof h);
    if (length > 0)
        memcpy(message + sizeof h, body, length);
    /* A program that does not listen for so long has lost what was done. */
    (void)send(s->socket, message, sizeof h + length, MSG_NOSIGNAL | MSG_DONTWAIT);
}

void session_send_pace(struct session *s)
{
    const struct feed_pace pace = {s->thousandths, s->paused};
    session_send(s, FEED_PACE, 0, &pace, sizeof pace);
}

void session_set(struct session *s, int reading, int value)
{
    struct feed_reading *r = &s->readings[reading];
    r->value = value < r->least ? r->least : value > r->most ? r->most : value;
    s->changes++;
    session_send(s, FEED_SET, reading, &r->value, sizeof r->value);
}

static void close_glass(struct shown *g)
{
    free(g->now.rgb);
    free(g->then.rgb);
    g->now = g->then = (struct glass){0, 0, NULL};
}

static void take_module(struct session *s, int id, const struct feed_module *module)
{
    if (id >= MOST_GLASSES || module->width == 0 || module->height == 0 || module->width > 1024 ||
        module->height > 1024 || module->pin_count > FEED_PINS)
        return;
    struct shown *g = &s->glasses[id];
    const size_t size = 3 * (size_t)module->width * module->height;
    if (!g->now.rgb || g->now.width != module->width || g->now.height != module->height) {
        close_glass(g);
        g->now = (struct glass){module->width, module->height, calloc(1, size)};
        g->then = (struct glass){module->width, module->height, calloc(1, size)};
        if (!g->now.rgb || !g->then.rgb) {
            close_glass(g);
            return;
        }
    }
    g->module = *module;
    g->module.label[sizeof module->label - 1] = '\0';
    g->drawn_as++;
    if (id >= s->glass_count)
        s->glass_count = id + 1;
}

static void take_pixels(struct session *s, int id, const uint8_t *body, size_t length)
{
    struct feed_area area;
    if (id >= s->glass_count || length < sizeof area || !s->glasses[id].now.rgb)
        return;
    struct shown *g = &s->glasses[id];
    memcpy(&area, body, sizeof area);
    if (area.w == 0 || area.h == 0 || area.x + area.w > g->now.width ||
        area.y + area.h > g->now.height || length != sizeof area + 3 * (size_t)area.w * area.h)
        return;
    glass_put(&g->now, &area, body + sizeof area);
    history_add(s->history, s->moment.now, id, &g->now, &area);
    s->pictures++;
    if (s->shown_at == UINT64_MAX)
        g->revision++;
}

/* Once a second how much went over the wires in it. */
static void count_rates(struct session *s)
{
    const uint64_t now = real_nanoseconds(), passed = now - s->rate_from.real;
    if (passed < 1000000000u)
        return;
    const double seconds = (double)passed / 1e9;
    s->bytes_a_second = (double)(s->moment.bytes - s->rate_from.bytes) / seconds;
    s->pictures_a_second = (double)(s->pictures - s->rate_from.pictures) / seconds;
    s->rate_from.real = now;
    s->rate_from.bytes = s->moment.bytes;
    s->rate_from.pictures = s->pictures;
}

/* Text of another process: what is no printable character becomes a space. */
static void take_text(struct session *s, const char *who, const uint8_t *body, size_t length)
{
    char text[180];
    size_t count = 0;
    for (; count < length && count < sizeof text - 1; count++)
        text[count] = body[count] < ' ' || body[count] == 127 ? ' ' : (char)body[count];
    text[count] = '\0';
    session_say(s, "%s%s%s", who, *who ? ": " : "", text);
}

static void take(struct session *s, const struct feed_head *h, const uint8_t *body)
{
    if (h->kind == FEED_MODULE && h->length == sizeof(struct feed_module)) {
        struct feed_module module;
        memcpy(&module, body, sizeof module);
        take_module(s, h->id, &module);
    } else if (h->kind == FEED_PIXELS) {
        take_pixels(s, h->id, body, h->length);
    } else if (h->kind == FEED_COMPLAINT && h->id < s->glass_count) {
        s->complaint_count++;
        take_text(s, s->glasses[h->id].module.label, body, h->length);
    } else if (h->kind == FEED_DEVICE && h->id < MOST_DEVICES &&
               h->length == sizeof s->devices[0]) {
        memcpy(&s->devices[h->id], body, sizeof s->devices[0]);
        s->device_count = h->id + 1;
    } else if (h->kind == FEED_READING && h->id < MOST_READINGS &&
               h->length == sizeof s->readings[0]) {
        memcpy(&s->readings[h->id], body, sizeof s->readings[0]);
        s->readings[h->id].name[sizeof s->readings[0].name - 1] = '\0';
        s->reading_count = h->id + 1;
    } else if (h->kind == FEED_MOMENT && h->length == sizeof s->moment) {
        memcpy(&s->moment, body, sizeof s->moment);
        count_rates(s);
        if (s->plays)
            s->plays(s->readings_played);
    } else if (h->kind == FEED_NOTE) {
        take_text(s, "", body, h->length);
    }
    s->changes++;
}

/* Takes all messages that are whole, and keeps the rest. */
static bool take_messages(struct session *s)
{
    size_t at = 0;
    struct feed_head h;
    while (s->pending_count - at >= sizeof h) {
        memcpy(&h, s->pending + at, sizeof h);
        if (h.version != FEED_VERSION || h.length > LARGEST_MESSAGE) {
            session_say(s,
                        "the program's bench speaks version %u of the feed, this is version %d: "
                        "build it with the same pemble",
                        h.version, FEED_VERSION);
            return false;
        }
        if (s->pending_count - at - sizeof h < h.length)
            break;
        take(s, &h, s->pending + at + sizeof h);
        at += sizeof h + h.length;
    }
    s->pending_count -= at;
    memmove(s->pending, s->pending + at, s->pending_count);
    return true;
}

static void close_feed(struct session *s)
{
    if (s->socket >= 0)
        close(s->socket);
    s->socket = -1;
}

/* What the feed has now, a piece of it; false: it has no more, or is closed. */
static bool read_piece(struct session *s)
{
    enum { PIECE = 1 << 18 };
    if (s->pending_room - s->pending_count < PIECE) {
        uint8_t *more = realloc(s->pending, 2 * s->pending_room + PIECE);
        if (!more)
            return false;
        s->pending = more;
        s->pending_room = 2 * s->pending_room + PIECE;
    }
    const ssize_t count = recv(s->socket, s->pending + s->pending_count,
                               s->pending_room - s->pending_count, MSG_DONTWAIT);
    if (count < 0 && (errno == EAGAIN || errno == EINTR))
        return false;
    s->heard = real_nanoseconds();
    if (count > 0)
        s->pending_count += (size_t)count;
    if (count > 0 && take_messages(s))
        return true;
    close_feed(s);
    return false;
}

/* All that it has, unless that goes on and on. */
static void read_feed(struct session *s)
{
    for (int pieces = 0; pieces < 64 && read_piece(s); pieces++)
        ;
}

/* The `last` time nobody waits for more. */
static void read_says(struct session *s, bool last)
{
    char text[512];
    const ssize_t count = read(s->says, text, sizeof text);
    if (count < 0 && !last && (errno == EAGAIN || errno == EINTR))
        return;
    for (ssize_t i = 0; i < count; i++) {
        const size_t length = strlen(s->line);
        if (text[i] != '\n' && length < sizeof s->line - 1) {
            s->line[length] = text[i];
            s->line[length + 1] = '\0';
        }
        if (text[i] != '\n' && length < sizeof s->line - 2)
            continue;
        if (!s->owner.hears || !s->owner.hears(s->owner.user, s->line))
            take_text(s, "", (const uint8_t *)s->line, strlen(s->line));
        s->line[0] = '\0';
    }
    if (count <= 0) {
        close(s->says);
        s->says = -1;
    }
}

/* When it is dead: how it ended. */
static void reap(struct session *s)
{
    int status;
    if (s->child <= 0 || waitpid(s->child, &status, WNOHANG) != s->child)
        return;
    s->child = 0;
    while (s->says >= 0)
        read_says(s, true);
    while (s->socket >= 0)
        read_feed(s);
    if (WIFSIGNALED(status))
        session_say(s, "%s: it was ended by signal %d, %s", s->title, WTERMSIG(status),
                    strsignal(WTERMSIG(status)));
    else if (WEXITSTATUS(status) != 0)
        session_say(s, "%s: it ended with status %d", s->title, WEXITSTATUS(status));
    else if (s->glass_count == 0)
        session_say(s, "%s: it ended without a panel on a bench; is it built with the bench?",
                    s->title);
    else
        session_say(s, "%s: it has ended", s->title);
    if (s->owner.ended)
        s->owner.ended(s->owner.user, status);
}

void session_watch(struct session *s, int fd, short events, void (*ready)(void *user), void *user)
{
    if (s->watched_count < MOST_WATCHED)
        s->watched[s->watched_count++] = (struct watched){fd, events, ready, user};
}

void session_unwatch(struct session *s, int fd)
{
    int kept = 0;
    for (int i = 0; i < s->watched_count; i++)
        if (s->watched[i].fd != fd)
            s->watched[kept++] = s->watched[i];
    s->watched_count = kept;
}

void session_wait(struct session *s, int milliseconds)
{
    struct pollfd polled[MOST_WATCHED + 2] = {{.fd = s->socket, .events = POLLIN},
                                              {.fd = s->says, .events = POLLIN}};
    struct watched watched[MOST_WATCHED];
    const int count = s->watched_count;
    memcpy(watched, s->watched, sizeof watched);
    for (int i = 0; i < count; i++)
        polled[2 + i] = (struct pollfd){.fd = watched[i].fd, .events = watched[i].events};
    if (poll(polled, (nfds_t)count + 2, milliseconds) > 0) {
        if (polled[0].revents)
            read_feed(s);
        if (polled[1].revents && s->says >= 0)
            read_says(s, false);
        for (int i = 0; i < count; i++)
            if (polled[2 + i].revents)
                watched[i].ready(watched[i].user);
    }
    reap(s);
    if (s->owner.looks)
        s->owner.looks(s->owner.user);
}

bool session_hangs(const struct session *s, int milliseconds)
{
    return s->child > 0 && !s->paused &&
           real_nanoseconds() - s->heard > (uint64_t)milliseconds * 1000000;
}

void session_stop(struct session *s, int signal)
{
    int status;
    if (s->child <= 0)
        return;
    kill(s->child, signal);
    waitpid(s->child, &status, 0);
    s->child = 0;
    close_feed(s);
    while (s->says >= 0)
        read_says(s, true);
}

void session_close(struct session *s)
{
    session_stop(s, SIGKILL);
    for (int i = 0; i < MOST_GLASSES; i++)
        close_glass(&s->glasses[i]);
    free(s->pending);
    history_free(s->history);
}
