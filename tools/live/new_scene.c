/* new_scene.c - a scene to begin with. */
#include "new_scene.h"

#include <errno.h>
#include <stdio.h>
#include <string.h>
#include <unistd.h>
#include "command.h"
#include "output.h"

static const char text[] =
    "/* A scene for `pemble live`. Save this file, and its picture changes. */\n"
    "#include \"pemble/bench_scene.h\"\n"
    "\n"
    "/* What moves. It is kept when the file is saved, as long as its size stays the same. */\n"
    "struct state {\n"
    "    pmb_size size; /* of the screen */\n"
    "    int32_t tide;  /* cm */\n"
    "    pmb_push button;\n"
    "    bool in_feet;\n"
    "};\n"
    "\n"
    "static bool step(void *state, const pmb_bench_moment *moment)\n"
    "{\n"
    "    struct state *s = (struct state *)state;\n"
    "    const int32_t tide = s->tide;\n"
    "    s->size = moment->size;\n"
    "    s->tide = pmb_bench_reading(moment->bench, \"tide\", 0, 500, 319);\n"
    "    s->button.pin = PMB_BENCH_BUTTON;\n"
    "    const bool pressed =\n"
    "        pmb_push_poll(&s->button, moment->port, moment->milliseconds) == PMB_PUSH_PRESSED;\n"
    "    s->in_feet ^= pressed;\n"
    "    return pressed || s->tide != tide;\n"
    "}\n"
    "\n"
    "static void paint(pmb_canvas *c, void *state)\n"
    "{\n"
    "    static const pmb_text_style style = {.font = &pmb_font_jetty, .color = PMB_WHITE};\n"
    "    static const pmb_text_layout middle = {.across = PMB_CENTER, .down = PMB_MIDDLE};\n"
    "    static const pmb_number metres = {.decimals = 2}, feet = {.decimals = 1};\n"
    "    const struct state *s = (const struct state *)state;\n"
    "    const pmb_rect all = {0, 0, s->size.w, s->size.h};\n"
    "    char number[16];\n"
    "    if (s->in_feet)\n"
    "        (void)pmb_number_text(number, sizeof number, &feet, s->tide * 1000 / 3048);\n"
    "    else\n"
    "        (void)pmb_number_text(number, sizeof number, &metres, s->tide);\n"
    "    pmb_fill(c, PMB_BLACK);\n"
    "    pmb_rect_stroke(c, all, PMB_WHITE);\n"
    "    (void)pmb_text_box(c, &style, all, &middle, number);\n"
    "}\n"
    "\n"
    "const pmb_bench_scene pmb_scene = {\n"
    "    .state_size = sizeof(struct state), .step = step, .paint = paint};\n";

int new_scene(const char *path)
{
    struct whole whole;
    if (!ends_with(path, ".c")) {
        complain("live: %s: the name of a scene ends in .c", path);
        return BAD_USE;
    }
    if (access(path, F_OK) == 0) {
        complain("live: %s: it is there already, and stays as it is", path);
        return FAILED;
    }
    if (!output_open(&whole, path))
        return FAILED;
    (void)fwrite(text, 1, sizeof text - 1, whole.file);
    const int status = output_close(&whole, path, true);
    if (status == DONE)
        printf("%s: a scene to begin with\nSee it by: pemble live %s --panel CONFIG\n", path, path);
    return status;
}
