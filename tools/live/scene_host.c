/* scene_host.c - a scene at work on a panel: it is loaded, stepped, painted, and exchanged. */
#define _GNU_SOURCE /* dladdr */
#include "scene_host.h"

#include <dlfcn.h>
#include <errno.h>
#include <execinfo.h>
#include <fcntl.h>
#include <limits.h>
#include <poll.h>
#include <signal.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <unistd.h>
#include "command.h"
#include "hand.h"
#include "pemble/bench_inputs.h"
#include "pemble/bench_scene.h"
#include "pemble/bench_touch.h"
#include "stage.h"

enum { STEPS_A_SECOND = 50 };

struct host {
    const struct scene_host *told;
    struct stage stage;
    int number; /* of the panel */
    pmb_touch touch;
    pmb_bench_moment moment;
    const pmb_bench_scene *scene;
    void *state;
    size_t state_size;
    char line[PATH_MAX];
    size_t line_count;
};

/* Where each call on the stack is: what is in a shared object by its offset there. */
static void tell_frames(int signal_number)
{
    enum { MOST_FRAMES = 32 };
    void *frames[MOST_FRAMES];
    const int count = backtrace(frames, MOST_FRAMES);
    for (int i = 2; i < count; i++) { /* this one and the signal's own are no news */
        Dl_info info;
        if (dladdr(frames[i], &info) && info.dli_fname && strstr(info.dli_fname, ".so"))
            dprintf(STDERR_FILENO, SCENE_FRAME " %s %#zx\n", info.dli_fname,
                    (size_t)((const char *)frames[i] - (const char *)info.dli_fbase));
    }
    signal(signal_number, SIG_DFL);
    raise(signal_number);
}

static void catch_crashes(void)
{
    static const int signals[] = {SIGSEGV, SIGBUS, SIGFPE, SIGILL, SIGABRT};
    static uint8_t stack[1 << 16]; /* as the usual one may be what has overflowed */
    const stack_t alternate = {.ss_sp = stack, .ss_size = sizeof stack};
    const struct sigaction action = {.sa_handler = tell_frames, .sa_flags = SA_ONSTACK};
    void *first[1];
    (void)backtrace(first, 1); /* loads what it needs now */
    sigaltstack(&alternate, NULL);
    for (int i = 0; i < 5; i++)
        sigaction(signals[i], &action, NULL);
}

/* Loads a scene, and goes on with the state if it may be the same. */
static void load(struct host *h, const char *path)
{
    void *object = dlopen(path, RTLD_NOW | RTLD_LOCAL);
    const pmb_bench_scene *scene = object ? dlsym(object, "pmb_scene") : NULL;
    if (!scene || !scene->paint) {
        fprintf(stderr, "%s\n",
                !object ? dlerror()
                : scene ? "the scene has no paint function"
                        : "the file must define 'const pmb_bench_scene pmb_scene'; see "
                          "pemble/bench_scene.h");
        return;
    }
    if (!h->state || h->state_size != scene->state_size) {
        free(h->state);
        h->state = calloc(1, scene->state_size + 1);
        h->state_size = scene->state_size;
        if (!h->state)
            abort();
    }
    h->scene = scene; /* the one before stays loaded: the state may point into it */
}

/* Takes the paths that have come; with `wait` until one has. False: whoever told them is gone. */
static bool take_loads(struct host *h, bool wait)
{
    struct pollfd p = {.fd = h->told->loads, .events = POLLIN};
    while (poll(&p, 1, wait ? -1 : 0) > 0) {
        char byte;
        if (read(h->told->loads, &byte, 1) != 1)
            return false;
        if (byte != '\n' && h->line_count < sizeof h->line - 1) {
            h->line[h->line_count++] = byte;
            continue;
        }
        h->line[h->line_count] = '\0';
        h->line_count = 0;
        load(h, h->line);
        wait = false;
    }
    return true;
}

static void place_inputs(pmb_bench *bench)
{
    static const struct {
        pmb_input_kind kind;
        pmb_pin a, b;
    } inputs[] = {{PMB_INPUT_BUTTON, PMB_BENCH_BUTTON, PMB_PIN_NONE},
                  {PMB_INPUT_BUTTON, PMB_BENCH_SECOND_BUTTON, PMB_PIN_NONE},
                  {PMB_INPUT_ENCODER, PMB_BENCH_KNOB_A, PMB_BENCH_KNOB_B},
                  {PMB_INPUT_STICK, PMB_BENCH_STICK_ACROSS, PMB_BENCH_STICK_UP},
                  {PMB_INPUT_TILT, PMB_BENCH_TILT_ACROSS, PMB_BENCH_TILT_DOWN}};
    for (size_t i = 0; i < sizeof inputs / sizeof inputs[0]; i++)
        (void)pmb_bench_place_input(bench, inputs[i].kind, inputs[i].a, inputs[i].b);
}

static void wait_for(const struct host *h, uint32_t microseconds)
{
    h->moment.port->wait_us(h->moment.port->context, microseconds);
}

static void open_touch(struct host *h, pmb_module *sensor)
{
    struct act *act = &h->stage.acts[h->number];
    if (pmb_touch_open(&h->touch, &act->setup->touch, h->moment.port, &act->panel) != PMB_OK)
        return;
    h->moment.touch = &h->touch;
    const pmb_touch_kind *kind = act->setup->touch.kind;
    if ((kind == &pmb_xpt2046 || kind == &pmb_touch_film) && !hand_calibrate(sensor, &h->touch))
        complain("%s: the touch sensor cannot be calibrated", h->told->config);
}

static int open_panel(struct host *h)
{
    static struct setup setup;
    pmb_module *sensor = NULL;
    int status = stage_read(&h->stage, &setup, h->told->config, &(struct stage_options){0});
    if (status != DONE)
        return status;
    h->number = setup_find(&setup, h->told->only);
    if (h->number < 0)
        return BAD_USE;
    const struct panel_setup *panel = &setup.panels[h->number];
    place_inputs(h->stage.bench);
    if (panel->touch.kind) {
        sensor = pmb_bench_place_touch(h->stage.bench, &panel->touch, panel->config.size);
        if (!sensor)
            complain("%s: the bench has no such touch sensor", h->told->config);
    }
    status = stage_open(&h->stage, h->number, 1);
    if (status != DONE)
        return status;
    h->moment = (pmb_bench_moment){.size = h->stage.acts[h->number].panel.size,
                                   .port = stage_board_port(&h->stage),
                                   .bench = h->stage.bench};
    if (sensor)
        open_touch(h, sensor);
    return DONE;
}

static int run_scenes(struct host *h)
{
    pmb_screen *screen = &h->stage.acts[h->number].screen;
    const pmb_bench_scene *painted = NULL;
    while (take_loads(h, !h->scene)) {
        if (!h->scene)
            continue;
        const uint64_t began = pmb_bench_now(h->stage.bench);
        h->moment.milliseconds = (uint32_t)(began / 1000000);
        const bool changed = !h->scene->step || h->scene->step(h->state, &h->moment);
        if (changed || painted != h->scene) {
            const pmb_status status = pmb_screen_paint(screen, h->scene->paint, h->state);
            if (status != PMB_OK)
                return stage_failed(&h->stage, h->number, status);
            painted = h->scene;
        }
        const uint32_t each =
            1000000u / (h->scene->steps_a_second ? h->scene->steps_a_second : STEPS_A_SECOND);
        const uint64_t taken = (pmb_bench_now(h->stage.bench) - began) / 1000;
        wait_for(h, taken < each ? each - (uint32_t)taken : 1);
    }
    return DONE;
}

int scene_host_run(void *user)
{
    static struct host h;
    h.told = user;
    catch_crashes();
    int status = open_panel(&h);
    if (status == DONE)
        status = run_scenes(&h);
    return stage_close(&h.stage, status);
}
