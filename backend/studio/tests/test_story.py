"""The main story by keyboard alone, and what happens when session, server or agreement is lost on the way."""

from __future__ import annotations

import re
import tempfile
from pathlib import Path

import cv2
import numpy as np
from django.contrib.sessions.models import Session
from playwright.sync_api import Page, Route, expect

from cards.models import Card
from people.tests.caller import Caller
from studio.tests.browser import BrowserCase
from studio.tests.chromium import PHONE


def figure(page: Page, name: str) -> str:
    return page.get_by_role("spinbutton", name=name).inner_text()


class ByKeyboard(BrowserCase):
    def test_from_the_door_to_the_answer_of_a_test_frame(self) -> None:
        page = self.open("/", signed_in=False)
        expect(page.get_by_role("button", name="demo.ilse")).to_be_visible()
        for _ in range(30):
            page.keyboard.press("Tab")
            if page.evaluate("document.activeElement.textContent.trim()").startswith("demo.ilse"):
                break
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Lantern-boat week")).to_be_visible()
        page.keyboard.press("/")
        page.get_by_role("combobox", name="find").wait_for()
        page.wait_for_function("() => document.activeElement.getAttribute('role') === 'combobox'")
        page.keyboard.type("terns")
        page.keyboard.press("Enter")
        expect(page).to_have_url(re.compile(rf"/situations/{self.situation.pk}$"))
        time = page.get_by_role("spinbutton", name="time")
        time.wait_for()
        before = time.inner_text()

        page.keyboard.press("f")
        page.keyboard.press("ArrowDown")
        expect(page.get_by_role("button", name="held, let go")).to_have_count(1)
        expect(time).not_to_have_text(before)
        stepped = time.inner_text()
        page.keyboard.press("Enter")
        page.keyboard.type("1/1000")
        page.keyboard.press("Enter")
        expect(time).to_have_text("1/1000")
        self.stored(page, lambda d: d.get("locks", {}).get("shutter_s") == 0.001)

        page.keyboard.press("z")
        expect(time).to_have_text(stepped)
        page.keyboard.press("z")
        expect(time).to_have_text(before)
        page.keyboard.press("Shift+Z")
        page.keyboard.press("Shift+Z")
        expect(time).to_have_text("1/1000")
        # with a modifier it works in a field too, unless something is being typed there
        page.get_by_text("More about it").click()
        page.get_by_label("title", exact=True).focus()
        page.keyboard.press("Control+z")
        expect(time).to_have_text(stepped)
        page.keyboard.press("Control+Shift+Z")
        expect(time).to_have_text("1/1000")
        page.get_by_label("title", exact=True).blur()

        page.keyboard.press("w")
        first = page.locator("[data-rung='0'] .name").inner_text()
        page.keyboard.press("Alt+ArrowDown")
        expect(page.locator("[data-rung='1'] .name")).to_have_text(first)
        page.keyboard.press("BracketLeft")
        page.keyboard.press("BracketLeft")
        expect(page).to_have_url(re.compile(r"now=-0\.667"))
        page.reload()
        expect(page.get_by_text("If the light moves so:")).to_be_visible()
        # the picture is that of the light where the line stands, and small ones stand down the staff
        there = page.locator(".there")
        expect(there).to_contain_text(re.compile(r"at −.* ISO .*noise you would see"))
        expect(page.locator(".small-frame")).to_have_count(7)
        expect(page.locator(".planned")).to_be_visible()
        planned = page.locator(".scene img").get_attribute("src")
        page.keyboard.press("0")
        expect(there).to_contain_text("what if the light changes?")
        expect(page.locator(".scene img")).not_to_have_attribute("src", planned or "")

        page.keyboard.press("c")
        expect(page).to_have_url(re.compile(r"/cards/\d+$"))
        expect(page.locator("strong").first).to_have_text("1/1000")
        # the square code beside it says its address to whatever reads such codes
        code = page.get_by_role("img", name="a square code of this card's address")
        expect(code).to_be_visible()
        seen = cv2.imdecode(np.frombuffer(code.screenshot(scale="css"), np.uint8), cv2.IMREAD_COLOR)
        self.assertEqual(cv2.QRCodeDetector().detectAndDecode(cv2.resize(seen, None, fx=4, fy=4))[0], page.url)
        page.keyboard.press("f")
        dialog = page.get_by_role("dialog", name="test frame")
        for _ in range(2):
            dialog.get_by_role("button").first.focus()
            page.keyboard.press("Enter")
        expect(dialog).to_contain_text("third")
        page.go_back()
        page.get_by_role("spinbutton", name="time").wait_for()
        page.keyboard.press("g")
        page.keyboard.press("o")
        expect(page.get_by_role("link", name="card", exact=True)).to_be_visible()
        page.keyboard.press("t")
        self.assertEqual(page.evaluate("document.documentElement.dataset.theme"), "dusk")
        self.assertEqual(self.wrong, [])

    def sounded(self, page: Page) -> None:
        """The open sky is the surface, marks of the sun stand over it with their hour, and rooms hang under it by their stops."""
        sky = page.locator("main svg").first
        for name in ("sun up 04:23", "sun down 21:32", "last light 22:27"):
            expect(sky.get_by_text(name)).to_be_visible()
        # the loft at two in the afternoon lies seven stops under a sky of EV 14 with a stop of haze, the wedding at half past five as deep
        apart = [int(text.replace("−", "-").replace("+", "")) for text in sky.locator(".apart").all_text_contents()]
        caller = Caller(self.ilse)
        told = {row["title"]: row["ev100"] for row in caller.get("/api/outings").json()[0]["situations"]}
        surface = caller.get(f"/api/outings/{self.day.pk}/sun").json()["sky"]
        for title, clock in (("Sail-loft portrait by the window", 14 * 60), ("Boathouse wedding, one bright doorway", 17.5 * 60)):
            over = next(at["ev100"] for at in surface if at["minutes"] == clock)
            self.assertIn(round(told[title] - over), apart, title)
        # a press on the band asks for a situation at that hour
        box = sky.bounding_box()
        assert box is not None
        band = sky.locator(".curve").bounding_box()
        assert band is not None
        page.mouse.move(box["x"] + box["width"] * 0.6, band["y"] + 60)
        expect(sky.get_by_text("+ one at")).to_be_visible()

    def test_the_day_is_arranged_without_a_mouse(self) -> None:
        page = self.open("/")
        rows = page.locator("[data-situation]")
        expect(rows).to_have_count(7)
        first = rows.first.get_attribute("data-situation")
        rows.first.focus()
        page.keyboard.press("Alt+ArrowDown")
        expect(page.locator("[aria-live=polite]").last).to_contain_text("now begins at 04:30")
        expect(rows.first).to_be_focused()
        page.keyboard.press("z")
        expect(rows.first).to_have_text("04:20")
        self.answered(page)  # what comes late moves what stands under it
        rows.first.scroll_into_view_if_needed()
        box, tide = rows.first.bounding_box(), page.locator("main svg").first.bounding_box()
        assert box is not None and tide is not None
        page.mouse.move(box["x"] + 5, box["y"] + 5)
        page.mouse.down()
        page.mouse.move(tide["x"] + tide["width"] * 0.5, box["y"] + 5, steps=4)
        page.mouse.up()
        expect(rows.first).not_to_have_attribute("data-situation", first or "")
        page.locator("body").press("z")
        expect(rows.first).to_have_attribute("data-situation", first or "")
        expect(page.get_by_text("2 clashes")).to_be_visible()
        self.sounded(page)
        page.get_by_role("button", name="delete First light on the causeway").focus()
        page.keyboard.press("Enter")
        expect(rows).to_have_count(6)
        page.locator("body").press("z")
        expect(rows).to_have_count(7)
        page.locator("body").press("n")
        page.get_by_label("title").fill("Second day")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Second day")).to_be_visible()
        expect(page).to_have_url(re.compile(r"/outings/\d+$"))
        page.get_by_role("link", name="Lantern-boat week").click()
        expect(rows).to_have_count(7)
        self.assertEqual(self.wrong, [])


class Refusals(BrowserCase):
    def test_a_value_the_kit_does_not_have_is_refused_at_its_place_with_the_two_nearest(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}")
        aperture = page.get_by_role("spinbutton", name="aperture")
        before = aperture.inner_text()
        aperture.click()
        page.keyboard.type("f/2.8")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert").filter(has_text="f/5.6")).to_be_visible()
        page.keyboard.press("z")
        expect(aperture).to_have_text(before)
        aperture.click()
        page.keyboard.type("wide")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert").filter(has_text="wide")).to_be_visible()
        expect(aperture).to_have_text(before)
        distance = page.get_by_role("textbox", name="distance", exact=True)
        distance.fill("two")
        expect(page.get_by_role("alert").filter(has_text="is not a number")).to_be_visible()
        distance.fill("0.1")
        expect(page.get_by_role("alert").filter(has_text="from 3.2 m")).to_be_visible()
        self.situation.refresh_from_db()
        self.assertEqual(self.situation.document["motion"], {"distance_m": 30})

    def test_others_and_further_lights_are_typed_said_refused_at_their_place_and_undone(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}")
        page.get_by_role("button", name="somebody else").focus()
        page.keyboard.press("Enter")
        page.get_by_label("distance of other 1").fill("34")
        expect(page.get_by_text(re.compile(r"holds 29\.8 m to 34\.2 m"))).to_be_visible()
        self.stored(page, lambda document: document.get("other_subjects") == [{"distance_m": 34}])
        self.answer_late(page, "POST")  # what is refused is not saved, however late the refusal comes
        page.get_by_label("distance of other 1").fill("0.01")
        expect(page.get_by_role("alert").filter(has_text="farther away, or less deep")).to_have_count(1)
        self.situation.refresh_from_db()
        self.assertEqual(self.situation.document["other_subjects"], [{"distance_m": 34}])
        page.get_by_label("distance of other 1").fill("34")
        page.get_by_role("button", name="a further light").click()
        page.get_by_label("kelvin of further light 1").fill("2900")
        page.get_by_role("button", name="white").first.click()
        expect(page.get_by_text(re.compile("that of 2900 K lie .* mired apart")).first).to_be_visible()
        self.stored(page, lambda document: document.get("other_lights", [{}])[0].get("kelvin") == 2900)
        page.get_by_role("button", name="leave out other 1").click()
        expect(page.get_by_label("distance of other 1")).to_have_count(0)
        page.locator("body").press("z")
        expect(page.get_by_label("distance of other 1")).to_have_value("34")

    def test_kit_that_cannot_be_is_refused_in_the_form_and_good_kit_is_kept(self) -> None:
        page = self.open("/kit")
        page.get_by_role("button", name="Add a lens").click()
        form = page.get_by_role("form", name="new lens")
        form.get_by_label("name").fill("Spare 35")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("button", name="Spare 35").first).to_be_visible()
        form = page.get_by_role("form", name="Spare 35")
        widest = form.get_by_label("widest aperture, short end")
        widest.fill("-1")
        form.get_by_role("button", name="Save").click()
        expect(form.get_by_role("alert").filter(has_text="greater than or equal to 0.5").first).to_be_visible()
        self.assertEqual(len(Caller(self.ilse).get("/api/kit").json()["lenses"]), 12)


class Losses(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        self.at = f"/situations/{self.situation.pk}"
        self.page = self.open(self.at, still=False)
        self.page.get_by_role("spinbutton", name="time").wait_for()

    def type_speed(self, text: str) -> None:
        self.page.get_by_role("textbox", name="speed").fill(text)

    def stored_speed(self) -> float | None:
        self.situation.refresh_from_db()
        return self.situation.document["motion"].get("speed_m_s")

    def test_without_a_server_the_draft_stays_and_is_saved_after_a_reload(self) -> None:
        self.page.context.set_offline(True)
        self.type_speed("7")
        expect(self.page.locator(".saved")).to_have_text("kept here")
        self.assertIsNone(self.stored_speed())
        self.page.context.set_offline(False)
        self.page.reload()
        expect(self.page.get_by_role("textbox", name="speed")).to_have_value("7")
        # it may have been saved as soon as the way was open again, before the page was read anew
        self.stored(self.page, lambda document: document["motion"].get("speed_m_s") == 7)

    def test_without_a_session_the_draft_goes_on_after_signing_in(self) -> None:
        Session.objects.all().delete()
        self.type_speed("8")
        self.page.get_by_role("button", name="demo.ilse").click()
        expect(self.page).to_have_url(re.compile(self.at))
        expect(self.page.get_by_role("textbox", name="speed")).to_have_value("8")
        expect(self.page.locator(".saved")).to_contain_text("saved ")
        self.assertEqual(self.stored_speed(), 8)

    def test_a_conflict_shows_both_and_either_can_be_kept(self) -> None:
        for mine in (True, False):
            api = Caller(self.ilse)
            now = api.get(f"/api{self.at}")
            other = {**now.json()["document"], "motion": {"distance_m": 30, "speed_m_s": 3.5 if mine else 4.5}}
            self.assertEqual(api.put(f"/api{self.at}", other, now["ETag"]).status_code, 200)
            self.type_speed("9" if mine else "11")
            conflict = self.page.get_by_role("alert").filter(has_text="changed elsewhere")
            expect(conflict).to_contain_text("3.5" if mine else "4.5")
            expect(conflict).to_contain_text("9" if mine else "11")
            conflict.get_by_role("button", name="Keep mine" if mine else "Take the other").click()
            expect(conflict).to_be_hidden()
            expect(self.page.get_by_role("textbox", name="speed")).to_have_value("9" if mine else "4.5")
            if mine:
                self.stored(self.page, lambda d: d["motion"].get("speed_m_s") == 9)
        self.assertEqual(self.stored_speed(), 4.5)

    def test_a_save_that_was_under_way_when_the_page_was_left_is_no_conflict(self) -> None:
        def slow(route: Route) -> None:
            if route.request.method == "PUT":
                self.page.wait_for_timeout(400)
            route.continue_()

        self.page.route(f"**/api{self.at}", slow)
        for speed in ("5", "6"):
            self.type_speed(speed)
            self.page.wait_for_timeout(900)
        self.type_speed("7")
        self.page.reload()
        expect(self.page.get_by_role("textbox", name="speed")).to_have_value("7")
        expect(self.page.locator(".saved")).to_contain_text("saved ")
        self.assertEqual(self.page.get_by_text("changed elsewhere").count(), 0)
        self.assertEqual(self.stored_speed(), 7)

    def test_undo_reaches_back_past_the_beginning_of_the_sitting(self) -> None:
        for speed in ("7", "8"):
            with self.page.expect_response(lambda answer: answer.request.method == "PUT" and self.at in answer.url):
                self.type_speed(speed)  # "saved" may still stand there of the time before
            self.page.reload()
            expect(self.page.get_by_role("textbox", name="speed")).to_have_value(speed)
            self.answered(self.page)
        for expected in ("7", ""):
            self.page.get_by_role("button", name="Undo").click()
            expect(self.page.get_by_role("textbox", name="speed")).to_have_value(expected)
        self.page.get_by_role("button", name="Redo").click()
        expect(self.page.get_by_role("textbox", name="speed")).to_have_value("7")


class InTheHand(BrowserCase):
    def test_the_file_for_the_phone_answers_offline_what_the_card_answers(self) -> None:
        snapshot = Card.objects.get(pk=self.card()).snapshot
        html = Caller(self.ilse).get(f"/api/cards/{Card.objects.get().pk}/card.html").content
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        file = Path(folder.name) / "card.html"
        file.write_bytes(html)
        page = self.open("about:blank", size=PHONE, signed_in=False, offline=True, still=False)
        page.goto(file.as_uri())
        ladder = snapshot["setup"]["ladder"]
        labels = {step["value"]: step["label"] for step in snapshot["setup"]["dials"]["iso"]}
        for k in (1, 2, 3):
            page.get_by_role("button", name="darker").click()
            expect(page.locator("#iso")).to_have_text(labels[ladder[18 + k]["iso"]])
            expect(page.locator("#why")).to_contain_text(ladder[18 + k]["why"])
        for answer in snapshot["answers"]:
            page.get_by_role("button", name="test frame").click()
            page.locator("#sheet").get_by_role("button", name=answer["saw_label"], exact=True).click()
            page.locator("#sheet").get_by_role("button", name=answer["much_label"], exact=True).click()
            expect(page.locator("#sheet")).to_contain_text(answer["reason"])
            if answer["move_thirds"]:
                expect(page.locator("#sheet")).to_contain_text(
                    f"{answer['move_thirds']} third{'' if answer['move_thirds'] == 1 else 's'} {answer['moves']}"
                )
                expect(page.locator("#sheet")).to_contain_text(answer["shutter"])
            page.get_by_role("button", name="Done").click()
        self.assertTrue(page.evaluate("document.documentElement.scrollWidth <= innerWidth"))
