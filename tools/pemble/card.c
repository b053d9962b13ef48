/* card.c - pemble card: the test card on a panel. */
#include "command.h"

#include <errno.h>
#include <stdio.h>
#include <string.h>
#include "stage.h"
#include "test_card.h"

static const struct usage usage = {
    .arguments = "CONFIG [-o FILE.png] [--bench FILE]",
    .text = "Draws the test card on the configured panel, on the simulated bench, and writes a\n"
            "picture of the module. The card has a frame around the outermost pixels, an arrow\n"
            "that points up, L and R at the left and the right, a comb with a tooth every fourth\n"
            "row, and a wedge in which each row is longer than the one above it.\n",
    .examples = "  pemble card assets/quay/gangway.ini -o gangway.png\n"
                "  pemble card believed.ini --bench real.ini -o what-it-would-show.png\n",
};

static int draw(struct stage *stage, const struct setup *setup, const char *out)
{
    struct test_card card = {setup->panels[0].known->title, stage->panel.size};
    const pmb_status status = pmb_screen_paint(&stage->screen, test_card_paint, &card);
    if (status != PMB_OK)
        return stage_failed(stage, setup, status);
    if (!pmb_module_save_png(stage->module, out, 0)) {
        complain("%s: %s", out, strerror(errno));
        return FAILED;
    }
    printf("%s: test card of %dx%d on a simulated %s, %llu bytes sent, complaints: %u\n", out,
           stage->panel.size.w, stage->panel.size.h, pmb_module_label(stage->module),
           (unsigned long long)pmb_bench_traffic_so_far(stage->bench).bytes,
           stage_complaints(stage));
    return DONE;
}

static int run(int argc, const char **argv)
{
    char *out = NULL, *bench = NULL;
    struct poptOption options[] = {
        {"output", 'o',  POPT_ARG_STRING, &out,   0, "the picture to write; card.png if not given",
         "FILE.png"                                                                                       },
        {"bench",  '\0', POPT_ARG_STRING, &bench, 0,
         "the hardware as it really is, a file like CONFIG; taken from CONFIG if not given",        "FILE"},
        POPT_TABLEEND,
    };
    struct line line;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 1, 1, &status))
        return status;
    struct setup believed, real;
    struct stage stage = {0};
    status = BAD_USE;
    if (config_read(&believed, line.words[0]) && config_read_bench(&real, &believed, bench)) {
        status = stage_open(&stage, &believed, &real);
        if (status == DONE)
            status = draw(&stage, &believed, out ? out : "card.png");
        stage_close(&stage);
    }
    line_done(&line);
    return status;
}

const struct command command_card = {"card", "draw the test card on a panel", run};
