/* terminal_tty.c - the terminal itself: its size, its colours, what is written on it; and a guard
 * that gives it back when pemble-live ends in whatever way. Sequences: ECMA-48, and the mouse
 * reports of xterm. */
#define _GNU_SOURCE /* PR_SET_PDEATHSIG */
#include "terminal_parts.h"

#include <errno.h>
#include <signal.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/ioctl.h>
#include <sys/prctl.h>
#include <sys/wait.h>
#include <termios.h>
#include <unistd.h>
#include "command.h"

enum { MOST_ROWS = 256 };

static volatile sig_atomic_t resized;

/* The guard's copies. */
static struct termios usual_state;
static volatile sig_atomic_t watcher;

static void write_all(const char *text, size_t count)
{
    while (count > 0) {
        const ssize_t written = write(STDOUT_FILENO, text, count);
        if (written < 0 && errno != EINTR)
            return;
        text += written > 0 ? written : 0;
        count -= written > 0 ? (size_t)written : 0;
    }
}

void terminal_say(const char *text)
{
    write_all(text, strlen(text));
}

void terminal_restore(void)
{
    terminal_say("\033[?1006l\033[?1002l\033[0m\033[?25h\033[?1049l");
    tcsetattr(STDIN_FILENO, TCSANOW, &usual_state);
}

static void pass_on(int signal)
{
    if (watcher > 0)
        kill(watcher, signal);
}

bool terminal_guard(void)
{
    int status;
    if (!isatty(STDIN_FILENO) || !isatty(STDOUT_FILENO) ||
        tcgetattr(STDIN_FILENO, &usual_state) != 0) {
        complain("live: --terminal needs a terminal, and standard input or output is none");
        return false;
    }
    const pid_t guard = getpid();
    watcher = fork();
    if (watcher < 0) {
        complain("live: %s", strerror(errno));
        return false;
    }
    if (watcher == 0) {
        prctl(PR_SET_PDEATHSIG, SIGTERM);
        signal(SIGTTOU,
               SIG_IGN); /* without the guard it is in the background, and gives back too */
        if (getppid() != guard)
            _exit(FAILED);
        return true;
    }
    const struct sigaction forward = {.sa_handler = pass_on};
    sigaction(SIGTERM, &forward, NULL);
    sigaction(SIGHUP, &forward, NULL);
    signal(SIGINT, SIG_IGN); /* the watcher has it too */
    while (waitpid(watcher, &status, 0) < 0 && errno == EINTR)
        ;
    terminal_restore();
    if (WIFSIGNALED(status))
        complain("live: it was ended by signal %d, %s", WTERMSIG(status),
                 strsignal(WTERMSIG(status)));
    _exit(WIFEXITED(status) ? WEXITSTATUS(status) : FAILED);
}

static void resize(int signal)
{
    (void)signal;
    resized = 1;
}

static void measure(struct terminal *t)
{
    struct winsize size;
    t->columns = 80;
    t->rows = 24;
    t->cell_width = t->cell_height = 0;
    if (ioctl(STDOUT_FILENO, TIOCGWINSZ, &size) != 0 || size.ws_col == 0 || size.ws_row == 0)
        return;
    t->columns = size.ws_col;
    t->rows = size.ws_row < MOST_ROWS ? size.ws_row : MOST_ROWS;
    t->cell_width = size.ws_xpixel / size.ws_col;
    t->cell_height = size.ws_ypixel / size.ws_row;
}

/* Asks what the terminal is (ECMA-48 DA); one that shows sixels has a 4 among its abilities. */
static bool has_sixels(void)
{
    char reply[64] = "";
    size_t count = 0;
    struct pollfd p = {.fd = STDIN_FILENO, .events = POLLIN};
    terminal_say("\033[c");
    while (count < sizeof reply - 1 && !strchr(reply, 'c') && poll(&p, 1, 300) > 0) {
        const ssize_t got = read(STDIN_FILENO, reply + count, sizeof reply - 1 - count);
        if (got <= 0)
            break;
        count += (size_t)got;
        reply[count] = '\0';
    }
    return strstr(reply, ";4;") || strstr(reply, ";4c");
}

static void choose_colors(struct terminal *t)
{
    const char *colors = getenv("COLORTERM"), *term = getenv("TERM");
    gchar **environment = g_get_environ();
    t->info = chafa_term_db_detect(chafa_term_db_get_default(), environment);
    g_strfreev(environment);
    chafa_term_info_supplement(t->info,
                               chafa_term_db_get_fallback_info(chafa_term_db_get_default()));
    t->colors = colors && (strstr(colors, "truecolor") || strstr(colors, "24bit"))
                    ? CHAFA_CANVAS_MODE_TRUECOLOR
                : term && strstr(term, "256") ? CHAFA_CANVAS_MODE_INDEXED_256
                                              : CHAFA_CANVAS_MODE_INDEXED_16;
    t->pixels = CHAFA_PIXEL_MODE_SYMBOLS;
    if (has_sixels() && t->cell_width > 0 && t->cell_height > 0)
        t->pixels = CHAFA_PIXEL_MODE_SIXELS;
}

void terminal_open(struct terminal *t)
{
    struct termios raw = usual_state;
    raw.c_lflag &= ~(tcflag_t)(ICANON | ECHO);
    raw.c_cc[VSUSP] = _POSIX_VDISABLE;
    raw.c_cc[VMIN] = 1; /* a shell that reads before it is given back waits */
    raw.c_cc[VTIME] = 0;
    tcsetattr(STDIN_FILENO, TCSANOW, &raw);
    const struct sigaction on_resize = {.sa_handler = resize};
    sigaction(SIGWINCH, &on_resize, NULL);
    terminal_say("\033[?1049h\033[?25l\033[2J\033[?1002h\033[?1006h");
    measure(t);
    choose_colors(t);
}

bool terminal_is_resized(struct terminal *t)
{
    if (!resized)
        return false;
    resized = 0;
    measure(t);
    return true;
}

void terminal_put_at(int x, int y, const char *text)
{
    char place[32];
    snprintf(place, sizeof place, "\033[%d;%dH", y + 1, x + 1);
    terminal_say(place);
    terminal_say(text);
}

void terminal_put_row(const struct terminal *t, int y, const char *style, const char *text)
{
    char row[600];
    int columns = 0;
    size_t length = 0;
    for (; text[length] && length < sizeof row - 1; length++) {
        columns += ((unsigned char)text[length] & 0xC0) != 0x80;
        if (columns >= t->columns)
            break;
        row[length] = text[length];
    }
    row[length] = '\0';
    terminal_put_at(0, y, style);
    terminal_say(row);
    terminal_say("\033[0m\033[K");
}
