/* pemble font make and show. */
#include "shell.h"

#include <stdio.h>

#define PEMBLE BUILD_DIR "/pemble"
#define JETTY  SOURCE_DIR "/assets/fonts/jetty.bdf"
#define SANS   "/usr/share/fonts/truetype/dejavu/DejaVuSans.ttf"

static uint8_t bytes[1 << 18];

static pmb_font load(const char *name)
{
    char path[300];
    snprintf(path, sizeof path, "%s/%s", shell_directory(), name);
    FILE *f = fopen(path, "rb");
    assert_non_null(f);
    const size_t size = fread(bytes, 1, sizeof bytes, f);
    fclose(f);
    const pmb_font font = {bytes, (uint32_t)size};
    assert_int_equal(pmb_font_check(&font), PMB_OK);
    return font;
}

/* Whether a font draws a text as another one does. */
static bool same_pixels(const pmb_font *a, const char *text_a, const pmb_font *b,
                        const char *text_b)
{
    static uint8_t pixels[2][64 * 40];
    const pmb_font *fonts[] = {a, b};
    const char *const texts[] = {text_a, text_b};
    for (int i = 0; i < 2; i++) {
        const pmb_text_style style = {.font = fonts[i], .color = PMB_WHITE};
        pmb_canvas c;
        memset(pixels[i], 0, sizeof pixels[i]);
        (void)pmb_canvas_init(&c, &pmb_mono_horizontal, (pmb_rect){0, 0, 512, 40}, pixels[i],
                              sizeof pixels[i]);
        pmb_text(&c, &style, (pmb_point){2, 30}, texts[i]);
    }
    return memcmp(pixels[0], pixels[1], sizeof pixels[0]) == 0;
}

static bool same_look(const pmb_font *a, const pmb_font *b, const char *text)
{
    return same_pixels(a, text, b, text);
}

static void a_made_font_is_the_one_that_is_built_in(void **state)
{
    (void)state;
    const struct outcome o = shell(PEMBLE " font make " JETTY " --plain -o jetty.pmf");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "jetty.pmf: 503 glyphs (0 packed), ");
    const pmb_font font = load("jetty.pmf");
    assert_int_equal(font.size, pmb_font_jetty_europe.size);
    assert_memory_equal(font.bytes, pmb_font_jetty_europe.bytes, font.size);
}

/* None of the characters of Latin Extended-A, Greek and Cyrillic looks like the replacement, which
 * stands for one that is not there. */
static void the_scripts_of_europe_are_complete(void **state)
{
    (void)state;
    static const pmb_font *const fonts[] = {&pmb_font_jetty_europe, &pmb_font_slipway_europe,
                                            &pmb_font_slipway_bold_europe};
    static const uint32_t ranges[][2] = {{0x20, 0x7E},   {0xA0, 0x17F},  {0x388, 0x38A},
                                         {0x38E, 0x3A1}, {0x3A3, 0x3CE}, {0x400, 0x45F},
                                         {0x490, 0x491}};
    for (size_t f = 0; f < LENGTH(fonts); f++)
        for (size_t r = 0; r < LENGTH(ranges); r++)
            for (uint32_t code = ranges[r][0]; code <= ranges[r][1]; code++) {
                char text[4] = {(char)code, '\0'};
                if (code >= 0x80) {
                    text[0] = (char)(0xC0 | code >> 6);
                    text[1] = (char)(0x80 | (code & 0x3F));
                }
                if (same_pixels(fonts[f], text, fonts[f], "\xFF"))
                    fail_msg("font %zu has no U+%04X", f, (unsigned)code);
            }
}

static void only_the_chosen_characters_are_there(void **state)
{
    (void)state;
    const struct outcome o =
        shell(PEMBLE " font make " JETTY " --text 'Tide m' --codes 0x30-0x39,46 -o some.pmf");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "some.pmf: 18 glyphs"); /* six, ten, one and the replacement */
    assert_says(o.out, "with all its characters");
    const pmb_font font = load("some.pmf");
    assert_true(same_look(&font, &pmb_font_jetty, "Tide 4.12 m"));
    assert_false(same_look(&font, &pmb_font_jetty, "Wind"));
    assert_true(font.size * 4 < pmb_font_jetty.size);
}

static void characters_are_collected_from_sources(void **state)
{
    (void)state;
    write_file("program.c", "#include \"zebra.h\"\n/* \"Q\" */ // \"J\"\n"
                            "const char *a = \"Ab\\n\\x43\\104\" \"\\u00b0\\\"\", b = 'K';\n"
                            "const char c = '\\'', *d = \"\xC2\xB1\";\n");
    const struct outcome o = shell(PEMBLE " font make " JETTY " --from program.c -o c.pmf");
    assert_int_equal(o.status, 0);
    /* A b C D " degree plus-minus, and the replacement. */
    assert_says(o.out, "c.pmf: 8 glyphs");
    const pmb_font font = load("c.pmf");
    assert_true(same_look(&font, &pmb_font_jetty, "AbCD\"\xC2\xB0\xC2\xB1"));
    const char *const others[] = {"K", "Q", "J", "z", "x", "n", "1"};
    for (size_t i = 0; i < LENGTH(others); i++)
        assert_false(same_look(&font, &pmb_font_jetty, others[i]));
}

static void outline_fonts_have_the_size_asked_for(void **state)
{
    (void)state;
    for (int size = 10; size <= 40; size += 15) {
        const struct outcome o =
            shell(PEMBLE " font make " SANS " --size %d --codes 32-126 -o sans.pmf", size);
        assert_int_equal(o.status, 0);
        const pmb_font font = load("sans.pmf");
        const pmb_font_metrics m = pmb_font_measure(&font);
        /* Capitals of this typeface are 0.73 of its size. */
        assert_in_range(m.cap_height, size * 73 / 100 - 1, size * 73 / 100 + 1);
        assert_true(m.line >= size);
    }
}

/* The number in front of a word that the command printed after another one. */
static unsigned long said_before(const char *text, const char *from, const char *word)
{
    const char *at = strstr(text, from);
    assert_non_null(at);
    const char *end = strstr(at, word);
    assert_non_null(end);
    while (end > at && end[-1] == ' ')
        end--;
    while (end > at && end[-1] >= '0' && end[-1] <= '9')
        end--;
    return strtoul(end, NULL, 10);
}

/* What it says of an option is what that option does. */
static void each_option_saves_what_it_says(void **state)
{
    (void)state;
    const char *make = PEMBLE " font make " SANS " --size 20 --bits 4 --codes 32-126 %s -o o.pmf";
    static const struct {
        const char *option, *said;
    } cases[] = {{"--plain", "with --plain"}, {"--unkerned", "with --unkerned"}};
    const struct outcome o = shell(make, "");
    assert_int_equal(o.status, 0);
    assert_int_equal(said_before(o.out, "pairs,", "bytes of flash"), load("o.pmf").size);
    for (size_t i = 0; i < LENGTH(cases); i++) {
        assert_int_equal(shell(make, cases[i].option).status, 0);
        assert_int_equal(said_before(o.out, cases[i].said, "bytes"), load("o.pmf").size);
    }
    assert_int_equal(
        shell(PEMBLE " font make " SANS " --size 20 --bits 2 --codes 32-126 -o o.pmf").status, 0);
    assert_int_equal(said_before(o.out, "with --bits 2", "bytes"), load("o.pmf").size);
}

/* A font drawn in several ways, on a format with shades. */
static void draw_in_all_ways(const pmb_font *font, uint8_t *pixels, size_t size)
{
    pmb_canvas c;
    memset(pixels, 0, size);
    assert_int_equal(pmb_canvas_init(&c, &pmb_grey4, (pmb_rect){0, 0, 400, 200}, pixels, size),
                     PMB_OK);
    pmb_text_style style = {.font = font, .color = PMB_WHITE};
    pmb_text(&c, &style, (pmb_point){5, 40}, "Tide 4.12 m AVO");
    style.turn = 1;
    pmb_text(&c, &style, (pmb_point){370, 5}, "Wind");
    style.turn = 0;
    style.scale = 2;
    pmb_text(&c, &style, (pmb_point){5, 150}, "g&@8");
}

static void packed_glyphs_are_the_plain_ones(void **state)
{
    (void)state;
    for (int bits = 1; bits <= 4; bits *= 2)
        for (int size = 9; size < 60; size += 25) {
            static uint8_t plain[200 * 200], packed[200 * 200];
            const char *make =
                PEMBLE " font make " SANS " --size %d --bits %d --codes 32-126 -o o.pmf %s";
            struct outcome o = shell(make, size, bits, "--plain");
            assert_says(o.out, "(0 packed)");
            pmb_font font = load("o.pmf");
            draw_in_all_ways(&font, plain, sizeof plain);
            const size_t before = font.size;
            o = shell(make, size, bits, "");
            font = load("o.pmf");
            assert_true(font.size < before);
            draw_in_all_ways(&font, packed, sizeof packed);
            assert_memory_equal(plain, packed, sizeof plain);
        }
}

static void the_c_source_compiles_and_holds_the_same_bytes(void **state)
{
    (void)state;
    write_file("use.c",
               "#include \"pemble/text.h\"\n#include <stdio.h>\n"
               "extern const pmb_font clock_face;\n"
               "int main(void) { fwrite(clock_face.bytes, 1, clock_face.size, stdout); }\n");
    const struct outcome o =
        shell(PEMBLE " font make " JETTY " --text 0123456789: -o clock_face.c >said && " PEMBLE
                     " font make " JETTY " --text 0123456789: -o clock_face.pmf >said && "
                     "cc -std=c11 -Wall -Wextra -Werror -I " SOURCE_DIR
                     "/include use.c clock_face.c -o use && ./use | cmp - clock_face.pmf");
    if (o.status)
        fail_msg("%s", o.err);
}

static void what_cannot_be_made_is_refused(void **state)
{
    (void)state;
    static const struct {
        const char *line, *said;
        int status;
    } cases[] = {
        {"font", "possible is make or show", 2},
        {"font bend x", "font: bend: possible is make or show", 2},
        {"font make " JETTY, "-o is missing", 2},
        {"font make " JETTY " --codes 9-1 -o x.c", "--codes 9-1: possible are code points", 2},
        {"font make " JETTY " --codes 1-x -o x.c", "possible are code points", 2},
        {"font make " JETTY " --from no.c -o x.c", "no.c: No such file", 2},
        {"font make " JETTY " --size 9 -o x.c", "a bitmap font of 11 pixels", 1},
        {"font make " JETTY " --text \xD7\x90 -o x.c", "it has none of the characters", 1},
        {"font make " SANS " --text a -o x.c", "needs a size of 4 to 200 pixels, not 0", 1},
        {"font make " SANS " --size 12 -o x.c", "more than 4096 characters", 1},
        {"font make " SANS " --size 12 --bits 3 -o x.c", "has 1, 2 or 4 bits a pixel, not 3", 1},
        {"font make " JETTY " -o no/x.c", "no/x.c: No such file", 1},
        {"font make no.ttf -o x.c", "no.ttf: No such file", 1},
        {"font show no.ttf", "no.ttf: No such file", 1},
        {"font show x.ttf", "x.ttf: it is no font", 1},
    };
    assert_int_equal(shell("echo no font > x.ttf").status, 0);
    for (size_t i = 0; i < LENGTH(cases); i++) {
        const struct outcome o = shell(PEMBLE " %s", cases[i].line);
        assert_says(o.err, cases[i].said);
        if (o.status != cases[i].status)
            fail_msg("%s: ended with %d", cases[i].line, o.status);
    }
    assert_int_equal(shell("test -e x.c").status, 1);
}

static void a_missing_character_is_named(void **state)
{
    (void)state;
    const struct outcome o = shell(PEMBLE " font make " JETTY " --text 'a\xD7\x90' -o m.pmf");
    assert_int_equal(o.status, 0);
    assert_says(o.err, "the font has no U+05D0");
}

static void a_specimen_is_drawn_and_damage_is_refused(void **state)
{
    (void)state;
    assert_says(shell(PEMBLE " font show " JETTY " -o j.png && test -s j.png").out,
                "jetty.bdf: 503 glyphs, ");
    assert_says(shell(PEMBLE " font show " SANS " --size 14 -o s.png && test -s s.png").out,
                "s.png: specimen drawn");
    assert_int_equal(
        shell(PEMBLE " font make " JETTY " -o whole.pmf && " PEMBLE " font show whole.pmf -o w.png")
            .status,
        0);
    const struct outcome o =
        shell("head -c 900 whole.pmf > cut.pmf; " PEMBLE " font show cut.pmf -o c.png");
    assert_int_equal(o.status, 1);
    assert_says(o.err, "cut.pmf: the data is damaged, cut short or of another version");
    assert_int_equal(shell("test -e c.png").status, 1);
}

/* A program includes the header, and needs no declaration of its own. */
static void a_header_declares_the_font(void **state)
{
    (void)state;
    struct outcome o = shell(PEMBLE " font make " JETTY " --codes 65-70 -o six.c --header six.h");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "six.h: declares six");
    write_file("use.c", "#include \"six.h\"\n#include \"six.h\"\n"
                        "int main(void)\n{\n    return six.size == 0;\n}\n");
    o = shell("cc -I" SOURCE_DIR "/include use.c six.c -o use && ./use");
    assert_string_equal(o.err, "");
    assert_int_equal(o.status, 0);
    o = shell(PEMBLE " font make " JETTY " -o x.pmf --header x.h");
    assert_int_equal(o.status, 2);
    assert_says(o.err, "--header goes with -o OUT.c");
    assert_int_not_equal(shell("test -e x.h || test -e x.pmf").status, 0);
}

/* FreeType knows a BDF's characters only by two properties, which are named. */
static void an_unknown_encoding_says_what_is_needed(void **state)
{
    (void)state;
    const struct outcome o =
        shell("sed '/CHARSET/d' " JETTY " > bare.bdf; " PEMBLE " font make bare.bdf -o x.c");
    assert_int_equal(o.status, 1);
    assert_says(o.err, "CHARSET_REGISTRY \"ISO10646\"");
    assert_says(o.err, "CHARSET_ENCODING \"1\"");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(a_made_font_is_the_one_that_is_built_in),
        cmocka_unit_test(the_scripts_of_europe_are_complete),
        cmocka_unit_test(only_the_chosen_characters_are_there),
        cmocka_unit_test(characters_are_collected_from_sources),
        cmocka_unit_test(outline_fonts_have_the_size_asked_for),
        cmocka_unit_test(each_option_saves_what_it_says),
        cmocka_unit_test(packed_glyphs_are_the_plain_ones),
        cmocka_unit_test(the_c_source_compiles_and_holds_the_same_bytes),
        cmocka_unit_test(what_cannot_be_made_is_refused),
        cmocka_unit_test(a_missing_character_is_named),
        cmocka_unit_test(a_specimen_is_drawn_and_damage_is_refused),
        cmocka_unit_test(a_header_declares_the_font),
        cmocka_unit_test(an_unknown_encoding_says_what_is_needed),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
