#!/bin/sh
# The fuzzers of the core with options of include/pemble/options.h, for a number of runs each:
# options.sh RUNS. With PMB_PLAIN_TEXT and PMB_SMALL the library's own typefaces cannot be drawn, which
# fuzz-gauge, fuzz-inputs and fuzz-screen do.
set -eu
top=$(cd "$(dirname "$0")/../.." && pwd)
for option in PMB_NEAR PMB_PLAIN_TEXT PMB_ONE_BIT PMB_SMALL; do
    build=$top/build/fuzz-options/$option
    names="file font draw motion picture"
    case $option in PMB_NEAR | PMB_ONE_BIT) names="$names gauge inputs screen" ;; esac
    mkdir -p "$build"
    [ -f "$build/build.ninja" ] ||
        cmake -S "$top" -B "$build" -G Ninja -DCMAKE_BUILD_TYPE=RelWithDebInfo -DCMAKE_C_COMPILER=clang \
            -DPEMBLE_STRICT=ON -DPEMBLE_FUZZERS=ON \
            -DPEMBLE_OPTIONS="$option=1" >/dev/null
    # shellcheck disable=SC2046
    cmake --build "$build" --target $(printf 'fuzz-%s ' $names) >"$build/said.txt" || { cat "$build/said.txt" >&2; exit 1; }
    for name in $names; do
        mkdir -p "$build/found-$name"
        "$build/tests/fuzz/fuzz-$name" -runs="$1" -seed=1 -max_len=1024 -timeout=10 -artifact_prefix="$build/" \
            "$build/found-$name" "$top/tests/fuzz/corpus/$name" >"$build/said.txt" 2>&1 || { cat "$build/said.txt" >&2; exit 1; }
    done
    echo "fuzz: $(echo "$names" | wc -w) fuzzers, $1 runs each, find nothing with $option"
done
