"""Taking hold of the ruler of tones: metering, range, sets and series under the picture, on the bench, by keyboard and on a phone."""

from __future__ import annotations

import io
import re

from PIL import Image
from playwright.sync_api import Page, expect

from outings.models import Situation
from studio.tests.chromium import PHONE
from studio.tests.test_crawl import STOPS
from studio.tests.test_rehearse_screen import RehearseScreen

STOP_PX = 36


class Drawn(RehearseScreen):
    def setUp(self) -> None:
        super().setUp()
        self.situation = Situation.objects.get(outing=self.day, document__title="Terns over the bar")
        self.path = f"/situations/{self.situation.pk}/rehearse"

    def window(self, page: Page) -> float:
        """Where the raw clips, as the ruler says it."""
        self.answered(page)
        return float(re.search(r"clips (-?[\d.]+) stops", page.locator(".ruler figcaption").inner_text())[1])

    def test_the_window_is_drawn_and_the_solver_follows(self) -> None:
        page = self.open(f"{self.path}?under=range")
        grip = page.get_by_role("slider", name="exposure")
        grip.wait_for()
        before, box = self.window(page), grip.bounding_box()
        iso = page.get_by_label("figures and decisions").inner_text()
        page.mouse.move(box["x"] + 15, box["y"] + 80)
        page.mouse.down()
        page.mouse.move(box["x"] + 15, box["y"] + 80 - STOP_PX, steps=4)
        page.mouse.up()
        self.stored(page, lambda document: document.get("settings", {}).get("compensation") == -1.0)
        self.assertAlmostEqual(self.window(page), before + 1, delta=0.15)
        self.assertNotEqual(page.get_by_label("figures and decisions").inner_text(), iso)
        grip.focus()
        page.keyboard.press("ArrowDown")
        self.stored(page, lambda document: abs(document["settings"].get("compensation", 0) + 2 / 3) < 0.01)
        page.get_by_role("slider", name="highlight protection").focus()
        page.keyboard.press("ArrowUp")
        self.stored(page, lambda document: document["settings"].get("highlight_protection") == 1)
        page.get_by_role("button", name="Let exposure and protection be decided again").click()
        self.stored(
            page, lambda document: "compensation" not in document["settings"] and "highlight_protection" not in document["settings"]
        )
        self.assertAlmostEqual(self.window(page), before, delta=0.05)
        page.keyboard.press("z")
        self.stored(page, lambda document: document["settings"].get("highlight_protection") == 1)
        self.assertEqual(self.wrong, [])


class Judged(RehearseScreen):
    def test_a_pattern_is_seen_the_spot_is_dragged_and_its_picture_shown(self) -> None:
        page = self.open(f"{self.path}?under=metering")
        as_set = self.picture(page)
        pane = page.locator(".metering")
        pane.get_by_role("button", name="multi-zone", exact=True).click()
        expect(page).to_have_url(re.compile("pattern=multi_zone"))
        pane.get_by_role("button", name="See it left to this").click()
        expect(page.get_by_text("as multi-zone would leave it")).to_be_visible()
        self.assertGreater(self.mean(self.picture(page)), self.mean(as_set) + 5)
        page.keyboard.press("Escape")
        expect(page.get_by_text("as multi-zone would leave it")).to_have_count(0)
        pane.get_by_role("button", name="spot", exact=True).click()
        overlay = page.locator("svg.overlay")
        box = overlay.bounding_box()
        before = pane.get_by_text("Held ").inner_text()
        page.mouse.move(box["x"] + 0.4 * box["width"], box["y"] + 0.6 * box["height"])
        page.mouse.down()
        page.mouse.move(box["x"] + 0.63 * box["width"], box["y"] + 0.5 * box["height"], steps=4)
        page.mouse.up()
        expect(page).to_have_url(re.compile(r"sx=0\.6[23]"))
        expect(pane.get_by_text("Held ")).not_to_have_text(before)
        page.reload()
        expect(pane.get_by_text("Held ")).to_be_visible()
        page.get_by_role("slider", name="the spot").focus()
        page.keyboard.press("ArrowLeft")
        expect(page).to_have_url(re.compile(r"sx=0\.6[01]"))
        pane.get_by_role("button", name="Put the spot there").click()
        self.answered(page)
        pane.get_by_role("button", name="Lock, recompose, and see").click()
        expect(page.get_by_text("spot placed, locked and recomposed")).to_be_visible()
        pane.get_by_role("button", name="Set spot").click()
        self.stored(page, lambda document: document.get("settings", {}).get("metering_pattern") == "spot")
        self.assertEqual(self.wrong, [])

    def test_what_must_hold_is_ticked_and_another_exposure_taken_over(self) -> None:
        page = self.open(f"{self.path}?under=range")
        tone = page.locator(".range").get_by_label("lantern")
        tone.check()
        held = self.stored(page, lambda document: (document["light"].get("holds_above") or 0) > 2)
        expect(tone).to_be_checked()
        page.locator(".range").get_by_label("sky outside").check()
        self.stored(page, lambda document: document["light"]["holds_above"] > held["light"]["holds_above"] + 1)
        self.answered(page)
        first = page.locator(".first").first
        first.get_by_role("button", name=re.compile("^see")).click()
        expect(page.get_by_role("button", name="Back to the frame as set")).to_be_visible()
        page.get_by_role("button", name=re.compile("^take over")).first.click()
        self.stored(page, lambda document: "compensation" in document.get("settings", {}))
        expect(page.get_by_text("as it is set").first).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_a_set_lies_on_the_ruler_is_merged_both_ways_and_set(self) -> None:
        page = self.open(f"{self.path}?under=sets")
        row = page.get_by_role("button", name="3 frames, 2 apart", exact=True)
        row.click()
        expect(page.locator(".ruler .of-set")).to_have_count(3)
        for drawn, expected in page.evaluate(STOPS):
            self.assertAlmostEqual(drawn, expected, delta=0.5)
        pictures = page.locator(".merges img")
        expect(pictures).to_have_count(3)
        self.answered(page)
        self.assertEqual(len({pictures.nth(k).screenshot() for k in range(3)}), 3)
        page.get_by_role("button", name="See it merged").click()
        expect(page.locator(".told")).to_contain_text("merged")
        page.get_by_role("button", name="Set 3 frames, 2 apart").click()
        stored = self.stored(page, lambda document: document.get("settings", {}).get("bracket_frames") == 3)
        self.assertEqual((stored["settings"]["bracket_step"], stored["schools"]["bracketing"]), (2, "bracket"))
        expect(page.locator(".dec", has_text="bracketing")).to_contain_text("3 frames, 2 apart")
        self.assertEqual(self.wrong, [])

    def test_a_series_says_which_way_is_steadiest_and_the_bench_has_the_ruler_too(self) -> None:
        page = self.open(f"{self.path}?under=series")
        rows = page.get_by_role("heading", level=3).filter(has_text="stops apart")
        expect(rows.first).to_contain_text("held")
        spreads = [float(re.search(r"([\d.]+) stops", text)[1]) for text in rows.all_inner_texts()]
        self.assertEqual(max(spreads), spreads[-1])
        self.answered(page)
        expect(page.locator(".strip img")).to_have_count(len(spreads))
        page.keyboard.press("b")
        page.locator(".dec", has_text="metering").first.click()
        ruler = page.locator(".bench-ruler")
        expect(ruler.get_by_text("spot", exact=True).first).to_be_visible()
        grip = ruler.get_by_role("slider", name="exposure")
        grip.focus()
        page.keyboard.press("ArrowUp")
        self.stored(page, lambda document: document.get("settings", {}).get("compensation", 0) < 0)
        ruler.get_by_role("link", name="With the picture").click()
        expect(page).to_have_url(re.compile("rehearse.*under=metering"))
        self.assertEqual(self.wrong, [])

    def test_on_a_phone_each_stands_alone_under_the_picture_and_nothing_spills(self) -> None:
        page = self.open(self.path, size=PHONE)
        for name in ("metering", "range", "sets", "series", "preview", "tones", "figures"):
            page.get_by_role("group", name="under the picture").get_by_role("button", name=name, exact=True).click()
            self.answered(page)
            expect(page.get_by_text("being computed on the scene")).to_have_count(0)
            self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), PHONE[0], name)
        self.assertEqual(self.wrong, [])


class Truth(RehearseScreen):
    def test_what_moves_the_preview_is_drawn_and_the_whole_bundle_set_and_undone(self) -> None:
        self.situation = Situation.objects.get(outing=self.day, document__title="Sprint heats off the quay")
        page = self.open(f"/situations/{self.situation.pk}/rehearse")
        page.keyboard.press("Shift+P")
        pane = page.locator(".truth")
        expect(pane.get_by_text("When the preview first warns")).to_be_visible()
        looks = pane.get_by_label("look", exact=True).locator(".bar")
        thirds = {row.split("\n")[0]: int(re.search(r"(\d+)", row)[1]) for row in looks.all_inner_texts()}
        self.assertLessEqual(thirds["flat"], thirds["vivid"])
        self.assertEqual(pane.locator(".bar i.on").count(), pane.get_by_text("as set").count())
        whole = pane.get_by_role("button", name="Set all of it")
        if whole.count():
            whole.click()
            self.stored(page, lambda document: document.get("settings", {}).get("look") == "flat")
            expect(pane.get_by_text("It is set.")).to_be_visible()
            page.keyboard.press("z")
            self.stored(page, lambda document: "look" not in document.get("settings", {}))
        self.assertEqual(self.wrong, [])

    def test_a_kept_frame_is_had_as_a_file_and_fills_another_situation_in(self) -> None:
        page = self.open(self.path)
        self.picture(page)
        page.keyboard.press("x")
        link = page.get_by_role("link", name="frame 1 as JPEG")
        with page.expect_download() as had:
            link.click()
        file = had.value.path()
        self.assertEqual(had.value.suggested_filename, "frame 1.jpg")
        other = Situation.objects.get(outing=self.day, document__title="Early ferry queue")
        page.goto(f"/situations/{other.pk}")
        page.get_by_label("fill in from a picture").set_input_files(str(file))
        expect(page.get_by_text(re.compile("^filled in: light"))).to_be_visible()
        self.situation = other
        stored = self.stored(page, lambda document: "metered" in document["light"])
        self.assertAlmostEqual(stored["light"]["metered"]["iso"], 1000, delta=15)
        self.assertEqual(stored["starts_at"][:5], "17:30")
        page.get_by_label("fill in from a picture").set_input_files({"name": "a.txt", "mimeType": "text/plain", "buffer": b"no picture"})
        expect(page.get_by_text("this is not a picture that can be read")).to_be_visible()


class OwnPicture(RehearseScreen):
    def test_a_picture_is_brought_metered_dragged_over_and_reloaded_without(self) -> None:
        page = self.open(f"{self.path}?view=own")
        image = Image.new("RGB", (1800, 1200), (118, 118, 118))
        image.paste((250, 250, 250), (0, 0, 450, 1200))
        out = io.BytesIO()
        image.save(out, "JPEG")
        bring = page.get_by_label("choose a picture of one's own")
        bring.set_input_files({"name": "quay.jpg", "mimeType": "image/jpeg", "buffer": out.getvalue()})
        expect(page.get_by_text("Led back from a finished file")).to_be_visible()
        expect(page.locator(".ruler .name", has_text="brightest 1%")).to_be_visible()
        page.locator(".metering").get_by_role("button", name="spot", exact=True).click()
        box = page.locator("svg.overlay").bounding_box()
        held = page.locator(".metering").get_by_text("it reads")
        page.mouse.move(box["x"] + 0.7 * box["width"], box["y"] + 0.5 * box["height"])
        page.mouse.down()
        page.mouse.up()
        expect(held).to_contain_text("reads 0")
        page.mouse.move(box["x"] + 0.1 * box["width"], box["y"] + 0.5 * box["height"])
        page.mouse.down()
        page.mouse.up()
        expect(held).to_contain_text(re.compile(r"reads \+[12]"))
        page.keyboard.press("Shift+S")
        expect(page.locator(".sets").get_by_text("fewest that hold it")).to_be_visible()
        bring.set_input_files({"name": "a.cr9", "mimeType": "image/x-raw", "buffer": b"no picture"})
        expect(page.get_by_text("of a raw, the JPEG beside it")).to_be_visible()
        page.reload()
        expect(page.get_by_text("Bring a picture of the place")).to_be_visible()
        self.assertEqual(self.wrong, [])
