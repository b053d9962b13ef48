"""The terminal, inside of tmux: what is drawn, what keys do, and that it is given back."""
import os
import re
import signal
import subprocess
import time

from support import BUILD, PEMBLE, LiveTest, line_of_descent, processes, until

HALVES, BRAILLE = re.compile("[▀▄█]"), re.compile("[\u2801-\u28ff]")


class Terminal(LiveTest):
    def setUp(self):
        super().setUp()
        self.socket = self.path("tmux")
        self.tmux("-f", "/dev/null", "new-session", "-d", "-x", "120", "-y", "40",
                  "env PS1='ready> ' TERM=screen-256color sh")
        self.addCleanup(self.tmux, "kill-server")
        until(lambda: "ready>" in self.screen(), "the shell")

    def tmux(self, *words):
        done = subprocess.run(["tmux", "-S", self.socket, *words], capture_output=True, text=True,
                              env={k: v for k, v in os.environ.items() if k != "TMUX"})
        return done.stdout

    def screen(self, *words):
        return self.tmux("capture-pane", "-p", *words)

    def type(self, *keys):
        self.tmux("send-keys", *keys)

    def start(self, what, environment=""):
        self.type(f"{environment} {PEMBLE} live {what} --terminal -o {self.place}", "Enter")
        until(lambda: "complaints: 0" in self.screen(), "the status line")

    def given_back(self):
        """The shell's own screen with its cursor, echo and lines."""
        until(lambda: self.tmux("display-message", "-p", "#{alternate_on}").strip() == "0",
              "the usual screen")
        self.assertEqual(self.tmux("display-message", "-p",
                                   "#{cursor_flag} #{mouse_any_flag}").strip(), "1 0")
        # Renamed when whole, and gone before the next look: nothing older or half of it is read.
        self.type(f"stty -a > {self.path('half')}; mv {self.path('half')} {self.path('stty')}",
                  "Enter")
        until(lambda: os.path.exists(self.path("stty")), "stty")
        stty = self.read("stty")
        os.remove(self.path("stty"))
        self.assertRegex(stty, r"[^-]icanon")
        self.assertRegex(stty, r"[^-]echo\b")
        until(lambda: not processes("--terminal"), "the processes to be gone")

    def test_panels_are_drawn_in_half_blocks(self):
        self.start("demo")
        until(lambda: "wind, 240x240" in self.screen() and HALVES.search(self.screen()), "cells")
        self.type("o")
        until(lambda: "wind, " not in self.screen(), "one panel alone")
        self.assertIn("gangway, 128x64", self.screen())
        self.type("q")
        self.given_back()

    def test_one_bit_is_drawn_in_braille_where_cells_are_few(self):
        self.start(os.path.join(BUILD, "example-harbour_maze"))
        until(lambda: len(BRAILLE.findall(self.screen())) > 100, "Braille")
        self.assertLessEqual(max(map(len, self.screen().splitlines())), 120)
        self.type("q")
        self.given_back()

    def test_colours_are_those_that_the_terminal_has(self):
        for environment, has, has_not in (("COLORTERM=truecolor", "38;2;", None),
                                          ("COLORTERM=", "38;5;", "38;2;"),
                                          ("COLORTERM= TERM=screen", "[3", "38;")):
            with self.subTest(environment):
                self.start("demo", environment)
                until(lambda: has in self.screen("-e"), "colours")
                if has_not:
                    self.assertNotIn(has_not, self.screen("-e"))
                self.type("q")
                self.given_back()

    def test_keys(self):
        self.start("demo")
        self.type("h")
        until(lambda: "pause, go on" in self.screen(), "the help")
        self.type("h")
        until(lambda: "pause, go on" not in self.screen(), "no help")
        self.type("p")
        until(lambda: "paused " in self.screen(), "the pause")
        self.type(",")
        until(lambda: "past " in self.screen(), "the past")
        self.type("l")
        until(lambda: "live " in self.screen(), "that it is live")
        self.type("]")
        until(lambda: "x2" in self.screen(), "twice the speed")
        self.type("s")
        until(lambda: len([f for f in os.listdir(self.place) if f.endswith(".png")]) == 6,
              "six pictures")
        self.type("C-c")
        self.given_back()

    def test_a_stick_by_arrows(self):
        self.start(os.path.join(BUILD, "example-harbour_maze"))
        until(lambda: len(BRAILLE.findall(self.screen())) > 100, "Braille")
        glass = lambda: self.screen().splitlines()[3:17]
        before = glass()
        for _ in range(12):
            self.type("Right")
            time.sleep(0.05)
        until(lambda: glass() != before, "that the boat moves")
        self.type("q")
        self.given_back()

    def test_it_is_given_back_however_it_ends(self):
        for kill_what, how in ((-1, signal.SIGTERM), (-1, signal.SIGHUP), (1, signal.SIGKILL),
                               (1, signal.SIGSEGV), (0, signal.SIGKILL)):
            with self.subTest(which=kill_what, signal=how):
                self.start("demo")
                # The guard, what watches, and the demo.
                which = line_of_descent("--terminal")
                self.assertEqual(len(which), 3)
                os.kill(which[0 if kill_what < 0 else kill_what], how)
                self.given_back()
                self.tmux("clear-history")
                self.type("clear", "Enter")
                until(lambda: "complaints" not in self.screen(), "a clear screen")

    def test_a_resized_terminal_is_drawn_anew(self):
        self.start("demo")
        self.tmux("resize-window", "-x", "60", "-y", "20")
        until(lambda: "complaints" in self.screen().splitlines()[-3], "the status in its place")
        self.type("q")
        self.given_back()

    def test_without_a_terminal_it_says_so(self):
        done = subprocess.run([PEMBLE, "live", "demo", "--terminal"], capture_output=True,
                              text=True, stdin=subprocess.DEVNULL, timeout=20)
        self.assertEqual(done.returncode, 1)
        self.assertIn("needs a terminal", done.stderr)
