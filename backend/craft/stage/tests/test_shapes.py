"""Outlines against brute force: which points they hold."""

from __future__ import annotations

import math
import unittest

import skia
from hypothesis import example, given, settings
from hypothesis import strategies as st

from craft.stage.shapes import ENDLESS, FAR_OUT, joined, limb, oval, poly, rect, ridge

places = st.tuples(st.floats(-200, 200), st.floats(-200, 200))
joints = st.lists(st.tuples(st.floats(-150, 150), st.floats(-150, 150), st.floats(4, 40)), min_size=2, max_size=4)
PROBES = [(x, y) for x in range(-180, 181, 24) for y in range(-180, 181, 24)]


def in_limb(x: float, y: float, at: list[tuple[float, float, float]], past: float) -> bool:
    """Whether a place is nearer to the line through the joints than half its width there and some more."""
    for (ax, ay, wide), (bx, by, to_wide) in zip(at, at[1:], strict=False):
        long = math.hypot(bx - ax, by - ay)
        along = ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / long**2
        off = abs((x - ax) * (by - ay) - (y - ay) * (bx - ax)) / long
        if 0 <= along <= 1 and off <= (wide + (to_wide - wide) * along) / 2 + past:
            return True
        if math.hypot(x - ax, y - ay) <= wide / 2 + past or math.hypot(x - bx, y - by) <= to_wide / 2 + past:
            return True
    return False


class Shapes(unittest.TestCase):
    @settings(max_examples=60)
    @given(joints)
    def test_a_limb_holds_what_lies_within_its_width_of_the_line_through_its_joints(self, at: list[tuple[float, float, float]]) -> None:
        if any(math.hypot(b[0] - a[0], b[1] - a[1]) < 8 for a, b in zip(at, at[1:], strict=False)):
            return
        shape = limb(*at)
        for x, y in PROBES:
            held = shape.contains(x, y)
            if in_limb(x, y, at, -1.0):
                self.assertTrue(held, (x, y))
            elif not in_limb(x, y, at, 1.0):
                self.assertFalse(held, (x, y))

    @given(st.lists(st.tuples(places, st.floats(2, 80), st.floats(2, 80)), min_size=1, max_size=5))
    @example([((0.0, 0.0), 40.24609375, 40.875), ((0.0, 0.0), 2.0, 2.0), ((0.0, 0.0), 35.611328125, 77.609375)])
    def test_shapes_joined_hold_what_any_of_them_holds(self, of: list[tuple[tuple[float, float], float, float]]) -> None:
        parts = [rect(x, y, wide, high) if k % 2 else oval(x, y, wide, high) for k, ((x, y), wide, high) in enumerate(of)]
        whole = joined(*parts)
        for x, y in PROBES:
            self.assertEqual(whole.contains(x, y), any(part.contains(x, y) for part in parts), (x, y))

    def test_what_reaches_far_out_has_no_end_and_what_does_not_stays(self) -> None:
        far = FAR_OUT + 1
        for shape, left, right, bottom in (
            (rect(-far, 10, 2 * far, 5), -ENDLESS, ENDLESS, 15),
            (rect(-20, 10, 50, far), -20, 30, ENDLESS),
            (poly((-far, 400), (far, 380), (far, far), (-far, far)), -ENDLESS, ENDLESS, ENDLESS),
            (poly((0, 0), (100, -20), (90, 50)), 0, 100, 50),
        ):
            bounds: skia.Rect = shape.computeTightBounds()
            self.assertEqual((bounds.left(), bounds.right(), bounds.bottom()), (left, right, bottom))
        land = ridge(300, 60, 5).computeTightBounds()
        self.assertEqual((land.left(), land.right(), land.bottom()), (-ENDLESS, ENDLESS, 308))
