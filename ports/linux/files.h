/*
 * files.h - files and directories of a Linux machine as readers.
 */
#ifndef PEMBLE_LINUX_FILES_H
#define PEMBLE_LINUX_FILES_H

#include "pemble/linkage.h"
#include "pemble/slides.h"

PMB_BEGIN_C

typedef struct pmb_linux_file pmb_linux_file;

/*
 * Converts a file that the library does not read into one that it reads, in memory from malloc, and
 * gives its size. Returns NULL when the file needs no conversion.
 */
typedef uint8_t *(*pmb_linux_convert)(const char *path, size_t *size);

/* Opens a file, through `convert` if there is one; NULL, and errno says why, when it cannot be
 * opened. */
pmb_linux_file *pmb_linux_open(const char *path, pmb_linux_convert convert);
pmb_reader pmb_linux_reader(pmb_linux_file *file);
void pmb_linux_close(pmb_linux_file *file);

/* The files of a directory in the order of their names, without hidden ones. NULL as above. */
pmb_directory *pmb_linux_directory(const char *path, pmb_linux_convert convert);
void pmb_linux_directory_close(pmb_directory *directory);

PMB_END_C

#endif
