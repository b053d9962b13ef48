/* mcp23017.c - a port expander, from docs/controllers/mcp23017.md. */
#include "i2c_end.h"
#include "pemble/bench_modules.h"

enum { GND, VCC, SCL, SDA, FIRST_PIN, PINS = 16, REGISTERS = 0x16 };
enum { IODIR = 0x00, IOCON = 0x0A, GPIO = 0x12, OLAT = 0x14, SEQOP = 0x20 };

struct mcp23017 {
    struct i2c_end i2c;
    uint8_t registers[REGISTERS]; /* BANK = 0: A and B in turn */
    uint8_t pointer;
    bool pointer_next;
};

static void drive_pins(pmb_module *m)
{
    const struct mcp23017 *s = m->state;
    for (int i = 0; i < PINS; i++) {
        const bool input = s->registers[IODIR + i / 8] >> (i % 8) & 1;
        const bool high = s->registers[OLAT + i / 8] >> (i % 8) & 1;
        module_pin_drive(m, FIRST_PIN + i, input ? DRIVE_NONE : high ? DRIVE_HIGH : DRIVE_LOW);
    }
}

/* With SEQOP set the pointer toggles between the registers of a pair. */
static void advance(struct mcp23017 *s)
{
    if (s->registers[IOCON] & SEQOP)
        s->pointer ^= 1;
    else
        s->pointer = (uint8_t)((s->pointer + 1) % REGISTERS);
}

static bool addressed(pmb_module *m, uint8_t address, bool read)
{
    ((struct mcp23017 *)m->state)->pointer_next = !read;
    return address == m->options.address;
}

static bool received(pmb_module *m, uint8_t byte)
{
    struct mcp23017 *s = m->state;
    if (s->pointer_next) {
        if (byte >= REGISTERS)
            module_complain(m, "register %02Xh does not exist", byte);
        s->pointer = byte % REGISTERS;
        s->pointer_next = false;
        return true;
    }
    if ((s->pointer & 0xFE) == IOCON)
        s->registers[IOCON] = s->registers[IOCON + 1] = byte; /* one register at two addresses */
    else if ((s->pointer & 0xFE) == GPIO)
        s->registers[s->pointer + 2] = byte; /* writes the latch */
    else
        s->registers[s->pointer] = byte;
    advance(s);
    drive_pins(m);
    return true;
}

static uint8_t wanted(pmb_module *m)
{
    struct mcp23017 *s = m->state;
    uint8_t value = s->registers[s->pointer];
    if ((s->pointer & 0xFE) == GPIO) {
        value = 0;
        for (int i = 0; i < 8; i++)
            value |=
                (uint8_t)(module_pin_level(m, FIRST_PIN + (s->pointer & 1) * 8 + i, false) << i);
    }
    advance(s);
    return value;
}

static void pin_changed(pmb_module *m, int pin, bool level)
{
    i2c_end_changed(m, &((struct mcp23017 *)m->state)->i2c, pin, level);
}

static bool create(pmb_module *m)
{
    struct mcp23017 *s = m->state;
    s->i2c = (struct i2c_end){
        .sda = SDA, .scl = SCL, .addressed = addressed, .received = received, .wanted = wanted};
    s->registers[IODIR] = s->registers[IODIR + 1] = 0xFF;
    return m->options.address >= 0x20 && m->options.address <= 0x27;
}

static const char *const pins[] = {"GND",  "VCC",  "SCL",  "SDA",  "GPA0", "GPA1", "GPA2",
                                   "GPA3", "GPA4", "GPA5", "GPA6", "GPA7", "GPB0", "GPB1",
                                   "GPB2", "GPB3", "GPB4", "GPB5", "GPB6", "GPB7", NULL};

const pmb_module_type pmb_sim_mcp23017 = {
    "MCP23017", pins, sizeof(struct mcp23017), create, pin_changed, NULL, NULL};
