/* main.c - the pemble command. */
#include "command.h"

#include <stdio.h>
#include <string.h>
#include "pemble/version.h"

int main(int argc, const char **argv)
{
    if (argc < 2) {
        print_commands(stderr);
        return BAD_USE;
    }
    if (strcmp(argv[1], "--help") == 0 || strcmp(argv[1], "-h") == 0) {
        print_commands(stdout);
        return end_output(DONE);
    }
    if (strcmp(argv[1], "--version") == 0) {
        puts("pemble " PMB_VERSION);
        return end_output(DONE);
    }
    return run_command(argc - 1, argv + 1);
}
