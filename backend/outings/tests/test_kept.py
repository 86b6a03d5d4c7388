"""What is kept of a day is what would be computed anew, whatever was changed in between."""

from __future__ import annotations

from threading import Event
from typing import Any
from unittest import TestCase, mock

from cachetools import LRUCache

from outings import kept as keeping
from outings.kept import bettered, kept
from outings.tests.test_outings import Day

SWIFT = "merrow-swift-20"


class Pages(Day):
    def pages(self) -> dict[str, Any]:
        day = f"/api/outings/{self.day['id']}"
        paths = {what: f"{day}/{what}" for what in ("slots", "fingers", "checks", "traffic", "alike", "day")}
        paths["first"] = f"/api/kit/bodies/{SWIFT}/first"
        return {what: self.caller.get(path).json() for what, path in paths.items()}

    def anew(self) -> dict[str, Any]:
        with mock.patch.object(keeping, "_results", LRUCache(1)):
            return self.pages()

    def put(self, path: str, **change: Any) -> None:
        read = self.caller.get(path).json()
        told = self.caller.put(path, {**read["document"], **change}, read["version"])
        self.assertEqual(told.status_code, 200, told.content[:300])

    def test_every_page_follows_every_change_and_shows_nothing_of_before(self) -> None:
        row = next(s for s in self.day["situations"] if s["body"] == SWIFT)
        slot = {"bank": 1, "number": 1}
        walked = f"/api/situations/{row['id']}/walk"
        held = f"/api/kit/bodies/{SWIFT}/state"
        steps = {
            "a situation": lambda: self.put(f"/api/situations/{row['id']}", title="Other terns", light={"condition": "overcast"}),
            "its settings": lambda: self.put(f"/api/situations/{row['id']}", settings={"wheel_lock": "off", "iso_mode": "fixed"}),
            "the words": lambda: self.put(
                f"/api/kit/bodies/{SWIFT}/dialect", entries=[{"setting": "grid", "label": "lines", "menu": ["one"]}]
            ),
            "the layout": lambda: self.put(f"/api/kit/bodies/{SWIFT}/layout", pinned=["grid"], roles=[]),
            "what it holds": lambda: self.caller.send("PUT", held, {"values": {"beeps": "off", "grid": "thirds"}, "verified": True}),
            "a slot": lambda: self.caller.send("PUT", f"{walked}/slot", slot),
            "a slot by hand": lambda: self.caller.send(
                "PUT", f"/api/outings/{self.day['id']}/slots", {"body": SWIFT, "bank": 1, "number": 2, "special": "sets"}
            ),
            "the profile": lambda: self.put("/api/profile", habits={"sounds": "beeps"}),
            "an hour": lambda: self.caller.send("PUT", f"/api/situations/{row['id']}/hour", {"starts_at": "22:30"}),
            "one less": lambda: self.caller.delete(f"/api/situations/{row['id']}"),
        }
        before = self.pages()
        self.assertEqual(before, self.anew())
        for what, change in steps.items():
            change()
            now = self.pages()
            self.assertNotEqual(now, before, f"{what} is seen somewhere")
            self.assertEqual(now, self.anew(), what)
            before = now


class Keeping(TestCase):
    def test_what_was_found_in_time_is_bettered_behind_the_page_once_and_a_failure_leaves_it(self) -> None:
        may_go_on, begun = Event(), []

        def better() -> str:
            begun.append(1)
            may_go_on.wait(10)
            return "the best"

        def fails() -> str:
            raise ValueError("no better one")

        with mock.patch.object(keeping, "_results", LRUCache(8)):
            self.assertEqual(kept("t", "day", lambda: "found in time"), "found in time")
            for _ in range(3):
                bettered("t", "day", better)
            self.assertEqual(kept("t", "day", lambda: "anew"), "found in time", "until it is there")
            may_go_on.set()
            keeping._behind.submit(lambda: None).result(10)
            self.assertEqual((kept("t", "day", lambda: "anew"), begun), ("the best", [1]))
            with self.assertLogs("outings.kept", "ERROR"):
                bettered("t", "day", fails)
                keeping._behind.submit(lambda: None).result(10)
            self.assertEqual(kept("t", "day", lambda: "anew"), "the best")

    def test_a_result_is_made_once_for_the_same_things_and_a_failure_is_kept_by_nobody(self) -> None:
        calls: list[str] = []

        def made(what: str) -> str:
            calls.append(what)
            if what == "wrong":
                raise ValueError(what)
            return what.upper()

        with mock.patch.object(keeping, "_results", LRUCache(2)):
            self.assertEqual([kept("t", "a", lambda: made("a")) for _ in range(3)], ["A"] * 3)
            self.assertEqual(kept("u", "a", lambda: made("b")), "B", "another computation of the same things")
            for _ in range(2):
                with self.assertRaises(ValueError):
                    kept("t", "c", lambda: made("wrong"))
            kept("t", "d", lambda: made("d"))
            kept("t", "a", lambda: made("a"))
        self.assertEqual(calls, ["a", "b", "wrong", "wrong", "d", "a"], "the least used went when there was no room")
