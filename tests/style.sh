#!/bin/sh
# How the code is written: its layout (.clang-format), what is likely a mistake (.clang-tidy), and
# commits' subjects. From the top: make style. Needs build/host for clang-tidy.
set -eu
top=$(cd "$(dirname "$0")/.." && pwd)
cd "$top"
sources=$(find include src ports tools examples tests benchmarks -name '*.[ch]' | grep -v '^src/fonts/' | sort)
# shellcheck disable=SC2086
if ! clang-format --dry-run -Werror $sources 2>build/format.txt; then
    grep 'error:' build/format.txt | head -10 >&2
    echo "style: run 'make format'" >&2
    exit 1
fi
checked=$(echo "$sources" | grep -E '^(src|ports/sim|ports/linux|tools)/.*\.c$')
if ! echo "$checked" | xargs -P2 -n8 clang-tidy --quiet -p build/host >build/tidy.txt 2>/dev/null; then
    grep -E 'error:' build/tidy.txt >&2
    exit 1
fi
echo "style: $(echo "$sources" | wc -l) files are formatted, $(echo "$checked" | wc -l) have no finding"
