/*
 * status.h - what a function that can fail returns.
 */
#ifndef PEMBLE_STATUS_H
#define PEMBLE_STATUS_H

#include "pemble/linkage.h"

PMB_BEGIN_C

/* 0 is success, everything negative an error. A function that returns an error has left its
 * objects usable: calling it again, when the reason is gone, is always allowed. */
typedef enum pmb_status {
    PMB_OK = 0,
    PMB_ERR_ARGUMENT = -1,    /* a value that is not possible; nothing was sent */
    PMB_ERR_NO_ANSWER = -2,   /* nothing acknowledged on the bus */
    PMB_ERR_BUS = -3,         /* the port could not do the transfer */
    PMB_ERR_TIMEOUT = -4,     /* a busy line or flag did not come free in time */
    PMB_ERR_UNSUPPORTED = -5, /* this controller, bus or port cannot do that */
    PMB_ERR_DATA = -6         /* an asset is damaged, cut short or of another version */
} pmb_status;

/* A short English sentence for a status, never NULL; for people, not for comparing. */
const char *pmb_status_text(pmb_status status);

PMB_END_C

#endif
