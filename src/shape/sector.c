/* sector.c - parts of rings. */
#include "pemble/shape.h"
#include "canvas/spare.h"
#include "shape/sector.h"
#include "shape/spans.h"
#include "shape/wide.h"
#include "geometry/limits.h"

static pmb_direction direction_of(pmb_angle angle)
{
    return (pmb_direction){pmb_sine(angle), -pmb_cosine(angle)};
}

bool pmb_sector_of(pmb_sector *s, pmb_point center, int16_t outer, int16_t inner, pmb_angle from,
                   pmb_angle sweep)
{
    sweep = pmb_sweep_drawn(sweep);
    if (outer < 0 || outer > 8191 || inner >= outer || sweep == 0)
        return false;
    *s = (pmb_sector){
        .center = center,
        .outer = outer,
        .inner = pmb_greater(inner, -1),
        .from = direction_of(from),
        .to = direction_of(from + sweep),
        .wide = sweep > 0x8000,
        .full = sweep == 65536,
    };
    return true;
}

bool pmb_sector_is_spared(pmb_canvas *c, const pmb_sector *s, uint8_t kind, pmb_color color)
{
    const int32_t across = 2 * s->outer + 1;
    const int16_t words[] = {(int16_t)s->inner, (int16_t)s->from.x, (int16_t)s->from.y,
                             (int16_t)s->to.x,  (int16_t)s->to.y,   (int16_t)(s->wide + s->full)};
    return pmb_is_spared(c, s->center.x - s->outer, s->center.y - s->outer, across, across, kind,
                         color, words, sizeof words / sizeof words[0]);
}

pmb_brush pmb_sector_brush(pmb_canvas *c, const pmb_sector *s, pmb_color color)
{
    const int32_t across = 2 * s->outer + 1;
    return pmb_brush_of(c, s->center.x - s->outer, s->center.y - s->outer, across, across, color);
}

/* True from the direction on, through less than half a turn clockwise. */
static bool is_after(pmb_direction d, int32_t x, int32_t y)
{
    const int32_t side = pmb_side(d, x, y);
    if (side != 0)
        return side > 0;
    /* On the line itself: in the direction, not behind. */
    return pmb_ahead(d, x, y) > 0;
}

/* Whether the direction to a point other than the middle lies between both. */
static bool is_between(const pmb_sector *s, int32_t x, int32_t y)
{
    if (s->full)
        return true;
    const bool from = is_after(s->from, x, y), to = is_after(s->to, x, y);
    return s->wide ? from || !to : from && !to;
}

/* True when the smooth edges of a slice that tapers meet outside of the ring: its tip, which is
 * behind the middle, is cut off by the inner disc. */
static bool has_no_tip(const pmb_sector *s)
{
    enum { ONE = 16384 };
    const int32_t sine = pmb_side(s->from, s->to.x, s->to.y) / 65536; /* of the sweep */
    return s->wide || sine * s->inner >= (int32_t)2 * ONE;
}

/* How far the shape reaches in one of four directions: to the rim, or to a corner; and two pixels
 * further, for what is smooth and what is rounded. */
static int32_t reach_towards(const pmb_sector *s, int32_t x, int32_t y)
{
    enum { ONE = 32767, MORE = 2 };
    if (is_between(s, x, y) || !has_no_tip(s))
        return s->outer;
    const int32_t from = s->from.x * x + s->from.y * y, to = s->to.x * x + s->to.y * y;
    const int32_t most = pmb_greater(from, to);
    const int32_t corner = most * (most > 0 ? s->outer : pmb_greater(s->inner, 0)) / ONE;
    return pmb_lesser(corner + MORE, s->outer);
}

pmb_extent pmb_sector_extent(const pmb_canvas *c, const pmb_sector *s)
{
    const int32_t left = (int32_t)c->clip.x - c->origin.x - s->center.x;
    const int32_t top = (int32_t)c->clip.y - c->origin.y - s->center.y;
    pmb_extent e = {
        .left = pmb_greater(left, -reach_towards(s, -1, 0)),
        .right = pmb_lesser(left + c->clip.w - 1, reach_towards(s, 1, 0)),
        .top = pmb_greater(top, -reach_towards(s, 0, -1)),
        .bottom = pmb_lesser(top + c->clip.h - 1, reach_towards(s, 0, 1)),
    };
    /* Most bands of a dial have nothing of its rim: their furthest corner is in the inner disc. */
    const int32_t x = pmb_greater(-e.left, e.right), y = pmb_greater(-e.top, e.bottom);
    if (s->inner > 1 && x * x + y * y <= (s->inner - 1) * (s->inner - 1))
        e.bottom = e.top - 1;
    return e;
}

/* ---- what lies alike in a row ---- */

/* A disc in row y, from twice its radius; below 1: there is no such disc. */
static pmb_disc_row disc_in(int32_t width, int32_t y)
{
    const int32_t square = width > 0 ? width * width / 4 - y * y : INT32_MIN / 2;
    const int32_t last = square >= 0 ? (int32_t)pmb_root((uint32_t)square) : -1;
    return (pmb_disc_row){.last = last, .spare = square - last * last};
}

/* From row y on to the next one. */
static void next_in(pmb_disc_row *d, int32_t y)
{
    int32_t last = d->last, spare = d->spare - (2 * y + 1);
    for (; spare >= 2 * last + 1; last++)
        spare -= 2 * last + 1;
    for (; spare < 0 && last >= 0; last--)
        spare += 2 * last - 1;
    *d = (pmb_disc_row){last, spare};
}

static void cross(const pmb_sector_row *row, pmb_direction d, pmb_crossing *crossing)
{
    if (d.y != 0) {
        crossing->left = crossing->slope.whole - crossing->aside;
        crossing->right = crossing->slope.whole + 1 + crossing->aside;
        return;
    }
    const int32_t middle = d.x * row->y;
    const bool is_near = middle > -row->near && middle < row->near;
    crossing->left = is_near ? INT32_MIN : INT32_MAX;
    crossing->right = INT32_MAX;
    crossing->before = middle > 0;
}

/* Where row y crosses a direction that is not level. */
static pmb_slope slope_of(pmb_direction d, int32_t y)
{
    const int32_t x = d.y < 0 ? -d.x : d.x;
    return pmb_slope_at(x, y, x, (uint32_t)pmb_absolute(d.y));
}

static void begin_crossing(const pmb_sector_row *row, pmb_direction d, pmb_crossing *crossing)
{
    *crossing = (pmb_crossing){.before = d.y > 0};
    if (d.y != 0) {
        crossing->slope = slope_of(d, row->y);
        crossing->aside = row->near / pmb_absolute(d.y) + 1;
    }
    cross(row, d, crossing);
}

void pmb_sector_rows(pmb_sector_row *row, const pmb_sector *s, int32_t y, int32_t outwards,
                     int32_t inwards)
{
    const int32_t outer = 2 * s->outer + 1, inner = 2 * s->inner + 1;
    row->s = s;
    row->y = y;
    row->near = (inwards + 1) * 16384;
    row->discs[PMB_SOME] = disc_in(outer + outwards, y);
    row->discs[PMB_DEEP_IN] = disc_in(outer - inwards, y);
    row->discs[PMB_HIDDEN] = disc_in(inner - outwards, y);
    row->discs[PMB_RIM] = disc_in(s->inner < 0 ? 0 : inner + inwards, y);
    begin_crossing(row, s->from, &row->from);
    begin_crossing(row, s->to, &row->to);
}

void pmb_sector_next_row(pmb_sector_row *row)
{
    for (int i = 0; i < PMB_DISCS; i++)
        next_in(&row->discs[i], row->y);
    row->y++;
    pmb_slope_next(&row->from.slope);
    pmb_slope_next(&row->to.slope);
    cross(row, row->s->from, &row->from);
    cross(row, row->s->to, &row->to);
}

static pmb_stretch stretch_of_discs(const pmb_sector_row *row, int32_t x)
{
    const int32_t away = x < 0 ? -x : x;
    const pmb_disc_row *const discs = row->discs;
    if (away > discs[PMB_SOME].last)
        return (pmb_stretch){PMB_OUTSIDE, x < 0 ? -discs[PMB_SOME].last - 1 : INT32_MAX};
    if (away <= discs[PMB_HIDDEN].last)
        return (pmb_stretch){PMB_OUTSIDE, discs[PMB_HIDDEN].last};
    if (away > discs[PMB_DEEP_IN].last)
        return (pmb_stretch){PMB_NEAR_RIM,
                             x < 0 ? -discs[PMB_DEEP_IN].last - 1 : discs[PMB_SOME].last};
    if (away <= discs[PMB_RIM].last)
        return (pmb_stretch){PMB_NEAR_RIM,
                             x < 0 ? -discs[PMB_HIDDEN].last - 1 : discs[PMB_RIM].last};
    return (pmb_stretch){PMB_DEEP, x < 0 && discs[PMB_RIM].last >= 0 ? -discs[PMB_RIM].last - 1
                                                                     : discs[PMB_DEEP_IN].last};
}

/* `inside`: the shape is clockwise of the direction. */
static pmb_stretch stretch_of(pmb_crossing crossing, bool inside, int32_t x)
{
    if (x >= crossing.left && x <= crossing.right)
        return (pmb_stretch){PMB_NEAR_EDGE, crossing.right};
    const bool before = x < crossing.left;
    return (pmb_stretch){crossing.before == (before == inside) ? PMB_DEEP : PMB_OUTSIDE,
                         before ? crossing.left - 1 : INT32_MAX};
}

/* How pixels lie in what two shapes have in common; or, with the places exchanged, in what either
 * of them has. */
static pmb_stretch common(pmb_stretch a, pmb_stretch b, pmb_where outside)
{
    if (a.place == outside && b.place == outside)
        return a.last > b.last ? a : b;
    if (a.place == outside || b.place == outside)
        return a.place == outside ? a : b;
    if (a.place == PMB_NEAR_EDGE || b.place == PMB_NEAR_EDGE)
        return a.place == PMB_NEAR_EDGE ? a : b;
    return a.last < b.last ? a : b;
}

pmb_stretch pmb_sector_stretch(const pmb_sector_row *row, int32_t x)
{
    pmb_stretch ring = stretch_of_discs(row, x);
    if (row->s->full || ring.place == PMB_OUTSIDE)
        return ring;
    const pmb_stretch from = stretch_of(row->from, true, x), to = stretch_of(row->to, false, x);
    const pmb_stretch slice = common(from, to, row->s->wide ? PMB_DEEP : PMB_OUTSIDE);
    if (slice.place != PMB_DEEP)
        return common(ring, slice, PMB_OUTSIDE);
    ring.last = pmb_lesser(ring.last, slice.last);
    return ring;
}

/* ---- filled, with hard edges ---- */

/*
 * The rows above the middle, or those below it, turned by half a turn: clockwise is to the right
 * in both. A direction that leads there is where what lies between both begins or ends.
 */
struct half {
    const pmb_brush *brush;
    const pmb_sector *s;
    int32_t turn; /* 1 above the middle, -1 below it */
    pmb_disc_row outer, inner;
};

/* Columns of a row from one on up to before another. */
static void fill_columns(const struct half *h, int32_t row, int32_t from, int32_t to)
{
    pmb_brush_fill(h->brush, h->s->center.x + (h->turn > 0 ? from : 1 - to),
                   h->s->center.y - h->turn * row, to - from, 1);
}

/* What the ring has of them, on either side of the inner disc. */
static void fill_ring(const struct half *h, int32_t row, int32_t from, int32_t to)
{
    from = pmb_greater(from, -h->outer.last);
    to = pmb_lesser(to, h->outer.last + 1);
    if (h->inner.last >= 0) {
        fill_columns(h, row, from, pmb_lesser(to, -h->inner.last));
        from = pmb_greater(from, h->inner.last + 1);
    }
    fill_columns(h, row, from, to);
}

static bool leads_to(const struct half *h, pmb_direction d)
{
    return d.y * h->turn < 0 && !h->s->full;
}

/* Where a row crosses a direction; none is needed when it does not lead there. */
static pmb_slope slope_in(const struct half *h, pmb_direction d, int32_t row, bool leads)
{
    const pmb_direction down = {d.x * h->turn, -d.y * h->turn};
    return leads ? slope_of(down, row) : (pmb_slope){0};
}

/* Rows from one on up to another, which count from the middle. */
static void fill_half(struct half *h, int32_t first, int32_t last)
{
    enum { FAR = 16384 }; /* beyond all */
    const pmb_sector *s = h->s;
    const bool begins = leads_to(h, s->from), ends = leads_to(h, s->to);
    if (first > last || (!begins && !ends && !is_between(s, 0, -h->turn)))
        return;
    pmb_slope begin = slope_in(h, s->from, first, begins), end = slope_in(h, s->to, first, ends);
    h->outer = disc_in(2 * s->outer + 1, first);
    h->inner = disc_in(2 * s->inner + 1, first);
    for (int32_t row = first; row <= last; row++) {
        const int32_t from = begins ? pmb_slope_up(&begin) : -FAR;
        const int32_t to = ends ? pmb_slope_up(&end) : FAR;
        if (begins && ends && s->wide) { /* what they hide lies in this half */
            fill_ring(h, row, -FAR, to);
            fill_ring(h, row, from, FAR);
        } else {
            fill_ring(h, row, from, to);
        }
        next_in(&h->outer, row);
        next_in(&h->inner, row);
        pmb_slope_next(&begin);
        pmb_slope_next(&end);
    }
}

/* The row of the middle. The middle itself lies in no direction. */
static void fill_middle(const struct half *h)
{
    const pmb_sector *s = h->s;
    if (is_between(s, -1, 0))
        fill_columns(h, 0, -s->outer, -s->inner);
    if (is_between(s, 1, 0))
        fill_columns(h, 0, s->inner + 1, s->outer + 1);
    if (s->inner < 0)
        fill_columns(h, 0, 0, 1);
}

void pmb_sector_fill(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner, pmb_angle from,
                     pmb_angle sweep, pmb_color color)
{
    pmb_sector s;
    if (!pmb_sector_of(&s, center, outer, inner, from, sweep))
        return;
    const pmb_extent e = pmb_sector_extent(c, &s);
    if (pmb_sector_is_spared(c, &s, PMB_SPARE_SECTOR, color) || e.top > e.bottom)
        return;
    const pmb_brush brush = pmb_sector_brush(c, &s, color);
    struct half half = {.brush = &brush, .s = &s, .turn = 1};
    fill_half(&half, pmb_greater(1, -e.bottom), -e.top);
    if (e.top <= 0 && e.bottom >= 0)
        fill_middle(&half);
    half.turn = -1;
    fill_half(&half, pmb_greater(1, e.top), e.bottom);
}

/* ---- outlines, with hard edges ---- */

/* (x, y) is in the disc of that radius: the same rule as that of pmb_circle_fill, an ellipse 2 r +
 * 1 pixels wide. */
static bool in_disc(int32_t radius, int32_t x, int32_t y)
{
    const int32_t width = 2 * radius + 1;
    return 4 * (x * x + y * y) <= width * width;
}

static bool is_inside(const pmb_sector *s, int32_t x, int32_t y)
{
    if (!in_disc(s->outer, x, y) || (s->inner >= 0 && in_disc(s->inner, x, y)))
        return false;
    return (x == 0 && y == 0) || is_between(s, x, y);
}

static bool is_outermost(const pmb_sector *s, int32_t x, int32_t y)
{
    return is_inside(s, x, y) && !(is_inside(s, x - 1, y) && is_inside(s, x + 1, y) &&
                                   is_inside(s, x, y - 1) && is_inside(s, x, y + 1));
}

/* Only pixels near an edge are looked at one by one. */
void pmb_sector_stroke(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner,
                       pmb_angle from, pmb_angle sweep, pmb_color color)
{
    pmb_sector s;
    if (!pmb_sector_of(&s, center, outer, inner, from, sweep))
        return;
    const pmb_extent e = pmb_sector_extent(c, &s);
    if (pmb_sector_is_spared(c, &s, PMB_SPARE_SECTOR_STROKE, color) || e.top > e.bottom)
        return;
    pmb_sector_row row;
    pmb_sector_rows(&row, &s, e.top, 0, 4);
    for (int32_t y = e.top; y <= e.bottom; y++, pmb_sector_next_row(&row)) {
        for (int32_t x = e.left, run; x <= e.right;) {
            const pmb_stretch stretch = pmb_sector_stretch(&row, x);
            const int32_t next = pmb_lesser(stretch.last, e.right) + 1;
            const bool near = stretch.place == PMB_NEAR_EDGE || stretch.place == PMB_NEAR_RIM;
            run = 0;
            while (near && x < next && is_outermost(&s, x, y)) {
                run++;
                x++;
            }
            if (run > 0)
                pmb_span_fill(c, center.x + x - run, center.y + y, run, 1, color);
            x = near && x < next ? x + 1 : next;
        }
    }
}
