/* screen.c - painting by bands and presenting. */
#include "pemble/screen.h"
#include "screen/tiles.h"

/* Rows in the smallest band, and bytes that it takes. */
static int16_t least_rows(const pmb_panel *panel)
{
    return panel->format->rows_per_line;
}

static size_t bytes_of(const pmb_panel *panel, int16_t rows)
{
    return pmb_canvas_bytes(panel->format, (pmb_size){panel->frame.w, rows});
}

size_t pmb_screen_least_bytes(const pmb_panel *panel)
{
    return bytes_of(panel, least_rows(panel));
}

size_t pmb_screen_whole_bytes(const pmb_panel *panel)
{
    return bytes_of(panel, panel->frame.h);
}

/* The most rows, in whole lines and where possible whole tiles, that the buffer can hold. */
static int16_t rows_held(const pmb_panel *panel, size_t bytes)
{
    const size_t lines = bytes / pmb_screen_least_bytes(panel);
    const size_t rows = lines * (size_t)least_rows(panel);
    if (rows >= (size_t)panel->frame.h)
        return panel->frame.h;
    return (int16_t)(rows < PMB_TILE_ROWS ? rows : rows - rows % PMB_TILE_ROWS);
}

pmb_status pmb_screen_init(pmb_screen *screen, pmb_panel *panel, void *buffer, size_t buffer_bytes,
                           pmb_tile *tiles, size_t tile_count)
{
    if (!screen || !panel || !panel->format || !buffer)
        return PMB_ERR_ARGUMENT;
    if (buffer_bytes < pmb_screen_least_bytes(panel))
        return PMB_ERR_ARGUMENT;
    *screen = (pmb_screen){.panel = panel, .buffer = buffer, .tiles = tiles};
    screen->band_rows = rows_held(panel, buffer_bytes);
    screen->buffer_bytes = bytes_of(panel, screen->band_rows);
    if (tiles && tile_count < pmb_screen_tile_count(panel, buffer_bytes))
        return PMB_ERR_ARGUMENT;
    pmb_screen_forget(screen);
    pmb_rect all = panel->frame;
    all.h = screen->band_rows;
    const pmb_status status =
        pmb_canvas_init(&screen->canvas, panel->format, all, buffer, screen->buffer_bytes);
    if (status == PMB_OK)
        pmb_screen_clear_band(screen);
    return status;
}

size_t pmb_screen_tile_count(const pmb_panel *panel, size_t buffer_bytes)
{
    const int16_t rows = rows_held(panel, buffer_bytes);
    return (size_t)pmb_tiles_across(panel) * (size_t)pmb_tiles_down(panel, rows);
}

void pmb_screen_forget(pmb_screen *screen)
{
    if (!screen->tiles)
        return;
    const size_t count = (size_t)pmb_tiles_across(screen->panel) *
                         (size_t)pmb_tiles_down(screen->panel, screen->band_rows);
    for (size_t i = 0; i < count; i++)
        screen->tiles[i] = 0;
}

/* Makes the canvas stand for the band that starts at row y. */
static void move_band(pmb_screen *screen, int16_t y)
{
    const pmb_rect frame = screen->panel->frame;
    const int16_t left = (int16_t)(frame.y + frame.h - y);
    const pmb_rect band = {frame.x, y, frame.w,
                           left < screen->band_rows ? left : screen->band_rows};
    (void)pmb_canvas_init(&screen->canvas, screen->panel->format, band, screen->buffer,
                          screen->buffer_bytes);
}

void pmb_screen_clear_band(pmb_screen *screen)
{
    const pmb_size size = screen->panel->size;
    pmb_canvas *c = &screen->canvas;
    const pmb_rect band = {0, 0, c->bounds.w, c->bounds.h};
    c->format->fill(c, band, PMB_BLACK);
    /* The frame may be wider than what can be seen; nothing is drawn there. */
    c->clip = pmb_rect_common(c->bounds, (pmb_rect){0, 0, size.w, size.h});
}

pmb_status pmb_screen_paint(pmb_screen *screen, pmb_paint paint, void *scene)
{
    if (!screen || !paint)
        return PMB_ERR_ARGUMENT;
    const pmb_rect frame = screen->panel->frame;
    for (int16_t y = frame.y; y < frame.y + frame.h; y = (int16_t)(y + screen->band_rows)) {
        move_band(screen, y);
        pmb_screen_clear_band(screen);
        paint(&screen->canvas, scene);
        const pmb_status status = pmb_screen_present(screen);
        if (status != PMB_OK)
            return status;
    }
    return PMB_OK;
}

pmb_canvas *pmb_screen_canvas(pmb_screen *screen)
{
    return screen->band_rows == screen->panel->frame.h ? &screen->canvas : NULL;
}

pmb_status pmb_screen_present(pmb_screen *screen)
{
    if (!screen)
        return PMB_ERR_ARGUMENT;
    const pmb_status status =
        screen->tiles ? pmb_send_changed_tiles(screen)
                      : pmb_panel_write(screen->panel, &screen->canvas, screen->canvas.bounds);
    if (status != PMB_OK)
        pmb_screen_forget(screen);
    return status;
}
