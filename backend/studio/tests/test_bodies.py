"""A body's own words, what it is believed to hold, and its file, as their owner keeps them."""

from __future__ import annotations

import json
from typing import Any

from django.contrib.auth import get_user_model
from django.test import TestCase

from demo.kit import BODIES
from forms.dialect_form import of_demo
from forms.outing_form import fingerprint
from forms.situation_form import read_situation
from kit.models import Dialect, Held, Piece
from outings.demo_people import copy_demo
from people.tests.caller import Caller, pointers

AT = "/api/kit/bodies/merrow-swift-20"
ROWS = [
    {"setting": "beeps", "label": "Ship's bell", "menu": ["Deck", "Upkeep"], "values": {"on": "Aye", "off": "Nay"}},
    {"setting": "", "label": "About this body", "menu": ["Deck"], "values": {}},
    {"setting": "grid", "label": "Rigging", "menu": ["Deck", "Upkeep"], "values": {}},
]


class BodyCase(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        cls.person = get_user_model().objects.create_user("wren")
        copy_demo(cls.person, day=False)

    def setUp(self) -> None:
        self.caller = Caller(self.person)

    def words(self) -> Any:
        return self.caller.get(f"{AT}/dialect").json()


class OwnWords(BodyCase):
    def test_words_are_kept_page_by_page_and_come_back(self) -> None:
        before = self.words()
        kept = self.caller.put(f"{AT}/dialect", {"entries": ROWS}, before["version"])
        self.assertEqual(kept.status_code, 200, kept.content)
        self.assertEqual([row["label"] for row in self.words()["document"]["entries"]], ["About this body", "Ship's bell", "Rigging"])
        self.assertEqual(self.words()["document"]["entries"][1]["values"], {"on": "Aye", "off": "Nay"})
        self.assertNotEqual(self.words()["version"], before["version"])

    def test_a_late_save_changes_nothing_and_brings_what_stands(self) -> None:
        old = self.words()["version"]
        self.caller.put(f"{AT}/dialect", {"entries": ROWS[:1]}, old)
        late = self.caller.put(f"{AT}/dialect", {"entries": ROWS[1:]}, old)
        self.assertEqual(late.status_code, 412)
        self.assertEqual(late.json()["current"]["document"]["entries"][0]["label"], "Ship's bell")
        self.assertEqual(len(self.words()["document"]["entries"]), 1)

    def test_a_wrong_row_is_named_and_no_row_is_taken(self) -> None:
        before = self.words()
        for rows, where in (
            ([ROWS[0], {**ROWS[2], "setting": "nonsense"}], "/entries/1/setting"),
            ([ROWS[0], ROWS[0]], "/entries/1/label"),
            ([{**ROWS[0], "menu": []}], "/entries/0/menu"),
            ([{**ROWS[0], "values": {"loud": "x"}}], "/entries/0/values"),
            ([{**ROWS[0], "label": "x" * 81}], "/entries/0/label"),
        ):
            refused = self.caller.put(f"{AT}/dialect", {"entries": rows}, before["version"])
            self.assertEqual((refused.status_code, pointers(refused)), (422, {where}))
        self.assertEqual(self.words(), before)

    def test_pasting_is_all_or_nothing_with_errors_by_row(self) -> None:
        before = self.words()
        head = "setting,label,menu\n"
        for kind, text, places in (
            ("csv", head + "beeps,Bell,Deck\nnonsense,?,Deck\ngrid,,Deck\n", {"/rows/4/label"}),
            ("csv", head + "beeps,Bell,Deck\nnonsense,?,Deck\n", {"/rows/3/setting"}),
            ("csv", "label\nBell\n", {"/rows/1"}),
            ("json", '{"entries": [{"setting": "beeps", "label": "a", "menu": ["b"], "label": "c"}]}', {""}),
            ("json", "x", {""}),
        ):
            refused = self.caller.send("POST", f"{AT}/dialect/import", {"kind": kind, "text": text}, before["version"])
            self.assertEqual((refused.status_code, pointers(refused)), (422, places))
        self.assertEqual(self.words(), before)
        taken = self.caller.send("POST", f"{AT}/dialect/import", {"kind": "csv", "text": head + "beeps,Bell,Deck\n"}, before["version"])
        self.assertEqual([row["label"] for row in taken.json()["document"]["entries"]], ["Bell"])

    def test_words_leave_as_csv_and_come_in_again(self) -> None:
        before = self.words()
        csv = self.caller.get(f"{AT}/dialect.csv")
        self.assertEqual(
            (csv["Content-Type"], csv.content.decode().count("\n")), ("text/csv; charset=utf-8", 2 + len(before["document"]["entries"]))
        )
        self.caller.put(f"{AT}/dialect", {"entries": []}, before["version"])
        version = self.words()["version"]
        self.caller.send("POST", f"{AT}/dialect/import", {"kind": "csv", "text": csv.content.decode()}, version)
        self.assertEqual(self.words()["document"]["entries"], before["document"]["entries"])


class BodyFile(BodyCase):
    def test_a_body_leaves_with_its_words_and_comes_into_another_account(self) -> None:
        for slug in BODIES:
            file = self.caller.get(f"/api/kit/bodies/{slug}/profile.json").json()
            self.assertEqual(file["dialect"]["entries"], sorted_words(slug))
            other = Caller(get_user_model().objects.create_user(f"other-{slug}"))
            made = other.post("/api/kit/bodies/import", file)
            self.assertEqual(made.status_code, 200, made.content)
            again = other.get(f"/api/kit/bodies/{made.json()['slug']}/profile.json").json()
            self.assertEqual(again, file)

    def test_a_file_with_one_wrong_row_adds_neither_body_nor_words(self) -> None:
        file = self.caller.get(f"{AT}/profile.json").json()
        count = (Piece.objects.count(), Dialect.objects.count())
        for change in (
            {"dialect": {"entries": [{"setting": "nonsense", "label": "x", "menu": ["y"]}]}},
            {"version": 2},
            {"format": "something-else"},
            {"body": {**file["body"], "traits": {"features": ["wings"]}}},
            {"body": {**file["body"], "traits": {"defaults": {"grid": "plenty"}}}},
            {"more": 1},
        ):
            refused = self.caller.post("/api/kit/bodies/import", {**file, **change})
            self.assertEqual(refused.status_code, 422, refused.content)
            self.assertTrue(refused.json()["errors"])
        self.assertEqual((Piece.objects.count(), Dialect.objects.count()), count)

    def test_traits_are_part_of_the_body_and_refused_where_they_are_wrong(self) -> None:
        kit = self.caller.get("/api/kit").json()
        body = next(b for b in kit["bodies"] if b["slug"] == "merrow-swift-20")
        better = {**body["document"], "traits": {**body["document"]["traits"], "firmware": "2.2", "absent": ["grid"]}}
        kept = self.caller.put(AT, better, body["version"])
        self.assertEqual(kept.json()["document"]["traits"]["firmware"], "2.2")
        wrong = {**better, "traits": {"offered": {"grid": ["plenty"]}}}
        refused = self.caller.put(AT, wrong, kept.json()["version"])
        self.assertEqual(refused.status_code, 422)
        self.assertIn("off, thirds, fine", json.dumps(refused.json()["errors"]))


class WhatItHolds(BodyCase):
    def state(self) -> dict[str, Any]:
        return self.caller.get(f"{AT}/state").json()

    def hold(self, values: dict[str, Any], *, verified: bool = False) -> Any:
        return self.caller.send("PUT", f"{AT}/state", {"values": values, "verified": verified})

    def test_a_body_starts_unknown_and_learns_setting_by_setting(self) -> None:
        self.assertEqual(self.state(), {"firmware": "2.1", "held": {}})
        first = self.hold({"beeps": "off", "white_kelvin": 5200}).json()["held"]
        self.assertEqual((first["beeps"]["value"], first["beeps"]["verified_at"]), ("off", None))
        seen = self.hold({"beeps": "off"}, verified=True).json()["held"]
        self.assertEqual(seen["beeps"]["since"], first["beeps"]["since"], "the same value since when it was first believed")
        self.assertIsNotNone(seen["beeps"]["verified_at"])
        self.assertEqual(seen["white_kelvin"], first["white_kelvin"])
        believed = self.hold({"beeps": "off"}).json()["held"]["beeps"]
        self.assertEqual(believed["verified_at"], seen["beeps"]["verified_at"], "what was seen stays seen while the value stays")
        changed = self.hold({"beeps": "on"}).json()["held"]["beeps"]
        self.assertGreater(changed["since"], first["beeps"]["since"])
        self.assertIsNone(changed["verified_at"])
        self.assertEqual(set(self.hold({"beeps": None}).json()["held"]), {"white_kelvin"})
        self.assertEqual(self.caller.delete(f"{AT}/state").json()["held"], {})

    def test_one_wrong_value_and_nothing_is_written_down(self) -> None:
        self.hold({"grid": "fine"})
        before = self.state()
        refused = self.hold({"beeps": "off", "grid": "plenty", "nonsense": "on", "white_kelvin": 5})
        self.assertEqual(refused.status_code, 422)
        self.assertEqual(pointers(refused), {"/values/grid", "/values/nonsense", "/values/white_kelvin"})
        self.assertEqual(self.state(), before)

    def test_what_was_written_down_under_other_firmware_says_so(self) -> None:
        self.hold({"grid": "fine"})
        self.assertFalse(self.state()["held"]["grid"]["older"])
        piece = Piece.objects.get(person=self.person, slug="merrow-swift-20")
        piece.document["traits"]["firmware"] = "3.0"
        piece.save()
        self.assertTrue(self.state()["held"]["grid"]["older"])

    def test_words_and_state_cost_the_same_queries_for_one_row_and_for_all(self) -> None:
        self.hold({"beeps": "off"})
        with self.assertNumQueries(8):
            self.state()
            self.words()
        self.hold({row["setting"]: None for row in sorted_words("merrow-swift-20")} | {"grid": "off", "level": "on", "look": "flat"})
        with self.assertNumQueries(8):
            self.state()
            self.words()
        self.assertEqual(Held.objects.count(), 3)


class AsItCame(BodyCase):
    """Defaults are guesses until the owner says so, setting by setting."""

    def setUp(self) -> None:
        super().setUp()
        six = {"name": "Found in a drawer", "megapixels": 20, "max_iso": 6400, "sensor": "half", "kind": "all_round"}
        described = self.caller.post("/api/kit/described", six)
        self.assertEqual(described.status_code, 200, described.content)
        self.body = described.json()
        self.at = f"/api/kit/bodies/{self.body['slug']}"
        outing = self.caller.post("/api/outings", {"title": "Drawer", "day": "2026-05-01"}).json()
        kit = {"body": self.body["slug"], "lens": "oxwick-16-35"}
        situation = {"title": "One", "starts_at": "09:00", "genre": "everyday", "light": {"condition": "overcast"}, **kit}
        made = self.caller.post(f"/api/outings/{outing['id']}/situations", situation)
        self.assertEqual(made.status_code, 200, made.content)
        self.outing, self.situation = outing["id"], made.json()["id"]

    def came(self, values: dict[str, Any]) -> Any:
        return self.caller.send("PUT", f"{self.at}/defaults", {"values": values})

    def rows(self) -> dict[str, Any]:
        return self.caller.get(f"/api/situations/{self.situation}/setup.json").json()["configuration"]

    def test_what_is_said_is_no_guess_and_is_what_a_reset_body_holds(self) -> None:
        rows = self.rows()
        self.assertEqual({row["guessed"] for row in rows.values()}, {True})
        self.caller.post(f"{self.at}/first/reset")
        self.assertEqual(self.caller.get(f"{self.at}/state").json()["held"], {}, "a guess is not stored as known")
        slug, other = next(
            (slug, choice["value"])
            for slug, row in rows.items()
            for choice in row["offered"]
            if row["offered"] and choice["value"] != row["default"]
        )
        self.assertEqual(self.came({slug: other}).status_code, 200)
        after = self.rows()
        self.assertEqual((after[slug]["default"], {s for s, row in after.items() if not row["guessed"]}), (other, {slug}))
        self.caller.post(f"{self.at}/first/reset")
        held = self.caller.get(f"{self.at}/state").json()["held"]
        self.assertEqual({s: row["value"] for s, row in held.items()}, {slug: other})
        self.came({slug: None})
        self.assertEqual(self.rows()[slug], rows[slug], "a guess again")

    def test_defaults_that_bite_say_whether_they_are_guessed(self) -> None:
        def bites() -> dict[str, Any]:
            found = self.caller.get(f"/api/outings/{self.outing}/checks").json()["defaults"]
            return {bite["setting"]: bite for one in found for bite in one["bites"]}

        before = bites()
        self.assertTrue(before)
        self.assertTrue(all(bite["guessed"] for bite in before.values()))
        first = next(iter(before.values()))
        self.came({first["setting"]: first["value"]})
        self.assertEqual({s for s, bite in bites().items() if not bite["guessed"]}, {first["setting"]})

    def test_one_wrong_value_and_nothing_is_kept(self) -> None:
        refused = self.came({"beeps": "off", "grid": "plenty", "nonsense": "on", "white_kelvin": 5})
        self.assertEqual((refused.status_code, pointers(refused)), (422, {"/values/grid", "/values/nonsense", "/values/white_kelvin"}))
        self.assertIn("off, thirds, fine", json.dumps(refused.json()["errors"]))
        self.assertEqual({row["guessed"] for row in self.rows().values()}, {True})

    def test_a_page_that_still_has_the_older_body_cannot_take_it_back_unseen(self) -> None:
        self.came({"beeps": "off"})
        late = self.caller.put(self.at, self.body["document"], self.body["version"])
        self.assertEqual(late.status_code, 412)
        self.assertEqual(late.json()["current"]["document"]["traits"]["defaults"], {"beeps": "off"})

    def test_nobody_else_says_it(self) -> None:
        stranger = Caller(get_user_model().objects.create_user("stranger"))
        self.assertEqual(stranger.send("PUT", f"{self.at}/defaults", {"values": {"beeps": "off"}}).status_code, 404)


def sorted_words(slug: str) -> list[dict[str, Any]]:
    """The demo body's words as they are stored."""
    return of_demo(slug).model_dump(mode="json")["entries"]


class CopiedDemo(BodyCase):
    def test_a_new_account_that_copies_the_demo_kit_has_its_words_and_keeps_what_it_changed(self) -> None:
        other = Caller(get_user_model().objects.create_user("dabchick"))
        self.assertEqual(other.post("/api/me/start", {"copy_from_demo": "kit"}).status_code, 200)
        words = other.get(f"{AT}/dialect").json()
        self.assertEqual(words["document"]["entries"], sorted_words("merrow-swift-20"))
        self.assertEqual(other.get(f"{AT}/state").json()["held"], {}, "a body that nobody has looked at is unknown")
        other.put(f"{AT}/dialect", {"entries": ROWS[:1]}, words["version"])
        other.post("/api/me/start", {"copy_from_demo": "kit_and_day"})
        self.assertEqual(len(other.get(f"{AT}/dialect").json()["document"]["entries"]), 1)

    def test_a_bare_body_has_no_words_yet_and_takes_some(self) -> None:
        made = self.caller.post("/api/kit/bodies", {**BODIES["tamsel-matchbox"], "name": "Found in a drawer", "fixed_lens": None})
        at = f"/api/kit/bodies/{made.json()['slug']}"
        empty = self.caller.get(f"{at}/dialect").json()
        self.assertEqual(empty["document"]["entries"], [])
        self.assertEqual(self.caller.put(f"{at}/dialect", {"entries": ROWS[:1]}, empty["version"]).status_code, 200)

    def test_a_body_put_aside_can_be_read_and_not_written(self) -> None:
        words = self.words()
        self.caller.delete("/api/kit/body/merrow-swift-20")
        self.assertEqual(self.words()["document"], words["document"])
        self.assertEqual(self.caller.get(f"{AT}/state").status_code, 200)
        self.assertEqual(self.caller.put(f"{AT}/dialect", {"entries": []}, words["version"]).status_code, 404)
        self.assertEqual(self.caller.send("PUT", f"{AT}/state", {"values": {"grid": "off"}}).status_code, 404)
        self.caller.post("/api/kit/body/merrow-swift-20/restore")
        self.assertEqual(self.caller.get(f"{AT}/dialect").json(), words)


class Answers(BodyCase):
    def test_the_profile_keeps_answers_and_refuses_what_is_none(self) -> None:
        now = self.caller.get("/api/profile").json()
        given = {"habits": {"review": "per_situation", "lamp": "never", "link": "unknown"}, "raw_opens": ["lossless"], "bodies": 3}
        kept = self.caller.put("/api/profile", {**now["document"], **given}, now["version"]).json()
        self.assertEqual({name: kept["document"][name] for name in given}, given)
        for change, where in (
            ({"habits": {"review": 3}}, "/habits/review"),
            ({"habits": {"review": "x" * 61}}, "/habits/review"),
            ({"raw_opens": ["film"]}, "/raw_opens/0"),
            ({"bodies": 0}, "/bodies"),
            ({"bodies": 1.5}, "/bodies"),
        ):
            refused = self.caller.put("/api/profile", {**kept["document"], **change}, kept["version"])
            self.assertEqual((refused.status_code, pointers(refused)), (422, {where}))
        self.assertEqual(self.caller.get("/api/profile").json(), kept)

    def test_the_fingerprint_of_what_is_asked_answers_to_settings_and_answers_and_not_to_their_order(self) -> None:
        asked = {"genre": "sports", "body": "merrow-swift-20", "lens": "merrow-70-200", "light": {"ev100": 11}}
        both, turned, *others = (
            fingerprint(read_situation({**asked, **change}))
            for change in (
                {"settings": {"grid": "fine", "level": "on"}},
                {"settings": {"level": "on", "grid": "fine"}},
                {},
                {"settings": {"grid": "fine"}},
                {"profile": {"habits": {"review": "off"}}},
                {"profile": {"raw_opens": ["none"]}},
                {"profile": {"bodies": 2}},
            )
        )
        self.assertEqual(both, turned)
        self.assertEqual(len({both, *others}), 6)


class Hand(BodyCase):
    KIT = {"body": "merrow-swift-20", "lens": "merrow-70-200", "focal_length_mm": 200.0}

    def ask(self, **more: Any) -> Any:
        answer = self.caller.post("/api/profile/steadiness", {**self.KIT, **more})
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def test_times_are_proposed_about_the_one_that_holds_and_what_comes_out_is_kept_with_its_spread(self) -> None:
        times = [one["time_s"] for one in self.ask()["times"]]
        self.assertEqual(times, sorted(times, reverse=True))
        steadied, bare = times[0], self.ask(stabilised=False)["times"][0]["time_s"]
        self.assertGreater(steadied, 8 * bare, "a stabiliser of several stops is counted, and left out where it was off")
        found = self.ask(rows=[{"time_s": at, "sharp": sharp} for at, sharp in zip(times, (0, 3, 7, 10), strict=True)])["found"]
        self.assertLess(found["low"], found["steadiness"])
        profile = self.caller.get("/api/profile").json()
        document = {**profile["document"], "steadiness": found["steadiness"], "steadiness_between": [found["low"], found["high"]]}
        self.assertEqual(self.caller.put("/api/profile", document, profile["version"]).status_code, 200)
        self.assertEqual(self.caller.get("/api/profile").json()["document"]["steadiness_between"], [found["low"], found["high"]])

    def test_what_tells_nothing_or_is_not_there_is_refused_at_its_place(self) -> None:
        for more, status, place in (
            ({"rows": [{"time_s": 0.001, "sharp": 10}]}, 422, "/rows"),
            ({"rows": [{"time_s": 0.1, "sharp": 11}]}, 422, "/rows/0/sharp"),
            ({"rows": [{"time_s": -1, "sharp": 1}]}, 422, "/rows/0/time_s"),
            ({"focal_length_mm": 20.0}, 422, "/focal_length"),
            ({"lens": "nobody-has-it"}, 422, "/lens"),
            ({"body": ""}, 422, "/body"),
        ):
            with self.subTest(place):
                answer = self.caller.post("/api/profile/steadiness", {**self.KIT, **more})
                self.assertEqual(answer.status_code, status, answer.content)
                self.assertTrue(not place or any(place in pointer for pointer in pointers(answer)), answer.content)
