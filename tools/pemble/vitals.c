/* vitals.c - the state of this machine. */
#define _DEFAULT_SOURCE /* getifaddrs, gethostname */
#include "vitals.h"

#include <arpa/inet.h>
#include <glob.h>
#include <ifaddrs.h>
#include <net/if.h>
#include <netinet/in.h>
#include <stdio.h>
#include <string.h>
#include <sys/statvfs.h>
#include <unistd.h>

enum { PATH_SIZE = 400 };

/* The first bytes of a file as text; "" when it cannot be read. */
static void read_text(const char *root, const char *name, char *text, size_t size)
{
    char path[PATH_SIZE];
    snprintf(path, sizeof path, "%s%s", root, name);
    FILE *f = fopen(path, "r");
    const size_t count = f ? fread(text, 1, size - 1, f) : 0;
    text[count] = '\0';
    if (f)
        fclose(f);
}

/* A number behind a word: "MemTotal:   1024 kB". */
static bool find_number(const char *text, const char *word, unsigned long *value)
{
    const char *at = strstr(text, word);
    return at && sscanf(at + strlen(word), " %lu", value) == 1;
}

static int read_memory(const char *root)
{
    char text[2000];
    unsigned long all, left;
    read_text(root, "/proc/meminfo", text, sizeof text);
    if (!find_number(text, "MemTotal:", &all) || !find_number(text, "MemAvailable:", &left) ||
        all == 0 || left > all)
        return VITAL_UNKNOWN;
    return (int)((all - left) * 100 / all);
}

static int read_load(const char *root)
{
    char text[100];
    unsigned whole, hundredths;
    read_text(root, "/proc/loadavg", text, sizeof text);
    if (sscanf(text, "%u.%2u", &whole, &hundredths) != 2)
        return VITAL_UNKNOWN;
    return (int)(whole * 100 + hundredths);
}

static int count_processors(const char *root)
{
    char text[20000];
    int count = 0;
    read_text(root, "/proc/stat", text, sizeof text);
    for (const char *at = text; (at = strstr(at, "\ncpu")) != NULL; at++)
        count++;
    return count ? count : 1;
}

/* The hottest of the thermal zones. */
static int read_temperature(const char *root)
{
    char pattern[PATH_SIZE], text[30];
    int hottest = VITAL_UNKNOWN;
    glob_t zones;
    snprintf(pattern, sizeof pattern, "%s/sys/class/thermal/thermal_zone*/temp", root);
    if (glob(pattern, 0, NULL, &zones) != 0)
        return VITAL_UNKNOWN;
    for (size_t i = 0; i < zones.gl_pathc; i++) {
        long thousandths;
        read_text("", zones.gl_pathv[i], text, sizeof text);
        if (sscanf(text, "%ld", &thousandths) == 1 && thousandths > 0 && thousandths < 200000 &&
            thousandths / 100 > hottest)
            hottest = (int)(thousandths / 100);
    }
    globfree(&zones);
    return hottest;
}

static void add_address(struct vitals *v, const char *text)
{
    if (v->address_count < MOST_ADDRESSES && *text)
        snprintf(v->addresses[v->address_count++], ADDRESS_SIZE, "%s", text);
}

/* Those of interfaces that are up, without the machine's own; IPv6 only where it is not local to
 * the link. */
static void read_addresses(struct vitals *v)
{
    struct ifaddrs *list;
    if (getifaddrs(&list) != 0)
        return;
    for (const struct ifaddrs *i = list; i; i = i->ifa_next) {
        char text[INET6_ADDRSTRLEN], line[ADDRESS_SIZE];
        const void *bytes = NULL;
        if (!i->ifa_addr || !(i->ifa_flags & IFF_UP) || i->ifa_flags & IFF_LOOPBACK)
            continue;
        if (i->ifa_addr->sa_family == AF_INET)
            bytes = &((const struct sockaddr_in *)(const void *)i->ifa_addr)->sin_addr;
        const struct sockaddr_in6 *six = (const void *)i->ifa_addr;
        if (i->ifa_addr->sa_family == AF_INET6 && !IN6_IS_ADDR_LINKLOCAL(&six->sin6_addr))
            bytes = &six->sin6_addr;
        if (!bytes || !inet_ntop(i->ifa_addr->sa_family, bytes, text, sizeof text))
            continue;
        snprintf(line, sizeof line, "%s %s", i->ifa_name, text);
        add_address(v, line);
    }
    freeifaddrs(list);
}

static int read_disk(void)
{
    struct statvfs s;
    if (statvfs("/", &s) != 0 || s.f_blocks == 0)
        return VITAL_UNKNOWN;
    return (int)((s.f_blocks - s.f_bfree) * 100 / s.f_blocks);
}

/* What stands for the network and the disk in a directory for trying. */
static void read_stand_ins(struct vitals *v, const char *root)
{
    char text[400];
    read_text(root, "/addresses", text, sizeof text);
    for (char *line = strtok(text, "\n"); line; line = strtok(NULL, "\n"))
        add_address(v, line);
    read_text(root, "/disk", text, sizeof text);
    if (sscanf(text, "%d", &v->disk) != 1 || v->disk < 0 || v->disk > 100)
        v->disk = VITAL_UNKNOWN;
    read_text(root, "/host", v->host, sizeof v->host);
    v->host[strcspn(v->host, "\n")] = '\0';
}

void vitals_read(struct vitals *v, const char *root)
{
    char text[100];
    memset(v, 0, sizeof *v);
    read_text(root, "/proc/uptime", text, sizeof text);
    if (sscanf(text, "%ld", &v->uptime) != 1)
        v->uptime = VITAL_UNKNOWN;
    v->load = read_load(root);
    v->processors = count_processors(root);
    v->memory = read_memory(root);
    v->temperature = read_temperature(root);
    if (*root) {
        read_stand_ins(v, root);
        return;
    }
    read_addresses(v);
    v->disk = read_disk();
    if (gethostname(v->host, sizeof v->host - 1) != 0)
        v->host[0] = '\0';
}
