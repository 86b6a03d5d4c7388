"""What stands beside the figures is true of them: darkness, what is let go, zones, spots."""

from __future__ import annotations

import math
import re
from dataclasses import replace
from fractions import Fraction
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.scales.series import Dial, exact_stops
from craft.scene.conditions import CONDITIONS
from craft.scene.imaged import lens_loss_stops
from craft.scene.light import Light, light_from_condition
from craft.scene.situation import Aims, Motion, Situation
from craft.scene.works import WORKS
from craft.setup.advise import advise
from craft.setup.tests.things import situation
from craft.setup.zone import how_to_set
from craft.tones.tonemap import map_of
from craft.vocabulary.terms import Genre, Pattern, Support
from craft.white.lights import spectrum_of
from craft.white.response import neutral

SUBJECTS = [(work.genre, subject.slug) for work in WORKS for subject in work.subjects]
STREET = {"genre": Genre.STREET, "focal_length_mm": 35}


@st.composite
def described(draw: st.DrawFn) -> Situation:
    """Any subject in any described light, seen with the usual focal length of the lens."""
    genre, slug = draw(st.sampled_from(SUBJECTS))
    row = draw(st.sampled_from(CONDITIONS))
    light = replace(light_from_condition(row.slug), kind="", stated=draw(st.booleans()))
    support = draw(st.sampled_from((None, Support.HANDHELD, Support.TRIPOD)))
    return situation(genre=genre, subject_slug=slug, light=light, support=support, lens={"closest_m": 0.21})


def said_stops(text: str) -> float:
    """The stops that a sentence begins with or speaks of: 1/3, 1, 1 1/3 …"""
    found = re.search(r"((?:\d+ )?\d+/3|\d+(?:\.\d+)?)(?= stops?\b)", text)
    assert found is not None, text
    return float(sum(Fraction(part) for part in found[1].split()))


class Darkness(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(described())
    def test_is_the_distance_to_the_metered_exposure_and_is_said_from_a_fifth_of_a_stop(self, s: Situation) -> None:
        """Log2 of N²/t against the light, the ISO, the loss in the lens and the filter: the meter's own equation (ISO 2720)."""
        setup = advise(s)
        x, n, iso = (
            exact_stops(d, v)
            for d, v in ((Dial.TIME, setup.exposure.shutter_s), (Dial.APERTURE, setup.exposure.aperture), (Dial.ISO, setup.exposure.iso))
        )
        metered = s.light.ev100 - lens_loss_stops(s) - setup.exposure.nd_stops
        self.assertAlmostEqual(setup.exposure.darker_stops, x + n - iso - metered, places=6)
        if setup.exposure.darker_stops < 0.2:
            self.assertEqual(setup.exposure.darker_words, "")
        elif setup.exposure.darker_words:
            self.assertAlmostEqual(said_stops(setup.exposure.darker_words), setup.exposure.darker_stops, delta=0.17)
            self.assertRegex(setup.exposure.darker_words, r"^[^:]+ under the meter: .+\.$")

    @settings(max_examples=60, deadline=None)
    @given(described())
    def test_what_is_let_go_is_what_lies_past_the_clip(self, s: Situation) -> None:
        """A clip is a 12.8 % grey's distance to white, 1/0.128 (ISO 12232), less for coloured light, moved by protection and by all darkness."""
        setup = advise(s)
        full = math.log2(1 / 0.128)
        coloured = math.log2(max(neutral(spectrum_of(s.light.kind, s.light.kelvin))))
        clip = full - coloured + setup.range.highlight_protection_stops + setup.exposure.darker_stops
        scene = map_of(s)
        top = max(
            [
                float(np.log2(scene.framed(scene.highest).max())) - coloured,
                *(one.ev for one in scene.named),
                *([s.light.above] if s.light.stated else []),
            ]
        )
        lost = float((np.log2(scene.taken(scene.luminance)) > clip + 0.4).mean())
        said = {note.kind: note.text for note in setup.notes}.get("let_go", "")
        if setup.bracketing.frames > 1 or top < clip - 0.2:
            self.assertEqual(said, "")
        elif said:
            self.assertLess(said_stops(said), top - clip + 0.2)
        else:
            self.assertLess(lost, 0.01)
        named = [one for one in scene.named if one.ev > max(clip + 0.4, top - 0.3)]
        if setup.bracketing.frames == 1 and named:
            self.assertIn(max(named, key=lambda one: one.ev).name, said)

    @settings(max_examples=60, deadline=None)
    @given(described(), st.sampled_from((-2.0, -1.0, 0.0, 1.0)))
    def test_a_brightness_of_ones_own_stands_and_a_compensation_moves_it_as_far(self, s: Situation, own: float) -> None:
        said = advise(replace(s, aims=Aims(brighter_stops=own)))
        self.assertAlmostEqual(said.range.exposure_offset_ev, own, delta=0.01)
        mine = advise(replace(s, settings={"compensation": own}))
        if not mine.exposure.meters:
            self.assertEqual((mine.exposure.compensation_ev, set(mine.unused)), (0.0, {"compensation"}))
        elif mine.metering.pattern is Pattern.HIGHLIGHT_GUARD:
            self.assertEqual(mine.exposure.compensation_ev, own)
        else:
            self.assertEqual(mine.exposure.compensation_ev, own)
            placed = mine.facts["holds_stops"] if mine.metering.pattern is Pattern.SPOT else 0.0
            self.assertAlmostEqual(mine.range.exposure_offset_ev + placed, own, delta=1 / 6 + 1e-6)


class AZone(TestCase):
    @staticmethod
    def disc_m(focal_mm: float, aperture: float, at_m: float, seen_m: float) -> float:
        """Diameter of the blur of a point, by similar triangles behind a thin lens."""
        focal = focal_mm / 1000
        image, focused = 1 / (1 / focal - 1 / seen_m), 1 / (1 / focal - 1 / at_m)
        return focal / aperture * abs(focused - image) / image

    @settings(max_examples=60, deadline=None)
    @given(st.sampled_from((18, 24, 28, 35)), st.integers(10, 16), st.sampled_from((1.0, 1.5, 2.5)))
    def test_both_ends_of_every_row_blur_by_the_circle(self, focal: int, ev: int, near: float) -> None:
        """At the near and the far end of each row the disc is as wide as the circle of confusion, and nowhere between."""
        s = situation(
            genre=Genre.STREET,
            focal_length_mm=focal,
            light=Light(float(ev)),
            motion=Motion(near_m=near),
            lens={"focal_min_mm": 18},
            settings={"focus_mode": "manual", "focus_area": "none"},
        )
        zone = advise(s).zone
        assert zone is not None
        coc = s.coc_m
        for row in (zone.now, *zone.by_aperture, *zone.by_distance):
            at = 1000.0 if row.distance_m is None else row.distance_m
            true = 2 ** (exact_stops(Dial.APERTURE, row.aperture) / 2)
            self.assertAlmostEqual(self.disc_m(focal, true, at, row.near_m) / coc, 1.0, delta=0.03)
            far = 1e7 if row.far_m is None else row.far_m
            self.assertLessEqual(self.disc_m(focal, true, at, far) / coc, 1.03)
            for share in (0.25, 0.5, 0.75):
                between = row.near_m + share * (min(far, 50.0) - row.near_m)
                self.assertLess(self.disc_m(focal, true, at, between) / coc, 1.02)
        apertures = [row.aperture for row in zone.by_aperture]
        self.assertEqual(apertures, sorted(apertures, reverse=True))
        reaches = [row.near_m for row in zone.by_aperture]
        self.assertEqual(reaches, sorted(reaches))

    def test_how_it_is_set_is_what_this_lens_allows(self) -> None:
        street = {**STREET, "light": Light(13.0)}
        ways = {
            "Focus once on something 4 paces away, then switch to by hand and leave it.": {},
            "Turn the ring to 3 m on its scale.": {"lens": {"distance_scale": True}},
            "Turn the ring until something 4 paces away is sharp, and leave it.": {"lens": {"autofocus": False}},
            "Focus once on something 4 paces away, and hold it there.": {"lens": {"ring": False, "distance_scale": True}},
            "": {"lens": {"autofocus": False, "fixed_m": 3.0}},
        }
        for said, changes in ways.items():
            one = situation(**street, motion=Motion(distance_m=3.0), **changes)
            with self.subTest(**changes):
                self.assertEqual(how_to_set(one), said)
                zone = advise(one).zone
                if zone is not None:
                    self.assertEqual(zone.how, how_to_set(replace(one, motion=Motion(distance_m=zone.now.distance_m))))
        self.assertIn("something 0.6 m away", how_to_set(situation(**street, motion=Motion(distance_m=0.6))))

    def test_it_comes_with_a_near_that_is_given_and_goes_with_the_dark(self) -> None:
        self.assertIsNotNone(advise(situation(**STREET, light=Light(13.0))).zone)
        self.assertIsNone(advise(situation(**STREET, light=Light(2.0))).zone)
        long = advise(situation(genre=Genre.STREET, focal_length_mm=135, light=Light(13.0)))
        self.assertIsNone(long.zone)


class ASpot(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(described())
    def test_what_it_is_pointed_at_is_placed_as_far_over_the_middle_as_it_is(self, s: Situation) -> None:
        """A spot reading comes with its tone and its place exactly where the pattern is a spot."""
        setup = advise(s)
        self.assertEqual(setup.metering.spot is not None, setup.metering.pattern is Pattern.SPOT)
        if setup.metering.spot is not None:
            self.assertTrue(setup.metering.spot.point_at and setup.metering.spot.hold)
            clip = math.log2(1 / 0.128) + setup.range.highlight_protection_stops
            self.assertTrue(setup.bracketing.frames > 1 or -2.0 <= setup.metering.spot.place_stops <= clip + 0.35, setup.metering.spot)
