#!/bin/sh
# The core, the bench, the harbour and the makers for browsers: build.sh TOP PEMBLE OUT. Needs clang,
# lld and wasi-libc (web/packages.debian), and the command of this machine to make what is generated.
set -eu
top=$1 pemble=$2 out=$3
objects=$out.objects
mkdir -p "$out/quay" "$objects"

# The panels of the harbour, and of all modules that are known by name.
"$pemble" config "$top/assets/quay/harbour.ini" --as c >"$objects/quay_panels.h"
{
    echo "/* Made by web/build.sh of the modules that pemble panels lists. */"
    number=0 table=
    for name in $("$pemble" panels | sed -n '/^Modules/,/^Controllers/s/^  \([a-z][a-z]*-[^ ]*\) .*/\1/p'); do
        number=$((number + 1))
        printf '[panel]\nmodule = %s\n' "$name" >"$objects/m.ini"
        "$pemble" config "$objects/m.ini" --as c | sed "s/pmb_panel_config m =/pmb_panel_config module_$number =/;
            s/\bm_lines\b/module_${number}_lines/g; /^#include/d; /^\/\* Made/d"
        table="$table    {\"$name\", &module_$number},\n"
    done
    echo "static const struct {"
    echo "    const char *name;"
    echo "    const pmb_panel_config *config;"
    echo "} modules[] = {"
    printf '%b};\n' "$table"
} >"$objects/modules_table.h"

# What needs files or sockets of a system is left out: pictures of modules as PNG, the feed.
bench=$(ls "$top"/ports/sim/*.c | grep -v -e /image.c -e /portrait.c -e /feed.c -e /whole.c -e /check.c)
harbour=$(ls "$top"/tools/harbour/*.c | grep -v -e /overview.c)
sources="$(find "$top/src" -name '*.c') $bench $harbour $top/tests/support/gauges.c $(ls "$top"/web/*.c)
    $top/tools/pictures/encode.c $top/tools/pictures/reduce.c $top/tools/pictures/raster.c"

# Only what is older than its source is compiled.
for source in $sources; do
    object=$objects/$(echo "${source#"$top"/}" | tr / -).o
    if [ ! -e "$object" ] || [ -n "$(find "$source" "$objects/quay_panels.h" "$0" "$top/include" "$top/web" "$top/ports/sim" -name '*.[ch]' -newer "$object" | head -1)" ]; then
        echo "$source" "$object"
    fi
done | xargs -r -P2 -n2 sh -c 'clang --target=wasm32-wasi -O2 -std=c11 -Wall -Wextra -Werror \
    -ffunction-sections -fdata-sections -D_POSIX_C_SOURCE=200809L \
    -I"$0/web" -I"$1" -I"$0/include" -I"$0/src" -I"$0/ports/sim/include" -I"$0/ports/sim" \
    -I"$0/tools/harbour" -I"$0/tools/pictures" -I"$0/tests/support" -c "$2" -o "$3"' "$top" "$objects"

clang --target=wasm32-wasi -mexec-model=reactor -Wl,--gc-sections -Wl,--strip-all \
    -Wl,--export=malloc -Wl,-z,stack-size=262144 -o "$out/pemble.wasm" "$objects"/*.o
cp "$top"/web/page/* "$out"
cp "$top"/assets/quay/*.csv "$out/quay"
rm "$out/quay/kiosk-inputs.csv"
echo "$out: open it from any file server, such as 'python3 -m http.server -d $out'"
ls -l "$out/pemble.wasm" | awk '{ printf "pemble.wasm: %d KB\n", $5 / 1024 }'
