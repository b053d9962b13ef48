#!/bin/sh
# The fuzzers of the core with options of include/pemble/options.h, for a number of runs each:
# options.sh RUNS. PMB_PLAIN_TEXT and PMB_SMALL cannot draw the library's own typefaces: there gauges,
# inputs and screens have one that is made here. PMB_SMALL looks at no configuration, and most of those that
# fuzz-screen tries are wrong.
set -eu
top=$(cd "$(dirname "$0")/../.." && pwd)
for option in PMB_NEAR PMB_PLAIN_TEXT PMB_ONE_BIT PMB_SMALL; do
    build=$top/build/fuzz-options/$option
    names="file font draw motion picture gauge inputs"
    [ "$option" = PMB_SMALL ] || names="$names screen"
    mkdir -p "$build"
    font=
    case $option in PMB_PLAIN_TEXT | PMB_SMALL)
        font=$build/plain.c
        "$top/build/host/pemble" font make "$top/assets/fonts/jetty.bdf" --codes 32-126 --plain --unkerned \
            -o "$font" >"$build/said.txt" ;;
    esac
    [ -f "$build/build.ninja" ] ||
        cmake -S "$top" -B "$build" -G Ninja -DCMAKE_BUILD_TYPE=RelWithDebInfo -DCMAKE_C_COMPILER=clang \
            -DPEMBLE_STRICT=ON -DPEMBLE_FUZZERS=ON \
            -DPEMBLE_OPTIONS="$option=1" -DPEMBLE_FUZZ_FONT="$font" >/dev/null
    # shellcheck disable=SC2046
    cmake --build "$build" --target $(printf 'fuzz-%s ' $names) >"$build/said.txt" || { cat "$build/said.txt" >&2; exit 1; }
    for name in $names; do
        mkdir -p "$build/found-$name"
        "$build/tests/fuzz/fuzz-$name" -runs="$1" -seed=1 -max_len=1024 -timeout=10 -artifact_prefix="$build/" \
            "$build/found-$name" "$top/tests/fuzz/corpus/$name" >"$build/said.txt" 2>&1 || { cat "$build/said.txt" >&2; exit 1; }
    done
    echo "fuzz: $(echo "$names" | wc -w) fuzzers, $1 runs each, find nothing with $option"
done
