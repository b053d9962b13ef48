/* test_card.h - the test card. */
#ifndef PEMBLE_TEST_CARD_H
#define PEMBLE_TEST_CARD_H

#include "pemble/pemble.h"

struct test_card {
    const char *name; /* of the controller */
    pmb_size size;    /* of the screen */
};

/* A pmb_paint; `scene` is a struct test_card. */
void test_card_paint(pmb_canvas *c, void *scene);

#endif
