/*
 * flash.h - where constant tables live.
 *
 * Fonts, formats, controllers and pictures are `const PMB_FLASH` data. On most processors a const
 * table stays in flash by itself and PMB_FLASH is empty. On AVR, flash is a separate address space
 * that GCC calls __flash; a pointer to such a table must then carry the word as well, and the
 * compiler checks that it does.
 */
#ifndef PEMBLE_FLASH_H
#define PEMBLE_FLASH_H

#if defined(__AVR__) && !defined(__cplusplus)
#define PMB_FLASH __flash
#else
#define PMB_FLASH
#endif

#endif
