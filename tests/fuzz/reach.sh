#!/bin/sh
# Every public function is reached by a fuzzer from its corpus, or stands in beyond.txt with the reason.
# reach.sh HERE LIBRARY FUZZERS...
set -eu
here=$1 library=$2
shift 2
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
for fuzzer in "$@"; do
    name=$(basename "$fuzzer")
    "$fuzzer" -runs=0 -print_coverage=1 "$here/corpus/${name#fuzz-}" 2>&1 | grep -a COVERED_FUNC >>"$work/covered"
done
# Such as 'COVERED_FUNC: hits: 4 edges: 2/9 pmb_fill src/shape/fill.c:12'.
awk '$6 ~ /^pmb_/ { print $6 }' "$work/covered" | sort -u >"$work/reached"
nm "$library" 2>/dev/null | awk '$2 == "T" { print $3 }' | sort -u >"$work/defined"
grep -ohE '\bpmb_[a-z0-9_]+\(' "$here"/../../include/pemble/*.h | tr -d '(' | sort -u |
    comm -12 - "$work/defined" >"$work/public"
sed 's/ .*//' "$here/beyond.txt" | sort -u >"$work/beyond"
comm -23 "$work/public" "$work/reached" | comm -23 - "$work/beyond" >"$work/missing"
comm -12 "$work/beyond" "$work/reached" >"$work/needless"
echo "$(comm -12 "$work/public" "$work/reached" | wc -l) of $(wc -l <"$work/public") public functions are reached"
[ ! -s "$work/missing" ] || { echo "reached by no fuzzer:"; cat "$work/missing"; }
[ ! -s "$work/needless" ] || { echo "in beyond.txt, but reached:"; cat "$work/needless"; }
[ ! -s "$work/missing" ] && [ ! -s "$work/needless" ]
