/* Panels and screens: any controller, any configuration, on a port that fails as it likes. Calls in
 * any order never read or write outside of their memory, and never go on for ever. */
#include "every.h"
#include "taken.h"
#include "pemble/driver.h"
#include "pemble/turn.h"
#include "themes.h"

static struct input *wire; /* what comes from the panel, and which calls fail */
static unsigned long calls;

static pmb_status outcome(const uint8_t *bytes, size_t count)
{
    volatile uint8_t last = count > 0 && bytes ? bytes[0] ^ bytes[count - 1] : 0;
    (void)last; /* so that both ends are read */
    if (++calls > 20000000)
        abort();
    return wire->left > 0 && byte(wire) < 4 ? PMB_ERR_BUS : PMB_OK;
}

static pmb_status i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                            size_t head_count, const uint8_t *body, size_t body_count)
{
    (void)context, (void)bus, (void)address;
    (void)outcome(head, head_count);
    return outcome(body, body_count);
}

static pmb_status i2c_read(void *context, const pmb_bus *bus, uint8_t address, uint8_t *reply,
                           size_t count)
{
    (void)context, (void)bus, (void)address;
    for (size_t i = 0; i < count; i++)
        reply[i] = byte(wire);
    return outcome(NULL, 0);
}

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    (void)context, (void)bus;
    for (size_t i = 0; in && i < count; i++)
        in[i] = byte(wire);
    return outcome(out, count);
}

static pmb_status send_all(void *context, const pmb_bus *bus, const uint8_t *bytes, size_t count)
{
    (void)context, (void)bus;
    return outcome(bytes, count);
}

static pmb_status spi_wait(void *context, const pmb_bus *bus)
{
    (void)context, (void)bus;
    return outcome(NULL, 0);
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    (void)context, (void)pin, (void)high;
}

static bool pin_read(void *context, pmb_pin pin)
{
    (void)context, (void)pin;
    return byte(wire) & 1;
}

static uint16_t analog_read(void *context, pmb_pin pin)
{
    (void)context, (void)pin;
    return (uint16_t)number(wire);
}

static void wait_us(void *context, uint32_t microseconds)
{
    (void)context, (void)microseconds;
}

static void idle(void *context)
{
    (void)context;
}

static pmb_port any_port(struct input *in)
{
    const uint8_t has = byte(in);
    pmb_port port = {.i2c_limit = byte(in) % 40,
                     .i2c_write = i2c_write,
                     .i2c_read = i2c_read,
                     .spi = spi,
                     .pin_write = pin_write,
                     .pin_read = pin_read,
                     .analog_read = analog_read,
                     .wait_us = wait_us};
    if (has & 1)
        port.parallel = send_all;
    if (has & 2) {
        port.spi_start = send_all;
        port.spi_wait = spi_wait;
    }
    if (has & 4)
        port.idle = idle;
    if (has > 250)
        port.i2c_write = NULL;
    return port;
}

/* As for its usual glass, with a few fields changed; small as a rule. */
static pmb_panel_config any_config(struct input *in)
{
    static const int buses[] = {I2C, SPI, SPI3, SOFT, SOFT3, PARALLEL, SPI16, SYNC};
    const struct candidate *c = &candidates[byte(in) % candidate_count];
    const int bus = buses[byte(in) % 8];
    pmb_panel_config config = config_for(c, c->buses & bus ? bus : usual_bus(c));
    const uint8_t changes = byte(in);
    if ((long)config.size.w * config.size.h > 20000)
        config.size = (pmb_size){(int16_t)(24 + byte(in) % 40), (int16_t)(24 + byte(in) % 40)};
    config.rotate = (pmb_rotation)(byte(in) % 4);
    config.mirror = changes & 1;
    config.invert = changes & 2;
    config.refresh = (pmb_refresh)(changes / 4 % 4);
    if (changes & 16)
        config.size = (pmb_size){number(in), number(in)};
    if (changes & 32)
        config.offset = (pmb_offset){number(in), number(in), true};
    if (changes & 64) {
        static const pmb_format *const formats[] = {&pmb_mono_horizontal, &pmb_grey4, &pmb_index4,
                                                    &pmb_rgb565};
        config.format = formats[byte(in) % 4];
        config.contrast = byte(in);
        config.bias = byte(in);
        config.temperature = byte(in);
        config.com = (pmb_com_layout)(byte(in) % 6);
        config.bgr = byte(in) & 1;
        config.backlight = byte(in);
        config.full_every = byte(in);
    }
    if (changes & 128) {
        config.bus.hertz = word(in);
        config.bus.address = byte(in);
        config.bus.mode = byte(in);
        config.bus.select = byte(in);
        config.busy = byte(in);
    }
    return config;
}

static void paint(pmb_canvas *c, void *scene)
{
    const uint8_t *what = scene;
    pmb_rect_fill(c, (pmb_rect){what[0], what[1], 9, 14}, PMB_WHITE);
    pmb_rect_fill(c, (pmb_rect){what[2], 7, 5, 8}, PMB_BLACK);
    pmb_line(c, (pmb_point){0, what[1]}, (pmb_point){60, what[2]}, PMB_RED);
}

static void use_panel(pmb_panel *panel, struct input *in)
{
    uint8_t reply[4];
    switch (byte(in) % 13) {
    case 0:
        (void)pmb_panel_contrast(panel, byte(in));
        break;
    case 1:
        (void)pmb_panel_invert(panel, byte(in) & 1);
        break;
    case 2:
        (void)pmb_panel_sleep(panel);
        break;
    case 3:
        (void)pmb_panel_wake(panel);
        break;
    case 4:
        (void)pmb_panel_deep_sleep(panel);
        break;
    case 5:
        (void)pmb_panel_temperature(panel, (int8_t)byte(in));
        break;
    case 6:
        (void)pmb_panel_refresh(panel, (pmb_refresh)(byte(in) % 4));
        break;
    case 7:
        (void)pmb_panel_refresh_area(panel, (pmb_refresh)(byte(in) % 4), rect(in));
        break;
    case 8:
        (void)pmb_panel_is_busy(panel);
        break;
    case 9:
        (void)pmb_panel_read(panel, byte(in), reply, sizeof reply);
        break;
    case 10:
        pmb_panel_backlight(panel, byte(in) & 1);
        break;
    case 11:
        pmb_panel_write_to(panel, byte(in));
        break;
    default:
        (void)pmb_panel_wait(panel, (uint16_t)number(in));
        break;
    }
}

static void use_screen(pmb_screen *s, struct input *in)
{
    uint8_t scene[] = {byte(in), byte(in), byte(in)};
    pmb_canvas *c;
    switch (byte(in) % 12) {
    case 0:
        (void)pmb_screen_paint_area(s, paint, scene, rect(in));
        break;
    case 1:
        (void)pmb_screen_paint_begin(s, paint, scene);
        (void)pmb_screen_paint_finish(s, paint, scene);
        break;
    case 2:
        (void)pmb_screen_paint_begin(s, paint, scene);
        break;
    case 3:
        c = pmb_screen_canvas(s);
        if (c)
            pmb_rect_fill(c, rect(in), PMB_WHITE);
        (void)pmb_screen_present(s);
        break;
    case 4:
        (void)pmb_screen_present_area(s, rect(in));
        break;
    case 5:
        pmb_screen_forget(s);
        break;
    case 6:
        (void)pmb_screen_refresh_next(s, (pmb_refresh)(byte(in) % 5));
        break;
    case 7:
        (void)pmb_screen_resume(s, paint, scene, byte(in));
        break;
    case 8:
        (void)pmb_screen_paint_then_sleep(s, paint, scene);
        break;
    case 9:
        use_panel(s->panel, in);
        break;
    default:
        (void)pmb_screen_paint(s, paint, scene);
        break;
    }
}

/* Memory of the size that is said, or of another one. */
static void use_screens(pmb_panel *panel, struct input *in)
{
    const uint8_t how = byte(in);
    const size_t least = pmb_screen_least_bytes(panel), whole = pmb_screen_whole_bytes(panel);
    const size_t bytes = how & 1 ? whole : how & 2 ? least * (1 + how / 16) : (size_t)byte(in) * 4;
    const size_t count = how & 4 ? pmb_screen_tile_count(panel, bytes) : how & 8 ? byte(in) : 0;
    uint8_t *buffer = malloc(bytes), *mirror = malloc(whole);
    pmb_tile *tiles = malloc(count * sizeof *tiles + 1);
#if PMB_DRAFTS
    pmb_square *squares = malloc(pmb_screen_square_count(panel) * sizeof *squares);
#endif
    char why[40];
    pmb_screen s;
    const pmb_status status =
        pmb_screen_init(&s, panel, buffer, bytes, count ? tiles : NULL, count);
    if (pmb_screen_explain(panel, bytes, count, why, sizeof why) != status)
        abort();
    if (status == PMB_OK) {
        if (how & 32)
            (void)pmb_screen_mirror(&s, mirror, whole);
#if PMB_DRAFTS
        if (how & 64)
            (void)pmb_screen_draft(&s, squares, pmb_screen_square_count(panel));
#endif
        for (int i = 0; i < 10 && in->left > 0; i++)
            use_screen(&s, in);
        (void)pmb_panel_settle(panel);
    }
#if PMB_DRAFTS
    free(squares);
#endif
    free(tiles);
    free(mirror);
    free(buffer);
}

/* Without a screen, from a buffer of one's own. */
static void write_part(pmb_panel *panel, struct input *in)
{
    const pmb_rect held = byte(in) & 1 ? panel->frame : rect(in);
    const pmb_size size = {held.w, held.h};
    const size_t bytes = held.w > 0 && held.h > 0 ? pmb_canvas_bytes(panel->format, size) : 0;
    uint8_t *pixels = bytes < 1 << 20 ? malloc(bytes) : NULL;
    pmb_canvas c;
    if (pixels && pmb_canvas_init(&c, panel->format, held, pixels, bytes) == PMB_OK)
        (void)pmb_panel_write(panel, &c, byte(in) & 1 ? held : rect(in));
    free(pixels);
}

static void try_screen(struct input *in)
{
    const pmb_panel_config config = any_config(in);
    const pmb_port port = any_port(in);
    pmb_panel panel;
    char why[160];
    const pmb_status expected = pmb_panel_explain(&config, &port, why, sizeof why);
    const pmb_status status = byte(in) & 1 ? pmb_panel_open(&panel, &config, &port)
                                           : pmb_panel_resume(&panel, &config, &port);
    if ((expected == PMB_OK) != (why[0] == '\0'))
        abort();
    if (expected != PMB_OK && status == PMB_OK)
        abort();
    (void)pmb_panel_quiet(&config, &port);
    if (status != PMB_OK)
        return;
    if (byte(in) & 1)
        (void)pmb_panel_rotate(&panel, (pmb_rotation)(byte(in) % 4));
    use_screens(&panel, in);
    if (pmb_panel_can_defer(&panel))
        pmb_panel_defer(&panel);
    use_panel(&panel, in);
    (void)pmb_panel_settle(&panel);
    write_part(&panel, in);
}

static void try_probe(struct input *in)
{
    const pmb_panel_config config = any_config(in);
    const pmb_port port = any_port(in);
    pmb_probe probe;
    const pmb_status status = pmb_probe_panel(&probe, &config, &port);
    const bool good = probe.verdict == PMB_PROBE_ANSWERS || probe.verdict == PMB_PROBE_SENT;
    if (good != (status == PMB_OK) || !pmb_probe_text(probe.verdict))
        abort();
}

static void try_test_card(struct input *in)
{
    const pmb_panel_config config = any_config(in);
    pmb_port port = any_port(in);
    pmb_panel panel;
    pmb_test_card card;
    pmb_canvas c;
    if (pmb_panel_open(&panel, &config, &port) == PMB_OK) {
        char *name = text(in);
        pmb_test_card_init(&card, &panel, name);
        card.size = byte(in) & 1 ? card.size : (pmb_size){number(in), number(in)};
        uint8_t *pixels = canvas(in, &c);
        pmb_test_card_paint(&c, &card);
        free(pixels);
        free(name);
    }
}

static void try_expander(struct input *in)
{
    const pmb_port port = any_port(in);
    const pmb_bus bus = {.unit = byte(in) % 3, .address = byte(in)};
    pmb_expander e;
    if (pmb_expander_open(&e, &port, &bus) != PMB_OK)
        return;
    for (int i = 0; i < 20; i++) {
        const pmb_pin pin = byte(in);
        if (byte(in) & 1)
            (void)e.port.pin_read(e.port.context, pin);
        else
            e.port.pin_write(e.port.context, pin, byte(in) & 1);
        (void)pmb_expander_status(&e);
    }
}

static void try_touch(struct input *in)
{
    static const pmb_touch_kind *const kinds[] = {&pmb_xpt2046, &pmb_touch_film, &pmb_ft6x36,
                                                  &pmb_cst816, &pmb_gt911};
    const pmb_panel_config panel_config = any_config(in);
    const pmb_port port = any_port(in);
    const uint8_t pins = byte(in);
    const pmb_touch_config config = {.kind = kinds[byte(in) % 5],
                                     .bus = {.hertz = pins & 1 ? 1000000 : word(in),
                                             .address = pins & 2 ? byte(in) : 0,
                                             .select = PMB_PIN(9)},
                                     .interrupt = pins & 4 ? PMB_PIN(10) : PMB_PIN_NONE,
                                     .reset = pins & 8 ? PMB_PIN(11) : PMB_PIN_NONE,
                                     .x_plus = PMB_PIN(12),
                                     .x_minus = PMB_PIN(13),
                                     .y_plus = PMB_PIN(14),
                                     .y_minus = PMB_PIN(15),
                                     .force = pins & 16 ? (uint16_t)number(in) : 0};
    static uint8_t pixels[64 * 64 * 2];
    pmb_panel panel;
    pmb_touch touch;
    pmb_calibrator calibrator;
    pmb_canvas c;
    if (pmb_panel_open(&panel, &panel_config, &port) != PMB_OK ||
        pmb_touch_open(&touch, &config, &port, &panel) != PMB_OK)
        return;
    (void)pmb_canvas_init(&c, ANY_FORMAT, (pmb_rect){0, 0, 64, 64}, pixels, sizeof pixels);
    pmb_calibrator_begin(&calibrator, &touch);
    for (uint32_t i = 0, now = word(in); i < 30 && in->left > 0; i++, now += byte(in)) {
        if (byte(in) & 1)
            (void)pmb_touch_poll(&touch, now);
        else
            (void)pmb_calibrator_poll(&calibrator);
        pmb_calibrator_draw(&c, &calibrator, &pmb_theme_color, NULL);
        const pmb_point at = pmb_calibrator_cross(&calibrator, byte(in) % PMB_CALIBRATION_CROSSES);
        if (at.x < 0 || at.y < 0 || at.x >= panel.size.w || at.y >= panel.size.h)
            abort();
        pmb_touch_sample sample;
        (void)pmb_touch_sense(&touch, &sample);
    }
}

/* What those who write a driver call. */
static void try_driver(struct input *in)
{
    const pmb_panel_config config = any_config(in);
    const pmb_port port = any_port(in);
    pmb_panel panel;
    if (pmb_panel_open(&panel, &config, &port) != PMB_OK)
        return;
    uint8_t bytes[40], list[20] = {0};
    for (size_t i = 0; i < sizeof bytes; i++)
        bytes[i] = byte(in);
    list[0] = 1 + byte(in) % 8;
    list[list[0] + 1] = PMB_LIST_PAUSE;
    (void)pmb_send_single(&panel, byte(in));
    (void)pmb_send_parameters(&panel, byte(in) & 1, byte(in), bytes, byte(in) % 32);
    (void)pmb_send_list(&panel, list);
    (void)pmb_send_setup(&panel, byte(in) & 1, list);
    (void)pmb_send_strided(&panel, bytes + 20, (int8_t)(byte(in) % 3 - 1), byte(in) % 20, byte(in));
    (void)pmb_send_same(&panel, byte(in), byte(in));
    (void)pmb_send_repeated(&panel, byte(in), word(in) % 3000);
    (void)pmb_on_glass(&panel, (pmb_rect){0, 0, (int16_t)(1 + byte(in) % 8), 8});
}

int LLVMFuzzerTestOneInput(const uint8_t *data, size_t size);
int LLVMFuzzerTestOneInput(const uint8_t *data, size_t size)
{
    static void (*const all[])(struct input *) = {try_screen, try_screen,    try_screen,
                                                  try_probe,  try_test_card, try_expander,
                                                  try_touch,  try_driver};
    struct input in = {data, size};
    wire = &in;
    calls = 0;
    all[byte(&in) % (sizeof all / sizeof all[0])](&in);
    return 0;
}
