/* xpt2046.c - a resistive film with its converter, from docs/controllers/xpt2046.md. */
#include "bench_parts.h"
#include "finger.h"

enum { GND, VCC, CLK, CS, DIN, DO, IRQ };
enum { PERIOD_NS = 400, BUSY = 1, ANSWER = 13 };

struct xpt2046 {
    struct finger finger;
    uint8_t command;
    int command_bits; /* of a control byte that comes in; 0: a start bit is waited for */
    int out_bits;     /* falling edges since the control byte was complete */
    uint16_t value;
    bool off; /* PD0 of the last control byte is 0: the pen interrupt works */
    uint64_t rose;
};

static void show_pen(pmb_module *m)
{
    const struct xpt2046 *s = m->state;
    const bool low = s->off && s->out_bits == 0 && finger_touches_film(m);
    module_pin_drive(m, IRQ, low ? DRIVE_LOW : DRIVE_HIGH);
}

static void convert(pmb_module *m)
{
    static const struct {
        enum electrode high, low, measured;
    } channels[8] = {[1] = {Y_PLUS, Y_MINUS, X_PLUS},
                     [3] = {Y_PLUS, X_MINUS, X_PLUS},
                     [4] = {Y_PLUS, X_MINUS, Y_MINUS},
                     [5] = {X_PLUS, X_MINUS, Y_PLUS}};
    struct xpt2046 *s = m->state;
    const int channel = s->command >> 4 & 7;
    if (s->command & 0x0C)
        module_complain(m, "control byte %02Xh: the film is measured in 12 bits, differentially",
                        s->command);
    if (channels[channel].high == channels[channel].low)
        module_complain(m, "control byte %02Xh measures no axis of the film", s->command);
    s->value = (uint16_t)finger_film_reading(m, channels[channel].high, channels[channel].low,
                                             channels[channel].measured);
    s->off = !(s->command & 1);
    s->out_bits = 0;
}

static void clock_rose(pmb_module *m)
{
    struct xpt2046 *s = m->state;
    const uint64_t now = m->bench->now;
    const bool bit = module_pin_level(m, DIN, false);
    if (s->rose && now - s->rose < PERIOD_NS && !m->options.overclocked)
        module_complain(m, "T_CLK has a period of %d ns, less than 400 ns", (int)(now - s->rose));
    s->rose = now;
    if (s->command_bits == 0 && !bit)
        return;
    s->command = (uint8_t)(s->command << 1 | bit);
    if (++s->command_bits < 8)
        return;
    s->command_bits = 0;
    convert(m);
}

/* One clock is busy, then come twelve bits and zeros. */
static void clock_fell(pmb_module *m)
{
    struct xpt2046 *s = m->state;
    s->out_bits++;
    const int bit = ANSWER - s->out_bits;
    const bool high = s->out_bits > BUSY && bit >= 0 && (s->value >> bit & 1);
    module_pin_drive(m, DO, high ? DRIVE_HIGH : DRIVE_LOW);
}

static void pin_changed(pmb_module *m, int pin, bool level)
{
    struct xpt2046 *s = m->state;
    if (pin == CS) {
        m->deaf = level;
        s->command_bits = s->out_bits = 0;
        s->rose = 0;
        module_pin_drive(m, DO, DRIVE_NONE);
        show_pen(m);
    } else if (pin == CLK && !m->deaf) {
        if (level)
            clock_rose(m);
        else
            clock_fell(m);
    }
}

/* The pen is noticed when the contact rests. */
static void moved(pmb_module *m)
{
    show_pen(m);
    bench_later(m, 3000000, show_pen);
}

static bool create(pmb_module *m)
{
    struct xpt2046 *s = m->state;
    s->finger = (struct finger){
        .film = {.left = 240, .right = 3800, .top = 3850, .bottom = 320, .noise = 6, .ohms = 300},
        .seed = 1,
        .moved = moved};
    s->off = true;
    m->deaf = true;
    return true;
}

static const char *const pins[] = {"GND", "VCC", "T_CLK", "T_CS", "T_DIN", "T_DO", "T_IRQ", NULL};

const pmb_module_type pmb_sim_xpt2046 = {.name = "XPT2046",
                                         .pins = pins,
                                         .state_size = sizeof(struct xpt2046),
                                         .create = create,
                                         .pin_changed = pin_changed,
                                         .connected = show_pen};
