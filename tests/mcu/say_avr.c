/* say_avr.c - by the serial port; the end is sleep with interrupts off, a mark a write to GPIOR0.
 */
#include "say.h"

#include <avr/interrupt.h>
#include <avr/io.h>
#include <avr/sleep.h>
#include "avr_port.h"

void say_start(void)
{
    UCSR0B = 1 << TXEN0;
}

void say(const char *text)
{
    for (; *text; text++) {
        while (!(UCSR0A & 1 << UDRE0))
            ;
        UDR0 = (uint8_t)*text;
    }
}

void say_mark(void)
{
    GPIOR0 = 1;
}

void say_end(void)
{
    while (!(UCSR0A & 1 << UDRE0))
        ;
    cli();
    for (;;)
        sleep_mode();
}
