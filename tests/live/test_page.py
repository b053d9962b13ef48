"""The page, in a browser and by requests that a browser would not send."""
import os
import subprocess
import urllib.error
import urllib.request

from browser import Browser
from support import PEMBLE, LiveTest, Page, until

PICTURE = "document.querySelectorAll('canvas')[%d].toDataURL()"
TAB, SPACE = "\ue004", " "


class InABrowser(LiveTest):
    @classmethod
    def setUpClass(cls):
        cls.browser = Browser()

    @classmethod
    def tearDownClass(cls):
        cls.browser.close()

    def open(self, *words):
        page = Page(self, *words)
        self.addCleanup(lambda: self.assertEqual(page.close(), 0))
        self.browser.go(page.url)
        self.addCleanup(lambda: self.browser.go("about:blank"))
        return page

    def test_all_panels_are_drawn_as_they_change(self):
        b, page = self.browser, self.open("demo")
        b.wait("document.querySelectorAll('canvas').length === 6")
        for i in range(6):
            b.wait(f"[...document.querySelectorAll('canvas')[{i}].getContext('2d')"
                   ".getImageData(0, 0, 80, 40).data].filter((v, i) => i % 4 < 3 && v > 60).length"
                   " > 50")
        before = b.run("return " + PICTURE % 1)
        b.wait(f"{PICTURE % 1} !== '{before}'")
        self.assertEqual(b.errors(), [])
        # The same pixels as those of a watcher that is no browser.
        b.keys("p")
        b.wait("document.getElementById('status').textContent.startsWith('paused')")
        until(lambda: page.state.get("paused"), "the pause")
        w, h = page.sizes[2]
        theirs = b.run("return [...document.querySelectorAll('canvas')[2].getContext('2d')"
                       ".getImageData(0, 0, %d, %d).data].filter((v, i) => i %% 4 < 3)" % (w, h))
        self.assertEqual(bytes(theirs), bytes(page.pixels[2]))

    def test_a_lamp_is_switched_by_keyboard_alone(self):
        b = self.browser
        self.open("demo")
        b.wait("document.querySelectorAll('canvas').length === 6")
        b.wait("document.querySelectorAll('#devices button').length === 3")
        lamp = ("[...document.querySelectorAll('canvas')[2].getContext('2d')"
                ".getImageData(60, 215, 30, 12).data].join()")
        off = b.run("return " + lamp)
        b.keys(TAB)  # the first thing that takes the focus is the button
        self.assertIn("pin 40", b.run("return document.activeElement.textContent"))
        b.keys(SPACE)
        b.wait(f"{lamp} !== '{off}'")

    def test_the_last_minute_is_a_slider(self):
        b, page = self.browser, self.open("demo")
        until(lambda: page.state.get("seconds", 0) > 3, "three seconds")
        b.run("const m = document.getElementById('minute'); m.value = 300;"
              "m.dispatchEvent(new Event('input'))")
        b.wait("document.getElementById('status').textContent.startsWith('past')")
        b.click("[data-act=l]")
        b.wait("document.getElementById('status').textContent.startsWith('live')")

    def test_a_picture_is_saved_and_said(self):
        b = self.browser
        self.open("demo")
        b.wait("document.querySelectorAll('canvas').length === 6")
        b.click("[data-act=s]")
        b.wait("document.getElementById('remarks').childElementCount >= 6")
        self.assertEqual(len([f for f in os.listdir(self.place) if f.endswith(".png")]), 6)

    def test_everything_has_a_name_and_enough_contrast(self):
        b = self.browser
        self.open("demo")
        b.wait("document.querySelectorAll('#devices button').length === 3")
        nameless = b.run("""
            return [...document.querySelectorAll('button, input, canvas')].filter((e) =>
                !(e.textContent.trim() || e.getAttribute('aria-label') || e.labels?.length))
                .map((e) => e.outerHTML)""")
        self.assertEqual(nameless, [])
        # WCAG 2.2, 1.4.3: relative luminance of each text and of the nearest colour behind it.
        weak = b.run("""
            const numbers = (c) => c.match(/[\\d.]+/g).map(Number);
            const light = (c) => numbers(c).slice(0, 3).map((v) => v / 255).map((v) =>
                v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4)
                .reduce((sum, v, i) => sum + v * [0.2126, 0.7152, 0.0722][i], 0);
            const behind = (e) => {
                for (; e; e = e.parentElement) {
                    const c = getComputedStyle(e).backgroundColor;
                    if (numbers(c).length === 3 || numbers(c)[3] === 1) return c;
                }
                return 'rgb(255, 255, 255)';
            };
            return [...document.querySelectorAll('body *')].filter((e) =>
                [...e.childNodes].some((n) => n.nodeType === 3 && n.data.trim())).map((e) => {
                const a = light(getComputedStyle(e).color), g = light(behind(e));
                return [(Math.max(a, g) + 0.05) / (Math.min(a, g) + 0.05), e.tagName, e.textContent];
            }).filter(([ratio]) => ratio < 4.5)""")
        self.assertEqual(weak, [])

    def test_it_says_when_the_program_has_gone(self):
        b, page = self.browser, self.open("demo")
        b.wait("document.querySelectorAll('canvas').length === 6")
        page.process.terminate()
        b.wait("!document.getElementById('lost').hidden")


class Requests(LiveTest):
    def open(self, *words):
        page = Page(self, "demo", *words)
        self.addCleanup(lambda: self.assertEqual(page.close(), 0))
        until(lambda: len(page.sizes) == 6, "six panels")
        return page

    def status(self, url, headers=None, method="GET"):
        try:
            request = urllib.request.Request(url, headers=headers or {}, method=method)
            with urllib.request.urlopen(request, timeout=10) as answer:
                return answer.status, answer.headers
        except urllib.error.HTTPError as error:
            return error.code, error.headers

    def test_what_it_answers(self):
        page = self.open()
        code, headers = self.status(page.url)
        self.assertEqual(code, 200)
        self.assertIn("default-src 'none'", headers["Content-Security-Policy"])
        self.assertIn("frame-ancestors 'none'", headers["Content-Security-Policy"])
        self.assertEqual(self.status(page.url + "live.js")[0], 200)
        self.assertEqual(self.status(page.url + "../../etc/passwd")[0], 404)
        self.assertEqual(self.status(page.url, method="PUT")[0], 405)
        self.assertEqual(page.post("key p"), 200)
        self.assertEqual(page.post("key q"), 400)  # nobody ends it from afar
        self.assertEqual(page.post("hand 99 1 0"), 400)
        self.assertEqual(page.post("finger -1 1 0 0"), 400)
        self.assertEqual(page.post("x" * 65), 413)
        self.assertEqual(page.post("x" * 100000), 413)
        self.assertEqual(page.post("key p", path="feed"), 404)

    def test_another_site_cannot_reach_it(self):
        page = self.open()
        port = page.url.rstrip("/").rsplit(":", 1)[1]
        self.assertEqual(self.status(page.url, {"Host": "elsewhere.example"})[0], 403)
        self.assertEqual(self.status(page.url, {"Host": f"localhost:{port}"})[0], 200)
        self.assertEqual(page.post("key p", {"Origin": "http://elsewhere.example"}), 403)
        self.assertEqual(page.post("key p", {"Origin": page.url.rstrip("/")}), 200)

    def test_beyond_this_machine_the_address_has_a_token(self):
        page = self.open("--host", "0.0.0.0")
        self.assertRegex(page.url, r"^http://0\.0\.0\.0:\d+/[0-9a-f]{32}/$")
        base, token = page.url[:-33], page.url[-33:-1]
        wrong = token[:-1] + ("0" if token[-1] != "0" else "1")
        self.assertEqual(self.status(page.url)[0], 200)
        for path in ("", "feed", wrong + "/", wrong + "/feed", token):
            self.assertEqual(self.status(base + path)[0], 403, path)

    def test_many_watch_and_one_that_does_not_read_holds_nobody_up(self):
        page = self.open()
        slow = [urllib.request.urlopen(page.url + "feed") for _ in range(20)]
        before = page.count
        until(lambda: page.count > before + 20, "pictures for those who read")
        for answer in slow:
            answer.close()
        with self.subTest("and not more than 64"):
            many = []
            codes = set()
            for _ in range(70):
                try:
                    many.append(urllib.request.urlopen(page.url + "feed", timeout=10))
                except urllib.error.HTTPError as error:
                    codes.add(error.code)
            self.assertEqual(codes, {503})
            for answer in many:
                answer.close()

    def test_a_port_that_is_taken_is_an_error(self):
        page = self.open()
        port = page.url.rstrip("/").rsplit(":", 1)[1]
        done = subprocess.run([PEMBLE, "live", "demo", "--http", "--port", port],
                              capture_output=True, text=True, timeout=20)
        self.assertEqual(done.returncode, 1)
        self.assertIn(port, done.stderr)
        done = subprocess.run([PEMBLE, "live", "demo", "--http", "--host", "no.address"],
                              capture_output=True, text=True, timeout=20)
        self.assertEqual(done.returncode, 1)
        self.assertIn("0.0.0.0", done.stderr)
