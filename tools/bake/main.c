/* main.c - pemble-bake: turns the sources in assets/ into C while Pemble is built. */
#include <stdio.h>
#include <stdlib.h>
#include "font_block.h"

static int write_font(const char *in, const char *name, const char *out)
{
    char why[160] = "";
    struct font_block block;
    if (font_block_read(&block, in, why, sizeof why)) {
        fprintf(stderr, "pemble-bake: %s: %s\n", in, why);
        return 1;
    }
    FILE *f = fopen(out, "w");
    if (!f) {
        perror(out);
        return 1;
    }
    fprintf(f, "/* Made from %u glyphs; %zu bytes. */\n#include \"pemble/text.h\"\n\n",
            block.glyphs, block.size);
    fprintf(f, "extern const PMB_FLASH pmb_font pmb_font_%s;\n\n", name);
    fprintf(f, "static const PMB_FLASH uint8_t bytes[%zu] = {", block.size);
    for (size_t i = 0; i < block.size; i++)
        fprintf(f, "%s%u,", i % 20 ? "" : "\n    ", block.bytes[i]);
    fprintf(f, "\n};\n\nconst PMB_FLASH pmb_font pmb_font_%s = {bytes, %zu};\n", name, block.size);
    free(block.bytes);
    return fclose(f) ? 1 : 0;
}

int main(int argc, char **argv)
{
    if (argc != 4) {
        fprintf(stderr, "usage: pemble-bake FONT NAME OUT.c\n");
        return 2;
    }
    return write_font(argv[1], argv[2], argv[3]);
}
