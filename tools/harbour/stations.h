/* stations.h - what the panels of Pellan Quay show, one file each. */
#ifndef PEMBLE_STATIONS_H
#define PEMBLE_STATIONS_H

#include <stddef.h>
#include "day.h"
#include "pemble/pemble.h"

enum { BERTHS = 3, MINUTE = 60000, HOUR = 3600000 };

/* What all stations know. */
struct harbour {
    const struct day *day;
    uint32_t now;       /* ms of the day */
    bool lamps[BERTHS]; /* what the switches of the kiosk say */
};

struct station {
    const char *name;    /* of its panel in assets/quay/harbour.ini */
    const char *caption; /* what it is, for the overview */
    uint32_t by_day;     /* ms from one look to the next, a part of an hour */
    uint32_t by_minute;  /* the same in the minute that is recorded; 0: as in the day */
    size_t state_size;   /* of its state, which starts zeroed */
    /* Takes the new readings, before it is painted. */
    void (*step)(void *state, const struct harbour *harbour, pmb_size screen);
    pmb_paint paint; /* the state is the scene */
    /* Looks at its inputs, every millisecond of the recorded minute; NULL: it has none. */
    void (*poll)(void *state, struct harbour *harbour, const pmb_port *port);
};

enum { STATIONS = 6 };
extern const struct station *const stations[STATIONS];
extern const struct station station_gangway, station_wind, station_kiosk, station_berth,
    station_dock, station_tides;

/* Pins of the kiosk's inputs. */
enum { KIOSK_BUTTON = PMB_PIN(40), KIOSK_KNOB_A = PMB_PIN(41), KIOSK_KNOB_B = PMB_PIN(42) };

/* "14:20", in a buffer of at least 6; the time of a minute of the day. */
const char *clock_text(char *text, int minute);

/* One line of text in the middle row of a rectangle; digits, if it begins with one, do not jump. */
void text_in(pmb_canvas *c, const pmb_font *font, pmb_color color, pmb_rect r, pmb_across across,
             const char *text);

/* A rectangle of plain ints. */
pmb_rect box(int x, int y, int w, int h);

#endif
