/* st7920.c - a module with an ST7920, serial or parallel, from docs/controllers/st7920.md. */
#include "bench_parts.h"
#include "pemble/bench_modules.h"

enum { COLUMNS = 128, ROWS = 64, WORDS = 16, HALF = 32, RESET_WAIT_MS = 40 };
enum { GND, VCC, CS, SDA, SCL, RS, RW, E, D0, D7 = D0 + 7, RES, BLK };

struct st7920 {
    uint8_t memory[HALF][WORDS * 2];
    uint8_t text_noise[HALF][WORDS * 2]; /* characters that nobody has cleared */
    bool extended, graphics, on, cleared, in_reset, row_given, was_reset;
    int row, column, half; /* of a word: 1 when its second byte is next */
    uint32_t shift;
    int bits;
    uint64_t busy_until, rose, reset_ended;
};

static void busy_for(pmb_module *m, unsigned microseconds)
{
    struct st7920 *s = m->state;
    s->busy_until = m->bench->now + microseconds * 1000ull;
}

/* Function set: the extended commands, and, when these were chosen before, graphics. */
static void function_set(pmb_module *m, uint8_t byte)
{
    struct st7920 *s = m->state;
    const bool extended = byte & 0x04, graphics = byte & 0x02;
    if (!(byte & 0x10))
        module_complain(m, "function set %02Xh chooses a bus of 4 bits", byte);
    if (extended != s->extended && graphics != s->graphics)
        module_complain(m, "extended commands and graphics are changed at once: only the first is");
    else if (extended)
        s->graphics = graphics;
    s->extended = extended;
    s->row_given = false;
}

static void set_address(struct st7920 *s, uint8_t byte)
{
    if (!s->extended)
        return;
    if (!s->row_given) {
        s->row = byte & 0x3F;
        s->row_given = true;
        return;
    }
    s->column = byte & 0x0F;
    s->row_given = false;
    s->half = 0;
}

static void command(pmb_module *m, uint8_t byte)
{
    struct st7920 *s = m->state;
    if (byte & 0x80)
        set_address(s, byte);
    else if ((byte & 0xE0) == 0x20)
        function_set(m, byte);
    else if (!s->extended && (byte & 0xF8) == 0x08)
        s->on = byte & 0x04;
    else if (!s->extended && byte == 0x01)
        s->cleared = true;
    else if (s->extended || byte > 0x07)
        module_complain(m, "command %02Xh does not exist, or is of the other set", byte);
    busy_for(m, byte == 0x01 && !s->extended ? 1600 : 72);
}

static void write_memory(pmb_module *m, uint8_t byte)
{
    struct st7920 *s = m->state;
    m->tally.pixel_bytes++;
    if (s->row >= HALF) {
        module_complain(m, "there is no row %d in the memory of graphics", s->row);
        return;
    }
    s->memory[s->row][2 * s->column + s->half] = byte;
    s->half ^= 1;
    if (!s->half)
        s->column = (s->column + 1) % WORDS;
    busy_for(m, 72);
}

static void take(pmb_module *m, bool data, uint8_t byte)
{
    struct st7920 *s = m->state;
    const uint64_t now = m->bench->now;
    m->tally.bytes++;
    if (s->in_reset || !s->was_reset)
        module_complain(m, s->in_reset ? "is written to while its reset is low"
                                       : "is used without a reset");
    else if (now - s->reset_ended < RESET_WAIT_MS * 1000000ull)
        module_complain(m, "is written to less than %d ms after its reset", RESET_WAIT_MS);
    else if (now < s->busy_until)
        module_complain(m, "written while busy");
    else if (data)
        write_memory(m, byte);
    else
        command(m, byte);
}

static void serial_bit(pmb_module *m)
{
    struct st7920 *s = m->state;
    if (!module_pin_level(m, CS, true))
        return;
    s->shift = s->shift << 1 | module_pin_level(m, SDA, false);
    if (++s->bits < 24)
        return;
    const uint8_t sync = (uint8_t)(s->shift >> 16);
    const uint8_t upper = (uint8_t)(s->shift >> 8), lower = (uint8_t)s->shift;
    s->bits = 0;
    if ((sync & 0xF9) != 0xF8 || sync & 0x04 || upper & 0x0F || lower & 0x0F)
        module_complain(m, "%02X %02X %02X is no byte of the serial bus", sync, upper, lower);
    else
        take(m, sync & 0x02, (uint8_t)(upper | lower >> 4));
}

static void strobe(pmb_module *m, bool high)
{
    struct st7920 *s = m->state;
    const uint64_t now = m->bench->now;
    if (high) {
        if (s->rose && now - s->rose < 1200)
            module_complain(m, "E cycle shorter than 1200 ns");
        s->rose = now;
        return;
    }
    if (now - s->rose < 140)
        module_complain(m, "E pulse shorter than 140 ns");
    if (module_pin_level(m, RW, false))
        return;
    uint8_t byte = 0;
    for (int bit = 0; bit < 8; bit++)
        byte |= (uint8_t)(module_pin_level(m, D0 + bit, false) << bit);
    take(m, module_pin_level(m, RS, false), byte);
}

static void reset_changed(pmb_module *m, bool high)
{
    struct st7920 *s = m->state;
    if (high && s->in_reset) {
        s->reset_ended = m->bench->now;
        s->was_reset = true;
    }
    s->in_reset = !high;
    if (!high)
        s->extended = s->graphics = s->on = s->row_given = false;
}

static void pin_changed(pmb_module *m, int pin, bool level)
{
    struct st7920 *s = m->state;
    if (pin == RES)
        reset_changed(m, level);
    else if (pin == SCL && level)
        serial_bit(m);
    else if (pin == CS)
        s->bits = 0;
    else if (pin == E)
        strobe(m, level);
}

static void render(pmb_module *m)
{
    const struct st7920 *s = m->state;
    for (int y = 0; y < ROWS; y++)
        for (int x = 0; x < COLUMNS; x++) {
            const int row = y % HALF, byte = x / 8 + (y < HALF ? 0 : WORDS);
            bool dark = s->graphics && s->memory[row][byte] >> (7 - x % 8) & 1;
            if (!s->cleared)
                dark = dark != (s->text_noise[row][byte] >> (7 - x % 8) & 1);
            if (dark && s->on)
                module_plot(m, x, y, 20, 36, 110);
            else
                module_plot(m, x, y, 172, 196, 74);
        }
}

static bool create(pmb_module *m)
{
    struct st7920 *s = m->state;
    const pmb_module_options *o = &m->options;
    if ((o->bus != PMB_MODULE_PARALLEL && o->bus != PMB_MODULE_SPI_SYNC) || o->width != COLUMNS ||
        o->height != ROWS || o->column || o->row)
        return false;
    module_noise(&s->text_noise[0][0], sizeof s->text_noise, 20);
    module_memory(m, s->memory, sizeof s->memory, 2, 2, 7920);
    return true;
}

static const char *const pins[] = {"GND", "VCC", "CS", "SDA", "SCL", "RS", "RW",  "E",   "D0", "D1",
                                   "D2",  "D3",  "D4", "D5",  "D6",  "D7", "RES", "BLK", NULL};

const pmb_module_type pmb_sim_st7920 = {"ST7920", pins, sizeof(struct st7920), create, pin_changed,
                                        render,   NULL};
