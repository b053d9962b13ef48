/* menu_words.c - the texts of a menu, in the language of the user. */
#include "menu/menu_parts.h"

const char *pmb_menu_label(const PMB_FLASH pmb_label *label, char *room)
{
#ifdef __AVR__
    uint8_t i = 0;
    do
        room[i] = (*label)[i];
    while (room[i] != '\0' && ++i < PMB_LABEL_BYTES);
    return room;
#else
    (void)room;
    return *label ? *label : "";
#endif
}

const char *pmb_menu_translate(const pmb_menu *m, const char *text)
{
    return m->style->translate ? m->style->translate(m->user, text) : text;
}

const char *pmb_menu_list_text(const pmb_menu *m, const PMB_FLASH pmb_page *page, uint16_t row,
                               char *room)
{
    const char *text = "";
    if (row < page->count && page->texts)
        text = pmb_menu_translate(m, pmb_menu_label(&page->texts[row].label, room));
    else if (row < page->count && page->row)
        text = page->row(m->user, row, room);
    return text ? text : "";
}
