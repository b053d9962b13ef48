/*
 * text.h - fonts, measuring and drawing text.
 *
 * Text is UTF-8. The font's replacement glyph stands for a byte that is not well-formed UTF-8 and
 * for a character that no font of the style has. Reading never goes past the terminating zero.
 *
 * Terms. The baseline is the row on which letters stand: the first row below their feet. Every
 * glyph lies in the `ascent` rows above the baseline and the `descent` rows from it downwards.
 * `line` is the distance between two baselines. The advance is how far the pen moves after a glyph.
 * Kerning changes the advance between two certain glyphs.
 */
#ifndef PEMBLE_TEXT_H
#define PEMBLE_TEXT_H

#include "pemble/canvas.h"
#include "pemble/layout.h"
#include "pemble/linkage.h"

PMB_BEGIN_C

/* A font is one block of bytes, made by the font maker; docs/formats.md describes it. */
typedef struct pmb_font {
    const PMB_FLASH uint8_t *bytes;
    size_t size; /* bytes */
} pmb_font;

typedef struct pmb_font_metrics {
    uint8_t ascent, descent, line, cap_height, x_height; /* pixels */
} pmb_font_metrics;

/*
 * Checks a font that came from outside the program (a card, a network): PMB_ERR_DATA when it is
 * damaged, cut short or of another version. PMB_ERR_UNSUPPORTED when the build cannot draw it
 * (PMB_PLAIN_TEXT). Fonts compiled into the program need no check.
 */
pmb_status pmb_font_check(const PMB_FLASH pmb_font *font);

pmb_font_metrics pmb_font_measure(const PMB_FLASH pmb_font *font);

/* How text looks. Zero values are useful: no background, scale 1. */
typedef struct pmb_text_style {
    const PMB_FLASH pmb_font *font;
    const PMB_FLASH pmb_font *const
        *fallbacks; /* fonts asked, in their order, for characters that the
                       first does not have; ends with NULL. NULL: none */
    pmb_color color;
    uint8_t scale; /* each pixel of a glyph is drawn scale x scale large; 0 is 1 */
    uint8_t turn;  /* pmb_text: quarter turns clockwise, 0 to 3, around the pixel it starts at */
    bool tabular;  /* digits, and blanks, all take the room of the widest digit: numbers that
                      change do not jump */
    bool opaque;   /* pmb_text_box: fills its rectangle with the background first */
    pmb_color background;
} pmb_text_style;

/*
 * Draws one line of text. Its baseline starts at p; pmb_text_width says where it ends. The pixels
 * of glyphs are set; the pixels between them do not change. Fonts of 2 and 4 bits a pixel have
 * smooth edges, which are mixed with the ground. A format of one bit sets their pixels from a share
 * of one half on.
 */
void pmb_text(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text);

/* The width of a text in pixels: the sum of all advances and the kerning. At most 32767. */
int16_t pmb_text_width(const pmb_text_style *style, const char *text);

/* Where text stands in a rectangle, and whether lines are broken. Zero values: at the left, at the
 * top, one line for each line of the text. */
typedef struct pmb_text_layout {
    pmb_across across;
    pmb_down down;
    bool wrap; /* lines are broken between words, and in words that are too long */
} pmb_text_layout;

/*
 * Draws text in a rectangle and returns how many of its lines were shown. A line feed ends a line.
 * A line that is too wide ends in three points. So does the last line that has room, when more
 * would follow. Nothing is drawn outside of r. `layout` may be NULL.
 *
 * At the top, the ascent of the first line touches the upper edge of r. At the bottom, the descent
 * of the last line touches the lower edge. In the middle, the room above the capitals of the first
 * line equals the room below the last baseline; in a low rectangle the text stands higher, so that
 * its descent is inside.
 */
uint16_t pmb_text_box(pmb_canvas *c, const pmb_text_style *style, pmb_rect r,
                      const pmb_text_layout *layout, const char *text);

/*
 * The size of a text in a rectangle `width` pixels wide: the width of its widest line, and the
 * height of all lines from ascent to descent. Without wrap the width is that of the text, however
 * wide.
 */
pmb_size pmb_text_box_size(const pmb_text_style *style, int16_t width,
                           const pmb_text_layout *layout, const char *text);

/*
 * Returns the next character of a UTF-8 text and moves *text behind it. At the end it returns 0 and
 * does not move. Ill-formed input gives U+FFFD for each maximal part of a sequence (The Unicode
 * Standard, section 3.9, "U+FFFD Substitution of Maximal Subparts").
 */
uint32_t pmb_text_next(const char **text);

PMB_END_C

#endif
