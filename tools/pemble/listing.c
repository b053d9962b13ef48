/* listing.c - commands as they pass. */
#include "listing.h"

#include <string.h>

enum { MOST_PRINTED = 12, MOST_DIFFERENCES = 16, FIRST_SENTENCE = 90 };

/* What a note says, up to its first full stop. */
static void print_meaning(FILE *out, const struct note_row *row)
{
    const char *text = row ? row->meaning : "not in the note";
    int length = 0;
    while (text[length] && length < FIRST_SENTENCE &&
           !(text[length] == '.' && (text[length + 1] == ' ' || !text[length + 1])))
        length++;
    while (length == FIRST_SENTENCE && length > 0 && text[length] != ' ' && text[length])
        length--;
    fprintf(out, "%.*s%s", length, text,
            length >= FIRST_SENTENCE - 20 && text[length] ? " ..." : "");
}

static void print_told(FILE *out, const struct told *t)
{
    fprintf(out, "%02X", t->command);
    for (int i = 0; i < t->count && i < MOST_PRINTED; i++)
        fprintf(out, " %02X", t->parameters[i]);
    if (t->count > MOST_PRINTED)
        fprintf(out, " and %d more", t->count - MOST_PRINTED);
}

static int row_number(const struct listing *l, uint8_t command)
{
    const struct note_row *row = note_of(l->note, l->set, command);
    if (!row && l->set)
        row = note_of(l->note, 0, command);
    return row ? (int)(row - l->note->rows) : -1;
}

static void end_data(struct listing *l)
{
    if (l->data > 0 && l->out)
        fprintf(l->out, "%12.6f s  data: %u bytes\n", (double)l->data_began / 1e9, l->data);
    l->lines += l->data > 0;
    l->data = 0;
}

static void end_command(struct listing *l)
{
    if (!l->going)
        return;
    l->going = false;
    l->lines++;
    const int row = row_number(l, l->now.command);
    if (row >= 0 && !l->has_first[row]) {
        l->has_first[row] = true;
        l->firsts[row] = l->now;
    }
    if (!l->out)
        return;
    fprintf(l->out, "%12.6f s  ", (double)l->began / 1e9);
    print_told(l->out, &l->now);
    fputs("  ", l->out);
    print_meaning(l->out, row >= 0 ? &l->note->rows[row] : NULL);
    fputc('\n', l->out);
}

/* The PCD8544 has two sets of commands: bit 0 of 20h chooses. */
static void choose_set(struct listing *l, uint8_t command)
{
    for (int i = 0; i < l->note->count; i++)
        if (l->note->rows[i].set == 1 && (command & 0xF8) == 0x20)
            l->set = command & 1;
}

void listing_byte(void *listing, uint64_t at, uint8_t byte, bool command)
{
    struct listing *l = listing;
    const bool wanted = l->going && (l->expected > l->now.count ||
                                     (!command && l->expected < 0 && l->now.count < 16));
    if (wanted) {
        if (l->now.count < MOST_PARAMETERS)
            l->now.parameters[l->now.count++] = byte;
        else
            l->expected = 0;
        return;
    }
    end_command(l);
    if (!command) {
        if (l->data++ == 0)
            l->data_began = at;
        return;
    }
    end_data(l);
    const int row = row_number(l, byte);
    l->now = (struct told){.command = byte};
    l->going = true;
    l->began = at;
    l->expected = row >= 0 ? l->note->rows[row].parameters : 0;
    choose_set(l, byte);
}

void listing_end(struct listing *l)
{
    end_command(l);
    end_data(l);
}

static bool is_same(const struct told *a, const struct told *b)
{
    return a->command == b->command && a->count == b->count &&
           memcmp(a->parameters, b->parameters, (size_t)a->count) == 0;
}

int listing_compare(const struct listing *seen, const struct listing *right)
{
    int count = 0;
    for (int i = 0; i < right->note->count; i++) {
        if (!right->has_first[i] ||
            (seen->has_first[i] && is_same(&seen->firsts[i], &right->firsts[i])))
            continue;
        if (count++ >= MOST_DIFFERENCES)
            continue;
        fputs(seen->has_first[i] ? "  other: " : "  missing: ", stdout);
        if (seen->has_first[i]) {
            print_told(stdout, &seen->firsts[i]);
            fputs(" instead of ", stdout);
        }
        print_told(stdout, &right->firsts[i]);
        fputs("  ", stdout);
        print_meaning(stdout, &right->note->rows[i]);
        putchar('\n');
    }
    if (count > MOST_DIFFERENCES)
        printf("  and %d more\n", count - MOST_DIFFERENCES);
    return count;
}
