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

#define LENGTH(array) (sizeof(array) / sizeof(array)[0])

#endif
