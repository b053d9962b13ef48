/* symptoms.c - pemble symptoms: what each usual mistake looks like on a panel. */
#include "command.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "image.h"
#include "pemble/families.h"
#include "stage.h"

static const struct usage usage = {
    .name = "symptoms",
    .arguments = "CONFIG [-o SHEET.png] [--only NAME] [--trace FILE.vcd]",
    .text = "Draws a sheet of pictures: what each usual mistake looks like on this panel. Each "
            "picture\n"
            "is the test card, sent by a driver with a wrong configuration to the right simulated\n"
            "module. The line below it says what to change. Compare your glass with the sheet.\n",
    .examples = "  pemble symptoms assets/quay/gangway.ini -o sheet.png\n",
};

/* One mistake: how it is made, and what mends it. `make` changes what is believed or what is real;
 * false when this panel cannot have it. */
struct symptom {
    const char *title;
    bool (*make)(struct panel_setup *believed, struct panel_setup *real, char *mend, size_t size);
    bool asleep; /* the panel is put to sleep after the card is drawn */
};

#define MEND(...) snprintf(mend, size, __VA_ARGS__)

static bool is_lcd_or_oled(const struct panel_setup *p)
{
    const pmb_family *family = p->config.controller->family;
    return family == &pmb_family_oled_pages || family == &pmb_family_lcd_pages;
}

static bool is_color(const struct panel_setup *p)
{
    const pmb_family *family = p->config.controller->family;
    return family == &pmb_family_dcs || p->config.controller == &pmb_ssd1331 ||
           p->config.controller == &pmb_ssd1351;
}

static bool is_paper(const struct panel_setup *p)
{
    return p->config.controller->family->refresh != NULL;
}

static bool make_right(struct panel_setup *b, struct panel_setup *r, char *mend, size_t size)
{
    (void)b, (void)r;
    MEND("nothing to mend");
    return true;
}

/* The usual offset of the glass, as the controller's table has it. */
static pmb_point offset_of(const struct panel_setup *p)
{
    const pmb_controller *c = p->config.controller;
    if (p->config.offset.given)
        return (pmb_point){p->config.offset.x, p->config.offset.y};
    for (int i = 0; i < c->glass_count; i++)
        if (c->glasses[i].size.w == p->config.size.w && c->glasses[i].size.h == p->config.size.h)
            return c->glasses[i].offset;
    return (pmb_point){0, 0};
}

static bool make_offset(struct panel_setup *b, struct panel_setup *r, char *mend, size_t size)
{
    const pmb_size memory = b->config.controller->memory, glass = b->config.size;
    const pmb_point right = offset_of(r);
    pmb_offset wrong = {0, 0, true};
    /* Paper windows are whole bytes; elsewhere the usual mistake is to forget it, or to have one.
     */
    if (right.x == 0 && right.y == 0) {
        wrong.x = (int16_t)(memory.w - glass.w < 8 ? memory.w - glass.w : 8);
        wrong.y = (int16_t)(memory.h - glass.h < 20 ? memory.h - glass.h : 20);
        if (is_lcd_or_oled(b))
            wrong.y = 0;
    }
    if (wrong.x == right.x && wrong.y == right.y)
        return false;
    b->config.offset = wrong;
    MEND("offset = %d,%d", right.x, right.y);
    return true;
}

static bool make_com(struct panel_setup *b, struct panel_setup *r, char *mend, size_t size)
{
    (void)r;
    const pmb_controller *c = b->config.controller;
    if (!is_lcd_or_oled(b) || !(c->buses & PMB_HAS_I2C))
        return false;
    pmb_com_layout right = b->config.com;
    for (int i = 0; i < c->glass_count && !right; i++)
        if (c->glasses[i].size.w == b->config.size.w && c->glasses[i].size.h == b->config.size.h)
            right = (pmb_com_layout)c->glasses[i].com;
    if (!right)
        right = PMB_COM_ALTERNATIVE;
    const bool alternative = right == PMB_COM_ALTERNATIVE || right == PMB_COM_ALTERNATIVE_SWAPPED;
    b->config.com = alternative ? PMB_COM_SEQUENTIAL : PMB_COM_ALTERNATIVE;
    MEND("com = %s", alternative ? "alternative" : "sequential");
    return true;
}

static bool make_mirrored(struct panel_setup *b, struct panel_setup *r, char *mend, size_t size)
{
    b->config.mirror = !r->config.mirror;
    MEND("mirror = %s", r->config.mirror ? "yes" : "no");
    return true;
}

static bool make_upside_down(struct panel_setup *b, struct panel_setup *r, char *mend, size_t size)
{
    b->config.rotate = (pmb_rotation)((r->config.rotate + 2) % 4);
    MEND("rotate = %d", (int)r->config.rotate * 90);
    return true;
}

static bool make_bgr(struct panel_setup *b, struct panel_setup *r, char *mend, size_t size)
{
    if (!is_color(b))
        return false;
    b->config.bgr = !r->config.bgr;
    MEND("colors = %s", r->config.bgr ? "bgr" : "rgb");
    return true;
}

static bool make_inverted(struct panel_setup *b, struct panel_setup *r, char *mend, size_t size)
{
    b->config.invert = !r->config.invert;
    MEND("invert = %s", r->config.invert ? "yes" : "no");
    return true;
}

/* The controllers that are taken for each other. */
static const char *cousin_of(const struct known_controller *known)
{
    static const char *const pairs[][2] = {
        {"ssd1306", "sh1106"},         {"sh1106", "ssd1306"},         {"ssd1309", "sh1106"},
        {"st7565", "uc1701"},          {"uc1701", "st7565"},          {"st7735", "st7789"},
        {"st7789", "ili9341"},         {"ili9341", "st7789"},         {"ili9488", "ili9341"},
        {"gc9a01", "st7789"},          {"ssd1331", "ssd1351"},        {"ssd1351", "ssd1331"},
        {"ssd1327", "ssd1306"},        {"ssd1680", "uc8151"},         {"uc8151", "ssd1680"},
        {"ssd1680-red", "uc8151-red"}, {"uc8151-red", "ssd1680-red"}, {"ssd1681", "ssd1680"},
    };
    for (size_t i = 0; i < sizeof pairs / sizeof pairs[0]; i++)
        if (strcmp(pairs[i][0], known->name) == 0)
            return pairs[i][1];
    return NULL;
}

static bool make_other_controller(struct panel_setup *b, struct panel_setup *r, char *mend,
                                  size_t size)
{
    const char *cousin = cousin_of(r->known);
    if (!cousin)
        return false;
    b->known = controller_named(cousin);
    b->config.controller = b->known->controller;
    /* The glass has to fit what is believed. */
    const pmb_size memory = b->config.controller->memory;
    if (b->config.size.w > memory.w)
        b->config.size.w = memory.w;
    if (b->config.size.h > memory.h)
        b->config.size.h = memory.h;
    b->config.offset.given = false;
    b->config.bus.hertz = 0;
    b->config.bias = b->config.temperature = b->config.contrast = 0;
    b->config.com = PMB_COM_USUAL;
    MEND("controller = %s", r->known->name);
    return true;
}

static bool make_asleep(struct panel_setup *b, struct panel_setup *r, char *mend, size_t size)
{
    (void)r;
    MEND("call pmb_panel_wake()");
    return !is_paper(b);
}

static bool make_faint(struct panel_setup *b, struct panel_setup *r, char *mend, size_t size)
{
    /* An LCD below its voltage is blank as when it sleeps; a little less shows what goes wrong. */
    const bool lcd = strstr(b->known->colors, "dark on light") != NULL;
    b->config.contrast = lcd ? 96 : 1;
    if (b->config.controller == &pmb_st7565)
        b->config.contrast = 64;
    if (r->config.contrast)
        MEND("contrast = %u", r->config.contrast);
    else
        MEND("contrast = 128");
    return is_lcd_or_oled(b) || b->config.controller == &pmb_pcd8544 ||
           b->config.controller->family == &pmb_family_windowed;
}

static bool make_half(struct panel_setup *b, struct panel_setup *r, char *mend, size_t size)
{
    if (b->config.controller == &pmb_pcd8544 || b->config.size.h < 32)
        return false;
    b->config.size.h = (int16_t)(b->config.size.h / 2 / 8 * 8);
    MEND("size = %dx%d", r->config.size.w, r->config.size.h);
    return true;
}

static bool add_fault(struct panel_setup *real, struct fault fault)
{
    real->faults[real->fault_count++] = fault;
    return true;
}

static bool make_exchanged(struct panel_setup *b, struct panel_setup *r, char *mend, size_t size)
{
    if (!b->pins[SIGNAL_DC] || !b->pins[SIGNAL_CS] || strcmp(b->type, "parallel8") == 0)
        return false;
    MEND("[pins] dc and cs");
    return add_fault(r, (struct fault){FAULT_SWAP, SIGNAL_DC, SIGNAL_CS, 0});
}

static bool make_loss(struct panel_setup *b, struct panel_setup *r, char *mend, size_t size)
{
    if (strcmp(b->type, "spi") != 0)
        return false;
    const bool small = is_paper(b) || !is_color(b);
    MEND("[bus] speed: a lower one");
    return add_fault(r, (struct fault){FAULT_LOSE, SIGNAL_SDA, SIGNAL_SDA, small ? 97 : 1999});
}

static const struct symptom symptoms[] = {
    {"as it should be", make_right, false},
    {"wrong offset", make_offset, false},
    {"wrong COM layout", make_com, false},
    {"mirrored", make_mirrored, false},
    {"upside down", make_upside_down, false},
    {"red and blue exchanged", make_bgr, false},
    {"inverted", make_inverted, false},
    {"another controller", make_other_controller, false},
    {"half the height", make_half, false},
    {"contrast too low", make_faint, false},
    {"asleep", make_asleep, true},
    {"DC and CS exchanged", make_exchanged, false},
    {"bytes lost on the way", make_loss, false},
};
enum { SYMPTOMS = sizeof symptoms / sizeof symptoms[0] };

/* ---- the sheet ---- */

static const struct rgb ground = {0xF4, 0xF1, 0xEA}, ink = {0x1C, 0x3D, 0x4A},
                        mend_ink = {0x9A, 0x3B, 0x22}, bezel_color = {0x05, 0x06, 0x07};

enum { COLUMNS = 4, TILE_WIDTH = 300, GAP = 20, TITLE = 64, CAPTION = 52, BEZEL = 6 };

struct sheet {
    struct image image;
    int width, height; /* of the glass in a tile */
    int count;
};

/* Draws the card as that mistake shows it, and copies the glass into the sheet. */
static void add_tile(struct sheet *sheet, struct stage *stage, const struct symptom *symptom,
                     const char *mend)
{
    struct act *act = &stage->acts[0];
    const pmb_port *port = pmb_bench_port(stage->bench);
    const int x = GAP + sheet->count % COLUMNS * (TILE_WIDTH + GAP);
    const int y = TITLE + sheet->count / COLUMNS * (sheet->height + 2 * BEZEL + CAPTION + GAP);
    sheet->count++;
    if (pmb_panel_open(&act->panel, &act->setup->config, port) == PMB_OK) {
        pmb_test_card card;
        pmb_test_card_init(&card, &act->panel, act->setup->known->title);
        const size_t bytes = pmb_screen_whole_bytes(&act->panel);
        act->buffer = malloc(bytes);
        if (act->buffer &&
            pmb_screen_init(&act->screen, &act->panel, act->buffer, bytes, NULL, 0) == PMB_OK &&
            pmb_screen_paint(&act->screen, pmb_test_card_paint, &card) == PMB_OK)
            (void)pmb_panel_wait(&act->panel, 60000);
        if (symptom->asleep)
            (void)pmb_panel_sleep(&act->panel);
    }
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
    image_text(&sheet->image, x, below + 32, 2, mend, mend_ink);
    image_free(&hung);
}

static int add_symptom(struct sheet *sheet, const struct setup *right, int panel, int which,
                       const char *trace)
{
    static struct setup believed, real;
    struct stage stage;
    char mend[80] = "";
    believed = *right;
    believed.panels[0] = right->panels[panel];
    believed.count = 1;
    real = believed;
    if (!symptoms[which].make(&believed.panels[0], &real.panels[0], mend, sizeof mend))
        return DONE;
    const struct stage_options options = {.trace = stage_trace_name(trace, sheet->count + 1)};
    const int status = stage_build(&stage, &believed, &real, &options);
    if (status == DONE) {
        add_tile(sheet, &stage, &symptoms[which], mend);
        printf("  %-24s %s\n", symptoms[which].title, mend);
    }
    return stage_close(&stage, status);
}

static int draw_sheet(const struct setup *setup, int panel, const char *out, const char *trace)
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
    const int rows = (SYMPTOMS + COLUMNS - 1) / COLUMNS;
    if (!image_make(&sheet.image, GAP + COLUMNS * (TILE_WIDTH + GAP),
                    TITLE + rows * (sheet.height + 2 * BEZEL + CAPTION + GAP), ground)) {
        complain("there is not enough memory");
        return FAILED;
    }
    snprintf(title, sizeof title, "%s, %dx%d: what a mistake looks like, and what mends it",
             p->known->title, p->config.size.w, p->config.size.h);
    image_text(&sheet.image, GAP, 22, 3, title, ink);
    printf("%s\n", title);
    for (int i = 0; i < SYMPTOMS && status == DONE; i++)
        status = add_symptom(&sheet, setup, panel, i, trace);
    sheet.image.height =
        TITLE + (sheet.count + COLUMNS - 1) / COLUMNS * (sheet.height + 2 * BEZEL + CAPTION + GAP);
    if (status == DONE && !image_save(&sheet.image, out)) {
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
    char *out = NULL, *panel = NULL, *trace = NULL;
    struct poptOption options[] = {
        {"output", 'o', POPT_ARG_STRING, &out, 0, "the sheet; symptoms.png if not given",
         "SHEET.png"},
        {"only", '\0', POPT_ARG_STRING, &panel, 0,
         "which panel of the file; the first if not given", "NAME"},
        TRACE_OPTION(trace),
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
            status = draw_sheet(&setup, number, out ? out : "symptoms.png", trace);
    }
    line_done(&line);
    return status;
}

const struct command command_symptoms = {"symptoms", "show what each usual mistake looks like",
                                         run};
