/* clock.c - virtual time, and what happens as it passes. */
#include "bench_parts.h"

#include <stdlib.h>

void bench_later(pmb_module *module, uint64_t nanoseconds, void (*happens)(pmb_module *module))
{
    pmb_bench *bench = module->bench;
    if (bench->event_count == bench->event_room) {
        const int room = bench->event_room ? 2 * bench->event_room : 16;
        struct event *more = realloc(bench->events, (size_t)room * sizeof *more);
        if (!more) {
            module_complain(module, "there is no memory to wait for what it does");
            happens(module);
            return;
        }
        bench->events = more;
        bench->event_room = room;
    }
    bench->events[bench->event_count++] = (struct event){bench->now + nanoseconds, module, happens};
}

/* The number of the event that comes first, until `end`; -1: none does. */
static int earliest(const pmb_bench *bench, uint64_t end)
{
    int first = -1;
    for (int i = 0; i < bench->event_count; i++)
        if (bench->events[i].at <= end &&
            (first < 0 || bench->events[i].at < bench->events[first].at))
            first = i;
    return first;
}

bool bench_is_quiet(const pmb_bench *bench, uint64_t nanoseconds)
{
    const uint64_t end = bench->now + nanoseconds;
    return earliest(bench, end) < 0 && (bench->next_input == 0 || bench->next_input > end);
}

static void pass_until(pmb_bench *bench, uint64_t end)
{
    for (int next; (next = earliest(bench, end)) >= 0;) {
        const struct event event = bench->events[next];
        bench->events[next] = bench->events[--bench->event_count];
        bench->now = event.at;
        event.happens(event.module);
    }
    if (bench->next_input != 0 && bench->next_input <= end)
        bench_inputs_until(bench, end);
    bench->now = end;
}

void bench_pass(pmb_bench *bench, uint64_t nanoseconds)
{
    const uint64_t end = bench->now + nanoseconds;
    while (bench->feed && !bench->interrupted && feed_next_look(bench->feed) <= end) {
        pass_until(bench, feed_next_look(bench->feed));
        feed_look(bench->feed, bench);
    }
    if (bench->now <= end)
        pass_until(bench, end);
}
