/* maker.c - the files of a scene, its compiler, and the process that runs it. */
#define _GNU_SOURCE /* mkdtemp, pipe2 */
#include "maker.h"

#include <errno.h>
#include <fcntl.h>
#include <limits.h>
#include <signal.h>
#include <stdarg.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/inotify.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>
#include "command.h"

enum { MOST_WORDS_OF_CC = 40, MOST_DIRECTORIES = 8, HANG_MS = 2000 };

/* A directory in which files are saved. */
struct place {
    int watch;
    char path[PATH_MAX];
};

struct maker {
    struct session *session;
    struct maker_options o;
    int changes; /* inotify */
    struct place places[MOST_DIRECTORIES];
    int place_count;
    char directory[64]; /* of what is compiled */
    unsigned version;
    pid_t compiler;
    int says; /* what the compiler says; -1: none runs */
    char text[NOTE_SIZE];
    bool again;             /* something was saved while it ran */
    bool loaded;            /* the process runs what was compiled last, or tries to */
    int loads;              /* the process reads here what to load; -1: it does not run */
    char frames[NOTE_SIZE]; /* where a crash was */
};

static const char *base_of(const char *path)
{
    const char *slash = strrchr(path, '/');
    return slash ? slash + 1 : path;
}

static void object_of(const struct maker *m, unsigned version, char path[PATH_MAX])
{
    snprintf(path, PATH_MAX, "%s/scene-%u.so", m->directory, version);
}

static void note(struct maker *m, const char *format, ...) __attribute__((format(printf, 2, 3)));
static void note(struct maker *m, const char *format, ...)
{
    va_list arguments;
    va_start(arguments, format);
    vsnprintf(m->session->note, sizeof m->session->note, format, arguments);
    va_end(arguments);
    m->session->changes++;
    if (m->session->echoes)
        fprintf(stderr, "%s\n", m->session->note);
}

static void watch_directory_of(struct maker *m, const char *path)
{
    char directory[PATH_MAX];
    const char *slash = strrchr(path, '/');
    snprintf(directory, sizeof directory, "%.*s", slash ? (int)(slash - path) : 1,
             slash ? path : ".");
    for (int i = 0; i < m->place_count; i++)
        if (strcmp(m->places[i].path, directory) == 0)
            return;
    if (m->place_count == MOST_DIRECTORIES)
        return;
    struct place *p = &m->places[m->place_count];
    snprintf(p->path, sizeof p->path, "%s", directory);
    p->watch = inotify_add_watch(m->changes, directory, IN_CLOSE_WRITE | IN_MOVED_TO);
    if (p->watch >= 0)
        m->place_count++;
}

/* Whether a word of a line is the path of a file of this name. */
static bool has_word(const char *line, const char *name)
{
    const size_t length = strlen(name);
    for (const char *at = strstr(line, name); at; at = strstr(at + 1, name)) {
        const bool begins = at == line || at[-1] == ' ' || at[-1] == '/';
        if (begins && (at[length] == ' ' || at[length] == '\0'))
            return true;
    }
    return false;
}

/* Whether the name after -o is this one. */
static bool is_made_by(const char *line, const char *name)
{
    const char *out = strstr(line, "-o ");
    return out && has_word(out, name);
}

static int run_compiler(const struct maker *m)
{
    static const char *const usual[] = {"-shared",
                                        "-fPIC",
                                        "-std=c11",
                                        "-g",
                                        "-O0",
                                        "-Wall",
                                        "-Wextra",
                                        "-fno-diagnostics-show-caret",
                                        "-fdiagnostics-color=never",
                                        "-fno-omit-frame-pointer"};
    const char *words[MOST_WORDS_OF_CC];
    char object[PATH_MAX], includes[8][PATH_MAX + 2];
    int count = 0;
    words[count++] = m->o.cc;
    for (size_t i = 0; i < sizeof usual / sizeof usual[0]; i++)
        words[count++] = usual[i];
    for (int i = 0; m->o.include_directories[i] && i < 8; i++) {
        snprintf(includes[i], sizeof includes[i], "-I%s", m->o.include_directories[i]);
        words[count++] = includes[i];
    }
    object_of(m, m->version, object);
    words[count++] = "-o";
    words[count++] = object;
    words[count++] = m->o.source;
    words[count] = NULL;
    execvp(words[0], (char *const *)(uintptr_t)words);
    printf("%s: error: %s\n", words[0], strerror(errno));
    return 127;
}

static void compile(struct maker *m);

/* Whether the process is there; if not, it is started. */
static bool start_process(struct maker *m)
{
    int loads[2];
    if (m->session->child > 0)
        return true;
    if (m->loads >= 0)
        close(m->loads);
    m->loads = -1;
    if (pipe2(loads, O_CLOEXEC) != 0)
        return false;
    m->o.give_loads(m->o.user, loads[0]);
    m->frames[0] = '\0';
    if (!session_start(m->session, m->o.body, m->o.user)) {
        close(loads[0]);
        close(loads[1]);
        return false;
    }
    close(loads[0]);
    m->loads = loads[1];
    return true;
}

/* What was compiled without an error is loaded; a paused process shows one picture of it. */
static void load(struct maker *m)
{
    char line[PATH_MAX];
    if (!start_process(m)) {
        note(m, "%s: %s", m->o.source, strerror(errno));
        return;
    }
    object_of(m, m->version, line);
    strcat(line, "\n");
    if (write(m->loads, line, strlen(line)) < 0)
        note(m, "%s: %s", m->o.source, strerror(errno));
    m->loaded = true;
    session_send(m->session, FEED_STEP, 0, NULL, 0);
}

static void compiler_ended(struct maker *m)
{
    int status;
    session_unwatch(m->session, m->says);
    close(m->says);
    m->says = -1;
    waitpid(m->compiler, &status, 0);
    m->compiler = 0;
    if (m->again) {
        compile(m);
    } else if (WIFEXITED(status) && WEXITSTATUS(status) == 0) {
        m->session->note[0] = '\0';
        if (m->text[0])
            session_say(m->session, "%.*s", (int)strcspn(m->text, "\n"), m->text);
        load(m);
    } else {
        note(m, "%s", m->text[0] ? m->text : "the compiler ended without a word");
    }
}

static void hear_compiler(void *user)
{
    struct maker *m = user;
    char text[4096];
    const ssize_t count = read(m->says, text, sizeof text);
    const size_t length = strlen(m->text);
    if (count > 0) {
        const size_t room = sizeof m->text - 1 - length;
        const size_t more = (size_t)count < room ? (size_t)count : room;
        memcpy(m->text + length, text, more);
        m->text[length + more] = '\0';
    } else if (count == 0 || (errno != EINTR && errno != EAGAIN)) {
        compiler_ended(m);
    }
}

static void compile(struct maker *m)
{
    int says[2];
    m->again = m->compiler > 0;
    if (m->again)
        return;
    if (pipe2(says, O_CLOEXEC) != 0) {
        note(m, "%s", strerror(errno));
        return;
    }
    m->version++;
    m->text[0] = '\0';
    fflush(NULL);
    m->compiler = fork();
    if (m->compiler == 0) {
        dup2(says[1], STDOUT_FILENO);
        dup2(says[1], STDERR_FILENO);
        setenv("LC_ALL", "C", 1); /* its quotation marks are then in every typeface */
        const int status = run_compiler(m);
        fflush(stdout);
        _exit(status);
    }
    close(says[1]);
    m->says = says[0];
    session_watch(m->session, m->says, POLLIN, hear_compiler, m);
}

/* Runs the lines that make assets: all, or those in which a file of this name is read. What they
 * write is saved, so that the scene is compiled after them. */
static bool make_assets(struct maker *m, const char *name)
{
    bool good = true;
    for (int i = 0; m->o.before[i] && good; i++) {
        const char *line = m->o.before[i];
        if (name && (!has_word(line, name) || is_made_by(line, name)))
            continue;
        good = m->o.run_line(line) == 0;
        if (!good)
            note(m, "error: pemble %s\nIt has failed; what it said is below.", line);
    }
    return good;
}

static bool ends_with_any(const char *name, const char *const *ends)
{
    const char *dot = strrchr(name, '.');
    for (; *ends && dot; ends++)
        if (strcmp(dot, *ends) == 0)
            return true;
    return false;
}

static void saved(struct maker *m, const char *name)
{
    static const char *const sources[] = {".c", ".h", NULL};
    if (strcmp(name, base_of(m->o.config)) == 0 && m->loaded) {
        session_stop(m->session, SIGKILL);
        load(m);
    }
    (void)make_assets(m, name);
    if (ends_with_any(name, sources))
        compile(m);
}

static void hear_changes(void *user)
{
    struct maker *m = user;
    union {
        struct inotify_event event;
        char bytes[8192];
    } buffer;
    const ssize_t count = read(m->changes, buffer.bytes, sizeof buffer.bytes);
    for (ssize_t at = 0; at < count;) {
        struct inotify_event event;
        memcpy(&event, buffer.bytes + at, sizeof event);
        if (event.len > 0)
            saved(m, buffer.bytes + at + sizeof event);
        at += (ssize_t)(sizeof event + event.len);
    }
}

/* Function, file and line of an offset in what was compiled, by addr2line. */
static void locate(const struct maker *m, const char *object, const char *offset, char *text,
                   size_t size)
{
    char command[2 * PATH_MAX], function[120] = "", line[300] = "";
    /* Both come from the process; only what a compiler's output can be is given to the shell. */
    if (strspn(offset, "0123456789abcdefx") != strlen(offset) ||
        strncmp(object, m->directory, strlen(m->directory)) != 0 || strpbrk(object, "'\\"))
        return;
    snprintf(command, sizeof command, "addr2line -f -e '%s' %s", object, offset);
    FILE *f = popen(command, "r");
    if (!f)
        return;
    if (fgets(function, sizeof function, f) && fgets(line, sizeof line, f)) {
        function[strcspn(function, "\n")] = '\0';
        line[strcspn(line, " \n")] = '\0';
        if (function[0] != '?')
            snprintf(text, size, "    %s, %s\n", function, base_of(line));
    }
    pclose(f);
}

/* A line that the process said; true: it was about a crash. */
static bool hear_process(void *user, const char *line)
{
    struct maker *m = user;
    char object[PATH_MAX], offset[40], text[500] = "";
    const size_t length = strlen(m->o.frame);
    if (strncmp(line, m->o.frame, length) != 0 ||
        sscanf(line + length, " %4095s %39s", object, offset) != 2)
        return false;
    locate(m, object, offset, text, sizeof text);
    const size_t have = strlen(m->frames);
    snprintf(m->frames + have, sizeof m->frames - have, "%s", text);
    return true;
}

/* The process has ended by itself. */
static void process_ended(void *user, int status)
{
    struct maker *m = user;
    if (WIFSIGNALED(status))
        note(m, "error: %s was ended by signal %d, %s%s\n%sSave it to go on.", base_of(m->o.source),
             WTERMSIG(status), strsignal(WTERMSIG(status)),
             WTERMSIG(status) == SIGABRT ? " (it did not use its bench for two seconds)" : "",
             m->frames);
    else if (WEXITSTATUS(status) != 0)
        note(m, "error: %s; mend %s and save it.",
             m->session->remark_count
                 ? m->session->remarks[(m->session->remark_count - 1) % MOST_REMARKS].text
                 : "it cannot run",
             m->o.config);
}

/* An endless loop costs only this run. */
static void look_after(void *user)
{
    struct maker *m = user;
    if (session_hangs(m->session, HANG_MS))
        kill(m->session->child, SIGABRT);
}

struct maker *maker_new(struct session *session, const struct maker_options *options)
{
    struct maker *m = calloc(1, sizeof *m);
    const char *temporary = getenv("TMPDIR");
    if (!m) {
        complain("there is not enough memory");
        return NULL;
    }
    m->session = session;
    m->o = *options;
    m->loads = m->says = -1;
    snprintf(m->directory, sizeof m->directory, "%s/pemble-live-XXXXXX",
             temporary && strlen(temporary) < 32 ? temporary : "/tmp");
    m->changes = inotify_init1(IN_NONBLOCK | IN_CLOEXEC);
    if (m->changes < 0 || !mkdtemp(m->directory)) {
        complain("live: %s: %s", m->changes < 0 ? "files cannot be watched" : m->directory,
                 strerror(errno));
        free(m);
        return NULL;
    }
    watch_directory_of(m, m->o.source);
    watch_directory_of(m, m->o.config);
    for (int i = 0; m->o.before[i]; i++) {
        char line[PATH_MAX], *rest = line;
        snprintf(line, sizeof line, "%s", m->o.before[i]);
        for (char *word = strtok_r(line, " ", &rest); word; word = strtok_r(NULL, " ", &rest))
            if (strchr(word, '.'))
                watch_directory_of(m, word);
    }
    session_watch(session, m->changes, POLLIN, hear_changes, m);
    session->owner = (struct session_owner){hear_process, process_ended, look_after, m};
    if (make_assets(m, NULL))
        compile(m);
    return m;
}

void maker_free(struct maker *m)
{
    char path[PATH_MAX];
    if (!m)
        return;
    if (m->compiler > 0) {
        kill(m->compiler, SIGKILL);
        waitpid(m->compiler, NULL, 0);
    }
    for (; m->version > 0; m->version--) {
        object_of(m, m->version, path);
        unlink(path);
    }
    rmdir(m->directory);
    close(m->changes);
    if (m->says >= 0)
        close(m->says);
    if (m->loads >= 0)
        close(m->loads);
    free(m);
}
