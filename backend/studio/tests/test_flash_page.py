"""A flash from the bag to the card: described, decided, used, metered, and on the picture."""

from __future__ import annotations

import re

from playwright.sync_api import Locator, expect

from cards.models import Card
from outings.models import Situation
from people.models import Profile
from studio.tests.browser import BrowserCase
from studio.tests.chromium import choose

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
        expect(page.get_by_text("Something gives as soon as the light drops; holds until it rises 6.")).to_be_visible()
        expect(page.get_by_text("light drops 0")).to_have_count(0)
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

    def test_a_second_one_stands_beside_it_on_the_subject_or_behind(self) -> None:
        profile = Profile.objects.get(person=self.ilse)
        bag = [{"name": "Strobe", "guide_number_m": 62}, {"name": "Small", "guide_number_m": 30, "lowest_share": 0.0009765625}]
        profile.document = {**profile.document, "flashes": bag}
        profile.save()
        asked = {**SUPPER, "subject": "seated", "lens": "merrow-85", "settings": {"flash": "on"}, "flash": {"name": "Strobe"}}
        self.situation = Situation.objects.create(outing=self.day, document=asked, position=9)
        page = self.open(f"/situations/{self.situation.pk}?row=flash")
        notes = page.get_by_role("list", name="what to know beside the figures")
        expect(notes).to_contain_text(re.compile(r"Strobe gives .* too much at its least power: a way of .* m takes that away"))
        notes.get_by_role("button", name="let it be all the light").click()
        expect(notes.get_by_text("too much at its least power")).to_have_count(0)
        row = page.locator(".bench-flash")
        row.get_by_role("button", name="a flash beside it").click()
        lights = re.compile(r"Strobe −0\.\d stops, Small on the subject −2\.\d stops, all on the subject −0\.1 stops")
        expect(row.get_by_role("img", name=lights)).to_be_visible()
        under = row.get_by_label("stops of flash 2 under the first")
        under.fill("12")
        expect(row.get_by_role("alert")).to_contain_text("8")
        under.fill("1")
        expect(row.get_by_role("img", name=re.compile(r"Strobe −0\.7 stops, Small on the subject −1\.7 stops"))).to_be_visible()
        choose(row.get_by_label("what flash 2 lights"), "what is behind")
        expect(row.get_by_role("img", name=re.compile(r"Small on what is behind −1\.\d stops"))).to_be_visible()
        row.get_by_label("distance from flash 2 to what it lights").fill("60")
        expect(row.get_by_text(re.compile(r"full, and lacks \d+\.\d stops"))).to_be_visible()
        expect(row.get_by_role("button", name="a flash beside it")).to_have_count(0)
        self.stored(page, lambda document: document["flash"].get("further", [{}])[0].get("distance_m") == 60)
        row.get_by_role("button", name="take flash 2 away").click()
        self.stored(page, lambda document: document["flash"]["further"] == [])
        expect(row.get_by_role("img", name=re.compile("both on the subject"))).to_be_visible()
        self.assertEqual([text for text in self.wrong if "422" not in text], [])
