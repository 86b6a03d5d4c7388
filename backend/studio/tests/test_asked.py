"""What the bench asks beyond the usual figures: each answer is kept, changes the advice, and is refused where it was typed."""

from __future__ import annotations

from typing import Any

from playwright.sync_api import Page, expect

from outings.models import Situation
from people.models import Profile
from studio.tests.browser import BrowserCase
from studio.tests.chromium import DESK, PHONE, choose

ASKED: tuple[tuple[str, str, tuple[str, ...], Any], ...] = (
    ("speed of its fastest part against it", "4,5", ("motion", "limb_m_s"), 4.5),
    ("share of its movement left when the camera follows, none to one", "0.4", ("motion", "followed"), 0.4),
    ("brightest tone that must hold, stops above the key", "1", ("light", "holds_above"), 1.0),
    ("share of the light's own colour that is kept, none to one", "0.5", ("light", "keeps_colour"), 0.5),
    ("pictures to hand over", "40", ("delivery", "count"), 40),
    ("frames that you expect to shoot", "900", ("delivery", "frames"), 900),
    ("sharp from", "4", ("motion", "near_m"), 4.0),
    ("sharp to", "40", ("motion", "far_m"), 40.0),
)
"""Label, what is typed, where it is kept, and as what."""

REFUSED: tuple[tuple[str, str], ...] = (
    ("share of its movement left when the camera follows, none to one", "3"),
    ("speed of its fastest part against it", "-2"),
    ("brightest tone that must hold, stops above the key", "many"),
    ("pictures to hand over", "2.5"),
)
"""Label, and what cannot be."""


class Asked(BrowserCase):
    def bench(self, size: tuple[int, int]) -> Page:
        page = self.open(f"/situations/{self.situation.pk}", size=size)
        self.unfold(page, size)
        return page

    def unfold(self, page: Page, size: tuple[int, int]) -> None:
        """On a phone the answer comes first, and what is asked lies folded under it."""
        page.get_by_role("spinbutton", name="time").first.wait_for()
        if size == PHONE:
            page.get_by_text("What is asked").click()
        page.get_by_text("More about it").click()

    def field(self, page: Page, label: str) -> Any:
        return page.get_by_role("textbox", name=label, exact=True)

    def kept(self, page: Page, at: tuple[str, ...], value: Any) -> None:
        self.stored(page, lambda document: (document.get(at[0]) or {}).get(at[1]) == value)

    def test_each_answer_is_kept_and_comes_back_with_the_page(self) -> None:
        for size in (DESK, PHONE):
            page = self.bench(size)
            for label, typed, at, value in ASKED:
                with self.subTest(label=label, size=size):
                    field = self.field(page, label)
                    field.fill(typed)
                    field.press("Tab")
                    self.kept(page, at, value)
            page.reload()
            self.unfold(page, size)
            for label, _, _, value in ASKED[:2]:
                with self.subTest(again=label, size=size):
                    expect(self.field(page, label)).to_have_value(f"{value:g}")
            Situation.objects.filter(pk=self.situation.pk).update(document=self.situation_before)
        self.assertEqual(self.wrong, [])

    def setUp(self) -> None:
        super().setUp()
        self.situation_before = self.situation.document

    def test_stops_are_typed_and_shown_in_thirds(self) -> None:
        page = self.bench(DESK)
        field = self.field(page, "brightest tone that must hold, stops above the key")
        for typed, value, shown in (("1⅔", 5 / 3, "1⅔"), ("1 1/3", 4 / 3, "1⅓"), ("2/3", 2 / 3, "⅔"), ("1,5", 1.5, "1.5"), ("2", 2.0, "2")):
            field.fill(typed)
            field.press("Tab")
            document = self.stored(page, lambda d, value=value: abs(((d.get("light") or {}).get("holds_above") or 0) - value) < 0.004)
            self.assertAlmostEqual(document["light"]["holds_above"], value, places=2)
            expect(field).to_have_value(shown)
        field.fill("11/3 and more")
        expect(page.get_by_role("alert").filter(has_text="is not a number")).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_what_cannot_be_is_said_beside_it_and_nothing_changes(self) -> None:
        page = self.bench(DESK)
        for label, typed in REFUSED:
            with self.subTest(label=label):
                field = self.field(page, label)
                field.fill(typed)
                field.press("Tab")
                row = page.locator(".row, .field, label, div").filter(has=field).filter(has=page.locator(".error, [role=alert]")).last
                expect(row.locator(".error, [role=alert]").first).to_be_visible()
                field.fill("")
                field.press("Tab")
                self.answered(page)
        self.situation.refresh_from_db()
        motion, before = (d.get("motion") or {} for d in (self.situation.document, self.situation_before))
        self.assertEqual({k: v for k, v in motion.items() if v is not None}, {k: v for k, v in before.items() if v is not None})

    def test_a_compensation_of_ones_own_darkens_and_is_let_go(self) -> None:
        page = self.bench(DESK)
        field = page.get_by_role("textbox", name="compensation in stops")
        field.fill("-1")
        field.press("Tab")
        self.stored(page, lambda d: (d.get("settings") or {}).get("compensation") == -1)
        expect(page.locator(".notes, .note").filter(has_text="under the meter: you set it so").first).to_be_visible()
        field.fill("")
        field.press("Tab")
        self.stored(page, lambda d: "compensation" not in (d.get("settings") or {}))
        expect(page.get_by_text("you set it so")).to_have_count(0)
        for stops, waits in ((-2, False), (-1.5, True)):
            with self.subTest("whoever leaves at once has it kept", stops=stops):
                field.fill(str(stops))
                field.press("Tab")
                if waits:
                    expect(page.locator(".notes, .note").filter(has_text="under the meter: you set it so").first).to_be_visible()
                page.goto("/alive")
                self.stored(page, lambda d, stops=stops: (d.get("settings") or {}).get("compensation") == stops)
            page.go_back()
        self.assertEqual(self.wrong, [])

    def test_the_way_out_of_a_note_is_one_press_and_is_undone_by_one(self) -> None:
        self.situation = Situation.objects.get(outing=self.day, document__title="Sail-loft portrait by the window")
        self.situation.document["light"]["stops_above"] = 3.2
        self.situation.save()
        page = self.bench(DESK)
        notes = page.get_by_role("list", name="what to know beside the figures")
        expect(notes).to_contain_text("past the clip and let go")
        notes.get_by_role("button", name="2/3 stop darker, lifted at the desk").click()
        self.stored(page, lambda d: (d.get("aims") or {}).get("brighter_stops") == -0.6667)
        expect(notes).to_contain_text("2/3 stop under the meter: you set it so.")
        expect(notes).not_to_contain_text("past the clip")
        page.keyboard.press("z")
        self.stored(page, lambda d: (d.get("aims") or {}).get("brighter_stops") is None)
        expect(notes).to_contain_text("past the clip and let go")
        self.assertEqual(self.wrong, [])

    def test_cleaner_and_bolder_move_the_ceiling_each_its_way(self) -> None:
        page = self.bench(DESK)
        opener = page.locator("[aria-controls='why-iso_limits']")
        if opener.get_attribute("aria-expanded") == "false":
            opener.click()
        bar = float(Profile.objects.get(person=self.ilse).document.get("noise_bar") or 40)
        for name, wanted in (("cleaner, half a stop", bar * 2**0.5), ("bolder, half a stop", bar)):
            with page.expect_response(lambda answer: "/api/profile" in answer.url and answer.request.method != "GET"):
                page.get_by_role("button", name=name).click()
            self.answered(page)
            kept = float(Profile.objects.get(person=self.ilse).document["noise_bar"])
            self.assertAlmostEqual(kept / wanted, 1.0, delta=0.02)

    def test_filters_of_the_bag_are_kept_and_a_wrong_list_is_told(self) -> None:
        page = self.open("/kit", size=PHONE)
        bag = page.get_by_label("grey filters, in stops")
        bag.fill("3, ten")
        bag.press("Tab")
        expect(page.get_by_role("alert").filter(has_text="is not a list of stops")).to_be_visible()
        bag.fill("3; 10 stops")
        bag.press("Tab")
        expect(page.get_by_role("alert").filter(has_text="list of stops")).to_have_count(0)
        self.answered(page)
        self.assertEqual(Profile.objects.get(person=self.ilse).document["filters_stops"], [3, 10])
        page.goto(f"/situations/{self.situation.pk}")
        self.answered(page)
        self.assertIn("3, 10 stops", page.content())
        self.assertEqual(self.wrong, [])

    def test_what_the_person_says_of_hand_lamps_and_following_is_kept(self) -> None:
        page = self.open("/profile", size=PHONE)
        for label, typed in (("slowest time by hand, as one over", "30"), ("stops under the meter that saving highlights may cost", "0.5")):
            page.get_by_role("textbox", name=label).fill(typed)
        choose(page.get_by_label("mains frequency"), "60 Hz: they pulse 120 times a second")
        choose(page.get_by_label("what comes first in range"), "skin: nothing is darkened for what is bright")
        page.get_by_role("checkbox", name="practised").check()
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        self.answered(page)
        kept = Profile.objects.get(person=self.ilse).document
        self.assertAlmostEqual(kept["slowest_handheld_s"], 1 / 30)
        self.assertEqual((kept["darkest_stops"], kept["mains_hz"], kept["practised_follower"]), (0.5, 60, True))
        self.assertEqual(kept["range_first"], "skin")
        page.get_by_role("textbox", name="stops under the meter").fill("7")
        expect(page.get_by_role("alert").filter(has_text="2").first).to_be_visible()

    def test_a_compensation_that_no_body_has_is_refused_where_it_is_typed(self) -> None:
        page = self.bench(PHONE)
        field = page.get_by_role("textbox", name="compensation in stops")
        for typed, said in (("40", "-5 to 5 is accepted"), ("brighter", "is not a number")):
            field.fill(typed)
            field.press("Tab")
            expect(page.get_by_role("alert").filter(has_text=said).first).to_be_visible()
        field.fill("0,7")
        field.press("Tab")
        self.stored(page, lambda d: abs((d.get("settings") or {}).get("compensation", 0) - 0.7) < 0.05)
