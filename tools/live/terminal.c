/* terminal.c - the glasses as text cells, or as pixels where the terminal can show them; what is
 * made of pixels by Chafa. Sequences: ECMA-48, and the mouse reports of xterm. */
#define _GNU_SOURCE /* PR_SET_PDEATHSIG */
#include "front.h"

#include <chafa.h>
#include <errno.h>
#include <limits.h>
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

enum {
    FRAME_MS = 33,
    BAR = 3,        /* rows below the glasses */
    PRESS_MS = 150, /* how long a key is taken to be down */
    INPUT_SIZE = 128,
    MOST_ROWS = 256,
    NAME_SIZE = 100
};

/* A glass on the terminal. */
struct tile {
    int x, y, w, h; /* cells */
    bool braille;
    ChafaCanvas *canvas;
    gchar **rows; /* as they were written last */
    unsigned revision;
};

struct terminal {
    struct control *control;
    struct termios before;
    int columns, rows, cell_width, cell_height; /* a cell's in pixels; 0: unknown */
    ChafaTermInfo *info;
    ChafaCanvasMode colors;
    ChafaPixelMode pixels;
    struct tile tiles[MOST_GLASSES];
    int tile_count;
    unsigned layout, drawn;
    uint64_t drawn_at;
    char bar[BAR][512];
    bool covered;
    char input[INPUT_SIZE];
    size_t input_count;
    int down; /* the key that is taken to be down; -1: none */
    uint64_t up_at;
    bool held;      /* the first button, by Tab */
    uint8_t *large; /* a glass, enlarged */
    size_t large_size;
    int touched; /* the glass under the finger; -1: none */
};

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

static void say(const char *text)
{
    write_all(text, strlen(text));
}

static void restore(void)
{
    say("\033[?1006l\033[?1002l\033[0m\033[?25h\033[?1049l");
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
    restore();
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
    say("\033[c");
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

static void open_terminal(struct terminal *t)
{
    struct termios raw = usual_state;
    raw.c_lflag &= ~(tcflag_t)(ICANON | ECHO);
    raw.c_cc[VSUSP] = _POSIX_VDISABLE;
    raw.c_cc[VMIN] = 1; /* a shell that reads before it is given back waits */
    raw.c_cc[VTIME] = 0;
    tcsetattr(STDIN_FILENO, TCSANOW, &raw);
    const struct sigaction on_resize = {.sa_handler = resize};
    sigaction(SIGWINCH, &on_resize, NULL);
    say("\033[?1049h\033[?25l\033[2J\033[?1002h\033[?1006h");
    measure(t);
    choose_colors(t);
}

/* Whether a glass has two colours at most: then a cell of Braille holds eight of its pixels. */
static bool is_one_bit(const struct glass *g)
{
    const uint8_t *other = NULL, *rgb = g->rgb;
    for (size_t i = 1; i < (size_t)g->width * (size_t)g->height; i++) {
        const uint8_t *p = rgb + 3 * i;
        if (memcmp(p, rgb, 3) == 0)
            continue;
        if (other && memcmp(p, other, 3) != 0)
            return false;
        other = p;
    }
    return true;
}

/* What is written above a glass. */
static void name_of(const struct shown *g, char label[NAME_SIZE])
{
    snprintf(label, NAME_SIZE, "%s, %dx%d", g->module.label, g->now.width, g->now.height);
}

/* The cells that a glass takes when it may be so many wide: two rows of pixels a cell, with Braille
 * two columns and four rows; with pixels what they cover, enlarged by a whole number. */
static void tile_size(const struct terminal *t, const struct glass *g, struct tile *tile, int wide)
{
    int across = 1, down = 2, w = g->width, h = g->height;
    if (t->pixels != CHAFA_PIXEL_MODE_SYMBOLS) {
        across = t->cell_width;
        down = t->cell_height;
        const int zoom = wide * across / w;
        w *= zoom > 1 ? zoom : 1;
        h *= zoom > 1 ? zoom : 1;
    } else if (tile->braille) {
        across = 2;
        down = 4;
    }
    tile->w = (w + across - 1) / across;
    tile->h = (h + down - 1) / down;
    if (tile->w > wide) {
        tile->h = (tile->h * wide + tile->w - 1) / tile->w;
        tile->w = wide;
    }
}

/* Places all from left to right, each at most so wide, with a line for their names; whether they
 * fit. */
static bool place_at(struct terminal *t, int wide)
{
    const struct session *s = t->control->session;
    int x = 0, y = 0, line = 0;
    for (int i = 0; i < s->glass_count; i++) {
        struct tile *tile = &t->tiles[i];
        char label[NAME_SIZE];
        if (!control_shows(t->control, i))
            continue;
        tile_size(t, &s->glasses[i].now, tile, wide);
        name_of(&s->glasses[i], label);
        const int width = tile->w > (int)strlen(label) ? tile->w : (int)strlen(label);
        if (x > 0 && x + width > t->columns) {
            x = 0;
            y += line;
            line = 0;
        }
        tile->x = x;
        tile->y = y + 1;
        x += width + 2;
        line = tile->h + 1 > line ? tile->h + 1 : line;
    }
    return y + line <= t->rows - BAR;
}

/* Whole, if all fit so; else as large as they fit, and with one bit a pixel in Braille, which is
 * better than pixels that are left out. */
static void place(struct terminal *t)
{
    enum { LEAST = 8 };
    const struct session *s = t->control->session;
    int wide = t->columns;
    for (int i = 0; i < s->glass_count; i++)
        t->tiles[i].braille = false;
    bool whole = place_at(t, wide);
    for (int i = 0; i < s->glass_count; i++)
        whole = whole && (!control_shows(t->control, i) || s->glasses[i].now.width <= wide);
    for (int i = 0; i < s->glass_count && !whole; i++)
        t->tiles[i].braille =
            t->pixels == CHAFA_PIXEL_MODE_SYMBOLS && is_one_bit(&s->glasses[i].now);
    while (!place_at(t, wide) && wide > LEAST)
        wide--;
}

static void drop_tiles(struct terminal *t)
{
    for (int i = 0; i < t->tile_count; i++) {
        if (t->tiles[i].canvas)
            chafa_canvas_unref(t->tiles[i].canvas);
        g_strfreev(t->tiles[i].rows);
        t->tiles[i] = (struct tile){.canvas = NULL};
    }
    t->tile_count = 0;
}

static ChafaCanvas *canvas_for(const struct terminal *t, const struct tile *tile)
{
    ChafaCanvasConfig *config = chafa_canvas_config_new();
    ChafaSymbolMap *symbols = chafa_symbol_map_new();
    chafa_symbol_map_add_by_tags(symbols, CHAFA_SYMBOL_TAG_SPACE);
    chafa_symbol_map_add_by_tags(symbols, tile->braille
                                              ? CHAFA_SYMBOL_TAG_BRAILLE
                                              : CHAFA_SYMBOL_TAG_VHALF | CHAFA_SYMBOL_TAG_SOLID);
    chafa_canvas_config_set_symbol_map(config, symbols);
    chafa_canvas_config_set_canvas_mode(config, t->colors);
    chafa_canvas_config_set_pixel_mode(config, t->pixels);
    chafa_canvas_config_set_dither_mode(config, CHAFA_DITHER_MODE_NONE);
    chafa_canvas_config_set_preprocessing_enabled(config, FALSE);
    chafa_canvas_config_set_geometry(config, tile->w, tile->h);
    if (t->pixels != CHAFA_PIXEL_MODE_SYMBOLS)
        chafa_canvas_config_set_cell_geometry(config, t->cell_width, t->cell_height);
    ChafaCanvas *canvas = chafa_canvas_new(config);
    chafa_symbol_map_unref(symbols);
    chafa_canvas_config_unref(config);
    return canvas;
}

static void put_at(int x, int y, const char *text)
{
    char place[32];
    snprintf(place, sizeof place, "\033[%d;%dH", y + 1, x + 1);
    say(place);
    say(text);
}

/* Text of one row, cut where the terminal ends, the rest of the row empty. */
static void put_row(const struct terminal *t, int y, const char *style, const char *text)
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
    put_at(0, y, style);
    say(row);
    say("\033[0m\033[K");
}

static void lay_out(struct terminal *t)
{
    const struct session *s = t->control->session;
    drop_tiles(t);
    place(t);
    t->tile_count = s->glass_count;
    say("\033[0m\033[2J");
    for (int i = 0; i < t->tile_count; i++) {
        struct tile *tile = &t->tiles[i];
        char label[NAME_SIZE];
        if (!control_shows(t->control, i))
            continue;
        name_of(&s->glasses[i], label);
        if (tile->x + (int)strlen(label) > t->columns)
            label[t->columns > tile->x ? t->columns - tile->x : 0] = '\0';
        put_at(tile->x, tile->y - 1, label);
        tile->revision = s->glasses[i].revision - 1;
        tile->canvas = canvas_for(t, tile);
    }
    for (int i = 0; i < BAR; i++)
        t->bar[i][0] = '\0';
}

/* The pixels as large as Chafa looks at them, eight by eight a cell: it then smooths nothing.
 * False: they are drawn smaller, and it may. */
static bool enlarge(struct terminal *t, const struct tile *tile, const struct glass *g, int *width,
                    int *height)
{
    enum { CELL = 8 };
    const int across = tile->braille ? CELL / 2 : CELL, down = tile->braille ? CELL / 4 : CELL / 2;
    *width = CELL * tile->w;
    *height = CELL * tile->h;
    if (t->pixels != CHAFA_PIXEL_MODE_SYMBOLS || g->width * across > *width ||
        g->height * down > *height)
        return false;
    const size_t size = 3 * (size_t)*width * (size_t)*height;
    if (size > t->large_size) {
        free(t->large);
        t->large = malloc(size);
        t->large_size = t->large ? size : 0;
    }
    if (!t->large)
        return false;
    memset(t->large, 0, size);
    for (int y = 0; y < g->height * down; y++) {
        const uint8_t *from = g->rgb + 3 * (size_t)(y / down) * (size_t)g->width;
        uint8_t *to = t->large + 3 * (size_t)y * (size_t)*width;
        for (int x = 0; x < g->width * across; x++, to += 3)
            memcpy(to, from + 3 * (x / across), 3);
    }
    return true;
}

static int light_of(const uint8_t *rgb)
{
    return 2 * rgb[0] + 5 * rgb[1] + rgb[2];
}

/* A glass of two colours in Braille, a dot for each pixel of the lighter one; in the terminal's own
 * colours. The dots are numbered as in Unicode, chapter 21.1. */
static GString *in_braille(const struct glass *g, const struct tile *tile)
{
    static const uint8_t dots[4][2] = {{0x01, 0x08}, {0x02, 0x10}, {0x04, 0x20}, {0x40, 0x80}};
    GString *text = g_string_new(NULL);
    int least = INT_MAX, most = 0;
    for (int i = 0; i < g->width * g->height; i++) {
        const int light = light_of(g->rgb + 3 * i);
        least = light < least ? light : least;
        most = light > most ? light : most;
    }
    for (int row = 0; row < tile->h; row++) {
        for (int column = 0; column < tile->w; column++) {
            unsigned cell = 0x2800;
            for (int i = 0; i < 8; i++) {
                const int x = 2 * column + i % 2, y = 4 * row + i / 2;
                if (x < g->width && y < g->height && most > least &&
                    2 * light_of(g->rgb + 3 * (y * g->width + x)) > least + most)
                    cell |= dots[i / 2][i % 2];
            }
            g_string_append_unichar(text, cell);
        }
        g_string_append_c(text, '\n');
    }
    return text;
}

/* As cells or pixels that Chafa chooses. */
static GString *by_chafa(struct terminal *t, const struct glass *g, const struct tile *tile)
{
    int width, height;
    const bool large = enlarge(t, tile, g, &width, &height);
    if (!large) {
        width = g->width;
        height = g->height;
    }
    chafa_canvas_draw_all_pixels(tile->canvas, CHAFA_PIXEL_RGB8, large ? t->large : g->rgb, width,
                                 height, 3 * width);
    return chafa_canvas_print(tile->canvas, t->info);
}

/* Writes the rows that differ from what is there. */
static void write_rows(const struct terminal *t, struct tile *tile, const char *text)
{
    gchar **rows = g_strsplit(text, "\n", 0), **old = tile->rows;
    for (int i = 0; rows[i]; i++) {
        const bool same = old && old[i] && strcmp(old[i], rows[i]) == 0;
        if (!same && tile->y + i < t->rows - BAR)
            put_at(tile->x, tile->y + i, rows[i]);
        if (old && !old[i])
            old = NULL;
    }
    g_strfreev(tile->rows);
    tile->rows = rows;
}

static void draw_tile(struct terminal *t, int number)
{
    const struct session *s = t->control->session;
    const struct glass *g = session_glass(s, number);
    struct tile *tile = &t->tiles[number];
    if (tile->revision == s->glasses[number].revision || !tile->canvas)
        return;
    if (tile->braille && !is_one_bit(g)) {
        t->layout = 0; /* its colours need another kind of cells */
        return;
    }
    tile->revision = s->glasses[number].revision;
    /* Braille of a part of the pixels would be a riddle. */
    const bool whole = 2 * tile->w >= g->width && 4 * tile->h >= g->height;
    GString *text = tile->braille && whole ? in_braille(g, tile) : by_chafa(t, g, tile);
    if (t->pixels == CHAFA_PIXEL_MODE_SYMBOLS)
        write_rows(t, tile, text->str);
    else
        put_at(tile->x, tile->y, text->str);
    g_string_free(text, TRUE);
    say("\033[0m");
}

static void draw_bar(struct terminal *t)
{
    const struct control *c = t->control;
    const struct session *s = c->session;
    char bar[BAR][512] = {"", "", ""};
    control_status(c, bar[0], sizeof bar[0]);
    size_t length = 0;
    for (int i = 0; i < s->reading_count && length < sizeof bar[1] - 60; i++)
        length += (size_t)snprintf(bar[1] + length, sizeof bar[1] - length, "%s%s: %d  ",
                                   i == c->reading ? ">" : " ", s->readings[i].name,
                                   s->readings[i].value);
    for (int i = 0; i < s->moment.lamp_count && i < FEED_LAMPS; i++)
        length += (size_t)snprintf(bar[1] + length, sizeof bar[1] - length, "pin %u: %s  ",
                                   s->moment.lamps[i].pin, s->moment.lamps[i].lit ? "on" : "off");
    snprintf(bar[2], sizeof bar[2], "%s",
             s->remark_count ? s->remarks[(s->remark_count - 1) % MOST_REMARKS].text
                             : "h: help, q: quit");
    for (int i = 0; i < BAR; i++)
        if (strcmp(bar[i], t->bar[i]) != 0 || !bar[i][0]) {
            put_row(t, t->rows - BAR + i, i == 0 ? "\033[7m" : "", bar[i]);
            memcpy(t->bar[i], bar[i], sizeof bar[i]);
        }
}

static void draw_help(const struct terminal *t)
{
    char row[120];
    int y = 0;
    for (int i = 0; control_device_keys[i][0]; i++) {
        snprintf(row, sizeof row, "  %-16s %s", control_device_keys[i][0],
                 control_device_keys[i][1]);
        put_row(t, y++, "", row);
    }
    put_row(t, y++, "", "  Tab              hold the first button, let it go");
    for (int i = 0; control_keys[i].key && y < t->rows - BAR; i++) {
        snprintf(row, sizeof row, "  %-16c %s", control_keys[i].key, control_keys[i].words);
        put_row(t, y++, "", row);
    }
}

static void draw_note(const struct terminal *t)
{
    const char *at = t->control->session->note;
    for (int y = 0; *at && y < t->rows - BAR; y++) {
        char row[300];
        const size_t length = strcspn(at, "\n");
        snprintf(row, sizeof row, "%.*s", (int)length, at);
        put_row(t, y, "\033[7m", row);
        at += length + (at[length] == '\n');
    }
}

static unsigned layout_of(const struct terminal *t)
{
    return control_layout(t->control) * 31 + (unsigned)(t->columns * 977 + t->rows);
}

static void draw(struct terminal *t)
{
    const struct session *s = t->control->session;
    const bool covers = t->control->helps || s->note[0];
    if (layout_of(t) != t->layout || t->covered != covers) {
        lay_out(t);
        t->layout = layout_of(t);
        if (t->control->helps)
            draw_help(t);
    }
    if (s->note[0])
        draw_note(t);
    for (int i = 0; i < t->tile_count && !covers; i++)
        draw_tile(t, i);
    t->covered = covers;
    draw_bar(t);
}

/* A terminal does not say when a key is let go. */
static void press(struct terminal *t, int key)
{
    if (t->down >= 0 && t->down != key)
        (void)control_device_key(t->control, (enum device_key)t->down, false);
    if (t->down != key)
        (void)control_device_key(t->control, (enum device_key)key, true);
    t->down = key;
    t->up_at = real_nanoseconds() + (uint64_t)PRESS_MS * 1000000;
}

static void hold(struct terminal *t)
{
    t->held = !t->held;
    (void)control_device_key(t->control, KEY_BUTTON, t->held);
}

/* The finger on the pixel in the middle of a cell. */
static void finger(struct terminal *t, int x, int y, bool down)
{
    const struct session *s = t->control->session;
    for (int i = 0; i < t->tile_count; i++) {
        const struct tile *tile = &t->tiles[i];
        const struct glass *g = &s->glasses[i].now;
        const bool on =
            x >= tile->x && x < tile->x + tile->w && y >= tile->y && y < tile->y + tile->h;
        if (!on || (t->touched >= 0 && t->touched != i))
            continue;
        control_finger(t->control, i, down, (2 * (x - tile->x) + 1) * g->width / (2 * tile->w),
                       (2 * (y - tile->y) + 1) * g->height / (2 * tile->h));
        t->touched = down ? i : -1;
        return;
    }
    if (!down && t->touched >= 0) {
        control_finger(t->control, t->touched, false, 0, 0);
        t->touched = -1;
    }
}

/* A report of the mouse: "<0;12;7M", pressed or moved; "m" let go; 64 and 65 the wheel. */
static void mouse(struct terminal *t, const char *report, char end)
{
    int button, x, y;
    if (sscanf(report, "<%d;%d;%d", &button, &x, &y) != 3)
        return;
    if (button == 64 || button == 65)
        (void)control_device_key(t->control, button == 64 ? KEY_KNOB_FORTH : KEY_KNOB_BACK, true);
    else if ((button & ~32) == 0)
        finger(t, x - 1, y - 1, end == 'M');
}

/* Takes one key or report from the front of the input; how many bytes it had, 0: it is not whole.
 */
static size_t take_key(struct terminal *t)
{
    const char *in = t->input;
    if (in[0] != '\033') {
        if (in[0] == '\r' || in[0] == '\n')
            press(t, KEY_BUTTON);
        else if (in[0] >= '1' && in[0] <= '9')
            press(t, KEY_BUTTON + in[0] - '1');
        else if (in[0] == '+' || in[0] == '-')
            (void)control_device_key(t->control, in[0] == '+' ? KEY_KNOB_FORTH : KEY_KNOB_BACK,
                                     true);
        else if (in[0] == '\t')
            hold(t);
        else
            control_do(t->control, control_act_of(in[0]));
        return 1;
    }
    if (t->input_count < 2)
        return 0;
    if (in[1] != '[' && in[1] != 'O')
        return 1;
    size_t end = 2;
    while (end < t->input_count && (in[end] < '@' || in[end] > '~'))
        end++;
    if (end == t->input_count)
        return t->input_count < INPUT_SIZE ? 0 : end;
    static const char arrows[] = "DCAB";
    const char *arrow = strchr(arrows, in[end]);
    if (end == 2 && arrow)
        press(t, KEY_LEFT + (int)(arrow - arrows));
    else if (in[2] == '<')
        mouse(t, in + 2, in[end]);
    return end + 1;
}

static void take_input(void *user)
{
    struct terminal *t = user;
    const ssize_t count =
        read(STDIN_FILENO, t->input + t->input_count, INPUT_SIZE - t->input_count);
    if (count <= 0) {
        t->control->quits = t->control->quits || (count < 0 && errno != EINTR && errno != EAGAIN);
        return;
    }
    t->input_count += (size_t)count;
    for (size_t used; t->input_count > 0 && (used = take_key(t)) > 0;) {
        t->input_count -= used;
        memmove(t->input, t->input + used, t->input_count);
    }
}

/* Lets go what was pressed, and draws what has changed, thirty times a second. */
static void attend(struct terminal *t)
{
    const uint64_t now = real_nanoseconds();
    if (t->down >= 0 && now >= t->up_at) {
        (void)control_device_key(t->control, (enum device_key)t->down, false);
        t->down = -1;
    }
    if (resized) {
        resized = 0;
        measure(t);
        t->control->session->changes++;
    }
    if (t->drawn == t->control->session->changes ||
        now - t->drawn_at < (uint64_t)FRAME_MS * 1000000)
        return;
    t->drawn = t->control->session->changes;
    t->drawn_at = now;
    draw(t);
}

int terminal_run(struct control *control)
{
    struct terminal t = {.control = control, .down = -1, .touched = -1};
    open_terminal(&t);
    session_watch(control->session, STDIN_FILENO, POLLIN, take_input, &t);
    while (!control->quits && !front_is_ended()) {
        session_wait(control->session, FRAME_MS / 2);
        attend(&t);
    }
    session_unwatch(control->session, STDIN_FILENO);
    drop_tiles(&t);
    free(t.large);
    chafa_term_info_unref(t.info);
    restore();
    for (unsigned i = control->session->remark_count > MOST_REMARKS
                          ? control->session->remark_count - MOST_REMARKS
                          : 0;
         i < control->session->remark_count; i++)
        printf("%s\n", control->session->remarks[i % MOST_REMARKS].text);
    return DONE;
}
