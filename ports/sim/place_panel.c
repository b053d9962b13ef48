/* place_panel.c - the module that a panel configuration describes, wired as configured. */
#include "bench_parts.h"
#include "pemble/bench_modules.h"
#include "pemble/controllers.h"
#include "pemble/driver.h"
#include "pemble/turn.h"

static const struct known {
    const pmb_controller *controller;
    const pmb_module_type *type;
} known[] = {
    {&pmb_ssd1306, &pmb_sim_ssd1306},
    {&pmb_ssd1309, &pmb_sim_ssd1309},
    {&pmb_sh1106, &pmb_sim_sh1106},
    {&pmb_pcd8544, &pmb_sim_pcd8544},
    {&pmb_st7565, &pmb_sim_st7565},
    {&pmb_uc1701, &pmb_sim_uc1701},
    {&pmb_ks0108, &pmb_sim_ks0108},
    {&pmb_ssd1327, &pmb_sim_ssd1327},
    {&pmb_ssd1322, &pmb_sim_ssd1322},
    {&pmb_ssd1331, &pmb_sim_ssd1331},
    {&pmb_ssd1351, &pmb_sim_ssd1351},
    {&pmb_st7735, &pmb_sim_st7735},
    {&pmb_st7789, &pmb_sim_st7789},
    {&pmb_ili9341, &pmb_sim_ili9341},
    {&pmb_ili9488, &pmb_sim_ili9488},
    {&pmb_gc9a01, &pmb_sim_gc9a01},
    {&pmb_ssd1680, &pmb_sim_ssd1680},
    {&pmb_ssd1680_red, &pmb_sim_ssd1680_red},
    {&pmb_ssd1681, &pmb_sim_ssd1681},
    {&pmb_ssd1681_red, &pmb_sim_ssd1681_red},
    {&pmb_uc8151, &pmb_sim_uc8151},
    {&pmb_uc8151_red, &pmb_sim_uc8151_red},
    {&pmb_uc8176, &pmb_sim_uc8176},
    {&pmb_uc8176_red, &pmb_sim_uc8176_red},
    {&pmb_il91874, &pmb_sim_il91874},
    {&pmb_st7796s, &pmb_sim_st7796s},
    {&pmb_ili9486, &pmb_sim_ili9486},
    {&pmb_ili9342c, &pmb_sim_ili9342c},
    {&pmb_gc9107, &pmb_sim_gc9107},
    {&pmb_hx8357d, &pmb_sim_hx8357d},
    {&pmb_ili9163c, &pmb_sim_ili9163c},
    {&pmb_ssd1322_b, &pmb_sim_ssd1322_b},
    {&pmb_ks0108_low, &pmb_sim_ks0108_low},
    {&pmb_ks0108_192, &pmb_sim_ks0108_192},
    {&pmb_ili9225, &pmb_sim_ili9225},
    {&pmb_ili9320, &pmb_sim_ili9320},
    {&pmb_ili9325, &pmb_sim_ili9325},
    {&pmb_st7920, &pmb_sim_st7920},
    {&pmb_ssd1305, &pmb_sim_ssd1305},
    {&pmb_ssd1306_vcc, &pmb_sim_ssd1306_vcc},
    {&pmb_sh1107, &pmb_sim_sh1107},
    {&pmb_st7567, &pmb_sim_st7567},
    {&pmb_ssd1608, &pmb_sim_ssd1608},
    {&pmb_ssd1619, &pmb_sim_ssd1619},
    {&pmb_ssd1619_red, &pmb_sim_ssd1619_red},
    {&pmb_ssd1675, &pmb_sim_ssd1675},
    {&pmb_ssd1677, &pmb_sim_ssd1677},
    {&pmb_ssd1683, &pmb_sim_ssd1683},
    {&pmb_ssd1683_red, &pmb_sim_ssd1683_red},
    {&pmb_uc8151_bare, &pmb_sim_uc8151_bare},
    {&pmb_uc8179, &pmb_sim_uc8179},
    {&pmb_uc8179_red, &pmb_sim_uc8179_red},
    {&pmb_il91874_bare, &pmb_sim_il91874_bare},
    {&pmb_il91874_red_bare, &pmb_sim_il91874_red_bare},
    {&pmb_jd79660, &pmb_sim_jd79660},
    {&pmb_jd79661, &pmb_sim_jd79661},
    {&pmb_jd79667, &pmb_sim_jd79667},
    {&pmb_jd79668, &pmb_sim_jd79668},
};
enum { KNOWN = sizeof known / sizeof known[0] };

/* The entry of a listed controller, or NULL. */
static const struct known *known_of(const pmb_controller *controller)
{
    for (int i = 0; i < KNOWN; i++)
        if (known[i].controller == controller)
            return &known[i];
    return NULL;
}

static bool can_stand_in(const pmb_controller *other, const pmb_controller *controller)
{
    return other->family == controller->family && other->buses & controller->buses &&
           other->memory.w >= controller->memory.w && other->memory.h >= controller->memory.h;
}

const pmb_module_type *bench_module_type(const pmb_controller *controller)
{
    const struct known *best = known_of(controller);
    if (best)
        return best->type;
    for (int i = 0; i < KNOWN; i++) {
        const pmb_controller *other = known[i].controller;
        if (can_stand_in(other, controller) && (!best || !can_stand_in(other, best->controller)))
            best = &known[i];
    }
    return best ? best->type : NULL;
}

void bench_connect_unit(pmb_module *module, const char *pin, const char *unit, unsigned number,
                        const char *line)
{
    char net[24];
    snprintf(net, sizeof net, "%s%u.%s", unit, number, line);
    (void)pmb_bench_connect(module, pin, net);
}

void bench_connect_pin(pmb_module *module, const char *name, pmb_pin pin)
{
    char net[24];
    if (pin == PMB_PIN_NONE)
        return;
    snprintf(net, sizeof net, "pin%u", pmb_pin_number(pin));
    (void)pmb_bench_connect(module, name, net);
}

/* Wires a pin to the supply or to ground. */
static void tie(pmb_module *module, const char *pin, bool high)
{
    const char *net = high ? "3v3" : "gnd";
    if (pmb_bench_connect(module, pin, net))
        pmb_bench_pull(module->bench, net, high ? 1 : -1);
}

/* By what the kind can be used for, so that kinds of somebody's own are known, too. */
static pmb_module_bus bus_of(const pmb_bus *bus)
{
    const uint8_t kind = bus->kind->flags;
    if (kind & PMB_HAS_I2C)
        return PMB_MODULE_I2C;
    if (kind & (PMB_HAS_PARALLEL_8080 | PMB_HAS_PARALLEL_6800))
        return PMB_MODULE_PARALLEL;
    if (kind & PMB_HAS_SPI_SYNC)
        return PMB_MODULE_SPI_SYNC;
    if (kind & PMB_HAS_SPI16)
        return PMB_MODULE_SPI16;
    if (kind == PMB_HAS_SPI3 || (kind & PMB_HAS_SPI3 && !bus->data_command))
        return PMB_MODULE_SPI3;
    return PMB_MODULE_SPI;
}

static void connect_serial(pmb_module *module, const pmb_bus *bus)
{
    if (bus->kind->flags & PMB_HAS_I2C) {
        bench_connect_unit(module, "SDA", "i2c", bus->unit, "sda");
        bench_connect_unit(module, "SCL", "i2c", bus->unit, "scl");
        return;
    }
    if (bus->kind == &pmb_soft_spi) {
        bench_connect_pin(module, "SCL", bus->clock);
        bench_connect_pin(module, "SDA", bus->data);
        bench_connect_pin(module, "SDO", bus->data_in);
    } else {
        bench_connect_unit(module, "SCL", "spi", bus->unit, "sck");
        bench_connect_unit(module, "SDA", "spi", bus->unit, "mosi");
        bench_connect_unit(module, "SDO", "spi", bus->unit, "miso");
    }
    bench_connect_pin(module, "DC", bus->data_command);
    bench_connect_pin(module, "CS", bus->select);
}

/* A controller with an 8080 bus calls the pins otherwise than one with a 6800 bus does. */
static void connect_parallel(pmb_module *module, const pmb_bus *bus)
{
    static const char *const lines[] = {"D0", "D1", "D2", "D3", "D4", "D5", "D6", "D7"};
    for (int i = 0; i < 8 && bus->lines; i++)
        bench_connect_pin(module, lines[i], bus->lines[i]);
    bench_connect_pin(module, "WR", bus->strobe);
    bench_connect_pin(module, "RD", bus->read);
    if (bus->read == PMB_PIN_NONE)
        tie(module, "RD", true);
    bench_connect_pin(module, "DC", bus->data_command);
    bench_connect_pin(module, "CS", bus->select);
    bench_connect_pin(module, "E", bus->strobe);
    bench_connect_pin(module, "RW", bus->read);
    if (bus->read == PMB_PIN_NONE)
        tie(module, "RW", false);
    bench_connect_pin(module, "RS", bus->data_command);
    bench_connect_pin(module, "CS1", bus->select);
    bench_connect_pin(module, "CS2", bus->second_select);
}

/* Where the glass lies: as configured, else as a table of somebody's own has it, else (not given)
 * as glasses of that size usually do. */
static pmb_offset offset_of(const pmb_panel_config *config)
{
    const pmb_glass *glass = pmb_known_glass(config);
    if (config->offset.given || known_of(config->controller) || !glass)
        return config->offset;
    return (pmb_offset){glass->offset.x, glass->offset.y, true};
}

pmb_module *pmb_bench_place_panel_as(pmb_bench *bench, const pmb_panel_config *config,
                                     const pmb_module_type *type)
{
    const pmb_offset offset = offset_of(config);
    const pmb_module_options options = {
        .width = config->size.w,
        .height = config->size.h,
        .offset_given = offset.given,
        .column = offset.x,
        .row = offset.y,
        .com = (int)config->com,
        .bus = bus_of(&config->bus),
        .address = config->bus.address ? config->bus.address : config->controller->addresses[0],
        .bgr = config->bgr,
        .inverted = config->invert,
        .overclocked = config->bus.overclock,
        .backlight_low = config->backlight_low,
    };
    pmb_module *module = pmb_bench_place(bench, type, &options);
    if (!module)
        return NULL;
    module->hung = (int)config->rotate;
    if (options.bus == PMB_MODULE_PARALLEL)
        connect_parallel(module, &config->bus);
    else
        connect_serial(module, &config->bus);
    bench_connect_pin(module, "RES", config->reset);
    /* Without a pin, the backlight is wired to what switches it on. */
    bench_connect_pin(module, "BLK", config->backlight);
    if (config->backlight == PMB_PIN_NONE)
        tie(module, "BLK", !config->backlight_low);
    bench_connect_pin(module, "BUSY", config->busy);
    return module;
}

pmb_module *pmb_bench_place_panel(pmb_bench *bench, const pmb_panel_config *config)
{
    const pmb_module_type *type = bench_module_type(config->controller);
    return type ? pmb_bench_place_panel_as(bench, config, type) : NULL;
}
