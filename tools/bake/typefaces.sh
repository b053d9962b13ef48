#!/bin/sh
# Makes the C files of the library's typefaces: typefaces.sh BAKE OUT, with the program pemble-bake
# and the directory that they are written to. src/fonts holds them; `make fonts` renews them.
set -eu
bake=$1 out=$2
drawn=$(cd "$(dirname "$0")/../../assets/fonts" && pwd)
# Smooth sizes come from the outline font in the Debian package fonts-dejavu-core. Its licence is in
# assets/fonts/smooth-LICENSE.txt.
outlines=/usr/share/fonts/truetype/dejavu/DejaVuSans.ttf
[ -r "$outlines" ] || { echo "typefaces.sh: $outlines is missing: install fonts-dejavu-core" >&2; exit 1; }

# make NAME FILE OPTION...
make() {
    name=$1 file=$2
    shift 2
    "$bake" "$@" "$file" "$name" "$out/font_$name.c"
}
# Packing small glyphs gains nothing.
make jetty "$drawn/jetty.bdf" -p -w
make slipway "$drawn/slipway.bdf" -p -w
make slipway_bold "$drawn/slipway-bold.bdf" -p -w
# With Latin Extended-A, Greek and Cyrillic.
make jetty_europe "$drawn/jetty.bdf" -p
make slipway_europe "$drawn/slipway.bdf" -p
make slipway_bold_europe "$drawn/slipway-bold.bdf" -p
for size in 8 12 16; do make pennant$size "$drawn/pennant$size.bdf"; done
for size in 20 32; do make bollard$size "$drawn/bollard$size.bdf"; done
for size in 12 16 24; do make smooth$size "$outlines" -s $size -b 4 -l; done
