/* stations.c - the list of stations, and what they share. */
#include "stations.h"

const struct station *const stations[STATIONS] = {&station_gangway, &station_wind, &station_kiosk,
                                                  &station_berth,   &station_dock, &station_tides};

const char *clock_text(char *text, int minute)
{
    (void)pmb_time_text(text, 6, false, (uint32_t)minute * 60);
    return text;
}

void text_in(pmb_canvas *c, const pmb_font *font, pmb_color color, pmb_rect r, pmb_across across,
             const char *text)
{
    const pmb_text_style style = {
        .font = font, .color = color, .tabular = text[0] >= '0' && text[0] <= '9'};
    const pmb_text_layout layout = {.across = across, .down = PMB_MIDDLE};
    pmb_text_box(c, &style, r, &layout, text);
}

pmb_rect box(int x, int y, int w, int h)
{
    return (pmb_rect){(int16_t)x, (int16_t)y, (int16_t)w, (int16_t)h};
}
