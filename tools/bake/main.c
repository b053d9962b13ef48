/* main.c - pemble-bake: turns the typefaces of the library into C while Pemble is built. */
#include <stdio.h>
#include <stdlib.h>
#include <unistd.h>
#include "font_block.h"

static int fail_usage(void)
{
    fprintf(stderr, "usage: pemble-bake [-s SIZE] [-b BITS] [-l] [-p] FONT NAME OUT.c\n"
                    "  -l  only Latin-1 (U+0020 to U+007E, U+00A0 to U+00FF)\n"
                    "  -w  Latin-1, and signs: ohm, mu, U+2000 to U+22FF, the replacement\n"
                    "  -p  plain: no glyph is packed\n");
    return 2;
}

int main(int argc, char **argv)
{
    static struct font_block block;
    static struct code_set latin, with_signs;
    struct font_request request = {.bits = 1};
    char why[160], name[80];
    for (int option; (option = getopt(argc, argv, "s:b:lwp")) != -1;) {
        if (option == 's')
            request.size = atoi(optarg);
        else if (option == 'b')
            request.bits = atoi(optarg);
        else if (option == 'p')
            request.plain = true;
        else if (option == 'l')
            request.only = &latin;
        else if (option == 'w')
            request.only = &with_signs;
        else
            return fail_usage();
    }
    if (argc - optind != 3)
        return fail_usage();
    char **words = argv + optind;
    for (uint32_t code = 0x20; code <= 0xFF; code++)
        if ((code <= 0x7E || code >= 0xA0) && code_set_add(&latin, code))
            (void)code_set_add(&with_signs, code);
    for (uint32_t code = 0x2000; code <= 0x22FF; code++)
        (void)code_set_add(&with_signs, code);
    static const uint32_t others[] = {0x3A9, 0x3BC, 0xFFFD};
    for (int i = 0; i < 3; i++)
        (void)code_set_add(&with_signs, others[i]);
    request.path = words[0];
    if (!font_block_read(&block, &request, why, sizeof why)) {
        fprintf(stderr, "pemble-bake: %s: %s\n", words[0], why);
        return 1;
    }
    FILE *f = fopen(words[2], "w");
    if (!f) {
        perror(words[2]);
        return 1;
    }
    snprintf(name, sizeof name, "pmb_font_%s", words[1]);
    const bool good = font_block_write_c(&block, name, f);
    font_block_free(&block);
    return fclose(f) == 0 && good ? 0 : 1;
}
