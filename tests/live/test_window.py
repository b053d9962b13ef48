"""The window, on a display of its own."""
import os
import re
import subprocess
import time

from support import BUILD, PEMBLE, LiveTest, until


class Window(LiveTest):
    def setUp(self):
        super().setUp()
        read, write = os.pipe()
        self.server = subprocess.Popen(
            ["Xvfb", "-displayfd", str(write), "-screen", "0", "1280x800x24", "-nolisten", "tcp",
             "-noreset"],
            pass_fds=[write], stderr=subprocess.DEVNULL)
        os.close(write)
        with os.fdopen(read) as f:
            self.display = ":" + f.readline().strip()
        self.environment = {**os.environ, "DISPLAY": self.display}
        self.addCleanup(self.end)

    def end(self):
        self.server.terminate()
        self.server.wait(10)

    def start(self, what, *words):
        process = subprocess.Popen([PEMBLE, "live", what, "--window", "-o", self.place, *words],
                                   env=self.environment, stderr=subprocess.PIPE, text=True)
        self.addCleanup(process.stderr.close)

        def is_there():
            if process.poll() is not None:
                raise AssertionError(f"it has ended: {process.stderr.read()}")
            return self.x("search", "--name", "pemble live")
        until(is_there, f"the window on {self.display}")
        return process

    def x(self, *words):
        return subprocess.run(["xdotool", *words], capture_output=True, text=True,
                              env=self.environment).stdout

    def picture(self):
        """The pixels of the display, as they are."""
        return subprocess.run(["import", "-window", "root", "-depth", "8", "rgb:-"], capture_output=True,
                              env=self.environment).stdout

    def pixel(self, x, y):
        at = 3 * (1280 * y + x)
        return self.picture()[at:at + 3].hex()

    def files(self, end):
        return sorted(f for f in os.listdir(self.place) if f.endswith(end))

    def quit(self, process):
        self.x("key", "q")
        self.assertEqual(process.wait(10), 0)

    def test_all_panels_are_seen_and_move(self):
        process = self.start("demo")
        until(lambda: self.pixel(0, 0) == "e9e6de", "the bench")
        until(lambda: self.pixel(640, 799) == "142d37", "the bar")
        until(lambda: len(set(re.findall("..{5}", self.picture()[::97].hex()))) > 200, "pictures")
        before = self.picture()
        until(lambda: self.picture() != before, "a change")
        self.quit(process)

    def test_keys_save_and_record(self):
        process = self.start(os.path.join(BUILD, "example-harbour_maze"))
        time.sleep(0.5)
        self.x("key", "r")
        self.x("keydown", "Right")
        time.sleep(0.7)
        self.x("keyup", "Right")
        self.x("key", "r")
        self.x("key", "s")
        until(lambda: self.files(".gif") and self.files(".png"), "a recording and a picture")
        frames = subprocess.run(["identify", self.path(self.files(".gif")[0])],
                                capture_output=True, text=True).stdout.count("\n")
        self.assertGreater(frames, 5)  # the boat has moved
        self.quit(process)

    def cross(self):
        """The middle of what is yellow above the bar, or None."""
        data = self.picture()
        found = [i // 3 for i in range(0, 3 * 1280 * 690, 3)
                 if data[i] > 180 and data[i + 1] > 140 and data[i + 2] < 130]
        # The pins of the module are yellow as well, at its left.
        found = [p for p in found if p % 1280 > 330]
        return (sum(p % 1280 for p in found) // len(found),
                sum(p // 1280 for p in found) // len(found)) if found else None

    def test_the_mouse_is_the_finger(self):
        process = self.start(os.path.join(BUILD, "example-kiosk"))
        x, y = until(self.cross, "the first cross")
        self.x("mousemove", str(x), str(y), "mousedown", "1")
        time.sleep(0.5)
        self.x("mouseup", "1")

        def moved():
            now = self.cross()
            return now and abs(now[0] - x) + abs(now[1] - y) > 100
        until(moved, "the next cross")
        self.quit(process)

    def test_a_slider_leads_back(self):
        process = self.start("demo")
        time.sleep(3)
        self.x("mousemove", "300", "724", "click", "1")
        time.sleep(0.5)
        before = self.picture()
        time.sleep(1)
        self.assertEqual(self.picture(), before)
        self.x("key", "l")
        until(lambda: self.picture() != before, "that it goes on")
        self.quit(process)

    def test_help_and_a_resized_window(self):
        process = self.start("demo")
        self.x("key", "h")
        until(lambda: self.pixel(640, 105) == "142d37", "the help")
        window = self.x("search", "--name", "pemble live").split()[0]
        self.x("windowsize", window, "700", "500")
        until(lambda: self.pixel(350, 495) == "142d37", "the bar in its place")
        self.x("windowsize", window, "40", "40")
        self.x("windowsize", window, "900", "600")
        until(lambda: self.pixel(350, 595) == "142d37", "the bar in its place")
        self.quit(process)

    def test_a_display_that_goes_ends_it(self):
        process = self.start("demo")
        self.server.kill()
        process.wait(10)

    def test_without_a_display_it_says_so(self):
        done = subprocess.run([PEMBLE, "live", "demo", "--window"], capture_output=True, text=True,
                              env={**os.environ, "DISPLAY": ":77"}, timeout=20)
        self.assertEqual(done.returncode, 1)
        self.assertIn("no window can be opened", done.stderr)
