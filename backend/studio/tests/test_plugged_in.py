"""A body plugged in, on the screen: paired by its code, loaded by a press, watched while hands move it, its frames brought, given back."""

from __future__ import annotations

import re

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import expect

from kit.models import Slot
from links.tests.standing_in import CODE, standing_in
from studio.tests.browser import BrowserCase
from studio.tests.chromium import PHONE

SLUG = "merrow-swift-20"


class PluggedIn(BrowserCase):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.body = cls.enterClassContext(standing_in())

    def test_from_the_code_on_its_screen_to_a_bumped_wheel_put_back_and_frames_beside_the_plan(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}/walk")
        page.get_by_role("link", name="Load it for me, plugged in").click()
        form = page.get_by_role("form", name="pair a body")
        form.get_by_label("where it answers").fill("8.8.8.8:80")
        form.get_by_label("code on its screen").fill("1")
        form.get_by_role("button", name="Pair").click()
        expect(page.get_by_role("alert").filter(has_text="of this machine or this network is accepted")).to_be_visible()
        form.get_by_label("where it answers").fill(self.body.address)
        form.get_by_role("button", name="Pair").click()
        expect(page.get_by_role("alert").filter(has_text="not the code on the screen")).to_be_visible()

        hands = self.open(f"http://{self.body.address}/", signed_in=False, still=False)
        expect(hands.get_by_text("A stand-in, no camera")).to_be_visible()
        code = hands.get_by_role("img", name=re.compile("from behind; code"))
        expect(code).to_have_attribute("aria-label", f"from behind; code {CODE}")
        form.get_by_label("code on its screen").fill(CODE)
        form.get_by_label("code on its screen").press("Enter")
        expect(page.get_by_text("It answers.")).to_be_visible()
        expect(page.get_by_role("img", name=re.compile("battery 100 %, card 1 room for 400"))).to_be_visible()
        expect(hands.get_by_text("1 link")).to_be_visible()

        expect(page.get_by_text("settings differ from this picture's")).to_be_visible()
        alone = page.get_by_role("button", name="write aperture alone")
        other = page.get_by_role("button", name="write pattern alone")
        (alone if alone.count() else other).first.click()
        expect(page.get_by_text("it is written and read back")).to_be_visible()
        expect(page.get_by_text("settings differ from this picture's")).to_be_visible()  # one line is not the whole of it
        page.get_by_role("button", name="Load it for me").click()
        expect(page.get_by_text(re.compile(r"It holds Terns over the bar: \d+ settings, read back"))).to_be_visible(timeout=20_000)

        hands.get_by_role("button", name="brush past Aperture").click()
        expect(hands.get_by_text(re.compile("Aperture: f/")).first).to_be_visible()
        expect(page.get_by_text(re.compile(r"^1 differs since it was written"))).to_be_visible()
        expect(page.get_by_role("button", name="write aperture alone")).to_be_visible()
        page.get_by_role("button", name="Write them again").click()
        expect(page.get_by_text(re.compile("It holds Terns over the bar"))).to_be_visible()

        hands.get_by_role("button", name="Press the release").click()
        expect(hands.get_by_text("1 frames")).to_be_visible()
        page.get_by_role("button", name="Bring its frames").click()
        expect(page.get_by_text("1 brought")).to_be_visible(timeout=20_000)
        self.assertEqual(self.day.came.count(), 1)

        page.get_by_role("button", name="load Terns over the bar into slot").first.click()
        expect(page.get_by_text(re.compile("slot . holds Terns over the bar"))).to_be_visible()
        self.assertTrue(Slot.objects.filter(piece__person=self.ilse, piece__slug=SLUG, title="Terns over the bar").exists())
        page.get_by_role("listitem").filter(has_text="holds Terns over the bar").get_by_role("button", name="line by line").click()
        expect(page.get_by_text(re.compile(r"slot . holds Terns over the bar: 0 of \d+ settings differ"))).to_be_visible()
        page.get_by_role("button", name=re.compile("what slot . holds, line by line")).first.click()
        expect(page.get_by_text(re.compile("Nothing is kept in slot . yet"))).to_be_visible()
        page.get_by_role("button", name="Give back what its slot held").click()
        expect(page.get_by_text("its slots hold what they held before")).to_be_visible()
        expect(page.get_by_role("button", name="Give back what its slot held")).to_have_count(0)
        hands.get_by_role("button", name="Put a newer firmware on it").click()
        expect(
            page.get_by_text("It has firmware 2.2; what is written down of it is for 2.1. It has view in the dark, which")
        ).to_be_visible()
        page.get_by_role("button", name="Write down what it has").click()
        expect(page.get_by_text("what it has is written down")).to_be_visible()
        page.get_by_role("button", name="Describe it as before this firmware").click()
        expect(page.get_by_text("it is described as it was before")).to_be_visible()
        hands.get_by_role("button", name="Walk away with it").click()
        expect(page.get_by_role("alert").filter(has_text="out of reach")).to_be_visible()
        hands.get_by_role("button", name="Come back").click()
        expect(page.get_by_text("It answers.")).to_be_visible()
        page.get_by_role("button", name="Give back what stood there").click()
        expect(page.get_by_text("what stood there before stands there again")).to_be_visible()
        expect(page.get_by_text("settings differ from this picture's")).to_be_visible()

        page.set_viewport_size({"width": PHONE[0], "height": PHONE[1]})
        hands.set_viewport_size({"width": PHONE[0], "height": PHONE[1]})
        for seen in (page, hands):
            self.assertLessEqual(seen.evaluate("document.documentElement.scrollWidth"), PHONE[0])
        found = Axe().run(hands, options={"resultTypes": ["violations"]}).response["violations"]
        self.assertEqual([v["id"] for v in found if v["impact"] in ("serious", "critical")], [])
        self.assertEqual([one for one in self.wrong if "422" not in one], [])
        page.get_by_role("button", name="Let this link go").click()
        expect(page.get_by_role("form", name="pair a body")).to_be_visible()
