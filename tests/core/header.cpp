/* The interface compiles as C++, and its functions are found there. */
#include "pemble/pemble.h"

#include <cstdio>

int main()
{
    uint8_t pixels[8] = {0};
    pmb_canvas canvas;
    const pmb_rect all = {0, 0, 8, 8};
    if (pmb_canvas_init(&canvas, &pmb_mono_vertical, all, pixels, sizeof pixels) != PMB_OK)
        return 1;
    pmb_fill(&canvas, PMB_BLACK);
    pmb_pixel(&canvas, pmb_point{3, 4}, PMB_WHITE);
    std::printf("%02x\n", pixels[3]);
    return pixels[3] == 0x10 ? 0 : 1;
}
