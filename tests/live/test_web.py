"""The page that runs without anything installed: make web, from a file server, in a browser."""
import functools
import http.server
import os
import subprocess
import threading

from browser import Browser
from support import PEMBLE, SOURCE, LiveTest

WEB = os.path.join(SOURCE, "build", "web")
PICTURES = os.path.join(SOURCE, "assets", "quay", "pictures")
TAB = "\ue004"


class Quiet(http.server.SimpleHTTPRequestHandler):
    def log_message(self, *arguments):
        pass


class Web(LiveTest):
    @classmethod
    def setUpClass(cls):
        cls.server = http.server.ThreadingHTTPServer(
            ("127.0.0.1", 0), functools.partial(Quiet, directory=WEB))
        threading.Thread(target=cls.server.serve_forever, daemon=True).start()
        cls.browser = Browser()
        cls.browser.go(f"http://127.0.0.1:{cls.server.server_port}/")
        cls.browser.wait("document.querySelectorAll('#all-gauges canvas').length > 20")

    @classmethod
    def tearDownClass(cls):
        cls.browser.close()
        cls.server.shutdown()
        cls.server.server_close()

    def colours(self, css, number=0):
        return self.browser.run(
            "const c = document.querySelectorAll(arguments[0])[arguments[1]];"
            "const d = new Uint32Array(c.getContext('2d').getImageData(0, 0, c.width, c.height)"
            ".data.buffer); return new Set(d).size", css, number)

    def picture(self, css, number=0):
        return self.browser.run("return document.querySelectorAll(arguments[0])[arguments[1]]"
                                ".toDataURL()", css, number)

    def choose(self, css, value):
        self.browser.run("const e = document.querySelector(arguments[0]); e.value = arguments[1];"
                         "e.dispatchEvent(new Event('input')); e.dispatchEvent(new Event('change'))",
                         css, value)

    def test_the_harbour_runs(self):
        b = self.browser
        self.assertEqual(b.run("return document.querySelectorAll('#glasses canvas').length"), 6)
        for i in range(5):  # paper takes its time
            self.assertGreater(self.colours("#glasses canvas", i), 1)
        before = self.picture("#glasses canvas", 1)
        b.wait(f"document.querySelectorAll('#glasses canvas')[1].toDataURL() !== '{before}'")
        print(f"  first frame after {b.run('return document.documentElement.dataset.firstFrame')}"
              f" ms; a frame of the OLED takes {b.run('return timeOfOled(200)'):.2f} ms")
        self.assertEqual(b.errors(), [])

    def test_the_kiosk_by_keyboard(self):
        b = self.browser
        lamp = ("[...document.querySelectorAll('#glasses canvas')[2].getContext('2d')"
                ".getImageData(60, 215, 30, 12).data].join()")
        before = b.run("return " + lamp)
        b.run("document.activeElement.blur(); window.scrollTo(0, 0)")
        b.keys(TAB)
        self.assertEqual(b.run("return document.activeElement.id"), "press")
        b.keys(" ")
        b.wait(f"{lamp} !== '{before}'")

    def test_gauges_follow_their_sliders(self):
        before, all_before = self.picture("#gauge-canvas"), self.picture("#all-gauges canvas", 5)
        self.choose("#value", "20")
        self.assertNotEqual(self.picture("#gauge-canvas"), before)
        self.assertNotEqual(self.picture("#all-gauges canvas", 5), all_before)
        self.choose("#look", "1")
        self.assertEqual(self.colours("#gauge-canvas"), 2)
        self.choose("#look", "0")
        self.assertGreater(self.colours("#gauge-canvas"), 4)
        number = self.browser.run("return document.querySelectorAll('#gauge option').length")
        for i in range(number):
            self.choose("#gauge", str(i))
            self.assertGreater(self.colours("#gauge-canvas"), 1, i)

    def test_symptoms_of_a_module(self):
        b = self.browser
        b.wait("document.querySelectorAll('#symptoms figure').length >= 9")
        names = b.run("return [...document.querySelectorAll('#module option')]"
                      ".map((o) => o.textContent)")
        listed = subprocess.run([PEMBLE, "panels"], capture_output=True, text=True).stdout
        self.assertGreater(len(names), 60)
        for name in names:
            self.assertIn(f"  {name} ", listed)
        self.choose("#module", str(names.index("tft-round-1.28")))
        b.wait("document.querySelector('#symptoms canvas')?.width === 240")
        b.wait("document.querySelector('#symptoms canvas').classList.contains('round')")
        b.wait("[...document.querySelectorAll('#symptoms figcaption')]"
               ".some((f) => f.textContent.includes('red and blue'))")

    def give(self, path):
        """A file, as if it were chosen."""
        b = self.browser
        b.call("POST", f"/element/{b.element('#file')}/value", {"text": path})

    def test_an_image_becomes_the_asset_that_the_command_makes(self):
        b = self.browser
        boat = os.path.join(PICTURES, "ferry-light.png")
        self.give(boat)
        b.wait("document.getElementById('asset-text').textContent")
        for field, value in (("kind", "1"), ("width", "62"), ("height", "30"), ("dither", "2")):
            self.choose("#" + field, value)
        b.wait("document.getElementById('asset-text').textContent.startsWith('62x30')")
        theirs = b.run("return lastAsset.bytes")
        done = subprocess.run([PEMBLE, "picture", "make", boat, "-o", self.path("boat.pbp"),
                               "--format", "one-bit", "--dither", "none", "--size", "62x30"])
        self.assertEqual(done.returncode, 0)
        with open(self.path("boat.pbp"), "rb") as f:
            self.assertEqual(bytes(theirs), f.read())
        self.write("boat.c", b.run("return lastAsset.source"))
        done = subprocess.run(["cc", "-std=c11", "-Wall", "-Werror", "-fsyntax-only", "-I",
                               os.path.join(SOURCE, "include"), self.path("boat.c")])
        self.assertEqual(done.returncode, 0)

    def test_an_animation_becomes_a_reel_that_plays(self):
        b = self.browser
        self.give(os.path.join(PICTURES, "gull.gif"))
        b.wait("document.getElementById('asset-text').textContent.includes('frames')")
        before = self.picture("#asset-canvas")
        b.wait(f"document.getElementById('asset-canvas').toDataURL() !== '{before}'")

    def test_what_is_no_image_is_said(self):
        b = self.browser
        self.write("no.png", "nothing")
        self.give(self.path("no.png"))
        b.wait("document.getElementById('wrong').textContent.includes('no.png')")
