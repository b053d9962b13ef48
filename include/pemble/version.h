/*
 * version.h - the version of Pemble that a program is compiled with.
 *
 * Versions follow Semantic Versioning 2.0.0. Before 1.0 each minor version may change the
 * interface, and CHANGELOG.md says how. docs/versions.md has the rules.
 */
#ifndef PEMBLE_VERSION_H
#define PEMBLE_VERSION_H

#define PMB_VERSION_MAJOR 0
#define PMB_VERSION_MINOR 1
#define PMB_VERSION_PATCH 0

/* The three numbers as text. */
#define PMB_VERSION "0.1.0"

/* True when this version is at least the given one: PMB_VERSION_AT_LEAST(0, 1, 0). It works in the
 * conditions of the preprocessor, too. */
#define PMB_VERSION_AT_LEAST(major, minor, patch)                                                  \
    (PMB_VERSION_MAJOR != (major)   ? PMB_VERSION_MAJOR > (major)                                  \
     : PMB_VERSION_MINOR != (minor) ? PMB_VERSION_MINOR > (minor)                                  \
                                    : PMB_VERSION_PATCH >= (patch))

#endif
