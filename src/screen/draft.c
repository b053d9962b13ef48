/* draft.c - what a scene would draw, noted square by square; of which only changes are painted. */
#include "canvas/damage.h"
#include "canvas/spare.h"
#include "pemble/families.h"
#include "screen/mix.h"
#include "screen/patches.h"

#if PMB_DRAFTS
enum { SIDE = PMB_SQUARE_SIDE, PARTS = 12 };

/* Kinds of operations, in digests. */
enum { FILL = 1, STAMP, SHADE, COPY, STAIR };

/* What a canvas that is a draft has in place of pixels. */
struct draft {
    pmb_square *squares;
    int16_t columns;
    uint16_t notes;
};

/* Adds to each square that the area touches. What of the square it covers counts: a clip may have
 * cut it. */
static void note(pmb_canvas *c, const pmb_rect *area, uint32_t digest)
{
    struct draft *d = (struct draft *)(void *)c->pixels;
    const int32_t right = area->x + area->w, bottom = area->y + area->h;
    d->notes++;
    for (int32_t y = area->y / SIDE; y * SIDE < bottom; y++) {
        const uint32_t from = (uint32_t)pmb_greater(area->y - y * SIDE, 0);
        const uint32_t to = (uint32_t)pmb_lesser(bottom - y * SIDE, SIDE);
        const uint32_t row = pmb_mix(digest, from << 8 | to);
        for (int32_t x = area->x / SIDE; x * SIDE < right; x++) {
            const uint32_t first = (uint32_t)pmb_greater(area->x - x * SIDE, 0);
            const uint32_t end = (uint32_t)pmb_lesser(right - x * SIDE, SIDE);
            uint32_t *now = &d->squares[y * d->columns + x].now;
            *now = pmb_mix(*now, row ^ (first << 8 | end));
        }
    }
}

static uint32_t mix_bytes(uint32_t digest, const PMB_FLASH uint8_t *bytes, size_t count)
{
    for (size_t i = 0; i < count; i++)
        digest = pmb_mix(digest, bytes[i]);
    return digest;
}

static uint32_t mix_place(uint32_t kind, int16_t x, int16_t y, pmb_color color)
{
    return pmb_mix(pmb_mix(kind << 16 | color, (uint32_t)x), (uint32_t)y);
}

static void fill(pmb_canvas *c, int16_t left, int16_t top, int16_t w, int16_t h, pmb_color color)
{
    const pmb_rect area = {left, top, w, h};
    note(c, &area, pmb_mix(FILL, color));
}

/* GCOVR_EXCL_START: reached with PMB_PLAIN_TEXT only; else glyphs are noted as shapes. */
static void stamp(pmb_canvas *c, const pmb_rect *area, const PMB_FLASH uint8_t *bits,
                  uint16_t first, uint8_t pitch, pmb_color color)
{
    const size_t begin = first / 8, end = ((size_t)first + (size_t)pitch * (size_t)area->h + 7) / 8;
    uint32_t digest = mix_place(STAMP, area->x, area->y, color);
    digest = pmb_mix(digest, (uint32_t)(first & 7) << 8 | pitch);
    note(c, area, mix_bytes(digest, bits + begin, end - begin));
}
/* GCOVR_EXCL_STOP */

static void shade(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *shares,
                  pmb_color color)
{
    const pmb_rect area = {x, y, count, 1};
    note(c, &area, mix_bytes(mix_place(SHADE, x, y, color), shares, (size_t)count));
}

static void copy(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *bits,
                 uint16_t first, pmb_color ones, pmb_color zeros)
{
    const pmb_rect area = {x, y, count, 1};
    const size_t begin = first / 8, end = ((size_t)first + (size_t)count + 7) / 8;
    uint32_t digest = pmb_mix(mix_place(COPY, x, y, ones), (uint32_t)zeros << 8 | (first & 7));
    note(c, &area, mix_bytes(digest, bits + begin, end - begin));
}

static void stair(pmb_canvas *c, const pmb_stair *s, pmb_color color)
{
    const int32_t aside =
        (int32_t)(((uint64_t)s->rest + (uint64_t)s->rise * (uint32_t)s->count) /
                  (s->length ? s->length : 1)); /* unreached: a guard, ours have one */
    const int16_t back = (int16_t)(s->turn < 0 ? aside : 0);
    pmb_rect area = {s->x, (int16_t)(s->y - back), (int16_t)s->count, (int16_t)(aside + 1)};
    uint32_t digest = mix_place(STAIR, s->x, s->y, color);
    if (s->steep)
        area = (pmb_rect){(int16_t)(s->x - back), s->y, (int16_t)(aside + 1), (int16_t)s->count};
    area = pmb_rect_common(area, (pmb_rect){0, 0, c->bounds.w, c->bounds.h});
    digest = pmb_mix(digest, (uint32_t)s->count << 2 | (s->turn > 0 ? 2u : 0) | s->steep);
    note(c, &area, pmb_mix(pmb_mix(pmb_mix(digest, s->rest), s->rise), s->length));
}

static pmb_color peek(const pmb_canvas *c, int16_t x, int16_t y)
{
    (void)c;
    (void)x;
    (void)y;
    return PMB_BLACK;
}

static void note_shape(pmb_canvas *c, const pmb_box *box, uint32_t what, const int16_t *words,
                       uint16_t count)
{
    uint32_t digest = pmb_mix(pmb_mix(what, (uint32_t)box->x), (uint32_t)box->y);
    pmb_rect area;
    digest = pmb_mix(pmb_mix(digest, (uint32_t)box->w), (uint32_t)box->h);
    for (uint16_t i = 0; i < count; i++)
        digest = pmb_mix(digest, (uint16_t)words[i]);
    if (pmb_box_cut(c, box, &area)) /* unreached: what is outside does not come here */
        note(c, &area, digest);
}

/* A piece of a line, with one pixel more for what divisions lose. */
static pmb_reach piece(pmb_reach from, pmb_reach to, uint8_t reach, pmb_reach *size)
{
    const pmb_reach least = pmb_least(from, to);
    *size = pmb_most(from, to) - least + 2 * reach + 3;
    return least - reach - 1;
}

/* Piece by piece, so that little else than the line is in the rectangles. */
static void note_line(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t reach, uint32_t what)
{
    const int32_t dx = (int32_t)b.x - a.x, dy = (int32_t)b.y - a.y;
    const int32_t x = a.x + c->origin.x, y = a.y + c->origin.y;
    const int32_t pieces = pmb_greater(dx < 0 ? -dx : dx, dy < 0 ? -dy : dy) / SIDE + 1;
    uint32_t digest = pmb_mix(pmb_mix(what, (uint32_t)x), (uint32_t)y);
    digest = pmb_mix(pmb_mix(pmb_mix(digest, (uint32_t)dx), (uint32_t)dy), reach);
    for (int32_t i = 1, from_x = x, from_y = y; i <= pieces; i++) {
        const int32_t to_x = x + dx * i / pieces, to_y = y + dy * i / pieces;
        pmb_box box;
        pmb_rect area;
        box.x = piece(from_x, to_x, reach, &box.w);
        box.y = piece(from_y, to_y, reach, &box.h);
        if (pmb_box_cut(c, &box, &area))
            note(c, &area, digest);
        from_x = to_x;
        from_y = to_y;
    }
}

static const pmb_drafting drafting = {note_shape, note_line};

/* Shapes ask whether a format has one bit. */
#define DRAFT(is_one_bit)                                                                          \
    {                                                                                              \
        .rows_per_line = 1, .columns_per_byte = 1, .bytes_per_pixel = 1, .planes = 1,              \
        .one_bit = (is_one_bit), .fill = fill, .stamp = stamp, .shade = shade, .copy = copy,       \
        .stair = stair, .peek = peek, .drafting = &drafting                                        \
    }
static const pmb_format one_bit = DRAFT(true), shaded = DRAFT(false);

static int16_t squares_across(int16_t pixels)
{
    return (int16_t)((pixels + SIDE - 1) / SIDE);
}

size_t pmb_screen_square_count(const pmb_panel *panel)
{
    return (size_t)squares_across(panel->frame.w) * (size_t)squares_across(panel->frame.h);
}

/* Asks the scene; returns how much it draws. */
static uint16_t take_draft(pmb_screen *screen, pmb_paint paint, void *scene)
{
    const pmb_panel *panel = screen->panel;
    const size_t count = pmb_screen_square_count(panel);
    struct draft draft = {.squares = screen->squares, .columns = squares_across(panel->frame.w)};
    pmb_canvas c = screen->canvas;
    for (size_t i = 0; i < count; i++)
        draft.squares[i].now = 0;
    c.format = panel->format->one_bit ? &one_bit : &shaded;
    c.pixels = (uint8_t *)&draft;
    c.bounds = panel->frame;
    c.clip = pmb_rect_common(panel->frame, (pmb_rect){0, 0, panel->size.w, panel->size.h});
    c.origin = (pmb_point){0, 0};
    paint(&c, scene);
    return draft.notes;
}

/* Whether a square has changed; what is new is known then. */
static bool learn(pmb_square *square)
{
    const uint32_t now = square->now ? square->now : 1;
    const bool changed = square->known != now;
    square->known = now;
    return changed;
}

/* Gathers what has changed into few parts. A paint that is saved is worth as many pixels as
 * `slack`.
 */
static uint8_t changed_parts(pmb_screen *screen, pmb_rect parts[PARTS], int32_t slack)
{
    const pmb_rect frame = screen->panel->frame;
    const int16_t columns = squares_across(frame.w), rows = squares_across(frame.h);
    pmb_square *square = screen->squares;
    uint8_t count = 0;
    for (int16_t y = 0; y < rows; y++) {
        int16_t run = 0;
        for (int16_t x = 0; x <= columns; x++) {
            if (x < columns && learn(square++)) {
                run++;
                continue;
            }
            const pmb_rect part = {(int16_t)(frame.x + (x - run) * SIDE),
                                   (int16_t)(frame.y + y * SIDE), (int16_t)(run * SIDE), SIDE};
            if (run > 0)
                count = pmb_rects_add(parts, count, PARTS, slack, &part);
            run = 0;
        }
    }
    return count;
}

static pmb_status paint_changes(pmb_screen *screen, pmb_paint paint, void *scene)
{
    enum { PIXELS_OF_A_NOTE = 32, LEAST = 256, MOST = 16384 };
    pmb_rect parts[PARTS];
    const int32_t worth = (int32_t)take_draft(screen, paint, scene) * PIXELS_OF_A_NOTE;
    const uint8_t count = changed_parts(screen, parts, pmb_greater(LEAST, pmb_lesser(worth, MOST)));
    pmb_status status = PMB_OK;
    if (!screen->painted)
        return pmb_send_all(screen, paint, scene, NULL);
    for (uint8_t i = 0; i < count && status == PMB_OK; i++) {
        const pmb_rect part = pmb_whole_tiles(screen, parts[i]);
        status = pmb_send_all(screen, paint, scene, &part);
    }
    return status;
}

/* What has been sent past the draft: it is not known what is there. */
static void forget_squares(pmb_screen *screen, const pmb_rect *part)
{
    const pmb_rect frame = screen->panel->frame, area = part ? *part : frame;
    const int16_t columns = squares_across(frame.w);
    const int32_t right = area.x - frame.x + area.w, bottom = area.y - frame.y + area.h;
    for (int32_t y = (area.y - frame.y) / SIDE; y * SIDE < bottom; y++)
        for (int32_t x = (area.x - frame.x) / SIDE; x * SIDE < right; x++)
            screen->squares[y * columns + x].known = 0;
}

static pmb_status send_by_draft(pmb_screen *screen, pmb_paint paint, void *scene,
                                const pmb_rect *part)
{
    if (paint && !part)
        return paint_changes(screen, paint, scene);
    forget_squares(screen, part);
    return pmb_send_all(screen, paint, scene, part);
}

pmb_status pmb_screen_draft(pmb_screen *screen, pmb_square *squares, size_t count)
{
    if (!screen || !squares || count < pmb_screen_square_count(screen->panel))
        return PMB_ERR_ARGUMENT;
    if (screen->panel->family->present) /* e-paper */
        return PMB_ERR_UNSUPPORTED;
    screen->squares = squares;
    screen->send = send_by_draft;
    forget_squares(screen, NULL);
    return PMB_OK;
}
#endif
