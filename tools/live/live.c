/* live.c - the program pemble-live, which pemble live starts: a program or a scene that is watched
 * while it runs. */
#include "command.h"

#include <errno.h>
#include <signal.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/wait.h>
#include <unistd.h>
#include "data_folder.h"
#include "front.h"
#include "maker.h"
#include "new_scene.h"
#include "output.h"
#include "readings.h"
#include "scene_host.h"

static const struct usage usage = {
    .name = "live",
    .arguments = "demo | PROGRAM [-- ARGUMENT...] | SCENE.c --panel CONFIG\n"
                 "              [--window | --terminal | --http] [-o DIR]",
    .text =
        "Runs a program and shows the panels on its bench while it runs, at the speed of a real\n"
        "board: in a window, in the terminal, or on a page for a browser. PROGRAM is any program\n"
        "that is built with the bench; it needs no change. The mouse is the finger; keys press\n"
        "buttons and turn knobs. 'h' shows the keys.\n"
        "\n"
        "A scene is one C file (pemble/bench_scene.h; --new writes one). It is compiled whenever\n"
        "it is saved, and the new picture takes the place of the old one. Commands of --make are\n"
        "run again when a file that they read is saved. docs/live.md says more.\n",
    .examples =
        "  pemble live demo\n"
        "  pemble live ./my-program --terminal\n"
        "  pemble live demo --http --port 8080\n"
        "  pemble live --new tide.c\n"
        "  pemble live tide.c --panel gangway.ini --readings tide.csv\n"
        "  pemble live gull.c --panel gangway.ini --make \"picture make gull.png -o bird.c\"\n",
};

static int run_program(void *user)
{
    char **words = user;
    execvp(words[0], words);
    fprintf(stderr, "%s: %s\n", words[0], strerror(errno));
    return 127;
}

enum front { FRONT_WINDOW, FRONT_TERMINAL, FRONT_PAGE };

/* What was asked for. */
struct wish {
    enum front front;
    const char *subject, *directory, *readings;
    char **words; /* of a program */
    struct scene_host host;
    char **before;
    int zoom;
    struct page_options page;
};

static struct session session;

/* Of the fronts that can be had here the first. */
static enum front usual_front(void)
{
    if (getenv("DISPLAY") || getenv("WAYLAND_DISPLAY"))
        return FRONT_WINDOW;
    return isatty(STDOUT_FILENO) ? FRONT_TERMINAL : FRONT_PAGE;
}

static int show(const struct wish *wish)
{
    struct control control = {.session = &session, .directory = wish->directory};
    if (wish->front == FRONT_WINDOW)
        return window_run(&control, wish->zoom == NOT_GIVEN ? 0 : wish->zoom);
    return wish->front == FRONT_TERMINAL ? terminal_run(&control) : page_run(&control, &wish->page);
}

/* A command of --make, in a process of its own; what it says are remarks. */
static int run_line(const char *line)
{
    int says[2], status, count;
    const char **words;
    char text[200];
    if (pipe(says) != 0)
        return FAILED;
    fflush(NULL);
    const pid_t child = fork();
    if (child == 0) {
        dup2(says[1], STDOUT_FILENO);
        dup2(says[1], STDERR_FILENO);
        _exit(poptParseArgvString(line, &count, &words) == 0 ? run_command(count, words) : BAD_USE);
    }
    close(says[1]);
    FILE *f = fdopen(says[0], "r");
    while (f && fgets(text, sizeof text, f)) {
        text[strcspn(text, "\n")] = '\0';
        session_say(&session, "%s", text);
    }
    if (f)
        fclose(f);
    if (child < 0 || waitpid(child, &status, 0) != child)
        return FAILED;
    return WIFEXITED(status) ? WEXITSTATUS(status) : FAILED;
}

static void give_loads(void *user, int fd)
{
    ((struct scene_host *)user)->loads = fd;
}

/* The headers: beside an installed command, else in the sources that it was built from. */
static const char *const *include_directories(void)
{
    static char installed[400];
    static const char *directories[] = {installed, PEMBLE_SOURCE "/include",
                                        PEMBLE_SOURCE "/ports/sim/include", NULL};
    char header[440];
    if (!beside_program("../include", installed, sizeof installed))
        return directories + 1;
    snprintf(header, sizeof header, "%s/pemble/bench_scene.h", installed);
    if (access(header, R_OK) != 0)
        return directories + 1;
    directories[1] = NULL;
    return directories;
}

/* Runs the scene, the program or the demo until the person has seen enough. */
static int watch(struct wish *wish)
{
    static const char *const none[] = {NULL};
    const char *cc = getenv("CC");
    struct maker *maker = NULL;
    struct readings *readings = NULL;
    int status = DONE;
    session_init(&session, wish->subject);
    session.echoes = wish->front != FRONT_TERMINAL;
    front_catch();
    if (wish->readings && !(readings = readings_new(&session, wish->readings)))
        status = BAD_USE;
    if (status == DONE && wish->host.config) {
        const struct maker_options options = {
            .source = wish->subject,
            .config = wish->host.config,
            .before = wish->before ? (const char *const *)wish->before : none,
            .include_directories = include_directories(),
            .cc = cc && *cc ? cc : "cc",
            .body = scene_host_run,
            .user = &wish->host,
            .give_loads = give_loads,
            .frame = SCENE_FRAME,
            .run_line = run_line};
        maker = maker_new(&session, &options);
        status = maker ? DONE : FAILED;
    } else if (status == DONE) {
        const bool is_demo = strcmp(wish->subject, "demo") == 0;
        if (!session_start(&session, is_demo ? demo_live : run_program, wish->words)) {
            complain("live: %s: %s", wish->subject, strerror(errno));
            status = FAILED;
        }
    }
    if (status == DONE)
        status = show(wish);
    session_close(&session);
    maker_free(maker);
    readings_free(readings);
    return status;
}

/* What is wrong with the words; NULL: nothing. */
static const char *wrong_with(const struct wish *wish, int fronts)
{
    const bool is_scene = ends_with(wish->subject, ".c");
    if (fronts > 1)
        return "one of --window, --terminal and --http can be chosen";
    if (is_scene && !wish->host.config)
        return "a scene needs --panel CONFIG: the panel that it is drawn on";
    if (!is_scene && (wish->host.config || wish->host.only || wish->before))
        return "--panel, --only and --make are for a scene, whose name ends in .c";
    if (is_scene && wish->words[1])
        return "a scene takes no arguments";
    if ((is_scene || strchr(wish->subject, '/')) && access(wish->subject, R_OK) != 0)
        return strerror(errno);
    if (wish->host.config && access(wish->host.config, R_OK) != 0)
        return "the file of --panel cannot be read";
    return NULL;
}

int main(int argc, const char **argv)
{
    struct wish wish = {.directory = ".", .zoom = NOT_GIVEN};
    char *out = NULL, *host = NULL, *panel = NULL, *only = NULL, *begin = NULL, *readings = NULL;
    int window = 0, terminal = 0, http = 0, port = NOT_GIVEN;
    struct poptOption options[] = {
        {"window", '\0', POPT_ARG_NONE, &window, 0, "in a window", NULL},
        {"terminal", '\0', POPT_ARG_NONE, &terminal, 0, "in this terminal", NULL},
        {"http", '\0', POPT_ARG_NONE, &http, 0, "on a page for a browser", NULL},
        {"port", '\0', POPT_ARG_INT, &port, 0, "of the page; any that is free if not given",
         "NUMBER"},
        {"host", '\0', POPT_ARG_STRING, &host, 0,
         "the address on which the page is served; only this machine if not given", "ADDRESS"},
        {"zoom", '\0', POPT_ARG_INT, &wish.zoom, 0,
         "how wide a pixel is in the window; what fits if not given", "PIXELS"},
        {"output", 'o', POPT_ARG_STRING, &out, 0,
         "where pictures and recordings are written; here if not given", "DIR"},
        {"panel", '\0', POPT_ARG_STRING, &panel, 0, "the panel of a scene", "CONFIG"},
        ONLY_OPTION(only),
        {"make", '\0', POPT_ARG_ARGV, &wish.before, 0,
         "a command of pemble that makes what the scene includes; again: one more",
         "'COMMAND ...'"},
        {"readings", '\0', POPT_ARG_STRING, &readings, 0,
         "values of readings over time; the first column is the time in ms", "FILE.csv"},
        {"new", '\0', POPT_ARG_STRING, &begin, 0, "write a scene to begin with", "SCENE.c"},
        POPT_TABLEEND,
    };
    struct line line;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 0, MOST_WORDS - 1, &status))
        return status;
    line.words[line.count] = NULL;
    if (begin || line.count == 0) {
        status = begin && line.count == 0 ? new_scene(begin) : BAD_USE;
        if (status == BAD_USE && !begin)
            complain("live: say what: demo, a program, or a scene; see 'pemble live --help'");
        else if (line.count > 0)
            complain("live: %s: --new takes no other words", line.words[0]);
        line_done(&line);
        return status;
    }
    wish.subject = line.words[0];
    wish.words = (char **)(uintptr_t)line.words;
    wish.host = (struct scene_host){panel, only, -1};
    wish.readings = readings;
    wish.directory = out ? out : ".";
    wish.page = (struct page_options){port == NOT_GIVEN ? 0 : (unsigned)port, host};
    wish.front = window     ? FRONT_WINDOW
                 : terminal ? FRONT_TERMINAL
                 : http     ? FRONT_PAGE
                            : usual_front();
    if (!number_is_possible("--port", port, 1, 65535, "") ||
        !number_is_possible("--zoom", wish.zoom, 1, 16, " pixels")) {
        line_done(&line);
        return BAD_USE;
    }
    const char *wrong = wrong_with(&wish, window + terminal + http);
    if (wrong) {
        complain("live: %s: %s", wish.subject, wrong);
        status = BAD_USE;
    } else if (wish.front == FRONT_TERMINAL && !terminal_guard()) {
        status = FAILED;
    } else {
        status = watch(&wish);
    }
    line_done(&line);
    return status;
}
