#include "pemble/pemble.h"
#include "pemble/driver.h"
#include "pemble/turn.h"
void board_set_pin(int pin, bool high); /* docs/porting.md */
bool board_get_pin(int pin);
void board_wait(uint32_t microseconds);
