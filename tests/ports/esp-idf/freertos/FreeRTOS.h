/* A stand-in: what the port uses of FreeRTOS. */
#ifndef FAKE_FREERTOS_H
#define FAKE_FREERTOS_H
#include <stdint.h>
typedef uint32_t TickType_t;
#define configTICK_RATE_HZ 100
#define portMAX_DELAY      0xFFFFFFFFu
#endif
