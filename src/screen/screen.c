/* screen.c - painting by bands and presenting. */
#include "pemble/options.h"
#include "pemble/screen.h"
#include "pemble/shape.h"
#include "canvas/cut.h"
#include "canvas/damage.h"
#include "geometry/limits.h"
#include "panel/write.h"
#include "screen/patches.h"
#include "screen/tiles.h"
#include "pemble/families.h"

/* The bytes of a band of so many rows, or columns where bands are columns. */
static size_t bytes_of(const pmb_panel *panel, int16_t depth)
{
    pmb_size size = {panel->frame.w, depth};
    if (pmb_bands_are_columns(panel))
        size = (pmb_size){depth, panel->frame.h};
    return pmb_canvas_bytes(panel->format, size);
}

/* The least band, and a band of the whole frame. */
static uint8_t least_depth(const pmb_panel *panel)
{
    return pmb_bands_are_columns(panel) ? panel->column_unit : panel->row_unit;
}

static int16_t whole_depth(const pmb_panel *panel)
{
    return pmb_bands_are_columns(panel) ? panel->frame.w : panel->frame.h;
}

/* Of a buffer, what one band may have: half of it, where the other half is sent meanwhile. */
static size_t part_of(const pmb_panel *panel, size_t bytes)
{
    const bool halved = PMB_WINDOWS && pmb_panel_can_defer(panel) &&
                        bytes < pmb_screen_whole_bytes(panel) &&
                        bytes / 2 >= pmb_screen_least_bytes(panel);
    return halved ? bytes / 2 : bytes;
}

size_t pmb_screen_least_bytes(const pmb_panel *panel)
{
    return bytes_of(panel, (int16_t)least_depth(panel));
}

size_t pmb_screen_whole_bytes(const pmb_panel *panel)
{
    return bytes_of(panel, whole_depth(panel));
}

/* The deepest band, in whole units and where possible whole tiles, that the buffer can hold. */
static int16_t depth_held(const pmb_panel *panel, size_t least, size_t bytes)
{
    const int16_t whole = whole_depth(panel);
    int16_t depth = 0;
    for (; bytes >= least && depth < whole; bytes -= least)
        depth = (int16_t)(depth + least_depth(panel));
    const int16_t tile = pmb_tile_depth(panel, PMB_TILE_LEAST);
    if (PMB_NO_TILES || depth < tile || depth >= whole)
        return depth;
    return (int16_t)(depth / tile * tile);
}

/* The depth of a band in a buffer of that size. */
static int16_t held_by(const pmb_panel *panel, size_t buffer_bytes)
{
    return depth_held(panel, pmb_screen_least_bytes(panel), part_of(panel, buffer_bytes));
}

/* Of the band in the buffer: its rows, or columns. */
static int16_t *depth_of(pmb_screen *screen)
{
    pmb_rect *band = &screen->canvas.bounds;
    return pmb_bands_are_columns(screen->panel) ? &band->w : &band->h;
}

/* What of the band in the buffer is painted, of a part of the frame (NULL: all of it); false:
 * nothing. */
static bool choose_area(pmb_screen *screen, const pmb_rect *wanted)
{
    screen->area = screen->canvas.bounds;
    if (wanted)
        screen->area = pmb_rect_common(screen->area, *wanted);
    return !wanted || !pmb_rect_is_empty(screen->area);
}

/* The screen, which may be less than the frame. */
static pmb_rect whole_screen(const pmb_screen *screen)
{
    const pmb_size size = screen->panel->size;
    return (pmb_rect){0, 0, size.w, size.h};
}

static bool is_paper(const pmb_screen *screen)
{
    return !PMB_PLAIN_PANELS && screen->panel->family->refresh != NULL;
}

/* Clears what is painted of the band and sets the clip to what can be seen of that: the frame may
 * be wider than the screen. */
static void begin_band(pmb_screen *screen)
{
    pmb_canvas *c = &screen->canvas;
    c->origin = (pmb_point){0, 0};
    c->clip = screen->area;
    pmb_fill(c, !PMB_PLAIN_PANELS && screen->light ? PMB_WHITE : PMB_BLACK);
    c->clip = pmb_rect_common(screen->area, whole_screen(screen));
}

pmb_status pmb_send_part_of_band(pmb_screen *screen, const pmb_rect *part)
{
    if (!PMB_PLAIN_PANELS)
        screen->sent = true;
#if !PMB_PLAIN_PANELS && !PMB_NO_DAMAGE
    if (is_paper(screen) && !pmb_screen_canvas(screen) && !screen->unfinished)
        pmb_damage_add(&screen->damage, part);
#endif
    return pmb_write_part(screen->panel, &screen->canvas, part);
}

/* Sends what was painted in the band that the buffer holds. */
static pmb_status send_band(pmb_screen *screen)
{
    return pmb_send_part_of_band(screen, &screen->area);
}

pmb_status pmb_screen_init(pmb_screen *screen, pmb_panel *panel, void *buffer, size_t buffer_bytes,
                           pmb_tile *tiles, size_t tile_count)
{
    if (!PMB_NO_CHECKS && (!screen || !panel || !panel->format || !buffer ||
                           buffer_bytes < pmb_screen_least_bytes(panel)))
        return PMB_ERR_ARGUMENT;
    if (PMB_NO_TILES && tiles)
        return PMB_ERR_UNSUPPORTED;
    const size_t part = part_of(panel, buffer_bytes), least = pmb_screen_least_bytes(panel);
    pmb_canvas *c = &screen->canvas;
    *screen = (pmb_screen){.panel = panel, .keep_known = true};
    if (is_paper(screen)) /* as opening left its memory */
        screen->light = true;
    screen->send_changes = !PMB_NO_TILES && tiles ? pmb_send_changed_tiles : send_band;
    screen->band = depth_held(panel, least, part);
    screen->halved = part < buffer_bytes;
    c->format = panel->format;
    c->pixels = buffer;
    if (!PMB_ONE_BIT)
        c->palette = panel->config->palette;
    c->bounds = panel->frame;
    *depth_of(screen) = screen->band;
    if (!PMB_NO_TURN || !PMB_ONE_BIT)
        pmb_canvas_measure(c);
    else /* upright and of one bit: the smallest band is one line of bytes */
        c->stride = (uint16_t)least;
#if PMB_NO_TILES
    (void)tile_count;
#else
    screen->tiles = tiles;
    screen->tile_columns = panel->column_unit;
    screen->tile_rows = panel->row_unit;
    pmb_size tile;
    if (tiles) {
        if (!pmb_choose_tiles(panel, screen->band, tile_count, &tile))
            return PMB_ERR_ARGUMENT;
        screen->tile_columns = tile.w;
        screen->tile_rows = tile.h;
    }
#endif
    pmb_screen_forget(screen);
    (void)choose_area(screen, NULL);
    begin_band(screen);
#if !PMB_NO_DAMAGE
    if (pmb_screen_canvas(screen))
        c->damage = &screen->damage;
#endif
    return PMB_OK;
}

size_t pmb_screen_tile_count(const pmb_panel *panel, size_t buffer_bytes)
{
    const int16_t held = held_by(panel, buffer_bytes);
    const int16_t depth = pmb_tile_depth(panel, held);
    if (pmb_bands_are_columns(panel))
        return pmb_tiles_in(panel, depth, PMB_TILE_COLUMNS);
    return pmb_tiles_in(panel, PMB_TILE_COLUMNS, depth);
}

#if !PMB_NO_TILES
size_t pmb_screen_least_tiles(const pmb_panel *panel, size_t buffer_bytes)
{
    const int16_t held = held_by(panel, buffer_bytes);
    pmb_size tile;
    (void)pmb_choose_tiles(panel, held, 0, &tile);
    return pmb_tiles_in(panel, tile.w, tile.h);
}
#endif

void pmb_screen_forget(pmb_screen *screen)
{
    screen->refreshed = screen->mirrored = screen->painted = screen->unfinished = false;
#if !PMB_NO_TILES
    if (!screen->tiles)
        return;
    const size_t count = pmb_tiles_in(screen->panel, screen->tile_columns, screen->tile_rows);
    for (size_t i = 0; i < count; i++)
        screen->tiles[i] = 0;
#endif
}

/* Makes the canvas stand for the band that starts at a row or column, or for what is left of it. */
static void move_band(pmb_screen *screen, int16_t at, int16_t left)
{
    pmb_canvas *c = &screen->canvas;
    if (pmb_bands_are_columns(screen->panel))
        c->bounds.x = at;
    else
        c->bounds.y = at;
    *depth_of(screen) = left < screen->band ? left : screen->band;
    if (PMB_WINDOWS && screen->halved) { /* the half that is not being sent */
        const ptrdiff_t half = (ptrdiff_t)bytes_of(screen->panel, screen->band);
        c->pixels += screen->second ? -half : half;
        screen->second = !screen->second;
    }
}

pmb_status pmb_send_all(pmb_screen *screen, pmb_paint paint, void *scene, const pmb_rect *part)
{
    const pmb_panel *panel = screen->panel;
    int16_t at = pmb_bands_are_columns(panel) ? panel->frame.x : panel->frame.y;
    int16_t left = whole_depth(panel);
    const int16_t step = screen->band;
    pmb_status status = PMB_OK;
    for (; left > 0 && status == PMB_OK; at = (int16_t)(at + step), left = (int16_t)(left - step)) {
        if (paint)
            move_band(screen, at, left);
        if (!choose_area(screen, part))
            continue;
        if (paint) {
            begin_band(screen);
            paint(&screen->canvas, scene);
        }
        status = screen->send_changes(screen);
    }
    return status;
}

static pmb_status send(pmb_screen *screen, pmb_paint paint, void *scene, const pmb_rect *part)
{
    pmb_status status = PMB_OK;
    if (!PMB_PLAIN_PANELS && screen->panel->lost) {
        pmb_screen_forget(screen);
        screen->panel->lost = false;
    }
    if (!PMB_PLAIN_PANELS)
        screen->sent = false;
    if (PMB_WINDOWS && (screen->halved || pmb_screen_canvas(screen)))
        pmb_panel_defer(screen->panel);
#if !PMB_NO_DAMAGE
    pmb_damage *const noted = screen->canvas.damage;
    screen->canvas.damage = NULL; /* what is painted is sent now */
#endif
    if (!PMB_PLAIN_PANELS && screen->panel->family->present)
        status = screen->panel->family->present(screen, paint, scene, part);
#if PMB_DRAFTS
    else if (screen->send)
        status = screen->send(screen, paint, scene, part);
#endif
    else
        status = pmb_send_all(screen, paint, scene, part);
    const bool goes_on =
        PMB_WINDOWS && screen->in_steps && !screen->panel->family->present && status == PMB_OK;
    if (!PMB_PLAIN_PANELS && !goes_on) {
        const pmb_status settled = pmb_panel_settle(screen->panel);
        status = status == PMB_OK ? settled : status;
    }
    screen->painted = status == PMB_OK;
    if (status != PMB_OK)
        pmb_screen_forget(screen);
#if !PMB_NO_DAMAGE
    screen->canvas.damage = noted;
    if (!part && noted)
        screen->damage.count = 0;
#endif
    return status;
}

pmb_rect pmb_whole_tiles(const pmb_screen *screen, pmb_rect area)
{
    const pmb_rect frame = screen->panel->frame, part = pmb_rect_common(area, frame);
#if PMB_NO_TILES
    const int16_t columns = screen->panel->column_unit, rows = screen->panel->row_unit;
#else
    const int16_t columns = screen->tile_columns, rows = screen->tile_rows;
#endif
    const int32_t left = (part.x - frame.x) / columns * columns;
    const int32_t top = (part.y - frame.y) / rows * rows;
    const int32_t right = (part.x - frame.x + part.w + columns - 1) / columns * columns;
    const int32_t bottom = (part.y - frame.y + part.h + rows - 1) / rows * rows;
    const pmb_rect tiles = {(int16_t)(frame.x + left), (int16_t)(frame.y + top),
                            (int16_t)(right - left), (int16_t)(bottom - top)};
    return pmb_rect_common(tiles, frame);
}

/* Until all was painted once nothing is known. */
static pmb_status send_part(pmb_screen *screen, pmb_paint paint, void *scene, pmb_rect area)
{
    if (!screen->painted)
        return send(screen, paint, scene, NULL);
    const pmb_rect tiles = pmb_whole_tiles(screen, area);
    if (pmb_rect_is_empty(tiles))
        return PMB_OK;
    const pmb_status status = send(screen, paint, scene, &tiles);
    /* For those who draw on it directly. */
    screen->canvas.clip = pmb_rect_common(screen->canvas.bounds, whole_screen(screen));
    return status;
}

pmb_status pmb_screen_paint(pmb_screen *screen, pmb_paint paint, void *scene)
{
    return screen && paint ? send(screen, paint, scene, NULL) : PMB_ERR_ARGUMENT;
}

pmb_status pmb_screen_paint_begin(pmb_screen *screen, pmb_paint paint, void *scene)
{
    if (!screen)
        return PMB_ERR_ARGUMENT;
    screen->in_steps = true;
    const pmb_status status = pmb_screen_paint(screen, paint, scene);
    screen->in_steps = false;
    return status;
}

pmb_status pmb_screen_paint_finish(pmb_screen *screen, pmb_paint paint, void *scene)
{
    if (!screen || !paint)
        return PMB_ERR_ARGUMENT;
    pmb_status status = PMB_OK;
    if (!PMB_PLAIN_PANELS && screen->panel->family->present) {
        screen->finishing = true;
        status = screen->panel->family->present(screen, paint, scene, NULL);
        screen->finishing = false;
    } else if (!PMB_PLAIN_PANELS) {
        status = pmb_panel_settle(screen->panel);
        if (status != PMB_OK)
            pmb_screen_forget(screen);
    }
    return status;
}

pmb_status pmb_screen_paint_area(pmb_screen *screen, pmb_paint paint, void *scene, pmb_rect area)
{
    return screen && paint ? send_part(screen, paint, scene, area) : PMB_ERR_ARGUMENT;
}

pmb_canvas *pmb_screen_canvas(pmb_screen *screen)
{
    return screen->band == whole_depth(screen->panel) ? &screen->canvas : NULL;
}

#if !PMB_NO_DAMAGE
/* What changed where something was drawn. Rectangles that overlap so much that they take more than
 * the one around them are sent as that one. */
static pmb_status send_damage(pmb_screen *screen)
{
    const pmb_rect frame = screen->panel->frame;
    pmb_damage *damage = &screen->damage;
    pmb_status status = PMB_OK;
    pmb_rect around = {0, 0, 0, 0};
    int32_t pixels = 0;
    for (uint8_t i = 0; i < damage->count; i++) {
        pmb_rect *part = &damage->parts[i];
        part->x = (int16_t)(part->x + frame.x);
        part->y = (int16_t)(part->y + frame.y);
        *part = pmb_whole_tiles(screen, *part);
        around = pmb_rect_around(around, *part);
        pixels += (int32_t)part->w * part->h;
    }
    if (pixels >= (int32_t)around.w * around.h && damage->count > 0) {
        damage->parts[0] = around;
        damage->count = 1;
    }
    for (uint8_t i = 0; i < damage->count && status == PMB_OK; i++)
        status = send_part(screen, NULL, NULL, damage->parts[i]);
    damage->count = 0;
    return status;
}
#endif

pmb_status pmb_screen_present(pmb_screen *screen)
{
    if (!screen || !pmb_screen_canvas(screen))
        return PMB_ERR_ARGUMENT;
#if !PMB_NO_DAMAGE
    if (screen->painted && !is_paper(screen))
        return send_damage(screen);
#endif
    return send(screen, NULL, NULL, NULL);
}

pmb_status pmb_screen_present_area(pmb_screen *screen, pmb_rect area)
{
    return screen && pmb_screen_canvas(screen) ? send_part(screen, NULL, NULL, area)
                                               : PMB_ERR_ARGUMENT;
}
