/* The test card of every kind of panel against pictures that were looked at and kept. `make golden`
 * draws them anew, for looking at once more. */
#include "golden.h"
#include "test.h"

enum { W = 640, H = 664, APART = 8 };

static const struct {
    pmb_size size;
    pmb_test_card_kind kind;
    bool light, round;
    const char *name;
} cards[] = {
    {{128, 64}, PMB_TEST_CARD_ONE_BIT, false, false, "SSD1306"},
    {{128, 32}, PMB_TEST_CARD_ONE_BIT, false, false, "SSD1306"},
    {{96, 16}, PMB_TEST_CARD_ONE_BIT, false, false, "SSD1306"},
    {{64, 48}, PMB_TEST_CARD_ONE_BIT, false, false, "SSD1306"},
    {{84, 48}, PMB_TEST_CARD_ONE_BIT, true, false, "PCD8544"},
    {{256, 64}, PMB_TEST_CARD_GREY, false, false, "SSD1322"},
    {{128, 128}, PMB_TEST_CARD_GREY, false, false, "SSD1327"},
    {{80, 160}, PMB_TEST_CARD_COLOR, false, false, "ST7735"},
    {{128, 160}, PMB_TEST_CARD_COLOR, false, false, "ST7735"},
    {{160, 160}, PMB_TEST_CARD_COLOR, false, true, "GC9A01"},
    {{122, 120}, PMB_TEST_CARD_INK, true, false, "SSD1680"},
    {{140, 100}, PMB_TEST_CARD_FOUR_INKS, true, false, "JD79660"},
    {{96, 39}, PMB_TEST_CARD_COLOR, false, false, ""},
    {{320, 240}, PMB_TEST_CARD_COLOR, false, false, "ILI9341"},
    {{240, 240}, PMB_TEST_CARD_COLOR, false, true, "GC9A01"},
};

/* Each is drawn for itself, as on its panel. */
static void draw_sheet(pmb_canvas *c, const void *style)
{
    struct golden_rows rows = {.apart = APART};
    const pmb_rect saved = c->clip;
    (void)style;
    pmb_fill(c, PMB_GREY);
    for (size_t i = 0; i < LENGTH(cards); i++) {
        const pmb_rect r = golden_place(&rows, c, cards[i].size);
        pmb_test_card card = {.name = cards[i].name,
                              .size = cards[i].size,
                              .kind = cards[i].kind,
                              .ink = cards[i].light ? PMB_BLACK : PMB_WHITE,
                              .ground = cards[i].light ? PMB_WHITE : PMB_BLACK,
                              .round = cards[i].round};
        (void)pmb_canvas_narrow_clip(c, r);
        c->origin = (pmb_point){r.x, r.y};
        pmb_test_card_paint(c, &card);
        c->origin = (pmb_point){0, 0};
        pmb_canvas_restore_clip(c, saved);
    }
}

static const char *part(int x, int y)
{
    (void)x, (void)y;
    return "a card";
}

static const struct golden_look looks[] = {{"cards", &pmb_rgb565, NULL}};
static const struct golden_sheet sheet = {{W, H}, looks, LENGTH(looks), draw_sheet, part};

static void cards_look_as_they_did(void **state)
{
    (void)state;
    golden_compare(&sheet);
}

int main(int argc, char **argv)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT | PMB_PLAIN_TEXT | PMB_ONLY_CIRCLES, cards_look_as_they_did),
    };
    const int kept = golden_keep(&sheet, argc, argv);
    return kept >= 0 ? kept : cmocka_run_group_tests(tests, NULL, NULL);
}
