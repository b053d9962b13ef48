/* decoding.h - the parts of pemble decode: a capture that is played to a panel. */
#ifndef PEMBLE_DECODING_H
#define PEMBLE_DECODING_H

#include "capture.h"
#include "config.h"
#include "listing.h"
#include "recording.h"
#include "replay.h"
#include "watch.h"

enum { MOST_REPLAYS = 96 };

struct decoding {
    const struct panel_setup *panel;
    struct capture capture;
    struct replay replays[MOST_REPLAYS]; /* the first is the panel's; all are played to */
    int replay_count;
    int channels[SIGNALS]; /* of each signal; -1: not captured */
    struct watch watch;
    struct listing seen, own;
    struct recording *recording; /* of the glass; NULL: none is made */
    uint64_t recorded;           /* ns */
    uint64_t last;               /* change, ns */
    bool reads;                  /* the board reads; its strobes are not for writing */
    unsigned long most;          /* changes that are played; 0: all */
};

bool decoding_is_parallel(const struct decoding *decoding);

/* The bus of a configuration, as it is watched. */
enum watched_bus decoding_bus(const pmb_panel_config *config);

/* Opens the capture and finds its channels: by their names, or as "scl=D0,sda=D1" says. Returns an
 * exit status; what went wrong has been said. */
int decoding_begin(struct decoding *decoding, const char *path, const char *channels);

/* Whether all channels are there that the bus needs; says which is not. */
bool decoding_has_channels(const struct decoding *decoding);
const char *decoding_channel_names(const struct decoding *decoding);

/* One more module to be played to. False: there is none of this kind, or no memory. */
bool decoding_open(struct decoding *decoding, const pmb_panel_config *config);

/* Plays the capture to what is open. False when it is damaged; what was played before counts. */
bool decoding_play(struct decoding *decoding);

/* Takes into the animation what the glass showed until now. */
void decoding_record(struct decoding *decoding, uint64_t now);

void decoding_end(struct decoding *decoding);

/* Prints which channels there are, and what went over the wires. */
void decoding_say_wires(const struct decoding *decoding, const char *path);

/* The address that most transactions are for. */
uint8_t decoding_address(const struct decoding *decoding);

/* Whether the glass shows one colour only. */
bool decoding_is_dark(pmb_module *module);

/* Plays the capture to every controller that has its bus, and says which fit. Returns an exit
 * status. */
int decoding_fit(struct decoding *decoding, const char *path, const char *channels);

#endif
