/* E-paper: what a refresh does, partial ones, the busy line, deep sleep. */
#include "pemble/bench_modules.h"
#include "rig.h"

static const pmb_panel_config ssd1681 = {
    .controller = &pmb_ssd1681,
    .size = {200, 200},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
    .reset = PMB_PIN(1),
    .busy = PMB_PIN(4),
};

static pmb_panel_config paper(const pmb_controller *controller, int16_t w, int16_t h)
{
    pmb_panel_config config = ssd1681;
    config.controller = controller;
    config.size = (pmb_size){w, h};
    return config;
}

/* A square that moves, on white. */
static void paint_square(pmb_canvas *c, void *scene)
{
    const int16_t x = *(const int16_t *)scene;
    pmb_fill(c, PMB_WHITE);
    pmb_rect_fill(c, (pmb_rect){x, 40, 24, 24}, PMB_BLACK);
}

/* The same, and another square that is new. */
static void paint_two(pmb_canvas *c, void *scene)
{
    paint_square(c, scene);
    pmb_rect_fill(c, (pmb_rect){8, 140, 24, 24}, PMB_BLACK);
}

static uint8_t shade(struct rig *rig, int x, int y)
{
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    return glass.rgb[3 * (y * glass.width + x)];
}

static void paint_at(struct rig *rig, int16_t x)
{
    assert_int_equal(pmb_screen_paint(&rig->screen, paint_square, &x), PMB_OK);
    assert_int_equal(pmb_panel_wait(&rig->panel, 30000), PMB_OK);
}

static void opening_keeps_the_old_picture(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &ssd1681, 0, false);
    const uint8_t before = shade(&rig, 8, 8), other = shade(&rig, 24, 8);
    assert_int_not_equal(before, other); /* the maker's faint pattern */
    rig_close(&rig);
}

static void a_paint_refreshes_only_when_something_changed(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &ssd1681, 1000, true);
    paint_at(&rig, 20);
    const pmb_bench_traffic before = pmb_bench_traffic_so_far(rig.bench);
    const uint64_t then = pmb_bench_now(rig.bench);
    paint_at(&rig, 20);
    assert_int_equal(pmb_bench_traffic_so_far(rig.bench).bytes, before.bytes);
    assert_true(pmb_bench_now(rig.bench) - then < 1000000);
    rig_close(&rig);
}

static void paint_nothing(pmb_canvas *c, void *scene)
{
    (void)c;
    (void)scene;
}

/* Opening clears the memory of paper to light; what nobody draws on stays as that. */
static void bands_begin_light(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &ssd1681, 1000, false);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_nothing, NULL), PMB_OK);
    assert_int_equal(pmb_panel_wait(&rig.panel, 30000), PMB_OK);
    for (int i = 0; i < 200; i++)
        assert_true(shade(&rig, i, 199 - i) > 128);
    rig_close(&rig);
}

static void the_call_returns_while_the_paper_is_busy(void **state)
{
    (void)state;
    struct rig rig;
    int16_t x = 20;
    rig_open(&rig, &ssd1681, 0, false);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_square, &x), PMB_OK);
    assert_true(pmb_panel_is_busy(&rig.panel));
    assert_int_equal(pmb_panel_wait(&rig.panel, 100), PMB_ERR_TIMEOUT);
    assert_int_equal(pmb_panel_wait(&rig.panel, 10000), PMB_OK);
    assert_false(pmb_panel_is_busy(&rig.panel));
    assert_no_complaints(&rig);
    rig_close(&rig);
}

/* Partial refreshes with every band: fast, right, with a trace of the old picture; a full one then
 * takes the trace away. */
static void check_partial(const pmb_panel_config *base, size_t band)
{
    struct rig rig;
    pmb_panel_config config = *base;
    config.refresh = PMB_REFRESH_PARTIAL;
    config.full_every = 3;
    rig_open(&rig, &config, band, true);
    paint_at(&rig, 8); /* full, as nobody knows what the paper shows */
    const uint8_t white = shade(&rig, 5, 5), black = shade(&rig, 12, 50);
    for (int16_t i = 1; i <= 3; i++) {
        const uint64_t then = pmb_bench_now(rig.bench);
        paint_at(&rig, (int16_t)(8 + 28 * i));
        assert_true(pmb_bench_now(rig.bench) - then < 1000000000u);
        assert_true(shade(&rig, 12 + 28 * i, 50) < black + 20);
        assert_true(shade(&rig, 12 + 28 * (i - 1), 50) > white - 20);
        assert_int_equal(shade(&rig, 5, 5), white); /* what does not change is not driven */
    }
    assert_int_not_equal(shade(&rig, 12, 50), white); /* the trace */
    paint_at(&rig, 8);
    assert_int_equal(shade(&rig, 60, 50), white);
    assert_int_equal(shade(&rig, 12, 50), black);
    assert_no_complaints(&rig);
    rig_close(&rig);
}

static void partial_refreshes_leave_traces_until_a_full_one(void **state)
{
    (void)state;
    const pmb_panel_config configs[] = {ssd1681, paper(&pmb_ssd1680, 122, 250),
                                        paper(&pmb_uc8151, 128, 296), paper(&pmb_uc8176, 400, 300)};
    for (size_t i = 0; i < LENGTH(configs); i++) {
        check_partial(&configs[i], 0);
        check_partial(&configs[i], 800);
    }
}

static void a_fast_refresh_is_faster_than_a_full_one(void **state)
{
    (void)state;
    const pmb_panel_config configs[] = {ssd1681, paper(&pmb_ssd1680, 122, 250),
                                        paper(&pmb_uc8151, 128, 296), paper(&pmb_uc8176, 400, 300)};
    for (size_t i = 0; i < LENGTH(configs); i++) {
        struct rig rig;
        pmb_panel_config config = configs[i];
        config.refresh = PMB_REFRESH_FAST;
        rig_open(&rig, &config, 0, true);
        uint64_t then = pmb_bench_now(rig.bench);
        paint_at(&rig, 16);
        const uint64_t full = pmb_bench_now(rig.bench) - then;
        then = pmb_bench_now(rig.bench);
        paint_at(&rig, 64);
        const uint64_t fast = pmb_bench_now(rig.bench) - then;
        assert_true(fast * 3 < full * 2);
        assert_true(glass_is_light(&rig, 20, 50) && !glass_is_light(&rig, 70, 50));
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

static void three_colours_have_no_partial_refresh(void **state)
{
    (void)state;
    pmb_panel_config config = paper(&pmb_ssd1681_red, 200, 200);
    struct rig rig;
    config.refresh = PMB_REFRESH_PARTIAL;
    rig_build(&rig, &config);
    assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_ERR_UNSUPPORTED);
    assert_int_equal(pmb_bench_traffic_so_far(rig.bench).transfers, 0);
    rig_close(&rig);
    config.refresh = PMB_REFRESH_FULL;
    rig_open(&rig, &config, 0, false);
    assert_int_equal(pmb_panel_refresh(&rig.panel, PMB_REFRESH_FAST), PMB_ERR_UNSUPPORTED);
    assert_int_equal(pmb_panel_refresh(&rig.panel, (pmb_refresh)4), PMB_ERR_ARGUMENT);
    rig_close(&rig);
}

static void without_a_busy_pin_it_waits_long_enough(void **state)
{
    (void)state;
    const pmb_panel_config configs[] = {ssd1681, paper(&pmb_uc8176, 400, 300),
                                        paper(&pmb_il91874, 176, 264)};
    for (size_t i = 0; i < LENGTH(configs); i++) {
        struct rig rig;
        pmb_panel_config config = configs[i];
        config.busy = PMB_PIN_NONE;
        rig_open(&rig, &config, 0, true);
        paint_at(&rig, 16);
        paint_at(&rig, 64);
        assert_true(!glass_is_light(&rig, 70, 50) && glass_is_light(&rig, 20, 50));
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* Without its busy pin: twice as long, and three and a half times with waveforms of our own. */
static void the_cold_makes_waits_longer(void **state)
{
    (void)state;
    static const struct {
        const pmb_controller *controller;
        pmb_size size;
        uint32_t halves;
    } cases[] = {{&pmb_ssd1681_red, {200, 200}, 4}, {&pmb_uc8151_bare, {128, 296}, 7}};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        struct rig rig;
        uint32_t waited[2];
        pmb_panel_config config = paper(cases[i].controller, cases[i].size.w, cases[i].size.h);
        config.busy = PMB_PIN_NONE;
        rig_open(&rig, &config, 0, false);
        for (int cold = 0; cold < 2; cold++) {
            assert_int_equal(pmb_panel_temperature(&rig.panel, cold ? 4 : 20), PMB_OK);
            assert_int_equal(pmb_panel_refresh(&rig.panel, PMB_REFRESH_FULL), PMB_OK);
            const uint64_t then = pmb_bench_now(rig.bench);
            assert_int_equal(pmb_panel_wait(&rig.panel, 1000000), PMB_OK);
            waited[cold] = (uint32_t)((pmb_bench_now(rig.bench) - then) / 1000000);
        }
        const uint32_t most = cases[i].halves * waited[0] / 2; /* and what does not depend on it */
        assert_in_range(waited[1], most - most / 20, most);
        rig_close(&rig);
    }
}

/* Inks take twice as long below 10 degrees, and the program knows how cold it is. */
static void in_the_cold_it_waits_longer(void **state)
{
    (void)state;
    static const pmb_controller *const controllers[] = {&pmb_ssd1681_red, &pmb_uc8176_red,
                                                        &pmb_jd79660};
    for (size_t i = 0; i < LENGTH(controllers); i++) {
        struct rig rig;
        pmb_panel_config config = paper(controllers[i], 200, 200);
        config.busy = PMB_PIN_NONE;
        rig_open(&rig, &config, 0, false);
        pmb_bench_temperature(rig.module, 4);
        assert_int_equal(pmb_panel_temperature(&rig.panel, 4), PMB_OK);
        paint_at(&rig, 16);
        paint_at(&rig, 64);
        assert_true(!glass_is_light(&rig, 70, 50) && glass_is_light(&rig, 20, 50));
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

static void a_stuck_busy_line_is_a_timeout(void **state)
{
    (void)state;
    const struct {
        pmb_panel_config config;
        int busy;
        uint32_t full_ms; /* the longest refresh, of the notes in docs/controllers */
    } cases[] = {{ssd1681, 1, 4000}, {paper(&pmb_uc8176, 400, 300), 0, 6000}};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        struct rig rig;
        rig_build(&rig, &cases[i].config);
        assert_true(pmb_bench_stick(rig.module, "BUSY", cases[i].busy));
        assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_ERR_TIMEOUT);
        /* Four times as long is waited. */
        const uint32_t ms = (uint32_t)(pmb_bench_now(rig.bench) / 1000000);
        assert_in_range(ms, 4 * cases[i].full_ms, 4 * cases[i].full_ms + 100);
        rig_close(&rig);
    }
}

static void deep_sleep_needs_a_reset_pin(void **state)
{
    (void)state;
    struct rig rig;
    pmb_panel_config config = ssd1681;
    rig_open(&rig, &config, 0, true);
    paint_at(&rig, 16);
    assert_int_equal(pmb_panel_sleep(&rig.panel), PMB_OK);
    int16_t x = 64;
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_square, &x), PMB_ERR_UNSUPPORTED);
    assert_int_equal(pmb_panel_wake(&rig.panel), PMB_OK);
    paint_at(&rig, 64);
    assert_false(glass_is_light(&rig, 70, 50));
    assert_no_complaints(&rig);
    rig_close(&rig);
    config.reset = PMB_PIN_NONE;
    rig_open(&rig, &config, 0, true);
    assert_int_equal(pmb_panel_sleep(&rig.panel), PMB_ERR_UNSUPPORTED);
    rig_close(&rig);
}

static void paint_three_inks(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_fill(c, PMB_WHITE);
    pmb_rect_fill(c, (pmb_rect){10, 10, 180, 280}, PMB_BLACK);
    pmb_circle_fill(c, (pmb_point){300, 150}, 90, PMB_RED);
}

/* All that is in RAM, with the stack of the calls left out: panel, screen and a band of a row. */
static void three_inks_of_400_by_300_take_less_than_2_kilobytes(void **state)
{
    (void)state;
    const pmb_panel_config config = paper(&pmb_uc8176_red, 400, 300);
    static struct {
        pmb_panel panel;
        pmb_screen screen;
        uint8_t band[800];
    } ram;
    struct rig rig;
    rig_build(&rig, &config);
    assert_true(sizeof ram + sizeof config < 2048);
    assert_int_equal(pmb_panel_open(&ram.panel, &config, rig.port), PMB_OK);
    for (size_t band = pmb_screen_least_bytes(&ram.panel); band <= sizeof ram.band; band *= 2) {
        assert_int_equal(pmb_screen_init(&ram.screen, &ram.panel, ram.band, band, NULL, 0), PMB_OK);
        assert_int_equal(pmb_screen_paint(&ram.screen, paint_three_inks, NULL), PMB_OK);
        assert_int_equal(pmb_panel_wait(&ram.panel, 30000), PMB_OK);
        const pmb_glass_view glass = pmb_module_glass(rig.module);
        const uint8_t *black = glass.rgb + 3 * (100 * 400 + 50);
        const uint8_t *red = glass.rgb + 3 * (150 * 400 + 300);
        const uint8_t *white = glass.rgb + 3 * (5 * 400 + 5);
        assert_true(black[0] < 80 && red[0] > red[2] + 80 && white[2] > 180);
    }
    assert_no_complaints(&rig);
    rig_close(&rig);
}

/* Paper that sleeps between pictures: what was not changed is there as well. */
static void a_picture_after_deep_sleep_is_whole(void **state)
{
    (void)state;
    static const struct {
        const pmb_controller *controller;
        int16_t w, h;
        pmb_refresh refresh;
    } papers[] = {
        {&pmb_uc8151, 128, 296, PMB_REFRESH_FULL},
        {&pmb_uc8151, 128, 296, PMB_REFRESH_FAST},
        {&pmb_uc8151, 128, 296, PMB_REFRESH_PARTIAL},
        {&pmb_uc8176, 400, 300, PMB_REFRESH_PARTIAL},
        {&pmb_ssd1681, 200, 200, PMB_REFRESH_PARTIAL},
        {&pmb_uc8151_red, 128, 296, PMB_REFRESH_FULL},
    };
    for (size_t i = 0; i < LENGTH(papers); i++) {
        struct rig rig;
        pmb_panel_config config = paper(papers[i].controller, papers[i].w, papers[i].h);
        config.refresh = papers[i].refresh;
        rig_open(&rig, &config, 0, true);
        paint_at(&rig, 8);
        assert_int_equal(pmb_panel_sleep(&rig.panel), PMB_OK);
        const uint64_t then = pmb_bench_now(rig.bench);
        assert_int_equal(pmb_panel_wait(&rig.panel, 30000), PMB_OK); /* asleep: at once */
        assert_false(pmb_panel_is_busy(&rig.panel));
        assert_true(pmb_bench_now(rig.bench) - then < 1000000);
        assert_int_equal(pmb_panel_wake(&rig.panel), PMB_OK);
        int16_t square[] = {8};
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_two, square), PMB_OK);
        assert_int_equal(pmb_panel_wait(&rig.panel, 30000), PMB_OK);
        assert_true(shade(&rig, 12, 50) < 60);  /* the old square, which has not changed */
        assert_true(shade(&rig, 12, 150) < 60); /* the new one */
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* The voltages go off when somebody looks; a module whose voltages stay on complains. */
static void the_voltages_go_off_after_a_refresh(void **state)
{
    (void)state;
    for (int looks = 0; looks < 2; looks++) {
        struct rig rig;
        int16_t x = 20;
        const pmb_panel_config config = paper(&pmb_uc8151, 128, 296);
        rig_open(&rig, &config, 0, false);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_square, &x), PMB_OK);
        for (int second = 0; second < 60; second++) {
            rig.port->wait_us(rig.port->context, 1000000);
            if (looks)
                (void)pmb_panel_is_busy(&rig.panel);
        }
        assert_int_equal(pmb_module_complaint_count(rig.module), looks ? 0 : 1);
        if (!looks)
            assert_non_null(
                strstr(pmb_module_complaint(rig.module, 0), "high voltage is still on"));
        rig_close(&rig);
    }
}

/* Whether the panel exchanges its memories after a partial refresh or not, the next one is right.
 */
static void memories_that_change_places_do_no_harm(void **state)
{
    (void)state;
    for (int exchanges = 0; exchanges < 2; exchanges++) {
        struct rig rig;
        pmb_panel_config config = ssd1681;
        config.refresh = PMB_REFRESH_PARTIAL;
        rig_build(&rig, &config);
        pmb_bench_free(rig.bench);
        rig.bench = pmb_bench_new();
        rig.port = pmb_bench_port(rig.bench);
        rig.module = pmb_bench_place(
            rig.bench, &pmb_sim_ssd1681,
            &(pmb_module_options){
                .width = 200, .height = 200, .bus = PMB_MODULE_SPI, .exchanges = exchanges});
        static const char *const wires[][2] = {{"SCL", "spi0.sck"}, {"SDA", "spi0.mosi"},
                                               {"CS", "pin2"},      {"DC", "pin3"},
                                               {"RES", "pin1"},     {"BUSY", "pin4"}};
        for (size_t i = 0; i < LENGTH(wires); i++)
            assert_true(pmb_bench_connect(rig.module, wires[i][0], wires[i][1]));
        assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_OK);
        const size_t bytes = pmb_screen_whole_bytes(&rig.panel);
        rig.buffer = malloc(bytes);
        rig.tiles = calloc(2000, sizeof *rig.tiles);
        assert_int_equal(
            pmb_screen_init(&rig.screen, &rig.panel, rig.buffer, bytes, rig.tiles, 2000), PMB_OK);
        for (int16_t i = 0; i < 6; i++) {
            paint_at(&rig, (int16_t)(8 + 28 * i));
            assert_true(shade(&rig, 12 + 28 * i, 50) < 60);
            for (int16_t old = 0; old < i; old++)
                assert_true(shade(&rig, 12 + 28 * old, 50) > 200);
        }
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* Changes of both kinds in any order leave no more on any pixel than two seconds of drive. */
static void drive_is_balanced(void **state)
{
    (void)state;
    struct rig rig;
    uint32_t seed = 7;
    const pmb_panel_config config = paper(&pmb_uc8151, 128, 296);
    rig_open(&rig, &config, 0, true);
    paint_at(&rig, 8);
    for (int i = 0; i < 300; i++) {
        seed = seed * 1664525u + 1013904223u;
        rig.config.refresh = seed >> 28 & 1 ? PMB_REFRESH_FAST : PMB_REFRESH_PARTIAL;
        paint_at(&rig, (int16_t)(seed >> 20 & 63));
    }
    assert_no_complaints(&rig);
    rig_close(&rig);
}

/* Landscape is how paper is used most. An SSD1680 counts as the bytes lie; for the others they have
 * to be gathered, 32 in a transfer. */
static void turned_paper_is_not_sent_byte_by_byte(void **state)
{
    (void)state;
    static const pmb_controller *const controllers[] = {&pmb_ssd1680, &pmb_uc8151};
    for (size_t i = 0; i < LENGTH(controllers); i++) {
        uint64_t upright = 0;
        for (int turn = 0; turn < 4; turn++) {
            struct rig rig;
            pmb_panel_config config = paper(controllers[i], 128, 296);
            config.rotate = (pmb_rotation)turn;
            rig_open(&rig, &config, 0, true);
            const pmb_bench_traffic before = pmb_bench_traffic_so_far(rig.bench);
            paint_at(&rig, 8);
            const pmb_bench_traffic now = pmb_bench_traffic_so_far(rig.bench);
            const uint64_t transfers = now.transfers - before.transfers;
            if (transfers > (now.bytes - before.bytes) / 32 + 60)
                fail_msg("turned by %d: %u transfers for %u bytes", turn * 90, (unsigned)transfers,
                         (unsigned)(now.bytes - before.bytes));
            upright = turn ? upright : transfers;
            if (controllers[i] == &pmb_ssd1680 && transfers * 10 > upright * 11)
                fail_msg("turned by %d: %u transfers, upright %u", turn * 90, (unsigned)transfers,
                         (unsigned)upright);
            rig_close(&rig);
        }
    }
}

/* Nobody has to say it: after eight others comes a full refresh, which takes the traces away. */
static void every_ninth_refresh_is_full(void **state)
{
    (void)state;
    for (int never = 0; never < 2; never++) {
        struct rig rig;
        pmb_panel_config config = ssd1681;
        config.refresh = PMB_REFRESH_PARTIAL;
        config.full_every = never ? PMB_FULL_NEVER : 0;
        rig_open(&rig, &config, 0, true);
        paint_at(&rig, 0);
        for (int16_t i = 1; i <= 20; i++) {
            const uint64_t then = pmb_bench_now(rig.bench);
            paint_at(&rig, (int16_t)(8 * (i % 20)));
            const bool full = pmb_bench_now(rig.bench) - then > 2000000000u;
            assert_int_equal(full, !never && (i == 9 || i == 18));
        }
        rig_close(&rig);
    }
}

static uint32_t longest_wait;
static const pmb_port *waiting_port;

static void watched_wait(void *context, uint32_t microseconds)
{
    longest_wait = microseconds > longest_wait ? microseconds : longest_wait;
    waiting_port->wait_us(context, microseconds);
}

/* A watchdog that is fed in wait_us lives, also without a busy pin. */
static void waits_come_in_pieces(void **state)
{
    (void)state;
    static const pmb_controller *const controllers[] = {&pmb_uc8151_red, &pmb_ssd1681_red};
    static const pmb_size sizes[] = {{128, 296}, {200, 200}};
    for (size_t i = 0; i < LENGTH(controllers); i++) {
        struct rig rig;
        int16_t x = 8;
        pmb_panel_config config = paper(controllers[i], sizes[i].w, sizes[i].h);
        config.busy = PMB_PIN_NONE;
        rig_build(&rig, &config);
        waiting_port = rig.port;
        pmb_port port = *rig.port;
        port.wait_us = watched_wait;
        longest_wait = 0;
        assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, &port), PMB_OK);
        const size_t bytes = pmb_screen_whole_bytes(&rig.panel);
        rig.buffer = malloc(bytes);
        assert_int_equal(pmb_screen_init(&rig.screen, &rig.panel, rig.buffer, bytes, NULL, 0),
                         PMB_OK);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_square, &x), PMB_OK);
        assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
        assert_in_range(longest_wait, 10000, 100000);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS, opening_keeps_the_old_picture),
        test_without(PMB_NO_TILES | PMB_PLAIN_PANELS,
                     a_paint_refreshes_only_when_something_changed),
        test_without(PMB_PLAIN_PANELS, bands_begin_light),
        test_without(PMB_PLAIN_PANELS, the_call_returns_while_the_paper_is_busy),
        test_without(PMB_PLAIN_PANELS, partial_refreshes_leave_traces_until_a_full_one),
        test_without(PMB_PLAIN_PANELS, a_fast_refresh_is_faster_than_a_full_one),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, three_colours_have_no_partial_refresh),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, without_a_busy_pin_it_waits_long_enough),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, in_the_cold_it_waits_longer),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, the_cold_makes_waits_longer),
        test_without(PMB_PLAIN_PANELS, a_stuck_busy_line_is_a_timeout),
        test_without(PMB_PLAIN_PANELS, deep_sleep_needs_a_reset_pin),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_ONLY_CIRCLES,
                     three_inks_of_400_by_300_take_less_than_2_kilobytes),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, a_picture_after_deep_sleep_is_whole),
        test_without(PMB_PLAIN_PANELS, the_voltages_go_off_after_a_refresh),
        test_without(PMB_PLAIN_PANELS | PMB_NO_TILES, memories_that_change_places_do_no_harm),
        test_without(PMB_PLAIN_PANELS, drive_is_balanced),
        test_without(PMB_PLAIN_PANELS | PMB_NO_TURN, turned_paper_is_not_sent_byte_by_byte),
        test_without(PMB_PLAIN_PANELS, every_ninth_refresh_is_full),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, waits_come_in_pieces),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
