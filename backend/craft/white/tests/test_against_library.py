"""The room of white against the library its tables came from: chromaticity, temperature, tint, adaptation, difference of colours."""

from __future__ import annotations

import unittest
import warnings

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

with warnings.catch_warnings():  # it tells of packages for drawing that are not here
    warnings.simplefilter("ignore")
    import colour

from craft.white.colorimetry import adapted, delta_e, lab_of, temperature_and_tint, xy_of, xyz_of
from craft.white.screen import LUMINANCE, light_rgb
from craft.white.spectra import NM, black_body, by_temperature, daylight, tables

SHAPE = colour.SpectralShape(380, 780, 5)
LAMPS = [name for name in tables() if name[:2] in ("FL", "HP") or name.startswith("LED")]

PUBLISHED = (
    # CIE 15:2004, table T.3 for the D series and illuminant A; the Planckian points by Wyszecki & Stiles, table 1(3.11)
    (5003, 0.3457, 0.3585),
    (5503, 0.3324, 0.3474),
    (6504, 0.3127, 0.3290),
    (7504, 0.2990, 0.3149),
    (2856, 0.4476, 0.4074),
    (2000, 0.5267, 0.4133),
    (3500, 0.4053, 0.3907),
)


class Tables(unittest.TestCase):
    def test_every_column_is_the_library_s(self) -> None:
        table = tables()
        eye = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"].copy().align(SHAPE).values
        dyes = colour.recovery.MSDS_BASIS_FUNCTIONS_sRGB_MALLETT2019.copy().align(SHAPE).values
        for names, values in ((("x", "y", "z"), eye), (("dye red", "dye green", "dye blue"), dyes)):
            for k, name in enumerate(names):
                np.testing.assert_allclose(table[name], values[:, k], rtol=1e-5, atol=1e-6, err_msg=name)
        for name in LAMPS:
            theirs = colour.SDS_ILLUMINANTS[name].copy().align(SHAPE).values
            np.testing.assert_allclose(table[name], theirs / theirs.max(), rtol=1e-5, atol=1e-6, err_msg=name)

    def test_black_bodies_and_daylight_are_the_library_s(self) -> None:
        for kelvin in (1900.0, 2856.0, 3500.0):
            theirs = colour.sd_blackbody(kelvin, SHAPE).values
            np.testing.assert_allclose(black_body(kelvin) / black_body(kelvin)[36], theirs / theirs[36], rtol=2e-3)
        for kelvin in (4500.0, 5503.0, 6504.0, 12000.0):
            xy = colour.temperature.CCT_to_xy_CIE_D(kelvin)
            theirs = colour.sd_CIE_illuminant_D_series(xy, shape=SHAPE).values
            np.testing.assert_allclose(daylight(kelvin) / daylight(kelvin)[36], theirs / theirs[36], rtol=5e-3)


class Colours(unittest.TestCase):
    def test_chromaticities_are_the_published_ones(self) -> None:
        for kelvin, x, y in PUBLISHED:
            found = xy_of(xyz_of(by_temperature(kelvin)))
            self.assertAlmostEqual(found[0], x, delta=0.0012, msg=str(kelvin))
            self.assertAlmostEqual(found[1], y, delta=0.0015, msg=str(kelvin))

    def test_temperature_and_tint_of_every_lamp_are_the_library_s(self) -> None:
        for light in (
            *(tables()[name] for name in LAMPS),
            *(by_temperature(kelvin) for kelvin in (1500.0, 2400.0, 4100.0, 8000.0, 20000.0)),
        ):
            xyz = xyz_of(light)
            theirs = colour.temperature.uv_to_CCT_Ohno2013(colour.UCS_to_uv(colour.XYZ_to_UCS(xyz / xyz[1])))
            kelvin, tint = temperature_and_tint(xyz)
            self.assertAlmostEqual(1e6 / kelvin, 1e6 / theirs[0], delta=0.2)
            self.assertAlmostEqual(tint, theirs[1] * 1000, delta=0.1)

    @settings(max_examples=60)
    @given(st.integers(0, 2**32 - 1))
    def test_adaptation_and_difference_are_the_library_s(self, seed: int) -> None:
        rng = np.random.default_rng(seed)
        some, white, to = rng.uniform(0, 1, (20, 3)), rng.uniform(0.4, 1.2, 3), rng.uniform(0.4, 1.2, 3)
        theirs = colour.adaptation.chromatic_adaptation_VonKries(some, white, to, transform="CAT16")
        np.testing.assert_allclose(adapted(some, white, to), theirs, atol=1e-9)
        white[1] = 1.0
        np.testing.assert_allclose(lab_of(some, white), colour.XYZ_to_Lab(some, colour.XYZ_to_xy(white)), atol=1e-6)
        one = rng.uniform((0, -90, -90), (100, 90, 90), (50, 3))
        other = one + rng.normal(0, 12, one.shape)
        np.testing.assert_allclose(delta_e(one, other), colour.delta_E(one, other, method="CIE 2000"), atol=1e-8)
        self.assertTrue((delta_e(one, one) == 0).all())

    @given(st.floats(500, 60_000))
    def test_every_light_has_luminance_one_on_a_screen_and_no_channel_that_is_dark(self, kelvin: float) -> None:
        rgb = np.array(light_rgb(kelvin))
        self.assertAlmostEqual(float(LUMINANCE @ rgb), 1.0, places=5)
        self.assertTrue((rgb > 0).all())

    @given(st.floats(1100, 24_000), st.floats(1.05, 2.0))
    def test_a_hotter_light_is_bluer(self, kelvin: float, times: float) -> None:
        warm, cold = by_temperature(kelvin), by_temperature(kelvin * times)
        blue, red = int(np.searchsorted(NM, 450)), int(np.searchsorted(NM, 620))
        self.assertLess(warm[blue] / warm[red], cold[blue] / cold[red] * 1.001)
