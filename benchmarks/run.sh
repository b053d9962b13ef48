#!/bin/sh
# Runs all benchmarks of a build, and keeps what they print beside them; fails when a wanted ratio
# is missed. run.sh BUILD
set -u
status=0

run() {
    name=$1
    shift
    "$@" >"$build/$name.txt" || status=1
    cat "$build/$name.txt"
}

build=$1
run sizes "$build/pemble-sizes" assets/quay/pictures
run times "$build/pemble-benchmarks" assets/fonts
run wires "$build/pemble-wires"
run scenes "$build/pemble-scenes" assets/quay/pictures
run drawing-instructions benchmarks/instructions.sh "$build/pemble-benchmarks" assets/fonts "$build/counted"
run scene-instructions benchmarks/instructions.sh "$build/pemble-scenes" assets/quay/pictures "$build/counted"
exit $status
