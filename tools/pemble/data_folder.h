/* data_folder.h - where what belongs to the command lies. */
#ifndef PEMBLE_DATA_FOLDER_H
#define PEMBLE_DATA_FOLDER_H

#include <stdbool.h>
#include <stddef.h>

/* The path of something beside the program that runs, such as "pemble-live" or "../include". False
 * when it cannot be said. */
bool beside_program(const char *name, char *path, size_t size);

/* A folder beside an installed command, else the one in the sources that it was built from. Valid
 * until the next call. */
const char *data_folder(const char *name, const char *in_sources);

#endif
