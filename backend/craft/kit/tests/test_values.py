"""Bodies, lenses and axes as values: what contradicts itself is refused, the rest is computed as the makers' tables say."""

from __future__ import annotations

import math
from dataclasses import replace
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.errors import CraftError, NotOnTheDialError
from craft.kit.body import Body, OnlyWith, Sensor, Shutter
from craft.kit.dials import aperture_axis, combinations_allowed, iso_axis, time_axis
from craft.kit.lens import Lens
from craft.scales.series import Dial

BODY = Body("b", Sensor(36, 24, 6000, 4000, 60000, 3, 5), 100, 6400, 30, 3, 1 / 4000, 1 / 16000, True)
ZOOM = Lens("z", 24, 105, 3.5, 5.6, 22, 0.4)


class Refused(TestCase):
    def test_a_body_that_contradicts_itself(self) -> None:
        for change, place, words in (
            ({"per_stop": 4}, "step_ev", "1/2 or 1/3"),
            ({"max_iso": 50}, "max_iso", "at least base_iso, 100"),
            ({"shortest_mechanical_s": None, "shortest_electronic_s": None}, "shortest_mechanical_s", "needs a shortest"),
            ({"longest_s": 1 / 8000}, "longest_s", "not be shorter"),
            ({"sensor": replace(BODY.sensor, dual_gain_iso=640)}, "dual_gain_iso", "together or not at all"),
        ):
            with self.subTest(place), self.assertRaisesRegex(CraftError, words) as caught:
                replace(BODY, **change)
            self.assertEqual(caught.exception.where, (place,))

    def test_a_lens_that_contradicts_itself(self) -> None:
        for change, place in (
            ({"focal_max_mm": 20}, "focal_max_mm"),
            ({"narrowest_aperture": 4}, "narrowest_aperture"),
            ({"closest_m": 0.1}, "closest_m"),
        ):
            with self.subTest(place), self.assertRaises(CraftError) as caught:
                replace(ZOOM, **change)
            self.assertEqual(caught.exception.where, (place,))
        for focal in (23.9, 105.1):
            with self.assertRaisesRegex(CraftError, "24 to 105 mm"):
                ZOOM.check_focal(focal)
        with self.assertRaisesRegex(CraftError, "it has 50 mm"):
            Lens("p", 50, 50, 2, 2, 16, 0.5).check_focal(51)


class Computed(TestCase):
    def test_shutters_and_their_shortest_times(self) -> None:
        self.assertEqual(BODY.shutters, (Shutter.MECHANICAL, Shutter.FIRST_CURTAIN, Shutter.ELECTRONIC))
        self.assertEqual([BODY.shortest_s(s) for s in BODY.shutters], [1 / 4000, 1 / 4000, 1 / 16000])
        silent = replace(BODY, shortest_mechanical_s=None)
        self.assertEqual(silent.shutters, (Shutter.ELECTRONIC,))
        for shutter in (Shutter.MECHANICAL, Shutter.FIRST_CURTAIN):
            with self.assertRaisesRegex(CraftError, "has no"):
                silent.shortest_s(shutter)
        self.assertNotIn(Shutter.FIRST_CURTAIN, replace(BODY, first_curtain=False).shutters)
        self.assertAlmostEqual(Sensor(18, 12, 6000, 4000, 1000, 1, 1).crop, 2)
        self.assertAlmostEqual(BODY.sensor.pitch_m, 6e-6)

    @given(st.floats(24, 105))
    def test_a_zoom_closes_evenly_between_its_ends(self, focal: float) -> None:
        widest = ZOOM.widest_at(focal)
        self.assertTrue(3.5 - 1e-9 <= widest <= 5.6 + 1e-9)
        self.assertAlmostEqual(math.log(widest / 3.5) * math.log(105 / 24), math.log(5.6 / 3.5) * math.log(focal / 24), places=9)
        axis = aperture_axis(BODY, ZOOM, focal)
        self.assertTrue(abs(2 ** (axis.lowest / 2) - widest) / widest < 0.03 and axis.printed_at(axis.last) == 22)

    def test_axes_can_be_cut_and_held(self) -> None:
        axis = iso_axis(BODY)
        self.assertEqual((axis.first, axis.last, axis.lowest, axis.highest), (0, 18, 0.0, 6.0))
        self.assertEqual(axis.from_position(3).positions(), tuple(range(3, 19)))
        self.assertEqual(axis.from_position(-5).positions(), axis.positions())
        self.assertEqual(axis.from_position(40).positions(), (18,))
        held = axis.only(axis.find(800))
        self.assertEqual((held.positions(), held.printed_at(9)), ((9,), 800))

    def test_a_value_is_found_by_its_label_or_within_a_twelfth(self) -> None:
        axis = time_axis(BODY, Shutter.MECHANICAL)
        for value, position in ((1 / 30, 15), (1 / 32, 15), (0.0333, 15), (1 / 33.5, 15), (30, -15), (1 / 4000, 36)):
            self.assertEqual(axis.find(value), position)
        for value, words in (
            (1 / 36, "lies between steps.*1/30 and 1/40"),
            (1 / 8000, r"runs from 30 s to 1/4000\): the two nearest are 1/3200 and 1/4000"),
            (60, "runs from 30 s"),
        ):
            with self.assertRaisesRegex(NotOnTheDialError, words):
                axis.find(value)
        with self.assertRaisesRegex(NotOnTheDialError, "the only value is ISO?.*400|the only value is 400"):
            iso_axis(replace(BODY, isos=(400,))).find(800)

    def test_listed_values_that_share_a_step_keep_the_first(self) -> None:
        few = replace(ZOOM, widest_short=2.0, narrowest_aperture=8.0, apertures=(2.0, 2.02, 8.0))
        axis = aperture_axis(BODY, few, 24)
        self.assertEqual([round(axis.printed_at(k), 2) for k in axis.positions()], [2.0, 8.0])

    def test_a_widest_aperture_that_is_typed_is_used_whatever_was_listed(self) -> None:
        for typed in (2.8, 3.5):
            own = replace(ZOOM, widest_short=typed, apertures=(1.8,))
            self.assertEqual(aperture_axis(BODY, own, 24).printed_at(aperture_axis(BODY, own, 24).first), typed)

    def test_a_condition_binds_both_ways_of_naming_its_ends(self) -> None:
        axes = {
            Dial.TIME: time_axis(BODY, Shutter.MECHANICAL),
            Dial.APERTURE: aperture_axis(BODY, ZOOM, 24),
            Dial.ISO: iso_axis(BODY),
        }
        self.assertIsNone(combinations_allowed(BODY, axes))
        for ends in ((1 / 4000, 1 / 1000), (1 / 1000, 1 / 4000)):
            rule = OnlyWith(Dial.TIME, *ends, Dial.APERTURE, 5.6, 22, "a small leaf shutter")
            allowed = combinations_allowed(replace(BODY, only_with=(rule,)), axes)
            for x, n in ((36, 11), (30, 14), (30, 15), (29, 11), (0, 11)):
                self.assertEqual(bool(allowed[x + 15, n - axes[Dial.APERTURE].first, 0]), x < 30 or n >= 15, (x, n))
