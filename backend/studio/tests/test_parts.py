"""The bench asks in parts: the parts say what the whole says, and what is wrong is said by the part it belongs to."""

from __future__ import annotations

from typing import Any
from unittest import mock

from django.contrib.auth import get_user_model
from django.test import TestCase
from django.utils import timezone
from playwright.sync_api import Route, expect

from kit.models import Piece
from outings.bench import actions
from outings.demo_people import load_demo_people
from outings.models import Outing, Situation
from people.models import Profile
from people.tests.caller import Caller, pointers
from studio.tests.browser import BrowserCase

CLASH = {"silent": "on", "shutter_type": "mechanical"}
FIRST_BYTES = 15_000
"""What an answer at a keystroke may weigh."""


class Parts(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        people = get_user_model().objects
        cls.ilse, cls.bram = people.get(username="demo.ilse"), people.get(username="demo.bram")

    def setUp(self) -> None:
        self.caller = Caller(self.ilse)
        self.rows = list(Situation.objects.filter(outing__person=self.ilse))

    def now(self, row: Situation, **changes: Any) -> dict[str, Any]:
        return {"outing": row.outing_id, "document": {**row.document, **changes}}

    def ask(self, part: str, asked: dict[str, Any]) -> Any:
        return self.caller.post(f"/api/bench/{part}", asked)

    def test_each_part_of_every_demo_situation_is_what_the_whole_says(self) -> None:
        for row in self.rows:
            now = self.now(row)
            whole, figures, ladder, clashes = (self.ask(part, now).json() for part in ("whole", "figures", "ladder", "clashes"))
            brief = [{key: value for key, value in made.items() if key != "other_ways"} for made in whole["decisions"]]
            self.assertEqual(figures, {**{key: whole[key] for key in figures}, "decisions": brief})
            self.assertEqual(ladder, {key: whole[key] for key in ("ladder", "neighbours")})
            rest = {"ladder", "neighbours", "configuration", "violations", "change", "handing_over", "bundles", "unkept"}
            self.assertEqual(set(whole) - set(figures), rest)
            self.assertEqual(clashes, {"settings": len(whole["configuration"]), "violations": whole["violations"]})
            for made in whole["decisions"]:
                ways = self.ask("ways", {"situation": now, "decision": made["decision"]}).json()
                self.assertEqual(ways, made["other_ways"])

    def test_the_bench_asks_what_everything_else_asks(self) -> None:
        """A situation's own file, its card and its frame are made of the question that the bench asks: kit, profile, day and all."""
        Profile.objects.filter(person=self.ilse).update(document={"noise_bar": 25, "bodies": 3, "schools": {"white": "fixed_kelvin"}})
        for row in self.rows:
            stored = self.caller.get(f"/api/situations/{row.pk}/setup.json").json()
            self.assertEqual(self.ask("whole", self.now(row)).json(), stored)
            by_file = self.caller.get(f"/api/situations/{row.pk}/situation.json").json()
            frames = [self.caller.post("/api/rehearse", {"situation": asked}).json() for asked in (by_file, self.now(row))]
            self.assertEqual(*(without_tokens(frame) for frame in frames))

    def test_figures_come_though_settings_clash_and_the_clash_is_told_by_its_part(self) -> None:
        now = self.now(self.rows[1], settings=CLASH)
        self.assertEqual(self.ask("figures", now).status_code, 200)
        told = self.ask("clashes", now).json()["violations"]
        self.assertTrue(any(set(CLASH) <= set(violation["settings"]) for violation in told), told)

    def test_what_is_wrong_is_said_at_its_place_in_the_document_and_costs_no_figures(self) -> None:
        row = self.rows[1]
        now = self.now(row, settings={"grid": "plenty"})
        self.assertEqual(self.ask("figures", now).status_code, 200)
        for part in ("whole", "clashes"):
            refused = self.ask(part, now)
            self.assertEqual((refused.status_code, pointers(refused)), (422, {"/document/settings/grid"}))
        for changes, place in (
            ({"light": {"ev100": 99}}, "/light/ev100"),
            ({"lens": "nobodys"}, "/lens"),
            ({"focal_length_mm": 9000}, "/focal_length_mm"),
            ({"motion": {"distance_m": 0.01}}, "/motion/distance_m"),
        ):
            wrong = self.now(row, **changes)
            self.assertEqual(pointers(self.ask("figures", wrong)), {f"/document{place}"})
            self.assertEqual(pointers(self.ask("ways", {"situation": wrong, "decision": "white"})), {f"/situation/document{place}"})
            self.assertEqual(pointers(self.caller.post("/api/rehearse", {"situation": wrong})), {f"/situation/document{place}"})
        others = {**now, "outing": Outing.objects.get(person=self.bram).pk}
        for asked in (others, {**now, "outing": 99_999}):
            self.assertEqual(pointers(self.ask("figures", asked)), {"/outing"}, "nobody else's day is put to a question")
        self.assertEqual(Caller().post("/api/bench/figures", now).status_code, 401)

    def test_pairs_are_those_of_the_person_s_kit_and_one_body_s_where_they_are_many(self) -> None:
        now = self.now(self.rows[1])
        every = self.ask("pairs", now).json()["pairs"]
        self.assertGreater(len({pair["body"] for pair in every}), 3)
        self.assertEqual([pair["cost_stops"] for pair in every], sorted(pair["cost_stops"] for pair in every))
        self.assertFalse(any(pair["body"] == "tamsel-heron" and pair["lens"] == "merrow-85" for pair in every), "a body has its own lens")
        Piece.objects.filter(person=self.ilse, slug="merrow-70-200").update(deleted_at=timezone.now())
        left = self.ask("pairs", now).json()["pairs"]
        self.assertEqual({p["lens"] for p in every} - {p["lens"] for p in left}, {"merrow-70-200"}, "what is put aside is not ranked")
        Piece.objects.filter(person=self.ilse).update(deleted_at=None)
        with mock.patch.object(actions, "MOST_PAIRS", 10):
            told = self.ask("pairs", now).json()
        own = now["document"]["body"]
        self.assertEqual(told, {"pairs": [pair for pair in every if pair["body"] == own], "of_one_body": True})

    def test_the_first_answer_is_light_and_no_part_is_heavy(self) -> None:
        for row in self.rows:
            sizes = {part: len(self.ask(part, self.now(row)).content) for part in ("figures", "ladder", "clashes", "whole")}
            self.assertLess(sizes["figures"], FIRST_BYTES, row)
            self.assertLess(sizes["figures"] + sizes["ladder"], sizes["whole"] / 2)


def without_tokens(told: Any) -> Any:
    """An answer without the words that stand for frames, which are signed with their moment."""
    if isinstance(told, list):
        return [without_tokens(one) for one in told]
    return {key: without_tokens(value) for key, value in told.items() if key != "token"} if isinstance(told, dict) else told


class AtTheBench(BrowserCase):
    def test_figures_change_as_one_types_and_the_clash_is_said_once_typing_pauses(self) -> None:
        asked: list[str] = []
        page = self.open(f"/situations/{self.situation.pk}")
        self.hear(page, "request", lambda request: asked.append(request.url.rsplit("/api", 1)[-1].split("?")[0]))
        page.get_by_role("textbox", name="speed").press_sequentially("12.5", delay=30)
        self.stored(page, lambda d: d["motion"].get("speed_m_s") == 12.5)
        self.answered(page)
        self.assertEqual(asked.count("/bench/whole"), 0, "the whole setup is not asked for at the bench")
        self.assertGreaterEqual(asked.count("/bench/figures"), 2)
        page.wait_for_timeout(400)
        self.answered(page)
        self.assertTrue(1 <= asked.count("/bench/clashes") <= asked.count("/bench/figures"), asked)
        self.assertLessEqual(asked.count("/bench/ladder"), asked.count("/bench/figures"))
        self.assertEqual(self.wrong, [])

    def test_the_first_figures_stand_before_what_follows_them_is_simulated_and_no_save_waits_for_it(self) -> None:
        asked: list[str] = []
        terns = Situation.objects.get(outing=self.day, document__title="Terns over the bar")
        self.situation = terns
        held: list[Route] = []
        page = self.open(f"/situations/{terns.pk}?row=focus", still=False)
        page.locator("[data-stops]").first.wait_for()
        let_go: list[bool] = []
        page.route("**/api/bench/figures?at_once=false", lambda route: route.continue_() if let_go else held.append(route))
        self.hear(page, "request", lambda request: asked.append(request.url.rsplit("/api", 1)[-1]))
        page.get_by_role("textbox", name="speed").fill("14")
        self.stored(page, lambda document: document["motion"].get("speed_m_s") == 14)
        row = page.locator("section.on")
        expect(row).to_contain_text("being simulated")
        expect(row).not_to_contain_text("frames a second come out in focus")
        page.wait_for_timeout(300)
        self.assertTrue(held)
        let_go.append(True)  # a save that comes later asks once more
        held[-1].continue_()
        expect(row).to_contain_text("frames a second come out in focus")
        expect(row).not_to_contain_text("being simulated")
        self.assertLess(asked.index("/bench/figures?at_once=true"), asked.index("/bench/figures?at_once=false"))
        self.assertEqual(self.wrong, [])

    def test_a_part_that_does_not_come_is_said_beside_the_figures_which_do(self) -> None:
        page = self.open(f"/situations/{self.situation.pk}", still=False)
        page.locator("[data-stops]").first.wait_for()
        for part in ("ladder", "ways"):
            page.route(f"**/api/bench/{part}", lambda route: route.abort())
        page.get_by_role("textbox", name="speed").fill("9")
        expect(page.get_by_role("alert").filter(has_text="The ladder is that of before.")).to_be_visible()
        page.locator("[aria-controls='why-drive']").click()
        expect(page.get_by_role("alert").filter(has_text="They could not be fetched")).to_be_visible()
        expect(page.locator("#why-drive .reason").first).to_contain_text("9 m/s")
        page.unroute_all()
        page.get_by_role("textbox", name="speed").fill("8")
        for gone in ("The ladder is that of before.", "They could not be fetched"):
            expect(page.get_by_text(gone)).to_have_count(0)

    def test_what_has_not_come_is_said_on_any_page_asked_again_and_comes(self) -> None:
        page = self.open("/", still=False)
        for part, path in (("situations/*", f"/situations/{self.situation.pk}"), ("bench/figures*", ""), ("settings", "/guide/look")):
            said = page.get_by_role("alert").filter(has_text="Part of this page has not come")
            expect(said).to_have_count(0)
            page.route(f"**/api/{part}", lambda route: route.abort())
            if path:
                self.walk_to(page, path)
                page.reload()
            else:
                page.get_by_role("textbox", name="speed").fill("7")
            expect(said).to_be_visible()
            with page.expect_request(f"**/api/{part}"):
                page.get_by_role("button", name="Ask now").click()
            expect(said).to_be_visible()
            page.unroute_all()
            page.evaluate("window.dispatchEvent(new Event('online'))")
            expect(said).to_have_count(0)
            page.locator({"situations/*": "[data-stops]", "bench/figures*": "text=7 m/s", "settings": "h1"}[part]).first.wait_for()
