/* command.h - what the subcommands share: exit statuses, options, messages. */
#ifndef PEMBLE_COMMAND_H
#define PEMBLE_COMMAND_H

#include <limits.h>
#include <stdbool.h>
#include <stdio.h>
#include <popt.h>

enum status { DONE = 0, FAILED = 1, BAD_USE = 2, NO_ANSWER = 3 };

struct command {
    const char *name;
    const char *summary; /* one line, for the list of commands */
    int (*run)(int argc, const char **argv);
    bool ends; /* by itself: the time that it takes is limited */
};

extern const struct command command_budget, command_card, command_config, command_decode,
    command_demo, command_font, command_live, command_machine, command_panels, command_picture,
    command_probe, command_reel, command_symptoms, command_touch, command_wiring;

/* Runs the subcommand that argv[0] names; returns an exit status. */
int run_command(int argc, const char **argv);

/* Ends the process with FAILED when it has taken more processor time than the user allows. */
void limit_time(void);

/* The list of subcommands. */
void print_commands(FILE *out);

/* What could not be written to standard output is an error too: a full disk, a closed pipe. */
int end_output(int status);

/* The harbour of pemble demo on a watched bench, without end; returns an exit status. */
int demo_live(void *user);

/* What --help says around the options. */
struct usage {
    const char *name;      /* "card", "font make" */
    const char *arguments; /* "CONFIG [-o FILE.png]" */
    const char *text;      /* what the command does, a few lines */
    const char *examples;  /* complete command lines, one a line, indented by two */
};

enum { MOST_WORDS = 512 };

/* The command line of a subcommand, read. */
struct line {
    const char *words[MOST_WORDS]; /* what is not an option */
    int count;
    poptContext context;     /* owns the words */
    char *owned[MOST_WORDS]; /* values of string options */
    int owned_count;
    char name[40]; /* "pemble font make", for popt */
};

/*
 * Reads the options into the variables of the table and the other words into the line. Returns true
 * to go on; false when the command has to end with *status, because help was printed or the use was
 * bad (which has been said on stderr).
 */
bool line_read(struct line *line, const struct usage *usage, struct poptOption *options, int argc,
               const char **argv, int least, int most, int *status);

/* Frees the words and the values of string options. */
void line_done(struct line *line);

/* Whether an option that a command needs has a value; else it is said that it is missing. */
bool is_given(const struct usage *usage, const char *option, const char *value);

/* For an option with a number, to begin with. */
enum { NOT_GIVEN = INT_MIN };

/* Whether the number of an option is possible, or was not given; else that is said. The unit begins
 * with a space, or is empty. */
bool number_is_possible(const char *option, int given, int least, int most, const char *unit);

#define ONLY_OPTION(variable)                                                                      \
    {                                                                                              \
        "only", '\0', POPT_ARG_STRING, &(variable), 0,                                             \
            "which panel of the file; the first if not given", "NAME"                              \
    }

/* "pemble: ..." on stderr, with a new line. */
void complain(const char *format, ...) __attribute__((format(printf, 1, 2)));

#endif
