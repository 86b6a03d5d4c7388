"""A picture of one's own led back to light: frames of known scenes, made by the whole simulation, against those scenes."""

from __future__ import annotations

import itertools
import unittest
from dataclasses import replace

import numpy as np

from craft.errors import CraftError
from craft.render.compose import as_it_is, on_sensor
from craft.render.develop import developed
from craft.render.expose import frame
from craft.render.looks import taste_of
from craft.render.picture import Look, picture
from craft.render.rehearsal import rehearse, small_view
from craft.render.shot import from_recipe, on_own
from craft.render.tests.shots import a_shot
from craft.scene.light import Light
from craft.setup.advise import advise
from craft.setup.tests.things import situation
from craft.stage.stages import STAGES
from craft.tones.framing import View
from craft.tones.own import AT_THE_DARK_END, EITHER_WAY, EMPTY, FULL, QUANTILES, OwnLight, linear, map_of_light, of_levels
from craft.tones.readings import Looks, reading
from craft.tones.spot import best_spot
from craft.tones.tonemap import ToneMap
from craft.vocabulary.terms import Genre, Pattern
from craft.white.response import IN_DAYLIGHT, brightness, from_screen
from craft.white.screen import LUMINANCE

CLIP = 2.96
GREY_RAW = 1 / 7.8


def led(levels: np.ndarray, size: float, name: str = "one") -> tuple[ToneMap, float]:
    light = of_levels(levels, name)
    return map_of_light(light, size), light.at_white


class Led(unittest.TestCase):
    def test_a_frame_of_a_known_scene_gives_its_light_back_within_what_is_said(self) -> None:
        for stage in STAGES:
            shot = a_shot(stage.slug)
            levels = picture(shot, Look.FINDER, 240, marks=False)
            truth = np.log2(np.maximum(on_sensor(shot, small_view(shot)) @ brightness(), 1e-6))
            found = np.log2(np.maximum(linear(levels) @ LUMINANCE, 1e-6))
            known = (levels.max(-1) < FULL) & (levels.max(-1) > 12)
            self.assertGreater(float((np.abs(found - truth)[known] < EITHER_WAY).mean()), 0.99, stage.slug)

    def test_every_look_is_led_back_within_what_is_said_and_the_dark_end_within_more(self) -> None:
        stops = np.arange(-7, 3, 0.25)
        raw = np.clip(GREY_RAW * 2**stops, 0, 1).astype(np.float32)[None, :, None] * np.asarray(IN_DAYLIGHT, np.float32)
        worst = 0.0
        for look, contrast in itertools.product(("flat", "neutral", "natural", "vivid"), ("low", "middle", "high")):
            taste = taste_of({"look": look, "look_contrast": contrast})
            levels = developed(np.ascontiguousarray(raw), replace(a_shot(), taste=taste))
            found = np.log2(np.maximum(linear(levels) @ LUMINANCE, 2.0**-12))[0]
            off = np.abs(found - found[np.argmin(np.abs(stops))] - stops)
            known = (levels[0].max(-1) < FULL) & (levels[0].min(-1) > EMPTY)
            self.assertLessEqual(float(off[known & (stops >= -4)].max()), EITHER_WAY + 0.05, (look, contrast))
            worst = max(worst, float(off[known].max()))
        self.assertAlmostEqual(worst, AT_THE_DARK_END, delta=0.1)

    def test_a_frame_so_many_stops_darker_reads_so_much_less(self) -> None:
        shot = a_shot("quay")
        maps = [led(picture(replace(shot, key_stops=shot.key_stops - k), Look.FINDER, 240, marks=False), 0.4, str(k))[0] for k in (0, 1, 2)]
        for pattern in (Pattern.MULTI_ZONE, Pattern.CENTRE_WEIGHTED, Pattern.SPOT):
            reads = [reading(tones, Looks(pattern), CLIP) for tones in maps]
            self.assertAlmostEqual(reads[0] - reads[1], 1.0, delta=0.35)
            self.assertAlmostEqual(reads[1] - reads[2], 1.0, delta=0.35)

    def test_its_named_tones_are_where_it_has_them_and_its_white_is_counted(self) -> None:
        levels = picture(a_shot("hall"), Look.FINDER, 480, marks=False)
        tones, white = led(levels, 0.5)
        self.assertAlmostEqual(white, float((levels.max(-1) >= FULL).mean()))
        self.assertGreater(white, 0.03)
        self.assertEqual([one.name for one in tones.named], [name for name, _ in QUANTILES])
        frame = np.log2(tones.framed(tones.luminance))
        for one, (_, quantile) in zip(tones.named, QUANTILES, strict=True):
            self.assertAlmostEqual(float((frame <= one.ev).mean()), quantile, delta=0.02)
            at = frame[min(int(one.at.y * tones.height), tones.height - 1), min(int(one.at.x * tones.width), tones.width - 1)]
            self.assertAlmostEqual(float(at), one.ev, delta=0.8)
        best = best_spot(tones, 0.0, 1.0)
        near = levels[int(best.y * 320) - 20 : int(best.y * 320) + 20, int(best.x * 480) - 20 : int(best.x * 480) + 20]
        self.assertEqual(float((near.max(-1) >= FULL).mean()), 0.0, "what is at its white is only a lower bound")

    def test_any_shape_and_a_picture_of_one_tone(self) -> None:
        for size in ((40, 40), (16, 400), (400, 16)):
            tones, white = led(np.full((*size, 3), 118, np.uint8), 0.3, str(size))
            self.assertAlmostEqual(reading(tones, Looks(Pattern.MULTI_ZONE), CLIP), 0.0, places=2)
            self.assertEqual(white, 0.0)
            self.assertGreaterEqual(tones.height, 8)


class Frames(unittest.TestCase):
    def light(self, high: int = 160, wide: int = 240) -> OwnLight:
        rng = np.random.default_rng(3)
        pixels = np.exp2(rng.normal(0, 1.5, (high // 8, wide // 8, 3))).astype(np.float32).repeat(8, 0).repeat(8, 1)
        return OwnLight(f"{high} by {wide}", "a place", pixels, np.zeros((high, wide), np.float32))

    def test_a_frame_of_a_picture_counts_the_picture_s_light(self) -> None:
        """Without a hand's shake: expected electrons are its light times the key's, in the colour of the situation's light."""
        own = self.light()
        shot = on_own(a_shot("quay", kelvin=3200.0, shake_m=0.0), own)
        view = small_view(shot, 240)
        seen = as_it_is(shot, view)
        self.assertLess(float(np.abs(np.log2(seen / (own.pixels @ from_screen("", 3200.0).T))).max()), 1e-3)
        shares = frame(shot, view)
        mean = (own.pixels @ LUMINANCE).mean() * shot.key_e / shot.clip_e
        self.assertAlmostEqual(float((shares @ brightness())[shares.max(-1) < 0.9].mean() / mean), 1.0, delta=0.5)
        darker = frame(replace(shot, key_stops=shot.key_stops - 1.0), view)
        dim = (shares.max(-1) < 0.5) & (shares.min(-1) > 0.01)
        self.assertAlmostEqual(float(np.median(shares[dim] / darker[dim])), 2.0, delta=0.05)

    def test_it_is_framed_whole_upright_or_not_and_looked_at_part_by_part(self) -> None:
        for high, wide in ((160, 240), (240, 160), (160, 160), (96, 240)):
            own = self.light(high, wide)
            shot = on_own(a_shot("quay", shake_m=0.0), own)
            self.assertAlmostEqual(shot.width_mm / shot.height_mm, wide / high)
            self.assertLessEqual(max(shot.width_mm, shot.height_mm), 36.0)
            self.assertLessEqual(min(shot.width_mm, shot.height_mm), 24.0)
            whole = as_it_is(shot, View(wide, high, float(wide)))
            part = as_it_is(shot, View(40, 24, float(wide), 16.0, 8.0))
            self.assertLess(float(np.abs(np.log2(part / whole[8:32, 16:56])).max()), 1e-3)

    def test_its_named_tones_are_told_by_the_rehearsal_and_nothing_of_the_scene_is(self) -> None:
        one = situation(genre=Genre.EVERYDAY, focal_length_mm=35, light=Light(12.0))
        own = self.light()
        found = rehearse(one, advise(one), own=own)
        self.assertEqual([tone.name for tone in found.named], [name for name, _ in QUANTILES])
        self.assertTrue(all(variant.shot.own is own for variant in found.variants))
        self.assertEqual(from_recipe(found.shot.recipe(), lambda name: own), found.shot)
        with self.assertRaisesRegex(CraftError, "not there any more"):
            from_recipe(found.shot.recipe())
