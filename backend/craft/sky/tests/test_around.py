"""All about a place: the land takes what stands behind it, the frame's edge is where its corners look, and each thing's way leads through where it stands."""

from __future__ import annotations

import datetime as dt
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.sky.around import around, edge_of
from craft.sky.brightness import apart_deg
from craft.sky.horizon import LEVEL, Horizon
from craft.sky.night import night_over
from craft.sky.overhead import Overhead, camera, core_stands, wanderers
from craft.sky.windows import KINDS, Asked, waiting_for

HILLS = Horizon(((90.0, 3.0), (180.0, 19.0), (270.0, 8.0), (0.0, 0.0)))
PLACE = (dt.date(2027, 6, 1), 40.0, 0.6, 60)
points = st.lists(st.tuples(st.integers(0, 359), st.floats(-5, 80)), min_size=1, max_size=12, unique_by=lambda one: one[0])


class TheLand(unittest.TestCase):
    @given(points, st.floats(0, 360))
    def test_it_goes_evenly_through_its_points_and_all_round(self, land: list[tuple[float, float]], bearing: float) -> None:
        horizon = Horizon(tuple(land))
        for at, height in land:
            self.assertAlmostEqual(float(horizon.over(at)), height, places=6)
        here = float(horizon.over(bearing))
        self.assertTrue(min(h for _, h in land) - 1e-9 <= here <= max(h for _, h in land) + 1e-9)
        self.assertAlmostEqual(here, float(horizon.over(bearing + 360)), places=6)

    def test_what_is_no_land_is_refused_at_its_point(self) -> None:
        for wrong, place in (
            (((360.0, 1.0),), ("horizon", 0, "bearing_deg")),
            (((10.0, 1.0), (10.0, 2.0)), ("horizon", 1, "bearing_deg")),
            (((10.0, 1.0), (20.0, 90.0)), ("horizon", 1, "height_deg")),
        ):
            with self.assertRaises(CraftError) as refused:
                Horizon(wrong)
            self.assertEqual(refused.exception.where, place)

    def test_hills_take_from_the_night_what_stands_behind_them_minute_by_minute(self) -> None:
        """Windows over hills against looking at every minute by a body's own place and the land there."""
        level, hilly = (waiting_for("core", *PLACE[:1], 20, *PLACE[1:], Asked(), land) for land in (LEVEL, HILLS))
        self.assertGreater(sum(one.minutes for one in level), sum(one.minutes for one in hilly))
        for one in hilly[:20:5]:
            for minute in range(12 * 60, 36 * 60, 7):
                at = dt.datetime.combine(one.day, dt.time()) + dt.timedelta(minutes=minute - 60)
                over = Overhead(40.0, 0.6, at.strftime("%Y-%m-%dT%H:%M"))
                core, moon = core_stands(over), wanderers(over)[0].at
                clear = core.height_deg - max(10.0, float(HILLS.over(core.bearing_deg)))
                hidden = -0.8 - moon.height_deg
                if min(abs(clear), abs(hidden)) < 0.15:
                    continue
                dark = any(span.begins < minute < span.ends for span in one.dark)
                there = any(span.begins - 1 < minute < span.ends + 1 for span in one.windows)
                if any(abs(minute - end) < 6 for span in (*one.dark, *one.windows) for end in (span.begins, span.ends)):
                    continue
                self.assertEqual(there, dark and clear > 0 and hidden > 0, (one.day, minute))

    def test_a_level_land_changes_nothing_and_a_wall_leaves_nothing(self) -> None:
        flat, wall = Horizon(((0.0, 0.0), (180.0, 0.0))), Horizon(((0.0, 80.0),))
        self.assertEqual(night_over(*PLACE).windows, night_over(*PLACE, horizon=flat).windows)
        self.assertEqual(night_over(*PLACE, horizon=wall).windows, ())
        self.assertEqual(night_over(*PLACE, horizon=wall).moon_rises, night_over(*PLACE).moon_rises, "it lights the sky from behind")
        for kind in KINDS:
            if kind.slug in ("core", "full_moon", "moon_at", "sun_at"):
                self.assertFalse(any(one.windows for one in waiting_for(kind.slug, PLACE[0], 30, *PLACE[1:], Asked(), wall)), kind.slug)


class AllAround(unittest.TestCase):
    def test_ways_lead_through_where_things_stand(self) -> None:
        there = around(Overhead(40.0, 0.6, "2027-07-04T23:20"))
        for way in there.ways:
            if way.hours:
                (before, one), (after, other) = max(h for h in way.hours if h[0] <= 0), min(h for h in way.hours if h[0] > 0)
                self.assertEqual((before, after), (-20, 40))
                self.assertLess(apart_deg(one, way.at), 6)
                self.assertLess(apart_deg(other, way.at), 11)
                self.assertAlmostEqual(apart_deg(one, way.at) + apart_deg(way.at, other), apart_deg(one, other), delta=0.3)
        self.assertTrue(all(star.at.height_deg > 0 for star in there.stars))
        self.assertEqual([star.magnitude for star in there.stars], sorted(star.magnitude for star in there.stars))
        core = next(way for way in there.ways if way.name == "the core")
        brightest = max(there.band, key=lambda one: one[1])[0]
        self.assertLess(apart_deg(brightest, core.at), 1)

    def test_the_frames_edge_is_where_its_corners_look(self) -> None:
        seen = camera(200.0, 20.0)
        edge = edge_of(seen, 0.9, 0.6)
        for corner, (u, v) in zip(edge[:: len(edge) // 4], ((-0.9, -0.6), (0.9, -0.6), (0.9, 0.6), (-0.9, 0.6)), strict=True):
            ray = u * seen.axes[0] + v * seen.axes[1] + seen.axes[2]
            self.assertAlmostEqual(corner.height_deg, float(np.degrees(np.arcsin(ray[2] / np.linalg.norm(ray)))), places=6)
