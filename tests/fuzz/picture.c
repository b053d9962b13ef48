/* Pictures and reels of any bytes: refused, or drawn and played without a step outside. */
#include "geometry/checksum.h"
#include "taken.h"

static uint32_t crc(const uint8_t *bytes, size_t count)
{
    uint32_t value = PMB_CRC_START;
    for (size_t i = 0; i < count; i++)
        if (i < 16 || i >= 20)
            value = pmb_crc_add(value, bytes[i]);
    return pmb_crc_end(value);
}

static void put(uint8_t *at, uint32_t value)
{
    for (int i = 0; i < 4; i++)
        at[i] = (uint8_t)(value >> (8 * i));
}

static void draw(pmb_canvas *c, const pmb_picture *picture, uint8_t how)
{
    pmb_picture_info info;
    const pmb_picture_style style = {
        .part = {(int16_t)(how % 5 - 1), 2, (int16_t)(how % 7 * 3), (int16_t)(how % 3 * 9)},
        .scale = how % 4,
        .turn = how / 4 % 4,
        .mirror = how & 16,
        .mask = how & 32};
    if (pmb_picture_measure(picture, &info) != PMB_OK || info.memory > 1 << 16 ||
        (int32_t)info.size.w * info.size.h > 1 << 12)
        return;
    uint8_t *memory = malloc(info.memory);
    const pmb_size extent = pmb_picture_extent(&info, &style);
    if (extent.w < 0 || extent.h < 0)
        abort();
    (void)pmb_picture_draw(c, picture, (pmb_point){(int16_t)(how % 11 - 5), 3}, &style, memory,
                           info.memory);
    free(memory);
}

static void play(pmb_canvas *c, const pmb_picture *reel, uint8_t how)
{
    pmb_reel_player player;
    pmb_picture_info info;
    const size_t bytes = pmb_reel_memory(reel);
    if (bytes == 0 || bytes > 1 << 12 || pmb_picture_measure(reel, &info) != PMB_OK ||
        info.frames > 40)
        return;
    uint8_t *memory = malloc(bytes);
    if (pmb_reel_open(&player, reel, (pmb_reel_mode)(how % 3), memory, bytes) == PMB_OK)
        for (uint32_t time = 0; time < 4 * 97u; time += 97) {
            (void)pmb_reel_advance(&player, time * (how + 1u));
            pmb_reel_draw(c, &player, (pmb_point){-3, 5}, NULL);
        }
    free(memory);
}

int LLVMFuzzerTestOneInput(const uint8_t *data, size_t size)
{
    static uint8_t pixels[64 * 48 * 2];
    pmb_canvas c;
    if (size == 0)
        return 0;
    /* In a buffer of its own, so that a read past the end is seen. */
    uint8_t *bytes = malloc(size);
    memcpy(bytes, data, size);
    const uint8_t how = data[size - 1];
    if (size >= 32 && how & 1) {
        memcpy(bytes, how & 2 ? "PMBR" : "PMBP", 4);
        bytes[4] = how & 4 ? 3 : 2;
        put(bytes + 12, (uint32_t)size);
        put(bytes + 16, crc(bytes, size));
    }
    (void)pmb_canvas_init(&c, ANY_FORMAT, (pmb_rect){0, 0, 64, 48}, pixels, sizeof pixels);
    const pmb_picture picture = {{bytes, (uint32_t)size, NULL}};
    (void)pmb_picture_check(&picture);
    draw(&c, &picture, how);
    play(&c, &picture, how);
    free(bytes);
    return 0;
}
