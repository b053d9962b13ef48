#!/bin/sh
# Prints what each example takes on a Cortex-M0, and fails when one takes more than
# tests/mcu/examples.txt allows. The directory is where they were built and run.
set -eu
here=$(cd "$(dirname "$0")" && pwd)
out=$1
. "$here/within.sh"
format='mcu: %-12s %7s %8s %6s %14s %12s %9s\n'
# shellcheck disable=SC2059
printf "$format" example flash RAM stack "1st picture" "a frame" "bytes sent"
for elf in "$out"/*.elf; do
    name=$(basename "$elf" .elf)
    # Flash is code and initial data; RAM is data without the 2 KB of stack that the linker sets aside.
    set -- $(arm-none-eabi-size "$elf" | tail -1)
    flash=$(($1 + $2)) ram=$(($2 + $3 - 2048))
    line=$(grep -a "^$name " "$out/$name.txt") || { echo "mcu: $name has said nothing" >&2; exit 1; }
    set -- $line
    first=$2 frame=$3 stack=$4 sent=$5
    shown=$frame
    [ "$frame" -gt 0 ] || shown=- # one picture, and no more
    # shellcheck disable=SC2059
    printf "$format" "$name" "$flash" "$ram" "$stack" "$first" "$shown" "$sent"
    set -- $(grep "^$name " "$here/examples.txt") none
    if [ "$1" = none ]; then
        echo "mcu: $name is not in tests/mcu/examples.txt" >&2
        exit 1
    fi
    within examples.txt "$name" flash "$flash" "$2" RAM "$ram" "$3" stack "$stack" "$4" \
        "instructions to the first picture" "$first" "$5" "instructions a frame" "$frame" "$6"
done
