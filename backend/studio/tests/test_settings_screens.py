"""All settings, the guide and the habits of the profile, used as one would."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from craft.vocabulary.called import CALLED
from kit.models import Held, Piece
from outings.models import Situation
from people.models import Profile
from studio.tests.browser import BrowserCase
from studio.tests.chromium import PHONE, choose, chosen


def line(page: Page, slug: str) -> object:
    return page.locator(f"[data-setting='{slug}']")


class AsItCame(BrowserCase):
    """How a body left the box is said where it is shown: in all settings, among the checks, and listed on its page."""

    def setUp(self) -> None:
        super().setUp()
        self.piece = Piece.objects.get(person=self.ilse, slug=self.situation.document["body"])
        self.piece.document["traits"]["defaults_known"] = False
        self.piece.document["traits"]["defaults"] = {}
        self.piece.save()

    def said(self) -> dict[str, object]:
        self.piece.refresh_from_db()
        return dict(self.piece.document["traits"]["defaults"])

    def test_a_guess_is_marked_said_changed_and_made_a_guess_again(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}/settings?find=beeps")
        line(page, "beeps").click()
        row = page.locator("#set-beeps")
        expect(row).to_contain_text("a guess")
        row.get_by_role("button", name="it came so").click()
        expect(row).not_to_contain_text("a guess")
        self.assertEqual(self.said(), {"beeps": "on"})
        choose(row.get_by_label("it came with"), "off")
        self.answered(page)
        self.assertEqual(self.said(), {"beeps": "off"})
        self.walk_to(page, f"/kit/bodies/{self.piece.slug}")
        expect(page.get_by_text("1 setting said one by one")).to_be_visible()
        page.get_by_role("button", name="not sure after all").click()
        expect(page.get_by_text("0 settings said one by one")).to_be_visible()
        self.assertEqual(self.said(), {})
        self.assertEqual(self.wrong, [])

    def test_among_the_checks_a_default_that_bites_is_confirmed_where_it_stands_on_a_phone(self) -> None:
        page = self.open(f"/outings/{self.day.pk}/checks", size=PHONE)
        of_body = page.locator("details.bites").filter(has_text="a guess").first
        of_body.locator("summary").first.click()
        bite = of_body.locator("details.bite").filter(has_text="a guess").first
        bite.locator("summary").click()
        bite.get_by_role("button", name="it came so").click()
        expect(page.get_by_role("button", name="not sure after all")).to_have_count(1)
        self.assertEqual(len(self.said()), 1)
        self.assertEqual(self.wrong, [])


class AllSettings(BrowserCase):
    def at(self, query: str = "") -> str:
        return f"/situations/{self.situation.pk}/settings{query}"

    def test_by_keyboard_a_setting_is_found_set_seen_to_clash_let_go_and_undone(self) -> None:
        self.situation = Situation.objects.get(outing=self.day, document__title="First light on the causeway")
        page = self.open(f"/situations/{self.situation.pk}")
        page.get_by_role("spinbutton", name="time").wait_for()
        page.keyboard.press("a")
        expect(page).to_have_url(re.compile(r"/settings$"))
        page.locator(".line").first.wait_for()
        page.keyboard.press("s")
        page.keyboard.type("look steepness varnish")
        expect(page.get_by_text("Nothing here fits")).to_be_visible()
        page.keyboard.press("Control+A")
        page.keyboard.type("noiseless")
        expect(page.locator(".line")).to_have_count(1)
        line(page, "silent").focus()
        page.keyboard.press("Enter")
        row = page.locator("#set-silent")
        expect(row).to_contain_text("the sensor starts and ends the frame")
        expect(row).to_contain_text("I. Exposure › Mechanism")
        row.get_by_role("button", name="on", exact=True).focus()
        page.keyboard.press("Enter")
        self.stored(page, lambda d: d.get("settings") == {"silent": "on"})
        side = page.get_by_role("complementary", name="what goes together")
        expect(side).to_contain_text("Curtains make a noise")
        side.get_by_role("button", name="Change these").focus()
        page.keyboard.press("Enter")
        self.stored(page, lambda d: d.get("settings", {}).get("shutter_type") == "electronic")
        expect(side).to_contain_text("go together on this body")
        page.keyboard.press("z")
        expect(side).to_contain_text("Curtains make a noise")
        page.keyboard.press("z")
        self.stored(page, lambda d: not d.get("settings"))
        expect(side).to_contain_text("go together on this body")
        self.assertEqual(self.wrong, [])

    def test_where_nothing_else_may_move_it_says_why_and_what_to_let_go_of(self) -> None:
        page = self.open(self.at("?open=silent&find=silent"))
        page.locator("#set-silent").get_by_role("button", name="on", exact=True).click()
        side = page.get_by_role("complementary", name="what goes together")
        expect(side).to_contain_text("Kind of shutter at electronic would not do: The subject crosses faster")
        self.stored(page, lambda d: d.get("settings") == {"silent": "on"})
        page.goto(f"/situations/{self.situation.pk}")
        expect(page.get_by_text("One thing does not go together")).to_be_visible()
        page.get_by_role("link", name="See the smallest change").click()
        side.get_by_role("button", name="let go of Silent").click()
        expect(side).to_contain_text("go together on this body")
        self.stored(page, lambda d: d.get("settings") == {})

    def test_two_setups_stand_side_by_side_and_only_what_differs_is_left(self) -> None:
        other = Situation.objects.get(outing=self.day, document__title="The causeway under the stars")
        page = self.open(self.at())
        told = page.locator(".ticks").get_attribute("aria-label") or ""
        differs = int(told.split()[0])
        expect(page.locator(".line")).to_have_count(differs)  # those that are not as they came, to begin with
        self.assertTrue(20 < differs < self.settings_there * 0.6, told)
        page.get_by_role("checkbox", name=f"all {self.settings_there}").check()
        expect(page.locator(".line")).to_have_count(self.settings_there)
        choose(page.get_by_label("beside it"), f"{other.document['starts_at'][:5]} {other.document['title']}")
        expect(page.locator(".other").first).to_be_visible()
        page.get_by_label("only what differs").check()
        expect(page).to_have_url(re.compile(rf"against=setup-{other.pk}.*only=yes"))
        page.wait_for_function("() => document.querySelectorAll('.line').length < whole".replace("whole", str(self.settings_there)))
        shown = page.locator(".line").count()
        self.assertGreater(shown, 40)
        self.assertEqual(page.locator(".other.differs").count(), shown)
        page.reload()
        page.locator(".other").first.wait_for()
        expect(page.locator(".line")).to_have_count(shown)
        choose(page.get_by_label("group"), "focus")
        expect(page.locator(".list h2")).to_have_text(["focus"])
        choose(page.get_by_label("touches"), "raw")
        expect(page.get_by_text("Nothing here fits")).to_be_visible()

    def test_what_is_set_on_the_body_is_ticked_off_and_then_no_longer_differs(self) -> None:
        page = self.open(self.at("?against=held&only=yes&group=white"))
        line(page, "white_mode").click()
        row = page.locator("#set-white_mode")
        expect(row).to_contain_text("tungsten, seen")
        row.get_by_role("button", name="it is set so on the body").click()
        expect(line(page, "white_mode")).to_have_count(0)
        body = Piece.objects.get(person=self.ilse, slug="merrow-swift-20")
        held = Held.objects.get(piece=body, setting="white_mode")
        self.assertEqual(held.value, "kelvin")
        page.get_by_role("button", name="All shown are set so on the body").click()
        expect(page.get_by_text("Nothing here fits")).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_an_answer_that_nobody_took_is_not_left_behind_without_a_word(self) -> None:
        page = self.open("/profile")
        page.get_by_text("more that are decided for you").click()
        question = page.get_by_label("May a touch take the picture?")
        choose(question, "no")
        page.get_by_role("button", name="Take this answer").wait_for()
        leaving = page.get_by_role("dialog", name="An answer is not taken yet")
        for stays in (lambda: leaving.get_by_role("button", name="Stay here").click(), lambda: page.keyboard.press("Escape")):
            page.get_by_role("link", name="Kit").click()
            expect(leaving).to_be_visible()
            stays()
            expect(leaving).to_have_count(0)
            chosen(question, "no")
        page.get_by_role("link", name="Kit").click()
        leaving.get_by_role("button", name="Leave it as it was").click()
        expect(page).to_have_url(re.compile("/kit"))

    def test_a_habit_is_answered_for_this_situation_only(self) -> None:
        page = self.open(self.at("?open=review_time&find=review"))
        row = page.locator("#set-review_time")
        expect(row).to_contain_text("You decide this per situation")
        row.get_by_role("button", name="long enough to judge").click()
        self.stored(page, lambda d: d.get("habits") == {"review": "long"})
        expect(line(page, "review_time")).to_contain_text("Show picture after release")
        row.get_by_role("button", name="as my profile has it").click()
        self.stored(page, lambda d: d.get("habits") == {})
        self.assertEqual(Profile.objects.get(person=self.ilse).document["habits"]["review"], "per_situation")

    def test_a_bundle_is_taken_whole_and_says_how_to_prove_it(self) -> None:
        page = self.open(self.at(), size=PHONE)
        bundle = page.locator("details", has_text="a preview that tells the truth")
        bundle.locator("summary").click()
        expect(bundle).to_contain_text("Point at a bright window")
        bundle.get_by_role("button", name="Set all of it").click()
        document = self.stored(page, lambda d: len(d.get("settings", {})) >= 8)
        self.assertEqual(document["settings"]["look"], "flat")
        expect(bundle.locator("summary")).to_contain_text("set")

    def test_a_setting_that_a_new_body_lacks_is_let_go_of_where_it_is_told(self) -> None:
        Situation.objects.filter(pk=self.situation.pk).update(
            document={**self.situation.document, "settings": {"touch_release": "on"}, "body": "merrow-glass-36"}
        )
        page = self.open(f"/situations/{self.situation.pk}")
        told = page.get_by_role("alert").filter(has_text="rear screen answers a touch")
        expect(told.first).to_be_visible()
        page.goto(self.at())
        page.get_by_role("button", name="let go of it").first.click()
        self.stored(page, lambda d: d.get("settings") == {})
        expect(page.locator(".line").first).to_be_visible()

    def test_without_a_server_what_was_set_stays_here_and_goes_on_after(self) -> None:
        page = self.open(self.at("?open=grid&find=grid"), still=False)
        page.route("**/api/**", lambda route: route.abort())
        page.locator("#set-grid").get_by_role("button", name="fine", exact=True).click()
        expect(page.get_by_role("status").filter(has_text="kept here")).to_be_visible()
        page.unroute("**/api/**")
        page.reload()
        expect(line(page, "grid")).to_contain_text("fine")
        self.stored(page, lambda d: d.get("settings") == {"grid": "fine"})


class ThroughTheMenus(BrowserCase):
    def test_a_walk_is_ticked_off_on_a_phone_and_goes_on_on_another_device(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}/walk", size=PHONE)
        expect(page.get_by_text("resetting first is shorter")).to_be_visible()
        page.get_by_role("button", name="It is reset").click()
        expect(page.get_by_text("No walk over these items is shorter")).to_be_visible()
        expect(page.get_by_role("button", name="It is reset")).to_have_count(0)
        count = page.locator(".menus input[type=checkbox]").count()
        self.assertTrue(15 < count < 40, "what this picture needs; the rest is folded")
        first = page.locator(".step").first
        name = first.locator(".what b").inner_text()
        first.get_by_role("checkbox").check()
        expect(page.get_by_text(f"{count - 1} of {count} left")).to_be_visible()
        first.get_by_role("checkbox").uncheck()
        expect(page.get_by_text(f"{count} of {count} left")).to_be_visible()
        first.get_by_role("checkbox").check()
        self.answered(page)
        held = Held.objects.filter(piece__person=self.ilse, piece__slug="merrow-swift-20", verified_at__isnull=False)
        self.assertEqual(held.count(), self.settings_there)
        other = self.open("/")
        other.goto(f"/situations/{self.situation.pk}")
        other.get_by_role("spinbutton", name="time").wait_for()
        other.keyboard.press("m")
        expect(other.get_by_text(f"{count - 1} of {count - 1} left")).to_be_visible()
        self.assertNotIn(name, other.locator(".step .what b").all_inner_texts())
        self.assertEqual(self.wrong, [])

    def test_looking_everything_up_can_be_chosen_and_the_address_keeps_it(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}/walk")
        page.get_by_role("button", name="Look everything up instead").click()
        expect(page).to_have_url(re.compile(r"way=audit"))
        expect(page.get_by_role("checkbox").first).to_be_visible()
        page.reload()
        expect(page.get_by_text("what is unknown is looked up on the way")).to_be_visible()
        page.get_by_role("button", name="Reset first instead").click()
        expect(page.get_by_role("button", name="It is reset")).to_be_visible()


class BeforeThePictures(BrowserCase):
    def test_slots_of_the_day_are_told_for_each_body(self) -> None:
        page = self.open("/")
        page.get_by_role("link", name="slots", exact=True).click()
        expect(page.get_by_role("heading", name="Merrow Swift, 20 MP")).to_be_visible()
        swift = page.locator("section", has=page.get_by_role("heading", name="Merrow Swift, 20 MP"))
        expect(swift).to_contain_text("fewer than through the menus alone")
        expect(swift.get_by_text("turn to slot").first).to_be_visible()
        page.get_by_role("link", name="Say how many it has").click()
        choose(page.get_by_label("how many slots"), "2")
        self.answered(page)
        self.assertEqual(Piece.objects.get(person=self.ilse, slug="merrow-glass-36").document["traits"]["slots"], 2)
        self.assertEqual(self.wrong, [])

    def test_checks_are_ticked_by_keyboard_kept_and_said_in_the_bodys_words(self) -> None:
        page = self.open("/", size=PHONE)
        page.get_by_role("link", name="checks", exact=True).click()
        expect(page).to_have_url(re.compile(rf"/outings/{self.day.pk}/checks$"))
        chosen = page.get_by_role("region", name="the chosen check")
        text = chosen.locator("b").first.inner_text()
        page.get_by_text("The whole list").click()
        count = page.locator(".whole-list").get_by_role("checkbox").count()
        expect(page.get_by_text(f"{count} of {count} left")).to_be_visible()
        chosen.get_by_role("checkbox").focus()
        page.keyboard.press("Space")
        expect(page.get_by_text(f"{count - 1} of {count} left")).to_be_visible()
        expect(chosen.locator("b").first).not_to_have_text(text)  # the next dearest comes by itself
        page.reload()
        square = page.locator(".cell[aria-label$=', made']")
        expect(square).to_have_count(1)
        square.focus()
        page.keyboard.press("Enter")
        expect(chosen.locator("b").first).to_have_text(text)
        expect(chosen.get_by_role("checkbox")).to_be_checked()
        # each square is as large as what its check would lose, in area
        sizes = page.evaluate("[...document.querySelectorAll('.cell i')].map((i) => i.offsetWidth)")
        self.assertTrue(len(sizes) >= count and max(sizes) == 26 and len(set(sizes)) > 4, sizes)
        page.get_by_role("heading", name="Defaults that bite: Oxwick Plate, 60 MP").click()
        bite = page.locator(".bites[open] .bite").first
        bite.locator("summary").click()
        expect(bite.locator(".reason")).to_be_visible()
        expect(page.get_by_role("heading", name="Defaults that bite: Oxwick Plate, 60 MP")).to_be_visible()
        self.assertEqual(self.wrong, [])


class Guide(BrowserCase):
    def test_a_stranger_learns_whether_a_setting_touches_the_raw(self) -> None:
        """From the door: the palette, a word, the answer."""
        page = self.open("/")
        page.keyboard.press("/")
        page.get_by_role("combobox", name="find").fill("noise reduction at high")
        page.keyboard.press("Enter")
        expect(page).to_have_url(re.compile(r"/guide/high_iso_noise_reduction$"))
        expect(page.get_by_role("heading", level=1)).to_have_text("noise reduction at high ISO")
        expect(page.get_by_text("No, the finished file only.")).to_be_visible()
        expect(page.get_by_text("Smooth grain at high ISO", exact=True)).to_have_count(2)
        expect(page.get_by_text("In my setups")).to_be_visible()
        page.get_by_role("link", name="Terns over the bar").click()
        expect(page).to_have_url(re.compile(rf"/situations/{self.situation.pk}/settings\?"))
        expect(page.locator("#set-high_iso_noise_reduction")).to_be_visible()
        page.go_back()
        expect(page.get_by_text("No, the finished file only.")).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_it_is_searched_in_either_tongue_and_read_without_signing_in(self) -> None:
        page = self.open("/guide")
        for words, slug in (("frames before the press", "pre_capture"), ("fathoms deep", ""), ("grey filter", "built_in_nd")):
            page.get_by_label("search settings").fill(words)
            if slug:
                page.keyboard.press("Enter")
                expect(page).to_have_url(re.compile(rf"/guide/{slug}$"))
            else:
                expect(page.get_by_text("No setting is called that")).to_be_visible()
        first = page.get_by_role("navigation", name="settings").get_by_role("link").first
        for slug, words in CALLED.items():
            page.get_by_label("search settings").fill(words[-1])
            expect(first).to_have_attribute("href", f"/guide/{slug}")
        page.get_by_label("search settings").fill("")
        choose(page.get_by_label("body"), "Quillon Lane, 32 MP")
        page.goto("/guide/grid")
        expect(page.get_by_text("grid lines under body", exact=False)).to_be_visible()

    def test_on_a_phone_the_answer_stands_first_and_the_list_is_one_press_away(self) -> None:
        page = self.open("/guide/white_mode", size=PHONE, theme="red")
        expect(page.get_by_text("No, the finished file only.")).to_be_in_viewport()
        expect(page.get_by_label("search settings")).to_be_hidden()
        page.get_by_role("link", name="all settings").click()
        page.get_by_label("search settings").fill("kelvin")
        page.keyboard.press("Enter")
        expect(page).to_have_url(re.compile(r"/guide/white_kelvin$"))
        page.go_back()
        expect(page.get_by_label("search settings")).to_be_visible()


class Habits(BrowserCase):
    def test_an_answer_shows_what_it_changes_before_it_is_taken(self) -> None:
        page = self.open("/profile")
        choose(page.get_by_label("Look at each picture after the shot?"), "never by itself")
        trial = page.get_by_role("status").filter(has_text="setups change")
        expect(trial).to_contain_text("Record shown after the release, review after the shot: four seconds → off")
        trial.get_by_role("button", name="Leave it as it was").click()
        chosen(page.get_by_label("Look at each picture after the shot?"), "I decide each time")
        self.assertEqual(Profile.objects.get(person=self.ilse).document["habits"]["review"], "per_situation")
        choose(page.get_by_label("Look at each picture after the shot?"), "never by itself")
        page.get_by_role("button", name="Take this answer").click()
        for _ in range(100):
            if Profile.objects.get(person=self.ilse).document["habits"]["review"] == "off":
                break
            page.wait_for_timeout(100)
        else:
            self.fail("never kept")
        choose(page.get_by_label("metering", exact=True), "spot on the brightest tone that must hold")
        expect(page.get_by_role("status").filter(has_text="change")).to_contain_text("Take this answer")
        self.assertEqual(self.wrong, [])
