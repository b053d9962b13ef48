/* shapes.c - every kind of shape, hard and smooth, against cairo. */
#include <string.h>
#include "jobs.h"

#define TURN 6.283185307

/* What Pemble draws, and the path that cairo draws. */
struct shape {
    const char *name;
    void (*hard)(struct place *p);
    void (*smooth)(struct place *p); /* NULL: there is nothing to smooth */
    void (*path)(struct place *p);   /* draws each path that it makes with `finish` */
};

static pmb_point middle(const struct place *p)
{
    return at(p->w / 2, p->h / 2);
}

static int16_t radius(const struct place *p)
{
    return (int16_t)(p->h / 3);
}

static double to_x(int x)
{
    return x + 0.5;
}

static void go(cairo_t *cairo, pmb_point point)
{
    cairo_line_to(cairo, to_x(point.x), to_x(point.y));
}

/* Draws the path; a new one begins. */
static void finish(struct place *p, double stroke)
{
    if (stroke > 0) {
        cairo_set_line_width(p->cairo, stroke);
        cairo_stroke(p->cairo);
    } else {
        cairo_fill(p->cairo);
    }
}

/* Points around the middle, as the ends of clock hands. */

enum { HANDS = 12 };

static pmb_point hand(const struct place *p, int i)
{
    static const struct place *known;
    static pmb_point ends[HANDS];
    if (known != p) {
        for (int k = 0; k < HANDS; k++)
            ends[k] = pmb_polar(middle(p), (pmb_angle)(k * 65536 / HANDS + 1200),
                                (int16_t)(p->h / 2 - 2 - k % 2 * (p->h / 6)));
        known = p;
    }
    return ends[i % HANDS];
}

#define LINES(name, call)                                                                          \
    static void name(struct place *p)                                                              \
    {                                                                                              \
        for (int i = 0; i < HANDS; i++)                                                            \
            call;                                                                                  \
    }
LINES(lines, pmb_line(&p->canvas, middle(p), hand(p, i), p->ink))
LINES(smooth_lines, pmb_smooth_line(&p->canvas, middle(p), hand(p, i), p->ink))
LINES(wide_lines, pmb_line_wide(&p->canvas, middle(p), hand(p, i), 5, p->ink))
LINES(smooth_wide_lines, pmb_smooth_line_wide(&p->canvas, middle(p), hand(p, i), 5, p->ink))

static void line_paths(struct place *p, double width)
{
    for (int i = 0; i < HANDS; i++) {
        go(p->cairo, middle(p));
        go(p->cairo, hand(p, i));
        finish(p, width);
    }
}

static void line_path(struct place *p)
{
    line_paths(p, 1);
}

static void wide_line_path(struct place *p)
{
    cairo_set_line_cap(p->cairo, CAIRO_LINE_CAP_ROUND);
    line_paths(p, 5);
    cairo_set_line_cap(p->cairo, CAIRO_LINE_CAP_BUTT);
}

#define TRIANGLES(name, function)                                                                  \
    static void name(struct place *p)                                                              \
    {                                                                                              \
        for (int i = 0; i < HANDS; i += 3)                                                         \
            function(&p->canvas, middle(p), hand(p, i), hand(p, i + 1), p->ink);                   \
    }
TRIANGLES(triangles, pmb_triangle_fill)
TRIANGLES(smooth_triangles, pmb_smooth_triangle_fill)

static void triangle_path(struct place *p)
{
    for (int i = 0; i < HANDS; i += 3) {
        go(p->cairo, middle(p));
        go(p->cairo, hand(p, i));
        go(p->cairo, hand(p, i + 1));
        finish(p, 0);
    }
}

/* A star: the corners lie on two circles. */
static void polygon_with(struct place *p,
                         void (*fill)(pmb_canvas *, const pmb_point *, uint16_t, pmb_color))
{
    pmb_point corners[HANDS];
    for (int i = 0; i < HANDS; i++)
        corners[i] = hand(p, i);
    fill(&p->canvas, corners, HANDS, p->ink);
}

static void polygon(struct place *p)
{
    polygon_with(p, pmb_polygon_fill);
}

static void smooth_polygon(struct place *p)
{
    polygon_with(p, pmb_smooth_polygon_fill);
}

static void polygon_path(struct place *p)
{
    for (int i = 0; i < HANDS; i++)
        go(p->cairo, hand(p, i));
    finish(p, 0);
}

/* What is round. */

#define ROUND(name, call)                                                                          \
    static void name(struct place *p)                                                              \
    {                                                                                              \
        call;                                                                                      \
    }
ROUND(disc, pmb_circle_fill(&p->canvas, middle(p), radius(p), p->ink))
ROUND(smooth_disc, pmb_smooth_circle_fill(&p->canvas, middle(p), radius(p), p->ink))
ROUND(circle, pmb_circle_stroke(&p->canvas, middle(p), radius(p), p->ink))
ROUND(smooth_circle, pmb_smooth_circle_stroke(&p->canvas, middle(p), radius(p), p->ink))

static void arc(struct place *p, double r, double from, double to)
{
    cairo_arc(p->cairo, to_x(p->w / 2), to_x(p->h / 2), r, from, to);
}

static void disc_path(struct place *p)
{
    arc(p, radius(p) + 0.5, 0, TURN);
    finish(p, 0);
}

static void circle_path(struct place *p)
{
    arc(p, radius(p), 0, TURN);
    finish(p, 1);
}

static pmb_rect oval(const struct place *p)
{
    return rect(p->w / 8, p->h / 6, p->w * 3 / 4, p->h * 2 / 3);
}

ROUND(ellipse, pmb_ellipse_fill(&p->canvas, oval(p), p->ink))
ROUND(smooth_ellipse, pmb_smooth_ellipse_fill(&p->canvas, oval(p), p->ink))

static void ellipse_path(struct place *p)
{
    const pmb_rect r = oval(p);
    cairo_save(p->cairo);
    cairo_translate(p->cairo, r.x + r.w / 2.0, r.y + r.h / 2.0);
    cairo_scale(p->cairo, r.w / 2.0, r.h / 2.0);
    cairo_arc(p->cairo, 0, 0, 1, 0, TURN);
    cairo_restore(p->cairo);
    finish(p, 0);
}

enum { RING = 6 };

static pmb_rect around(const struct place *p)
{
    const int size = 2 * radius(p) + 1;
    return rect(p->w / 2 - radius(p), p->h / 2 - radius(p), size, size);
}

ROUND(ring, pmb_ellipse_ring(&p->canvas, around(p), RING, p->ink))
ROUND(smooth_ring, pmb_smooth_ellipse_ring(&p->canvas, around(p), RING, p->ink))

static void ring_path(struct place *p)
{
    arc(p, radius(p) + 0.5 - RING / 2.0, 0, TURN);
    finish(p, RING);
}

#define SECTOR(degrees)                                                                            \
    ROUND(sector_##degrees,                                                                        \
          pmb_sector_fill(&p->canvas, middle(p), radius(p), (int16_t)(radius(p) / 2),              \
                          PMB_DEGREES(20), PMB_DEGREES(degrees), p->ink))                          \
    ROUND(smooth_sector_##degrees,                                                                 \
          pmb_smooth_sector_fill(&p->canvas, middle(p), radius(p), (int16_t)(radius(p) / 2),       \
                                 PMB_DEGREES(20), PMB_DEGREES(degrees), p->ink))                   \
    static void sector_path_##degrees(struct place *p)                                             \
    {                                                                                              \
        sector_path(p, degrees *TURN / 360);                                                       \
    }

/* Angles of Pemble begin above. */
static void sector_path(struct place *p, double sweep)
{
    const double from = (20 - 90) * TURN / 360;
    arc(p, radius(p) + 0.5, from, from + sweep);
    cairo_arc_negative(p->cairo, to_x(p->w / 2), to_x(p->h / 2), radius(p) / 2 + 0.5, from + sweep,
                       from);
    finish(p, 0);
}

SECTOR(30)
SECTOR(200)
SECTOR(355)

ROUND(round_rect, pmb_round_fill(&p->canvas, oval(p), (int16_t)(p->h / 6), p->ink))
ROUND(smooth_round_rect, pmb_smooth_round_fill(&p->canvas, oval(p), (int16_t)(p->h / 6), p->ink))

static void round_rect_path(struct place *p)
{
    const pmb_rect r = oval(p);
    const double in = p->h / 6, right = r.x + r.w - in, bottom = r.y + r.h - in; /* NOLINT */
    cairo_arc(p->cairo, r.x + in, r.y + in, in, TURN / 2, TURN * 3 / 4);
    cairo_arc(p->cairo, right, r.y + in, in, -TURN / 4, 0);
    cairo_arc(p->cairo, right, bottom, in, 0, TURN / 4);
    cairo_arc(p->cairo, r.x + in, bottom, in, TURN / 4, TURN / 2);
    finish(p, 0);
}

/* Curves and gradients. */

static void curve_points(const struct place *p, pmb_point points[4])
{
    points[0] = at(4, p->h - 5);
    points[1] = at(p->w / 3, -p->h / 2);
    points[2] = at(p->w * 2 / 3, p->h * 3 / 2);
    points[3] = at(p->w - 5, 4);
}

static void curve_with(struct place *p, void (*draw)(pmb_canvas *, pmb_point, pmb_point, pmb_point,
                                                     pmb_point, pmb_color))
{
    pmb_point points[4];
    curve_points(p, points);
    draw(&p->canvas, points[0], points[1], points[2], points[3], p->ink);
}

static void curve(struct place *p)
{
    curve_with(p, pmb_curve_cubic);
}

static void smooth_curve(struct place *p)
{
    curve_with(p, pmb_smooth_curve_cubic);
}

static void curve_path(struct place *p)
{
    pmb_point points[4];
    curve_points(p, points);
    go(p->cairo, points[0]);
    cairo_curve_to(p->cairo, to_x(points[1].x), to_x(points[1].y), to_x(points[2].x),
                   to_x(points[2].y), to_x(points[3].x), to_x(points[3].y));
    finish(p, 1);
}

ROUND(gradient_down, pmb_rect_gradient(&p->canvas, oval(p), PMB_BLACK, p->ink, true))
ROUND(gradient_across, pmb_rect_gradient(&p->canvas, oval(p), PMB_BLACK, p->ink, false))

static void gradient_path(struct place *p, int x, int y)
{
    const pmb_rect r = oval(p);
    cairo_pattern_t *ink = cairo_pattern_reference(cairo_get_source(p->cairo));
    cairo_pattern_t *gradient = cairo_pattern_create_linear(r.x, r.y, r.x + x, r.y + y);
    cairo_pattern_add_color_stop_rgb(gradient, 0, 0, 0, 0);
    cairo_pattern_add_color_stop_rgb(gradient, 1, 0.94, 0.78, 0.35);
    cairo_set_source(p->cairo, gradient);
    cairo_rectangle(p->cairo, r.x, r.y, r.w, r.h);
    finish(p, 0);
    cairo_set_source(p->cairo, ink);
    cairo_pattern_destroy(gradient);
    cairo_pattern_destroy(ink);
}

static void gradient_down_path(struct place *p)
{
    gradient_path(p, 0, oval(p).h);
}

static void gradient_across_path(struct place *p)
{
    gradient_path(p, oval(p).w, 0);
}

static const struct shape shapes[] = {
    {"12 lines", lines, smooth_lines, line_path},
    {"12 lines, 5 wide", wide_lines, smooth_wide_lines, wide_line_path},
    {"4 triangles", triangles, smooth_triangles, triangle_path},
    {"polygon, 12 corners", polygon, smooth_polygon, polygon_path},
    {"disc", disc, smooth_disc, disc_path},
    {"circle", circle, smooth_circle, circle_path},
    {"ellipse", ellipse, smooth_ellipse, ellipse_path},
    {"ring, 6 wide", ring, smooth_ring, ring_path},
    {"sector, 30 degrees", sector_30, smooth_sector_30, sector_path_30},
    {"sector, 200 degrees", sector_200, smooth_sector_200, sector_path_200},
    {"sector, 355 degrees", sector_355, smooth_sector_355, sector_path_355},
    {"round rectangle", round_rect, smooth_round_rect, round_rect_path},
    {"curve", curve, smooth_curve, curve_path},
    {"gradient downwards", gradient_down, NULL, gradient_down_path},
    {"gradient across", gradient_across, NULL, gradient_across_path},
};

static void our_hard(struct place *p, const struct shape *shape)
{
    shape->hard(p);
}

static void our_smooth(struct place *p, const struct shape *shape)
{
    shape->smooth(p);
}

static void cairo_hard(struct place *p, const struct shape *shape)
{
    cairo_set_antialias(p->cairo, CAIRO_ANTIALIAS_NONE);
    shape->path(p);
}

static void cairo_smooth(struct place *p, const struct shape *shape)
{
    cairo_set_antialias(p->cairo, CAIRO_ANTIALIAS_DEFAULT);
    shape->path(p);
}

/* What has been drawn of a shape: bytes that follow one another. */
static struct run {
    uint8_t *at;
    size_t bytes;
} runs[TFT_W * TFT_H];
static int run_count;

static void find_runs(struct place *p, const struct shape *shape)
{
    const size_t stride = (size_t)p->w * 2;
    memset(p->ours, 0, sizeof p->ours);
    shape->hard(p);
    run_count = 0;
    for (size_t i = 0; i < sizeof p->ours; i++) {
        struct run *last = &runs[run_count > 0 ? run_count - 1 : 0];
        if (p->ours[i] == 0)
            continue;
        if (run_count > 0 && i % stride != 0 && last->at + last->bytes == &p->ours[i])
            last->bytes++;
        else
            runs[run_count++] = (struct run){&p->ours[i], 1};
    }
}

static void stores(struct place *p, const struct shape *shape)
{
    static const struct shape *known;
    if (known != shape)
        find_runs(p, shape);
    known = shape;
    for (int i = 0; i < run_count; i++)
        memset(runs[i].at, 0x5A, runs[i].bytes);
}

void jobs_add_shapes(struct place *p)
{
    enum { SHAPES = sizeof shapes / sizeof shapes[0], WANTED = 10 };
    for (int i = 0; i < SHAPES; i++)
        jobs_add(
            (struct job){.place = p,
                         .shape = &shapes[i],
                         .name = shapes[i].name,
                         .ours = our_hard,
                         .theirs = {[CAIRO] = cairo_hard, [STORES] = p->bits > 1 ? stores : NULL},
                         .wanted = {[CAIRO] = WANTED}});
    for (int i = 0; i < SHAPES && p->bits > 1; i++)
        if (shapes[i].smooth)
            jobs_add((struct job){.place = p,
                                  .shape = &shapes[i],
                                  .name = shapes[i].name,
                                  .smooth = true,
                                  .ours = our_smooth,
                                  .theirs = {[CAIRO] = cairo_smooth},
                                  .wanted = {[CAIRO] = WANTED}});
}
