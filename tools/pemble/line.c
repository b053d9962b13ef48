/* line.c - reading a subcommand's options with popt. */
#include "command.h"

#include <errno.h>
#include <stdarg.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "apart.h"

void complain(const char *format, ...)
{
    va_list arguments;
    fputs("pemble: ", stderr);
    va_start(arguments, format);
    vfprintf(stderr, format, arguments);
    va_end(arguments);
    fputc('\n', stderr);
}

bool number_is_possible(const char *option, int given, int least, int most, const char *unit)
{
    if (given == NOT_GIVEN || (given >= least && given <= most))
        return true;
    complain("%s %d: possible is %d to %d%s", option, given, least, most, unit);
    return false;
}

enum { HELP = 'h', MOST_OPTIONS = 24 };

static int bad_use(const struct usage *usage, const char *which, const char *what)
{
    complain("%s: %s%s; see 'pemble %s --help'", usage->name, which, what, usage->name);
    return BAD_USE;
}

bool is_given(const struct usage *usage, const char *option, const char *value)
{
    if (!value)
        (void)bad_use(usage, option, " is missing");
    return value;
}

/* What popt says of an option and its value. */
static int bad_option(const struct usage *usage, poptContext context, int code, int argc,
                      const char **argv)
{
    const char *const what = code == POPT_ERROR_BADOPT      ? ": there is no such option"
                             : code == POPT_ERROR_NOARG     ? ": its value is missing"
                             : code == POPT_ERROR_BADNUMBER ? ": its value has to be a number"
                             : code == POPT_ERROR_OVERFLOW
                                 ? ": the number is too large or too small"
                                 : ": popt cannot take it";
    const char *const bad = poptBadOption(context, 0);
    char both[200];
    /* It gives a value without the option before it. */
    for (int i = 2; i < argc; i++)
        if (code != POPT_ERROR_BADOPT && strcmp(argv[i], bad) == 0 && argv[i - 1][0] == '-') {
            snprintf(both, sizeof both, "%s %s", argv[i - 1], bad);
            return bad_use(usage, both, what);
        }
    return bad_use(usage, bad, what);
}

/* The options of the command, and --help. */
static void add_help(struct poptOption *table, const struct poptOption *options)
{
    static const struct poptOption help = {"help", 'h',        POPT_ARG_NONE, NULL,
                                           HELP,   "say this", NULL};
    int count = 0;
    for (; count < MOST_OPTIONS && options[count].longName; count++)
        table[count] = options[count];
    table[count] = help;
    table[count + 1] = (struct poptOption)POPT_TABLEEND;
}

/* The n-th of the words that a command needs: "CONFIG" of "CONFIG [-o FILE]". */
static int needs_word(const struct usage *usage, int number)
{
    char word[40];
    const char *at = usage->arguments;
    for (; number > 0; number--)
        at += strcspn(at, " ") + 1;
    snprintf(word, sizeof word, "%.*s", (int)strcspn(at, " "), at);
    return bad_use(usage, word, " is missing");
}

/* The words that are no options, as many as may be. */
static int read_words(struct line *line, const struct usage *usage, int least, int most)
{
    const char *word;
    while ((word = poptGetArg(line->context)) != NULL) {
        if (line->count == most)
            return bad_use(usage, word, " is one word too many");
        line->words[line->count++] = word;
    }
    return line->count < least ? needs_word(usage, line->count) : DONE;
}

bool line_read(struct line *line, const struct usage *usage, struct poptOption *options, int argc,
               const char **argv, int least, int most, int *status)
{
    struct poptOption table[MOST_OPTIONS + 2];
    add_help(table, options);
    /* popt says this word in its line of usage. */
    *line = (struct line){.count = 0};
    snprintf(line->name, sizeof line->name, "pemble %s", usage->name);
    argv[0] = line->name;
    line->context = poptGetContext("pemble", argc, argv, table, 0);
    if (!line->context) {
        complain("there is not enough memory");
        *status = FAILED;
        return false;
    }
    poptSetOtherOptionHelp(line->context, usage->arguments);
    errno = 0;
    const int code = poptGetNextOpt(line->context);
    const bool memory_is_out = errno == ENOMEM; /* popt takes a value that it cannot keep for 0 */
    for (const struct poptOption *o = options; o->longName; o++)
        if (o->argInfo == POPT_ARG_STRING && line->owned_count < MOST_WORDS)
            line->owned[line->owned_count++] = *(char **)o->arg;
    if (code == HELP) {
        printf("%s\n", usage->text);
        fflush(stdout);
        poptPrintHelp(line->context, stdout, 0);
        printf("\nExamples:\n%s", usage->examples);
        *status = DONE;
        line_done(line);
        return false;
    }
    if (memory_is_out) {
        complain("there is not enough memory");
        *status = FAILED;
    } else {
        *status = code < -1 ? bad_option(usage, line->context, code, argc, argv)
                            : read_words(line, usage, least, most);
    }
    if (*status == DONE && !outputs_are_apart(line, options))
        *status = BAD_USE;
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
