"""Rulers of distance and time, and ISO's curve, by hand and by keys: what is drawn is kept, and everything beside it follows."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from outings.models import Situation
from people.tests.caller import Caller
from studio.tests.chromium import PHONE
from studio.tests.test_rehearse_screen import RehearseScreen


class Focus(RehearseScreen):
    def test_following_is_looked_at_laid_beside_and_set_and_focus_is_put_and_taken_back(self) -> None:
        terns = Situation.objects.get(outing=self.day, document__title="Terns over the bar")
        self.situation = terns
        page = self.open(f"/situations/{terns.pk}/rehearse?under=focus")
        area = page.get_by_role("table", name="focus area")
        area.wait_for()
        drawn = page.locator(".burst")
        expect(drawn).to_have_count(1)
        self.assertEqual(drawn.locator(".little").count(), int(re.search(r"of (\d+) in focus", drawn.inner_text())[1]))
        before = drawn.inner_text()
        page.get_by_role("button", name="the next burst").click()
        expect(drawn).not_to_have_text(before)
        page.get_by_role("button", name="see point beside").click()
        expect(drawn).to_have_count(2)
        expect(drawn.nth(1)).to_contain_text("point, ")
        page.get_by_role("button", name="set zone").click()
        self.stored(page, lambda document: (document.get("settings") or {}).get("focus_area") == "zone")
        self.answered(page)
        expect(area.get_by_role("row", name="zone").get_by_role("button", name="set zone")).to_have_count(0)
        page.get_by_text("Draw its way").click()
        sheet = page.get_by_role("group", name="its way from above, the camera below")
        sheet.scroll_into_view_if_needed()
        box = sheet.bounding_box()
        page.get_by_role("button", name="something in the way", exact=True).click()
        page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] * 0.6)
        self.stored(page, lambda document: len((document["motion"].get("plan") or {}).get("things", ())) == 1)
        post = sheet.get_by_role("button", name=re.compile("^something in the way"))
        post.focus()
        for key, holds in (("ArrowRight", lambda one: one["x_m"] > 0.3), ("+", lambda one: one["wide_m"] > 0.3)):
            page.keyboard.press(key)
            self.stored(page, lambda document, holds=holds: holds(document["motion"]["plan"]["things"][0]))
        page.keyboard.press("Delete")
        self.stored(page, lambda document: document["motion"]["plan"]["things"] == [])
        page.get_by_role("button", name="straight on again").click()
        self.stored(page, lambda document: not document["motion"].get("plan"))
        self.answered(page)
        grip = page.get_by_role("slider", name="focus, in metres")
        grip.scroll_into_view_if_needed()
        box = grip.bounding_box()
        page.mouse.move(box["x"] + 20, box["y"] + box["height"] / 2)
        page.mouse.down()
        page.mouse.move(box["x"] + 20, box["y"] + box["height"] / 2 + 90, steps=4)
        self.assertLess(float(grip.get_attribute("aria-valuenow")), 25, "it follows the hand before it is let go")
        page.mouse.up()
        self.stored(
            page, lambda document: (document["motion"].get("focus_m") or 99) < 25 and document["settings"]["focus_mode"] == "manual"
        )
        expect(page.get_by_text(re.compile("^focus put at"))).to_be_visible()
        put = float(grip.get_attribute("aria-valuenow"))
        grip.focus()
        page.keyboard.press("ArrowUp")
        self.stored(page, lambda document: put < document["motion"]["focus_m"] < put * 1.3)
        self.answered(page)
        far = page.get_by_role("slider", name="farthest that must be sharp, in metres")
        far.focus()
        page.keyboard.press("ArrowUp")
        self.stored(page, lambda document: (document["motion"].get("far_m") or 0) > 30)
        page.get_by_role("button", name="Back to the subject").click()
        self.stored(page, lambda document: not document["motion"].get("focus_m") and "focus_mode" not in document["settings"])
        self.assertEqual(self.wrong, [])

    def test_its_row_on_the_bench_stands_at_once_and_then_with_its_figures(self) -> None:
        terns = Situation.objects.get(outing=self.day, document__title="Terns over the bar")
        self.situation = terns
        page = self.open(f"/situations/{terns.pk}?row=focus", size=PHONE)
        row = page.locator("section.on")
        expect(row.get_by_text(re.compile(r"of \d+\.\d frames a second in focus"))).to_be_visible()
        told = re.search(r"([\d.]+) of [\d.]+ frames a second come out in focus", row.inner_text())[1]
        expect(row.locator(".kept b")).to_have_text(f"{float(told):.1f}")
        page.get_by_role("slider", name="focus, in metres").focus()
        page.keyboard.press("PageDown")
        self.stored(page, lambda document: 10 < (document["motion"].get("focus_m") or 0) < 20)
        self.answered(page)
        expect(row).to_contain_text("set to 15 m")
        self.assertEqual(self.wrong, [])


class Time(RehearseScreen):
    def test_time_is_drawn_and_stepped_and_the_picture_and_the_shutters_row_follow(self) -> None:
        page = self.open(f"{self.path}?under=time")
        grip = page.get_by_role("slider", name="time", exact=True)
        grip.wait_for()
        self.answered(page)
        picture = page.locator(".picture img")
        was, before, box = float(grip.get_attribute("aria-valuenow")), picture.get_attribute("src"), grip.bounding_box()
        page.mouse.move(box["x"] + 20, box["y"] + box["height"] / 2)
        page.mouse.down()
        page.mouse.move(box["x"] + 20, box["y"] + box["height"] / 2 - 90, steps=4)
        self.assertLess(float(grip.get_attribute("aria-valuenow")), was, "it follows the hand before it is let go")
        page.mouse.up()
        self.stored(page, lambda document: (document.get("locks") or {}).get("shutter_s", 9) < was / 2)
        self.answered(page)
        self.assertNotEqual(picture.get_attribute("src"), before)
        held = float(grip.get_attribute("aria-valuenow"))
        grip.focus()
        page.keyboard.press("ArrowDown")
        self.stored(page, lambda document: held < document["locks"]["shutter_s"] < held * 1.5)
        page.get_by_role("button", name="set 1/", exact=False).last.click()
        self.stored(page, lambda document: document["locks"]["shutter_s"] > held * 1.6)
        self.situation.refresh_from_db()
        longer = self.situation.document["locks"]["shutter_s"]
        page.keyboard.press("Shift+O")
        page.get_by_role("slider", name="focus, in metres").wait_for()
        self.assertEqual(self.wrong, [])
        page = self.open(f"/situations/{self.situation.pk}?row=shutter_type", size=PHONE)
        page.get_by_role("slider", name="time", exact=True).focus()
        page.keyboard.press("PageUp")
        self.stored(page, lambda document: document["locks"]["shutter_s"] < longer * 0.6)
        self.assertEqual(self.wrong, [])


class Iso(RehearseScreen):
    def test_iso_is_read_off_by_arrows_set_from_there_and_ones_own_found_by_eye_in_six_presses(self) -> None:
        terns = Situation.objects.get(outing=self.day, document__title="Terns over the bar")
        self.situation = terns
        page = self.open(f"/situations/{terns.pk}?row=iso_limits")
        curve = page.get_by_role("slider", name="ISO that is read off")
        curve.focus()
        before = int(float(curve.get_attribute("aria-valuenow")))
        for _ in range(3):
            page.keyboard.press("ArrowRight")
        expect(curve).to_have_attribute("aria-valuenow", str(before * 2))
        page.get_by_role("button", name="ceiling here").click()
        self.stored(page, lambda document: (document.get("settings") or {}).get("iso_ceiling") == before * 2)
        page.get_by_role("button", name="Find mine by eye").click()
        presses, fine = 0, page.get_by_role("button", name="Fine", exact=True)
        while fine.count():
            (fine if presses % 2 else page.get_by_role("button", name="Too much")).click()
            presses += 1
        self.assertLessEqual(presses, 6)
        page.get_by_role("button", name="Keep for this body").click()
        expect(page.get_by_text("kept as your ceiling of this body")).to_be_visible()
        kept = Caller(self.ilse).get("/api/profile").json()["document"]["iso_ceilings"]["merrow-swift-20"]
        expect(page.get_by_role("status").filter(has_text="Fine to your eye")).to_contain_text(f"{kept:g}"[:2])
