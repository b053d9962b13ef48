/* sprite.c - pictures that move. */
#include "geometry/limits.h"
#include "pemble/motion.h"

enum { FINE = 16, LONGEST = 1000 };

pmb_status pmb_sprite_init(pmb_sprite *s, const pmb_picture *picture,
                           const pmb_picture_style *style, pmb_point p)
{
    if (PMB_MISSING(s) || PMB_MISSING(picture))
        return PMB_ERR_ARGUMENT;
    pmb_picture_info info;
    const pmb_status status = pmb_picture_measure(picture, &info);
    if (status != PMB_OK)
        return status;
    *s = (pmb_sprite){.picture = picture, .x = (int32_t)p.x * FINE, .y = (int32_t)p.y * FINE};
    if (style)
        s->style = *style;
    s->size = pmb_picture_extent(&info, &s->style);
    return PMB_OK;
}

/* One direction: from `at`, with a velocity, within a range of pixels. */
static void move(int32_t *at, int16_t *velocity, int32_t milliseconds, int32_t least, int32_t most,
                 bool bounce)
{
    const int32_t way = *velocity * milliseconds * FINE;
    int32_t there = *at + (way + (way < 0 ? -500 : 500)) / 1000;
    const int32_t edge = there < least ? least : most;
    if (there < least || there > most) {
        there = bounce ? 2 * edge - there : edge;
        *velocity = (int16_t)(bounce ? -*velocity : 0);
        /* Where there is no room it stays at the edge. */
        there = pmb_greater(least, pmb_lesser(there, pmb_greater(least, most)));
    }
    *at = there;
}

void pmb_sprite_move(pmb_sprite *s, uint16_t milliseconds)
{
    const int32_t time = pmb_lesser(milliseconds, LONGEST);
    const pmb_rect b = s->bounds;
    const bool free = pmb_rect_is_empty(b);
    const int32_t anywhere = INT32_MAX / 4;
    move(&s->x, &s->vx, time, free ? -anywhere : (int32_t)b.x * FINE,
         free ? anywhere : ((int32_t)b.x + b.w - s->size.w) * FINE, s->bounce);
    move(&s->y, &s->vy, time, free ? -anywhere : (int32_t)b.y * FINE,
         free ? anywhere : ((int32_t)b.y + b.h - s->size.h) * FINE, s->bounce);
}

/* The nearest pixel. */
static int16_t pixel_of(int32_t fine)
{
    const int32_t raised = fine + FINE / 2;
    return pmb_coordinate(raised >= 0 ? raised / FINE : -((FINE - 1 - raised) / FINE));
}

pmb_rect pmb_sprite_box(const pmb_sprite *s)
{
    return (pmb_rect){pixel_of(s->x), pixel_of(s->y), s->size.w, s->size.h};
}

bool pmb_sprites_touch(const pmb_sprite *a, const pmb_sprite *b)
{
    return !pmb_rect_is_empty(pmb_rect_common(pmb_sprite_box(a), pmb_sprite_box(b)));
}

pmb_status pmb_sprites_draw(pmb_canvas *c, const pmb_sprite *const *sprites, uint8_t count,
                            void *memory, size_t bytes)
{
    pmb_status first = PMB_OK;
    /* Each depth that occurs, in turn: there are few sprites. */
    int16_t depth = -1;
    for (;;) {
        int16_t next = INT16_MAX;
        for (uint8_t i = 0; i < count; i++)
            if (sprites[i]->depth > depth && sprites[i]->depth < next)
                next = sprites[i]->depth;
        if (next == INT16_MAX)
            return first;
        for (uint8_t i = 0; i < count; i++) {
            if (sprites[i]->depth != next)
                continue;
            const pmb_rect box = pmb_sprite_box(sprites[i]);
            const pmb_status status =
                pmb_picture_draw(c, sprites[i]->picture, (pmb_point){box.x, box.y},
                                 &sprites[i]->style, memory, bytes);
            first = first == PMB_OK ? status : first;
        }
        depth = next;
    }
}
