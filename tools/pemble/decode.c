/* decode.c - pemble decode: a capture of real wires becomes the picture that the panel shows. */
#include "command.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <unistd.h>
#include "data_folder.h"
#include "decoding.h"
#include "output.h"
#include "own_bytes.h"
#include "stage.h"

static const struct usage usage = {
    .name = "decode",
    .arguments = "CAPTURE [--panel CONFIG] [-o FILE.png|FILE.gif] [--list FILE.txt]\n"
                 "              [--channel WIRE=NAME,...] [--only NAME]",
    .text = "Plays what a logic analyser has captured to the simulated module of the panel, and\n"
            "draws what its glass shows then; FILE.gif shows how it changes. CAPTURE is a Value\n"
            "Change Dump, a table of comma-separated values with a column of times, or an archive\n"
            "of samples (.sr). Channels are found by their names, such as SDA, SCK or D/C;\n"
            "--channel says which is which, by the names of [pins]: sda, scl, cs, dc, reset, wr,\n"
            "d0. It says how the setup differs from what Pemble sends. At the end stands what is\n"
            "wrong, and what to do next. Without --panel it says which controller the bytes fit.\n",
    .examples = "  pemble decode board.vcd --panel assets/quay/gangway.ini -o seen.png\n"
                "  pemble decode la.csv --panel kiosk.ini --channel scl=D0,sda=D1,cs=D2,dc=D3\n"
                "  pemble decode board.sr --panel kiosk.ini -o seen.gif --list commands.txt\n",
};

enum { SETTLED_MS = 40 };

/* Edges are lost when the clock seems to move as often as samples are taken, and bytes are torn. */
static bool is_too_slow(const struct decoding *r)
{
    const struct clock_watch *c = &r->watch.clock;
    const double half =
        (double)(c->shortest_high < c->shortest_low ? c->shortest_high : c->shortest_low);
    return r->capture.step > 0 && half > 0 && half < 1.5 * r->capture.step && r->watch.torn > 0;
}

static void warn_of_rate(const struct decoding *r)
{
    enum { SAMPLES = 4 };
    const pmb_bus *bus = &r->panel->config.bus;
    const double clock = bus->hertz > 0 ? bus->hertz : r->watch.bus == WATCH_I2C ? 4e5 : 4e6;
    if (is_too_slow(r))
        complain("the capture has %.3f million samples a second, and the clock moves as often: "
                 "edges are lost, and %u bytes are torn. Capture with %.1f million or more: %d "
                 "samples for each clock of %.0f kHz",
                 1e3 / r->capture.step, r->watch.torn, SAMPLES * clock / 1e6, SAMPLES, clock / 1e3);
}

/* Data that changes while the clock is high, or as it rises: modes 1 and 2. */
static bool has_wrong_mode(const struct watch *w)
{
    return (w->bus == WATCH_SPI || w->bus == WATCH_SPI3) && w->changed_high > 20 &&
           w->changed_high > 3 * w->changed_low;
}

/* The first thing that is wrong, and what to do next; NULL: nothing is. */
static const char *verdict_of(const struct decoding *r)
{
    static char text[300];
    const struct watch *w = &r->watch;
    const uint8_t usual = decoding_address(r);
    const bool i2c = w->bus == WATCH_I2C;
    if ((i2c ? w->starts : w->clock.edges) == 0)
        return "the clock never moves. Is the right channel scl, and was the board running while "
               "it was captured?";
    if (i2c && w->asked[w->address] == 0) {
        snprintf(text, sizeof text,
                 "the board talks to 0x%02x, not to 0x%02x. Set the address in the program to "
                 "0x%02x",
                 usual, w->address, w->address);
        return text;
    }
    if (i2c && w->answered[w->address] == 0)
        return "the panel does not answer. Look at its supply, at SDA and SCL, and at the address "
               "that its solder bridges choose (pemble probe)";
    if (is_too_slow(r))
        return "the capture is too slow for this clock; capture again, faster";
    if (!i2c && w->bytes == 0)
        return "the panel is not selected while the clock moves. Is the right channel cs, and does "
               "the program use this pin?";
    if (has_wrong_mode(w))
        return "data changes while the clock is high, and the panel takes it when the clock rises. "
               "Set SPI mode 0 or 3 in the program";
    if (w->bus == WATCH_SPI && (w->commands == 0 || w->data == 0))
        return w->commands ? "D/C is always low: everything is a command. Is the right pin in the "
                             "program?"
                           : "D/C is always high: everything is data. Is the right pin in the "
                             "program?";
    if (pmb_module_count(r->replays[0].module).pixel_bytes == 0)
        return "no pixels were sent. Does the program draw before it was captured? Capture from "
               "the reset on";
    if (decoding_is_dark(r->replays[0].module))
        return "pixels were sent, and the glass shows one colour. Is the display switched on, and "
               "is it the right controller and height? Look at the differences above";
    if (pmb_module_complaint_count(r->replays[0].module) > 0)
        return "the glass shows a picture; a real panel may not forgive the complaints above";
    return NULL;
}

/* How the setup differs from what the library's driver sends. */
static void say_differences(struct decoding *r)
{
    if (r->seen.lines == 0 || r->own.lines == 0)
        return;
    printf("differences from the setup that Pemble sends (a line is a command):\n");
    if (listing_compare(&r->seen, &r->own) == 0)
        printf("  none\n");
}

static int save(struct decoding *r, const char *out)
{
    if (!r->recording)
        return stage_picture(r->replays[0].module, out);
    decoding_record(r, r->last + (uint64_t)SETTLED_MS * 1000000);
    const char *wrong = recording_end(r->recording, out);
    r->recording = NULL;
    if (wrong)
        complain("%s: %s", out, wrong);
    return wrong ? FAILED : DONE;
}

static int show(struct decoding *r, const char *path, const char *out, bool whole)
{
    decoding_say_wires(r, path);
    warn_of_rate(r);
    const pmb_module_tally tally = pmb_module_count(r->replays[0].module);
    const unsigned complaints = stage_complaints(r->replays[0].module);
    printf("the simulated %s took %llu bytes, %llu of them pixels, complaints: %u\n",
           r->panel->known->title, (unsigned long long)tally.bytes,
           (unsigned long long)tally.pixel_bytes, complaints);
    say_differences(r);
    const bool moves = r->recording != NULL;
    const int status = save(r, out);
    if (status != DONE)
        return status;
    printf("%s: what the panel shows%s\n", out, moves ? ", as it changes" : " at the end");
    if (!whole)
        complain("%s: %s; what came before it was played", path, r->capture.why);
    const char *verdict = verdict_of(r);
    printf("verdict: %s.\n",
           verdict ? verdict : "the bytes are right; the glass should look like this picture");
    return whole ? DONE : FAILED;
}

/* The notes of controllers: beside an installed command, else in the sources. */
static bool read_note(struct note *note, const char *controller)
{
    return note_of_controller(note, data_folder("controllers", PEMBLE_NOTES), controller);
}

static bool begin_recording(struct decoding *r, const char *out)
{
    if (!ends_with(out, ".gif"))
        return true;
    const pmb_glass_view glass = pmb_module_glass(r->replays[0].module);
    r->recording = recording_new(&glass, glass.width > 128 ? 1 : 2);
    return r->recording != NULL;
}

static int decode(struct decoding *r, const char *path, const char *channels, const char *out,
                  const char *list)
{
    static struct note note;
    struct whole whole = {.file = NULL};
    r->watch = (struct watch){.bus = decoding_bus(&r->panel->config),
                              .address = r->panel->config.bus.address,
                              .passed = listing_byte,
                              .user = &r->seen};
    int status = decoding_begin(r, path, channels);
    if (status != DONE)
        return status;
    if (!decoding_has_channels(r))
        return BAD_USE;
    if (!decoding_open(r, &r->panel->config) || !begin_recording(r, out)) {
        complain("the bench has no such module, or there is not enough memory");
        return FAILED;
    }
    if (!read_note(&note, r->panel->known->name) && list) {
        complain("the notes of %s: %s", r->panel->known->name, strerror(errno));
        return FAILED;
    }
    r->seen = r->own = (struct listing){.note = &note};
    if (list && !output_open(&whole, list))
        return FAILED;
    r->seen.out = whole.file;
    if (note.count > 0 && own_bytes(r->panel, listing_byte, &r->own))
        listing_end(&r->own);
    pmb_module_set_label(r->replays[0].module, panel_title(r->panel));
    const bool is_whole = decoding_play(r);
    status = list ? output_close(&whole, list, true) : DONE;
    if (status == DONE && list)
        printf("%s: %u lines, one a command\n", list, r->seen.lines);
    return status == DONE ? show(r, path, out, is_whole) : status;
}

static int run(int argc, const char **argv)
{
    char *out = NULL, *config = NULL, *only = NULL, *channels = NULL, *list = NULL;
    struct poptOption options[] = {
        {"panel", '\0', POPT_ARG_STRING, &config, 0, "what the panel is, and how it is wired",
         "CONFIG"},
        {"output", 'o', POPT_ARG_STRING, &out, 0, "the picture to write; glass.png if not given",
         "FILE.png|FILE.gif"},
        {"channel", '\0', POPT_ARG_STRING, &channels, 0, "which channel of the capture a wire is",
         "WIRE=NAME,..."},
        {"list", '\0', POPT_ARG_STRING, &list, 0, "write a line for each command, with its name",
         "FILE.txt"},
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
        status = decoding_fit(&decoding, line.words[0], channels);
    } else if (!config_read(&setup, config)) {
        status = BAD_USE;
    } else {
        const int number = setup_find(&setup, only);
        decoding.panel = number < 0 ? NULL : &setup.panels[number];
        status = number < 0
                     ? BAD_USE
                     : decode(&decoding, line.words[0], channels, out ? out : "glass.png", list);
    }
    (void)recording_end(decoding.recording, NULL);
    decoding_end(&decoding);
    line_done(&line);
    return status;
}

const struct command command_decode = {"decode", "turn a capture of wires into a picture", run,
                                       true};
