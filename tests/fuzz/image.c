/* Image files of any bytes, as the command reads them: refused with a reason, or fitted and
 * reduced, within the memory that is allowed. */
#define _GNU_SOURCE /* memfd_create */
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "encode.h"
#include "on_file.h"
#include "pixmap.h"
#include "raster.h"

static void use_frame(const struct raster *frame, uint8_t how)
{
    struct raster fitted;
    if (frame->w < 1 || frame->h < 1 || !frame->rgba)
        abort();
    if (!raster_fit(&fitted, frame, 1 + how % 40, 1 + how / 8, (enum fitting)(how % 4)))
        return;
    raster_adjust(&fitted, how % 201 - 100, how * 3 % 201 - 100, how & 1);
    raster_free(&fitted);
}

int LLVMFuzzerTestOneInput(const uint8_t *bytes, size_t count);
int LLVMFuzzerTestOneInput(const uint8_t *bytes, size_t count)
{
    static int file = -1;
    static char path[ON_FILE_PATH];
    struct images images = {NULL, NULL, 0};
    char why[200] = "";
    size_t size;
    if (count == 0)
        return 0;
    raster_allow(16);
    on_file(&file, path, bytes, count);
    if (!images_read(&images, path, why, sizeof why)) {
        if (!why[0])
            abort();
    } else if (images.count < 1) {
        abort();
    }
    for (int i = 0; i < images.count; i++)
        use_frame(&images.frames[i], bytes[count - 1]);
    images_free(&images);
    free(pixmap_of_image(path, &size));
    return 0;
}
