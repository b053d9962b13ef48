/* number.c - numbers as text. */
#include "pemble/number.h"
#include "geometry/limits.h"
#include "pemble/options.h"

/* Text that is made from its end, at the end of the caller's buffer. */
struct backwards {
    char *text;
    size_t size;   /* of the buffer */
    uint8_t count; /* of characters, also of those that have no room */
};

static void put(struct backwards *b, char character)
{
    b->count++;
    if (b->count < b->size)
        b->text[b->size - 1 - b->count] = character;
}

/* Puts blanks before it up to `width`, and moves it to the front; only '#' where it has no room. */
static size_t finish(struct backwards *b, uint8_t width)
{
    while (b->count < width)
        put(b, ' ');
    if (b->size == 0)
        return b->count;
    const bool fits = b->count < b->size;
    size_t left = fits ? b->count : b->size - 1;
    const char *from = b->text + (b->size - 1 - left);
    char *to = b->text;
    for (; left > 0; left--, from++)
        *to++ = fits ? *from : '#';
    *to = '\0';
    return b->count;
}

/* Divides by ten and returns the rest; where nothing divides, bit by bit. */
static uint8_t divide_by_ten(uint32_t *value)
{
#if PMB_PLAIN_TEXT
    uint32_t quotient = *value;
    uint8_t rest = 0;
    for (uint8_t bits = 32; bits > 0; bits--) {
        rest = (uint8_t)(rest << 1 | (quotient & 0x80000000u ? 1 : 0));
        quotient <<= 1;
        if (rest >= 10) {
            rest = (uint8_t)(rest - 10);
            quotient |= 1;
        }
    }
    *value = quotient;
    return rest;
#else
    const uint8_t rest = (uint8_t)(*value % 10);
    *value /= 10;
    return rest;
#endif
}

static size_t write_number(char *text, size_t size, const pmb_number *how, int32_t value)
{
    struct backwards b = {.text = text, .size = size};
    /* The magnitude of INT32_MIN has no int32_t. */
    uint32_t rest = value < 0 ? 0u - (uint32_t)value : (uint32_t)value;
    const uint8_t decimals = how->decimals > 9 ? 9 : how->decimals;
    const uint8_t least = (uint8_t)(decimals + 1);
    uint8_t in_group = 0;
    for (uint8_t digits = 0; digits < least || rest > 0; digits++) {
        if (digits == decimals && decimals > 0)
            put(&b, how->point ? how->point : '.');
        if (in_group == 3 && how->group) {
            put(&b, how->group);
            in_group = 0;
        }
        put(&b, (char)('0' + divide_by_ten(&rest)));
        if (digits >= decimals)
            in_group++;
    }
    const char sign = value < 0 ? '-' : how->plus && value > 0 ? '+' : '\0';
    while (how->zeros && b.count + (sign != 0) < how->width)
        put(&b, '0');
    if (sign)
        put(&b, sign);
    return finish(&b, how->width);
}

size_t pmb_number_text(char *text, size_t size, const pmb_number *how, int32_t value)
{
    if (PMB_MISSING(how)) {
        const pmb_number plain = {.decimals = 0}; /* not static: AVR would keep it in RAM */
        return write_number(text, size, &plain, value);
    }
    return write_number(text, size, how, value);
}

size_t pmb_hex_text(char *text, size_t size, uint8_t digits, uint32_t value)
{
    static const char symbols[] = "0123456789ABCDEF";
    struct backwards b = {.text = text, .size = size};
    if (digits == 0)
        digits = 1;
    for (uint8_t i = 0; i < digits && i < 8; i++, value >>= 4)
        put(&b, symbols[value & 15]);
    return finish(&b, 0);
}

static void put_two(struct backwards *b, uint32_t value)
{
    put(b, (char)('0' + value % 10));
    put(b, (char)('0' + value / 10));
}

size_t pmb_time_text(char *text, size_t size, bool with_seconds, uint32_t seconds)
{
    struct backwards b = {.text = text, .size = size};
    seconds %= 86400;
    if (with_seconds) {
        put_two(&b, seconds % 60);
        put(&b, ':');
    }
    put_two(&b, seconds / 60 % 60);
    put(&b, ':');
    put_two(&b, seconds / 3600);
    return finish(&b, 0);
}
