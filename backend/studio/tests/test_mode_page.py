"""The mode's row at the bench: twelve frames by each program, where the body parts from what is wanted, and why a frame came out so."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from studio.tests.browser import BrowserCase


class ModeRow(BrowserCase):
    def test_programs_stand_side_by_side_the_staff_shows_where_they_part_and_a_frame_is_explained(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}?row=exposure_mode")
        row = page.locator(".bench-mode")
        expect(row.locator("figure").first).to_contain_text("as set")
        held = row.get_by_role("img", name=re.compile("manual, ISO held: .*stops from what is wanted"))
        expect(held).to_be_visible()
        self.assertEqual(held.locator("image").count(), 12)
        for name, value in (("time", "1/60"), ("aperture", "5.6"), ("ISO", "many")):
            field = row.get_by_label(f"{name} of the frame")
            field.fill(value)
            field.blur()
        expect(row.get_by_role("alert")).to_be_visible()
        iso = row.get_by_label("ISO of the frame")
        iso.fill("100")
        iso.blur()
        expect(row.get_by_role("list", name="why")).to_contain_text("only a hand moves it")
        staff = page.get_by_role("slider", name="light, in stops from now")
        staff.focus()
        for _ in range(12):
            page.keyboard.press("ArrowUp")
        expect(page.get_by_text(re.compile(r"left alone, the body comes to 1/\d+, f/5.6, ISO 100"))).to_be_visible()
        expect(staff.get_by_text("dashed: by itself the body does otherwise")).to_be_attached()
        self.assertEqual([text for text in self.wrong if "422" not in text], [])
