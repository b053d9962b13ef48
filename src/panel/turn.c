/* turn.c - rotation and mirroring as exchanges of axes and directions. */
#include "pemble/turn.h"
#include "canvas/cut.h"
#include "pemble/driver.h"
#include "pemble/options.h"

void pmb_plan_turn(pmb_panel *panel)
{
    /* Where the screen's top left corner goes when it is turned clockwise: to the top right, the
     * bottom right, the bottom left. */
    static const PMB_FLASH uint8_t turns[] = {0, PMB_TURN_SWAP | PMB_TURN_RIGHT,
                                              PMB_TURN_RIGHT | PMB_TURN_BOTTOM,
                                              PMB_TURN_SWAP | PMB_TURN_BOTTOM};
    const PMB_FLASH pmb_panel_config *config = panel->config;
    panel->turn = turns[PMB_NO_TURN ? config->rotate : panel->rotate];
    /* Mirroring exchanges the ends of screen x, which runs down the glass when the axes are
     * exchanged. */
    if (config->mirror)
        panel->turn ^= panel->turn & PMB_TURN_SWAP ? PMB_TURN_BOTTOM : PMB_TURN_RIGHT;
    panel->size = config->size;
    if (!PMB_NO_TURN && panel->turn & PMB_TURN_SWAP)
        panel->size = (pmb_size){config->size.h, config->size.w};
}

pmb_rect pmb_on_glass(const pmb_panel *panel, pmb_rect area)
{
    const pmb_size glass = panel->config->size;
    pmb_rect r = area;
    if (PMB_NO_TURN)
        return r;
    if (panel->turn & PMB_TURN_SWAP)
        r = (pmb_rect){area.y, area.x, area.h, area.w};
    if (panel->turn & PMB_TURN_RIGHT)
        r.x = (int16_t)(glass.w - r.x - r.w);
    if (panel->turn & PMB_TURN_BOTTOM)
        r.y = (int16_t)(glass.h - r.y - r.h);
    return r;
}

/* How far `value` is above a multiple of `unit`, a power of two. */
static uint8_t excess(int16_t value, uint8_t unit)
{
    return (uint8_t)value & (uint8_t)(unit - 1);
}

static uint8_t shortfall(int16_t value, uint8_t unit)
{
    return excess((int16_t)-value, unit);
}

void pmb_plan_frame(pmb_panel *panel, uint8_t columns, uint8_t rows)
{
    const pmb_size glass = panel->config->size;
    const pmb_point o = panel->offset;
    /* What is added before and behind the glass in each direction... */
    uint8_t left = excess(o.x, columns), right = shortfall((int16_t)(o.x + glass.w), columns);
    uint8_t above = excess(o.y, rows), below = shortfall((int16_t)(o.y + glass.h), rows);
    /* ...and as the screen sees it. */
    const uint8_t turn = !PMB_NO_TURN ? panel->turn : 0;
    if (turn & PMB_TURN_RIGHT) {
        const uint8_t keep = left;
        left = right;
        right = keep;
    }
    if (turn & PMB_TURN_BOTTOM) {
        const uint8_t keep = above;
        above = below;
        below = keep;
    }
    const uint8_t wider = (uint8_t)(left + right), higher = (uint8_t)(above + below);
    panel->columns = turn & PMB_TURN_SWAP; /* they are lines of the controller's memory */
    panel->column_unit = turn & PMB_TURN_SWAP ? rows : columns;
    panel->row_unit = turn & PMB_TURN_SWAP ? columns : rows;
    if (turn & PMB_TURN_SWAP)
        panel->frame =
            (pmb_rect){(int16_t)-above, (int16_t)-left, (int16_t)(panel->size.w + higher),
                       (int16_t)(panel->size.h + wider)};
    else
        panel->frame = (pmb_rect){(int16_t)-left, (int16_t)-above, (int16_t)(panel->size.w + wider),
                                  (int16_t)(panel->size.h + higher)};
}

void pmb_leave_to_controller(pmb_panel *panel, uint8_t can)
{
    panel->remap = panel->turn & can;
    panel->turn &= (uint8_t)~can;
}

const PMB_FLASH pmb_format *pmb_page_format(const pmb_panel *panel)
{
    /* Where rows run from the bottom, the highest bit comes first. */
    const bool bottom = !PMB_NO_TURN && panel->turn & PMB_TURN_BOTTOM;
    if (!PMB_NO_TURN && panel->turn & PMB_TURN_SWAP)
        return bottom ? &pmb_mono_horizontal : &pmb_mono_horizontal_lsb;
    return bottom ? &pmb_mono_vertical_msb : &pmb_mono_vertical;
}

pmb_rect pmb_in_memory(const pmb_panel *panel, pmb_rect area)
{
    pmb_rect r = pmb_on_glass(panel, area);
    if (panel->remap & PMB_TURN_SWAP)
        r = (pmb_rect){area.y, area.x, area.h, area.w};
    r.x = (int16_t)(r.x + panel->offset.x);
    r.y = (int16_t)(r.y + panel->offset.y);
    return r;
}

void pmb_mirror_offset(pmb_panel *panel, uint8_t axes)
{
    const pmb_size memory = panel->config->controller->memory, glass = panel->config->size;
    if (panel->remap & axes & PMB_TURN_RIGHT)
        panel->offset.x = (int16_t)(memory.w - glass.w - panel->offset.x);
    if (panel->remap & axes & PMB_TURN_BOTTOM)
        panel->offset.y = (int16_t)(memory.h - glass.h - panel->offset.y);
}

pmb_walk pmb_plan_walk(const pmb_panel *panel, const pmb_canvas *held, pmb_rect area)
{
    const PMB_FLASH pmb_format *format = held->format;
    const pmb_rect glass = !PMB_NO_TURN ? pmb_on_glass(panel, area) : area;
    const bool swap = !PMB_NO_TURN && panel->turn & PMB_TURN_SWAP;
    const uint8_t columns = format->columns_per_byte, rows = format->rows_per_line;
    const uint8_t pixel = !PMB_ONE_BIT ? format->bytes_per_pixel : 1;
    const uint16_t across = (uint16_t)(pmb_whole_bytes((uint16_t)area.w, columns) * pixel);
    const uint16_t down = pmb_whole_bytes((uint16_t)area.h, rows);
    pmb_walk walk = {
        .column_step = swap ? held->stride : 1,
        .line_step = swap ? 1 : held->stride,
        .bytes = swap ? down : across,
        .lines = swap ? across : down,
        .column = (uint16_t)(glass.x + panel->offset.x),
        .row = (uint16_t)(glass.y + panel->offset.y),
    };
    walk.first = held->pixels +
                 (size_t)pmb_whole_bytes((uint16_t)(area.y - held->bounds.y), rows) * held->stride +
                 (size_t)pmb_whole_bytes((uint16_t)(area.x - held->bounds.x), columns) * pixel;
    if (!PMB_NO_TURN && panel->turn & PMB_TURN_RIGHT) {
        walk.first += walk.column_step * (walk.bytes - 1);
        walk.column_step = -walk.column_step;
    }
    if (!PMB_NO_TURN && panel->turn & PMB_TURN_BOTTOM) {
        walk.first += walk.line_step * (walk.lines - 1);
        walk.line_step = -walk.line_step;
    }
    return walk;
}

bool pmb_window_goes_on(pmb_panel *panel, pmb_rect *part)
{
#if !PMB_WINDOWS
    (void)panel;
    (void)part;
    return false;
#else
    const pmb_rect r = *part, frame = panel->frame;
    const bool across = !PMB_NO_TURN && panel->columns;
    const int16_t from = across ? r.y : r.x, size = across ? r.h : r.w, at = across ? r.x : r.y;
    struct pmb_open_window *window = &panel->window;
    const bool goes_on = window->size == size && window->from == from && window->next == at;
    *window = (struct pmb_open_window){from, size, (int16_t)(at + (across ? r.w : r.h))};
    if (across)
        part->w = (int16_t)(frame.x + frame.w - r.x);
    else
        part->h = (int16_t)(frame.y + frame.h - r.y);
    return goes_on;
#endif
}

/* Whether all of it lies together, in the order in which it is sent. */
static bool is_one_run(const pmb_walk *walk)
{
    return walk->column_step == 1 &&
           (walk->lines == 1 || walk->line_step == (ptrdiff_t)walk->bytes);
}

pmb_status pmb_begin_walk(pmb_panel *panel, const pmb_walk *walk)
{
    if (is_one_run(walk))
        return pmb_begin_data(panel, walk->first, (size_t)walk->bytes * walk->lines);
    return pmb_send_walk(panel, walk, 0);
}

pmb_status pmb_send_walk(const pmb_panel *panel, const pmb_walk *walk, uint8_t flip)
{
    /* Lines of LONG bytes are sent as quickly as they would be gathered. */
    enum { CHUNK = PMB_WINDOWS ? 128 : 32, LONG = 32 };
    uint8_t chunk[CHUNK], count = 0;
    const ptrdiff_t step = walk->column_step;
    const bool whole = step == 1 && flip == 0;
    const uint8_t *line = walk->first;
    pmb_status status = PMB_OK;
    if (flip == 0 && is_one_run(walk))
        return pmb_send_data(panel, line, (size_t)walk->bytes * walk->lines);
    for (uint16_t lines = walk->lines; lines > 0 && status == PMB_OK;
         lines--, line += walk->line_step) {
        if (whole && walk->bytes >= LONG) {
            status = pmb_send_data(panel, line, walk->bytes);
            continue;
        }
        const uint8_t *at = line;
        for (uint32_t left = walk->bytes; left > 0 && status == PMB_OK;) {
            for (; left > 0 && count < CHUNK; left--, at += step)
                chunk[count++] = *at ^ flip;
            if (count == CHUNK) {
                status = pmb_send_data(panel, chunk, count);
                count = 0;
            }
        }
    }
    return count > 0 ? pmb_send_data(panel, chunk, count) : status;
}
