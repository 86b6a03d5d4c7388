"""Sets of focus, white and ISO: when they are worth it, how many, and that what is said is true of the figures."""

from __future__ import annotations

import math
import re
import unittest
from dataclasses import replace

from craft.bracketing.of_others import MOST_WHITES, WHITE_STEP_MIRED, OtherSet, other_sets
from craft.kit.lens import Lens
from craft.kit.traits import Following, Traits
from craft.optics.sharpness import depth_limits_m
from craft.scene.light import Light
from craft.scene.situation import Locks, Motion, Situation
from craft.setup.advise import advise
from craft.setup.setup import Setup
from craft.setup.tests.things import LENS, situation
from craft.tones.patterns import CLOTHS, GREY, PATTERNS
from craft.vocabulary.terms import File, Genre, Pattern, Support

CLOSE = Lens("Close lens", 100, 100, 2.8, 2.8, 22, 0.3, slug="close")


def sets(other_k: float | None = None, **changes: object) -> dict[str, OtherSet]:
    one = situation(**changes)
    return {found.kind: found for found in taken(one, advise(one), other_k)}


def taken(one: Situation, setup: Setup, other_k: float | None = None) -> tuple[OtherSet, ...]:
    moves = bool(setup.facts["moving"])
    return other_sets(one, setup.exposure.aperture, raw=setup.file is not File.RENDERED, moves=moves, other_k=other_k)


class Focus(unittest.TestCase):
    def test_one_frame_where_its_depth_covers_the_band(self) -> None:
        found = sets(genre=Genre.LANDSCAPE, lens=replace(LENS, focal_min_mm=24), focal_length_mm=24, light=Light(13.0))["focus"]
        self.assertEqual(found.frames, 1)
        self.assertIn("One frame", found.words)

    def test_frames_overlap_and_cover_the_band_at_the_aperture_as_set(self) -> None:
        one = situation(
            genre=Genre.LANDSCAPE,
            lens=CLOSE,
            light=Light(13.0),
            support=Support.TRIPOD,
            motion=Motion(near_m=0.6, far_m=0.9),
            locks=Locks(aperture=8.0),
        )
        setup = advise(one)
        found = taken(one, setup)[0]
        self.assertGreater(found.frames, 5)
        self.assertEqual(found.frames, len(found.places))
        limits = [[float(end) for end in depth_limits_m(0.1, setup.exposure.aperture, at, one.coc_m)] for at in found.places]
        self.assertLessEqual(limits[0][0], 0.6)
        self.assertGreaterEqual(limits[-1][1], 0.9)
        for (_, far), (near, _) in zip(limits, limits[1:], strict=False):
            self.assertLess(near, far)
        self.assertIn(f"{found.frames} frames at f/8", found.words)

    def test_in_the_body_s_own_sizes_of_step_frames_overlap_or_it_is_said_that_they_leave_gaps(self) -> None:
        band = {"genre": Genre.LANDSCAPE, "lens": CLOSE, "light": Light(13.0), "support": Support.TRIPOD, "locks": Locks(aperture=8.0)}
        for sizes, finest, size in ((10, 0.1, 7), (4, 0.1, 4), (10, 0.6, 1), (3, 1.5, 1)):
            one = situation(
                **band,
                motion=Motion(near_m=0.6, far_m=0.9),
                body={"traits": Traits(following=Following(stack_sizes=sizes, stack_finest=finest))},
            )
            found, share = taken(one, advise(one))[0], size * finest
            if share > 1:
                self.assertIn("would leave gaps", found.words)
                continue
            self.assertIn(f"That is size {size} of the body's {sizes}.", found.words)
            dioptres = [1 / at for at in found.places]
            depth = 2 * 8.0 * one.coc_m / 0.1**2  # in dioptres, less by the share of the focal length in the distance (thin lens)
            for near, far in zip(dioptres, dioptres[1:], strict=False):
                self.assertAlmostEqual((near - far) / depth / (1 - 0.1 * far), share, delta=0.05 * share)

    def test_more_than_anybody_stacks_is_said(self) -> None:
        found = sets(
            genre=Genre.LANDSCAPE,
            lens=replace(CLOSE, closest_m=0.25),
            light=Light(13.0),
            support=Support.TRIPOD,
            motion=Motion(near_m=0.3, far_m=30.0),
            locks=Locks(aperture=2.8),
        )["focus"]
        self.assertEqual((found.frames, found.places), (0, ()))
        self.assertIn("close down first", found.words)


class WhiteAndIso(unittest.TestCase):
    def test_a_raw_needs_neither_and_says_why(self) -> None:
        found = sets(file=File.RAW)
        self.assertEqual((found["white"].frames, found["iso"].frames), (1, 1))
        self.assertIn("any white afterwards", found["white"].words)

    def test_whites_run_from_one_light_to_the_other_in_even_mireds(self) -> None:
        found = sets(other_k=7500.0, file=File.RENDERED, light=Light(8.0, kelvin=3200.0))["white"]
        mireds = sorted(1e6 / kelvin for kelvin in found.places)
        self.assertAlmostEqual(mireds[0], 1e6 / 7500)
        self.assertAlmostEqual(mireds[-1], 1e6 / 3200)
        steps = [after - before for before, after in zip(mireds, mireds[1:], strict=False)]
        self.assertAlmostEqual(max(steps), min(steps), places=6)
        self.assertEqual(found.frames, min(MOST_WHITES, math.ceil((1e6 / 3200 - 1e6 / 7500) / WHITE_STEP_MIRED) + 1))
        self.assertEqual(len(re.findall(r"\d+ K", found.words)), found.frames)

    def test_of_one_light_they_lie_to_either_side(self) -> None:
        found = sets(file=File.RENDERED, light=Light(8.0, kelvin=5000.0))["white"]
        self.assertTrue(min(found.places) < 5000 < max(found.places))
        self.assertEqual(sets(file=File.RENDERED)["iso"].places, (-1.0, 0.0, 1.0))


class Rows(unittest.TestCase):
    def test_every_pattern_and_cloth_says_where_it_is_from(self) -> None:
        self.assertEqual({row.pattern for row in PATTERNS}, set(Pattern))
        for row in (*PATTERNS, *CLOTHS):
            self.assertTrue(row.source)
        self.assertEqual(len({row.short for row in PATTERNS}), len(PATTERNS))
        skins = sorted(cloth.reflectance for cloth in CLOTHS if cloth.skin)
        self.assertTrue(0.05 < skins[0] < GREY < skins[-1] < 0.5)
        self.assertTrue(all(0 < cloth.reflectance < 1 for cloth in CLOTHS))
