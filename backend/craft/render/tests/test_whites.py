"""White on frames: measured from a card, found by itself, mended afterwards; each against a way that shares no code with it."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.render.compose import as_it_is
from craft.render.develop import developed
from craft.render.shot import Shot, found
from craft.render.tests.shots import a_shot
from craft.render.whites import JUDGED, card_in, left_when_mended, measured, mends_from_to, misleads, together
from craft.stage.stage import Lit
from craft.stage.stages import STAGES
from craft.tones.boxes import Tuning, lamp_of
from craft.tones.colours import colours_of, shares_of, small_framing
from craft.tones.framing import View
from craft.white.automatic import BEHAVIOURS, Behaviour, found_white
from craft.white.colorimetry import delta_e, lab_of
from craft.white.lights import KINDS, Kind, spectrum_of
from craft.white.outcome import MATTERS, LightOn, compromise, deltas_of, patches_of
from craft.white.response import IN_DAYLIGHT, gains_of, neutral, numbers_of, to_xyz, white_of, white_of_numbers
from craft.white.surfaces import SURFACES

PLAIN = [kind for kind in KINDS if not kind.coloured]
CLOTH = (300 / 960, 612 / 640)
"""Where white cloth lies in the loft."""


def loft(kind: str, kelvin: float, **changes: float) -> Shot:
    white = white_of(kind, kelvin)
    return replace(
        a_shot("loft", kelvin=kelvin, kind=kind, white_k=white[0], white_tint=white[1], aperture=2.0, key_stops=0.5, iso_stops=-1.0),
        **changes,
    )


class Measuring(unittest.TestCase):
    def test_a_neutral_place_gives_the_light_back_under_every_kind(self) -> None:
        self.assertGreaterEqual(len(PLAIN), 12)
        for kind in PLAIN:
            shot, (kelvin, tint) = loft(kind.slug, kind.kelvin), white_of(kind.slug, kind.kelvin)
            view = View(480, 320, 480.0)
            light = as_it_is(shot, view)[round(CLOTH[1] * 320), round(CLOTH[0] * 480)]
            plain = white_of_numbers(np.asarray(light, float))
            self.assertAlmostEqual(1e6 / plain[0], 1e6 / kelvin, delta=1.0, msg=kind.slug)
            self.assertAlmostEqual(plain[1], tint, delta=1.0, msg=kind.slug)
            told = measured(shot, *CLOTH)
            self.assertEqual(told.refused, "" if abs(tint) <= 14 and kelvin > 1050 else told.refused, kind.slug)
            if not told.refused:
                self.assertAlmostEqual(1e6 / told.kelvin, 1e6 / kelvin, delta=4 * told.spread + 4.0, msg=kind.slug)

    def test_the_spread_is_that_of_seeds(self) -> None:
        shot = loft("daylight", 5500.0, key_stops=-4.0, iso_stops=3.5)
        told = [measured(replace(shot, seed=seed), *CLOTH) for seed in range(1, 25)]
        mireds = np.array([1e6 / one.kelvin for one in told])
        self.assertTrue(0.4 < float(mireds.std()) / told[0].spread < 2.5, (mireds.std(), told[0].spread))

    def test_what_tells_nothing_is_refused(self) -> None:
        self.assertIn("full", measured(loft("daylight", 5500.0, key_stops=6.0), *CLOTH).refused)
        self.assertIn("dark", measured(loft("daylight", 5500.0, key_stops=-20.0, iso_stops=8.0), *CLOTH).refused)
        smock = measured(a_shot("garden", key_stops=-1.0, iso_stops=0.0), 0.05, 0.9)
        self.assertTrue(smock.refused or abs(smock.tint) > 3, "grass is no card")

    def test_places_in_two_lights_are_told_from_places_in_one(self) -> None:
        shot = loft("led_warm", 2733.0)
        one = measured(shot, *CLOTH)
        self.assertTrue(together((one, measured(shot, CLOTH[0] + 0.03, CLOTH[1]))).one_light)
        self.assertIsNone(together(()))

    def test_things_that_are_no_grey_mislead_and_a_card_does_not(self) -> None:
        for kind in PLAIN:
            self.assertAlmostEqual(misleads("grey card", kind.slug, kind.kelvin), 0, delta=0.5)
            self.assertGreater(abs(misleads("tooth", kind.slug, kind.kelvin)), 4)


class Scenes(unittest.TestCase):
    def test_every_scene_is_neutral_at_the_lights_own_white_and_has_the_cast_that_is_told_a_hundred_mireds_off(self) -> None:
        """Of a card in the light of its people, on every scene, under every kind."""
        card = SURFACES["grey card"].surface
        grey, white = np.full(3, 0.18), to_xyz() @ np.ones(3)
        for stage in STAGES:
            lit = next(cut for cut in stage.draw() if cut.lit is Lit.KEY)
            for kind in PLAIN:
                lamp = lamp_of(lit, stage, Tuning(3.0, 3.0, kind.kelvin, kind.slug))
                self.assertEqual(lamp, (kind.slug, kind.kelvin))
                numbers = numbers_of(card, *lamp)
                for off in (0.0, 100.0):
                    kelvin, tint = white_of(*lamp)
                    mired = 1e6 / kelvin - off
                    if mired < 45:
                        continue
                    balanced = numbers * gains_of(1e6 / mired, tint)
                    seen = lab_of(to_xyz() @ (balanced / (balanced @ to_xyz()[1]) * 0.18), white)
                    delta = float(delta_e(seen, lab_of(to_xyz() @ grey, white)))
                    if off:
                        self.assertAlmostEqual(
                            delta, float(deltas_of(("grey card",), LightOn(*lamp), gains_of(1e6 / mired, tint))[0]), delta=0.3
                        )
                        self.assertGreater(seen[2], 5, "it comes out yellow")
                    else:
                        self.assertLess(delta, 1.0, (stage.slug, kind.slug))

    def test_people_stand_in_the_situation_s_light(self) -> None:
        for stage in STAGES:
            skins = [cut for cut in stage.draw() if cut.colour.name.startswith("skin")]
            self.assertTrue(all(cut.lit is Lit.KEY for cut in skins), stage.slug)

    def test_shares_of_the_lights_are_those_of_each_drawn_alone(self) -> None:
        for slug in ("hall", "lanterns", "kitchen"):
            shot = a_shot(slug)
            framing = small_framing(shot.scene, shot.focal_mm, shot.distance_m, 1.5)
            shares = shares_of(framing)
            self.assertAlmostEqual(sum(shares.values()), 1.0, places=5)
            lit, other = (colours_of(framing, Tuning(shot.above, shot.below, kelvin, "")) for kelvin in (5500.0, 2000.0))
            moved = float((np.abs(lit / np.maximum(other, 1e-9) - 1).max(-1) > 0.02).mean())
            self.assertAlmostEqual(moved, shares[Lit.KEY], delta=0.12, msg=slug)


class Automatic(unittest.TestCase):
    @settings(max_examples=40)
    @given(st.sampled_from(PLAIN), st.sampled_from(BEHAVIOURS), st.integers(0, 10_000))
    def test_a_room_of_grey_things_is_found_within_its_range_and_pulled_as_it_says(self, kind: Kind, row: Behaviour, seed: int) -> None:
        """A simulation of its own: greys of random brightness, the range and the pull by hand."""
        rng = np.random.default_rng(seed)
        light = neutral(spectrum_of(kind.slug, kind.kelvin))
        frame = (light * rng.uniform(0.05, 1.5, (24, 36, 1))).astype(np.float32)
        kelvin, _ = found_white(frame, row.slug)
        wanted = 1e6 / min(max(white_of_numbers(light)[0], row.warmest), row.coldest)
        bound = 1e6 / row.under
        if wanted > bound:
            wanted -= row.pulls * (wanted - bound)
        self.assertAlmostEqual(1e6 / kelvin, wanted, delta=1.5)

    def test_a_coloured_wall_draws_it_less_than_a_mean_of_all_would(self) -> None:
        frame = np.broadcast_to(np.asarray(IN_DAYLIGHT, np.float32), (20, 20, 3)).copy()
        frame[:, 13:] *= np.array((0.4, 1.0, 0.35), np.float32)
        mean = white_of_numbers(frame.reshape(-1, 3).mean(0).astype(float))[1]
        self.assertLess(abs(found_white(frame, "automatic_neutral")[1]), abs(mean) / 2)

    def test_what_is_full_tells_nothing_and_an_empty_frame_is_daylight(self) -> None:
        shot = a_shot("hall", kelvin=2800.0, kind="tungsten")
        self.assertLess(found(shot, "automatic_neutral").white_k, 5000, "the doorway is full and tells nothing")
        self.assertEqual(found_white(np.zeros((4, 4, 3), np.float32), "automatic"), (5500.0, 0.0))


class Mending(unittest.TestCase):
    def test_the_band_ends_where_something_judged_is_seen_alone(self) -> None:
        for kind, kelvin in (("daylight", 5500.0), ("led_warm", 2733.0), ("shade", 7500.0)):
            shot = loft(kind, kelvin, key_stops=-3.0, iso_stops=3.0)
            low, high = mends_from_to(shot)
            goal = white_of(kind, kelvin)
            self.assertTrue(low < goal[0] < high)
            for inside, outside in ((low, 1e6 / (1e6 / low + 12)), (high, 1e6 / (1e6 / high - 12))):
                self.assertLessEqual(left_when_mended(replace(shot, white_k=inside), goal), 3.0)
                self.assertGreater(left_when_mended(replace(shot, white_k=outside), goal), 2.0)
        self.assertIn("paper", JUDGED)


class InFinishedFiles(unittest.TestCase):
    def test_a_card_in_the_middle_of_a_file_says_how_far_white_is_off(self) -> None:
        """Of files as our own body finishes them, whose curve is not quite the screen's: within eight mireds."""
        for kind in ("daylight", "led_warm", "shade"):
            light = next(one for one in KINDS if one.slug == kind)
            goal = white_of(kind, light.kelvin)
            for off in (-40.0, 0.0, 40.0):
                white = (1e6 / (1e6 / goal[0] + off), goal[1])
                shot = a_shot(kelvin=light.kelvin, kind=kind, white_k=white[0], white_tint=white[1])
                raw = np.broadcast_to(neutral(spectrum_of(kind, light.kelvin)) * 2.0**-shot.clip_above_key, (60, 90, 3)).astype(np.float32)
                found_ = card_in(developed(np.ascontiguousarray(raw), shot), white)
                self.assertIsNotNone(found_)
                self.assertAlmostEqual(1e6 / found_[0], 1e6 / goal[0], delta=8.0, msg=(kind, off))
        self.assertIsNone(card_in(np.zeros((40, 60, 3), np.uint8), (5500.0, 0.0)))
        self.assertIsNone(card_in(np.random.default_rng(1).integers(20, 230, (40, 60, 3), np.uint8), (5500.0, 0.0)))


class Compromises(unittest.TestCase):
    def test_it_is_the_best_of_every_white_tried_one_by_one(self) -> None:
        both = (LightOn("led_warm", 2733.0, share=0.6), LightOn("daylight", 6500.0, share=0.4))
        kelvins = [2500.0 + 250 * k for k in range(20)]
        for matters, names in MATTERS.items():
            best, way = math.inf, (0.0, 0.0)
            for kelvin in kelvins:
                for tint in (-6.0, 0.0, 6.0):
                    wrong = sum(
                        light.share * sum(patch.delta**2 for patch in patches_of(names, light, (kelvin, tint))) / len(names)
                        for light in both
                    )
                    if wrong < best:
                        best, way = wrong, (kelvin, tint)
            found_ = compromise(both, matters, kelvins, (-6.0, 0.0, 6.0))
            self.assertEqual((found_.kelvin, found_.tint), way, matters)
