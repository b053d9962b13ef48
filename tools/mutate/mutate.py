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

# The tests of each room. The quick ones are run first.
ROOMS = {
    "canvas": "core-color core-fast_shapes core-formats core-geometry core-round_shapes core-shapes core-smooth core-text "
              "golden-gauges golden-shapes screen-areas screen-changes screen-draft screen-every_call",
    "file": "picture-bands picture-broken_files picture-files",
    "gauge": "core-layout core-nulls gauge-gauges gauge-limits gauge-many gauge-notices gauge-texts "
              "golden-gauges golden-menus",
    "geometry": "core-geometry core-layout core-round_shapes core-shapes core-smooth gauge-gauges golden-gauges "
              "motion-motion store-store",
    "input": "input-inputs input-touch input-touch_faults menu-menu_touch menu-menus menu-walks",
    "menu": "golden-keys golden-menus menu-menu_touch menu-menus menu-typing menu-walks",
    "motion": "motion-game motion-motion",
    "panel": "panel-arguments panel-clock panel-controllers panel-every_error panel-every_field panel-expander "
              "panel-explain panel-formats panel-glasses panel-minimal_port panel-odd_calls "
              "panel-own_controller panel-own_family panel-own_windowed panel-paper panel-paper_drive "
              "panel-placing panel-port_rules panel-probe panel-setup_lists panel-shared_reset panel-ssd1306 "
              "screen-background screen-fault_walk screen-faults screen-paper_steps screen-wires sent sim-i2c "
              "sim-power sim-spi sim-tft",
    "picture": "picture-bands picture-blocks picture-files picture-reels",
    "screen": "golden-cards panel-explain panel-paper screen-areas screen-background screen-bands "
              "screen-changes screen-draft screen-every_call screen-faults screen-mirror screen-paper_steps "
              "screen-wires",
    "shape": "core-fast_shapes core-round_shapes core-shapes core-smooth core-text golden-gauges golden-shapes screen-draft",
    "smooth": "core-fast_shapes core-smooth golden-gauges golden-shapes screen-draft",
    "store": "store-store",
    "text": "core-smooth_text core-terminal core-text core-text_box gauge-gauges golden-gauges golden-menus "
              "screen-draft",
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
            base = 8 if len(old) > 1 and old[0] == "0" else 10
            yield path, match.start(), old, f"0x{int(old, 16) ^ 1:02X}" if hexadecimal else str(int(old, base) + 1)
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
        self.seconds, self.patience = {}, {}
        for test in tests:
            begun = time.monotonic()
            if not self.passes(test):
                sys.exit(f"{test} fails without any change")
            self.seconds[test] = time.monotonic() - begun
        self.patience = {test: 10 + 10 * seconds for test, seconds in self.seconds.items()}

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
        return self.run([str(self.build / ("test-" + test))], self.patience.get(test, 120))

    def fails(self, test):
        """Whether a test notices: it is linked and run."""
        return not (self.run(["ninja", "-C", str(self.build), self.target(test)]) and self.passes(test))

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
            return next((test for test in tests if self.fails(test)), "lives")
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
