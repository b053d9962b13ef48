/* inputs.c - input devices that do what they are told at given times. */
#include "pemble/bench_inputs.h"
#include "bench_parts.h"
#include "pemble/bench_touch.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

enum { MS = 1000000, DETENT_MS = 12, MIDDLE = 32768 };

/* At a time a contact closes or opens, or a voltage changes. */
struct step {
    uint64_t at; /* ns */
    int line;    /* a is 0, b is 1 */
    int value;   /* a level, or a voltage */
};

struct pmb_input {
    pmb_bench *bench;
    pmb_input_kind kind;
    pmb_module *sensor; /* a finger's */
    int x, y;           /* where it goes next */
    struct driver drivers[2];
    pmb_pin pins[2];
    uint16_t voltage[2];
    struct step *steps;
    int count, next;
    uint64_t last; /* the time of the last plan */
    int position;  /* encoder: detents when all is done */
    unsigned number;
    pmb_input *following;
};

static pmb_input *place(pmb_bench *bench, const pmb_input *given)
{
    pmb_input *input = calloc(1, sizeof *input);
    if (!input)
        return NULL;
    *input = *given;
    input->bench = bench;
    input->number = bench->input_count++;
    input->following = bench->inputs;
    bench->inputs = input;
    return input;
}

pmb_input *pmb_bench_place_finger(pmb_bench *bench, pmb_module *sensor)
{
    return place(bench, &(pmb_input){.kind = PMB_INPUT_FINGER, .sensor = sensor});
}

static bool is_analog(const pmb_input *input)
{
    return input->kind == PMB_INPUT_STICK || input->kind == PMB_INPUT_TILT;
}

pmb_input *pmb_bench_place_input(pmb_bench *bench, pmb_input_kind kind, pmb_pin a, pmb_pin b)
{
    pmb_input *input =
        place(bench, &(pmb_input){.kind = kind, .pins = {a, b}, .voltage = {MIDDLE, MIDDLE}});
    for (int i = 0; input && i < (kind == PMB_INPUT_BUTTON ? 1 : 2) && !is_analog(input); i++) {
        char name[16];
        snprintf(name, sizeof name, "pin%u", pmb_pin_number(input->pins[i]));
        input->drivers[i].net = bench_net(bench, name);
        pmb_bench_pull(bench, name, 1);
    }
    return input;
}

static bool add(pmb_input *input, uint64_t at, int line, int value)
{
    struct step *more = realloc(input->steps, ((size_t)input->count + 1) * sizeof *more);
    if (!more)
        return false;
    input->steps = more;
    more[input->count++] = (struct step){at, line, value};
    if (at < input->bench->next_input || input->bench->next_input == 0)
        input->bench->next_input = at;
    return true;
}

/* Contacts touch and part a few times before they rest. */
static bool add_contact(pmb_input *input, uint64_t at, int line, bool level)
{
    return add(input, at, line, level) && add(input, at + MS * 3 / 10, line, !level) &&
           add(input, at + MS * 9 / 10, line, level);
}

/* From one detent to the next both contacts open and close once: clockwise A is the first. */
static bool add_detent(pmb_input *input, uint64_t at, bool clockwise)
{
    static const int levels[4] = {0, 0, 1, 1};
    for (int i = 0; i < 4; i++) {
        const int line = (i % 2 == 0) == clockwise ? 0 : 1;
        if (!add_contact(input, at + (uint64_t)i * DETENT_MS * MS / 4, line, levels[i]))
            return false;
    }
    return true;
}

/* A button, when all that is planned is done. */
static bool is_down(const pmb_input *input)
{
    return input->count > 0 && input->steps[input->count - 1].value == 0;
}

static int voltage_of(const pmb_input *input, int value)
{
    const int volts = input->kind == PMB_INPUT_STICK ? MIDDLE + value * 32767 / 100
                                                     : MIDDLE + value * 6554 / 1000;
    return volts < 0 ? 0 : volts > 65535 ? 65535 : volts;
}

bool pmb_input_plan(pmb_input *input, uint32_t milliseconds, int first, int second)
{
    uint64_t at = (uint64_t)milliseconds * MS;
    if (at < input->last)
        return false;
    input->last = at;
    if (input->kind == PMB_INPUT_FINGER)
        return add(input, at, 0, first) && add(input, at, 1, second);
    if (is_analog(input))
        return add(input, at, 0, voltage_of(input, first)) &&
               add(input, at, 1, voltage_of(input, second));
    if (input->kind == PMB_INPUT_BUTTON)
        return is_down(input) == (first != 0) || add_contact(input, at, 0, first == 0);
    for (; input->position != first; at += DETENT_MS * MS) {
        const bool clockwise = input->position < first;
        if (!add_detent(input, at, clockwise))
            return false;
        input->position += clockwise ? 1 : -1;
    }
    input->last = at;
    return true;
}

static pmb_input *device(const pmb_bench *bench, unsigned number)
{
    pmb_input *input = bench->inputs;
    while (input && input->number != number)
        input = input->following;
    return input;
}

bool bench_device(const pmb_bench *bench, unsigned number, pmb_input_kind *kind, pmb_pin pins[2])
{
    const pmb_input *input = device(bench, number);
    if (!input)
        return false;
    *kind = input->kind;
    memcpy(pins, input->pins, sizeof input->pins);
    return true;
}

/* A plan for later is forgotten; what a hand did just now is not: a press and its end may come in
 * one moment, and last long enough to be seen. */
void bench_hand(pmb_bench *bench, unsigned number, int first, int second)
{
    enum { LATER_MS = 1000, PRESS_MS = 30 };
    pmb_input *input = device(bench, number);
    if (!input)
        return;
    if (input->kind == PMB_INPUT_ENCODER) {
        first += input->position;
    } else if (input->last > bench->now + (uint64_t)LATER_MS * MS) {
        input->count = input->next;
        input->last = bench->now;
    }
    const uint64_t last = (input->last + MS - 1) / MS;
    const uint64_t after = last + (input->kind == PMB_INPUT_BUTTON && last > 0 ? PRESS_MS : 0);
    const uint64_t now = bench->now / MS + 1;
    (void)pmb_input_plan(input, (uint32_t)(now > after ? now : after), first, second);
}

static void take_step(pmb_input *input)
{
    const struct step *step = &input->steps[input->next++];
    if (input->kind == PMB_INPUT_FINGER && step->line == 0)
        input->x = step->value;
    else if (input->kind == PMB_INPUT_FINGER)
        pmb_bench_touch(input->sensor, input->x >= 0, input->x, step->value);
    else if (is_analog(input))
        input->voltage[step->line] = (uint16_t)step->value;
    else
        net_drive(&input->drivers[step->line], step->value ? DRIVE_NONE : DRIVE_LOW);
}

void bench_inputs_until(pmb_bench *bench, uint64_t end)
{
    while (bench->next_input != 0 && bench->next_input <= end) {
        uint64_t next = 0;
        if (bench->next_input > bench->now)
            bench->now = bench->next_input;
        for (pmb_input *i = bench->inputs; i; i = i->following) {
            while (i->next < i->count && i->steps[i->next].at <= bench->now)
                take_step(i);
            if (i->next < i->count && (next == 0 || i->steps[i->next].at < next))
                next = i->steps[i->next].at;
        }
        bench->next_input = next;
    }
}

uint16_t bench_analog_read(void *context, pmb_pin pin)
{
    pmb_bench *bench = context;
    bench_pass(bench, 10000);
    for (const pmb_input *i = bench->inputs; i; i = i->following)
        for (int line = 0; line < 2 && is_analog(i); line++)
            if (i->pins[line] == pin)
                return i->voltage[line];
    char name[16];
    uint16_t reading;
    snprintf(name, sizeof name, "pin%u", pmb_pin_number(pin));
    const struct net *net = bench_net(bench, name);
    for (pmb_module *m = bench->modules; m; m = m->next)
        if (touch_film_reading(m, net, &reading))
            return reading;
    return 0; /* nothing is connected */
}

void bench_inputs_free(pmb_bench *bench)
{
    while (bench->inputs) {
        pmb_input *input = bench->inputs;
        bench->inputs = input->following;
        free(input->steps);
        free(input);
    }
}

static const char *read_line(const char *text, pmb_input *const devices[PMB_INPUT_DEVICES])
{
    static const char *const names[PMB_INPUT_DEVICES] = {"button", "encoder", "stick",
                                                         "tilt",   "finger",  "second"};
    char name[12] = "";
    unsigned long time;
    int first, second = 0;
    if (sscanf(text, "%lu,%11[a-z],%d,%d", &time, name, &first, &second) < 3)
        return "is not like 1200,button,1, or 900,stick,-40,100";
    for (int i = 0; i < PMB_INPUT_DEVICES; i++)
        if (strcmp(name, names[i]) == 0)
            return !devices[i] || pmb_input_plan(devices[i], (uint32_t)time, first, second)
                       ? NULL
                       : "is earlier than what that device does before";
    return "names none of button, encoder, stick, tilt, finger and second";
}

const char *pmb_inputs_read(const char *path, pmb_input *const devices[PMB_INPUT_DEVICES])
{
    static char message[400];
    char text[120];
    FILE *f = fopen(path, "r");
    if (!f) {
        snprintf(message, sizeof message, "%s: %s", path, strerror(errno));
        return message;
    }
    const char *wrong = NULL;
    for (int line = 1; !wrong && fgets(text, sizeof text, f); line++) {
        if (line > 1 && text[0] != '\n' && text[0] != '#')
            wrong = read_line(text, devices);
        if (wrong)
            snprintf(message, sizeof message, "%s:%d: %s", path, line, wrong);
    }
    fclose(f);
    return wrong ? message : NULL;
}
