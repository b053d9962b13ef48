/* label.c - text in a part of a gauge. */
#include "gauge/range.h"

void pmb_gauge_text(pmb_canvas *c, const pmb_text_style *style, pmb_rect r,
                    const pmb_text_layout *layout, const char *text)
{
    const pmb_font_metrics m = pmb_font_measure(style->font);
    if (r.h < m.cap_height)
        return;
    /* Three points are narrower than two lines are high: most parts need no measuring. */
    if (r.w < 2 * m.line && pmb_text_width(style, text) > r.w && pmb_text_width(style, "...") > r.w)
        return;
    (void)pmb_text_box(c, style, r, layout, text);
}
