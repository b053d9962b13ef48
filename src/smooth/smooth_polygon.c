/*
 * smooth_polygon.c - smooth polygons, by exact area and without memory for edges.
 *
 * The part of a pixel that lies inside is the sum, over all edges, of the area to the right of the
 * edge in that pixel and in the rows that the edge passes, counted positive for edges that go down
 * and negative for those that go up. Numbers are in 1/256 pixel, areas in 1/256 of a pixel's.
 */
#include "pemble/smooth.h"
#include "canvas/spare.h"
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

/* Where the edge is at height y; both ends are given from the upper one. */
static int32_t edge_at(pmb_point upper, pmb_point lower, int32_t y)
{
    const int64_t height = ((int32_t)lower.y - upper.y) * PMB_PIXEL;
    const int64_t way = (int64_t)((int32_t)lower.x - upper.x) * (y - middle_of(upper.y));
    return middle_of(upper.x) + (int32_t)(way * PMB_PIXEL / height);
}

/* False when the edge from a to b has no part in row y. */
static bool piece_of(pmb_point a, pmb_point b, int32_t y, struct piece *piece)
{
    const bool down = a.y < b.y;
    const pmb_point upper = down ? a : b, lower = down ? b : a;
    const int32_t top = pmb_greater(y * PMB_PIXEL, middle_of(upper.y));
    const int32_t bottom = pmb_lesser((y + 1) * PMB_PIXEL, middle_of(lower.y));
    if (top >= bottom)
        return false;
    const int32_t from = edge_at(upper, lower, top), to = edge_at(upper, lower, bottom);
    piece->left = pmb_lesser(from, to);
    piece->right = pmb_greater(from, to);
    piece->height = down ? bottom - top : top - bottom;
    return true;
}

/* The area of a pixel to the right of a line that falls from 0 to `reach` is the integral of this:
 * the width that is right of a point, up to a whole pixel. */
static int64_t integral(int64_t reach)
{
    if (reach <= 0)
        return 0;
    if (reach < PMB_PIXEL)
        return reach * reach / 2;
    return (reach - PMB_HALF_PIXEL) * PMB_PIXEL;
}

/* What a piece adds to the pixel whose left side is at x. */
static int32_t area_of(const struct piece *p, int32_t x)
{
    const int32_t width = p->right - p->left, end = x + PMB_PIXEL;
    if (width == 0)
        return p->height * pmb_greater(0, pmb_lesser(end - p->left, PMB_PIXEL)) / PMB_PIXEL;
    const int64_t sum = integral((int64_t)end - p->left) - integral((int64_t)end - p->right);
    return (int32_t)(sum * p->height / width / PMB_PIXEL);
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
    struct piece kept[KEPT];
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
        const uint16_t i = (*at)++;
        if (piece_of(p->points[i], p->points[i + 1u < p->count ? i + 1u : 0], p->y, piece))
            return true;
    }
    return false;
}

static void begin_row(struct polygon *p, int32_t y)
{
    struct piece piece;
    p->y = y;
    p->all = false;
    p->pieces = 0;
    for (uint16_t at = 0; next_piece(p, &at, &piece);) {
        if (p->pieces == KEPT)
            return;
        p->kept[p->pieces++] = piece;
    }
    p->all = true;
}

/* Whole pixels from one column on in which nothing changes: their number, up to `most`, and the
 * area that they have. */
static int32_t steady(const struct polygon *p, int32_t column, int32_t most, int32_t *area)
{
    struct piece piece;
    const int32_t x = column * PMB_PIXEL;
    *area = 0;
    for (uint16_t at = 0; next_piece(p, &at, &piece);) {
        if (piece.right <= x)
            *area += piece.height;
        else if (piece.left < x + most * PMB_PIXEL)
            most = piece.left <= x ? 0 : (piece.left - x) / PMB_PIXEL;
    }
    return most;
}

/* Pixels on edges, one by one. */
static void draw_edges(pmb_canvas *c, const struct polygon *p, int32_t column, int32_t count,
                       pmb_color color)
{
    int32_t areas[ROOM] = {0};
    uint8_t shares[ROOM];
    struct piece piece;
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
    int32_t column, right, area;
    row_extent(c, p, &column, &right);
    while (column < right) {
        int32_t count = steady(p, column, right - column, &area);
        if (count > 0) {
            draw_steady(c, column, p->y, count, share_of(area), color);
        } else {
            count = pmb_lesser(right - column, 4);
            draw_edges(c, p, column, count, color);
        }
        column += count;
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
    struct polygon p = {.points = points, .count = count};
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
