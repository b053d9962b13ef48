/* text_item.c - an item that edits a text, letter by letter. */
#include "geometry/limits.h"
#include "menu/menu_parts.h"

/* The characters that turning goes through, in this order. */
static const PMB_FLASH struct {
    char first, last;
} letters[] = {{' ', ' '}, {'a', 'z'}, {'A', 'Z'}, {'0', '9'},
               {'!', '/'}, {':', '@'}, {'[', '`'}, {'{', '~'}};
enum { RANGES = sizeof letters / sizeof letters[0], ALL = '~' - ' ' + 1 };

/* Where a character is in that order; 0 for one that is not in it. */
static int16_t place_of(char letter)
{
    int16_t before = 0;
    for (uint8_t i = 0; i < RANGES; i++) {
        if (letter >= letters[i].first && letter <= letters[i].last)
            return (int16_t)(before + letter - letters[i].first);
        before = (int16_t)(before + letters[i].last - letters[i].first + 1);
    }
    return 0;
}

static char letter_at(int16_t place)
{
    uint8_t i = 0;
    for (; place > letters[i].last - letters[i].first; i++)
        place = (int16_t)(place - (letters[i].last - letters[i].first + 1));
    return (char)(letters[i].first + place);
}

static size_t room_of(const PMB_FLASH pmb_item *item)
{
    return (size_t)pmb_greater(0, pmb_lesser(item->range->most, VALUE_ROOM - 1));
}

void pmb_menu_copy(char *to, const char *from, size_t most)
{
    size_t i = 0;
    for (; i < most && from[i]; i++)
        to[i] = from[i];
    to[i] = '\0';
}

/* Blanks fill the text up while it is edited. */
static void begin(pmb_menu *m, const PMB_FLASH pmb_item *item)
{
    size_t i = 0;
    if (m->kept)
        pmb_menu_copy(m->kept, item->text, room_of(item));
    while (i < room_of(item) && item->text[i])
        i++;
    for (; i < room_of(item); i++)
        item->text[i] = ' ';
    item->text[i] = '\0';
    m->cursor = 0;
    m->editing = true;
}

static void trim(const PMB_FLASH pmb_item *item)
{
    size_t length = room_of(item);
    while (length > 0 && item->text[length - 1] == ' ')
        length--;
    item->text[length] = '\0';
}

/* A press goes to the next letter. It ends the edit behind the last letter that there is room for,
 * and where only blanks follow. */
static void press(pmb_menu *m, const PMB_FLASH pmb_item *item)
{
    if (!m->editing) {
        if (room_of(item) > 0)
            begin(m, item);
        return;
    }
    const char *at = item->text + m->cursor;
    while (*at == ' ')
        at++;
    if (++m->cursor >= room_of(item) || *at == '\0') {
        trim(item);
        m->editing = false;
        pmb_menu_done(m, item);
    }
}

static void turn(pmb_menu *m, const PMB_FLASH pmb_item *item, int16_t steps)
{
    char *letter = &item->text[m->cursor];
    *letter = letter_at((int16_t)(((place_of(*letter) + steps % ALL) + ALL) % ALL));
}

static void undo(pmb_menu *m, const PMB_FLASH pmb_item *item)
{
    if (m->kept)
        pmb_menu_copy(item->text, m->kept, room_of(item));
    trim(item);
}

static const char *value(const pmb_menu *m, const PMB_FLASH pmb_item *item, char *room)
{
    (void)m;
    pmb_menu_copy(room, item->text, VALUE_ROOM - 1);
    return room;
}

const PMB_FLASH pmb_item_kind pmb_item_text = {
    .press = press, .turn = turn, .undo = undo, .value = value, .part = 1, .pitch = 1};
