/* trace.c - the edges of all nets, as a Value Change Dump. */
#include "bench_parts.h"

#include <errno.h>
#include <stdlib.h>
#include "whole.h"

struct edge {
    uint64_t at;
    uint32_t net;
    bool level;
};

struct traced_net {
    struct trace *trace;
    struct net *net;
    bool first; /* its level when the trace began */
};

enum { MOST_NETS = 128 };

struct trace {
    pmb_bench *bench;
    struct traced_net nets[MOST_NETS];
    uint32_t net_count;
    struct edge *edges;
    size_t count, room;
    bool lost; /* there was no memory for more */
};

static void keep(void *watcher, struct net *net, bool level)
{
    const struct traced_net *traced = watcher;
    struct trace *trace = traced->trace;
    (void)net;
    if (trace->count == trace->room) {
        const size_t room = trace->room ? trace->room * 2 : 4096;
        struct edge *edges = realloc(trace->edges, room * sizeof *edges);
        trace->lost = trace->lost || !edges;
        if (!edges)
            return;
        trace->edges = edges;
        trace->room = room;
    }
    trace->edges[trace->count++] =
        (struct edge){trace->bench->now, (uint32_t)(traced - trace->nets), level};
}

void trace_net(struct trace *trace, struct net *net)
{
    if (trace->net_count == MOST_NETS)
        return;
    struct traced_net *traced = &trace->nets[trace->net_count++];
    *traced = (struct traced_net){trace, net, net->level};
    net->watch = keep;
    net->watcher = traced;
}

void pmb_bench_start_trace(pmb_bench *bench)
{
    if (bench->trace)
        return;
    bench->trace = calloc(1, sizeof *bench->trace);
    if (!bench->trace)
        return;
    bench->trace->bench = bench;
    for (struct net *net = bench->nets; net; net = net->next)
        trace_net(bench->trace, net);
}

void trace_free(struct trace *trace)
{
    if (trace)
        free(trace->edges);
    free(trace);
}

/* Identifier codes are printable characters from ! on (clause 18.2.1); two for every net. */
static void write_identifier(FILE *f, uint32_t net)
{
    fputc('!' + (int)(net / 90), f);
    fputc('!' + (int)(net % 90), f);
}

static void write_name(FILE *f, const char *name)
{
    for (; *name; name++)
        fputc(*name == '.' ? '_' : *name, f);
}

static void write_level(FILE *f, uint32_t net, bool level)
{
    fputc(level ? '1' : '0', f);
    write_identifier(f, net);
    fputc('\n', f);
}

static void write_header(FILE *f, const struct trace *trace)
{
    fputs("$comment the wires of a simulated bench $end\n$timescale 1 ns $end\n"
          "$scope module bench $end\n",
          f);
    for (uint32_t i = 0; i < trace->net_count; i++) {
        fputs("$var wire 1 ", f);
        write_identifier(f, i);
        fputc(' ', f);
        write_name(f, trace->nets[i].net->name);
        fputs(" $end\n", f);
    }
    fputs("$upscope $end\n$enddefinitions $end\n#0\n$dumpvars\n", f);
    for (uint32_t i = 0; i < trace->net_count; i++)
        write_level(f, i, trace->nets[i].first);
    fputs("$end\n", f);
}

bool pmb_bench_save_trace(const pmb_bench *bench, const char *path)
{
    const struct trace *trace = bench->trace;
    if (!trace || trace->lost) {
        errno = ENOMEM;
        return false;
    }
    struct whole whole;
    errno = 0;
    if (!whole_open(&whole, path))
        return false;
    FILE *f = whole.file;
    write_header(f, trace);
    uint64_t at = 0;
    for (size_t i = 0; i < trace->count; i++) {
        const struct edge *edge = &trace->edges[i];
        if (edge->at != at || i == 0)
            fprintf(f, "#%llu\n", (unsigned long long)(at = edge->at));
        write_level(f, edge->net, edge->level);
    }
    fprintf(f, "#%llu\n", (unsigned long long)bench->now);
    return whole_close(&whole, true);
}
