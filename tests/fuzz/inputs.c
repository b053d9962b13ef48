/* What comes from outside the program in other ways than files: stored records, calibrations, and
 * what people do. The first byte says which. */
#include <stdlib.h>
#include <string.h>
#include "menus.h"
#include "pemble/pemble.h"

enum { ROOM = 64 };

static uint8_t slots[2][ROOM];

static pmb_status read_slot(void *context, uint8_t slot, size_t offset, void *bytes, size_t count)
{
    (void)context;
    if (offset + count > ROOM)
        abort();
    memcpy(bytes, slots[slot] + offset, count);
    return PMB_OK;
}

static pmb_status write_slot(void *context, uint8_t slot, size_t offset, const void *bytes,
                             size_t count)
{
    (void)context;
    if (offset + count > ROOM)
        abort();
    memcpy(slots[slot] + offset, bytes, count);
    return PMB_OK;
}

static const pmb_storage storage = {.slot_bytes = ROOM, .read = read_slot, .write = write_slot};

/* Whatever lies in the slots is loaded or not; what is saved then is loaded. */
static void try_store(const uint8_t *bytes, size_t count)
{
    uint8_t record[ROOM - PMB_STORE_EXTRA], again[sizeof record], version = 0;
    memset(slots, 0xFF, sizeof slots);
    memcpy(slots, bytes, count < sizeof slots ? count : sizeof slots);
    const size_t size = count > 0 ? bytes[0] % sizeof record : 1;
    memset(record, 0x55, sizeof record);
    (void)pmb_store_load(&storage, &version, record, sizeof record);
    if (pmb_store_save(&storage, 7, record, size) != PMB_OK ||
        pmb_store_load(&storage, &version, again, size) != PMB_OK || version != 7 ||
        memcmp(record, again, size) != 0)
        abort();
}

/* A stored calibration, a sample, and a panel that is turned in any way. */
static void try_calibration(const uint8_t *bytes, size_t count)
{
    pmb_panel_config config = {.controller = &pmb_ili9341, .size = {240, 320}};
    pmb_panel panel = {.config = &config, .size = {240, 320}};
    pmb_touch touch = {.panel = &panel};
    pmb_touch_sample sample = {0, 0, 1};
    const size_t fixed = sizeof touch.calibration + 5;
    if (count < fixed)
        return;
    memcpy(&touch.calibration, bytes, sizeof touch.calibration);
    memcpy(&sample.x, bytes + sizeof touch.calibration, 2);
    memcpy(&sample.y, bytes + sizeof touch.calibration + 2, 2);
    panel.rotate = bytes[fixed - 1] % 4;
    config.mirror = bytes[fixed - 1] & 4;
    if (panel.rotate % 2)
        panel.size = (pmb_size){320, 240};
    const pmb_point p = pmb_touch_place(&touch, &sample);
    if (p.x < 0 || p.y < 0 || p.x >= panel.size.w || p.y >= panel.size.h)
        abort();
}

/* A byte or a few for each thing that somebody does in a menu. */
static void try_menu(const uint8_t *bytes, size_t count)
{
    static const pmb_menu_style styles[] = {
        {.theme = &pmb_theme_dark, .home_s = 3},
        {.theme = &pmb_theme_color, .row_height = 30, .fingers = true, .wraps = true}};
    static uint8_t pixels[128 * 64 * 2];
    char kept[9], typed[16] = "";
    pmb_keyboard keyboard = {.text = typed, .room = sizeof typed};
    pmb_finger finger = {0};
    pmb_canvas c;
    uint32_t now = 0;
    if (count < 1)
        return;
    quay_reset();
    pmb_menu menu = {.style = &styles[bytes[0] & 1],
                     .home = &quay_home,
                     .area = {0, 0, (int16_t)(1 + bytes[0] / 2), 64},
                     .user = &quay,
                     .kept = kept,
                     .keyboard = &keyboard};
    for (size_t i = 1; i + 2 < count; i += 3) {
        const int8_t a = (int8_t)bytes[i + 1], b = (int8_t)bytes[i + 2];
        switch (bytes[i] % 8) {
        case 0:
            pmb_menu_turn(&menu, a, (int16_t)(a * (b | 1)));
            break;
        case 1:
            pmb_menu_press(&menu);
            break;
        case 2:
            (void)pmb_menu_back(&menu);
            break;
        case 3:
            (void)pmb_menu_tick(&menu, now += bytes[i + 1] * 10u);
            break;
        case 4:
            pmb_menu_way(&menu, (pmb_way)(bytes[i + 1] % 5));
            break;
        case 5:
            quay.horn_disabled = a & 1;
            quay.tide_hidden = a & 2;
            break;
        default:
            pmb_menu_touch(
                &menu,
                pmb_finger_feed(&finger, bytes[i] & 8,
                                (pmb_point){(int16_t)bytes[i + 1], (int16_t)(b / 2 + 32)},
                                now += 10),
                &finger);
            break;
        }
        if (quay.height < -50 || quay.height > 600 || quay.opens < 0 || quay.opens >= 24 * 60 ||
            quay.contrast < 0 || quay.contrast > 100 || strlen(quay.name) > 8 || quay.berth < 0 ||
            quay.berth >= QUAY_BERTHS || quay.unit < 0 || quay.unit > 2)
            abort();
    }
    if (pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 128, 64}, pixels, sizeof pixels) !=
        PMB_OK)
        abort();
    pmb_menu_draw(&c, &menu);
    for (int i = 0; pmb_menu_back(&menu); i++)
        if (i >= PMB_MENU_LEVELS)
            abort();
}

/* UTF-8 of any kind typed into a small text. */
static void try_keyboard(const uint8_t *bytes, size_t count)
{
    static char key[200];
    const char *const pages[][4] = {{key, "\1\2", "\3 \4", "x"}};
    const pmb_keys keys = {.pages = pages, .count = 1};
    char text[9] = "";
    pmb_keyboard k = {.theme = &pmb_theme_dark,
                      .area = {0, 0, 128, 64},
                      .text = text,
                      .room = sizeof text,
                      .keys = &keys};
    const size_t half = count / 2 < sizeof key - 1 ? count / 2 : sizeof key - 1;
    memcpy(key, bytes, half);
    key[half] = '\0';
    for (size_t i = half; i < count; i++) {
        pmb_keyboard_turn(&k, (int8_t)bytes[i]);
        if (bytes[i] & 1)
            pmb_keyboard_way(&k, (pmb_way)(bytes[i] / 2 % 5));
        pmb_keyboard_press(&k);
        if (strlen(text) >= sizeof text)
            abort();
    }
}

int LLVMFuzzerTestOneInput(const uint8_t *bytes, size_t count);
int LLVMFuzzerTestOneInput(const uint8_t *bytes, size_t count)
{
    static void (*const tries[])(const uint8_t *, size_t) = {try_store, try_calibration, try_menu,
                                                             try_keyboard};
    if (count > 0)
        tries[bytes[0] % 4](bytes + 1, count - 1);
    return 0;
}
