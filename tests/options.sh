#!/bin/sh
# Builds the core with each option of include/pemble/options.h alone and with PMB_SMALL, and runs its
# tests with each. Tests of what an option leaves out are skipped.
set -eu
top=$(cd "$(dirname "$0")/.." && pwd)
options=$(sed -n 's/^#define \(PMB_[A-Z_]*\) PMB_SMALL$/\1/p' "$top/include/pemble/options.h")
# The last is no option: words at multiples of their size only, as on small processors.
for option in $options PMB_SMALL PMB_UNALIGNED=0; do
    build=$top/build/options/${option%=0} flags="-O1 -g0"
    [ "$option" != PMB_UNALIGNED=0 ] || flags="$flags -fsanitize=alignment -fno-sanitize-recover"
    [ -f "$build/build.ninja" ] ||
        cmake -S "$top" -B "$build" -G Ninja -DCMAKE_BUILD_TYPE=Debug -DCMAKE_C_FLAGS="$flags" \
            -DPEMBLE_TESTS=ON -DPEMBLE_OPTIONS="$option" >/dev/null
    cmake --build "$build" --target core-tests >"$build/said.txt" || { cat "$build/said.txt" >&2; exit 1; }
    # The bench is the same with every option.
    ctest --test-dir "$build" -j2 --output-on-failure -E "^sim/" >"$build/said.txt" || { cat "$build/said.txt" >&2; exit 1; }
    echo "options: the tests of the core pass with $option" \
        "($(grep -a '^\[  SKIPPED \] [a-z]' "$build"/Testing/Temporary/LastTest.log | sort -u | wc -l) skipped)"
done

# Without optimisation nothing that is left out is removed by the compiler: it has to link all the same.
out=$top/build/options/unoptimised
mkdir -p "$out"
find "$top/src" -name '*.c' | while read -r file; do
    cc -std=c11 -O0 -DPMB_SMALL -I"$top/include" -I"$top/src" -c "$file" -o "$out/$(basename "$file" .c).o"
done
ld -r "$out"/*.o -o "$out/all"
if nm -u "$out/all" | grep pmb_; then
    echo "options: these are missing with PMB_SMALL at -O0" >&2
    exit 1
fi
echo "options: PMB_SMALL links without optimisation"
