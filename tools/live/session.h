/*
 * session.h - a program that runs on a watched bench, and what it has told: glasses, devices,
 * readings, complaints. The fronts (window, terminal, page) show it and pass on what a person does.
 */
#ifndef PEMBLE_LIVE_SESSION_H
#define PEMBLE_LIVE_SESSION_H

#include <poll.h>
#include <sys/types.h>
#include "history.h"
#include "pemble/bench.h"

enum {
    MOST_DEVICES = 16,
    MOST_READINGS = 16,
    MOST_REMARKS = 200,
    MOST_WATCHED = 16,
    NOTE_SIZE = 2000
};

/* A module with a glass, as it is shown. */
struct shown {
    struct feed_module module;
    struct glass now,
        then;          /* what the bench told last; what is shown while the view is in the past */
    unsigned revision; /* changes with the pixels that are shown */
    unsigned drawn_as; /* changes with the module */
};

/* Something that was said: by a module, by the program, by pemble. */
struct remark {
    uint64_t time; /* virtual ns */
    char text[200];
};

/* A file descriptor that the session waits for besides. */
struct watched {
    int fd;
    short events;
    void (*ready)(void *user);
    void *user;
};

/* Who started the process and looks after it; all may be NULL. */
struct session_owner {
    bool (*hears)(void *user, const char *line); /* true: the line is not for the person */
    void (*ended)(void *user, int status);       /* as of waitpid; not after session_stop */
    void (*looks)(void *user);                   /* now and then */
    void *user;
};

struct readings;

struct session {
    const char *title;
    struct session_owner owner;
    void (*plays)(struct readings *readings); /* NULL: no file has values of readings */
    struct readings *readings_played;
    pid_t child;      /* 0: it has ended */
    int socket, says; /* the feed, and the program's standard output and error; -1: closed */
    uint8_t *pending;
    size_t pending_count, pending_room;
    char line[512]; /* what the program says, until its new line */
    bool echoes;    /* what it says is printed at once */

    struct shown glasses[MOST_GLASSES];
    int glass_count;
    struct feed_device devices[MOST_DEVICES];
    int device_count;
    struct feed_reading readings[MOST_READINGS];
    int reading_count;
    struct feed_moment moment;
    struct remark remarks[MOST_REMARKS]; /* a ring */
    unsigned remark_count, complaint_count;
    char note[NOTE_SIZE]; /* shown over the picture until it is empty: what has to be mended */
    uint64_t heard;       /* real ns: when the bench told something last */

    uint32_t thousandths; /* speed; 0: as fast as possible */
    bool paused;
    struct history *history;
    uint64_t shown_at;      /* virtual ns; UINT64_MAX: now */
    uint64_t recorded_from; /* UINT64_MAX: nothing is recorded */
    double bytes_a_second, pictures_a_second;
    unsigned pictures;
    struct {
        uint64_t real, bytes;
        unsigned pictures;
    } rate_from;
    unsigned changes; /* changes whenever anything that is shown does */

    struct watched watched[MOST_WATCHED];
    int watched_count;
};

/* What the process runs. It returns the exit status. */
typedef int (*session_body)(void *user);

void session_init(struct session *session, const char *title);

/* Starts `body` in a process of its own, with the other end of the feed. False: that failed, and
 * errno says why. What an earlier process told is forgotten, but for its remarks. */
bool session_start(struct session *session, session_body body, void *user);

/* Ends the process, if it runs. */
void session_stop(struct session *session, int signal);

/* Waits at most so long for messages, output and watched files, and takes them in. */
void session_wait(struct session *session, int milliseconds);

/* Calls `ready` from session_wait when a file descriptor has one of these events (poll.h). */
void session_watch(struct session *session, int fd, short events, void (*ready)(void *user),
                   void *user);
void session_unwatch(struct session *session, int fd);

void session_close(struct session *session);

/* Whether the process runs, is not paused, and has told nothing for so long. */
bool session_hangs(const struct session *session, int milliseconds);

/* Adds a line to the remarks. */
void session_say(struct session *session, const char *format, ...)
    __attribute__((format(printf, 2, 3)));

/* The glass as it is shown, now or then. */
const struct glass *session_glass(const struct session *session, int id);

/* Sets a reading, to the nearest possible value. */
void session_set(struct session *session, int reading, int value);

/* Tells the bench its pace. */
void session_send_pace(struct session *session);

/* Sends a message to the bench. It is lost when the program does not listen. */
void session_send(struct session *session, enum feed_kind kind, int id, const void *body,
                  size_t length);

uint64_t real_nanoseconds(void);

#endif
