#!/bin/sh
# Prints what the OLED program takes on an ATmega328P with each option of options.h, and what the scenes
# take on other processors. From the top: make footprint.
set -eu
top=$(cd "$(dirname "$0")/../.." && pwd)
out=$top/build/footprint
make() { command make -s --no-print-directory -f "$top/tests/mcu/Makefile" -j"$(nproc)" "$@"; }

echo "the scene of tests/mcu/oled.c (one band of 128 bytes, I2C at 400 kHz) on an ATmega328P at 16 MHz:"
printf '%-22s %7s %6s %5s %10s %8s\n' "left out" flash saved RAM "cycles" "ms"
first=
for option in "" PMB_NO_TURN PMB_NO_TILES PMB_PLAIN_TEXT PMB_SHORT_ELLIPSES PMB_SMALL; do
    dir=$out/${option:-all}
    make OUT="$dir" OPTIONS="${option:+-D$option}" "$dir/avr/oled.txt"
    # Flash is code and initial data; RAM is data without the stack.
    set -- $(avr-size "$dir/avr/oled.elf" | tail -1)
    flash=$(($1 + $2)) ram=$(($2 + $3))
    first=${first:-$flash}
    cycles=$(grep cycles "$dir/avr/oled-cycles.txt" | tail -1 | cut -d' ' -f2)
    printf '%-22s %7d %6d %5d %10d %8s\n' "${option:-nothing}" "$flash" $((first - flash)) "$ram" \
        "$cycles" "$(echo "$cycles" | awk '{printf "%.1f", $1 / 16000}')"
done
bus=$(cut -d' ' -f2 "$out/all/host/oled-bus.txt" 2>/dev/null || true)
[ -z "$bus" ] || echo "$bus" | awk '{printf "the bus alone takes %.1f ms\n", $1 / 1e6}'

echo
echo "PMB_SMALL, by object file, in bytes of flash:"
avr-gcc -mmcu=atmega328p -Wl,--gc-sections -Wl,-Map="$out/oled.map" \
    "$out/PMB_SMALL/avr/tests/mcu/oled.o" "$out/PMB_SMALL/avr/tests/mcu/oled_avr.o" \
    "$out/PMB_SMALL/avr/core.a" -o "$out/oled.elf"
awk '/^Linker script and memory map/ { on = 1 }
     on && /^ \.(text|progmem|data|rodata)[^ ]*$/ { getline; size = $2; file = $3; add() }
     on && /^ \.(text|progmem|data|rodata)[^ ]* +0x[0-9a-f]+ +0x/ { size = $3; file = $4; add() }
     function add() { sub(/.*\//, "", file); sub(/.*\(/, "", file); sub(/\.o\)?$/, "", file)
                      n = hex(size); if (n > 0) total[file] += n }
     function hex(text,   i, v) { v = 0; for (i = 3; i <= length(text); i++)
                      v = v * 16 + index("0123456789abcdef", substr(text, i, 1)) - 1; return v }
     END { for (f in total) printf "%6d  %s\n", total[f], f }' "$out/oled.map" | sort -rn | head -24

echo
echo "programs of tests/mcu, flash and RAM with their stack of 2 KB where there is one:"
printf '%-14s %16s %16s %16s\n' program "Cortex-M0" "Cortex-M3" "RV32IMAC"
make OUT="$top/build/mcu" >/dev/null
for elf in "$top"/build/mcu/m0/*.elf; do
    name=$(basename "$elf" .elf)
    printf '%-14s' "$name"
    for processor in m0 m3 rv32; do
        size=arm-none-eabi-size
        [ $processor = rv32 ] && size=riscv64-unknown-elf-size
        set -- $($size "$top/build/mcu/$processor/$name.elf" | tail -1)
        printf ' %9d %6d' $(($1 + $2)) $(($2 + $3))
    done
    echo
done
