"""The map of a scene's tones against the scene itself drawn anew, and what patterns and spots make of it against plain loops."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace

import cv2
import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.stage.stage import HIGH, WIDE
from craft.stage.stages import BY_SLUG, STAGES
from craft.tones.boxes import Tuning, boxes_of, lay
from craft.tones.framing import Framing, View
from craft.tones.patterns import AIM, CENTRE_MM, CENTRE_WEIGHT, MOST_PLACED, SPOT_SHARE
from craft.tones.readings import Looks, read, reading, spot_map, turns
from craft.tones.spot import best_spot, off_at
from craft.tones.tonemap import ACROSS, MARGIN, Oval, ToneMap, map_on
from craft.vocabulary.terms import Pattern
from craft.white.response import brightness

CLIP = math.log2(7.8)


def drawn(tones: ToneMap, slug: str, focal_mm: float, distance_m: float, tuning: Tuning) -> ToneMap:
    """The same map, drawn at this framing and in this light by the way that pictures are."""
    height, width = tones.luminance.shape
    view = View(width, height, float(ACROSS), -float(MARGIN), -float(MARGIN))
    light = np.zeros((height, width, 3), np.float32)
    for box in boxes_of(Framing(BY_SLUG[slug], focal_mm, distance_m, 1.5, view), tuning, 0):
        lay(light, box.pixels, box.left, box.top)
    return replace(tones, luminance=np.maximum(light @ brightness(), 1e-6), highest=np.maximum(light.max(-1), 1e-6))


def noise(seed: int, spread: float = 2.0) -> ToneMap:
    """A scene of random patches."""
    coarse = np.random.default_rng(seed).normal(0, spread, (12, 16))
    light = np.exp2(np.kron(coarse, np.ones((8, 8)))).astype(np.float32)
    blank = ToneMap(light, light * np.float32(1.2), np.zeros_like(light), MARGIN, Oval(0.4, 0.6, 0.1, 0.2))
    return replace(blank, of_subject=blank.inside(blank.subject))


class WhereTheSubjectIs(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(st.sampled_from(sorted(BY_SLUG)), st.floats(8, 1200), st.floats(-1.5, 3.5), st.sampled_from((1.5, 4 / 3, 1.0)))
    def test_in_every_scene_it_stays_where_its_composition_puts_it(self, slug: str, focal: float, farther: float, aspect: float) -> None:
        stage = BY_SLUG[slug]
        tones = map_on(stage, focal, stage.distance_m * 2**farther, aspect, Tuning(3.0, 3.0, 5500.0), 0.3)
        high = WIDE / aspect
        self.assertAlmostEqual(tones.subject.x, stage.aim[0] / WIDE, delta=0.01)
        self.assertAlmostEqual(tones.subject.y, (stage.aim[1] + (high - HIGH) / 2) / high, delta=0.015)

    @settings(max_examples=30, deadline=None)
    @given(st.floats(60, 1600), st.sampled_from((1000.0, 384_400_000.0, 50.0)))
    def test_the_moon_is_in_the_frame_and_as_large_as_its_lens_draws_it(self, focal: float, distance: float) -> None:
        moon = BY_SLUG["moon"]
        tones = map_on(moon, focal, distance, 1.5, Tuning(moon.above, moon.below, 4100.0), 0.3)
        lit = tones.framed(tones.luminance) > 0.1
        parts, named = cv2.connectedComponents(lit.astype(np.uint8))
        largest = max(range(1, parts), key=lambda part: int((named == part).sum()))
        rows, columns = np.nonzero(named == largest)
        self.assertAlmostEqual(float(columns.mean()) / tones.width, moon.aim[0] / WIDE, delta=0.06)
        self.assertAlmostEqual(float(rows.mean()) / tones.height, moon.aim[1] / HIGH, delta=0.06)
        tall = np.ptp(rows) + 1  # its phase takes of its width alone
        if tall > 8:
            self.assertAlmostEqual(
                tall / tones.width, focal * 3474 / 384_400 / 36, delta=0.12 * focal * 3474 / 384_400 / 36 + 1.5 / tones.width
            )


class AgainstTheScene(unittest.TestCase):
    def test_it_reads_as_the_scene_drawn_anew_at_any_framing_and_contrast(self) -> None:
        errors = []
        for stage in STAGES:
            for zoom, back, contrast in ((1, 1, 1), (1.6, 1.3, 0.8), (0.75, 1, 1.2), (1, 0.8, 0.6)):
                tuning = Tuning(stage.above * contrast, stage.below * contrast, 4600.0)
                at = (stage.usual_mm * zoom, stage.distance_m * back)
                found = map_on(stage, *at, 1.5, tuning, 0.4)
                truth = drawn(found, stage.slug, *at, tuning)
                for pattern in (Pattern.MULTI_ZONE, Pattern.CENTRE_WEIGHTED, Pattern.SPOT):
                    for place in ((0.5, 0.5), (0.25, 0.4)):
                        looks = Looks(pattern, place)
                        errors.append(abs(reading(found, looks, CLIP) - reading(truth, looks, CLIP)))
        self.assertLess(float(np.quantile(errors, 0.5)), 0.03)
        self.assertLess(float(np.quantile(errors, 0.95)), 0.15)
        self.assertLess(max(errors), 0.7, "a spot on a sharp edge may fall to either side of it")

    def test_named_tones_lie_where_the_scene_shows_them(self) -> None:
        for stage in STAGES:
            tuning = Tuning(stage.above, stage.below, 5500.0)
            found = map_on(stage, stage.usual_mm * 1.2, stage.distance_m * 1.2, 1.5, tuning, 0.4)
            truth = drawn(found, stage.slug, stage.usual_mm * 1.2, stage.distance_m * 1.2, tuning)
            self.assertTrue(found.named, stage.slug)
            for one in found.named:
                inside = found.inside(one.at)
                if inside.sum() >= 6:
                    mean = float(np.log2((truth.luminance * inside).sum() / inside.sum()))
                    self.assertAlmostEqual(mean, one.ev, delta=0.9, msg=f"{stage.slug}: {one.name}")

    def test_what_is_hidden_or_out_of_the_frame_has_no_name_there(self) -> None:
        stage = BY_SLUG["hall"]
        near = map_on(stage, stage.usual_mm * 5, stage.distance_m, 1.5, Tuning(stage.above, stage.below, 5500.0), 0.9)
        self.assertLess(len(near.named), len(stage.tones))


class Patterns(unittest.TestCase):
    @settings(max_examples=25)
    @given(st.integers(0, 10_000), st.floats(0.02, 0.98), st.floats(0.02, 0.98))
    def test_spot_and_centre_are_the_means_they_say(self, seed: int, x: float, y: float) -> None:
        """Summed pixel by pixel, with distances from the middle of each."""
        tones = noise(seed)
        frame = tones.framed(tones.luminance).astype(float)
        column, row = int(x * tones.width), int(y * tones.height)
        radius = math.sqrt(SPOT_SHARE * tones.width * tones.height / math.pi)
        total = weight = 0.0
        for down in range(-12, 13):
            for across in range(-12, 13):
                share = min(1.0, max(0.0, radius + 0.5 - math.hypot(across, down)))
                total += share * float(tones.luminance[row + MARGIN + down, column + MARGIN + across])
                weight += share
        self.assertAlmostEqual(reading(tones, Looks(Pattern.SPOT, (x, y)), CLIP), math.log2(total / weight), places=3)
        broad = CENTRE_MM / 2 / 36 * tones.width
        inside = outside = parts = 0.0
        for (down, across), light in np.ndenumerate(frame):
            share = min(1.0, max(0.0, broad + 0.5 - math.hypot(across + 0.5 - tones.width / 2, down + 0.5 - tones.height / 2)))
            inside, parts, outside = inside + share * light, parts + share, outside + light
        mean = CENTRE_WEIGHT * inside / parts + (1 - CENTRE_WEIGHT) * outside / frame.size
        self.assertAlmostEqual(reading(tones, Looks(Pattern.CENTRE_WEIGHTED), CLIP), math.log2(mean), places=3)

    @settings(max_examples=25)
    @given(st.integers(0, 10_000), st.sampled_from(list(Pattern)), st.floats(-4, 4))
    def test_a_scene_so_many_stops_brighter_reads_so_many_more(self, seed: int, pattern: Pattern, stops: float) -> None:
        tones = noise(seed)
        times = np.float32(2.0**stops)
        brighter = replace(tones, luminance=tones.luminance * times, highest=tones.highest * times)
        self.assertAlmostEqual(reading(brighter, Looks(pattern), CLIP) - reading(tones, Looks(pattern), CLIP), stops, places=2)

    @settings(max_examples=15)
    @given(st.integers(0, 10_000))
    def test_a_guard_keeps_all_but_a_two_hundredth_under_the_clip(self, seed: int) -> None:
        tones = noise(seed, 3.0)
        lands = np.log2(tones.framed(tones.highest)) - reading(tones, Looks(Pattern.HIGHLIGHT_GUARD), CLIP)
        self.assertLessEqual(float((lands > CLIP).mean()), 0.0051)

    def test_a_spot_swings_most_between_pale_and_dark_subjects(self) -> None:
        for stage in STAGES:
            tones = map_on(stage, stage.usual_mm, stage.distance_m, 1.5, Tuning(stage.above, stage.below, 5500.0), 0.5)
            at = (tones.subject.x, min(0.95, tones.subject.y))
            steady = [pattern for pattern in Pattern if pattern is not Pattern.HIGHLIGHT_GUARD]
            swings = {pattern: read(tones, Looks(pattern, at), CLIP, 3.0).subject for pattern in steady}
            self.assertEqual(max(swings, key=lambda one: swings[one]), Pattern.SPOT, stage.slug)
            self.assertLessEqual(swings[Pattern.SPOT], 3.01, stage.slug)

    def test_a_subject_of_another_tone_has_it_and_hides_behind_what_is_before_it(self) -> None:
        for stage in STAGES:
            tones = map_on(stage, stage.usual_mm, stage.distance_m, 1.5, Tuning(stage.above, stage.below, 5500.0), 0.5)
            own = tones.of_subject
            self.assertTrue(float(own.min()) >= 0 and float(own.max()) <= 1.001 and own.sum() > 4, stage.slug)
            pale = tones.with_subject(1.5)
            self.assertAlmostEqual(float((pale.luminance / tones.luminance)[own == 0].max()), 1.0, places=5)
            if (own == 1).sum() > 8:
                mean = math.log2(float((pale.luminance * own).sum() / own.sum()))
                self.assertAlmostEqual(mean, 1.5, delta=0.4, msg=stage.slug)

    def test_swings_are_the_spans_of_readings_one_by_one(self) -> None:
        tones = noise(3)
        looks = Looks(Pattern.MULTI_ZONE)
        found = read(tones, looks, CLIP, 2.5)
        around = [reading(tones, looks, CLIP, turned) for turned in turns(tones, 0.04)]
        self.assertAlmostEqual(found.framing, max(around) - min(around))
        ends = [reading(tones.with_subject(stops), looks, CLIP) for stops in (-1.25, 1.25)]
        self.assertAlmostEqual(found.subject, abs(ends[0] - ends[1]), places=5)
        self.assertGreaterEqual(found.swing, max(found.subject, found.framing) - 0.35)


class Spots(unittest.TestCase):
    @settings(max_examples=12)
    @given(st.integers(0, 10_000), st.floats(-1, 1.67), st.floats(0, 3))
    def test_no_place_of_the_picture_is_surer(self, seed: int, offset: float, holds: float) -> None:
        """Every place with every placement in thirds, by loops over what one may point at instead."""
        tones = noise(seed)
        readings = spot_map(tones)
        radius = max(1, round(AIM * tones.width))
        surest = math.inf
        for row in range(tones.height):
            for column in range(tones.width):
                around = [
                    float(readings[row + MARGIN + down, column + MARGIN + across])
                    for down in range(-radius, radius + 1)
                    for across in range(-radius, radius + 1)
                    if abs(down) + abs(across) <= radius or (radius > 1 and math.hypot(across, down) <= radius)
                ]
                for thirds in range(round(-MOST_PLACED * 3), round(MOST_PLACED * 3) + 1):
                    surest = min(surest, max(abs(thirds / 3 - one - offset) for one in around))
        found = best_spot(tones, offset, holds)
        if found is None:
            self.assertGreater(surest, 1 / 6)
            return
        self.assertLessEqual(found.off, (math.floor(surest * 6) + 1) / 6 + 1e-5)
        self.assertGreaterEqual(found.off, surest - 1e-5)
        self.assertAlmostEqual(off_at(tones, (found.x, found.y), found.placed, offset), found.off, places=5)
