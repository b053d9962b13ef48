/* card.c - pemble card: the test card on a panel. */
#include "command.h"

#include <stdio.h>
#include "stage.h"

static const struct usage usage = {
    .name = "card",
    .arguments = "CONFIG [-o FILE.png] [--only NAME] [--bench FILE] [--trace FILE.vcd] [--wired]",
    .text =
        "Draws the test card on the configured panel, on the simulated bench, and writes a "
        "picture\n"
        "of the module. The card has a frame around the outermost pixels, an arrow that points "
        "up,\n"
        "L and R at the left and the right, a comb with a tooth every fourth row, and a wedge in\n"
        "which each row is longer than the one above. With --wired the card is also sent to the\n"
        "panel on this machine's wires: compare its glass with the picture.\n",
    .examples = "  pemble card assets/quay/gangway.ini -o gangway.png\n"
                "  pemble card believed.ini --bench real.ini -o what-it-would-show.png\n"
                "  pemble card quay.ini --only kiosk --trace kiosk.vcd\n",
};

static int draw(struct stage *stage, int number, const char *out)
{
    struct act *act = &stage->acts[number];
    int status = stage_open(stage, number, 1);
    if (status != DONE)
        return status;
    pmb_test_card card;
    pmb_test_card_init(&card, &act->panel, act->setup->known->title);
    status = stage_paint(stage, number, pmb_test_card_paint, &card);
    if (status == DONE)
        status = stage_picture(act->module, out);
    if (status == DONE && stage->is_wired)
        printf("the %s on the wires has taken the test card; its glass should look like %s\n",
               act->setup->known->title, out);
    else if (status == DONE)
        printf(
            "%s: test card of %dx%d on a simulated %s, %.1f ms of virtual time, complaints: %u\n",
            out, act->panel.size.w, act->panel.size.h, act->setup->known->title,
            (double)pmb_bench_now(stage->bench) / 1e6, stage_complaints(act->module));
    return status;
}

static int run(int argc, const char **argv)
{
    char *out = NULL, *panel = NULL;
    struct stage_options bench = {NULL, NULL, 0};
    struct poptOption options[] = {
        {"output", 'o', POPT_ARG_STRING, &out, 0, "the picture to write; card.png if not given",
         "FILE.png"},
        ONLY_OPTION(panel),
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
    status = stage_read(&stage, &setup, line.words[0], &bench);
    if (status == DONE) {
        const int number = setup_find(&setup, panel);
        status = number < 0 ? BAD_USE : draw(&stage, number, out ? out : "card.png");
    }
    status = stage_close(&stage, status);
    line_done(&line);
    return status;
}

const struct command command_card = {"card", "draw the test card on a panel", run, true};
