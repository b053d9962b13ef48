/* test_card.h - the test card. */
#ifndef PEMBLE_TEST_CARD_H
#define PEMBLE_TEST_CARD_H

#include "pemble/pemble.h"

struct test_card {
    const char *name; /* of the controller */
    pmb_size size;    /* of the screen */
    enum { CARD_MONO, CARD_GREY, CARD_COLOR, CARD_INK } kind;
    pmb_color ink, ground; /* an LCD and paper are dark on light */
    bool round;            /* what is needed stays inside the disc */
};

struct test_card test_card_for(const pmb_panel *panel, const char *name);

/* A pmb_paint; `scene` is a struct test_card. */
void test_card_paint(pmb_canvas *c, void *scene);

#endif
