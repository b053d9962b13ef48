/* smooth_ellipse.c - smooth ellipses, rings and round rectangles, row by row. */
#include "pemble/smooth.h"
#include "canvas/spare.h"
#include "geometry/ratio.h"
#include "shape/outline.h"
#include "shape/spans.h"
#include "smooth/share.h"

enum { ROOM = 16, THINNEST = 3, FAR_AWAY = 4 * PMB_PIXEL };

/* The square root, to 3 %: the larger of both and 7/8 of it with half of the smaller. */
static int64_t length_of(int64_t x, int64_t y)
{
    if (x < 0)
        x = -x;
    if (y < 0)
        y = -y;
    const int64_t more = x > y ? x : y, less = x > y ? y : x;
    const int64_t mixed = more - more / 8 + less / 2;
    return mixed > more ? mixed : more;
}

/* An outline, with what distances from it need. */
struct form {
    pmb_outline o;
    bool round;         /* its corners are parts of circles */
    int32_t none, full; /* squares of doubled distances from their middle: from the one on nothing
                           is inside, up to the other all */
    pmb_disc disc;
};

static struct form form_of(pmb_outline o)
{
    return (struct form){
        .o = o,
        .round = o.w == o.h,
        .none = ((int32_t)o.w + 1) * ((int32_t)o.w + 1),
        .full = o.w > 0 ? ((int32_t)o.w - 1) * ((int32_t)o.w - 1) : 0,
        .disc = pmb_disc_of(pmb_greater(o.w, 1)),
    };
}

/* How far inside an ellipse that is no circle the point (dx, dy) is, in 1/256 pixel; far away only
 * the sign is right. It is f / |grad f|. */
static int32_t inside_by(const pmb_outline *o, int32_t dx, int32_t dy)
{
    enum { SMALL = 1 << 14 }; /* w * h: below it 32 bits are enough */
    const int32_t w = o->w, h = o->h;
    int64_t f, slope; /* that: half of the gradient */
    if (w * h < SMALL) {
        f = w * w * h * h - dx * dx * h * h - dy * dy * w * w;
        slope = length_of(dx * h * h, dy * w * w);
    } else {
        const int64_t ww = (int64_t)w * w, hh = (int64_t)h * h;
        f = ww * hh - dx * dx * hh - dy * dy * ww;
        slope = length_of(dx * hh, dy * ww);
    }
    if (f >= 8 * slope)
        return FAR_AWAY;
    if (f <= -8 * slope)
        return -FAR_AWAY;
    return pmb_quotient(f * (PMB_PIXEL / 4), slope);
}

/* The share of the pixel in column i and a row with this dy; only corners have edges. */
static uint8_t share_at(const struct form *form, int32_t i, int32_t dy)
{
    const int32_t dx = 2 * i + 1 - form->o.w, square = dx * dx + dy * dy;
    if (i < 0)
        return 0;
    if (dx > 0)
        return 255;
    if (!form->round)
        return pmb_share(inside_by(&form->o, dx, dy));
    if (square >= form->none)
        return 0;
    return square <= form->full ? 255 : pmb_share(pmb_inside_disc(form->disc, square));
}

/* Shares that have been found from the left edge inwards; the right edge mirrors them, and so does
 * a row of the lower half. */
struct edges {
    pmb_brush brush;
    pmb_rect r;
    int32_t y, mirror; /* the same row in the middle */
    int32_t first;     /* column of the first */
    int32_t count;
    uint8_t shares[ROOM];
};

static void shade_both(const struct edges *e, int32_t x, int32_t count, const uint8_t *shares)
{
    pmb_brush_shade(&e->brush, x, e->y, count, shares);
    if (e->mirror != e->y)
        pmb_brush_shade(&e->brush, x, e->mirror, count, shares);
}

static void flush(struct edges *e)
{
    uint8_t mirrored[ROOM];
    /* The middle column of an odd width is none of them: it is full. */
    const int32_t count = e->count;
    shade_both(e, e->r.x + e->first, count, e->shares);
    for (int32_t i = 0; i < count; i++)
        mirrored[i] = e->shares[count - 1 - i];
    shade_both(e, (int32_t)e->r.x + e->r.w - e->first - count, count, mirrored);
    e->first += count;
    e->count = 0;
}

static void add(struct edges *e, uint8_t share)
{
    e->shares[e->count++] = share;
    if (e->count == ROOM)
        flush(e);
}

/* A ring between two outlines, or all of the outer one. `start` is moved to the first column of the
 * row that gets a share, from where it was in the row before. */
static void draw_row(struct edges *e, const struct form *outer, const struct form *hole, int32_t i,
                     int32_t *start)
{
    const int32_t inset = hole ? hole->o.r.x - outer->o.r.x : 0;
    const int32_t half = (e->r.w + 1) / 2;
    pmb_reach dy = 0, hole_dy = 0;
    const bool cornered = pmb_outline_row(&outer->o, i, &dy);
    const bool through = hole && i >= inset; /* rows are those of the upper half */
    const bool hole_cornered = through && pmb_outline_row(&hole->o, i - inset, &hole_dy);
    int32_t column = cornered ? *start : 0;
    if (cornered) {
        while (column > 0 && share_at(outer, column - 1, dy) > 0)
            column--;
        *start = column;
    }
    e->y = (int32_t)e->r.y + i;
    e->mirror = (int32_t)e->r.y + e->r.h - 1 - i;
    e->first = column;
    for (; column < half; column++) {
        const uint8_t share = cornered ? share_at(outer, column, dy) : 255;
        uint8_t hidden = 0;
        if (hole_cornered)
            hidden = share_at(hole, column - inset, hole_dy);
        else if (through && column >= inset)
            hidden = 255;
        if (hidden == 255 || (share == 255 && !through))
            break;
        add(e, (uint8_t)(share - pmb_lesser(hidden, share)));
    }
    flush(e);
    if (through || column >= half)
        return;
    pmb_brush_fill(&e->brush, e->r.x + column, e->y, e->r.w - 2 * column, 1);
    if (e->mirror != e->y)
        pmb_brush_fill(&e->brush, e->r.x + column, e->mirror, e->r.w - 2 * column, 1);
}

static void draw(pmb_canvas *c, pmb_outline outer, const pmb_outline *inner, pmb_color color)
{
    const struct form form = form_of(outer), hole = form_of(inner ? *inner : outer);
    const int16_t words[] = {(int16_t)outer.w, (int16_t)outer.h,  inner != NULL,    hole.o.r.w,
                             hole.o.r.h,       (int16_t)hole.o.w, (int16_t)hole.o.h};
    if (pmb_is_spared(c, outer.r.x, outer.r.y, outer.r.w, outer.r.h, PMB_SPARE_SMOOTH_OUTLINE,
                      color, words, sizeof words / sizeof words[0]))
        return;
    const pmb_rect r = outer.r;
    struct edges e = {.brush = pmb_brush_of(c, r.x, r.y, r.w, r.h, color), .r = r};
    pmb_reach first, last;
    const pmb_reach corner = (outer.h + 1) >> 1;
    int32_t start = outer.w / 2;
    pmb_outline_half(c, outer.r, &first, &last);
    pmb_reach i = first;
    for (; i < last && (inner || i < corner); i++)
        draw_row(&e, &form, inner ? &hole : NULL, i, &start);
    if (i < last) /* rows between the corners are alike */
        pmb_brush_fill(&e.brush, r.x, r.y + i, r.w, r.h - 2 * i);
}

static bool is_hard(const pmb_canvas *c, pmb_rect r)
{
    return c->format->one_bit || r.w < THINNEST || r.h < THINNEST;
}

void pmb_smooth_ellipse_fill(pmb_canvas *c, pmb_rect r, pmb_color color)
{
    if (is_hard(c, r))
        pmb_ellipse_fill(c, r, color);
    else
        draw(c, pmb_outline_ellipse(r), NULL, color);
}

void pmb_smooth_ellipse_ring(pmb_canvas *c, pmb_rect r, int16_t width, pmb_color color)
{
    const pmb_rect inner = pmb_rect_inset(r, width);
    const pmb_outline hole = pmb_outline_ellipse(inner);
    if (is_hard(c, r))
        pmb_ellipse_ring(c, r, width, color);
    else if (width > 0)
        draw(c, pmb_outline_ellipse(r), pmb_rect_is_empty(inner) ? NULL : &hole, color);
}

void pmb_smooth_ellipse_stroke(pmb_canvas *c, pmb_rect r, pmb_color color)
{
    if (is_hard(c, r))
        pmb_ellipse_stroke(c, r, color);
    else
        pmb_smooth_ellipse_ring(c, r, 1, color);
}

void pmb_smooth_circle_fill(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color)
{
    pmb_smooth_ellipse_fill(c, pmb_rect_of_circle(center, radius), color);
}

void pmb_smooth_circle_stroke(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color)
{
    pmb_smooth_ellipse_stroke(c, pmb_rect_of_circle(center, radius), color);
}

void pmb_smooth_round_fill(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color)
{
    if (c->format->one_bit)
        pmb_round_fill(c, r, radius, color);
    else
        draw(c, pmb_outline_round(r, radius), NULL, color);
}

void pmb_smooth_round_stroke(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color)
{
    const pmb_outline outer = pmb_outline_round(r, radius);
    const pmb_outline hole = pmb_outline_round(pmb_rect_inset(r, 1), (int16_t)(outer.w / 2 - 1));
    if (is_hard(c, r))
        pmb_round_stroke(c, r, radius, color);
    else
        draw(c, outer, &hole, color);
}
