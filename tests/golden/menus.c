/* Menus on panels of many sizes, in every state, against pictures that were looked at and kept.
 * `make golden` draws them anew. */
#include "golden.h"
#include "menus.h"

enum { W = 1000, H = 700, GAP = 6 };

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

static pmb_canvas draw_sheet(const pmb_format *format, const pmb_menu_style *style)
{
    static uint8_t pixels[W * H * 2];
    pmb_canvas c;
    assert_int_equal(pmb_canvas_init(&c, format, (pmb_rect){0, 0, W, H}, pixels, sizeof pixels),
                     PMB_OK);
    pmb_fill(&c, style->theme->ground);
    int16_t x = GAP, y = GAP, high = 0;
    for (size_t i = 0; i < LENGTH(states); i++) {
        const pmb_size size = states[i].size;
        if (x + size.w + GAP > W) {
            x = GAP;
            y = (int16_t)(y + high + GAP);
            high = 0;
        }
        quay_reset();
        quay.horn_disabled = true;
        pmb_menu_style fitting = *style;
        if (size.h < 200)
            fitting.row_height = 0;
        pmb_menu menu = {
            .style = &fitting, .home = &quay_home, .area = {x, y, size.w, size.h}, .user = &quay};
        quay_act(&menu, states[i].inputs);
        pmb_rect_stroke(&c, pmb_rect_inset(menu.area, -2), style->theme->quiet);
        pmb_menu_draw(&c, &menu);
        x = (int16_t)(x + size.w + GAP);
        high = (int16_t)(size.h > high ? size.h : high);
    }
    return c;
}

static const struct {
    const char *picture;
    const pmb_format *format;
    const pmb_menu_style *style;
} looks[] = {
    {"menus-dark", &pmb_mono_vertical, &dark},
    {"menus-light", &pmb_mono_horizontal, &light},
    {"menus-colour", &pmb_rgb565, &color},
};

static const char *part(int x, int y)
{
    (void)x;
    (void)y;
    return "a menu";
}

static void menus_look_as_they_did(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(looks); i++) {
        const pmb_canvas c = draw_sheet(looks[i].format, looks[i].style);
        golden_compare(looks[i].picture, &c, part);
    }
}

int main(int argc, char **argv)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_PLAIN_TEXT, menus_look_as_they_did),
    };
    int wrong = 0;
    if (argc != 3 || strcmp(argv[1], "--keep") != 0)
        return cmocka_run_group_tests(tests, NULL, NULL);
    for (size_t i = 0; i < LENGTH(looks); i++) {
        const pmb_canvas c = draw_sheet(looks[i].format, looks[i].style);
        wrong |= golden_keep(argv[2], looks[i].picture, &c);
    }
    return wrong;
}
