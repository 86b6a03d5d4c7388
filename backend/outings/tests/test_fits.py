"""Recipes handed on, translated and taken item by item."""

from __future__ import annotations

from typing import Any

from outings.tests.test_outings import Day
from people.tests.caller import Caller, pointers

PLATE = "oxwick-plate-60"


class Recipes(Day):
    def setUp(self) -> None:
        super().setUp()
        rows = self.caller.get("/api/outings").json()[0]["situations"]
        self.ids = {row["genre"]: row["id"] for row in rows}
        self.path = f"/api/situations/{self.ids['landscape']}/fits"
        self.recipe = self.caller.get(f"/api/situations/{self.ids['sports']}/recipe.json").json()

    def ask(self, **source: Any) -> Any:
        return self.caller.post(self.path, source)

    def test_a_recipe_goes_to_another_person_and_is_taken_item_by_item(self) -> None:
        self.assertEqual((self.recipe["format"], self.recipe["body"]), ("wide-aperture-recipe", "Merrow Swift, 20 MP"))
        bram = Caller(self.bram)
        outing = bram.get("/api/outings").json()[0]
        theirs = next(row for row in outing["situations"] if row["genre"] == "street")
        path = f"/api/situations/{theirs['id']}/fits"
        told = bram.post(path, {"recipe": self.recipe}).json()
        self.assertEqual(sum(count["count"] for count in told["counts"]), len(self.recipe["values"]))
        taken = {item["setting"]: item["value"] for item in told["items"] if item["take"]}
        self.assertTrue(taken)
        after = bram.send("PUT", path, {"values": taken})
        self.assertEqual(after.status_code, 200, after.content[:200])
        self.assertTrue(all(item["already"] for item in after.json()["items"]))
        again = bram.post(path, {"recipe": self.recipe}).json()
        opened = {item["setting"]: item["value"] for item in again["items"] if item["take"]}
        self.assertLessEqual(set(opened), {"iso_floor", "iso_ceiling"})  # limits that what was taken has opened
        bram.send("PUT", path, {"values": opened or taken})
        settled = bram.post(path, {"recipe": self.recipe}).json()
        self.assertFalse([item["setting"] for item in settled["items"] if item["take"]])
        found = bram.get(f"/api/situations/{theirs['id']}").json()
        self.assertGreater(found["undo"], 0)

    def test_another_setup_and_a_slot_give_the_same_as_their_recipe(self) -> None:
        by_recipe = self.ask(recipe=self.recipe).json()["items"]
        self.assertEqual(self.ask(situation=self.ids["sports"]).json()["items"], by_recipe)
        self.caller.send("PUT", f"/api/situations/{self.ids['sports']}/walk/slot", {"number": 2})
        self.assertEqual([(s["number"], s["title"]) for s in self.caller.get("/api/slots").json()], [(2, "Sprint heats off the quay")])
        held = self.ask(slot={"body": "merrow-swift-20", "number": 2}).json()["items"]
        whole = {item["setting"]: item for item in by_recipe}
        self.assertTrue({item["setting"] for item in held} < set(whole), "a slot leaves some out")
        self.assertGreater(len(held), 100)

    def test_what_is_no_recipe_is_refused_where_it_is_wrong_and_nothing_changes(self) -> None:
        before = self.caller.get(f"/api/situations/{self.ids['landscape']}").json()
        for source, pointer in (
            ({}, ""),
            ({"situation": self.ids["sports"], "slot": {"body": PLATE, "number": 1}}, ""),
            ({"slot": {"body": PLATE, "number": 1}}, "/slot"),
            ({"recipe": {**self.recipe, "values": {"nonsense": "on"}}}, "/recipe/values/nonsense"),
            ({"recipe": {**self.recipe, "values": {"beeps": "loud"}}}, "/recipe/values/beeps"),
            ({"recipe": {**self.recipe, "values": {}}}, "/recipe/values"),
            ({"recipe": {**self.recipe, "version": 2}}, "/recipe/version"),
        ):
            refused = self.ask(**source)
            self.assertEqual((refused.status_code, pointers(refused)), (422, {pointer}), source)
        for values, pointer in (({"beeps": "loud"}, "/values/beeps"), ({"nonsense": 1.0}, ""), ({}, "/values")):
            refused = self.caller.send("PUT", self.path, {"values": values})
            self.assertEqual((refused.status_code, pointers(refused)), (422, {pointer}), values)
        self.assertEqual(self.ask(situation=10**6).status_code, 404)
        self.assertEqual(Caller(self.bram).post(self.path, {"recipe": self.recipe}).status_code, 404)
        self.assertEqual(self.caller.get(f"/api/situations/{self.ids['landscape']}").json(), before)

    def test_whatever_was_ticked_is_so_in_the_setup_and_nothing_else_is_set_by_hand(self) -> None:
        for genre, other in (("landscape", "sports"), ("street", "wedding"), ("night_sky", "portrait")):
            path = f"/api/situations/{self.ids[genre]}"
            told = self.caller.post(f"{path}/fits", {"situation": self.ids[other]}).json()["items"]
            values = {item["setting"]: item["value"] for item in told if item["take"]}
            before = self.caller.get(path).json()["document"]
            self.assertEqual(self.caller.send("PUT", f"{path}/fits", {"values": values}).status_code, 200, genre)
            after = self.caller.get(path).json()["document"]
            self.assertEqual(
                {**after, "settings": before.get("settings", {})}, {**before, "settings": before.get("settings", {}), "locks": {}}
            )
            self.assertEqual(after["settings"], {**before.get("settings", {}), **values})
            recipe = self.caller.get(f"{path}/recipe.json").json()["values"]
            unused = {one["setting"] for one in self.caller.get(f"{path}/setup.json").json()["unused"]}
            used = {slug: value for slug, value in values.items() if slug not in unused}
            self.assertEqual({slug: recipe[slug] for slug in used}, used)

    def test_what_is_needed_first_and_the_rest_are_the_whole_walk_and_no_more(self) -> None:
        def items(told: Any) -> set[str]:
            return {step["setting"] for step in told["steps"]} | {row["setting"] for row in told["by_hand"]}

        for pk in self.ids.values():
            whole, first, rest = (
                self.caller.get(f"/api/situations/{pk}/walk?way=audit&part={part}").json() for part in ("whole", "needed", "rest")
            )
            self.assertFalse(items(first) & items(rest))
            self.assertEqual(items(first) | items(rest), items(whole))
            self.assertEqual((whole["more"], first["more"], rest["more"]), (0, len(items(rest)), len(items(first))))
            self.assertLess(len(items(first)), len(items(rest)))
            self.assertTrue({"clock", "beeps", "grid"} & items(rest))
            self.assertFalse({"clock", "beeps", "grid"} & items(first))
            self.assertLess(first["presses"], whole["presses"])
        pk = self.ids["sports"]
        kept = self.caller.get(f"/api/situations/{pk}/walk?way=audit&part=needed").json()
        body = next(row["body"] for row in self.caller.get("/api/outings").json()[0]["situations"] if row["id"] == pk)
        set_now = {step["setting"]: step["value"] for step in kept["steps"]}
        self.caller.send("PUT", f"/api/kit/bodies/{body}/state", {"values": set_now, "verified": True})
        after = self.caller.get(f"/api/situations/{pk}/walk?part=needed").json()
        self.assertEqual((items(after), after["presses"]), (set(), 0))
        self.assertEqual(after["more"], kept["more"])

    def test_a_setup_of_its_own_has_a_walk_of_its_own(self) -> None:
        walked = f"/api/situations/{self.ids['sports']}/walk"
        usual = {step["setting"]: step["value"] for step in self.caller.get(f"{walked}?way=audit").json()["steps"]}
        special = {step["setting"]: step["value"] for step in self.caller.get(f"{walked}?way=audit&special=hand_over").json()["steps"]}
        self.assertEqual(special["hand_over"], "yes")
        self.assertNotEqual(usual.get("exposure_mode"), special["exposure_mode"])
        self.caller.send("POST", f"{walked}/reset?special=hand_over")
        fresh = self.caller.get(f"{walked}?special=hand_over").json()
        self.assertEqual(fresh["way"], "audit", "it was just reset")
        self.caller.send("PUT", f"{walked}/slot", {"number": 3, "special": "hand_over"})
        self.assertEqual(self.caller.get(f"{walked}?special=hand_over").json()["steps"], [])
        self.assertEqual([s["title"] for s in self.caller.get("/api/slots").json()], ["for other hands"])
        self.assertEqual(self.caller.get(f"{walked}?special=nonsense").status_code, 422)
