#!/bin/sh
# Prints the lines and branches of src/ that the tests of a coverage build have reached; files that no
# test links count too.
set -eu
build=$1
cd "$build"
find CMakeFiles/pemble-core.dir -name '*.gcno' | sort | while read -r data; do
    gcov -b -n "$data" 2>/dev/null
done | awk '
    /^File / { file = $2; gsub(/\x27/, "", file); keep = file ~ /\/src\// }
    keep && /^Lines executed/ { split($0, p, /[:% ]+/); lines[file] = p[3]; count[file] = p[5] }
    keep && /^Taken at least once/ { split($0, p, /[:% ]+/); branches[file] = p[5]; ways[file] = p[7] }
    END {
        for (f in lines) {
            name = f; sub(/.*\/src\//, "src/", name)
            printf "%6.1f%% of %4d lines, %6.1f%% of %4d branches  %s\n", lines[f], count[f], branches[f], ways[f], name | "sort -k8"
            hit += lines[f] * count[f] / 100; all += count[f]
            taken += branches[f] * ways[f] / 100; forks += ways[f]
        }
        close("sort -k8")
        printf "%6.1f%% of %4d lines, %6.1f%% of %4d branches  in all\n", 100 * hit / all, all, 100 * taken / forks, forks
    }'
