/* write.h - what screens ask of a panel beyond its interface; private to src/. */
#ifndef PEMBLE_SRC_PANEL_WRITE_H
#define PEMBLE_SRC_PANEL_WRITE_H

#include "pemble/panel.h"

/* pmb_panel_write, without its checks. */
pmb_status pmb_write_part(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *part);

#endif
