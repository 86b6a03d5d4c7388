"""Five people's own ways, each on a body that its owner describes on the screen, from there to what each would look at in the end."""

from __future__ import annotations

import io
import re

import cv2
import numpy as np
from django.contrib.auth import get_user_model
from PIL import ExifTags, Image
from playwright.sync_api import Page, expect

from craft.scene.conditions import CONDITIONS
from craft.scene.works import WORKS
from kit.models import Slot
from outings.models import Outing, Situation
from people.models import Profile
from studio.tests.browser import BrowserCase
from studio.tests.chromium import choose, dated


def church() -> dict[str, object]:
    """A finished file of a nave: dark walls, people in the middle, a bright window that is not burnt out."""
    image = Image.new("RGB", (1500, 1000), (46, 44, 42))
    image.paste((118, 112, 104), (500, 600, 1000, 1000))
    image.paste((238, 238, 240), (900, 100, 1200, 450))
    exif, out = Image.Exif(), io.BytesIO()
    own = exif.get_ifd(ExifTags.IFD.Exif)
    own[ExifTags.Base.ExposureTime], own[ExifTags.Base.FNumber], own[ExifTags.Base.ISOSpeedRatings] = 1 / 60, 4.0, 1600
    image.save(out, "JPEG", exif=exif, quality=95)
    return {"name": "nave.jpg", "mimeType": "image/jpeg", "buffer": out.getvalue()}


WORKS_SHOWN = {f"{work.genre.value}/{s.slug}": f"{work.label}: {s.label.lower()}" for work in WORKS for s in work.subjects}
LIGHTS_SHOWN = {one.slug: one.label for one in CONDITIONS}


class OwnWays(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        self.ilse = get_user_model().objects.create_user("wren")

    def described(self, kind: str, megapixels: str = "24", name: str = "Brassbound Eleven") -> Page:
        """The kit's page, once a body was described there."""
        page = self.open("/kit")
        form = page.get_by_role("form", name="describe a body")
        form.get_by_label("name").fill(name)
        choose(form.get_by_label("nearest to"), kind)
        form.get_by_label("megapixels").fill(megapixels)
        form.get_by_label("highest ISO").fill("51200")
        form.get_by_role("button", name="Add it").click()
        expect(page.get_by_role("heading", name=name, exact=True)).to_be_visible()
        return page

    def with_lens(self, page: Page, shortest: str, longest: str, widest: str) -> None:
        page.get_by_role("button", name="Add a lens").click()
        lens = page.get_by_role("form", name="new lens")
        said = {"name": f"{shortest}-{longest}", "shortest focal length": shortest, "longest focal length": longest}
        said |= {"widest aperture, short end": widest, "widest aperture, long end": widest, "closest focus": "3"}
        for label, value in said.items():
            lens.get_by_label(label).fill(value)
        self.answered(page)
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("heading", name=f"{shortest}-{longest}")).to_be_visible()

    def outing(self, page: Page, title: str) -> Outing:
        page.goto("/")
        page.get_by_role("button", name="New outing").click()
        dialog = page.get_by_role("dialog")
        dialog.get_by_label("title").fill(title)
        dated(dialog.get_by_label("day"), "2027-06-14")
        dialog.get_by_role("button", name="Save").click()
        page.get_by_role("button", name="Add a situation").wait_for()
        return Outing.objects.get(person=self.ilse, title=title)

    def situation_of(self, page: Page, outing: Outing, work: str, light: str | float) -> Situation:
        """A situation more, its work and its light chosen on the bench."""
        page.goto(f"/outings/{outing.pk}")
        page.get_by_role("button", name="Add a situation").click()
        page.get_by_role("spinbutton", name="time").wait_for()
        self.situation = Situation.objects.filter(outing=outing).latest("pk")
        choose(page.get_by_role("combobox", name="work"), WORKS_SHOWN[work])
        as_given = page.get_by_role("combobox", name="light given as")
        if isinstance(light, str):
            choose(as_given, "described")
            choose(page.get_by_role("combobox", name="described light"), LIGHTS_SHOWN[light])
            self.stored(page, lambda d: d["light"].get("condition") == light and f"{d['genre']}/{d['subject']}" == work)
        else:
            choose(as_given, "EV")
            page.get_by_role("textbox", name="EV at ISO 100").fill(str(light))
            self.stored(page, lambda d: d["light"].get("ev100") == light and f"{d['genre']}/{d['subject']}" == work)
        self.answered(page)
        return self.situation

    def figure(self, page: Page, name: str) -> float:
        """A figure as it stands on the bench."""
        text = re.sub(r"[^\d./]", "", page.get_by_role("spinbutton", name=name).inner_text().removeprefix("f/"))
        over, _, under = text.partition("/")
        return float(over) / float(under or 1)

    def test_a_match_on_grass_with_two_banks_and_two_cards(self) -> None:
        page = self.described("fast, for action")
        self.with_lens(page, "100", "400", "5.6")
        page.goto("/kit/bodies/brassbound-eleven?page=all")
        page.get_by_label("their names").fill("sun, lamps, faces")
        page.keyboard.press("Tab")
        choose(page.get_by_label("a second bank of slots, which holds"), "focus")
        self.answered(page)
        choose(page.get_by_label("begin with a usual layout"), "two wheels, a thumb button and two in front")
        self.answered(page)
        match = self.outing(page, "Match day")
        self.situation_of(page, match, "sports/field_game", 14)
        self.assertLessEqual(self.figure(page, "time"), 1 / 1000)
        self.assertEqual(self.figure(page, "aperture"), 5.6)
        lamps = self.situation_of(page, match, "sports/field_game", 8)
        self.assertLessEqual(self.figure(page, "time"), 1 / 500)
        self.assertGreaterEqual(self.figure(page, "ISO"), 6400)
        page.goto(f"/outings/{match.pk}/slots")
        mine = page.locator("section", has=page.get_by_role("heading", name="Brassbound Eleven"))
        held = [str(mine.get_by_role("button", name=f"{name}: ").get_attribute("aria-label")).split(": ")[1] for name in ("sun", "lamps")]
        self.assertEqual(len(set(held)), 2, "nothing is loaded twice")
        mine.get_by_role("button", name="sun: ").click()
        mine.get_by_role("link", name="load it").click()
        page.get_by_role("button", name="All is set, and kept in sun").click()
        expect(page.get_by_text("Written down: sun holds it.")).to_be_visible()
        self.assertEqual(Slot.objects.get(piece__person=self.ilse).number, 1)
        page.goto(f"/situations/{lamps.pk}")
        page.get_by_role("button", name="Make the pocket card").click()
        page.get_by_text("More: what gives first").click()
        expect(page.get_by_role("heading", name="Getting there")).to_be_visible()
        expect(page.get_by_text(re.compile("Turn to (sun|lamps)", re.IGNORECASE)).first).to_be_visible()
        expect(page.get_by_text(re.compile("what the second card does: (copies|continues)")).first).to_be_visible()
        page.goto(f"/outings/{match.pk}/checks")
        page.get_by_text("The whole list").click()
        expect(page.get_by_text(re.compile("second card")).first).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_the_moon_at_400_mm(self) -> None:
        page = self.described("fine, for detail", "45")
        self.with_lens(page, "100", "400", "5.6")
        moon = self.situation_of(page, self.outing(page, "Full moon"), "night_sky/moon", "moon_disc")
        self.assertTrue(1 / 1000 <= self.figure(page, "time") <= 1 / 60)
        self.assertTrue(5.6 <= self.figure(page, "aperture") <= 11)
        self.assertLessEqual(self.figure(page, "ISO"), 800)
        page.goto(f"/situations/{moon.pk}/rehearse")
        shown = page.locator("img.frame, .picture img").first
        shown.wait_for()
        self.answered(page)
        seen = np.asarray(Image.open(io.BytesIO(shown.screenshot())).convert("L"), float)
        bright = seen > 90
        self.assertTrue(0.005 < bright.mean() < 0.25, f"a disc on a dark sky, {bright.mean():.3f} of the frame")
        parts, named = cv2.connectedComponents(bright.astype(np.uint8))  # beside it a window is lit; its phase takes of its width alone
        disc = named == max(range(1, parts), key=lambda part: int((named == part).sum()))
        self.assertAlmostEqual(disc.any(axis=1).sum() / bright.shape[1], 400 * np.tan(np.radians(0.52)) / 36, delta=0.02)
        self.assertEqual(self.wrong, [])

    def test_a_church_with_a_bright_window_by_spot_from_a_picture_of_ones_own(self) -> None:
        page = self.described("small all-rounder")
        self.with_lens(page, "24", "70", "2.8")
        row = self.situation_of(page, self.outing(page, "Choir"), "wedding/ceremony", "hall_dim")
        page.goto(f"/situations/{row.pk}/rehearse?view=own&under=metering")
        page.get_by_label("bring pictures of the place").set_input_files(church())
        expect(page.locator(".ruler .name", has_text="brightest 1%")).to_be_visible()
        self.answered(page)
        pane = page.locator(".metering")
        pane.get_by_role("button", name="Put the spot on it").click()
        self.answered(page)
        expect(pane.get_by_text("it reads")).to_contain_text(re.compile(r"reads \+[1-9]"))
        pane.get_by_role("button", name="Set spot").click()
        self.stored(page, lambda d: d.get("settings", {}).get("metering_pattern") == "spot")
        page.goto(f"/situations/{row.pk}")
        expect(page.locator("[aria-controls='why-metering']")).to_contain_text("spot")
        self.assertEqual(self.wrong, [])

    def test_a_sunset_at_400_mm(self) -> None:
        page = self.described("mirror and optical finder")
        self.with_lens(page, "100", "400", "5.6")
        row = self.situation_of(page, self.outing(page, "Sundown"), "landscape/still", "sunset_glow")
        page.get_by_role("textbox", name="focal length").fill("400")
        page.keyboard.press("Tab")
        self.stored(page, lambda d: d.get("focal_length_mm") == 400)
        self.answered(page)
        self.assertGreater(self.figure(page, "time"), 1 / 4000)
        # the sky where the sun went is the picture: it holds, and white keeps some of its glow
        expect(page.get_by_text("past the clip and let go")).to_have_count(0)
        expect(page.locator("[aria-controls='why-white']")).to_contain_text(re.compile(r"5[0-9]00 K"))
        page.goto(f"/situations/{row.pk}/rehearse?under=sets")
        expect(page.locator(".sets").get_by_text("fewest that hold it")).to_be_visible()
        self.answered(page)
        expect(page.get_by_text("every named tone is held")).to_be_visible()
        page.goto(f"/situations/{row.pk}")
        page.get_by_role("button", name="Make the pocket card").click()
        page.get_by_text("More: what gives first").click()
        expect(page.get_by_role("heading", name="Getting there")).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_a_first_day_with_a_small_body_that_has_no_button_under_the_thumb(self) -> None:
        page = self.described("small all-rounder")
        self.with_lens(page, "24", "70", "2.8")
        page.goto("/kit/bodies/brassbound-eleven?sheet=controls")
        choose(page.get_by_label("begin with a usual layout"), "one wheel, no thumb button")
        self.answered(page)
        outing = self.outing(page, "A walk")
        row = self.situation_of(page, outing, "street/passers_by", "bright_cloud")
        page.goto("/kit/bodies/brassbound-eleven/first")
        page.get_by_role("heading", name="The first day with Brassbound Eleven").wait_for()
        page.get_by_role("button", name="It is new, or was reset: begin").click()
        expect(page.get_by_text(re.compile("of 1[0-9] steps left"))).to_be_visible()
        Profile.objects.update_or_create(person=self.ilse, defaults={"document": {"habits": {"focus_start": "rear_button"}}})
        page.goto(f"/situations/{row.pk}/settings")
        side = page.get_by_role("complementary", name="what goes together")
        expect(side.get_by_text("What starts the focus? the button under the thumb.")).to_contain_text("a button under the thumb can focus")
        self.assertEqual(self.wrong, [])
