/* net.c - the level of a wire from what drives it. */
#include "net.h"

static bool resolved(const struct net *net)
{
    if (net->shorted >= 0)
        return net->shorted;
    if (net->lows > 0)
        return false;
    if (net->highs > 0)
        return true;
    /* Nothing drives it: the resistor decides, or the charge that is left on it. */
    return net->pull ? net->pull > 0 : net->level;
}

void net_settle(struct net *net)
{
    const bool level = resolved(net);
    if (level == net->level)
        return;
    net->level = level;
    if (net->watch)
        net->watch(net->watcher, net, level);
    for (struct listener *l = net->listeners; l; l = l->next)
        l->changed(l->self, net, level);
}

void net_drive(struct driver *driver, enum drive state)
{
    struct net *net = driver->net;
    if (!net || driver->state == state)
        return;
    net->lows += (state == DRIVE_LOW) - (driver->state == DRIVE_LOW);
    net->highs += (state == DRIVE_HIGH) - (driver->state == DRIVE_HIGH);
    driver->state = state;
    net_settle(net);
}
