/* touch.c - pemble touch: calibrates a touch sensor, and shows where the finger is. */
#include "command.h"

#include <stdio.h>
#include <string.h>
#include "pemble/bench_touch.h"
#include "pemble/families.h"
#include "hand.h"
#include "stage.h"

static const struct usage usage = {
    .name = "touch",
    .arguments = "CONFIG [-o FILE.png] [--inputs FILE.csv] [--only NAME] [--seconds N] [--bench "
                 "FILE]\n[--trace FILE.vcd] [--wired]",
    .text = "Calibrates the touch sensor of a panel ([touch] in CONFIG) by five crosses, prints "
            "the\n"
            "constants as C, and shows where the finger is and what it does. A capacitive sensor\n"
            "needs no calibration. On the simulated bench a steady hand touches the crosses and "
            "then\n"
            "draws a spiral, or the finger does what --inputs says. With --wired you do it, on "
            "this\n"
            "machine's wires; --seconds ends it.\n",
    .examples = "  pemble touch assets/quay/kiosk-touch.ini -o trail.png\n"
                "  pemble touch kiosk.ini --wired --seconds 60\n",
};

enum { MOST_POINTS = 1000, POLL_US = 5000, HEAD = 3 };

/* What is drawn, and counted. */
struct trail {
    pmb_calibrator calibrator;
    bool calibrating;
    const pmb_theme *theme;
    pmb_size size;
    pmb_point points[MOST_POINTS];
    bool begins[MOST_POINTS]; /* the first of a touch */
    int count;
    int told[PMB_TOUCH_RELEASED + 1];
    const char *last; /* what the finger did last */
};

static void paint(pmb_canvas *c, void *scene)
{
    const struct trail *t = scene;
    if (t->calibrating) {
        pmb_calibrator_draw(c, &t->calibrator, t->theme, NULL);
        return;
    }
    const pmb_text_style style = {.font = t->theme->label, .color = t->theme->quiet};
    pmb_fill(c, t->theme->ground);
    pmb_rect_stroke(c, (pmb_rect){0, 0, t->size.w, t->size.h}, t->theme->faint);
    for (int i = 0; i < t->count; i++) {
        const pmb_point p = t->points[i];
        if (!t->begins[i])
            pmb_line(c, t->points[i - 1], p, t->theme->levels[PMB_NORMAL]);
        pmb_rect_fill(c, (pmb_rect){(int16_t)(p.x - 1), (int16_t)(p.y - 1), HEAD, HEAD},
                      t->begins[i] ? t->theme->levels[PMB_CAUTION] : t->theme->ink);
    }
    char text[60] = "touch the screen";
    if (t->count > 0)
        snprintf(text, sizeof text, "%d, %d  %s", t->points[t->count - 1].x,
                 t->points[t->count - 1].y, t->last);
    (void)pmb_text_box(c, &style, pmb_rect_inset((pmb_rect){0, 0, t->size.w, t->size.h}, 4),
                       &(pmb_text_layout){.across = PMB_CENTER, .down = PMB_BOTTOM}, text);
}

/* A session: the stage, the sensor, and who touches it. */
struct session {
    struct stage *stage;
    int number;
    pmb_touch touch;
    pmb_module *sensor;
    bool steady_hand;
    uint32_t until; /* milliseconds */
    struct trail trail;
};

static uint32_t now(const struct session *s)
{
    return (uint32_t)(pmb_bench_now(s->stage->bench) / 1000000);
}

static void pass(const struct session *s)
{
    const pmb_port *port = s->touch.port;
    port->wait_us(port->context, POLL_US);
}

static void put_down(const struct session *s, pmb_point screen)
{
    hand_put_down(s->sensor, s->touch.panel, screen);
}

static int show(struct session *s)
{
    return stage_paint(s->stage, s->number, paint, &s->trail);
}

/* Polls until something happens to the calibration, or the time is over. */
static pmb_calibration_event poll_calibration(struct session *s)
{
    const bool hand = s->steady_hand;
    if (hand)
        put_down(s, pmb_calibrator_cross(&s->trail.calibrator, s->trail.calibrator.cross));
    for (int polls = 0; now(s) < s->until; polls++) {
        const pmb_calibration_event event = pmb_calibrator_poll(&s->trail.calibrator);
        if (event != PMB_CALIBRATION_NOTHING || s->touch.status != PMB_OK)
            return event;
        pass(s);
        if (hand && polls == 40)
            pmb_bench_touch(s->sensor, false, 0, 0);
    }
    return PMB_CALIBRATION_NOTHING;
}

static int calibrate(struct session *s)
{
    s->trail.calibrating = true;
    pmb_calibrator_begin(&s->trail.calibrator, &s->touch);
    int status = show(s);
    while (status == DONE && s->trail.calibrating) {
        const pmb_calibration_event event = poll_calibration(s);
        if (s->touch.status != PMB_OK)
            return stage_failed(s->stage, s->number, s->touch.status);
        if (event == PMB_CALIBRATION_NOTHING) {
            complain("touch: cross %d of %d was not touched in time, crosses missed before: %d; "
                     "is every wire of the sensor connected?",
                     s->trail.calibrator.cross + 1, PMB_CALIBRATION_CROSSES,
                     s->trail.calibrator.missed);
            return NO_ANSWER;
        }
        s->trail.calibrating = event != PMB_CALIBRATION_DONE;
        status = show(s);
    }
    const pmb_touch_calibration *c = &s->touch.calibration;
    if (status == DONE)
        printf("calibrated; crosses that were missed: %d\n\n"
               "static const pmb_touch_calibration calibration = {\n"
               "    .across = {%ld, %ld, %ld},\n    .down = {%ld, %ld, %ld},\n};\n\n",
               s->trail.calibrator.missed, (long)c->across[0], (long)c->across[1],
               (long)c->across[2], (long)c->down[0], (long)c->down[1], (long)c->down[2]);
    return status;
}

static void note(struct session *s, pmb_touch_event event)
{
    static const char *const names[] = {"",        "pressed", "tapped",  "held",
                                        "dragged", "swiped",  "released"};
    struct trail *t = &s->trail;
    t->told[event]++;
    t->last = names[event];
    if (event != PMB_TOUCH_PRESSED && event != PMB_TOUCH_DRAGGED)
        return;
    if (t->count == MOST_POINTS)
        t->count = 0;
    t->begins[t->count] = event == PMB_TOUCH_PRESSED || t->count == 0;
    t->points[t->count++] = s->touch.finger.at;
}

/* Where the steady hand is in the n-th of a hundred and twenty steps: a spiral from the middle. */
static pmb_point spiral(const struct session *s, int step)
{
    const pmb_size size = s->touch.panel->size;
    const int far = (size.w < size.h ? size.w : size.h) * 2 / 5 * step / 120;
    const pmb_angle angle = (pmb_angle)(step * 65536 * 3 / 120);
    return (pmb_point){(int16_t)(size.w / 2 + far * pmb_sine(angle) / 32767),
                       (int16_t)(size.h / 2 - far * pmb_cosine(angle) / 32767)};
}

static int follow(struct session *s)
{
    enum { STEPS = 120 };
    int status = show(s);
    for (int step = 0; status == DONE && now(s) < s->until; step++) {
        if (s->steady_hand && step <= STEPS)
            put_down(s, spiral(s, step));
        else if (s->steady_hand)
            pmb_bench_touch(s->sensor, false, 0, 0);
        const pmb_touch_event event = pmb_touch_poll(&s->touch, now(s));
        if (s->touch.status != PMB_OK)
            return stage_failed(s->stage, s->number, s->touch.status);
        if (event != PMB_TOUCH_NOTHING)
            note(s, event);
        if (event != PMB_TOUCH_NOTHING && (event != PMB_TOUCH_DRAGGED || !s->steady_hand))
            status = show(s);
        if (s->steady_hand && step > STEPS + 4)
            break;
        pass(s);
    }
    return status;
}

static void say(const struct session *s, const char *out)
{
    const struct trail *t = &s->trail;
    printf("touches: %d, taps: %d, held: %d, swipes: %d, positions: %d", t->told[PMB_TOUCH_PRESSED],
           t->told[PMB_TOUCH_TAPPED], t->told[PMB_TOUCH_HELD], t->told[PMB_TOUCH_SWIPED],
           t->told[PMB_TOUCH_PRESSED] + t->told[PMB_TOUCH_DRAGGED]);
    if (t->count > 0)
        printf(", the last at %d, %d", t->points[t->count - 1].x, t->points[t->count - 1].y);
    printf("\n%s: the trail on a simulated %s with the sensor %s, complaints: %u\n", out,
           s->stage->acts[s->number].setup->known->title, touch_name(s->touch.config->kind),
           stage_complaints(s->stage->acts[s->number].module) + stage_complaints(s->sensor));
}

static const pmb_theme *theme_for(const pmb_panel *panel)
{
    if (!panel->format->one_bit && panel->format->bytes_per_pixel == 2)
        return &pmb_theme_color;
    return panel->family->refresh ? &pmb_theme_light : &pmb_theme_dark;
}

static int begin(struct session *s, const struct panel_setup *setup, const char *inputs)
{
    struct act *act = &s->stage->acts[s->number];
    if (!setup->touch.kind) {
        complain("%s: %s has no [touch] section; a sensor is " SENSOR_NAMES
                 " (docs/configuration.md)",
                 s->stage->believed->path, panel_title(setup));
        return BAD_USE;
    }
    s->sensor = pmb_bench_place_touch(s->stage->bench, &setup->touch, setup->config.size);
    pmb_input *devices[PMB_INPUT_DEVICES] = {NULL};
    if (s->sensor)
        devices[4] = pmb_bench_place_finger(s->stage->bench, s->sensor);
    if (!devices[4]) {
        complain("no memory");
        return FAILED;
    }
    const char *wrong = inputs ? pmb_inputs_read(inputs, devices) : NULL;
    if (wrong) {
        complain("%s", wrong);
        return BAD_USE;
    }
    int status = stage_open(s->stage, s->number, 1);
    if (status != DONE)
        return status;
    const pmb_status opened =
        pmb_touch_open(&s->touch, &setup->touch, stage_board_port(s->stage), &act->panel);
    if (opened == PMB_ERR_NO_ANSWER) {
        complain("%s: the %s does not answer; are its wires connected, and is the address right?",
                 s->stage->believed->path, touch_name(setup->touch.kind));
        return NO_ANSWER;
    }
    if (opened != PMB_OK)
        return stage_failed(s->stage, s->number, opened);
    s->trail.size = act->panel.size;
    s->trail.theme = theme_for(&act->panel);
    return DONE;
}

static int act_out(struct session *s, const struct panel_setup *setup, const char *inputs,
                   const char *out)
{
    int status = begin(s, setup, inputs);
    const bool resistive =
        setup->touch.kind == &pmb_xpt2046 || setup->touch.kind == &pmb_touch_film;
    s->until += now(s);
    if (status == DONE && resistive)
        status = calibrate(s);
    if (status == DONE)
        status = follow(s);
    if (status == DONE)
        status = stage_picture(s->stage->acts[s->number].module, out);
    if (status == DONE)
        say(s, out);
    return status;
}

static int run(int argc, const char **argv)
{
    char *out = NULL, *panel = NULL, *inputs = NULL;
    int seconds = 30;
    struct stage_options bench = {NULL, NULL, 0};
    struct poptOption options[] = {
        {"output", 'o', POPT_ARG_STRING, &out, 0, "the picture to write; touch.png if not given",
         "FILE.png"},
        {"inputs", '\0', POPT_ARG_STRING, &inputs, 0, "what the finger does on the bench",
         "FILE.csv"},
        ONLY_OPTION(panel),
        {"seconds", '\0', POPT_ARG_INT, &seconds, 0, "how long; 30 if not given", "N"},
        BENCH_OPTION(bench.bench),
        TRACE_OPTION(bench.trace),
        WIRED_OPTION(bench.wired),
        POPT_TABLEEND,
    };
    static struct setup setup;
    struct stage stage;
    struct line line;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 1, 1, &status))
        return status;
    if (!number_is_possible("--seconds", seconds, 1, 86400, "")) {
        line_done(&line);
        return BAD_USE;
    }
    status = stage_read(&stage, &setup, line.words[0], &bench);
    if (status == DONE) {
        static struct session session;
        session = (struct session){.stage = &stage,
                                   .number = setup_find(&setup, panel),
                                   .steady_hand = !inputs && !bench.wired,
                                   .until = (uint32_t)seconds * 1000};
        status = session.number < 0 ? BAD_USE
                                    : act_out(&session, &setup.panels[session.number], inputs,
                                              out ? out : "touch.png");
    }
    status = stage_close(&stage, status);
    line_done(&line);
    return status;
}

const struct command command_touch = {"touch", "calibrate a touch sensor, show the finger", run,
                                      false};
