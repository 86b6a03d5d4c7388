"""Lists and ticks by keys, by hand and by a reader of the screen: the library's own, wherever they stand."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from kit.models import Piece
from people.models import Profile
from studio.tests.browser import BrowserCase
from studio.tests.chromium import PHONE, choose, chosen, dated

OPTIONS = ".ant-select-item-option:visible"


class Lists(BrowserCase):
    def test_a_list_is_worked_by_keys_alone_and_the_focus_stays_where_one_was(self) -> None:
        page = self.open("/profile")
        field = page.get_by_role("combobox", name="units")
        field.focus()
        page.keyboard.press("Enter")
        expect(field).to_have_attribute("aria-expanded", "true")
        expect(page.locator(OPTIONS)).to_have_text(["metres", "feet"])
        page.keyboard.press("ArrowDown")
        page.keyboard.press("Escape")
        expect(page.locator(OPTIONS)).to_have_count(0)
        chosen(field, "metres")
        expect(field).to_be_focused()
        page.keyboard.press("ArrowDown")
        expect(page.locator(OPTIONS)).to_have_count(2)
        page.keyboard.press("ArrowDown")
        page.keyboard.press("Enter")
        chosen(field, "feet")
        expect(field).to_be_focused()
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        self.assertEqual(Profile.objects.get(person=self.ilse).document["units"], "feet")
        self.assertEqual(self.wrong, [])

    def test_a_long_list_is_searched_by_typing_and_no_letter_of_it_is_a_key_of_the_page(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}")
        field = page.get_by_role("combobox", name="work")
        before = field.get_attribute("aria-description")
        field.press("Enter")
        page.keyboard.type("queue that nobody knows")
        expect(page.locator(OPTIONS)).to_have_count(0)
        page.keyboard.press("Escape")
        chosen(field, before or "")
        field.press("Enter")
        page.keyboard.type("rings")
        expect(page.locator(OPTIONS)).to_have_text(["Wedding: rings and tables"])
        page.keyboard.press("Enter")
        self.stored(page, lambda d: (d["genre"], d["subject"]) == ("wedding", "details"))
        expect(page).to_have_url(re.compile(rf"/situations/{self.situation.pk}$"))
        self.assertEqual(self.wrong, [])

    def test_pressing_elsewhere_shuts_a_list_and_changes_nothing(self) -> None:
        page = self.open("/profile", size=PHONE)
        field = page.get_by_role("combobox", name="acuity")
        field.click()
        expect(page.locator(OPTIONS)).to_have_count(3)
        self.assertGreaterEqual(min(page.locator(OPTIONS).evaluate_all("all => all.map(e => e.getBoundingClientRect().height)")), 44)
        page.get_by_role("heading", name="You", exact=True).click()
        expect(page.locator(OPTIONS)).to_have_count(0)
        chosen(field, "as prints are (0.2 mm at 25 cm)")
        self.assertEqual(self.wrong, [])

    def test_a_page_of_lists_comes_without_the_library_that_draws_them(self) -> None:
        page = self.open("/", still=False)
        asked: list[str] = []
        self.hear(page, "request", lambda request: asked.append(request.url))
        page.goto(f"/situations/{self.situation.pk}")
        page.get_by_role("spinbutton", name="time").wait_for()
        self.answered(page)
        self.assertEqual([url for url in asked if "ChoiceList" in url], [])
        choose(page.get_by_role("combobox", name="support"), "monopod")
        self.stored(page, lambda d: d.get("support") == "monopod")
        self.assertEqual(len([url for url in asked if "ChoiceList" in url and url.endswith(".js")]), 1)

    def test_where_the_library_cannot_come_the_browsers_own_list_does(self) -> None:
        page = self.open("/profile", still=False)
        page.route(re.compile(r"/ChoiceList.*\.js$"), lambda route: route.abort())
        field = page.get_by_role("combobox", name="units")
        field.click()
        expect(field.locator("option")).to_have_text(["metres", "feet"])
        expect(field).to_be_focused()
        field.select_option(label="feet")
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        self.assertEqual(Profile.objects.get(person=self.ilse).document["units"], "feet")


class Ticks(BrowserCase):
    def test_a_tick_is_seen_at_once_kept_and_taken_back(self) -> None:
        page = self.open("/kit/bodies/quillon-lane-32?page=all")
        page.get_by_text("more that it may have").click()
        tick = page.get_by_role("checkbox", name="the body takes two cards")
        before = tick.is_checked()
        mark = tick.locator("xpath=..").locator(".ant-checkbox-inner")
        for on in (not before, before):
            tick.focus()
            page.keyboard.press("Space")
            self.assertEqual(tick.is_checked(), on)
            drawn = mark.evaluate("e => { const s = getComputedStyle(e, '::after'); return parseFloat(s.width) > 6 && +s.opacity === 1 }")
            self.assertEqual(drawn, on, "what is ticked is seen")
            self.answered(page)
            traits = Piece.objects.get(person=self.ilse, slug="quillon-lane-32").document["traits"]
            self.assertEqual("two_cards" in (traits.get("features") or []), on)
        self.assertEqual(self.wrong, [])


class Days(BrowserCase):
    def test_a_day_is_typed_or_chosen_and_what_is_none_is_said_and_not_sent(self) -> None:
        page = self.open("/")
        page.get_by_role("button", name="New outing").click()
        dialog = page.get_by_role("dialog")
        day = dialog.get_by_label("day")
        dated(day, "2028-02-29")
        expect(day).to_have_value("2028-02-29")
        day.click()
        day.fill("the last of February")
        page.keyboard.press("Tab")
        dialog.get_by_label("title").fill("Frost on the ropes")
        dialog.get_by_role("button", name="Save").click()
        expect(dialog.get_by_role("alert").filter(has_text="is no day: write it as 2027-06-12")).to_be_visible()
        day.click()
        page.locator(".ant-picker-dropdown").get_by_title("2028-02-14").click()
        expect(day).to_have_value("2028-02-14")
        dialog.get_by_role("button", name="Save").click()
        page.get_by_role("button", name="Add a situation").wait_for()
        expect(page.get_by_text("2028-02-14")).to_be_visible()
        self.assertEqual(self.wrong, [])
