"""support.py - pemble live as its users run it, and what it leaves behind."""
import json
import os
import shutil
import struct
import subprocess
import tempfile
import threading
import time
import unittest
import urllib.error
import urllib.request

SOURCE = os.path.dirname(os.path.dirname(os.path.dirname(os.path.abspath(__file__))))
BUILD = os.environ.get("PEMBLE_BUILD", os.path.join(SOURCE, "build", "host"))
PEMBLE = os.path.join(BUILD, "pemble")
MODULE, PIXELS, NOTE, STATE = 1, 2, 7, 32


def until(is_so, what, seconds=20):
    """Waits until a function returns something true, which is returned."""
    end = time.monotonic() + seconds
    while True:
        value = is_so()
        if value:
            return value
        if time.monotonic() > end:
            raise AssertionError(f"waited {seconds} s for: {what}")
        time.sleep(0.03)


def processes(word):
    """The processes whose command line has a word in it, and that are no zombies."""
    found = []
    for pid in filter(str.isdigit, os.listdir("/proc")):
        try:
            with open(f"/proc/{pid}/cmdline", "rb") as f:
                line = f.read().decode(errors="replace").split("\0")
            with open(f"/proc/{pid}/stat") as f:
                dead = f.read().rsplit(")", 1)[1].split()[0] == "Z"
        except OSError:
            continue
        if not dead and word in line and int(pid) != os.getpid():
            found.append(int(pid))
    return found


def line_of_descent(word):
    """The processes with a word in their command line, each before those that it has started."""
    parents = {}
    for pid in processes(word):
        with open(f"/proc/{pid}/stat") as f:
            parents[pid] = int(f.read().rsplit(")", 1)[1].split()[1])
    line = [pid for pid in parents if parents[pid] not in parents]
    while len(line) < len(parents):
        line += [pid for pid in parents if parents[pid] == line[-1]]
    return line


class LiveTest(unittest.TestCase):
    """Each test works in a directory of its own, which is also in its command lines: whatever has
    it in there must be gone at the end."""

    def setUp(self):
        self.place = tempfile.mkdtemp(prefix="pemble-live-test-")
        self.addCleanup(self._nothing_is_left)  # the first to be added is the last to run

    def _nothing_is_left(self):
        until(lambda: not processes(self.place), "the processes to be gone")
        left = [name for name in os.listdir(tempfile.gettempdir())
                if name.startswith("pemble-live-") and "test" not in name]
        self.assertEqual(left, [])
        shutil.rmtree(self.place)

    def path(self, name):
        return os.path.join(self.place, name)

    def write(self, name, text):
        with open(self.path(name), "w") as f:
            f.write(text)

    def read(self, name):
        with open(self.path(name)) as f:
            return f.read()


class Page:
    """pemble live --http, and a watcher of it that speaks HTTP itself."""

    def __init__(self, test, *words, env=None):
        self.process = subprocess.Popen(
            [PEMBLE, "live", *words, "--http", "-o", test.place], stdout=subprocess.PIPE,
            stderr=subprocess.PIPE, text=True, cwd=test.place, env={**os.environ, **(env or {})})
        self.url = self.process.stdout.readline().strip()
        self.sizes, self.pixels, self.labels = {}, {}, {}
        self.notes, self.state, self.count = [], {}, 0
        self.answer = urllib.request.urlopen(self.url + "feed")
        threading.Thread(target=self._listen, daemon=True).start()

    def _listen(self):
        try:
            while True:
                head = self.answer.read(8)
                if len(head) < 8:
                    return
                kind, number, _, length = struct.unpack("<BBHI", head)
                self._take(kind, number, self.answer.read(length))
        except Exception:  # the server has ended
            return

    def _take(self, kind, number, body):
        if kind == MODULE:
            size = struct.unpack_from("<HH", body)
            self.labels[number] = body[204:252].split(b"\0")[0].decode()
            if self.sizes.get(number) != size:
                self.pixels[number] = bytearray(3 * size[0] * size[1])
            self.sizes[number] = size
        elif kind == PIXELS:
            x, y, w, h = struct.unpack_from("<HHHH", body)
            width = self.sizes[number][0]
            for row in range(h):
                at = 3 * ((y + row) * width + x)
                self.pixels[number][at:at + 3 * w] = body[8 + 3 * w * row:8 + 3 * w * (row + 1)]
            self.count += 1
        elif kind == NOTE:
            self.notes.append(body.decode())
        elif kind == STATE:
            self.state = json.loads(body)

    def post(self, line, headers=None, path="act"):
        """The status of the answer."""
        request = urllib.request.Request(self.url + path, line.encode(), headers or {})
        try:
            with urllib.request.urlopen(request, timeout=10) as answer:
                return answer.status
        except urllib.error.HTTPError as error:
            return error.code

    def lit(self, number=0):
        """How many pixels of a glass are not black."""
        p = self.pixels.get(number, b"")
        return sum(1 for i in range(0, len(p), 3) if p[i] or p[i + 1] or p[i + 2])

    def close(self):
        self.process.terminate()
        status = self.process.wait(10)
        self.process.stdout.close()
        self.process.stderr.close()
        self.answer.close()
        return status
