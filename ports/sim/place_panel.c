/* place_panel.c - the module that a panel configuration describes, wired as configured. */
#include "bench_parts.h"
#include "modules.h"
#include "pemble/controllers.h"

static const pmb_module_type *type_of(const pmb_controller *controller)
{
    static const struct {
        const pmb_controller *controller;
        const pmb_module_type *type;
    } known[] = {
        {&pmb_ssd1306, &pmb_sim_ssd1306},
    };
    for (size_t i = 0; i < sizeof known / sizeof known[0]; i++)
        if (known[i].controller == controller)
            return known[i].type;
    return NULL;
}

static void connect_unit(pmb_module *module, const char *pin, const char *unit, unsigned number,
                         const char *line)
{
    char net[24];
    snprintf(net, sizeof net, "%s%u.%s", unit, number, line);
    (void)pmb_bench_connect(module, pin, net);
}

static void connect_pin(pmb_module *module, const char *name, pmb_pin pin)
{
    char net[24];
    if (pin == PMB_PIN_NONE)
        return;
    snprintf(net, sizeof net, "pin%u", pmb_pin_number(pin));
    (void)pmb_bench_connect(module, name, net);
}

pmb_module *pmb_bench_place_panel(pmb_bench *bench, const pmb_panel_config *config)
{
    const pmb_module_options options = {
        .width = config->size.w,
        .height = config->size.h,
        .offset_given = config->offset.given,
        .column = config->offset.x,
        .row = config->offset.y,
        .com = (int)config->com,
        .address = config->bus.address,
    };
    const pmb_module_type *type = type_of(config->controller);
    pmb_module *module = type ? pmb_bench_place(bench, type, &options) : NULL;
    if (!module)
        return NULL;
    if (config->bus.kind == &pmb_i2c) {
        connect_unit(module, "SDA", "i2c", config->bus.unit, "sda");
        connect_unit(module, "SCL", "i2c", config->bus.unit, "scl");
    }
    connect_pin(module, "RES", config->reset);
    return module;
}
