/* Image files of any bytes: drawn as far as they are sound, and never a step outside. */
#include "card.h"
#include "taken.h"

/* A directory with the file, and one with nothing in it. */
static bool open_slide(void *context, uint16_t number, pmb_reader *reader, const char **name)
{
    *name = "slide";
    *reader = *(pmb_reader *)context;
    return number < 2;
}

static void show(pmb_canvas *c, pmb_reader *reader, void *memory, size_t bytes)
{
    const pmb_directory directory = {reader, open_slide};
    pmb_slides slides;
    pmb_slides_open(&slides, &directory, memory, bytes);
    for (int i = 0; i < 3 && pmb_slides_next(&slides); i++)
        (void)pmb_slides_draw(c, &slides, (pmb_rect){0, 0, 20, 15});
}

int LLVMFuzzerTestOneInput(const uint8_t *data, size_t size)
{
    static uint8_t pixels[64 * 48 * 2];
    static const int16_t widths[] = {64, 30, 7, 1};
    pmb_canvas c;
    if (size == 0)
        return 0;
    struct card card = {.bytes = data, .size = (uint32_t)size};
    pmb_reader reader = {&card, card_read, card_seek};
    const int16_t w = widths[data[size - 1] & 3];
    const uint32_t bytes = PMB_FILE_MEMORY((uint32_t)w);
    uint8_t *memory = malloc(bytes);
    pmb_file_report report;
    (void)pmb_canvas_init(&c, ANY_FORMAT, (pmb_rect){0, 0, 64, 48}, pixels, sizeof pixels);
    const pmb_status status =
        pmb_file_draw(&c, &reader, (pmb_rect){2, 2, w, 40}, memory, bytes, &report);
    if ((status == PMB_OK) != (report.reason == NULL))
        abort();
    const pmb_status checked = pmb_file_check(&reader, memory, bytes, &report);
    if (status == PMB_OK && checked != PMB_OK)
        abort();
    show(&c, &reader, memory, bytes);
    free(memory);
    return 0;
}
