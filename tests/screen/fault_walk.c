/* The fault walk: on every controller and bus calls of the port fail, with bands, tiles, a mirror,
 * a draft, in the background and with each refresh of paper. The error is told, and the next paint
 * repairs the glass. As a test a few calls of each kind fail; with --each, every single one, and
 * with
 * --each NAME of the controllers of that name. */
#include <stdio.h>
#include "pemble/families.h"
#include "every.h"
#include "rig.h"

/* A port between the panel and the bench. Its n-th call that can fail does so. */
enum kind { NOTHING_SENT, HALF_SENT, ALL_SENT, KINDS };

static struct {
    pmb_port port;
    const pmb_port *behind;
    unsigned calls; /* so far */
    unsigned left;  /* until the one that fails; 0: none does */
    enum kind kind;
    bool failed;
    unsigned long walked; /* faults so far */
} faulty;

/* How many of `count` bytes go out, when it is this call's turn to fail. */
static bool fails(size_t count, size_t *through)
{
    *through = count;
    faulty.calls++;
    if (faulty.left == 0 || --faulty.left > 0)
        return false;
    *through = faulty.kind == NOTHING_SENT ? 0 : faulty.kind == HALF_SENT ? count / 2 : count;
    faulty.failed = true;
    faulty.walked++;
    return true;
}

static pmb_status i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                            size_t head_count, const uint8_t *body, size_t body_count)
{
    size_t through;
    const bool broken = fails(head_count + body_count, &through);
    const size_t heads = through < head_count ? through : head_count;
    if (broken && through == 0)
        return PMB_ERR_NO_ANSWER;
    const pmb_status status =
        faulty.behind->i2c_write(context, bus, address, head, heads, body, through - heads);
    return broken ? PMB_ERR_BUS : status;
}

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    size_t through;
    const bool broken = fails(count, &through);
    const pmb_status status =
        broken && through == 0 ? PMB_OK : faulty.behind->spi(context, bus, out, in, through);
    return broken ? PMB_ERR_BUS : status;
}

static pmb_status parallel(void *context, const pmb_bus *bus, const uint8_t *bytes, size_t count)
{
    size_t through;
    const bool broken = fails(count, &through);
    const pmb_status status = faulty.behind->parallel(context, bus, bytes, through);
    return broken ? PMB_ERR_BUS : status;
}

static pmb_status spi_start(void *context, const pmb_bus *bus, const uint8_t *out, size_t count)
{
    size_t through;
    if (!fails(count, &through))
        return faulty.behind->spi_start(context, bus, out, count);
    if (through > 0)
        (void)faulty.behind->spi(context, bus, out, NULL, through);
    return PMB_ERR_BUS;
}

static pmb_status spi_wait(void *context, const pmb_bus *bus)
{
    size_t through;
    const bool broken = fails(0, &through);
    const pmb_status status = faulty.behind->spi_wait(context, bus);
    return broken ? PMB_ERR_BUS : status;
}

static void put_between(const pmb_port *behind)
{
    faulty.behind = behind;
    faulty.port = *behind;
    faulty.left = 0;
    faulty.failed = false;
    faulty.port.i2c_write = i2c_write;
    faulty.port.spi = spi;
    if (behind->parallel)
        faulty.port.parallel = parallel;
    if (behind->spi_start) {
        faulty.port.spi_start = spi_start;
        faulty.port.spi_wait = spi_wait;
    }
}

/* How the screen is set up. */
enum way { WHOLE, BAND, TILES, MIRROR, DRAFT, BACKGROUND, WAYS };
static const char *const way_names[WAYS] = {"whole",  "band",  "tiles",
                                            "mirror", "draft", "background"};

/* What fails, for the message. */
static struct {
    const char *name, *doing;
    const pmb_panel_config *config;
    int bus;
    enum way way;
    unsigned n;
} now;

static void say(const char *what)
{
    static const char *const sent[KINDS] = {"nothing", "half", "all"};
    fail_msg("%s, bus %Xh, %s, refresh %d: call %u of %s fails with %s sent: %s", now.name,
             (unsigned)now.bus, way_names[now.way], (int)now.config->refresh, now.n, now.doing,
             sent[faulty.kind], what);
}

static void build(struct rig *rig)
{
    rig_build(rig, now.config);
    if (now.way == BACKGROUND)
        pmb_bench_send_behind(rig->bench);
    put_between(rig->port);
}

static void set_up(struct rig *rig)
{
    static uint8_t mirror[800 * 480];
    static pmb_square squares[PMB_SQUARES(320, 240)];
    const size_t least = pmb_screen_least_bytes(&rig->panel) * 2;
    const size_t whole = pmb_screen_whole_bytes(&rig->panel);
    const bool in_bands = now.way == BAND || now.way == TILES || now.way == BACKGROUND;
    const size_t bytes = in_bands && least < whole ? least : whole;
    const size_t count = pmb_screen_tile_count(&rig->panel, bytes);
    const bool tiles = now.way == TILES || now.way == WHOLE;
    rig->buffer = malloc(bytes);
    rig->tiles = malloc(count * sizeof *rig->tiles);
    assert_int_equal(pmb_screen_init(&rig->screen, &rig->panel, rig->buffer, bytes,
                                     tiles ? rig->tiles : NULL, tiles ? count : 0),
                     PMB_OK);
    if (now.way == MIRROR)
        assert_int_equal(pmb_screen_mirror(&rig->screen, mirror, sizeof mirror), PMB_OK);
    if (now.way == DRAFT)
        (void)pmb_screen_draft(&rig->screen, squares, LENGTH(squares)); /* paper has none */
}

static void paint_before(pmb_canvas *c, void *scene)
{
    const pmb_size size = *(const pmb_size *)scene;
    pmb_fill(c, PMB_BLACK);
    pmb_rect_fill(c, (pmb_rect){2, 2, (int16_t)(size.w / 2), (int16_t)(size.h / 2)}, PMB_WHITE);
}

static pmb_status paint(struct rig *rig, pmb_paint scene)
{
    const pmb_status status = pmb_screen_paint(&rig->screen, scene, &rig->panel.size);
    return status == PMB_OK ? pmb_panel_wait(&rig->panel, 60000) : status;
}

static pmb_status open_panel(struct rig *rig)
{
    return pmb_panel_open(&rig->panel, &rig->config, &faulty.port);
}

static pmb_status paint_new(struct rig *rig)
{
    return paint(rig, paint_lopsided);
}

static pmb_status contrast(struct rig *rig)
{
    const pmb_status status = pmb_panel_contrast(&rig->panel, 128);
    return status == PMB_ERR_UNSUPPORTED ? PMB_OK : status;
}

static pmb_status invert_twice(struct rig *rig)
{
    const pmb_status status = pmb_panel_invert(&rig->panel, true);
    return status == PMB_OK ? pmb_panel_invert(&rig->panel, false) : status;
}

static pmb_status sleep_and_wake(struct rig *rig)
{
    const pmb_status status = pmb_panel_sleep(&rig->panel);
    return status == PMB_OK ? pmb_panel_wake(&rig->panel) : status;
}

static const struct deed {
    const char *name;
    pmb_status (*run)(struct rig *rig);
} deeds[] = {{"opening", open_panel},
             {"a paint", paint_new},
             {"contrast", contrast},
             {"inversion", invert_twice},
             {"sleep", sleep_and_wake}};

/* Does it with the n-th call failing (0: none), once more, and paints. False if none has failed. */
static bool does_fail(const struct deed *deed, unsigned n)
{
    struct rig rig;
    now.n = n;
    now.doing = deed->name;
    build(&rig);
    if (deed->run != open_panel) {
        assert_int_equal(open_panel(&rig), PMB_OK);
        set_up(&rig);
        assert_int_equal(paint(&rig, paint_before), PMB_OK);
    }
    faulty.calls = 0;
    faulty.left = n;
    const pmb_status status = deed->run(&rig);
    faulty.left = 0;
    if (faulty.failed != (status != PMB_OK))
        say(faulty.failed ? "the error is not told" : "there is another error");
    if (faulty.failed && deed->run(&rig) != PMB_OK)
        say("it cannot be done again");
    if (deed->run == open_panel)
        set_up(&rig);
    if (n > 0 && paint_new(&rig) != PMB_OK)
        say("the paint that follows fails");
    if (n > 0)
        assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
    rig_close(&rig);
    return faulty.failed;
}

static bool each;        /* every single call */
static const char *only; /* names of controllers begin so; NULL: all */

static void walk(const struct deed *deed)
{
    const unsigned most = deed->run == paint_new ? 2 : 1;
    (void)does_fail(deed, 0);
    const unsigned calls = faulty.calls, step = each ? 1 : calls / most + 1;
    for (int kind = 0; kind < KINDS; kind++) {
        faulty.kind = (enum kind)kind;
        for (unsigned n = 1 + (unsigned)kind * 7 % step; n <= calls; n += step)
            if (!does_fail(deed, n))
                say("it did not fail");
    }
}

/* As small as the bench has a module for. */
static pmb_panel_config small_config(const struct candidate *c, int bus)
{
    pmb_panel_config config = config_for(c, bus), small = config;
    small.size = (pmb_size){40, 48};
    pmb_bench *bench = pmb_bench_new();
    const bool large = (long)config.size.w * config.size.h > 128l * 128 ||
                       c->controller->family == &pmb_family_dcs || c->controller == &pmb_ssd1351 ||
                       c->controller == &pmb_ssd1327;
    const bool can = large && pmb_bench_place_panel(bench, &small);
    pmb_bench_free(bench);
    return can ? small : config;
}

static bool has_refresh(const pmb_panel_config *config)
{
    struct rig rig;
    rig_build(&rig, config);
    const bool can = pmb_panel_open(&rig.panel, config, rig.port) == PMB_OK;
    rig_close(&rig);
    return can;
}

static void walk_all(const struct candidate *c, int bus)
{
    pmb_panel_config config = small_config(c, bus);
    now.name = c->name;
    now.config = &config;
    now.bus = bus;
    for (int refresh = PMB_REFRESH_FULL; refresh <= (c->paper ? PMB_REFRESH_PARTIAL : 0);
         refresh++) {
        config.refresh = (pmb_refresh)refresh;
        if (!has_refresh(&config))
            continue;
        for (int way = 0; way < WAYS; way++) {
            now.way = (enum way)way;
            walk(&deeds[1]);
        }
        now.way = TILES;
        for (size_t i = 0; i < LENGTH(deeds); i++)
            walk(&deeds[i]);
    }
}

static void every_error_is_told_and_mended(void **state)
{
    (void)state;
    for (size_t i = 0; i < candidate_count; i++)
        for (int bus = I2C; bus <= SYNC; bus <<= 1)
            if (candidates[i].buses & bus && bus != SOFT && bus != SOFT3 &&
                (!only || strncmp(candidates[i].name, only, strlen(only)) == 0))
                walk_all(&candidates[i], bus);
    print_message("faults walked: %lu\n", faulty.walked);
    assert_true(only || faulty.walked > 5000);
}

int main(int argc, char **argv)
{
    each = argc > 1 && strcmp(argv[1], "--each") == 0;
    only = argc > 2 ? argv[2] : NULL;
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TILES | PMB_PLAIN_PANELS | PMB_ONE_BIT, every_error_is_told_and_mended),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
