"""Sensors measured by their own raws, of ten bodies that are made up here: electrons by Poisson's law, noise before and behind a gain, counts."""

from __future__ import annotations

import math
from unittest import TestCase

import numpy as np

from craft.errors import CraftError
from craft.review.photon import AtIso, Crop, Pair, pair_of, sensor_of, transferred, wrong_with

BLACK, WHITE, BITS = 512.0, 16383.0, 14
LIGHTS = (0.02, 0.1, 0.3, 0.55, 0.72)


class Body:
    """A sensor that shoots: full_e electrons at base, read noise before and behind the gain, a second gain from an ISO on."""

    def __init__(
        self, seed: int, full_e: float, pre: float, post: float, dual: tuple[float, float] | None = None, base: float = 100.0
    ) -> None:
        self.lots, self.full_e, self.pre, self.post, self.dual, self.base = np.random.default_rng(seed), full_e, pre, post, dual, base

    def gain(self, iso: float) -> float:
        return (WHITE - BLACK) / (self.full_e * self.base / iso)

    def read_e(self, iso: float) -> float:
        pre = self.dual[1] if self.dual and iso >= self.dual[0] else self.pre
        return math.hypot(pre, self.post * self.base / iso)

    def shot(self, iso: float, share: float, size: int = 128) -> Crop:
        electrons = self.lots.poisson(share * self.full_e * self.base / iso, (2, size, size)) + self.lots.normal(
            0, self.read_e(iso), (2, size, size)
        )
        counts = np.clip(np.round(electrons * self.gain(iso) + BLACK), 0, WHITE)
        return Crop(counts.astype(np.uint16), iso, BLACK, WHITE)

    def pairs(self, iso: float) -> list[Pair]:
        shares = [0.0, *LIGHTS]
        return [pair_of(self.shot(iso, share), self.shot(iso, share)) for share in shares]


BODIES = [
    Body(1, 52_000, 2.4, 6.5),
    Body(2, 78_000, 3.1, 3.0),
    Body(3, 30_000, 1.8, 4.2),
    Body(4, 90_000, 2.0, 12.0, (640.0, 1.2)),
    Body(5, 60_000, 3.0, 5.0, (400.0, 1.5)),
    Body(6, 24_000, 2.6, 2.4, base=64.0),
    Body(7, 110_000, 4.0, 9.0, (800.0, 1.9)),
    Body(8, 45_000, 1.2, 5.5),
    Body(9, 16_000, 2.2, 1.5, base=80.0),
    Body(10, 70_000, 3.4, 7.0),
]


class Transfer(TestCase):
    def test_ten_bodies_figures_come_back_within_two_of_a_hundred_and_their_spread(self) -> None:
        """Read noise of the low ISOs is mostly of what lies behind the gain: each figure is looked for where it counts."""
        for body in BODIES:
            isos = [body.base * 2**k for k in range(5)]
            rows = [transferred(body.pairs(iso)) for iso in isos]
            for row in rows:
                self.assertEqual((row.lacks, row.darks, row.flats), ("", 1, 5))
                self.assertAlmostEqual(row.gain / body.gain(row.iso), 1.0, delta=0.02)
                self.assertLess(abs(row.gain - body.gain(row.iso)), 4 * row.gain_off)
                counting = 1 / math.sqrt(12) / body.gain(row.iso)
                self.assertAlmostEqual(row.read_e, body.read_e(row.iso), delta=0.02 * body.read_e(row.iso) + 0.05 * counting)
            found = sensor_of(rows)
            self.assertAlmostEqual(found.full_well_e / body.full_e, 1.0, delta=0.02)
            self.assertAlmostEqual(
                math.hypot(found.read_noise_pre_e, found.read_noise_post_e), body.read_e(body.base), delta=0.02 * body.read_e(body.base)
            )
            lowest_read = found.dual_gain_read_noise_e if body.dual else found.read_noise_pre_e
            self.assertAlmostEqual(lowest_read, body.dual[1] if body.dual else body.pre, delta=0.1)
            switches = None if body.dual is None else next(iso for iso in isos if iso >= body.dual[0])
            self.assertEqual(found.dual_gain_iso, switches)

    def test_what_is_left_of_the_mean_changes_nothing(self) -> None:
        """A pattern that is the same in both frames, and a drift of the whole of a third of a percent, are not noise."""
        body = BODIES[0]
        one, other = body.shot(200.0, 0.4), body.shot(200.0, 0.4)
        plain = pair_of(one, other).variance
        pattern = np.random.default_rng(4).integers(0, 30, one.counts.shape).astype(np.uint16)
        fixed = pair_of(Crop(one.counts + pattern, 200.0, BLACK, WHITE), Crop(other.counts + pattern + 9, 200.0, BLACK, WHITE)).variance
        self.assertAlmostEqual(fixed / plain, 1.0, delta=1e-6)

    def test_frames_that_tell_nothing_true_are_refused_with_why(self) -> None:
        body = BODIES[1]
        even, bright = body.shot(100.0, 0.3), body.shot(100.0, 0.33)
        slope = np.linspace(0.5, 1.5, 128)
        uneven = Crop(((even.counts - BLACK) * slope + BLACK).astype(np.uint16), 100.0, BLACK, WHITE)
        self.assertIn("it is clipped", wrong_with(body.shot(100.0, 1.2)))
        self.assertIn("it is not even", wrong_with(uneven))
        self.assertEqual((wrong_with(even), wrong_with(body.shot(100.0, 0.0))), ("", ""))
        for other, why in (
            (uneven, "not even"),
            (bright, "light changed"),
            (body.shot(200.0, 0.3), "one ISO"),
            (body.shot(100.0, 0.0), "light changed"),
        ):
            with self.assertRaisesRegex(CraftError, why):
                pair_of(even, other)

    def test_what_is_lacking_is_said_until_it_is_there(self) -> None:
        pairs = BODIES[2].pairs(400.0)
        for some, lacks in (
            (pairs[1:], "a pair of dark frames: cap on, shortest time"),
            (pairs[:2], "2 more pairs of even frames"),
            (pairs[:3], "1 more pair of even frames"),
            ([pairs[0], pairs[4], pairs[4], pairs[5]], "a pair of even frames in much more light, or much less"),
            (pairs, ""),
        ):
            told = transferred(some)
            self.assertTrue(told.lacks.startswith(lacks) and bool(told.lacks) == bool(lacks), told.lacks)
        self.assertIsNone(sensor_of([AtIso(100.0, 0, 0, "everything")]))
        self.assertIsNone(sensor_of([]))
