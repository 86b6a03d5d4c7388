"""Four people's own ways through the day and the load, from start to end, and what each would look at in the end.

A fifth, a new body from its box to three loaded slots, is test_load_screens.FromTheBox.
"""

from __future__ import annotations

import re
from typing import Any

from playwright.sync_api import Page, expect

from kit.models import Layout, Piece, Slot
from outings.models import Situation
from studio.tests.browser import BrowserCase
from studio.tests.chromium import choose

SWIFT, PLATE = "merrow-swift-20", "oxwick-plate-60"


class Practitioners(BrowserCase):
    def has(self, slug: str, **traits: Any) -> None:
        """The profile of a body says so, too."""
        piece = Piece.objects.get(person=self.ilse, slug=slug)
        piece.document = {**piece.document, "traits": {**piece.document["traits"], **traits}}
        piece.save()

    def asks(self, title: str, **document: Any) -> Situation:
        """A situation of the day that asks for something more."""
        row = Situation.objects.get(outing=self.day, document__title__startswith=title)
        row.document = {**row.document, **document}
        row.save()
        return row

    def fingers(self, body: str) -> Page:
        page = self.open(f"/outings/{self.day.pk}/fingers")
        choose(page.get_by_label("which body"), body)
        return page

    def give(self, page: Page, control: str, use: str, function: str) -> None:
        """A role by hand, on the drawing."""
        page.get_by_role("button", name=re.compile(rf"^\d+ {control}$")).click()
        choose(page.get_by_label(f"{use} of {control}", exact=True), function)
        expect(page.get_by_text(f"{control} has its role")).to_be_visible()
        page.get_by_role("button", name=re.compile(rf"^\d+ {control}$")).click()

    def roles(self, slug: str) -> dict[str, str]:
        document = Layout.objects.get(piece__person=self.ilse, piece__slug=slug).document
        return {role["function"]: f"{role['control']} {role['use']}" for role in document["roles"]}

    def card(self, row: Situation) -> Page:
        page = self.open(f"/situations/{row.pk}")
        page.get_by_role("button", name="Make the pocket card").click()
        page.get_by_text("More: what gives first").click()
        expect(page.get_by_role("heading", name="Getting there")).to_be_visible()
        return page

    def test_two_banks_and_four_areas_each_on_a_button_of_its_own(self) -> None:
        keys = [
            {"slug": f"k{n}", "label": f"key {n}", "spot": spot, "uses": ["press", "hold"]}
            for n, spot in enumerate(("thumb_rest", "thumb_up", "grip_high", "grip_low"), 1)
        ]
        self.has(PLATE, controls=keys)
        page = self.fingers("Oxwick Plate, 60 MP")
        for n, area in enumerate(("one point", "small group", "wide zone", "tracking"), 1):
            self.give(page, f"key {n}", "hold", f"focus, {area}")
        self.answered(page)
        kept = self.roles(PLATE)
        self.assertEqual(sorted(kept), ["focus_point", "focus_small_group", "focus_tracking", "focus_zone"], "none pushed another off")
        expect(page.locator(".what.clash")).to_have_count(0)
        expect(page.get_by_text("No control has “focus”")).to_have_count(0)
        page.goto(f"/outings/{self.day.pk}/slots")
        plate = page.locator("section", has=page.get_by_role("heading", name="Oxwick Plate, 60 MP"))
        expect(plate.get_by_text("standing").first).to_be_visible()
        expect(plate.get_by_role("list", name="the day").get_by_text(re.compile("turn to slot . and (standing|flying)"))).to_be_visible()
        plate.get_by_role("button", name="flying: ").click()
        choose(plate.get_by_label("what flying of Oxwick Plate, 60 MP should hold"), "First light on the causeway")
        expect(plate.get_by_role("button", name="flying: First light on the causeway")).to_be_visible()
        plate.get_by_role("link", name="load it").click()
        page.get_by_role("button", name="All is set, and kept in flying").click()
        expect(page.get_by_text("Written down: flying holds it.")).to_be_visible()
        self.assertEqual(Slot.objects.get(piece__person=self.ilse, bank=2, number=2).title, "First light on the causeway")
        self.assertNotIn("file_format", Slot.objects.get(piece__person=self.ilse, bank=2, number=2).values, "the bank holds focus alone")
        self.assertEqual(self.wrong, [])

    def test_focus_under_the_thumb_and_a_toggle_to_the_hand_are_a_pair(self) -> None:
        terns = self.asks("Terns", habits={"focus_start": "rear_button", "other_setup": "no"})
        page = self.fingers("Merrow Swift, 20 MP")
        page.get_by_role("button", name=re.compile(r"^\d+ thumb button$")).click()
        choose(page.get_by_label("hold of thumb button", exact=True), "nothing")
        missing = page.get_by_text("No control has “focus”: the release does not focus in these")
        expect(missing).to_be_visible()
        choose(page.get_by_label("hold of thumb button", exact=True), "focus")
        expect(missing).to_have_count(0)
        page.get_by_role("button", name=re.compile(r"^\d+ thumb button$")).click()
        self.give(page, "lens button", "press", "focus by hand, and back")
        expect(page.locator(".what.clash")).to_have_count(0)
        self.answered(page)
        self.assertEqual(self.roles(SWIFT)["by_hand_toggle"], "ring press")
        card = self.card(terns)
        expect(card.get_by_text("thumb button, hold: focus")).to_be_visible()
        expect(card.get_by_text("lens button, press: focus by hand, and back")).to_be_visible()
        expect(card.get_by_text("Button that focuses: rear button")).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_a_match_day_with_two_cards_and_few_pictures_to_hand_over(self) -> None:
        heats = self.asks("Sprint heats", delivery={"count": 40, "deadline_h": 2}, habits={"second_card": "copy"})
        page = self.open("/")
        expect(page.get_by_text(re.compile(r"^\d+ GB to come$"))).to_be_visible()
        page.get_by_role("link", name="cards and links", exact=True).click()
        swift = page.locator("section", has=page.get_by_role("heading", name=re.compile("^Merrow Swift")))
        leg = swift.locator("article", has_text="Sprint heats")
        expect(leg.locator("dd").nth(1)).to_have_text("40")
        shot = int(re.findall(r"\d+", leg.locator("dd").first.inner_text())[0])
        self.assertGreater(shot, 400, "what is shot is not what is handed over")
        expect(swift.locator("li", has_text="copies as set").first).to_contain_text("nothing: each frame is on both cards")
        expect(swift.get_by_text("first card")).to_be_visible()
        expect(swift.get_by_text("second card")).to_be_visible()
        page.goto(f"/outings/{self.day.pk}/checks")
        page.get_by_text("The whole list").click()
        expect(page.get_by_text("The second card takes copies: are both the same size?")).to_be_visible()
        card = self.card(heats)
        expect(card.get_by_text("Use of the second card: copies")).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_a_merge_in_the_camera_is_kept_in_a_slot_and_on_the_card(self) -> None:
        dawn = self.asks("First light", delivery={"deadline_h": 1}, file="both")
        page = self.open(f"/situations/{dawn.pk}")
        expect(page.locator("[aria-controls='why-bracketing']")).to_contain_text("merged in the camera")
        page.get_by_role("button", name="bracketing").first.click()
        expect(page.get_by_text("the camera puts 3 frames together")).to_be_visible()
        page.goto(f"/outings/{self.day.pk}/slots")
        plate = page.locator("section", has=page.get_by_role("heading", name="Oxwick Plate, 60 MP"))
        plate.get_by_role("button", name="slot 1: ").click()
        choose(plate.get_by_label("what slot 1 of Oxwick Plate, 60 MP should hold"), "First light on the causeway")
        expect(plate.get_by_role("button", name="slot 1: First light on the causeway")).to_be_visible()
        plate.get_by_role("link", name="load it").click()
        expect(page.locator(".step").get_by_text("Combination of records").first).to_be_visible()
        page.get_by_role("button", name="All is set, and kept in slot 1").click()
        expect(page.get_by_text("Written down: slot 1 holds it.")).to_be_visible()
        values = Slot.objects.get(piece__person=self.ilse, bank=1, number=1).values
        self.assertEqual((values["merge"], values["merge_align"], values["merge_keep_sources"]), ("one_stop", "off", "on"))
        self.assertEqual((values["bracket_kind"], values["compensation"]), ("off", 0.0))
        card = self.card(dawn)
        expect(card.get_by_text("Combination of records: one stop")).to_be_visible()
        self.assertEqual(self.wrong, [])
