/* commands.h - collecting a command with its parameters, for modules. */
#ifndef PEMBLE_SIM_COMMANDS_H
#define PEMBLE_SIM_COMMANDS_H

#include "module.h"

/* Commands first .. last have that many parameters; ANY: however many come. A list ends with
 * parameters = -1. */
struct command_shape {
    uint8_t first, last;
    int8_t parameters;
};

enum { MOST_PARAMETERS = 16, ANY_PARAMETERS = 127 };

struct commands {
    const struct command_shape *shapes;
    /* A command is complete, or (parameters that come as data) has one parameter more. */
    void (*act)(pmb_module *module, uint8_t command, const uint8_t *parameters, int count);
    uint8_t command, parameters[MOST_PARAMETERS];
    int wanted, have;
};

/* For controllers whose parameters are commands as well. */
void commands_take(pmb_module *module, struct commands *commands, uint8_t byte);

/* For controllers whose parameters are data: a command byte, and a data byte after it, which is a
 * parameter when it returns true. */
void commands_begin(pmb_module *module, struct commands *commands, uint8_t byte);
bool commands_parameter(pmb_module *module, struct commands *commands, uint8_t byte);

#endif
