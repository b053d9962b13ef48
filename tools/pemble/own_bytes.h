/* own_bytes.h - what the library's driver sends to a panel, to compare with. */
#ifndef PEMBLE_OWN_BYTES_H
#define PEMBLE_OWN_BYTES_H

#include "config.h"
#include "watch.h"

/* Opens the panel and presents one frame; each byte is passed on. False when that fails. */
bool own_bytes(const struct panel_setup *panel, byte_passed *passed, void *user);

#endif
