/* segments.c - seven-segment digits. */
#include "gauge/cell.h"
#include "geometry/limits.h"
#include "pemble/number.h"

/* G is the middle segment. */
enum {
    A = SEGMENT_A,
    B = SEGMENT_B,
    C = SEGMENT_C,
    D = SEGMENT_D,
    E = SEGMENT_E,
    F = SEGMENT_F,
    G = 64,
    ALL = 127
};

static const PMB_FLASH uint8_t lit[16] = {A | B | C | D | E | F,
                                          B | C,
                                          A | B | D | E | G,
                                          A | B | C | D | G,
                                          B | C | F | G,
                                          A | C | D | F | G,
                                          A | C | D | E | F | G,
                                          A | B | C,
                                          ALL,
                                          A | B | C | D | F | G,
                                          A | B | C | E | F | G,
                                          C | D | E | F | G,
                                          A | D | E | F,
                                          B | C | D | E | G,
                                          A | D | E | F | G,
                                          A | E | F | G};

static uint8_t segments_of(char character)
{
    if (character >= '0' && character <= '9')
        return lit[character - '0'];
    if (character >= 'A' && character <= 'F')
        return lit[character - 'A' + 10];
    return character == '-' ? G : 0;
}

static const struct cell_kind kind = {9, 9};

static void draw_digit(const struct cells *d, int32_t x, char character)
{
    const int32_t w = d->cell.w, h = d->cell.h, t = d->cell.thick, middle = (h - 1) / 2;
    const uint8_t on = segments_of(character);
    for (int32_t row = d->first; row < d->end; row++) {
        const int32_t off_middle = row < middle ? middle - row : row - middle;
        pmb_cell_frame_row(d, x, row, on);
        if (row >= t && h - 1 - row >= t && 2 * off_middle < t + (t & 1))
            pmb_cell_span(d, x + off_middle + 1, row, w - 2 * off_middle - 2, on & G);
    }
}

void pmb_segments_draw(pmb_canvas *c, const PMB_FLASH pmb_segments *s, pmb_rect r, const char *text,
                       pmb_level level)
{
    pmb_cells_draw(c, s, r, text, level, kind, draw_digit);
}

void pmb_segments_clock_draw(pmb_canvas *c, const PMB_FLASH pmb_segments *s, pmb_rect r,
                             uint32_t seconds)
{
    if (PMB_MISSING(s))
        return;
    char text[12];
    (void)pmb_time_text(text, sizeof text, s->digits >= 6, seconds);
    pmb_segments_draw(c, s, r, text, PMB_NORMAL);
}

pmb_size pmb_segments_size(const PMB_FLASH pmb_segments *s, int16_t height, const char *text)
{
    return pmb_cells_size(s, height, text, kind);
}
