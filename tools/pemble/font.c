/* font.c - pemble font: makes fonts and shows them. */
#include "command.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "characters.h"
#include "output.h"
#include "specimen.h"

enum { MOST_SHOWN = 8 };

static const struct usage make_usage = {
    .name = "font make",
    .arguments = "INPUT -o OUT.c|OUT.pmf [--size N] [--bits 1|2|4] [--codes C] [--text T]\n"
                 "                 [--from FILE.c] [--header OUT.h] [--plain] [--unkerned]",
    .text =
        "Makes a font for the library from a TTF, OTF, BDF or PCF file. The font has the "
        "characters\n"
        "that --codes, --text and --from name together; without these options it has every\n"
        "character of the file. OUT.c is a C source with a const pmb_font; OUT.pmf has the bytes\n"
        "alone, for a card. With 2 or 4 bits a pixel the edges of an outline font are smooth. A\n"
        "glyph is packed when that takes fewer bytes. Pairs are kerned if the file has kerning.\n"
        "The command prints what each option would save.\n",
    .examples = "  pemble font make sans.ttf --size 14 --codes 32-126,0xb0 -o sans14.c\n"
                "  pemble font make sans.ttf --size 24 --bits 4 --text 0123456789.- -o big.c\n"
                "  pemble font make assets/fonts/bollard32.bdf --text 0123456789.: -o clock.c\n"
                "  pemble font make sans.ttf --size 12 --from main.c -o just_mine.c\n",
};

static const struct usage show_usage = {
    .name = "font show",
    .arguments = "FONT... [-o SPECIMEN.png] [--size N] [--bits 1|2|4]",
    .text = "Draws a specimen of fonts, one below the other. A font is a file as for 'font make', "
            "or one\n"
            "that it made. The specimen has the metrics and the size of the font, a sentence, "
            "numbers,\n"
            "and every glyph with its code. Of an outline font it has the glyphs of Latin-1.\n",
    .examples = "  pemble font show assets/fonts/jetty.bdf -o jetty.png\n"
                "  pemble font show sans.ttf --size 16 --bits 4 -o sans.png\n",
};

/* The font, or (no block) the header that declares it. */
static bool write_to(FILE *f, const struct font_block *block, const char *name, bool c)
{
    if (!block)
        return font_block_write_header(name, f);
    return c ? font_block_write_c(block, name, f)
             : fwrite(block->bytes, 1, block->size, f) == block->size;
}

static int write_file(const char *path, const struct font_block *block, const char *name)
{
    struct whole whole;
    return output_open(&whole, path)
               ? output_close(&whole, path,
                              write_to(whole.file, block, name, ends_with(path, ".c")))
               : FAILED;
}

static void say_missing(const struct code_set *missing)
{
    if (missing->count == 0)
        return;
    fprintf(stderr, "pemble: the font has no");
    for (size_t i = 0; i < missing->count && i < 12; i++)
        fprintf(stderr, " U+%04lX", (unsigned long)missing->codes[i]);
    fprintf(stderr, "%s\n", missing->count > 12 ? " and others" : "");
}

/* One line of what another choice would take; nothing when it makes no difference. */
static void say_choice(const struct font_block *block, const struct font_request *other,
                       const char *choice)
{
    static struct font_block made;
    char why[200];
    if (!font_block_read(&made, other, why, sizeof why))
        return;
    const long more = (long)made.size - (long)block->size;
    if (more != 0)
        printf("  %-28s %7zu bytes, %ld %s\n", choice, made.size, more < 0 ? -more : more,
               more < 0 ? "less" : "more");
    font_block_free(&made);
}

/* What each option does to the size. */
static void say_choices(const struct font_request *request, const struct font_block *block)
{
    static const struct {
        int bits;
        const char *choice;
    } depths[] = {{1, "with --bits 1"}, {2, "with --bits 2"}, {4, "with --bits 4"}};
    struct font_request other = *request;
    other.plain = !request->plain;
    say_choice(block, &other, request->plain ? "without --plain" : "with --plain");
    other = *request;
    other.unkerned = !request->unkerned;
    say_choice(block, &other, request->unkerned ? "without --unkerned" : "with --unkerned");
    for (int i = 0; i < 3 && request->size > 0; i++) {
        other = *request;
        other.bits = depths[i].bits;
        say_choice(block, &other, depths[i].choice);
    }
    other = *request;
    other.only = NULL;
    if (request->only)
        say_choice(block, &other, "with all its characters");
}

static int make(const struct font_request *request, const char *out, const char *header)
{
    static struct font_block block;
    char why[200], name[80];
    object_name(out, name, sizeof name);
    if (!font_block_read(&block, request, why, sizeof why)) {
        complain("%s: %s", request->path, why);
        return FAILED;
    }
    say_missing(&block.missing);
    int status = write_file(out, &block, name);
    if (status == DONE && header)
        status = write_file(header, NULL, name);
    if (status == DONE) {
        printf("%s: %u glyphs (%u packed), %u kerned pairs, %zu bytes of flash: %zu of pixels, %zu "
               "of tables\n",
               out, block.glyphs, block.packed, block.pairs, block.size, block.bitmap_bytes,
               block.size - block.bitmap_bytes);
        if (header)
            printf("%s: declares %s\n", header, name);
        say_choices(request, &block);
    }
    font_block_free(&block);
    return status;
}

static int run_make(int argc, const char **argv)
{
    static struct code_set only;
    char *out = NULL, *ranges = NULL, *text = NULL, *source = NULL, *header = NULL;
    int size = 0, bits = 1, plain = 0, unkerned = 0, status;
    struct poptOption options[] = {
        {"output", 'o', POPT_ARG_STRING, &out, 0, "the font to write; needed", "OUT.c|OUT.pmf"},
        {"size", 's', POPT_ARG_INT, &size, 0, "pixels, for outline fonts", "N"},
        {"bits", 'b', POPT_ARG_INT, &bits, 0, "bits a pixel: 1 (the default), 2 or 4", "B"},
        {"codes", '\0', POPT_ARG_STRING, &ranges, 0, "code points, such as 32-126,0xb0", "C"},
        {"text", '\0', POPT_ARG_STRING, &text, 0, "the characters of this text", "T"},
        {"from", '\0', POPT_ARG_STRING, &source, 0,
         "the characters of all string literals of a C source", "FILE.c"},
        {"header", '\0', POPT_ARG_STRING, &header, 0, "also write a header that declares it",
         "OUT.h"},
        {"plain", '\0', POPT_ARG_NONE, &plain, 0, "pack no glyph: larger, and drawn faster", NULL},
        {"unkerned", '\0', POPT_ARG_NONE, &unkerned, 0, "leave out the kerned pairs", NULL},
        POPT_TABLEEND,
    };
    struct line line;
    if (!line_read(&line, &make_usage, options, argc, argv, 1, 1, &status))
        return status;
    only.count = 0;
    status = BAD_USE;
    if (out && header && !ends_with(out, ".c"))
        complain("font make: --header goes with -o OUT.c, not with -o %s", out);
    else if (is_given(&make_usage, "-o", out) &&
             (!ranges || characters_from_ranges(&only, ranges)) &&
             (!text || characters_from_text(&only, text)) &&
             (!source || characters_from_source(&only, source)))
        status = make(
            &(struct font_request){
                .path = line.words[0],
                .size = size,
                .bits = bits ? bits : -1,
                .plain = plain,
                .unkerned = unkerned,
                .only = ranges || text || source ? &only : NULL,
            },
            out, header);
    line_done(&line);
    return status;
}

/* A font block that was written to a file. */
static bool read_written(const char *path, struct font_block *block)
{
    FILE *f = fopen(path, "rb");
    if (!f)
        return false;
    block->bytes = malloc(1 << 21);
    block->size = block->bytes ? fread(block->bytes, 1, 1 << 21, f) : 0;
    fclose(f);
    return block->size >= 4 && memcmp(block->bytes, "PMBF", 4) == 0;
}

/* Adds one font to the picture; false, having said why, when it is none. */
static bool show(struct specimen *specimen, const struct font_request *request)
{
    static struct font_block block;
    char why[200];
    if (!read_written(request->path, &block)) {
        font_block_free(&block);
        if (!font_block_read(&block, request, why, sizeof why)) {
            complain("%s: %s", request->path, why);
            return false;
        }
    }
    const pmb_font font = {block.bytes, (uint32_t)block.size};
    const bool good = pmb_font_check(&font) == PMB_OK;
    if (good)
        specimen_add(specimen, &font, request->path);
    else
        complain("%s: %s", request->path, pmb_status_text(PMB_ERR_DATA));
    font_block_free(&block);
    return good;
}

static int run_show(int argc, const char **argv)
{
    char *out = NULL;
    int size = 0, bits = 1, status;
    struct poptOption options[] = {
        {"output", 'o', POPT_ARG_STRING, &out, 0, "the picture; specimen.png if not given",
         "SPECIMEN.png"},
        {"size", 's', POPT_ARG_INT, &size, 0, "pixels, for outline fonts", "N"},
        {"bits", 'b', POPT_ARG_INT, &bits, 0, "bits a pixel, for outline fonts: 1, 2 or 4", "B"},
        POPT_TABLEEND,
    };
    struct line line;
    if (!line_read(&line, &show_usage, options, argc, argv, 1, MOST_SHOWN, &status))
        return status;
    /* Outline fonts have thousands of characters: those of Latin-1 are shown. */
    static struct code_set latin;
    struct specimen specimen;
    latin.count = 0;
    (void)characters_from_ranges(&latin, "32-126,160-255");
    status = FAILED;
    if (specimen_begin(&specimen)) {
        bool good = true;
        for (int i = 0; i < line.count && good; i++)
            good = show(&specimen, &(struct font_request){.path = line.words[i],
                                                          .size = size,
                                                          .bits = bits ? bits : -1,
                                                          .only = size ? &latin : NULL});
        status = specimen_end(&specimen, good ? out ? out : "specimen.png" : NULL);
        if (!good)
            status = FAILED;
    }
    line_done(&line);
    return status;
}

static int run(int argc, const char **argv)
{
    static const char help[] =
        "pemble font make INPUT -o OUT ...\npemble font show FONT ...\n\n"
        "'pemble font make --help' and 'pemble font show --help' say more.\n";
    if (argc > 1 && strcmp(argv[1], "make") == 0)
        return run_make(argc - 1, argv + 1);
    if (argc > 1 && strcmp(argv[1], "show") == 0)
        return run_show(argc - 1, argv + 1);
    if (argc > 1 && (strcmp(argv[1], "--help") == 0 || strcmp(argv[1], "-h") == 0)) {
        fputs(help, stdout);
        return DONE;
    }
    complain("font: %s: possible is make or show", argc > 1 ? argv[1] : "nothing to do");
    return BAD_USE;
}

const struct command command_font = {"font", "make a font from a file, or show one", run, true};
