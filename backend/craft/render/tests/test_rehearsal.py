"""What is told of a frame: against brute force in its pixels, and true of what it stands beside."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace

import numpy as np

from craft.kit.body import BracketOffer
from craft.render.compose import as_it_is
from craft.render.develop import developed
from craft.render.expose import counted, merged
from craft.render.rehearsal import HIGHEST, LOWEST, PER_STOP, held_by, rehearse, small_view, window_of
from craft.render.shot import from_recipe, shot_of
from craft.render.tests.shots import a_shot
from craft.scene.imaged import output_gain
from craft.scene.light import Light, light_from_condition
from craft.scene.situation import Locks, Situation
from craft.scene.works import WORKS
from craft.setup.advise import advise
from craft.setup.tests.things import BODY, LENS
from craft.stage.stages import BY_SLUG, STAGES
from craft.tones.boxes import stretched
from craft.tones.staging import ROWS, stage_for
from craft.tones.tonemap import map_of
from craft.vocabulary.terms import Genre, Support
from craft.white.lights import spectrum_of
from craft.white.response import brightness, neutral

CEREMONY = Situation(Genre.WEDDING, BODY, LENS, light_from_condition("lamps_and_window"), "ceremony")
DAWN = BY_SLUG["causeway_before"]
BEFORE_DAWN = map_of(Situation(Genre.LANDSCAPE, BODY, LENS, Light(9.0, above=DAWN.above, below=DAWN.below)), DAWN)


def found_in(shot: object, stops: float) -> np.ndarray:
    """A neutral patch so many stops over the key, counted."""
    rgb = neutral(spectrum_of(shot.kind, shot.kelvin)).astype(np.float32)  # type: ignore[attr-defined]
    electrons = np.broadcast_to(rgb * shot.key_e * 2**stops, (60, 60, 3)).astype(np.float32)  # type: ignore[attr-defined]
    return counted(electrons, shot, 50.0)  # type: ignore[arg-type]


class Windows(unittest.TestCase):
    def test_the_raw_clips_where_the_window_says(self) -> None:
        for change in ({}, {"iso_stops": 5.0}, {"kelvin": 2800.0}, {"protection": 1.0}, {"key_stops": -1.3}):
            shot = a_shot("loft", **change)
            clips = window_of(shot, 3.0).clips
            self.assertLess(float(found_in(shot, clips - 0.15).max(-1).mean()), 0.97)
            self.assertGreater(float(found_in(shot, clips + 0.1).max(-1).mean()), 0.99)

    def test_the_preview_warns_where_the_window_says(self) -> None:
        for change in ({}, {"kelvin": 3200.0, "white_k": 3200.0}, {"lift": 1.0}, {"protection": 1.0}):
            shot = a_shot("loft", **change)
            warns = window_of(shot, 3.0).warns
            under, over = (
                float((developed(found_in(shot, warns + off), shot) >= shot.taste.warns_at).any(-1).mean()) for off in (-0.2, 0.2)
            )
            self.assertLess(under, 0.1)
            self.assertGreater(over, 0.9)

    def test_a_shadow_at_the_floor_has_ten_to_one(self) -> None:
        for change in ({}, {"iso_stops": 6.0, "key_stops": -6.0}, {"key_stops": -5.0}):
            shot = a_shot("loft", kelvin=6504.0, **change)
            window = window_of(shot, math.sqrt(50.0))
            patch = found_in(shot, window.floor)[..., 1]
            self.assertAlmostEqual(float(patch.mean() / patch.std()), 10.0, delta=1.2)

    def test_more_light_moves_the_window_down_by_as_much(self) -> None:
        one, two = (window_of(a_shot("hall", key_stops=stops), 3.0) for stops in (-3.0, -1.0))
        self.assertAlmostEqual(one.clips - two.clips, 2.0, places=5)
        self.assertGreater(one.floor, two.floor)


class Tones(unittest.TestCase):
    def test_shares_are_of_the_whole_picture(self) -> None:
        for slug in ("hall", "moon", "salt"):
            told = rehearse(CEREMONY, advise(CEREMONY), slug)
            self.assertEqual(len(told.shares), (HIGHEST - LOWEST) * PER_STOP)
            self.assertAlmostEqual(sum(told.shares), 1.0, places=3)
            stops = np.log2(np.maximum(as_it_is(told.shot, small_view(told.shot)) @ brightness(), 1e-6))
            over = sum(share for k, share in enumerate(told.shares) if LOWEST + k / PER_STOP >= 0)
            self.assertAlmostEqual(over, float((stops >= 0).mean()), delta=0.003)
            for channels in (told.held.raw_channels, told.held.file_channels):
                for channel in channels:
                    self.assertAlmostEqual(sum(channel), 1.0, places=2)

    def test_named_tones_are_held_or_lost_as_the_window_says(self) -> None:
        told = rehearse(CEREMONY, advise(CEREMONY))
        self.assertEqual([tone.name for tone in told.named], [tone.name for tone in map_of(CEREMONY).named])
        for tone in told.named:
            self.assertTrue(not tone.held or tone.ev <= told.window.clips, tone.name)
        self.assertEqual(set(told.held.over) | set(told.held.under), {tone.name for tone in told.named if not tone.held})
        self.assertIn("sky outside", told.held.over)

    def test_the_brightest_tone_is_as_bright_as_the_situation_says(self) -> None:
        for above, below in ((2.0, 3.0), (6.0, 7.0)):
            shot = a_shot("ferry", above=above, below=below)
            found = stretched(np.array([tone.ev for tone in shot.scene.tones], np.float32), shot.scene, shot.tuning)
            self.assertAlmostEqual(max(found), above, places=4)
            self.assertAlmostEqual(min(found), -below, places=4)

    def test_two_stops_more_light_lose_more_and_hide_less(self) -> None:
        dark, bright = (held_by(a_shot("causeway_before", key_stops=stops), 3.0, BEFORE_DAWN) for stops in (-5.0, -2.0))
        self.assertGreater(bright.raw_share, dark.raw_share + 0.02)
        self.assertGreaterEqual(bright.warned_share, bright.raw_share - 0.01)
        self.assertLessEqual(bright.blocked_share, dark.blocked_share)


class Variants(unittest.TestCase):
    def test_each_is_a_frame_the_body_can_set_and_is_taken_over_as_it_is(self) -> None:
        setup = advise(CEREMONY)
        for variant in rehearse(CEREMONY, setup).variants:
            own = variant.setup
            if variant.slug == "set":
                continue
            again = advise(replace(CEREMONY, locks=Locks(own.exposure.shutter_s, own.exposure.aperture, own.exposure.iso)))
            self.assertEqual(
                (again.exposure.shutter_s, again.exposure.aperture, again.exposure.iso),
                (own.exposure.shutter_s, own.exposure.aperture, own.exposure.iso),
                variant.slug,
            )
            self.assertNotEqual(
                (own.exposure.shutter_s, own.exposure.aperture, own.exposure.iso),
                (setup.exposure.shutter_s, setup.exposure.aperture, setup.exposure.iso),
            )

    def test_a_stop_is_a_stop(self) -> None:
        setup = advise(CEREMONY)
        shot = shot_of(CEREMONY, setup)
        for variant in rehearse(CEREMONY, setup).variants:
            light = math.log2(variant.shot.key_e / shot.key_e)
            bright = light - math.log2(variant.shot.clip_e / shot.clip_e) + variant.shot.lift
            wanted = {"under": (-1, 0), "over": (1, 1), "depth": (0, 0), "time": (-1, 0), "set": (0, 0)}[variant.slug]
            self.assertAlmostEqual(light, wanted[0], delta=0.17, msg=variant.label)
            self.assertAlmostEqual(bright, wanted[1], delta=0.17, msg=variant.label)

    def test_what_it_says_is_kept_or_lost_is(self) -> None:
        gain = output_gain(CEREMONY)
        told = rehearse(CEREMONY, advise(CEREMONY))
        for variant in told.variants:
            now = held_by(variant.shot, gain, map_of(CEREMONY))
            for name in set(told.held.over) - set(now.over):
                self.assertRegex(variant.words, rf"{name}.* kept")
            for name in set(now.over) - set(told.held.over):
                self.assertRegex(variant.words, rf"{name}.* lost")
            self.assertTrue(variant.words.endswith("."), variant.words)
        self.assertEqual(
            len({variant.words for variant in told.variants}), len(told.variants), "a reason that fits every frame is no reason"
        )

    def test_a_set_holds_what_one_frame_loses_and_is_offered_only_then(self) -> None:
        body = replace(BODY, bracket_offers=(BracketOffer(3, 2.0), BracketOffer(9, 1.0)))
        ceremony = replace(CEREMONY, body=body)
        told = rehearse(ceremony, advise(ceremony))
        found = next(variant for variant in told.variants if variant.slug == "set")
        self.assertEqual(found.shot.of_set, (-2.0, 0.0, 2.0))
        self.assertEqual(len(told.variants), 4)
        self.assertRegex(found.words, r"kept; .* s in all; what moves is drawn 3 times")
        view = small_view(found.shot)
        light, one = merged(found.shot, view), as_it_is(found.shot, view)
        over = one.max(-1) > 2 ** (told.window.clips + 0.4)
        under = over & (one.max(-1) < 2 ** (told.window.clips + 1.5))
        self.assertGreater(int(under.sum()), 20)
        self.assertAlmostEqual(float(np.log2(light[under][..., 1] / one[under][..., 1]).mean()), 0.0, delta=0.4)
        flat = Situation(Genre.LANDSCAPE, body, LENS, Light(14.0, above=1.0, below=2.0), support=Support.TRIPOD)
        self.assertNotIn("set", {variant.slug for variant in rehearse(flat, advise(flat)).variants})

    def test_a_set_is_less_noisy_in_the_shadows_than_its_middle_frame(self) -> None:
        shot = a_shot("kitchen", iso_stops=0.0, key_stops=-6.0)
        alone = replace(shot, of_set=(0.0,))
        three = replace(shot, of_set=(-1.0, 0.0, 1.0))
        view, seen = small_view(shot), []
        for one in (alone, three):
            first, second = (merged(replace(one, seed=seed), view)[..., 1] for seed in (1, 50))
            dark = as_it_is(shot, view)[..., 1] < 0.3
            seen.append(float(np.std((first - second)[dark])))
        self.assertAlmostEqual(seen[0] / seen[1], math.sqrt(3.5), delta=0.25)

    def test_verdicts_flip_with_the_figures(self) -> None:
        bright = Situation(Genre.LANDSCAPE, BODY, LENS, Light(14.0, above=1.0, below=2.0), support=Support.TRIPOD)
        dark = Situation(Genre.WEDDING, BODY, LENS, Light(-3.0, above=6.0, below=6.0), "dancing")
        seen = [{verdict.what: verdict.seen for verdict in rehearse(one, advise(one)).verdicts} for one in (bright, dark)]
        self.assertFalse(seen[0]["noise"])
        self.assertTrue(seen[1]["noise"])
        self.assertFalse(seen[0]["lost tones"])
        self.assertTrue(seen[1]["lost tones"])

    def test_a_recipe_is_the_whole_shot(self) -> None:
        shot = rehearse(CEREMONY, advise(CEREMONY), seed=9).shot
        again = from_recipe(shot.recipe())
        self.assertEqual(again, shot)
        self.assertEqual(again.seed, 9)


class Staging(unittest.TestCase):
    def test_every_subject_has_a_scene_in_any_light(self) -> None:
        used = set()
        for work in WORKS:
            for subject in work.subjects:
                for ev in (-8.0, 1.0, 4.0, 6.0, 8.0, 10.0, 12.5, 14.0, 16.0):
                    for lamps in (False, True):
                        light = Light(ev, mains=lamps, indoors=lamps or None)
                        used.add(stage_for(Situation(work.genre, BODY, LENS, light, subject.slug)).slug)
        self.assertEqual(used, set(BY_SLUG), "each scene is somebody's")

    def test_each_kind_of_work_has_two_and_every_row_a_reason(self) -> None:
        for genre in Genre:
            self.assertGreaterEqual(len({row.stage for row in ROWS if row.genre is genre}), 2, genre)
        self.assertEqual({row.stage for row in ROWS}, {stage.slug for stage in STAGES})
        self.assertEqual(len({row.reason for row in ROWS}), len(ROWS))
