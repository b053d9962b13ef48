/* symptoms.c - pemble symptoms: what each usual mistake looks like on a panel. */
#include "command.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "image.h"
#include "pemble/bench_symptoms.h"
#include "stage.h"

static const struct usage usage = {
    .name = "symptoms",
    .arguments = "CONFIG [-o SHEET.png] [--only NAME] [--trace FILE.vcd] [--wired]",
    .text =
        "Draws a sheet of pictures: what each usual mistake looks like on this panel. Each "
        "picture\n"
        "is the test card, sent by a driver with a wrong configuration to the right simulated\n"
        "module. The line below it says what to change. Compare your glass with the sheet. With\n"
        "--wired the mistakes of configuration are also made on the panel on this machine's "
        "wires,\n"
        "one after the other, each until you press Enter.\n",
    .examples = "  pemble symptoms assets/quay/gangway.ini -o sheet.png\n",
};

static const struct rgb ground = {0xF4, 0xF1, 0xEA}, ink = {0x1C, 0x3D, 0x4A},
                        mend_ink = {0x9A, 0x3B, 0x22}, bezel_color = {0x05, 0x06, 0x07};

enum { COLUMNS = 4, TILE_WIDTH = 300, GAP = 20, TITLE = 64, CAPTION = 52, BEZEL = 6 };

struct sheet {
    struct image image;
    int width, height; /* of the glass in a tile */
    int count;
};

/* Draws the card as that mistake shows it, and copies the glass into the sheet. */
static void add_tile(struct sheet *sheet, struct stage *stage, const pmb_symptom *symptom)
{
    struct act *act = &stage->acts[0];
    const int x = GAP + sheet->count % COLUMNS * (TILE_WIDTH + GAP);
    const int y = TITLE + sheet->count / COLUMNS * (sheet->height + 2 * BEZEL + CAPTION + GAP);
    sheet->count++;
    /* Whatever fails shows on the glass. */
    if (!stage->is_wired)
        (void)pmb_symptom_show(symptom, stage->bench, act->module, act->setup->known->title);
    /* As the panel hangs when it is configured right. */
    struct image hung;
    if (!image_of_glass(&hung, act->module))
        return;
    const pmb_glass_view glass = {hung.width, hung.height, pmb_module_glass(act->module).round,
                                  hung.rgb};
    image_rect(&sheet->image, x, y, sheet->width + 2 * BEZEL, sheet->height + 2 * BEZEL,
               bezel_color);
    image_fit(&sheet->image, x + BEZEL, y + BEZEL, sheet->width, sheet->height, &glass);
    const int below = y + sheet->height + 2 * BEZEL;
    image_text(&sheet->image, x, below + 10, 2, symptom->title, ink);
    image_text(&sheet->image, x, below + 32, 2, symptom->mend, mend_ink);
    image_free(&hung);
}

/* Makes the mistake on the wires and on the twin, and waits for Enter. False: it cannot be made
 * there.
 */
static bool make_on_wires(struct stage *stage, const pmb_symptom *symptom)
{
    int key;
    if (!pmb_symptom_send(symptom, &stage->wired.port, stage->acts[0].setup->known->title))
        return false;
    printf("  %-24s %s: press Enter\n", symptom->title, symptom->mend);
    fflush(stdout);
    do
        key = getchar();
    while (key != '\n' && key != EOF);
    return true;
}

static int add_symptom(struct sheet *sheet, const struct setup *setup, int panel, int number,
                       const struct stage_options *wanted)
{
    static struct setup real;
    struct stage stage;
    pmb_symptom symptom;
    if (!pmb_symptom_make(&symptom, number, &setup->panels[panel].config))
        return DONE;
    real = *setup;
    real.panels[0] = setup->panels[panel];
    real.count = 1;
    real.panels[0].expander.kind = NULL; /* what is seen does not depend on it */
    const struct stage_options options = {
        .trace = stage_trace_name(wanted->trace, sheet->count + 1), .wired = wanted->wired};
    const int status = stage_build(&stage, &real, &real, &options);
    if (status == DONE && (!stage.is_wired || make_on_wires(&stage, &symptom))) {
        add_tile(sheet, &stage, &symptom);
        if (!stage.is_wired)
            printf("  %-24s %s\n", symptom.title, symptom.mend);
    }
    return stage_close(&stage, status);
}

static int draw_sheet(const struct setup *setup, int panel, const char *out,
                      const struct stage_options *wanted)
{
    const struct panel_setup *p = &setup->panels[panel];
    struct sheet sheet = {.count = 0};
    char title[120];
    int status = DONE;
    /* Enlarged by a whole number where the glass is narrow, made smaller where it is wide. */
    const bool across = p->config.rotate % 2;
    const int w = across ? p->config.size.h : p->config.size.w;
    const int h = across ? p->config.size.w : p->config.size.h;
    const int room = TILE_WIDTH - 2 * BEZEL;
    sheet.width = w <= room ? room / w * w : room;
    sheet.height = h * sheet.width / w;
    const int rows = (PMB_SYMPTOMS + COLUMNS - 1) / COLUMNS;
    if (!image_make(&sheet.image, GAP + COLUMNS * (TILE_WIDTH + GAP),
                    TITLE + rows * (sheet.height + 2 * BEZEL + CAPTION + GAP), ground)) {
        complain("there is not enough memory");
        return FAILED;
    }
    snprintf(title, sizeof title, "%s, %dx%d: what a mistake looks like, and what mends it",
             p->known->title, p->config.size.w, p->config.size.h);
    image_text(&sheet.image, GAP, 22, 3, title, ink);
    printf("%s\n", title);
    for (int i = 0; i < PMB_SYMPTOMS && status == DONE; i++)
        status = add_symptom(&sheet, setup, panel, i, wanted);
    sheet.image.height =
        TITLE + (sheet.count + COLUMNS - 1) / COLUMNS * (sheet.height + 2 * BEZEL + CAPTION + GAP);
    if (status == DONE && !image_save(&sheet.image, 0, out)) {
        complain("%s: %s", out, strerror(errno));
        status = FAILED;
    } else if (status == DONE) {
        printf("%s: %d pictures of a simulated panel\n", out, sheet.count);
    }
    image_free(&sheet.image);
    return status;
}

static int run(int argc, const char **argv)
{
    static struct setup setup;
    char *out = NULL, *panel = NULL;
    struct stage_options wanted = {0};
    struct poptOption options[] = {
        {"output", 'o', POPT_ARG_STRING, &out, 0, "the sheet; symptoms.png if not given",
         "SHEET.png"},
        ONLY_OPTION(panel),
        TRACE_OPTION(wanted.trace),
        WIRED_OPTION(wanted.wired),
        POPT_TABLEEND,
    };
    struct line line;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 1, 1, &status))
        return status;
    status = BAD_USE;
    if (config_read(&setup, line.words[0])) {
        const int number = setup_find(&setup, panel);
        if (number >= 0)
            status = draw_sheet(&setup, number, out ? out : "symptoms.png", &wanted);
    }
    line_done(&line);
    return status;
}

const struct command command_symptoms = {"symptoms", "show what each usual mistake looks like", run,
                                         true};
