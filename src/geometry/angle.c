/* angle.c - sines from a table of a quarter turn. */
#include "pemble/angle.h"
#include "pemble/flash.h"
#include "geometry/limits.h"

/* sin(i / 64 of a quarter turn) * 32767, rounded. */
static const PMB_FLASH int16_t quarter[65] = {
    0,     804,   1608,  2410,  3212,  4011,  4808,  5602,  6393,  7179,  7962,  8739,  9512,
    10278, 11039, 11793, 12539, 13279, 14010, 14732, 15446, 16151, 16846, 17530, 18204, 18868,
    19519, 20159, 20787, 21403, 22005, 22594, 23170, 23731, 24279, 24811, 25329, 25832, 26319,
    26790, 27245, 27683, 28105, 28510, 28898, 29268, 29621, 29956, 30273, 30571, 30852, 31113,
    31356, 31580, 31785, 31971, 32137, 32285, 32412, 32521, 32609, 32678, 32728, 32757, 32767,
};

/* `part` of a quarter turn, 0 to 16384. */
static int16_t rising(uint16_t part)
{
    const uint8_t step = (uint8_t)(part / 256), rest = (uint8_t)(part % 256);
    if (rest == 0)
        return quarter[step];
    const int32_t rise = (int32_t)quarter[step + 1] - quarter[step];
    return (int16_t)(quarter[step] + (rise * rest + 128) / 256);
}

int16_t pmb_sine(pmb_angle angle)
{
    const uint16_t part = angle & 0x3FFF;
    switch (angle >> 14 & 3) {
    case 0:
        return rising(part);
    case 1:
        return rising((uint16_t)(0x4000 - part));
    case 2:
        return (int16_t)-rising(part);
    default:
        return (int16_t)-rising((uint16_t)(0x4000 - part));
    }
}

int16_t pmb_cosine(pmb_angle angle)
{
    return pmb_sine((pmb_angle)(angle + 0x4000));
}

/* value * part / 32767, to the nearest, away from zero in the middle. */
static int32_t share(int16_t value, int16_t part)
{
    const int32_t product = (int32_t)value * part;
    const uint32_t sum = (uint32_t)(product < 0 ? -product : product) + 16383;
    /* sum / 32767, for sums below 2^30. */
    const int32_t amount = (int32_t)((sum + (sum >> 15) + 1) >> 15);
    return product < 0 ? -amount : amount;
}

pmb_point pmb_polar(pmb_point center, pmb_angle angle, int16_t distance)
{
    return (pmb_point){pmb_coordinate(center.x + share(distance, pmb_sine(angle))),
                       pmb_coordinate(center.y - share(distance, pmb_cosine(angle)))};
}
