/*
 * paper_screen.c - presenting on e-paper: which refresh comes next, both memories of the
 * controller, and going on after sleep. Only programs with an e-paper family link it.
 */
#include "canvas/cut.h"
#include "canvas/damage.h"
#include "panel/write.h"
#include "pemble/families.h"
#include "pemble/screen.h"
#include "screen/patches.h"

enum { LONGEST_REFRESH_MS = 120000, USUAL_FULL_EVERY = 8 };

/* Whether the next refresh has to be a full one of all: the first one, as nobody knows what the
 * paper shows, and one after so many others. */
static bool full_is_due(const pmb_screen *screen)
{
    const uint8_t configured = screen->panel->config->full_every;
    const uint8_t every = configured ? configured : USUAL_FULL_EVERY;
    return !screen->refreshed || (every != PMB_FULL_NEVER && screen->since_full >= every);
}

static pmb_refresh next_refresh(const pmb_screen *screen)
{
    const pmb_refresh configured = screen->panel->config->refresh;
    if (configured == PMB_REFRESH_GREYS)
        return PMB_REFRESH_GREYS;
    if (screen->refreshed && screen->next)
        return (pmb_refresh)(screen->next - 1);
    return full_is_due(screen) ? PMB_REFRESH_FULL : configured;
}

/* Sends the parts of the mirror that were sent before. Without notes of them: `part` (NULL: all).
 */
static pmb_status send_mirror(pmb_screen *screen, const pmb_rect *part)
{
    pmb_canvas mirror = screen->canvas;
    mirror.bounds = screen->panel->frame;
    mirror.pixels = screen->mirror;
    pmb_canvas_measure(&mirror);
#if PMB_NO_DAMAGE
    return pmb_write_part(screen->panel, &mirror, part ? part : &mirror.bounds);
#else
    (void)part;
    pmb_status status = PMB_OK;
    for (uint8_t i = 0; i < screen->damage.count && status == PMB_OK; i++)
        status = pmb_write_part(screen->panel, &mirror, &screen->damage.parts[i]);
    return status;
#endif
}

/* Paints again the bands that hold what was sent before, and sends that. */
static pmb_status paint_again(pmb_screen *screen, pmb_paint paint, void *scene,
                              const pmb_rect *part)
{
#if PMB_NO_DAMAGE
    return pmb_send_all(screen, paint, scene, part);
#else
    (void)part;
    pmb_rect around = {0, 0, 0, 0};
    for (uint8_t i = 0; i < screen->damage.count; i++)
        around = pmb_rect_around(around, screen->damage.parts[i]);
    return pmb_send_all(screen, paint, scene, &around);
#endif
}

/* Counts the refresh that has begun. That of a part does not clear the traces elsewhere. */
static void count_refresh(pmb_screen *screen, pmb_refresh kind, bool all)
{
    screen->next = 0;
    if (kind == PMB_REFRESH_FULL && all)
        screen->since_full = 0;
    else if (screen->since_full < UINT8_MAX)
        screen->since_full++;
}

/*
 * Sends what changed and begins the refresh. A refresh that compares needs what the paper shows as
 * well as what it shall show. So what changed goes to one memory now, and to the other one when the
 * refresh has ended: finish. What is on the glass is remembered then, but for a mirror that is
 * needed to send it.
 */
static pmb_status begin(pmb_screen *screen, pmb_paint paint, void *scene, const pmb_rect *part)
{
    pmb_panel *panel = screen->panel;
    if (screen->unfinished)
        pmb_screen_forget(screen);
    const pmb_refresh kind = next_refresh(screen);
    const pmb_rect *area = full_is_due(screen) || screen->next ? NULL : part;
    const bool twice = kind == PMB_REFRESH_PARTIAL || panel->compares;
#if !PMB_NO_DAMAGE
    if (!pmb_screen_canvas(screen))
        screen->damage.count = 0;
#endif
    screen->keep_known = !twice || (screen->mirror && !pmb_screen_canvas(screen));
    pmb_panel_write_to(panel, twice ? PMB_PLANE_NEXT : PMB_PLANE_NEXT | PMB_PLANE_SHOWN);
    pmb_status status = pmb_send_all(screen, paint, scene, part);
    pmb_panel_write_to(panel, PMB_PLANE_NEXT | PMB_PLANE_SHOWN);
    screen->keep_known = true;
    if (status != PMB_OK || !(screen->sent || screen->next))
        return status;
    status = area ? pmb_panel_refresh_area(panel, kind, *area) : pmb_panel_refresh(panel, kind);
    count_refresh(screen, kind, !area);
    screen->unfinished = twice && status == PMB_OK;
    screen->refreshed = status == PMB_OK;
    return status;
}

/* The refresh has ended: what was sent for it is what the paper shows. */
static pmb_status finish(pmb_screen *screen, pmb_paint paint, void *scene, const pmb_rect *part)
{
    pmb_panel *panel = screen->panel;
    pmb_status status = pmb_panel_wait(panel, LONGEST_REFRESH_MS);
    if (!screen->unfinished)
        return status;
    pmb_panel_write_to(panel, PMB_PLANE_SHOWN);
    if (status == PMB_OK) {
        if (pmb_screen_canvas(screen))
            status = pmb_send_all(screen, NULL, NULL, part);
        else
            status = screen->mirror ? send_mirror(screen, part)
                                    : paint_again(screen, paint, scene, part);
    }
    pmb_panel_write_to(panel, PMB_PLANE_NEXT | PMB_PLANE_SHOWN);
    screen->unfinished = false;
    if (status != PMB_OK)
        pmb_screen_forget(screen);
    return status;
}

pmb_status pmb_paper_present(pmb_screen *screen, pmb_paint paint, void *scene, const pmb_rect *part)
{
    if (screen->resuming)
        return pmb_send_all(screen, paint, scene, part);
    if (screen->finishing)
        return finish(screen, paint, scene, part);
    const pmb_status status = begin(screen, paint, scene, part);
    const bool goes_on = status == PMB_OK && screen->unfinished && !screen->in_steps;
    return goes_on ? finish(screen, paint, scene, part) : status;
}

static bool is_paper(const pmb_screen *screen)
{
    return screen && screen->panel->family->present == pmb_paper_present;
}

pmb_status pmb_screen_refresh_next(pmb_screen *screen, pmb_refresh kind)
{
    if (kind > PMB_REFRESH_GREYS || !is_paper(screen))
        return PMB_ERR_ARGUMENT;
    screen->next = (unsigned)(kind + 1) & 15u;
    return PMB_OK;
}

pmb_status pmb_screen_resume(pmb_screen *screen, pmb_paint paint, void *scene, uint8_t since_full)
{
    if (!paint || !is_paper(screen))
        return PMB_ERR_ARGUMENT;
    pmb_screen_forget(screen);
    screen->panel->lost = false;
    screen->resuming = true;
    const pmb_status status = pmb_screen_paint(screen, paint, scene);
    screen->resuming = false;
    screen->refreshed = status == PMB_OK && !screen->panel->compares;
    screen->since_full = since_full;
    return status;
}

pmb_status pmb_screen_paint_then_sleep(pmb_screen *screen, pmb_paint paint, void *scene)
{
    pmb_status status = pmb_screen_paint(screen, paint, scene);
    if (status == PMB_OK)
        status = pmb_panel_wait(screen->panel, LONGEST_REFRESH_MS);
    return status == PMB_OK ? pmb_panel_deep_sleep(screen->panel) : status;
}
