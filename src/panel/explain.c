/* explain.c - why a configuration is refused, in words. */
#include "pemble/explain.h"
#include "pemble/number.h"
#include "pemble/driver.h"
#include "pemble/turn.h"
#include "panel/limits.h"
#include "screen/tiles.h"

/* A text that grows in the caller's buffer; what has no room is dropped. */
struct words {
    char *text;
    size_t size, count;
};

static void say(struct words *w, const char *more)
{
    for (; *more && w->count + 1 < w->size; more++)
        w->text[w->count++] = *more;
    if (w->size > 0)
        w->text[w->count] = '\0';
}

static void say_number(struct words *w, int32_t value)
{
    static const pmb_number plain = {.decimals = 0};
    char digits[14];
    (void)pmb_number_text(digits, sizeof digits, &plain, value);
    say(w, digits);
}

static void say_hex(struct words *w, uint8_t value)
{
    char digits[4];
    (void)pmb_hex_text(digits, sizeof digits, 2, value);
    say(w, "0x");
    say(w, digits);
}

static void say_size(struct words *w, pmb_size size)
{
    say_number(w, size.w);
    say(w, "x");
    say_number(w, size.h);
}

static pmb_status explain_size(const PMB_FLASH pmb_panel_config *config, struct words *w)
{
    const pmb_size size = config->size, memory = config->controller->memory;
    const PMB_FLASH pmb_offset *o = &config->offset;
    if (size.w > 0 && size.h > 0 && size.w <= memory.w && size.h <= memory.h) {
        if (!o->given || (o->x >= 0 && o->y >= 0 && (int32_t)o->x + size.w <= memory.w &&
                          (int32_t)o->y + size.h <= memory.h))
            return PMB_OK;
        say(w, "offset is ");
        say_number(w, o->x);
        say(w, ",");
        say_number(w, o->y);
        say(w, ": with that size it is 0,0 to ");
        say_number(w, memory.w - size.w);
        say(w, ",");
        say_number(w, memory.h - size.h);
        return PMB_ERR_ARGUMENT;
    }
    say(w, "size is ");
    say_size(w, size);
    say(w, ": the controller's memory has ");
    say_size(w, memory);
    if (size.w > 0 && size.h > 0 && size.h <= memory.w && size.w <= memory.h)
        say(w, "; width and height are exchanged: give the glass as it is made, and turn it with "
               "rotate");
    return PMB_ERR_ARGUMENT;
}

static void say_buses(struct words *w, uint8_t buses)
{
    static const struct {
        uint8_t flag;
        const char *name;
    } names[] = {{PMB_HAS_I2C, "pmb_i2c"},
                 {PMB_HAS_SPI, "pmb_spi"},
                 {PMB_HAS_SPI3, "pmb_spi3"},
                 {PMB_HAS_SPI16, "pmb_spi16"},
                 {PMB_HAS_SPI_SYNC, "pmb_spi_sync"},
                 {PMB_HAS_SPI | PMB_HAS_SPI3, "pmb_soft_spi"},
                 {PMB_HAS_PARALLEL_8080 | PMB_HAS_PARALLEL_6800, "pmb_parallel8"}};
    bool first = true;
    for (uint8_t i = 0; i < sizeof names / sizeof names[0]; i++)
        if (buses & names[i].flag) {
            say(w, first ? "" : ", ");
            say(w, names[i].name);
            first = false;
        }
}

static pmb_status explain_address(const PMB_FLASH pmb_panel_config *config, struct words *w)
{
    const uint8_t address = config->bus.address, first = config->controller->addresses[0];
    const uint8_t second = config->controller->addresses[1];
    if (!(config->bus.kind->flags & PMB_HAS_I2C) || !address || address == first ||
        address == second)
        return PMB_OK;
    say(w, "bus.address is ");
    say_hex(w, address);
    if (address / 2 == first || (second && address / 2 == second)) {
        say(w, ", which is the 8-bit form; in 7 bits it is ");
        say_hex(w, address / 2);
        return PMB_ERR_ARGUMENT;
    }
    say(w, ": the controller has ");
    say_hex(w, first);
    if (second) {
        say(w, " or ");
        say_hex(w, second);
    }
    return PMB_ERR_ARGUMENT;
}

/* The kinds, by what they can be used for: naming them here would link them all. */
enum {
    SOFT = PMB_HAS_SPI | PMB_HAS_SPI3,
    PARALLEL = PMB_HAS_PARALLEL_8080 | PMB_HAS_PARALLEL_6800
};

static pmb_status explain_speed(const PMB_FLASH pmb_panel_config *config, struct words *w)
{
    const uint8_t kind = config->bus.kind->flags;
    const PMB_FLASH pmb_controller *controller = config->controller;
    const bool i2c = kind & PMB_HAS_I2C;
    const bool fast =
        i2c ? config->bus.hertz > controller->i2c_khz * 1000ul : pmb_spi_is_too_fast(config);
    if (kind == SOFT || kind & PARALLEL || !fast)
        return PMB_OK;
    say(w, "bus.hertz is ");
    say_number(w, config->bus.hertz > INT32_MAX ? INT32_MAX : (int32_t)config->bus.hertz);
    say(w, ": the controller takes at most ");
    say_number(w, i2c ? controller->i2c_khz * 1000l : 1000000000l / controller->spi_cycle_ns);
    say(w, i2c ? "" : ", unless bus.overclock is set");
    return PMB_ERR_ARGUMENT;
}

static pmb_status explain_mode(const PMB_FLASH pmb_bus *bus, struct words *w)
{
    const uint8_t clocked = SOFT | PMB_HAS_SPI16 | PMB_HAS_SPI_SYNC;
    if (!(bus->kind->flags & clocked) || pmb_spi_has_mode(bus))
        return PMB_OK;
    say(w, "bus.mode is ");
    say_number(w, bus->mode);
    say(w, ": it is 0 or 3");
    return PMB_ERR_ARGUMENT;
}

/* The pin that the kind of bus needs and the configuration lacks; NULL: none. */
static const char *missing_pin(const PMB_FLASH pmb_panel_config *config)
{
    const PMB_FLASH pmb_bus *bus = &config->bus;
    const uint8_t kind = bus->kind->flags;
    const bool nine_bits = kind == PMB_HAS_SPI3 || kind == PMB_HAS_SPI_SYNC ||
                           (kind == SOFT && config->controller->buses & PMB_HAS_SPI3);
    if (!(kind & PMB_HAS_I2C) && !nine_bits && bus->data_command == PMB_PIN_NONE)
        return "bus.data_command";
    if ((kind == PMB_HAS_SPI3 || kind == PMB_HAS_SPI16) && bus->select == PMB_PIN_NONE)
        return "bus.select";
    if (kind == SOFT && bus->clock == PMB_PIN_NONE)
        return "bus.clock";
    if (kind == SOFT && bus->data == PMB_PIN_NONE)
        return "bus.data";
    if (kind & PARALLEL && bus->strobe == PMB_PIN_NONE)
        return "bus.strobe";
    if (kind & PARALLEL && !bus->lines)
        return "bus.lines";
    for (uint8_t i = 0; i < 8 && kind & PARALLEL; i++)
        if (bus->lines[i] == PMB_PIN_NONE)
            return "one of the eight bus.lines";
    return NULL;
}

/* The callback that the configuration needs and the port lacks; NULL: none. */
static const char *missing_callback(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    const uint8_t kind = config->bus.kind->flags;
    const bool pins = config->reset != PMB_PIN_NONE || config->backlight != PMB_PIN_NONE;
    const bool reads =
        config->busy != PMB_PIN_NONE || (kind & PARALLEL && config->bus.read != PMB_PIN_NONE);
    if (!port->wait_us)
        return "wait_us";
    if (kind & PMB_HAS_I2C && !port->i2c_write)
        return "i2c_write";
    if (kind != SOFT && kind & (SOFT | PMB_HAS_SPI16 | PMB_HAS_SPI_SYNC) && !port->spi)
        return "spi";
    if ((pins || !(kind & PMB_HAS_I2C)) && !port->pin_write)
        return "pin_write";
    return reads && !port->pin_read ? "pin_read" : NULL;
}

static pmb_status explain_bus(const PMB_FLASH pmb_panel_config *config, const pmb_port *port,
                              struct words *w)
{
    if (!(config->controller->buses & config->bus.kind->flags)) {
        say(w, "bus.kind is none that the controller has: ");
        say_buses(w, config->controller->buses);
        return PMB_ERR_UNSUPPORTED;
    }
    const char *callback = missing_callback(config, port);
    if (callback) {
        say(w, "the port has no ");
        say(w, callback);
        say(w, ", which this configuration needs");
        return PMB_ERR_UNSUPPORTED;
    }
    pmb_status status = explain_address(config, w);
    if (status == PMB_OK)
        status = explain_speed(config, w);
    if (status == PMB_OK)
        status = explain_mode(&config->bus, w);
    const char *pin = missing_pin(config);
    if (status == PMB_OK && pin) {
        say(w, pin);
        say(w, " is missing");
        return PMB_ERR_ARGUMENT;
    }
    return status;
}

/* What the family and the options of this build say. */
static pmb_status plan(pmb_panel *panel, const PMB_FLASH pmb_panel_config *config,
                       const pmb_port *port)
{
    *panel = (pmb_panel){.config = config,
                         .port = port,
                         .family = config->controller->family,
                         .rotate = (unsigned)config->rotate & 3u};
    return pmb_plan(panel);
}

#ifndef __AVR__ /* there a configuration lies in flash, and cannot be changed to find out */
/* Each field that a family may refuse is left out in turn: the one without which it is content is
 * to blame. */
static const char *field_to_blame(const pmb_panel_config *config, const pmb_port *port)
{
    static const char *const fields[] = {
        "contrast", "com",    "bias",       "temperature",      "bgr", "refresh", "format",
        "rotate",   "mirror", "bus.select", "bus.second_select"};
    for (uint8_t i = 0; i < sizeof fields / sizeof fields[0]; i++) {
        pmb_panel_config without = *config;
        pmb_panel panel;
        without.contrast = i == 0 ? 0 : config->contrast;
        without.com = i == 1 ? PMB_COM_USUAL : config->com;
        without.bias = i == 2 ? 0 : config->bias;
        without.temperature = i == 3 ? 0 : config->temperature;
        without.bgr = i == 4 ? false : config->bgr;
        without.refresh = i == 5 ? PMB_REFRESH_FULL : config->refresh;
        without.format = i == 6 ? NULL : config->format;
        without.rotate = i == 7 ? PMB_ROTATE_0 : config->rotate;
        without.mirror = i == 8 ? false : config->mirror;
        without.bus.select = i == 9 ? PMB_PIN(0) : config->bus.select;
        without.bus.second_select = i == 10 ? PMB_PIN(0) : config->bus.second_select;
        if (plan(&panel, &without, port) == PMB_OK)
            return fields[i];
    }
    return NULL;
}
#endif

static pmb_status explain_booster(const PMB_FLASH pmb_panel_config *config, struct words *w)
{
    if (pmb_has_power_steps(config))
        return PMB_OK;
    say(w, config->controller->family->has_booster
               ? "resistors is at most PMB_RESISTORS(7), booster at most PMB_BOOSTER(3)"
               : "resistors and booster are not possible on this controller");
    return PMB_ERR_ARGUMENT;
}

static pmb_status explain_rest(const PMB_FLASH pmb_panel_config *config, const pmb_port *port,
                               struct words *w)
{
    pmb_panel panel;
    const pmb_status status = plan(&panel, config, port);
    if (status == PMB_OK)
        return status;
    const char *field = NULL;
#ifndef __AVR__
    field = field_to_blame(config, port);
#endif
    if (field) {
        say(w, field);
        say(w, " is not possible as it is given, on this controller");
    } else {
        say(w, "the controller, or this build of the library, cannot do this");
    }
    return status;
}

static pmb_status missing(struct words *w, const char *what)
{
    say(w, what);
    say(w, " is missing");
    return PMB_ERR_ARGUMENT;
}

pmb_status pmb_panel_explain(const PMB_FLASH pmb_panel_config *config, const pmb_port *port,
                             char *text, size_t size)
{
    struct words w = {text, text ? size : 0, 0};
    say(&w, "");
    if (!config)
        return missing(&w, "the configuration");
    if (!port)
        return missing(&w, "the port");
    if (!config->controller)
        return missing(&w, "controller");
    if (!config->bus.kind)
        return missing(&w, "bus.kind");
    pmb_status status = explain_size(config, &w);
    if (status == PMB_OK && config->rotate > PMB_ROTATE_270) {
        say(&w, "rotate is none of PMB_ROTATE_0 to PMB_ROTATE_270");
        status = PMB_ERR_ARGUMENT;
    }
    if (status == PMB_OK)
        status = explain_booster(config, &w);
    if (status == PMB_OK)
        status = explain_bus(config, port, &w);
    return status == PMB_OK ? explain_rest(config, port, &w) : status;
}

pmb_status pmb_screen_explain(const pmb_panel *panel, size_t buffer_bytes, size_t tile_count,
                              char *text, size_t size)
{
    struct words w = {text, text ? size : 0, 0};
    say(&w, "");
    if (!panel || !panel->format)
        return missing(&w, "an open panel");
    const size_t least = pmb_screen_least_bytes(panel);
    if (buffer_bytes < least) {
        say(&w, "the buffer has ");
        say_number(&w, (int32_t)buffer_bytes);
        say(&w, " bytes: the smallest band of this panel takes ");
        say_number(&w, (int32_t)least);
        return PMB_ERR_ARGUMENT;
    }
#if PMB_NO_TILES
    if (tile_count > 0) {
        say(&w, "this build of the library has no tiles");
        return PMB_ERR_UNSUPPORTED;
    }
#else
    const size_t tiles = pmb_screen_least_tiles(panel, buffer_bytes);
    if (tile_count > 0 && tile_count < tiles) {
        say(&w, "there are ");
        say_number(&w, (int32_t)tile_count);
        say(&w, " tiles: with this buffer the screen takes at least ");
        say_number(&w, (int32_t)tiles);
        return PMB_ERR_ARGUMENT;
    }
#endif
    return PMB_OK;
}
