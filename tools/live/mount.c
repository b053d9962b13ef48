/* mount.c - modules in their picture, turned as they hang. */
#include "mount.h"

#include "portrait.h"

static struct portrait portrait_of_shown(const struct shown *g, bool compact)
{
    const bool lies = g->module.turns % 2;
    struct portrait p = {.label = g->module.label,
                         .pin_count = g->module.pin_count,
                         .width = lies ? g->module.height : g->module.width,
                         .height = lies ? g->module.width : g->module.height,
                         .round = g->module.round,
                         .compact = compact,
                         .has_border = g->module.has_border,
                         .border = {g->module.border[0], g->module.border[1], g->module.border[2]}};
    for (int i = 0; i < p.pin_count; i++)
        p.pins[i] = g->module.pins[i];
    return p;
}

void mount_size(const struct shown *shown, int zoom, bool compact, int *width, int *height)
{
    const struct portrait p = portrait_of_shown(shown, compact);
    if (shown->module.turns % 2)
        portrait_size(&p, zoom, height, width);
    else
        portrait_size(&p, zoom, width, height);
}

bool mount_make(struct mount *m, const struct shown *shown, int zoom, bool compact)
{
    const struct portrait p = portrait_of_shown(shown, compact);
    int x, y;
    m->zoom = zoom;
    if (!portrait_make(&m->image, &p, zoom, &x, &y))
        return false;
    /* Where the far corner of the glass comes when the picture is turned. */
    const int w = m->image.width, h = m->image.height;
    const int left[4] = {x, h - y - p.height * zoom, w - x - p.width * zoom, y};
    const int top[4] = {y, x, h - y - p.height * zoom, w - x - p.width * zoom};
    m->x = left[shown->module.turns];
    m->y = top[shown->module.turns];
    if (image_turn(&m->image, shown->module.turns))
        return true;
    image_free(&m->image);
    return false;
}

void mount_fill(struct mount *m, const struct shown *shown, const struct glass *glass)
{
    const pmb_glass_view view = {glass->width, glass->height, shown->module.round, glass->rgb};
    image_pixels(&m->image, m->x, m->y, m->zoom, &view);
}
