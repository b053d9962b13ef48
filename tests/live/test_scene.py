"""Save and see: a scene is compiled when it is saved, and what is wrong with it is told."""
import os
import shutil
import subprocess
import time

from support import PEMBLE, SOURCE, LiveTest, Page, until

PANEL = "[panel]\ncontroller = ssd1306\nsize = 128x64\n[bus]\ntype = i2c\naddress = 0x3c\n"
FILL = "pmb_fill(c, PMB_BLACK);"


class Scene(LiveTest):
    def setUp(self):
        super().setUp()
        self.write("panel.ini", PANEL)
        done = subprocess.run([PEMBLE, "live", "--new", self.path("tide.c")], capture_output=True,
                              text=True)
        self.assertEqual((done.returncode, done.stderr), (0, ""))
        self.first = self.read("tide.c")

    def start(self, *words):
        page = Page(self, self.path("tide.c"), "--panel", self.path("panel.ini"), *words)
        self.addCleanup(lambda: self.assertEqual(page.close(), 0))
        until(lambda: page.lit() > 300, "the first picture")
        return page

    def save(self, was, becomes):
        self.assertIn(was, self.first)
        self.write("tide.c", self.first.replace(was, becomes))

    def filled(self, size):
        return FILL + f" pmb_rect_fill(c, (pmb_rect){{20, 5, {size}, {size}}}, PMB_WHITE);"

    def test_a_saved_scene_takes_the_place_of_the_old_one(self):
        page = self.start()
        before = page.lit()
        began = time.monotonic()
        self.save(FILL, self.filled(16))
        until(lambda: page.lit() == before + 256, "the new picture")
        print(f"  from save to picture: {1000 * (time.monotonic() - began):.0f} ms")
        self.assertEqual(page.state["note"], "")

    def test_its_state_goes_on(self):
        page = self.start()
        page.post("hand 0 1 0")  # the button: metres become feet, one digit less
        metres = page.lit()
        until(lambda: page.lit() != metres, "feet")
        feet = page.lit()
        self.save(FILL, self.filled(4))
        until(lambda: page.lit() == feet + 16, "feet, and the square")

    def test_an_error_is_told_over_the_old_picture(self):
        page = self.start()
        before = bytes(page.pixels[0])
        self.save(FILL, "pmb_fill(c, PMB_BLAK);")
        note = until(lambda: page.state["note"], "the error")
        self.assertRegex(note, r"tide\.c:\d+:\d+: error: ")
        self.assertIn("PMB_BLAK", note)
        self.assertEqual(bytes(page.pixels[0]), before)
        self.write("tide.c", self.first)
        until(lambda: page.state["note"] == "", "no error")

    def test_a_crash_is_told_with_its_line_and_costs_only_that_run(self):
        page = self.start()
        self.save(FILL, FILL + " *(volatile int *)0 = 1;")
        line = 1 + self.read("tide.c").split("*(volatile")[0].count("\n")
        note = until(lambda: page.state["note"], "the crash")
        self.assertIn("Segmentation fault", note)
        self.assertIn(f"paint, tide.c:{line}", note)
        self.save(FILL, self.filled(16))
        until(lambda: page.state["note"] == "" and page.lit() > 300, "that it goes on")

    def test_an_endless_loop_is_ended(self):
        page = self.start()
        self.save(FILL, FILL + " for (volatile int i = 0;; i++) ;")
        note = until(lambda: page.state["note"], "the end of the loop")
        self.assertIn("two seconds", note)
        self.assertIn("paint, tide.c:", note)
        self.write("tide.c", self.first)
        until(lambda: page.state["note"] == "" and page.lit() > 300, "that it goes on")

    def test_a_file_that_is_no_scene_is_told(self):
        page = self.start()
        self.write("tide.c", "int other;\n")
        until(lambda: any("pmb_bench_scene pmb_scene" in n for n in page.notes), "what is missing")

    def test_a_saved_configuration_is_taken(self):
        page = self.start()
        self.assertEqual(page.sizes[0], (128, 64))
        self.write("panel.ini", PANEL.replace("size = 128x64", "size = 128x32"))
        until(lambda: page.sizes[0] == (128, 32) and page.lit() > 200, "the smaller glass")
        self.write("panel.ini", PANEL.replace("128x64", "129x64"))
        until(lambda: "129x64" in page.state["note"] or "129" in " ".join(page.notes), "an error")
        self.write("panel.ini", PANEL)
        until(lambda: page.sizes[0] == (128, 64) and page.lit() > 300, "the first glass")

    def test_an_asset_is_made_anew_when_its_source_is_saved(self):
        pictures = os.path.join(SOURCE, "assets", "quay", "pictures")
        shutil.copy(os.path.join(pictures, "ferry-light.png"), self.path("boat.png"))
        self.save('#include "pemble/bench_scene.h"',
                  '#include "pemble/bench_scene.h"\n#include "boat.c"')
        self.write("tide.c", self.read("tide.c").replace(
            FILL, FILL + " static uint8_t memory[400];"
                         " (void)pmb_picture_draw(c, &boat, (pmb_point){0, 0}, NULL, memory, 400);"))
        page = self.start("--make", "picture make boat.png -o boat.c --format one-bit "
                                    "--dither none")
        before = bytes(page.pixels[0])
        subprocess.run(["convert", self.path("boat.png"), "-negate", self.path("new.png")],
                       check=True)
        os.rename(self.path("new.png"), self.path("boat.png"))
        until(lambda: bytes(page.pixels[0]) != before, "the other picture")
        self.assertEqual(page.state["note"], "")

    def test_readings_come_from_a_file(self):
        self.write("tide.csv", "time_ms,tide\n0,111\n1500,444\n")
        page = self.start("--readings", self.path("tide.csv"))
        first = bytes(page.pixels[0])
        until(lambda: bytes(page.pixels[0]) != first, "the second value")


class Refused(LiveTest):
    def refused(self, *words):
        done = subprocess.run([PEMBLE, "live", *words], capture_output=True, text=True,
                              cwd=self.place, timeout=20)
        self.assertEqual((done.returncode, done.stdout), (2, ""))
        return done.stderr

    def test_bad_use_says_what_is_possible(self):
        self.write("a.c", "")
        self.write("p.ini", PANEL)
        self.write("bad.csv", "time_ms,tide\n5,high\n")
        self.assertIn("say what", self.refused())
        self.assertIn("needs --panel", self.refused("a.c"))
        self.assertIn("No such file", self.refused("b.c", "--panel", "p.ini"))
        self.assertIn("cannot be read", self.refused("a.c", "--panel", "q.ini"))
        self.assertIn("one of --window", self.refused("demo", "--window", "--http"))
        self.assertIn("--port 70000: possible is 1 to 65535",
                      self.refused("demo", "--port", "70000"))
        self.assertIn("--zoom 0: possible is 1 to 16", self.refused("demo", "--zoom", "0"))
        self.assertIn("for a scene", self.refused("demo", "--panel", "p.ini"))
        self.assertIn("bad.csv:2:", self.refused("demo", "--http", "--readings", "bad.csv"))

    def test_new_does_not_overwrite(self):
        self.write("a.c", "mine\n")
        done = subprocess.run([PEMBLE, "live", "--new", "a.c"], capture_output=True, text=True,
                              cwd=self.place)
        self.assertEqual(done.returncode, 1)
        self.assertIn("stays as it is", done.stderr)
        self.assertEqual(self.read("a.c"), "mine\n")
