"""Which of my kit: pairs of a body and a lens, best first."""

from __future__ import annotations

import math
from dataclasses import replace
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.day.pairs import WANTED_SHARE, best_mm, rank, reach_stops
from craft.examples import BODY
from craft.scene.framed import share_of
from craft.scene.light import Light
from craft.scene.situation import Concession, Motion
from craft.scene.works import SUBJECT
from craft.setup.advise import advise
from craft.setup.tests.things import STARS, situation
from craft.vocabulary.terms import Genre, Intent


class WhichOfMyKit(TestCase):
    def test_pairs_are_ordered_by_reach_and_light_in_one_currency(self) -> None:
        bird = {"genre": Genre.WILDLIFE, "subject_slug": "small_bird_flight", "motion": Motion(distance_m=20)}
        long, short = ({"focal_min_mm": f, "focal_max_mm": f, "closest_m": 2.0} for f in (400, 200))
        pairs = rank((situation(**bird, lens=short), situation(**bird, lens=long)))
        by_index = {p.index: p for p in pairs}
        size = situation(**bird).subject.size_m
        for index, focal in ((0, 0.2), (1, 0.4)):
            share = size * focal / (20 - focal) / 0.024
            pair = by_index[index]
            self.assertAlmostEqual(pair.share, share)
            self.assertAlmostEqual(pair.crop_stops, max(0.0, 2 * math.log2(WANTED_SHARE / share)))
            self.assertAlmostEqual(pair.cost_stops, pair.crop_stops + pair.gave_stops)
            setup = advise(situation(**bird, lens=(short, long)[index]))
            self.assertEqual(pair.iso, setup.exposure.iso)
            self.assertAlmostEqual(pair.gave_stops, sum(setup.ladder[18].gave.values()))
            self.assertEqual(pair.binding, setup.binding.intent if setup.binding else None)
        self.assertEqual([p.cost_stops for p in pairs], sorted(p.cost_stops for p in pairs))

    @given(st.sampled_from(sorted(SUBJECT, key=str)), st.floats(1.0, 80.0), st.sampled_from((1.0, 1.5)))
    def test_no_focal_length_of_the_ring_frames_better_than_the_one_that_is_judged(
        self, what: tuple[Genre, str], distance: float, crop: float
    ) -> None:
        kind = {"genre": what[0], "subject_slug": what[1], "motion": Motion(distance_m=distance), "focal_length_mm": None}
        zoom = {"focal_min_mm": 24, "focal_max_mm": 200, "closest_m": 0.5}
        body = {"sensor": replace(BODY.sensor, width_mm=36 / crop, height_mm=24 / crop)}
        judged = situation(**kind, lens=zoom, body=body)
        best = reach_stops(replace(judged, focal_length_mm=best_mm(judged)))
        for mm in (24, 28, 35, 50, 70, 85, 105, 135, 180, 200):
            self.assertLessEqual(best, reach_stops(replace(judged, focal_length_mm=float(mm))) + 1e-9, (mm, best_mm(judged)))

    def test_a_subject_too_large_costs_as_one_too_small_does_and_the_moon_has_a_size(self) -> None:
        player = {"genre": Genre.SPORTS, "subject_slug": "court_games", "motion": Motion(distance_m=6.0)}
        tele, normal = ({"focal_min_mm": f, "focal_max_mm": f, "closest_m": 2.0} for f in (400, 85))
        self.assertEqual([pair.index for pair in rank((situation(**player, lens=tele), situation(**player, lens=normal)))], [1, 0])
        moon = {"genre": Genre.NIGHT_SKY, "subject_slug": "moon", "focal_length_mm": None}
        wide, long = ({"focal_min_mm": f, "focal_max_mm": f, "closest_m": 2.0} for f in (50, 600))
        self.assertEqual([pair.index for pair in rank((situation(**moon, lens=wide), situation(**moon, lens=long)))], [1, 0])

    def test_what_is_out_of_reach_comes_last_whatever_it_costs(self) -> None:
        must = (Concession(Intent.ISO, 1.0),)
        dim = {"light": Light(6.0), "concessions": must, "motion": Motion(6.0)}
        pairs = rank((situation(**dim, lens={"widest_short": 8.0, "widest_long": 8.0}), situation(light=Light(15.0))))
        self.assertEqual([(p.index, p.out_of_reach) for p in pairs], [(1, False), (0, True)])

    @given(st.sampled_from(sorted(SUBJECT, key=str)), st.floats(0.5, 60.0), st.sampled_from((18, 24, 70)), st.sampled_from((1.0, 1.5, 2.0)))
    def test_a_new_picture_holds_its_subject_wherever_one_stands_as_far_as_the_lens_goes(
        self, what: tuple[Genre, str], distance: float, shortest: int, crop: float
    ) -> None:
        body = {"sensor": replace(BODY.sensor, width_mm=36 / crop, height_mm=24 / crop)}
        zoom = {"focal_min_mm": shortest, "focal_max_mm": 3 * shortest, "closest_m": 0.3}
        for given_m in (None, distance):
            kind = {"genre": what[0], "subject_slug": what[1], "motion": Motion(distance_m=given_m, depth_m=0.01), "focal_length_mm": None}
            one = situation(**kind, lens=zoom, body=body)
            self.assertTrue(shortest <= one.focal_mm <= 3 * shortest)
            long_side = share_of(one.subject.size_m, one.focal_mm, one.distance_m, max(one.used_mm))
            if one.subject.framed and one.focal_mm > shortest and (given_m is not None or not one.steps_back > 1):
                self.assertLessEqual(long_side, 1.0, (what, given_m, one.focal_mm, one.distance_m))
            said = [note.text for note in advise(one).notes if note.kind == "framing"]
            self.assertEqual(bool(said), one.subject.framed and one.fills > 0.97, (what, one.fills))

    def test_stars_are_never_cropped(self) -> None:
        (pair,) = rank((situation(**STARS),))
        self.assertEqual(pair.crop_stops, 0.0)
