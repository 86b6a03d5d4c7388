"""A day at a glance says what its pages say, each in its own words and to its owner alone."""

from __future__ import annotations

from typing import Any

from outings.tests.test_outings import Day
from people.tests.caller import Caller

SWIFT = "merrow-swift-20"


class Glance(Day):
    def setUp(self) -> None:
        super().setUp()
        self.here = f"/api/outings/{self.day['id']}"

    def get(self, what: str = "day") -> dict[str, Any]:
        answer = self.caller.get(f"{self.here}/{what}")
        self.assertEqual(answer.status_code, 200)
        told: dict[str, Any] = answer.json()
        return told

    def test_it_says_what_the_pages_of_the_day_say(self) -> None:
        told, slots, fingers, checks, traffic = (self.get(what) for what in ("day", "slots", "fingers", "checks", "traffic"))
        tools = told["tools"]
        wanted = [slot for body in slots["bodies"] for bank in body["banks"] for slot in bank["slots"] if slot["title"]]
        self.assertEqual((tools["slots"], tools["to_load"]), (len(wanted), len(wanted)), "nobody wrote down what they hold")
        self.assertEqual(tools["clashes"], sum(len(body["kept_clashes"]) for body in fingers["bodies"]))
        self.assertEqual(tools["checks_open"], sum(c["moment"] == "leaving" and not c["ticked_at"] for c in checks["checks"]))
        self.assertAlmostEqual(tools["room_gb"], sum(leg["room_gb"] for body in traffic["bodies"] for leg in body["legs"]))
        figures = {r["situation"]: r["figures"] for body in slots["bodies"] for r in body["reached"]}
        self.assertEqual({p["situation"]: p["figures"] for p in told["pictures"]}, figures)
        self.assertEqual([p["situation"] for p in told["pictures"]], [s["id"] for s in self.day["situations"]])
        for row, said in figures.items():
            setup = self.caller.post(f"/api/situations/{row}/cards").json()["snapshot"]["setup"]
            spot, dialled = setup["metering"]["spot"], setup["exposure"]["meters"] and round(setup["exposure"]["compensation_ev"] * 3)
            self.assertEqual(said.endswith(f" stops on {spot and spot['point_at']}"), bool(spot and dialled), said)
        changes = {body["body"]: body["changes"] for body in told["bodies"]}
        self.assertEqual(changes[SWIFT], len([s for s in self.day["situations"] if s["body"] == SWIFT]) - 1)

    def test_it_follows_what_is_done(self) -> None:
        before = self.get()["tools"]
        row = next(s["id"] for s in self.day["situations"] if s["body"] == SWIFT)
        number = next(
            slot["number"]
            for body in self.get("slots")["bodies"]
            for bank in body["banks"]
            for slot in bank["slots"]
            if slot["situation"] == row
        )
        self.caller.send("PUT", f"/api/situations/{row}/walk/slot", {"number": number})
        check = next(c["slug"] for c in self.get("checks")["checks"] if c["moment"] == "leaving")
        self.caller.send("PUT", f"{self.here}/checks", {"slug": check, "done": True})
        self.caller.post(f"/api/situations/{row}/cards")
        after = self.get()["tools"]
        self.assertEqual(after["to_load"], before["to_load"] - 1)
        self.assertEqual(after["checks_open"], before["checks_open"] - 1)
        self.assertEqual((before["cards"], after["cards"]), (0, 1))

    def test_a_situation_without_a_setup_an_empty_day_and_a_stranger(self) -> None:
        row = self.day["situations"][0]["id"]
        read = self.caller.get(f"/api/situations/{row}").json()
        self.caller.put(f"/api/situations/{row}", {**read["document"], "motion": {"distance_m": 0.02}}, read["version"])
        picture = next(p for p in self.get()["pictures"] if p["situation"] == row)
        self.assertEqual((picture["figures"], picture["warns"]), ("", True))
        self.assertTrue(picture["problem"])
        empty = self.caller.post("/api/outings", {"title": "Nothing yet", "day": "2027-07-01"}).json()["id"]
        told = self.caller.get(f"/api/outings/{empty}/day").json()
        self.assertEqual((told["pictures"], told["bodies"], set(told["tools"].values())), ([], [], {0}))
        self.assertEqual(Caller(self.bram).get(f"{self.here}/day").status_code, 404)
