/* demo.c - pemble demo: a day at Pellan Quay on six simulated panels. */
#include "command.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/stat.h>
#include <unistd.h>
#include "data_folder.h"
#include "image.h"
#include "pemble/bench_inputs.h"
#include "overview.h"
#include "recording.h"
#include "stage.h"
#include "stations.h"

static const struct usage usage = {
    .name = "demo",
    .arguments = "[-o DIR] [--quay DIR]",
    .text =
        "Runs a day of Pellan Quay, an invented harbour, on six simulated panels with made-up\n"
        "readings. It writes a picture of each panel, a page with all of them, and animations of\n"
        "the minute from 14:20 on. The table says what went over the wires: bytes of pixels, the\n"
        "least bytes that would have been enough, and bytes of addresses and commands.\n",
    .examples = "  pemble demo\n"
                "  pemble demo -o /tmp/quay\n",
};

enum { PATH_SIZE = 4200, RECORDED = 14 * HOUR + 20 * MINUTE, TICK = 100, BAND_PARTS = 4 };

/* One station at work. */
struct post {
    const struct station *station;
    struct act *act;
    void *state;
    struct recording *recording;
    unsigned frames;
    uint64_t bus_ns;
};

struct run {
    struct stage stage;
    struct harbour harbour;
    struct post posts[STATIONS];
    const pmb_port *port;
    const char *directory;
    uint32_t began; /* the time of the day at which the bench was made */
};

static int out_of_memory(void)
{
    complain("there is not enough memory");
    return FAILED;
}

static uint32_t now(const struct run *r)
{
    return r->began + (uint32_t)(pmb_bench_now(r->stage.bench) / 1000000);
}

static int open_post(struct run *r, int number, const struct setup *setup)
{
    struct post *p = &r->posts[number];
    p->station = stations[number];
    const int panel = setup_find(setup, p->station->name);
    if (panel < 0)
        return BAD_USE;
    p->act = &r->stage.acts[panel];
    p->state = calloc(1, p->station->state_size);
    if (!p->state)
        return out_of_memory();
    return stage_open(&r->stage, panel, BAND_PARTS);
}

/* Steps and paints one station, and counts what that took on its bus. */
static int look(struct run *r, struct post *p)
{
    const int number = (int)(p->act - r->stage.acts);
    const uint64_t then = pmb_bench_now(r->stage.bench);
    const uint64_t waited = pmb_bench_traffic_so_far(r->stage.bench).waited;
    p->station->step(p->state, &r->harbour, p->act->panel.size);
    const int status = stage_paint(&r->stage, number, p->station->paint, p->state);
    p->bus_ns += pmb_bench_now(r->stage.bench) - then -
                 (pmb_bench_traffic_so_far(r->stage.bench).waited - waited);
    p->frames++;
    (void)pmb_module_count(p->act->module);
    return status;
}

/* The same, but paper may go on to settle. */
static int begin_look(struct run *r, struct post *p)
{
    p->station->step(p->state, &r->harbour, p->act->panel.size);
    const pmb_status status = pmb_screen_paint(&p->act->screen, p->station->paint, p->state);
    return status == PMB_OK ? DONE : stage_failed(&r->stage, (int)(p->act - r->stage.acts), status);
}

/* Lets the time come; the stations with inputs look at them each millisecond, if that is wanted. */
static void wait_until(struct run *r, uint32_t time, bool polled)
{
    while (now(r) < time) {
        const uint32_t left = time - now(r);
        r->port->wait_us(r->port->context, polled ? 1000 : left * 1000);
        r->harbour.now = now(r) % DAY_MS;
        for (int i = 0; i < STATIONS && polled; i++)
            if (r->posts[i].station->poll)
                r->posts[i].station->poll(r->posts[i].state, &r->harbour, r->port);
    }
    r->harbour.now = time % DAY_MS;
}

static void tell(uint32_t time)
{
    char text[6];
    if (isatty(STDERR_FILENO))
        fprintf(stderr, "\r%s of the day", clock_text(text, (int)(time / MINUTE)));
}

static bool moves(const struct post *p)
{
    return p->station->by_minute > 0;
}

/* Begins a recording, or adds to it what the glass shows, as the module hangs. */
static int record(struct post *p)
{
    struct image hung;
    if (!image_of_glass(&hung, p->act->module))
        return out_of_memory();
    const pmb_glass_view glass = {hung.width, hung.height, pmb_module_glass(p->act->module).round,
                                  hung.rgb};
    bool good = true;
    if (!p->recording)
        p->recording = recording_new(&glass, glass.width > 128 ? 1 : 2);
    else
        good = recording_add(p->recording, &glass, (int)p->station->by_minute);
    image_free(&hung);
    return good && p->recording ? DONE : out_of_memory();
}

/* The minute that is recorded, ten looks a second. */
static int run_minute(struct run *r)
{
    int status = DONE;
    for (int i = 0; i < STATIONS && status == DONE; i++)
        if (moves(&r->posts[i]))
            status = record(&r->posts[i]);
    for (uint32_t t = 0; t < MINUTE && status == DONE; t += TICK) {
        wait_until(r, RECORDED + t, true);
        for (int i = 0; i < STATIONS && status == DONE; i++) {
            struct post *p = &r->posts[i];
            if (!moves(p))
                continue;
            if (t % p->station->by_minute != 0)
                continue;
            status = look(r, p);
            if (status == DONE)
                status = record(p);
        }
    }
    return status;
}

static int run_day(struct run *r)
{
    int status = DONE;
    uint32_t step = HOUR;
    for (int i = 0; i < STATIONS; i++)
        step = stations[i]->by_day < step ? stations[i]->by_day : step;
    for (uint32_t t = step; t < DAY_MS && status == DONE; t += step) {
        wait_until(r, t, false);
        tell(t);
        for (int i = 0; i < STATIONS && status == DONE; i++)
            if (t % stations[i]->by_day == 0 || t == step)
                status = look(r, &r->posts[i]);
        if (status == DONE && t <= RECORDED && RECORDED < t + step)
            status = run_minute(r);
    }
    if (isatty(STDERR_FILENO))
        fputs("\r\033[K", stderr);
    return status;
}

/* The harbour from 14:20 on, for ever: what it did before is known, and was not shown. */
static int run_live(struct run *r)
{
    int status = DONE;
    for (r->harbour.now = 0; r->harbour.now < RECORDED; r->harbour.now += 10 * MINUTE)
        for (int i = 0; i < STATIONS; i++)
            r->posts[i].station->step(r->posts[i].state, &r->harbour, r->posts[i].act->panel.size);
    for (uint32_t t = RECORDED; status == DONE; t += TICK) {
        wait_until(r, t, true);
        for (int i = 0; i < STATIONS && status == DONE; i++) {
            const struct station *s = r->posts[i].station;
            (void)pmb_panel_is_busy(&r->posts[i].act->panel); /* paper ends its refresh so */
            if (t % DAY_MS == 0)
                memset(r->posts[i].state, 0, s->state_size);
            if (t == RECORDED || t % (s->by_minute > 0 ? s->by_minute : s->by_day) == 0)
                status = begin_look(r, &r->posts[i]);
        }
    }
    return status;
}

static const char *path_in(const struct run *r, const char *name, const char *end)
{
    static char path[PATH_SIZE];
    snprintf(path, sizeof path, "%s/%s.%s", r->directory, name, end);
    return path;
}

static int save_post(struct run *r, struct post *p)
{
    const char *path = path_in(r, p->station->name, "png");
    int status = stage_picture(p->act->module, path);
    if (status != DONE)
        return status;
    printf("%s", path);
    if (p->recording) {
        const int frames = recording_frames(p->recording);
        path = path_in(r, p->station->name, "gif");
        const char *wrong = recording_end(p->recording, path);
        p->recording = NULL;
        if (wrong) {
            printf("\n");
            complain("%s: %s", path, wrong);
            return FAILED;
        }
        printf(", %s (%d frames)", path, frames);
    }
    printf(": %s\n", p->station->caption);
    return DONE;
}

static int save(struct run *r)
{
    pmb_module *modules[STATIONS];
    int status = DONE;
    for (int i = 0; i < STATIONS && status == DONE; i++) {
        modules[i] = r->posts[i].act->module;
        status = save_post(r, &r->posts[i]);
    }
    if (status != DONE)
        return status;
    const char *path = path_in(r, "harbour", "png");
    if (!overview_save(path, modules)) {
        complain("%s: %s", path, strerror(errno));
        return FAILED;
    }
    printf("%s: all of them\n\n", path);
    return DONE;
}

/* A name for what the glass shows: FNV-1a of its red, green and blue. */
static uint32_t digest(pmb_module *module)
{
    const pmb_glass_view glass = pmb_module_glass(module);
    uint32_t hash = 2166136261u;
    for (size_t i = 0; i < 3 * (size_t)glass.width * (size_t)glass.height; i++)
        hash = (hash ^ glass.rgb[i]) * 16777619u;
    return hash;
}

static void print_line(const char *name, const char *glass, unsigned frames, pmb_module_tally t,
                       double bus_ms, size_t ram, unsigned complaints, const char *shown)
{
    printf("%-8s %-15s %6u %9llu %9llu %6.2f %9llu %9.1f %7zu %10u  %s\n", name, glass, frames,
           (unsigned long long)t.pixel_bytes, (unsigned long long)t.changed_bytes,
           t.changed_bytes ? (double)t.pixel_bytes / (double)t.changed_bytes : 0,
           (unsigned long long)(t.bytes - t.pixel_bytes), bus_ms, ram, complaints, shown);
}

static int print_table(struct run *r)
{
    pmb_module_tally all = {0};
    unsigned frames = 0, complaints = 0;
    double bus = 0;
    size_t ram = 0;
    printf("%-8s %-15s %6s %9s %9s %6s %9s %9s %7s %10s  %s\n", "panel", "glass", "frames",
           "pixels", "least", "share", "addresses", "bus ms", "RAM", "complaints", "shows");
    for (int i = 0; i < STATIONS; i++) {
        const struct post *p = &r->posts[i];
        const pmb_module_tally t = pmb_module_count(p->act->module);
        const pmb_size size = p->act->setup->config.size;
        const double ms = (double)p->bus_ns / 1e6;
        const unsigned wrong = stage_complaints(p->act->module);
        char glass[24], shown[12];
        snprintf(glass, sizeof glass, "%s %dx%d", p->act->setup->known->title, size.w, size.h);
        snprintf(shown, sizeof shown, "%08lx", (unsigned long)digest(p->act->module));
        print_line(p->station->name, glass, p->frames, t, ms, p->act->ram, wrong, shown);
        all.pixel_bytes += t.pixel_bytes;
        all.changed_bytes += t.changed_bytes;
        all.bytes += t.bytes;
        frames += p->frames;
        complaints += wrong;
        bus += ms;
        ram += p->act->ram;
    }
    print_line("all", "", frames, all, bus, ram, complaints, "");
    printf(
        "\nBytes of pixels, the least that would have done, and the share of it; addresses and\n"
        "commands besides; milliseconds that bytes took on the bus; RAM for a band of a quarter\n"
        "of the frame and a mirror of what is on the glass; a digest of the glass at the end. The\n"
        "first picture of a panel is sent whole, whatever its memory holds.\n");
    return complaints == 0 ? DONE : FAILED;
}

/* With a directory the day is written there; without one it is live. */
static int run_harbour(const char *quay, const char *directory)
{
    static struct setup setup;
    static struct day day;
    static struct run r;
    char config[PATH_SIZE], inputs[PATH_SIZE];
    snprintf(config, sizeof config, "%s/harbour.ini", quay);
    snprintf(inputs, sizeof inputs, "%s/kiosk-inputs.csv", quay);
    if (!day_read(&day, quay))
        return FAILED;
    r = (struct run){
        .directory = directory, .harbour = {.day = &day}, .began = directory ? 0 : RECORDED};
    int status = stage_read(&r.stage, &setup, config, &(struct stage_options){0});
    if (status == DONE) {
        r.port = pmb_bench_port(r.stage.bench);
        pmb_input *const devices[PMB_INPUT_DEVICES] = {
            pmb_bench_place_input(r.stage.bench, PMB_INPUT_BUTTON, KIOSK_BUTTON, PMB_PIN_NONE),
            pmb_bench_place_input(r.stage.bench, PMB_INPUT_ENCODER, KIOSK_KNOB_A, KIOSK_KNOB_B)};
        const char *wrong = directory ? pmb_inputs_read(inputs, devices) : NULL;
        if (wrong) {
            complain("%s", wrong);
            status = FAILED;
        }
    }
    for (int i = 0; i < STATIONS && status == DONE; i++)
        status = open_post(&r, i, &setup);
    /* What opening sent is not of the day. */
    for (int i = 0; i < STATIONS && status == DONE; i++)
        pmb_module_count_anew(r.posts[i].act->module);
    if (status == DONE)
        status = directory ? run_day(&r) : run_live(&r);
    if (status == DONE)
        status = save(&r);
    if (status == DONE)
        status = print_table(&r);
    for (int i = 0; i < STATIONS; i++) {
        (void)recording_end(r.posts[i].recording, NULL);
        free(r.posts[i].state);
    }
    return stage_close(&r.stage, status);
}

static const char *harbour_data(void)
{
    return data_folder("quay", PEMBLE_ASSETS "/quay");
}

int demo_live(void *user)
{
    (void)user;
    return run_harbour(harbour_data(), NULL);
}

static int run(int argc, const char **argv)
{
    char *out = NULL, *quay = NULL;
    struct poptOption options[] = {
        {"output", 'o', POPT_ARG_STRING, &out, 0, "where to write; demo if not given", "DIR"},
        {"quay", '\0', POPT_ARG_STRING, &quay, 0, "configurations and data of the harbour", "DIR"},
        POPT_TABLEEND,
    };
    struct line line;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 0, 0, &status))
        return status;
    const char *directory = out ? out : "demo";
    if (mkdir(directory, 0777) != 0 && errno != EEXIST) {
        complain("%s: %s", directory, strerror(errno));
        status = FAILED;
    } else {
        status = run_harbour(quay ? quay : harbour_data(), directory);
    }
    line_done(&line);
    return status;
}

const struct command command_demo = {"demo", "run Pellan Quay on simulated panels", run, false};
