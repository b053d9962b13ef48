/*
 * screen.h - a panel with memory: paints scenes and sends what changed.
 *
 * The memory is a buffer for the whole frame or for a band of it, from one line of bytes (8 rows of
 * a one-bit panel) up. With a band, the drawing function runs once for each band and must draw the
 * same each time; it may ask c->clip to skip what is not in the band. The picture is the same
 * whatever the size of the buffer.
 *
 * Where the port can send in the background (port.h, start), a buffer that holds less than the
 * frame is used as two halves: the next band is drawn while the last one is on the wire.
 *
 * Tiles are optional memory for what is on the glass, 4 bytes each. With them only tiles that
 * changed are sent, neighbours in one go. They are 8 by 8 pixels, or as much larger as it takes for
 * the memory to suffice; where pages of eight rows are addressed one by one they grow in width
 * only, and they never span two bands. After a bus error they are forgotten, and the next paint
 * sends everything.
 *
 * Of a buffer that holds the whole frame, and that you draw on directly, no more is looked at than
 * the rectangles in which something was drawn since the last present; without tiles and mirror, all
 * of these are sent.
 *
 * A mirror is memory for a second frame: what is on the glass, byte for byte. With it no more than
 * the bytes that changed are sent, but for those between two changes that are so near to each other
 * that a new address would cost as much. It takes the place of tiles.
 */
#ifndef PEMBLE_SCREEN_H
#define PEMBLE_SCREEN_H

#include "pemble/linkage.h"
#include "pemble/panel.h"

PMB_BEGIN_C

typedef uint32_t pmb_tile; /* digest of what was last sent there; 0 is "not known" */

#define PMB_TILE_COLUMNS 16

#define PMB_TILE_ROWS 8

/* Enough for tiles of PMB_TILE_COLUMNS by PMB_TILE_ROWS pixels, on any screen of that size, as
 * rotated, with a band of at least 8 rows. */
#define PMB_TILES(width, height)                                                                   \
    (((width) + 2 * PMB_TILE_COLUMNS - 2) / PMB_TILE_COLUMNS *                                     \
     (((height) + 2 * PMB_TILE_ROWS - 2) / PMB_TILE_ROWS))

/* Draws the whole scene in screen coordinates; called once for each band. */
typedef void (*pmb_paint)(pmb_canvas *c, void *scene);

typedef struct pmb_screen {
    pmb_panel *panel;
    pmb_canvas canvas; /* over the band last painted, or over the whole frame */
#if !PMB_NO_TILES
    pmb_tile *tiles;                 /* NULL: everything is sent each time */
    int16_t tile_columns, tile_rows; /* pixels of a tile; without tiles, of a unit */
#endif
    uint8_t *mirror;                                       /* NULL: none */
    pmb_status (*send_changes)(struct pmb_screen *screen); /* private: those in the band */
    pmb_rect area;                                         /* private: what is painted and sent */
#if !PMB_NO_DAMAGE
    pmb_damage damage; /* private: what was drawn on a whole buffer since it was presented */
#endif
    int16_t band_rows;   /* rows that the buffer holds */
    bool sent : 1;       /* private, as all of these */
    bool keep_known : 1; /* what is sent is remembered as being on the glass */
    bool painted : 1;    /* all of it once, without an error */
    bool mirrored : 1;   /* the mirror is what the glass shows */
    bool halved : 1;     /* the buffer is two halves */
    bool second : 1;     /* the canvas is on the second of them */
    bool light : 1;      /* bands begin white */
    bool refreshed : 1;  /* e-paper: once, without an error */
    uint8_t since_full;  /* e-paper: refreshes since the last full one */
} pmb_screen;

/*
 * Gives an open panel its memory. `tiles` may be NULL (and tile_count 0).
 * The screen must stay where it is from then on. PMB_ERR_ARGUMENT: a null pointer, a buffer too
 * small for one band (pmb_screen_least_bytes), or fewer tiles than there are bands, and
 * pages where they are addressed one by one.
 */
pmb_status pmb_screen_init(pmb_screen *screen, pmb_panel *panel, void *buffer, size_t buffer_bytes,
                           pmb_tile *tiles, size_t tile_count);

/* Bytes that the smallest band of this panel takes, those that its whole frame takes, and the
 * number of tiles of PMB_TILE_COLUMNS by PMB_TILE_ROWS pixels, with a buffer of that size. */
size_t pmb_screen_least_bytes(const pmb_panel *panel);
size_t pmb_screen_whole_bytes(const pmb_panel *panel);
size_t pmb_screen_tile_count(const pmb_panel *panel, size_t buffer_bytes);

/*
 * Gives the screen a mirror, after pmb_screen_init and instead of tiles: pmb_screen_whole_bytes()
 * of memory. PMB_ERR_ARGUMENT: a null pointer, too little memory, or the screen has tiles.
 */
pmb_status pmb_screen_mirror(pmb_screen *screen, void *memory, size_t bytes);

/*
 * Calls paint for each band and sends what changed. Each band starts as opening leaves the panel:
 * white on e-paper, else black. Returns the first error of the bus; the panel then shows part of
 * the scene until the next call succeeds.
 *
 * On e-paper, when something changed, a refresh is begun as the configuration says, and the call
 * returns while it goes on (pmb_panel_is_busy, pmb_panel_wait); the first refresh, and the first
 * after an error, is a full one. For a partial refresh the call waits for its end and paints a
 * second time, since the controller has to be told what the paper shows.
 */
pmb_status pmb_screen_paint(pmb_screen *screen, pmb_paint paint, void *scene);

/*
 * The same for a part of the screen, when no more has changed: paint is called for the bands that
 * the part touches, with a clip that holds it, widened to whole tiles (without tiles, to what the
 * controller can address); nothing else is painted,
 * looked at or sent. PMB_ERR_ARGUMENT: a null pointer. On e-paper, and before a first whole paint,
 * it is pmb_screen_paint.
 */
pmb_status pmb_screen_paint_area(pmb_screen *screen, pmb_paint paint, void *scene, pmb_rect area);

/*
 * For a screen whose buffer holds the whole frame: the canvas to draw on directly, which keeps what
 * was drawn; NULL when the buffer is smaller. pmb_screen_present sends what changed in it where
 * functions of Pemble drew; what you wrote into its memory yourself, pmb_screen_present_area does.
 */
pmb_canvas *pmb_screen_canvas(pmb_screen *screen);
pmb_status pmb_screen_present(pmb_screen *screen);

/* The same for the part in which something was drawn; widened as above. */
pmb_status pmb_screen_present_area(pmb_screen *screen, pmb_rect area);

/* Forgets what is on the glass: the next paint or present sends everything. */
void pmb_screen_forget(pmb_screen *screen);

PMB_END_C

#endif
