/* A stand-in: what the port uses of FreeRTOS. */
#ifndef FAKE_TASK_H
#define FAKE_TASK_H
#include "freertos/FreeRTOS.h"
void vTaskDelay(TickType_t ticks);
#endif
