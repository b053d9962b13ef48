/*
 * probe.h - finds out on the wires whether a panel is there, and what is wrong if it is not. It
 * works with any port: on the bench and on hardware. A program that does not name it carries none
 * of it.
 *
 *     pmb_probe probe;
 *     (void)pmb_probe_panel(&probe, &config, port);
 *     log(pmb_probe_text(probe.verdict));
 */
#ifndef PEMBLE_PROBE_H
#define PEMBLE_PROBE_H

#include "pemble/linkage.h"
#include "pemble/panel.h"

PMB_BEGIN_C

typedef enum pmb_probe_verdict {
    PMB_PROBE_ANSWERS = 0,        /* the panel answers and is the one that is configured */
    PMB_PROBE_SENT,               /* all was sent; this panel has nothing that could be read */
    PMB_PROBE_REFUSED,            /* the configuration is refused: probe.status, explain.h */
    PMB_PROBE_WIRE_STUCK,         /* a control line stays at a level: probe.pin, probe.level */
    PMB_PROBE_BUS_HELD,           /* I2C: SDA or SCL is held low */
    PMB_PROBE_NOTHING_ANSWERS,    /* I2C: no device answers */
    PMB_PROBE_EVERYTHING_ANSWERS, /* I2C: SDA is low all the time */
    PMB_PROBE_OTHER_ADDRESS,      /* I2C: the controller's other address answers: probe.address */
    PMB_PROBE_OTHER_DEVICES,      /* I2C: only devices with other addresses answer: probe.address */
    PMB_PROBE_OTHER_CONTROLLER,   /* the ID is that of another controller: probe.id, probe.name */
    PMB_PROBE_UNKNOWN_ID,         /* the ID is not known: probe.id */
    PMB_PROBE_EXCHANGED,          /* select and data/command are exchanged */
    PMB_PROBE_SILENT,             /* nothing comes back when the ID is read */
    PMB_PROBE_BUSY_STUCK,         /* the busy line or flag never comes free */
    PMB_PROBE_BUSY_STILL,         /* e-paper: the busy line never moves */
    PMB_PROBE_FAILED              /* the bus broke off: probe.status */
} pmb_probe_verdict;

typedef struct pmb_probe {
    pmb_probe_verdict verdict;
    pmb_status status; /* of the call that failed */
    uint8_t found[16]; /* I2C: a bit for each address that answers; pmb_probe_found */
    uint8_t address;   /* I2C: that answers instead of the configured one */
    bool status_read;  /* I2C: status_byte is what the controller said of itself */
    uint8_t status_byte;
    pmb_pin pin;      /* that is stuck */
    bool level;       /* where it stays */
    uint32_t id;      /* that was read, 24 bits; 0: none */
    const char *name; /* of the controller with that ID; NULL: not known */
} pmb_probe;

/*
 * Looks for control lines that are shorted, scans I2C, opens the panel, and reads what the panel
 * can tell: status, ID, or the busy line of e-paper, which is refreshed and cleared by it. Returns
 * PMB_OK when the verdict is PMB_PROBE_ANSWERS or PMB_PROBE_SENT, else an error: PMB_ERR_ARGUMENT
 * (a null pointer, or the configuration), PMB_ERR_UNSUPPORTED, PMB_ERR_NO_ANSWER, PMB_ERR_TIMEOUT
 * or PMB_ERR_BUS.
 *
 * With PMB_PLAIN_PANELS (options.h) nothing is read over I2C and SPI: a panel with an ID is then
 * PMB_PROBE_SENT. It takes as long as opening does; a scan is 112 transfers, and e-paper takes a
 * full refresh.
 */
pmb_status pmb_probe_panel(pmb_probe *probe, const PMB_FLASH pmb_panel_config *config,
                           const pmb_port *port);

/* A sentence for a verdict, never NULL. */
const char *pmb_probe_text(pmb_probe_verdict verdict);

/* True when an I2C address answered. */
static inline bool pmb_probe_found(const pmb_probe *probe, uint8_t address)
{
    return probe->found[(address & 0x7F) / 8] >> (address & 7) & 1;
}

PMB_END_C

#endif
