#!/usr/bin/python3
"""Changes src/ in one place at a time and runs the tests of that room: a test fails, or the change lives.

mutate.py BUILD [--count N] [--seed S] [--rooms A,B] [--part I/N]: N changes, chosen by the seed, in a copy
of the checkout below BUILD. A change that compiles to the same code is none, and is not counted. The
changes that live are printed with their line.
"""
import argparse
import pathlib
import random
import re
import shutil
import subprocess
import sys
import time

TOP = pathlib.Path(__file__).resolve().parents[2]

# The tests of each room; the quick ones are run first.
ROOMS = {
    "canvas": "core-formats core-color core-shapes core-text core-geometry golden-shapes golden-gauges "
              "core-round_shapes screen-areas core-smooth screen-draft screen-changes screen-every_call",
    "file": "picture-broken_files picture-files picture-bands",
    "gauge": "gauge-limits gauge-gauges gauge-many gauge-notices core-nulls core-layout golden-gauges golden-menus gauge-texts",
    "geometry": "core-smooth core-geometry core-layout core-shapes gauge-gauges golden-gauges "
                "core-round_shapes store-store motion-motion",
    "input": "input-touch_faults input-inputs input-touch menu-menu_touch menu-menus menu-walks",
    "menu": "menu-menus menu-typing menu-menu_touch golden-menus golden-keys menu-walks",
    "motion": "motion-motion motion-game",
    "panel": "panel-odd_calls panel-every_field panel-every_error sent panel-setup_lists panel-ssd1306 panel-formats panel-placing panel-glasses panel-explain "
             "panel-arguments panel-probe panel-expander panel-clock panel-paper_drive panel-paper "
             "panel-controllers panel-own_controller panel-own_family panel-own_windowed panel-port_rules "
             "panel-minimal_port panel-shared_reset sim-i2c sim-spi sim-power sim-tft screen-wires "
             "screen-background screen-paper_steps screen-faults screen-fault_walk",
    "picture": "picture-blocks picture-reels picture-files picture-bands",
    "screen": "golden-cards screen-every_call screen-wires screen-mirror screen-background screen-areas screen-bands screen-faults "
              "screen-paper_steps panel-paper panel-explain screen-draft screen-changes",
    "shape": "core-shapes golden-shapes golden-gauges core-round_shapes core-text core-smooth screen-draft",
    "smooth": "golden-shapes golden-gauges core-smooth screen-draft",
    "store": "store-store",
    "text": "core-text core-text_box core-terminal core-smooth_text golden-gauges "
            "golden-menus gauge-gauges screen-draft",
}

SWAPS = {
    " < ": " <= ", " <= ": " < ", " > ": " >= ", " >= ": " > ", " == ": " != ", " != ": " == ",
    " && ": " || ", " || ": " && ", " + ": " - ", " - ": " + ", " * ": " / ", " << ": " >> ",
    " >> ": " << ", " += ": " -= ", " -= ": " += ", " & ": " | ", " | ": " & ", "++": "--",
    "true": "false", "false": "true",
}
TOKEN = re.compile(
    r'(?P<skip>/\*.*?\*/|//[^\n]*|"(?:\\.|[^"\\\n])*"|\'(?:\\.|[^\'\\\n])*\'|^[ \t]*#[^\n]*(?:\\\n[^\n]*)*)'
    r'|(?P<number>\b(?:0[xX][0-9a-fA-F]+|\d+)(?=[uUlL]*\b))'
    r'|(?P<word>\b(?:true|false|if|while)\b)'
    r'|(?P<operator> (?:<=|>=|==|!=|&&|\|\||<<|>>|\+=|-=|[<>+\-*&|]) |\+\+)',
    re.S | re.M)


def closing(text, at):
    """The place of the parenthesis that closes the one at `at`."""
    depth = 0
    for i in range(at, len(text)):
        depth += {"(": 1, ")": -1}.get(text[i], 0)
        if depth == 0:
            return i
    return at


def changes_of(path):
    """Each change of a file: where, what, and what it becomes."""
    text = path.read_text()
    for match in TOKEN.finditer(text):
        old = match.group()
        if match.group("number"):
            hexadecimal = old[:2].lower() == "0x"
            new = f"0x{int(old, 16) ^ 1:02X}" if hexadecimal else str(int(old, 8 if old[0] == "0" and len(old) > 1 else 10) + 1)
            yield path, match.start(), old, new
        elif old in ("if", "while"):
            opened = match.end() + 1
            if text[match.end():opened + 1] == " (":
                end = closing(text, opened)
                inner = text[opened:end + 1]
                yield path, opened, inner, f"(!{inner})"
        elif not match.group("skip"):
            yield path, match.start(), old, SWAPS[old]


class Copy:
    """A copy of the checkout with its tests built."""

    def __init__(self, where):
        self.source, self.build = where / "source", where / "build"
        if self.source.exists():
            shutil.rmtree(self.source)
        files = subprocess.run(["git", "ls-files"], cwd=TOP, text=True, check=True, capture_output=True).stdout
        for name in files.splitlines():
            target = self.source / name
            target.parent.mkdir(parents=True, exist_ok=True)
            shutil.copy2(TOP / name, target)
        self.build.mkdir(parents=True, exist_ok=True)
        self.run(["cmake", "-S", str(self.source), "-B", str(self.build), "-G", "Ninja", "-DCMAKE_BUILD_TYPE=Debug",
                  "-DCMAKE_C_FLAGS=-O2 -g0", "-DCMAKE_EXE_LINKER_FLAGS=-fuse-ld=mold", "-DPEMBLE_TESTS=ON",
                  "-DPEMBLE_EXAMPLES=ON"], check=True)
        tests = sorted({test for room in ROOMS.values() for test in room.split()})
        self.run(["ninja", "-C", str(self.build)] + [self.target(test) for test in tests], check=True)
        self.seconds = {}
        for test in tests:
            begun = time.monotonic()
            if not self.passes(test):
                sys.exit(f"{test} fails without any change")
            self.seconds[test] = time.monotonic() - begun

    def run(self, command, seconds=600, check=False):
        """Whether a command succeeds in time; what it prints is not kept."""
        try:
            return subprocess.run(command, timeout=seconds, check=check, cwd=self.build, stdout=subprocess.DEVNULL,
                                  stderr=subprocess.DEVNULL).returncode == 0
        except subprocess.TimeoutExpired:
            return False

    @staticmethod
    def target(test):
        return "pemble-sent" if test == "sent" else "test-" + test

    def passes(self, test):
        if test == "sent":
            return self.run([str(self.source / "tests" / "sent.sh"), str(self.build / "pemble-sent"), str(self.source)])
        return self.run([str(self.build / ("test-" + test))], 120)

    def object_of(self, name):
        return self.build / "CMakeFiles" / "pemble-core.dir" / (str(name) + ".o")

    def fate(self, change):
        """'same', 'broken', 'lives', or the test that fails."""
        path, at, old, new = change
        name = path.relative_to(TOP)
        target = self.source / name
        text = path.read_text()
        before = self.object_of(name).read_bytes()
        target.write_text(text[:at] + new + text[at + len(old):])
        try:
            goal = str(self.object_of(name).relative_to(self.build))
            if not self.run(["ninja", "-C", str(self.build), goal]):
                return "broken"
            if self.object_of(name).read_bytes() == before:
                return "same"
            tests = sorted(ROOMS[name.parts[1]].split(), key=self.seconds.get)
            if not self.run(["ninja", "-C", str(self.build)] + [self.target(test) for test in tests]):
                return "broken"
            for test in tests:
                if not self.passes(test):
                    return test
            return "lives"
        finally:
            target.write_text(text)
            self.run(["ninja", "-C", str(self.build), str(self.object_of(name).relative_to(self.build))])


def main():
    parser = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    parser.add_argument("build", type=pathlib.Path)
    parser.add_argument("--count", type=int, default=1000)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--rooms", default=",".join(ROOMS))
    parser.add_argument("--part", default="1/1", help="I/N: every N-th change from the I-th on, for N processes")
    options = parser.parse_args()
    part, parts = map(int, options.part.split("/"))
    files = [f for room in options.rooms.split(",") for f in sorted((TOP / "src" / room).glob("*.c"))]
    everything = [change for file in files for change in changes_of(file)]
    chosen = random.Random(options.seed).sample(everything, min(options.count, len(everything)))[part - 1::parts]
    copy = Copy(options.build.resolve())
    counted = killed = 0
    for change in chosen:
        fate = copy.fate(change)
        if fate in ("same", "broken"):
            continue
        counted += 1
        killed += fate != "lives"
        if fate == "lives":
            path, at, old, new = change
            line = path.read_text()[:at].count("\n") + 1
            print(f"lives: {path.relative_to(TOP)}:{line}: {old.strip()} -> {new.strip()}", flush=True)
        if counted % 20 == 0:
            print(f"{killed} of {counted} changes were noticed", flush=True)
    print(f"in all: {killed} of {counted} changes were noticed, of {len(everything)} possible", flush=True)
    return 0 if killed * 100 >= counted * 95 else 1


if __name__ == "__main__":
    sys.exit(main())
