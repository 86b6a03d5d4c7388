"""Figures that practitioners accept, situation by situation, and that what is set by hand stays set."""

from __future__ import annotations

import json
import math
from fractions import Fraction
from pathlib import Path
from typing import Any
from unittest import TestCase

from forms.advise_command import answer
from forms.problems import InputError

TABLE = Path(__file__).with_name("practitioners.json")
EVERYDAY: dict[str, Any] = {"genre": "everyday", "body": "merrow-swift-20", "lens": "merrow-24-70", "light": {"ev100": 12}}
FIGURES = {"t": "shutter_s", "n": "aperture", "iso": "iso", "nd": "nd_stops", "darker": "darker_stops"}


def figure(value: float | str) -> float:
    return float(Fraction(value)) if isinstance(value, str) else float(value)


def placed(setup: dict[str, Any], path: str) -> Any:
    if path in FIGURES:
        return setup["exposure"][FIGURES[path]]
    found: Any = setup
    for key in path.split("."):
        found = found[key]
    return found


def is_band(wanted: list[Any]) -> bool:
    return len(wanted) == 2 and all(not isinstance(w, bool) and (isinstance(w, int | float) or w[0].isdigit()) for w in wanted)


def advised(raw: dict[str, Any]) -> dict[str, Any]:
    return dict(json.loads(answer(raw).model_dump_json()))


class Accepted(TestCase):
    def test_every_row_of_the_table_holds(self) -> None:
        rows = json.loads(TABLE.read_text())
        self.assertGreater(len(rows), 80)
        for row in rows:
            setup = advised(row["in"])
            for path, wanted in row["want"].items():
                value = placed(setup, path)
                with self.subTest(row["name"], place=path, value=value, accepted=wanted):
                    if is_band(wanted):
                        low, high = sorted(map(figure, wanted))
                        slack = 0.02 * max(abs(low), abs(high))
                        self.assertTrue(low - slack <= value <= high + slack)
                    else:
                        self.assertIn(value, wanted)

    def test_darkness_is_what_the_figures_lie_under_the_meter_and_never_unsaid(self) -> None:
        for row in json.loads(TABLE.read_text()):
            setup = advised(row["in"])
            e, light = setup["exposure"], setup["light"]
            figures = math.log2(e["aperture"] ** 2 / e["shutter_s"]) - math.log2(e["iso"] / 100)
            darker = figures - (light["ev100"] - light["lens_loss_stops"] - e["nd_stops"])
            with self.subTest(row["name"]):
                self.assertAlmostEqual(e["darker_stops"], darker, delta=0.2)  # each printed value lies up to a tenth off its step
                if e["darker_stops"] > 0.35:
                    self.assertIn("under the meter", e["darker_words"])
                elif e["darker_stops"] < 0.2:
                    self.assertEqual(e["darker_words"], "")


class ByHand(TestCase):
    def test_what_is_set_anywhere_is_what_the_setup_and_the_body_have(self) -> None:
        for slug, value, path in (
            ("white_kelvin", 4100, "white.kelvin"),
            ("metering_pattern", "spot", "metering.pattern"),
            ("focus_mode", "single", "focus.mode"),
            ("focus_area", "point", "focus.area"),
            ("subject_detection", "off", "focus.detection"),
            ("drive_mode", "timer", "drive.mode"),
            ("exposure_mode", "shutter_priority", "exposure.mode"),
            ("stabiliser", "off", "stabiliser"),
            ("file_format", "raw", "file"),
            ("shutter_type", "electronic", "shutter_type"),
            ("compensation", -0.667, "exposure.compensation_ev"),
            ("iso_floor", 800, "iso_limits.floor"),
            ("iso_ceiling", 1600, "iso_limits.ceiling"),
            ("iso_slowest_shutter", 0.004, "iso_limits.slowest_shutter_s"),
        ):
            with self.subTest(slug):
                setup = advised({**EVERYDAY, "settings": {slug: value}})
                self.assertEqual(placed(setup, path), value)
                self.assertEqual(setup["configuration"][slug]["value"], value)
                self.assertEqual(setup["configuration"][slug]["origin"], "locked")
        fixed = advised({**EVERYDAY, "settings": {"iso_mode": "fixed"}})
        self.assertFalse(fixed["iso_limits"]["automatic"])

    def test_two_that_exclude_each_other_are_both_named_with_the_smallest_mend(self) -> None:
        for change, place, words in (
            ({"settings": {"iso_floor": 3200, "iso_ceiling": 800}}, "/settings/iso_floor", ("3200", "800", "at most 800", "at least 3200")),
            (
                {"settings": {"iso_slowest_shutter": 0.004, "exposure_mode": "aperture_priority"}, "locks": {"shutter_s": 0.0333}},
                "/settings/iso_slowest_shutter",
                ("1/30", "1/250", "let go"),
            ),
            ({"settings": {"iso_floor": 777}}, "/settings/iso_floor", ("640 and 800",)),
        ):
            with self.subTest(change=change), self.assertRaises(InputError) as caught:
                answer({**EVERYDAY, **change})
            found = {problem.pointer: problem.detail for problem in caught.exception.problems}
            for word in words:
                self.assertIn(word, found[place])

    def test_spot_is_placed_by_its_tone_and_a_guard_by_itself(self) -> None:
        """A tone two and a half stops over the key is placed there, less what is saved: never the whole's offset."""
        light = {"ev100": 12, "stops_above": 4, "holds_above": 2.5, "stops_below": 6, "swing_stops": 3}
        still = {"genre": "portrait", "subject": "seated", "body": "merrow-swift-20", "lens": "merrow-85", "file": "raw"}
        spot = advised({**still, "light": light, "settings": {"metering_pattern": "spot"}})
        self.assertAlmostEqual(spot["metering"]["spot"]["place_stops"], 2.5 + spot["range"]["exposure_offset_ev"], delta=1 / 6 + 1e-6)
        self.assertEqual(spot["metering"]["spot"]["place_stops"], spot["exposure"]["compensation_ev"])
        self.assertEqual(spot["exposure"]["meters"], True)
        self.assertAlmostEqual(spot["exposure"]["compensation_ev"], 2.5, delta=0.2)
        self.assertEqual(spot["configuration"]["meter_at_focus_point"]["value"], "off")
        court = {"genre": "sports", "subject": "court_games", "body": "merrow-swift-20", "lens": "merrow-85", "file": "raw"}
        guarded = advised({**court, "light": {"ev100": 8, "stops_above": 3.5, "holds_above": 3.5}})
        self.assertEqual((guarded["metering"]["pattern"], guarded["exposure"]["compensation_ev"]), ("highlight_guard", 0.0))
        taken = next(d for d in guarded["decisions"] if d["decision"] == "metering")["numbers"]["guard_stops"]
        self.assertAlmostEqual(guarded["range"]["exposure_offset_ev"], -taken)

    def test_both_ends_of_a_set_hold(self) -> None:
        """The darkest frame keeps the brightest tone under the clip, the brightest one the deepest above the floor."""
        land = {"genre": "landscape", "body": "oxwick-plate-60", "lens": "oxwick-16-35"}
        for below, above in ((5, 8), (7, 7), (9, 5), (11, 6)):
            for support in ("tripod", "handheld"):
                setup = advised({**land, "support": support, "light": {"ev100": 11, "stops_below": below, "stops_above": above}})
                bracket = setup["bracketing"]
                if bracket["frames"] == 1:
                    continue
                with self.subTest(below=below, above=above, support=support):
                    half, centre = (bracket["frames"] - 1) / 2 * bracket["step_ev"], setup["range"]["exposure_offset_ev"]
                    ends = next(d for d in setup["decisions"] if d["decision"] == "range")["numbers"]
                    self.assertLessEqual(ends["scene_above_stops"] + centre - half, math.log2(7.8) + 0.05)
                    self.assertLessEqual(ends["scene_below_stops"] - centre - half, 10.0)
                    self.assertEqual(len(bracket["times_s"]), bracket["frames"])
                    self.assertAlmostEqual(math.log2(bracket["times_s"][-1] / bracket["times_s"][0]), 2 * half, delta=0.2)
                    if support == "handheld":
                        self.assertLessEqual(bracket["times_s"][-1], 1 / 15 + 0.01)

    def test_a_zone_hands_over_its_distance_and_shrinks_as_the_aperture_opens(self) -> None:
        street = {"genre": "street", "body": "quillon-lane-32", "lens": "quillon-18", "light": {"ev100": 14}}
        zone = advised(street)["zone"]
        self.assertEqual(zone["now"]["distance_m"], 3.0)
        nears = [reach["near_m"] for reach in sorted(zone["by_aperture"], key=lambda r: r["aperture"])]
        self.assertEqual(nears, sorted(nears, reverse=True))
        self.assertIsNone(zone["by_distance"][-1]["distance_m"])
        self.assertEqual(zone["how"], "Turn the ring to 3 m on its scale.")
        self.assertIsNone(advised({**street, "light": {"ev100": 3}})["zone"])
