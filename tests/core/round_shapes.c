/* Ellipses, rings, round rectangles, sectors, polygons and curves against their definitions. */
#include "test.h"
#include <math.h>

enum { W = 64, H = 56 };

struct sheet {
    pmb_canvas c;
    uint8_t pixels[W / 8 * H];
};

static void open_sheet(struct sheet *s)
{
    memset(s, 0, sizeof *s);
    assert_int_equal(pmb_canvas_init(&s->c, &pmb_mono_horizontal, (pmb_rect){0, 0, W, H}, s->pixels,
                                     sizeof s->pixels),
                     PMB_OK);
}

static bool is_set(const struct sheet *s, int x, int y)
{
    return pmb_canvas_peek(&s->c, (pmb_point){(int16_t)x, (int16_t)y}) == PMB_WHITE;
}

static unsigned random_below(unsigned *seed, unsigned limit)
{
    *seed = *seed * 1664525u + 1013904223u;
    return (*seed >> 8) % limit;
}

/* The middle of a pixel lies in the ellipse of r; in doubled coordinates. */
static bool in_ellipse(pmb_rect r, int x, int y)
{
    const long long dx = 2 * (x - r.x) + 1 - r.w, dy = 2 * (y - r.y) + 1 - r.h;
    const long long w = r.w, h = r.h;
    return w > 0 && h > 0 && dx * dx * h * h + dy * dy * w * w <= w * w * h * h &&
           pmb_rect_holds(r, (pmb_point){(int16_t)x, (int16_t)y});
}

static bool in_round(pmb_rect r, int radius, int x, int y)
{
    const int most = (r.w < r.h ? r.w : r.h) / 2;
    if (radius > most)
        radius = most;
    if (!pmb_rect_holds(r, (pmb_point){(int16_t)x, (int16_t)y}))
        return false;
    const int fx = x - r.x, fy = y - r.y;
    const bool corner_x = fx < radius || fx >= r.w - radius;
    const bool corner_y = fy < radius || fy >= r.h - radius;
    if (!corner_x || !corner_y)
        return true;
    const int d = 2 * radius;
    const pmb_rect disc = {(int16_t)(fx < radius ? 0 : r.w - d),
                           (int16_t)(fy < radius ? 0 : r.h - d), (int16_t)d, (int16_t)d};
    return in_ellipse(disc, fx, fy);
}

typedef bool (*membership)(const void *shape, int x, int y);

/* Compares a sheet with a set of pixels, or with the outermost pixels of it. */
static void compare(const struct sheet *s, membership in, const void *shape, bool outermost,
                    const char *what)
{
    for (int y = 0; y < H; y++)
        for (int x = 0; x < W; x++) {
            bool want = in(shape, x, y);
            if (want && outermost)
                want = !in(shape, x - 1, y) || !in(shape, x + 1, y) || !in(shape, x, y - 1) ||
                       !in(shape, x, y + 1);
            if (want != is_set(s, x, y))
                fail_msg("%s: pixel %d,%d should be %s", what, x, y, want ? "set" : "left alone");
        }
}

struct rounded {
    pmb_rect r;
    int radius, width;
};

static bool ellipse_has(const void *shape, int x, int y)
{
    return in_ellipse(((const struct rounded *)shape)->r, x, y);
}

static bool ring_has(const void *shape, int x, int y)
{
    const struct rounded *s = shape;
    return in_ellipse(s->r, x, y) && !in_ellipse(pmb_rect_inset(s->r, (int16_t)s->width), x, y);
}

static bool round_has(const void *shape, int x, int y)
{
    const struct rounded *s = shape;
    return in_round(s->r, s->radius, x, y);
}

static void ellipses_are_as_defined(void **state)
{
    (void)state;
    for (int16_t w = 0; w < 40; w++)
        for (int16_t h = 0; h < 40; h++) {
            static struct sheet s;
            const struct rounded e = {{5, 7, w, h}, 0, 1 + (w + h) % 5};
            open_sheet(&s);
            pmb_ellipse_fill(&s.c, e.r, PMB_WHITE);
            compare(&s, ellipse_has, &e, false, "ellipse fill");
            open_sheet(&s);
            pmb_ellipse_stroke(&s.c, e.r, PMB_WHITE);
            compare(&s, ellipse_has, &e, true, "ellipse stroke");
            open_sheet(&s);
            pmb_ellipse_ring(&s.c, e.r, (int16_t)e.width, PMB_WHITE);
            compare(&s, ring_has, &e, false, "ellipse ring");
        }
}

static void round_rectangles_are_as_defined(void **state)
{
    (void)state;
    for (int16_t radius = 0; radius < 24; radius++)
        for (int16_t w = 0; w < 44; w += 3)
            for (int16_t h = 0; h < 44; h += 5) {
                static struct sheet s;
                const struct rounded e = {{3, 2, w, h}, radius, 0};
                open_sheet(&s);
                pmb_round_fill(&s.c, e.r, radius, PMB_WHITE);
                compare(&s, round_has, &e, false, "round fill");
                open_sheet(&s);
                pmb_round_stroke(&s.c, e.r, radius, PMB_WHITE);
                compare(&s, round_has, &e, true, "round stroke");
            }
}

static void circles_are_symmetric_and_have_their_width(void **state)
{
    (void)state;
    for (int16_t radius = 0; radius < 26; radius++) {
        static struct sheet s;
        open_sheet(&s);
        pmb_circle_stroke(&s.c, (pmb_point){30, 28}, radius, PMB_WHITE);
        assert_true(is_set(&s, 30 - radius, 28) && is_set(&s, 30, 28 + radius));
        for (int y = -27; y < 28; y++)
            for (int x = -27; x < 28; x++) {
                assert_int_equal(is_set(&s, 30 + x, 28 + y), is_set(&s, 30 - x, 28 + y));
                assert_int_equal(is_set(&s, 30 + x, 28 + y), is_set(&s, 30 + y, 28 + x));
            }
    }
}

static void sectors_share_a_ring_without_gap_or_overlap(void **state)
{
    (void)state;
    unsigned seed = 21;
    for (int round = 0; round < 60; round++) {
        const int16_t outer = (int16_t)(5 + random_below(&seed, 20));
        const bool quarters = round < 8; /* level and upright edges */
        const int16_t inner = (int16_t)(quarters ? 0 : random_below(&seed, (unsigned)outer));
        static uint8_t hits[H][W];
        memset(hits, 0, sizeof hits);
        pmb_angle from =
            (pmb_angle)(quarters ? (unsigned)round % 4 * 16384 : random_below(&seed, 65536));
        const pmb_angle start = from;
        uint32_t turned = 0;
        while (turned < 65536) {
            uint32_t sweep = quarters ? 16384 : 1 + random_below(&seed, 40000);
            if (turned + sweep > 65536)
                sweep = 65536 - turned;
            static struct sheet s;
            open_sheet(&s);
            if (sweep < 65536)
                pmb_sector_fill(&s.c, (pmb_point){30, 28}, outer, inner, from, (pmb_angle)sweep,
                                PMB_WHITE);
            for (int y = 0; y < H; y++)
                for (int x = 0; x < W; x++)
                    hits[y][x] = (uint8_t)(hits[y][x] + is_set(&s, x, y));
            from = (from + sweep) & 0xFFFF;
            turned += sweep;
        }
        assert_int_equal(from, start);
        const pmb_rect a = {(int16_t)(30 - outer), (int16_t)(28 - outer), (int16_t)(2 * outer + 1),
                            (int16_t)(2 * outer + 1)};
        const pmb_rect b = {(int16_t)(30 - inner), (int16_t)(28 - inner), (int16_t)(2 * inner + 1),
                            (int16_t)(2 * inner + 1)};
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++)
                assert_int_equal(hits[y][x], in_ellipse(a, x, y) && !in_ellipse(b, x, y));
    }
}

/* Around half a turn the two sides change their roles. */
static void a_sector_grows_with_its_sweep(void **state)
{
    (void)state;
    static struct sheet s;
    int before = 0;
    for (pmb_angle sweep = 32760; sweep < 32776; sweep++) {
        int count = 0;
        open_sheet(&s);
        pmb_sector_fill(&s.c, (pmb_point){30, 28}, 20, -1, PMB_DEGREES(30), sweep, PMB_WHITE);
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++)
                count += is_set(&s, x, y);
        assert_in_range(count, before, before > 0 ? before + 25 : 700);
        before = count;
    }
    assert_in_range(before, 600, 700); /* half of a disc */
}

static void a_quarter_sector_is_where_it_should_be(void **state)
{
    (void)state;
    static struct sheet s;
    open_sheet(&s);
    pmb_sector_fill(&s.c, (pmb_point){30, 28}, 20, -1, PMB_DEGREES(0), PMB_DEGREES(90), PMB_WHITE);
    assert_true(is_set(&s, 40, 18)); /* up and to the right */
    assert_true(is_set(&s, 30, 10) && !is_set(&s, 29, 10));
    assert_false(is_set(&s, 20, 18) || is_set(&s, 40, 38) || is_set(&s, 20, 38));
    assert_true(is_set(&s, 30, 28));  /* the centre */
    assert_false(is_set(&s, 31, 28)); /* where it ends belongs to what begins there */
    open_sheet(&s);
    pmb_sector_fill(&s.c, (pmb_point){30, 28}, 20, -1, PMB_DEGREES(90), PMB_DEGREES(90), PMB_WHITE);
    for (int x = 30; x <= 50; x++)
        assert_true(is_set(&s, x, 28));
    assert_false(is_set(&s, 29, 28) || is_set(&s, 30, 48));
}

static void sines_are_near_the_true_ones(void **state)
{
    (void)state;
    assert_int_equal(pmb_sine(PMB_DEGREES(90)), 32767);
    assert_int_equal(pmb_sine(PMB_DEGREES(180)), 0);
    assert_int_equal(pmb_cosine(PMB_DEGREES(180)), -32767);
    assert_int_equal(pmb_sine(PMB_DEGREES(-90)), -32767);
    for (uint32_t a = 0; a < 65536; a += 7) {
        const int32_t sine = pmb_sine((pmb_angle)a), cosine = pmb_cosine((pmb_angle)a);
        /* sin^2 + cos^2 = 1, and half the slope of the next step is at most pi / 65536. */
        const int32_t one = (int32_t)(((int64_t)sine * sine + (int64_t)cosine * cosine) / 32767);
        assert_in_range(one, 32767 - 10, 32767 + 4);
        assert_true(abs(pmb_sine((pmb_angle)(a + 1)) - sine) <= 5);
    }
    for (int i = 0; i < 256; i++)
        assert_int_equal(pmb_sine((pmb_angle)(256 * i)),
                         lround(32767 * sin(3.14159265358979 * i / 128)));
    const pmb_point p = pmb_polar((pmb_point){100, 100}, PMB_DEGREES(90), 40);
    assert_true(p.x == 140 && p.y == 100);
}

/* Even-odd, with exact fractions, after the words of the header. */
static bool polygon_has(const pmb_point *p, int count, int x, int y)
{
    bool inside = false;
    for (int i = 0; i < count; i++) {
        pmb_point a = p[i], b = p[(i + 1) % count];
        if (a.y > b.y) {
            const pmb_point keep = a;
            a = b;
            b = keep;
        }
        if (y < a.y || y >= b.y)
            continue;
        /* The crossing is at or left of the pixel's middle. */
        const long long cross =
            (long long)(x - a.x) * (b.y - a.y) - (long long)(b.x - a.x) * (y - a.y);
        inside ^= cross >= 0;
    }
    return inside;
}

/* 8191 is the largest radius, of which the inner one is less. */
static void radii_have_their_limits(void **state)
{
    (void)state;
    static const struct {
        int16_t outer, inner;
        bool drawn;
    } rings[] = {{8191, 8180, true}, {8192, 8180, false}, {INT16_MAX, 0, false},
                 {20, 20, false},    {20, 30, false},     {-1, -1, false}};
    for (size_t i = 0; i < LENGTH(rings); i++) {
        static struct sheet s;
        open_sheet(&s);
        const pmb_point middle = {20, (int16_t)(rings[i].outer + 10)}; /* the rim is at row 10 */
        pmb_sector_fill(&s.c, middle, rings[i].outer, rings[i].inner, 0, 0x10000, PMB_WHITE);
        pmb_sector_stroke(&s.c, middle, rings[i].outer, rings[i].inner, 0, 0x10000, PMB_WHITE);
        int count = 0;
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++)
                count += is_set(&s, x, y);
        assert_int_equal(count > 0, rings[i].drawn);
    }
}

/* A hole of one pixel has an outline, too; one of radius 1 has nine. Without a hole there is none.
 */
static void the_least_holes_have_outlines(void **state)
{
    (void)state;
    for (int16_t inner = -1; inner < 2; inner++) {
        static struct sheet s;
        open_sheet(&s);
        pmb_sector_stroke(&s.c, pmb_point_of(20, 20), 9, inner, 0, 0x10000, PMB_WHITE);
        assert_int_equal(is_set(&s, 20, 20), 0);
        assert_int_equal(is_set(&s, 21, 20), inner == 0);
        assert_int_equal(is_set(&s, 22, 20), inner == 1);
        assert_int_equal(is_set(&s, 22, 21), inner == 1);
    }
}

static void polygons_are_as_defined(void **state)
{
    (void)state;
    unsigned seed = 4;
    for (int round = 0; round < 1500; round++) {
        pmb_point p[9];
        const int count = 3 + (int)random_below(&seed, 7);
        for (int i = 0; i < count; i++)
            p[i] = (pmb_point){(int16_t)((int)random_below(&seed, 100) - 20),
                               (int16_t)((int)random_below(&seed, 90) - 20)};
        static struct sheet s;
        open_sheet(&s);
        pmb_polygon_fill(&s.c, p, (uint16_t)count, PMB_WHITE);
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++)
                if (polygon_has(p, count, x, y) != is_set(&s, x, y))
                    fail_msg("pixel %d,%d of a polygon with %d corners", x, y, count);
    }
}

static void triangles_that_share_an_edge_share_no_pixel(void **state)
{
    (void)state;
    unsigned seed = 8;
    for (int round = 0; round < 400; round++) {
        /* A fan of triangles around a point in the middle. */
        pmb_point p[6];
        static const pmb_point corners[] = {{2, 30},  {14, 3},  {40, 1},
                                            {61, 25}, {50, 54}, {12, 50}};
        for (int i = 0; i < 6; i++)
            p[i] = (pmb_point){(int16_t)(corners[i].x + (int)random_below(&seed, 5) - 2),
                               (int16_t)(corners[i].y + (int)random_below(&seed, 5) - 2)};
        const pmb_point middle = {(int16_t)(26 + random_below(&seed, 8)),
                                  (int16_t)(22 + random_below(&seed, 8))};
        static uint8_t hits[H][W];
        memset(hits, 0, sizeof hits);
        for (int i = 0; i < 6; i++) {
            static struct sheet s;
            open_sheet(&s);
            pmb_triangle_fill(&s.c, middle, p[i], p[(i + 1) % 6], PMB_WHITE);
            for (int y = 0; y < H; y++)
                for (int x = 0; x < W; x++)
                    hits[y][x] = (uint8_t)(hits[y][x] + is_set(&s, x, y));
        }
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++)
                assert_int_equal(hits[y][x], polygon_has(p, 6, x, y));
    }
}

static void polylines_join_their_points(void **state)
{
    (void)state;
    static const pmb_point p[] = {{4, 4}, {20, 4}, {20, 20}};
    static struct sheet s, t;
    open_sheet(&s);
    open_sheet(&t);
    pmb_polyline(&s.c, p, 3, false, PMB_WHITE);
    assert_true(is_set(&s, 12, 4) && is_set(&s, 20, 12) && !is_set(&s, 12, 12));
    pmb_polyline(&s.c, p, 3, true, PMB_WHITE);
    assert_true(is_set(&s, 12, 12));
    pmb_polyline(&t.c, p, 1, true, PMB_WHITE);
    assert_true(is_set(&t, 4, 4));
    pmb_polyline(&t.c, NULL, 5, true, PMB_WHITE);
    pmb_polygon_fill(&t.c, p, 2, PMB_WHITE);
    pmb_polygon_fill(&t.c, NULL, 5, PMB_WHITE);
    assert_false(is_set(&t, 5, 4));
}

static void curves_end_where_they_should_and_stay_inside(void **state)
{
    (void)state;
    static struct sheet s;
    open_sheet(&s);
    /* A straight one is the line. */
    pmb_curve_cubic(&s.c, (pmb_point){3, 5}, (pmb_point){13, 15}, (pmb_point){23, 25},
                    (pmb_point){33, 35}, PMB_WHITE);
    for (int i = 0; i <= 30; i++)
        assert_true(is_set(&s, 3 + i, 5 + i));
    open_sheet(&s);
    pmb_curve_quadratic(&s.c, (pmb_point){4, 50}, (pmb_point){30, -46}, (pmb_point){56, 50},
                        PMB_WHITE);
    assert_true(is_set(&s, 4, 50) && is_set(&s, 56, 50));
    assert_true(
        is_set(&s, 30, 2)); /* at its middle: a quarter, a half, and a quarter of the points */
    for (int x = 0; x < W; x++)
        assert_false(is_set(&s, x, 0) || is_set(&s, x, 1));
    /* Extremes are cut, not followed. */
    pmb_curve_cubic(&s.c, (pmb_point){INT16_MIN, INT16_MAX}, (pmb_point){INT16_MAX, INT16_MIN},
                    (pmb_point){INT16_MIN, INT16_MIN}, (pmb_point){INT16_MAX, INT16_MAX},
                    PMB_WHITE);
}

static pmb_rect random_rect(unsigned *seed)
{
    return (pmb_rect){(int16_t)((int)random_below(seed, 80) - 20),
                      (int16_t)((int)random_below(seed, 70) - 20), (int16_t)random_below(seed, 60),
                      (int16_t)random_below(seed, 60)};
}

static pmb_point random_point(unsigned *seed)
{
    const pmb_rect r = random_rect(seed);
    return (pmb_point){r.x, r.y};
}

static void draw_something(pmb_canvas *c, unsigned kind, unsigned seed)
{
    unsigned *s = &seed;
    const pmb_rect r = random_rect(s);
    const pmb_point a = random_point(s), b = random_point(s), d = random_point(s);
    const int16_t radius = (int16_t)random_below(s, 30);
    const pmb_angle angle = (pmb_angle)random_below(s, 65536);
    switch (kind % 9) {
    case 0:
        pmb_ellipse_fill(c, r, PMB_WHITE);
        break;
    case 1:
        pmb_ellipse_stroke(c, r, PMB_WHITE);
        break;
    case 2:
        pmb_ellipse_ring(c, r, (int16_t)(radius / 4), PMB_WHITE);
        break;
    case 3:
        pmb_round_fill(c, r, radius, PMB_WHITE);
        break;
    case 4:
        pmb_round_stroke(c, r, radius, PMB_WHITE);
        break;
    case 5:
        pmb_sector_fill(c, a, radius, (int16_t)(radius / 2), angle, (pmb_angle)(angle * 3u),
                        PMB_WHITE);
        break;
    case 6:
        pmb_triangle_fill(c, a, b, d, PMB_WHITE);
        break;
    case 7:
        pmb_curve_quadratic(c, a, b, d, PMB_WHITE);
        break;
    default:
        pmb_circle_stroke(c, a, radius, PMB_WHITE);
        break;
    }
}

static void a_clip_changes_nothing_inside_it(void **state)
{
    (void)state;
    const pmb_rect clip = {11, 9, 23, 19};
    for (unsigned i = 0; i < 1800; i++) {
        static struct sheet s, t;
        open_sheet(&s);
        open_sheet(&t);
        draw_something(&s.c, i, i * 77 + 5);
        (void)pmb_canvas_narrow_clip(&t.c, clip);
        draw_something(&t.c, i, i * 77 + 5);
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++)
                if (is_set(&t, x, y) !=
                    (is_set(&s, x, y) && pmb_rect_holds(clip, (pmb_point){(int16_t)x, (int16_t)y})))
                    fail_msg("shape %u at %d,%d", i % 9, x, y);
    }
}

static void extremes_stay_in_the_buffer(void **state)
{
    (void)state;
    static const int16_t extremes[] = {INT16_MIN, -1, 0, 3, INT16_MAX};
    static struct sheet s;
    open_sheet(&s);
    for (size_t i = 0; i < 625; i++) {
        const int16_t a = extremes[i % 5], b = extremes[i / 5 % 5], d = extremes[i / 25 % 5],
                      e = extremes[i / 125];
        const pmb_rect r = {a, b, d, e};
        pmb_ellipse_fill(&s.c, r, PMB_WHITE);
        pmb_ellipse_stroke(&s.c, r, PMB_BLACK);
        pmb_ellipse_ring(&s.c, r, a, PMB_WHITE);
        pmb_round_fill(&s.c, r, a, PMB_BLACK);
        pmb_round_stroke(&s.c, r, e, PMB_WHITE);
        pmb_circle_fill(&s.c, (pmb_point){a, b}, d, PMB_WHITE);
        pmb_circle_stroke(&s.c, (pmb_point){a, b}, d, PMB_WHITE);
        pmb_sector_fill(&s.c, (pmb_point){a, b}, d, e, (pmb_angle)a, (pmb_angle)b, PMB_WHITE);
        pmb_triangle_fill(&s.c, (pmb_point){a, b}, (pmb_point){d, e}, (pmb_point){b, d}, PMB_WHITE);
    }
}

/* A sweep of a whole turn or more is the ring, with nothing missing where it begins. */
static void a_full_sweep_is_the_whole_ring(void **state)
{
    (void)state;
    static const pmb_angle sweeps[] = {PMB_DEGREES(360), PMB_DEGREES(720), PMB_DEGREES(361)};
    for (size_t i = 0; i < LENGTH(sweeps); i++)
        for (int16_t inner = -1; inner < 20; inner = (int16_t)(inner + 7)) {
            static struct sheet ring, sector;
            open_sheet(&ring);
            open_sheet(&sector);
            if (inner < 0)
                pmb_circle_fill(&ring.c, pmb_point_of(30, 28), 20, PMB_WHITE);
            else
                pmb_ellipse_ring(&ring.c, pmb_rect_of(10, 8, 41, 41), (int16_t)(20 - inner),
                                 PMB_WHITE);
            pmb_sector_fill(&sector.c, pmb_point_of(30, 28), 20, inner, PMB_DEGREES(37), sweeps[i],
                            PMB_WHITE);
            assert_memory_equal(ring.pixels, sector.pixels, sizeof ring.pixels);
        }
}

/* A comb of more teeth than crossings are kept, its corners named in either direction. */
static void polygons_may_have_any_number_of_crossings(void **state)
{
    enum { TEETH = 15 };
    (void)state;
    pmb_point points[4 * TEETH], back[4 * TEETH];
    uint16_t count = 0;
    points[count++] = (pmb_point){0, 20};
    for (int i = 0; i < TEETH; i++) {
        const int16_t x = (int16_t)(4 * i);
        points[count++] = (pmb_point){x, 0};
        points[count++] = (pmb_point){(int16_t)(x + 2), 0};
        if (i + 1 < TEETH) {
            points[count++] = (pmb_point){(int16_t)(x + 2), 10};
            points[count++] = (pmb_point){(int16_t)(x + 4), 10};
        }
    }
    points[count++] = (pmb_point){4 * TEETH - 2, 20};
    for (uint16_t i = 0; i < count; i++)
        back[i] = points[count - 1 - i];
    for (int turn = 0; turn < 2; turn++) {
        static struct sheet s, t;
        open_sheet(&s);
        open_sheet(&t);
        pmb_polygon_fill(&s.c, turn ? back : points, count, PMB_WHITE);
        for (int i = 0; i < TEETH; i++)
            pmb_rect_fill(&t.c, (pmb_rect){(int16_t)(4 * i), 0, 2, 10}, PMB_WHITE);
        pmb_rect_fill(&t.c, (pmb_rect){0, 10, 4 * TEETH - 2, 10}, PMB_WHITE);
        assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
    }
}

/* Without points there is nothing; one is a pixel; two have no inside. */
static void few_points_are_no_polygon(void **state)
{
    (void)state;
    static const pmb_point two[] = {{5, 5}, {9, 9}};
    static struct sheet s, t;
    open_sheet(&s);
    open_sheet(&t);
    pmb_polygon_fill(&s.c, NULL, 5, PMB_WHITE);
    pmb_polygon_fill(&s.c, two, 2, PMB_WHITE);
    pmb_smooth_polygon_fill(&s.c, NULL, 5, PMB_WHITE);
    pmb_smooth_polygon_fill(&s.c, two, 2, PMB_WHITE);
    pmb_polyline(&s.c, NULL, 5, false, PMB_WHITE);
    pmb_polyline(&s.c, two, 0, true, PMB_WHITE);
    assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
    pmb_polyline(&s.c, two, 1, true, PMB_WHITE);
    pmb_pixel(&t.c, two[0], PMB_WHITE);
    assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONLY_CIRCLES, ellipses_are_as_defined),
        cmocka_unit_test(round_rectangles_are_as_defined),
        cmocka_unit_test(circles_are_symmetric_and_have_their_width),
        cmocka_unit_test(sectors_share_a_ring_without_gap_or_overlap),
        cmocka_unit_test(a_sector_grows_with_its_sweep),
        cmocka_unit_test(a_quarter_sector_is_where_it_should_be),
        cmocka_unit_test(sines_are_near_the_true_ones),
        cmocka_unit_test(radii_have_their_limits),
        cmocka_unit_test(the_least_holes_have_outlines),
        cmocka_unit_test(polygons_are_as_defined),
        cmocka_unit_test(triangles_that_share_an_edge_share_no_pixel),
        cmocka_unit_test(polylines_join_their_points),
        cmocka_unit_test(curves_end_where_they_should_and_stay_inside),
        cmocka_unit_test(a_clip_changes_nothing_inside_it),
        cmocka_unit_test(extremes_stay_in_the_buffer),
        cmocka_unit_test(a_full_sweep_is_the_whole_ring),
        cmocka_unit_test(polygons_may_have_any_number_of_crossings),
        cmocka_unit_test(few_points_are_no_polygon),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
