#!/bin/sh
# The Linux port on a stock Debian kernel for armhf, in two machines that QEMU emulates: one with a real
# I2C controller, whose bytes QEMU traces, and one with SPI on GPIO lines, whose every edge it traces.
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

# The kernel, from Debian's archive for another architecture, with package lists of its own: nothing of
# this machine's package system changes.
kernel() {
    [ -f kernel/ready ] && return
    rm -rf apt kernel
    mkdir -p apt/state/lists/partial apt/cache/archives/partial
    : >apt/status
    apt="-o APT::Architecture=armhf -o APT::Architectures=armhf -o Dir::State=$out/apt/state
        -o Dir::Cache=$out/apt/cache -o Dir::State::status=$out/apt/status"
    # One of the archives may fail its check for a while; the other has a kernel, too.
    apt-get $apt update -q >apt.log 2>&1 || true
    name=$(apt-cache $apt depends linux-image-armmp 2>/dev/null | sed -n 's/.*Depends: //p' | head -1)
    [ -n "$name" ] || { tail -5 apt.log >&2; fail "the package lists for armhf cannot be had (reason above)"; }
    (cd apt && apt-get $apt download -q "$name") >>apt.log 2>&1 || {
        tail -5 apt.log >&2
        fail "the kernel $name cannot be fetched (reason above)"
    }
    dpkg -x apt/"$name"_*.deb kernel
    rm -rf apt
    touch kernel/ready
}

kernel
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
rm -rf root
mkdir -p root/dev root/proc root/sys
cp init root/init
cp "kernel/lib/modules/$version/kernel/drivers/i2c/busses/i2c-imx.ko" \
    "kernel/lib/modules/$version/kernel/drivers/i2c/i2c-dev.ko" root
(cd root && find . | cpio -o -H newc --quiet) | gzip -1 >root.gz

# until_done NAME PID: waits for the end of the machine's program, at most two minutes, and switches
# the machine off: not every machine can do that itself.
until_done() {
    for _ in $(seq 240); do
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

# I2C: a sabrelite, its own controller, an EEPROM at 0x50 and something that listens at 0x3d.
i2c() {
    rm -f i2c.log
    qemu-system-arm -M sabrelite -smp 1 -m 512 -kernel "$image" -initrd root.gz \
        -dtb kernel/usr/lib/linux-image-"$version"/imx6q-sabrelite.dtb -display none -monitor none \
        -append "console=ttymxc1,115200 loglevel=3 panic=-1 job=i2c" -serial null -serial file:i2c.log \
        -device at24c-eeprom,bus=i2c-bus.0,address=0x50,rom-size=4096 \
        -device ssd0303,bus=i2c-bus.0,address=0x3d -no-reboot \
        -trace 'i2c_*' -D i2c.trace >i2c.qemu 2>&1 &
    until_done i2c $!
    judge i2c
    "$host/linux-replay" i2c i2c.trace
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
spi
