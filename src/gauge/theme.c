/* theme.c - the colour of a level. */
#include "pemble/theme.h"

pmb_color pmb_level_color(const PMB_FLASH pmb_theme *theme, pmb_level level)
{
    return level == PMB_NORMAL ? theme->ink : theme->levels[level];
}
