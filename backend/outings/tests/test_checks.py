"""Checks, slips and defaults of the demo day: what applies and why, the dearest first, ticked and kept."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.utils import timezone

from craft.day.checks import CHECKS, SLIPS, Moment
from craft.day.defaults import WORSE
from craft.decisions.facts import FACTS
from craft.vocabulary.features import CIRCUMSTANCES, FEATURES
from craft.vocabulary.setting import Reach
from craft.vocabulary.settings import BY_SLUG
from outings.models import Outing, Ticked
from outings.tests.test_outings import Day
from people.tests.caller import Caller, pointers

DEAR = {row.slug: row.lost * row.likely for row in (*CHECKS, *SLIPS)}


class Checks(Day):
    def setUp(self) -> None:
        super().setUp()
        self.path = f"/api/outings/{self.day['id']}/checks"

    def get(self) -> dict[str, Any]:
        return self.caller.get(self.path).json()

    def tick(self, slug: str, *, done: bool = True) -> Any:
        return self.caller.send("PUT", self.path, {"slug": slug, "done": done})

    def test_only_what_applies_is_asked_and_the_dearest_first(self) -> None:
        told = self.get()
        by_moment: dict[str, list[dict[str, Any]]] = {}
        for check in told["checks"]:
            by_moment.setdefault(check["moment"], []).append(check)
        self.assertEqual(list(by_moment), ["leaving", "arrival", "situation", "after"])
        self.assertEqual(len({check["text"] for check in told["checks"]}), len(told["checks"]), "each once a day")
        for moment in by_moment:
            costs = [DEAR[check["slug"]] for check in by_moment[moment]]
            self.assertEqual(costs, sorted(costs, reverse=True))
        slugs = {check["slug"] for check in told["checks"]}
        self.assertTrue({"card_in", "clocks", "prefixes", "tripod_parts", "red_lamp", "lens_switches"} <= slugs)
        self.assertNotIn("adapted", slugs, "nobody brings the adapted lens on this day")
        red = next(check for check in told["checks"] if check["slug"] == "red_lamp")
        self.assertEqual(self.served(red), ["The causeway under the stars"])
        own = [check for check in by_moment["situation"] if "The causeway under the stars" in self.served(check)]
        self.assertTrue({"dark_frames_off", "stabiliser_off", "focus_found"} <= {check["slug"] for check in own})
        time = next(check for check in by_moment["situation"] if check["slug"] == "time_for_it")
        self.assertRegex(next(one["figure"] for one in time["serves"] if one["title"] == "Terns over the bar"), r"^1/\d+ for 10 m/s$")
        quiet = next(self.served(check) for check in by_moment["situation"] if check["slug"] == "quiet_now")
        self.assertIn("Boathouse wedding, one bright doorway", quiet)
        self.assertNotIn("Sprint heats off the quay", quiet)
        self.assertEqual(told["problems"], [])

    def test_a_tick_keeps_its_time_and_can_be_taken_back(self) -> None:
        first = self.tick("card_in").json()
        at = next(check for check in first["checks"] if check["slug"] == "card_in")["ticked_at"]
        self.assertIsNotNone(at)
        again = self.tick("card_in").json()
        self.assertEqual(next(c for c in again["checks"] if c["slug"] == "card_in")["ticked_at"], at)
        self.assertEqual(sum(c["ticked_at"] is not None for c in self.get()["checks"]), 1)
        self.tick("card_in", done=False)
        self.assertTrue(all(c["ticked_at"] is None for c in self.get()["checks"]))
        refused = self.tick("nonsense")
        self.assertEqual((refused.status_code, pointers(refused)), (422, {"/slug"}))
        (other,) = Caller(self.bram).get("/api/outings").json()
        self.assertTrue(all(c["ticked_at"] is None for c in Caller(self.bram).get(f"/api/outings/{other['id']}/checks").json()["checks"]))

    def served(self, check: dict[str, Any]) -> list[str]:
        return [one["title"] for one in check["serves"]]

    def mode(self) -> dict[str, Any]:
        return next(check for check in self.get()["checks"] if check["slug"] == "mode")

    def test_what_was_ticked_for_each_situation_by_itself_is_ticked_for_the_day(self) -> None:
        """As days were kept before a check stood once."""
        before = self.mode()
        self.assertEqual(self.served(before), self.titles())
        outing = Outing.objects.get(pk=self.day["id"])
        for k, one in enumerate(before["serves"]):
            self.assertIsNone(self.mode()["ticked_at"])
            Ticked.objects.create(outing=outing, check_slug=f"mode-{one['situation']}", at=timezone.now() + timedelta(minutes=k))
        self.assertIsNotNone(self.mode()["ticked_at"])
        self.tick("mode", done=False)
        self.assertIsNone(self.mode()["ticked_at"])

    def test_an_outing_put_aside_or_without_situations_has_none(self) -> None:
        bare = self.caller.post("/api/outings", {"title": "Nothing yet", "day": "2027-06-13"}).json()
        told = self.caller.get(f"/api/outings/{bare['id']}/checks").json()
        self.assertEqual((told["checks"], told["slips"], told["defaults"], told["problems"]), ([], [], [], []))
        self.caller.delete(f"/api/outings/{bare['id']}")
        self.assertEqual(self.caller.get(f"/api/outings/{bare['id']}/checks").status_code, 404)

    def test_a_situation_without_a_setup_is_told_and_the_rest_stands(self) -> None:
        before = len(self.get()["checks"])
        self.save({"motion": {"distance_m": 0.05}})
        told = self.get()
        self.assertEqual(len(told["problems"]), 1)
        self.assertIn("too close", told["problems"][0])
        self.assertLess(len(told["checks"]), before)

    def test_what_could_slip_follows_the_settings_and_says_what_makes_it_harmless(self) -> None:
        slips = {slip["control"]: slip for slip in self.get()["slips"]}
        self.assertIn("The causeway under the stars", slips["focus by hand"]["situations"])
        self.assertNotIn("Sprint heats off the quay", slips["focus by hand"]["situations"])
        self.assertTrue(all(slip["harmless"] and slip["happens"] for slip in slips.values()))

    def test_defaults_are_weighed_by_what_they_touch_and_how_many_they_hurt(self) -> None:
        for one in self.get()["defaults"]:
            weights = []
            for bite in one["bites"]:
                self.assertNotEqual(bite["default"], bite["wanted"])
                self.assertTrue(bite["because"] and bite["own"])
                setups = [s for s in self.day["situations"] if s["title"] in bite["situations"]]
                for row in setups:
                    made = self.caller.get(f"/api/situations/{row['id']}/setup.json").json()["configuration"][bite["setting"]]
                    self.assertNotEqual(made["value"], made["default"])
                reach = made["reach"]
                weights.append(WORSE[Reach(reach)] * len(bite["situations"]))
            self.assertEqual(weights, sorted(weights, reverse=True), one["body"])
            self.assertLessEqual(len(one["bites"]), 12)

    def test_queries_do_not_grow_with_the_day(self) -> None:
        self.get()
        with self.assertNumQueries(14):
            self.get()
        for _ in range(4):
            self.caller.post(f"{self.at}/duplicate")
        with self.assertNumQueries(14):
            self.get()


class Guards(Day):
    def test_a_wanted_guard_becomes_part_of_the_setups_that_it_serves_and_can_be_undone(self) -> None:
        path = f"/api/outings/{self.day['id']}"
        wheel = next(s for s in self.caller.get(f"{path}/checks").json()["slips"] if s["slug"] == "iso_wheel")
        self.assertEqual(wheel["guard"], ["wheel lock: on"])
        after = self.caller.send("PUT", f"{path}/guards", {"slip": "iso_wheel"})
        self.assertEqual(after.status_code, 200)
        self.assertNotIn("iso_wheel", [s["slug"] for s in after.json()["slips"]], "what is locked can slip no longer")
        rows = {row["title"]: row["id"] for row in self.caller.get("/api/outings").json()[0]["situations"]}
        changed = [
            title
            for title, pk in rows.items()
            if "wheel_lock" in self.caller.get(f"/api/situations/{pk}").json()["document"].get("settings", {})
        ]
        self.assertTrue(changed and set(changed) <= set(wheel["situations"]))
        at = f"/api/situations/{rows[changed[0]]}"
        earlier, stands = self.caller.get(f"{at}/earlier?back=1").json(), self.caller.get(at)
        self.assertEqual(self.caller.put(at, earlier, stands["ETag"]).status_code, 200)
        self.assertIn("iso_wheel", [s["slug"] for s in self.caller.get(f"{path}/checks").json()["slips"]])
        for slip in ("nonsense", "mode_dial"):
            refused = self.caller.send("PUT", f"{path}/guards", {"slip": slip})
            self.assertEqual((refused.status_code, pointers(refused)), (422, {"/slip"}))

    def test_a_day_that_was_begun_and_not_copied_is_told_before_the_next_one(self) -> None:
        path = f"/api/outings/{self.day['id']}/checks"
        later = self.caller.post("/api/outings", {"title": "The day after", "day": "2027-06-13"}).json()["id"]
        for told in ("checks", "traffic"):
            self.assertEqual(self.caller.get(f"/api/outings/{later}/{told}").json()["not_copied"], [], "nobody went out yet")
        self.caller.send("PUT", path, {"slug": "card_in", "done": True})
        for told in ("checks", "traffic"):
            self.assertEqual(self.caller.get(f"/api/outings/{later}/{told}").json()["not_copied"], [self.day["title"]])
        self.caller.send("PUT", path, {"slug": "copied_after", "done": True})
        self.assertEqual(self.caller.get(f"/api/outings/{later}/checks").json()["not_copied"], [])


class Afterwards(Day):
    def test_what_comes_after_is_asked_last_and_safe_lists_are_shorter_than_the_bodys(self) -> None:
        told = self.caller.get(f"/api/outings/{self.day['id']}/checks").json()
        moments = [check["moment"] for check in told["checks"]]
        order = ["leaving", "arrival", "situation", "after"]
        self.assertEqual(moments, sorted(moments, key=order.index))
        self.assertEqual(moments[-1], "after")
        self.assertTrue(told["lists"])
        for one in told["lists"]:
            self.assertTrue(0 < len(one["values"]) < one["of"], one)
        swift = {one["setting"]: one["values"] for one in told["lists"] if one["body"] == "merrow-swift-20"}
        rows = [row for row in self.caller.get("/api/outings").json()[0]["situations"] if row["body"] == "merrow-swift-20"]
        drives = {row["id"]: self.caller.get("/api/settings/drive_mode/uses").json() for row in rows[:1]}
        used = {use["shown"] for uses in drives.values() for use in uses if use["body"] == "merrow-swift-20"}
        self.assertEqual(set(swift["drive_mode"]), used)

    def test_a_day_with_nothing_in_it_has_nothing_to_load(self) -> None:
        empty = self.caller.post("/api/outings", {"title": "Nothing yet", "day": "2027-07-01"}).json()["id"]
        for what in ("slots", "fingers", "traffic"):
            told = self.caller.get(f"/api/outings/{empty}/{what}")
            self.assertEqual((told.status_code, told.json()["bodies"]), (200, []), what)
        self.assertEqual(self.caller.get(f"/api/outings/{empty}/alike").json(), [])
        told = self.caller.get(f"/api/outings/{empty}/checks").json()
        self.assertEqual((told["checks"], told["slips"], told["lists"]), ([], [], []))
        refused = self.caller.send("PUT", f"/api/outings/{empty}/slots", {"body": "merrow-swift-20", "number": 1, "special": "sets"})
        self.assertEqual((refused.status_code, pointers(refused)), (422, {"/body"}))
        for kind in ("csv", "pdf"):
            self.assertEqual(self.caller.get(f"/api/outings/{empty}/checks.{kind}").status_code, 200)


class Traffic(Day):
    def get(self) -> dict[str, Any]:
        return {body["body"]: body for body in self.caller.get(f"/api/outings/{self.day['id']}/traffic").json()["bodies"]}

    def test_bursts_by_card_role_and_what_waits_to_be_sent(self) -> None:
        told = self.get()
        for body in told.values():
            for leg in body["legs"]:
                self.assertAlmostEqual(leg["room_gb"], leg["frames"] * leg["frame_mb"] / 1000, places=6)
                paces = {burst["role"]: burst["then_fps"] for burst in leg["bursts"]}
                self.assertLessEqual(paces.get("copies", 0), paces.get("continues", 0))
                self.assertTrue(sum(burst["chosen"] for burst in leg["bursts"]) <= 1)
        swift = told["merrow-swift-20"]
        self.assertTrue(all(leg["sends"] == bool(leg["what"]) for leg in swift["legs"]))
        last = next(row for row in self.caller.get("/api/outings").json()[0]["situations"] if row["genre"] == "sports")["id"]
        read = self.caller.get(f"/api/situations/{last}").json()
        settings = {"pairing": "on", "send_while_shooting": "on", "send_what": "raw"}
        answer = self.caller.put(f"/api/situations/{last}", {**read["document"], "settings": settings}, read["version"])
        self.assertEqual(answer.status_code, 200)
        leg = next(leg for leg in self.get()["merrow-swift-20"]["legs"] if leg["situation"] == last)
        self.assertEqual((leg["sends"], leg["what"]), (True, "raw"))
        expected = max(0.0, leg["comes_mb"] - 6 * leg["hours"] * 3600)
        self.assertAlmostEqual(leg["waits_mb"], expected, places=3)
        self.assertEqual(leg["gone_at"] is None, expected == 0)


class Tables(Day):
    def test_rows_name_facts_tokens_and_settings_that_there_are(self) -> None:
        known = {**FEATURES, **CIRCUMSTANCES}
        for row in (*CHECKS, *SLIPS):
            self.assertTrue(set(row.tokens) <= set(known), row.slug)
            self.assertTrue(all(term.setting in BY_SLUG for term in row.terms), row.slug)
            self.assertTrue(all(test.fact in FACTS for test in row.when), row.slug)
            self.assertTrue(0 < row.lost <= 1 and 0 < row.likely <= 1 and row.source)
        self.assertEqual(len(DEAR), len(CHECKS) + len(SLIPS), "no two rows of one name")
        self.assertEqual({check.moment for check in CHECKS}, set(Moment))
        self.assertEqual(set(WORSE), set(Reach))
