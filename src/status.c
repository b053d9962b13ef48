/* status.c - statuses in words. */
#include "pemble/status.h"

const char *pmb_status_text(pmb_status status)
{
    switch (status) {
    case PMB_OK:
        return "success";
    case PMB_ERR_ARGUMENT:
        return "an argument is not possible";
    case PMB_ERR_NO_ANSWER:
        return "nothing answers on the bus";
    case PMB_ERR_BUS:
        return "the bus transfer failed";
    case PMB_ERR_TIMEOUT:
        return "the panel stayed busy for too long";
    case PMB_ERR_UNSUPPORTED:
        return "the controller, the bus or the port cannot do this";
    case PMB_ERR_DATA:
        return "the data is damaged, cut short or of another version";
    }
    return "not a status of Pemble";
}
