/* decoding_fit.c - which controller a capture may be for. */
#include "decoding.h"

#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "command.h"
#include "pemble/families.h"

enum { FIT_CHANGES = 1000000 };

struct fit {
    const struct known_controller *known;
    unsigned complaints;
    unsigned long long pixels, bytes;
    bool shows; /* more than one colour */
};

/* Better is what shows a picture, with fewer complaints, and takes more of the bytes for pixels. */
static int better(const void *a, const void *b)
{
    const struct fit *x = a, *y = b;
    if (x->shows != y->shows)
        return y->shows - x->shows;
    if (x->complaints != y->complaints)
        return x->complaints < y->complaints ? -1 : 1;
    return x->pixels == y->pixels ? 0 : x->pixels > y->pixels ? -1 : 1;
}

/* On which bus a capture without a panel is: by the channels that it has. */
static enum watched_bus likely_bus(const struct decoding *r)
{
    if (r->channels[SIGNAL_STROBE] >= 0 && r->channels[SIGNAL_D0] >= 0)
        return WATCH_PARALLEL_8080;
    if (r->channels[SIGNAL_DC] >= 0)
        return WATCH_SPI;
    return r->channels[SIGNAL_CS] >= 0 ? WATCH_SPI3 : WATCH_I2C;
}

static const pmb_pin fit_lines[8] = {PMB_PIN(40), PMB_PIN(41), PMB_PIN(42), PMB_PIN(43),
                                     PMB_PIN(44), PMB_PIN(45), PMB_PIN(46), PMB_PIN(47)};

/* A configuration of a controller on that bus; false: it has no such bus. */
static bool fit_config(pmb_panel_config *config, const pmb_controller *controller,
                       enum watched_bus bus, uint8_t address)
{
    static const struct {
        const pmb_bus_kind *kind;
        unsigned has;
    } kinds[] = {[WATCH_I2C] = {&pmb_i2c, PMB_HAS_I2C},
                 [WATCH_SPI] = {&pmb_spi, PMB_HAS_SPI},
                 [WATCH_SPI3] = {&pmb_spi3, PMB_HAS_SPI3},
                 [WATCH_PARALLEL_8080] = {&pmb_parallel8, PMB_HAS_PARALLEL_8080}};
    if (bus == WATCH_PARALLEL_6800 || bus == WATCH_SPI_SYNC ||
        !(controller->buses & kinds[bus].has))
        return false;
    *config = (pmb_panel_config){.controller = controller,
                                 .size = controller->glasses[0].size,
                                 .bus = {.kind = kinds[bus].kind,
                                         .address = address,
                                         .select = PMB_PIN(2),
                                         .data_command = PMB_PIN(3),
                                         .strobe = PMB_PIN(7),
                                         .lines = fit_lines},
                                 .reset = PMB_PIN(1)};
    return bus != WATCH_I2C || address == controller->addresses[0] ||
           address == controller->addresses[1];
}

static void judge(struct fit *fit, const struct replay *replay)
{
    const pmb_module_tally tally = pmb_module_count(replay->module);
    fit->complaints = pmb_module_complaint_count(replay->module);
    fit->pixels = tally.pixel_bytes;
    fit->bytes = tally.bytes;
    fit->shows = tally.pixel_bytes > 0 && !decoding_is_dark(replay->module);
}

/* Plays the capture to all controllers that can be on its bus; how many there are. */
static int play_to_all(struct decoding *r, struct fit fits[MOST_REPLAYS], enum watched_bus bus,
                       uint8_t address)
{
    for (int i = 0; i < controller_count() && r->replay_count < MOST_REPLAYS; i++) {
        pmb_panel_config config;
        fits[r->replay_count] = (struct fit){.known = controller_at(i)};
        if (fit_config(&config, controller_at(i)->controller, bus, address))
            (void)decoding_open(r, &config);
    }
    r->watch = (struct watch){.bus = bus, .address = address};
    r->last = 0;
    (void)decoding_play(r);
    for (int i = 0; i < r->replay_count; i++)
        judge(&fits[i], &r->replays[i]);
    return r->replay_count;
}

static void print_fits(const struct fit *fits, int count)
{
    enum { MOST_SHOWN = 5 };
    printf("which controller the bytes fit, the best first:\n");
    for (int i = 0; i < count && i < MOST_SHOWN; i++)
        printf("  %-12s %s; %llu of %llu bytes are pixels; complaints: %u\n", fits[i].known->name,
               fits[i].shows ? "shows a picture" : "shows one colour", fits[i].pixels,
               fits[i].bytes, fits[i].complaints);
}

int decoding_fit(struct decoding *r, const char *path, const char *channels)
{
    static struct fit fits[MOST_REPLAYS];
    int status = decoding_begin(r, path, channels);
    if (status != DONE)
        return status;
    const enum watched_bus bus = likely_bus(r);
    r->watch = (struct watch){.bus = bus};
    r->most = FIT_CHANGES;
    if (!decoding_has_channels(r))
        return BAD_USE;
    (void)decoding_play(r);
    decoding_say_wires(r, path);
    if (bus == WATCH_I2C && r->watch.starts == 0 && r->capture.count > 2) {
        complain("%s: it is no I2C; on SPI --channel says which are dc and cs. It has %s", path,
                 decoding_channel_names(r));
        return BAD_USE;
    }
    const uint8_t address = decoding_address(r);
    decoding_end(r);
    status = decoding_begin(r, path, channels);
    if (status != DONE)
        return status;
    const int count = play_to_all(r, fits, bus, address);
    if (count == 0) {
        printf("verdict: no controller of pemble panels has this bus%s.\n",
               bus == WATCH_I2C ? " at this address" : "");
        return FAILED;
    }
    qsort(fits, (size_t)count, sizeof fits[0], better);
    print_fits(fits, count);
    int alike = 1;
    while (alike < count && better(&fits[0], &fits[alike]) == 0)
        alike++;
    if (!fits[0].shows)
        printf("verdict: none shows a picture; capture from the reset on.\n");
    else if (alike > 1)
        printf(
            "verdict: %d fit alike, as they take the same commands; the size and the name on the "
            "module tell which it is. Say it by --panel CONFIG.\n",
            alike);
    else
        printf("verdict: the first fits best. Say which panel it is: --panel CONFIG, with "
               "'controller = %s' or a module of it.\n",
               fits[0].known->name);
    return DONE;
}
