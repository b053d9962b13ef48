/* word.h - what the processor moves at once; private to src/. */
#ifndef PEMBLE_SRC_CANVAS_WORD_H
#define PEMBLE_SRC_CANVAS_WORD_H

#include <stddef.h>
#include <stdint.h>
#include <string.h>

/* A word that may lie over bytes, at a multiple of its size. Other compilers cannot say so: there
 * bytes are moved one by one. */
#ifdef __GNUC__
enum { PMB_HAS_WORDS = 1 };
typedef size_t __attribute__((may_alias)) pmb_word;
#else
enum { PMB_HAS_WORDS = 0 };
typedef size_t pmb_word;
#endif

/* Whether it stores them quickly anywhere; tests say it beforehand. */
#ifdef PMB_UNALIGNED
#elif defined(__x86_64__) || defined(__i386__) || defined(__aarch64__) ||                          \
    defined(__ARM_FEATURE_UNALIGNED)
#define PMB_UNALIGNED 1
#else
#define PMB_UNALIGNED 0
#endif

/* memset, by words where the C library of small processors goes byte by byte. */
#if PMB_UNALIGNED || defined(__AVR__)
static inline void pmb_set_bytes(uint8_t *bytes, uint8_t value, size_t count)
{
    memset(bytes, value, count);
}

/* And memcpy. */
static inline void pmb_copy_bytes(uint8_t *to, const uint8_t *from, size_t count)
{
    memcpy(to, from, count);
}
#else
void pmb_set_bytes(uint8_t *bytes, uint8_t value, size_t count);
void pmb_copy_bytes(uint8_t *to, const uint8_t *from, size_t count);
#endif

/* How many bytes at the start are the same; looked at by words, where both lie alike. */
size_t pmb_same_bytes(const uint8_t *a, const uint8_t *b, size_t count);

#endif
