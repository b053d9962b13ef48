#!/bin/sh
# Prints the figures of docs/reliability.md that are measured in a quarter of an hour: `make reliability`.
# The changes of src/ that no test notices are counted by `make mutants`.
set -eu
top=$(cd "$(dirname "$0")/.." && pwd)
runs=${1:-100000}

echo "programs of tests: $(ctest --test-dir "$top/build/host" -N | sed -n 's/^Total Tests: //p')"
"$top/build/host/test-screen-fault_walk" | grep -a "faults walked"
echo "on panels: $("$top/build/host/test-panel-every_error" | grep -a "calls failed")"
echo "on screens: $("$top/build/host/test-screen-every_call" | grep -a "calls failed")"
"$top/build/host/test-command-memory" | grep -a "allocations failed"
for fuzzer in "$top"/build/fuzz/tests/fuzz/fuzz-*; do
    name=$(basename "$fuzzer")
    mkdir -p "$top/build/fuzz/found-${name#fuzz-}"
    "$fuzzer" -runs="$runs" -seed=1 -max_len=1024 -timeout=10 -artifact_prefix="$top/build/fuzz/" \
        "$top/build/fuzz/found-${name#fuzz-}" "$top/tests/fuzz/corpus/${name#fuzz-}" >"$top/build/fuzz/said.txt" 2>&1 ||
        { tail -n 40 "$top/build/fuzz/said.txt" >&2; exit 1; }
    echo "$name: $runs runs, nothing found, $(sed -n 's/.*cov: \([0-9]*\).*/\1/p' "$top/build/fuzz/said.txt" | tail -n 1) edges"
done
"$top/tests/fuzz/reach.sh" "$top/tests/fuzz" "$top/build/fuzz/libpemble.a" "$top"/build/fuzz/tests/fuzz/fuzz-*
