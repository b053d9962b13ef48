/* Each option of options.h does what it promises; with none, these are the usual ways. */
#include <stdio.h>
#include "crc.h"
#include "pemble/bench.h"
#include "shell.h"

static pmb_status opened(const pmb_panel_config *config, pmb_panel *panel)
{
    pmb_bench *bench = pmb_bench_new();
    const pmb_status status = pmb_panel_open(panel, config, pmb_bench_port(bench));
    pmb_bench_free(bench);
    return status;
}

static const pmb_bus spi = {.kind = &pmb_spi, .select = PMB_PIN(1), .data_command = PMB_PIN(2)};

static void paper_is_refused_without_what_it_takes(void **state)
{
    (void)state;
    pmb_panel panel;
    const pmb_panel_config black = {.controller = &pmb_ssd1681, .size = {200, 200}, .bus = spi},
                           red = {.controller = &pmb_ssd1681_red, .size = {200, 200}, .bus = spi},
                           other = {.controller = &pmb_uc8176, .size = {400, 300}, .bus = spi};
    assert_int_equal(opened(&red, &panel),
                     PMB_PLAIN_PANELS || PMB_ONE_BIT ? PMB_ERR_UNSUPPORTED : PMB_OK);
    const pmb_status paper = PMB_PLAIN_PANELS ? PMB_ERR_UNSUPPORTED : PMB_OK;
    assert_int_equal(opened(&black, &panel), paper);
    assert_int_equal(opened(&other, &panel), paper);
}

static void colours_are_refused_with_one_bit(void **state)
{
    (void)state;
    static const pmb_panel_config panels[] = {
        {.controller = &pmb_ssd1351,
         .size = {128, 128},
         .bus = {.kind = &pmb_spi, .select = 2, .data_command = 3}},
        {.controller = &pmb_ssd1322,
         .size = {256, 64},
         .bus = {.kind = &pmb_spi, .select = 2, .data_command = 3}},
        {.controller = &pmb_st7789,
         .size = {240, 240},
         .bus = {.kind = &pmb_spi, .select = 2, .data_command = 3}},
    };
    pmb_panel panel;
    for (size_t i = 0; i < LENGTH(panels); i++)
        assert_int_equal(opened(&panels[i], &panel), PMB_ONE_BIT ? PMB_ERR_UNSUPPORTED : PMB_OK);
    static uint8_t pixels[64];
    pmb_canvas c;
    const pmb_status status = pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 4, 4}, pixels, 64);
    assert_int_equal(status, PMB_ONE_BIT && !PMB_NO_CHECKS ? PMB_ERR_UNSUPPORTED : PMB_OK);
}

static void other_formats_of_a_tft_are_refused_by_plain_panels(void **state)
{
    (void)state;
    const pmb_panel_config config = {
        .controller = &pmb_st7789, .size = {240, 240}, .bus = spi, .format = &pmb_mono_horizontal};
    pmb_panel panel;
    assert_int_equal(opened(&config, &panel), PMB_PLAIN_PANELS ? PMB_ERR_UNSUPPORTED : PMB_OK);
}

static void turns_are_refused_where_the_controller_has_none(void **state)
{
    (void)state;
    const pmb_panel_config config = {
        .controller = &pmb_ssd1306, .size = {128, 64}, .bus = spi, .rotate = PMB_ROTATE_90};
    pmb_panel panel;
    assert_int_equal(opened(&config, &panel), PMB_NO_TURN ? PMB_ERR_UNSUPPORTED : PMB_OK);
    pmb_panel_config half = config;
    half.rotate = PMB_ROTATE_180; /* segment remap and scan direction */
    assert_int_equal(opened(&half, &panel), PMB_OK);
    static uint8_t pixels[64];
    pmb_canvas c;
    const pmb_rect r = {0, 0, 8, 8};
    assert_int_equal(pmb_canvas_init(&c, &pmb_mono_vertical_msb, r, pixels, sizeof pixels),
                     PMB_NO_TURN && !PMB_NO_CHECKS ? PMB_ERR_UNSUPPORTED : PMB_OK);
}

static void tiles_are_refused_where_there_are_none(void **state)
{
    (void)state;
    const pmb_panel_config config = {.controller = &pmb_ssd1306, .size = {128, 64}, .bus = spi};
    static uint8_t band[128];
    static pmb_tile tiles[PMB_TILES(128, 64)];
    pmb_panel panel;
    pmb_screen screen;
    pmb_bench *bench = pmb_bench_new();
    assert_int_equal(pmb_panel_open(&panel, &config, pmb_bench_port(bench)), PMB_OK);
    assert_int_equal(pmb_screen_init(&screen, &panel, band, sizeof band, tiles, PMB_TILES(128, 64)),
                     PMB_NO_TILES ? PMB_ERR_UNSUPPORTED : PMB_OK);
    pmb_bench_free(bench);
}

static void plain_text_refuses_other_fonts(void **state)
{
    (void)state;
    assert_int_equal(pmb_font_check(&pmb_font_jetty), PMB_OK); /* it is plain */
    const pmb_status other = PMB_PLAIN_TEXT ? PMB_ERR_UNSUPPORTED : PMB_OK;
    assert_int_equal(pmb_font_check(&pmb_font_bollard32), other);
    assert_int_equal(pmb_font_check(&pmb_font_smooth16), other);
}

static void put_at(uint8_t *at, uint32_t value, int bytes)
{
    for (int i = 0; i < bytes; i++)
        at[i] = (uint8_t)(value >> 8 * i);
}

/* A font whose pixels take more than 64 KB: PMB_PLAIN_TEXT counts them with 16 bits. */
static void plain_text_refuses_fonts_beyond_its_reach(void **state)
{
    (void)state;
    enum { HEADER = 28, RANGE = 5, RECORD = 8, GLYPHS = 40, SIDE = 120, BYTES = SIDE * SIDE / 8 };
    static uint8_t b[HEADER + RANGE + RECORD * GLYPHS + BYTES * GLYPHS];
    memcpy(b, "PMBF\2\1", 6);
    b[6] = b[8] = b[9] = SIDE;
    put_at(b + 12, 1, 2);
    put_at(b + 14, GLYPHS, 2);
    put_at(b + 20, sizeof b, 4);
    put_at(b + HEADER, 'A', 3);
    put_at(b + HEADER + 3, GLYPHS, 2);
    for (int i = 0; i < GLYPHS; i++) {
        uint8_t *record = b + HEADER + RANGE + RECORD * i;
        put_at(record, (uint32_t)(BYTES * i), 3);
        record[3] = record[4] = record[6] = record[7] = SIDE;
    }
    put_at(b + 24, crc_of(b + HEADER, sizeof b - HEADER), 4);
    const pmb_font font = {b, sizeof b};
    assert_int_equal(pmb_font_check(&font), PMB_PLAIN_TEXT ? PMB_ERR_UNSUPPORTED : PMB_OK);
}

/* Compiles a program with one set of options against the core built with these. */
static struct outcome compile(const char *options, const char *what)
{
    write_file("p.c",
               "#include \"pemble/pemble.h\"\n"
               "int main(void)\n{\n    static pmb_canvas c;\n    static unsigned char p[64];\n"
               "    const pmb_rect r = {0, 0, 8, 8};\n"
               "    return pmb_canvas_init(&c, &pmb_mono_vertical, r, p, sizeof p);\n}\n");
    return shell("cc %s -I%s/include p.c %s -o p", options, SOURCE_DIR, what);
}

static void other_options_do_not_link(void **state)
{
    (void)state;
    char same[200] = "", library[300];
    snprintf(same, sizeof same,
             "-DPMB_NO_CHECKS=%d -DPMB_NO_TURN=%d -DPMB_NO_TILES=%d -DPMB_NO_DAMAGE=%d "
             "-DPMB_PLAIN_PANELS=%d -DPMB_ONE_BIT=%d -DPMB_PLAIN_TEXT=%d -DPMB_ONLY_CIRCLES=%d "
             "-DPMB_NEAR=%d",
             PMB_NO_CHECKS, PMB_NO_TURN, PMB_NO_TILES, PMB_NO_DAMAGE, PMB_PLAIN_PANELS, PMB_ONE_BIT,
             PMB_PLAIN_TEXT, PMB_ONLY_CIRCLES, PMB_NEAR);
    snprintf(library, sizeof library, "%s/libpemble.a -fsanitize=address,undefined", BUILD_DIR);
    assert_int_equal(compile(same, library).status, 0);
    static const char *const others[] = {"-DPMB_NO_TILES -DPMB_NO_CHECKS",
                                         "-DPMB_SMALL -DPMB_NEAR=0"};
    for (size_t i = 0; i < LENGTH(others); i++) {
        const struct outcome o = compile(others[i], library);
        assert_int_not_equal(o.status, 0);
        assert_says(o.err, "pmb_canvas_init_options_");
    }
}

static void values_count_and_wrong_ones_are_refused(void **state)
{
    (void)state;
    struct outcome o = compile("-DPMB_SMALL -DPMB_NO_TILES=0 -dM -E", "");
    assert_int_equal(o.status, 0);
    o = shell("grep -c 'pmb_canvas_init_options\\|PMB_OPTED' p");
    assert_int_equal(o.status, 0);
    /* Zero is off: nothing is renamed. */
    assert_int_equal(compile("-DPMB_NO_TILES=0 -DPMB_SMALL=0 -dM -E", "").status, 0);
    assert_int_not_equal(shell("grep -c 'define pmb_canvas_init' p").status, 0);
    assert_says(compile("-DPMB_NO_TILES=2 -c", "").err, "options of Pemble are 0 or 1");
    assert_says(compile("-DPMB_NO_PAPER -c", "").err, "are now PMB_PLAIN_PANELS");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(paper_is_refused_without_what_it_takes),
        cmocka_unit_test(colours_are_refused_with_one_bit),
        cmocka_unit_test(other_formats_of_a_tft_are_refused_by_plain_panels),
        cmocka_unit_test(turns_are_refused_where_the_controller_has_none),
        cmocka_unit_test(tiles_are_refused_where_there_are_none),
        cmocka_unit_test(plain_text_refuses_other_fonts),
        cmocka_unit_test(plain_text_refuses_fonts_beyond_its_reach),
        cmocka_unit_test(other_options_do_not_link),
        cmocka_unit_test(values_count_and_wrong_ones_are_refused),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
