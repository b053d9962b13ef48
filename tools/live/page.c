/*
 * page.c - the session as a page, served by libmicrohttpd. A watcher reads /feed, a response
 * without an end in the messages of feed.h and two of its own, and posts to /act what a person
 * does. Each watcher has a copy of what it was told, and is told what differs: one that is slow
 * misses pictures, and nobody waits for it.
 */
#include <cJSON.h>
#include <errno.h>
#include <microhttpd.h>
#include <netdb.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/random.h>
#include "command.h"
#include "front.h"

enum {
    MOST_WATCHERS = 64,
    LONGEST_ACT = 64, /* bytes of a request's body */
    PAGE_STATE = 32,  /* JSON: what the controls show */
    STATE_NS = 100000000,
    TOKEN_SIZE = 33
};

/* The files of tools/live/web. */
extern const unsigned char live_html[], live_css[], live_js[];
extern const size_t live_html_size, live_css_size, live_js_size;

struct page;

/* Somebody who reads the feed. */
struct watcher {
    struct page *page;
    uint8_t *out; /* what is to be sent, from `at` on */
    size_t count, at, room;
    struct glass told[MOST_GLASSES];
    unsigned drawn_as[MOST_GLASSES];
    int devices;
    struct feed_reading readings[MOST_READINGS];
    struct feed_moment moment;
    unsigned remarks;
    char state[2600];
    uint64_t state_at;
    bool has_keys;
};

struct page {
    struct control *control;
    struct MHD_Daemon *daemon;
    char token[TOKEN_SIZE]; /* what each path begins with, beyond this machine; "": nothing */
    char origin[160];       /* "127.0.0.1:8080" */
    bool is_local;
    int watchers;
};

/* A request's body so far. */
struct request {
    char body[LONGEST_ACT + 1];
    size_t count;
    bool is_long;
};

static void put(struct watcher *w, const void *bytes, size_t count)
{
    if (w->room - w->count < count) {
        const size_t room = 2 * w->room + count + 4096;
        uint8_t *more = realloc(w->out, room);
        if (!more)
            return;
        w->out = more;
        w->room = room;
    }
    memcpy(w->out + w->count, bytes, count);
    w->count += count;
}

static void put_message(struct watcher *w, int kind, int id, const void *bytes, size_t count)
{
    const struct feed_head h = {(uint8_t)kind, (uint8_t)id, FEED_VERSION, (uint32_t)count};
    put(w, &h, sizeof h);
    put(w, bytes, count);
}

static void put_glass(struct watcher *w, int id)
{
    const struct session *s = w->page->control->session;
    const struct shown *shown = &s->glasses[id];
    const struct glass *g = session_glass(s, id);
    struct glass *told = &w->told[id];
    struct feed_area area;
    if (!g->rgb)
        return;
    if (w->drawn_as[id] != shown->drawn_as || !told->rgb) {
        put_message(w, FEED_MODULE, id, &shown->module, sizeof shown->module);
        w->drawn_as[id] = shown->drawn_as;
        if (!told->rgb || told->width != g->width || told->height != g->height) {
            const size_t size = 3 * (size_t)g->width * (size_t)g->height;
            free(told->rgb);
            *told = (struct glass){g->width, g->height, malloc(size)};
            if (!told->rgb)
                return;
            for (size_t i = 0; i < size; i++)
                told->rgb[i] = (uint8_t)~g->rgb[i]; /* all of it differs */
        }
    }
    if (!feed_difference(g->rgb, told->rgb, g->width, g->height, &area))
        return;
    const size_t row = 3 * (size_t)area.w;
    const struct feed_head h = {FEED_PIXELS, (uint8_t)id, FEED_VERSION,
                                (uint32_t)(sizeof area + row * area.h)};
    put(w, &h, sizeof h);
    put(w, &area, sizeof area);
    for (int y = area.y; y < area.y + area.h; y++) {
        const size_t at = 3 * ((size_t)y * (size_t)g->width + area.x);
        put(w, g->rgb + at, row);
        memcpy(told->rgb + at, g->rgb + at, row);
    }
}

static cJSON *list_of_keys(void)
{
    cJSON *list = cJSON_CreateArray();
    for (int i = 0; control_device_keys[i][0]; i++)
        cJSON_AddItemToArray(list, cJSON_CreateStringArray(control_device_keys[i], 2));
    for (int i = 0; control_keys[i].key; i++) {
        const char key[2] = {control_keys[i].key, '\0'};
        const char *const words[2] = {key, control_keys[i].words};
        if (control_keys[i].act != ACT_HELP && control_keys[i].act != ACT_QUIT &&
            control_keys[i].act != ACT_ALONE)
            cJSON_AddItemToArray(list, cJSON_CreateStringArray(words, 2));
    }
    return list;
}

/* What the controls show, when it has changed, ten times a second at most. */
static void put_state(struct watcher *w)
{
    const struct control *c = w->page->control;
    const struct session *s = c->session;
    char status[200];
    if (real_nanoseconds() - w->state_at < STATE_NS)
        return;
    w->state_at = real_nanoseconds();
    control_status(c, status, sizeof status);
    cJSON *state = cJSON_CreateObject();
    cJSON_AddStringToObject(state, "title", s->title);
    cJSON_AddStringToObject(state, "status", status);
    cJSON_AddStringToObject(state, "note", s->note);
    cJSON_AddBoolToObject(state, "paused", s->paused);
    cJSON_AddBoolToObject(state, "recording", s->recorded_from != UINT64_MAX);
    cJSON_AddNumberToObject(state, "position", control_position(c));
    cJSON_AddNumberToObject(state, "seconds", (double)control_time(c) / 1e9);
    if (!w->has_keys)
        cJSON_AddItemToObject(state, "keys", list_of_keys());
    char *text = cJSON_PrintUnformatted(state);
    if (text && strcmp(text, w->state) != 0) {
        put_message(w, PAGE_STATE, 0, text, strlen(text));
        snprintf(w->state, sizeof w->state, "%s", text);
        w->has_keys = true;
    }
    free(text);
    cJSON_Delete(state);
}

/* The lamps and the beeper; the rest of the moment is in the state. */
static bool shows_the_same(const struct feed_moment *a, const struct feed_moment *b)
{
    return a->hertz == b->hertz && a->lamp_count == b->lamp_count &&
           memcmp(a->lamps, b->lamps, sizeof a->lamps) == 0;
}

/* All that this watcher does not know yet. */
static void put_news(struct watcher *w)
{
    const struct session *s = w->page->control->session;
    w->count = w->at = 0;
    for (int i = 0; i < s->glass_count; i++)
        put_glass(w, i);
    for (; w->devices < s->device_count; w->devices++)
        put_message(w, FEED_DEVICE, w->devices, &s->devices[w->devices], sizeof s->devices[0]);
    for (int i = 0; i < s->reading_count; i++)
        if (memcmp(&w->readings[i], &s->readings[i], sizeof s->readings[i]) != 0) {
            w->readings[i] = s->readings[i];
            put_message(w, FEED_READING, i, &s->readings[i], sizeof s->readings[i]);
        }
    if (!shows_the_same(&w->moment, &s->moment)) {
        w->moment = s->moment;
        put_message(w, FEED_MOMENT, 0, &s->moment, sizeof s->moment);
    }
    if (s->remark_count > MOST_REMARKS && w->remarks < s->remark_count - MOST_REMARKS)
        w->remarks = s->remark_count - MOST_REMARKS;
    for (; w->remarks < s->remark_count; w->remarks++) {
        const char *text = s->remarks[w->remarks % MOST_REMARKS].text;
        put_message(w, FEED_NOTE, 0, text, strlen(text));
    }
    put_state(w);
}

/* libmicrohttpd asks for more of the endless response. 0: nothing now; it asks again. */
static ssize_t read_feed(void *user, uint64_t position, char *to, size_t most)
{
    struct watcher *w = user;
    (void)position;
    if (w->at == w->count)
        put_news(w);
    const size_t count = w->count - w->at < most ? w->count - w->at : most;
    memcpy(to, w->out + w->at, count);
    w->at += count;
    return (ssize_t)count;
}

static void end_feed(void *user)
{
    struct watcher *w = user;
    w->page->watchers--;
    for (int i = 0; i < MOST_GLASSES; i++)
        free(w->told[i].rgb);
    free(w->out);
    free(w);
}

static enum MHD_Result answer(struct MHD_Connection *connection, unsigned status,
                              struct MHD_Response *response, const char *type)
{
    if (!response)
        return MHD_NO;
    MHD_add_response_header(response, "Content-Type", type);
    MHD_add_response_header(response, "Cache-Control", "no-store");
    MHD_add_response_header(response, "X-Content-Type-Options", "nosniff");
    MHD_add_response_header(response, "Referrer-Policy", "no-referrer");
    MHD_add_response_header(response, "Content-Security-Policy",
                            "default-src 'none'; script-src 'self'; style-src 'self'; "
                            "img-src data:; connect-src 'self'; "
                            "base-uri 'none'; form-action 'none'; frame-ancestors 'none'");
    const enum MHD_Result queued = MHD_queue_response(connection, status, response);
    MHD_destroy_response(response);
    return queued;
}

static enum MHD_Result answer_text(struct MHD_Connection *connection, unsigned status,
                                   const char *text)
{
    return answer(connection, status,
                  MHD_create_response_from_buffer(strlen(text), (void *)(uintptr_t)text,
                                                  MHD_RESPMEM_PERSISTENT),
                  "text/plain; charset=utf-8");
}

static enum MHD_Result answer_file(struct MHD_Connection *connection, const unsigned char *bytes,
                                   size_t size, const char *type)
{
    return answer(
        connection, MHD_HTTP_OK,
        MHD_create_response_from_buffer(size, (void *)(uintptr_t)bytes, MHD_RESPMEM_PERSISTENT),
        type);
}

static enum MHD_Result answer_feed(struct page *p, struct MHD_Connection *connection)
{
    struct watcher *w = p->watchers < MOST_WATCHERS ? calloc(1, sizeof *w) : NULL;
    if (!w)
        return answer_text(connection, MHD_HTTP_SERVICE_UNAVAILABLE, "too many watch already\n");
    w->page = p;
    p->watchers++;
    return answer(
        connection, MHD_HTTP_OK,
        MHD_create_response_from_callback(MHD_SIZE_UNKNOWN, 1 << 16, read_feed, w, end_feed),
        "application/octet-stream");
}

/* "left", "forth", "button 2". */
static int key_named(const char *name)
{
    static const char *const names[] = {"left", "right", "up", "down", "back", "forth"};
    int number;
    for (int i = 0; i < 6; i++)
        if (strcmp(name, names[i]) == 0)
            return KEY_LEFT + i;
    return sscanf(name, "button %d", &number) == 1 && number >= 0 && number < 9
               ? KEY_BUTTON + number
               : -1;
}

/* What a person has done, as a line: false when it is none of these. */
static bool act(struct control *c, const char *line)
{
    char key;
    int id, a, b, down;
    if (sscanf(line, "hand %d %d %d", &id, &a, &b) == 3 && id >= 0 && id < MOST_DEVICES)
        control_hand(c, id, a, b);
    else if (sscanf(line, "finger %d %d %d %d", &id, &down, &a, &b) == 4 && id >= 0 &&
             id < c->session->glass_count)
        control_finger(c, id, down != 0, a, b);
    else if (sscanf(line, "set %d %d", &id, &a) == 2)
        control_set(c, id, a);
    else if (sscanf(line, "show %d", &a) == 1 && a >= 0 && a <= 1000)
        control_show_position(c, a);
    else if (sscanf(line, "key %c", &key) == 1 && control_act_of(key) != ACT_QUIT)
        control_do(c, control_act_of(key));
    else if (strncmp(line, "down ", 5) == 0 && key_named(line + 5) >= 0)
        (void)control_device_key(c, (enum device_key)key_named(line + 5), true);
    else if (strncmp(line, "up ", 3) == 0 && key_named(line + 3) >= 0)
        (void)control_device_key(c, (enum device_key)key_named(line + 3), false);
    else
        return false;
    return true;
}

/* A page of another site must not reach this one: its requests have another host or origin. */
static bool is_ours(const struct page *p, struct MHD_Connection *connection)
{
    const char *host = MHD_lookup_connection_value(connection, MHD_HEADER_KIND, "Host");
    const char *origin = MHD_lookup_connection_value(connection, MHD_HEADER_KIND, "Origin");
    const char *port = strrchr(p->origin, ':');
    char localhost[40];
    snprintf(localhost, sizeof localhost, "localhost%s", port ? port : "");
    if (p->is_local && (!host || (strcmp(host, p->origin) != 0 && strcmp(host, localhost) != 0)))
        return false;
    return !origin || (host && strncmp(origin, "http://", 7) == 0 && strcmp(origin + 7, host) == 0);
}

/* The path after the token; NULL: the token is wrong. */
static const char *path_after_token(const struct page *p, const char *url)
{
    const size_t length = strlen(p->token);
    unsigned differs = 0;
    if (length == 0)
        return url;
    if (url[0] != '/' || strlen(url) < length + 2 || url[length + 1] != '/')
        return NULL;
    for (size_t i = 0; i < length; i++) /* in the same time wherever it differs */
        differs |= (unsigned)(url[1 + i] ^ p->token[i]);
    return differs ? NULL : url + length + 1;
}

static enum MHD_Result get(struct page *p, struct MHD_Connection *connection, const char *path)
{
    if (strcmp(path, "/") == 0)
        return answer_file(connection, live_html, live_html_size, "text/html; charset=utf-8");
    if (strcmp(path, "/live.css") == 0)
        return answer_file(connection, live_css, live_css_size, "text/css; charset=utf-8");
    if (strcmp(path, "/live.js") == 0)
        return answer_file(connection, live_js, live_js_size, "text/javascript; charset=utf-8");
    if (strcmp(path, "/feed") == 0)
        return answer_feed(p, connection);
    return answer_text(connection, MHD_HTTP_NOT_FOUND, "there is no such page\n");
}

static enum MHD_Result handle(void *user, struct MHD_Connection *connection, const char *url,
                              const char *method, const char *version, const char *data,
                              size_t *data_size, void **state)
{
    struct page *p = user;
    struct request *r = *state;
    (void)version;
    if (!r) {
        *state = calloc(1, sizeof *r);
        return *state ? MHD_YES : MHD_NO;
    }
    if (*data_size > 0) {
        const size_t room = LONGEST_ACT - r->count;
        r->is_long = r->is_long || *data_size > room;
        memcpy(r->body + r->count, data, *data_size < room ? *data_size : room);
        r->count += *data_size < room ? *data_size : room;
        *data_size = 0;
        return MHD_YES;
    }
    const char *path = path_after_token(p, url);
    if (!path || !is_ours(p, connection))
        return answer_text(connection, MHD_HTTP_FORBIDDEN,
                           "open the address that pemble live has printed\n");
    if (strcmp(method, "GET") == 0)
        return get(p, connection, path);
    if (strcmp(method, "POST") != 0)
        return answer_text(connection, MHD_HTTP_METHOD_NOT_ALLOWED, "GET and POST are known\n");
    if (strcmp(path, "/act") != 0)
        return answer_text(connection, MHD_HTTP_NOT_FOUND, "there is no such page\n");
    if (r->is_long)
        return answer_text(connection, MHD_HTTP_CONTENT_TOO_LARGE, "at most 64 bytes\n");
    if (!act(p->control, r->body))
        return answer_text(connection, MHD_HTTP_BAD_REQUEST, "that cannot be done\n");
    return answer_text(connection, MHD_HTTP_OK, "");
}

static void end_request(void *user, struct MHD_Connection *connection, void **state,
                        enum MHD_RequestTerminationCode code)
{
    (void)user;
    (void)connection;
    (void)code;
    free(*state);
}

static void serve(void *user)
{
    struct page *p = user;
    MHD_run(p->daemon);
}

/* A token that nobody guesses: 128 bits. */
static bool make_token(struct page *p)
{
    uint8_t bytes[(TOKEN_SIZE - 1) / 2];
    if (getrandom(bytes, sizeof bytes, 0) != (ssize_t)sizeof bytes)
        return false;
    for (size_t i = 0; i < sizeof bytes; i++)
        snprintf(p->token + 2 * i, 3, "%02x", bytes[i]);
    return true;
}

static bool is_loopback(const struct sockaddr *address)
{
    if (address->sa_family == AF_INET) {
        struct sockaddr_in in;
        memcpy(&in, address, sizeof in);
        return (ntohl(in.sin_addr.s_addr) >> 24) == 127;
    }
    struct sockaddr_in6 in;
    memcpy(&in, address, sizeof in);
    return IN6_IS_ADDR_LOOPBACK(&in.sin6_addr);
}

static bool start(struct page *p, const struct page_options *o)
{
    const struct addrinfo hints = {.ai_family = AF_UNSPEC,
                                   .ai_socktype = SOCK_STREAM,
                                   .ai_flags = AI_NUMERICHOST | AI_PASSIVE};
    const char *host = o->host ? o->host : "127.0.0.1";
    struct addrinfo *address;
    char port[8];
    snprintf(port, sizeof port, "%u", o->port);
    const int wrong = getaddrinfo(host, port, &hints, &address);
    if (wrong) {
        complain("live: --host %s: %s; it is an address such as 127.0.0.1, 0.0.0.0 or ::1", host,
                 gai_strerror(wrong));
        return false;
    }
    p->is_local = is_loopback(address->ai_addr);
    if (!p->is_local && !make_token(p)) {
        complain("live: no token can be made: %s", strerror(errno));
        freeaddrinfo(address);
        return false;
    }
    errno = 0;
    p->daemon = MHD_start_daemon(
        MHD_USE_EPOLL | (address->ai_family == AF_INET6 ? MHD_USE_IPv6 : 0u), (uint16_t)o->port,
        NULL, NULL, handle, p, MHD_OPTION_SOCK_ADDR, address->ai_addr, MHD_OPTION_CONNECTION_LIMIT,
        2u * MOST_WATCHERS, MHD_OPTION_CONNECTION_MEMORY_LIMIT, (size_t)1 << 17,
        MHD_OPTION_NOTIFY_COMPLETED, end_request, NULL, MHD_OPTION_CONNECTION_TIMEOUT, 0u,
        MHD_OPTION_END);
    const bool is_6 = address->ai_family == AF_INET6;
    freeaddrinfo(address);
    if (!p->daemon) {
        complain("live: no page can be served at %s, port %u: %s", host, o->port,
                 errno ? strerror(errno) : "is it in use?");
        return false;
    }
    const union MHD_DaemonInfo *info = MHD_get_daemon_info(p->daemon, MHD_DAEMON_INFO_BIND_PORT);
    snprintf(p->origin, sizeof p->origin, is_6 ? "[%s]:%u" : "%s:%u", host,
             info ? info->port : o->port);
    printf("http://%s/%s%s\n", p->origin, p->token, p->token[0] ? "/" : "");
    fflush(stdout);
    return true;
}

int page_run(struct control *control, const struct page_options *options)
{
    struct page page = {.control = control};
    if (!start(&page, options))
        return FAILED;
    const union MHD_DaemonInfo *info = MHD_get_daemon_info(page.daemon, MHD_DAEMON_INFO_EPOLL_FD);
    session_watch(control->session, info->epoll_fd, POLLIN, serve, &page);
    while (!front_is_ended()) {
        session_wait(control->session, 16);
        serve(&page);
    }
    session_unwatch(control->session, info->epoll_fd);
    MHD_stop_daemon(page.daemon);
    return DONE;
}
