/* commands.c - the subcommands, and the list of them. */
#include "command.h"

#include <errno.h>
#include <stdio.h>
#include <string.h>

static const struct command *const commands[] = {
    &command_panels, &command_wiring, &command_probe,  &command_card, &command_symptoms,
    &command_decode, &command_touch,  &command_config, &command_font, &command_picture,
    &command_reel,   &command_budget, &command_demo,   &command_live, &command_machine,
};
enum { COUNT = sizeof commands / sizeof commands[0] };

void print_commands(FILE *out)
{
    fputs("pemble COMMAND ...\n\nSmall displays: set up, wired, drawn on, on a simulated bench.\n\n"
          "Commands:\n",
          out);
    for (int i = 0; i < COUNT; i++)
        fprintf(out, "  %-10s %s\n", commands[i]->name, commands[i]->summary);
    fputs(
        "\n'pemble COMMAND --help' says more about one. 'pemble --version' prints the version.\n"
        "Exit status: 0 done; 2 bad use or configuration; 3 no panel answers; 1 other failures.\n"
        "A command that ends by itself takes at most 600 s of processor time; PEMBLE_SECONDS=N in\n"
        "the environment allows N.\n",
        out);
}

/* What could not be written to standard output is an error too: a full disk, a closed pipe. */
int end_output(int status)
{
    if (fflush(stdout) == 0 && !ferror(stdout))
        return status;
    complain("standard output: %s", strerror(errno));
    return status == DONE ? FAILED : status;
}

int run_command(int argc, const char **argv)
{
    for (int i = 0; i < COUNT; i++)
        if (strcmp(argv[0], commands[i]->name) == 0) {
            if (commands[i]->ends)
                limit_time();
            return end_output(commands[i]->run(argc, argv));
        }
    complain("%s: no such command; see 'pemble --help'", argv[0]);
    return BAD_USE;
}
