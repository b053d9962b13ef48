/* command.h - in the browser, what files of tools/ need of the command's own header. */
#ifndef PEMBLE_WEB_COMMAND_H
#define PEMBLE_WEB_COMMAND_H

void complain(const char *format, ...) __attribute__((format(printf, 1, 2)));

#endif
