/* probe.c - finds out on the wires whether a panel is there. */
#include "pemble/probe.h"
#include "pemble/driver.h"

enum { FIRST_ADDRESS = 0x08, LAST_ADDRESS = 0x77, MANY = 100, REFRESH_MS = 60000 };

static pmb_status judge(pmb_probe *probe, pmb_probe_verdict verdict, pmb_status status)
{
    probe->verdict = verdict;
    probe->status = status;
    return status;
}

/* With PMB_PLAIN_PANELS some buses cannot read. */
static bool reads(const pmb_panel *panel, uint8_t command, uint8_t *reply, size_t count)
{
    return panel->config->bus.kind->read && pmb_panel_read(panel, command, reply, count) == PMB_OK;
}

/* ---- wires ---- */

/* Drives a pin both ways and looks whether it follows. A line that nobody drives keeps its charge
 * for long enough to be read back, unless a resistor on the module pulls it up: then only a short
 * to ground can be seen. */
static bool is_stuck(pmb_probe *probe, const pmb_port *port, pmb_pin pin, bool pulled_up)
{
    bool seen[2];
    if (pin == PMB_PIN_NONE)
        return false;
    for (uint8_t level = 0; level < 2; level++) {
        port->pin_write(port->context, pin, level);
        seen[level] = port->pin_read(port->context, pin);
    }
    port->pin_write(port->context, pin, true);
    probe->pin = pin;
    probe->level = seen[1];
    return pulled_up ? !seen[1] : seen[0] == seen[1];
}

static bool wires_are_free(pmb_probe *probe, const PMB_FLASH pmb_panel_config *config,
                           const pmb_port *port)
{
    const PMB_FLASH pmb_bus *bus = &config->bus;
    if (!port->pin_write || !port->pin_read)
        return true;
    return !is_stuck(probe, port, config->reset, true) &&
           !is_stuck(probe, port, bus->select, true) &&
           !is_stuck(probe, port, bus->data_command, false) &&
           !is_stuck(probe, port, bus->second_select, false) &&
           !is_stuck(probe, port, bus->strobe, false) && !is_stuck(probe, port, bus->data, false) &&
           !is_stuck(probe, port, bus->clock, false);
}

/* ---- I2C ---- */

static bool answers(const PMB_FLASH pmb_panel_config *config, const pmb_port *port, uint8_t address,
                    pmb_status *status)
{
    *status = port->i2c_write(port->context, &config->bus, address, NULL, 0, NULL, 0);
    return *status == PMB_OK;
}

static uint8_t scan(pmb_probe *probe, const PMB_FLASH pmb_panel_config *config,
                    const pmb_port *port)
{
    uint8_t count = 0;
    pmb_status status;
    for (uint8_t address = FIRST_ADDRESS; address <= LAST_ADDRESS; address++)
        if (answers(config, port, address, &status)) {
            probe->found[address / 8] |= (uint8_t)(1 << (address & 7));
            probe->address = probe->address ? probe->address : address;
            count++;
        }
    return count;
}

static pmb_status probe_i2c(pmb_probe *probe, const PMB_FLASH pmb_panel_config *config,
                            const pmb_port *port)
{
    const PMB_FLASH pmb_controller *controller = config->controller;
    const uint8_t configured = config->bus.address ? config->bus.address : controller->addresses[0];
    pmb_panel panel;
    pmb_status status;
    pmb_pin_set(port, config->reset, true); /* a device in reset does not answer */
    port->wait_us(port->context, PMB_SELF_RESET_MS * 1000ul);
    (void)answers(config, port, configured, &status);
    if (status == PMB_ERR_BUS)
        return judge(probe, PMB_PROBE_BUS_HELD, status);
    const uint8_t count = scan(probe, config, port);
    if (count == 0)
        return judge(probe, PMB_PROBE_NOTHING_ANSWERS, PMB_ERR_NO_ANSWER);
    if (count > MANY)
        return judge(probe, PMB_PROBE_EVERYTHING_ANSWERS, PMB_ERR_NO_ANSWER);
    if (!pmb_probe_found(probe, configured)) {
        for (uint8_t i = 0; i < 2; i++) {
            const uint8_t other = controller->addresses[i];
            if (other && pmb_probe_found(probe, other)) {
                probe->address = other;
                return judge(probe, PMB_PROBE_OTHER_ADDRESS, PMB_ERR_NO_ANSWER);
            }
        }
        return judge(probe, PMB_PROBE_OTHER_DEVICES, PMB_ERR_NO_ANSWER);
    }
    probe->address = configured;
    status = pmb_panel_open(&panel, config, port);
    if (status != PMB_OK)
        return judge(probe, PMB_PROBE_FAILED, status);
    probe->status_read = reads(&panel, 0, &probe->status_byte, 1);
    return judge(probe, PMB_PROBE_ANSWERS, PMB_OK);
}

/* ---- IDs of TFT controllers: docs/controllers, "Reading the ID" ---- */

/* How an ID is asked for; in this order. */
enum { BY_04, BY_D3, BY_D3_AFTER_FB, BY_D0, WAYS, BY_INDEX = WAYS };

static const char *name_of(uint8_t way, uint32_t id)
{
    static const struct {
        uint32_t id;
        const char *name;
        uint8_t ways; /* a bit each */
    } known[] = {
        {0x7C89F0, "ST7735", 1 << BY_04},
        {0x5C89F0, "ST7735", 1 << BY_04},
        {0x858552, "ST7789", 1 << BY_04},
        {0x009A01, "GC9A01", 1 << BY_04},
        {0x009107, "GC9107", 1 << BY_04},
        {0x548066, "ILI9163C", 1 << BY_04},
        {0x009341, "ILI9341", 1 << BY_D3},
        {0x009342, "ILI9342C", 1 << BY_D3},
        {0x007796, "ST7796S", 1 << BY_D3},
        {0x009486, "ILI9486", 1 << BY_D3 | 1 << BY_D3_AFTER_FB},
        {0x009488, "ILI9488", 1 << BY_D3 | 1 << BY_D3_AFTER_FB},
        {0x990000, "HX8357D", 1 << BY_D0},
        {0x009225, "ILI9225", 1 << BY_INDEX},
        {0x009320, "ILI9320", 1 << BY_INDEX},
        {0x009325, "ILI9325", 1 << BY_INDEX},
    };
    for (uint8_t i = 0; i < sizeof known / sizeof known[0]; i++)
        if (known[i].id == id && known[i].ways & 1 << way)
            return known[i].name;
    return NULL;
}

/* ILI9488 data sheet, FBh: on serial buses one parameter is read, and this chooses which. */
static bool read_one_by_one(const pmb_panel *panel, uint32_t *id)
{
    *id = 0;
    for (uint8_t i = 0; i <= 3; i++) {
        const uint8_t choice = (uint8_t)(i < 3 ? 0x81 + i : 0); /* 0: as it was */
        uint8_t byte = 0;
        if (pmb_send_parameters(panel, true, 0xFB, &choice, 1) != PMB_OK ||
            (i < 3 && !reads(panel, 0xD3, &byte, 1)))
            return false;
        if (i < 3)
            *id = *id << 8 | byte;
    }
    return true;
}

/* The three bytes that answer. On serial buses 04h has one dummy clock, the others a dummy byte. */
static bool read_id(const pmb_panel *panel, uint8_t way, uint32_t *id)
{
    uint8_t b[4];
    const bool serial = panel->config->bus.kind->flags & (PMB_HAS_SPI | PMB_HAS_SPI3);
    if (way == BY_D3_AFTER_FB)
        return serial && read_one_by_one(panel, id);
    if (!reads(panel, way == BY_04 ? 0x04 : way == BY_D3 ? 0xD3 : 0xD0, b, sizeof b))
        return false;
    const uint32_t all = (uint32_t)b[0] << 24 | (uint32_t)b[1] << 16 | (uint32_t)b[2] << 8 | b[3];
    *id = way == BY_04 && serial ? all << 1 >> 8 : all & 0xFFFFFF;
    return true;
}

/* Index 00h, whose value is the ID: docs/controllers/indexed.md. */
static pmb_status judge_index_id(pmb_probe *probe, const pmb_panel *panel)
{
    const PMB_FLASH pmb_indexed *detail =
        (const PMB_FLASH pmb_indexed *)panel->config->controller->detail;
    uint8_t b[2];
    if (pmb_send_single(panel, 0) != PMB_OK || !reads(panel, 0, b, sizeof b))
        return judge(probe, PMB_PROBE_SENT, PMB_OK);
    probe->id = (uint32_t)b[0] << 8 | b[1];
    probe->name = name_of(BY_INDEX, probe->id);
    if (probe->id == detail->id)
        return judge(probe, PMB_PROBE_ANSWERS, PMB_OK);
    return judge(probe,
                 probe->name                             ? PMB_PROBE_OTHER_CONTROLLER
                 : probe->id == 0 || probe->id == 0xFFFF ? PMB_PROBE_SILENT
                                                         : PMB_PROBE_UNKNOWN_ID,
                 PMB_ERR_NO_ANSWER);
}

static bool is_own_id(const pmb_probe *probe, const PMB_FLASH pmb_controller *controller)
{
    const PMB_FLASH pmb_dcs *detail = (const PMB_FLASH pmb_dcs *)controller->detail;
    return probe->id == detail->id || probe->id == detail->other_id; /* it is not 0 */
}

/* Asks for the ID in every way. False when nothing can be read, or nothing was. */
static bool identify(pmb_probe *probe, const pmb_panel *panel)
{
    probe->name = NULL;
    probe->id = 0;
    for (uint8_t way = 0; way < WAYS; way++) {
        uint32_t id = 0;
        if (!read_id(panel, way, &id) || id == 0 || id == 0xFFFFFF)
            continue;
        probe->id = id;
        probe->name = name_of(way, id);
        if (probe->name || is_own_id(probe, panel->config->controller))
            return true;
    }
    return probe->id != 0;
}

#ifndef __AVR__ /* there a configuration lies in flash, and cannot be changed to find out */
/* Whether the panel answers when two of its wires are taken for each other. */
static bool answers_exchanged(pmb_probe *probe, const pmb_panel_config *config,
                              const pmb_port *port)
{
    pmb_panel_config exchanged = *config;
    pmb_panel panel;
    exchanged.bus.select = config->bus.data_command;
    exchanged.bus.data_command = config->bus.select;
    if (pmb_panel_open(&panel, &exchanged, port) != PMB_OK)
        return false;
    (void)identify(probe, &panel);
    return probe->name != NULL;
}
#endif

static pmb_status judge_id(pmb_probe *probe, const pmb_panel *panel,
                           const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    if (identify(probe, panel)) {
        if (is_own_id(probe, config->controller))
            return judge(probe, PMB_PROBE_ANSWERS, PMB_OK);
        return judge(probe, probe->name ? PMB_PROBE_OTHER_CONTROLLER : PMB_PROBE_UNKNOWN_ID,
                     PMB_ERR_NO_ANSWER);
    }
#ifndef __AVR__
    if (answers_exchanged(probe, config, port))
        return judge(probe, PMB_PROBE_EXCHANGED, PMB_ERR_NO_ANSWER);
#endif
    (void)port;
    return judge(probe, PMB_PROBE_SILENT, PMB_ERR_NO_ANSWER);
}

/* ---- e-paper ---- */

static pmb_status judge_busy(pmb_probe *probe, pmb_panel *panel)
{
    bool moved = false;
    if (panel->config->busy == PMB_PIN_NONE)
        return judge(probe, PMB_PROBE_SENT, PMB_OK);
    pmb_status status = pmb_panel_refresh(panel, PMB_REFRESH_FULL);
    if (status != PMB_OK)
        return judge(probe, PMB_PROBE_FAILED, status);
    for (uint8_t i = 0; i < 100 && !moved; i++) {
        moved = pmb_panel_is_busy(panel);
        pmb_wait_ms(panel, 1);
    }
    if (!moved)
        return judge(probe, PMB_PROBE_BUSY_STILL, PMB_ERR_NO_ANSWER);
    status = pmb_panel_wait(panel, REFRESH_MS);
    return status == PMB_OK ? judge(probe, PMB_PROBE_ANSWERS, PMB_OK)
                            : judge(probe, PMB_PROBE_BUSY_STUCK, status);
}

static pmb_status probe_other(pmb_probe *probe, const PMB_FLASH pmb_panel_config *config,
                              const pmb_port *port)
{
    const PMB_FLASH pmb_family *family = config->controller->family;
    pmb_panel panel;
    uint8_t reply[4];
    const pmb_status status = pmb_panel_open(&panel, config, port);
    if (status == PMB_ERR_TIMEOUT)
        return judge(probe, PMB_PROBE_BUSY_STUCK, status);
    if (status != PMB_OK)
        return judge(probe, PMB_PROBE_FAILED, status);
    if (family->refresh)
        return judge_busy(probe, &panel);
    if (family->has_index_id)
        return judge_index_id(probe, &panel);
    if (family->has_id && reads(&panel, 0x04, reply, sizeof reply))
        return judge_id(probe, &panel, config, port);
    /* A busy flag that was waited for has come free. */
    const bool asked =
        config->bus.second_select != PMB_PIN_NONE && config->bus.read != PMB_PIN_NONE;
    return judge(probe, asked ? PMB_PROBE_ANSWERS : PMB_PROBE_SENT, PMB_OK);
}

pmb_status pmb_probe_panel(pmb_probe *probe, const PMB_FLASH pmb_panel_config *config,
                           const pmb_port *port)
{
    if (!probe || !config || !port || !config->controller || !config->bus.kind)
        return PMB_ERR_ARGUMENT;
    *probe = (pmb_probe){.verdict = PMB_PROBE_ANSWERS};
    const bool i2c = config->bus.kind->flags & PMB_HAS_I2C;
    const bool pins = !i2c || config->reset != PMB_PIN_NONE;
    if (!port->wait_us || !(config->controller->buses & config->bus.kind->flags) ||
        (pins && !port->pin_write) || (i2c && !port->i2c_write))
        return judge(probe, PMB_PROBE_REFUSED, PMB_ERR_UNSUPPORTED);
    if (!wires_are_free(probe, config, port))
        return judge(probe, PMB_PROBE_WIRE_STUCK, PMB_ERR_NO_ANSWER);
    probe->pin = PMB_PIN_NONE;
    config->bus.kind->idle(config, port);
    return i2c ? probe_i2c(probe, config, port) : probe_other(probe, config, port);
}

const char *pmb_probe_text(pmb_probe_verdict verdict)
{
    switch (verdict) {
    case PMB_PROBE_ANSWERS:
        return "the panel answers";
    case PMB_PROBE_SENT:
        return "everything was sent; this panel has nothing that could be read";
    case PMB_PROBE_REFUSED:
        return "the configuration is not possible with this port";
    case PMB_PROBE_WIRE_STUCK:
        return "a control line stays at one level whatever the board does";
    case PMB_PROBE_BUS_HELD:
        return "SDA or SCL is held low: nothing can be sent on this bus";
    case PMB_PROBE_NOTHING_ANSWERS:
        return "nothing answers: the bus works, but no device is on it";
    case PMB_PROBE_EVERYTHING_ANSWERS:
        return "everything answers: SDA is low all the time";
    case PMB_PROBE_OTHER_ADDRESS:
        return "another address than configured answers";
    case PMB_PROBE_OTHER_DEVICES:
        return "only other devices answer";
    case PMB_PROBE_OTHER_CONTROLLER:
        return "the ID is that of another controller";
    case PMB_PROBE_UNKNOWN_ID:
        return "the ID is not known";
    case PMB_PROBE_EXCHANGED:
        return "the select and the data/command wire are exchanged";
    case PMB_PROBE_SILENT:
        return "the panel says nothing when its ID is read";
    case PMB_PROBE_BUSY_STUCK:
        return "the busy line never comes free";
    case PMB_PROBE_BUSY_STILL:
        return "the busy line never moves: the panel does not begin to refresh";
    default:
        return "the bus broke off";
    }
}
