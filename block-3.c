#include "pemble/pemble.h"

/* What is wrong, in words; NULL when the panel answers. */
const char *what_is_wrong(const pmb_panel_config *config, const pmb_port *port)
{
    pmb_probe probe;
    if (pmb_probe_panel(&probe, config, port) == PMB_OK)
        return NULL;
    return pmb_probe_text(probe.verdict);
}
