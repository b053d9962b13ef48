/* kiosk.c - the kiosk at the quay: a touch screen with a menu. It calibrates the film at its first
 * start, and keeps the settings. */
#include "board.h"

static const pmb_panel_config kiosk = {
    .controller = &pmb_ili9341,
    .size = {240, 320},
    .bus = {.kind = &pmb_spi,
            .hertz = 10000000,
            .select = PMB_PIN(17),
            .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .rotate = PMB_ROTATE_90,
};

/* On the panel's bus, at its own speed. */
static const pmb_touch_config sensor = {
    .kind = &pmb_xpt2046,
    .bus = {.hertz = 2000000, .select = PMB_PIN(22)},
    .interrupt = PMB_PIN(2),
};

/* What is kept; a new board has these. */
enum { BERTHS = 4 };
struct settings {
    bool lamps[BERTHS], night;
    int16_t unit, language, lamp_from, warn_at;
    pmb_touch_calibration calibration;
};
static const struct settings made = {
    .lamps = {true, false, true, false}, .lamp_from = 20 * 60 + 30, .warn_at = 420};

static struct settings now;
static bool asked_to_calibrate, must_be_kept;

static void keep(void *user)
{
    (void)user;
    must_be_kept = true;
}

static void calibrate_again(void *user)
{
    (void)user;
    asked_to_calibrate = true;
}

static void forget(void *user)
{
    const pmb_touch_calibration calibration = now.calibration;
    (void)user;
    now = made;
    now.calibration = calibration;
    must_be_kept = true;
}

static pmb_item_state by_day(void *user)
{
    (void)user;
    return now.night ? PMB_ITEM_SHOWN : PMB_ITEM_DISABLED;
}

/* English, German, French. */
static const char *const words[] = {
    "Kiosk",
    "Kiosk",
    "Kiosque",
    "Berth lamps",
    "Liegeplatzlampen",
    "Lampes des postes",
    "Berth 1",
    "Liegeplatz 1",
    "Poste 1",
    "Berth 2",
    "Liegeplatz 2",
    "Poste 2",
    "Berth 3",
    "Liegeplatz 3",
    "Poste 3",
    "Berth 4",
    "Liegeplatz 4",
    "Poste 4",
    "Only at night",
    "Nur nachts",
    "Seulement la nuit",
    "Night from",
    "Nacht ab",
    "Nuit d\u00e8s",
    "Warn at",
    "Warnen ab",
    "Avertir \u00e0",
    "Unit",
    "Einheit",
    "Unit\u00e9",
    "metres",
    "Meter",
    "m\u00e8tres",
    "feet",
    "Fu\u00df",
    "pieds",
    "Language",
    "Sprache",
    "Langue",
    "Calibrate",
    "Kalibrieren",
    "Calibrer",
    "Forget settings",
    "Einstellungen l\u00f6schen",
    "Oublier les r\u00e9glages",
    "Keep them",
    "Behalten",
    "Les garder",
    "Forget them",
    "L\u00f6schen",
    "Les oublier",
    "Touch the cross",
    "Auf das Kreuz tippen",
    "Touchez la croix",
};
static const pmb_dictionary dictionary = {
    .words = words, .rows = sizeof words / sizeof words[0] / 3, .languages = 3};

static const char *translate(void *user, const char *text)
{
    (void)user;
    return pmb_translate(&dictionary, (uint8_t)now.language, text);
}

static const pmb_row unit_names[] = {{"metres"}, {"feet"}};
static const pmb_page units = {.title = "Unit", .texts = unit_names, .count = 2};
static const pmb_row language_names[] = {{"English"}, {"Deutsch"}, {"Fran\u00e7ais"}};
static const pmb_page languages = {.title = "Language", .texts = language_names, .count = 3};
static const pmb_row answers[] = {{"Keep them"}, {"Forget them"}};
static const pmb_page sure = {.title = "Forget settings", .texts = answers, .count = 2};
static const pmb_range heights = {.most = 600, .step = 10, .decimals = 2, .unit = "m"};

static const pmb_item lamp_items[] = {
    {.label = "Berth 1", .kind = &pmb_item_switch, .on = &now.lamps[0], .done = keep},
    {.label = "Berth 2", .kind = &pmb_item_switch, .on = &now.lamps[1], .done = keep},
    {.label = "Berth 3", .kind = &pmb_item_switch, .on = &now.lamps[2], .done = keep},
    {.label = "Berth 4", .kind = &pmb_item_switch, .on = &now.lamps[3], .done = keep},
    {.label = "Only at night", .kind = &pmb_item_switch, .on = &now.night, .done = keep},
    {.label = "Night from",
     .kind = &pmb_item_time,
     .number = &now.lamp_from,
     .done = keep,
     .state = by_day},
};
static const pmb_page lamps = {.title = "Berth lamps", .items = lamp_items, .count = 6};

static const pmb_item home_items[] = {
    {.label = "Berth lamps", .kind = &pmb_item_page, .page = &lamps, .icon = PMB_ICON_LAMP_ON},
    {.label = "Warn at",
     .kind = &pmb_item_number,
     .number = &now.warn_at,
     .range = &heights,
     .done = keep,
     .icon = PMB_ICON_WAVE},
    {.label = "Unit",
     .kind = &pmb_item_choice,
     .number = &now.unit,
     .page = &units,
     .done = keep,
     .icon = PMB_ICON_GAUGE},
    {.label = "Language",
     .kind = &pmb_item_choice,
     .number = &now.language,
     .page = &languages,
     .done = keep,
     .icon = PMB_ICON_FLAG},
    {.label = "Calibrate",
     .kind = &pmb_item_action,
     .done = calibrate_again,
     .icon = PMB_ICON_COMPASS},
    {.label = "Forget settings",
     .kind = &pmb_item_question,
     .page = &sure,
     .done = forget,
     .icon = PMB_ICON_WARNING},
};
static const pmb_page home = {.title = "Kiosk", .items = home_items, .count = 6};

static const pmb_menu_style style = {.theme = &pmb_theme_color,
                                     .row_height = 36,
                                     .home_s = 60,
                                     .fingers = true,
                                     .translate = translate};

struct scene {
    pmb_menu menu;
    pmb_calibrator calibrator;
    bool calibrating;
};

static void paint(pmb_canvas *c, void *scene)
{
    const struct scene *s = (const struct scene *)scene;
    if (s->calibrating)
        pmb_calibrator_draw(c, &s->calibrator, &pmb_theme_color,
                            translate(NULL, "Touch the cross"));
    else
        pmb_menu_draw(c, &s->menu);
}

/* Samples the finger once; true when what is shown has changed. */
static bool attend(struct scene *s, pmb_touch *touch)
{
    if (s->calibrating) {
        const pmb_calibration_event event = pmb_calibrator_poll(&s->calibrator);
        if (event == PMB_CALIBRATION_DONE) {
            now.calibration = touch->calibration;
            must_be_kept = true;
            s->calibrating = false;
        }
        return event != PMB_CALIBRATION_NOTHING;
    }
    pmb_menu_touch(&s->menu, pmb_touch_poll(touch, board_milliseconds()), &touch->finger);
    s->calibrating = asked_to_calibrate;
    asked_to_calibrate = false;
    if (s->calibrating)
        pmb_calibrator_begin(&s->calibrator, touch);
    return pmb_menu_tick(&s->menu, board_milliseconds()) || s->calibrating;
}

int main(void)
{
    static uint8_t band[320 * 2 * 20];
    static pmb_square squares[PMB_SQUARES(320, 240)];
    static struct scene scene = {
        .menu = {.style = &style, .home = &home, .area = {0, 0, 320, 240}, .changed = true}};
    static pmb_touch touch;
    pmb_panel panel;
    pmb_screen screen;
    const pmb_panel_config *const panels[] = {&kiosk, NULL};
    const pmb_port *port = board_start(panels);
    board_touch(&sensor, &kiosk);
    pmb_status status = pmb_panel_open(&panel, &kiosk, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    if (status == PMB_OK)
        status = pmb_screen_draft(&screen, squares, sizeof squares / sizeof squares[0]);
    if (status == PMB_OK)
        status = pmb_touch_open(&touch, &sensor, port, &panel);
    now = made;
    asked_to_calibrate = pmb_store_load(board_storage(), NULL, &now, sizeof now) != PMB_OK;
    touch.calibration = now.calibration;
    while (status == PMB_OK && board_running("kiosk", 12000)) {
        if (attend(&scene, &touch))
            status = pmb_screen_paint(&screen, paint, &scene);
        if (must_be_kept)
            (void)pmb_store_save(board_storage(), 1, &now, sizeof now);
        must_be_kept = false;
        port->wait_us(port->context, 5000);
    }
    return status == PMB_OK ? 0 : 1;
}
