#!/bin/sh
# Writes tools/pemble/costs.h: what the library takes on small processors, for pemble budget. From the
# top, by make footprint: AVR and CORTEX are cores for them. costs.sh AVR CORTEX OUT
set -eu
top=$(cd "$(dirname "$0")/../.." && pwd)
avr=$1 cortex=$2 out=$3
mkdir -p "$out"
flags="-DNDEBUG -ffunction-sections -fdata-sections -I$top/include -Os -nostartfiles -Wl,--gc-sections,--entry=main,--unresolved-symbols=ignore-all"
for_avr="avr-gcc -std=gnu11 -mmcu=atmega328p -mcall-prologues -DPMB_SMALL $flags"
for_cortex="arm-none-eabi-gcc -std=c11 -mcpu=cortex-m0 -mthumb --specs=picolibc.specs $flags"

# PMB_SMALL has panels of one bit alone, and there are no drafts on AVR: 0.
flash_on_avr() {
    case $1 in
    *pmb_ssd130* | *pmb_sh11* | *pmb_pcd* | *pmb_st75* | *pmb_st7920* | *pmb_uc1701* | *pmb_ks*) flash "$for_avr" "$avr" "$@" ;;
    *) echo 0 ;;
    esac
}

# Bytes of flash of the library with a controller, a bus and something to draw; 0: it cannot be.
flash() {
    compiler=$1 core=$2 controller=$3 bus=$4 draw=$5
    if $compiler "-DCONTROLLER=$controller" "-DBUS=$bus" "-DDRAW=$draw" "$top/tests/mcu/cost.c" "$core" \
        -o "$out/cost.elf" 2>"$out/cost.err"; then
        avr-size "$out/cost.elf" | awk 'NR == 2 { print $1 + $2 }'
    elif grep -q "error:" "$out/cost.err"; then
        cat "$out/cost.err" >&2
        exit 1
    else
        echo 0
    fi
}

# A struct's bytes of RAM, in the program that was linked last.
ram() {
    nm -S "$out/cost.elf" | awk -v name="$1" '$4 == name { print $2 }' | sed 's/^0*/0x/' | xargs printf '%d'
}

row() {
    printf '    {"%s", %s, %s},\n' "$1" "$2" "$3"
}

bus_of() {
    case $1 in
    *ks0108* | *ili932*) echo pmb_parallel8 ;;
    *) echo pmb_spi ;;
    esac
}

{
    echo "/* costs.h - what the library takes on small processors, in bytes; made by make footprint. */"
    echo "/* clang-format off */"
    echo "#ifndef PEMBLE_COSTS_H"
    echo "#define PEMBLE_COSTS_H"
    echo
    echo "/* On an AVR with PMB_SMALL (0: not there), and on a Cortex-M0; compiled with -Os. */"
    echo "struct code_cost {"
    echo "    const char *what;"
    echo "    int avr, cortex;"
    echo "};"
    echo
    echo "/* A panel and a screen on the bus that is usual for it. */"
    echo "static const struct code_cost costs_of_controllers[] = {"
    for name in $(sed -n 's/^extern const PMB_FLASH pmb_controller \(pmb_[a-z0-9_]*\);.*/\1/p' "$top/include/pemble/controllers.h"); do
        row "$name" "$(flash_on_avr "$name" "$(bus_of "$name")" 0)" \
            "$(flash "$for_cortex" "$cortex" "$name" "$(bus_of "$name")" 0)"
    done
    echo "};"
    echo
    echo "/* What is added to that, each by itself. */"
    echo "static const struct code_cost costs_of_drawing[] = {"
    avr_alone=$(flash "$for_avr" "$avr" pmb_ssd1306 pmb_spi 0)
    cortex_alone=$(flash "$for_cortex" "$cortex" pmb_ssd1306 pmb_spi 0)
    draw=0
    for what in "text, without its font" "text and numbers" "lines, circles, rounding" "the same, smooth" \
        "a picture" "a reel" "a dial, without its font" "a mirror" "a draft"; do
        draw=$((draw + 1))
        on_avr=$(flash "$for_avr" "$avr" pmb_ssd1306 pmb_spi $draw)
        on_cortex=$(flash "$for_cortex" "$cortex" pmb_ssd1306 pmb_spi $draw)
        on_avr=$((on_avr - avr_alone))
        [ "$what" != "a draft" ] || on_avr=0
        row "$what" "$on_avr" $((on_cortex - cortex_alone))
    done
    echo "};"
    echo
    echo "/* RAM: the structs of a panel and of a screen. */"
    echo "static const struct code_cost costs_of_structs[] = {"
    flash "$for_avr" "$avr" pmb_ssd1306 pmb_spi 0 >/dev/null
    avr_panel=$(ram panel) avr_screen=$(ram screen)
    flash "$for_cortex" "$cortex" pmb_ssd1306 pmb_spi 0 >/dev/null
    row "the panel's struct" "$avr_panel" "$(ram panel)"
    row "the screen's struct" "$avr_screen" "$(ram screen)"
    echo "};"
    echo
    echo "#endif"
} >"$out/costs.h"
cmp -s "$out/costs.h" "$top/tools/pemble/costs.h" || cp "$out/costs.h" "$top/tools/pemble/costs.h"
