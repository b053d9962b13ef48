/* arduino_spi.cpp - SPI, and panels on any pins. */
#ifdef ARDUINO
#include "arduino_pins.h"

#include <SPI.h>

static uint16_t analog_read(void *context, pmb_pin pin)
{
    (void)context;
    /* Ten bits, unless the sketch has asked for more: widened to 16. */
    return (uint16_t)(analogRead(pmb_pin_number(pin)) * 64u);
}

static pmb_status transfer(void *context, const pmb_bus *configured, const uint8_t *out,
                           uint8_t *in, size_t count)
{
    static bool begun;
    const pmb_bus bus = arduino_bus(configured);
    (void)context;
    if (bus.unit != 0)
        return PMB_ERR_UNSUPPORTED;
    if (!begun)
        SPI.begin();
    begun = true;
    uint32_t hertz = bus.hertz ? bus.hertz : 4000000;
    if (in && hertz > PMB_READ_HERTZ)
        hertz = PMB_READ_HERTZ;
    SPI.beginTransaction(SPISettings(hertz, MSBFIRST, bus.mode == 3 ? SPI_MODE3 : SPI_MODE0));
#if defined(ARDUINO_ARCH_ESP32) || defined(ARDUINO_ARCH_ESP8266)
    if (out && !in) {
        SPI.writeBytes((uint8_t *)out, count);
        count = 0;
    }
#endif
    for (size_t i = 0; i < count; i++) {
        const uint8_t back = SPI.transfer(out ? out[i] : 0);
        if (in)
            in[i] = back;
    }
    SPI.endTransaction();
    return PMB_OK;
}

/* In the order of port.h: C++ before 2020 has no names here. */
const pmb_port pmb_arduino_spi = {NULL,
                                  0,
                                  NULL,
                                  NULL,
                                  transfer,
                                  NULL,
                                  NULL,
                                  NULL,
                                  arduino_pin_write,
                                  arduino_pin_read,
                                  analog_read,
                                  arduino_wait_us,
                                  NULL};
#endif
