/* expander.c - the MCP23017 as a port (its data sheet, DS20001952, tables 3-1 to 3-5). */
#include "pemble/expander.h"

enum { DIRECTIONS = 0x00, CONTROL = 0x0A, INPUTS = 0x12, LEVELS = 0x14, TOGGLE_PAIR = 0x20 };
enum { FIRST_ADDRESS = 0x20, LAST_ADDRESS = 0x27, PINS = 16 };

static uint8_t address_of(const pmb_expander *e)
{
    return e->bus->address ? e->bus->address : FIRST_ADDRESS;
}

static pmb_status set_pair(pmb_expander *e, uint8_t which, uint16_t value)
{
    const uint8_t bytes[] = {which, (uint8_t)value, (uint8_t)(value >> 8)};
    return e->behind->i2c_write(e->behind->context, e->bus, address_of(e), bytes, sizeof bytes,
                                NULL, 0);
}

static void keep(pmb_expander *e, pmb_status status)
{
    if (status == PMB_OK)
        return;
    e->unsure = true;
    if (e->status == PMB_OK)
        e->status = status;
}

/* After a write that broke off, the pins first go where they should have been: a strobe that was
 * left away from rest returns before anything else changes. */
static void settle(pmb_expander *e)
{
    if (!e->unsure)
        return;
    e->unsure = false;
    keep(e, set_pair(e, LEVELS, e->levels));
    keep(e, set_pair(e, DIRECTIONS, e->inputs));
}

static uint16_t mask_of(pmb_pin pin)
{
    const uint32_t number = pmb_pin_number(pin);
    return (uint16_t)(number < PINS ? 1ul << number : 0ul);
}

static void set_inputs(pmb_expander *e, uint16_t inputs)
{
    settle(e);
    if (inputs == e->inputs)
        return;
    e->inputs = inputs;
    keep(e, set_pair(e, DIRECTIONS, inputs));
}

static void set_levels(pmb_expander *e, uint16_t levels)
{
    settle(e);
    if (levels == e->levels)
        return;
    e->levels = levels;
    keep(e, set_pair(e, LEVELS, levels));
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    pmb_expander *e = context;
    const uint16_t mask = mask_of(pin);
    set_levels(e, (uint16_t)(high ? e->levels | mask : e->levels & ~mask));
    set_inputs(e, (uint16_t)(e->inputs & ~mask));
}

static bool pin_read(void *context, pmb_pin pin)
{
    pmb_expander *e = context;
    const uint8_t which = INPUTS;
    uint8_t bytes[2] = {0, 0};
    set_inputs(e, e->inputs | mask_of(pin));
    keep(e, e->behind->i2c_write(e->behind->context, e->bus, address_of(e), &which, 1, NULL, 0));
    if (e->behind->i2c_read)
        keep(e,
             e->behind->i2c_read(e->behind->context, e->bus, address_of(e), bytes, sizeof bytes));
    return (bytes[0] | bytes[1] << 8) & mask_of(pin);
}

/* Data, strobe away from rest and back: three pairs of bytes in one transaction, as the expander's
 * register pointer goes back and forth between the two halves. */
static pmb_status parallel(void *context, const PMB_FLASH pmb_bus *bus, const uint8_t *bytes,
                           size_t count)
{
    pmb_expander *e = context;
    const uint16_t strobe = mask_of(bus->strobe);
    const uint8_t which = LEVELS;
    settle(e);
    for (; count > 0; count--, bytes++) {
        uint16_t levels = e->levels;
        for (uint8_t line = 0; line < 8; line++) {
            const uint16_t mask = mask_of(bus->lines[line]);
            levels = (uint16_t)(*bytes >> line & 1 ? levels | mask : levels & ~mask);
        }
        const uint16_t pulse = levels ^ strobe;
        const uint8_t steps[] = {(uint8_t)levels, (uint8_t)(levels >> 8),
                                 (uint8_t)pulse,  (uint8_t)(pulse >> 8),
                                 (uint8_t)levels, (uint8_t)(levels >> 8)};
        keep(e, e->behind->i2c_write(e->behind->context, e->bus, address_of(e), &which, 1, steps,
                                     sizeof steps));
        e->levels = levels;
    }
    return pmb_expander_status(e);
}

static void wait_us(void *context, uint32_t microseconds)
{
    const pmb_expander *e = context;
    e->behind->wait_us(e->behind->context, microseconds);
}

pmb_status pmb_expander_open(pmb_expander *expander, const pmb_port *behind,
                             const PMB_FLASH pmb_bus *bus)
{
    if (!expander || !behind || !bus ||
        (bus->address && (bus->address < FIRST_ADDRESS || bus->address > LAST_ADDRESS)))
        return PMB_ERR_ARGUMENT;
    if (!behind->i2c_write || !behind->wait_us || (behind->i2c_limit && behind->i2c_limit < 7))
        return PMB_ERR_UNSUPPORTED;
    *expander = (pmb_expander){.behind = behind, .bus = bus};
    expander->port = (pmb_port){
        .context = expander,
        .parallel = parallel,
        .pin_write = pin_write,
        .pin_read = pin_read,
        .wait_us = wait_us,
    };
    pmb_status status = set_pair(expander, CONTROL, TOGGLE_PAIR | TOGGLE_PAIR << 8);
    if (status == PMB_OK)
        status = set_pair(expander, LEVELS, 0);
    return status == PMB_OK ? set_pair(expander, DIRECTIONS, 0) : status;
}

pmb_status pmb_expander_status(pmb_expander *expander)
{
    const pmb_status status = expander->status;
    expander->status = PMB_OK;
    return status;
}
