/* module_pins.c - signals as pins of modules. */
#include "module_pins.h"

#include <stddef.h>

/* What a module calls the pin of a signal: the names of serial ones, 8080 ones and KS0108 ones. */
static const char *const pin_names[SIGNALS][3] = {
    [SIGNAL_SDA] = {"SDA"},        [SIGNAL_SCL] = {"SCL"},       [SIGNAL_SDO] = {"SDO"},
    [SIGNAL_CS] = {"CS", "CS1"},   [SIGNAL_CS2] = {"CS2"},       [SIGNAL_DC] = {"DC", "RS"},
    [SIGNAL_RESET] = {"RES"},      [SIGNAL_BUSY] = {"BUSY"},     [SIGNAL_BACKLIGHT] = {"BLK"},
    [SIGNAL_STROBE] = {"WR", "E"}, [SIGNAL_READ] = {"RD", "RW"}, [SIGNAL_D0] = {"D0"},
    [SIGNAL_D0 + 1] = {"D1"},      [SIGNAL_D0 + 2] = {"D2"},     [SIGNAL_D0 + 3] = {"D3"},
    [SIGNAL_D0 + 4] = {"D4"},      [SIGNAL_D0 + 5] = {"D5"},     [SIGNAL_D0 + 6] = {"D6"},
    [SIGNAL_D0 + 7] = {"D7"},
};

const char *module_pin_of(const pmb_module *module, enum signal signal)
{
    for (int i = 0; i < 3 && pin_names[signal][i]; i++)
        if (pmb_module_has_wire(module, pin_names[signal][i]))
            return pin_names[signal][i];
    return NULL;
}
