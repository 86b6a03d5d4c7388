"""Every scene: its tones measure what they say, it reaches its span, and it is drawn past the frame on every side."""

from __future__ import annotations

import unittest
from dataclasses import replace
from functools import cache

import numpy as np

from craft.kept import forget
from craft.render import compose
from craft.render.compose import as_it_is, framing_of, on_sensor
from craft.render.shot import Shot
from craft.render.tests.shots import a_shot
from craft.stage.stage import HIGH, WIDE, Lit, Moves, Stage
from craft.stage.stages import STAGES
from craft.tones.boxes import Tuning, boxes_of, cutouts_of
from craft.tones.framing import View
from craft.tones.readings import Looks, reading
from craft.tones.tonemap import ACROSS, MARGIN, map_on
from craft.vocabulary.terms import Pattern
from craft.white.response import brightness

SMALL, TINY = View(480, 320, 480.0), View(120, 80, 120.0)


@cache
def luminance(shot: Shot) -> np.ndarray:
    return np.log2(np.maximum(as_it_is(shot, SMALL) @ brightness(), 2.0**-20))


def patch(stage: Stage, x: float, y: float, reach: float) -> np.ndarray:
    found = 2 ** luminance(a_shot(stage.slug))
    scale = SMALL.width / WIDE
    left, right, top, bottom = (int(v * scale) for v in (x - reach, x + reach, y - reach, y + reach))
    return found[max(0, top) : bottom + 1, max(0, left) : right + 1]


class EveryScene(unittest.TestCase):
    def test_named_tones_measure_what_they_say(self) -> None:
        for stage in STAGES:
            for tone in stage.tones:
                found = patch(stage, tone.x, tone.y, tone.reach)
                self.assertTrue(found.size, f"{stage.slug}: {tone.name} is not in the frame")
                self.assertAlmostEqual(float(np.log2(found.mean())), tone.ev, delta=0.45, msg=f"{stage.slug}: {tone.name}")

    def test_no_lens_shows_where_a_stage_ends(self) -> None:
        for stage in STAGES:
            for wider in (stage.usual_mm / 14, stage.usual_mm / 50):
                if wider < 4.5:
                    continue
                wide = replace(a_shot(stage.slug), focal_mm=stage.usual_mm / wider)
                light = np.log2(np.maximum(as_it_is(wide, SMALL) @ brightness(), 2.0**-9))
                columns = np.arange(SMALL.width) / SMALL.width - stage.aim[0] / WIDE
                beyond = np.abs(columns) > 2.0 / wider  # what lies about the usual frame may have an end of its own
                for part in (light[-SMALL.height // 5 :], light[: SMALL.height // 5]):
                    step = np.abs(np.diff(np.median(part, axis=0)))[beyond[1:] & beyond[:-1]]
                    self.assertLess(float(step.max()), 1.2, f"{stage.slug}, {wider:.1f} times wider than usual")

    def test_it_reaches_its_span_and_not_far_past_it(self) -> None:
        for stage in STAGES:
            found = luminance(a_shot(stage.slug))
            low, high = np.quantile(found, (0.0005, 0.99997))
            self.assertGreaterEqual(high, stage.above - 0.9, stage.slug)
            self.assertLessEqual(low, -stage.below + 0.9, stage.slug)
            self.assertLess(high, stage.above + 2.6, stage.slug)

    def test_a_meter_reads_of_the_map_what_the_frame_brings(self) -> None:
        """The corners' loss is in both: at the widest it is half a stop and more of a reading."""
        small = View(ACROSS + 2 * MARGIN, 64 + 2 * MARGIN, float(ACROSS), -float(MARGIN), -float(MARGIN))
        for stage in STAGES:
            for zoom in (0.6, 1.0, 2.0):
                focal = stage.usual_mm * zoom
                tones = map_on(stage, focal, stage.distance_m, 1.5, Tuning(stage.above, stage.below, 5500.0), 0.3)
                light = on_sensor(a_shot(stage.slug, focal_mm=focal, time_s=1e-5, aperture=16.0), small) @ brightness()
                brought = replace(tones, luminance=np.maximum(light, 1e-6), kept=1.0)
                for pattern, most in ((Pattern.CENTRE_WEIGHTED, 0.1), (Pattern.MULTI_ZONE, 0.16)):
                    off = reading(tones, Looks(pattern), 3.0) - reading(brought, Looks(pattern), 3.0)
                    self.assertLess(abs(off), most, f"{stage.slug} at {focal:g} mm, {pattern}")

    def test_contrast_follows_the_situation(self) -> None:
        for stage in STAGES:
            half = a_shot(stage.slug, above=stage.above / 2, below=stage.below / 2)
            flat, full = (np.log2(as_it_is(shot, TINY) @ brightness()) for shot in (half, a_shot(stage.slug)))
            for share in (0.02, 0.5, 0.98):
                self.assertLessEqual(abs(np.quantile(flat, share)), abs(np.quantile(full, share)) + 0.25, stage.slug)

    def test_it_is_drawn_well_past_the_frame(self) -> None:
        """Twice as wide a view finds something everywhere, and no straight edge where the drawing ends."""
        for stage in STAGES:
            wide = a_shot(stage.slug, focal_mm=stage.usual_mm / 2)
            light = as_it_is(wide, View(240, 160, 240.0)) @ brightness()
            self.assertTrue((light > 2.0**-14).all(), stage.slug)
            for edge in (light[:, 0], light[:, -1], light[0], light[-1]):
                self.assertGreater(float(edge.max()), 2.0**-13, stage.slug)

    def test_a_longer_lens_finds_finer_drawing_not_larger_pixels(self) -> None:
        """Four times as long a lens: neighbouring pixels differ where a blown-up picture would be smooth."""
        for stage in STAGES:
            shot = a_shot(stage.slug, focal_mm=stage.usual_mm * 4)
            close = np.log2(np.maximum(as_it_is(shot, View(240, 160, 240.0)) @ brightness(), 1e-6))
            fine = np.abs(np.diff(close, axis=1))
            self.assertGreater(float((fine > 1e-4).mean()), 0.12, stage.slug)

    def test_skin_is_there_where_there_are_people(self) -> None:
        peopled = {stage.slug for stage in STAGES if any(tone.skin for tone in stage.tones)}
        self.assertLessEqual(
            {"hall", "dance", "regatta", "court", "ferry", "lanterns", "salt", "loft", "shade", "kitchen", "quay"}, peopled
        )
        spread = [tone.ev for tone in next(s for s in STAGES if s.slug == "loft").tones if tone.skin]
        self.assertGreaterEqual(len(spread), 3)
        self.assertGreater(max(spread) - min(spread), 1.5)
        for stage in STAGES:
            skins = [abs(tone.ev) for tone in stage.tones if tone.skin]
            if skins:
                self.assertLess(min(skins), 0.7, f"{stage.slug}: a meter on a face finds the key there")

    def test_rows_say_what_is_needed(self) -> None:
        self.assertGreaterEqual(len(STAGES), 14)
        self.assertEqual(len({stage.slug for stage in STAGES}), len(STAGES))
        self.assertEqual(len({stage.problem for stage in STAGES}), len(STAGES))
        for stage in STAGES:
            self.assertRegex(stage.problem, r"^[A-Z].{30,}\.$", stage.slug)
            self.assertGreaterEqual(len(stage.tones), 4, stage.slug)
            self.assertTrue(0 <= stage.aim[0] <= WIDE and 0 <= stage.aim[1] <= HIGH, stage.slug)
            self.assertEqual(len({tone.name for tone in stage.tones}), len(stage.tones), stage.slug)
            if any(cut.lit is Lit.OTHER for cut in cutouts_of(stage.slug)):
                self.assertIsNotNone(stage.other_k, stage.slug)

    def test_planes_go_from_far_to_near(self) -> None:
        for stage in STAGES:
            at = [cut.at for cut in cutouts_of(stage.slug) if cut.shape is None or cut.at < 1e6]
            nearer = sum(b < a + 1e-9 for a, b in zip(at, at[1:], strict=False))
            self.assertGreater(nearer / max(1, len(at) - 1), 0.7, stage.slug)

    def test_what_lives_moves(self) -> None:
        for slug in ("terns_sky", "court", "dance", "regatta", "otter"):
            moves = {cut.moves for cut in cutouts_of(slug)}
            self.assertLessEqual({Moves.BODY, Moves.LIMB}, moves, slug)
        for slug in ("stars", "moon"):
            self.assertIn(Moves.SKY, {cut.moves for cut in cutouts_of(slug)}, slug)

    def test_drawn_twice_it_is_the_same(self) -> None:
        shot = a_shot("causeway_after")
        first = as_it_is(shot, SMALL).copy()
        forget(boxes_of)
        forget(cutouts_of)
        again = [box.pixels for box in boxes_of(framing_of(shot, SMALL), shot.tuning, 0)]
        self.assertTrue(again)
        forget(compose._on_sensor)
        np.testing.assert_array_equal(as_it_is(shot, SMALL), first)
