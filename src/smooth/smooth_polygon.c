/*
 * smooth_polygon.c - smooth polygons, by exact area and without memory for edges.
 *
 * The part of a pixel that lies inside is the sum, over all edges, of the area to the right of the
 * edge in that pixel and in the rows that the edge passes, counted positive for edges that go down
 * and negative for those that go up. Numbers are in 1/256 pixel, areas in 1/256 of a pixel's.
 */
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

/* What a piece adds to the pixel whose left side is at x. */
static int32_t area_of(const struct piece *p, int32_t x)
{
    enum { SHORT = 1 << 14 }; /* below it 32 bits are enough */
    const int32_t width = p->right - p->left, end = x + PMB_PIXEL;
    if (p->left >= end)
        return 0;
    if (p->right <= x)
        return p->height;
    if (width == 0)
        return p->height * (end - p->left) / PMB_PIXEL;
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

/* The next piece from edge, or kept piece, *at on. */
static bool next_piece(const struct polygon *p, uint16_t *at, struct piece *piece)
{
    if (p->all) {
        if (*at == p->pieces)
            return false;
        *piece = p->kept[(*at)++];
        return true;
    }
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

static void begin_row(struct polygon *p, int32_t y)
{
    p->y = y;
    if (!p->all || y >= p->corner) {
        look_for_pieces(p);
        return;
    }
    for (uint8_t i = 0; i < p->pieces; i++) {
        struct followed *f = &p->followed[i];
        const int32_t from = f->place;
        pmb_slope_next(&f->slope);
        f->place = place_of(&f->edge, &f->slope);
        p->kept[i] = piece_between(from, f->place, f->edge.down ? PMB_PIXEL : -PMB_PIXEL);
    }
}

/* What comes from one column on. */
struct stretch {
    int32_t count; /* of pixels, up to `most` */
    bool steady;   /* nothing changes in them */
    int32_t area;  /* that they have then */
};

static struct stretch stretch_at(const struct polygon *p, int32_t column, int32_t most)
{
    struct piece piece;
    const int32_t x = column * PMB_PIXEL;
    int32_t next = x + most * PMB_PIXEL, far = x;
    struct stretch s = {0};
    for (uint16_t at = 0; next_piece(p, &at, &piece);) {
        if (piece.right <= x)
            s.area += piece.height;
        else if (piece.left < x + PMB_PIXEL)
            far = pmb_greater(far, piece.right);
        else
            next = pmb_lesser(next, piece.left);
    }
    s.steady = far == x;
    s.count = s.steady ? (next - x) / PMB_PIXEL
                       : pmb_lesser(pmb_lesser((far - x + PMB_PIXEL - 1) / PMB_PIXEL, most), ROOM);
    return s;
}

/* Pixels on edges, one by one. */
static void draw_edges(pmb_canvas *c, const struct polygon *p, int32_t column, int32_t count,
                       pmb_color color)
{
    int32_t areas[ROOM];
    uint8_t shares[ROOM];
    struct piece piece;
    for (int32_t i = 0; i < count; i++)
        areas[i] = 0;
    for (uint16_t at = 0; next_piece(p, &at, &piece);)
        for (int32_t i = 0; i < count; i++)
            areas[i] += area_of(&piece, (column + i) * PMB_PIXEL);
    for (int32_t i = 0; i < count; i++)
        shares[i] = share_of(areas[i]);
    pmb_span_shade(c, column, p->y, count, shares, color);
}

static void draw_steady(pmb_canvas *c, int32_t column, int32_t y, int32_t count, uint8_t share,
                        pmb_color color)
{
    if (share == 255)
        pmb_span_fill(c, column, y, count, 1, color);
    else if (share > 0)
        for (int32_t i = 0; i < count; i++)
            pmb_span_shade(c, column + i, y, 1, &share, color);
}

/* The columns of the row that the polygon touches and the clip can show; right is not included. */
static void row_extent(const pmb_canvas *c, const struct polygon *p, int32_t *left, int32_t *right)
{
    struct piece piece;
    *left = INT32_MAX;
    *right = INT32_MIN;
    for (uint16_t at = 0; next_piece(p, &at, &piece);) {
        *left = pmb_lesser(*left, piece.left);
        *right = pmb_greater(*right, piece.right);
    }
    if (*left > *right)
        return;
    const int32_t clip = (int32_t)c->clip.x - c->origin.x;
    /* Rounded outwards; adding 2^16 pixels keeps the division from rounding up below zero. */
    *left = pmb_greater((*left + (65536 * PMB_PIXEL)) / PMB_PIXEL - 65536, clip);
    *right = pmb_lesser((*right + (65537 * PMB_PIXEL) - 1) / PMB_PIXEL - 65536, clip + c->clip.w);
}

static void draw_row(pmb_canvas *c, const struct polygon *p, pmb_color color)
{
    int32_t column, right;
    row_extent(c, p, &column, &right);
    while (column < right) {
        const struct stretch s = stretch_at(p, column, right - column);
        if (s.steady)
            draw_steady(c, column, p->y, s.count, share_of(s.area), color);
        else
            draw_edges(c, p, column, s.count, color);
        column += s.count;
    }
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
    p.points = points;
    p.count = count;
    p.all = false;
    int32_t first = points[0].y, last = first;
    for (uint16_t i = 1; i < count; i++) {
        first = pmb_lesser(first, points[i].y);
        last = pmb_greater(last, points[i].y);
    }
    const int32_t top = (int32_t)c->clip.y - c->origin.y;
    first = pmb_greater(first, top);
    last = pmb_lesser(last, top + c->clip.h - 1);
    for (int32_t y = first; y <= last; y++) {
        begin_row(&p, y);
        draw_row(c, &p, color);
    }
}

void pmb_smooth_triangle_fill(pmb_canvas *c, pmb_point a, pmb_point b, pmb_point d, pmb_color color)
{
    const pmb_point corners[] = {a, b, d};
    pmb_smooth_polygon_fill(c, corners, 3, color);
}
