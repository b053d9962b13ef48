/* ink.h - the ink of simulated e-paper: how it moves under a waveform, and what that leaves. */
#ifndef PEMBLE_SIM_INK_H
#define PEMBLE_SIM_INK_H

#include "module.h"

enum { INK_COLUMNS = 800, INK_ROWS = 480, INK_PHASES = 256 };

/* Frames that a glass forgives: "Waveforms" in docs/controllers/uc8151.md. */
enum { INK_MOST_FRAMES = 100 };

enum ink_pigment { INK_NONE, INK_RED, INK_YELLOW };

/* The levels of a waveform, as both families number them. */
enum ink_level { INK_REST, INK_TO_BLACK, INK_TO_WHITE, INK_TO_COLOR };

/* What each pixel looks like: 0 black to 255 white, and the pigment in front of that. The balance
 * is hundredths of frames towards white less those towards black. */
struct ink {
    uint8_t shade[INK_ROWS][INK_COLUMNS];
    uint8_t pigment[INK_ROWS][INK_COLUMNS];
    int32_t balance[INK_ROWS][INK_COLUMNS];
    uint8_t border; /* the shade of what surrounds the pixels */
    int border_balance;
};

/* A waveform that was received, phase by phase; in the order in which they are driven. */
struct waveform {
    int count;
    struct {
        uint8_t level;
        int frames;
    } phases[INK_PHASES];
};

/* The same as a whole: where a shade goes to, factor * shade + target; what it leaves. */
struct ink_drive {
    double factor, target;
    int balance; /* hundredths of frames */
    int frames;
    bool color; /* the pigment comes to the front... */
    bool bare;  /* ...or goes from it */
};

enum ink_target { INK_BLACK, INK_WHITE, INK_SECOND, INK_THIRD };

/* As delivered: white, with a faint pattern of what the maker showed last. */
void ink_new(struct ink *ink, const pmb_module *module);

/* The maker's own thorough waveform: nothing of the picture before is left, and all is balanced. */
void ink_settle(struct ink *ink, int x, int y, enum ink_target target);

/* The maker's own short waveform: `left` percent of the way to the target is missing. */
void ink_push(struct ink *ink, int x, int y, enum ink_target target, int left);

void waveform_add(struct waveform *waveform, unsigned level, int frames);

/* What a waveform does at the temperature of the module. */
struct ink_drive ink_plan(const pmb_module *module, const struct waveform *waveform);

void ink_move(struct ink *ink, int x, int y, const struct ink_drive *drive);

/* The same for the border. */
void ink_move_border(struct ink *ink, const struct ink_drive *drive);

/* Complaints about a pixel or the border that got more to one side than a glass forgives. */
void ink_check(pmb_module *module, const struct ink *ink);

/* A glass that is worn, by voltage that stayed on or by drive that adds up, is pale. */
void ink_render(pmb_module *module, const struct ink *ink);

#endif
