/* controllers.c - the controllers by name. */
#include "config.h"

#include <stdio.h>
#include <string.h>

static const struct known_controller known[] = {
    {"ssd1306", "SSD1306", &pmb_ssd1306, "128x64, 128x32"},
};
enum { COUNT = sizeof known / sizeof known[0] };

const struct known_controller *controller_named(const char *name)
{
    for (int i = 0; i < COUNT; i++)
        if (strcmp(known[i].name, name) == 0)
            return &known[i];
    return NULL;
}

const char *controller_names(void)
{
    static char names[COUNT * 12 + 1];
    if (!*names)
        for (int i = 0; i < COUNT; i++) {
            const size_t length = strlen(names);
            snprintf(names + length, sizeof names - length, "%s%s", i ? ", " : "", known[i].name);
        }
    return names;
}
