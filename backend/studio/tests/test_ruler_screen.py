"""Taking hold of the ruler of tones: metering, range, sets and series under the picture, on the bench, by keyboard and on a phone."""

from __future__ import annotations

import io
import re
from typing import Any

from PIL import ExifTags, Image
from playwright.sync_api import Page, expect

from outings.models import Outing, Picture, Situation
from studio.tests.chromium import PHONE, choose
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
        self.stored(page, lambda document: (document.get("aims") or {}).get("brighter_stops") == -1.0)
        self.assertAlmostEqual(self.window(page), before + 1, delta=0.15)
        self.assertNotEqual(page.get_by_label("figures and decisions").inner_text(), iso)
        grip.focus()
        page.keyboard.press("ArrowDown")
        self.stored(page, lambda document: abs((document["aims"].get("brighter_stops") or 0) + 2 / 3) < 0.01)
        page.get_by_role("slider", name="highlight protection").focus()
        page.keyboard.press("ArrowUp")
        self.stored(page, lambda document: document["settings"].get("highlight_protection") == 1)
        page.get_by_label("figures and decisions").get_by_role("spinbutton", name="ISO").focus()
        page.keyboard.type("640")  # digits are a value here: none of them takes over a frame
        page.keyboard.press("Enter")
        self.stored(page, lambda document: (document.get("locks") or {}) == {"iso": 640})
        page.get_by_role("button", name="let go of ISO").click()
        self.stored(page, lambda document: not any((document.get("locks") or {}).values()))
        beside = page.get_by_role("region", name="Protection side by side")
        expect(beside.get_by_text("by itself: none")).to_be_visible()
        expect(beside.get_by_role("img", name="without: upper wing")).to_be_visible()
        beside.get_by_role("button", name="take over protection 2").click()
        self.stored(page, lambda document: document["settings"].get("highlight_protection") == 2)
        page.get_by_role("button", name="Let exposure and protection be decided again").click()
        self.stored(
            page, lambda document: "compensation" not in document["settings"] and "highlight_protection" not in document["settings"]
        )
        self.assertAlmostEqual(self.window(page), before, delta=0.05)
        page.keyboard.press("z")
        self.stored(page, lambda document: document["settings"].get("highlight_protection") == 2)
        self.assertEqual(self.wrong, [])


class White(RehearseScreen):
    def test_white_is_drawn_stepped_taken_measured_and_judged_by_eye_and_the_picture_follows(self) -> None:
        page = self.open(f"{self.path}?under=white")
        grip = page.get_by_role("slider", name="white, in kelvin")
        grip.wait_for()
        self.answered(page)
        box, was = grip.bounding_box(), float(grip.get_attribute("aria-valuenow"))
        before = self.mean_colour(page)
        page.mouse.move(box["x"] + 20, box["y"] + box["height"] / 2)
        page.mouse.down()
        page.mouse.move(box["x"] + 20, box["y"] + box["height"] / 2 + 3 * STOP_PX, steps=4)
        self.assertLess(float(grip.get_attribute("aria-valuenow")), was, "it follows the hand before it is let go")
        page.mouse.up()
        self.stored(page, lambda document: (document.get("settings") or {}).get("white_kelvin", 9999) < was - 500)
        self.answered(page)
        after = self.mean_colour(page)
        self.assertLess(after[0] - after[2], before[0] - before[2] - 5, "a lower kelvin is a bluer picture")
        expect(page.locator(".white .reason").filter(has_text="colder than neutral").first).to_be_visible()
        set_to = float(grip.get_attribute("aria-valuenow"))
        grip.focus()
        page.keyboard.press("ArrowUp")
        self.stored(page, lambda document: set_to < (document.get("settings") or {}).get("white_kelvin", 0) <= set_to + 200)
        page.get_by_role("button", name="one step of the dial colder").click()
        self.stored(page, lambda document: (document.get("settings") or {}).get("white_kelvin", 0) == set_to)
        self.answered(page)
        grip.focus()
        page.keyboard.press("ArrowRight")
        self.stored(page, lambda document: document["settings"].get("white_tint") == "pinker")
        self.answered(page)
        box = grip.bounding_box()
        page.mouse.move(box["x"] + 30, box["y"] + box["height"] / 2)
        page.mouse.down()
        page.mouse.move(box["x"] - 34, box["y"] + box["height"] / 2, steps=4)
        page.mouse.up()
        self.stored(page, lambda document: document["settings"].get("white_tint") in ("none", "greener"))
        page.get_by_role("button", name="set it to the light itself").click()
        self.stored(page, lambda document: (document.get("settings") or {}).get("white_kelvin", 0) > set_to + 500)
        self.answered(page)
        page.get_by_role("group", name="Side by side").get_by_role("button").first.click()
        self.stored(page, lambda document: (document.get("settings") or {}).get("white_kelvin", 0) < was)
        page.get_by_text("From a card", exact=True).click()
        page.get_by_label("press the picture where something is grey").check()
        picture = page.locator(".picture img").bounding_box()
        page.mouse.click(picture["x"] + 0.37 * picture["width"], picture["y"] + 0.7 * picture["height"])
        expect(page.get_by_text("Take a grey card")).to_be_visible()
        page.get_by_role("button", name="too cold").click()
        page.get_by_role("button", name="a lot").click()
        page.get_by_text("higher.").locator("..").get_by_role("button", name="Set it").click()
        self.answered(page)
        page.get_by_text("By eye", exact=True).click()
        page.get_by_role("button", name="Begin", exact=True).click()
        for _ in range(5):
            page.get_by_role("group", name="which is nearer?").get_by_role("button").first.click()
            self.answered(page)
        expect(page.get_by_text("It comes to")).to_be_visible()
        page.keyboard.press("z")
        self.assertEqual(self.wrong, [])

    def test_its_row_on_the_bench_has_the_ruler_small_and_says_what_the_ruler_says(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}?row=white", size=PHONE)
        grip = page.get_by_role("slider", name="white, in kelvin")
        grip.wait_for()
        grip.focus()
        was = float(grip.get_attribute("aria-valuenow"))
        page.keyboard.press("PageUp")
        self.stored(page, lambda document: (document.get("settings") or {}).get("white_kelvin", 0) > was)
        self.answered(page)
        row = page.locator("section.on")
        off = re.search(r"(\d+) mired warmer than neutral in", row.inner_text())[1]
        expect(row).to_contain_text(f"the picture comes {off} mired warmer than neutral.")
        self.assertEqual(self.wrong, [])

    def mean_colour(self, page: Page) -> tuple[float, float, float]:
        """Of the picture as it stands."""
        self.answered(page)
        shot = page.locator(".picture img").screenshot()
        red, green, blue = Image.open(io.BytesIO(shot)).convert("RGB").resize((1, 1), Image.Resampling.BOX).getpixel((0, 0))
        return red, green, blue


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
        self.stored(page, lambda document: (document.get("aims") or {}).get("brighter_stops") is not None)
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
        expect(page.locator(".made", has_text="bracketing")).to_contain_text("3 frames, 2 apart")
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
        self.stored(page, lambda document: ((document.get("aims") or {}).get("brighter_stops") or 0) < 0)
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
        other = "vivid" if pane.get_by_role("button", name="see look, vivid").count() else "natural"
        pane.get_by_role("button", name=f"see look, {other}").click()
        expect(page.locator(".told").get_by_text(f"look: {other}")).to_be_visible()
        expect(page.get_by_text("of the frame that is looked at")).to_be_visible()
        pane.get_by_role("button", name=f"take over look, {other}").click()
        self.stored(page, lambda document: document.get("settings", {}).get("look") == other)
        page.keyboard.press("z")
        self.stored(page, lambda document: "look" not in document.get("settings", {}))
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
        Outing.objects.filter(pk=other.outing_id).update(utc_offset_min=240)  # the picture's own clock is an hour before UTC's
        page.goto(f"/situations/{other.pk}")
        page.get_by_label("fill in from a picture").set_input_files(str(file))
        expect(page.get_by_text(re.compile("^filled in: light"))).to_be_visible()
        self.situation = other
        stored = self.stored(page, lambda document: "metered" in document["light"])
        self.assertAlmostEqual(stored["light"]["metered"]["iso"], 1000, delta=15)
        self.assertEqual(stored["starts_at"][:5], "20:30")
        page.get_by_label("fill in from a picture").set_input_files({"name": "a.txt", "mimeType": "text/plain", "buffer": b"no picture"})
        expect(page.get_by_text("this is not a picture that can be read")).to_be_visible()


class OwnPicture(RehearseScreen):
    """Pictures of the place: brought, rehearsed on, put together, given up half way, taken away."""

    @staticmethod
    def file(name: str = "quay.jpg", time: float = 1 / 60, size: tuple[int, int] = (1800, 1200)) -> dict[str, Any]:
        image = Image.new("RGB", size, (118, 118, 118))
        image.paste((255, 255, 255), (0, 0, size[0] // 4, size[1]))
        for k in range(20):  # a wedge of tones, brighter the longer it was exposed
            level = min(250, round((10 + 9 * k) * (time * 60) ** 0.45))
            image.paste((level,) * 3, (size[0] * (k + 40) // 60, 0, size[0] * (k + 41) // 60, size[1] // 3))
        exif, out = Image.Exif(), io.BytesIO()
        own = exif.get_ifd(ExifTags.IFD.Exif)
        own[ExifTags.Base.ExposureTime], own[ExifTags.Base.FNumber], own[ExifTags.Base.ISOSpeedRatings] = time, 4.0, 400
        image.save(out, "JPEG", exif=exif)
        return {"name": name, "mimeType": "image/jpeg", "buffer": out.getvalue()}

    def brought(self, page: Page, *files: dict[str, Any]) -> None:
        page.get_by_label("bring pictures of the place").set_input_files(list(files))
        if len(files) > 1:
            expect(page.get_by_role("status").filter(has_text=f"{files[-1]['name'].partition('.')[0]} brought")).to_be_visible()
        else:
            expect(page.locator(".ruler .name", has_text="brightest 1%")).to_be_visible()
        self.answered(page)

    def test_a_picture_is_brought_metered_and_dragged_over_and_is_there_after_a_reload(self) -> None:
        page = self.open(f"{self.path}?view=own&under=metering")
        sent = []
        self.hear(page, "request", lambda one: sent.append(len(one.post_data_buffer or b"")) if one.url.endswith("quay") else None)
        self.brought(page, self.file(size=(3600, 2400)))
        self.assertLess(sent[0], 60_000, "scaled down before it travels")
        picture = Picture.objects.get()
        self.assertEqual((picture.wide, picture.told["iso"], picture.kind), (960, 400.0, "finished"), "its data kept")
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
        page.reload()
        expect(page.locator(".ruler .name", has_text="brightest 1%")).to_be_visible()
        choose(page.get_by_label("scene", exact=True), "the scene of this work")
        self.answered(page)
        expect(page.locator(".ruler .name", has_text="brightest 1%")).to_have_count(0)
        self.assertEqual(self.wrong, [])

    def test_distances_are_painted_by_hand_and_by_keys_and_the_frame_follows(self) -> None:
        page = self.open(f"{self.path}?view=own")
        self.brought(page, self.file())
        page.get_by_role("button", name="my own picture").click()
        page.get_by_role("button", name="distances on quay").click()
        canvas = page.get_by_role("application")
        canvas.focus()
        page.keyboard.press("Space")
        expect(page.get_by_role("alert").filter(has_text="begin with a distance")).to_be_visible()
        self.assertEqual(Picture.objects.get().painted, {})
        page.get_by_role("button", name="Another distance").click()
        box = canvas.bounding_box()
        page.mouse.move(box["x"] + 0.3 * box["width"], box["y"] + 0.2 * box["height"])
        page.mouse.down()
        page.mouse.move(box["x"] + 0.6 * box["width"], box["y"] + 0.8 * box["height"], steps=6)
        page.mouse.up()
        canvas.focus()
        page.keyboard.press("ArrowRight")
        page.keyboard.press("Space")
        page.get_by_label("name of background").fill("far quay")
        page.keyboard.press("Tab")
        field = page.get_by_label("distance of far quay")
        field.fill("0")
        expect(page.get_by_role("alert").filter(has_text="more than nothing")).to_be_visible()
        field.fill("40")
        self.answered(page)
        canvas.focus()
        page.keyboard.press("Space")
        page.keyboard.press("z")
        self.answered(page)
        kept = Picture.objects.get().painted
        self.assertEqual(kept["areas"], [{"name": "far quay", "distance_m": 40.0}])
        self.assertEqual([len(stroke["points"]) > 3 for stroke in kept["strokes"]], [True, False])
        page.get_by_role("button", name="finder", exact=True).click()
        expect(page.locator(".verdict", has_text="blur, far quay")).to_contain_text("at 40 m, with focus at")
        page.reload()
        page.get_by_role("button", name="my own picture").click()
        expect(page.get_by_text("far quay at 40.0 m")).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_a_set_is_put_together_renamed_and_deleted_on_a_phone(self) -> None:
        page = self.open(f"{self.path}?view=own", size=PHONE)
        self.brought(page, self.file("dark.jpg", 1 / 250), self.file("light.jpg", 1 / 30))
        for name in ("dark", "light"):
            page.get_by_label(f"{name} with others").check()
        page.get_by_role("button", name="Put 2 together as a set").click()
        page.wait_for_url("**own=*")
        self.answered(page)
        self.assertEqual(Picture.objects.filter(kind="set").count(), 1)
        page.get_by_role("button", name="my own picture").click()
        page.get_by_label("name of set of 2").fill("the quay")
        page.get_by_label("name of set of 2").press("Tab")
        expect(page.get_by_role("status").filter(has_text="name kept")).to_be_visible()
        expect(page.get_by_text("3 of 40 pictures")).to_be_visible()
        page.get_by_role("button", name="delete the quay").click()
        expect(page.get_by_text("2 of 40 pictures")).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_what_is_no_picture_is_refused_and_without_a_way_to_the_server_it_waits_to_be_tried_again(self) -> None:
        page = self.open(f"{self.path}?view=own")
        bring = page.get_by_label("bring pictures of the place")
        bring.set_input_files({"name": "a.dng", "mimeType": "image/x-raw", "buffer": b"no picture"})
        expect(page.get_by_role("alert").filter(has_text="OpenEXR picture of at most 100 megapixels")).to_be_visible()
        self.wrong.clear()
        page.route("**/pictures?name=*", lambda route: route.abort())
        bring.set_input_files(self.file())
        expect(page.get_by_role("alert").filter(has_text="There is no way to the server just now")).to_be_visible()
        page.unroute("**/pictures?name=*")
        self.wrong.clear()
        page.get_by_role("button", name="Try again").click()
        expect(page.locator(".ruler .name", has_text="brightest 1%")).to_be_visible()
        page.route("**/pictures?name=*", lambda route: None)  # a link so slow that one gives up
        page.get_by_role("button", name="my own picture").click()
        bring.set_input_files(self.file("slow.jpg"))
        page.get_by_role("button", name="Stop", exact=True).click()
        expect(page.get_by_role("status").filter(has_text="stopped; what had come is kept")).to_be_visible()
        self.assertEqual([row.name for row in Picture.objects.all()], ["quay"])
