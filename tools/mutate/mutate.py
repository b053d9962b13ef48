#!/usr/bin/python3
"""Changes src/ in one place at a time and runs the tests of that room: a test fails, or the change lives.

mutate.py BUILD [--count N] [--seed S] [--rooms A,B] [--part I/N] [--quick] [--among FILE]: N changes, chosen by the
seed, in a copy of the checkout below BUILD. A change that compiles to the same code is none, and is not counted, and
those of equal.txt, which make no difference, are left out. Lines that are marked as never reached are left alone.
What the tests let live is tried again with sanitizers, by the quick tests. The changes that live then are printed.
"""
import argparse
import collections
import math
import os
import pathlib
import random
import re
import shutil
import signal
import subprocess
import sys
import time

TOP = pathlib.Path(__file__).resolve().parents[2]

# The tests of each room, and of all of them. The quick ones are run first.
EVERYWHERE = ["core-nulls"]
ROOMS = {
    "canvas": "golden-drawn core-color core-fast_shapes core-formats core-geometry core-round_shapes core-shapes "
              "core-smooth core-text golden-gauges golden-shapes screen-areas screen-changes screen-draft "
              "screen-every_call screen-mirror",
    "file": "golden-drawn picture-bands picture-broken_files picture-files",
    "gauge": "golden-sizes core-layout gauge-gauges gauge-limits gauge-many gauge-notices gauge-texts "
              "golden-gauges golden-menus",
    "geometry": "golden-drawn golden-sizes core-geometry core-layout core-round_shapes core-shapes core-smooth "
              "gauge-gauges golden-gauges motion-motion store-store",
    "input": "input-exact input-inputs input-touch input-touch_faults menu-menu_touch menu-menus menu-walks",
    "menu": "golden-keys golden-menus menu-menu_touch menu-menus menu-typing menu-walks",
    "motion": "motion-game motion-motion",
    "panel": "golden-cards panel-arguments panel-clock panel-controllers panel-every_error panel-every_field "
              "panel-expander panel-explain panel-formats panel-glasses panel-minimal_port panel-odd_calls "
              "panel-own_controller panel-own_family panel-own_windowed panel-paper panel-paper_drive "
              "panel-placing panel-port_rules panel-probe panel-setup_lists panel-shared_reset panel-ssd1306 "
              "screen-background screen-bands screen-fault_walk screen-faults screen-mirror screen-paper_steps "
              "screen-wires sent sim-i2c sim-power sim-spi sim-tft",
    "picture": "picture-bands picture-blocks picture-files picture-reels screen-draft",
    "screen": "golden-cards panel-explain panel-formats panel-glasses panel-paper panel-paper_drive screen-areas "
              "screen-background screen-bands screen-changes screen-draft screen-every_call screen-faults "
              "screen-mirror screen-paper_steps screen-wires",
    "shape": "golden-drawn core-fast_shapes core-formats core-round_shapes core-shapes core-smooth core-text "
              "golden-gauges golden-shapes picture-files screen-draft",
    "smooth": "golden-drawn core-fast_shapes core-smooth golden-gauges golden-shapes screen-draft",
    "store": "store-store",
    "text": "golden-drawn core-smooth_text core-terminal core-text core-text_box gauge-gauges golden-gauges "
              "golden-menus screen-draft",
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
    marked = [match.span() for match in re.finditer(r"GCOVR_EXCL_START.*?GCOVR_EXCL_STOP", text, re.S)]
    marked += [match.span() for match in re.finditer(r"^.*unreached:.*$", text, re.M)]
    for match in TOKEN.finditer(text):
        old = match.group()
        if any(begin <= match.start() < end for begin, end in marked):
            continue
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


SANITIZERS = "-fsanitize=address,undefined -fno-sanitize-recover=all"
LINK = 0.3  # seconds, roughly
LONGEST = 2.0  # seconds that a test may take to be run again with sanitizers, which take ten times as long


class Build:
    """The tests of a copy of the checkout, built in one way."""

    def __init__(self, source, build, flags, like=None):
        self.source, self.build = source, build
        self.build.mkdir(parents=True, exist_ok=True)
        self.run(["cmake", "-S", str(source), "-B", str(build), "-G", "Ninja", "-DCMAKE_BUILD_TYPE=Debug",
                  f"-DCMAKE_C_FLAGS={flags}", "-DCMAKE_EXE_LINKER_FLAGS=-fuse-ld=mold", "-DPEMBLE_TESTS=ON",
                  "-DPEMBLE_EXAMPLES=ON"], check=True)
        tests = sorted(set(EVERYWHERE).union(*(room.split() for room in ROOMS.values())))
        self.run(["ninja", "-C", str(build)] + [self.target(test) for test in tests], check=True)
        self.commands, self.kills = {}, collections.Counter()
        self.seconds, self.patience = {}, {}
        if like:  # the same tests, slower
            self.seconds = like.seconds
            self.patience = {test: 60 + 60 * seconds for test, seconds in like.seconds.items()}
            return
        for test in tests:
            begun = time.monotonic()
            if not self.passes(test):
                sys.exit(f"{test} fails without any change")
            self.seconds[test] = time.monotonic() - begun
        self.patience = {test: 10 + 10 * seconds for test, seconds in self.seconds.items()}

    def run(self, command, seconds=600, check=False):
        """Whether a command succeeds in time; what it prints is not kept. What it has started ends with it."""
        process = subprocess.Popen(command, cwd=self.build, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL,
                                   start_new_session=True)
        try:
            good = process.wait(seconds) == 0
        except subprocess.TimeoutExpired:
            good = False
            os.killpg(process.pid, signal.SIGKILL)
            process.wait()
        if check and not good:
            sys.exit(f"{' '.join(command)} fails")
        return good

    @staticmethod
    def target(test):
        return "pemble-sent" if test == "sent" else "test-" + test

    def passes(self, test):
        if test == "sent":
            command = [str(self.source / "tests" / "sent.sh"), str(self.build / "pemble-sent"), str(self.source)]
        else:
            command = [str(self.build / ("test-" + test))]
        return self.run(command, self.patience.get(test, 300))

    def makes(self, target):
        """Runs the last command that makes a target. To ask Ninja each time takes longer than the command."""
        if target not in self.commands:
            listed = subprocess.run(["ninja", "-t", "commands", target], cwd=self.build, text=True, check=True,
                                    capture_output=True).stdout
            self.commands[target] = listed.splitlines()[-1]
        return self.run(["sh", "-c", self.commands[target]])

    def fails(self, test):
        """Whether a test notices: it is linked and run."""
        return not (self.makes(self.target(test)) and self.passes(test))

    def object_of(self, name):
        return self.build / "CMakeFiles" / "pemble-core.dir" / (str(name) + ".o")

    def compiles(self, name):
        return self.makes(str(self.object_of(name).relative_to(self.build))) and self.makes("libpemble.a")

    def noticed_by(self, room, longest=math.inf):
        """The first test of a room that fails, of those that take `longest` seconds at most. The quick ones are run
        first, and those that failed often."""
        tests = [test for test in EVERYWHERE + ROOMS[room].split() if self.seconds[test] <= longest]
        for test in sorted(tests, key=lambda test: (LINK + self.seconds[test]) / (1 + self.kills[test])):
            if self.fails(test):
                self.kills[test] += 1
                return test
        return None


class Copy:
    """A copy of the checkout, with its tests built plainly, and with sanitizers for what they let live."""

    def __init__(self, where, quick):
        self.source = where / "source"
        if self.source.exists():
            shutil.rmtree(self.source)
        files = subprocess.run(["git", "ls-files"], cwd=TOP, text=True, check=True, capture_output=True).stdout
        for name in files.splitlines():
            target = self.source / name
            target.parent.mkdir(parents=True, exist_ok=True)
            shutil.copy2(TOP / name, target)
        self.plain = Build(self.source, where / "build", "-O2 -g0")
        self.checked = None if quick else Build(self.source, where / "checked", "-O1 -g0 " + SANITIZERS, self.plain)

    def fate(self, change):
        """'same', 'broken', 'lives', or the test that fails."""
        path, at, old, new = change
        name = path.relative_to(TOP)
        target = self.source / name
        text = path.read_text()
        before = self.plain.object_of(name).read_bytes()
        target.write_text(text[:at] + new + text[at + len(old):])
        builds = [self.plain]
        try:
            if not self.plain.compiles(name):
                return "broken"
            if self.plain.object_of(name).read_bytes() == before:
                return "same"
            noticed = self.plain.noticed_by(name.parts[1], math.inf if self.checked else LONGEST)
            if not noticed and self.checked:
                builds.append(self.checked)
                self.checked.compiles(name)
                noticed = self.checked.noticed_by(name.parts[1], LONGEST)
            return noticed or "lives"
        finally:
            target.write_text(text)
            for build in builds:
                build.compiles(name)


def said_of(change):
    """Where a change is, and the line as it becomes."""
    path, at, old, new = change
    text = path.read_text()
    begin, end = text.rfind("\n", 0, at) + 1, text.find("\n", at + len(old))
    changed = " ".join((text[begin:at] + new + text[at + len(old):end]).split())
    return f"{path.relative_to(TOP)}:{text.count(chr(10), 0, at) + 1}: {changed}"


def without_number(said):
    return re.sub(r":\d+:", ":", said, count=1)


def known_equals():
    """Changes that make no difference: in equal.txt, each with the reason in the line below it."""
    lines = (pathlib.Path(__file__).parent / "equal.txt").read_text().splitlines()
    return {line for line in lines if line.startswith("src/")}


def main():
    parser = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    parser.add_argument("build", type=pathlib.Path)
    parser.add_argument("--count", type=int, default=1000)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--rooms", default=",".join(ROOMS))
    parser.add_argument("--part", default="1/1", help="I/N: every N-th change from the I-th on, for N processes")
    parser.add_argument("--quick", action="store_true", help="no sanitizers and no slow tests: then try --among")
    parser.add_argument("--among", type=pathlib.Path, help="only what an earlier run printed as living")
    options = parser.parse_args()
    part, parts = map(int, options.part.split("/"))
    files = [f for room in options.rooms.split(",") for f in sorted((TOP / "src" / room).glob("*.c"))]
    everything = [change for file in files for change in changes_of(file)]
    chosen = random.Random(options.seed).sample(everything, min(options.count, len(everything)))[part - 1::parts]
    if options.among:
        lived = set(map(without_number, re.findall(r"lives: (.*)", options.among.read_text())))
        chosen = [change for change in everything if without_number(said_of(change)) in lived][part - 1::parts]
    equals = known_equals()
    copy = Copy(options.build.resolve(), options.quick)
    counted = killed = 0
    for change in chosen:
        if without_number(said_of(change)) in equals:
            continue
        fate = copy.fate(change)
        if fate in ("same", "broken"):
            continue
        counted += 1
        killed += fate != "lives"
        if fate == "lives":
            print("lives:", said_of(change), flush=True)
        if counted % 20 == 0:
            print(f"{killed} of {counted} changes were noticed", flush=True)
    print(f"in all: {killed} of {counted} changes were noticed, of {len(everything)} possible", flush=True)
    return 0 if killed * 100 >= counted * 95 else 1


if __name__ == "__main__":
    sys.exit(main())
