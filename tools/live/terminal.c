/* terminal.c - the front in a terminal: what is drawn when, and what keys and the mouse do. */
#include "terminal_parts.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <unistd.h>
#include "command.h"

enum {
    FRAME_MS = 33,
    PRESS_MS = 150 /* how long a key is taken to be down */
};

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
            terminal_put_row(t, t->rows - BAR + i, i == 0 ? "\033[7m" : "", bar[i]);
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
        terminal_put_row(t, y++, "", row);
    }
    terminal_put_row(t, y++, "", "  Tab              hold the first button, let it go");
    for (int i = 0; control_keys[i].key && y < t->rows - BAR; i++) {
        snprintf(row, sizeof row, "  %-16c %s", control_keys[i].key, control_keys[i].words);
        terminal_put_row(t, y++, "", row);
    }
}

static void draw_note(const struct terminal *t)
{
    const char *at = t->control->session->note;
    for (int y = 0; *at && y < t->rows - BAR; y++) {
        char row[300];
        const size_t length = strcspn(at, "\n");
        snprintf(row, sizeof row, "%.*s", (int)length, at);
        terminal_put_row(t, y, "\033[7m", row);
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
        tiles_lay_out(t);
        for (int i = 0; i < BAR; i++)
            t->bar[i][0] = '\0';
        t->layout = layout_of(t);
        if (t->control->helps)
            draw_help(t);
    }
    if (s->note[0])
        draw_note(t);
    for (int i = 0; i < t->tile_count && !covers; i++)
        tile_draw(t, i);
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
    if (terminal_is_resized(t))
        t->control->session->changes++;
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
    terminal_open(&t);
    session_watch(control->session, STDIN_FILENO, POLLIN, take_input, &t);
    while (!control->quits && !front_is_ended()) {
        session_wait(control->session, FRAME_MS / 2);
        attend(&t);
    }
    session_unwatch(control->session, STDIN_FILENO);
    tiles_drop(&t);
    free(t.large);
    chafa_term_info_unref(t.info);
    terminal_restore();
    for (unsigned i = control->session->remark_count > MOST_REMARKS
                          ? control->session->remark_count - MOST_REMARKS
                          : 0;
         i < control->session->remark_count; i++)
        printf("%s\n", control->session->remarks[i % MOST_REMARKS].text);
    return DONE;
}
