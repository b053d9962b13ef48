/* What comes from outside the program in other ways than files: stored records, calibrations, and
 * what people do. The first byte says which. */
#include "menus.h"
#include "taken.h"
#include "themes.h"

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
        case 6:
            pmb_menu_push(&menu, (pmb_push_event)(bytes[i + 1] % 7));
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
    if (pmb_canvas_init(&c, ANY_FORMAT, (pmb_rect){0, 0, 128, 64}, pixels, sizeof pixels) != PMB_OK)
        abort();
    pmb_menu_draw(&c, &menu);
    (void)pmb_menu_row(&menu, bytes[count - 1]);
    if (!pmb_menu_page(&menu) || (pmb_menu_focus(&menu) > 0 && bytes[0] == 7))
        pmb_menu_home(&menu);
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

/* A dialog and a keyboard that fingers, knobs and sticks use in any order. */
static void try_fingers(const uint8_t *bytes, size_t count)
{
    static uint8_t pixels[96 * 64 * 2];
    struct input in = {bytes, count};
    pmb_finger finger = {0};
    pmb_canvas c;
    char typed[9] = "", *title = text(&in), *words = text(&in);
    pmb_dialog d = {.theme = &pmb_theme_color,
                    .area = rect(&in),
                    .title = title,
                    .text = words,
                    .icon = byte(&in) & 1 ? PMB_ICON_BELL : NULL,
                    .buttons = {"No", title},
                    .whole = byte(&in)};
    pmb_keyboard k = {.theme = &pmb_theme_dark,
                      .area = rect(&in),
                      .text = typed,
                      .room = sizeof typed,
                      .label = byte(&in) & 1 ? title : NULL};
    if (byte(&in) & 1)
        d.buttons[1] = NULL;
    if (pmb_canvas_init(&c, ANY_FORMAT, (pmb_rect){0, 0, 96, 64}, pixels, sizeof pixels) != PMB_OK)
        abort();
    for (uint32_t i = 0, now = word(&in); i < 30 && in.left > 0; i++, now += byte(&in)) {
        const pmb_touch_event event = pmb_finger_feed(&finger, byte(&in) & 3, point(&in), now);
        pmb_keyboard_touch(&k, event, &finger);
        pmb_dialog_touch(&d, event, &finger);
        pmb_dialog_turn(&d, number(&in));
        pmb_dialog_way(&d, (pmb_way)(byte(&in) % 5));
        pmb_dialog_push(&d, (pmb_push_event)(byte(&in) % 7));
        pmb_dialog_progress(&d, word(&in));
        if (byte(&in) & 1)
            pmb_dialog_press(&d);
        else if (byte(&in) & 1)
            pmb_dialog_back(&d);
        pmb_dialog_draw(&c, &d);
        pmb_keyboard_draw(&c, &k);
        if (strlen(typed) >= sizeof typed || d.answer > PMB_DIALOG_SECOND)
            abort();
    }
    free(words);
    free(title);
}

/* Contacts that bounce, knobs that skip, sticks at any voltage, at any time. */
static struct input *contacts;

static bool read_contact(void *context, pmb_pin pin)
{
    (void)context, (void)pin;
    return byte(contacts) & 1;
}

static void write_contact(void *context, pmb_pin pin, bool high)
{
    (void)context, (void)pin, (void)high;
}

static uint16_t read_voltage(void *context, pmb_pin pin)
{
    (void)context, (void)pin;
    return (uint16_t)(byte(contacts) << 8 | byte(contacts));
}

static bool is_within(pmb_point p, int most)
{
    return p.x >= -most && p.x <= most && p.y >= -most && p.y <= most;
}

static void try_contacts(const uint8_t *bytes, size_t count)
{
    struct input in = {bytes, count};
    const pmb_port port = {
        .pin_read = read_contact, .pin_write = write_contact, .analog_read = read_voltage};
    const pmb_pin rows[] = {1, 2, 3}, columns[] = {4, 5};
    pmb_push push = {.pin = PMB_PIN(1),
                     .active_high = byte(&in) & 1,
                     .doubles = byte(&in) & 1,
                     .repeat_ms = byte(&in)};
    pmb_keypad keypad = {.rows = rows, .columns = columns, .row_count = 3, .column_count = 2};
    pmb_encoder encoder = {.a = PMB_PIN(2), .b = PMB_PIN(3)};
    pmb_stick stick = {.across = PMB_PIN(4), .up = PMB_PIN(5)};
    const pmb_tilt tilt = {PMB_PIN(6), PMB_PIN(7), (uint16_t)number(&in)};
    const pmb_rect areas[] = {rect(&in), rect(&in)};
    pmb_gathered gathered = {0};
    contacts = &in;
    for (uint32_t i = 0, now = word(&in); i < 40 && in.left > 0; i++, now += byte(&in)) {
        pmb_gather_event(&gathered, pmb_push_poll(&push, &port, now));
        const int8_t detents = pmb_encoder_poll(&encoder, &port);
        pmb_gather_detents(&gathered, detents);
        (void)pmb_encoder_accelerate(&encoder, detents, now);
        (void)pmb_keypad_poll(&keypad, &port, now);
        if (keypad.key >= 6 || !is_within(pmb_stick_poll(&stick, &port), 100) ||
            !is_within(pmb_tilt_poll(&tilt, &port), 2000) ||
            pmb_stick_way(&stick, &port) > PMB_WAY_DOWN ||
            pmb_gathered_event(&gathered) > PMB_PUSH_RELEASED)
            abort();
        (void)pmb_gathered_detents(&gathered);
        (void)pmb_push_feed(&push, byte(&in) & 1, now);
        if (pmb_touch_hit(areas, 2, point(&in), byte(&in)) >= 2)
            abort();
    }
}

int LLVMFuzzerTestOneInput(const uint8_t *bytes, size_t count);
int LLVMFuzzerTestOneInput(const uint8_t *bytes, size_t count)
{
    static void (*const tries[])(const uint8_t *, size_t) = {
        try_store, try_calibration, try_menu, try_keyboard, try_fingers, try_contacts};
    if (count > 0)
        tries[bytes[0] % 6](bytes + 1, count - 1);
    return 0;
}
