/* day.c - the readings of a day. */
#include "day.h"

#include <errno.h>
#include <stdio.h>
#include <string.h>
#include "command.h"

enum { MINUTE_MS = 60000, PATH_SIZE = 512 };

static bool is_time(int hour, int minute)
{
    return hour >= 0 && hour <= 24 && minute >= 0 && minute < 60;
}

/* A time and `count` numbers behind it, for series one after the other. */
static bool read_numbers(struct day *day, const char *line, int first, int count)
{
    int hour, minute, used = 0, values[READINGS];
    if (sscanf(line, "%2d:%2d%n", &hour, &minute, &used) != 2 || !is_time(hour, minute))
        return false;
    for (int i = 0; i < count; i++) {
        int more = 0;
        if (sscanf(line + used, ",%6d%n", &values[i], &more) != 1)
            return false;
        used += more;
    }
    if (line[used + (int)strspn(line + used, " \r\n")] != '\0')
        return false;
    for (int i = 0; i < count; i++) {
        struct series *s = &day->series[first + i];
        const int time = hour * 60 + minute;
        if (s->count == MOST_READINGS || (s->count > 0 && time <= s->minute[s->count - 1]))
            return false;
        s->minute[s->count] = time;
        s->value[s->count++] = values[i];
    }
    return true;
}

static bool read_tide(struct day *day, const char *line)
{
    return read_numbers(day, line, TIDE, 1);
}

static bool read_weather(struct day *day, const char *line)
{
    return read_numbers(day, line, WIND, TEMPERATURE - WIND + 1);
}

static bool read_ferry(struct day *day, const char *line)
{
    struct ferry *f = &day->ferries[day->ferry_count];
    int hour, minute, used = 0;
    if (day->ferry_count == MOST_FERRIES ||
        sscanf(line, "%2d:%2d,%23[^,],%1d%n", &hour, &minute, f->to, &f->berth, &used) != 4 ||
        !is_time(hour, minute) || line[used + (int)strspn(line + used, " \r\n")] != '\0')
        return false;
    f->minute = hour * 60 + minute;
    if (day->ferry_count > 0 && f->minute <= f[-1].minute)
        return false;
    day->ferry_count++;
    return true;
}

static bool read_file(struct day *day, const char *directory, const char *name,
                      bool (*read)(struct day *day, const char *line), const char *example)
{
    char text[120], path[PATH_SIZE];
    snprintf(path, sizeof path, "%s/%s", directory, name);
    FILE *f = fopen(path, "r");
    if (!f) {
        complain("%s: %s", path, strerror(errno));
        return false;
    }
    int good = 0, line = 1;
    for (; good == line - 1 && fgets(text, sizeof text, f); line++)
        good += line == 1 || read(day, text); /* the first has the names of the columns */
    fclose(f);
    if (good < line - 1)
        complain("%s:%d: not a line with a later time, such as %s", path, line - 1, example);
    else if (good < 3)
        complain("%s: it needs at least two lines besides the heading", path);
    return good == line - 1 && good >= 3;
}

bool day_read(struct day *day, const char *directory)
{
    memset(day, 0, sizeof *day);
    return read_file(day, directory, "tide.csv", read_tide, "14:20,412") &&
           read_file(day, directory, "weather.csv", read_weather, "14:20,180,259,229,10017,136") &&
           read_file(day, directory, "ferries.csv", read_ferry, "14:45,Ansel,2");
}

int day_value(const struct day *day, enum reading reading, uint32_t milliseconds)
{
    const struct series *s = &day->series[reading];
    int i = 1;
    while (i < s->count - 1 && (uint32_t)s->minute[i] * MINUTE_MS < milliseconds)
        i++;
    const long long before = (long long)s->minute[i - 1] * MINUTE_MS;
    const long long span = (long long)s->minute[i] * MINUTE_MS - before;
    const int from = s->value[i - 1], to = s->value[i];
    return (int)(from + (to - from) * ((long long)milliseconds - before) / span);
}

int day_next_turn(const struct day *day, int minute, bool high)
{
    const struct series *s = &day->series[TIDE];
    for (int i = 1; i + 1 < s->count; i++) {
        const int before = s->value[i] - s->value[i - 1], after = s->value[i] - s->value[i + 1];
        if (s->minute[i] > minute && (high ? before >= 0 && after > 0 : before <= 0 && after < 0))
            return s->minute[i];
    }
    return -1;
}

const struct ferry *day_next_ferry(const struct day *day, int minute, int berth)
{
    for (int i = 0; i < day->ferry_count; i++)
        if (day->ferries[i].minute > minute && (berth == 0 || day->ferries[i].berth == berth))
            return &day->ferries[i];
    return NULL;
}
