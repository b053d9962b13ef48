/*
 * on_kernel.c - the only program of an emulated machine: it loads what drivers there are, does what
 * the kernel's command line says (job=i2c or job=spi), says how it went, and switches off.
 */
#include "scene.h"

#include <fcntl.h>
#include <pemble/linux_board.h>
#include <port_check.h>
#include <stdio.h>
#include <string.h>
#include <sys/mount.h>
#include <sys/reboot.h>
#include <sys/stat.h>
#include <sys/syscall.h>
#include <sys/wait.h>
#include <time.h>
#include <unistd.h>

static int failures;

static void check(bool good, const char *what, const char *why)
{
    printf("kernel: %s %s%s%s\n", good ? "good:" : "BAD:", what, good ? "" : ": ", good ? "" : why);
    failures += !good;
}

static void load(const char *path)
{
    const int fd = open(path, O_RDONLY);
    if (fd < 0)
        return;
    if (syscall(SYS_finit_module, fd, "", 0) != 0)
        perror(path);
    close(fd);
}

static double seconds(void)
{
    struct timespec now;
    clock_gettime(CLOCK_MONOTONIC, &now);
    return (double)now.tv_sec + (double)now.tv_nsec / 1e9;
}

static void say(void *context, const char *line)
{
    (void)context;
    printf("kernel: %s\n", line);
}

static uint32_t microseconds(void *context)
{
    (void)context;
    return (uint32_t)(uint64_t)(seconds() * 1e6);
}

static void job_i2c(void)
{
    const pmb_linux_devices devices = {.i2c = {"/dev/i2c-0"}};
    pmb_linux_board *board = pmb_linux_board_open(&devices);
    const pmb_port *port = pmb_linux_board_port(board);
    failures += (int)pmb_port_check(&(pmb_port_wires){.port = port,
                                                      .say = say,
                                                      .microseconds = microseconds,
                                                      .i2c = &on_i2c.bus,
                                                      .answers = 0x50,
                                                      .silent = 0x51,
                                                      .is_memory = true});
    check(show_scene(&on_i2c, port) == PMB_OK, "the scene is sent", pmb_linux_board_error(board));
    pmb_linux_board_close(board);
}

static void job_spi(void)
{
    pmb_linux_board *board = pmb_linux_board_open(NULL);
    const pmb_port *port = pmb_linux_board_port(board);
    static const uint8_t zeros[5000];
    check(show_scene(&on_spi, port) == PMB_OK, "the scene is sent", pmb_linux_board_error(board));
    /* Behind the picture, so that the glass stays: longer than the driver takes at once. */
    const pmb_bus nobody = {.kind = &pmb_spi, .hertz = 1000000, .unit = 3};
    check(port->spi(port->context, &nobody, zeros, NULL, sizeof zeros) == PMB_ERR_BUS,
          "a device that is not there", pmb_linux_board_error(board));
    port->pin_write(port->context, PMB_PIN(6), true);
    const pmb_pin watched = PMB_PIN(7);
    pmb_linux_edge edge;
    check(pmb_linux_board_watch(board, &watched, 1, 0) == PMB_OK, "an input is watched",
          pmb_linux_board_error(board));
    printf("kernel: waiting for edges\n");
    const bool first = pmb_linux_board_next_edge(board, 10000, &edge) && edge.high;
    const bool second = pmb_linux_board_next_edge(board, 10000, &edge) && !edge.high;
    check(first && second, "a rising and a falling edge", "");
    pmb_linux_board_close(board);
}

/* Runs the command `pemble` on the panel of this machine. */
static void run(const char *const *words)
{
    int status = -1;
    const pid_t child = fork();
    if (child == 0) {
        execv("/bin/pemble", (char *const *)words);
        _exit(127);
    }
    check(child > 0 && waitpid(child, &status, 0) == child && status == 0, words[1],
          "its exit status is not 0");
}

static void job_command(void)
{
    static const char *const card[] = {"pemble", "card",      "/panel.ini", "--wired",
                                       "-o",     "/card.png", NULL};
    static const char *const probe[] = {"pemble", "probe", "/panel.ini", "--wired", NULL};
    static const char *const machine[] = {"pemble",    "machine", "/panel.ini", "--wired",
                                          "--seconds", "3",       NULL};
    run(probe);
    run(machine);
    run(card);
}

int main(void)
{
    char line[512] = "";
    setvbuf(stdout, NULL, _IONBF, 0);
    mount("devtmpfs", "/dev", "devtmpfs", 0, "");
    mount("proc", "/proc", "proc", 0, "");
    mount("sysfs", "/sys", "sysfs", 0, "");
    const int console = open("/dev/console", O_RDWR);
    for (int fd = 0; console >= 0 && fd < 3; fd++)
        dup2(console, fd);
    load("/i2c-imx.ko");
    load("/i2c-dev.ko");
    sleep(1);
    FILE *f = fopen("/proc/cmdline", "r");
    if (f && fgets(line, sizeof line, f))
        fclose(f);
    if (strstr(line, "job=i2c"))
        job_i2c();
    else if (strstr(line, "job=command"))
        job_command();
    else
        job_spi();
    printf("kernel: %d failures\n", failures);
    sync();
    reboot(RB_POWER_OFF);
    return 0;
}
