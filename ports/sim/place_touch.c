/* place_touch.c - the sensor that a touch configuration describes, wired as configured. */
#include "bench_parts.h"
#include "pemble/bench_touch.h"

static const struct {
    const pmb_touch_kind *kind;
    const pmb_module_type *type;
} known[] = {{&pmb_xpt2046, &pmb_sim_xpt2046},
             {&pmb_touch_film, &pmb_sim_touch_film},
             {&pmb_ft6x36, &pmb_sim_ft6x36},
             {&pmb_cst816, &pmb_sim_cst816},
             {&pmb_gt911, &pmb_sim_gt911}};

bool bench_is_touch(const pmb_module *module)
{
    bool is = false;
    for (size_t i = 0; i < sizeof known / sizeof known[0]; i++)
        is = is || known[i].type == module->type;
    return is;
}

static void wire(pmb_module *m, const pmb_touch_config *config)
{
    const unsigned unit = config->bus.unit;
    if (m->type == &pmb_sim_touch_film) {
        bench_connect_pin(m, "XP", config->x_plus);
        bench_connect_pin(m, "XM", config->x_minus);
        bench_connect_pin(m, "YP", config->y_plus);
        bench_connect_pin(m, "YM", config->y_minus);
    } else if (m->type == &pmb_sim_xpt2046) {
        bench_connect_unit(m, "T_CLK", "spi", unit, "sck");
        bench_connect_unit(m, "T_DIN", "spi", unit, "mosi");
        bench_connect_unit(m, "T_DO", "spi", unit, "miso");
        bench_connect_pin(m, "T_CS", config->bus.select);
        bench_connect_pin(m, "T_IRQ", config->interrupt);
    } else {
        bench_connect_unit(m, "SDA", "i2c", unit, "sda");
        bench_connect_unit(m, "SCL", "i2c", unit, "scl");
        bench_connect_pin(m, "RST", config->reset);
        bench_connect_pin(m, "INT", config->interrupt);
        for (int pin = 0; pin < m->pin_count; pin++)
            if (pin >= 4 && m->type != &pmb_sim_gt911)
                module_pin_pull(m, pin, 1);
    }
}

pmb_module *pmb_bench_place_touch(pmb_bench *bench, const pmb_touch_config *config, pmb_size glass)
{
    const pmb_module_options options = {.width = glass.w,
                                        .height = glass.h,
                                        .address = config->bus.address,
                                        .overclocked = config->bus.overclock};
    for (size_t i = 0; i < sizeof known / sizeof known[0]; i++) {
        if (known[i].kind != config->kind)
            continue;
        pmb_module *m = pmb_bench_place(bench, known[i].type, &options);
        if (m)
            wire(m, config);
        return m;
    }
    return NULL;
}
