/* Menus on panels of many sizes, in every state, against pictures that were looked at and kept.
 * `make golden` draws them anew. */
#include "golden.h"
#include "menus.h"

static const pmb_menu_style dark = {.theme = &pmb_theme_dark};
static const pmb_menu_style light = {.theme = &pmb_theme_light, .calm = true};
static const pmb_menu_style color = {.theme = &pmb_theme_color, .row_height = 36};

/* With the inputs of quay_act. */
static const struct {
    const char *name;
    pmb_size size;
    const char *inputs;
} states[] = {
    {"home", {84, 48}, ""},
    {"third row", {84, 48}, "ddd"},
    {"number", {84, 48}, "ddddp"},
    {"text", {84, 48}, "dddddpp"},
    {"home", {128, 64}, ""},
    {"page", {128, 64}, "dddp"},
    {"edit", {128, 64}, "dddppd"},
    {"choice", {128, 64}, "dddpdpd"},
    {"time", {128, 64}, "dddddpp"},
    {"text", {128, 64}, "ddddddppp"},
    {"long label", {128, 64}, "dddddddd"},
    {"question", {128, 64}, "dddddddddp"},
    {"small", {96, 64}, "ddddp"},
    {"list", {200, 200}, "dddddddpddd"},
    {"large", {240, 320}, "d"},
    {"edit", {240, 320}, "ddddp"},
};

static const struct golden_look looks[] = {
    {"menus-dark", &pmb_mono_vertical, &dark},
    {"menus-light", &pmb_mono_horizontal, &light},
    {"menus-colour", &pmb_rgb565, &color},
};

static void draw_states(pmb_canvas *c, const void *style)
{
    const pmb_menu_style *given = style;
    struct golden_rows rows = {.apart = 6};
    pmb_fill(c, given->theme->ground);
    for (size_t i = 0; i < LENGTH(states); i++) {
        quay_reset();
        quay.horn_disabled = true;
        pmb_menu_style fitting = *given;
        if (states[i].size.h < 200)
            fitting.row_height = 0;
        pmb_menu menu = {.style = &fitting,
                         .home = &quay_home,
                         .area = golden_place(&rows, c, states[i].size),
                         .user = &quay};
        quay_act(&menu, states[i].inputs);
        pmb_rect_stroke(c, pmb_rect_inset(menu.area, -2), given->theme->quiet);
        pmb_menu_draw(c, &menu);
    }
}

static const struct golden_sheet sheet = {
    .size = {1000, 700}, .looks = looks, .count = LENGTH(looks), .draw = draw_states};

static void menus_look_as_they_did(void **state)
{
    (void)state;
    golden_compare(&sheet);
}

int main(int argc, char **argv)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_PLAIN_TEXT, menus_look_as_they_did),
    };
    const int kept = golden_keep(&sheet, argc, argv);
    return kept >= 0 ? kept : cmocka_run_group_tests(tests, NULL, NULL);
}
