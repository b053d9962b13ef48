/* A week of Pellan Quay on its six simulated panels, over the end of a clock of milliseconds: no
 * complaint, no memory that grows, and on the last day the pictures of the first. */
#include <malloc.h>
#include <stdlib.h>
#include "stage.h"
#include "stations.h"
#include "test.h"

enum { DAYS = 7 };

static struct stage stage;
static struct setup setup;
static struct day day;
static struct harbour harbour = {.day = &day};
static void *states[STATIONS];
static int acts[STATIONS];

static void open_stations(void)
{
    assert_int_equal(stage_read(&stage, &setup, SOURCE_DIR "/assets/quay/harbour.ini",
                                &(struct stage_options){0}),
                     0);
    for (int i = 0; i < STATIONS; i++) {
        acts[i] = setup_find(&setup, stations[i]->name);
        states[i] = calloc(1, stations[i]->state_size);
        assert_int_equal(stage_open(&stage, acts[i], 4), 0);
    }
}

/* A program's clock, which counts milliseconds in 32 bits and has run for weeks already. */
static uint32_t clock_now(void)
{
    return UINT32_MAX - 3 * (uint32_t)DAY_MS + (uint32_t)(pmb_bench_now(stage.bench) / 1000000);
}

static void wait_for(uint32_t since, uint32_t milliseconds)
{
    const pmb_port *port = pmb_bench_port(stage.bench);
    while (clock_now() - since < milliseconds)
        port->wait_us(port->context, (milliseconds - (clock_now() - since)) * 1000);
}

/* What the glass of each station showed at the end of the first day. */
static uint8_t *kept[STATIONS];

static size_t bytes_of(const pmb_glass_view *glass)
{
    return 3 * (size_t)glass->width * (size_t)glass->height;
}

static void keep_glasses(void)
{
    for (int i = 0; i < STATIONS; i++) {
        const pmb_glass_view glass = pmb_module_glass(stage.acts[acts[i]].module);
        kept[i] = malloc(bytes_of(&glass));
        memcpy(kept[i], glass.rgb, bytes_of(&glass));
    }
}

/* Paper has faint traces of what it showed before; all others show the same to the last pixel. */
static void assert_as_kept(void)
{
    enum { TRACES = 40 };
    for (int i = 0; i < STATIONS; i++) {
        const pmb_glass_view glass = pmb_module_glass(stage.acts[acts[i]].module);
        const int most = stations[i] == &station_tides ? TRACES : 0;
        for (size_t k = 0; k < bytes_of(&glass); k++)
            if (abs(glass.rgb[k] - kept[i][k]) > most)
                fail_msg("%s shows another picture", stations[i]->name);
    }
}

/* Each station as often as it would. */
static void run_day(uint32_t midnight)
{
    for (int i = 0; i < STATIONS; i++)
        memset(states[i], 0, stations[i]->state_size);
    for (uint32_t t = 10 * MINUTE; t < DAY_MS; t += 10 * MINUTE) {
        wait_for(midnight, t);
        harbour.now = t;
        for (int i = 0; i < STATIONS; i++)
            if (t % stations[i]->by_day == 0) {
                struct act *act = &stage.acts[acts[i]];
                stations[i]->step(states[i], &harbour, act->panel.size);
                assert_int_equal(stage_paint(&stage, acts[i], stations[i]->paint, states[i]), 0);
            }
    }
    wait_for(midnight, DAY_MS);
}

static void a_week_ends_as_it_began(void **state)
{
    (void)state;
    assert_true(day_read(&day, SOURCE_DIR "/assets/quay"));
    open_stations();
    uint32_t midnight = clock_now();
    run_day(midnight);
    keep_glasses();
    const size_t taken = mallinfo2().uordblks;
    for (int n = 1; n < DAYS; n++) {
        midnight += DAY_MS;
        assert_int_equal(clock_now(), midnight); /* no millisecond is lost */
        run_day(midnight);
        assert_as_kept();
        assert_true(mallinfo2().uordblks <= taken);
    }
    assert_true(clock_now() < UINT32_MAX / 2); /* the clock has wrapped */
    for (int i = 0; i < STATIONS; i++) {
        assert_int_equal(pmb_module_complaint_count(stage.acts[acts[i]].module), 0);
        free(states[i]);
        free(kept[i]);
    }
    assert_int_equal(stage_close(&stage, 0), 0);
}

int main(void)
{
    const struct CMUnitTest tests[] = {cmocka_unit_test(a_week_ends_as_it_began)};
    return cmocka_run_group_tests(tests, NULL, NULL);
}
