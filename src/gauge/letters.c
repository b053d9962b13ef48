/* letters.c - fourteen-segment letters. */
#include "gauge/cell.h"
#include "geometry/limits.h"

/* The middle in two halves, and from the middle outwards: up left, up, up right, and down. */
enum {
    A = SEGMENT_A,
    B = SEGMENT_B,
    C = SEGMENT_C,
    D = SEGMENT_D,
    E = SEGMENT_E,
    F = SEGMENT_F,
    LEFT = 64,
    RIGHT = 128,
    UP_LEFT = 256,
    UP = 512,
    UP_RIGHT = 1024,
    DOWN_LEFT = 2048,
    DOWN = 4096,
    DOWN_RIGHT = 8192,
    ACROSS = LEFT | RIGHT
};

/* From '(' to '_' in ASCII. */
static const PMB_FLASH uint16_t lit[] = {
    ['(' - '('] = UP_RIGHT | DOWN_RIGHT,
    [')' - '('] = UP_LEFT | DOWN_LEFT,
    ['*' - '('] = ACROSS | UP_LEFT | UP | UP_RIGHT | DOWN_LEFT | DOWN | DOWN_RIGHT,
    ['+' - '('] = ACROSS | UP | DOWN,
    ['-' - '('] = ACROSS,
    ['/' - '('] = UP_RIGHT | DOWN_LEFT,
    ['0' - '('] = A | B | C | D | E | F | UP_RIGHT | DOWN_LEFT,
    ['1' - '('] = B | C | UP_RIGHT,
    ['2' - '('] = A | B | D | E | ACROSS,
    ['3' - '('] = A | B | C | D | RIGHT,
    ['4' - '('] = B | C | F | ACROSS,
    ['5' - '('] = A | C | D | F | ACROSS,
    ['6' - '('] = A | C | D | E | F | ACROSS,
    ['7' - '('] = A | B | C,
    ['8' - '('] = A | B | C | D | E | F | ACROSS,
    ['9' - '('] = A | B | C | D | F | ACROSS,
    ['<' - '('] = UP_RIGHT | DOWN_RIGHT,
    ['=' - '('] = ACROSS | D,
    ['>' - '('] = UP_LEFT | DOWN_LEFT,
    ['A' - '('] = A | B | C | E | F | ACROSS,
    ['B' - '('] = A | B | C | D | RIGHT | UP | DOWN,
    ['C' - '('] = A | D | E | F,
    ['D' - '('] = A | B | C | D | UP | DOWN,
    ['E' - '('] = A | D | E | F | LEFT,
    ['F' - '('] = A | E | F | LEFT,
    ['G' - '('] = A | C | D | E | F | RIGHT,
    ['H' - '('] = B | C | E | F | ACROSS,
    ['I' - '('] = A | D | UP | DOWN,
    ['J' - '('] = B | C | D | E,
    ['K' - '('] = E | F | LEFT | UP_RIGHT | DOWN_RIGHT,
    ['L' - '('] = D | E | F,
    ['M' - '('] = B | C | E | F | UP_LEFT | UP_RIGHT,
    ['N' - '('] = B | C | E | F | UP_LEFT | DOWN_RIGHT,
    ['O' - '('] = A | B | C | D | E | F,
    ['P' - '('] = A | B | E | F | ACROSS,
    ['Q' - '('] = A | B | C | D | E | F | DOWN_RIGHT,
    ['R' - '('] = A | B | E | F | ACROSS | DOWN_RIGHT,
    ['S' - '('] = A | C | D | RIGHT | UP_LEFT,
    ['T' - '('] = A | UP | DOWN,
    ['U' - '('] = B | C | D | E | F,
    ['V' - '('] = E | F | UP_RIGHT | DOWN_LEFT,
    ['W' - '('] = B | C | E | F | DOWN_LEFT | DOWN_RIGHT,
    ['X' - '('] = UP_LEFT | UP_RIGHT | DOWN_LEFT | DOWN_RIGHT,
    ['Y' - '('] = UP_LEFT | UP_RIGHT | DOWN,
    ['Z' - '('] = A | D | UP_RIGHT | DOWN_LEFT,
    ['\\' - '('] = UP_LEFT | DOWN_RIGHT,
    ['_' - '('] = D,
};

static uint16_t segments_of(char character)
{
    if (character >= 'a' && character <= 'z')
        character = (char)(character - 'a' + 'A');
    return character >= '(' && character <= '_' ? lit[character - '('] : 0;
}

/* The two diagonals of a row, from the corners (step 0) to the upright in the middle. */
static void diagonals_row(const struct cells *d, int32_t x, int32_t row, int32_t step,
                          int32_t steps, bool left, bool right)
{
    const int32_t w = d->cell.w, t = d->cell.thick, thick = t + (t > 2);
    const int32_t way = pmb_greater((w - t) / 2 - thick + (thick > 1) - t, 0);
    const int32_t at = t + (steps > 1 ? (way * step + (steps - 1) / 2) / (steps - 1) : 0);
    pmb_cell_span(d, x + at, row, thick, left);
    pmb_cell_span(d, x + w - at - thick, row, thick, right);
}

static void inner_row(const struct cells *d, int32_t x, int32_t row, uint16_t on)
{
    const int32_t w = d->cell.w, h = d->cell.h, t = d->cell.thick, middle = (h - 1) / 2;
    const int32_t off = row < middle ? middle - row : row - middle, half = (t + (t & 1)) / 2;
    const int32_t upright = t + ((w - t) & 1), upright_x = x + (w - upright) / 2;
    if (off < half) {
        const int32_t length = w / 2 - off - 2;
        pmb_cell_span(d, x + off + 1, row, length, on & LEFT);
        pmb_cell_span(d, x + w - off - 1 - length, row, length, on & RIGHT);
    }
    if (row <= t || h - 1 - row <= t || off <= half)
        return;
    const bool upper = row < middle;
    const int32_t steps = upper ? middle - half - t - 1 : h - 1 - t - middle - half - 1;
    const int32_t step = upper ? row - t - 1 : h - 2 - t - row;
    diagonals_row(d, x, row, step, steps, on & (upper ? UP_LEFT : DOWN_LEFT),
                  on & (upper ? UP_RIGHT : DOWN_RIGHT));
    pmb_cell_span(d, upright_x, row, upright, on & (upper ? UP : DOWN));
}

static const struct cell_kind kind = {10, 13};

static void draw_rows(const struct cells *d, int32_t x, uint16_t on)
{
    for (int32_t row = d->first; row < d->end; row++) {
        pmb_cell_frame_row(d, x, row, on);
        inner_row(d, x, row, on);
    }
}

/* Diagonals reach into their neighbours: first all as if off, over it those that are on. */
static void draw_letter(const struct cells *d, int32_t x, char character)
{
    struct cells lit_only = *d;
    lit_only.unlit = false;
    if (d->unlit)
        draw_rows(d, x, 0);
    draw_rows(&lit_only, x, segments_of(character));
}

void pmb_segments_letters_draw(pmb_canvas *c, const PMB_FLASH pmb_segments *s, pmb_rect r,
                               const char *text, pmb_level level)
{
    pmb_cells_draw(c, s, r, text, level, kind, draw_letter);
}

pmb_size pmb_segments_letters_size(const PMB_FLASH pmb_segments *s, int16_t height,
                                   const char *text)
{
    return pmb_cells_size(s, height, text, kind);
}
