/* window.c - the desk in a window, by SDL2. */
#include "front.h"

#include <SDL.h>
#include <stdlib.h>
#include <string.h>
#include "command.h"
#include "desk.h"

struct window {
    struct control *control;
    struct desk desk;
    SDL_Window *window;
    struct spot held; /* what the mouse holds */
    float density;    /* pixels a unit of the window's coordinates */
    unsigned drawn;   /* session->changes */
    bool stale;
};

static int failed(const char *what)
{
    complain("live: %s: %s", what, SDL_GetError());
    return FAILED;
}

static bool draw(struct window *w)
{
    int units;
    SDL_Surface *surface = SDL_GetWindowSurface(w->window);
    SDL_GetWindowSize(w->window, &units, NULL);
    if (!surface || surface->w < 64 || surface->h < 64)
        return surface != NULL;
    w->density = units > 0 ? (float)surface->w / (float)units : 1;
    if (!desk_draw(&w->desk, surface->w, surface->h, w->density >= 1.75f ? 4 : 2))
        return false;
    SDL_Surface *picture = SDL_CreateRGBSurfaceWithFormatFrom(
        w->desk.image.rgb, surface->w, surface->h, 24, 3 * surface->w, SDL_PIXELFORMAT_RGB24);
    const bool good = picture && SDL_BlitSurface(picture, NULL, surface, NULL) == 0 &&
                      SDL_UpdateWindowSurface(w->window) == 0;
    SDL_FreeSurface(picture);
    return good;
}

/* The mouse is pressed, moved while pressed, or let go at a place of the window. */
static void mouse(struct window *w, int x, int y, bool down)
{
    struct control *c = w->control;
    const struct session *s = c->session;
    const struct spot spot =
        desk_spot(&w->desk, (int)((float)x * w->density), (int)((float)y * w->density), w->held);
    if (spot.kind == SPOT_GLASS)
        control_finger(c, spot.number, down, spot.x, spot.y);
    if (spot.kind == SPOT_READING && down) {
        const struct feed_reading *r = &s->readings[spot.number];
        c->reading = spot.number;
        control_set(c, spot.number,
                    (int)(r->least + ((int64_t)r->most - r->least) * spot.x / 1000));
    }
    if (spot.kind == SPOT_MINUTE && down)
        control_show_position(c, spot.x);
    w->held = down ? spot : (struct spot){SPOT_NOTHING, 0, 0, 0};
}

/* The device that a key stands for; -1: none. */
static int device_key(SDL_Keycode key)
{
    switch (key) {
    case SDLK_RETURN:
    case SDLK_KP_ENTER:
    case SDLK_1:
        return KEY_BUTTON;
    case SDLK_LEFT:
        return KEY_LEFT;
    case SDLK_RIGHT:
        return KEY_RIGHT;
    case SDLK_UP:
        return KEY_UP;
    case SDLK_DOWN:
        return KEY_DOWN;
    default:
        return key >= SDLK_2 && key <= SDLK_9 ? KEY_BUTTON + (int)(key - SDLK_1) : -1;
    }
}

static void take(struct window *w, const SDL_Event *e)
{
    struct control *c = w->control;
    switch (e->type) {
    case SDL_QUIT:
        c->quits = true;
        break;
    case SDL_KEYDOWN:
    case SDL_KEYUP:
        if (!e->key.repeat && device_key(e->key.keysym.sym) >= 0)
            (void)control_device_key(c, (enum device_key)device_key(e->key.keysym.sym),
                                     e->type == SDL_KEYDOWN);
        break;
    case SDL_TEXTINPUT: {
        const char key = e->text.text[0];
        if (key == '+' || key == '-')
            (void)control_device_key(c, key == '+' ? KEY_KNOB_FORTH : KEY_KNOB_BACK, true);
        else if (key == 'z' || key == 'Z')
            w->desk.wanted = key == 'Z' ? 0 : w->desk.zoom[0] % 8 + 1;
        else
            control_do(c, control_act_of(key));
        w->stale = true;
        break;
    }
    case SDL_MOUSEWHEEL:
        for (int i = 0; i < abs(e->wheel.y); i++)
            (void)control_device_key(c, e->wheel.y > 0 ? KEY_KNOB_FORTH : KEY_KNOB_BACK, true);
        break;
    case SDL_MOUSEBUTTONDOWN:
        mouse(w, e->button.x, e->button.y, true);
        break;
    case SDL_MOUSEBUTTONUP:
        if (w->held.kind != SPOT_NOTHING)
            mouse(w, e->button.x, e->button.y, false);
        break;
    case SDL_MOUSEMOTION:
        if (w->held.kind != SPOT_NOTHING)
            mouse(w, e->motion.x, e->motion.y, true);
        break;
    case SDL_WINDOWEVENT:
        w->stale = true;
        break;
    default:
        break;
    }
}

int window_run(struct control *control, int zoom)
{
    struct window w = {.control = control, .desk = {.control = control, .wanted = zoom}};
    char title[160];
    int status = DONE;
    SDL_SetHint(SDL_HINT_FRAMEBUFFER_ACCELERATION, "0");
    SDL_SetHint(SDL_HINT_NO_SIGNAL_HANDLERS, "1");
    if (SDL_Init(SDL_INIT_VIDEO) != 0)
        return failed("no window can be opened");
    const char *driver = SDL_GetCurrentVideoDriver();
    if (!getenv("SDL_VIDEODRIVER") && driver && strcmp(driver, "offscreen") == 0) {
        SDL_Quit();
        complain("live: no window can be opened: no display answers; --terminal and --http need "
                 "none");
        return FAILED;
    }
    snprintf(title, sizeof title, "%s - pemble live", control->session->title);
    w.window = SDL_CreateWindow(title, SDL_WINDOWPOS_UNDEFINED, SDL_WINDOWPOS_UNDEFINED, 1280, 800,
                                SDL_WINDOW_RESIZABLE | SDL_WINDOW_ALLOW_HIGHDPI);
    if (!w.window)
        status = failed("no window can be opened");
    SDL_StartTextInput();
    while (status == DONE && !control->quits && !front_is_ended()) {
        SDL_Event e;
        session_wait(control->session, 10);
        while (SDL_PollEvent(&e))
            take(&w, &e);
        if (w.drawn == control->session->changes && !w.stale)
            continue;
        w.drawn = control->session->changes;
        w.stale = false;
        if (!draw(&w))
            status = failed("the window cannot be drawn");
    }
    desk_free(&w.desk);
    if (w.window)
        SDL_DestroyWindow(w.window);
    SDL_Quit();
    return status;
}
