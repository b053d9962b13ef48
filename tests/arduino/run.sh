#!/bin/sh
# The library folder of the archive with the real Arduino core and builder, for Uno and Mega: its sketches
# compile without a warning of ours, and two sketches show in simavr what the bench shows. `make arduino`
# takes the bench's answers and the simulator from `make mcu`.
set -eu
top=$(cd "$(dirname "$0")/../.." && pwd)
here=$top/tests/arduino
mcu=$top/build/mcu
out=$top/build/arduino
[ -x "$mcu/avr-run" ] && [ -x "$mcu/host/replay-fields" ] || make -C "$top" --no-print-directory mcu >/dev/null
rm -rf "$out"
mkdir -p "$out/libraries" "$out/tools"
archive=$("$top/tools/dist/dist.sh" "$out/dist")
tar -xzf "$archive" -C "$out/libraries"
mv "$out"/libraries/pemble-* "$out/libraries/Pemble"

# compile BOARD SKETCH: into $out/BOARD/NAME; fails on warnings that are ours.
compile() {
    name=$(basename "$2")
    build=$out/$1/$name
    mkdir -p "$build"
    arduino-builder -compile -hardware /usr/share/arduino/hardware -hardware /usr/share/arduino-builder \
        -tools "$out/tools" -libraries "$out/libraries" -fqbn "arduino:avr:$(echo "$1" | sed s/mega/mega:cpu=atmega2560/)" -build-path "$build" -warnings all \
        -prefs=runtime.tools.avr-gcc.path=/usr -prefs=tools.ctags.path=/usr/bin \
        "-prefs=compiler.cpp.extra_flags=-DDECIMAL_DIG=__DECIMAL_DIG__" "$2/$name.ino" >"$build/said.txt" 2>&1 || {
        tail -20 "$build/said.txt" >&2
        echo "arduino: $name does not compile for the $1" >&2
        exit 1
    }
    # Linking says of tables in flash that C and C++ declare them differently: C++ has no word for flash.
    if grep -E "(Pemble|sketch)/.*warning:" "$build/said.txt" | grep -v 'does not match original declaration' >&2; then
        echo "arduino: $name has warnings for the $1 (above)" >&2
        exit 1
    fi
    set -- "$1" $(avr-size "$build/$name.ino.elf" | tail -1)
    echo "arduino: $name on the $1: $(($2 + $3)) bytes of flash, $(($3 + $4)) of RAM"
}

# both BOARD SKETCH BOARD SKETCH: compiles two at once.
both() {
    compile "$1" "$2" &
    other=$!
    compile "$3" "$4"
    wait $other
}

sketches=$out/libraries/Pemble/examples
# The scenes of `make mcu`, with its fonts.
cp -r "$here/oled" "$here/fields" "$out"
cp "$top/tests/mcu/oled.c" "$top/tests/mcu/oled.h" "$mcu/oled_font.c" "$out/oled"
cp "$top/tests/mcu/fields_scene.c" "$top/tests/mcu/wire.h" "$mcu/fields_small.c" "$mcu/fields_large.c" "$out/fields"
both uno "$sketches/FirstLight" uno "$sketches/NumberFields"
both uno "$sketches/Dial" uno "$sketches/Reel"
both uno "$sketches/Menu" mega "$sketches/Menu"
both mega "$sketches/Dial" mega "$sketches/FirstLight"
both uno "$out/oled" uno "$out/fields"
timeout 60 "$mcu/avr-run" --glass "$out/uno/oled/oled.ino.elf" >"$out/oled.txt"
cmp "$out/oled.txt" "$mcu/host/oled.txt" || { echo "arduino: the OLED shows something else than on the bench" >&2; exit 1; }
timeout 60 "$mcu/avr-run" --wire "$out/uno/fields/fields.ino.elf" >"$out/fields.txt"
"$mcu/host/replay-fields" <"$out/fields.txt"
echo "arduino: what an Uno sends by Wire and by SPI gives the glass of the bench"

# What the core's own Wire, pins and time take is not ours; a third more than the bare port is allowed.
bare=$(avr-size "$mcu/avr/oled.elf" | tail -1 | awk '{print $1 + $2}')
sketch=$(avr-size "$out/uno/oled/oled.ino.elf" | tail -1 | awk '{print $1 + $2}')
echo "arduino: the OLED scene takes $sketch bytes of flash, on the bare port $bare"
[ "$sketch" -le $((bare * 13 / 10)) ] || { echo "arduino: that is over 1.3 times as much" >&2; exit 1; }
