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

/* The last column of a disc in row y, looked for from one that is near; -1: it has none there. */
static int32_t last_column(int32_t width, int32_t y, int32_t x)
{
    const int32_t square = width > 0 ? width * width - 4 * y * y : -1;
    while (4 * (x + 1) * (x + 1) <= square)
        x++;
    while (x >= 0 && 4 * x * x > square)
        x--;
    return x;
}

static int32_t first_guess(int32_t width, int32_t y)
{
    const int32_t square = width * width - 4 * y * y;
    return square > 0 ? (int32_t)pmb_root((uint32_t)square / 4) : -1;
}

static void find_columns(pmb_sector_row *row)
{
    for (int i = 0; i < PMB_DISCS; i++)
        row->columns[i] = last_column(row->widths[i], row->y, row->columns[i]);
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

static pmb_crossing crossing_of(const pmb_sector_row *row, pmb_direction d)
{
    pmb_crossing crossing = {.before = d.y > 0};
    if (d.y != 0) {
        crossing.slope = slope_of(d, row->y);
        crossing.aside = row->near / pmb_absolute(d.y) + 1;
    }
    cross(row, d, &crossing);
    return crossing;
}

void pmb_sector_rows(pmb_sector_row *row, const pmb_sector *s, int32_t y, int32_t outwards,
                     int32_t inwards)
{
    const int32_t outer = 2 * s->outer + 1, inner = 2 * s->inner + 1;
    *row = (pmb_sector_row){
        .s = s,
        .y = y,
        .near = (inwards + 1) * 16384,
        .widths = {outer + outwards, outer - inwards, inner - outwards,
                   s->inner < 0 ? 0 : inner + inwards},
    };
    for (int i = 0; i < PMB_DISCS; i++)
        row->columns[i] = first_guess(row->widths[i], y);
    find_columns(row);
    row->from = crossing_of(row, s->from);
    row->to = crossing_of(row, s->to);
}

void pmb_sector_next_row(pmb_sector_row *row)
{
    row->y++;
    find_columns(row);
    pmb_slope_next(&row->from.slope);
    pmb_slope_next(&row->to.slope);
    cross(row, row->s->from, &row->from);
    cross(row, row->s->to, &row->to);
}

static pmb_stretch stretch_of_discs(const pmb_sector_row *row, int32_t x)
{
    const int32_t away = x < 0 ? -x : x, *columns = row->columns;
    if (away > columns[PMB_SOME])
        return (pmb_stretch){PMB_OUTSIDE, x < 0 ? -columns[PMB_SOME] - 1 : INT32_MAX};
    if (away <= columns[PMB_HIDDEN])
        return (pmb_stretch){PMB_OUTSIDE, columns[PMB_HIDDEN]};
    if (away > columns[PMB_DEEP_IN])
        return (pmb_stretch){PMB_NEAR_EDGE, x < 0 ? -columns[PMB_DEEP_IN] - 1 : columns[PMB_SOME]};
    if (away <= columns[PMB_RIM])
        return (pmb_stretch){PMB_NEAR_EDGE, x < 0 ? -columns[PMB_HIDDEN] - 1 : columns[PMB_RIM]};
    return (pmb_stretch){PMB_DEEP, x < 0 && columns[PMB_RIM] >= 0 ? -columns[PMB_RIM] - 1
                                                                  : columns[PMB_DEEP_IN]};
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
    const pmb_stretch ring = stretch_of_discs(row, x);
    if (row->s->full || ring.place == PMB_OUTSIDE)
        return ring;
    const pmb_stretch from = stretch_of(row->from, true, x), to = stretch_of(row->to, false, x);
    return common(ring, common(from, to, row->s->wide ? PMB_DEEP : PMB_OUTSIDE), PMB_OUTSIDE);
}

/* ---- filled, with hard edges ---- */

/* Columns of a row; FAR is beyond all. None when first > last. */
struct range {
    int32_t first, last;
};

enum { FAR = 16384 };

static const struct range everywhere = {-FAR, FAR}, nowhere = {FAR, -FAR};

/* A direction, followed from row to row. */
struct limit {
    pmb_direction d;
    pmb_slope slope; /* unless it is level */
};

static struct limit limit_of(pmb_direction d, int32_t y)
{
    struct limit limit = {.d = d};
    if (d.y != 0)
        limit.slope = slope_of(d, y);
    return limit;
}

/* The columns of row y for which is_after() holds: they begin or end at the direction. Pixels on
 * the line itself are among them where it leads, and not behind the middle. */
static struct range after(const struct limit *limit, int32_t y)
{
    const pmb_direction d = limit->d;
    const pmb_slope *s = &limit->slope;
    if (d.y > 0)
        return (struct range){-FAR, s->whole - (s->rest == 0 && y <= 0)};
    if (d.y < 0)
        return (struct range){s->whole + !(s->rest == 0 && y < 0), FAR};
    if (y == 0)
        return d.x > 0 ? (struct range){1, FAR} : (struct range){-FAR, -1};
    return (d.x > 0) == (y > 0) ? everywhere : nowhere;
}

/* The other columns, of some that begin or end somewhere. */
static struct range others(struct range r)
{
    return r.first == -FAR ? (struct range){r.last + 1, FAR} : (struct range){-FAR, r.first - 1};
}

static struct range both(struct range a, struct range b)
{
    return (struct range){pmb_greater(a.first, b.first), pmb_lesser(a.last, b.last)};
}

/* The columns that lie between both directions: in one piece or in two. */
static void find_parts(const pmb_sector *s, struct range from, struct range to,
                       struct range parts[2])
{
    parts[0] = s->full ? everywhere : both(from, others(to));
    parts[1] = nowhere;
    if (!s->wide || s->full)
        return;
    const struct range hidden = both(others(from), to);
    parts[0] = everywhere;
    if (hidden.first <= hidden.last) {
        parts[0].last = hidden.first - 1;
        parts[1] = (struct range){hidden.last + 1, FAR};
    }
}

/* A row of the ring, on either side of the inner disc; `outer` and `inner` are the last columns of
 * the discs. */
static void fill_row(pmb_canvas *c, const pmb_sector *s, int32_t y, int32_t outer, int32_t inner,
                     const struct range parts[2], pmb_color color)
{
    const struct range sides[2] = {{-outer, inner < 0 ? outer : -inner - 1},
                                   {inner < 0 ? FAR : inner + 1, outer}};
    for (uint8_t i = 0; i < 4; i++) {
        const struct range r = both(parts[i / 2], sides[i % 2]);
        if (r.first <= r.last)
            pmb_span_fill(c, s->center.x + r.first, s->center.y + y, r.last - r.first + 1, 1,
                          color);
    }
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
    const int32_t outer_width = 2 * s.outer + 1, inner_width = 2 * s.inner + 1;
    int32_t outer_last = first_guess(outer_width, e.top);
    int32_t inner_last = first_guess(inner_width, e.top);
    struct limit begin = limit_of(s.from, e.top), end = limit_of(s.to, e.top);
    for (int32_t y = e.top; y <= e.bottom; y++) {
        struct range parts[2];
        outer_last = last_column(outer_width, y, outer_last);
        inner_last = last_column(inner_width, y, inner_last);
        find_parts(&s, after(&begin, y), after(&end, y), parts);
        if (y == 0 && s.inner < 0)
            pmb_span_fill(c, center.x, center.y, 1, 1, color); /* it lies in no direction */
        fill_row(c, &s, y, outer_last, inner_last, parts, color);
        pmb_slope_next(&begin.slope);
        pmb_slope_next(&end.slope);
    }
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
            run = 0;
            while (stretch.place == PMB_NEAR_EDGE && x < next && is_outermost(&s, x, y)) {
                run++;
                x++;
            }
            if (run > 0)
                pmb_span_fill(c, center.x + x - run, center.y + y, run, 1, color);
            x = stretch.place == PMB_NEAR_EDGE && x < next ? x + 1 : next;
        }
    }
}
