/* data_folder.h - where the command's data lies. */
#ifndef PEMBLE_DATA_FOLDER_H
#define PEMBLE_DATA_FOLDER_H

/* A folder beside an installed command, else the one in the sources that it was built from. Valid
 * until the next call. */
const char *data_folder(const char *name, const char *in_sources);

#endif
