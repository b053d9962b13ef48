/* decoding.c - channels of a capture become levels of wires, in the order in which they count. */
#include "decoding.h"

#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <unistd.h>
#include "command.h"
#include "pemble/families.h"

enum { DARK = 60, MOST_ADDRESSES = 4, FRAME_MS = 40 };

bool decoding_is_parallel(const struct decoding *r)
{
    return r->watch.bus == WATCH_PARALLEL_8080 || r->watch.bus == WATCH_PARALLEL_6800;
}

enum watched_bus decoding_bus(const pmb_panel_config *config)
{
    const pmb_bus *bus = &config->bus;
    if (bus->kind == &pmb_i2c)
        return WATCH_I2C;
    if (bus->kind == &pmb_spi_sync)
        return WATCH_SPI_SYNC;
    if (bus->kind == &pmb_parallel8)
        return config->controller->buses & PMB_HAS_PARALLEL_6800 ? WATCH_PARALLEL_6800
                                                                 : WATCH_PARALLEL_8080;
    return bus->kind == &pmb_spi3 ||
                   (bus->kind == &pmb_soft_spi && bus->data_command == PMB_PIN_NONE)
               ? WATCH_SPI3
               : WATCH_SPI;
}

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
    for (int s = 0; s < SIGNALS; s++) {
        r->channels[s] = -1;
        for (int i = 0; i < r->capture.count && r->channels[s] < 0; i++)
            if (signal_of(r->capture.names[i]) == (enum signal)s ||
                (r->panel && is_pin(r->capture.names[i], r->panel->pins[s])))
                r->channels[s] = i;
    }
}

const char *decoding_channel_names(const struct decoding *r)
{
    const struct capture *c = &r->capture;
    static char list[CAPTURE_CHANNELS * (CAPTURE_NAME + 2)];
    list[0] = '\0';
    for (int i = 0; i < c->count; i++)
        snprintf(list + strlen(list), sizeof list - strlen(list), "%s%s", i ? ", " : "",
                 c->names[i]);
    return list;
}

/* "scl=D0" */
static bool take_channel(struct decoding *r, char *word)
{
    char *name = strchr(word, '=');
    int signal = 0, channel = 0;
    if (name)
        *name++ = '\0';
    while (signal < SIGNALS && strcmp(signal_name((enum signal)signal), word) != 0)
        signal++;
    while (name && channel < r->capture.count && strcmp(r->capture.names[channel], name) != 0)
        channel++;
    if (signal == SIGNALS || !name || channel == r->capture.count) {
        complain("--channel %s=%s: possible is a name of [pins], such as sda, scl, cs, dc, "
                 "reset, wr or d0, and a channel of the capture: %s",
                 word, name ? name : "", decoding_channel_names(r));
        return false;
    }
    r->channels[signal] = channel;
    return true;
}

/* "scl=D0,sda=D1" */
static bool take_channels(struct decoding *r, const char *channels)
{
    char *text = strdup(channels);
    bool good = text != NULL;
    if (!good)
        complain("there is not enough memory");
    for (char *word = good ? strtok(text, ",") : NULL; word && good; word = strtok(NULL, ","))
        good = take_channel(r, word);
    free(text);
    return good;
}

/* What cannot be done without. */
static bool is_needed(const struct decoding *r, int signal)
{
    if (decoding_is_parallel(r))
        return signal == SIGNAL_STROBE || signal == SIGNAL_DC || signal >= SIGNAL_D0;
    return signal == SIGNAL_SDA || signal == SIGNAL_SCL ||
           (signal == SIGNAL_DC && r->watch.bus == WATCH_SPI);
}

bool decoding_has_channels(const struct decoding *r)
{
    for (int s = 0; s < SIGNALS; s++) {
        if (!is_needed(r, s) || r->channels[s] >= 0)
            continue;
        complain("no channel is called like %s (%s); the capture has %s; --channel %s=NAME says "
                 "which it is",
                 signal_name((enum signal)s), signal_labels((enum signal)s),
                 decoding_channel_names(r), signal_name((enum signal)s));
        return false;
    }
    return true;
}

/* ---- playing ---- */

static void play_level(struct decoding *r, uint64_t at, enum signal signal, bool level)
{
    watch_change(&r->watch, at, signal, level);
    for (int i = 0; i < r->replay_count; i++)
        replay_set(&r->replays[i], at, signal, level);
}

/* What is read from a panel is left out: data lines that the panel drives are no commands.
 * Levels of one time: the last of each wire counts. A falling clock comes first, a rising one last,
 * so that data that changes with it is not taken for a start or a stop. */
static void play_levels(struct decoding *r, uint64_t at, int8_t levels[SIGNALS])
{
    const enum signal clock = decoding_is_parallel(r) ? SIGNAL_STROBE : SIGNAL_SCL;
    static const enum signal others[] = {SIGNAL_RESET, SIGNAL_CS,   SIGNAL_CS2,
                                         SIGNAL_DC,    SIGNAL_READ, SIGNAL_SDA};
    enum { OTHERS = sizeof others / sizeof others[0], ALL = OTHERS + 8 + 2 };
    for (int i = 0; i < ALL; i++) {
        const bool first = i == 0, last = i == ALL - 1;
        const enum signal s = first || last ? clock
                              : i <= OTHERS ? others[i - 1]
                                            : (enum signal)(SIGNAL_D0 + i - 1 - OTHERS);
        if (levels[s] < 0 || (first && levels[s] != 0))
            continue;
        if (s == SIGNAL_READ)
            r->reads = levels[s] == (r->watch.bus == WATCH_PARALLEL_6800);
        else if (s != SIGNAL_STROBE || r->watch.bus == WATCH_PARALLEL_8080 || !r->reads)
            play_level(r, at, s, levels[s]);
        levels[s] = -1;
    }
}

static void tell_progress(const struct decoding *r, unsigned long changes)
{
    if (changes % 1000000 == 0 && isatty(STDERR_FILENO))
        fprintf(stderr, "\r%d %%", capture_percent(&r->capture));
}

/* What the glass showed until now, in the animation. */
void decoding_record(struct decoding *r, uint64_t now)
{
    const uint64_t frame = (uint64_t)FRAME_MS * 1000000;
    while (r->recording && now - r->recorded >= frame) {
        const pmb_glass_view glass = pmb_module_glass(r->replays[0].module);
        uint64_t frames = (now - r->recorded) / frame;
        frames = frames > 1000 ? 1000 : frames;
        if (!recording_add(r->recording, &glass, (int)frames * FRAME_MS))
            break;
        r->recorded += frames * frame;
    }
}

/* False when the capture is damaged; what was played before counts. */
bool decoding_play(struct decoding *r)
{
    struct capture_change change;
    int8_t levels[SIGNALS];
    unsigned long changes = 0;
    int more;
    memset(levels, -1, sizeof levels);
    while ((more = capture_next(&r->capture, &change)) > 0 && (r->most == 0 || changes < r->most)) {
        tell_progress(r, ++changes);
        if (change.at != r->last) {
            play_levels(r, r->last, levels);
            decoding_record(r, change.at);
        }
        r->last = change.at;
        for (int s = 0; s < SIGNALS; s++)
            if (r->channels[s] == change.channel)
                levels[s] = change.level;
    }
    play_levels(r, r->last, levels);
    listing_end(&r->seen);
    for (int i = 0; i < r->replay_count; i++)
        replay_settle(&r->replays[i]);
    if (changes >= 1000000 && isatty(STDERR_FILENO))
        fputs("\r\033[K", stderr);
    return more >= 0;
}

/* Opens the capture and finds its channels. Returns an exit status. */
int decoding_begin(struct decoding *r, const char *path, const char *channels)
{
    if (!capture_open(&r->capture, path)) {
        complain("%s: %s", path, r->capture.why);
        return FAILED;
    }
    guess_channels(r);
    return !channels || take_channels(r, channels) ? DONE : BAD_USE;
}

bool decoding_open(struct decoding *r, const pmb_panel_config *config)
{
    bool captured[SIGNALS];
    for (int s = 0; s < SIGNALS; s++)
        captured[s] = r->channels[s] >= 0;
    struct replay *replay = &r->replays[r->replay_count];
    if (r->replay_count < MOST_REPLAYS && replay_open(replay, config, captured)) {
        r->replay_count++;
        return true;
    }
    replay_close(replay);
    return false;
}

void decoding_end(struct decoding *r)
{
    capture_close(&r->capture);
    while (r->replay_count > 0)
        replay_close(&r->replays[--r->replay_count]);
}

/* ---- what went over the wires ---- */

static void say_channels(const struct decoding *r, const char *path)
{
    printf("%s: %d channels, %.3f ms;", path, r->capture.count, (double)r->last / 1e6);
    for (int s = 0, n = 0; s < SIGNALS; s++)
        if (r->channels[s] >= 0)
            printf("%s %s is %s", n++ ? "," : "", signal_name((enum signal)s),
                   r->capture.names[r->channels[s]]);
    putchar('\n');
}

static double kilohertz(const struct clock_watch *c)
{
    const uint64_t period = c->shortest_high + c->shortest_low;
    return period ? 1e6 / (double)period : 0;
}

/* The address that most transactions are for. */
uint8_t decoding_address(const struct decoding *r)
{
    const struct watch *w = &r->watch;
    int most = 0;
    for (int i = 1; i < 128; i++)
        if (w->asked[i] > w->asked[most])
            most = i;
    return (uint8_t)most;
}

void decoding_say_wires(const struct decoding *r, const char *path)
{
    say_channels(r, path);
    const struct watch *w = &r->watch;
    if (w->bus != WATCH_I2C) {
        printf("%s: %u bytes, %u of commands and %u of data",
               decoding_is_parallel(r) ? "parallel" : "SPI", w->bytes, w->commands, w->data);
        if (r->channels[SIGNAL_CS] >= 0)
            printf("; selected %u times", w->selects);
        printf("; the clock goes up to %.0f kHz\n", kilohertz(&w->clock));
        return;
    }
    printf("I2C: %u transactions, %u bytes; the clock goes up to %.0f kHz;", w->starts, w->bytes,
           kilohertz(&w->clock));
    int addresses = 0;
    for (int a = 0; a < 128; a++)
        if (w->asked[a] && (addresses++ < MOST_ADDRESSES || a == w->address))
            printf("%s 0x%02x %u times, %u answered", addresses > 1 ? "," : "", (unsigned)a,
                   w->asked[a], w->answered[a]);
    if (addresses > MOST_ADDRESSES)
        printf("; %d addresses in all", addresses);
    putchar('\n');
}

bool decoding_is_dark(pmb_module *module)
{
    const pmb_glass_view glass = pmb_module_glass(module);
    const uint8_t *rgb = glass.rgb;
    for (int i = 3; i < 3 * glass.width * glass.height; i++)
        if (rgb[i] > rgb[i % 3] + DARK || rgb[i] + DARK < rgb[i % 3])
            return false;
    return true;
}
