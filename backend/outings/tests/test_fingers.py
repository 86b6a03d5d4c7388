"""Controls of the demo day, layouts of bodies, and the first day with one."""

from __future__ import annotations

import csv
import io
from typing import Any

from craft.day.first_day import CARD_LOSS, FIRST_STEPS
from craft.vocabulary.settings import BY_SLUG
from outings.tests.test_outings import Day
from people.tests.caller import Caller, pointers

SWIFT, PLATE, GLASS = "merrow-swift-20", "oxwick-plate-60", "merrow-glass-36"


class Controls(Day):
    def setUp(self) -> None:
        super().setUp()
        self.path = f"/api/outings/{self.day['id']}/fingers"

    def get(self) -> dict[str, Any]:
        return {body["body"]: body for body in self.caller.get(self.path).json()["bodies"]}

    def layout(self, slug: str, **change: Any) -> Any:
        path = f"/api/kit/bodies/{slug}/layout"
        read = self.caller.get(path).json()
        return self.caller.put(path, {**read["document"], **change}, read["version"])

    def test_the_day_asks_for_functions_and_each_gets_the_place_it_is_found_best_at(self) -> None:
        swift = self.get()[SWIFT]
        roles = {role["function"]: (role["control"], role["use"]) for role in swift["proposed"]}
        self.assertEqual(roles["focus"], ("rear", "hold"), "the fixed role stays")
        wheels = {c["slug"]: {turn["function"] for turn in c["turns"]} for c in swift["controls"]}
        self.assertEqual(wheels["rear_dial"], {"aperture"}, "the setups' own role of a wheel is told")
        self.assertGreater(len(wheels["front_dial"]), 1)
        turned = {role["control"] for role in swift["proposed"] if role["use"] == "turn" and not role["looking_back"]}
        self.assertFalse({"front_dial", "rear_dial"} & turned)
        self.assertIn("second_setup", roles, "what a setup counts on finds a finger")
        self.assertEqual({c["function"] for c in swift["kept_clashes"] if not c["control"]}, {"second_setup"}, "and is missed until then")
        self.assertEqual(len(roles), len(swift["proposed"]), "nothing twice")
        self.assertGreater(swift["worth"], 0)
        moved = [{"control": "deck", "use": "press", "function": "drive", "fixed": True}]
        self.assertEqual(self.layout(SWIFT, roles=moved).status_code, 200)
        after = self.get()[SWIFT]
        self.assertIn(("drive", "deck"), {(r["function"], r["control"]) for r in after["proposed"]})
        self.assertNotEqual([r["function"] for r in after["kept"]], [r["function"] for r in swift["kept"]])

    def test_roles_items_and_shares_that_cannot_be_are_refused_at_their_place_and_nothing_changes(self) -> None:
        before = self.caller.get(f"/api/kit/bodies/{SWIFT}/layout").json()["document"]
        for change, pointer in (
            ({"roles": [{"control": "deck", "use": "hold", "function": "drive"}]}, "/roles/0/use"),
            ({"roles": [{"control": "nose", "use": "press", "function": "drive"}]}, "/roles/0/control"),
            ({"pinned": ["nonsense"]}, "/pinned/0"),
            ({"pinned": ["grid", "grid"]}, "/pinned/1"),
            ({"pinned": list(BY_SLUG)[:20]}, "/pinned/8"),
            ({"feel": {"nose": {"missed": 0.1, "bumped": 0.1}}}, "/feel/nose"),
            ({"feel": {"deck": {"missed": 2, "bumped": 0.1}}}, "/feel/deck/missed"),
            ({"prefix": "a/b"}, "/prefix"),
            ({"clock_offset_s": 1e9}, "/clock_offset_s"),
        ):
            refused = self.layout(SWIFT, **change)
            self.assertEqual((refused.status_code, pointers(refused)), (422, {pointer}), change)
        self.assertEqual(self.caller.get(f"/api/kit/bodies/{SWIFT}/layout").json()["document"], before)
        stale = self.caller.put(f"/api/kit/bodies/{SWIFT}/layout", before, '"99"')
        self.assertEqual(stale.status_code, 412)
        self.assertEqual(Caller(self.bram).get(self.path).status_code, 404)

    def test_a_walk_goes_by_what_is_pinned_listed_or_on_a_button(self) -> None:
        row = next(s for s in self.caller.get("/api/outings").json()[0]["situations"] if s["body"] == SWIFT)
        walked = f"/api/situations/{row['id']}/walk"
        self.caller.send("POST", f"{walked}/reset")
        values = {s["setting"]: s["value"] for s in self.caller.get(walked).json()["steps"]}
        few = ("iso_ceiling", "drive_mode", "white_mode")
        self.assertTrue({"iso_ceiling", "drive_mode"} <= set(values))
        rest = {slug: value for slug, value in values.items() if slug not in few}
        self.caller.send("PUT", f"/api/kit/bodies/{SWIFT}/state", {"values": rest, "verified": False})
        told = self.caller.get(walked).json()
        through = {step["setting"]: (step["through"], step["menu"]) for step in told["steps"]}
        self.assertEqual(through["iso_ceiling"], ("pinned", ["pinned items"]))
        self.assertEqual(through["drive_mode"], ("button", ["top button"]))
        self.layout(SWIFT, pinned=[], roles=[], short_list=[])
        plain = self.caller.get(walked).json()
        self.assertTrue(all(step["through"] == "menu" for step in plain["steps"]))
        self.assertGreater(plain["presses"], told["presses"])

    def test_what_is_worth_pinning_is_told_with_presses_that_the_day_shows(self) -> None:
        glass = self.get()
        for body in glass.values():
            self.assertLessEqual(len(body["pins"]), body["pinned_room"])
            self.assertLessEqual(body["pins_presses"], body["pins_without"])
            self.assertEqual(bool(body["pins"]), body["pins_presses"] < body["pins_without"])


class FirstDay(Day):
    def setUp(self) -> None:
        super().setUp()
        self.path = f"/api/kit/bodies/{SWIFT}/first"

    def get(self, slug: str = SWIFT) -> dict[str, Any]:
        return self.caller.get(f"/api/kit/bodies/{slug}/first").json()

    def test_step_by_step_to_a_verified_state_with_a_record_and_back(self) -> None:
        begun = self.caller.send("POST", f"{self.path}/reset").json()
        slugs = [task["slug"] for task in begun["tasks"]]
        order = [step.slug for step in FIRST_STEPS]
        self.assertEqual(slugs, [slug for slug in order if slug in slugs])
        self.assertEqual((slugs[0], slugs[-1], begun["left"]), ("upkeep", "slots", len(slugs)))
        self.assertGreater(begun["unverified"], 20)
        self.assertTrue(all(row["because"] and row["menu"] for task in begun["tasks"] for row in task["rows"]))
        self.assertGreater(begun["minutes"], len(slugs) - 1)
        for k, slug in enumerate(slugs):
            told = self.caller.send("PUT", self.path, {"step": slug, "done": True}).json()
            self.assertEqual(told["left"], len(slugs) - k - 1)
        lacking = [row["setting"] for task in told["tasks"] for row in task["rows"] if not row["right"]]
        self.assertEqual((told["unverified"], lacking), (1, ["author"]), "nothing is as it should be while the name is empty")
        read = self.caller.get(f"/api/kit/bodies/{SWIFT}/layout").json()
        self.caller.put(f"/api/kit/bodies/{SWIFT}/layout", {**read["document"], "author": "I. Varn"}, read["version"])
        told = self.get()
        self.assertEqual((told["unverified"], told["author"]), (0, "I. Varn"))
        rows = list(csv.reader(io.StringIO(self.caller.get(f"{self.path}.csv").content.decode())))
        self.assertEqual(rows[0], ["heading", "what", "aside", "before", "value", "known"])
        self.assertTrue(all(row[5] for row in rows[1:] if row[0] == "Sounds and lamp"))
        again = self.caller.send("PUT", self.path, {"step": "files", "done": False}).json()
        self.assertEqual(again["left"], 1)

    def test_reasons_warnings_and_what_the_body_lacks(self) -> None:
        told = self.get()
        self.assertEqual(told["collides"], ["Oxwick Plate, 60 MP"])
        self.assertEqual([loss["loses"] for loss in told["losses"]], list(CARD_LOSS.values()))
        self.assertEqual(sum(loss["chosen"] for loss in told["losses"]), 1)
        self.assertEqual(len(told["slots"]["banks"][0]["slots"]), 3)
        self.assertEqual(self.get(GLASS)["slots"]["banks"], [])
        matchbox = self.get("tamsel-matchbox")
        self.assertEqual((matchbox["asks"], matchbox["tasks"], matchbox["outing"]), (True, [], None), "it is not guessed what it is for")
        read = self.caller.get("/api/kit/bodies/tamsel-matchbox/layout").json()
        said = {**read["document"], "works": ["street", "night_sky"]}
        self.caller.put("/api/kit/bodies/tamsel-matchbox/layout", said, read["version"])
        matchbox = self.get("tamsel-matchbox")
        self.assertEqual((matchbox["asks"], matchbox["basis"], matchbox["outing"]), (False, "Street and Night sky", None))
        rows = {row["setting"]: row for task in matchbox["tasks"] for row in task["rows"]}
        self.assertTrue(any("Night sky: " in text for row in rows.values() for text in row["otherwise"]))
        self.assertNotIn("cards", {task["slug"] for task in matchbox["tasks"]})
        self.assertEqual(matchbox["losses"], [])
        refused = self.caller.send("PUT", "/api/kit/bodies/tamsel-matchbox/first", {"step": "cards", "done": True})
        self.assertEqual(pointers(refused), {"/step"})
        self.assertEqual(pointers(self.caller.send("PUT", self.path, {"step": "nonsense", "done": True})), {"/step"})
        self.assertEqual(Caller(self.bram).get("/api/kit/bodies/no-such/first").status_code, 404)

    def test_each_row_can_be_disagreed_with_and_taken_back(self) -> None:
        path = f"/api/kit/bodies/{SWIFT}/layout"

        def row() -> dict[str, Any]:
            return next(r for task in self.get()["tasks"] for r in task["rows"] if r["setting"] == "grid")

        def want(value: Any) -> Any:
            read = self.caller.get(path).json()
            return self.caller.put(path, {**read["document"], "wants": {} if value is None else {"grid": value}}, read["version"])

        advised = row()
        other = next(o["value"] for o in advised["offered"] if o["value"] != advised["wanted"])
        self.assertEqual(want(other).status_code, 200)
        self.assertEqual((row()["wanted"], row()["mine"]), (other, True))
        self.caller.send("PUT", self.path, {"step": "displays", "done": True})
        held = self.caller.get(f"/api/kit/bodies/{SWIFT}/state").json()
        self.assertEqual(held["held"]["grid"]["value"], other)
        refused = want("polka dots")
        self.assertEqual((refused.status_code, pointers(refused)), (422, {"/wants/grid"}))
        self.assertEqual(row()["wanted"], other, "what is refused changes nothing")
        want(None)
        self.assertEqual((row()["wanted"], row()["mine"]), (advised["wanted"], False))

    def test_every_step_names_settings_that_there_are_once(self) -> None:
        named = [slug for step in FIRST_STEPS for slug in step.settings]
        self.assertTrue(set(named) <= set(BY_SLUG))
        self.assertEqual(len(named), len(set(named)))
        self.assertTrue(all(step.because and step.source for step in FIRST_STEPS))
        self.assertEqual(set(CARD_LOSS), set(BY_SLUG["card_roles"].values))

    def test_lists_to_take_along_are_sheets_and_tables(self) -> None:
        row = self.caller.get("/api/outings").json()[0]["situations"][1]["id"]
        for path, words in (
            (f"/api/situations/{row}/walk", "Taking > Exposure"),
            (f"/api/situations/{row}/recipe", "Sounds: confirmation"),
            (f"/api/outings/{self.day['id']}/checks", "before leaving"),
            (self.path, "A prefix of its own"),
        ):
            table = self.caller.get(f"{path}.csv")
            self.assertIn(words, table.content.decode())
            sheet = self.caller.get(f"{path}.pdf")
            self.assertEqual((sheet["Content-Type"], sheet.content[:5]), ("application/pdf", b"%PDF-"))
            self.assertEqual(self.caller.get(f"{path}.txt").status_code, 422)
            if path != self.path:
                self.assertEqual(Caller(self.bram).get(f"{path}.csv").status_code, 404)
