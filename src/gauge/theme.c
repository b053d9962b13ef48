/* theme.c - the colour of a level. */
#include "pemble/theme.h"
#include "geometry/limits.h"

pmb_color pmb_level_color(const PMB_FLASH pmb_theme *theme, pmb_level level)
{
    if (PMB_MISSING(theme))
        return PMB_BLACK;
    return level == PMB_NORMAL ? theme->ink : theme->levels[level];
}
