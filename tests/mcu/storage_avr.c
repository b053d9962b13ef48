/* storage_avr.c - settings in the EEPROM: nothing at first, then what was saved last, and an old
 * copy after the newest one was damaged. */
#include <avr/eeprom.h>
#include "avr_storage.h"
#include "say.h"

struct settings {
    int16_t contrast, limit;
    char name[6];
};

static const char *load(avr_storage *s)
{
    static char text[24];
    struct settings now = {.contrast = 1, .limit = 2, .name = "new"};
    uint8_t version = 0;
    if (pmb_store_load(&s->storage, &version, &now, sizeof now) != PMB_OK)
        return "nothing\n";
    size_t at = pmb_number_text(text, 8, NULL, now.contrast);
    text[at++] = ' ';
    for (const char *from = now.name; *from; from++)
        text[at++] = *from;
    text[at++] = '\n';
    text[at] = '\0';
    return text;
}

int main(void)
{
    static avr_storage s, other;
    struct settings now = {.contrast = 100, .limit = 350, .name = "East"};
    say_start();
    avr_storage_place(&s, 16, sizeof now);
    avr_storage_place(&other, 16 + 2 * (sizeof now + PMB_STORE_EXTRA), sizeof now);
    say(load(&s));
    for (; now.contrast < 104; now.contrast++)
        say(pmb_store_save(&s.storage, 1, &now, sizeof now) == PMB_OK ? load(&s) : "not saved\n");
    say(load(&other));
    /* The newest copy, the fourth, is in the second slot. */
    eeprom_update_byte((uint8_t *)(16 + sizeof now + PMB_STORE_EXTRA + PMB_STORE_EXTRA), 0);
    say(load(&s));
    say_end();
}
