#!/bin/sh
# Fails when a program exceeds tests/mcu/limits.txt. OUT is where they were built.
set -eu
here=$(cd "$(dirname "$0")" && pwd)
out=$1
. "$here/within.sh"
bytes=$(sed -n 's/^.*: 28 frames of 50x50, .* \([0-9]*\) bytes, .*/\1/p' "$out/wheel-said.txt")
printf 'mcu: the reel of 28 frames of 50x50 takes %s bytes\n' "$bytes"
within limits.txt "the reel" bytes "$bytes" "$(sed -n 's/^wheel //p' "$here/limits.txt")"
aimed "the reel" bytes "$bytes" "$(sed -n 's/^aim wheel //p' "$here/limits.txt")"
# What a menu takes above the same program without it.
set -- $(avr-size "$out/small/avr/menu.elf" | tail -1) $(avr-size "$out/small/avr/unmenu.elf" | tail -1)
menu_flash=$(($1 + $2 - $7 - $8)) menu_ram=$(($2 + $3 - $8 - $9))
printf 'mcu: a menu of three pages takes %d bytes of flash and %d of RAM more than the same program without it\n' \
    "$menu_flash" "$menu_ram"
set -- $(sed -n 's/^aim above //p' "$here/limits.txt")
aimed "a menu" flash "$menu_flash" "$1"
aimed "a menu" RAM "$menu_ram" "$2"
grep -v '^#\|^wheel\|^aim' "$here/limits.txt" | while read -r program options flash ram stack cycles; do
    case $options in
    none) dir=$out/avr ;;
    PMB_SMALL) dir=$out/small/avr ;;
    *) dir=$out/$options/avr ;;
    esac
    set -- $(avr-size "$dir/$program.elf" | tail -1)
    is_flash=$(($1 + $2)) is_ram=$(($2 + $3))
    is_stack=$(sed -n 's/^stack //p' "$dir/$program-cycles.txt")
    is_cycles=$(sed -n 's/^cycles \([0-9]*\).*/\1/p' "$dir/$program-cycles.txt" | sort -n | tail -1)
    printf 'mcu: %-6s %-9s %6d bytes of flash, %4d of RAM, %3d of stack, %7d cycles a frame\n' \
        "$program" "$options" "$is_flash" "$is_ram" "$is_stack" "$is_cycles"
    within limits.txt "$program with $options" flash "$is_flash" "$flash" RAM "$is_ram" "$ram" \
        stack "$is_stack" "$stack" cycles "$is_cycles" "$cycles"
    set -- $(sed -n "s/^aim $program  *$options  *//p" "$here/limits.txt")
    if [ $# -eq 3 ]; then
        aimed "$program with $options" flash "$is_flash" "$1"
        aimed "$program with $options" "RAM with the stack" $((is_ram + is_stack)) "$2"
        aimed "$program with $options" cycles "$is_cycles" "$3"
    fi
done
