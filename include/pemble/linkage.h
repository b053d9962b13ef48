/*
 * linkage.h - says to C++ that what stands between PMB_BEGIN_C and PMB_END_C is C.
 */
#ifndef PEMBLE_LINKAGE_H
#define PEMBLE_LINKAGE_H

#ifdef __cplusplus
#define PMB_BEGIN_C extern "C" {
#define PMB_END_C   }
#else
#define PMB_BEGIN_C
#define PMB_END_C
#endif

#endif
