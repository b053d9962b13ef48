/* smooth_sector.c - smooth parts of rings. */
#include "pemble/smooth.h"
#include "canvas/spare.h"
#include "shape/sector.h"
#include "shape/spans.h"
#include "smooth/share.h"

enum { ROOM = 16, DEEP = 2 * PMB_PIXEL };

struct ring {
    pmb_disc outer, inner;
    int32_t deep, free; /* squares within which no pixel is near the outer edge, the inner one */
};

/* Edges are near up to two pixels: then the stroke, too, has its full share or none. */
static struct ring ring_of(const pmb_sector *s)
{
    enum { NEAR = 4 };
    const int32_t outer = 2 * s->outer + 1, inner = 2 * pmb_greater(s->inner, 0) + 1;
    const int32_t deep = pmb_greater(outer - NEAR, 0), free = inner + NEAR;
    return (struct ring){pmb_disc_of(outer), pmb_disc_of(inner), deep * deep,
                         s->inner < 0 ? 0 : free * free};
}

/* How far inside the ring a pixel is, by the square of twice its distance from the middle. */
static int32_t inside_ring(const struct ring *ring, int32_t x, int32_t y)
{
    const int32_t square = 4 * (x * x + y * y);
    const int32_t inside = square < ring->deep ? DEEP : pmb_inside_disc(ring->outer, square);
    return square < ring->free ? pmb_lesser(inside, -pmb_inside_disc(ring->inner, square)) : inside;
}

/* How far inside the shape a pixel is: the least of the distances from its edges. */
static int32_t inside_by(const pmb_sector *s, const struct ring *ring, int32_t x, int32_t y)
{
    const int32_t inside = inside_ring(ring, x, y);
    if (inside <= -PMB_HALF_PIXEL)
        return inside;
    /* Behind both edges, which begin in the middle, neither is near. */
    if (s->wide && pmb_ahead(s->from, x, y) < 0 && pmb_ahead(s->to, x, y) < 0)
        return inside;
    /* 32767 is one pixel. */
    const int32_t from = pmb_side(s->from, x, y) / 128, to = -pmb_side(s->to, x, y) / 128;
    return pmb_lesser(inside, s->wide ? pmb_greater(from, to) : pmb_lesser(from, to));
}

static uint8_t fill_share(int32_t inside)
{
    return pmb_share(inside);
}

/* The share that the shape has, without the shape one pixel further in. */
static uint8_t stroke_share(int32_t inside)
{
    return (uint8_t)(pmb_share(inside) - pmb_share(inside - PMB_PIXEL));
}

/* Shares that have been found for the pixels left of x. */
struct shares {
    int32_t count;
    uint8_t of[ROOM];
};

static void flush(const pmb_brush *b, const pmb_sector *s, int32_t x, int32_t y,
                  struct shares *shares)
{
    if (shares->count > 0)
        pmb_brush_shade(b, s->center.x + x - shares->count, s->center.y + y, shares->count,
                        shares->of);
    shares->count = 0;
}

/* Only pixels near an edge are looked at one by one. `deep` says what the others inside are. */
static void draw(pmb_canvas *c, const pmb_sector *s, uint8_t (*share_of)(int32_t inside), bool deep,
                 pmb_color color)
{
    const struct ring ring = ring_of(s);
    const pmb_extent e = pmb_sector_extent(c, s);
    if (pmb_sector_is_spared(c, s, deep ? PMB_SPARE_SMOOTH_SECTOR : PMB_SPARE_SMOOTH_SECTOR_STROKE,
                             color) ||
        e.top > e.bottom)
        return;
    const pmb_brush brush = pmb_sector_brush(c, s, color);
    struct shares shares = {0};
    pmb_sector_row row;
    pmb_sector_rows(&row, s, e.top, 1, deep ? 1 : 4);
    for (int32_t y = e.top; y <= e.bottom; y++, pmb_sector_next_row(&row)) {
        int32_t x = e.left;
        while (x <= e.right) {
            const pmb_stretch stretch = pmb_sector_stretch(&row, x);
            const int32_t next = pmb_lesser(stretch.last, e.right) + 1;
            const bool rim = stretch.place == PMB_NEAR_RIM;
            if (rim || stretch.place == PMB_NEAR_EDGE) {
                for (; x < next; x++) {
                    shares.of[shares.count++] =
                        share_of(rim ? inside_ring(&ring, x, y) : inside_by(s, &ring, x, y));
                    if (shares.count == ROOM)
                        flush(&brush, s, x + 1, y, &shares);
                }
            } else {
                flush(&brush, s, x, y, &shares);
                if (stretch.place == PMB_DEEP && deep)
                    pmb_brush_fill(&brush, s->center.x + x, s->center.y + y, next - x, 1);
            }
            x = next;
        }
        flush(&brush, s, x, y, &shares);
    }
}

void pmb_smooth_sector_fill(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner,
                            pmb_angle from, pmb_angle sweep, pmb_color color)
{
    pmb_sector s;
    if (c->format->one_bit)
        pmb_sector_fill(c, center, outer, inner, from, sweep, color);
    else if (pmb_sector_of(&s, center, outer, inner, from, sweep))
        draw(c, &s, fill_share, true, color);
}

void pmb_smooth_sector_stroke(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner,
                              pmb_angle from, pmb_angle sweep, pmb_color color)
{
    pmb_sector s;
    if (c->format->one_bit)
        pmb_sector_stroke(c, center, outer, inner, from, sweep, color);
    else if (pmb_sector_of(&s, center, outer, inner, from, sweep))
        draw(c, &s, stroke_share, false, color);
}
