"""The finished file and its marks: neutral where it should be, warned before the raw is lost, hatched where it is."""

from __future__ import annotations

import unittest
from dataclasses import replace

import cv2
import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.render.develop import as_the_eye, blocked, curve, developed, finished, linear, lost_in_raw, warned
from craft.render.looks import Taste, taste_of
from craft.render.picture import DOTS, HATCH, Look, as_jpeg, brightened, crop_view, lift_between, marked, picture
from craft.render.rehearsal import window_of
from craft.render.shot import exposed
from craft.render.tests.shots import a_shot
from craft.vocabulary.settings import BY_SLUG
from craft.white.response import gains_of

GREY_RAW = 1 / 7.8


def flat(*rgb: float) -> np.ndarray:
    return np.broadcast_to(np.array(rgb, np.float32), (4, 4, 3)).copy()


def neutral(level: float, kelvin: float = 5500.0) -> np.ndarray:
    """What a neutral surface gives the three channels, green so much of full in daylight."""
    return flat(*(level / gains_of(kelvin)))


class Developed(unittest.TestCase):
    def test_the_curve_only_rises_and_is_full_before_the_raw_is(self) -> None:
        table = curve(a_shot())
        self.assertTrue((np.diff(table.astype(int)) >= 0).all())
        for look in ("flat", "vivid"):
            for contrast in ("low", "high"):
                other = curve(a_shot(taste=taste_of({"look": look, "look_contrast": contrast})))
                self.assertTrue((np.diff(other.astype(int)) >= 0).all())
                self.assertEqual(int(other[-1]), 255, "what is full in the raw is full in every file")
        full = int(np.argmax(table >= 250)) / 65535
        self.assertTrue(0.3 < full < 0.95, "a finished file keeps half to a whole stop less than its raw")

    def test_the_mid_tone_is_a_middle_grey(self) -> None:
        found = developed(neutral(GREY_RAW), a_shot())
        self.assertTrue(95 <= int(found[0, 0, 1]) <= 140, found[0, 0])
        self.assertLessEqual(int(np.ptp(found[0, 0].astype(int))), 2)

    @given(st.floats(1800, 15_000), st.floats(0.01, 0.2))
    def test_a_neutral_surface_under_the_set_light_comes_out_neutral(self, kelvin: float, level: float) -> None:
        found = developed(neutral(level, kelvin), a_shot(white_k=kelvin))[0, 0].astype(int)
        self.assertLessEqual(int(np.ptp(found)), 3, found)

    @given(st.floats(2500, 9000))
    def test_set_too_warm_it_comes_out_blue_and_the_other_way_round(self, kelvin: float) -> None:
        raw = neutral(0.1, kelvin)
        warm, cold = (developed(raw, a_shot(white_k=kelvin * times))[0, 0].astype(int) for times in (0.7, 1.5))
        self.assertGreater(warm[2], warm[0])
        self.assertGreater(cold[0], cold[2])

    @settings(max_examples=30)
    @given(st.floats(0.002, 0.0155), st.floats(0.2, 3))
    def test_lifting_and_protection_brighten_the_file_as_a_longer_time_would(self, level: float, stops: float) -> None:
        """Up to the mid-tone: over it protection is drawn gentler."""
        lifted = developed(neutral(level), a_shot(lift=stops))
        protected = developed(neutral(level), a_shot(protection=stops))
        longer = developed(neutral(level * 2**stops), a_shot())
        for found in (lifted, protected):
            self.assertLessEqual(int(np.abs(found.astype(int) - longer.astype(int)).max()), 1)

    @settings(max_examples=30)
    @given(st.floats(0.25, 3), st.sampled_from(("flat", "natural", "vivid")), st.sampled_from(("low", "middle", "high")))
    def test_protection_moves_white_and_the_warning_by_about_its_stops_and_nothing_under_the_key(
        self, stops: float, look: str, contrast: str
    ) -> None:
        taste = taste_of({"look": look, "look_contrast": contrast})
        shots = a_shot(taste=taste), a_shot(taste=taste, protection=stops)
        without, under = (window_of(shot, 4.0) for shot in shots)
        self.assertAlmostEqual(under.white - without.white, stops, delta=0.05 + 0.05 * stops)
        self.assertTrue(0.7 * stops < under.warns - without.warns <= stops + 0.01, (without, under))
        dark = neutral(GREY_RAW * 0.9)
        same = [developed(dark * np.float32(2**-shot.protection), shot) for shot in shots]
        self.assertLessEqual(int(np.abs(same[0].astype(int) - same[1].astype(int)).max()), 1)

    def test_the_preview_warns_before_the_raw_is_lost_and_never_after(self) -> None:
        shot = a_shot(white_k=5500.0)
        for level in np.linspace(0.05, 1.0, 60):
            raw = neutral(level)
            if lost_in_raw(raw).all():
                self.assertTrue(warned(developed(raw, shot), shot).all())
        self.assertTrue(warned(developed(flat(0.9, 0.9, 0.9), shot), shot).all())
        self.assertFalse(lost_in_raw(flat(0.9, 0.9, 0.9)).any())

    def test_one_full_channel_is_enough_to_be_lost(self) -> None:
        self.assertTrue(lost_in_raw(flat(1.0, 0.2, 0.1)).all())
        self.assertTrue(blocked(developed(flat(0.0, 0.0, 0.0), a_shot()), a_shot()).all())
        self.assertFalse(blocked(developed(neutral(GREY_RAW), a_shot()), a_shot()).any())

    def test_the_raw_as_it_is_keeps_its_order(self) -> None:
        levels = [int(linear(flat(v, v, v), a_shot())[0, 0, 1]) for v in (0.001, 0.01, 0.1, 0.5, 1.0)]
        self.assertEqual(levels, sorted(levels))
        self.assertGreater(levels[-1], 225)

    def test_the_eye_sees_both_sides_of_a_doorway(self) -> None:
        light = np.ones((80, 120, 3), np.float32) * 0.05
        light[:, 60:] = 40.0
        light[10:14, 10:14] = 0.12
        light[10:14, 100:104] = 90.0
        found = as_the_eye(light, (6504.0, 0.0)).astype(int)
        self.assertGreater(found[12, 12, 1], found[40, 12, 1] + 15)
        self.assertGreater(found[12, 102, 1], found[40, 102, 1] + 4)
        self.assertTrue(20 < found[40, 12, 1] < found[40, 100, 1] < 256)


class Looks(unittest.TestCase):
    """What the settings of a body do to its file."""

    def test_every_value_that_a_body_has_is_known(self) -> None:
        for slug in ("look", "look_contrast", "look_saturation", "look_sharpness", "high_iso_noise_reduction", "warning_points"):
            for value in BY_SLUG[slug].values:
                taste_of({slug: value})

    def test_contrast_leaves_the_mid_tone_and_spreads_the_rest(self) -> None:
        def levels(look: str) -> list[int]:
            shot = a_shot(taste=taste_of({"look": look}))
            return [int(developed(neutral(GREY_RAW * 2**stops), shot)[0, 0, 1]) for stops in (-3, 0, 2)]

        flat_, natural, vivid = (levels(look) for look in ("flat", "natural", "vivid"))
        self.assertLessEqual(abs(flat_[1] - vivid[1]), 2)
        self.assertGreater(flat_[0], natural[0])
        self.assertGreater(natural[0], vivid[0])
        self.assertLess(flat_[2], natural[2])
        self.assertLess(natural[2], vivid[2])

    def test_a_flat_look_and_late_warnings_come_nearer_to_what_the_raw_holds(self) -> None:
        truthful = {"look": "flat", "look_contrast": "low", "look_saturation": "low", "warning_points": "near_the_ends"}
        warns = [window_of(a_shot(taste=taste_of(values)), 3.0).warns for values in ({"warning_points": "early"}, {}, truthful)]
        clips = window_of(a_shot(), 3.0).clips
        self.assertLess(warns[0], warns[1])
        self.assertLess(warns[1], warns[2])
        self.assertLessEqual(warns[2], clips)

    def test_saturation_makes_colours_stronger_and_grey_takes_them_away(self) -> None:
        raw = flat(0.03, 0.04, 0.02)
        spread = [
            int(np.ptp(developed(raw, a_shot(taste=taste_of({"look": look})))[0, 0].astype(int))) for look in ("grey", "natural", "vivid")
        ]
        self.assertLessEqual(spread[0], 1)
        self.assertGreater(spread[2], spread[1])

    def test_noise_is_evened_out_and_edges_stay_and_are_sharpened(self) -> None:
        rng = np.random.default_rng(3)
        file = np.full((60, 80, 3), 90, np.int16)
        file[:, 40:] = 170
        noisy = np.clip(file + rng.normal(0, 6, file.shape), 0, 255).astype(np.uint8)
        smooth = finished(noisy, a_shot(taste=Taste(smoothing=22.0)))
        self.assertLess(float(smooth[:, 4:30].std()), 0.65 * float(noisy[:, 4:30].std()))
        self.assertGreater(float(smooth[:, 44].mean() - smooth[:, 35].mean()), 70)
        sharp = finished(file.astype(np.uint8), a_shot(taste=Taste(sharpness=0.8)))
        self.assertGreater(int(sharp[30, 40, 0]), 175)
        self.assertLess(int(sharp[30, 39, 0]), 85)


class Marked(unittest.TestCase):
    def test_clipped_is_hatched_and_edged_blocked_is_stippled_and_the_rest_untouched(self) -> None:
        shown = np.full((60, 60, 3), 128, np.uint8)
        over, under = np.zeros((60, 60), bool), np.zeros((60, 60), bool)
        over[10:30, 10:40] = True
        under[40:58, 5:50] = True
        found = marked(shown, over, under)
        self.assertTrue((found[~over & ~under] == 128).all())
        inside = found[14:26, 14:36, 0]
        self.assertEqual(set(np.unique(inside)), {24, 250})
        self.assertAlmostEqual(float((inside == 24).mean()), 1 / HATCH, delta=0.05)
        self.assertTrue((found[10, 11:39, 0] == 24).all())
        dots = found[40:58, 5:50, 0]
        self.assertAlmostEqual(float((dots == 150).mean()), 1 / DOTS**2, delta=0.02)

    def test_a_single_hot_pixel_is_no_area(self) -> None:
        over = np.zeros((20, 20), bool)
        over[5, 5] = True
        shown = np.full((20, 20, 3), 90, np.uint8)
        np.testing.assert_array_equal(marked(shown, over, np.zeros_like(over)), shown)


class Pictures(unittest.TestCase):
    def test_each_look_has_the_size_that_is_asked_and_differs_from_the_others(self) -> None:
        shot = a_shot("quay")
        seen = [picture(replace(shot, of_set=(-2.0, 0.0, 2.0)) if look is Look.FUSED else shot, look, 96) for look in Look]
        self.assertEqual({one.shape for one in seen}, {(64, 96, 3)})
        for k, one in enumerate(seen):
            for other in seen[k + 1 :]:
                self.assertGreater(float(np.abs(one.astype(int) - other).mean()), 1.0)

    def test_marks_are_only_where_something_is_lost(self) -> None:
        shot = a_shot("causeway_after")
        with_marks, without = picture(shot, Look.RAW, 96), picture(shot, Look.RAW, 96, marks=False)
        changed = np.abs(with_marks.astype(int) - without).max(-1) > 0
        self.assertTrue(changed.any())
        self.assertLess(float(changed.mean()), 0.5)

    @settings(max_examples=40)
    @given(st.floats(0, 1), st.floats(0, 1), st.integers(64, 1600))
    def test_a_crop_lies_within_the_frame_one_pixel_for_one(self, x: float, y: float, width: int) -> None:
        shot = a_shot()
        view = crop_view(shot, width, round(width / 1.5), (x, y))
        self.assertEqual(view.frame_px, 6000.0)
        self.assertTrue(view.left >= 0 and view.left + view.width <= 6000)
        self.assertTrue(view.top >= 0 and view.top + view.height <= 4000)
        if 0.3 < x < 0.7 and 0.3 < y < 0.7:
            self.assertLessEqual(abs(view.left + view.width / 2 - x * 6000), 1)

    def test_a_tiny_sensor_shows_all_of_itself(self) -> None:
        tiny = a_shot(width_mm=3.6, height_mm=2.4)
        self.assertEqual((crop_view(tiny, 1600, 1067, (0.2, 0.9)).width, crop_view(tiny, 1600, 1067, (0.2, 0.9)).left), (600, 0.0))

    def test_set_side_by_side_the_key_lies_alike(self) -> None:
        one = a_shot("loft")
        for other in (exposed(one, time_stops=1.0), exposed(one, iso_stops=-2.0), a_shot("loft", protection=1.0), exposed(one, lift=1.0)):
            lifted = brightened(other, lift_between(one, other))
            first, second = (float(np.median(picture(shot, Look.FINDER, 96, marks=False)[..., 1])) for shot in (one, lifted))
            self.assertAlmostEqual(first, second, delta=4.0)

    def test_a_jpeg_keeps_its_colour_in_full(self) -> None:
        stripes = np.zeros((32, 32, 3), np.uint8)
        stripes[:, ::2] = (220, 30, 30)
        stripes[:, 1::2] = (30, 30, 220)
        data = as_jpeg(stripes)
        self.assertEqual(data[:2], b"\xff\xd8")
        read = cv2.imdecode(np.frombuffer(data, np.uint8), cv2.IMREAD_COLOR)[..., ::-1]
        self.assertGreater(float((read[:, ::2, 0].astype(int) - read[:, 1::2, 0]).mean()), 120)
