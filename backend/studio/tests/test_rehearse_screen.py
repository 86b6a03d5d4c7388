"""Rehearsing as one does it: look, move a dial, take over, keep, set beside; by keyboard, on a phone, under the red lamp."""

from __future__ import annotations

import io
import re

from PIL import Image
from playwright.sync_api import Page, expect

from craft.stage.stages import STAGES
from outings.models import KeptFrame, Situation
from studio.tests.browser import BrowserCase
from studio.tests.chromium import PHONE, choose
from studio.tests.test_crawl import STOPS


class RehearseScreen(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        self.situation = Situation.objects.get(outing=self.day, document__title="Boathouse wedding, one bright doorway")
        self.path = f"/situations/{self.situation.pk}/rehearse"

    def picture(self, page: Page) -> Image.Image:
        """The main picture as it is on the screen, once it is drawn."""
        page.locator(".picture img").wait_for()
        self.answered(page)
        return Image.open(io.BytesIO(page.locator(".picture img").screenshot())).convert("L")

    @staticmethod
    def mean(picture: Image.Image) -> float:
        pixels = picture.resize((60, 40)).tobytes()
        return sum(pixels) / len(pixels)


class Looking(RehearseScreen):
    def test_five_views_each_its_own_picture_and_address(self) -> None:
        page = self.open(self.path)
        seen = [self.picture(page).tobytes()]
        for name, query in (("raw", "raw"), ("the scene itself", "scene"), ("100 %", "pixels")):
            page.get_by_role("button", name=name, exact=True).click()
            expect(page).to_have_url(re.compile(rf"view={query}"))
            seen.append(self.picture(page).tobytes())
        self.assertEqual(len(set(seen)), 4)
        page.reload()
        expect(page.get_by_role("button", name="100 %")).to_have_attribute("aria-pressed", "true")
        page.get_by_role("button", name="side by side").click()
        expect(page.get_by_text("Choose what stands beside it")).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_marks_say_what_the_preview_hides_and_can_be_taken_off(self) -> None:
        page = self.open(self.path)
        marked = self.picture(page).tobytes()
        expect(page.locator(".told")).to_contain_text("raw")
        page.keyboard.press("k")
        self.assertNotEqual(self.picture(page).tobytes(), marked)
        expect(page.locator(".told")).to_have_count(0)
        page.get_by_label("marks").check()
        self.assertEqual(self.picture(page).tobytes(), marked)

    def test_a_press_on_the_picture_looks_closer_there_and_arrows_go_on(self) -> None:
        page = self.open(self.path)
        self.picture(page)
        box = page.locator(".picture").bounding_box()
        assert box
        page.mouse.click(box["x"] + box["width"] * 0.3, box["y"] + box["height"] * 0.4)
        expect(page).to_have_url(re.compile(r"view=pixels.*x=0\.(3|29)"))
        before = self.picture(page).tobytes()
        page.keyboard.press("ArrowRight")
        expect(page).to_have_url(re.compile(r"x=0\.3[1-9]"))
        self.assertNotEqual(self.picture(page).tobytes(), before)

    def test_the_ruler_measures_its_stops_and_says_what_is_lost(self) -> None:
        page = self.open(self.path)
        page.locator(".ruler svg").wait_for()
        measured = page.evaluate(STOPS)
        self.assertGreater(len(measured), 10)
        for drawn, expected in measured:
            self.assertAlmostEqual(drawn, expected, delta=0.5)
        ruler = page.locator(".ruler")
        for name in ("raw clips", "skin, hers", "dress", "sky outside"):
            expect(ruler.locator("text", has_text=name).first).to_be_visible()
        expect(ruler.locator("text", has_text="sky outside")).to_contain_text("lost")
        expect(ruler.locator("text", has_text="skin, hers")).not_to_contain_text("lost")
        expect(ruler.locator("svg")).to_have_attribute("aria-label", re.compile("Burnt out: .*sky outside"))

    def test_every_scene_can_be_chosen_and_the_address_keeps_it(self) -> None:
        page = self.open(self.path)
        chooser = page.get_by_label("scene", exact=True)
        chooser.press("Enter")
        expect(page.locator(".ant-select-item-option:visible")).to_have_count(len(STAGES) + 1)
        chooser.press("Escape")
        before = self.picture(page).tobytes()
        choose(chooser, "the moon")
        expect(page.get_by_text("A sunlit thing in a black sky")).to_be_visible()
        self.assertNotEqual(self.picture(page).tobytes(), before)
        page.reload()
        expect(page.get_by_text("A sunlit thing in a black sky")).to_be_visible()
        choose(page.get_by_label("scene", exact=True), "the scene of this work")
        expect(page).not_to_have_url(re.compile("scene="))


class Changing(RehearseScreen):
    def test_a_step_of_a_dial_is_seen_and_held_by_hand(self) -> None:
        page = self.open(self.path)
        page.keyboard.press("k")
        before = self.mean(self.picture(page))
        time = page.get_by_role("spinbutton", name="time")
        expect(time).to_have_text("1/100")
        for _ in range(3):
            page.keyboard.press(".")
            self.answered(page)
        expect(time).to_have_text("1/50")
        self.assertGreater(self.mean(self.picture(page)), before * 1.1, "a stop more light is brighter")
        self.stored(page, lambda d: abs(d.get("locks", {}).get("shutter_s", 0) - 0.02) < 1e-9)
        for dial in ("time", "aperture", "ISO"):
            page.get_by_role("button", name=f"let go of {dial}").click()
        expect(time).to_have_text("1/100")
        self.stored(page, lambda d: not d.get("locks"))
        self.assertEqual(self.wrong, [])

    def test_a_frame_below_is_taken_over_and_undone(self) -> None:
        page = self.open(self.path)
        page.get_by_role("button", name="look at: a stop under, lifted").wait_for()
        expect(page.locator(".strip figure")).to_have_count(4)
        expect(page.locator(".strip img")).to_have_count(8)
        as_set = self.picture(page).tobytes()
        page.keyboard.press("1")
        expect(page.locator(".told")).to_contain_text("a stop under, lifted")
        self.assertNotEqual(self.picture(page).tobytes(), as_set)
        expect(page.get_by_role("spinbutton", name="time")).to_have_text("1/100")
        page.keyboard.press("t")
        expect(page.get_by_role("spinbutton", name="time")).to_have_text("1/200")
        document = self.stored(page, lambda d: len(d.get("locks", {})) == 3)
        self.assertAlmostEqual(document["locks"]["shutter_s"], 0.005)
        page.keyboard.press("z")
        expect(page.get_by_role("spinbutton", name="time")).to_have_text("1/100")
        self.stored(page, lambda d: not d.get("locks"))

    def test_what_one_would_see_follows_the_light(self) -> None:
        page = self.open(self.path)
        noise = page.locator(".verdict", has_text="noise")
        expect(noise.locator("b")).to_have_text("no")
        for _ in range(2):
            page.get_by_role("spinbutton", name="time").press("ArrowUp")
        page.get_by_role("spinbutton", name="ISO").press("ArrowUp")
        self.answered(page)
        expect(noise).to_contain_text("to 1 in the key tone")

    def test_the_small_picture_on_the_bench_follows_a_change_and_leads_here(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}")
        small = page.locator(".bench .scene img")
        small.wait_for()
        before = small.get_attribute("src")
        choose(page.get_by_label("described light"), "Candles close by")
        self.answered(page)
        expect(small).not_to_have_attribute("src", before or "")
        page.locator("h1").first.evaluate("e => document.activeElement.blur()")
        page.keyboard.press("r")
        expect(page).to_have_url(re.compile(r"/rehearse$"))
        page.keyboard.press("b")
        expect(page).to_have_url(re.compile(rf"/situations/{self.situation.pk}$"))


class Beside(RehearseScreen):
    def test_frames_stand_side_by_side_with_what_makes_the_noise(self) -> None:
        page = self.open(self.path)
        page.get_by_role("button", name="set beside: a stop shorter, by ISO").click()
        page.get_by_role("button", name="set beside: a stop narrower, longer").click()
        expect(page.locator(".beside figure")).to_have_count(3)
        expect(page.get_by_text("The missing light makes the noise.").first).to_be_visible()
        page.reload()
        self.answered(page)
        expect(page.locator(".beside figure")).to_have_count(3)
        page.get_by_label("at 100 %").check()
        self.answered(page)
        page.get_by_role("button", name="set beside: a stop narrower, longer").click()
        expect(page.locator(".beside figure")).to_have_count(2)
        self.assertEqual(self.wrong, [])

    def test_another_body_on_the_same_scene(self) -> None:
        page = self.open(self.path)
        choose(page.get_by_label("another body"), "Tamsel Heron, long zoom in one piece")
        page.get_by_role("button", name="Set it beside").click()
        expect(page.locator(".beside figcaption", has_text="Tamsel Heron")).to_contain_text("stops more light")

    def test_what_is_fired_is_kept_named_set_beside_and_deleted(self) -> None:
        page = self.open(self.path)
        self.picture(page)
        page.keyboard.press("x")
        field = page.get_by_label("name of frame 1")
        field.fill("before the vows")
        page.keyboard.press("Tab")
        expect(page.get_by_label("name of before the vows")).to_be_visible()
        page.keyboard.press("n")
        expect(page).to_have_url(re.compile("seed=2"))
        self.answered(page)
        page.get_by_role("button", name="Fire and keep").click()
        expect(page.get_by_label("name of frame 2")).to_be_visible()
        self.assertEqual([row.recipe["seed"] for row in KeptFrame.objects.all()], [1, 2])
        page.locator("li", has=page.get_by_label("name of before the vows")).get_by_role("button", name="set beside").click()
        expect(page.locator(".beside figcaption", has_text="before the vows")).to_be_visible()
        page.get_by_role("button", name="delete before the vows").click()
        expect(page.get_by_label("name of before the vows")).to_have_count(0)
        self.assertEqual([row.name for row in KeptFrame.objects.all()], ["frame 2"])
        self.assertEqual(self.wrong, [])


class Elsewhere(RehearseScreen):
    def test_under_the_red_lamp_pictures_are_off_until_asked_and_then_red(self) -> None:
        page = self.open(self.path, theme="red")
        page.get_by_text("drawn in lines; show the picture").first.wait_for()
        self.assertEqual(page.locator(".rehearse img").count(), 0)
        page.get_by_text("drawn in lines; show the picture").first.click()
        page.locator(".picture img").wait_for()
        self.answered(page)
        page.wait_for_timeout(150)
        red, green, blue = (band.getextrema()[1] for band in Image.open(io.BytesIO(page.screenshot())).convert("RGB").split())
        self.assertEqual((green, blue), (0, 0))
        self.assertGreater(red, 150)

    def test_on_a_phone_the_picture_comes_first_and_nothing_spills(self) -> None:
        page = self.open(self.path, size=PHONE)
        box = page.locator(".picture").bounding_box()
        assert box
        self.assertLess(box["y"], 330)
        self.assertGreater(box["width"], 340)
        expect(page.locator(".strip")).to_be_visible()
        expect(page.locator(".ruler")).to_be_hidden()
        under = page.get_by_role("group", name="under the picture")
        for name, shown, hidden in (("tones", ".ruler", ".strip"), ("figures", ".dials", ".ruler"), ("frames", ".strip", ".dials")):
            under.get_by_role("button", name=name).click()
            expect(page.locator(shown)).to_be_visible()
            expect(page.locator(hidden)).to_be_hidden()
            self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), PHONE[0])

    def test_a_situation_is_pictured_wherever_it_is_named(self) -> None:
        page = self.open("/")
        expect(page.locator("li .still img")).to_have_count(7)
        for k in range(7):
            page.locator("li .still img").nth(k).scroll_into_view_if_needed()
        page.wait_for_function("() => [...document.querySelectorAll('li .still img')].every(i => i.complete && i.naturalWidth > 50)")
        for path in (f"/outings/{self.day.pk}/slots", f"/outings/{self.day.pk}/checks"):
            self.walk_to(page, path)
            page.locator(".still img, .dial image").first.wait_for()
        self.walk_to(page, f"/cards/{self.card()}")
        expect(page.locator("header .still img")).to_have_attribute("src", re.compile("^data:image/jpeg"))
        self.assertEqual(self.wrong, [])

    def test_a_situation_that_is_not_here_says_so(self) -> None:
        page = self.open("/situations/999999/rehearse", still=False)
        expect(page.get_by_text("This situation is not here.")).to_be_visible()
