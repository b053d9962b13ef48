/* demo.c - pemble demo: Pellan Quay on simulated panels. */
#include "command.h"

#include <errno.h>
#include <stdio.h>
#include <string.h>
#include <sys/stat.h>
#include "gangway.h"
#include "stage.h"

static const struct usage usage = {
    .arguments = "[-o DIR] [--quay DIR]",
    .text = "Runs the gangway displays of Pellan Quay, an invented harbour, on simulated panels\n"
            "with a made-up day of tide heights, and writes a picture of each.\n",
    .examples = "  pemble demo\n"
                "  pemble demo -o /tmp/quay\n",
};

enum { MINUTE = 14 * 60 + 20, PATH_SIZE = 512 };

static int show(const char *quay, const char *name, const struct tide *tide, const char *directory)
{
    char config[PATH_SIZE], out[PATH_SIZE];
    struct setup setup;
    struct stage stage;
    snprintf(config, sizeof config, "%s/%s.ini", quay, name);
    snprintf(out, sizeof out, "%s/%s.png", directory, name);
    if (!config_read(&setup, config))
        return BAD_USE;
    int status = stage_open(&stage, &setup, &setup);
    if (status == DONE) {
        struct gangway scene = {tide, stage.panel.size, MINUTE};
        const pmb_status painted = pmb_screen_paint(&stage.screen, gangway_paint, &scene);
        const pmb_bench_traffic sent = pmb_bench_traffic_so_far(stage.bench);
        if (painted != PMB_OK) {
            status = stage_failed(&stage, &setup, painted);
        } else if (!pmb_module_save_png(stage.module, out, 0)) {
            complain("%s: %s", out, strerror(errno));
            status = FAILED;
        } else {
            printf("%s: %dx%d on a simulated %s, %llu bytes, %.1f ms of virtual time, complaints: "
                   "%u\n",
                   out, stage.panel.size.w, stage.panel.size.h, pmb_module_label(stage.module),
                   (unsigned long long)sent.bytes, (double)pmb_bench_now(stage.bench) / 1e6,
                   stage_complaints(&stage));
        }
    }
    stage_close(&stage);
    return status;
}

static int run(int argc, const char **argv)
{
    char *out = NULL, *quay = NULL, path[PATH_SIZE];
    struct poptOption options[] = {
        {"output", 'o',  POPT_ARG_STRING, &out,  0, "where to write; demo if not given",      "DIR"},
        {"quay",   '\0', POPT_ARG_STRING, &quay, 0, "configurations and data of the harbour", "DIR"},
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
        status = show(data, "gangway", &tide, directory);
        if (status == DONE)
            status = show(data, "gangway-slim", &tide, directory);
    }
    line_done(&line);
    return status;
}

const struct command command_demo = {"demo", "run Pellan Quay on simulated panels", run};
