#!/bin/sh
# Makes the archive of a version from what git tracks: dist.sh OUT writes OUT/pemble-VERSION.tar.gz
# and leaves OUT/pemble-VERSION beside it.
#
# The archive has the public headers in src/, where the library managers of IDEs look for them, their
# manifests at the top, and the whole core in two files in single/. Tests and benchmarks stay out.
set -eu
top=$(cd "$(dirname "$0")/../.." && pwd)
mkdir -p "$1"
out=$(cd "$1" && pwd)
version=$(sed -n 's/^#define PMB_VERSION "\(.*\)"$/\1/p' "$top/include/pemble/version.h")
name=pemble-$version
rm -rf "${out:?}/$name"
mkdir -p "$out/$name"
cd "$top"
git ls-files -z -- . ':!tests' ':!benchmarks' ':!packaging' ':!.*' ':!Makefile' ':!CMakePresets.json' ':!CONTRIBUTING.md' ':!tools/dist' ':!tools/man' |
    xargs -0 tar -c | tar -x -C "$out/$name"

mv "$out/$name/include/pemble" "$out/$name/src/pemble"
rmdir "$out/$name/include"
cat >"$out/$name/src/pemble.h" <<'END'
/* pemble.h - for IDEs, which find a library by a header at the top of its sources. */
#include "pemble/pemble.h"
END
# The port for the Arduino interface is a part of the library there, and its sketches are examples.
mv "$out/$name"/ports/arduino/examples/* "$out/$name/examples/"
mv "$out/$name"/ports/arduino/*.h "$out/$name"/ports/arduino/*.cpp "$out/$name/src/"
rm -r "$out/$name/ports/arduino"
for manifest in library.properties library.json idf_component.yml; do
    sed "s/@VERSION@/$version/" "packaging/$manifest.in" >"$out/$name/$manifest"
done
cp packaging/README.md "$out/$name/README.md"
cp -r packaging/zephyr "$out/$name/zephyr"
mkdir "$out/$name/single"
python3 tools/dist/amalgamate.py . "$out/$name/single"
cp LICENSE assets/fonts/smooth-LICENSE.txt "$out/$name/single/"
# The same bytes for the same commit.
tar --sort=name --owner=0 --group=0 --numeric-owner --mtime="@$(git log -1 --format=%ct)" \
    -C "$out" -c "$name" | gzip -9n >"$out/$name.tar.gz"
echo "$out/$name.tar.gz"
