"""What is kept of a day is what would be computed anew, whatever was changed in between."""

from __future__ import annotations

from typing import Any
from unittest import TestCase, mock

from cachetools import LRUCache

from craft.day import day as filling
from jobs.models import Job, State
from outings import kept as keeping
from outings.kept import kept
from outings.slots import actions as slots
from outings.tests.test_outings import Day
from people.tests.caller import Caller

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


def hurried() -> Any:
    """As if this day were a long one: its clock begins once one way has been weighed."""
    return mock.patch.object(filling, "ALWAYS_WEIGHED", 1)


class Behind(Day):
    """A day whose slots take longer than a page may."""

    def slots(self) -> list[dict[str, Any]]:
        found: list[dict[str, Any]] = self.caller.get(f"/api/outings/{self.day['id']}/slots").json()["bodies"]
        return found

    def test_what_was_found_in_time_is_shown_and_the_best_once_a_worker_has_it(self) -> None:
        best = self.slots()
        with mock.patch.object(keeping, "_results", LRUCache(64)), mock.patch.object(slots, "LIMIT_S", 0.0), hurried():
            with self.captureOnCommitCallbacks(execute=True):
                hasty = self.slots()
            looked_for = [body for body in hasty if body["job"]]
            self.assertTrue(looked_for)
            for body, at_best in zip(hasty, best, strict=True):
                self.assertLessEqual(body["bound"] or 0, at_best["presses"] + 0.2)
                self.assertGreaterEqual(body["presses"] + 0.2, at_best["presses"])
            self.assertEqual({job.state for job in Job.objects.all()}, {State.DONE})
            self.assertEqual(self.slots(), best)
            self.assertEqual(Job.objects.count(), len(looked_for), "each is looked for once")

    def test_a_search_that_is_stopped_or_overtaken_changes_nothing_and_is_nobody_else_s(self) -> None:
        with mock.patch.object(keeping, "_results", LRUCache(64)), mock.patch.object(slots, "LIMIT_S", 0.0), hurried():
            with self.captureOnCommitCallbacks() as asked:
                hasty = next(body for body in self.slots() if body["job"])
            at = f"/api/jobs/{hasty['job']['id']}"
            self.assertEqual(Caller(self.bram).delete(at).status_code, 404)
            self.assertEqual(self.caller.delete(at).json()["state"], "stopped")
            row = next(s for s in self.day["situations"] if s["body"] != hasty["body"])
            self.caller.send("PUT", f"/api/situations/{row['id']}/hour", {"starts_at": "22:30"})
            for call in asked:
                call()
            self.assertEqual(set(Job.objects.values_list("state", flat=True)), {State.STOPPED})
            self.assertEqual(next(body for body in self.slots() if body["body"] == hasty["body"])["job"]["state"], "stopped")


class Keeping(TestCase):
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
