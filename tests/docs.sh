#!/bin/sh
# Compiles the C in the documents, and looks for links that lead nowhere: docs.sh TOP, in a directory for
# what it makes. A block is complete, or is given what the prelude below has.
set -eu
top=$1
cat >prelude.h <<'END'
#include "pemble/pemble.h"
#include "pemble/driver.h"
#include "pemble/turn.h"
void board_set_pin(int pin, bool high); /* docs/porting.md */
bool board_get_pin(int pin);
void board_wait(uint32_t microseconds);
END
status=0 blocks=0
for page in "$top"/README.md "$top"/CONTRIBUTING.md "$top"/docs/*.md; do
    rm -f block-*.c
    awk '/^```c$/ { n++; file = "block-" n ".c"; next } /^```/ { file = "" } file { print > file }' "$page"
    for block in block-*.c; do
        [ -e "$block" ] || continue
        blocks=$((blocks + 1))
        if ! gcc -std=c11 -Wall -Wextra -Wno-unused -Wno-missing-field-initializers -Werror -fsyntax-only \
            -I"$top/include" -I"$top/ports/linux/include" -I"$top/ports/stm32f4" -I"$top/ports/sim/include" -I"$top/ports/sim" -I"$top/examples" \
            -I"$top/examples/your_project" -include prelude.h "$block" 2>said.txt; then
            echo "$page: $block does not compile:"
            head -12 said.txt
            status=1
        fi
    done
    # Links to files of the project; anchors and addresses elsewhere are not looked at.
    grep -o '](\([^)#]*\)' "$page" | sed 's/^](//' | grep -v '^https\?:' | sort -u | while read -r link; do
        [ -z "$link" ] || [ -e "$(dirname "$page")/$link" ] || { echo "$page: there is no $link"; false; }
    done || status=1
done
[ "$blocks" -gt 5 ] || { echo "only $blocks blocks were found"; status=1; }
exit $status
