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

# The wanted ratio of a JPEG is one of instructions.
awk '/^a JPEG of 240x180, libjpeg/ { theirs = $NF }
     /^a JPEG of 240x180, Pemble/ { ours = $NF }
     END { ratio = ours / theirs; missed = ratio > 1.5
           printf "a JPEG of 240x180: %.3f times the instructions of the scalar decoder of libjpeg-turbo (%s 1.5)\n",
                  ratio, missed ? "MISSED" : "wanted"
           exit missed }' "$build/scene-instructions.txt" || status=1
exit $status
