"""Frames that the body merges by itself, and ways that are taken whole or not at all."""

from __future__ import annotations

from dataclasses import replace
from typing import Any
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.configuration.handing_over import frame_bytes
from craft.decisions.facts import say
from craft.decisions.numbers import MERGE_STEPS, MERGED
from craft.render.expose import frame
from craft.render.rehearsal import lost_share, rehearse, small_view, window_of
from craft.render.shot import exposed
from craft.scene.imaged import output_gain
from craft.tones.own import map_under
from demo.kit import BODIES, LENSES
from forms.answer import Answer, answer_to
from forms.situation_form import read_situation

PLATE, HERON = "oxwick-plate-60", "tamsel-heron"
HARD = {"condition": "backlit_dawn", "stops_below": 8.0, "stops_above": 5.0}


def answered(body: str = PLATE, traits: dict[str, Any] | None = None, **more: Any) -> Answer:
    own = {k: v for k, v in BODIES[body].items() if k != "fixed_lens"}
    lens = LENSES[BODIES[body].get("fixed_lens") or "oxwick-16-35"]
    asked = {"genre": "landscape", "light": HARD, "delivery": {"deadline_h": 1}, "file": "both", **more}
    return answer_to(read_situation({**asked, "body": {**own, "traits": {**own["traits"], **(traits or {})}}, "lens": lens}))


def school(answer: Answer) -> tuple[str, str]:
    (made,) = (d for d in answer.setup.decisions if d.decision == "bracketing")
    return made.school, made.because


class Merged(TestCase):
    @settings(max_examples=25, deadline=None)
    @given(st.floats(4, 10), st.floats(2, 7), st.sampled_from(("tripod", "handheld")))
    def test_it_covers_the_span_is_lined_up_by_hand_only_and_leaves_compensation_alone(self, below: float, above: float, held: str) -> None:
        made = answered(light={"condition": "backlit_dawn", "stops_below": below, "stops_above": above}, support=held)
        excess, merge = made.setup.facts["span_excess_stops"], made.setup.bracketing.merge
        self.assertEqual(merge is not None, excess > 0.5)
        if merge is None:
            return
        step = made.setup.facts["merge_step_stops"]
        self.assertTrue(step == 3.0 or (MERGED - 1) * step >= excess > (MERGED - 1) * (step - 1.0))
        self.assertEqual((merge.aligned, made.setup.exposure.compensation_ev, made.setup.bracketing.frames), (held == "handheld", 0.0, 1))
        values = made.configuration.values
        self.assertEqual((values["merge"], values["merge_align"]), (merge.step, "on" if merge.aligned else "off"))
        self.assertEqual((values["bracket_kind"], values["merge_keep_sources"], made.configuration.violations), ("off", "on", ()))
        self.assertIn(values["drive_mode"], ("single", "timer"), "one press fires it")

    @settings(max_examples=8, deadline=None)
    @given(st.sampled_from(("one_stop", "two_stops", "three_stops")), st.sampled_from(("low", "middle", "high")))
    def test_its_frame_is_drawn_as_the_body_puts_it_together(self, step: str, strength: str) -> None:
        """The ruler, the picture and the setup say the same; against the frame alone and frames counted one by one."""
        made = answered(settings={"merge": step, "merge_strength": strength})
        merge, stops = made.setup.bracketing.merge, MERGE_STEPS[step]
        assert merge is not None
        self.assertEqual((merge.step, merge.strength, made.setup.facts["merge_step_stops"]), (step, strength, stops))
        told = rehearse(made.situation, made.setup)
        shot, alone = told.shot, next(one for one in told.variants if one.slug == "alone").shot
        gain = output_gain(made.situation)
        one, many = window_of(alone, gain), told.window
        self.assertAlmostEqual(many.clips - one.clips, stops, places=6)
        self.assertAlmostEqual(many.clips, made.setup.facts["clips_stops"], places=3)
        self.assertLess(many.floor, one.floor - stops + 0.6)
        self.assertGreater(many.white, one.white)
        self.assertEqual(
            {v.slug for v in told.variants[:3]}, {"alone", *(f"merge_{s}" for s in ("low", "middle", "high") if s != strength)}
        )
        view = small_view(shot, 120)
        raw = frame(shot, view) * 2.0**shot.clip_above_key
        by_one = [
            (frame(replace(exposed(alone, time_stops=-k), seed=9), view) * 2.0 ** (alone.clip_above_key - k), 2.0**k)
            for k in (-stops, 0.0, stops)
        ]
        shortest = by_one[0][0]
        known = (raw.max(-1) < 2.0 ** (shot.clip_above_key - 0.5)) & (raw.min(-1) > 0.2)
        self.assertLess(float(np.median(np.abs(np.log2(raw[known] / np.maximum(shortest[known], 1e-6))))), 0.12)
        self.assertLessEqual(told.held.raw_share, lost_share(alone, map_under(made.situation, None, None)))
        (busy,) = (note.text for note in made.setup.notes if note.kind == "merge")
        total = made.setup.exposure.shutter_s * sum(time for _, time in by_one)
        self.assertIn(say(total, "s"), busy)

    def test_a_set_by_hand_comes_as_one_burst_and_by_itself_on_a_tripod(self) -> None:
        shots = []
        for support, drive in (("handheld", "high"), ("tripod", "timer")):
            made = answered("merrow-glass-36", support=support, settings={"bracket_frames": 5.0})
            (because,) = (d.because for d in made.setup.decisions if d.decision == "drive")
            self.assertEqual(
                (made.configuration.values["drive_mode"], "5 frames of a set come as one burst" in because), (drive, drive == "high")
            )
            shots.append(made.setup.facts["shots"])
        self.assertEqual(*shots)

    def test_its_sources_are_counted_on_the_card(self) -> None:
        made = answered()
        merged = frame_bytes(made.situation, made.configuration.values)
        raw, finished = (
            frame_bytes(made.situation, {**made.configuration.values, "merge": "off", "file_format": f}) for f in ("raw", "rendered")
        )
        self.assertAlmostEqual(merged, MERGED * raw + (MERGED + 1) * finished)

    def test_only_where_it_helps_and_the_body_can_and_what_moves_is_said(self) -> None:
        self.assertEqual(school(answered())[0], "in_body_merge")
        for change in (
            {"delivery": {"deadline_h": 24}},
            {"delivery": {"deadline_h": 1}, "file": "raw"},
            {"motion": {"speed_m_s": 3}},
            {"genre": "portrait", "subject": "group_portrait"},
            {"traits": {"features": ["two_cards"]}},
            {"traits": {"features": ["merge"]}},
        ):
            self.assertNotEqual(school(answered(**change))[0], "in_body_merge", change)
        self.assertEqual(
            school(answered(HERON, file="rendered"))[0], "in_body_merge", "a finished file alone, on a body that merges no raw"
        )
        fixed = {"schools": {"bracketing": "in_body_merge"}}
        self.assertIn(
            "People who move between its frames show twice", school(answered(genre="portrait", subject="group_portrait", profile=fixed))[1]
        )
        self.assertIn("1 hour:", school(answered())[1])

    def test_it_speaks_in_the_levels_of_its_own_body(self) -> None:
        own = {**BODIES[PLATE]["traits"]["offered"], "merge": ["off", "automatic"], "merge_strength": ["low", "high"]}
        made = answered(traits={"offered": own}).configuration.values
        self.assertEqual((made["merge"], made["merge_strength"] in ("low", "high")), ("automatic", True))


class Whole(TestCase):
    def test_the_truthful_preview_is_had_whole_or_not_at_all(self) -> None:
        asked = {"file": "raw", "profile": {"habits": {"preview": "truthful"}}, "delivery": {}}
        bundle = {b.bundle.slug: b for b in answered(**asked).configuration.bundles}["truthful_preview"]
        self.assertTrue(bundle.holds, bundle.changes)
        values = answered(**asked).configuration.values
        self.assertEqual((values["colour_space"], values["shadow_lift"], values["look"]), ("wide", "off", "flat"))
        dull = {**BODIES[PLATE]["traits"]["offered"], "look": ["natural", "neutral", "vivid"]}
        without = answered(traits={"offered": dull}, **asked).configuration.values
        self.assertNotEqual((without["look_contrast"], without["warning_points"]), ("low", "near_the_ends"), "no half of it")

    def test_the_ring_is_free_where_autofocus_fails_and_nothing_is_asked_where_there_is_no_area(self) -> None:
        calm = {"condition": "overcast"}
        for light, motion, way in (
            (calm, {"distance_m": 5}, "no"),
            (HARD, {"distance_m": 5}, "against_light"),
            (calm, {"distance_m": 0.5}, "close"),
        ):
            rows = {r.setting.slug: r for r in answered(genre="portrait", light=light, motion=motion).configuration.rows}
            free = (rows["ring_override"].value, rows["direction_pointer"].value)
            self.assertEqual(free, ("off", "off") if way == "no" else ("on", "on"), way)
        thumb = {"profile": {"habits": {"thumb": "right_part", "focus_start": "rear_button"}}}
        pointing = answered(HERON, genre="everyday", file="rendered", **thumb).configuration.values
        self.assertEqual(pointing["thumb_pointing"], "jumps")
        by_hand = answered(HERON, genre="landscape", support="tripod", file="rendered", **thumb).configuration
        self.assertEqual(by_hand.values["focus_mode"], "manual")
        self.assertEqual(by_hand.values["thumb_pointing"], "off", "there is no point to move")
