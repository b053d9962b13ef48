/* On every controller and bus, each call of the port fails in turn while the panel is opened,
 * written to, changed, refreshed and put to sleep: the error is always told, and the same call can
 * be made again. What the glass shows then is the fault walk's business
 * (tests/screen/fault_walk.c). */
#include <stdio.h>
#include "every.h"
#include "pemble/driver.h"
#include "taker.h"
#include "test.h"

enum step {
    OPEN,
    RESUME,
    WRITE,
    TURNED_WRITE,
    INVERTED_WRITE,
    DEFERRED_WRITE,
    LATE_CONTRAST, /* while a transfer goes on in the background */
    LATE_INVERT,
    LATE_ROTATE,
    LATE_SLEEP,
    LATE_WAKE,
    CONTRAST,
    INVERT,
    ROTATE,
    FULL,
    FAST,
    PARTIAL,
    PART,
    GREYS,
    SLEEP,
    SLEEP_AGAIN,
    WAKE,
    INVERTED_WAKE,
    ASLEEP_INVERT,
    READ,
    DEEP_SLEEP,
    DEEP_WAKE,
    STEPS
};

static struct {
    const struct candidate *candidate;
    pmb_panel_config config;
    const pmb_port *port;
    pmb_panel panel;
    pmb_canvas part; /* a few rows at the top */
    char name[80];
} now;

static uint8_t rows[24 * 800 * 2];

/* The part that is written: whole rows, so that it can go in the background. */
static pmb_status write_part(void)
{
    const pmb_rect frame = now.panel.frame;
    const pmb_rect bounds = {frame.x, frame.y, frame.w, 16};
    assert_int_equal(pmb_canvas_init(&now.part, now.panel.format, bounds, rows, sizeof rows),
                     PMB_OK);
    return pmb_panel_write(&now.panel, &now.part, bounds);
}

static pmb_status perform(enum step step)
{
    switch (step) {
    case OPEN:
        return pmb_panel_open(&now.panel, &now.config, now.port);
    case RESUME:
        return pmb_panel_resume(&now.panel, &now.config, now.port);
    case WRITE:
    case TURNED_WRITE:
    case INVERTED_WRITE:
        return write_part();
    case DEFERRED_WRITE: {
        pmb_panel_defer(&now.panel);
        const pmb_status status = write_part();
        const pmb_status settled = pmb_panel_settle(&now.panel);
        return status != PMB_OK ? status : settled;
    }
    case CONTRAST:
    case LATE_CONTRAST:
        return pmb_panel_contrast(&now.panel, 9);
    case INVERT:
    case LATE_INVERT:
    case ASLEEP_INVERT:
        return pmb_panel_invert(&now.panel, true);
    case ROTATE:
    case LATE_ROTATE:
        return pmb_panel_rotate(&now.panel, PMB_ROTATE_180);
    case FULL:
        return pmb_panel_refresh(&now.panel, PMB_REFRESH_FULL);
    case FAST:
        return pmb_panel_refresh(&now.panel, PMB_REFRESH_FAST);
    case PARTIAL:
        return pmb_panel_refresh(&now.panel, PMB_REFRESH_PARTIAL);
    case PART:
        return pmb_panel_refresh_area(&now.panel, PMB_REFRESH_PARTIAL, (pmb_rect){8, 8, 16, 16});
    case GREYS:
        return pmb_panel_refresh(&now.panel, PMB_REFRESH_GREYS);
    case SLEEP:
    case SLEEP_AGAIN:
    case LATE_SLEEP:
        return pmb_panel_sleep(&now.panel);
    case READ: {
        uint8_t reply[3];
        return pmb_panel_read(&now.panel, 4, reply, sizeof reply);
    }
    case DEEP_SLEEP:
        return pmb_panel_deep_sleep(&now.panel);
    default:
        return pmb_panel_wake(&now.panel);
    }
}

/* Whatever comes of a step, another device can be selected after it. */
static pmb_status make(enum step step)
{
    const pmb_status status = perform(step);
    const pmb_bus *bus = &now.config.bus;
    const bool rests_high = now.config.controller != &pmb_st7920;
    if (bus->select != PMB_PIN_NONE && now.config.controller->family != pmb_ks0108.family &&
        taken_level(bus->select) != rests_high)
        fail_msg("%s: step %d leaves it selected", now.name, step);
    return status;
}

/* What comes before a step. */
static void prepare(enum step step)
{
    take_anew();
    if (step == OPEN || step == RESUME)
        return;
    assert_int_equal(make(OPEN), PMB_OK);
    if (step == TURNED_WRITE)
        (void)pmb_panel_rotate(&now.panel, PMB_ROTATE_90);
    if (step == INVERTED_WRITE)
        (void)pmb_panel_invert(&now.panel, true);
    if (step >= LATE_CONTRAST && step <= LATE_WAKE) {
        pmb_panel_defer(&now.panel);
        (void)write_part();
    }
    if (step >= FULL && step <= GREYS)
        (void)write_part();
    if (step == INVERTED_WAKE)
        (void)pmb_panel_invert(&now.panel, true);
    if (step == WAKE || step == INVERTED_WAKE || step == ASLEEP_INVERT || step == SLEEP_AGAIN)
        (void)pmb_panel_sleep(&now.panel);
    if (step == DEEP_WAKE)
        (void)pmb_panel_deep_sleep(&now.panel);
    take_anew();
}

/* The first calls, the last ones, and some between them. */
static unsigned next(unsigned n, unsigned calls)
{
    enum { ENDS = 60, MANY = 8, LAST = 16 };
    const unsigned on = n + (n >= ENDS && n + LAST < calls ? 1 + calls / MANY : 1);
    return on + LAST > calls && n + LAST < calls && calls > LAST ? calls - LAST : on;
}

static unsigned long walked;
static bool without_reset;

static void fail_each_call(enum step step)
{
    prepare(step);
    const pmb_status possible = make(step); /* some panels do not have it */
    assert_true(possible == PMB_OK || possible == PMB_ERR_UNSUPPORTED ||
                possible == PMB_ERR_ARGUMENT);
    const unsigned calls = taken.calls;
    for (unsigned n = 1; n <= calls; n = next(n, calls)) {
        prepare(step);
        taken.left = n;
        const pmb_status told = make(step);
        if (taken.left > 0)
            fail_msg("%s, step %d: call %u of %u never came", now.name, step, n, calls);
        if (told != PMB_ERR_BUS)
            fail_msg("%s, step %d: call %u of %u failed, and %d was told", now.name, step, n, calls,
                     told);
        taken.left = n % 3; /* and now and then the next try fails as well */
        pmb_status again = make(step);
        if (n % 3 > 0 && taken.left == 0) {
            if (again != PMB_ERR_BUS)
                fail_msg("%s, step %d: a second error was told as %d", now.name, step, again);
            again = make(step);
        }
        taken.left = 0;
        if (again != possible)
            fail_msg("%s, step %d: call %u of %u failed; again gives %d", now.name, step, n, calls,
                     again);
        walked++;
    }
}

/* A port with something else to do between two pieces. */
static void idle(void *context)
{
    (void)context;
}

static void walk(const struct candidate *c, int bus, const pmb_port *port, pmb_refresh refresh,
                 const pmb_format *format)
{
    now.candidate = c;
    now.config = config_for(c, bus);
    now.config.refresh = refresh;
    now.config.format = format;
    now.port = port;
    if (without_reset)
        now.config.reset = PMB_PIN_NONE;
    snprintf(now.name, sizeof now.name, "%s, bus %Xh", c->name, (unsigned)bus);
    if (make(OPEN) != PMB_OK)
        return; /* it has no greys, or no such format */
    for (enum step step = OPEN; step < STEPS; step++)
        fail_each_call(step);
}

static void every_error_is_told(void **state)
{
    (void)state;
    for (size_t i = 0; i < candidate_count; i++)
        for (int bus = I2C; bus <= SYNC; bus <<= 1) {
            if (!(candidates[i].buses & bus) || bus == SOFT || bus == SOFT3)
                continue; /* pins cannot fail */
            const pmb_port *port = bus == PARALLEL ? &parallel_taker : &taker;
            walk(&candidates[i], bus, port, PMB_REFRESH_FULL, NULL);
            walk(&candidates[i], bus, port, PMB_REFRESH_FULL, &pmb_mono_horizontal);
            without_reset = true; /* it is reset by a command, if it has one */
            walk(&candidates[i], bus, port, PMB_REFRESH_FULL, NULL);
            without_reset = false;
            pmb_port busy = *port;
            busy.idle = idle;
            if (i % 7 == 0)
                walk(&candidates[i], bus, &busy, PMB_REFRESH_FULL, NULL);
            if (candidates[i].paper)
                walk(&candidates[i], bus, port, PMB_REFRESH_GREYS, NULL);
        }
    print_message("%lu calls failed\n", walked);
    assert_in_range(walked, 10000, 1000000);
}

/* Paper that stays busy, at either level of its line: nothing waits for ever, and all is told. */
static void paper_that_stays_busy_is_told(void **state)
{
    (void)state;
    static const char *const names[] = {"ssd1681", "ssd1680 red", "uc8151", "uc8179", "jd79660"};
    for (size_t i = 0; i < LENGTH(names); i++)
        for (enum step step = WRITE; step < STEPS; step++) {
            if (step == CONTRAST || step == LATE_CONTRAST || step == ROTATE || step == LATE_ROTATE)
                continue;
            now.config = config_for(candidate(names[i]), SPI);
            now.port = &taker;
            prepare(step);
            if (make(step) != PMB_OK)
                continue; /* it has no such refresh */
            prepare(step);
            taken.held = now.panel.family->busy_is_high;
            taken.follows = !taken.held; /* nobody writes to the line: it is low */
            const pmb_status status = make(step);
            if (status != PMB_OK && status != PMB_ERR_TIMEOUT)
                fail_msg("%s, step %d: %d", names[i], step, status);
            if (step == WRITE || step == SLEEP || (step >= FULL && step <= GREYS))
                assert_int_equal(status, PMB_ERR_TIMEOUT);
        }
}

/* A KS0108 whose busy flag never falls, and one whose R/W is not wired. */
static void a_panel_that_stays_busy_is_told(void **state)
{
    (void)state;
    pmb_panel panel;
    for (size_t i = 0; i < candidate_count; i++) {
        if (strncmp(candidates[i].name, "ks0108", 6) != 0)
            continue;
        pmb_panel_config config = config_for(&candidates[i], PARALLEL);
        take_anew();
        taken.held = true;
        assert_int_equal(pmb_panel_open(&panel, &config, &taker), PMB_ERR_TIMEOUT);
        config.bus.read = PMB_PIN_NONE;
        assert_int_equal(pmb_panel_open(&panel, &config, &taker), PMB_OK);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT | PMB_PLAIN_PANELS | PMB_NO_CHECKS | PMB_NO_TURN,
                     every_error_is_told),
        test_without(PMB_ONE_BIT | PMB_PLAIN_PANELS, a_panel_that_stays_busy_is_told),
        test_without(PMB_ONE_BIT | PMB_PLAIN_PANELS, paper_that_stays_busy_is_told),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
