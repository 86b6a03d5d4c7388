"""Loading a body as its owner does: from the box to its slots by keyboard, roles for its keys, two bodies alike."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from kit.models import FirstStep, Held, Layout, Piece, Slot
from outings.models import Filling, Outing, Situation
from studio.tests.browser import BrowserCase
from studio.tests.chromium import PHONE, choose, chosen

SWIFT = "merrow-swift-20"


def to(page: Page, name: str) -> None:
    """Move with the tabulator until something of a name has the focus."""
    for _ in range(400):
        page.keyboard.press("Tab")
        told = page.evaluate("document.activeElement?.getAttribute('aria-label') || document.activeElement?.textContent?.trim() || ''")
        if told.startswith(name):
            return
    raise AssertionError(f"“{name}” cannot be reached with the tabulator")


class FromTheBox(BrowserCase):
    def piece(self, slug: str = SWIFT) -> Piece:
        return Piece.objects.get(person=self.ilse, slug=slug)

    def test_a_stranger_takes_a_body_from_the_box_to_three_loaded_slots_by_keyboard(self) -> None:
        page = self.open("/kit")
        to(page, "Merrow Swift, 20 MP")
        page.keyboard.press("Enter")
        page.get_by_role("link", name="the first day with Merrow Swift, 20 MP").wait_for()
        to(page, "the first day with Merrow Swift, 20 MP")
        page.keyboard.press("Enter")
        page.get_by_role("heading", name="The first day with Merrow Swift, 20 MP").wait_for()
        to(page, "It is new, or was reset: begin")
        page.keyboard.press("Enter")
        expect(page.get_by_text("17 of 17 steps left")).to_be_visible()
        page.get_by_label("the name it writes into files").fill("I. Varn")
        to(page, "All of it is so")
        expect(page.get_by_text("name written down")).to_be_visible()
        for left in range(16, 0, -1):
            self.answered(page)
            page.keyboard.press("n")
            page.keyboard.press("Enter")
            expect(page.get_by_text(f"{left} of 17 steps left")).to_be_visible()
        for number in (1, 2, 3):
            to(page, f"load slot {number}")
            page.keyboard.press("Enter")
            expect(page).to_have_url(re.compile(rf"slot={number}"))
            page.get_by_text(f"to be kept in slot {number}").wait_for()
            page.get_by_text(re.compile("No walk over these items is shorter|none was found in time")).wait_for()
            first = page.locator(".step").first
            first.wait_for()
            if number == 1:
                first.get_by_role("checkbox").focus()
                page.keyboard.press("Space")
                expect(page.get_by_text(re.compile(r"^\d+ of \d+ left$"))).to_be_visible()
                page.reload()
                page.get_by_text("to be kept in slot 1").wait_for()
            to(page, f"All is set, and kept in slot {number}")
            page.keyboard.press("Enter")
            expect(page.get_by_text(f"Written down: slot {number} holds it.")).to_be_visible()
            to(page, "Back to the first day")
            page.keyboard.press("Enter")
            page.get_by_role("heading", name="The first day with Merrow Swift, 20 MP").wait_for()
        expect(page.get_by_text("loaded", exact=True)).to_have_count(3)
        page.keyboard.press("n")
        page.keyboard.press("Enter")
        expect(page.get_by_text("every step is done")).to_be_visible()
        expect(page.get_by_text("Looked at, and as it should be.")).to_be_visible()
        self.assertEqual(Slot.objects.filter(piece=self.piece()).count(), 3)
        self.assertEqual(FirstStep.objects.filter(piece=self.piece()).count(), 17)
        self.assertGreater(Held.objects.filter(piece=self.piece(), verified_at__isnull=False).count(), 40)
        self.assertEqual(self.wrong, [])

    def test_left_half_way_on_a_phone_it_goes_on_where_it_was_and_a_colliding_prefix_is_told(self) -> None:
        page = self.open(f"/kit/bodies/{SWIFT}/first", size=PHONE)
        page.get_by_role("button", name="All of it is so").first.click()
        expect(page.get_by_text("16 of 17 steps left")).to_be_visible()
        page.reload()
        second = page.locator("[data-step='prefix']")
        expect(second).to_be_visible()
        expect(second.get_by_text("begins its files with TSW too")).to_be_visible()
        field = second.get_by_label("its prefix")
        field.fill("ts/")
        field.press("Enter")
        expect(page.get_by_role("alert")).to_be_visible()
        expect(field).to_have_value("ts/")
        field.fill("tsx")
        field.press("Enter")
        expect(page.get_by_text("prefix written down")).to_be_visible()
        expect(second.get_by_text("begins its files")).to_have_count(0)
        self.assertEqual(Layout.objects.get(piece=self.piece()).document["prefix"], "TSX")

    def test_what_cannot_be_set_is_said_on_the_walk_and_left_out(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}/walk?way=audit")
        self.answer_late(page, "GET")
        name = page.locator(".step .what b").first.inner_text()
        page.get_by_role("button", name=f"{name} cannot be set").click()
        why = page.get_by_label(f"why {name} cannot be set")
        why.fill("grayed out")
        why.press("Enter")
        expect(page.get_by_role("heading", name="Could not be set")).to_be_visible()
        expect(page.get_by_text("grayed out")).to_be_visible()
        page.get_by_role("button", name=re.compile("^try .* again$")).click()
        expect(page.get_by_role("heading", name="Could not be set")).to_have_count(0)
        page.wait_for_timeout(1000)
        expect(page.get_by_role("heading", name="Could not be set")).to_have_count(0)
        first = page.locator(".step").count()
        page.get_by_text(re.compile(r"^\d+ more, as this body is kept")).click()
        expect(page.get_by_text(f"Once the {first} above are set")).to_be_visible()
        said = page.locator("summary").filter(has_text="more, as this body").inner_text()
        expect(page.locator(".rest .step")).to_have_count(int(said.split()[0]))
        self.assertEqual(self.wrong, [])

    def test_the_way_is_drawn_as_long_as_its_presses_and_the_next_page_opens_once_one_is_set(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}/walk?way=audit", size=PHONE)
        walk = page.request.get(f"/api/situations/{self.situation.pk}/walk?way=audit&part=needed").json()
        bars = page.locator(".way .bar")
        expect(bars).to_have_count(len(walk["steps"]))
        widths = bars.evaluate_all("all => all.map(one => [Number(one.getAttribute('width')), one.textContent])")
        known = {f"{step['label']}: {step['shown']}": step["presses"] for step in walk["steps"]}
        by_presses = sorted(widths, key=lambda bar: known[bar[1].strip()])
        self.assertEqual([w for w, _ in by_presses], sorted(w for w, _ in widths))
        pages = [tuple(step["menu"]) for step in walk["steps"]]
        first = sum(menu == pages[0] for menu in pages)
        shown = page.locator(".menus .step:visible")
        expect(shown).to_have_count(first)
        for k in range(first):
            shown.nth(k).get_by_role("checkbox").click()
            expect(page.get_by_text(f"{len(pages) - k - 1} of {len(pages)} left")).to_be_visible()
        expect(page.locator(".way .bar.done")).to_have_count(first)
        expect(shown).to_have_count(first + sum(menu == pages[first] for menu in pages))
        page.locator(".menus summary").first.click()
        expect(shown).to_have_count(0)
        bars.last.click()
        expect(page.get_by_label(re.compile(re.escape(walk["steps"][-1]["label"]))).and_(page.locator(":focus"))).to_be_visible()
        self.assertEqual(self.wrong, [])


class UnderTheFingers(BrowserCase):
    def test_roles_are_given_as_computed_changed_by_hand_and_kept(self) -> None:
        page = self.open("/")
        page.get_by_role("link", name="fingers", exact=True).click()
        choose(page.get_by_label("which body"), "Merrow Swift, 20 MP")
        page.get_by_role("button", name="Give the roles as computed").click()
        expect(page.get_by_role("button", name="Roles are as computed")).to_be_disabled()
        page.get_by_role("button", name="lower back button").click()
        choose(page.get_by_label("press of lower back button"), "look at the last frame")
        expect(page.get_by_text("lower back button has its role")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_text("undone")).to_be_visible()
        self.answered(page)
        choose(page.get_by_label("press of lower back button"), "look at the last frame")
        expect(page.get_by_text("lower back button has its role")).to_be_visible()
        expect(page.get_by_label("keep look at the last frame there")).to_be_checked()
        self.answered(page)
        page.get_by_role("button", name="top button").click()
        choose(page.get_by_label("press of top button", exact=True), "look at the last frame")
        expect(page.get_by_text("look at the last frame moved here from lower back button")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        self.answered(page)
        page.reload()
        choose(page.get_by_label("which body"), "Merrow Swift, 20 MP")
        page.get_by_role("button", name="lower back button").click()
        chosen(page.get_by_label("press of lower back button"), "look at the last frame")
        roles = Layout.objects.get(piece__person=self.ilse, piece__slug=SWIFT).document["roles"]
        self.assertIn({"control": "deck", "use": "press", "function": "look_back", "fixed": True}, roles)
        self.assertEqual(self.wrong, [])

    def test_the_palette_finds_every_screen_of_a_day_and_the_first_day_of_a_body(self) -> None:
        page = self.open("/")
        for typed, heading in (
            ("under the fingers", "Under the fingers: Lantern-boat week"),
            ("cards and links", "Cards and links: Lantern-boat week"),
            ("into the slots", "Into the slots: Lantern-boat week"),
            ("first day oxwick", "The first day with Oxwick Plate, 60 MP"),
        ):
            page.keyboard.press("/")
            page.get_by_role("combobox", name="find").fill(typed)
            page.keyboard.press("Enter")
            expect(page.get_by_role("heading", name=heading)).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_a_body_without_controls_gets_them_written_down_and_is_then_weighed(self) -> None:
        Situation.objects.filter(pk=self.situation.pk).update(
            document={**self.situation.document, "body": "tamsel-matchbox", "lens": "tamsel-fixed"}
        )
        page = self.open("/kit/bodies/tamsel-matchbox?page=all")
        page.get_by_label("another control").fill("the only key")
        choose(page.get_by_label("where it lies").last, "top, behind the release")
        page.get_by_role("button", name="Add the control").click()
        expect(page.get_by_label("what you call the only key")).to_be_visible()
        page.get_by_role("checkbox", name="the only key: long press").check()
        self.answered(page)
        controls = Piece.objects.get(person=self.ilse, slug="tamsel-matchbox").document["traits"]["controls"]
        self.assertEqual([(c["slug"], c["uses"]) for c in controls], [("the_only_key", ["press", "hold", "long_press"])])
        # on the drawing: the control that is looked at goes where one presses, and a place asks for the next one
        page.locator("[data-spot=thumb_rest]").click()
        self.answered(page)
        (control,) = Piece.objects.get(person=self.ilse, slug="tamsel-matchbox").document["traits"]["controls"]
        self.assertEqual((control["slug"], control["spot"]), ("the_only_key", "thumb_rest"))
        page.locator("[data-control=the_only_key]").click()
        expect(page.get_by_label("what you call the only key")).to_have_count(0)
        page.locator("[data-spot=top_middle]").click()
        expect(page.get_by_label("another control")).to_be_focused()
        page.keyboard.type("second key")
        page.keyboard.press("Enter")
        self.answered(page)
        controls = Piece.objects.get(person=self.ilse, slug="tamsel-matchbox").document["traits"]["controls"]
        self.assertEqual([c["spot"] for c in controls], ["thumb_rest", "top_middle"])
        page.get_by_role("button", name="take out the only key").click()
        expect(page.get_by_label("what you call the only key")).to_have_count(0)
        self.assertEqual(self.wrong, [])


class SlotsByHand(BrowserCase):
    def test_a_slot_is_chosen_by_hand_and_two_bodies_are_made_alike(self) -> None:
        page = self.open(f"/outings/{self.day.pk}/slots")
        swift = page.locator("section", has=page.get_by_role("heading", name="Merrow Swift, 20 MP"))
        swift.get_by_role("button", name="slot 3: ").press("Enter")
        choose(page.get_by_label("what slot 3 of Merrow Swift, 20 MP should hold"), "for other hands")
        expect(swift.get_by_role("button", name="slot 3: for other hands")).to_have_attribute("aria-pressed", "true")
        self.assertEqual(Filling.objects.get(outing=self.day).special, "hand_over")
        swift.get_by_role("link", name="load it").click()
        expect(page.get_by_text("For other hands, to be kept in slot 3.")).to_be_visible()
        page.go_back()
        swift.get_by_role("button", name="slot 3: ").click()
        chooser = page.get_by_label("what slot 3 of Merrow Swift, 20 MP should hold")
        third = swift.get_by_role("button", name="slot 3: for other hands")
        choose(chooser, "as computed")
        expect(third).to_have_count(0)
        page.get_by_role("button", name="Undo").click()
        expect(third).to_have_count(1)
        choose(chooser, "as computed")
        expect(third).to_have_count(0)
        self.assertFalse(Filling.objects.filter(outing=self.day).exists())
        choose(page.get_by_label("which two"), "Oxwick Plate, 60 MP and Merrow Swift, 20 MP")
        expect(page.get_by_text("Both write files that begin with TSW")).to_be_visible()
        page.get_by_role("button", name="Merrow Swift, 20 MP like Oxwick Plate, 60 MP").click()
        expect(page.get_by_text("Merrow Swift, 20 MP is like Oxwick Plate, 60 MP")).to_be_visible()
        self.assertTrue(Situation.objects.get(pk=self.situation.pk).document["settings"])
        page.get_by_role("button", name="Take it back").click()
        expect(page.get_by_text("taken back")).to_be_visible()
        self.assertFalse(Situation.objects.get(pk=self.situation.pk).document.get("settings"))
        self.assertEqual(self.wrong, [])


class DoesItFit(BrowserCase):
    def test_another_setup_is_carried_over_and_taken_item_by_item(self) -> None:
        races = Situation.objects.get(outing=self.day, document__genre="sports")
        page = self.open(f"/situations/{self.situation.pk}/settings")
        page.get_by_role("link", name="Does another’s fit me?").click()
        choose(page.get_by_label("what to carry over"), "Sprint heats off the quay, Merrow Swift, 20 MP")
        expect(page).to_have_url(re.compile(rf"from=situation~{races.pk}"))
        button = page.get_by_role("button", name=re.compile(r"^Take the \d+ that are ticked$"))
        count = int(re.findall(r"\d+", button.inner_text())[0])
        self.assertGreater(count, 3)
        page.locator("main summary").first.click()
        page.locator("details[open] .item").get_by_role("checkbox").first.uncheck()
        expect(page.get_by_role("button", name=f"Take the {count - 1} that are ticked")).to_be_enabled()
        page.get_by_role("button", name=f"Take the {count - 1} that are ticked").click()
        expect(page.get_by_text(f"{count - 1} settings taken")).to_be_visible()
        self.assertEqual(len(Situation.objects.get(pk=self.situation.pk).document["settings"]), count - 1)
        page.go_back()
        page.go_forward()
        expect(page.get_by_role("button", name="Take the 1 that are ticked")).to_be_enabled()
        self.assertEqual(self.wrong, [])

    def test_a_pasted_recipe_is_translated_and_a_wrong_one_told_where_it_is_wrong(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}/fits", size=PHONE, still=False)
        paste = page.get_by_label("a recipe, pasted")
        paste.fill("not a recipe")
        page.get_by_role("button", name="Translate").click()
        expect(page.get_by_role("alert")).to_contain_text("not a recipe")
        recipe = '{"format": "wide-aperture-recipe", "version": 1, "title": "Quiet", "body": "Somebody", "values": {"beeps": "%s"}}'
        paste.fill(recipe % "loud")
        page.get_by_role("button", name="Translate").click()
        expect(page.get_by_role("alert")).to_contain_text("off, on is accepted")
        expect(paste).to_have_value(recipe % "loud")
        paste.fill(recipe % "on")
        page.get_by_role("button", name="Translate").click()
        expect(page.get_by_role("alert")).to_have_count(0)
        expect(page.locator(".item").first).to_be_visible()


class Guarded(BrowserCase):
    def test_a_guard_is_made_part_of_the_setups_and_cards_and_links_are_told(self) -> None:
        page = self.open(f"/outings/{self.day.pk}/checks")
        page.get_by_role("button", name="set wheel lock: on in these setups").click()
        expect(page.get_by_text("the wheel that turns ISO")).to_have_count(0)
        locked = Situation.objects.filter(outing=self.day, document__settings__wheel_lock="on")
        self.assertGreaterEqual(locked.count(), 1)
        page.get_by_role("button", name="Take it back").click()
        expect(page.get_by_text("the wheel that turns ISO").first).to_be_visible()
        self.assertEqual(locked.count(), 0)
        page.get_by_role("button", name="set wheel lock: on in these setups").click()
        expect(page.get_by_text("the wheel that turns ISO")).to_have_count(0)
        expect(page.get_by_role("heading", name="Shortest safe lists")).to_be_visible()
        page.goto("/")
        page.get_by_role("link", name="cards and links", exact=True).click()
        expect(page.get_by_role("heading", name="Cards and links: Lantern-boat week")).to_be_visible()
        page.get_by_role("link", name="Its speeds").first.click()
        field = page.get_by_label("link, MB a second")
        field.fill("lots")
        field.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("type megabytes")
        field.fill("3,5")
        field.press("Enter")
        expect(page.get_by_role("alert")).to_have_count(0)
        self.answered(page)
        self.assertEqual(Piece.objects.get(person=self.ilse, slug="oxwick-plate-60").document["traits"]["traffic"]["link_mb_s"], 3.5)
        self.assertEqual(self.wrong, [])

    def test_the_card_says_the_way_there_and_keeps_its_ticks(self) -> None:
        races = Situation.objects.get(outing=self.day, document__genre="sports")
        page = self.open(f"/situations/{races.pk}", size=PHONE)
        page.get_by_role("button", name="Make the pocket card").click()
        page.get_by_text("More: what gives first").click()
        expect(page.get_by_role("heading", name="Getting there")).to_be_visible()
        expect(page.get_by_text("turn to slot")).to_be_visible()
        expect(page.get_by_text("thumb button, hold: focus")).to_be_visible()
        check = page.locator("h2:has-text('Before it begins') ~ label").first.get_by_role("checkbox")
        check.check()
        page.reload()
        page.get_by_text("More: what gives first").click()
        expect(check).to_be_checked()
        self.assertEqual(self.wrong, [])


class WrittenDown(BrowserCase):
    """What a body's owner writes down about it: lists, presses, and days that are empty."""

    def test_a_list_is_filled_put_in_order_and_never_fuller_than_the_body_has_room(self) -> None:
        page = self.open(f"/kit/bodies/{SWIFT}?page=all", still=False)
        chooser = page.get_by_label("put on Pinned items")
        for label in ("grid", "beeps", "level", "histogram", "drive", "time zone"):
            choose(chooser, label)
            self.answered(page)
        expect(page.get_by_role("alert")).to_contain_text("room for 8")
        kept = Layout.objects.get(piece__person=self.ilse, piece__slug=SWIFT).document["pinned"]
        self.assertEqual(len(kept), 8, "what does not fit is not kept, and nothing else is lost")
        page.get_by_role("button", name="move beeps up on Pinned items").focus()
        page.keyboard.press("Enter")
        expect(page.get_by_text("moved up")).to_be_visible()
        page.get_by_role("button", name="take beeps off Pinned items").click()
        expect(page.get_by_text("beeps taken off")).to_be_visible()
        after = Layout.objects.get(piece__person=self.ilse, piece__slug=SWIFT).document["pinned"]
        self.assertEqual(after, [slug for slug in kept if slug != "beeps"])

    def test_presses_are_counted_in_quarters_and_a_wrong_one_is_told_where_it_was_typed(self) -> None:
        page = self.open(f"/kit/bodies/{SWIFT}?page=all", still=False)
        page.get_by_text("presses that its menus cost").click()
        field = page.get_by_label("to the next line")
        for text, words in (("a lot", "type presses"), ("0.3", "quarters"), ("-1", "greater than or equal to 0")):
            field.fill(text)
            field.press("Enter")
            expect(page.get_by_role("alert")).to_contain_text(words)
        field.fill("0,25")
        field.press("Enter")
        expect(page.get_by_role("alert")).to_have_count(0)
        self.answered(page)
        self.assertEqual(Piece.objects.get(person=self.ilse, slug=SWIFT).document["traits"]["moves"]["line"], 0.25)

    def test_empty_days_and_bodies_of_others_teach_or_say_so_on_every_screen(self) -> None:
        empty = Outing.objects.create(person=self.ilse, title="Nothing yet", day="2027-07-01")
        page = self.open("/", size=PHONE)
        for what in ("slots", "fingers", "traffic", "checks"):
            page.goto(f"/outings/{empty.pk}/{what}")
            expect(page.get_by_text("Add situations to the day")).to_be_visible()
        self.assertEqual(self.wrong, [])
        page = self.open("/", still=False)
        theirs = Outing.objects.exclude(person=self.ilse).first()
        for what in ("slots", "fingers", "traffic", "checks"):
            page.goto(f"/outings/{theirs.pk}/{what}")
            expect(page.get_by_text("This outing is not here.")).to_be_visible()
        page.goto("/kit/bodies/nobodys/first")
        expect(page.get_by_text("There is nothing here.")).to_be_visible()

    def test_how_a_key_meets_the_hand_changes_what_is_computed_and_what_no_key_has_is_said_first(self) -> None:
        page = self.open(f"/outings/{self.day.pk}/fingers", size=PHONE)
        choose(page.get_by_label("which body"), "Merrow Swift, 20 MP")
        expect(page.get_by_text("these setups count on another setup under a finger")).to_be_visible()
        others = page.locator("li:not([data-control=rear]) .roles")
        before = others.all_inner_texts()
        key = page.get_by_role("button", name="thumb button")
        key.click()
        choose(page.get_by_label("how often thumb button is missed"), "half the time")
        expect(page.get_by_text("how it meets your hand, written down")).to_be_visible()
        self.answered(page)
        self.assertNotEqual(others.all_inner_texts(), before)
        choose(page.get_by_label("how often thumb button is missed"), "as its place does")
        self.answered(page)
        self.assertEqual(others.all_inner_texts(), before)
        page.get_by_role("button", name="Give the roles as computed").click()
        expect(page.get_by_text("these setups count on another setup under a finger")).to_have_count(0)
        self.assertEqual(self.wrong, [])
