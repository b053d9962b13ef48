/* tide_screen.h - the gangway's display. */
#ifndef TIDE_SCREEN_H
#define TIDE_SCREEN_H

#include <pemble/pemble.h>

/* What the display is, for whoever sets up the board. */
extern const PMB_FLASH pmb_panel_config gangway;

/* Opens the display through a port. */
pmb_status tide_open(const pmb_port *port);

/* Shows the height of the tide in centimetres. */
pmb_status tide_show(int32_t centimetres);

#endif
