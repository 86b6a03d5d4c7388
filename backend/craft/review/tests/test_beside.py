"""Frames beside the plan, on days that were shot as planned, and otherwise, by a hand that is written down here."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.examples import advised
from craft.review.beside import NEAR_STOPS, beside, placed
from craft.review.clock import EARLY_MIN, LATE_MIN, assigned
from craft.review.frame import Frame, usual_of
from craft.scales.series import Dial
from craft.scene.light import Light
from craft.setup.setup import Setup
from craft.vocabulary.terms import Genre

PLANS = {
    "rowing": advised(),
    "hills": advised(genre=Genre.LANDSCAPE, light=Light(13.0), focal_length_mm=35),
    "room": advised(genre=Genre.WEDDING, light=Light(6.0, indoors=True), focal_length_mm=50),
}


def shot(setup: Setup, row: int, at_s: float, **change: float) -> Frame:
    """A frame as a row of the ladder wants it, or with a dial that stands otherwise."""
    level = setup.ladder[row]
    dials = {"shutter_s": level.shutter_s, "aperture": level.aperture, "iso": level.iso, "mean_stops": -0.4}
    return Frame(at_s, **{**dials, **change})


class Placing(TestCase):
    @given(st.sampled_from(sorted(PLANS)), st.integers(0, 54), st.integers(1, 30), st.integers(-1, 1))
    @settings(max_examples=80, deadline=None)
    def test_whoever_follows_the_ladder_as_the_light_moves_is_as_planned(self, plan: str, row: int, frames: int, falls: int) -> None:
        setup = PLANS[plan]
        rows = [min(max(row + falls * (k // 4), 0), len(setup.ladder) - 1) for k in range(frames)]
        found = beside(setup, [shot(setup, at, 20.0 * k) for k, at in enumerate(rows)])
        self.assertEqual((found.as_planned, found.untold, found.drifts, found.ways), (frames, 0, (), ()))
        self.assertEqual(sum(level.frames for level in found.levels), frames)

    @given(st.sampled_from(["rowing", "room"]), st.integers(2, 6), st.integers(1, 5), st.sampled_from([-1, 1]))
    @settings(max_examples=40, deadline=None)
    def test_a_wheel_that_was_bumped_is_told_with_its_hour_its_stops_and_what_came_of_it(
        self, plan: str, stops: int, many: int, way: int
    ) -> None:
        setup, level = PLANS[plan], PLANS[plan].exposure
        row = next(k for k, one in enumerate(setup.ladder) if (one.shutter_s, one.iso) == (level.shutter_s, level.iso))
        came = -0.4 + (min(stops, 2.2) if way > 0 else -stops)
        bumped = {"iso": level.iso * 2.0 ** (way * stops), "mean_stops": came, "burnt": 0.5 if way > 0 else 0.0, "kept": False}
        frames = [shot(setup, row, 10.0 * k, **(bumped if 6 <= k < 6 + many else {"kept": True})) for k in range(14)]
        found = beside(setup, frames)
        [drift] = found.drifts
        self.assertEqual((drift.dial, drift.frames, round(drift.stops)), (Dial.ISO, many, way * stops))
        self.assertEqual((drift.begins_s, drift.ends_s), (60.0, 60.0 + 10 * (many - 1)))
        self.assertAlmostEqual(drift.brighter_stops, came + 0.4)
        self.assertEqual((drift.burnt, drift.kept, drift.judged), (many if way > 0 else 0, 0, many))
        self.assertIn("higher" if way > 0 else "lower", drift.text)
        self.assertEqual(found.as_planned, 14 - many)

    def test_a_dial_that_most_frames_had_elsewhere_is_offered_for_the_setup_and_one_that_few_had_is_not(self) -> None:
        setup = PLANS["rowing"]
        quicker = {"shutter_s": 1 / 1600, "iso": 640.0}
        for elsewhere, offered in ((8, [{"locks": {"shutter_s": 1 / 1600}}]), (3, [])):
            frames = [shot(setup, 18, float(k), **(quicker if k < elsewhere else {})) for k in range(12)]
            self.assertEqual([way.patch for way in beside(setup, frames).ways], offered)

    def test_what_a_file_does_not_tell_is_not_made_up(self) -> None:
        setup = PLANS["hills"]
        found = beside(setup, [Frame(0.0, iso=100.0), shot(setup, 20, 1.0), Frame(2.0)])
        self.assertEqual((found.frames, found.untold, found.as_planned), (3, 2, 1))
        self.assertEqual([at is None for at in found.placed], [True, False, True])
        self.assertEqual((beside(setup, []).frames, usual_of([]).mean_stops), (0, None))

    def test_frames_past_the_limits_of_automatic_iso_are_counted(self) -> None:
        setup = PLANS["rowing"]
        self.assertTrue(setup.iso_limits.automatic)
        over = [shot(setup, 18, float(k), iso=setup.iso_limits.ceiling * 2.0**k) for k in range(4)]
        self.assertEqual(beside(setup, over).over_ceiling, 3)

    def test_how_the_body_does_by_itself_is_as_planned_too(self) -> None:
        setup = PLANS["rowing"]
        rows = [k for k, level in enumerate(setup.ladder) if level.alone]
        self.assertTrue(rows)
        for row in rows:
            by_itself = setup.ladder[row].alone
            [at] = placed(setup, [Frame(0.0, by_itself.shutter_s, by_itself.aperture, by_itself.iso)])
            self.assertTrue(all(abs(stops) <= NEAR_STOPS for stops in at.apart), row)
            dark = by_itself.brightness_ev <= -NEAR_STOPS and at.short_stops > 0
            self.assertEqual(beside(setup, [at.frame]).left_dark, int(dark), row)


class Clocks(TestCase):
    @given(st.lists(st.integers(180, 1619), min_size=1, max_size=12, unique=True).map(sorted), st.integers(-300, 2400))
    def test_a_frame_belongs_to_the_last_picture_that_had_begun(self, begins: list[int], at: int) -> None:
        there = [k for k, one in enumerate(begins) if one <= at]
        if at < begins[0] - EARLY_MIN or at > begins[-1] + LATE_MIN:
            self.assertIsNone(assigned(begins, at))
        else:
            self.assertEqual(assigned(begins, at), max(there, default=0))
