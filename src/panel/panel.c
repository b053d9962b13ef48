/* panel.c - what all panels have in common: checking, reset, and the calls into the family. */
#include "pemble/options.h"
#include "pemble/driver.h"
#include "pemble/turn.h"
#include "panel/limits.h"
#include "panel/write.h"

/* The offset that was configured, or that of the known glass of this size. */
static pmb_point glass_offset(const PMB_FLASH pmb_panel_config *config)
{
    const PMB_FLASH pmb_glass *glass = pmb_known_glass(config);
    if (config->offset.given)
        return (pmb_point){config->offset.x, config->offset.y};
    return glass ? glass->offset : (pmb_point){0, 0};
}

const PMB_FLASH pmb_glass *pmb_known_glass(const PMB_FLASH pmb_panel_config *config)
{
    const PMB_FLASH pmb_controller *controller = config->controller;
    for (uint8_t i = 0; i < controller->glass_count; i++) {
        const PMB_FLASH pmb_glass *glass = &controller->glasses[i];
        if (glass->size.w == config->size.w && glass->size.h == config->size.h)
            return glass;
    }
    return PMB_NO_TABLE;
}

static bool fits_memory(const PMB_FLASH pmb_panel_config *config, pmb_point offset)
{
    const pmb_size memory = config->controller->memory;
    return config->size.w > 0 && config->size.h > 0 && offset.x >= 0 && offset.y >= 0 &&
           (int32_t)offset.x + config->size.w <= memory.w &&
           (int32_t)offset.y + config->size.h <= memory.h;
}

static pmb_status check(const pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    const pmb_port *port = panel->port;
    const PMB_FLASH pmb_bus_kind *kind = config->bus.kind;
    if (!config->controller || !kind)
        return PMB_ERR_ARGUMENT;
    if (!fits_memory(config, glass_offset(config)) || config->rotate > PMB_ROTATE_270)
        return PMB_ERR_ARGUMENT;
    if (!(config->controller->buses & kind->flags) || !port->wait_us)
        return PMB_ERR_UNSUPPORTED;
    if (!pmb_has_power_steps(config))
        return PMB_ERR_ARGUMENT;
    const bool pins = config->reset != PMB_PIN_NONE || config->backlight != PMB_PIN_NONE;
    if ((pins && !port->pin_write) || (config->busy != PMB_PIN_NONE && !port->pin_read))
        return PMB_ERR_UNSUPPORTED;
    return kind->check(config, port);
}

void pmb_reset(const pmb_panel *panel)
{
    const PMB_FLASH pmb_controller *controller = panel->config->controller;
    const pmb_port *port = panel->port;
    const pmb_pin pin = panel->config->reset;
    if (pin != PMB_PIN_NONE) {
        for (uint8_t i = 0; i < 3; i++) { /* high, low, high */
            port->pin_write(port->context, pin, i != 1);
            port->wait_us(port->context, controller->reset_low_us);
        }
    }
    const uint8_t milliseconds =
        pin != PMB_PIN_NONE || controller->reset_wait_ms > PMB_SELF_RESET_MS
            ? controller->reset_wait_ms
            : PMB_SELF_RESET_MS;
    pmb_wait_ms(panel, milliseconds);
}

/* The next write begins with an address again. */
static void forget_window(pmb_panel *panel)
{
#if PMB_WINDOWS
    panel->window.size = 0;
#else
    (void)panel;
#endif
}

/* Before anything but pixels is sent: waits for what is under way. */
static pmb_status end_writing(pmb_panel *panel)
{
    forget_window(panel);
    return PMB_WINDOWS ? pmb_end_data(panel) : PMB_OK;
}

pmb_status pmb_no_contrast(pmb_panel *panel, uint8_t contrast)
{
    (void)panel;
    return contrast ? PMB_ERR_UNSUPPORTED : PMB_OK;
}

/* After planning: false for what is left out of this build (options.h), and for a format that the
 * family does not have. */
static bool is_possible(const pmb_panel *panel)
{
    const PMB_FLASH pmb_format *wanted = panel->config->format;
    if (PMB_NO_TURN && panel->turn)
        return false;
    return PMB_NO_CHECKS || !wanted || wanted == panel->format;
}

pmb_status pmb_plan(pmb_panel *panel)
{
    panel->offset = glass_offset(panel->config);
    pmb_plan_turn(panel);
    const pmb_status status = panel->family->plan(panel);
    return status == PMB_OK && !is_possible(panel) ? PMB_ERR_UNSUPPORTED : status;
}

/* The first picture is there. */
static void light_up(pmb_panel *panel)
{
    if (panel->dark)
        pmb_panel_backlight(panel, true);
    panel->dark = false;
}

/* `kept`: the memory is not cleared. */
static pmb_status open_panel(pmb_panel *panel, const PMB_FLASH pmb_panel_config *config,
                             const pmb_port *port, bool kept)
{
    if (!PMB_NO_CHECKS && (!panel || !config || !port))
        return PMB_ERR_ARGUMENT;
    *panel = (pmb_panel){.config = config, .port = port};
    panel->rotate = !PMB_NO_TURN ? (unsigned)config->rotate & 3u : 0;
    if (!PMB_PLAIN_PANELS)
        panel->planes = PMB_PLANE_NEXT | PMB_PLANE_SHOWN;
    pmb_status status = !PMB_NO_CHECKS ? check(panel) : PMB_OK;
    if (status != PMB_OK)
        return status;
    panel->family = config->controller->family;
    if (!PMB_PLAIN_PANELS && kept && !panel->family->refresh)
        return PMB_ERR_UNSUPPORTED;
    if (!PMB_PLAIN_PANELS)
        panel->kept = kept;
    status = pmb_plan(panel);
    if (status != PMB_OK)
        return status;
    if (!PMB_PLAIN_PANELS)
        pmb_panel_backlight(panel, false);
    config->bus.kind->idle(config, port);
    pmb_reset(panel);
    status = panel->family->start(panel);
    if (status == PMB_OK)
        status = pmb_panel_invert(panel, false);
    if (status == PMB_OK)
        status = pmb_panel_contrast(panel, config->contrast);
    if (status == PMB_OK)
        status = panel->family->show(panel, true);
    if (!PMB_PLAIN_PANELS)
        panel->dark = status == PMB_OK;
    else if (status == PMB_OK)
        pmb_panel_backlight(panel, true);
    return status;
}

pmb_status pmb_panel_open(pmb_panel *panel, const PMB_FLASH pmb_panel_config *config,
                          const pmb_port *port)
{
    return open_panel(panel, config, port, false);
}

pmb_status pmb_panel_resume(pmb_panel *panel, const PMB_FLASH pmb_panel_config *config,
                            const pmb_port *port)
{
    if (PMB_PLAIN_PANELS)
        return PMB_ERR_UNSUPPORTED;
    return open_panel(panel, config, port, true);
}

pmb_status pmb_panel_rotate(pmb_panel *panel, pmb_rotation rotate)
{
    if (!PMB_NO_CHECKS && (!panel || rotate > PMB_ROTATE_270))
        return PMB_ERR_ARGUMENT;
    pmb_status status = end_writing(panel);
    const pmb_panel before = *panel;
    panel->rotate = (unsigned)rotate & 3u;
    panel->remap = 0;
    if (status == PMB_OK)
        status = pmb_plan(panel);
    if (status != PMB_OK) {
        *panel = before;
        return status;
    }
    return panel->family->turn ? panel->family->turn(panel) : PMB_OK;
}

pmb_status pmb_panel_quiet(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    if (!config || !port || !config->bus.kind)
        return PMB_ERR_ARGUMENT;
    if (!port->pin_write)
        return PMB_ERR_UNSUPPORTED;
    config->bus.kind->idle(config, port);
    return PMB_OK;
}

void pmb_panel_backlight(const pmb_panel *panel, bool on)
{
    pmb_pin_set(panel->port, panel->config->backlight, on != panel->config->backlight_low);
}

pmb_status pmb_panel_read(const pmb_panel *panel, uint8_t command, uint8_t *reply, size_t count)
{
    if (!panel || !reply || count == 0)
        return PMB_ERR_ARGUMENT;
    const PMB_FLASH pmb_bus_kind *kind = panel->config->bus.kind;
    return kind->read ? kind->read(panel, command, reply, count) : PMB_ERR_UNSUPPORTED;
}

pmb_status pmb_panel_contrast(pmb_panel *panel, uint8_t contrast)
{
    if (!PMB_NO_CHECKS && !panel)
        return PMB_ERR_ARGUMENT;
    const pmb_status status = end_writing(panel);
    return status == PMB_OK ? panel->family->contrast(panel, contrast) : status;
}

pmb_status pmb_panel_invert(pmb_panel *panel, bool inverted)
{
    if (!PMB_NO_CHECKS && !panel)
        return PMB_ERR_ARGUMENT;
    const pmb_status status = end_writing(panel);
    return status == PMB_OK ? panel->family->invert(panel, inverted != panel->config->invert)
                            : status;
}

static pmb_status sleep(pmb_panel *panel, bool forgets)
{
    if (!panel)
        return PMB_ERR_ARGUMENT;
    const pmb_status status = end_writing(panel);
    panel->forgets = forgets;
    pmb_panel_backlight(panel, false);
    return status == PMB_OK ? panel->family->show(panel, false) : status;
}

pmb_status pmb_panel_sleep(pmb_panel *panel)
{
    return sleep(panel, false);
}

pmb_status pmb_panel_deep_sleep(pmb_panel *panel)
{
    return sleep(panel, true);
}

pmb_status pmb_panel_wake(pmb_panel *panel)
{
    if (!PMB_NO_CHECKS && !panel)
        return PMB_ERR_ARGUMENT;
    pmb_status status = end_writing(panel);
    if (status == PMB_OK)
        status = panel->family->show(panel, true);
    if (status == PMB_OK && !panel->dark)
        pmb_panel_backlight(panel, true);
    return status;
}

pmb_status pmb_panel_temperature(pmb_panel *panel, int8_t celsius)
{
    if (!panel || celsius < -40 || celsius > 85)
        return PMB_ERR_ARGUMENT;
    if (!panel->family->refresh)
        return PMB_ERR_UNSUPPORTED;
    uint8_t step = 0;
    for (int8_t least = 20; step < 4 && celsius < least; least = (int8_t)(least - 5))
        step++;
    panel->cold = step & 7u;
    return PMB_OK;
}

static pmb_status refresh(pmb_panel *panel, pmb_refresh kind, const pmb_rect *area)
{
    if (!panel || kind > PMB_REFRESH_GREYS)
        return PMB_ERR_ARGUMENT;
    /* Greys have a format of their own. */
    if (!panel->family->refresh ||
        (kind == PMB_REFRESH_GREYS) != (panel->config->refresh == PMB_REFRESH_GREYS))
        return PMB_ERR_UNSUPPORTED;
    return panel->family->refresh(panel, kind, area);
}

pmb_status pmb_panel_refresh(pmb_panel *panel, pmb_refresh kind)
{
    return refresh(panel, kind, NULL);
}

/* An edge of a part, moved down or up to a whole unit of the frame. */
static int16_t whole_unit(int32_t value, int16_t from, uint8_t unit, bool up)
{
    const int32_t distance = value - from + (up ? unit - 1 : 0);
    return (int16_t)(from + distance / unit * unit);
}

pmb_status pmb_panel_refresh_area(pmb_panel *panel, pmb_refresh kind, pmb_rect area)
{
    if (!panel)
        return PMB_ERR_ARGUMENT;
    const pmb_rect frame = panel->frame, part = pmb_rect_common(area, frame);
    if (pmb_rect_is_empty(part))
        return PMB_ERR_ARGUMENT;
    const uint8_t columns = panel->column_unit, rows = panel->row_unit;
    const int16_t left = whole_unit(part.x, frame.x, columns, false);
    const int16_t top = whole_unit(part.y, frame.y, rows, false);
    const int16_t right = whole_unit((int32_t)part.x + part.w, frame.x, columns, true);
    const int16_t bottom = whole_unit((int32_t)part.y + part.h, frame.y, rows, true);
    const pmb_rect whole = {left, top, (int16_t)(right - left), (int16_t)(bottom - top)};
    return refresh(panel, kind, &whole);
}

void pmb_panel_write_to(pmb_panel *panel, uint8_t planes)
{
    panel->planes = planes & 3u;
}

bool pmb_is_busy(const pmb_panel *panel)
{
    const pmb_pin busy = panel->config->busy;
    return busy != PMB_PIN_NONE &&
           panel->port->pin_read(panel->port->context, busy) == panel->family->busy_is_high;
}

bool pmb_panel_is_busy(pmb_panel *panel)
{
    if (!panel->family->wait || panel->config->busy == PMB_PIN_NONE)
        return false;
    return panel->family->wait(panel, 0) == PMB_ERR_TIMEOUT;
}

pmb_status pmb_panel_wait(pmb_panel *panel, uint32_t milliseconds)
{
    if (!panel)
        return PMB_ERR_ARGUMENT;
    return panel->family->wait ? panel->family->wait(panel, milliseconds) : PMB_OK;
}

static bool inside(pmb_rect inner, pmb_rect outer)
{
    const pmb_rect common = pmb_rect_common(inner, outer);
    return !pmb_rect_is_empty(inner) && common.x == inner.x && common.y == inner.y &&
           common.w == inner.w && common.h == inner.h;
}

static bool can_be_written(const pmb_panel *panel, const pmb_canvas *held, pmb_rect area)
{
    if (!panel || !held || held->format != panel->format || !inside(area, held->bounds) ||
        !inside(held->bounds, panel->frame))
        return false;
    const uint8_t columns = panel->column_unit, rows = panel->row_unit;
    return (area.x - panel->frame.x) % columns == 0 && area.w % columns == 0 &&
           (held->bounds.x - panel->frame.x) % columns == 0 &&
           (area.y - panel->frame.y) % rows == 0 && area.h % rows == 0 &&
           (held->bounds.y - panel->frame.y) % rows == 0;
}

pmb_status pmb_write_part(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *part)
{
    pmb_status status = PMB_WINDOWS ? pmb_end_data(panel) : PMB_OK;
    if (status == PMB_OK)
        status = panel->family->write(panel, held, part);
    if (status != PMB_OK)
        forget_window(panel);
    return status;
}

pmb_status pmb_panel_write(pmb_panel *panel, const pmb_canvas *held, pmb_rect area)
{
    if (!PMB_NO_CHECKS && !can_be_written(panel, held, area))
        return PMB_ERR_ARGUMENT;
    const pmb_status status = pmb_write_part(panel, held, &area);
    if (status == PMB_OK)
        light_up(panel);
    return status;
}

bool pmb_panel_can_defer(const pmb_panel *panel)
{
    return PMB_WINDOWS && panel->config->bus.kind->begin && panel->port->spi_start &&
           panel->port->spi_wait;
}

void pmb_panel_defer(pmb_panel *panel)
{
    panel->background = pmb_panel_can_defer(panel);
}

pmb_status pmb_panel_settle(pmb_panel *panel)
{
    const pmb_status status = pmb_end_data(panel);
    panel->background = false;
    if (status == PMB_OK)
        light_up(panel);
    else
        forget_window(panel);
    return status;
}
