/*
 * test_card.h - a picture that tells whether a panel is set up right.
 *
 * - Frame: every edge pixel is lit. A wrong offset or size cuts a side off.
 * - Wedge at the right: each row is a little longer than the one above. Rows in a wrong order break
 *   its slope.
 * - Comb at the left: every eighth row has a long tooth, every fourth a short one, to count rows
 * by.
 * - Arrow: it points up. L and R stand at the left and at the right.
 * - Bars: red, green and blue with their initials, or all sixteen greys.
 *
 *     pmb_test_card card;
 *     pmb_test_card_init(&card, &panel, "SSD1306");
 *     pmb_screen_paint(&screen, pmb_test_card_paint, &card);
 */
#ifndef PEMBLE_TEST_CARD_H
#define PEMBLE_TEST_CARD_H

#include "pemble/linkage.h"
#include "pemble/panel.h"

PMB_BEGIN_C

typedef enum pmb_test_card_kind {
    PMB_TEST_CARD_ONE_BIT = 0,
    PMB_TEST_CARD_GREY,
    PMB_TEST_CARD_COLOR,
    PMB_TEST_CARD_INK,
    PMB_TEST_CARD_FOUR_INKS
} pmb_test_card_kind;

typedef struct pmb_test_card {
    const char *name; /* is drawn in the middle */
    pmb_size size;    /* of the screen */
    pmb_test_card_kind kind;
    pmb_color ink, ground;
    bool round; /* what is needed stays inside the disc */
} pmb_test_card;

/* The card for an open panel. An LCD and e-paper have it dark on light. `name` must outlive it. */
void pmb_test_card_init(pmb_test_card *card, const pmb_panel *panel, const char *name);

/* A pmb_paint (screen.h); `card` is a pmb_test_card. */
void pmb_test_card_paint(pmb_canvas *c, void *card);

PMB_END_C

#endif
