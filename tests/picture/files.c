/* Image files from a card: BMP, Netpbm, JPEG, against what other libraries and this test make. */
#include "test.h"
#include <stdio.h>
#include <jpeglib.h>
#include "encode.h"
#include "file.h"

enum { W = 120, H = 90 };

struct sheet {
    pmb_canvas c;
    uint8_t pixels[W * H * 2];
};

#define GROUND PMB_RGB(8, 16, 24)

static void open_sheet(struct sheet *s)
{
    assert_int_equal(
        pmb_canvas_init(&s->c, &pmb_rgb565, (pmb_rect){0, 0, W, H}, s->pixels, sizeof s->pixels),
        PMB_OK);
    pmb_fill(&s->c, GROUND);
}

static pmb_color at(const struct sheet *s, int x, int y)
{
    return pmb_canvas_peek(&s->c, (pmb_point){(int16_t)x, (int16_t)y});
}

static pmb_status draw(struct sheet *s, const uint8_t *bytes, size_t size, pmb_rect r,
                       pmb_file_report *report)
{
    return draw_file(&s->c, bytes, size, r, report);
}

/* A picture of a slope, with sharp spots: red, green and blue of a pixel. */
static void color_at(int x, int y, uint8_t rgb[3])
{
    rgb[0] = (uint8_t)(x * 7 + y);
    rgb[1] = (uint8_t)(y * 5 + (x / 9 % 2) * 80);
    rgb[2] = (uint8_t)(255 - x * 2 - y);
}

static pmb_color want_at(int x, int y)
{
    uint8_t rgb[3];
    color_at(x, y, rgb);
    return PMB_RGB(rgb[0], rgb[1], rgb[2]);
}

/* A BMP of so many bits; up to 8 bits its palette has the colours of the slope's first row. */
static void make_bmp(struct file *f, int w, int h, int bits, bool from_top)
{
    const int colors = bits <= 8 ? 1 << bits : 0;
    f->size = 0;
    put_text(f, "BM");
    put_number(f, 0, 4);
    put_number(f, 0, 4);
    put_number(f, 54 + 4 * (uint32_t)colors, 4);
    put_number(f, 40, 4);
    put_number(f, (uint32_t)w, 4);
    put_number(f, (uint32_t)(from_top ? -h : h), 4);
    put_number(f, 1, 2);
    put_number(f, (uint32_t)bits, 2);
    for (int i = 0; i < 6; i++)
        put_number(f, 0, 4);
    for (int i = 0; i < colors; i++) {
        uint8_t rgb[3];
        color_at(i, 0, rgb);
        put(f, rgb[2]);
        put(f, rgb[1]);
        put(f, rgb[0]);
        put(f, 0);
    }
    for (int row = 0; row < h; row++) {
        const int y = from_top ? row : h - 1 - row;
        const size_t start = f->size;
        unsigned byte = 0;
        for (int x = 0; x < w; x++) {
            uint8_t rgb[3];
            color_at(x, y, rgb);
            if (bits <= 8) {
                byte = byte << bits | (unsigned)((x + y) % colors);
                if ((x + 1) % (8 / bits) == 0 || x + 1 == w) {
                    for (int rest = x + 1; rest % (8 / bits) != 0; rest++)
                        byte <<= bits;
                    put(f, byte);
                }
            } else if (bits == 16) {
                put_number(
                    f, (uint32_t)(rgb[0] >> 3) << 10 | (uint32_t)(rgb[1] >> 3) << 5 | rgb[2] >> 3,
                    2);
            } else {
                put(f, rgb[2]);
                put(f, rgb[1]);
                put(f, rgb[0]);
                if (bits == 32)
                    put(f, 0);
            }
        }
        while ((f->size - start) % 4 != 0)
            put(f, 0);
    }
}

static void bitmaps_of_all_depths_are_drawn(void **state)
{
    (void)state;
    static const int depths[] = {1, 4, 8, 16, 24, 32};
    for (size_t i = 0; i < 2 * LENGTH(depths); i++) {
        static struct file f;
        static struct sheet s;
        pmb_file_report report;
        const int bits = depths[i / 2], colors = bits <= 8 ? 1 << bits : 0;
        make_bmp(&f, 37, 21, bits, i % 2);
        open_sheet(&s);
        assert_int_equal(draw(&s, f.bytes, f.size, (pmb_rect){10, 10, 47, 31}, &report), PMB_OK);
        assert_string_equal(report.kind, "BMP");
        assert_null(report.reason);
        assert_int_equal(report.drawn.x, 15);
        assert_int_equal(report.drawn.y, 15);
        for (int y = 0; y < 21; y++)
            for (int x = 0; x < 37; x++) {
                pmb_color want = colors ? want_at((x + y) % colors, 0) : want_at(x, y);
                pmb_color got = at(&s, 15 + x, 15 + y);
                if (bits == 16) /* five bits of green */
                    want &= 0xFFDF, got &= 0xFFDF;
                assert_int_equal(got, want);
            }
        assert_int_equal(at(&s, 14, 15), GROUND);
        assert_int_equal(at(&s, 15 + 37, 15), GROUND);
    }
}

static void make_netpbm(struct file *f, int kind, int w, int h, unsigned most)
{
    char text[80];
    f->size = 0;
    snprintf(text, sizeof text, "P%d\n# drawn by a test\n%d %d\n", kind, w, h);
    put_text(f, text);
    if (kind % 3 != 1) {
        snprintf(text, sizeof text, "%u\n", most);
        put_text(f, text);
    }
    for (int y = 0; y < h; y++) {
        unsigned byte = 0;
        for (int x = 0; x < w; x++) {
            uint8_t rgb[3];
            color_at(x, y, rgb);
            const unsigned dark = rgb[0] < 128;
            if (kind == 1) {
                put(f, '0' + dark);
            } else if (kind == 4) {
                byte = byte << 1 | dark;
                if (x % 8 == 7 || x + 1 == w)
                    put(f, byte << (7 - x % 8));
            } else {
                for (int i = 0; i < (kind % 3 == 0 ? 3 : 1); i++) {
                    const unsigned value = most > 255 ? rgb[i] * 257u : rgb[i];
                    snprintf(text, sizeof text, "%u ", value);
                    if (kind <= 3)
                        put_text(f, text);
                    else if (most > 255)
                        put(f, value >> 8), put(f, value);
                    else
                        put(f, value);
                }
            }
        }
        if (kind <= 3)
            put(f, '\n');
    }
}

static void netpbm_files_of_all_kinds_are_drawn(void **state)
{
    (void)state;
    for (int i = 0; i < 12; i++) {
        static struct file f;
        static struct sheet s;
        pmb_file_report report;
        const int kind = i % 6 + 1;
        make_netpbm(&f, kind, 29, 17, i < 6 ? 255 : 65535);
        open_sheet(&s);
        assert_int_equal(draw(&s, f.bytes, f.size, (pmb_rect){0, 0, 29, 17}, &report), PMB_OK);
        assert_string_equal(report.kind, "Netpbm");
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++) {
                uint8_t rgb[3];
                color_at(x, y, rgb);
                const pmb_color want = x >= 29 || y >= 17 ? GROUND
                                       : kind % 3 == 1    ? (rgb[0] < 128 ? PMB_BLACK : PMB_WHITE)
                                       : kind % 3 == 2    ? PMB_RGB(rgb[0], rgb[0], rgb[0])
                                                          : want_at(x, y);
                assert_int_equal(at(&s, x, y), want);
            }
    }
}

/* Made smaller, each pixel is the mean of its box. */
static void large_files_are_made_to_fit(void **state)
{
    (void)state;
    static struct file f;
    static struct sheet s;
    pmb_file_report report;
    const int w = 211, h = 97;
    make_netpbm(&f, 6, w, h, 255);
    open_sheet(&s);
    assert_int_equal(draw(&s, f.bytes, f.size, (pmb_rect){5, 5, 50, 60}, &report), PMB_OK);
    assert_int_equal(report.size.w, w);
    assert_int_equal(report.drawn.w, 50);
    const int th = h * 50 / w;
    assert_int_equal(report.drawn.h, th);
    for (int y = 0; y < th; y++)
        for (int x = 0; x < 50; x++) {
            unsigned sum[3] = {0}, count = 0;
            for (int sy = y * h / th; sy < (y + 1) * h / th; sy++)
                for (int sx = x * w / 50; sx < (x + 1) * w / 50; sx++, count++) {
                    uint8_t rgb[3];
                    color_at(sx, sy, rgb);
                    for (int i = 0; i < 3; i++)
                        sum[i] += rgb[i];
                }
            for (int i = 0; i < 3; i++)
                sum[i] = (sum[i] + count / 2) / count;
            assert_int_equal(at(&s, report.drawn.x + x, report.drawn.y + y),
                             PMB_RGB(sum[0], sum[1], sum[2]));
        }
}

/* Halves are rounded up: 7, 7, 7 and 9 are 8, which RGB565 can show, and less is 0. */
static void means_are_rounded(void **state)
{
    (void)state;
    static struct sheet s;
    static const char *const files[] = {"P2 2 2 255 7 7 7 9\n", "P2 2 2 255 7 7 7 8\n"};
    for (int i = 0; i < 2; i++) {
        pmb_file_report report;
        open_sheet(&s);
        assert_int_equal(
            draw(&s, (const uint8_t *)files[i], strlen(files[i]), (pmb_rect){0, 0, 1, 1}, &report),
            PMB_OK);
        assert_int_equal(at(&s, 0, 0), i ? PMB_RGB(7, 7, 7) : PMB_RGB(8, 8, 8));
    }
}

/* Behind the last number of a text nothing has to come. */
static void a_text_may_end_with_its_last_number(void **state)
{
    (void)state;
    static struct sheet s;
    static const char *const files[] = {"P1 2 1 0 1", "P2 2 1 255 0 24", "P3 1 1 255 0 0 16",
                                        "P2 2 1 255 0 "};
    for (int i = 0; i < 4; i++) {
        pmb_file_report report;
        open_sheet(&s);
        assert_int_equal(
            draw(&s, (const uint8_t *)files[i], strlen(files[i]), (pmb_rect){0, 0, 2, 1}, &report),
            i < 3 ? PMB_OK : PMB_ERR_DATA);
        if (i == 1)
            assert_int_equal(at(&s, 1, 0), PMB_RGB(24, 24, 24));
    }
}

/* A side may have 32767 pixels. */
static void sides_have_a_limit(void **state)
{
    (void)state;
    static const char *const sizes[] = {"32767 1", "1 32767", "32768 1", "1 32768"};
    static struct file f;
    static struct sheet s;
    for (int i = 0; i < 4; i++) {
        pmb_file_report report;
        char text[40];
        f.size = 0;
        snprintf(text, sizeof text, "P4 %s\n", sizes[i]);
        put_text(&f, text);
        for (int k = 0; k < 32768; k++)
            put(&f, 0);
        open_sheet(&s);
        const pmb_status status = draw(&s, f.bytes, f.size, (pmb_rect){0, 0, W, H}, &report);
        assert_int_equal(status, i < 2 ? PMB_OK : PMB_ERR_DATA);
    }
}

static J_COLOR_SPACE kept_as = JCS_YCbCr; /* colours of the next files */

/* libjpeg makes the file, and says what it is. */
static void make_jpeg(struct file *f, int w, int h, int quality, int across, int down, int restart,
                      bool grey, bool progressive)
{
    struct jpeg_compress_struct jpeg;
    struct jpeg_error_mgr errors;
    unsigned char *bytes = NULL;
    unsigned long size = 0;
    jpeg.err = jpeg_std_error(&errors);
    jpeg_create_compress(&jpeg);
    jpeg_mem_dest(&jpeg, &bytes, &size);
    jpeg.image_width = (JDIMENSION)w;
    jpeg.image_height = (JDIMENSION)h;
    jpeg.input_components = grey ? 1 : 3;
    jpeg.in_color_space = grey ? JCS_GRAYSCALE : JCS_RGB;
    jpeg_set_defaults(&jpeg);
    if (!grey)
        jpeg_set_colorspace(&jpeg, kept_as);
    jpeg_set_quality(&jpeg, quality, TRUE);
    jpeg.dct_method = JDCT_ISLOW;
    jpeg.comp_info[0].h_samp_factor = across;
    jpeg.comp_info[0].v_samp_factor = down;
    jpeg.restart_interval = (unsigned)restart;
    if (progressive)
        jpeg_simple_progression(&jpeg);
    jpeg_start_compress(&jpeg, TRUE);
    for (int y = 0; y < h; y++) {
        uint8_t row[1200];
        for (int x = 0; x < w; x++) {
            uint8_t rgb[3];
            color_at(x, y, rgb);
            for (int i = 0; i < (grey ? 1 : 3); i++)
                row[(grey ? 1 : 3) * x + i] = rgb[i];
        }
        JSAMPROW rows[] = {row};
        jpeg_write_scanlines(&jpeg, rows, 1);
    }
    jpeg_finish_compress(&jpeg);
    jpeg_destroy_compress(&jpeg);
    assert_true(size <= sizeof f->bytes);
    memcpy(f->bytes, bytes, size);
    f->size = size;
    free(bytes);
}

static void read_jpeg(const struct file *f, uint8_t rgb[H][W][3])
{
    struct jpeg_decompress_struct jpeg;
    struct jpeg_error_mgr errors;
    jpeg.err = jpeg_std_error(&errors);
    jpeg_create_decompress(&jpeg);
    jpeg_mem_src(&jpeg, f->bytes, f->size);
    jpeg_read_header(&jpeg, TRUE);
    jpeg.out_color_space = JCS_RGB;
    jpeg.dct_method = JDCT_ISLOW;
    jpeg.do_fancy_upsampling = FALSE; /* samples are repeated */
    jpeg_start_decompress(&jpeg);
    while (jpeg.output_scanline < jpeg.output_height) {
        JSAMPROW rows[] = {&rgb[jpeg.output_scanline][0][0]};
        jpeg_read_scanlines(&jpeg, rows, 1);
    }
    jpeg_finish_decompress(&jpeg);
    jpeg_destroy_decompress(&jpeg);
}

/* Within one step of 8 bits, which RGB565 shows as one of its own at most. */
static bool is_near(pmb_color color, const uint8_t rgb[3])
{
    const int shown[] = {color >> 11, color >> 5 & 63, color & 31};
    for (int i = 0; i < 3; i++) {
        const int shift = i == 1 ? 2 : 3;
        const int low = (rgb[i] > 0 ? rgb[i] - 1 : 0) >> shift;
        const int high = (rgb[i] < 255 ? rgb[i] + 1 : 255) >> shift;
        if (shown[i] < low || shown[i] > high)
            return false;
    }
    return true;
}

static void jpegs_are_within_one_step_of_libjpeg(void **state)
{
    (void)state;
    static const int qualities[] = {10, 50, 90, 100};
    static const int samplings[][2] = {{1, 1}, {2, 1}, {1, 2}, {2, 2}};
    for (unsigned i = 0; i < 4 * 4 * 3 * 2; i++) {
        static struct file f;
        static struct sheet s;
        static uint8_t rows[H][W][3];
        pmb_file_report report;
        const bool grey = i / 48;
        const int w = 93 + (int)i % 5, h = 71 + (int)i % 3;
        make_jpeg(&f, w, h, qualities[i % 4], grey ? 1 : samplings[i / 4 % 4][0],
                  grey ? 1 : samplings[i / 4 % 4][1], (int[]){0, 1, 7}[i / 16 % 3], grey, false);
        read_jpeg(&f, rows);
        open_sheet(&s);
        assert_int_equal(
            draw(&s, f.bytes, f.size, (pmb_rect){0, 0, (int16_t)w, (int16_t)h}, &report), PMB_OK);
        for (int y = 0; y < h; y++)
            for (int x = 0; x < w; x++)
                if (!is_near(at(&s, x, y), rows[y][x]))
                    fail_msg("jpeg %u: pixel %d,%d is %04x, not %d %d %d", i, x, y, at(&s, x, y),
                             rows[y][x][0], rows[y][x][1], rows[y][x][2]);
        assert_int_equal(at(&s, w, h), GROUND);
    }
}

/* Red and blue of a grey picture are the same, also where it is made smaller. */
/* On greys each pixel is what its colour is there. */
static void jpegs_are_drawn_on_greys(void **state)
{
    (void)state;
    static struct file f;
    static struct sheet s;
    static uint8_t drawn[W / 2 * H], want[W / 2 * H];
    pmb_canvas c, model;
    const pmb_rect all = {0, 0, W, H};
    make_jpeg(&f, 61, 47, 90, 2, 2, 0, false, false);
    open_sheet(&s);
    assert_int_equal(draw(&s, f.bytes, f.size, all, NULL), PMB_OK);
    assert_int_equal(pmb_canvas_init(&c, &pmb_grey4, all, drawn, sizeof drawn), PMB_OK);
    assert_int_equal(pmb_canvas_init(&model, &pmb_grey4, all, want, sizeof want), PMB_OK);
    pmb_fill(&c, GROUND);
    assert_int_equal(draw_file(&c, f.bytes, f.size, all, NULL), PMB_OK);
    for (int16_t y = 0; y < H; y++)
        for (int16_t x = 0; x < W; x++)
            pmb_pixel(&model, (pmb_point){x, y}, at(&s, x, y));
    assert_memory_equal(drawn, want, sizeof drawn);
}

static void grey_jpegs_are_grey(void **state)
{
    (void)state;
    static struct file f;
    static struct sheet s;
    for (int16_t side = 40; side >= 10; side /= 2) {
        pmb_file_report report;
        make_jpeg(&f, 40, 40, 90, 1, 1, 0, true, false);
        open_sheet(&s);
        assert_int_equal(draw(&s, f.bytes, f.size, (pmb_rect){0, 0, side, side}, &report), PMB_OK);
        for (int y = 0; y < side; y++)
            for (int x = 0; x < side; x++)
                assert_int_equal(at(&s, x, y) >> 11, at(&s, x, y) & 31);
    }
}

/* More than 255 each way: sizes are two bytes. */
static void long_jpegs_are_drawn(void **state)
{
    (void)state;
    static struct file f;
    static struct sheet s;
    for (int tall = 0; tall < 2; tall++) {
        pmb_file_report report;
        const int16_t w = tall ? 8 : 300, h = tall ? 300 : 8;
        make_jpeg(&f, w, h, 90, 1, 1, 0, false, false);
        open_sheet(&s);
        assert_int_equal(draw(&s, f.bytes, f.size, (pmb_rect){0, 0, W, H}, &report), PMB_OK);
        assert_int_equal(report.size.w, w);
        assert_int_equal(report.size.h, h);
    }
}

/* Not transformed to brightness and hue: APP14 says so, or the names of the components do. */
static void jpegs_of_red_green_and_blue_are_drawn(void **state)
{
    (void)state;
    static struct file f;
    static uint8_t rows[H][W][3];
    for (int named = 0; named < 2; named++) {
        static struct sheet s;
        pmb_file_report report;
        kept_as = JCS_RGB;
        make_jpeg(&f, 93, 71, 90, 1, 1, 0, false, false);
        kept_as = JCS_YCbCr;
        assert_int_equal(f.bytes[3], 0xEE);
        if (named) /* another segment of that length, which is passed over */
            f.bytes[3] = 0xEC;
        read_jpeg(&f, rows);
        open_sheet(&s);
        assert_int_equal(draw(&s, f.bytes, f.size, (pmb_rect){0, 0, 93, 71}, &report), PMB_OK);
        for (int y = 0; y < 71; y++)
            for (int x = 0; x < 93; x++)
                if (!is_near(at(&s, x, y), rows[y][x]))
                    fail_msg("pixel %d,%d is %04x", x, y, at(&s, x, y));
    }
}

/* The header of OS/2: twelve bytes, and palettes of three bytes a colour. */
static void bitmaps_with_a_short_header_are_drawn(void **state)
{
    (void)state;
    static const int depths[] = {1, 4, 8, 24};
    for (size_t i = 0; i < LENGTH(depths); i++) {
        static struct file f, g;
        static struct sheet s, other;
        pmb_file_report report;
        const int colors = depths[i] <= 8 ? 1 << depths[i] : 0;
        make_bmp(&f, 37, 21, depths[i], false);
        memcpy(g.bytes, f.bytes, 14);
        g.size = 14;
        put_number(&g, 12, 4);
        put_number(&g, 37, 2);
        put_number(&g, 21, 2);
        put_number(&g, 1, 2);
        put_number(&g, (uint32_t)depths[i], 2);
        for (int k = 0; k < colors; k++)
            for (int part = 0; part < 3; part++)
                put(&g, f.bytes[54 + 4 * k + part]);
        g.bytes[10] = (uint8_t)g.size;
        g.bytes[11] = (uint8_t)(g.size >> 8);
        const size_t pixels = 54 + 4 * (size_t)colors;
        memcpy(g.bytes + g.size, f.bytes + pixels, f.size - pixels);
        g.size += f.size - pixels;
        open_sheet(&s);
        open_sheet(&other);
        assert_int_equal(draw(&s, f.bytes, f.size, (pmb_rect){0, 0, 37, 21}, &report), PMB_OK);
        assert_int_equal(draw(&other, g.bytes, g.size, (pmb_rect){0, 0, 37, 21}, &report), PMB_OK);
        for (int y = 0; y < 21; y++)
            for (int x = 0; x < 37; x++)
                assert_int_equal(at(&other, x, y), at(&s, x, y));
    }
}

static void jpegs_are_reduced_to_fit_and_bands_agree(void **state)
{
    (void)state;
    for (int shrink = 0; shrink < 4; shrink++) {
        static struct file f;
        static struct sheet whole, band;
        static uint8_t rows[H][W][3];
        pmb_file_report report;
        const pmb_rect r = {3, 4, (int16_t)(110 >> shrink), (int16_t)(80 >> shrink)};
        make_jpeg(&f, 104, 77, 95, 1, 1, 0, false, false);
        read_jpeg(&f, rows);
        open_sheet(&whole);
        assert_int_equal(draw(&whole, f.bytes, f.size, r, &report), PMB_OK);
        assert_int_equal(report.drawn.w, (104 + (1 << shrink) - 1) >> shrink);
        const int side = 1 << shrink;
        for (int y = 0; y < 77 / side; y++)
            for (int x = 0; x < 104 / side; x++) {
                int sum[3] = {0};
                uint8_t mean[3];
                for (int k = 0; k < side * side; k++)
                    for (int i = 0; i < 3; i++)
                        sum[i] += rows[y * side + k / side][x * side + k % side][i];
                for (int i = 0; i < 3; i++)
                    mean[i] = (uint8_t)(sum[i] / (side * side));
                /* Means of samples against means of colours: nearly the same. */
                const pmb_color got = at(&whole, report.drawn.x + x, report.drawn.y + y);
                assert_in_range(pmb_color_red(got) + 24, mean[0] + 8, mean[0] + 40);
                assert_in_range(pmb_color_green(got) + 24, mean[1] + 8, mean[1] + 40);
                assert_in_range(pmb_color_blue(got) + 24, mean[2] + 8, mean[2] + 40);
            }
        /* What is below a band is not read: there, half of the file is enough. */
        assert_int_equal(pmb_canvas_init(&band.c, &pmb_rgb565, (pmb_rect){0, 0, W, 9}, band.pixels,
                                         sizeof band.pixels),
                         PMB_OK);
        if (shrink < 2)
            assert_int_equal(draw(&band, f.bytes, f.size / 2, r, NULL), PMB_OK);
        for (int16_t top = 0; top < H; top = (int16_t)(top + 9)) {
            assert_int_equal(pmb_canvas_init(&band.c, &pmb_rgb565, (pmb_rect){0, top, W, 9},
                                             band.pixels, sizeof band.pixels),
                             PMB_OK);
            pmb_fill(&band.c, GROUND);
            assert_int_equal(draw(&band, f.bytes, f.size, r, NULL), PMB_OK);
            for (int y = top; y < top + 9; y++)
                for (int x = 0; x < W; x++)
                    assert_int_equal(at(&band, x, y), at(&whole, x, y));
        }
    }
}

static void what_is_not_drawn_is_named(void **state)
{
    (void)state;
    static struct file f;
    static struct sheet s;
    pmb_file_report report;
    open_sheet(&s);
    make_jpeg(&f, 40, 30, 80, 2, 2, 0, false, true);
    assert_int_equal(draw(&s, f.bytes, f.size, (pmb_rect){0, 0, 50, 50}, &report),
                     PMB_ERR_UNSUPPORTED);
    assert_string_equal(report.reason, "it is a progressive JPEG");
    make_jpeg(&f, 40, 30, 80, 2, 2, 0, false, false);
    for (size_t i = 0; i + 4 < f.size; i++)
        if (f.bytes[i] == 0xFF && f.bytes[i + 1] == 0xDB) { /* the first quantisation table */
            f.bytes[i + 4] |= 0x10;
            break;
        }
    assert_int_equal(draw(&s, f.bytes, f.size, (pmb_rect){0, 0, 50, 50}, &report),
                     PMB_ERR_UNSUPPORTED);
    assert_string_equal(report.reason, "its quantisation tables have 16 bits");
    make_bmp(&f, 10, 10, 8, false);
    f.bytes[30] = 1; /* run lengths */
    assert_int_equal(draw(&s, f.bytes, f.size, (pmb_rect){0, 0, 50, 50}, &report),
                     PMB_ERR_UNSUPPORTED);
    assert_int_equal(draw(&s, (const uint8_t *)"GIF89a..", 8, (pmb_rect){0, 0, 50, 50}, &report),
                     PMB_ERR_DATA);
    assert_string_equal(report.kind, "");
    assert_int_equal(
        draw(&s, (const uint8_t *)"P5 4 4 9 abc", 12, (pmb_rect){0, 0, 50, 50}, &report),
        PMB_ERR_DATA);
    assert_string_equal(report.reason, "a value is above the highest that it says");
    assert_int_equal(report.offset, 9);
    assert_int_equal(
        draw(&s, (const uint8_t *)"P6 40000 4 9 abc", 16, (pmb_rect){0, 0, 50, 50}, &report),
        PMB_ERR_DATA);
    assert_int_equal(draw(&s, (const uint8_t *)"", 0, (pmb_rect){0, 0, 50, 50}, &report),
                     PMB_ERR_DATA);
    make_netpbm(&f, 6, 300, 4, 255);
    struct card card = {.bytes = f.bytes, .size = (uint32_t)f.size};
    const pmb_reader reader = {&card, card_read, card_seek};
    uint8_t memory[100];
    assert_int_equal(
        pmb_file_draw(&s.c, &reader, (pmb_rect){0, 0, 50, 50}, memory, sizeof memory, &report),
        PMB_ERR_ARGUMENT);
}

static void files_cut_short_say_so_and_where(void **state)
{
    (void)state;
    static struct file f;
    static struct sheet s;
    for (int kind = 0; kind < 3; kind++) {
        if (kind == 0)
            make_bmp(&f, 24, 18, 24, true);
        else if (kind == 1)
            make_netpbm(&f, 6, 24, 18, 255);
        else
            make_jpeg(&f, 24, 18, 90, 2, 2, 2, false, false);
        for (size_t size = 2; size + 2 < f.size; size += 3) {
            pmb_file_report report;
            open_sheet(&s);
            uint8_t *exact = malloc(size);
            memcpy(exact, f.bytes, size);
            assert_int_equal(draw(&s, exact, size, (pmb_rect){0, 0, 60, 60}, &report),
                             PMB_ERR_DATA);
            assert_non_null(report.reason);
            assert_true(report.offset <= f.size);
            free(exact);
        }
    }
}

static void our_own_pictures_are_drawn_too(void **state)
{
    (void)state;
    static struct sheet s;
    uint16_t values[20 * 10];
    pmb_file_report report;
    struct block block;
    for (int i = 0; i < 200; i++)
        values[i] = (uint16_t)(i * 311);
    const struct pixels p = {.w = 20, .h = 10, .kind = PMB_PIXELS_COLOR, .values = values};
    assert_true(block_encode(&block, &(struct film){.frames = &p, .count = 1}));
    open_sheet(&s);
    assert_int_equal(draw(&s, block.bytes, block.size, (pmb_rect){0, 0, 40, 30}, &report), PMB_OK);
    assert_string_equal(report.kind, "picture");
    for (int i = 0; i < 200; i++)
        assert_int_equal(at(&s, 10 + i % 20, 10 + i / 20), values[i]);
    struct card card = {.bytes = block.bytes, .size = (uint32_t)block.size};
    const pmb_reader reader = {&card, card_read, card_seek};
    uint8_t memory[8];
    assert_int_equal(
        pmb_file_draw(&s.c, &reader, (pmb_rect){0, 0, 40, 30}, memory, sizeof memory, &report),
        PMB_ERR_ARGUMENT);
    assert_string_equal(report.reason, "there is too little memory for it");
    block.bytes[block.size - 1] ^= 1;
    assert_int_equal(draw(&s, block.bytes, block.size, (pmb_rect){0, 0, 40, 30}, &report),
                     PMB_ERR_DATA);
    block_free(&block);
}

/* Each byte that may stand where a restart marker is expected: only FFD0 to FFD7 are markers. */
static void only_restart_markers_restart(void **state)
{
    (void)state;
    static struct file f;
    static struct sheet s;
    pmb_file_report report;
    make_jpeg(&f, 40, 24, 80, 1, 1, 2, false, false);
    size_t at = f.size;
    for (size_t i = 2; i + 1 < f.size && at == f.size; i++)
        if (f.bytes[i] == 0xFF && f.bytes[i + 1] == 0xD0)
            at = i + 1;
    assert_true(at < f.size);
    for (int byte = 0xC8; byte <= 0xDF; byte++) {
        const bool marker = byte >= 0xD0 && byte <= 0xD7;
        f.bytes[at] = (uint8_t)byte;
        open_sheet(&s);
        const pmb_status status = draw(&s, f.bytes, f.size, (pmb_rect){0, 0, 40, 24}, &report);
        assert_int_equal(status, marker ? PMB_OK : PMB_ERR_DATA);
        if (!marker)
            assert_string_equal(report.reason, "a restart marker is missing");
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT, bitmaps_of_all_depths_are_drawn),
        test_without(PMB_ONE_BIT, netpbm_files_of_all_kinds_are_drawn),
        test_without(PMB_ONE_BIT, large_files_are_made_to_fit),
        test_without(PMB_ONE_BIT, means_are_rounded),
        test_without(PMB_ONE_BIT, sides_have_a_limit),
        test_without(PMB_ONE_BIT, a_text_may_end_with_its_last_number),
        test_without(PMB_ONE_BIT, long_jpegs_are_drawn),
        test_without(PMB_ONE_BIT, grey_jpegs_are_grey),
        test_without(PMB_ONE_BIT, jpegs_are_drawn_on_greys),
        test_without(PMB_ONE_BIT, jpegs_are_within_one_step_of_libjpeg),
        test_without(PMB_ONE_BIT, jpegs_of_red_green_and_blue_are_drawn),
        test_without(PMB_ONE_BIT, bitmaps_with_a_short_header_are_drawn),
        test_without(PMB_ONE_BIT, jpegs_are_reduced_to_fit_and_bands_agree),
        test_without(PMB_ONE_BIT, what_is_not_drawn_is_named),
        test_without(PMB_ONE_BIT, files_cut_short_say_so_and_where),
        test_without(PMB_ONE_BIT, our_own_pictures_are_drawn_too),
        test_without(PMB_ONE_BIT, only_restart_markers_restart),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
