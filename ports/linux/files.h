/*
 * files.h - files and directories of a Linux machine as readers. What the library does not know but
 * libpng and giflib do, PNG and GIF, is turned into a Netpbm file in memory while it is opened, so
 * that the same calls show it.
 */
#ifndef PEMBLE_LINUX_FILES_H
#define PEMBLE_LINUX_FILES_H

#include "pemble/linkage.h"
#include "pemble/slides.h"

PMB_BEGIN_C

typedef struct pmb_linux_file pmb_linux_file;

/* Opens a file; NULL, and errno says why, when it cannot be opened. */
pmb_linux_file *pmb_linux_open(const char *path);
pmb_reader pmb_linux_reader(pmb_linux_file *file);
void pmb_linux_close(pmb_linux_file *file);

/* The files of a directory but hidden ones, in the order of their names. NULL as above. */
pmb_directory *pmb_linux_directory(const char *path);
void pmb_linux_directory_close(pmb_directory *directory);

PMB_END_C

#endif
