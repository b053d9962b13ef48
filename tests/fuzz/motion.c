/* What moves: sprites, maps, masks, wires, timelines, paces, tunes, with any numbers and any times.
 */
#include "taken.h"

/* 8 by 8 pixels, half of them transparent. */
static const uint8_t boat[50] = {
    80,  77,  66,  80,  3,  8,   1,   1,   8,  0,   8,   0,  50, 0,   0,  0,   187,
    108, 112, 233, 2,   0,  1,   0,   0,   0,  0,   0,   0,  2,  0,   0,  31,  0,
    0,   248, 31,  248, 10, 194, 178, 131, 50, 240, 200, 10, 72, 124, 13, 192,
};

static const pmb_picture picture = {{boat, sizeof boat, NULL}};

static void sprites(pmb_canvas *c, struct input *in)
{
    pmb_sprite s[3];
    const pmb_sprite *list[3];
    static uint8_t memory[512];
    for (int i = 0; i < 3; i++) {
        const pmb_picture_style style = {
            .part = rect(in), .scale = byte(in) % 20, .turn = byte(in) % 5, .mirror = byte(in) & 1};
        list[i] = &s[i];
        if (pmb_sprite_init(&s[i], &picture, &style, point(in)) != PMB_OK)
            abort();
        s[i].vx = number(in);
        s[i].vy = number(in);
        s[i].bounds = rect(in);
        s[i].bounce = byte(in) & 1;
        s[i].depth = byte(in);
    }
    for (int i = 0; i < 6; i++)
        pmb_sprite_move(&s[i % 3], (uint16_t)number(in));
    (void)pmb_sprite_box(&s[0]);
    if (pmb_sprites_touch(&s[0], &s[1]) != pmb_sprites_touch(&s[1], &s[0]))
        abort();
    (void)pmb_sprites_draw(c, list, 3, memory, sizeof memory);
}

static void draw_cell(pmb_canvas *c, void *user, uint8_t cell, pmb_rect r)
{
    (void)user;
    pmb_rect_fill(c, r, (pmb_color)(cell * 257u));
}

static void maps(pmb_canvas *c, struct input *in)
{
    uint8_t *cells = calloc(1, 5 * 4);
    const pmb_map map = {.cells = cells,
                         .columns = 5,
                         .rows = 4,
                         .draw = draw_cell,
                         .tile = {(int16_t)(byte(in) % 40), (int16_t)(byte(in) % 40)}};
    const pmb_rect r = rect(in);
    for (int i = 0; cells && i < 20; i++)
        cells[i] = byte(in);
    pmb_map_draw(c, &map, r, point(in));
    (void)pmb_map_cell(&map, point(in), 9);
    (void)pmb_map_follow(&map, (pmb_size){r.w, r.h}, point(in));
    free(cells);
}

static void masks(pmb_canvas *c, struct input *in)
{
    uint8_t *bits = malloc(2 * PMB_MASK_BYTES(8, 8));
    uint8_t memory[256];
    pmb_mask mask;
    (void)c;
    if (!bits || pmb_mask_of(&mask, &picture, bits, 2 * PMB_MASK_BYTES(8, 8), memory,
                             sizeof memory) != PMB_OK)
        abort();
    const pmb_point a = point(in), b = point(in);
    if (pmb_masks_touch(&mask, a, &mask, b) != pmb_masks_touch(&mask, b, &mask, a))
        abort();
    free(bits);
}

static void wires(pmb_canvas *c, struct input *in)
{
    static const uint8_t lines[][2] = {{0, 1}, {1, 2}, {2, 3}, {3, 0}};
    pmb_space points[4];
    const pmb_view view = {(pmb_angle)number(in),
                           (pmb_angle)number(in),
                           (pmb_angle)number(in),
                           number(in),
                           number(in),
                           point(in)};
    pmb_point seen;
    for (int i = 0; i < 4; i++)
        points[i] = (pmb_space){(int16_t)(number(in) % 8192), (int16_t)(number(in) % 8192),
                                (int16_t)(number(in) % 8192)};
    pmb_wire_draw(c, &view, points, lines, 4, PMB_WHITE);
    (void)pmb_space_turn(points[0], view.x, view.y, view.z);
    (void)pmb_space_seen(&view, points[1], &seen);
}

static void timelines(pmb_canvas *c, struct input *in)
{
    pmb_key keys[4];
    uint32_t at = 0;
    (void)c;
    for (int i = 0; i < 4; i++) {
        const uint32_t later = at + (word(in) >> (2 + byte(in) % 30));
        at = later < at ? at : later;
        keys[i] = (pmb_key){at, value(in), (pmb_easing)(byte(in) % 12)};
    }
    for (int i = 0; i < 6; i++)
        (void)pmb_timeline(keys, (uint16_t)(1 + i % 4), word(in));
    const int16_t eased = pmb_ease((pmb_easing)(byte(in) % 11), number(in));
    if (eased < -410 || eased > PMB_WHOLE + 410)
        abort();
}

static void paces(pmb_canvas *c, struct input *in)
{
    pmb_pacer p;
    pmb_steps steps;
    uint32_t now = word(in);
    (void)c;
    pmb_pacer_init(&p, (uint16_t)(1 + (uint16_t)number(in) % 1000), now);
    pmb_steps_init(&steps, (uint16_t)(1 + (uint16_t)number(in) % 1000), now);
    for (int i = 0; i < 12; i++) {
        pmb_pacer_draw(&p, now += word(in) >> (2 + byte(in) % 30));
        pmb_pacer_send(&p, now += word(in) >> (2 + byte(in) % 30));
        if (pmb_pacer_done(&p, now += word(in) >> (2 + byte(in) % 30)) > p.period)
            abort();
        if (pmb_pacer_drawing(&p) + pmb_pacer_sending(&p) > 101) /* rounded */
            abort();
        if (pmb_steps_due(&steps, now) > PMB_MOST_STEPS)
            abort();
    }
}

static void beep(void *user, uint16_t hertz)
{
    *(uint16_t *)user = hertz;
}

static void games(pmb_canvas *c, struct input *in)
{
    uint16_t sounding = 0;
    pmb_tone tones[5];
    pmb_tune tune = {.beep = beep, .user = &sounding};
    uint32_t scores[5] = {90, 70, 50, 30, 10}, now = word(in);
    (void)c;
    for (int i = 0; i < 5; i++)
        tones[i] = (pmb_tone){(uint16_t)number(in), (uint16_t)number(in)};
    pmb_tune_play(&tune, tones, byte(in) % 6);
    for (int i = 0; i < 12; i++)
        if (!pmb_tune_tick(&tune, now += word(in) >> (2 + byte(in) % 30)) && sounding != 0)
            abort();
    for (int i = 0; i < 8; i++)
        (void)pmb_score_place(scores, 5, word(in));
    for (int i = 1; i < 5; i++)
        if (scores[i] > scores[i - 1])
            abort();
}

int LLVMFuzzerTestOneInput(const uint8_t *data, size_t size);
int LLVMFuzzerTestOneInput(const uint8_t *data, size_t size)
{
    static void (*const all[])(pmb_canvas *, struct input *) = {sprites,   maps,  masks, wires,
                                                                timelines, paces, games};
    struct input in = {data, size};
    pmb_canvas c;
    const uint8_t which = byte(&in);
    uint8_t *pixels = canvas(&in, &c);
    all[which % (sizeof all / sizeof all[0])](&c, &in);
    free(pixels);
    return 0;
}
