"""Which of my kit: pairs of a body and a lens, best first."""

from __future__ import annotations

import math
from unittest import TestCase

from craft.day.pairs import WANTED_SHARE, rank
from craft.scene.light import Light
from craft.scene.situation import Concession, Motion
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

    def test_what_is_out_of_reach_comes_last_whatever_it_costs(self) -> None:
        must = (Concession(Intent.ISO, 1.0),)
        dim = {"light": Light(6.0), "concessions": must, "motion": Motion(6.0)}
        pairs = rank((situation(**dim, lens={"widest_short": 8.0, "widest_long": 8.0}), situation(light=Light(15.0))))
        self.assertEqual([(p.index, p.out_of_reach) for p in pairs], [(1, False), (0, True)])

    def test_stars_are_never_cropped(self) -> None:
        (pair,) = rank((situation(**STARS),))
        self.assertEqual(pair.crop_stops, 0.0)
