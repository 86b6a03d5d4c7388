"""Slots of the demo day: computed, chosen by hand, with setups of their own; what they hold now; two bodies alike."""

from __future__ import annotations

from typing import Any

from outings.tests.test_outings import Day
from people.tests.caller import Caller, pointers

SWIFT, PLATE = "merrow-swift-20", "oxwick-plate-60"


class Slots(Day):
    def setUp(self) -> None:
        super().setUp()
        self.path = f"/api/outings/{self.day['id']}/slots"

    def get(self, told: Any = None) -> dict[str, Any]:
        told = told or self.caller.get(self.path)
        self.assertEqual(told.status_code, 200, told.content[:300])
        return {body["body"]: body for body in told.json()["bodies"]}

    def choose(self, **choice: Any) -> Any:
        return self.caller.send("PUT", self.path, {"body": SWIFT, **choice})

    def traits(self, slug: str, **change: Any) -> Any:
        body = next(b for b in self.caller.get("/api/kit").json()["bodies"] if b["slug"] == slug)
        document = {**body["document"], "traits": {**body["document"]["traits"], **change}}
        return self.caller.put(f"/api/kit/bodies/{slug}", document, body["version"])

    def slot(self, body: dict[str, Any], number: int) -> dict[str, Any]:
        return body["banks"][0]["slots"][number - 1]

    def test_slots_hold_what_the_day_turns_to_and_the_day_costs_little_more_than_turns(self) -> None:
        swift = self.get()[SWIFT]
        self.assertEqual(len(swift["banks"][0]["slots"]), 3)
        self.assertEqual([r["title"] for r in swift["reached"]], [t for t in self.titles() if t[:5] in ("Terns", "Sprin", "The c")])
        self.assertLess(swift["presses"], swift["without"] / 5)
        self.assertEqual(swift["presses"], sum(r["presses"] for r in swift["reached"]))
        numbers = {slot["situation"]: slot["number"] for slot in swift["banks"][0]["slots"]}
        for reached in swift["reached"][1:]:
            self.assertEqual(reached["slots"], [numbers[reached["situation"]]])
        glass = self.get()["merrow-glass-36"]
        self.assertEqual((glass["banks"], glass["presses"]), ([], glass["without"]))

    def test_a_slot_chosen_by_hand_is_kept_and_the_rest_computed_around_it(self) -> None:
        before = self.get()[SWIFT]
        other = before["reached"][0]["situation"]
        after = self.get(self.choose(number=3, situation=other))[SWIFT]
        self.assertEqual((self.slot(after, 3)["situation"], self.slot(after, 3)["by_hand"]), (other, True))
        self.assertGreaterEqual(after["presses"], before["presses"])
        moved = self.get(self.choose(number=1, situation=other))[SWIFT]
        self.assertEqual([s["by_hand"] for s in moved["banks"][0]["slots"]], [True, False, False], "one setup is chosen for one slot")
        special = self.get(self.choose(number=2, special="hand_over"))[SWIFT]
        self.assertEqual((self.slot(special, 2)["title"], self.slot(special, 2)["special"]), ("for other hands", "hand_over"))
        self.assertGreater(special["presses"], before["presses"], "one slot fewer for the day")
        back = self.get(self.choose(number=2))[SWIFT]
        self.assertFalse(self.slot(back, 2)["by_hand"])

    def test_choices_that_cannot_be_are_refused_where_they_were_made(self) -> None:
        first = self.get()[PLATE]["reached"][0]["situation"]
        for choice, pointer in (
            ({"number": 4}, "/number"),
            ({"number": 1, "bank": 2}, "/bank"),
            ({"number": 1, "situation": first}, "/situation"),
            ({"number": 1, "situation": self.get()[SWIFT]["reached"][0]["situation"], "special": "sets"}, "/special"),
            ({"number": 1, "body": "nonsense"}, "/body"),
        ):
            refused = self.choose(**choice)
            self.assertEqual((refused.status_code, pointers(refused)), (422, {pointer}), choice)
        self.assertFalse(any(s["by_hand"] for s in self.get()[SWIFT]["banks"][0]["slots"]))

    def test_what_was_kept_in_a_slot_is_known_and_told_apart_from_what_it_should_hold(self) -> None:
        situation = self.slot(self.get()[SWIFT], 1)["situation"]
        self.assertIsNone(self.slot(self.get()[SWIFT], 1)["now"])
        walked = f"/api/situations/{situation}/walk"
        kept = self.caller.send("PUT", f"{walked}/slot", {"number": 1})
        self.assertEqual(kept.json()["steps"], [], "what was kept is what the body holds")
        self.caller.send("DELETE", f"/api/kit/bodies/{SWIFT}/state")
        unknown = self.caller.get(walked).json()
        self.assertEqual(unknown["slot"], 1, "from what nobody knows, turning to the slot is the short way")
        now = self.slot(self.get()[SWIFT], 1)["now"]
        self.assertEqual(now["differs"], 0)
        turned = self.caller.send("POST", f"{walked}/slot", {"number": 1}).json()
        self.assertLess(turned["presses"], unknown["presses"])
        self.assertEqual(pointers(self.caller.send("POST", f"{walked}/slot", {"number": 2})), {"/number"})
        self.assertEqual(pointers(self.caller.send("PUT", f"{walked}/slot", {"number": 9})), {"/number"})
        chosen = self.slot(self.get(self.choose(number=1, special="sets"))[SWIFT], 1)
        self.assertGreater(chosen["now"]["differs"], 0)
        walked = f"/api/situations/{chosen['situation']}/walk"
        sets = self.caller.send("PUT", f"{walked}/slot", {"number": 1, "special": "sets"})
        self.assertEqual(sets.status_code, 200)
        now = self.slot(self.get()[SWIFT], 1)["now"]
        self.assertEqual((now["title"], now["differs"]), ("sets of frames", 0))

    def test_a_setting_that_could_not_be_set_is_left_out_until_it_is_tried_again(self) -> None:
        walked = f"/api/situations/{self.get()[SWIFT]['reached'][0]['situation']}/walk"
        step = self.caller.get(walked + "?way=audit").json()["steps"][0]["setting"]
        told = self.caller.send("PUT", f"{walked}/refused", {"setting": step, "why": "grayed out"}).json()
        self.assertEqual([(r["setting"], r["why"]) for r in told["refused"]], [(step, "grayed out")])
        self.assertNotIn(step, [s["setting"] for s in self.caller.get(walked + "?way=audit").json()["steps"]])
        self.assertEqual(self.caller.send("PUT", f"{walked}/refused", {"setting": step}).json()["refused"], [])
        self.assertEqual(pointers(self.caller.send("PUT", f"{walked}/refused", {"setting": "nonsense", "why": "x"})), {"/setting"})

    def test_a_second_bank_combines_with_the_first_and_says_what_no_slot_holds(self) -> None:
        plate = self.get()[PLATE]
        self.assertEqual([bank["label"] for bank in plate["banks"]], ["slots", "focus sets"])
        self.assertTrue(all(len(r["slots"]) == 2 for r in plate["reached"]))
        self.assertEqual(plate["presses"], sum(r["presses"] for r in plate["reached"]))
        self.traits(PLATE, second_bank=None)
        self.assertEqual(len(self.get()[PLATE]["banks"]), 1)
        self.traits(SWIFT, slot_leaves_out=["focus_mode", "drive_mode", "white_mode", "exposure_mode"])
        swift = self.get()[SWIFT]
        self.assertTrue(swift["banks"][0]["cannot"])
        self.assertGreater(max(r["presses"] for r in swift["reached"]), 1)

    def test_what_the_second_bank_holds_is_written_down_apart_from_the_first(self) -> None:
        plate = self.get()[PLATE]
        situation = plate["banks"][1]["slots"][0]["situation"]
        walked = f"/api/situations/{situation}/walk"
        self.assertEqual(self.caller.send("PUT", f"{walked}/slot", {"bank": 2, "number": 1}).status_code, 200)
        first, second = (bank["slots"][0]["now"] for bank in self.get()[PLATE]["banks"])
        self.assertIsNone(first)
        self.assertEqual(second["differs"], 0)
        for at, pointer in (({"bank": 2, "number": 3}, "/number"), ({"bank": 3, "number": 1}, "/bank"), ({"number": 0}, "/number")):
            self.assertEqual(pointers(self.caller.send("PUT", f"{walked}/slot", at)), {pointer}, at)
        chosen = self.caller.send("PUT", self.path, {"body": PLATE, "bank": 2, "number": 2, "situation": situation})
        banks = self.get(chosen)[PLATE]["banks"]
        self.assertEqual([slot["by_hand"] for slot in banks[1]["slots"]], [False, True])
        self.assertFalse(any(slot["by_hand"] for slot in banks[0]["slots"]))

    def test_a_choice_outlives_a_body_that_was_said_to_have_fewer_slots(self) -> None:
        self.choose(number=3, special="sets")
        self.choose(number=2, situation=self.get()[SWIFT]["reached"][0]["situation"])
        self.traits(SWIFT, slots=1)
        one = self.get()[SWIFT]
        self.assertEqual([slot["by_hand"] for slot in one["banks"][0]["slots"]], [False])
        self.traits(SWIFT, slots=3)
        self.assertEqual([slot["by_hand"] for slot in self.get()[SWIFT]["banks"][0]["slots"]], [False, True, True])

    def test_slots_that_keep_what_is_changed_in_them_are_said_to_and_every_number_is_one_of_theirs(self) -> None:
        for row in self.get()[SWIFT]["reached"]:
            read = self.caller.get(f"/api/situations/{row['situation']}").json()
            document = {**read["document"], "settings": {"slot_keeps_changes": "keeps"}}
            self.caller.put(f"/api/situations/{row['situation']}", document, read["version"])
        self.traits(SWIFT, slots=1)
        told = self.get()[SWIFT]
        self.assertTrue(told["keeps"])
        self.assertTrue(all(r["slots"] in ([1], [None]) for r in told["reached"]))

    def test_fewer_slots_cost_more_and_none_costs_the_menus(self) -> None:
        costs = []
        for count in (3, 1, 0):
            self.assertEqual(self.traits(SWIFT, slots=count).status_code, 200)
            told = self.get()[SWIFT]
            costs.append(told["presses"])
        self.assertEqual(costs, sorted(costs))
        self.assertEqual(costs[-1], told["without"])
        self.assertEqual(pointers(self.traits(SWIFT, slots=-1)), {"/traits/slots"})

    def test_a_situation_without_a_setup_is_told_a_stranger_sees_nothing_and_queries_do_not_grow(self) -> None:
        self.save({"motion": {"distance_m": 0.05}})
        told = self.caller.get(self.path).json()
        self.assertEqual(len(told["problems"]), 1)
        self.assertIn("too close", told["problems"][0])
        self.assertNotIn(self.first["title"], str(told["bodies"]))
        self.assertEqual(Caller(self.bram).get(self.path).status_code, 404)
        for path, queries in ((self.path, 14), (f"/api/outings/{self.day['id']}/fingers", 12)):
            self.caller.get(path)
            with self.assertNumQueries(queries):
                self.caller.get(path)
            self.caller.post(f"{self.at}/duplicate")
            with self.assertNumQueries(queries):
                self.caller.get(path)


class Alike(Day):
    def setUp(self) -> None:
        super().setUp()
        self.path = f"/api/outings/{self.day['id']}/alike"

    def pair(self, told: Any = None) -> dict[str, Any]:
        rows = (told or self.caller.get(self.path)).json()
        return next(row for row in rows if {row["one"], row["other"]} == {SWIFT, PLATE})

    def test_made_alike_in_one_press_two_bodies_differ_no_longer_and_the_change_can_be_undone(self) -> None:
        pair = self.pair()
        able = [d["setting"] for d in pair["differences"] if d["other_can"]]
        self.assertTrue(able)
        after = self.pair(self.caller.send("PUT", self.path, {"like": pair["one"], "body": pair["other"], "settings": able}))
        self.assertFalse(set(able) & {d["setting"] for d in after["differences"]})
        row = next(s for s in self.caller.get("/api/outings").json()[0]["situations"] if s["body"] == pair["other"])
        found = self.caller.get(f"/api/situations/{row['id']}").json()
        self.assertTrue(set(able) <= set(found["document"]["settings"]))
        self.assertGreater(found["undo"], 0)

    def test_colliding_prefixes_and_clocks_apart_are_told_and_mended(self) -> None:
        pair = self.pair()
        self.assertEqual((pair["one_prefix"], pair["other_prefix"]), ("TSW", "TSW"))
        self.assertEqual(abs(pair["clocks_apart_s"]), 2.5)
        self.assertEqual(len(pair["warnings"]), 2)
        path = f"/api/kit/bodies/{PLATE}/layout"
        read = self.caller.get(path).json()
        self.caller.put(path, {**read["document"], "prefix": "TSP", "clock_offset_s": 0.2}, read["version"])
        self.assertEqual(self.pair()["warnings"], [])

    def test_what_cannot_be_made_alike_is_refused_and_nothing_is_changed(self) -> None:
        before = self.caller.get("/api/outings").json()
        for body, pointer in (
            ({"like": SWIFT, "body": PLATE, "settings": ["shutter_time"]}, "/settings/0"),
            ({"like": SWIFT, "body": "tamsel-heron", "settings": ["beeps"]}, "/body"),
        ):
            refused = self.caller.send("PUT", self.path, body)
            self.assertEqual((refused.status_code, pointers(refused)), (422, {pointer}))
        self.assertEqual(self.caller.get("/api/outings").json(), before)
