/* checksum.h - CRC-32 as in ISO/IEC 3309 (polynomial 04C11DB7h, reflected); private to src/. */
#ifndef PEMBLE_SRC_GEOMETRY_CHECKSUM_H
#define PEMBLE_SRC_GEOMETRY_CHECKSUM_H

#include <stdint.h>

#define PMB_CRC_START 0xFFFFFFFFu

static inline uint32_t pmb_crc_add(uint32_t crc, uint8_t byte)
{
    crc ^= byte;
    for (uint8_t bit = 0; bit < 8; bit++)
        crc = crc & 1 ? crc >> 1 ^ 0xEDB88320u : crc >> 1;
    return crc;
}

static inline uint32_t pmb_crc_end(uint32_t crc)
{
    return ~crc;
}

#endif
