/*
 * flash.h - where constant tables live.
 *
 * Fonts, formats, controllers, pictures and panel configurations are `const PMB_FLASH` data. On
 * most processors a const table stays in flash by itself and PMB_FLASH is empty. On AVR, flash is a
 * separate address space that GCC calls __flash; tables of your own and pointers to them must then
 * carry the word as well, and a compiler error says where it is missing.
 *
 * C++ has no such word. So write PMB_TABLE before the tables that you define, which does the same
 * in both languages: `static const PMB_TABLE pmb_panel_config kiosk = {...};`. On AVR a
 * configuration in C++ without it is read from the wrong place, and nothing says so.
 */
#ifndef PEMBLE_FLASH_H
#define PEMBLE_FLASH_H

#if defined(__AVR__) && !defined(__cplusplus)
#define PMB_FLASH __flash
#pragma GCC diagnostic error "-Waddr-space-convert"
#else
#define PMB_FLASH
#endif

#if defined(__AVR__) && defined(__cplusplus)
#define PMB_TABLE __attribute__((__progmem__))
#else
#define PMB_TABLE PMB_FLASH
#endif

/* No table: where the address of one could be. */
#define PMB_NO_TABLE ((const PMB_FLASH void *)0)

#endif
