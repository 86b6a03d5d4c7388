"""The dials: ends off the series, listed values, holes, refusals."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

from craft.errors import NotOnTheDialError
from craft.kit.body import Body, OnlyWith, Sensor, Shutter
from craft.kit.dials import aperture_axis, combinations_allowed, iso_axis, time_axis
from craft.kit.lens import Lens
from craft.scales.series import Dial, stops_of

BODY = Body("b", Sensor(36, 24, 6000, 4000, 60000, 3, 5), 64, 6400, 30, 3, 1 / 4000, 1 / 16000)


class Axes(TestCase):
    def test_ends_and_true_values(self) -> None:
        for widest, position in ((1.2, 2), (1.7, 5), (1.9, 6), (2.8, 9)):
            axis = aperture_axis(BODY, Lens("l", 50, 50, widest, widest, 16, 0.5), 50)
            self.assertEqual(axis.first, position)
            self.assertEqual(axis.printed_at(position), widest)
            if widest != 2.8:
                self.assertAlmostEqual(axis.lowest, stops_of(Dial.APERTURE, widest))
        self.assertEqual(iso_axis(BODY).printed_at(iso_axis(BODY).first), 64)
        self.assertEqual(len(time_axis(BODY, Shutter.ELECTRONIC).stops) - len(time_axis(BODY, Shutter.MECHANICAL).stops), 6)

    def test_listed_values_leave_holes_and_refuse_between(self) -> None:
        axis = time_axis(replace(BODY, per_stop=1, times_s=(1 / 30, 1 / 125, 1 / 1000)), Shutter.MECHANICAL)
        self.assertEqual([axis.printed_at(k) for k in axis.positions()], [1 / 30, 1 / 125, 1 / 1000])
        with self.assertRaisesRegex(NotOnTheDialError, r"1/250 .* 1/125 and 1/1000"):
            axis.find(1 / 250)

    def test_values_under_a_condition(self) -> None:
        rule = OnlyWith(Dial.ISO, 3200, 6400, Dial.TIME, 1 / 60, 30, "long times only")
        body = replace(BODY, only_with=(rule,))
        axes = {
            Dial.TIME: time_axis(body, Shutter.MECHANICAL),
            Dial.APERTURE: aperture_axis(body, Lens("l", 50, 50, 2, 2, 16, 0.5), 50),
            Dial.ISO: iso_axis(body),
        }
        allowed = combinations_allowed(body, axes)
        assert allowed is not None
        x, n, s = (axes[dial].find(value) - axes[dial].first for dial, value in ((Dial.TIME, 1 / 60), (Dial.APERTURE, 8), (Dial.ISO, 3200)))
        self.assertTrue(allowed[x, n, s])
        shorter = axes[Dial.TIME].find(1 / 125) - axes[Dial.TIME].first
        self.assertFalse(allowed[shorter, n, s])
        self.assertTrue(allowed[shorter, n, s - 1])
