/*
 * smooth_polygon.c - smooth polygons, by exact area and without memory for edges.
 *
 * The part of a pixel that lies inside is the sum, over all edges, of the area to the right of the
 * edge in that pixel and in the rows that the edge passes, counted positive for edges that go down
 * and negative for those that go up. Numbers are in 1/256 pixel, areas in 1/256 of a pixel's.
 */
#include <string.h>
#include "pemble/smooth.h"
#include "canvas/spare.h"
#include "shape/edge.h"
#include "shape/spans.h"
#include "smooth/share.h"

enum { ROOM = 16, KEPT = 8 };

/* The part of an edge that lies in one row. */
struct piece {
    int32_t left, right; /* its ends */
    int32_t height;      /* positive when it goes down */
};

static int32_t middle_of(int16_t coordinate)
{
    return (int32_t)coordinate * PMB_PIXEL + PMB_HALF_PIXEL;
}

/* An edge from its upper end. */
struct edge {
    pmb_point upper, lower;
    bool down; /* it goes from the upper end to the lower one */
};

static struct edge edge_of(const pmb_point *points, uint16_t count, uint16_t i)
{
    const pmb_point a = points[i], b = points[i + 1u < count ? i + 1u : 0];
    return a.y < b.y ? (struct edge){a, b, true} : (struct edge){b, a, false};
}

/* Follows an edge from height y on, by `each` with every row. */
static pmb_slope follow(const struct edge *e, int32_t y, int32_t each)
{
    const int32_t dx = (int32_t)e->lower.x - e->upper.x;
    return pmb_slope_at(dx, y - middle_of(e->upper.y), dx * each,
                        (uint32_t)((int32_t)e->lower.y - e->upper.y));
}

/* Where the edge is; its distance from the upper end is rounded towards that. */
static int32_t place_of(const struct edge *e, const pmb_slope *s)
{
    return middle_of(e->upper.x) + (e->lower.x < e->upper.x ? pmb_slope_up(s) : s->whole);
}

static struct piece piece_between(int32_t from, int32_t to, int32_t height)
{
    return (struct piece){pmb_lesser(from, to), pmb_greater(from, to), height};
}

/* False when the edge has no part in row y. */
static bool piece_of(const struct edge *e, int32_t y, struct piece *piece)
{
    const int32_t top = pmb_greater(y * PMB_PIXEL, middle_of(e->upper.y));
    const int32_t bottom = pmb_lesser((y + 1) * PMB_PIXEL, middle_of(e->lower.y));
    if (top >= bottom)
        return false;
    const pmb_slope from = follow(e, top, 0), to = follow(e, bottom, 0);
    *piece =
        piece_between(place_of(e, &from), place_of(e, &to), e->down ? bottom - top : top - bottom);
    return true;
}

/* The column of a place. Adding 2^16 pixels keeps the division from rounding up below zero. */
static int32_t column_of(int32_t x)
{
    return (int32_t)((uint32_t)(x + 65536 * PMB_PIXEL) / PMB_PIXEL) - 65536;
}

/* The area of a pixel to the right of a line that falls from 0 to `reach` is the integral of this:
 * the width that is right of a point, up to a whole pixel. */
static uint32_t integral(int32_t reach)
{
    if (reach <= 0)
        return 0;
    if (reach < PMB_PIXEL)
        return (uint32_t)(reach * reach) / 2;
    return ((uint32_t)reach - PMB_HALF_PIXEL) * PMB_PIXEL;
}

/* What a piece adds to the pixels of a column. */
static int32_t area_of(const struct piece *p, int32_t column)
{
    enum { SHORT = 1 << 14 }; /* below it 32 bits are enough */
    const int32_t x = column * PMB_PIXEL, end = x + PMB_PIXEL, width = p->right - p->left;
    if (p->left >= end)
        return 0;
    if (p->right <= x)
        return p->height;
    if (p->left >= x && p->right <= end) /* most are steep */
        return p->height * (2 * end - p->left - p->right) / (2 * PMB_PIXEL);
    const uint32_t sum = integral(end - p->left) - integral(end - p->right);
    if (width < SHORT)
        return (int32_t)sum * p->height / width / PMB_PIXEL;
    return (int32_t)((int64_t)sum * p->height / width / PMB_PIXEL);
}

/* What is enclosed twice is outside, three times inside, and so on. */
static uint8_t share_of(int32_t area)
{
    int32_t folded = (area < 0 ? -area : area) & (2 * PMB_PIXEL - 1);
    if (folded > PMB_PIXEL)
        folded = 2 * PMB_PIXEL - folded;
    return (uint8_t)pmb_lesser(folded, 255);
}

/* A polygon, and its pieces in the row that is drawn: they are looked for once, where there are no
 * more than are kept here. */
struct polygon {
    pmb_brush brush;
    const pmb_point *points;
    uint16_t count;
    int32_t y;
    int32_t corner; /* the next row that has one: up to it the pieces that are kept are followed */
    struct piece kept[KEPT];
    struct followed {
        struct edge edge;
        pmb_slope slope; /* of the lower end of the piece */
        int32_t place;
    } followed[KEPT];
    uint8_t pieces;
    bool all; /* these are all of them */
};

/* The piece of the next edge, from *at on. */
static bool next_piece(const struct polygon *p, uint16_t *at, struct piece *piece)
{
    while (*at < p->count) {
        const struct edge edge = edge_of(p->points, p->count, (*at)++);
        if (piece_of(&edge, p->y, piece))
            return true;
    }
    return false;
}

static void look_for_pieces(struct polygon *p)
{
    struct piece piece;
    p->all = false;
    p->pieces = 0;
    for (uint16_t at = 0; next_piece(p, &at, &piece);) {
        if (p->pieces == KEPT)
            return;
        p->followed[p->pieces].edge = edge_of(p->points, p->count, (uint16_t)(at - 1));
        p->kept[p->pieces++] = piece;
    }
    p->all = true;
    p->corner = pmb_next_corner(p->points, p->count, p->y - 1, INT32_MAX);
    for (uint8_t i = 0; i < p->pieces && p->corner > p->y; i++) {
        struct followed *f = &p->followed[i];
        f->slope = follow(&f->edge, (p->y + 1) * PMB_PIXEL, PMB_PIXEL);
        f->place = place_of(&f->edge, &f->slope);
    }
}

/* Kept pieces from left to right. They hardly ever change places. */
static void sort_pieces(struct polygon *p)
{
    for (uint8_t i = 1; i < p->pieces; i++)
        for (uint8_t k = i; k > 0 && p->kept[k].left < p->kept[k - 1].left; k--) {
            const struct piece piece = p->kept[k];
            const struct followed followed = p->followed[k];
            p->kept[k] = p->kept[k - 1];
            p->followed[k] = p->followed[k - 1];
            p->kept[k - 1] = piece;
            p->followed[k - 1] = followed;
        }
}

static void follow_pieces(struct polygon *p)
{
    for (uint8_t i = 0; i < p->pieces; i++) {
        struct followed *f = &p->followed[i];
        const int32_t from = f->place;
        pmb_slope_next(&f->slope);
        f->place = place_of(&f->edge, &f->slope);
        p->kept[i] = piece_between(from, f->place, f->edge.down ? PMB_PIXEL : -PMB_PIXEL);
    }
}

static void begin_row(struct polygon *p, int32_t y)
{
    p->y = y;
    if (p->all && y < p->corner)
        follow_pieces(p);
    else
        look_for_pieces(p);
    if (p->all)
        sort_pieces(p);
}

static void draw_steady(const pmb_brush *b, int32_t column, int32_t y, int32_t count, uint8_t share)
{
    uint8_t shares[ROOM];
    if (share == 255) {
        pmb_brush_fill(b, column, y, count, 1);
        return;
    }
    memset(shares, share, sizeof shares);
    for (; share > 0 && count > 0; column += ROOM, count -= ROOM)
        pmb_brush_shade(b, column, y, pmb_lesser(count, ROOM), shares);
}

/* Columns of a row; the last one is not included. */
struct columns {
    int32_t from, to;
};

/* Pixels on so many kept pieces. The area is that of what lies to the left. */
static void draw_edges(const struct polygon *p, const struct piece *kept, uint8_t count,
                       struct columns these, int32_t area)
{
    for (int32_t column = these.from, some; column < these.to; column += some) {
        uint8_t shares[ROOM];
        some = pmb_lesser(these.to - column, ROOM);
        for (int32_t i = 0; i < some; i++) {
            int32_t sum = area;
            for (uint8_t k = 0; k < count; k++)
                sum += area_of(&kept[k], column + i);
            shares[i] = share_of(sum);
        }
        pmb_brush_shade(&p->brush, column, p->y, some, shares);
    }
}

/* The same on all edges that there are: more than are kept. They are looked for again for some
 * columns at a time. */
static void draw_many(const struct polygon *p, struct columns these)
{
    for (int32_t column = these.from, some; column < these.to; column += some) {
        int32_t areas[ROOM] = {0};
        uint8_t shares[ROOM];
        struct piece piece;
        some = pmb_lesser(these.to - column, ROOM);
        for (uint16_t at = 0; next_piece(p, &at, &piece);)
            for (int32_t i = 0; i < some; i++)
                areas[i] += area_of(&piece, column + i);
        for (int32_t i = 0; i < some; i++)
            shares[i] = share_of(areas[i]);
        pmb_brush_shade(&p->brush, column, p->y, some, shares);
    }
}

/* Kept pieces that lie over one another; returns how many. Adds their heights to the area. */
static uint8_t draw_group(const struct polygon *p, uint8_t first, struct columns *left,
                          int32_t *area)
{
    const struct piece *const pieces = p->kept + first;
    const int32_t before = *area;
    struct columns g = {column_of(pieces[0].left), INT32_MIN};
    uint8_t count = 0;
    for (; first + count < p->pieces; count++) {
        if (count > 0 && column_of(pieces[count].left) >= g.to)
            break;
        g.to = pmb_greater(g.to, column_of(pieces[count].right - 1) + 1);
        *area += pieces[count].height;
    }
    g.to = pmb_lesser(g.to, left->to);
    if (g.from > left->from)
        draw_steady(&p->brush, left->from, p->y, pmb_lesser(g.from, left->to) - left->from,
                    share_of(before));
    g.from = pmb_greater(g.from, left->from);
    draw_edges(p, pieces, count, g, before);
    left->from = pmb_greater(left->from, g.to);
    return count;
}

static void draw_row(const struct polygon *p, struct columns left)
{
    int32_t area = 0;
    if (!p->all)
        draw_many(p, left);
    for (uint8_t i = 0; p->all && i < p->pieces && left.from < left.to;)
        i = (uint8_t)(i + draw_group(p, i, &left, &area));
}

void pmb_smooth_polygon_fill(pmb_canvas *c, const pmb_point *points, uint16_t count,
                             pmb_color color)
{
    if (c->format->one_bit) {
        pmb_polygon_fill(c, points, count, color);
        return;
    }
    if (!points || count < 3 || pmb_is_polygon_spared(c, points, count, color))
        return;
    struct polygon p; /* not cleared: it is large */
    p.brush = pmb_brush_of_points(c, points, count, 0, color);
    p.points = points;
    p.count = count;
    p.all = false;
    const pmb_rows rows = pmb_polygon_rows(c, points, count, 1);
    const int32_t side = (int32_t)c->clip.x - c->origin.x;
    const struct columns seen = {side, side + c->clip.w};
    for (int32_t y = rows.first; y < rows.end; y++) {
        begin_row(&p, y);
        draw_row(&p, seen);
    }
}

void pmb_smooth_triangle_fill(pmb_canvas *c, pmb_point a, pmb_point b, pmb_point d, pmb_color color)
{
    const pmb_point corners[] = {a, b, d};
    pmb_smooth_polygon_fill(c, corners, 3, color);
}
