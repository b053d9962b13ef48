/* keyboard.c - keys on the screen. */
#include "pemble/keyboard.h"
#include "geometry/limits.h"
#include "pemble/shape.h"
#include "pemble/smooth.h"
#include "pemble/text.h"

enum { ROWS = 4, NEXT_PAGE = 1, DELETE, CANCEL, DONE, PAD = 3, WIDE = 3, HALF_MORE = 2 };

static const char *const letters[][ROWS] = {
    {"qwertyuiop", "asdfghjkl", "\1zxcvbnm\2", "\3 \4"},
    {"QWERTYUIOP", "ASDFGHJKL", "\1ZXCVBNM\2", "\3 \4"},
    {"1234567890", "-_+=*/%&#", "\1.,:;!?@\2", "\3 \4"},
};
const pmb_keys pmb_keys_letters = {.pages = letters, .count = 3};

static const char *const number[][ROWS] = {{"123\2", "456\3", "789\4", "-0.\4"}};
const pmb_keys pmb_keys_number = {.pages = number, .count = 1};

static const pmb_keys *keys_of(const pmb_keyboard *k)
{
    return k->keys ? k->keys : &pmb_keys_letters;
}

static const char *row_of(const pmb_keyboard *k, uint8_t row)
{
    return keys_of(k)->pages[k->page][row];
}

/* Twice the width of a key, in keys. */
static int16_t weight(uint32_t key)
{
    return key == ' ' ? 2 * WIDE : key < ' ' ? HALF_MORE + 1 : 2;
}

/* One key after the other: where it is, and what it types. All zero: in front of the first. */
struct key {
    pmb_rect r;
    uint32_t code;
    const char *from, *to; /* its character */
    uint8_t row;
    int32_t all, before; /* weights: of the row, and up to the end of this key */
};

static int16_t line_of(const pmb_keyboard *k)
{
    return (int16_t)(pmb_font_measure(k->theme->text).line + 2);
}

/* The line of text takes a fifth, and less of a small area. */
static int16_t head_of(const pmb_keyboard *k)
{
    return (int16_t)pmb_lesser(pmb_greater(line_of(k), k->area.h / 6), k->area.h / 3);
}

static int32_t weight_of_row(const char *row)
{
    int32_t all = 0;
    while (*row)
        all += weight(pmb_text_next(&row));
    return all;
}

/* False behind the last key. */
static bool next_key(const pmb_keyboard *k, struct key *key)
{
    const int32_t head = head_of(k), high = k->area.h - head;
    if (!key->to)
        *key = (struct key){.to = row_of(k, 0), .all = weight_of_row(row_of(k, 0))};
    while (!*key->to) {
        if (key->row + 1 >= ROWS)
            return false;
        const char *row = row_of(k, ++key->row);
        key->to = row;
        key->all = weight_of_row(row);
        key->before = 0;
    }
    key->from = key->to;
    key->code = pmb_text_next(&key->to);
    const int32_t left = k->area.w * key->before / key->all;
    const int32_t top = high * key->row / ROWS;
    key->before += weight(key->code);
    key->r = (pmb_rect){(int16_t)(k->area.x + left), (int16_t)(k->area.y + head + top),
                        (int16_t)(k->area.w * key->before / key->all - left),
                        (int16_t)(high * (key->row + 1) / ROWS - top)};
    return true;
}

static bool key_at(const pmb_keyboard *k, uint8_t wanted, struct key *key)
{
    *key = (struct key){.row = 0};
    for (uint16_t i = 0; i <= wanted; i++)
        if (!next_key(k, key))
            return false;
    return true;
}

static uint8_t key_count(const pmb_keyboard *k)
{
    struct key key = {.row = 0};
    uint8_t count = 0;
    while (count < UINT8_MAX && next_key(k, &key))
        count++;
    return count;
}

static size_t length_of(const pmb_keyboard *k)
{
    size_t length = 0;
    while (length + 1 < k->room && k->text[length])
        length++;
    return length;
}

/* The last character, with all its bytes. */
static void delete_last(pmb_keyboard *k)
{
    size_t length = length_of(k);
    while (length > 0 && ((uint8_t)k->text[length - 1] & 0xC0) == 0x80)
        length--;
    if (length > 0)
        k->text[length - 1] = '\0';
}

static void type(pmb_keyboard *k, const struct key *key)
{
    const size_t length = length_of(k), bytes = (size_t)(key->to - key->from);
    k->changed = true;
    if (key->code == NEXT_PAGE) {
        k->page = (uint8_t)((k->page + 1) % keys_of(k)->count);
        k->focus = (uint8_t)pmb_greater(0, pmb_lesser(k->focus, key_count(k) - 1));
    } else if (key->code == DELETE) {
        delete_last(k);
    } else if (key->code == CANCEL || key->code == DONE) {
        k->state = key->code == DONE ? PMB_KEYBOARD_DONE : PMB_KEYBOARD_CANCELLED;
    } else if (length + bytes < k->room) {
        for (size_t i = 0; i < bytes; i++)
            k->text[length + i] = key->from[i];
        k->text[length + bytes] = '\0';
    }
}

void pmb_keyboard_press(pmb_keyboard *k)
{
    struct key key;
    if (key_at(k, k->focus, &key))
        type(k, &key);
}

void pmb_keyboard_turn(pmb_keyboard *k, int16_t steps)
{
    const int16_t count = key_count(k);
    if (count == 0)
        return;
    k->focus = (uint8_t)(((k->focus + steps % count) + count) % count);
    k->by_finger = false;
    k->changed = true;
}

static int32_t middle(pmb_rect r)
{
    return (int32_t)r.x + r.w / 2;
}

/* The key in another row whose middle is nearest. */
static void move_to_row(pmb_keyboard *k, const struct key *from, uint8_t row)
{
    struct key key = {.row = 0};
    int32_t least = INT32_MAX;
    for (uint8_t i = 0; i < UINT8_MAX && next_key(k, &key); i++) {
        const int32_t apart = pmb_absolute(middle(key.r) - middle(from->r));
        if (key.row != row || apart >= least)
            continue;
        least = apart;
        k->focus = i;
    }
}

void pmb_keyboard_way(pmb_keyboard *k, pmb_way way)
{
    struct key key;
    if (way == PMB_WAY_LEFT || way == PMB_WAY_RIGHT) {
        pmb_keyboard_turn(k, way == PMB_WAY_RIGHT ? 1 : -1);
        return;
    }
    if (way == PMB_WAY_NONE || !key_at(k, k->focus, &key))
        return;
    move_to_row(k, &key, (uint8_t)((key.row + (way == PMB_WAY_DOWN ? 1 : ROWS - 1)) % ROWS));
    k->by_finger = false;
    k->changed = true;
}

void pmb_keyboard_touch(pmb_keyboard *k, pmb_touch_event event, const pmb_finger *f)
{
    struct key key = {.row = 0};
    if (event == PMB_TOUCH_NOTHING || event == PMB_TOUCH_HELD)
        return;
    k->by_finger = k->changed = true;
    k->pressed = false;
    for (uint8_t i = 0; i < UINT8_MAX && next_key(k, &key); i++) {
        if (!pmb_rect_holds(key.r, f->at))
            continue;
        k->focus = i;
        k->pressed = f->down;
        if (!f->down)
            type(k, &key);
        return;
    }
}

/* Signs of keys that type nothing, by lines: they are in no typeface. */
static void draw_sign(pmb_canvas *c, const struct key *key, pmb_color color)
{
    const int16_t x = (int16_t)middle(key->r), y = (int16_t)(key->r.y + key->r.h / 2);
    const int16_t a = (int16_t)pmb_greater(3, pmb_lesser(key->r.w, key->r.h) / 5);
    const pmb_point left = {(int16_t)(x - a), y}, right = {(int16_t)(x + a), y};
    const pmb_point top = {x, (int16_t)(y - a)}, bottom = {x, (int16_t)(y + a)};
    switch (key->code) {
    case NEXT_PAGE: /* up */
        pmb_line(c, left, top, color);
        pmb_line(c, top, right, color);
        pmb_line(c, top, bottom, color);
        break;
    case DELETE: /* to the left */
        pmb_line(c, left, right, color);
        pmb_line(c, left, top, color);
        pmb_line(c, left, bottom, color);
        break;
    case CANCEL: /* a cross */
        pmb_line(c, (pmb_point){left.x, top.y}, (pmb_point){right.x, bottom.y}, color);
        pmb_line(c, (pmb_point){left.x, bottom.y}, (pmb_point){right.x, top.y}, color);
        break;
    case DONE: /* a hook */
        pmb_line(c, left, (pmb_point){(int16_t)(x - a / 3), bottom.y}, color);
        pmb_line(c, (pmb_point){(int16_t)(x - a / 3), bottom.y},
                 (pmb_point){(int16_t)(x + a + a / 2), top.y}, color);
        break;
    default: /* the blank: a line below */
        pmb_line(c, (pmb_point){(int16_t)(left.x - a), bottom.y},
                 (pmb_point){(int16_t)(right.x + a), bottom.y}, color);
        break;
    }
}

static void draw_key(pmb_canvas *c, const pmb_keyboard *k, const struct key *key, bool marked)
{
    static const pmb_text_layout centred = {.across = PMB_CENTER, .down = PMB_MIDDLE};
    const PMB_FLASH pmb_theme *theme = k->theme;
    const pmb_color color = marked ? theme->ground : theme->ink;
    const pmb_font_metrics reading = pmb_font_measure(theme->text);
    const bool small = key->r.h < reading.ascent + 2 || key->r.w < 12;
    const pmb_text_style style = {.font = small ? theme->label : theme->text, .color = color};
    /* Keys that are large enough have a gap between them. */
    const pmb_rect r = key->r.h >= 20 ? pmb_rect_inset(key->r, 1) : key->r;
    if (key->r.h >= 20)
        pmb_smooth_round_fill(c, r, 3, marked ? theme->levels[PMB_NORMAL] : theme->faint);
    else if (marked)
        pmb_rect_fill(c, r, theme->levels[PMB_NORMAL]);
    if (key->r.h >= 20 && theme->faint == theme->ground && !marked)
        pmb_smooth_round_stroke(c, r, 3, theme->quiet);
    if (key->code <= ' ') {
        draw_sign(c, key, color);
        return;
    }
    char text[5] = "";
    for (uint8_t i = 0; i < key->to - key->from && i < 4; i++) /* unreached: it has four at most */
        text[i] = key->from[i];
    (void)pmb_text_box(c, &style, r, &centred, text);
}

/* The end of the text is seen, and a cursor behind it. */
static void draw_text(pmb_canvas *c, const pmb_keyboard *k)
{
    const PMB_FLASH pmb_theme *theme = k->theme;
    const pmb_text_style style = {.font = theme->text, .color = theme->ink};
    const pmb_text_style quiet = {.font = theme->label, .color = theme->quiet};
    const pmb_font_metrics m = pmb_font_measure(theme->text);
    const int16_t head = head_of(k);
    pmb_rect r = {(int16_t)(k->area.x + PAD), k->area.y, (int16_t)(k->area.w - 2 * PAD),
                  (int16_t)(head - 1)};
    const int16_t base = (int16_t)(r.y + (r.h + m.cap_height) / 2);
    pmb_line_across(c, (pmb_point){k->area.x, (int16_t)(r.y + head - 1)}, k->area.w, theme->quiet);
    if (k->label) {
        const int16_t w = (int16_t)(pmb_text_width(&quiet, k->label) + 2 * PAD);
        pmb_text(c, &quiet, (pmb_point){r.x, base}, k->label);
        r.x = (int16_t)(r.x + w);
        r.w = (int16_t)(r.w - w);
    }
    const int16_t w = pmb_text_width(&style, k->text);
    const int16_t x = (int16_t)(r.x + pmb_lesser(0, r.w - PAD - w));
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_text(c, &style, (pmb_point){x, base}, k->text);
    pmb_rect_fill(c,
                  (pmb_rect){(int16_t)(x + w + 1), (int16_t)(base - m.cap_height - 1), 2,
                             (int16_t)(m.cap_height + 2)},
                  theme->levels[PMB_NORMAL]);
    pmb_canvas_restore_clip(c, saved);
}

void pmb_keyboard_draw(pmb_canvas *c, const pmb_keyboard *k)
{
    struct key key = {.row = 0};
    if (PMB_MISSING(k->theme) || PMB_MISSING(k->text) || !pmb_canvas_shows(c, k->area))
        return;
    const pmb_rect saved = pmb_canvas_narrow_clip(c, k->area);
    pmb_rect_fill(c, k->area, k->theme->ground);
    draw_text(c, k);
    for (uint8_t i = 0; i < UINT8_MAX && next_key(k, &key); i++)
        if (pmb_canvas_shows(c, key.r))
            draw_key(c, k, &key, i == k->focus && (k->pressed || !k->by_finger));
    pmb_canvas_restore_clip(c, saved);
}
