/* recording.h - what a glass shows over time, as an animated GIF. */
#ifndef PEMBLE_RECORDING_H
#define PEMBLE_RECORDING_H

#include "pemble/bench.h"

struct recording;

/* NULL when there is no memory. Each pixel of the glass is drawn `zoom` times as large. */
struct recording *recording_new(const pmb_glass_view *glass, int zoom);

/* What the glass shows from now on, for so many milliseconds. A glass that shows more than 256
 * colours in all has the later ones drawn in the nearest of these. False when there is no memory.
 */
bool recording_add(struct recording *recording, const pmb_glass_view *glass, int milliseconds);

/* Writes it (NULL: only frees it). NULL, or what went wrong. */
const char *recording_end(struct recording *recording, const char *path);

/* Frames that differ from the one before. */
int recording_frames(const struct recording *recording);

#endif
