"""White over HTTP: the ruler is true of the frame beside it, whites beside it differ as they say, a card is measured."""

from __future__ import annotations

import io
from typing import Any

import numpy as np
from PIL import Image

from demo.kit import BODIES
from outings.models import Situation
from outings.tests.test_ruler import HALL, TITLES, OnScene
from people.tests.caller import Caller

CANDLES = {"light": {"condition": "candles"}}
BODY = {**BODIES["quillon-lane-32"], "fixed_lens": None, "kelvin_lowest": 1000, "kelvin_highest": 25000}
LAMPS = {"light": {"condition": "lamps_and_window"}}


class Whites(OnScene):
    def colours(self, token: str) -> np.ndarray:
        answer = self.caller.get(f"/api/frames/{token}.jpg?width=240&marks=false")
        self.assertEqual(answer.status_code, 200)
        return np.asarray(Image.open(io.BytesIO(answer.content)).convert("RGB"), float)

    def test_every_situation_of_the_day_has_its_ruler_and_each_sentence_is_of_its_figures(self) -> None:
        for title in TITLES:
            told = self.ask("white", title)
            key = told["lights"][0]
            rows = {row["label"]: row for row in told["rows"]}
            self.assertEqual([row["as_set"] for row in told["rows"]], [False, True, *[False] * (len(rows) - 2)])
            self.assertAlmostEqual(key["apart"], 1e6 / key["kelvin"] - 1e6 / told["kelvin"], places=2)
            self.assertAlmostEqual(rows["as set"]["skin"], key["skin"], places=6)
            self.assertTrue(all(row["skin"] >= key["at_best"] - 1.5 for row in told["rows"][1:]), title)
            words = " ".join(told["words"])
            self.assertEqual("comes out neutral in" in words, abs(key["apart"]) < 5, words)
            self.assertEqual("cannot be brought" in words, told["finished"] and not told["can_be_mended"], words)
            self.assertEqual(told["mends_from"] <= told["kelvin"] <= told["mends_to"], told["can_be_mended"])

    def test_a_ceremony_by_candles_is_neutral_at_the_candles_own_white_and_keeps_half_its_glow_as_proposed(self) -> None:
        """Whatever scene it is put on: its lamps follow the situation's light."""
        for scene in ("hall", "dance", "kitchen"):
            own = self.ask(
                "white", scene=scene, change={**CANDLES, "settings": {"white_mode": "kelvin", "white_kelvin": 1900.0}, "body": BODY}
            )
            self.assertLess(abs(own["lights"][0]["apart"]), 2, scene)
            whites = self.ask("whites", scene=scene, change={**CANDLES, "body": BODY}, kelvins=[1900.0, 2800.0, 5500.0], tint=0.0)
            warmth = []
            for one in whites:
                rgb = self.colours(one["token"])
                bright = (rgb.max(-1) > 60) & (rgb.max(-1) < 235)
                warmth.append(float((rgb[..., 0] - rgb[..., 2])[bright].mean()))
            self.assertLess(warmth[0], warmth[1])
            self.assertLess(warmth[1], warmth[2])
        asked = self.ask("white", change=CANDLES)
        self.assertAlmostEqual(asked["keeps"], 0.5, delta=0.06)
        self.assertIn(
            "50% of the light's own colour" if round(asked["keeps"] * 100) == 50 else f"{asked['keeps']:.0%}", " ".join(asked["words"])
        )

    def test_tints_are_those_of_the_body_and_the_one_that_is_set_moves_what_is_neutral(self) -> None:
        rows = {}
        for name in ("greener", "none", "pinker"):
            told = self.ask(
                "white", change={"body": BODY, "settings": {"white_mode": "kelvin", "white_kelvin": 4000.0, "white_tint": name}}
            )
            self.assertEqual([one["name"] for one in told["tints"]], ["greener", "none", "pinker"])
            self.assertEqual([one["name"] for one in told["tints"] if one["as_set"]], [name])
            rows[name] = told["tint"]
        self.assertTrue(rows["greener"] < rows["none"] < rows["pinker"])
        bare = {**BODY, "traits": {**BODY["traits"], "absent": [*BODY["traits"].get("absent", []), "white_tint"]}}
        self.assertEqual(self.ask("white", change={"body": bare})["tints"], [])

    def test_a_room_keeps_its_white_and_it_is_proposed_where_its_light_comes_again(self) -> None:
        hall = Situation.objects.get(outing=self.day, document__title=HALL)
        hall.document = {**hall.document, "settings": {"white_mode": "kelvin", "white_kelvin": 3400.0, "white_tint": "pinker"}}
        hall.save()

        def rows(caller: Caller, **change: Any) -> dict[str, Any]:
            document = {**hall.document, "title": "Later in the same room", "settings": {}, **change}
            answer = caller.post("/api/rehearse/white", {"situation": {"outing": self.day.pk, "document": document}})
            return {row["label"]: row for row in answer.json().get("rows", [])}

        again = rows(self.caller)[f"as in “{HALL}”"]
        self.assertEqual(again["set"], {"white_mode": "kelvin", "white_kelvin": 3400.0, "white_tint": "pinker"})
        self.assertNotIn(f"as in “{HALL}”", rows(self.caller, light={"condition": "bright_sun"}))
        self.assertNotIn(f"as in “{HALL}”", rows(self.caller, title=HALL), "not beside itself")
        self.assertEqual(rows(Caller(self.bram)), {}, "nobody else's day")

    def test_what_is_set_by_hand_is_what_is_told(self) -> None:
        for kelvin in (2500.0, 4000.0, 9000.0):
            told = self.ask("white", change={"settings": {"white_mode": "kelvin", "white_kelvin": kelvin}})
            self.assertEqual((told["kelvin"], told["by_hand"], told["fixed"]), (kelvin, True, True))

    def test_automatic_says_what_it_finds_and_pulls_warm_where_it_keeps_warm(self) -> None:
        found = {}
        for mode in ("automatic", "automatic_warm", "automatic_neutral"):
            told = self.ask("white", change={**CANDLES, "settings": {"white_mode": mode}})
            self.assertFalse(told["fixed"])
            self.assertIn(f"{told['kelvin']:.0f} K on this frame", told["words"][0])
            found[mode] = told["kelvin"]
        self.assertLess(found["automatic_neutral"], found["automatic"])
        self.assertLess(found["automatic"], found["automatic_warm"])
        for shift, mired in (("warmer", -15.0), ("cooler", 15.0)):
            told = self.ask("white", change={**CANDLES, "settings": {"white_mode": "automatic", "white_shift": shift}})
            self.assertAlmostEqual(1e6 / told["kelvin"] - 1e6 / found["automatic"], mired, delta=0.1)
            self.assertIn(f"shifted 15 mired {shift}", told["words"][0])
            still = self.ask("white", change={"settings": {"white_mode": "kelvin", "white_kelvin": 4000.0, "white_shift": shift}})
            self.assertEqual((still["kelvin"], still["shift"]), (4000.0, 0.0))

    def test_two_lights_have_a_compromise_and_a_filter_that_would_make_them_one(self) -> None:
        told = self.ask("white", scene="hall", change=LAMPS)
        self.assertEqual(len(told["lights"]), 2)
        lamp, day = told["lights"]
        self.assertAlmostEqual(lamp["share"] + day["share"], 1.0, places=5)
        self.assertAlmostEqual(day["gel"], 1e6 / 3800 - 1e6 / 6500, delta=1)
        self.assertIn("mired, orange, on it", " ".join(told["words"]), "what warms daylight to lamps is orange")
        self.assertTrue(lamp["kelvin"] - 200 <= told["compromise"]["kelvin"] <= day["kelvin"] + 200)

    def test_places_are_measured_and_those_that_tell_nothing_are_refused_with_why(self) -> None:
        told = self.ask("white/measured", scene="hall", change=CANDLES, places=[{"x": 0.37, "y": 0.7}])
        self.assertEqual(told["places"][0]["refused"], "", told)
        self.assertIn(f"{told['kelvin']:.0f} K", told["words"][0])
        self.assertEqual(told["set"]["white_kelvin"], told["dial"])
        burnt = self.ask("white/measured", scene="hall", change=LAMPS, places=[{"x": 0.62, "y": 0.35}, {"x": 0.02, "y": 0.02}])
        self.assertIn("full", burnt["places"][0]["refused"])
        self.assertTrue(burnt["words"])

    def test_wrong_questions_are_refused_where_they_are_wrong(self) -> None:
        wrongs: tuple[tuple[str, dict[str, Any]], ...] = (
            ("whites", {"kelvins": []}),
            ("whites", {"kelvins": [0.0]}),
            ("whites", {"kelvins": [5000.0] * 10}),
            ("white/measured", {"places": []}),
            ("white/measured", {"places": [{"x": 2.0, "y": 0.5}]}),
            ("white", {"matters": "sky"}),
        )
        for what, more in wrongs:
            self.ask(what, status=422, **more)
        no_such = self.ask("white", status=422, change={"light": {"condition": "candles", "made_of": "sodium", "kelvin": 1000.0}})
        self.assertEqual(no_such["errors"][0]["pointer"], "/situation/light/kelvin", no_such)
        self.ask("white", status=422, change={"light": {"condition": "candles", "made_of": "torch"}})
        self.ask("white", change={"light": {"condition": "hall_bright", "kelvin": 1000.0}})

    def test_a_series_says_which_way_costs_least_by_its_own_figures(self) -> None:
        for title in TITLES:
            told = self.ask("white/series", title)
            best = [way for way in told["ways"] if way["best"]]
            self.assertEqual(len(best), 1)
            self.assertIn(best[0]["label"], told["words"][1])
            is_kept = self.ask("white", title)
            minutes = [way["raw_min"] * is_kept["raw"] + way["finished_min"] * is_kept["finished"] for way in told["ways"]]
            self.assertIn(f"about {min(minutes):.0f} min", told["words"][1])
            for way in told["ways"]:
                self.assertEqual(len(way["deltas"]), 12)
                self.assertAlmostEqual(way["mean"], sum(way["deltas"]) / 12, places=6)
                self.assertEqual(way["worst"], max(way["deltas"]))
            self.assertLessEqual(sum(way["as_set"] for way in told["ways"]), 1)

    def test_into_dusk_and_through_rooms_what_stays_is_left_behind_by_as_much_as_the_light_moves(self) -> None:
        one = {"settings": {"white_mode": "kelvin", "white_kelvin": 5500.0}}
        told = {course: self.ask("white/series", TITLES[0], change=one, course=course) for course in ("as_it_swings", "dusk", "rooms")}
        self.assertAlmostEqual(told["dusk"]["drift"], 1e6 / 6000 - 1e6 / 9500, delta=0.1)
        self.assertGreater(told["rooms"]["drift"], 1e6 / 2800 - 1e6 / 6000 - 0.1)
        for course, found in told.items():
            ways = {way["slug"]: way for way in found["ways"]}
            self.assertEqual((found["course"], len(ways["set"]["deltas"])), (course, 12))
            self.assertIn("mired" if found["drift"] >= 3 else "keeps its colour", found["words"][0])
        rooms = next(way for way in told["rooms"]["ways"] if way["slug"] == "set")
        once = next(way for way in told["dusk"]["ways"] if way["slug"] == "measured")["deltas"]
        self.assertEqual(once, sorted(once), "what was measured at the first frame is left further and further behind")
        self.assertEqual([len(set(rooms["deltas"][k : k + 4])) for k in (0, 4, 8)], [1, 1, 1])
        self.assertGreater(rooms["worst"], 3 * min(rooms["deltas"]))

    def test_a_cast_of_a_test_frame_is_answered_the_other_way_round(self) -> None:
        told = self.ask("white", change={"settings": {"white_mode": "kelvin", "white_kelvin": 5000.0}})
        answers = {(one["saw"], one["much"]): one for one in told["answers"]}
        self.assertEqual(len(answers), 8)
        self.assertLess(answers["too_warm", "much"]["set"]["white_kelvin"], answers["too_warm", "little"]["set"]["white_kelvin"])
        self.assertLess(answers["too_warm", "little"]["set"]["white_kelvin"], 5000)
        self.assertGreater(answers["too_cold", "little"]["set"]["white_kelvin"], 5000)
        self.assertIn("pink", answers["too_green", "little"]["words"])
        self.assertIn("green", answers["too_magenta", "much"]["words"])

    def test_five_presses_by_eye_come_to_the_light_within_what_they_say(self) -> None:
        for goal in (2900.0, 4400.0, 7000.0):
            ends = {"low": 2500.0, "high": 10_000.0}
            for _ in range(5):
                told = self.ask("white/nearer", **ends)
                middle = 1e6 / told["if_warmer"]["low"]
                ends = told["if_colder"] if 1e6 / goal > middle else told["if_warmer"]
            told = self.ask("white/nearer", **ends)
            self.assertLess(told["within"], 6)
            self.assertLessEqual(abs(1e6 / told["at"] - 1e6 / goal), told["within"] + 3)
            self.assertLess(told["colder"]["kelvin"], told["warmer"]["kelvin"])

    def test_what_a_row_shows_is_what_comes_of_taking_it(self) -> None:
        """Under a lamp that is magenta to the sensor, too: the tint goes with it."""
        for light in ({"condition": "hall_bright"}, {"condition": "candles"}, {"condition": "lit_street", "made_of": "fluorescent"}):
            told = self.ask("white", change={"light": light})
            for row in told["rows"]:
                if "white_kelvin" in row["set"]:
                    after = self.ask("white", change={"light": light, "settings": row["set"]})
                    self.assertEqual((after["kelvin"], after["tint"]), (row["kelvin"], row["tint"]))
                    self.assertAlmostEqual(after["lights"][0]["skin"], row["skin"], places=5)
