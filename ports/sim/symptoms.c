/* symptoms.c - what each usual mistake looks like on a panel. */
#include "pemble/bench_symptoms.h"
#include "bench_parts.h"
#include "pemble/controllers.h"
#include "pemble/families.h"
#include "pemble/screen.h"
#include "pemble/shape.h"
#include "pemble/test_card.h"
#include "pemble/turn.h"

#include <stdio.h>
#include <stdlib.h>

/* A mistake is made in s->config, which is right so far; false when this panel cannot have it. */
typedef bool make(pmb_symptom *s);

#define MEND(...) snprintf(s->mend, sizeof s->mend, __VA_ARGS__)

static bool is_lcd_or_oled(const pmb_panel_config *config)
{
    const pmb_family *family = config->controller->family;
    return family == &pmb_family_oled_pages || family == &pmb_family_lcd_pages;
}

static bool is_color(const pmb_panel_config *config)
{
    return config->controller->family == &pmb_family_dcs || config->controller == &pmb_ssd1331 ||
           config->controller == &pmb_ssd1351;
}

static bool is_paper(const pmb_panel_config *config)
{
    return config->controller->family->refresh != NULL;
}

static bool nothing(pmb_symptom *s)
{
    MEND("nothing to mend");
    return true;
}

static bool wrong_offset(pmb_symptom *s)
{
    pmb_panel_config *config = &s->config;
    const pmb_size memory = config->controller->memory, glass = config->size;
    const pmb_glass *known = pmb_known_glass(config);
    const pmb_point right = config->offset.given ? (pmb_point){config->offset.x, config->offset.y}
                            : known              ? known->offset
                                                 : (pmb_point){0, 0};
    pmb_offset wrong = {0, 0, true};
    /* The usual mistake is to forget it, or to have one where there is none. */
    if (right.x == 0 && right.y == 0) {
        wrong.x = (int16_t)(memory.w - glass.w < 8 ? memory.w - glass.w : 8);
        wrong.y = (int16_t)(memory.h - glass.h < 20 ? memory.h - glass.h : 20);
        if (is_lcd_or_oled(config))
            wrong.y = 0;
    }
    if (wrong.x == right.x && wrong.y == right.y)
        return false;
    config->offset = wrong;
    MEND("offset = %d,%d", right.x, right.y);
    return true;
}

static bool wrong_com(pmb_symptom *s)
{
    pmb_panel_config *config = &s->config;
    const pmb_glass *known = pmb_known_glass(config);
    pmb_com_layout right = config->com;
    if (!is_lcd_or_oled(config) || !(config->controller->buses & PMB_HAS_I2C))
        return false;
    if (right == PMB_COM_USUAL && known)
        right = (pmb_com_layout)known->com;
    const bool sequential = right == PMB_COM_SEQUENTIAL || right == PMB_COM_SEQUENTIAL_SWAPPED;
    config->com = sequential ? PMB_COM_ALTERNATIVE : PMB_COM_SEQUENTIAL;
    MEND("com = %s", sequential ? "sequential" : "alternative");
    return true;
}

static bool mirrored(pmb_symptom *s)
{
    MEND("mirror = %s", s->config.mirror ? "yes" : "no");
    s->config.mirror = !s->config.mirror;
    return true;
}

static bool upside_down(pmb_symptom *s)
{
    MEND("rotate = %d", (int)s->config.rotate * 90);
    s->config.rotate = (pmb_rotation)((s->config.rotate + 2) % 4);
    return true;
}

static bool red_and_blue_exchanged(pmb_symptom *s)
{
    MEND("colors = %s", s->config.bgr ? "bgr" : "rgb");
    s->config.bgr = !s->config.bgr;
    return is_color(&s->config);
}

static bool inverted(pmb_symptom *s)
{
    MEND("invert = %s", s->config.invert ? "yes" : "no");
    s->config.invert = !s->config.invert;
    return true;
}

/* The controllers that are taken for each other, with the names that configuration files have. */
static const struct cousin {
    const pmb_controller *right;
    const char *name;
    const pmb_controller *wrong;
} cousins[] = {
    {&pmb_ssd1306, "ssd1306", &pmb_sh1106},
    {&pmb_sh1106, "sh1106", &pmb_ssd1306},
    {&pmb_ssd1309, "ssd1309", &pmb_sh1106},
    {&pmb_st7565, "st7565", &pmb_uc1701},
    {&pmb_uc1701, "uc1701", &pmb_st7565},
    {&pmb_st7735, "st7735", &pmb_st7789},
    {&pmb_st7789, "st7789", &pmb_ili9341},
    {&pmb_ili9341, "ili9341", &pmb_st7789},
    {&pmb_ili9488, "ili9488", &pmb_ili9341},
    {&pmb_gc9a01, "gc9a01", &pmb_st7789},
    {&pmb_ssd1331, "ssd1331", &pmb_ssd1351},
    {&pmb_ssd1351, "ssd1351", &pmb_ssd1331},
    {&pmb_ssd1327, "ssd1327", &pmb_ssd1306},
    {&pmb_ssd1680, "ssd1680", &pmb_uc8151},
    {&pmb_uc8151, "uc8151", &pmb_ssd1680},
    {&pmb_ssd1680_red, "ssd1680-red", &pmb_uc8151_red},
    {&pmb_uc8151_red, "uc8151-red", &pmb_ssd1680_red},
    {&pmb_ssd1681, "ssd1681", &pmb_ssd1680},
};

static bool another_controller(pmb_symptom *s)
{
    pmb_panel_config *config = &s->config;
    const struct cousin *cousin = NULL;
    for (size_t i = 0; i < sizeof cousins / sizeof cousins[0]; i++)
        if (cousins[i].right == config->controller)
            cousin = &cousins[i];
    if (!cousin)
        return false;
    config->controller = cousin->wrong;
    s->controller = bench_module_type(cousin->wrong)->name;
    /* The glass has to fit what is believed. */
    const pmb_size memory = config->controller->memory;
    if (config->size.w > memory.w)
        config->size.w = memory.w;
    if (config->size.h > memory.h)
        config->size.h = memory.h;
    config->offset.given = false;
    config->bus.hertz = 0;
    config->bias = config->temperature = config->contrast = 0;
    config->com = PMB_COM_USUAL;
    MEND("controller = %s", cousin->name);
    return true;
}

static bool half_the_height(pmb_symptom *s)
{
    MEND("size = %dx%d", s->config.size.w, s->config.size.h);
    if (s->config.controller == &pmb_pcd8544 || s->config.size.h < 32)
        return false;
    s->config.size.h = (int16_t)(s->config.size.h / 2 / 8 * 8);
    return true;
}

static bool contrast_too_low(pmb_symptom *s)
{
    const pmb_controller *controller = s->config.controller;
    MEND("contrast = %u", s->config.contrast ? s->config.contrast : 128);
    /* An LCD below its voltage is blank as when it sleeps; a little less shows what goes wrong. */
    s->config.contrast = controller == &pmb_st7565                    ? 64
                         : controller->family == &pmb_family_windowed ? 24
                         : controller->family->light                  ? 96
                                                                      : 1;
    return is_lcd_or_oled(&s->config) || controller == &pmb_pcd8544 ||
           controller->family == &pmb_family_windowed;
}

static bool asleep(pmb_symptom *s)
{
    MEND("call pmb_panel_wake()");
    s->asleep = true;
    return !is_paper(&s->config);
}

static bool wires_exchanged(pmb_symptom *s)
{
    const pmb_bus *bus = &s->config.bus;
    MEND("[pins] dc and cs");
    s->exchanged = true;
    return bus->data_command && bus->select && bus->kind != &pmb_parallel8;
}

static bool bytes_lost(pmb_symptom *s)
{
    MEND("[bus] speed: a lower one");
    s->lost = is_paper(&s->config) || !is_color(&s->config) ? 97 : 1999;
    return s->config.bus.kind == &pmb_spi;
}

static bool backlight_open(pmb_symptom *s)
{
    MEND("%s",
         s->config.backlight_low ? "LED to ground, or to its pin" : "BLK to 3.3 V, or to its pin");
    s->unlit = true;
    return s->config.controller->family == &pmb_family_dcs;
}

static bool wrong_mode(pmb_symptom *s)
{
    MEND("[bus] mode = 3");
    const bool right = s->config.bus.mode == 3;
    s->config.bus.mode = 0;
    return right && s->config.controller == &pmb_st7789 && s->config.bus.select == PMB_PIN_NONE;
}

/* Another glass of this size, which lies elsewhere, in a memory that may have another size. */
static bool another_glass(pmb_symptom *s)
{
    const pmb_controller *controller = s->config.controller;
    const pmb_glass *known = pmb_known_glass(&s->config);
    for (int i = 0; known && i < controller->glass_count; i++) {
        const pmb_glass *other = &controller->glasses[i];
        const pmb_point right = s->config.offset.given
                                    ? (pmb_point){s->config.offset.x, s->config.offset.y}
                                    : known->offset;
        if (other->size.w != known->size.w || other->size.h != known->size.h ||
            (other->offset.x == right.x && other->offset.y == right.y) ||
            (other->offset.x == 0 && other->offset.y == 0))
            continue;
        MEND("offset = %d,%d", right.x, right.y);
        s->config.offset = (pmb_offset){other->offset.x, other->offset.y, true};
        return true;
    }
    return false;
}

/* Seen only where columns are mirrored, so that they are here. */
static bool pairs_exchanged(pmb_symptom *s)
{
    const bool is_b = s->config.controller == &pmb_ssd1322_b;
    const bool is_a = s->config.controller == &pmb_ssd1322;
    MEND("controller = %s", is_b ? "ssd1322-b" : "ssd1322");
    s->config.controller = is_b ? &pmb_ssd1322 : &pmb_ssd1322_b;
    s->config.mirror = !s->config.mirror;
    return is_a || is_b;
}

static bool equal_currents(pmb_symptom *s)
{
    const pmb_controller *right = s->config.controller;
    if (right != &pmb_ssd1351 && right != &pmb_ssd1331)
        return false;
    s->table = *right;
    s->detail = *(const pmb_windowed *)right->detail;
    MEND("three currents: %02X %02X %02X", s->detail.usual[0], s->detail.usual[1],
         s->detail.usual[2]);
    s->detail.usual[1] = s->detail.usual[2] = s->detail.usual[0];
    s->table.detail = &s->detail;
    s->config.controller = &s->table;
    return true;
}

static bool has_partial(const pmb_panel_config *config)
{
    return is_paper(config) && ((const pmb_paper *)config->controller->detail)->partial_ms > 0;
}

static bool never_fully(pmb_symptom *s)
{
    MEND("full-every = 8");
    s->config.refresh = PMB_REFRESH_PARTIAL;
    s->config.full_every = PMB_FULL_NEVER;
    s->day = true;
    return has_partial(&s->config);
}

/* Waveforms in a controller's memory are chosen by its own sensor. */
static bool cold(pmb_symptom *s)
{
    MEND("call pmb_panel_temperature()");
    s->config.refresh = PMB_REFRESH_PARTIAL;
    s->day = s->cold = true;
    return has_partial(&s->config) &&
           ((const pmb_paper *)s->config.controller->detail)->flags & PMB_OWN_FAST;
}

/* Those that switch the voltage off by themselves cannot have it. */
static bool never_waited_for(pmb_symptom *s)
{
    MEND("call pmb_panel_wait()");
    s->powered = true;
    return s->config.controller->family == &pmb_family_uc81xx &&
           ((const pmb_paper *)s->config.controller->detail)->variant != PMB_UC8179;
}

static const struct {
    const char *title;
    make *make;
} mistakes[] = {
    {"as it should be", nothing},
    {"wrong offset", wrong_offset},
    {"wrong COM layout", wrong_com},
    {"mirrored", mirrored},
    {"upside down", upside_down},
    {"red and blue exchanged", red_and_blue_exchanged},
    {"inverted", inverted},
    {"another controller", another_controller},
    {"half the height", half_the_height},
    {"contrast too low", contrast_too_low},
    {"asleep", asleep},
    {"DC and CS exchanged", wires_exchanged},
    {"bytes lost on the way", bytes_lost},
    {"backlight left open", backlight_open},
    {"wrong SPI mode", wrong_mode},
    {"another glass of its size", another_glass},
    {"pixels exchanged in pairs", pairs_exchanged},
    {"equal currents: green", equal_currents},
    {"only partial, for a day", never_fully},
    {"colder than it was told", cold},
    {"voltage on for a day", never_waited_for},
};
_Static_assert(sizeof mistakes / sizeof mistakes[0] == PMB_SYMPTOMS, "as the header says");

bool pmb_symptom_make(pmb_symptom *symptom, int number, const pmb_panel_config *right)
{
    if (number < 0 || number >= PMB_SYMPTOMS)
        return false;
    *symptom = (pmb_symptom){.title = mistakes[number].title, .config = *right};
    return mistakes[number].make(symptom);
}

/* What a glass showed before: a bar that is elsewhere each hour. */
static void paint_hour(pmb_canvas *c, void *scene)
{
    const int hour = *(const int *)scene;
    const pmb_rect all = c->bounds;
    pmb_fill(c, PMB_WHITE);
    pmb_rect_fill(c, pmb_rect_of(hour * 37 % 200, 0, 40, all.y + all.h), PMB_BLACK);
    pmb_rect_fill(c, pmb_rect_of(0, hour * 23 % 100, 400, 12), PMB_BLACK);
}

static pmb_status pass_day(pmb_screen *screen)
{
    pmb_status status = PMB_OK;
    for (int hour = 0; hour < 24 && status == PMB_OK; hour++)
        status = bench_paint(screen, paint_hour, &hour);
    return status;
}

/* `module` is NULL for a panel that is not on a bench. */
static pmb_status send_card(pmb_panel *panel, const pmb_symptom *symptom, const char *name,
                            pmb_module *module)
{
    pmb_test_card card;
    pmb_screen screen;
    const size_t bytes = pmb_screen_whole_bytes(panel);
    uint8_t *buffer = malloc(bytes);
    pmb_test_card_init(&card, panel, name);
    pmb_status status = pmb_screen_init(&screen, panel, buffer, bytes, NULL, 0);
    if (status == PMB_OK && symptom->day)
        status = pass_day(&screen);
    if (symptom->cold && module)
        pmb_bench_temperature(module, 2);
    if (status == PMB_OK && symptom->powered)
        status = pmb_screen_paint(&screen, pmb_test_card_paint, &card);
    else if (status == PMB_OK)
        status = bench_paint(&screen, pmb_test_card_paint, &card);
    for (int minute = 0; symptom->powered && minute < 24 * 60; minute++)
        panel->port->wait_us(panel->port->context, 60000000);
    free(buffer);
    return status;
}

bool pmb_symptom_send(const pmb_symptom *symptom, const pmb_port *port, const char *name)
{
    pmb_panel panel;
    if (symptom->exchanged || symptom->unlit || symptom->lost || symptom->day || symptom->powered)
        return false;
    if (pmb_panel_open(&panel, &symptom->config, port) != PMB_OK)
        return true;
    (void)send_card(&panel, symptom, symptom->controller ? symptom->controller : name, NULL);
    if (symptom->asleep)
        (void)pmb_panel_sleep(&panel);
    return true;
}

pmb_status pmb_symptom_show(const pmb_symptom *symptom, pmb_bench *bench, pmb_module *module,
                            const char *name)
{
    pmb_panel panel;
    if (symptom->exchanged)
        (void)pmb_bench_swap(module, "DC", "CS");
    if (symptom->unlit)
        (void)pmb_bench_cut(module, "BLK");
    if (symptom->lost)
        pmb_bench_lose_bytes(bench, symptom->lost);
    pmb_status status = pmb_panel_open(&panel, &symptom->config, pmb_bench_port(bench));
    if (status != PMB_OK)
        return status;
    status = send_card(&panel, symptom, symptom->controller ? symptom->controller : name, module);
    if (symptom->asleep)
        (void)pmb_panel_sleep(&panel);
    return status;
}
