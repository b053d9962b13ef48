/* line.c - reading a subcommand's options with popt. */
#include "command.h"

#include <stdarg.h>
#include <stdio.h>
#include <stdlib.h>

void complain(const char *format, ...)
{
    va_list arguments;
    fputs("pemble: ", stderr);
    va_start(arguments, format);
    vfprintf(stderr, format, arguments);
    va_end(arguments);
    fputc('\n', stderr);
}

static void print_help(poptContext context, const char *name, const struct usage *usage)
{
    printf("pemble %s %s\n\n%s\n", name, usage->arguments, usage->text);
    fflush(stdout);
    poptPrintHelp(context, stdout, 0);
    printf("\nExamples:\n%s", usage->examples);
}

static int bad_use(const char *name, const char *what, const char *which)
{
    complain("%s: %s%s%s; see 'pemble %s --help'", name, which, *which ? ": " : "", what, name);
    return BAD_USE;
}

bool line_read(struct line *line, const struct usage *usage, struct poptOption *options, int argc,
               const char **argv, int least, int most, int *status)
{
    enum { HELP = 'h' };
    struct poptOption table[] = {
        {NULL, '\0', POPT_ARG_INCLUDE_TABLE, options, 0, "Options:", NULL},
        {"help", 'h', POPT_ARG_NONE, NULL, HELP, "say this", NULL},
        POPT_TABLEEND,
    };
    char synopsis[160];
    const char *name = argv[0];
    *line = (struct line){.context = poptGetContext("pemble", argc, argv, table, 0)};
    snprintf(synopsis, sizeof synopsis, "%s", usage->arguments);
    poptSetOtherOptionHelp(line->context, synopsis);
    int code;
    *status = DONE;
    while ((code = poptGetNextOpt(line->context)) == HELP) {
        print_help(line->context, name, usage);
        line_done(line);
        return false;
    }
    const char *word;
    if (code < -1) {
        *status = bad_use(name, poptStrerror(code), poptBadOption(line->context, 0));
    } else {
        while ((word = poptGetArg(line->context)) != NULL) {
            if (line->count == most) {
                *status = bad_use(name, "is one word too many", word);
                break;
            }
            line->words[line->count++] = word;
        }
        if (*status == DONE && line->count < least)
            *status = bad_use(name, "it needs more words", "");
    }
    for (const struct poptOption *o = options; o->longName; o++)
        if (o->argInfo == POPT_ARG_STRING && line->owned_count < MOST_WORDS)
            line->owned[line->owned_count++] = *(char **)o->arg;
    if (*status != DONE)
        line_done(line);
    return *status == DONE;
}

void line_done(struct line *line)
{
    for (int i = 0; i < line->owned_count; i++)
        free(line->owned[i]);
    poptFreeContext(line->context);
}
