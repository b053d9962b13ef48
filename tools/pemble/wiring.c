/* wiring.c - pemble wiring: what to connect to what. */
#include "command.h"

#include <stdio.h>
#include <string.h>
#include "output.h"
#include "wires.h"

static const struct usage usage = {
    .name = "wiring",
    .arguments = "CONFIG [-o FILE.svg]",
    .text =
        "Says which pin of each panel goes to which pin of the board. It knows every label that\n"
        "modules print for a pin. It says which pins may stay open, and warns before damage.\n"
        "'[board] mcu' names the board; without it the pins are those of the bench.\n",
    .examples = "  pemble wiring assets/quay/gangway.ini\n"
                "  pemble wiring assets/quay/kiosk.ini -o kiosk.svg\n",
};

/* The pins above are those of an expander; it is wired to the board. */
static void print_expander(const struct setup *setup, const struct panel_setup *panel)
{
    const struct board_unit *unit = board_unit(setup->board, "i2c", panel->expander.unit);
    int sda = setup->board->usual_i2c[0], scl = setup->board->usual_i2c[1];
    if ((sda < 0 || panel->expander.unit > 0) && unit && unit->sda) {
        (void)sscanf(unit->sda, "%d", &sda);
        (void)sscanf(unit->scl, "%d", &scl);
    }
    printf("\n  these pins are on an MCP23017 at 0x%02x, on i2c %u of the %s",
           panel->expander.address, panel->expander.unit, setup->board->title);
    if (sda >= 0)
        printf(": SDA to %s, SCL to %s", board_pin_name(setup->board, PMB_PIN(sda)),
               board_pin_name(setup->board, PMB_PIN(scl)));
    printf("\n  its A0, A1, A2: %s, %s, %s; its RESET to the supply\n",
           panel->expander.address & 1 ? "supply" : "ground",
           panel->expander.address & 2 ? "supply" : "ground",
           panel->expander.address & 4 ? "supply" : "ground");
}

static void print_panel(const struct setup *setup, const struct panel_setup *panel)
{
    struct wire wires[MOST_WIRES];
    const int count = wires_of(setup, panel, wires);
    if (*panel->name || panel->module)
        printf("%s: ", panel_title(panel));
    printf("%s, %dx%d, %s", panel->known->title, panel->config.size.w, panel->config.size.h,
           panel->type);
    if (strcmp(panel->type, "i2c") == 0)
        printf(" at 0x%02x (0x%02x on an 8-bit silk screen)", panel->config.bus.address,
               panel->config.bus.address * 2);
    int width = 8;
    for (int i = 0; i < count; i++)
        if ((int)strlen(wires[i].board) > width)
            width = (int)strlen(wires[i].board);
    printf(", on the %s\n\n  %-37s %-*s %s\n", setup->board->title, "panel's pin", width, "board's",
           "what it is");
    for (int i = 0; i < count; i++)
        printf("  %-37s %-*s %s%s\n", wires[i].labels, width, wires[i].board, wires[i].what,
               wires[i].may_be_left_off ? " (may be left off)" : "");
    if (panel->expander.kind)
        print_expander(setup, panel);
    if (setup->board->positions)
        printf(
            "\n  in brackets: the position on the header; ground is at 6, 3.3 V at 1, 5 V at 2\n");
    if (panel->module)
        printf("\n  order of the pins on most of these modules: %s\n", panel->module->header);
    putchar('\n');
}

enum {
    ROW = 30,
    TOP = 70,
    BOARD_X = 40,
    BOARD_W = 190,
    PANEL_X = 560,
    PANEL_W = 400,
    WIDTH = 1000
};

static void draw_text(FILE *f, int x, int y, const char *style, const char *text)
{
    fprintf(f, "<text x=\"%d\" y=\"%d\" %s>", x, y, style);
    for (; *text; text++) {
        if (*text == '&')
            fputs("&amp;", f);
        else if (*text == '<')
            fputs("&lt;", f);
        else
            fputc(*text, f);
    }
    fputs("</text>\n", f);
}

/* One panel from row y on; returns the row below it. */
static int draw_panel(FILE *f, const struct setup *setup, const struct panel_setup *panel, int y)
{
    struct wire wires[MOST_WIRES];
    char title[120];
    const int count = wires_of(setup, panel, wires), height = count * ROW + 54;
    snprintf(title, sizeof title, "%s - %s, %dx%d, %s", panel_title(panel), panel->known->title,
             panel->config.size.w, panel->config.size.h, panel->type);
    fprintf(f, "<rect x=\"%d\" y=\"%d\" width=\"%d\" height=\"%d\" rx=\"10\" fill=\"#1c3d4a\"/>\n",
            PANEL_X, y, PANEL_W, height);
    draw_text(f, PANEL_X + 20, y + 28, "font-size=\"14\" font-weight=\"bold\" fill=\"#ffffff\"",
              title);
    for (int i = 0; i < count; i++) {
        const int at = y + 56 + i * ROW;
        fprintf(
            f,
            "<line x1=\"%d\" y1=\"%d\" x2=\"%d\" y2=\"%d\" stroke=\"%s\" stroke-width=\"3\"%s/>\n"
            "<circle cx=\"%d\" cy=\"%d\" r=\"6\" fill=\"#d9b65b\"/>"
            "<circle cx=\"%d\" cy=\"%d\" r=\"6\" fill=\"#d9b65b\"/>\n",
            BOARD_X + BOARD_W - 12, at, PANEL_X + 12, at, wires[i].color,
            wires[i].may_be_left_off ? " stroke-dasharray=\"7 5\"" : "", BOARD_X + BOARD_W - 12, at,
            PANEL_X + 12, at);
        draw_text(f, BOARD_X + BOARD_W - 28, at + 5,
                  "font-size=\"15\" text-anchor=\"end\" fill=\"#ffffff\"", wires[i].board);
        draw_text(f, PANEL_X + 28, at + 5, "font-size=\"15\" fill=\"#ffffff\"", wires[i].labels);
        draw_text(f, (BOARD_X + BOARD_W + PANEL_X) / 2, at - 6,
                  "font-size=\"12\" text-anchor=\"middle\" fill=\"#444444\"", wires[i].what);
    }
    return y + height + 24;
}

static int panel_rows(const struct setup *setup)
{
    int rows = 0;
    for (int i = 0; i < setup->count; i++) {
        struct wire wires[MOST_WIRES];
        rows += wires_of(setup, &setup->panels[i], wires) * ROW + 54 + 24;
    }
    return rows;
}

static int draw_svg(const struct setup *setup, const char *path)
{
    struct whole whole;
    const int height = TOP + panel_rows(setup) + 46;
    int y = TOP;
    if (!output_open(&whole, path))
        return FAILED;
    FILE *f = whole.file;
    fprintf(f,
            "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%d\" height=\"%d\" "
            "viewBox=\"0 0 %d %d\" font-family=\"DejaVu Sans, sans-serif\">\n"
            "<rect width=\"%d\" height=\"%d\" fill=\"#f4f1ea\"/>\n",
            WIDTH, height, WIDTH, height, WIDTH, height);
    draw_text(f, BOARD_X, 42, "font-size=\"20\" font-weight=\"bold\" fill=\"#1c3d4a\"", "Wiring");
    fprintf(f, "<rect x=\"%d\" y=\"%d\" width=\"%d\" height=\"%d\" rx=\"10\" fill=\"#3a4a3f\"/>\n",
            BOARD_X, TOP, BOARD_W, height - TOP - 70);
    draw_text(f, BOARD_X + 20, TOP + 28, "font-size=\"14\" font-weight=\"bold\" fill=\"#ffffff\"",
              setup->board->title);
    for (int i = 0; i < setup->count; i++)
        y = draw_panel(f, setup, &setup->panels[i], y);
    draw_text(
        f, BOARD_X, height - 22, "font-size=\"12\" fill=\"#444444\"",
        "Dashed wires may be left off. Pins are in no particular order: go by the print on your "
        "module.");
    fputs("</svg>\n", f);
    if (output_close(&whole, path, true) != DONE)
        return FAILED;
    printf("%s: a drawing of the wiring\n", path);
    return DONE;
}

static int run(int argc, const char **argv)
{
    static struct setup setup;
    static char warnings[MOST_WARNINGS][WARNING_SIZE];
    char *out = NULL;
    struct poptOption options[] = {
        {"output", 'o', POPT_ARG_STRING, &out, 0, "also draw it", "FILE.svg"},
        POPT_TABLEEND,
    };
    struct line line;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 1, 1, &status))
        return status;
    if (!config_read(&setup, line.words[0])) {
        line_done(&line);
        return BAD_USE;
    }
    for (int i = 0; i < setup.count; i++)
        print_panel(&setup, &setup.panels[i]);
    const int count = warnings_for(&setup, warnings);
    for (int i = 0; i < count; i++)
        printf("warning: %s\n", warnings[i]);
    if (out)
        status = draw_svg(&setup, out);
    line_done(&line);
    return status;
}

const struct command command_wiring = {"wiring", "say what to connect to what", run, true};
