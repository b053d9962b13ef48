#!/bin/sh
# The Linux port and the command on a stock Debian kernel for armhf, in machines that QEMU emulates: one with
# real I2C controllers, whose bytes QEMU traces, and one with SPI on GPIO lines, whose every edge it traces.
# What was sent is compared with what the bench gets, and given to the bench's module. `make linux`.
set -eu
top=$(cd "$(dirname "$0")/../.." && pwd)
here=$top/tests/linux
out=$top/build/linux
host=$top/build/host
mkdir -p "$out"
cd "$out"

fail() {
    echo "linux: $1" >&2
    exit 1
}

# What is fetched comes from Debian's archive for another architecture, with package lists of its own:
# nothing of this machine's package system changes.
apt="-o APT::Architecture=armhf -o APT::Architectures=armhf -o Dir::State=$out/apt/state
    -o Dir::Cache=$out/apt/cache -o Dir::State::status=$out/apt/status"

lists() {
    [ -d apt ] && return
    mkdir -p apt/state/lists/partial apt/cache/archives/partial
    : >apt/status
    # One of the archives may fail its check for a while; the other has what is needed, too.
    apt-get $apt update -q >apt.log 2>&1 || true
}

# not_fetched WHAT: ends, with the reason.
not_fetched() {
    tail -5 apt.log >&2
    rm -rf apt
    fail "$1 cannot be had (reason above)"
}

kernel() {
    [ -f kernel/ready ] && return
    lists
    rm -rf kernel
    name=$(apt-cache $apt depends linux-image-armmp 2>/dev/null | sed -n 's/.*Depends: //p' | head -1)
    [ -n "$name" ] || not_fetched "the package lists for armhf"
    (cd apt && apt-get $apt download -q "$name") >>apt.log 2>&1 || not_fetched "the kernel $name"
    dpkg -x apt/"$name"_*.deb kernel
    touch kernel/ready
}

# What the command needs of the machine's own system: the libraries of packages.debian, and the C library.
libraries() {
    [ -f system/ready ] && return
    lists
    rm -rf system
    apt-get $apt install -q -y --no-install-recommends --download-only \
        $(grep -E '^(lib(png|jpeg|gif|exif|zip|popt|inih|cjson|freetype).*|zlib1g)-dev$' "$top/packages.debian") \
        >>apt.log 2>&1 || not_fetched "the libraries for armhf"
    for package in apt/cache/archives/*.deb; do
        dpkg -x "$package" system
    done
    touch system/ready
}

kernel
libraries
rm -rf apt
version=$(ls kernel/lib/modules)
image=kernel/boot/vmlinuz-$version
PATH=$PATH:/usr/sbin:/sbin

# The program: static, the first and only one of the machine.
if [ ! -f init ] || [ -n "$(find "$top/src" "$top/include" "$top/ports/linux" "$top/ports/check" "$here" -newer init -name '*.[ch]')" ]; then
    # shellcheck disable=SC2046
    arm-linux-gnueabihf-gcc -std=gnu11 -O2 -static -Wall -Wextra -Werror -ffunction-sections \
        -Wl,--gc-sections -I"$top/include" -I"$top/src" -I"$top/ports/linux" -I"$top/ports/linux/include" \
        -I"$top/ports/check" "$here/on_kernel.c" "$top/ports/check/port_check.c" "$top/ports/linux/board.c" "$top/ports/linux/pins.c" \
        $(find "$top/src" -name '*.c') -o init
fi

# The command, built as for any other board.
PKG_CONFIG_SYSROOT_DIR=$out/system
PKG_CONFIG_LIBDIR=$out/system/usr/lib/arm-linux-gnueabihf/pkgconfig:$out/system/usr/share/pkgconfig
export PKG_CONFIG_SYSROOT_DIR PKG_CONFIG_LIBDIR
cmake -S "$top" -B command -G Ninja -DCMAKE_TOOLCHAIN_FILE="$here/armhf.cmake" -DCMAKE_SYSROOT="$out/system" \
    -DCMAKE_BUILD_TYPE=Release -DPEMBLE_COMMAND=ON -DPEMBLE_LIVE=OFF >built.log 2>&1 &&
    ninja -C command pemble >>built.log 2>&1 || { tail -20 built.log >&2; fail "the command cannot be built for armhf"; }

# memory DIRECTORY: makes the disk of a machine, in memory, of a directory.
memory() {
    mkdir -p "$1/dev" "$1/proc" "$1/sys"
    cp init "$1/init"
    cp "kernel/lib/modules/$version/kernel/drivers/i2c/busses/i2c-imx.ko" \
        "kernel/lib/modules/$version/kernel/drivers/i2c/i2c-dev.ko" "$1"
    (cd "$1" && find . | cpio -o -H newc --quiet) | gzip -1 >"$1.gz"
}

rm -rf root full
memory root
mkdir -p full/bin full/lib
cp command/pemble full/bin
cp -L system/lib/ld-linux-armhf.so.3 full/lib
cp -L system/lib/arm-linux-gnueabihf/lib*.so.[0-9]* system/usr/lib/arm-linux-gnueabihf/lib*.so.[0-9]* full/lib
cat >panel.ini <<'END'
[panel]
controller = ssd1306
size = 128x64

[board]
mcu = linux40

[bus]
type = i2c
address = 0x3D
END
cp panel.ini full
memory full

# until_done NAME PID: waits for the end of the machine's program, at most four minutes, and switches
# the machine off: not every machine can do that itself.
until_done() {
    for _ in $(seq 480); do
        grep -q '^kernel: [0-9]* failures' "$1.log" 2>/dev/null && break
        kill -0 "$2" 2>/dev/null || break
        sleep 0.5
    done
    sleep 0.5
    kill "$2" 2>/dev/null || true
    wait "$2" 2>/dev/null || true
}

# judge NAME: what the program in the machine has said.
judge() {
    tr -d '\r' <"$1.log" | grep '^kernel:' >"$1.txt" || true
    if ! grep -q '^kernel: 0 failures' "$1.txt"; then
        tail -20 "$1.log" >&2
        fail "$1: the machine did not end well (see $out/$1.log)"
    fi
    sed -n 's/^kernel: good: /linux: '"$1"': /p' "$1.txt"
}

# sabrelite JOB DISK DEVICE...: a machine whose I2C controllers are its own.
sabrelite() {
    job=$1
    disk=$2
    shift 2
    rm -f "$job.log"
    qemu-system-arm -M sabrelite -smp 1 -m 512 -kernel "$image" -initrd "$disk.gz" \
        -dtb kernel/usr/lib/linux-image-"$version"/imx6q-sabrelite.dtb -display none -monitor none \
        -append "console=ttymxc1,115200 loglevel=3 panic=-1 job=$job" -serial null -serial "file:$job.log" \
        "$@" -no-reboot -trace 'i2c_*' -D "$job.trace" >"$job.qemu" 2>&1 &
    until_done "$job" $!
    judge "$job"
}

# I2C: an EEPROM at 0x50 and something that listens at 0x3d.
i2c() {
    sabrelite i2c root -device at24c-eeprom,bus=i2c-bus.0,address=0x50,rom-size=4096 \
        -device ssd0303,bus=i2c-bus.0,address=0x3d
    "$host/linux-replay" i2c i2c.trace
}

# The command: it probes, shows the machine and draws its card on /dev/i2c-1. The module of the bench gets what was on the
# wires; its picture is that of the same command on the bench.
command_on_wires() {
    sabrelite command full -device ssd0303,bus=i2c-bus.1,address=0x3d
    grep -q '^verdict: the panel answers and takes its setup' command.log || fail "the probe has another verdict (see $out/command.log)"
    "$host/linux-replay" glass command.trace wires.png
    "$host/pemble" card panel.ini -o bench.png >/dev/null
    cmp -s wires.png bench.png || fail "the command's card on the wires is another one than on the bench (wires.png, bench.png in $out)"
    echo "linux: the command's card on the wires is that on the bench"
}

# SPI: a virt machine; its SPI bus is on lines of its GPIO chip.
spi() {
    qemu-system-arm -M virt,dumpdtb=virt.dtb -cpu cortex-a15 -m 256 -nodefaults -display none >/dev/null 2>&1
    dtc -q -I dtb -O dts virt.dtb >virt.dts
    cat >>virt.dts <<'END'
/ { soft-spi { compatible = "spi-gpio"; #address-cells = <1>; #size-cells = <0>; num-chipselects = <1>;
    sck-gpios = <&{/pl061@9030000} 0 0>; mosi-gpios = <&{/pl061@9030000} 1 0>;
    cs-gpios = <&{/pl061@9030000} 2 1>;
    panel@0 { compatible = "rohm,dh2228fv"; reg = <0>; spi-max-frequency = <1000000>; }; }; };
END
    dtc -q -@ -I dts -O dtb virt.dts >spi.dtb
    rm -f spi.log
    qemu-system-arm -M virt -cpu cortex-a15 -m 256 -nodefaults -display none -no-reboot \
        -kernel "$image" -initrd root.gz -dtb spi.dtb \
        -append "console=ttyAMA0 loglevel=3 panic=-1 job=spi" -serial file:spi.log \
        -qtest unix:qtest.sock,server=on,wait=off -qtest-log none \
        -trace pl061_set_output -D spi.trace >spi.qemu 2>&1 &
    machine=$!
    python3 "$here/edges.py" qtest.sock spi.log spi.trace || true
    until_done spi $machine
    judge spi
    "$host/linux-replay" spi spi.trace spi.vcd >expected.txt
    # A decoder that is not ours reads the same bytes.
    sigrok-cli -I vcd -i spi.vcd -P spi:clk=sck:mosi=mosi:cs=cs -A spi=mosi-data 2>/dev/null |
        sed -n 's/^spi-1: \([0-9A-F][0-9A-F]\)$/\1/p' >decoded.txt
    cmp -s expected.txt decoded.txt || fail "SPI: a decoder reads other bytes (expected.txt, decoded.txt in $out)"
    echo "linux: SPI: $(wc -l <decoded.txt) bytes, as another decoder reads them"
}

i2c
command_on_wires
spi
