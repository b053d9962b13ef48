/* slides.c - from one file that can be shown to the next. */
#include "pemble/slides.h"

enum { NONE = UINT16_MAX };

pmb_status pmb_file_check(const pmb_reader *reader, void *memory, size_t bytes,
                          pmb_file_report *report)
{
    /* A canvas of one pixel that lies below everything: all rows are read, none is drawn. */
    const PMB_FLASH pmb_format *format = !PMB_ONE_BIT ? &pmb_rgb565 : &pmb_mono_horizontal;
    uint8_t pixel[2];
    pmb_canvas c;
    (void)pmb_canvas_init(&c, format, (pmb_rect){0, INT16_MAX - 1, 1, 1}, pixel, sizeof pixel);
    return pmb_file_draw(&c, reader, (pmb_rect){0, 0, INT16_MAX, INT16_MAX}, memory, bytes, report);
}

void pmb_slides_open(pmb_slides *s, const pmb_directory *directory, void *memory, size_t bytes)
{
    *s = (pmb_slides){.directory = directory, .memory = memory, .bytes = bytes, .number = NONE};
}

/* Opens file `number`; false when there is none. *shown says whether it can be shown. */
static bool try_file(pmb_slides *s, uint16_t number, bool *shown)
{
    pmb_file_report report;
    if (!s->directory->open(s->directory->context, number, &s->reader, &s->name))
        return false;
    s->number = number;
    *shown = pmb_file_check(&s->reader, s->memory, s->bytes, &report) == PMB_OK;
    if (!*shown && s->skipped)
        s->skipped(s->skipped_context, s->name, &report);
    return true;
}

bool pmb_slides_next(pmb_slides *s)
{
    /* From the next file to the end, and then from the first to the present one. */
    const uint16_t start = s->number == NONE ? 0 : (uint16_t)(s->number + 1);
    uint16_t number = start;
    bool shown = false;
    while (number != NONE && try_file(s, number, &shown)) {
        if (shown)
            return true;
        number++;
    }
    for (number = 0; number < start && try_file(s, number, &shown); number++)
        if (shown)
            return true;
    return false;
}

pmb_status pmb_slides_draw(pmb_canvas *c, const pmb_slides *s, pmb_rect r)
{
    return pmb_file_draw(c, &s->reader, r, s->memory, s->bytes, NULL);
}
