/* Image files that are damaged, rare or too large: each is told with its reason, and slides go on.
 */
#include "file.h"
#include <stdio.h>
#include "test.h"

static uint8_t pixels[64 * 48 * 2];
static pmb_canvas c;
static struct file f;

static int begin(void **state)
{
    (void)state;
    f.size = 0;
    return pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 64, 48}, pixels, sizeof pixels) !=
           PMB_OK;
}

static void assert_told(const char *reason, pmb_status status)
{
    pmb_file_report report;
    const pmb_status got = draw_file(&c, f.bytes, f.size, (pmb_rect){0, 0, 40, 30}, &report);
    if (got != status || (reason && (!report.reason || strcmp(report.reason, reason) != 0)))
        fail_msg("%d, %s, where %d, %s is expected", (int)got, report.reason ? report.reason : "-",
                 (int)status, reason ? reason : "-");
    if (status == PMB_OK)
        assert_null(report.reason);
    assert_true(report.offset <= f.size);
}

/* A file with one component or three of 8 by 8 pixels. What is not 0 is other than usual. */
struct odd {
    const char *reason;
    pmb_status status;
    unsigned before;      /* a marker in front of the frame, with `skipped` bytes */
    unsigned skipped;     /* of it */
    const char *adobe;    /* what APP14 begins with; behind it six bytes and the transform */
    unsigned transform;   /* 0: none, so that the colours are red, green and blue */
    unsigned frame;       /* marker of the frame header */
    unsigned bits, count; /* a sample; of components */
    unsigned frame_more;  /* added to its length */
    unsigned factors[3];  /* of sampling */
    const char *names;    /* of the components */
    unsigned quantity;    /* first byte of the quantisation table */
    unsigned quantity_more, huffman_more, scan_more; /* added to their lengths */
    unsigned huffman;                                /* first byte of the table for AC */
    unsigned ones;                                   /* codes of one bit; 1 unless it is said */
    unsigned dc, ac;                                 /* the value of the only code in each table */
    unsigned scan_count, scan_name, scan_tables;
    unsigned w, h;       /* the size, where it is not 8 by 8 */
    const char *picture; /* the coded bytes, instead of one zero each block */
    bool scan_first;     /* the scan in front of the frame header */
    bool ends;           /* EOI where the frame should be */
};

static void put_short(unsigned value)
{
    put(&f, value >> 8);
    put(&f, value);
}

static void put_marker(unsigned marker, unsigned length)
{
    put(&f, 0xFF);
    put(&f, marker);
    put_short(length + 2);
}

static void put_table(unsigned kind, unsigned ones, unsigned value, unsigned more)
{
    put_marker(0xC4, 18 + more);
    put(&f, kind);
    put(&f, ones);
    for (int i = 1; i < 16; i++)
        put(&f, 0);
    put(&f, value);
    for (unsigned i = 0; i < more; i++)
        put(&f, 0);
}

static void put_scan(const struct odd *o, unsigned count)
{
    const char *names = o->names ? o->names : "YBR";
    put_marker(0xDA, 4 + 2 * count + o->scan_more);
    put(&f, o->scan_count ? o->scan_count : count);
    for (unsigned i = 0; i < count; i++) {
        put(&f, o->scan_name ? o->scan_name : (unsigned char)names[i]);
        put(&f, o->scan_tables);
    }
    put_number(&f, 0x003F00, 3);
}

static void make_jpeg(const struct odd *o)
{
    const unsigned count = o->count ? o->count : 1;
    const char *names = o->names ? o->names : "YBR";
    f.size = 0;
    put(&f, 0xFF);
    put(&f, 0xD8);
    if (o->adobe) {
        put_marker(0xEE, (unsigned)strlen(o->adobe) + 7);
        put_text(&f, o->adobe);
        put_number(&f, 0, 4);
        put_number(&f, 0, 2);
        put(&f, o->transform);
    }
    put_marker(0xDB, 65 + o->quantity_more);
    put(&f, o->quantity);
    for (unsigned i = 0; i < 64 + o->quantity_more; i++)
        put(&f, 1);
    if (o->before) {
        put_marker(o->before, o->skipped);
        for (unsigned i = 0; i < o->skipped; i++)
            put(&f, 0x55);
    }
    if (o->ends)
        put_marker(0xD9, 0);
    if (o->scan_first)
        put_scan(o, count);
    put_marker(o->frame ? o->frame : 0xC0, 6 + 3 * count + o->frame_more);
    put(&f, o->bits ? o->bits : 8);
    put_short(o->h ? o->h : 8);
    put_short(o->w ? o->w : 8);
    put(&f, count);
    for (unsigned i = 0; i < count; i++) {
        put(&f, (unsigned char)names[i]);
        put(&f, o->factors[i] ? o->factors[i] : 0x11);
        put(&f, 0);
    }
    put_table(0x00, o->ones ? o->ones : 1, o->dc, 0);
    put_table(o->huffman ? o->huffman : 0x10, 1, o->ac, o->huffman_more);
    put_scan(o, count);
    if (o->picture)
        put_text(&f, o->picture);
    for (unsigned i = 0; i < 12 && !o->picture; i++)
        put(&f, 0);
    put(&f, 0xFF);
    put(&f, 0xD9);
}

static void jpegs_that_are_sound_are_drawn(void **state)
{
    (void)state;
    static const struct odd sound[] = {
        {.count = 0},
        {.count = 3},
        {.quantity = 3}, /* the last number that a table may have */
        {.frame = 0xC1}, /* extended, with 8 bits: as a baseline file */
        {.before = 0xFE, .skipped = 9},
        {.before = 0xC8, .skipped = 2}, /* reserved, and passed over */
        {.before = 0xCC, .skipped = 2},
        {.before = 0xE1, .skipped = 0},
        {.before = 0x01, .skipped = 1},
        {.h = 64}, /* too high for the rectangle, and not too wide */
        {.count = 3, .names = "RGX"},
        {.count = 3, .names = "RXB"},
        {.count = 3, .names = "XGB"},
        {.count = 3, .factors = {0x22, 0x11, 0x11}},
        {.count = 1, .factors = {0x22}}, /* one component is never interleaved */
        {.count = 3, .adobe = "Adobe", .transform = 1, .factors = {0x21, 0x11, 0x11}},
        {.count = 3, .adobe = "Adobe", .transform = 0},
        {.count = 3, .adobe = "Adobf", .transform = 0, .factors = {0x21, 0x11, 0x11}},
        {.count = 3, .adobe = "Ado", .transform = 0, .factors = {0x21, 0x11, 0x11}},
    };
    for (size_t i = 0; i < LENGTH(sound); i++) {
        make_jpeg(&sound[i]);
        assert_told(NULL, PMB_OK);
    }
}

/* The last blocks of a row and of a column have pixels beyond the edges; all before are drawn, on
 * every kind of pixels. */
static void every_pixel_of_a_jpeg_is_drawn(void **state)
{
    (void)state;
    static const unsigned factors[] = {0x11, 0x21, 0x22};
    static const pmb_format *const formats[] = {&pmb_rgb565, &pmb_grey4};
    for (unsigned w = 1; w <= 34; w += 3)
        for (unsigned h = 1; h <= 30; h += 4)
            for (size_t i = 0; i < 2 * LENGTH(factors); i++) {
                const unsigned factor = factors[i / 2];
                make_jpeg(
                    &(struct odd){.count = 3, .w = w, .h = h, .factors = {factor, 0x11, 0x11}});
                assert_int_equal(pmb_canvas_init(&c, formats[i % 2], (pmb_rect){0, 0, 64, 48},
                                                 pixels, sizeof pixels),
                                 PMB_OK);
                pmb_fill(&c, PMB_BLACK);
                assert_told(NULL, PMB_OK);
                unsigned drawn = 0;
                for (int16_t y = 0; y < 48; y++)
                    for (int16_t x = 0; x < 64; x++)
                        drawn += pmb_canvas_peek(&c, pmb_point_of(x, y)) != PMB_BLACK;
                assert_int_equal(drawn, w * h);
            }
    assert_int_equal(begin(state), 0);
}

static void jpegs_with_a_fault_are_told_with_their_reason(void **state)
{
    (void)state;
    static const char sampling[] = "its sampling is not one that is known",
                      scan[] = "its components are in several scans, or the scan header is wrong",
                      named[] = "the scan header names components or tables that are not there",
                      kinds[] = "it is a lossless, hierarchical or arithmetic JPEG",
                      size[] = "its size is not from 1 to 32767 each way",
                      depth[] = "it has not 8 bits a sample, or not one or three components";
    static const struct odd odd[] = {
        {"it ends before its picture", PMB_ERR_DATA, .ends = true},
        {"it ends before its picture", PMB_ERR_DATA, .before = 0xD8},
        {"a scan comes before the frame header", PMB_ERR_DATA, .scan_first = true},
        {kinds, PMB_ERR_UNSUPPORTED, .frame = 0xC3},
        {kinds, PMB_ERR_UNSUPPORTED, .frame = 0xC9},
        {kinds, PMB_ERR_UNSUPPORTED, .frame = 0xCF},
        {"it is a progressive JPEG", PMB_ERR_UNSUPPORTED, .frame = 0xC2},
        {depth, PMB_ERR_UNSUPPORTED, .bits = 12},
        {depth, PMB_ERR_UNSUPPORTED, .count = 2},
        {"the frame header has a wrong length", PMB_ERR_DATA, .frame_more = 1},
        {sampling, PMB_ERR_UNSUPPORTED, .factors = {0x01}},
        {sampling, PMB_ERR_UNSUPPORTED, .factors = {0x10}},
        {sampling, PMB_ERR_UNSUPPORTED, .factors = {0x31}},
        {sampling, PMB_ERR_UNSUPPORTED, .factors = {0x13}},
        {sampling, PMB_ERR_UNSUPPORTED, .count = 3, .factors = {0x22, 0x21, 0x11}},
        {sampling, PMB_ERR_UNSUPPORTED, .count = 3, .factors = {0x22, 0x11, 0x12}},
        {sampling, PMB_ERR_UNSUPPORTED, .count = 3, .names = "RGB", .factors = {0x21, 0x11, 0x11}},
        {sampling, PMB_ERR_UNSUPPORTED, .count = 3, .names = "RGB", .factors = {0x12, 0x11, 0x11}},
        {sampling, PMB_ERR_UNSUPPORTED, .count = 3, .adobe = "Adobe", .factors = {0x21, 0x11}},
        {"its quantisation tables have 16 bits", PMB_ERR_UNSUPPORTED, .quantity = 0x10},
        {"a quantisation table has a wrong number", PMB_ERR_DATA, .quantity = 4},
        {"a segment of quantisation tables has a wrong length", PMB_ERR_DATA, .quantity_more = 1},
        {"a segment of Huffman tables has a wrong length", PMB_ERR_DATA, .huffman_more = 3},
        {"a Huffman table has a number that baseline files have not", PMB_ERR_DATA,
         .huffman = 0x12},
        {"a Huffman table has a number that baseline files have not", PMB_ERR_DATA,
         .huffman = 0x20},
        {"a Huffman table has too many codes", PMB_ERR_DATA, .ones = 3},
        {scan, PMB_ERR_UNSUPPORTED, .scan_count = 3},
        {scan, PMB_ERR_UNSUPPORTED, .scan_more = 1},
        {named, PMB_ERR_DATA, .scan_name = 'Q'},
        {named, PMB_ERR_DATA, .scan_tables = 0x20},
        {named, PMB_ERR_DATA, .scan_tables = 0x02},
        {size, PMB_ERR_DATA, .w = 32768},
        {size, PMB_ERR_DATA, .h = 32768},
        {"a code is not in its Huffman table", PMB_ERR_DATA, .picture = "\x7E\x7E\x7E\x7E"},
        {"a DC difference has more than 11 bits", PMB_ERR_DATA, .dc = 12},
        {"a block has more than 64 coefficients", PMB_ERR_DATA, .ac = 0xF1},
        {"the coded data end too early", PMB_ERR_DATA, .w = 800, .picture = ""},
    };
    for (size_t i = 0; i < LENGTH(odd); i++) {
        make_jpeg(&odd[i]);
        assert_told(odd[i].reason, odd[i].status);
    }
}

/* A size of 0, and a table of more codes than are possible in all. */
static void jpegs_without_a_size_are_told(void **state)
{
    (void)state;
    static const unsigned places[] = {5, 7}; /* behind the frame's marker: height and width */
    for (size_t i = 0; i < LENGTH(places); i++) {
        make_jpeg(&(struct odd){.count = 0});
        const size_t frame = 2 + 4 + 65; /* behind the quantisation table */
        assert_int_equal(f.bytes[frame + 1], 0xC0);
        f.bytes[frame + places[i] + 1] = 0;
        assert_told("its size is not from 1 to 32767 each way", PMB_ERR_DATA);
    }
    f.size = 0;
    put_number(&f, 0xD8FF, 2);
    put_marker(0xC4, 17 + 163);
    put(&f, 0);
    for (int i = 0; i < 16; i++)
        put(&f, i == 15 ? 163 : 0);
    for (int i = 0; i < 163; i++)
        put(&f, 0);
    assert_told("a Huffman table has too many codes", PMB_ERR_DATA);
    f.bytes[3] = 0x00; /* no marker at all, and a segment that is too short */
    f.bytes[2] = 0x12;
    assert_told("there is no marker where one should be", PMB_ERR_DATA);
    f.size = 0;
    put_number(&f, 0xD8FF, 2);
    put_number(&f, 0xDBFF, 2);
    put_number(&f, 0x0100, 2);
    assert_told("a segment has a wrong length", PMB_ERR_DATA);
    make_jpeg(&(struct odd){.quantity_more = 65}); /* two tables, of which the first is cut */
    f.size = 2 + 4 + 40;
    assert_told("the file ends too early", PMB_ERR_DATA);
    f.size = 0;
    for (int i = 0; i < 8; i++) /* fill bytes to the end */
        put(&f, i == 1 ? 0xD8 : 0xFF);
    assert_told("the file ends too early", PMB_ERR_DATA);
}

/* Any bytes of FF may stand in front of a restart marker, and the file may end in them. */
static void restart_markers_may_have_fill_bytes(void **state)
{
    (void)state;
    make_jpeg(&(struct odd){.w = 16,
                            .before = 0xFE,
                            .skipped = 2,
                            .picture = "\x3F\xFF\xFF\xD0"
                                       "\x3F"});
    const size_t interval = 2 + 4 + 65 + 1; /* the comment becomes the restart interval */
    f.bytes[interval] = 0xDD;
    f.bytes[interval + 3] = 0;
    f.bytes[interval + 4] = 1;
    assert_told(NULL, PMB_OK);
    f.size -= 4; /* the file ends in fill bytes */
    assert_told("the file ends too early", PMB_ERR_DATA);
}

/* A bitmap of one pixel with the header that is given; `header` numbers of four bytes follow. */
static void make_bitmap(uint32_t header, unsigned bits, uint32_t compression, uint32_t colors,
                        uint32_t pixel)
{
    f.size = 0;
    put_text(&f, "BM");
    put_number(&f, 0, 4);
    put_number(&f, 0, 4);
    put_number(&f, 14 + header + 4 * colors, 4);
    put_number(&f, header, 4);
    put_number(&f, 1, 4);
    put_number(&f, 1, 4);
    put_number(&f, 1, 2);
    put_number(&f, bits, 2);
    put_number(&f, compression, 4);
    for (int i = 0; i < 3; i++)
        put_number(&f, 0, 4);
    put_number(&f, colors, 4);
    put_number(&f, 0, 4);
    while (f.size < 14 + header)
        put(&f, 0);
    for (uint32_t i = 0; i < colors; i++)
        put_number(&f, i * 0x010101, 4);
    put_number(&f, pixel, 4);
}

static void bitmaps_with_a_fault_are_told_with_their_reason(void **state)
{
    (void)state;
    static const char header[] = "its header is of a kind that is not known",
                      bits[] = "it is compressed, or has bits a pixel that are not known";
    static const struct {
        const char *reason;
        pmb_status status;
        uint32_t header;
        unsigned bits;
        uint32_t compression, colors;
    } odd[] = {
        {header, PMB_ERR_UNSUPPORTED, 39, 24, 0, 0},
        {header, PMB_ERR_UNSUPPORTED, 257, 24, 0, 0},
        {NULL, PMB_OK, 40, 24, 0, 0},
        {NULL, PMB_OK, 124, 24, 0, 0},
        {NULL, PMB_OK, 256, 24, 0, 0},
        {bits, PMB_ERR_UNSUPPORTED, 40, 2, 0, 0},
        {bits, PMB_ERR_UNSUPPORTED, 40, 64, 0, 0},
        {bits, PMB_ERR_UNSUPPORTED, 40, 24, 3, 0},
        {bits, PMB_ERR_UNSUPPORTED, 40, 8, 1, 0},
        {bits, PMB_ERR_UNSUPPORTED, 40, 4, 2, 0},
        {"its palette has more than 256 colours", PMB_ERR_DATA, 40, 8, 0, 257},
        {NULL, PMB_OK, 40, 8, 0, 256},
        {NULL, PMB_OK, 40, 8, 0, 3},
        {"a pixel has a colour that the palette has not", PMB_ERR_DATA, 40, 8, 0, 2},
    };
    for (size_t i = 0; i < LENGTH(odd); i++) {
        make_bitmap(odd[i].header, odd[i].bits, odd[i].compression, odd[i].colors, 2);
        assert_told(odd[i].reason, odd[i].status);
    }
    make_bitmap(40, 24, 0, 0, 0);
    f.bytes[18] = 0; /* no columns */
    assert_told("its size is not from 1 to 32767 each way", PMB_ERR_DATA);
}

/* Masks of colours: 5 and 6 bits, one bit, and none, which is black. */
static void bitmaps_say_where_their_colours_are(void **state)
{
    (void)state;
    static const struct {
        uint32_t masks[3], pixel;
        unsigned bits;
        pmb_color want;
    } odd[] = {
        {{0xF800, 0x07E0, 0x001F}, 0x1234, 16, 0x1234},
        {{0x001F, 0x07E0, 0xF800}, 0xFC10, 16, 0x841F},
        {{0, 0x8000, 0x4000}, 0xC000, 16, PMB_RGB(0, 255, 255)},
        {{0x40000000, 0x3FF00000, 0x000003FF}, 0x5FF00200, 32, PMB_RGB(255, 127, 128)},
        {{0xFF, 0xFF00, 0xFF0000}, 0x4080C0, 32, PMB_RGB(0xC0, 0x80, 0x40)},
    };
    for (size_t i = 0; i < LENGTH(odd); i++) {
        make_bitmap(56, odd[i].bits, 3, 0, odd[i].pixel);
        for (size_t k = 0; k < 3; k++)
            for (size_t b = 0; b < 4; b++)
                f.bytes[54 + 4 * k + b] = (uint8_t)(odd[i].masks[k] >> (8 * b));
        assert_told(NULL, PMB_OK);
        assert_int_equal(pmb_canvas_peek(&c, (pmb_point){19, 14}), odd[i].want);
    }
}

static void netpbm_files_with_a_fault_are_told_with_their_reason(void **state)
{
    (void)state;
    static const char number[] = "there is no number where one should be",
                      size[] = "its size is not from 1 to 32767 each way";
    static const struct {
        const char *text, *reason;
    } odd[] = {
        {"P1\t2\v2\f1\r0 0\n1", NULL},
        {"P1 #a comment\n2 #and another\n#third\n2 0110", NULL},
        {"P1 2 2 0x10", "there is no 0 or 1 where one should be"},
        {"P1 2 2 02", "there is no 0 or 1 where one should be"},
        {"P1 2 2 0/", "there is no 0 or 1 where one should be"},
        {"P2 65536 2 9 1", "a number is above 65535"},
        {"P2 x 2 9 1", number},
        {"P2 \x0E 2 9 1", number},
        {"P2 \x01 2 9 1", number},
        {"P1 1 40 1111111111111111111111111111111111111111", NULL},
        {"P2 / 2 9 1", number},
        {"P2 : 2 9 1", number},
        {"P2 2 2 0 1", "its highest value is 0"},
        {"P2 0 2 9 1", size},
        {"P2 2 0 9 1", size},
        {"P2 2 32768 9 1", size},
        {"P2 2 1 9 1 10 ", "a value is above the highest that it says"},
        {"P2 2 1 9 1 9 ", NULL},
        {"P2 1 1 65535 65535 ", NULL},
        {"P2 2 2 9 1", "the file ends too early"},
        {"P2 2", "the file ends too early"},
        {"P1 #no end", "the file ends too early"},
        {"P0 2 2 01", "it is none of BMP, Netpbm, JPEG and picture"},
        {"P7 2 2 01", "it is none of BMP, Netpbm, JPEG and picture"},
        {"BN", "it is none of BMP, Netpbm, JPEG and picture"},
        {"\xFF\xD9", "it is none of BMP, Netpbm, JPEG and picture"},
        {"PM", "it is damaged or of another version"},
        {"Q1 2 2 0110", "it is none of BMP, Netpbm, JPEG and picture"},
    };
    for (size_t i = 0; i < LENGTH(odd); i++) {
        f.size = 0;
        put_text(&f, odd[i].text);
        assert_told(odd[i].reason, odd[i].reason ? PMB_ERR_DATA : PMB_OK);
    }
}

static pmb_status draw_with(const uint8_t *bytes, size_t size, pmb_rect r, size_t memory,
                            uint32_t broken_from, const char **reason)
{
    struct card card = {.bytes = bytes, .size = (uint32_t)size, .broken_from = broken_from};
    const pmb_reader reader = {&card, card_read, card_seek};
    uint8_t *room = malloc(memory + 1);
    pmb_file_report report;
    const pmb_status status = pmb_file_draw(&c, &reader, r, room, memory, &report);
    *reason = report.reason;
    free(room);
    return status;
}

static void too_little_memory_is_told_for_each_kind(void **state)
{
    (void)state;
    const char *reason;
    const pmb_rect r = {0, 0, 40, 30};
    make_jpeg(&(struct odd){.count = 0});
    assert_int_equal(draw_with(f.bytes, f.size, r, 900, 0, &reason), PMB_ERR_ARGUMENT);
    assert_string_equal(reason, "there is too little memory for it");
    make_bitmap(40, 8, 0, 3, 0);
    assert_int_equal(draw_with(f.bytes, f.size, r, 767, 0, &reason), PMB_ERR_ARGUMENT);
    assert_string_equal(reason, "there is too little memory for it");
    assert_int_equal(draw_with(f.bytes, f.size, r, 768, 0, &reason), PMB_OK);
    assert_int_equal(draw_with(f.bytes, f.size, (pmb_rect){0, 0, 0, 9}, 768, 0, &reason),
                     PMB_ERR_ARGUMENT);
}

static void a_reader_that_cannot_seek_is_told(void **state)
{
    (void)state;
    const char *reason;
    make_bitmap(40, 24, 0, 0, 0);
    assert_int_equal(draw_with(f.bytes, f.size, (pmb_rect){0, 0, 9, 9}, 900, 54, &reason),
                     PMB_ERR_BUS);
    assert_string_equal(reason, "the reader cannot seek there");
}

static uint32_t read_too_many(void *context, void *to, uint32_t count)
{
    (void)context;
    memset(to, 'P', count);
    return count + 1;
}

static bool seek_anywhere(void *context, uint32_t offset)
{
    (void)context, (void)offset;
    return true;
}

static bool seek_nowhere(void *context, uint32_t offset)
{
    (void)context, (void)offset;
    return false;
}

/* A reader that says it read more than was asked for is not believed. */
static void readers_that_give_too_much_are_refused(void **state)
{
    (void)state;
    const pmb_reader reader = {NULL, read_too_many, seek_anywhere};
    uint8_t memory[900];
    assert_int_equal(
        pmb_file_draw(&c, &reader, (pmb_rect){0, 0, 9, 9}, memory, sizeof memory, NULL),
        PMB_ERR_DATA);
    const pmb_reader none = {NULL, read_too_many, seek_nowhere};
    pmb_file_report report;
    assert_int_equal(
        pmb_file_draw(&c, &none, (pmb_rect){0, 0, 9, 9}, memory, sizeof memory, &report),
        PMB_ERR_BUS);
    assert_int_equal(report.offset, 0);
}

/* In a band at the top the rows below it are not read; narrow and tall files are made to fit. */
static void rows_below_a_band_are_not_read(void **state)
{
    (void)state;
    pmb_canvas band;
    const char *reason;
    assert_int_equal(
        pmb_canvas_init(&band, &pmb_rgb565, (pmb_rect){0, 0, 64, 4}, pixels, sizeof pixels),
        PMB_OK);
    c = band;
    make_bitmap(40, 24, 0, 0, 0);
    f.bytes[22] = 20; /* rows that are not there, from the top */
    for (int i = 0; i < 3; i++)
        f.bytes[23 + i] = 0;
    f.bytes[22] = (uint8_t)-20;
    f.bytes[23] = f.bytes[24] = f.bytes[25] = 0xFF;
    for (int i = 0; i < 12; i++)
        put_number(&f, 0, 1);
    assert_int_equal(draw_with(f.bytes, f.size, (pmb_rect){0, 0, 40, 20}, 900, 0, &reason), PMB_OK);
    f.size = 0;
    put_text(&f, "P2 1 20 9 1 2 3 4 ");
    assert_int_equal(draw_with(f.bytes, f.size, (pmb_rect){0, 0, 40, 20}, 900, 0, &reason), PMB_OK);
    begin(NULL);
    put_text(&f, "P1 2 40 ");
    for (int i = 0; i < 80; i++)
        put(&f, '1');
    pmb_file_report report;
    assert_int_equal(draw_file(&c, f.bytes, f.size, (pmb_rect){0, 0, 8, 10}, &report), PMB_OK);
    assert_int_equal(report.drawn.w, 1); /* half of a pixel is one */
    assert_int_equal(report.drawn.h, 10);
}

/* A directory of so many files, of which those from `sound` on can be shown. */
struct shelf {
    uint16_t count, sound, opened;
    struct card card;
    uint16_t skipped;
};

static bool open_file(void *context, uint16_t number, pmb_reader *reader, const char **name)
{
    static const char sound[] = "P1 1 1 1 ";
    struct shelf *shelf = context;
    if (number >= shelf->count)
        return false;
    shelf->opened++;
    shelf->card = (struct card){.bytes = (const uint8_t *)sound,
                                .size = number >= shelf->sound ? sizeof sound - 1 : 1};
    *reader = (pmb_reader){&shelf->card, card_read, card_seek};
    *name = "slide";
    return true;
}

static void note_skipped(void *context, const char *name, const pmb_file_report *report)
{
    struct shelf *shelf = context;
    assert_string_equal(name, "slide");
    assert_non_null(report->reason);
    shelf->skipped++;
}

static void slides_pass_over_what_cannot_be_shown(void **state)
{
    (void)state;
    uint8_t memory[PMB_FILE_MEMORY(40)];
    struct shelf shelf = {.count = 4, .sound = 2};
    const pmb_directory directory = {&shelf, open_file};
    pmb_slides slides;
    pmb_slides_open(&slides, &directory, memory, sizeof memory);
    assert_true(pmb_slides_next(&slides)); /* nobody wants to know of the two that are skipped */
    assert_int_equal(slides.number, 2);
    pmb_fill(&c, PMB_WHITE);
    assert_int_equal(pmb_slides_draw(&c, &slides, (pmb_rect){4, 4, 1, 1}), PMB_OK);
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){4, 4}), PMB_BLACK);
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){5, 4}), PMB_WHITE);
    slides.skipped = note_skipped;
    slides.skipped_context = &shelf;
    assert_true(pmb_slides_next(&slides));
    assert_int_equal(slides.number, 3);
    assert_int_equal(shelf.skipped, 0);
    assert_true(pmb_slides_next(&slides)); /* from the first again */
    assert_int_equal(slides.number, 2);
    assert_int_equal(shelf.skipped, 2);
    shelf.sound = 4; /* all of them have become unreadable */
    shelf.opened = 0;
    assert_false(pmb_slides_next(&slides));
    assert_int_equal(shelf.opened, 4);
    assert_int_equal(shelf.skipped, 6);
}

/* As many files as there are numbers, and none of them can be shown: it ends. */
static void a_full_directory_ends(void **state)
{
    (void)state;
    uint8_t memory[PMB_FILE_MEMORY(40)];
    struct shelf shelf = {.count = UINT16_MAX, .sound = UINT16_MAX};
    const pmb_directory directory = {&shelf, open_file};
    pmb_slides slides;
    pmb_slides_open(&slides, &directory, memory, sizeof memory);
    assert_false(pmb_slides_next(&slides));
    assert_int_equal(shelf.opened, UINT16_MAX);
    shelf.sound = UINT16_MAX - 1;
    assert_true(pmb_slides_next(&slides));
    assert_int_equal(slides.number, UINT16_MAX - 1);
    shelf.count = 1; /* the card was changed */
    assert_false(pmb_slides_next(&slides));
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test_setup(jpegs_that_are_sound_are_drawn, begin),
        cmocka_unit_test_setup(every_pixel_of_a_jpeg_is_drawn, begin),
        cmocka_unit_test_setup(jpegs_with_a_fault_are_told_with_their_reason, begin),
        cmocka_unit_test_setup(jpegs_without_a_size_are_told, begin),
        cmocka_unit_test_setup(restart_markers_may_have_fill_bytes, begin),
        cmocka_unit_test_setup(bitmaps_with_a_fault_are_told_with_their_reason, begin),
        cmocka_unit_test_setup(bitmaps_say_where_their_colours_are, begin),
        cmocka_unit_test_setup(netpbm_files_with_a_fault_are_told_with_their_reason, begin),
        cmocka_unit_test_setup(too_little_memory_is_told_for_each_kind, begin),
        cmocka_unit_test_setup(a_reader_that_cannot_seek_is_told, begin),
        cmocka_unit_test_setup(readers_that_give_too_much_are_refused, begin),
        cmocka_unit_test_setup(rows_below_a_band_are_not_read, begin),
        cmocka_unit_test_setup(slides_pass_over_what_cannot_be_shown, begin),
        cmocka_unit_test_setup(a_full_directory_ends, begin),
    };
    return PMB_ONE_BIT ? 0 : cmocka_run_group_tests(tests, NULL, NULL);
}
