/* main.c - pemble-bake: turns the typefaces in assets/ into C while Pemble is built. */
#include <stdio.h>
#include "font_block.h"

int main(int argc, char **argv)
{
    static struct font_block block;
    char why[160], name[80];
    if (argc != 4) {
        fprintf(stderr, "usage: pemble-bake FONT NAME OUT.c\n");
        return 2;
    }
    if (!font_block_read(&block, &(struct font_request){.path = argv[1]}, why, sizeof why)) {
        fprintf(stderr, "pemble-bake: %s: %s\n", argv[1], why);
        return 1;
    }
    FILE *f = fopen(argv[3], "w");
    if (!f) {
        perror(argv[3]);
        return 1;
    }
    snprintf(name, sizeof name, "pmb_font_%s", argv[2]);
    const bool good = font_block_write_c(&block, name, f);
    font_block_free(&block);
    return fclose(f) == 0 && good ? 0 : 1;
}
