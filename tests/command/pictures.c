/* pemble picture, reel and budget. */
#include "shell.h"

#include <stdio.h>
#include <stdlib.h>
#include <jpeglib.h>

#define PEMBLE   BUILD_DIR "/pemble"
#define PICTURES SOURCE_DIR "/assets/quay/pictures"
#define KIOSK    SOURCE_DIR "/assets/quay/kiosk.ini"
#define GANGWAY  SOURCE_DIR "/assets/quay/gangway.ini"

static uint8_t bytes[1 << 18];

static pmb_picture load(const char *name)
{
    char path[300];
    snprintf(path, sizeof path, "%s/%s", shell_directory(), name);
    FILE *f = fopen(path, "rb");
    assert_non_null(f);
    const size_t size = fread(bytes, 1, sizeof bytes, f);
    fclose(f);
    const pmb_picture picture = {{bytes, (uint32_t)size, NULL}};
    assert_int_equal(pmb_picture_check(&picture), PMB_OK);
    return picture;
}

static pmb_picture_info measure(const pmb_picture *picture)
{
    pmb_picture_info info;
    assert_int_equal(pmb_picture_measure(picture, &info), PMB_OK);
    return info;
}

static void the_panel_decides_size_and_pixels(void **state)
{
    (void)state;
    static const struct {
        const char *panel, *said;
        pmb_pixels pixels;
        int w, h;
    } cases[] = {{KIOSK, "320x240, colour", PMB_PIXELS_PALETTE, 320, 240},
                 {GANGWAY, "85x64, one bit", PMB_PIXELS_ONE_BIT, 85, 64},
                 {GANGWAY " --size 60x60", "60x45, one bit", PMB_PIXELS_ONE_BIT, 60, 45},
                 {GANGWAY " --size 500x128", "170x128, one bit", PMB_PIXELS_ONE_BIT, 170, 128}};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        const struct outcome o = shell(PEMBLE " picture make " PICTURES "/harbour.png --for %s "
                                              "-o out.pbp --preview see.png && test -s see.png",
                                       cases[i].panel);
        assert_int_equal(o.status, 0);
        assert_says(o.out, cases[i].said);
        const pmb_picture picture = load("out.pbp");
        const pmb_picture_info info = measure(&picture);
        assert_int_equal(info.pixels, cases[i].pixels);
        assert_int_equal(info.size.w, cases[i].w);
        assert_int_equal(info.size.h, cases[i].h);
    }
}

static void small_images_stay_small_on_a_large_panel(void **state)
{
    (void)state;
    const struct outcome o =
        shell(PEMBLE " picture make " PICTURES "/sign.png --for " KIOSK " -o small.pbp");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "small.pbp: 64x64, colour with transparency");
}

static void fitting_does_what_it_says(void **state)
{
    (void)state;
    static const struct {
        const char *options;
        int w, h, status;
    } cases[] = {{"--size 50x50", 50, 37, 0},
                 {"--size 50x50 --fit whole", 50, 37, 0},
                 {"--size 50x50 --fit fill", 50, 50, 0},
                 {"--size 50x50 --fit crop", 50, 50, 0},
                 {"--size 320x240 --fit exact", 320, 240, 0},
                 {"--size 50x50 --fit exact", 0, 0, 1},
                 {"", 320, 240, 0}};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        const struct outcome o =
            shell(PEMBLE " picture make " PICTURES "/harbour.png --format grey -o fit%zu.pbp %s", i,
                  cases[i].options);
        assert_int_equal(o.status, cases[i].status);
        if (cases[i].status) {
            assert_says(o.err, "it is 320x240, not exactly 50x50");
            continue;
        }
        char name[20];
        snprintf(name, sizeof name, "fit%zu.pbp", i);
        const pmb_picture picture = load(name);
        assert_int_equal(measure(&picture).size.w, cases[i].w);
        assert_int_equal(measure(&picture).size.h, cases[i].h);
    }
}

/* The share of light pixels of a picture that the command made. */
static int light_percent(const char *options)
{
    static uint8_t pixels[320 * 240 / 8], memory[4000];
    const struct outcome o =
        shell(PEMBLE " picture make " PICTURES "/dawn.png --format one-bit -o l.pbp %s", options);
    if (o.status)
        fail_msg("%s", o.err);
    const pmb_picture picture = load("l.pbp");
    pmb_canvas c;
    int light = 0;
    memset(pixels, 0, sizeof pixels);
    (void)pmb_canvas_init(&c, &pmb_mono_horizontal, (pmb_rect){0, 0, 320, 240}, pixels,
                          sizeof pixels);
    assert_int_equal(pmb_picture_draw(&c, &picture, (pmb_point){0, 0}, NULL, memory, sizeof memory),
                     PMB_OK);
    for (size_t i = 0; i < sizeof pixels; i++)
        light += __builtin_popcount(pixels[i]);
    return light * 100 / (240 * 180);
}

static void brightness_contrast_and_dithering_change_what_is_light(void **state)
{
    (void)state;
    const int usual = light_percent("");
    assert_in_range(usual, 20, 60);
    /* Dithering keeps the brightness. */
    assert_in_range(light_percent("--dither ordered"), usual - 4, usual + 4);
    assert_in_range(light_percent("--invert"), 100 - usual - 4, 100 - usual + 4);
    assert_true(light_percent("--brightness 30") > usual + 15);
    assert_true(light_percent("--threshold 60") > light_percent("--threshold 160") + 20);
    assert_int_not_equal(light_percent("--contrast 60 --dither ordered"),
                         light_percent("--dither ordered"));
}

static const pmb_canvas *drawn(const char *path)
{
    static uint8_t pixels[240 * 180 * 2], memory[8000];
    static pmb_canvas c;
    const pmb_picture picture = load(path);
    (void)pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 240, 180}, pixels, sizeof pixels);
    assert_int_equal(pmb_picture_draw(&c, &picture, (pmb_point){0, 0}, NULL, memory, sizeof memory),
                     PMB_OK);
    return &c;
}

static void loss_makes_a_photograph_smaller_and_keeps_its_word(void **state)
{
    (void)state;
    static uint16_t whole[240 * 180];
    assert_int_equal(
        shell(PEMBLE " picture make " PICTURES "/dawn.png --format colour -o whole.pbp && " PEMBLE
                     " picture make " PICTURES "/dawn.png --format colour --loss 8 -o less.pbp")
            .status,
        0);
    const size_t size = load("whole.pbp").source.size;
    assert_in_range(load("less.pbp").source.size, size / 4, size / 2);
    const pmb_canvas *c = drawn("whole.pbp");
    for (int i = 0; i < 240 * 180; i++)
        whole[i] = pmb_canvas_peek(c, pmb_point_of(i % 240, i / 240));
    c = drawn("less.pbp");
    for (int i = 0; i < 240 * 180; i++) {
        const pmb_color now = pmb_canvas_peek(c, pmb_point_of(i % 240, i / 240));
        assert_in_range(abs((now >> 11) - (whole[i] >> 11)) * 8, 0, 8);
        assert_in_range(abs((now >> 5 & 63) - (whole[i] >> 5 & 63)) * 4, 0, 8);
        assert_in_range(abs((now & 31) - (whole[i] & 31)) * 8, 0, 8);
    }
}

/* A drawing is not dithered, a photograph is; what the other way takes is said, and right. */
static void dithering_goes_by_what_the_frames_are(void **state)
{
    (void)state;
    unsigned long said;
    struct outcome o =
        shell(PEMBLE " picture make " PICTURES "/ferry.png --format one-bit -o d.pbp");
    assert_says(o.out, "dithering: none; with --dither diffusion");
    o = shell(PEMBLE " picture make " PICTURES "/dawn.png --format one-bit -o d.pbp");
    const char *at = strstr(o.out, "dithering: diffusion; with --dither none ");
    assert_non_null(at);
    assert_int_equal(sscanf(at, "dithering: diffusion; with --dither none %lu", &said), 1);
    shell(PEMBLE " picture make " PICTURES "/dawn.png --format one-bit --dither none -o n.pbp");
    assert_int_equal(said, load("n.pbp").source.size);
}

/* Blocks for an AVR have tables, and what else is made with --lean. */
static void an_avr_has_lean_pictures(void **state)
{
    (void)state;
    unsigned long said;
    write_file("avr.ini", "[board]\nmcu = atmega328p\n[panel]\nmodule = oled-0.96-i2c\n");
    struct outcome o = shell(PEMBLE " picture make " PICTURES "/table.png --for avr.ini -o a.pbp");
    assert_int_equal(o.status, 0);
    assert_null(strstr(o.out, "--lean"));
    o = shell(PEMBLE
              " picture make " PICTURES
              "/table.png --format one-bit --size 128x64 -o b.pbp && " PEMBLE
              " picture make " PICTURES
              "/table.png --format one-bit --size 128x64 --lean -o c.pbp && cmp a.pbp c.pbp");
    assert_int_equal(o.status, 0);
    const char *at = strstr(o.out, "with --lean ");
    assert_non_null(at);
    assert_int_equal(sscanf(at, "with --lean %lu", &said), 1);
    const pmb_picture lean = load("c.pbp");
    assert_int_equal(said, lean.source.size);
    const size_t memory = measure(&lean).memory;
    const pmb_picture learnt = load("b.pbp");
    assert_true(memory < measure(&learnt).memory && learnt.source.size < said);
}

/* How often each of four colours is in a picture of 320x240; others: a failure. */
static void count_colors(const char *path, const pmb_color colors[4], unsigned counts[4])
{
    static uint8_t pixels[320 * 240 * 2], memory[8000];
    const pmb_picture picture = load(path);
    pmb_canvas c;
    memset(pixels, 0, sizeof pixels);
    (void)pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 320, 240}, pixels, sizeof pixels);
    assert_int_equal(pmb_picture_draw(&c, &picture, (pmb_point){0, 0}, NULL, memory, sizeof memory),
                     PMB_OK);
    for (int i = 0; i < 320 * 240; i++) {
        const pmb_color color = pmb_canvas_peek(&c, pmb_point_of(i % 320, i / 320));
        int which = 0;
        while (which < 4 && colors[which] != color)
            which++;
        if (which == 4)
            fail_msg("%s: colour %04X at %d,%d", path, color, i % 320, i / 320);
        counts[which]++;
    }
}

/* A photograph for paper with few inks or greys has these and no others, in about the shares that
 * its brightness asks for. */
static void a_photograph_is_mixed_of_what_paper_has(void **state)
{
    (void)state;
    static const pmb_color inks[] = {PMB_BLACK, PMB_WHITE, PMB_YELLOW, PMB_RED};
    static const pmb_color greys[] = {PMB_BLACK, PMB_RGB(85, 85, 85), PMB_RGB(170, 170, 170),
                                      PMB_WHITE};
    unsigned of_inks[4] = {0}, of_greys[4] = {0};
    write_file("four.ini", "[board]\nmcu = rp2040\n[panel]\nmodule = paper-4.2-bwry\n");
    write_file("grey.ini", "[board]\nmcu = rp2040\n[panel]\nmodule = paper-4.2\nrefresh = greys\n");
    struct outcome o =
        shell(PEMBLE " picture make " PICTURES "/harbour.png --for four.ini -o four.pbp");
    assert_int_equal(o.status, 0);
    assert_int_equal(shell(PEMBLE " picture make " PICTURES
                                  "/harbour.png --format four-inks -o too.pbp && "
                                  "cmp four.pbp too.pbp")
                         .status,
                     0);
    count_colors("four.pbp", inks, of_inks);
    for (int i = 0; i < 4; i++)
        assert_in_range(of_inks[i], 400, 70000);
    o = shell(PEMBLE " picture make " PICTURES "/harbour.png --for grey.ini -o grey.pbp");
    assert_int_equal(o.status, 0);
    count_colors("grey.pbp", greys, of_greys);
    for (int i = 0; i < 4; i++)
        assert_in_range(of_greys[i], 400, 70000);
}

static void every_kind_of_file_is_read(void **state)
{
    (void)state;
    static const char *const files[] = {"h.bmp", "h.ppm", "h.png"};
    write_file("h.ppm", "P3 2 2 255  255 0 0  0 255 0  0 0 255  255 255 255\n");
    assert_int_equal(
        shell("printf 'BM\\106\\0\\0\\0\\0\\0\\0\\0\\066\\0\\0\\0\\050\\0\\0\\0\\2\\0\\0\\0"
              "\\2\\0\\0\\0\\1\\0\\030\\0\\0\\0\\0\\0\\0\\0\\0\\0\\0\\0\\0\\0\\0\\0\\0\\0"
              "\\0\\0\\0\\0\\0\\0\\0\\0\\377\\0\\0\\377\\377\\377\\0\\0"
              "\\0\\0\\377\\0\\377\\0\\0\\0' > h.bmp; "
              "cp " PICTURES "/sign.png h.png")
            .status,
        0);
    for (size_t i = 0; i < LENGTH(files); i++) {
        const struct outcome o =
            shell(PEMBLE " picture make %s --format colour -o f.pbp", files[i]);
        if (o.status)
            fail_msg("%s: %s", files[i], o.err);
        if (i == 2)
            continue;
        /* Red, green, blue, white: both files have the same four pixels. */
        const pmb_picture picture = load("f.pbp");
        uint8_t pixels[8], memory[4000];
        pmb_canvas c;
        (void)pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 2, 2}, pixels, sizeof pixels);
        assert_int_equal(
            pmb_picture_draw(&c, &picture, (pmb_point){0, 0}, NULL, memory, sizeof memory), PMB_OK);
        assert_int_equal(pmb_canvas_peek(&c, (pmb_point){0, 0}), PMB_RED);
        assert_int_equal(pmb_canvas_peek(&c, (pmb_point){1, 0}), PMB_GREEN);
        assert_int_equal(pmb_canvas_peek(&c, (pmb_point){0, 1}), PMB_BLUE);
        assert_int_equal(pmb_canvas_peek(&c, (pmb_point){1, 1}), PMB_WHITE);
    }
}

static void a_gif_becomes_a_reel_with_its_times(void **state)
{
    (void)state;
    const struct outcome o =
        shell(PEMBLE " reel make " PICTURES "/wheel.gif --format one-bit --dither none "
                     "-o wheel.pbr --flash 32k --preview wheel.png && test -s wheel.png");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "28 frames of 50x50, one bit, 1400 ms");
    assert_says(o.out, "fit in 32768 bytes of flash (unpacked: 93)");
    const pmb_picture reel = load("wheel.pbr");
    assert_int_equal(measure(&reel).frames, 28);
    assert_int_equal(measure(&reel).milliseconds, 1400);
}

static void numbered_images_are_in_their_natural_order(void **state)
{
    (void)state;
    /* As many light pixels as the number says: 1, 2, 10. */
    write_file("f2.ppm", "P1 4 3  0 0 1 1  1 1 1 1  1 1 1 1\n");
    write_file("f10.ppm", "P1 4 3  0 0 0 0  0 0 0 0  0 0 1 1\n");
    write_file("f1.ppm", "P1 4 3  0 1 1 1  1 1 1 1  1 1 1 1\n");
    const struct outcome o = shell("rm -rf frames; mkdir frames; mv f1.ppm f2.ppm f10.ppm frames; "
                                   "%s reel make frames --format one-bit --rate 10 -o n.pbr",
                                   PEMBLE);
    if (o.status)
        fail_msg("%s", o.err);
    const pmb_picture reel = load("n.pbr");
    pmb_reel_player player;
    uint8_t memory[64], pixels[3];
    static const int want[] = {1, 2, 10};
    assert_int_equal(measure(&reel).milliseconds, 300);
    assert_int_equal(pmb_reel_open(&player, &reel, PMB_REEL_ONCE, memory, sizeof memory), PMB_OK);
    for (int i = 0; i < 3; i++) {
        pmb_canvas c;
        int light = 0;
        (void)pmb_canvas_init(&c, &pmb_mono_horizontal, (pmb_rect){0, 0, 4, 3}, pixels,
                              sizeof pixels);
        assert_int_equal(pmb_reel_advance(&player, (uint32_t)(100 * i)), PMB_OK);
        pmb_reel_draw(&c, &player, (pmb_point){0, 0}, NULL);
        for (int16_t k = 0; k < 12; k++)
            light += pmb_canvas_peek(&c, (pmb_point){k % 4, k / 4}) == PMB_WHITE;
        assert_int_equal(light, want[i]);
    }
}

static void the_c_sources_compile_and_are_counted(void **state)
{
    (void)state;
    write_file("use.c",
               "#include \"pemble/picture.h\"\n#include <stdio.h>\n"
               "extern const pmb_picture sign;\n"
               "int main(void) { fwrite(sign.source.bytes, 1, sign.source.size, stdout); }\n");
    const struct outcome o =
        shell(PEMBLE " picture make " PICTURES "/sign.png --format colour -o sign.c && " PEMBLE
                     " picture make " PICTURES "/sign.png --format colour -o sign.pbp && "
                     "cc -std=c11 -Wall -Wextra -Werror -I " SOURCE_DIR
                     "/include use.c sign.c -o use && ./use | cmp - sign.pbp && " PEMBLE
                     " budget " KIOSK " sign.c sign.pbp --flash 1k");
    if (o.status)
        fail_msg("%s%s", o.out, o.err);
    const pmb_picture picture = load("sign.pbp");
    char line[100];
    snprintf(line, sizeof line, "sign.c %23zu  picture of 64x64", picture.source.size);
    const char *at = strstr(o.out, "  sign.c ");
    assert_non_null(at);
    assert_int_equal(strtoul(at + 9, NULL, 10), picture.source.size);
    snprintf(line, sizeof line, "of 1024: %zu are left", 1024 - 2 * picture.source.size);
    assert_says(o.out, line);
}

static void a_budget_of_paper_estimates_its_charge(void **state)
{
    (void)state;
    write_file("paper.ini", "[board]\nmcu = rp2040\n[panel]\nmodule = paper-2.9-uc\n");
    const struct outcome o = shell(PEMBLE " budget paper.ini");
    double seconds, charge, count, partial;
    const char *full = strstr(o.out, "\n  full ");
    assert_int_equal(o.status, 0);
    assert_non_null(full);
    assert_int_equal(sscanf(full, " full %lf %lf %lf fast %*f %*f %*f partial %*f %lf", &seconds,
                            &charge, &count, &partial),
                     4);
    assert_true(seconds > 3.9 && seconds < 4.2);
    assert_true(charge > seconds * 8 - 1 && charge < seconds * 8 + 1); /* 8 mA */
    assert_true(count * charge / 3600000 > 0.99 && count * charge / 3600000 < 1.01);
    assert_true(partial < charge / 4);
    assert_says(o.out, "with its refresh");
    assert_says(o.out, "estimated at 25 degrees: 8 mA");
    /* Panels that keep no picture have none of this. */
    assert_null(strstr(shell(PEMBLE " budget " GANGWAY).out, "charge"));
}

static void a_budget_tells_memory_and_the_time_of_the_wire(void **state)
{
    (void)state;
    const struct outcome o = shell(PEMBLE " budget " GANGWAY);
    assert_int_equal(o.status, 0);
    assert_says(o.out, "band               8        128");
    assert_says(o.out, "whole frame       64       1024");
    /* 1024 bytes of pixels and nine bits of 2.5 us for each on the wire: 23 ms at least. */
    const char *at = strstr(o.out, "a full frame");
    assert_non_null(at);
    const unsigned long sent = strtoul(at + 12, NULL, 10);
    assert_in_range(sent, 1024, 1150);
    at = strstr(at, "transfers, ");
    assert_non_null(at);
    const double ms = strtod(at + 11, NULL);
    assert_true(ms >= (double)sent * 9 * 2.5e-3 && ms < (double)sent * 9 * 2.5e-3 * 1.1);
    /* Two pages of 32 bytes, and their addresses; 32 squares of 8 bytes. */
    at = strstr(o.out, "a change of 32x16 ");
    assert_non_null(at);
    assert_in_range(strtoul(at + 18, NULL, 10), 64, 90);
    assert_says(o.out, "a draft, to paint only what changed: 256 more");
}

/* From the tables that make footprint writes. */
static void a_budget_tells_what_the_code_takes(void **state)
{
    (void)state;
    const struct outcome o = shell(PEMBLE " budget " GANGWAY);
    const char *at = strstr(o.out, "code and structs");
    unsigned long cortex, structs, avr;
    assert_non_null(at);
    assert_int_equal(sscanf(at,
                            "code and structs %lu bytes of flash and %lu of RAM on a Cortex-M0; "
                            "%lu and",
                            &cortex, &structs, &avr),
                     3);
    assert_in_range(avr, 4000, 7000);
    assert_in_range(cortex, avr, 20000);
    assert_in_range(structs, 100, 300);
    assert_says(o.out, "text and numbers");
    /* No controller is missing there. */
    assert_string_equal(shell("for name in $(sed -n 's/^extern const PMB_FLASH pmb_controller "
                              "\\(pmb_[a-z0-9_]*\\);.*/\\1/p' " SOURCE_DIR
                              "/include/pemble/controllers.h"
                              "); do grep -q \"\\\"$name\\\"\" " SOURCE_DIR
                              "/tools/pemble/costs.h || echo $name; done")
                            .out,
                        "");
}

static void a_budget_adds_up_the_panels_of_a_bus(void **state)
{
    (void)state;
    write_file("two.ini", "[board]\nmcu = rp2040\n[panel left]\nmodule = oled-0.96-i2c\n"
                          "[panel right]\nmodule = oled-0.96-i2c\n[bus]\naddress = 0x3D\n");
    const struct outcome o = shell(PEMBLE " budget two.ini");
    if (o.status)
        fail_msg("%s%s", o.out, o.err);
    unsigned long one, all;
    assert_int_equal(sscanf(strstr(o.out, "a full frame"), "a full frame %lu", &one), 1);
    assert_says(o.out, "left: SSD1306");
    assert_says(o.out, "right: SSD1306");
    const char *at = strstr(o.out, "the 2 panels on i2c 0: a frame of each ");
    assert_non_null(at);
    all = strtoul(at + 39, NULL, 10);
    assert_int_equal(all, 2 * one);
    assert_null(strstr(shell(PEMBLE " budget two.ini --only left").out, "the 2 panels"));
}

static void what_cannot_be_made_is_refused(void **state)
{
    (void)state;
    static const struct {
        const char *line, *said;
        int status;
    } cases[] = {
        {"picture", "possible is make", 2},
        {"picture make x.png -o o.pbp", "--for or --format is missing", 2},
        {"picture make x.png --format colour", "-o is missing", 2},
        {"picture make x.png --format blue -o o.pbp",
         "possible is one-bit, ink, grey, colour, four-greys or", 2},
        {"picture make x.png --format grey --fit big -o o.pbp", "whole, fill, crop or exact", 2},
        {"picture make x.png --format grey --size 5 -o o.pbp", "WIDTHxHEIGHT", 2},
        {"picture make x.png --format grey --threshold 300 -o o.pbp", "possible is 1 to 255", 2},
        {"picture make x.png --format grey --threshold 0 -o o.pbp",
         "--threshold 0: possible is 1 to 255", 2},
        {"picture make x.png --format grey --brightness 101 -o o.pbp",
         "--brightness 101: possible is -100 to 100", 2},
        {"picture make x.png --format grey --contrast -101 -o o.pbp",
         "--contrast -101: possible is -100 to 100", 2},
        {"picture make x.png --format grey --loss 99 -o o.pbp", "possible is 0 to 64", 2},
        {"picture make x.png --format ink --loss 9 -o o.pbp", "only grey and colour", 2},
        {"picture make no.png --format grey -o o.pbp", "no.png: No such file", 1},
        {"picture make " KIOSK " --format grey -o o.pbp", "it is none of PNG, JPEG", 1},
        {"picture make " PICTURES "/sign.png --format grey -o no/o.pbp", "no/o.pbp: No such file",
         1},
        {"reel make no --format grey -o o.pbr", "no: No such file", 1},
        {"reel make " PICTURES "/wheel.gif --format grey --rate 2000 -o o.pbr",
         "--rate 2000: possible is 1 to 1000", 2},
        {"reel make " PICTURES "/wheel.gif --format grey --rate 0 -o o.pbr",
         "--rate 0: possible is 1 to 1000", 2},
        {"reel make " PICTURES "/wheel.gif --format grey --flash big -o o.pbr", "--flash big", 2},
        {"reel make " PICTURES "/wheel.gif --format grey --flash -1 -o o.pbr", "--flash -1", 2},
        {"reel make " PICTURES "/wheel.gif --format grey --flash 99999999999999999999k -o o.pbr",
         "--flash 9999999999", 2},
        {"reel make " PICTURES " --format grey -o o.pbr", "all must have one size", 1},
        {"budget " KIOSK " " KIOSK, "no font, picture or reel", 1},
        {"budget " KIOSK " no.pbp", "no.pbp: No such file", 1},
    };
    for (size_t i = 0; i < LENGTH(cases); i++) {
        const struct outcome o = shell(PEMBLE " %s", cases[i].line);
        assert_says(o.err, cases[i].said);
        if (o.status != cases[i].status)
            fail_msg("%s: ended with %d", cases[i].line, o.status);
    }
    assert_int_equal(shell("test -e o.pbp || test -e o.pbr").status, 1);
}

/* A progressive JPEG that says another size; its first scan is there so many times. */
static void write_progressive(const char *name, int side, int repeats)
{
    struct jpeg_compress_struct jpeg;
    struct jpeg_error_mgr errors;
    unsigned char *made = NULL, gray[64];
    unsigned long size = 0, sizes = 0, scan = 0, end;
    char path[300];
    JSAMPROW row = gray;
    jpeg.err = jpeg_std_error(&errors);
    jpeg_create_compress(&jpeg);
    jpeg_mem_dest(&jpeg, &made, &size);
    jpeg.image_width = jpeg.image_height = 64;
    jpeg.input_components = 1;
    jpeg.in_color_space = JCS_GRAYSCALE;
    jpeg_set_defaults(&jpeg);
    jpeg_simple_progression(&jpeg);
    jpeg_start_compress(&jpeg, TRUE);
    for (int y = 0; y < 64; y++) {
        for (int x = 0; x < 64; x++)
            gray[x] = (unsigned char)(x * y);
        jpeg_write_scanlines(&jpeg, &row, 1);
    }
    jpeg_finish_compress(&jpeg);
    jpeg_destroy_compress(&jpeg);
    for (unsigned long i = 0; i + 1 < size; i++)
        if (made[i] == 0xFF && made[i + 1] == 0xC2)
            sizes = i + 5;
        else if (made[i] == 0xFF && made[i + 1] == 0xDA && !scan)
            scan = i;
    for (end = scan + 2; made[end] != 0xFF || made[end + 1] == 0; end++)
        ;
    assert_true(sizes && scan);
    for (int i = 0; i < 4; i++)
        made[sizes + (unsigned)i] = (unsigned char)(i % 2 ? side : side >> 8);
    snprintf(path, sizeof path, "%s/%s", shell_directory(), name);
    FILE *f = fopen(path, "wb");
    assert_non_null(f);
    fwrite(made, 1, scan, f);
    for (int i = 0; i < repeats; i++)
        fwrite(made + scan, 1, end - scan, f);
    fwrite(made + end, 1, size - end, f);
    assert_int_equal(fclose(f), 0);
    free(made);
}

/* Four by four in red, which goes; then two by two in blue, with nothing around them. */
static void frames_may_leave_holes(void **state)
{
    (void)state;
    static const unsigned char gif[] = {
        0x47, 0x49, 0x46, 0x38, 0x39, 0x61, 0x04, 0x00, 0x04, 0x00, 0xF0, 0x00, 0x00, 0xFF,
        0x00, 0x00, 0x00, 0x00, 0x00, 0x21, 0xF9, 0x04, 0x08, 0x0A, 0x00, 0x00, 0x00, 0x21,
        0xFF, 0x0B, 0x4E, 0x45, 0x54, 0x53, 0x43, 0x41, 0x50, 0x45, 0x32, 0x2E, 0x30, 0x03,
        0x01, 0x00, 0x00, 0x00, 0x2C, 0x01, 0x00, 0x01, 0x00, 0x04, 0x00, 0x04, 0x00, 0x00,
        0x02, 0x04, 0x84, 0x8F, 0x09, 0x05, 0x00, 0x21, 0xF9, 0x04, 0x08, 0x0A, 0x00, 0x00,
        0x00, 0x2C, 0x01, 0x00, 0x01, 0x00, 0x02, 0x00, 0x02, 0x00, 0x80, 0x00, 0x00, 0xFF,
        0x00, 0x00, 0x00, 0x02, 0x02, 0x84, 0x51, 0x00, 0x3B};
    static const char *const formats[] = {"one-bit", "grey", "colour"};
    char path[300];
    snprintf(path, sizeof path, "%s/holes.gif", shell_directory());
    FILE *f = fopen(path, "wb");
    assert_non_null(f);
    assert_int_equal(fwrite(gif, 1, sizeof gif, f), sizeof gif);
    assert_int_equal(fclose(f), 0);
    for (size_t i = 0; i < LENGTH(formats); i++) {
        const struct outcome o =
            shell(PEMBLE " reel make holes.gif --format %s -o holes.pbr", formats[i]);
        if (o.status != 0)
            fail_msg("%s: %s", formats[i], o.err);
        assert_says(o.out, "2 frames of 4x4");
    }
}

enum { UPRIGHT_W = 24, UPRIGHT_H = 16, SQUARE = 8 };

/* A white square in the upper left corner of what the camera saw, which was held so. */
static void write_turned(int orientation)
{
    /* EXIF: TIFF, low bytes first, one entry: tag 274, one short. */
    unsigned char exif[] = {'E',  'x',  'i', 'f', 0, 0, 'I', 'I', 42, 0, 8, 0, 0, 0, 1, 0,
                            0x12, 0x01, 3,   0,   1, 0, 0,   0,   0,  0, 0, 0, 0, 0, 0, 0};
    struct jpeg_compress_struct jpeg;
    struct jpeg_error_mgr errors;
    char path[300];
    exif[24] = (unsigned char)orientation;
    snprintf(path, sizeof path, "%s/turned.jpg", shell_directory());
    FILE *f = fopen(path, "wb");
    assert_non_null(f);
    jpeg.err = jpeg_std_error(&errors);
    jpeg_create_compress(&jpeg);
    jpeg_stdio_dest(&jpeg, f);
    jpeg.image_width = UPRIGHT_W;
    jpeg.image_height = UPRIGHT_H;
    jpeg.input_components = 1;
    jpeg.in_color_space = JCS_GRAYSCALE;
    jpeg_set_defaults(&jpeg);
    jpeg_start_compress(&jpeg, TRUE);
    jpeg_write_marker(&jpeg, JPEG_APP0 + 1, exif, sizeof exif);
    for (int y = 0; y < UPRIGHT_H; y++) {
        unsigned char gray[UPRIGHT_W];
        for (int x = 0; x < UPRIGHT_W; x++)
            gray[x] = x < SQUARE && y < SQUARE ? 255 : 0;
        JSAMPROW row = gray;
        jpeg_write_scanlines(&jpeg, &row, 1);
    }
    jpeg_finish_compress(&jpeg);
    jpeg_destroy_compress(&jpeg);
    assert_int_equal(fclose(f), 0);
}

static void photographs_are_turned_as_the_camera_was_held(void **state)
{
    (void)state;
    /* Where the square is then: at the right, at the bottom; from 5 on the picture stands. */
    static const bool right[] = {false, true, true, false, false, true, true, false};
    static const bool bottom[] = {false, false, true, true, false, false, true, true};
    for (int i = 0; i < 8; i++) {
        const int w = i >= 4 ? UPRIGHT_H : UPRIGHT_W, h = i >= 4 ? UPRIGHT_W : UPRIGHT_H;
        write_turned(i + 1);
        const struct outcome o =
            shell("awk 'BEGIN { printf \"P2 %d %d 1\\n\"; for (y = 0; y < %d; y++) for (x = 0; x < "
                  "%d; x++) "
                  "print (x >= %d && x < %d && y >= %d && y < %d) }' > right.pgm && "
                  "for f in right.pgm turned.jpg; do " PEMBLE
                  " picture make $f --format one-bit --dither none -o $f.pbp || exit 1; done && "
                  "cmp right.pgm.pbp turned.jpg.pbp",
                  w, h, h, w, right[i] ? w - SQUARE : 0, right[i] ? w : SQUARE,
                  bottom[i] ? h - SQUARE : 0, bottom[i] ? h : SQUARE);
        if (o.status != 0)
            fail_msg("orientation %d: %s%s", i + 1, o.out, o.err);
    }
}

static void files_that_ask_for_much_memory_are_refused(void **state)
{
    (void)state;
    static const char *const names[] = {"large.jpg", "large.gif", "long.gif"};
    write_progressive("large.jpg", 16000, 1);
    assert_int_equal(
        shell("cp " PICTURES "/wheel.gif large.gif && cp large.gif long.gif && "
              "printf '\\200\\076\\200\\076' | dd of=large.gif bs=1 seek=6 conv=notrunc && "
              "printf '\\240\\017\\240\\017' | dd of=long.gif bs=1 seek=6 conv=notrunc")
            .status,
        0);
    for (size_t i = 0; i < LENGTH(names); i++) {
        const struct outcome o =
            shell(PEMBLE " reel make %s --format grey --size 64x64 -o big.pbr", names[i]);
        assert_int_equal(o.status, 1);
        assert_says(o.err, names[i]);
        assert_says(o.err, "it takes more than 256 MB of memory; --memory allows more");
    }
    write_progressive("scans.jpg", 64, 300);
    struct outcome o = shell(PEMBLE " picture make scans.jpg --format grey -o big.pbp");
    assert_int_equal(o.status, 1);
    assert_says(o.err, "scans.jpg: it has more than 200 scans");
    write_progressive("whole.jpg", 64, 1);
    o = shell(PEMBLE " picture make whole.jpg --format grey -o whole.pbp && " PEMBLE
                     " picture make " PICTURES "/harbour.png --format grey --memory 1 -o h.pbp");
    assert_int_equal(o.status, 0);
    o = shell(PEMBLE " picture make " PICTURES "/harbour.png --format grey --memory 0 -o h.pbp");
    assert_int_equal(o.status, 2);
    assert_says(o.err, "--memory 0: possible is 1 to 65536 megabytes");
}

/* A GIF that ends before its first frame is a valid file without a picture. */
static void a_file_without_an_image_is_refused(void **state)
{
    (void)state;
    static const char *const makers[] = {"picture", "reel"};
    for (size_t i = 0; i < LENGTH(makers); i++) {
        const struct outcome o =
            shell("printf 'GIF89a\\010\\000\\010\\000\\000\\000\\000;' >none.gif && " PEMBLE
                  " %s make none.gif --format grey -o none.%s",
                  makers[i], i ? "pbr" : "pbp");
        assert_int_equal(o.status, 1);
        assert_non_null(strstr(o.err, "none.gif: there is no image in it"));
    }
}

static void frames_that_last_too_long_are_refused(void **state)
{
    (void)state;
    struct outcome o =
        shell("cp " PICTURES "/wheel.gif slow.gif && "
              "at=$(LC_ALL=C grep -obUaP '\\x21\\xf9\\x04' slow.gif | head -n 1 | cut -d: -f1) && "
              "printf '\\377\\377' | dd of=slow.gif bs=1 seek=$((at + 4)) conv=notrunc && " PEMBLE
              " reel make slow.gif --format grey -o slow.pbr");
    assert_int_equal(o.status, 1);
    assert_says(o.err, "frame 1 lasts 655.3 s: possible is 65.5 s");
    o = shell(PEMBLE " reel make slow.gif --format grey --rate 10 -o slow.pbr");
    assert_int_equal(o.status, 0);
}

static void damaged_files_say_why(void **state)
{
    (void)state;
    static const char *const names[] = {"pictures/harbour.png", "pictures/wheel.gif",
                                        "card/broken.jpg"};
    for (size_t i = 0; i < LENGTH(names); i++) {
        const struct outcome o = shell("head -c 700 " SOURCE_DIR "/assets/quay/%s > cut; " PEMBLE
                                       " picture make cut --format grey -o cut.pbp",
                                       names[i]);
        assert_int_equal(o.status, 1);
        assert_says(o.err, "cut: ");
        assert_int_equal(shell("test -e cut.pbp").status, 1);
    }
    write_file("short.ppm", "P3 4 4 255 1 2 3");
    assert_says(shell(PEMBLE " picture make short.ppm --format grey -o s.pbp").err,
                "short.ppm: the file ends too early, at byte 16");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(the_panel_decides_size_and_pixels),
        cmocka_unit_test(small_images_stay_small_on_a_large_panel),
        cmocka_unit_test(fitting_does_what_it_says),
        cmocka_unit_test(brightness_contrast_and_dithering_change_what_is_light),
        cmocka_unit_test(loss_makes_a_photograph_smaller_and_keeps_its_word),
        cmocka_unit_test(dithering_goes_by_what_the_frames_are),
        cmocka_unit_test(an_avr_has_lean_pictures),
        cmocka_unit_test(a_photograph_is_mixed_of_what_paper_has),
        cmocka_unit_test(every_kind_of_file_is_read),
        cmocka_unit_test(a_gif_becomes_a_reel_with_its_times),
        cmocka_unit_test(numbered_images_are_in_their_natural_order),
        cmocka_unit_test(the_c_sources_compile_and_are_counted),
        cmocka_unit_test(a_budget_tells_memory_and_the_time_of_the_wire),
        cmocka_unit_test(a_budget_tells_what_the_code_takes),
        cmocka_unit_test(a_budget_adds_up_the_panels_of_a_bus),
        cmocka_unit_test(a_budget_of_paper_estimates_its_charge),
        cmocka_unit_test(what_cannot_be_made_is_refused),
        cmocka_unit_test(frames_may_leave_holes),
        cmocka_unit_test(photographs_are_turned_as_the_camera_was_held),
        cmocka_unit_test(files_that_ask_for_much_memory_are_refused),
        cmocka_unit_test(a_file_without_an_image_is_refused),
        cmocka_unit_test(frames_that_last_too_long_are_refused),
        cmocka_unit_test(damaged_files_say_why),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
