"""Where the sun stands for a picture: each side said once, by the turn of both alike; shadows and frame as geometry has them."""

from __future__ import annotations

import math
import re
import unittest

from hypothesis import given
from hypothesis import strategies as st

from craft.day.sunlight import SIDES, beside_deg, sun_in_words
from craft.sky.night import Stands

bearings = st.floats(0, 359.9)


class Sunlight(unittest.TestCase):
    @given(bearings, bearings, st.floats(0, 359.9), st.floats(4, 80))
    def test_turning_all_of_it_changes_no_word_but_the_bearing(self, sun: float, toward: float, turn: float, height: float) -> None:
        def told(by: float) -> str:
            at = sun_in_words(Stands(height, (sun + by) % 360), 0.0, (toward + by) % 360, 20.0, 13.0)
            return re.sub(r" at \d+°", "", at)

        beside = abs(beside_deg(Stands(height, sun), toward))
        if min(abs(beside - edge) for edge in (0, 20, *(row.to_deg for row in SIDES))) > 1e-6:
            self.assertEqual(told(0.0), told(turn))

    @given(bearings, bearings, st.floats(4, 80))
    def test_left_is_left_and_the_mirror_is_right(self, sun: float, toward: float, height: float) -> None:
        told, mirrored = (sun_in_words(Stands(height, at % 360), 0.0, toward, 20.0, 13.0) for at in (sun, 2 * toward - sun))
        beside = beside_deg(Stands(height, sun), toward)
        if 31 < abs(beside) < 149:
            self.assertIn("right" if beside > 0 else "left", told)
            self.assertIn("left" if beside > 0 else "right", mirrored)

    def test_shadows_frame_land_and_night_are_told_where_they_are_so(self) -> None:
        self.assertIn("1.0 times", sun_in_words(Stands(45.0, 0.0), 0.0, None, 20.0, 13.0))
        self.assertNotIn("Shadows", sun_in_words(Stands(1.0, 0.0), 0.0, None, 20.0, 13.0))
        self.assertIn("in the frame", sun_in_words(Stands(8.0, 15.0), 0.0, 0.0, 20.0, 13.0))
        self.assertNotIn("in the frame", sun_in_words(Stands(8.0, 25.0), 0.0, 0.0, 20.0, 13.0))
        self.assertNotIn("in the frame", sun_in_words(Stands(14.0, 15.0), 0.0, 0.0, 20.0, 13.0))
        self.assertIn("behind the land", sun_in_words(Stands(8.0, 15.0), 9.0, 0.0, 20.0, 13.0))
        self.assertIn("still lights the sky", sun_in_words(Stands(-4.0, 15.0), 0.0, 0.0, 20.0, 13.0))
        self.assertNotIn("still", sun_in_words(Stands(-7.0, 15.0), 0.0, 0.0, 20.0, 13.0))
        self.assertEqual([row.to_deg for row in SIDES], sorted(row.to_deg for row in SIDES))
        self.assertTrue(math.isclose(SIDES[-1].to_deg, 180.0) and all(row.does for row in SIDES))
