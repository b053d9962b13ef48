#!/bin/sh
# Prints what the OLED program takes on an ATmega328P with each option of options.h, and what the scenes
# take on other processors. From the top: make footprint.
set -eu
top=$(cd "$(dirname "$0")/../.." && pwd)
out=$top/build/footprint
make() { command make -s --no-print-directory -f "$top/tests/mcu/Makefile" -j"$(nproc)" "$@"; }

echo "the scene of tests/mcu/oled.c (one band of 128 bytes, I2C at 400 kHz) on an ATmega328P at 16 MHz:"
# How the small programs are linked in tests/mcu/Makefile.
saving=$(sed -n 's/^SMALLEST := //p' "$top/tests/mcu/Makefile")
bus=$(cut -d' ' -f2 "$top/build/mcu/host/oled-bus.txt")
printf '%-22s %6s %6s %5s %6s %8s %10s\n' "left out" flash saved RAM stack cycles time
first=
options=$(sed -n 's/^#define \(PMB_[A-Z_]*\) PMB_SMALL$/\1/p' "$top/include/pemble/options.h")
for option in "" $options PMB_SMALL linked; do
    dir=$out/${option:-all}
    case $option in
    linked) make OUT="$dir" OPTIONS=-DPMB_SMALL SAVING="$saving" "$dir/avr/oled.txt" ;;
    *) make OUT="$dir" OPTIONS="${option:+-D$option}" "$dir/avr/oled.txt" ;;
    esac
    # Flash is code and initial data; RAM is data without the stack.
    set -- $(avr-size "$dir/avr/oled.elf" | tail -1)
    flash=$(($1 + $2)) ram=$(($2 + $3))
    first=${first:-$flash}
    cycles=$(sed -n 's/^cycles \([0-9]*\).*/\1/p' "$dir/avr/oled-cycles.txt" | tail -1)
    stack=$(sed -n 's/^stack //p' "$dir/avr/oled-cycles.txt")
    name=${option:-nothing}
    [ "$option" != linked ] || name="PMB_SMALL, linked *"
    printf '%-22s %6d %6d %5d %6d %8d %7s ms\n' "$name" "$flash" $((first - flash)) "$ram" "$stack" \
        "$cycles" "$(echo "$cycles" | awk '{printf "%.1f", $1 / 16000}')"
done
echo "the bus alone takes $(echo "$bus" | awk '{printf "%.1f", $1 / 1e6}') ms"
echo "* as a whole, with $saving"

echo
"$top/tests/mcu/costs.sh" "$out/PMB_SMALL/avr/core.a" "$top/build/mcu/m0/core.a" "$out/costs"
echo "tools/pemble/costs.h is written: what pemble budget says of code"

echo
echo "PMB_SMALL, by object file, in bytes of flash (before linking as a whole):"
avr-gcc -mmcu=atmega328p -Wl,--gc-sections -Wl,-Map="$out/oled.map" \
    "$out/PMB_SMALL/avr/assets/oled_font.o" "$out/PMB_SMALL/avr/tests/mcu/oled.o" "$out/PMB_SMALL/avr/tests/mcu/oled_avr.o" \
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
make OUT="$top/build/mcu" examples limits | sed -n 's/^mcu: //p' | grep -v ' bench '

echo
echo "programs of tests/mcu, flash and RAM with their stack of 2 KB where there is one:"
printf '%-14s %16s %16s %16s\n' program "Cortex-M0" "Cortex-M3" "RV32IMAC"
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

echo
echo "aimed at on the Cortex-M0, in instructions:"
missed=0
while read -r name which aim what; do
    set -- $(grep -a "^$name " "$top/build/mcu/m0/examples/$name.txt")
    count=$2
    [ "$which" = picture ] || count=$3
    said=reached
    [ "$count" -le "$aim" ] || said=MISSED missed=$((missed + 1))
    printf '%-50s %9d  %s %9d\n' "$what" "$count" "$said" "$aim"
done <<END
tide_dial frame 1500000 tide dial, 240x240: needle and number move
buoys frame 1500000 a game, 240x320
instruments picture 5000000 instruments, first picture
shapes picture 8000000 shapes, first picture
timetable frame 1000000 timetable on paper
color_reel frame 1000000 a frame of a reel in colour, 96x96
END
echo "$missed of these aims missed"
[ $missed -eq 0 ]
