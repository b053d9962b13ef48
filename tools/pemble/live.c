/* live.c - pemble live: a program that is watched while it runs. */
#include "command.h"

#include <errno.h>
#include <signal.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <unistd.h>
#include "front.h"

static const struct usage usage = {
    .name = "live",
    .arguments = "demo | PROGRAM [-- ARGUMENT...] [--window | --terminal | --http] [-o DIR]",
    .text =
        "Runs a program and shows the panels on its bench while it runs, at the speed of a real\n"
        "board: in a window, in the terminal, or on a page for a browser. PROGRAM is any program\n"
        "that is built with the bench; it needs no change. The mouse is the finger; keys press\n"
        "buttons and turn knobs. 'h' shows the keys.\n",
    .examples = "  pemble live demo\n"
                "  pemble live ./my-program --terminal\n"
                "  pemble live demo --http --port 8080\n",
};

static int run_program(void *user)
{
    char **words = user;
    execvp(words[0], words);
    fprintf(stderr, "%s: %s\n", words[0], strerror(errno));
    return 127;
}

enum front { FRONT_WINDOW, FRONT_TERMINAL, FRONT_PAGE };

/* Of the fronts that can be had here the first. */
static enum front usual_front(void)
{
    if (getenv("DISPLAY") || getenv("WAYLAND_DISPLAY"))
        return FRONT_WINDOW;
    return isatty(STDOUT_FILENO) ? FRONT_TERMINAL : FRONT_PAGE;
}

static int show(struct session *s, enum front front, const char *directory, int zoom,
                const struct page_options *page)
{
    struct control control = {.session = s, .directory = directory};
    front_catch();
    s->echoes = front != FRONT_TERMINAL;
    const int status = front == FRONT_WINDOW     ? window_run(&control, zoom)
                       : front == FRONT_TERMINAL ? terminal_run(&control)
                                                 : page_run(&control, page);
    return status;
}

static int run(int argc, const char **argv)
{
    char *out = NULL, *host = NULL;
    int window = 0, terminal = 0, http = 0, port = 0, zoom = 0;
    struct poptOption options[] = {
        {"window", '\0', POPT_ARG_NONE, &window, 0, "in a window", NULL},
        {"terminal", '\0', POPT_ARG_NONE, &terminal, 0, "in this terminal", NULL},
        {"http", '\0', POPT_ARG_NONE, &http, 0, "on a page for a browser", NULL},
        {"port", '\0', POPT_ARG_INT, &port, 0, "of the page; any that is free if not given",
         "NUMBER"},
        {"host", '\0', POPT_ARG_STRING, &host, 0,
         "the address on which the page is served; only this machine if not given", "ADDRESS"},
        {"zoom", '\0', POPT_ARG_INT, &zoom, 0,
         "how wide a pixel is in the window; what fits if not given", "PIXELS"},
        {"output", 'o', POPT_ARG_STRING, &out, 0,
         "where pictures and recordings are written; here if not given", "DIR"},
        POPT_TABLEEND,
    };
    static struct session session;
    struct line line;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 1, MOST_WORDS - 1, &status))
        return status;
    const bool is_demo = strcmp(line.words[0], "demo") == 0;
    const struct page_options page = {(unsigned)port, host};
    if (window + terminal + http > 1 || port < 0 || port > 65535 || zoom < 0 || zoom > 16) {
        complain("live: %s", window + terminal + http > 1
                                 ? "one of --window, --terminal and --http can be chosen"
                             : zoom < 0 || zoom > 16 ? "--zoom is 1 to 16"
                                                     : "--port is 1 to 65535");
        line_done(&line);
        return BAD_USE;
    }
    const enum front front = window     ? FRONT_WINDOW
                             : terminal ? FRONT_TERMINAL
                             : http     ? FRONT_PAGE
                                        : usual_front();
    if (front == FRONT_TERMINAL && !terminal_guard()) {
        line_done(&line);
        return FAILED;
    }
    session_init(&session, is_demo ? "demo" : line.words[0]);
    if (!session_start(&session, is_demo ? demo_live : run_program, (void *)line.words)) {
        complain("live: %s: %s", line.words[0], strerror(errno));
        status = FAILED;
    } else {
        status = show(&session, front, out ? out : ".", zoom, &page);
    }
    session_close(&session);
    line_done(&line);
    return status;
}

const struct command command_live = {"live", "see a program's panels while it runs", run};
