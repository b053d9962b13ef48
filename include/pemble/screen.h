/*
 * screen.h - a panel with memory: it paints scenes and sends what changed.
 *
 * Bands. The memory is a buffer for the whole frame or for a band of it. The smallest band is one
 * line of the controller's memory: 8 rows of a one-bit panel. Where the picture is turned by a
 * quarter and the controller cannot turn it, bands are columns of the screen, such as 8 of a
 * one-bit panel. With a band, the drawing function runs once for each band and must draw the same
 * each time. It may ask c->clip to skip what is not in the band. The picture is the same whatever
 * the size of the buffer.
 *
 * Background. If the port can send in the background (spi_start in port.h), a buffer that holds
 * less than the frame is used as two halves. The next band is drawn while the last band is sent.
 *
 * Tiles. Tiles are optional memory, 4 bytes each, for what is on the glass. With tiles, only tiles
 * that changed are sent. Neighbours are sent together. A tile is 8 by 8 pixels, or larger if the
 * memory is not enough. On controllers that address pages of eight rows one by one, tiles grow in
 * width only. A tile never spans two bands. After a bus error the tiles are forgotten, and the next
 * paint sends everything.
 *
 * Digests. Tiles and drafts compare digests of 32 bits. By chance, one changed tile or square in 4
 * billion has the digest of what was there. It is then not sent until it changes again. A screen
 * with a mirror, or with neither, has no such chance. Where a wrong tile must not stay, call
 * pmb_screen_forget() now and then, such as once an hour.
 *
 * Damage. With a whole-frame buffer that you draw on directly, present checks only the rectangles
 * drawn since the last present. Without tiles and mirror, present sends all of these rectangles.
 *
 * Mirror. A mirror is memory for a second frame: what is on the glass, byte for byte. With a
 * mirror, only bytes that changed are sent, and bytes between two changes when a new address would
 * cost as much. A screen has tiles or a mirror, not both.
 *
 * Draft. A draft is memory for what was drawn where, 8 bytes for each square of 16 by 16 pixels.
 * With a draft, a paint first asks the scene what it would draw, without pixels. Then it paints,
 * compares and sends only the squares in which that has changed. Tiles or a mirror make what is
 * sent less still. The glass shows the same as without a draft.
 */
#ifndef PEMBLE_SCREEN_H
#define PEMBLE_SCREEN_H

#include "pemble/linkage.h"
#include "pemble/panel.h"

PMB_BEGIN_C

typedef uint32_t pmb_tile; /* digest of what was last sent there; 0: not known */

#define PMB_TILE_COLUMNS 16

#define PMB_TILE_ROWS 8

/* How many tiles of PMB_TILE_COLUMNS by PMB_TILE_ROWS pixels a screen of that size needs, after
 * rotation, with a band of at least 8 rows. */
#define PMB_TILES(width, height)                                                                   \
    (((width) + 2 * PMB_TILE_COLUMNS - 2) / PMB_TILE_COLUMNS *                                     \
     (((height) + 2 * PMB_TILE_ROWS - 2) / PMB_TILE_ROWS))

#define PMB_SQUARE_SIDE 16

/* Digests of what was drawn in a square, and of what is to be drawn; 0: not known. */
typedef struct pmb_square {
    uint32_t known, now;
} pmb_square;

/* How many squares a screen of that size needs, after rotation; with up to 7 rows and columns more,
 * which its bytes may have. */
#define PMB_SQUARES(width, height)                                                                 \
    (((width) + PMB_SQUARE_SIDE + 6) / PMB_SQUARE_SIDE *                                           \
     (((height) + PMB_SQUARE_SIDE + 6) / PMB_SQUARE_SIDE))

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
#if PMB_DRAFTS
    pmb_square *squares;                          /* NULL: no draft */
    pmb_status (*send)(struct pmb_screen *screen, /* private: what has changed, by the draft */
                       pmb_paint paint, void *scene, const pmb_rect *part);
#endif
    pmb_rect area; /* private: what is painted and sent */
#if !PMB_NO_DAMAGE
    pmb_damage damage; /* private: what was drawn on a whole buffer since it was presented; else, on
                          e-paper, what was sent for the refresh that goes on */
#endif
    int16_t band;        /* rows that the buffer holds; or columns, where bands are columns */
    bool sent : 1;       /* private, as all of these */
    bool keep_known : 1; /* what is sent is remembered as being on the glass */
    bool painted : 1;    /* all of it once, without an error */
    bool mirrored : 1;   /* the mirror is what the glass shows */
    bool halved : 1;     /* the buffer is two halves */
    bool second : 1;     /* the canvas is on the second of them */
    bool light : 1;      /* bands begin white */
    bool refreshed : 1;  /* e-paper: once, without an error */
    bool unfinished : 1; /* e-paper: the controller is not told yet what the paper shows */
    bool resuming : 1;   /* e-paper: what is sent is on the paper already */
    bool in_steps : 1;   /* paint returns while the refresh goes on, or the last bytes are sent */
    bool finishing : 1;  /* e-paper: the second of these steps */
    uint8_t next : 4;    /* e-paper: the kind + 1 of the next refresh; 0: as configured */
    uint8_t since_full;  /* e-paper: refreshes since the last full one */
} pmb_screen;

/*
 * Gives an open panel its memory. `tiles` may be NULL, and tile_count 0. The screen must not move
 * in memory afterwards.
 *
 * PMB_ERR_ARGUMENT: a null pointer, a buffer too small for one band (pmb_screen_least_bytes), or
 * too few tiles: there must be at least one for each band, and one for each page where pages are
 * addressed one by one. pmb_screen_explain says which, and how many it takes.
 */
pmb_status pmb_screen_init(pmb_screen *screen, pmb_panel *panel, void *buffer, size_t buffer_bytes,
                           pmb_tile *tiles, size_t tile_count);

/* The bytes of this panel's smallest band; the bytes of its whole frame; and how many tiles of
 * PMB_TILE_COLUMNS by PMB_TILE_ROWS pixels it needs with a buffer of that size. */
size_t pmb_screen_least_bytes(const pmb_panel *panel);
size_t pmb_screen_whole_bytes(const pmb_panel *panel);
size_t pmb_screen_tile_count(const pmb_panel *panel, size_t buffer_bytes);

/*
 * Gives the screen a mirror of pmb_screen_whole_bytes() bytes, after pmb_screen_init and instead of
 * tiles. PMB_ERR_ARGUMENT: a null pointer, too little memory, or the screen has tiles.
 */
pmb_status pmb_screen_mirror(pmb_screen *screen, void *memory, size_t bytes);

#if PMB_DRAFTS
/*
 * Gives the screen a draft, after pmb_screen_init. Squares: PMB_SQUARES(width, height), or
 * pmb_screen_square_count(). The drawing function is called once more, on a canvas without pixels:
 * pmb_canvas_peek() returns PMB_BLACK there. It must draw with the functions of Pemble only, and
 * what it draws from must not change while it is drawn.
 *
 * PMB_ERR_ARGUMENT: a null pointer, or too few squares. PMB_ERR_UNSUPPORTED: e-paper, where
 * painting is the least of the time. There are no drafts on AVR and with PMB_PLAIN_PANELS.
 */
pmb_status pmb_screen_draft(pmb_screen *screen, pmb_square *squares, size_t count);
size_t pmb_screen_square_count(const pmb_panel *panel);
#endif

/*
 * Calls paint for each band and sends what changed. Each band starts as opening leaves the panel:
 * white on e-paper, else black. Returns the first error of the bus. After an error the panel shows
 * part of the scene until the next call succeeds.
 *
 * On e-paper, when something changed, this begins a refresh of the configured kind and returns
 * while the refresh goes on (pmb_panel_is_busy, pmb_panel_wait). The first refresh is a full one,
 * and so is the first after an error. A partial refresh compares what the paper shows with what it
 * shall show. For it the call waits for the end and then sends what changed to the other memory of
 * the controller. For that it paints the bands that changed once more, if the screen has neither a
 * whole buffer nor a mirror.
 */
pmb_status pmb_screen_paint(pmb_screen *screen, pmb_paint paint, void *scene);

/*
 * The same in two steps, so that the program can go on meanwhile.
 *
 * E-paper: begin sends what changed, begins the refresh and returns. When pmb_panel_is_busy is
 * false (without a busy pin: at any time), finish does what is left; it waits for the end of the
 * refresh if need be. It must be given the same scene in the same state. If it was left out, the
 * next paint refreshes fully.
 *
 * Other panels, if bus and port can send in the background: begin returns while the last band is
 * sent. finish waits until it has been. So two panels with a port each, or on two SPI units, are
 * sent to at once: begin both, then finish both. Until finish the buffer must not change, and
 * nothing else may use the bus. If it was left out, the next call for this panel waits first.
 * Else begin paints and finish does nothing.
 */
pmb_status pmb_screen_paint_begin(pmb_screen *screen, pmb_paint paint, void *scene);
pmb_status pmb_screen_paint_finish(pmb_screen *screen, pmb_paint paint, void *scene);

/*
 * Paints a part of the screen, when nothing else has changed. The part is widened to whole tiles,
 * or without tiles to what the controller can address. paint is called for the bands that the part
 * touches, with a clip that holds the part. Nothing else is painted, compared or sent. On e-paper
 * only that part is refreshed, where the controller can (pmb_panel_refresh_area).
 *
 * Before the first whole paint this is pmb_screen_paint. PMB_ERR_ARGUMENT: a null pointer.
 */
pmb_status pmb_screen_paint_area(pmb_screen *screen, pmb_paint paint, void *scene, pmb_rect area);

/*
 * E-paper: how the next paint refreshes, once, even if nothing has changed: such as fully, to clear
 * traces. PMB_ERR_ARGUMENT: a null pointer, no such kind, or the panel is no e-paper. If the
 * controller does not have this refresh, that paint returns PMB_ERR_UNSUPPORTED.
 */
pmb_status pmb_screen_refresh_next(pmb_screen *screen, pmb_refresh kind);

/*
 * E-paper: says what the paper shows, without a refresh: after pmb_panel_resume, or after
 * pmb_panel_wake. `paint` draws what it shows; that is sent to the controller's memory. The next
 * paint then refreshes as configured, and only what differs. `since_full` is screen->since_full as
 * it was; keep it where the processor keeps it. A controller that compares its memories at every
 * refresh (SSD1608) refreshes fully next. PMB_ERR_ARGUMENT: a null pointer, or no e-paper.
 */
pmb_status pmb_screen_resume(pmb_screen *screen, pmb_paint paint, void *scene, uint8_t since_full);

/* E-paper on a battery: paints, waits for the refresh to end, switches the drive off and puts the
 * panel into deep sleep (pmb_panel_deep_sleep). After an error of the last step nobody knows
 * whether it sleeps: the same call is then PMB_ERR_UNSUPPORTED. Call pmb_panel_deep_sleep again, or
 * pmb_panel_wake. */
pmb_status pmb_screen_paint_then_sleep(pmb_screen *screen, pmb_paint paint, void *scene);

/*
 * The canvas to draw on directly, for a screen whose buffer holds the whole frame; NULL for others.
 * It keeps what was drawn. pmb_screen_present sends what changed where functions of Pemble drew. If
 * you write into the canvas's memory yourself, call pmb_screen_present_area.
 */
pmb_canvas *pmb_screen_canvas(pmb_screen *screen);
pmb_status pmb_screen_present(pmb_screen *screen);

/* Sends what changed in a part of the buffer. The part is widened as in pmb_screen_paint_area. */
pmb_status pmb_screen_present_area(pmb_screen *screen, pmb_rect area);

/* Forgets what is on the glass: the next paint or present sends everything. */
void pmb_screen_forget(pmb_screen *screen);

/* For those who write a family of e-paper (families.h): its `present`. */
pmb_status pmb_paper_present(pmb_screen *screen, pmb_paint paint, void *scene,
                             const pmb_rect *part);

PMB_END_C

#endif
