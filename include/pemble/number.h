/*
 * number.h - numbers as text, without printf.
 *
 * Each function writes into a buffer of the caller's, with a terminating zero, and returns the
 * number of characters. When the buffer is too small it is filled with '#', which shows, and the
 * number of characters that would have been needed is returned.
 */
#ifndef PEMBLE_NUMBER_H
#define PEMBLE_NUMBER_H

#include <stdbool.h>
#include <stddef.h>
#include <stdint.h>
#include "pemble/linkage.h"

PMB_BEGIN_C

/* How a number is written. All zero: the plain digits, with a minus where needed. */
typedef struct pmb_number {
    uint8_t decimals; /* 0 to 9: the value counts in steps of 10 to the power of -decimals */
    uint8_t width;    /* the least number of characters */
    bool zeros;       /* fills up with zeros behind the sign; else with blanks in front */
    bool plus;        /* a plus before values above zero */
    char group;       /* stands between groups of three digits, such as ' '; 0: none */
    char point;       /* stands before the decimals; 0: '.' */
} pmb_number;

/* 412 with two decimals is "4.12", -5 is "-0.05". At most 23 characters when width is no more. */
size_t pmb_number_text(char *text, size_t size, const pmb_number *how, int32_t value);

/* Capital hexadecimal digits, `digits` of them (1 to 8, the lowest). */
size_t pmb_hex_text(char *text, size_t size, uint8_t digits, uint32_t value);

/* A time of day from seconds since midnight: "14:05", or "14:05:09". Whole days are left out. */
size_t pmb_time_text(char *text, size_t size, bool with_seconds, uint32_t seconds);

PMB_END_C

#endif
