/* decode.c - pemble decode: a capture of real wires becomes the picture that the panel shows. */
#include "command.h"

#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "capture.h"
#include "replay.h"
#include "watch.h"
#include "stage.h"

static const struct usage usage = {
    .name = "decode",
    .arguments = "CAPTURE --panel CONFIG [-o FILE.png] [--channel WIRE=NAME,...] [--only NAME]",
    .text = "Plays what a logic analyser has captured to the simulated module of the panel, and "
            "draws\n"
            "what its glass shows then. CAPTURE is a Value Change Dump, or a table of "
            "comma-separated\n"
            "values with a column of times. Channels are found by their names, such as SDA, SCK or "
            "D/C;\n"
            "--channel says which is which, by the names of [pins]: sda, scl, cs, dc, reset. At "
            "the end\n"
            "stands what is wrong, and what to do next. I2C and SPI on hardware units.\n",
    .examples = "  pemble decode board.vcd --panel assets/quay/gangway.ini -o seen.png\n"
                "  pemble decode la.csv --panel kiosk.ini --channel scl=D0,sda=D1,cs=D2,dc=D3\n",
};

/* The wires that are played. */
static const struct {
    const char *name; /* in [pins] */
    enum signal signal;
} wires[WIRES] = {[WIRE_SDA] = {"sda", SIGNAL_SDA},
                  [WIRE_SCL] = {"scl", SIGNAL_SCL},
                  [WIRE_CS] = {"cs", SIGNAL_CS},
                  [WIRE_DC] = {"dc", SIGNAL_DC},
                  [WIRE_RESET] = {"reset", SIGNAL_RESET}};

enum { DARK = 60, MOST_ADDRESSES = 4 };

struct decoding {
    const struct panel_setup *panel;
    struct capture capture;
    struct replay replay;
    int channels[WIRES]; /* of each wire; -1: not captured */
    bool i2c;
    struct i2c_watch i2c_watch;
    struct spi_watch spi_watch;
    uint64_t last; /* change, ns */
};

/* ---- which channel is which ---- */

/* Whether a channel of a capture of ours is the pin of a wire: "pin17". */
static bool is_pin(const char *name, pmb_pin pin)
{
    unsigned number;
    char rest;
    return pin != PMB_PIN_NONE && sscanf(name, "pin%u%c", &number, &rest) == 1 &&
           number == pmb_pin_number(pin);
}

/* By the name, or what stands behind its last underscore, point or colon. */
static enum signal signal_of(const char *name)
{
    const char *at = name + strcspn(name, "_.:");
    const enum signal whole = signal_named(name);
    return whole != SIGNALS || !*at ? whole : signal_of(at + 1);
}

static void guess_channels(struct decoding *r)
{
    for (int w = 0; w < WIRES; w++) {
        r->channels[w] = -1;
        for (int i = 0; i < r->capture.count && r->channels[w] < 0; i++)
            if (signal_of(r->capture.names[i]) == wires[w].signal ||
                is_pin(r->capture.names[i], r->panel->pins[wires[w].signal]))
                r->channels[w] = i;
    }
}

static const char *channel_names(const struct capture *c)
{
    static char list[CAPTURE_CHANNELS * (CAPTURE_NAME + 2)];
    list[0] = '\0';
    for (int i = 0; i < c->count; i++)
        snprintf(list + strlen(list), sizeof list - strlen(list), "%s%s", i ? ", " : "",
                 c->names[i]);
    return list;
}

/* "scl=D0,sda=D1" */
static bool take_channels(struct decoding *r, char *text)
{
    for (char *word = text ? strtok(text, ",") : NULL; word; word = strtok(NULL, ",")) {
        char *name = strchr(word, '=');
        int wire = 0, channel = 0;
        if (name)
            *name++ = '\0';
        while (wire < WIRES && strcmp(wires[wire].name, word) != 0)
            wire++;
        while (name && channel < r->capture.count && strcmp(r->capture.names[channel], name) != 0)
            channel++;
        if (wire == WIRES || !name || channel == r->capture.count) {
            complain("--channel %s=%s: possible is sda, scl, cs, dc or reset, and a channel of "
                     "the capture: %s",
                     word, name ? name : "", channel_names(&r->capture));
            return false;
        }
        r->channels[wire] = channel;
    }
    return true;
}

/* What the module cannot do without. */
static bool has_channels(const struct decoding *r)
{
    for (int w = 0; w < WIRES; w++) {
        const bool dc = !r->i2c && r->panel->config.bus.data_command != PMB_PIN_NONE;
        const bool needed = w == WIRE_SDA || w == WIRE_SCL || (w == WIRE_DC && dc);
        if (!needed || r->channels[w] >= 0)
            continue;
        complain("no channel is called like %s (%s); the capture has %s; --channel %s=NAME says "
                 "which it is",
                 wires[w].name, signal_labels(wires[w].signal), channel_names(&r->capture),
                 wires[w].name);
        return false;
    }
    return true;
}

/* ---- playing ---- */

static void watch(struct decoding *r, uint64_t at, enum wire wire, bool level)
{
    if (r->i2c && (wire == WIRE_SDA || wire == WIRE_SCL))
        i2c_watch_change(&r->i2c_watch, at, wire == WIRE_SCL, level);
    else if (wire == WIRE_SCL || wire == WIRE_CS || wire == WIRE_DC)
        spi_watch_change(&r->spi_watch, at,
                         wire == WIRE_SCL  ? SPI_CLOCK
                         : wire == WIRE_CS ? SPI_SELECT
                                           : SPI_DATA_COMMAND,
                         level);
}

/* Levels of one time: the last of each wire counts. A falling clock comes first, a rising one last,
 * so that data that changes with it is not taken for a start or a stop. */
static void play_levels(struct decoding *r, uint64_t at, int8_t levels[WIRES])
{
    static const enum wire orders[2][WIRES] = {{WIRE_SCL, WIRE_RESET, WIRE_CS, WIRE_DC, WIRE_SDA},
                                               {WIRE_RESET, WIRE_CS, WIRE_DC, WIRE_SDA, WIRE_SCL}};
    const enum wire *order = orders[levels[WIRE_SCL] != 0];
    for (int i = 0; i < WIRES; i++) {
        const enum wire wire = order[i];
        if (levels[wire] < 0)
            continue;
        watch(r, at, wire, levels[wire]);
        replay_set(&r->replay, at, wire, levels[wire]);
        levels[wire] = -1;
    }
}

/* False when the capture is damaged; what was played before counts. */
static bool play(struct decoding *r)
{
    struct capture_change change;
    int8_t levels[WIRES];
    int more;
    memset(levels, -1, sizeof levels);
    while ((more = capture_next(&r->capture, &change)) > 0) {
        if (change.at != r->last)
            play_levels(r, r->last, levels);
        r->last = change.at;
        for (int w = 0; w < WIRES; w++)
            if (r->channels[w] == change.channel)
                levels[w] = change.level;
    }
    play_levels(r, r->last, levels);
    replay_settle(&r->replay);
    return more == 0;
}

/* ---- what is to be said ---- */

static void say_channels(const struct decoding *r, const char *path)
{
    printf("%s: %d channels, %.3f ms;", path, r->capture.count, (double)r->last / 1e6);
    for (int w = 0, n = 0; w < WIRES; w++)
        if (r->channels[w] >= 0)
            printf("%s %s is %s", n++ ? "," : "", wires[w].name, r->capture.names[r->channels[w]]);
    putchar('\n');
}

static double kilohertz(const struct clock_watch *c)
{
    const uint64_t period = c->shortest_high + c->shortest_low;
    return period ? 1e6 / (double)period : 0;
}

/* The address that most transactions are for. */
static int usual_address(const struct i2c_watch *w)
{
    int most = 0;
    for (int i = 1; i < 128; i++)
        if (w->asked[i] > w->asked[most])
            most = i;
    return most;
}

static void say_wires(const struct decoding *r)
{
    const struct i2c_watch *i = &r->i2c_watch;
    const struct spi_watch *s = &r->spi_watch;
    if (!r->i2c) {
        printf("SPI: %u bytes", s->bytes);
        if (r->channels[WIRE_DC] >= 0)
            printf(", %u commands and %u of data", s->commands, s->data);
        printf("; selected %u times; the clock goes up to %.0f kHz\n", s->selects,
               kilohertz(&s->clock));
        return;
    }
    printf("I2C: %u transactions, %u bytes; the clock goes up to %.0f kHz;", i->starts, i->bytes,
           kilohertz(&i->clock));
    int addresses = 0;
    for (int a = 0; a < 128; a++)
        if (i->asked[a] && (addresses++ < MOST_ADDRESSES || a == r->panel->config.bus.address))
            printf("%s 0x%02x %u times, %u answered", addresses > 1 ? "," : "", (unsigned)a,
                   i->asked[a], i->answered[a]);
    if (addresses > MOST_ADDRESSES)
        printf("; %d addresses in all", addresses);
    putchar('\n');
}

static bool is_dark(pmb_module *module)
{
    const pmb_glass_view glass = pmb_module_glass(module);
    const uint8_t *rgb = glass.rgb;
    for (int i = 3; i < 3 * glass.width * glass.height; i++)
        if (rgb[i] > rgb[i % 3] + DARK || rgb[i] + DARK < rgb[i % 3])
            return false;
    return true;
}

/* The first thing that is wrong, and what to do next; NULL: nothing is. */
static const char *verdict_of(const struct decoding *r)
{
    static char text[300];
    const struct i2c_watch *i = &r->i2c_watch;
    const struct spi_watch *s = &r->spi_watch;
    const uint8_t address = r->panel->config.bus.address;
    const int usual = usual_address(i);
    const unsigned clocks = r->i2c ? i->starts : s->clocks;
    if (clocks == 0)
        return "the clock never moves. Is the right channel scl, and was the board running while "
               "it was captured?";
    if (r->i2c && i->asked[address] == 0) {
        snprintf(text, sizeof text,
                 "the board talks to 0x%02x, not to 0x%02x. Set the address in the program to "
                 "0x%02x",
                 (unsigned)usual, address, address);
        return text;
    }
    if (r->i2c && i->answered[address] == 0)
        return "the panel does not answer. Look at its supply, at SDA and SCL, and at the address "
               "that its solder bridges choose (pemble probe)";
    if (!r->i2c && s->bytes == 0)
        return "the panel is not selected while the clock moves. Is the right channel cs, and does "
               "the program use this pin?";
    if (!r->i2c && r->channels[WIRE_DC] >= 0 && (s->commands == 0 || s->data == 0))
        return s->commands ? "D/C is always low: everything is a command. Is the right pin in the "
                             "program?"
                           : "D/C is always high: everything is data. Is the right pin in the "
                             "program?";
    if (pmb_module_count(r->replay.module).pixel_bytes == 0)
        return "no pixels were sent. Does the program draw before it was captured? Capture from "
               "the reset on";
    if (is_dark(r->replay.module))
        return "pixels were sent, and the glass shows one colour. Is the display switched on, and "
               "is it the right controller and height?";
    if (pmb_module_complaint_count(r->replay.module) > 0)
        return "the glass shows a picture; a real panel may not forgive the complaints above";
    return NULL;
}

static int show(struct decoding *r, const char *path, const char *out, bool whole)
{
    say_channels(r, path);
    say_wires(r);
    const pmb_module_tally tally = pmb_module_count(r->replay.module);
    const unsigned complaints = stage_complaints(r->replay.module);
    printf("the simulated %s took %llu bytes, %llu of them pixels, complaints: %u\n",
           r->panel->known->title, (unsigned long long)tally.bytes,
           (unsigned long long)tally.pixel_bytes, complaints);
    const int status = stage_picture(r->replay.module, out);
    if (status != DONE)
        return status;
    printf("%s: what the panel shows at the end\n", out);
    if (!whole)
        complain("%s: %s; what came before it was played", path, r->capture.why);
    const char *verdict = verdict_of(r);
    printf("verdict: %s.\n",
           verdict ? verdict : "the bytes are right; the glass should look like this picture");
    return whole ? DONE : FAILED;
}

static int decode(struct decoding *r, const char *path, char *channels, const char *out)
{
    if (r->panel->config.bus.kind != &pmb_i2c && r->panel->config.bus.kind != &pmb_spi) {
        complain("%s: a capture of I2C or of SPI on a hardware unit can be played, not of %s", path,
                 r->panel->type);
        return BAD_USE;
    }
    if (!capture_open(&r->capture, path)) {
        complain("%s: %s", path, r->capture.why);
        return FAILED;
    }
    r->i2c = r->panel->config.bus.kind == &pmb_i2c;
    guess_channels(r);
    if (!take_channels(r, channels) || !has_channels(r))
        return BAD_USE;
    bool captured[WIRES];
    for (int w = 0; w < WIRES; w++)
        captured[w] = r->channels[w] >= 0;
    if (!replay_open(&r->replay, &r->panel->config, captured)) {
        complain("no memory");
        return FAILED;
    }
    pmb_module_set_label(r->replay.module, panel_title(r->panel));
    return show(r, path, out, play(r));
}

static int run(int argc, const char **argv)
{
    char *out = NULL, *config = NULL, *only = NULL, *channels = NULL;
    struct poptOption options[] = {
        {"panel", '\0', POPT_ARG_STRING, &config, 0, "what the panel is, and how it is wired",
         "CONFIG"},
        {"output", 'o', POPT_ARG_STRING, &out, 0, "the picture to write; glass.png if not given",
         "FILE.png"},
        {"channel", '\0', POPT_ARG_STRING, &channels, 0, "which channel of the capture a wire is",
         "WIRE=NAME,..."},
        ONLY_OPTION(only),
        POPT_TABLEEND,
    };
    static struct setup setup;
    static struct decoding decoding;
    struct line line;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 1, 1, &status))
        return status;
    if (!config) {
        complain("decode: --panel CONFIG is missing: which panel is on these wires?");
        status = BAD_USE;
    } else if (!config_read(&setup, config)) {
        status = BAD_USE;
    } else {
        const int number = setup_find(&setup, only);
        decoding.panel = number < 0 ? NULL : &setup.panels[number];
        status = number < 0 ? BAD_USE
                            : decode(&decoding, line.words[0], channels, out ? out : "glass.png");
    }
    capture_close(&decoding.capture);
    replay_close(&decoding.replay);
    line_done(&line);
    return status;
}

const struct command command_decode = {"decode", "turn a capture of wires into a picture", run};
