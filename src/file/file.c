/* file.c - finds out which kind of file it is, and draws it. */
#include "file/input.h"
#include "geometry/limits.h"

/* One of our own, as it is, in the middle, cut where it is too large. */
static void draw_picture(pmb_job *job)
{
    const pmb_picture picture = {{.reader = job->in.reader}};
    pmb_picture_info info;
    pmb_status status = pmb_picture_check(&picture);
    if (status == PMB_OK)
        status = pmb_picture_measure(&picture, &info);
    if (status != PMB_OK) {
        pmb_input_fail(&job->in, status, "it is damaged or of another version");
        return;
    }
    job->size = info.size;
    job->out.drawn = pmb_in_middle(job->r, info.size);
    const pmb_rect saved = pmb_canvas_narrow_clip(job->c, job->r);
    status = pmb_picture_draw(job->c, &picture, (pmb_point){job->out.drawn.x, job->out.drawn.y},
                              NULL, job->memory, job->bytes);
    pmb_canvas_restore_clip(job->c, saved);
    if (status != PMB_OK)
        pmb_input_fail(&job->in, status, "there is too little memory for it");
}

pmb_status pmb_file_draw(pmb_canvas *c, const pmb_reader *reader, pmb_rect r, void *memory,
                         size_t bytes, pmb_file_report *report)
{
    if (PMB_MISSING(reader) || !memory)
        return PMB_ERR_ARGUMENT;
    pmb_job job = {.c = c, .r = r, .memory = memory, .bytes = bytes};
    const char *kind = "";
    if (pmb_rect_is_empty(r))
        return PMB_ERR_ARGUMENT;
    pmb_input_open(&job.in, reader);
    const uint8_t a = pmb_input_next(&job.in), b = pmb_input_next(&job.in);
    if (a == 'B' && b == 'M') {
        kind = "BMP";
        pmb_bmp_draw(&job);
    } else if (a == 'P' && b >= '1' && b <= '6') {
        kind = "Netpbm";
        pmb_input_seek(&job.in, 1);
        pmb_netpbm_draw(&job);
    } else if (a == 0xFF && b == 0xD8) {
        kind = "JPEG";
        pmb_jpeg_draw(&job);
    } else if (a == 'P' && b == 'M') {
        kind = "picture";
        draw_picture(&job);
    } else {
        pmb_input_fail(&job.in, PMB_ERR_DATA, "it is none of BMP, Netpbm, JPEG and picture");
    }
    if (report)
        *report = (pmb_file_report){kind, job.in.reason, job.in.fault, job.size, job.out.drawn};
    return job.in.status;
}
