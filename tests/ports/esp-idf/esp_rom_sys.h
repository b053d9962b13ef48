/* A stand-in: what the port uses of ESP-IDF's esp_rom_sys.h. */
#ifndef FAKE_ESP_ROM_SYS_H
#define FAKE_ESP_ROM_SYS_H
#include <stdint.h>
void esp_rom_delay_us(uint32_t microseconds);
#endif
