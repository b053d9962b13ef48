#!/bin/sh
# Instructions for each job of the benchmark, counted by callgrind: they do not depend on the load
# of the machine. instructions.sh PROGRAM ARGUMENT DIRECTORY
set -eu
mkdir -p "$3"
rm -f "$3"/callgrind.out.*
valgrind --tool=callgrind --collect-atstart=no --callgrind-out-file="$3/callgrind.out" \
    "$1" "$2" --count >"$3/log" 2>&1 || { cat "$3/log" >&2; exit 1; }
echo "instructions a call, counted by callgrind:"
ls -v "$3"/callgrind.out.* | while read -r file; do
    awk '/^desc: Trigger: Client Request: / { sub(/^desc: Trigger: Client Request: /, ""); name = $0 }
         /^(summary|totals): / { if (name != "") printf "%-46s %10d\n", name, $2 / 10; exit }' "$file"
done
