/* net.h - wires, who drives them and who listens; private to the bench. */
#ifndef PEMBLE_SIM_NET_H
#define PEMBLE_SIM_NET_H

#include <stdbool.h>
#include <stdint.h>

struct net;

enum drive { DRIVE_NONE, DRIVE_LOW, DRIVE_HIGH };

/* One output on a net. */
struct driver {
    struct net *net;
    enum drive state;
};

/* Called after the level of a net has changed. */
typedef void (*net_changed)(void *listener, struct net *net, bool level);

struct listener {
    net_changed changed;
    void *self;
    struct listener *next;
};

struct net {
    char name[24];
    int pull, shorted; /* as in bench.h; shorted is -1 for no short */
    int lows, highs;   /* outputs that drive it so */
    bool level;
    struct listener *listeners;
    struct net *next;
    net_changed watch; /* sees every change, for the trace */
    void *watcher;
};

void net_drive(struct driver *driver, enum drive state);

/* Works out the level anew, after a change of pull or short. */
void net_settle(struct net *net);

#endif
