"""A way on a plan: as long as its legs, gone evenly, turned and scaled as a whole; what is no way is refused at its place."""

from __future__ import annotations

import math
from dataclasses import replace
from unittest import TestCase

from hypothesis import assume, given
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.examples import situation
from craft.scene.plan import Plan, Thing
from craft.scene.situation import Motion

PLACE = st.tuples(st.floats(-50, 50), st.floats(1, 80))
WAY = st.lists(PLACE, min_size=2, max_size=8)


def plan(way: list[tuple[float, float]]) -> Plan:
    assume(all(math.dist(a, b) > 0.1 for a, b in zip(way, way[1:], strict=False)))
    return Plan(tuple(way), (Thing((1.0, 3.0), 0.5),))


class Ways(TestCase):
    @given(WAY, st.floats(-0.5, 1.5))
    def test_it_is_gone_evenly_from_its_first_point_to_its_last_and_straight_on_past_them(
        self, way: list[tuple[float, float]], share: float
    ) -> None:
        made = plan(way)
        at, towards = made.on_it(share * made.length_m)
        self.assertAlmostEqual(math.hypot(*towards), 1.0)
        step = made.length_m / 1e6
        near = made.on_it(share * made.length_m + step)[0]
        self.assertLessEqual(math.dist(at, near), step * (1 + 1e-6) + 1e-9)
        for end, length in ((way[0], 0.0), (way[-1], made.length_m)):
            self.assertLess(math.dist(made.on_it(length)[0], end), 1e-6)

    @given(WAY, st.floats(2, 200))
    def test_scaled_its_middle_is_as_far_as_asked_and_its_angle_and_bearings_stay(
        self, way: list[tuple[float, float]], distance: float
    ) -> None:
        made = plan(way)
        legs = [math.dist(a, b) for a, b in zip(way, way[1:], strict=False)]
        corners = [sum(legs[:k]) for k in range(1, len(legs))]
        assume(all(abs(corner - made.length_m / 2) > 1e-6 for corner in corners))  # at a corner it goes both ways
        other = made.scaled(distance)
        self.assertAlmostEqual(other.middle_m, distance, delta=1e-6 * distance)
        self.assertAlmostEqual(other.angle_rad, made.angle_rad, delta=1e-5)
        for one, two in zip(made.way, other.way, strict=True):
            self.assertAlmostEqual(math.atan2(*one), math.atan2(*two), delta=1e-9)
        self.assertEqual([thing.wide_m for thing in other.things], [thing.wide_m for thing in made.things])

    def test_a_situation_has_its_distance_and_angle_and_one_that_is_said_makes_it_larger(self) -> None:
        across = Plan(((-4.0, 30.0), (4.0, 30.0)))
        one = situation(motion=Motion(plan=across))
        self.assertEqual((one.distance_m, round(math.degrees(one.angle_rad))), (30.0, 90))
        coming = replace(one, motion=Motion(plan=Plan(((0.0, 40.0), (0.0, 20.0))), distance_m=60.0))
        self.assertEqual((coming.distance_m, round(coming.angle_rad, 6)), (60.0, 0.0))

    def test_what_is_no_way_is_refused_at_its_place(self) -> None:
        for way, things, place in (
            (((0.0, 5.0),), (), ("way",)),
            (tuple((float(k), 5.0) for k in range(41)), (), ("way",)),
            (((0.0, 5.0), (0.0, -1.0)), (), ("way", 1)),
            (((0.0, 5.0), (0.0, 5.0)), (), ("way", 1)),
            (((0.0, 5.0), (1.0, 5.0)), (Thing((0.0, 0.0), 1.0),), ("things", 0)),
        ):
            with self.subTest(place), self.assertRaises(CraftError) as refused:
                Plan(way, things)
            self.assertEqual(refused.exception.where, place)
