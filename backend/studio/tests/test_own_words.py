"""A body's own words and what it has, written down by its owner: by keyboard, in two windows, however late the answers."""

from __future__ import annotations

import re
import tempfile
from collections.abc import Callable
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, expect

from kit.models import Dialect, Held, Piece
from outings.models import Situation
from people.models import Profile
from people.tests.caller import Caller
from studio.tests.browser import BrowserCase
from studio.tests.chromium import PHONE, choose
from studio.tests.test_settings_screens import line


class OwnWords(BrowserCase):
    def words(self, page: Page, holds: object) -> list[dict[str, object]]:
        for _ in range(100):
            entries = Dialect.objects.get(piece__person=self.ilse, piece__slug="quillon-lane-32").document["entries"]
            if holds(entries):  # type: ignore[operator]
                return entries
            page.wait_for_timeout(100)
        raise AssertionError("never kept")

    def test_labels_pages_and_order_are_edited_by_keyboard_and_undone(self) -> None:
        page = self.open("/kit/bodies/quillon-lane-32?page=all")
        page.get_by_label("label of exposure mode", exact=True).fill("manner")
        page.keyboard.press("Tab")
        self.words(page, lambda rows: rows[0]["label"] == "manner")
        page.get_by_label("page more", exact=True).fill("second")
        page.keyboard.press("Enter")
        self.words(page, lambda rows: any(row["menu"][0] == "second" for row in rows) and all(row["menu"][0] != "more" for row in rows))
        page.get_by_label("label of time", exact=True).focus()
        page.keyboard.press("Alt+ArrowUp")
        self.words(page, lambda rows: [row["setting"] for row in rows[:2]] == ["shutter_time", "exposure_mode"])
        expect(page.get_by_label("label of time", exact=True)).to_be_focused()
        for _ in range(3):
            page.get_by_role("button", name="Undo").click()
            expect(page.get_by_role("status").filter(has_text="undone").first).to_be_visible()
            self.answered(page)
        rows = self.words(page, lambda rows: rows[0]["label"] == "exposure by")
        self.assertEqual((rows[0]["setting"], {row["menu"][0] for row in rows}), ("exposure_mode", {"taking", "more", "files", "body"}))
        # one page at a time: what is renamed or written down there stays in sight
        slips = page.get_by_role("group", name="pages of its menus")
        slips.get_by_role("button", name="all pages").click()
        items = page.locator(".item")
        slip = slips.locator(".slip").nth(1)
        count = int(slip.locator(".quiet").inner_text())
        slip.click()
        expect(items).to_have_count(count)
        page.locator(".leaf input").last.fill("elsewhere")
        page.keyboard.press("Enter")
        self.words(page, lambda rows: sum("elsewhere" in row["menu"] for row in rows) == count)
        expect(slips.locator("[aria-pressed=true]")).to_contain_text("elsewhere")
        expect(items).to_have_count(count)
        page.get_by_label("its label").fill("Barnacles")
        page.get_by_label("its pages").fill("hull > below")
        page.get_by_role("button", name="Write it down").click()
        expect(slips.locator("[aria-pressed=true]")).to_contain_text("below")
        expect(items).to_have_count(1)
        self.assertEqual(self.wrong, [])

    def test_quick_changes_of_one_person_never_cross_each_other_however_late_the_answers(self) -> None:
        page = self.open("/kit/bodies/quillon-lane-32?page=all")
        self.answer_late(page, "PUT")
        for name, label in (("time", "first"), ("aperture", "second"), ("exposure mode", "third")):
            page.get_by_label(f"label of {name}", exact=True).fill(label)
            page.keyboard.press("Tab")
        page.get_by_text("more that it may have").click()
        for feature in ("a button under the thumb can focus", "the body takes two cards"):
            page.get_by_label(feature).click()
        self.words(page, lambda rows: {"first", "second", "third"} <= {row["label"] for row in rows})
        self.answered(page)
        traits = Piece.objects.get(person=self.ilse, slug="quillon-lane-32").document["traits"]
        self.assertLessEqual({"rear_button", "two_cards"}, set(traits["features"]))
        self.walk_to(page, "/profile")
        for bar in ("30", "35"):
            page.get_by_label("noise bar").fill(bar)
            page.keyboard.press("Tab")
            page.wait_for_timeout(700)
        self.answered(page)
        self.assertEqual(Profile.objects.get(person=self.ilse).document["noise_bar"], 35)
        expect(page.get_by_text("changed elsewhere")).to_have_count(0)

    def test_what_is_being_typed_stays_when_an_answer_comes(self) -> None:
        page = self.open("/kit/bodies/quillon-lane-32?page=all")
        self.answer_late(page, "PUT")
        for label, before in (("label of aperture", "label of time"), ("buffer, MB", "firmware"), ("to reset it", "firmware")):
            page.locator("details.fold").evaluate_all("all => all.forEach(one => (one.open = true))")
            page.get_by_label(before, exact=True).fill(f"before {label}")
            page.keyboard.press("Tab")
            field = page.get_by_label(label, exact=True)
            field.fill("12")
            self.answered(page)
            expect(field).to_have_value("12")
            page.keyboard.press("Tab")
            self.answered(page)
            expect(field).to_have_value("12")
        self.words(page, lambda rows: [row["label"] for row in rows[1:3]] == ["before label of aperture", "12"])

    def test_words_changed_in_two_windows_are_both_shown(self) -> None:
        page = self.open("/kit/bodies/quillon-lane-32?page=all")
        row = Dialect.objects.get(piece__person=self.ilse, piece__slug="quillon-lane-32")
        row.document["entries"][0]["label"] = "from elsewhere"
        row.revision += 1
        row.save()
        page.get_by_label("label of aperture", exact=True).fill("opening")
        page.keyboard.press("Tab")
        expect(page.get_by_role("alert").filter(has_text="changed elsewhere")).to_be_visible()
        self.assertNotIn("opening", str(Dialect.objects.get(pk=row.pk).document))
        page.get_by_role("button", name="Keep mine").click()
        rows = self.words(page, lambda rows: any(row["label"] == "opening" for row in rows))
        self.assertEqual(rows[0]["label"], "exposure by")

    def test_a_label_that_cannot_be_is_told_at_its_row_and_the_stored_words_stand(self) -> None:
        page = self.open("/kit/bodies/quillon-lane-32?page=all", size=PHONE)
        page.get_by_label("label of time", exact=True).fill("exposure by")
        page.keyboard.press("Tab")
        expect(page.get_by_role("alert").filter(has_text="has this label on the same page already").first).to_be_visible()
        rows = self.words(page, lambda rows: True)
        self.assertEqual(rows[1]["label"], "time")
        page.get_by_label("label of time", exact=True).fill("time")
        page.keyboard.press("Tab")
        self.answered(page)
        expect(page.get_by_text("has this label on the same page already")).to_have_count(0)

    def test_facts_of_a_body_lie_on_sheets_and_what_lacks_one_leads_to_it(self) -> None:
        page = self.open("/kit/bodies/merrow-swift-20")
        sheets = page.locator(".sheets > .part:visible")
        expect(sheets).to_have_count(1)
        expect(page.get_by_label("firmware", exact=True)).to_be_visible()
        slips = page.get_by_role("navigation", name="what else is known of it")
        controls = Piece.objects.get(person=self.ilse, slug="merrow-swift-20").document["traits"]["controls"]
        slips.get_by_role("link", name=f"Its controls {len(controls)}").press("Enter")
        expect(page).to_have_url(re.compile("sheet=controls"))
        expect(sheets.get_by_role("button", name="take out")).to_have_count(len(controls))
        expect(page.locator(".picker [data-control]")).to_have_count(len(controls))
        page.reload()
        expect(slips.locator("[aria-current=true]")).to_have_text(f"Its controls {len(controls)}")
        # pages of its menus are turned beside it, and all of them bring every sheet, unless one was asked for
        page.get_by_role("group", name="pages of its menus").get_by_role("button", name="ISO 7").click()
        expect(page).to_have_url(re.compile("sheet=controls.*page=|page=.*sheet=controls"))
        expect(sheets).to_have_count(1)
        self.walk_to(page, "/kit/bodies/merrow-swift-20?page=all")
        self.assertGreater(sheets.count(), 8)
        # what was begun on a sheet is still there when one comes back to it
        self.walk_to(page, "/kit/bodies/merrow-swift-20?sheet=list")
        page.get_by_label("rows to paste").fill("iso,Gain")
        slips.get_by_role("link", name="Its sensor").click()
        expect(page.get_by_label("rows to paste")).to_be_hidden()
        slips.get_by_role("link", name="Paste or choose a list").click()
        expect(page.get_by_label("rows to paste")).to_have_value("iso,Gain")
        # from where something is missing
        page.goto(f"/outings/{self.day.pk}/traffic")
        page.get_by_role("link", name="Its speeds").first.click()
        expect(page.get_by_label("buffer, MB")).to_be_visible()
        page.goto(f"/outings/{self.day.pk}/slots")
        page.get_by_role("link", name="Say how many it has").first.click()
        expect(page.get_by_label("how many slots")).to_be_visible()
        small = self.open("/kit/bodies/merrow-swift-20?sheet=slots", size=PHONE)
        expect(small.get_by_label("how many slots")).to_be_visible()
        self.walk_to(small, "/kit/bodies/merrow-swift-20")
        expect(small.locator("details.part")).to_have_count(11)
        expect(small.locator("details.part[open]")).to_have_count(0)
        expect(small.get_by_label("buffer, MB")).to_be_hidden()
        small.locator("summary", has_text="How fast frames leave it").click()
        expect(small.get_by_label("buffer, MB")).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_on_a_phone_what_differs_folds_and_what_was_asked_for_lies_open(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}/settings", size=PHONE)
        parts = page.locator("details.part")
        expect(parts.first).to_be_visible()
        self.assertEqual(page.locator("details.part[open]").count(), 0)
        shown = int(str(page.locator(".count[role=status]").inner_text()).split(" ")[0])
        self.assertEqual(sum(int(one) for one in page.locator("summary > .count").all_inner_texts()), shown)
        parts.first.locator("summary").first.click()
        expect(parts.first.locator(".line").first).to_be_visible()
        page.get_by_label("search").fill("aperture")
        expect(parts).to_have_count(0)
        expect(line(page, "aperture")).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_what_the_body_holds_is_listed_and_forgotten(self) -> None:
        page = self.open("/kit/bodies/merrow-swift-20?page=all")
        expect(page.get_by_text(f"15 known, {self.settings_there - 15} unknown")).to_be_visible()
        page.get_by_role("button", name="make beeps unknown").click()
        expect(page.get_by_text(f"14 known, {self.settings_there - 14} unknown")).to_be_visible()
        page.get_by_role("button", name="The body was reset: all unknown").click()
        expect(page.get_by_text(f"0 known, {self.settings_there} unknown")).to_be_visible()
        self.assertEqual(Held.objects.filter(piece__person=self.ilse, piece__slug="merrow-swift-20").count(), 0)
        self.assertEqual(self.wrong, [])

    def test_a_wrong_paste_changes_nothing_and_a_right_one_is_taken(self) -> None:
        page = self.open("/kit/bodies/quillon-lane-32?page=all")
        before = self.words(page, lambda rows: True)
        page.get_by_label("rows to paste").fill("setting,label,menu\nbeeps,Bell,Deck\nnonsense,What,Deck\n")
        page.get_by_role("button", name="Take these rows").click()
        expect(page.get_by_role("alert").filter(has_text="Nothing was changed")).to_contain_text("row 3, setting")
        self.assertEqual(self.words(page, lambda rows: True), before)
        page.get_by_label("rows to paste").fill("setting,label,menu\nbeeps,Bell,Deck > Sounds\n")
        page.get_by_role("button", name="Take these rows").click()
        self.words(page, lambda rows: [row["label"] for row in rows] == ["Bell"])
        choose(page.get_by_label("which setting", exact=True), "grid")
        page.get_by_label("its label").fill("Lines")
        page.get_by_label("its pages").fill("Deck > Views")
        page.get_by_role("button", name="Write it down").click()
        self.words(page, lambda rows: len(rows) == 2)
        page.get_by_label("label of beeps").focus()
        page.get_by_label("words for values of beeps").fill("on=Aye; off=Nay")
        page.keyboard.press("Tab")
        self.words(page, lambda rows: rows[0]["values"] == {"on": "Aye", "off": "Nay"})
        page.get_by_label("words for values of beeps").fill("loud")
        page.keyboard.press("Tab")
        expect(page.get_by_role("alert").filter(has_text="is not a value of beeps: off, on").first).to_be_visible()
        expect(page.get_by_label("label of grid")).to_have_value("Lines")

    def test_what_the_body_has_decides_what_is_asked(self) -> None:
        page = self.open("/kit/bodies/quillon-lane-32?page=all")
        page.get_by_text("more that it may have").click()
        page.get_by_label("a button under the thumb can focus").check()
        self.answered(page)
        choose(page.get_by_label("it lacks"), "grid")
        self.answered(page)
        page.get_by_label("firmware", exact=True).fill("1.05")
        page.keyboard.press("Tab")
        self.answered(page)
        traits = Piece.objects.get(person=self.ilse, slug="quillon-lane-32").document["traits"]
        self.assertIn("rear_button", traits["features"])
        self.assertEqual((traits["firmware"], "grid" in traits["absent"]), ("1.05", True))
        queue = Situation.objects.get(outing=self.day, document__title="Early ferry queue")
        page.goto(f"/situations/{queue.pk}/settings?all=yes")
        expect(line(page, "focus_activation")).to_be_visible()
        expect(line(page, "grid")).to_have_count(0)

    def test_a_body_is_said_whole_and_its_setups_keep_to_it(self) -> None:
        page = self.open("/kit?open=body/quillon-lane-32")
        form = page.get_by_role("form", name="Quillon Lane, 32 MP")
        for folded in ("times", "modes and white"):
            form.locator("summary").filter(has_text=folded).first.click()
        form.get_by_label("times, if only some").fill("1/500, 1/60, soon")
        form.get_by_label("what goes only with what").fill("ISO 3200 to 6400 only with time 1/500 to 1\nISO at night")
        form.get_by_role("button", name="Save").click()
        expect(form.get_by_text("“ISO at night” is not understood: write ISO 3200")).to_be_visible()
        expect(form.get_by_text("is not a list of times: write 1/500, 1/60, 2")).to_be_visible()
        form.get_by_label("times, if only some").fill("1/500, 1/125, 1/60, 1/15, 1")
        form.get_by_label("what goes only with what").fill("ISO 3200 to 6400 only with time 1/500 to 1")
        form.get_by_label("time and aperture by hand").uncheck()
        form.get_by_label("lowest kelvin").fill("3300")
        form.get_by_label("with the electronic shutter").fill("1/60")
        form.get_by_role("button", name="Save").click()
        self.answered(page)
        body = Piece.objects.get(person=self.ilse, slug="quillon-lane-32").document
        self.assertEqual(([round(1 / t) for t in body["times_s"]], body["kelvin_lowest"]), ([500, 125, 60, 15, 1], 3300))
        self.assertEqual(
            [(o["dial"], o["lowest"], o["needs_dial"], o["needs_highest"]) for o in body["only_with"]], [("iso", 3200, "shutter_s", 1)]
        )
        self.assertEqual(body["traits"]["offered"]["exposure_mode"], ["aperture_priority", "shutter_priority", "program", "timed"])

        page.goto("/kit/bodies/quillon-lane-32?page=all")
        page.get_by_label("their names").fill("quays, rooms")
        page.keyboard.press("Tab")
        choose(page.get_by_label("a second bank of slots, which holds"), "focus")
        page.get_by_label("names of the slots of the second bank").fill("near, far")
        page.keyboard.press("Tab")
        page.get_by_text("write one down").click()
        choose(page.get_by_label("what clashes"), "grid")
        choose(page.get_by_label("value", exact=True), "thirds")
        choose(page.get_by_label("and which other setting"), "drive")
        choose(page.get_by_label("value of the other"), "timer")
        page.get_by_role("button", name="Write it down").last.click()
        expect(page.get_by_role("alert").filter(has_text="say why")).to_be_visible()
        page.get_by_label("why not").fill("Lines are not drawn while the timer runs.")
        page.get_by_role("button", name="Write it down").last.click()
        expect(page.get_by_text("grid is thirds, and drive is timer")).to_be_visible()
        choose(page.get_by_label("what clashes"), "time")
        page.get_by_label("value", exact=True).fill("1/30")
        page.get_by_label("why not").fill("The dial is locked there.")
        page.get_by_role("button", name="Write it down").last.click()
        expect(page.get_by_text("time is under 1/30")).to_be_visible()
        for control in page.get_by_role("button", name=re.compile("^take out (the wheel|top button|back button)$")).all()[::-1]:
            control.click()
            self.answered(page)
        choose(page.get_by_label("begin with a usual layout"), "one wheel, no thumb button")
        self.answered(page)
        page.get_by_text("write several down, one to a line").click()
        page.get_by_label("controls, one to a line").fill("lever, nowhere at all")
        page.get_by_role("button", name="Take these controls").click()
        expect(page.get_by_role("alert").filter(has_text="line 1, “lever, nowhere at all”: write what it is called")).to_be_visible()
        page.get_by_label("controls, one to a line").fill("outer ring, on the lens\nkey, where the thumb rests, press, long press")
        page.get_by_role("button", name="Take these controls").click()
        self.answered(page)
        traits = Piece.objects.get(person=self.ilse, slug="quillon-lane-32").document["traits"]
        uses = {control["label"]: control["uses"] for control in traits["controls"]}
        self.assertEqual((uses["outer ring"], uses["key"], uses["wheel"]), (["turn"], ["press", "long_press"], ["turn"]))
        page.get_by_role("button", name=re.compile("^key ")).first.click()
        for _ in range(2):
            page.get_by_role("button", name="key with the lever elsewhere").first.click()
            expect(page.get_by_role("status").filter(has_text="key is another with the lever elsewhere")).to_be_visible()
            self.answered(page)
        traits = Piece.objects.get(person=self.ilse, slug="quillon-lane-32").document["traits"]
        keys = {control["lever"]: control["slug"] for control in traits["controls"] if control["label"] == "key"}
        self.assertEqual(sorted(keys), ["the lever at 1", "the lever at 2", "the lever at 3"])
        self.assertEqual(len(set(keys.values())), 3)
        for place in keys:
            expect(page.get_by_role("button", name=re.compile(rf"^key \({place}\)"))).to_be_visible()

        queue = Situation.objects.get(outing=self.day, document__title="Early ferry queue")
        told = Caller(self.ilse).post(f"/api/situations/{queue.pk}/cards").json()["snapshot"]["setup"]
        self.assertNotEqual(told["exposure"]["mode"], "manual")
        self.assertIn(round(1 / told["exposure"]["shutter_s"]), (500, 125, 60, 15, 1))
        page.goto(f"/outings/{self.day.pk}/slots")
        lane = page.locator("section", has=page.get_by_role("heading", name="Quillon Lane, 32 MP"))
        for name in ("quays", "rooms", "near", "far"):
            expect(lane.get_by_text(name, exact=True).first).to_be_visible()
        self.assertEqual([one for one in self.wrong if "422" not in one], [], "but for the list that is refused")

    def test_a_body_changed_in_two_windows_is_told_and_the_newer_one_shown(self) -> None:
        page = self.open("/kit/bodies/quillon-lane-32?page=all")
        page.get_by_label("firmware", exact=True).wait_for()
        row = Piece.objects.get(person=self.ilse, slug="quillon-lane-32")
        row.document["traits"]["firmware"] = "9.9"
        row.revision += 1
        row.save()
        page.get_by_text("more that it may have").click()
        page.get_by_label("the body takes two cards").check()
        expect(page.get_by_role("alert").filter(has_text="changed elsewhere")).to_be_visible()
        expect(page.get_by_label("firmware", exact=True)).to_have_value("9.9")
        self.assertNotIn("two_cards", Piece.objects.get(pk=row.pk).document["traits"]["features"])

    def test_a_body_leaves_and_comes_back_as_a_file(self) -> None:
        page = self.open("/kit/bodies/tamsel-heron?page=all")
        with page.expect_download() as download:
            page.get_by_role("link", name="Body and words, JSON").click()
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "heron.json"
            download.value.save_as(file)
            page.goto("/kit")
            field = page.get_by_label("a body with its words, from a file")
            field.set_input_files({"name": "x.json", "mimeType": "application/json", "buffer": b'{"format": "other"}'})
            expect(page.get_by_role("alert").filter(has_text="Nothing was added")).to_be_visible()
            field.set_input_files(file)
            expect(page.locator(".body").filter(has_text="Tamsel Heron, long zoom in one piece")).to_have_count(2)
        copies = Piece.objects.filter(person=self.ilse, document__name__startswith="Tamsel Heron")
        self.assertEqual(len({str(piece.dialect.document["entries"]) for piece in copies}), 1)


class HowItFocuses(BrowserCase):
    def kept(self, page: Page, what: str, holds: Callable[[Any], bool]) -> None:
        """Wait until what the body's profile says is so."""
        for _ in range(100):
            told = Piece.objects.get(person=self.ilse, slug="merrow-swift-20").document["traits"].get(what) or {}
            if holds(told):
                return
            page.wait_for_timeout(100)
        raise AssertionError(f"never kept: {told}")

    def following(self, page: Page, holds: Callable[[Any], bool]) -> None:
        self.kept(page, "following", holds)

    def test_how_its_autofocus_runs_is_written_down_refused_where_it_is_wrong_and_felt_at_the_bench(self) -> None:
        page = self.open("/kit/bodies/merrow-swift-20", size=PHONE)
        page.get_by_text("How its autofocus runs", exact=True).first.click()
        field = page.get_by_label("readings a second")
        for typed, kept in (("8", 8.0), ("", None), ("6,5", 6.5)):
            field.fill(typed)
            page.keyboard.press("Enter")
            self.following(page, lambda told, kept=kept: told.get("updates_s") == kept)
        page.get_by_label("from press to frame, ms").fill("400")
        page.keyboard.press("Enter")
        self.following(page, lambda told: told.get("lag_s") == 0.4)
        page.get_by_label("darkest light, EV at f/2").fill("-3.5")
        page.keyboard.press("Enter")
        self.following(page, lambda told: told.get("darkest_ev") == -3.5)
        field.fill("soon")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert").filter(has_text="readings a second: type a number, such as 60")).to_be_visible()
        field.fill("9000")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert").filter(has_text="240")).to_be_visible()
        self.following(page, lambda told: told.get("updates_s") == 6.5)
        page.get_by_text("Its own steps and presets", exact=True).first.click()
        for end, typed, refusal in (("short", "2", "two to twenty-one steps"), ("long", "1.5", "a whole number"), ("long", "-2", "")):
            page.get_by_label(f"hold when something crosses: {end} is step").fill(typed)
            page.keyboard.press("Enter")
            if refusal:
                expect(page.get_by_role("alert").filter(has_text=refusal)).to_be_visible()
        self.kept(page, "scales", lambda told: told["tracking_hold"] == {"lowest": -2, "highest": 2, "turned": True})
        expect(page.get_by_text("+2 short")).to_be_visible()
        page.get_by_label("Squall: hold when something crosses").fill("7")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert").filter(has_text="“Squall”: 7 is not on the scale: from -2 to 2 is accepted")).to_be_visible()
        terns = Situation.objects.get(outing=self.day, document__title="Terns over the bar")
        page.goto(f"/situations/{terns.pk}?row=focus")
        kept = page.locator(".kept b")
        expect(kept).to_be_visible()
        self.assertLess(float(kept.inner_text()), 6.0, "six readings a second lose most of a tern's burst")
