/* A stand-in: what the port uses of Zephyr's kernel.h. */
#ifndef FAKE_KERNEL_H
#define FAKE_KERNEL_H
#include <stdint.h>
typedef struct {
    int64_t microseconds;
} k_timeout_t;
#define K_USEC(t) ((k_timeout_t){(t)})
int32_t k_sleep(k_timeout_t timeout);
void k_busy_wait(uint32_t microseconds);
#endif
