/* apart.h - what a command writes is none of the files that it reads, and is called as its kind. */
#ifndef PEMBLE_APART_H
#define PEMBLE_APART_H

#include "command.h"

/* Whether each file to write is apart from the files to read and from the others to write, and
 * ends, if at all, as its option says ("FILE.png"): a slip would overwrite a file of another kind.
 * When not, this has been said. */
bool outputs_are_apart(const struct line *line, const struct poptOption *options);

#endif
