/* commands.c - collecting a command with its parameters. */
#include "commands.h"

static int parameters_of(const struct command_shape *shapes, uint8_t command)
{
    for (; shapes->parameters >= 0; shapes++)
        if (command >= shapes->first && command <= shapes->last)
            return shapes->parameters;
    return -1;
}

static void begin(pmb_module *module, struct commands *c, uint8_t byte)
{
    if (c->wanted > c->have && c->wanted != ANY_PARAMETERS)
        module_complain(module, "command %02Xh cut short", c->command);
    c->command = byte;
    c->have = 0;
    c->wanted = parameters_of(c->shapes, byte);
    if (c->wanted < 0)
        module_complain(module, "command %02Xh does not exist", byte);
    else if (c->wanted == 0 || c->wanted == ANY_PARAMETERS)
        c->act(module, byte, c->parameters, 0);
}

void commands_take(pmb_module *module, struct commands *c, uint8_t byte)
{
    if (c->wanted <= c->have) {
        begin(module, c, byte);
        return;
    }
    c->parameters[c->have++] = byte;
    if (c->have == c->wanted)
        c->act(module, c->command, c->parameters, c->have);
}

void commands_begin(pmb_module *module, struct commands *c, uint8_t byte)
{
    begin(module, c, byte);
}

bool commands_parameter(pmb_module *module, struct commands *c, uint8_t byte)
{
    if (c->wanted == ANY_PARAMETERS)
        return true;
    if (c->have >= c->wanted)
        return false;
    c->parameters[c->have++] = byte;
    if (c->have == c->wanted)
        c->act(module, c->command, c->parameters, c->have);
    return true;
}
