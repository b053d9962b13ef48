/* Reel - a gull in the middle of an OLED on SDA and SCL. gull.c was made with
 *     pemble reel make gull.gif --format one-bit --dither none -o gull.c */
#include <pemble_arduino.h>
#include <pemble/reel.h>

extern "C" const pmb_picture gull;
extern "C" const PMB_FLASH pmb_panel_config board; /* panel.c */

static pmb_panel panel;
static pmb_screen screen;
static uint8_t band[128 * 2]; /* a quarter of the frame */
static pmb_status status;
static pmb_reel_player player;
static uint8_t frame[64];

static void paint(pmb_canvas *c, void *scene)
{
    pmb_picture_style style = {};
    style.scale = 4;
    (void)scene;
    pmb_reel_draw(c, &player, pmb_point_of(22, 8), &style);
}

void setup()
{
    status = pmb_panel_open(&panel, &board, &pmb_arduino_i2c);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    if (status == PMB_OK)
        status = pmb_reel_open(&player, &gull, PMB_REEL_LOOP, frame, sizeof frame);
}

void loop()
{
    if (status == PMB_OK)
        status = pmb_reel_advance(&player, millis());
    if (status == PMB_OK && player.changed)
        status = pmb_screen_paint(&screen, paint, NULL);
}
