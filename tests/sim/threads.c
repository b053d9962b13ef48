/* Two panels on two ports in two threads: the library keeps nothing between them. Built with
 * ThreadSanitizer as well (make threads). */
#include <pthread.h>
#include "rig.h"

/* What one thread drives, and the scene that it paints. */
struct side {
    struct rig rig;
    pmb_panel_config config;
    int frame, phase;
    pmb_status status;
};

static void paint(pmb_canvas *c, void *scene)
{
    const struct side *s = scene;
    static const pmb_scale scale = {.least = 0, .most = 100, .major = 25, .minor = 5};
    const pmb_dial dial = {
        &pmb_theme_dark, &scale, PMB_DEGREES(-120), PMB_DEGREES(240), true, "m", false};
    const pmb_size size = s->rig.panel.size;
    const pmb_text_style style = {.font = &pmb_font_slipway, .color = PMB_WHITE};
    char number[12];
    pmb_fill(c, PMB_BLACK);
    pmb_dial_draw(c, &dial, (pmb_rect){0, 0, size.h, size.h}, (s->frame * 7 + s->phase) % 101, -1);
    (void)pmb_number_text(number, sizeof number, NULL, s->frame);
    pmb_text(c, &style, (pmb_point){(int16_t)(size.w - 30), 14}, number);
}

/* Frames with tiles, a sleep and a turn of the contrast between them. */
static void *drive(void *side)
{
    struct side *s = side;
    for (s->frame = 0; s->frame < 30 && s->status == PMB_OK; s->frame++) {
        s->status = pmb_screen_paint(&s->rig.screen, paint, s);
        if (s->frame % 10 == 9 && s->status == PMB_OK)
            s->status = pmb_panel_contrast(&s->rig.panel, (uint8_t)(100 + s->frame));
    }
    s->frame--;
    return NULL;
}

static void two_threads_do_not_meet(void **state)
{
    (void)state;
    static struct side sides[2] = {
        {.phase = 0,
         .config = {.controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c}}},
        {.phase = 50,
         .config = {.controller = &pmb_sh1106,
                    .size = {128, 64},
                    .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
                    .reset = PMB_PIN(7)}}};
    pthread_t threads[2];
    for (int i = 0; i < 2; i++)
        rig_open(&sides[i].rig, &sides[i].config, 0, true);
    for (int i = 0; i < 2; i++)
        assert_int_equal(pthread_create(&threads[i], NULL, drive, &sides[i]), 0);
    for (int i = 0; i < 2; i++)
        assert_int_equal(pthread_join(threads[i], NULL), 0);
    for (int i = 0; i < 2; i++) {
        assert_int_equal(sides[i].status, PMB_OK);
        assert_glass_shows(&sides[i].rig, paint, &sides[i]);
        assert_no_complaints(&sides[i].rig);
        rig_close(&sides[i].rig);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {cmocka_unit_test(two_threads_do_not_meet)};
    return cmocka_run_group_tests(tests, NULL, NULL);
}
