#!/bin/sh
# Takes the archive of this version into an empty directory and builds a program with it in every way
# that docs/your-project.md offers, here and for three processors. All must draw the same digest.
set -eu
top=$(cd "$(dirname "$0")/../.." && pwd)
archive=$("$top/tools/dist/dist.sh" "$top/build/dist")
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
cd "$work"
tar -xzf "$archive"
pemble=$work/$(basename "$archive" .tar.gz)
cp "$top/tests/package/program.c" .
digest=

# same WAY COMMAND...: runs a program; its digest must be that of the others.
same() {
    way=$1
    shift
    "$@" >said.txt 2>&1 </dev/null || { echo "package: $way: the program failed" >&2; cat said.txt >&2; exit 1; }
    said=$(grep -ao 'digest [0-9A-F]*' said.txt) || { echo "package: $way: no digest" >&2; cat said.txt >&2; exit 1; }
    digest=${digest:-$said}
    if [ "$said" != "$digest" ]; then
        echo "package: $way draws $said, the others $digest" >&2
        exit 1
    fi
    echo "package: $way: $said"
}

# quietly WHAT COMMAND...: shows what the command says only when it fails.
quietly() {
    what=$1
    shift
    "$@" >said.txt 2>&1 || { echo "package: $what failed" >&2; cat said.txt >&2; exit 1; }
}

# A Makefile of a few lines, natively, in C and in C++.
cat >Makefile <<END
sources := program.c \$(shell find $pemble/src -name '*.c')
program: \$(sources)
	\$(CC) -std=c11 -O1 -Wall -Wextra -Werror -I$pemble/src \$^ -o \$@
END
quietly make make -s program
same "plain Makefile" ./program

# Two files.
quietly amalgamation gcc -std=c11 -O1 -Wall -Wextra -Werror -DSINGLE -I"$pemble/single" program.c "$pemble/single/pemble.c" -o single
same amalgamation ./single
gcc -std=c11 -O1 -c "$pemble/single/pemble.c" -o single.o
quietly "amalgamation in C++" g++ -std=c++11 -Wall -Wextra -Werror -Wno-missing-field-initializers -DSINGLE \
    -I"$pemble/single" -x c++ program.c -x none single.o -o single-cpp
same "amalgamation in C++" ./single-cpp

# project WAY LANGUAGE LINES: a CMake project of the lines, and what it builds.
project() {
    rm -rf project
    mkdir project
    cp program.c "project/program.$2"
    {
        echo "cmake_minimum_required(VERSION 3.16)"
        echo "project(try LANGUAGES C CXX)"
        echo "add_executable(program program.$2)"
        echo "$3"
    } >project/CMakeLists.txt
    shift 2
    quietly "configuring" cmake -S project -B project/build -DCMAKE_PREFIX_PATH="$work/usr" "$@"
    quietly "building" cmake --build project/build
}
quietly configure cmake -S "$pemble" -B core -DPEMBLE_SHARED=ON -DPEMBLE_BENCH=ON
quietly build cmake --build core -j2
quietly install cmake --install core --prefix "$work/usr"
for language in c cpp; do
    project subdirectory $language "add_subdirectory($pemble pemble)
target_link_libraries(program Pemble::core)"
    same "add_subdirectory, $language" project/build/program
    for library in core core-shared; do
        project package $language "find_package(Pemble 0.1 REQUIRED COMPONENTS core)
target_link_libraries(program Pemble::$library)"
        same "find_package, $library, $language" project/build/program
    done
done
if grep -q pemble-bench project/build/CMakeCache.txt 2>/dev/null; then
    echo "package: a subproject builds more than the core" >&2
    exit 1
fi

# A project of somebody's own, with tests of its screens against pictures that it keeps.
cp -r "$pemble/examples/your_project" yours
quietly "configuring a project" cmake -S yours -B yours/build -DCMAKE_PREFIX_PATH="$work/usr"
quietly "building a project" cmake --build yours/build
quietly "a project's own test" ctest --test-dir yours/build
sed -i 's/412/413/' yours/test_screen.c
quietly "building a project" cmake --build yours/build
if (cd yours && build/test_screen) 2>said.txt; then
    echo "package: a project's test passes with another picture" >&2
    exit 1
fi
grep -q '^pictures/high.png: [0-9]* pixels differ, in columns' said.txt && [ -s yours/pictures/high-seen.png ] ||
    { echo "package: a project's test does not say what differs" >&2; cat said.txt >&2; exit 1; }
echo "package: a project tests its screens with what is installed"

export PKG_CONFIG_PATH="$work/usr/lib/pkgconfig:$work/usr/lib/$(gcc -print-multiarch)/pkgconfig"
quietly pkg-config gcc -std=c11 program.c $(pkg-config --cflags --libs pemble) -o pkg
libraries=$(pkg-config --variable=libdir pemble)
same pkg-config env LD_LIBRARY_PATH="$libraries" ./pkg
readelf -d ./pkg | grep -q 'NEEDED.*libpemble\.so\.0\.1\]' || { echo "package: no soname" >&2; exit 1; }

# The program of the page, as the page says it.
awk '/^```c$/ { n++ } /^```/ { on = 0 } on { print } /^```c$/ { on = n == 1 }' "$pemble/docs/your-project.md" >gangway.c
quietly "the page's program" gcc gangway.c $(pkg-config --cflags --libs pemble-bench) -o gangway
env LD_LIBRARY_PATH="$libraries" ./gangway && [ -s gangway.png ] ||
    { echo "package: the program of docs/your-project.md leaves no picture" >&2; exit 1; }

# For other processors: with a toolchain file, and the two files.
cross=$top/tests/mcu
semihost() {
    echo "--specs=picolibc.specs --oslib=semihost --crt0=hosted -Wl,--defsym=__flash=$1 -Wl,--defsym=__flash_size=4m -Wl,--defsym=__ram=$2 -Wl,--defsym=__ram_size=4m -Tpicolibc.ld"
}
# toolchain NAME PREFIX FLAGS: a toolchain file, with which the core is built as the archive has it.
toolchain() {
    cat >"$1.cmake" <<END
set(CMAKE_SYSTEM_NAME Generic)
set(CMAKE_SYSTEM_PROCESSOR $1)
set(CMAKE_C_COMPILER $2gcc)
set(CMAKE_C_FLAGS_INIT "$3")
set(CMAKE_TRY_COMPILE_TARGET_TYPE STATIC_LIBRARY)
END
    quietly "configuring for $1" cmake -S "$pemble" -B "$1" -DCMAKE_TOOLCHAIN_FILE="$work/$1.cmake" -DCMAKE_BUILD_TYPE=MinSizeRel
    quietly "building for $1" cmake --build "$1" -j2
}
emulated="-display none -serial none -monitor none -semihosting-config enable=on,target=native -kernel"
m3="-mcpu=cortex-m3 -mthumb -Os" rv32="-march=rv32imac -mabi=ilp32 -Os" uno="-mmcu=atmega328p -DF_CPU=16000000UL -Os"

toolchain arm arm-none-eabi- "$m3 --specs=picolibc.specs"
run_arm="qemu-system-arm -M mps2-an385 $emulated"
quietly "linking for arm" arm-none-eabi-gcc -std=c11 $m3 -I"$pemble/src" program.c arm/libpemble.a -Wl,--gc-sections $(semihost 0 0x20000000) -o arm.elf
same "toolchain file, arm-none-eabi" timeout 60 $run_arm arm.elf
quietly "amalgamation for arm" arm-none-eabi-gcc -std=c11 $m3 -DSINGLE -ffunction-sections -fdata-sections -I"$pemble/single" program.c "$pemble/single/pemble.c" -Wl,--gc-sections $(semihost 0 0x20000000) -o arm.elf
same "amalgamation, arm-none-eabi" timeout 60 $run_arm arm.elf

toolchain riscv riscv64-unknown-elf- "$rv32 --specs=picolibc.specs"
quietly "linking for riscv" riscv64-unknown-elf-gcc -std=c11 $rv32 -I"$pemble/src" program.c riscv/libpemble.a -Wl,--gc-sections $(semihost 0x80000000 0x80400000) -o riscv.elf
same "toolchain file, riscv" timeout 60 qemu-system-riscv32 -M virt -bios none $emulated riscv.elf

toolchain avr avr- "$uno"
quietly "linking for avr" avr-gcc -std=gnu11 $uno -DSAY -I"$pemble/src" -I"$cross" -I"$pemble/ports/avr" program.c "$cross/say_avr.c" "$pemble/ports/avr/avr_port.c" avr/libpemble.a -Wl,--gc-sections -o avr.elf
gcc -std=gnu11 -O2 -I/usr/include/simavr -I/usr/include/simavr/parts "$cross/avr_run.c" -o avr-run -lsimavrparts -lsimavr -lelf
same "toolchain file, avr" timeout 60 ./avr-run avr.elf
