/* touch_i2c.c - capacitive sensors on I2C: FT6x36, CST816 and GT911, from docs/controllers. */
#include "bench_parts.h"
#include "finger.h"
#include "i2c_end.h"

enum { GND, VCC, SCL, SDA, RST, INT };
enum { MS = 1000000, SLEEPS_AFTER_MS = 2000, REPORT_MS = 10 };

/* How one kind differs from the others. */
struct kind {
    uint8_t number_bytes; /* of a register's number */
    unsigned reset_us;    /* shortest pulse of RST */
    unsigned wait_ms;     /* from its end until it answers */
    bool sleeps;
    uint8_t (*get)(pmb_module *m, unsigned number);
    void (*set)(pmb_module *m, unsigned number, uint8_t value);
};

struct touch_i2c {
    struct finger finger;
    struct i2c_end i2c;
    const struct kind *kind;
    unsigned number, number_left; /* the register; bytes of its number that are still to come */
    bool in_reset;
    uint64_t reset_fell, reset_rose, touched;
    uint8_t address;
    uint8_t mode;        /* FT6x36: A4h */
    bool ready, pending; /* GT911: a report is ready; one without points is still to come */
    int points, x, y;    /* GT911: of the report */
    uint64_t reported;
};

static bool in_time(const pmb_module *m, uint64_t since, unsigned ms)
{
    return m->bench->now - since < (uint64_t)ms * MS;
}

static bool is_asleep(const pmb_module *m)
{
    const struct touch_i2c *s = m->state;
    return s->kind->sleeps && !s->finger.down && !in_time(m, s->touched, SLEEPS_AFTER_MS);
}

static bool addressed(pmb_module *m, uint8_t address, bool read)
{
    struct touch_i2c *s = m->state;
    if (address != s->address || is_asleep(m))
        return false;
    if (!module_pin_level(m, RST, true))
        return false;
    if (s->reset_rose && in_time(m, s->reset_rose, s->kind->wait_ms)) {
        module_complain(m, "asked %d ms after reset, less than %u ms",
                        (int)((m->bench->now - s->reset_rose) / MS), s->kind->wait_ms);
        return false;
    }
    s->number_left = read ? 0 : s->kind->number_bytes;
    if (!read)
        s->number = 0;
    return true;
}

static bool received(pmb_module *m, uint8_t byte)
{
    struct touch_i2c *s = m->state;
    if (s->number_left > 0) {
        s->number = s->number << 8 | byte;
        s->number_left--;
        return true;
    }
    s->kind->set(m, s->number++, byte);
    return true;
}

static uint8_t wanted(pmb_module *m)
{
    struct touch_i2c *s = m->state;
    return s->kind->get(m, s->number++);
}

static void reset_changed(pmb_module *m, bool level)
{
    struct touch_i2c *s = m->state;
    const uint64_t now = m->bench->now;
    if (!level) {
        s->in_reset = true;
        s->reset_fell = now;
        return;
    }
    if (!s->in_reset)
        return; /* at power-on */
    s->in_reset = false;
    s->reset_rose = now;
    if (now - s->reset_fell < s->kind->reset_us * 1000ull)
        module_complain(m, "RST was low for %d us, less than %u us",
                        (int)((now - s->reset_fell) / 1000), s->kind->reset_us);
    s->touched = now;
    if (s->kind->number_bytes == 2) /* GT911: the level of INT chooses the address */
        s->address = module_pin_level(m, INT, false) ? 0x14 : 0x5D;
}

static void pin_changed(pmb_module *m, int pin, bool level)
{
    struct touch_i2c *s = m->state;
    if (pin == RST)
        reset_changed(m, level);
    i2c_end_changed(m, &s->i2c, pin, level);
}

static void end_pulse(pmb_module *m)
{
    const struct touch_i2c *s = m->state;
    if (s->mode != 0 || !s->finger.down)
        module_pin_drive(m, INT, DRIVE_NONE);
}

static void moved(pmb_module *m)
{
    struct touch_i2c *s = m->state;
    s->touched = m->bench->now;
    s->pending = true;
    module_pin_drive(m, INT, DRIVE_LOW);
    bench_later(m, 2 * MS, end_pulse);
}

/* FT6x36 and CST816: event and X, number and Y. */
static uint8_t point_register(const struct touch_i2c *s, unsigned offset, uint8_t event)
{
    const struct finger *f = &s->finger;
    const uint8_t bytes[4] = {(uint8_t)(event << 6 | (f->x >> 8 & 0x0F)), (uint8_t)f->x,
                              (uint8_t)(f->y >> 8 & 0x0F), (uint8_t)f->y};
    return bytes[offset];
}

static uint8_t get_ft6x36(pmb_module *m, unsigned number)
{
    const struct touch_i2c *s = m->state;
    const bool never = s->touched == 0;
    if (number == 0x02)
        return never ? 0x0F : s->finger.down;
    if (number >= 0x03 && number <= 0x06)
        return point_register(s, number - 0x03, s->finger.down ? 2 : 1);
    return number == 0xA3 ? 0x36 : number == 0xA4 ? s->mode : number == 0xA8 ? 0x11 : 0;
}

static void set_ft6x36(pmb_module *m, unsigned number, uint8_t value)
{
    if (number == 0xA4)
        ((struct touch_i2c *)m->state)->mode = value;
    else if (number != 0x80 && number != 0x00)
        module_complain(m, "register %02Xh is not one to be written", number);
}

static uint8_t get_cst816(pmb_module *m, unsigned number)
{
    const struct touch_i2c *s = m->state;
    if (number == 0x02)
        return s->finger.down;
    if (number >= 0x03 && number <= 0x06)
        return point_register(s, number - 0x03, s->finger.down ? 2 : 1);
    return number == 0xA7 ? 0xB4 : 0;
}

static void set_cst816(pmb_module *m, unsigned number, uint8_t value)
{
    (void)value;
    if (number != 0xFA && number != 0xFE)
        module_complain(m, "register %02Xh is not one to be written", number);
}

/* The next report, when it is time. */
static void report(pmb_module *m)
{
    struct touch_i2c *s = m->state;
    if (s->ready || in_time(m, s->reported, REPORT_MS) || (!s->finger.down && !s->pending))
        return;
    s->ready = true;
    s->points = s->finger.down;
    s->pending = s->finger.down;
    s->x = s->finger.x;
    s->y = s->finger.y;
    s->reported = m->bench->now;
}

static uint8_t get_gt911(pmb_module *m, unsigned number)
{
    const struct touch_i2c *s = m->state;
    if (number == 0x814E)
        report(m);
    const uint8_t bytes[] = {(uint8_t)(s->ready << 7 | s->points),
                             0,
                             (uint8_t)s->x,
                             (uint8_t)(s->x >> 8),
                             (uint8_t)s->y,
                             (uint8_t)(s->y >> 8)};
    if (number >= 0x814E && number < 0x814E + sizeof bytes)
        return bytes[number - 0x814E];
    return number >= 0x8140 && number < 0x8143 ? (uint8_t) "911"[number - 0x8140] : 0;
}

static void set_gt911(pmb_module *m, unsigned number, uint8_t value)
{
    struct touch_i2c *s = m->state;
    if (number == 0x814E && value == 0)
        s->ready = false;
    else
        module_complain(m, "register %04Xh is not one to be written with %02Xh", number, value);
}

static const struct kind ft6x36 = {
    .number_bytes = 1, .reset_us = 5000, .wait_ms = 300, .get = get_ft6x36, .set = set_ft6x36};
static const struct kind cst816 = {.number_bytes = 1,
                                   .reset_us = 10000,
                                   .wait_ms = 50,
                                   .sleeps = true,
                                   .get = get_cst816,
                                   .set = set_cst816};
static const struct kind gt911 = {
    .number_bytes = 2, .reset_us = 100, .wait_ms = 50, .get = get_gt911, .set = set_gt911};

static bool create_as(pmb_module *m, const struct kind *kind, uint8_t usual)
{
    struct touch_i2c *s = m->state;
    s->finger.moved = moved;
    s->kind = kind;
    s->mode = 1;
    s->address = m->options.address ? m->options.address : usual;
    s->i2c = (struct i2c_end){
        .sda = SDA, .scl = SCL, .addressed = addressed, .received = received, .wanted = wanted};
    return true;
}

static bool create_ft6x36(pmb_module *m)
{
    return create_as(m, &ft6x36, 0x38);
}

static bool create_cst816(pmb_module *m)
{
    return create_as(m, &cst816, 0x15);
}

static bool create_gt911(pmb_module *m)
{
    return create_as(m, &gt911, 0x5D);
}

static const char *const pins[] = {"GND", "VCC", "SCL", "SDA", "RST", "INT", NULL};

const pmb_module_type pmb_sim_ft6x36 = {.name = "FT6236",
                                        .pins = pins,
                                        .state_size = sizeof(struct touch_i2c),
                                        .create = create_ft6x36,
                                        .pin_changed = pin_changed};
const pmb_module_type pmb_sim_cst816 = {.name = "CST816S",
                                        .pins = pins,
                                        .state_size = sizeof(struct touch_i2c),
                                        .create = create_cst816,
                                        .pin_changed = pin_changed};
const pmb_module_type pmb_sim_gt911 = {.name = "GT911",
                                       .pins = pins,
                                       .state_size = sizeof(struct touch_i2c),
                                       .create = create_gt911,
                                       .pin_changed = pin_changed};
