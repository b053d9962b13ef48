/* limits.h - what a configuration may ask of a controller; private to src/panel. */
#ifndef PEMBLE_SRC_PANEL_LIMITS_H
#define PEMBLE_SRC_PANEL_LIMITS_H

#include "pemble/families.h"

/* Whether the configured clock is faster than the controller's data sheet allows: in steps of 1024
 * Hz, as small processors divide in many steps. */
static inline bool pmb_spi_is_too_fast(const PMB_FLASH pmb_panel_config *config)
{
    const uint32_t steps = config->bus.hertz >> 10;
    return !config->bus.overclock && steps * config->controller->spi_cycle_ns > 1000000000 >> 10;
}

/* A controller samples at the rising edge: that is mode 0 and mode 3. */
static inline bool pmb_spi_has_mode(const PMB_FLASH pmb_bus *bus)
{
    return bus->mode == 0 || bus->mode == 3;
}

/* Whether the controller has the resistors and the booster that are configured, if any. */
static inline bool pmb_has_power_steps(const PMB_FLASH pmb_panel_config *config)
{
    return (!config->resistors && !config->booster) ||
           (config->controller->family->has_booster && config->resistors <= PMB_RESISTORS(7) &&
            config->booster <= PMB_BOOSTER(3));
}

#endif
