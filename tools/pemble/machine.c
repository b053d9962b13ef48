/* machine.c - pemble machine: the state of this machine on a panel, from boot to shutdown. */
#define _DEFAULT_SOURCE /* realpath */
#include "command.h"

#include <signal.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>
#include "machine_scene.h"
#include "pemble/families.h"
#include "stage.h"

static const struct usage usage = {
    .name = "machine",
    .arguments = "CONFIG [--wired] [--only NAME] [--turn SECONDS] [--service] ...",
    .text =
        "Shows the state of this machine on a panel: addresses, load, memory, disk, temperature,\n"
        "uptime. What does not fit on one page is turned by time. With --wired it goes on until "
        "it\n"
        "is ended, and leaves a last picture; a panel that is unplugged is tried again every\n"
        "second. Without, it runs on the simulated bench and writes a picture. --service prints a\n"
        "unit for systemd, which starts it at boot.\n",
    .examples =
        "  pemble machine oled.ini -o machine.png\n"
        "  pemble machine oled.ini --wired --turn 3\n"
        "  pemble machine oled.ini --service | sudo tee /etc/systemd/system/panel.service\n",
};

struct options {
    char *panel, *out, *from;
    int turn, seconds, service, button;
    struct stage_options stage;
};

static volatile sig_atomic_t ended;

static void end(int signal)
{
    (void)signal;
    ended = 1;
}

/* The hardened unit. Its user is made by systemd, and is in the groups that own the buses. */
static int print_service(const char *config)
{
    char path[PATH_MAX];
    if (!realpath(config, path)) {
        complain("%s: no such file", config);
        return BAD_USE;
    }
    printf("[Unit]\n"
           "Description=State of this machine on a small panel\n"
           "After=local-fs.target\n"
           "\n"
           "[Service]\n"
           "ExecStart=/usr/bin/env pemble machine \"%s\" --wired\n"
           "Restart=on-failure\n"
           "RestartSec=5\n"
           "TimeoutStopSec=40\n"
           "DynamicUser=yes\n"
           "SupplementaryGroups=i2c spi gpio\n"
           "NoNewPrivileges=yes\n"
           "PrivateTmp=yes\n"
           "ProtectSystem=strict\n"
           "ProtectHome=read-only\n"
           "ProtectKernelTunables=yes\n"
           "ProtectKernelModules=yes\n"
           "ProtectKernelLogs=yes\n"
           "ProtectControlGroups=yes\n"
           "ProtectClock=yes\n"
           "ProtectHostname=yes\n"
           "RestrictAddressFamilies=AF_UNIX AF_INET AF_INET6 AF_NETLINK\n"
           "RestrictNamespaces=yes\n"
           "RestrictRealtime=yes\n"
           "RestrictSUIDSGID=yes\n"
           "LockPersonality=yes\n"
           "MemoryDenyWriteExecute=yes\n"
           "SystemCallArchitectures=native\n"
           "SystemCallFilter=@system-service\n"
           "CapabilityBoundingSet=\n"
           "DevicePolicy=closed\n"
           "DeviceAllow=char-i2c rw\n"
           "DeviceAllow=char-spi rw\n"
           "DeviceAllow=char-gpiochip rw\n"
           "UMask=0077\n"
           "\n"
           "[Install]\n"
           "WantedBy=multi-user.target\n",
           path);
    return DONE;
}

/* A panel that is shown on, and what it knows. */
struct shown {
    struct stage *stage;
    int number;
    const struct options *options;
    struct machine_scene scene;
    bool open, complained;
    long second; /* since the start */
    int pressed; /* how often the button was */
};

/* Said once for each time that it stops working. Nothing is looked for on the bus: with some
 * drivers each address takes half a second. */
static void lost(struct shown *s, pmb_status status)
{
    const struct stage *stage = s->stage;
    const char *wires = stage->is_wired ? pmb_linux_board_error(stage->wired.board) : "";
    if (!s->complained)
        complain("%s: %s: %s; trying again%s%s", stage->believed->path,
                 panel_title(stage->acts[s->number].setup), pmb_status_text(status),
                 *wires ? ": " : "", wires);
    s->open = false;
    s->complained = true;
}

/* Opens the panel, if it is not open. */
static bool open_panel(struct shown *s)
{
    struct act *act = &s->stage->acts[s->number];
    const pmb_port *port;
    if (s->open)
        return true;
    act->config = act->setup->config;
    pmb_status status = stage_port(s->stage, s->number, &port);
    if (status == PMB_OK)
        status = pmb_panel_open(&act->panel, &act->config, port);
    if (status == PMB_OK) {
        const size_t whole = pmb_screen_whole_bytes(&act->panel);
        free(act->buffer);
        act->buffer = malloc(whole);
        status = pmb_screen_init(&act->screen, &act->panel, act->buffer, whole, NULL, 0);
    }
    if (status != PMB_OK) {
        lost(s, status);
        return false;
    }
    const int page = s->scene.page;
    machine_scene_init(&s->scene, &act->panel);
    s->scene.page = page;
    if (s->complained)
        complain("%s: the panel answers again", panel_title(act->setup));
    s->open = true;
    s->complained = false;
    return true;
}

static void show(struct shown *s)
{
    struct act *act = &s->stage->acts[s->number];
    if (!open_panel(s))
        return;
    vitals_read(&s->scene.vitals, s->options->from ? s->options->from : "");
    const int pages = machine_pages(&s->scene);
    s->scene.page = (int)((s->second / s->options->turn + s->pressed) % pages);
    pmb_status status = pmb_screen_paint(&act->screen, machine_paint, &s->scene);
    if (status == PMB_OK)
        status = pmb_panel_wait(&act->panel, 60000);
    if (status != PMB_OK)
        lost(s, status);
}

/* The last picture, and sleep; paper keeps it without power. */
static void say_goodbye(struct shown *s)
{
    struct act *act = &s->stage->acts[s->number];
    const time_t now = time(NULL);
    char text[160], clock[40];
    strftime(clock, sizeof clock, "%Y-%m-%d %H:%M", localtime(&now));
    snprintf(text, sizeof text, "%s\noff since\n%s", s->scene.vitals.host, clock);
    if (!open_panel(s))
        return;
    s->scene.last = text;
    if (pmb_screen_paint(&act->screen, machine_paint, &s->scene) != PMB_OK ||
        pmb_panel_wait(&act->panel, 60000) != PMB_OK)
        return;
    if (act->panel.family->refresh)
        (void)pmb_panel_deep_sleep(&act->panel);
}

/* Waits for a tenth of a second, or until the button is pressed, which turns a page. */
static bool wait_for_button(struct shown *s, const pmb_port *port)
{
    pmb_linux_edge edge;
    port->wait_us(port->context, 100000);
    if (s->options->button == NOT_GIVEN || !s->stage->is_wired)
        return false;
    while (pmb_linux_board_next_edge(s->stage->wired.board, 0, &edge))
        if (!edge.high) {
            s->pressed++;
            return true;
        }
    return false;
}

/* How often it is looked at: paper is slow and wears, and its pages are turned less often. */
static int period_of(const struct shown *s)
{
    const bool paper = s->stage->acts[s->number].setup->config.controller->family->refresh != NULL;
    return paper ? 60 : 1;
}

static int run_panel(struct stage *stage, int number, const struct options *options)
{
    struct shown s = {.stage = stage, .number = number, .options = options};
    const pmb_port *port = stage_board_port(stage);
    const int period = period_of(&s);
    const pmb_pin button = PMB_PIN(options->button);
    struct sigaction action;
    if (stage->is_wired && options->button != NOT_GIVEN &&
        pmb_linux_board_watch(stage->wired.board, &button, 1, 1) != PMB_OK) {
        complain("--button %d: %s", options->button, pmb_linux_board_error(stage->wired.board));
        return FAILED;
    }
    memset(&action, 0, sizeof action);
    action.sa_handler = end;
    sigaction(SIGTERM, &action, NULL);
    sigaction(SIGINT, &action, NULL);
    for (; !ended && (options->seconds == 0 || s.second < options->seconds); s.second += period) {
        show(&s);
        for (int i = 0; i < period * 10 && !ended; i++)
            if (wait_for_button(&s, port))
                show(&s);
    }
    if (stage->is_wired)
        say_goodbye(&s);
    int status = s.open ? DONE : NO_ANSWER;
    const char *out = options->out ? options->out : "machine.png";
    if (status == DONE && (!stage->is_wired || options->out)) {
        status = stage_picture(stage->acts[number].module, out);
        if (status == DONE)
            printf("%s: page %d of %d on a simulated %s, complaints: %u\n", out, s.scene.page + 1,
                   machine_pages(&s.scene), stage->acts[number].setup->known->title,
                   stage_complaints(stage->acts[number].module));
    }
    return status;
}

static int run(int argc, const char **argv)
{
    static struct setup setup;
    struct options o = {.turn = 5, .seconds = NOT_GIVEN, .button = NOT_GIVEN};
    struct poptOption options[] = {
        {"output", 'o', POPT_ARG_STRING, &o.out, 0,
         "the picture to write at the end; machine.png on the bench if not given", "FILE.png"},
        ONLY_OPTION(o.panel),
        {"turn", '\0', POPT_ARG_INT, &o.turn, 0, "seconds for a page; 5 if not given", "SECONDS"},
        {"button", '\0', POPT_ARG_INT, &o.button, 0,
         "with --wired: a button from this GPIO to ground turns the page", "GPIO"},
        {"seconds", '\0', POPT_ARG_INT, &o.seconds, 0,
         "how long; 1 on the bench, until it is ended on the wires", "SECONDS"},
        {"from", '\0', POPT_ARG_STRING, &o.from, 0,
         "read proc and sys below this directory: another machine's, for trying", "DIRECTORY"},
        {"service", '\0', POPT_ARG_NONE, &o.service, 0, "print a unit for systemd", NULL},
        TRACE_OPTION(o.stage.trace),
        WIRED_OPTION(o.stage.wired),
        POPT_TABLEEND,
    };
    struct stage stage;
    struct line line;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 1, 1, &status))
        return status;
    if (!number_is_possible("--turn", o.turn, 1, 3600, " seconds") ||
        !number_is_possible("--seconds", o.seconds, 0, INT_MAX, "") ||
        !number_is_possible("--button", o.button, 0, 255, "")) {
        line_done(&line);
        return BAD_USE;
    }
    if (o.seconds == NOT_GIVEN)
        o.seconds = o.stage.wired ? 0 : 1;
    if (o.service) {
        status = config_read(&setup, line.words[0]) ? print_service(line.words[0]) : BAD_USE;
        line_done(&line);
        return status;
    }
    status = stage_read(&stage, &setup, line.words[0], &o.stage);
    if (status == DONE) {
        const int number = setup_find(&setup, o.panel);
        status = number < 0 ? BAD_USE : run_panel(&stage, number, &o);
    }
    status = stage_close(&stage, status);
    line_done(&line);
    return status;
}

const struct command command_machine = {"machine", "show the state of this machine on a panel", run,
                                        false};
