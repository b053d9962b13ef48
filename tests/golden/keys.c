/* Keyboards and dialogs on panels of many sizes, against pictures that were looked at and kept.
 * `make golden` draws them anew. */
#include "golden.h"

static void keyboard(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, const pmb_keys *keys)
{
    char text[24] = "Pellan Qu";
    if (keys)
        strcpy(text, "-4.1");
    pmb_keyboard k = {.theme = theme,
                      .area = r,
                      .text = text,
                      .room = sizeof text,
                      .keys = keys,
                      .label = keys ? "Warn at" : NULL};
    pmb_keyboard_turn(&k, 4);
    pmb_keyboard_draw(c, &k);
}

static void letters(pmb_canvas *c, const pmb_theme *theme, pmb_rect r)
{
    keyboard(c, theme, r, NULL);
}

static void numbers(pmb_canvas *c, const pmb_theme *theme, pmb_rect r)
{
    keyboard(c, theme, r, &pmb_keys_number);
}

static void question(pmb_canvas *c, const pmb_theme *theme, pmb_rect r)
{
    const pmb_dialog d = {.theme = theme,
                          .area = r,
                          .icon = PMB_ICON_WARNING,
                          .title = "Forget all?",
                          .text = "The names of the berths and the lamps.",
                          .buttons = {"Keep", "Forget"},
                          .level = PMB_CAUTION};
    pmb_dialog_draw(c, &d);
}

static void message(pmb_canvas *c, const pmb_theme *theme, pmb_rect r)
{
    const pmb_dialog d = {
        .theme = theme, .area = r, .title = "Saved", .text = "Four berths.", .buttons = {"Good"}};
    pmb_dialog_draw(c, &d);
}

static void progress(pmb_canvas *c, const pmb_theme *theme, pmb_rect r)
{
    const pmb_dialog d = {.theme = theme,
                          .area = r,
                          .icon = PMB_ICON_CARD,
                          .title = "Reading the card",
                          .text = "harbour.jpg",
                          .buttons = {"Stop"},
                          .part = 7,
                          .whole = 12};
    pmb_dialog_draw(c, &d);
}

static const struct {
    const char *name;
    pmb_size size;
    void (*draw)(pmb_canvas *c, const pmb_theme *theme, pmb_rect r);
} parts[] = {
    {"letters", {240, 320}, letters},   {"letters", {320, 240}, letters},
    {"numbers", {240, 320}, numbers},   {"letters", {128, 64}, letters},
    {"numbers", {128, 64}, numbers},    {"question", {128, 64}, question},
    {"progress", {128, 64}, progress},  {"message", {128, 64}, message},
    {"question", {84, 48}, question},   {"message", {84, 48}, message},
    {"progress", {84, 48}, progress},   {"question", {240, 160}, question},
    {"progress", {240, 160}, progress}, {"message", {200, 120}, message},
};

static const struct golden_look looks[] = {
    {"keys-dark", &pmb_mono_vertical, &pmb_theme_dark},
    {"keys-light", &pmb_mono_horizontal, &pmb_theme_light},
    {"keys-colour", &pmb_rgb565, &pmb_theme_color},
};

static void draw_parts(pmb_canvas *c, const void *style)
{
    const pmb_theme *theme = style;
    struct golden_rows rows = {.apart = 12};
    pmb_fill(c, theme->ground);
    for (size_t i = 0; i < LENGTH(parts); i++) {
        const pmb_rect r = golden_place(&rows, c, parts[i].size);
        pmb_rect_stroke(c, pmb_rect_inset(r, -2), theme->quiet);
        parts[i].draw(c, theme, r);
    }
}

static const struct golden_sheet sheet = {
    .size = {1000, 800}, .looks = looks, .count = LENGTH(looks), .draw = draw_parts};

static void keyboards_and_dialogs_look_as_they_did(void **state)
{
    (void)state;
    golden_compare(&sheet);
}

int main(int argc, char **argv)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_PLAIN_TEXT,
                     keyboards_and_dialogs_look_as_they_did),
    };
    const int kept = golden_keep(&sheet, argc, argv);
    return kept >= 0 ? kept : cmocka_run_group_tests(tests, NULL, NULL);
}
