"""A flash from the bag to the card: described, decided, used, metered, and on the picture."""

from __future__ import annotations

import re

from playwright.sync_api import Locator, expect

from cards.models import Card
from outings.models import Situation
from people.models import Profile
from studio.tests.browser import BrowserCase

SUPPER = {
    "title": "Supper in the boathouse",
    "starts_at": "20:00",
    "genre": "portrait",
    "subject": "group_portrait",
    "body": "merrow-swift-20",
    "lens": "merrow-24-70",
    "light": {"ev100": 4.5, "kelvin": 2900, "indoors": True},
}


class Flash(BrowserCase):
    def told(self, dial: Locator) -> int:
        """The figure that a dial shows."""
        return int("".join(re.findall(r"\d", dial.get_attribute("aria-valuetext") or "")))

    def test_it_is_described_decided_used_metered_and_stands_on_the_card(self) -> None:
        profile = Profile.objects.get(person=self.ilse)
        profile.document = {**profile.document, "flashes": []}
        profile.save()
        self.situation = Situation.objects.create(outing=self.day, document=SUPPER, position=9)
        page = self.open(f"/situations/{self.situation.pk}?row=flash")
        iso = page.get_by_role("spinbutton", name="ISO")
        expect(page.get_by_text("No flash is in your bag.")).to_be_visible()
        by_room = self.told(iso)
        page.get_by_role("link", name="Describe one").click()
        page.get_by_role("button", name="Add a flash").click()
        bag = page.get_by_role("region", name="Flashes in the bag")
        bag.get_by_label("what the flash is called").fill("Clip-on")
        bag.get_by_label("guide number in metres").fill("700")
        expect(bag.get_by_role("alert")).to_contain_text("500")
        self.assertEqual(Profile.objects.get(person=self.ilse).document["flashes"], [])
        bag.get_by_label("guide number in metres").fill("40")
        expect(bag.get_by_role("button", name=re.compile("Clip-on"))).to_be_visible()
        bag.get_by_text("pulse at times shorter than sync").click()
        self.answered(page)
        [kept] = Profile.objects.get(person=self.ilse).document["flashes"]
        self.assertEqual((kept["name"], kept["guide_number_m"], kept["high_speed"]), ("Clip-on", 40, True))

        self.walk_to(page, f"/situations/{self.situation.pk}?row=flash")
        row = page.locator(".bench-flash")
        expect(page.get_by_text("The flash lights the subject and freezes it").first).to_be_visible()
        with_flash = self.told(iso)
        self.assertLess(with_flash, by_room)
        expect(
            row.get_by_role("img", name=re.compile(r"the light that is there −1\.\d stops, Clip-on −0\.\d stops, both on the subject"))
        ).to_be_visible()
        far = row.get_by_label("distance from flash to subject")
        far.fill("0")
        expect(row.get_by_role("alert")).to_be_visible()
        far.fill("14")
        expect(page.get_by_text("Full power lacks").or_(page.get_by_text("full power lacks")).first).to_be_visible()
        far.fill("")
        row.get_by_label("aperture that a flash meter reads").fill("5.6")
        expect(page.get_by_text("takes it as it is").first).to_be_visible()
        expect(page.get_by_role("spinbutton", name="aperture")).to_have_attribute("aria-valuetext", re.compile("f/(4|5)"))
        row.get_by_label("aperture that a flash meter reads").fill("")
        self.stored(page, lambda document: document.get("flash", {}) == {"distance_m": None, "metered_aperture": None})
        self.answered(page)
        page.get_by_role("button", name="Make the pocket card").click()
        page.wait_for_url("**/cards/*")
        expect(page.get_by_text(re.compile(r"lights the subject, 1/\d+"))).to_be_visible()
        card = Card.objects.get(situation=self.situation)
        self.assertEqual(card.snapshot["setup"]["flash"]["role"], "key")
        self.assertEqual([text for text in self.wrong if "422" not in text], [])
