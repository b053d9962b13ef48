/* Menu - settings on an OLED on SDA and SCL, for a knob: its contacts on pins 2 and 3, its button on
 * 4, each to ground. The tables of the menu are in pages.c. menu_font.c was made with
 * 'pemble font make jetty.bdf --from pages.c --text "0123456789:" --plain --unkerned -o menu_font.c'. */
#include <pemble_arduino.h>

extern "C" const PMB_FLASH pmb_panel_config board; /* pages.c */
extern "C" pmb_menu menu;

static pmb_panel panel;
static pmb_screen screen;
static uint8_t band[128];
static pmb_status status;
static pmb_encoder knob;
static pmb_push button;

static void paint(pmb_canvas *c, void *scene)
{
    pmb_menu_draw(c, (const pmb_menu *)scene);
}

void setup()
{
    pinMode(2, INPUT_PULLUP);
    pinMode(3, INPUT_PULLUP);
    pinMode(4, INPUT_PULLUP);
    knob.a = PMB_PIN(2);
    knob.b = PMB_PIN(3);
    button.pin = PMB_PIN(4);
    menu.changed = true;
    status = pmb_panel_open(&panel, &board, &pmb_arduino_i2c);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
}

void loop()
{
    const int8_t detents = pmb_encoder_poll(&knob, &pmb_arduino_i2c);
    pmb_menu_turn(&menu, detents, detents);
    pmb_menu_push(&menu, pmb_push_poll(&button, &pmb_arduino_i2c, millis()));
    if (pmb_menu_tick(&menu, millis()) && status == PMB_OK)
        status = pmb_screen_paint(&screen, paint, &menu);
}
