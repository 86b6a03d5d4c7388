"""Lights, surfaces and the numbers of a camera: what must hold of them whatever the light."""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.white.colorimetry import delta_e, lab_of, temperature_and_tint, xyz_of
from craft.white.lights import KINDS, Kind, kind_of, spectrum_of
from craft.white.response import (
    REFERENCE_K,
    brightness,
    from_screen,
    gains_of,
    neutral,
    numbers_of,
    response,
    to_screen,
    to_xyz,
    white_of,
    white_of_numbers,
)
from craft.white.screen import XYZ_TO_RGB
from craft.white.spectra import daylight
from craft.white.surfaces import ROWS, SKINS, SURFACES

KIND = st.sampled_from([kind for kind in KINDS if not kind.coloured])
CLASSES = ((55, 90), (41, 55), (28, 41), (10, 28), (-30, 10), (-90, -30))
"""Of skin by the individual typology angle: very light, light, intermediate, tan, brown, dark (Chardon et al. 1991)."""


class Lights(unittest.TestCase):
    def test_every_kind_has_the_temperature_that_its_row_says(self) -> None:
        for kind in KINDS:
            kelvin = temperature_and_tint(xyz_of(spectrum_of(kind.slug, kind.kelvin)))[0]
            self.assertAlmostEqual(1e6 / kelvin, 1e6 / kind.kelvin, delta=1.5, msg=kind.slug)

    @settings(max_examples=40)
    @given(KIND, st.floats(2000, 12_000))
    def test_a_lamp_behind_a_filter_has_the_temperature_it_is_brought_to(self, kind: Kind, kelvin: float) -> None:
        found = temperature_and_tint(xyz_of(spectrum_of(kind.slug, kelvin)))[0]
        if kind.varies and kelvin < 4000:
            return  # the CIE's daylight ends there
        self.assertAlmostEqual(1e6 / found, 1e6 / kelvin, delta=1.5)

    def test_what_no_lamp_is_brought_to_and_no_kind_is_called_is_refused(self) -> None:
        with self.assertRaises(CraftError) as told:
            spectrum_of("sodium", 1000.0)
        self.assertEqual(told.exception.where, ("light", "kelvin"))
        with self.assertRaises(CraftError) as told:
            kind_of("torch")
        self.assertIn("candle", str(told.exception))


class Surfaces(unittest.TestCase):
    def test_skins_are_of_the_published_classes(self) -> None:
        day = daylight(6504.0)
        for slug, (low, high) in zip(SKINS, CLASSES, strict=True):
            light, _, yellow = lab_of(xyz_of(day, SURFACES[slug].surface.reflectance), xyz_of(day))
            angle = float(np.degrees(np.arctan2(light - 50, yellow)))
            self.assertTrue(low < angle < high, (slug, angle))

    def test_no_surface_returns_more_than_falls_on_it_and_brighteners_need_their_light(self) -> None:
        day = daylight(6504.0)
        for row in ROWS:
            surface = row.surface
            self.assertTrue((surface.reflectance >= 0).all() and (surface.reflectance <= 1).all(), row.slug)
            if surface.brightener:
                blue = 12
                self.assertGreater(surface.in_light(day)[blue], surface.reflectance[blue] + 0.1)
        bright, plain = SURFACES["bright paper"].surface, SURFACES["paper"].surface
        apart = [
            abs(np.diff(np.log2([numbers_of(one, kind, k)[2] for one in (bright, plain)]))[0])
            for kind, k in (("daylight", 6504.0), ("candle", 1900.0), ("led_warm", 2733.0))
        ]
        self.assertGreater(apart[0], apart[2])


class Numbers(unittest.TestCase):
    def test_of_every_light_a_card_comes_out_grey_under_the_white_that_it_asks_for(self) -> None:
        for kind in KINDS:
            if kind.coloured:
                continue
            kelvin, tint = white_of(kind.slug, kind.kelvin)
            card = neutral(spectrum_of(kind.slug, kind.kelvin)) * gains_of(kelvin, tint)
            seen = lab_of(to_xyz() @ (card / card[1] * 0.18), to_xyz() @ np.ones(3))
            grey = lab_of(to_xyz() @ np.full(3, 0.18), to_xyz() @ np.ones(3))
            self.assertLess(float(delta_e(seen, grey)), 0.1, kind.slug)

    @settings(max_examples=60)
    @given(st.floats(1050, 24_000), st.floats(-25, 25))
    def test_a_white_is_found_again_from_its_numbers(self, kelvin: float, tint: float) -> None:
        found = white_of_numbers(1 / gains_of(kelvin, tint))
        self.assertAlmostEqual(1e6 / found[0], 1e6 / kelvin, delta=0.5)
        self.assertAlmostEqual(found[1], tint, delta=0.1)

    def test_in_daylight_colours_come_out_as_they_are(self) -> None:
        """Nothing but the response's own failure to see as the eye does: our surfaces within three, skins within two and a half."""
        light, white = daylight(REFERENCE_K), xyz_of(daylight(REFERENCE_K))
        for row in ROWS:
            surface = row.surface
            true = xyz_of(light, surface.in_light(light))
            file = to_xyz() @ ((surface.in_light(light) * light) @ response() * gains_of(REFERENCE_K))
            off = float(delta_e(lab_of(true, white), lab_of(file, white)))
            self.assertLess(off, 2.5 if row.slug in SKINS else 5.0, row.slug)

    @given(st.tuples(*[st.floats(0.02, 1)] * 3))
    def test_a_dyed_colour_comes_back_near_to_itself(self, rgb: tuple[float, float, float]) -> None:
        wanted = np.array(rgb)
        found = to_screen() @ (from_screen("daylight", REFERENCE_K) @ wanted * gains_of(REFERENCE_K))
        to_lab = np.linalg.inv(XYZ_TO_RGB)
        labs = [lab_of(to_lab @ np.maximum(one, 0), to_lab @ np.ones(3)) for one in (wanted, found)]
        self.assertLess(float(delta_e(*labs)), 9.0)

    def test_brightness_in_daylight_is_one_for_every_surface(self) -> None:
        for row in ROWS:
            self.assertAlmostEqual(float(numbers_of(row.surface, "daylight", REFERENCE_K) @ brightness()), 1.0, places=5)
