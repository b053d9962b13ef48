/* crc.h - the CRC-32 of ISO/IEC 3309, bit by bit: apart from the library's. */
#ifndef PEMBLE_TEST_CRC_H
#define PEMBLE_TEST_CRC_H

#include <stddef.h>
#include <stdint.h>

static inline uint32_t crc_of(const uint8_t *bytes, size_t count)
{
    uint32_t crc = 0xFFFFFFFFu;
    for (size_t i = 0; i < count; i++) {
        crc ^= bytes[i];
        for (int bit = 0; bit < 8; bit++)
            crc = crc >> 1 ^ (crc & 1 ? 0xEDB88320u : 0);
    }
    return ~crc;
}

#endif
