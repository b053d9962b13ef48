/* demo.c - pemble demo: Pellan Quay on simulated panels. */
#include "command.h"

#include <errno.h>
#include <stdio.h>
#include <string.h>
#include <sys/stat.h>
#include "gangway.h"
#include "stage.h"

static const struct usage usage = {
    .name = "demo",
    .arguments = "[-o DIR] [--quay DIR] [--trace FILE.vcd]",
    .text = "Runs the gangway displays of Pellan Quay, an invented harbour, on simulated panels\n"
            "with a made-up day of tide heights, and writes a picture of each.\n",
    .examples = "  pemble demo\n"
                "  pemble demo -o /tmp/quay\n",
};

enum { MINUTE = 14 * 60 + 20, PATH_SIZE = 512 };

static int show(const char *quay, const char *name, const struct tide *tide, const char *directory,
                char *trace)
{
    static struct setup setup;
    char config[PATH_SIZE], out[PATH_SIZE];
    struct stage stage;
    snprintf(config, sizeof config, "%s/%s.ini", quay, name);
    snprintf(out, sizeof out, "%s/%s.png", directory, name);
    int status = stage_read(&stage, &setup, config, &(struct stage_options){.trace = trace});
    if (status == DONE)
        status = stage_open(&stage, 0);
    struct act *act = &stage.acts[0];
    struct gangway scene = {tide, act->panel.size, MINUTE};
    if (status == DONE)
        status = stage_paint(&stage, 0, gangway_paint, &scene);
    if (status == DONE)
        status = stage_picture(act->module, out);
    if (status == DONE)
        printf("%s: %dx%d on a simulated %s, %llu bytes, %.1f ms of virtual time, complaints: %u\n",
               out, act->panel.size.w, act->panel.size.h, act->setup->known->title,
               (unsigned long long)pmb_bench_traffic_so_far(stage.bench).bytes,
               (double)pmb_bench_now(stage.bench) / 1e6, stage_complaints(act->module));
    return stage_close(&stage, status);
}

static int run(int argc, const char **argv)
{
    char *out = NULL, *quay = NULL, *trace = NULL, path[PATH_SIZE];
    struct poptOption options[] = {
        {"output", 'o', POPT_ARG_STRING, &out, 0, "where to write; demo if not given", "DIR"},
        {"quay", '\0', POPT_ARG_STRING, &quay, 0, "configurations and data of the harbour", "DIR"},
        TRACE_OPTION(trace),
        POPT_TABLEEND,
    };
    struct line line;
    struct tide tide;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 0, 0, &status))
        return status;
    const char *directory = out ? out : "demo", *data = quay ? quay : PEMBLE_ASSETS "/quay";
    snprintf(path, sizeof path, "%s/tide.csv", data);
    if (mkdir(directory, 0777) != 0 && errno != EEXIST) {
        complain("%s: %s", directory, strerror(errno));
        status = FAILED;
    } else if (!tide_read(&tide, path)) {
        status = FAILED;
    } else {
        status = show(data, "gangway", &tide, directory, stage_trace_name(trace, 1));
        if (status == DONE)
            status = show(data, "gangway-slim", &tide, directory, stage_trace_name(trace, 2));
    }
    line_done(&line);
    return status;
}

const struct command command_demo = {"demo", "run Pellan Quay on simulated panels", run};
