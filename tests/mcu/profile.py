"""profile.py - where the instructions of a program for the counting board go (board_count.c), function by function:
each block of instructions that QEMU runs is counted.

profile.py PROGRAM.elf [FUNCTIONS]: so many functions, 20 if not given."""
import bisect
import collections
import os
import re
import subprocess
import sys
import tempfile
import threading

QEMU = ["qemu-system-arm", "-M", "mps2-an385", "-icount", "shift=0", "-display", "none", "-serial",
        "none", "-monitor", "none", "-semihosting-config", "enable=on,target=native"]
RAN = re.compile(r"Trace \d+: \S+ \[[0-9a-f]+/([0-9a-f]+)/")
INSTRUCTION = re.compile(r"0x([0-9a-f]+): ")


def functions(program):
    """Where each begins, in order, and its name."""
    listed = subprocess.run(["arm-none-eabi-nm", "-n", program], capture_output=True, text=True,
                            check=True).stdout
    found = [(int(at, 16) & ~1, name) for at, kind, name in map(str.split, listed.splitlines())
             if kind in "tTwW"]
    return [at for at, _ in found], [name for _, name in found]


def counted(log):
    """How often each address ran. QEMU shows a block when it meets it first, and then says when it is run."""
    blocks, runs, block = {}, collections.Counter(), None
    for line in log:
        ran, instruction = RAN.match(line), INSTRUCTION.match(line)
        if ran:
            runs[int(ran[1], 16)] += 1
        elif line.startswith("IN:"):
            block = None
        elif instruction:
            at = int(instruction[1], 16)
            block = blocks.setdefault(at, []) if block is None else block
            block.append(at)
    counts = collections.Counter()
    for at, times in runs.items():
        for instruction in set(blocks.get(at, [])):
            counts[instruction] += times
    return counts


def profile(program):
    """Instructions by function, and what the program said."""
    with tempfile.TemporaryDirectory() as place:
        pipe = os.path.join(place, "log")
        os.mkfifo(pipe)
        counts = collections.Counter()

        def read():
            with open(pipe, errors="replace") as log:
                counts.update(counted(log))
        reader = threading.Thread(target=read)
        reader.start()
        said = subprocess.run([*QEMU, "-d", "exec,nochain,in_asm", "-D", pipe, "-kernel", program],
                              stdin=subprocess.DEVNULL, capture_output=True, text=True, check=True)
        reader.join()
    begins, names = functions(program)
    by_function = collections.Counter()
    for at, times in counts.items():
        by_function[names[bisect.bisect_right(begins, at) - 1]] += times
    return by_function, said.stdout + said.stderr


def main():
    by_function, said = profile(sys.argv[1])
    total = sum(by_function.values())
    print(said, end="")
    print(f"{total:12,} instructions in all")
    for name, count in by_function.most_common(int(sys.argv[2]) if len(sys.argv) > 2 else 20):
        print(f"{count:12,} {100 * count / total:5.1f} %  {name}")


if __name__ == "__main__":
    main()
