"""The preview against the raw: the headroom of a flat field worked out by hand, of a picture by exposing it step by step."""

from __future__ import annotations

import unittest
from dataclasses import replace

import numpy as np

from craft.render.compose import on_sensor
from craft.render.develop import curve, developed, file_gains, lost_in_raw, warned
from craft.render.looks import LOOKS, WARNS, Taste, taste_of
from craft.render.rehearsal import small_view
from craft.render.tests.shots import a_shot
from craft.render.truth import FIRST, MOVING, clips_at, headroom, headroom_by_channel, truth_of, warns_at

FLAT = {"look": "flat", "look_contrast": "low", "look_saturation": "low", "warning_points": "near_the_ends"}
OFFERED = {"look": ("flat", "natural", "vivid"), "warning_points": tuple(WARNS)}


class Channels(unittest.TestCase):
    def test_each_channel_warns_where_its_level_in_the_file_reaches_the_point(self) -> None:
        """The curve read level by level, the channel brightened by white."""
        for white in (3200.0, 5500.0, 7500.0):
            shot = a_shot("hall", white_k=white, kelvin=white)
            for channel, found in enumerate(headroom_by_channel(shot)):
                table, gain = curve(shot), float(file_gains(shot)[channel])
                level = next((k for k in range(65536) if table[min(65535, int(k * gain))] >= shot.taste.warns_at), 65535)
                self.assertAlmostEqual(found, max(0.0, np.log2(65535 / level)), places=2)

    def test_lamps_make_blue_warn_long_before_it_is_full(self) -> None:
        red, green, blue = headroom_by_channel(a_shot("hall", white_k=2900.0, kelvin=2900.0))
        self.assertGreater(blue, max(red, green) + 1)

    def test_a_point_that_the_file_never_reaches_leaves_nothing_to_tell(self) -> None:
        self.assertEqual(headroom_by_channel(a_shot("hall", taste=Taste(warns_at=256))), (0.0, 0.0, 0.0))


class Pictures(unittest.TestCase):
    def test_first_warning_and_clip_are_those_of_exposing_it_step_by_step(self) -> None:
        for slug in ("hall", "terns_sky", "salt"):
            shot = a_shot(slug)
            light = on_sensor(shot, small_view(shot)) * np.float32(shot.key_e / shot.clip_e)
            steps = np.arange(-8 * 12, 14 * 12 + 1) / 12
            raws = [np.minimum(light * np.float32(2**stops), np.float32(1)) for stops in steps]
            lost = next(stops for stops, raw in zip(steps, raws, strict=True) if lost_in_raw(raw).mean() > FIRST)
            marked = next(stops for stops, raw in zip(steps, raws, strict=True) if warned(developed(raw, shot), shot).mean() > FIRST)
            self.assertEqual((clips_at(shot), warns_at(shot)), (lost, marked), slug)
            self.assertAlmostEqual(headroom(shot), max(0.0, lost - marked))

    def test_steeper_and_earlier_warn_sooner_and_never_touch_the_raw(self) -> None:
        shot = a_shot("salt")
        by_look = [headroom(replace(shot, taste=taste_of({"look": look}))) for look in ("flat", "neutral", "natural", "vivid")]
        self.assertEqual(by_look, sorted(by_look))
        self.assertLess(by_look[0], by_look[-1])
        by_point = [headroom(replace(shot, taste=taste_of({"warning_points": point}))) for point in ("near_the_ends", "usual", "early")]
        self.assertEqual(by_point, sorted(by_point))
        self.assertEqual({clips_at(replace(shot, taste=taste_of({"look": look}))) for look in LOOKS}, {clips_at(shot)})

    def test_what_is_truthful_as_a_whole_is_nearer_than_any_part_of_it(self) -> None:
        shot = a_shot("salt", taste=taste_of({"look": "vivid", "look_contrast": "high", "warning_points": "early"}))
        values = {"look": "vivid", "look_contrast": "high", "look_saturation": "middle", "warning_points": "early"}
        found = truth_of(shot, values, OFFERED, FLAT)
        self.assertLess(found.with_bundle, found.stops)
        parts = [one.stops for one in found.moved if FLAT.get(one.setting) == one.value]
        self.assertTrue(parts)
        self.assertTrue(all(found.with_bundle <= part + 1 / 12 for part in parts))
        set_now = {(one.setting, one.value) for one in found.moved if one.as_set and one.setting in MOVING}
        self.assertEqual(set_now, {("look", "vivid"), ("warning_points", "early")})
        self.assertAlmostEqual(next(one.stops for one in found.moved if one.value == "vivid"), found.stops, delta=1e-9)
