/* test.h - cmocka with the headers that it needs. */
#ifndef PEMBLE_TEST_H
#define PEMBLE_TEST_H

#include <setjmp.h>
#include <stdarg.h>
#include <stddef.h>
#include <stdint.h>
#include <stdlib.h>
#include <string.h>
#include <cmocka.h>
#include "pemble/pemble.h"

/* A test of what an option (pemble/options.h) leaves out: skipped where the option is on. */
static inline void left_out(void **state)
{
    (void)state;
    skip();
}
#define test_without(options, test)                                                                \
    {                                                                                              \
#test, (options) ? left_out : (test), NULL, NULL, NULL                                     \
    }

/* Formats of one bit cannot be read with PMB_PLAIN_PANELS: here tests read them themselves. */
#if PMB_PLAIN_PANELS
pmb_color test_peek(const pmb_canvas *c, pmb_point p);
#define pmb_canvas_peek test_peek
#endif

#define LENGTH(array) (sizeof(array) / sizeof(array)[0])

#endif
