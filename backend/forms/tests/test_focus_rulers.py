"""The rulers of distance and of following, for situations and bodies drawn by lot: what must be so of every one of them."""

from __future__ import annotations

import math
import random
from typing import Any
from unittest import TestCase

from craft.focus.search import WORTH
from craft.scene.works import WORKS
from craft.setup.advise import advise
from demo.kit import BODIES, LENSES
from forms.rehearsal_form import RehearseIn, Theirs
from forms.rulers.distance import DistanceOnSceneOut, distance_on
from forms.rulers.following import FollowingIn, FollowingOut, following_of
from forms.situation_form import read_situation
from forms.traits_form import FollowingForm


def nobody(_: object) -> Any:
    raise AssertionError("nothing of anybody's own is asked for")


NOBODYS = Theirs(nobody, lambda situation, at_once: nobody(situation))
PLAIN = [slug for slug, body in BODIES.items() if not body.get("fixed_lens")]


def drawn(rng: random.Random, **more: Any) -> dict[str, Any]:
    """A situation by lot: any subject on the ground, a demo body and lens, a light by day or night, focus put somewhere half of the time."""
    work, subject = rng.choice([(work, subject) for work in WORKS for subject in work.subjects if not subject.sky])
    built_in = {body.get("fixed_lens") for body in BODIES.values()}
    lens = rng.choice(
        [lens for slug, lens in LENSES.items() if slug not in built_in and not lens.get("fixed_m") and lens.get("autofocus", True)]
    )
    raw = {
        "genre": work.genre.value,
        "subject": subject.slug,
        "body": BODIES[rng.choice(PLAIN)],
        "lens": lens,
        "light": {"ev100": rng.uniform(1, 15)},
        "output": {"width_cm": rng.choice((20, 40, 100))},
    }
    return {**raw, **more}


def distance(raw: dict[str, Any]) -> DistanceOnSceneOut:
    return distance_on(RehearseIn.model_validate({"situation": raw}), NOBODYS)


def following(raw: dict[str, Any], **more: Any) -> FollowingOut:
    return following_of(FollowingIn.model_validate({"situation": raw, **more}), NOBODYS)


class Distance(TestCase):
    def test_whatever_the_situation_what_is_sharp_lies_about_the_plane_and_discs_grow_from_it(self) -> None:
        rng = random.Random(1)
        for _ in range(30):
            raw = drawn(rng)
            if rng.random() < 0.5:
                at = max(raw["lens"]["closest_m"], 10 ** rng.uniform(-0.2, 1.8))
                raw |= {"motion": {"focus_m": at}, "settings": {"focus_mode": "manual"}}
            told = distance(raw)
            far = told.far_m or math.inf
            with self.subTest(genre=raw["genre"], subject=raw["subject"]):
                self.assertTrue(told.nearest_m <= told.near_m * 1.001 and told.near_m <= told.focus_m <= far * 1.001)
                if "motion" in raw:
                    self.assertEqual((told.by_hand, told.focus_m), (True, round(raw["motion"]["focus_m"], 4)))
                before = [one.disc for one in told.scale if one.distance_m < told.focus_m]
                behind = [one.disc for one in told.scale if one.distance_m > told.focus_m]
                self.assertEqual((before, behind), (sorted(before, reverse=True), sorted(behind)))
                for one in (*told.things, *told.others):
                    inside = told.near_m * 0.999 <= (one.distance_m or 1e6) <= far * 1.001
                    self.assertEqual(inside, one.times <= 1.02, (one, told.near_m, told.far_m))
                self.assertTrue(told.magnified.near_m >= told.peaking.near_m)
                self.assertEqual([one.behind_m for one in told.recomposed], sorted(one.behind_m for one in told.recomposed))

    def test_of_a_face_near_by_it_is_said_whether_both_eyes_are_sharp_and_how_much_narrower_they_would_be(self) -> None:
        raw = {"genre": "portrait", "subject": "child", "body": "merrow-swift-20", "lens": "merrow-70-200", "light": {"ev100": 11}}
        near = {**raw, "focal_length_mm": 200, "motion": {"distance_m": 2.2}}
        both = {}
        for aperture in (2.8, 4.0, 5.6, 8.0, 16.0):
            told = distance({**near, "locks": {"aperture": aperture}})
            (line,) = (line for line in told.words if line.startswith("Eyes of a face"))
            both[aperture] = "both are sharp" in line
            self.assertEqual(both[aperture], told.far_m is None or told.far_m - told.focus_m >= 0.063 * math.sin(math.pi / 4))
        self.assertEqual(set(both.values()), {True, False})
        far = distance({**raw, "focal_length_mm": 70, "motion": {"distance_m": 30}})
        self.assertFalse([line for line in far.words if line.startswith("Eyes of a face")])

    def test_the_zone_table_is_nested_and_holds_the_row_as_set(self) -> None:
        rng = random.Random(2)
        for _ in range(12):
            told = distance(drawn(rng))
            self.assertIn(told.aperture, [row.label for row in told.zone])
            self.assertIsNone(told.distances[-1])
            for row, closer in zip(told.zone, told.zone[1:], strict=False):
                for wide, narrow in zip(row.reach, closer.reach, strict=True):
                    self.assertTrue(narrow.near_m <= wide.near_m and (narrow.far_m or math.inf) >= (wide.far_m or math.inf))

    def test_a_set_of_focus_takes_its_exposures_and_the_lenss_way_and_what_moves_goes_on(self) -> None:
        raw = {
            **drawn(random.Random(3), body=BODIES["merrow-swift-20"], lens=LENSES["merrow-70-200"]),
            "genre": "landscape", "subject": "grass", "support": "tripod", "focal_length_mm": 200,
            "motion": {"distance_m": 4, "near_m": 3.0, "far_m": 6.0}, "locks": {"aperture": 8, "shutter_s": 0.5},
        }  # fmt: skip
        usual = distance(raw)
        slow = distance({**raw, "lens": {**LENSES["merrow-70-200"], "travel_s": 2.0}})
        longer = distance({**raw, "locks": {"aperture": 8, "shutter_s": 1}})
        frames, way = len(usual.stack), LENSES["merrow-70-200"]["closest_m"] * (1 / usual.stack[0] - 1 / usual.stack[-1])
        self.assertGreater(frames, 3)
        self.assertAlmostEqual(
            usual.stack_s, frames * 0.5 + (frames - 1) / BODIES["merrow-swift-20"]["frames_per_second"] + 0.4 * way, delta=0.02
        )
        self.assertAlmostEqual(slow.stack_s - usual.stack_s, (2.0 - 0.4) * way, delta=0.02)
        self.assertAlmostEqual(longer.stack_s - usual.stack_s, frames * 0.5, delta=0.02)
        meanwhile = {one.what: one.pixels for one in usual.stack_drifts}
        self.assertTrue(meanwhile)
        for one in longer.stack_drifts:
            self.assertAlmostEqual(one.pixels / meanwhile[one.what], longer.stack_s / usual.stack_s, delta=0.01)

    def test_each_way_to_the_frame_waits_as_long_as_it_must(self) -> None:
        raw = drawn(random.Random(3), body=BODIES["merrow-swift-20"], lens=LENSES["merrow-70-200"])
        usual = {one.label.split(",")[0]: one.seconds for one in distance(raw).until}
        slow = {**LENSES["merrow-70-200"], "travel_s": 2.0}
        slower = {one.label.split(",")[0]: one.seconds for one in distance({**raw, "lens": slow}).until}
        self.assertAlmostEqual(slower["found by the press that fires"] - usual["found by the press that fires"], (2.0 - 0.4) / 2)
        self.assertEqual(slower["focus set and left"], usual["focus set and left"])
        by_hand = distance({**raw, "lens": {**LENSES["merrow-70-200"], "autofocus": False}})
        self.assertEqual(len(by_hand.until), 1)


class Following(TestCase):
    def test_whatever_is_followed_no_row_keeps_more_than_is_fired_and_what_is_as_good_is_so(self) -> None:
        rng, followed = random.Random(4), 0
        for _ in range(20):
            told = following(drawn(rng))
            if not told.follows:
                self.assertTrue(told.words[0].startswith("Nothing is followed here"))
                continue
            followed += 1
            best = max(row.kept for choice in told.choices for row in choice.rows)
            for choice in told.choices:
                self.assertLessEqual(sum(row.as_set for row in choice.rows), 1, choice.setting)
                self.assertTrue(choice.setting == "preset" or any(row.as_set for row in choice.rows), choice.setting)
                for row in choice.rows:
                    self.assertTrue(0 <= row.kept <= row.fired + 0.05 and row.off >= 0)
                    if row.way and choice.setting not in ("rate_high", "focus_mode"):
                        has = row.way.model_dump()
                        self.assertEqual({slug: has[slug] for slug in row.set}, row.set)
                        self.assertEqual(row.value, row.label if choice.setting == "preset" else has[choice.setting])
                    if (
                        choice.setting not in ("rate_high", "registered_faces")
                        and row.kept < best - 2 * row.off - 2 * WORTH * row.fired - 0.1
                    ):
                        self.assertFalse(row.as_good, row)
            (burst,) = told.seen
            self.assertEqual(len(burst.at_s), len(burst.subject))
            self.assertEqual(burst.kept, sum(one.came.value == "sharp" for one in burst.frames))
            self.assertEqual([one.share for one in told.costs], sorted((one.share for one in told.costs), reverse=True))
        self.assertGreater(followed, 4)

    def test_a_body_of_presets_alone_has_their_table_and_figures_that_no_other_setting_gives(self) -> None:
        body = BODIES["merrow-swift-20"]
        alone = {**body, "traits": {**body["traits"], "presets_only": True}}
        raw = {"genre": "wildlife", "subject": "small_bird_flight", "body": alone, "lens": LENSES["merrow-500"], "light": {"ev100": 13}}
        told = {choice.setting: choice.rows for choice in following(raw).choices}
        self.assertFalse({"tracking_hold", "subject_path", "area_switching"} & set(told))
        self.assertEqual(sum(row.as_set for row in told["preset"]), 1)
        for row in told["focus_area"]:
            self.assertFalse({"tracking_hold", "subject_path", "area_switching"} & set(row.set))
        setup = advise(read_situation(raw).value(), simulated=True)
        for row in (row for row in told["focus_area"] if not row.as_set):
            self.assertEqual(row.kept, setup.facts[f"in_focus_{row.value}"], row.value)

    def test_more_depth_through_the_same_burst_keeps_no_fewer_and_half_the_rate_fires_half(self) -> None:
        raw = {
            "genre": "wildlife",
            "subject": "small_bird_flight",
            "body": BODIES["merrow-swift-20"],
            "lens": LENSES["merrow-500"],
            "light": {"ev100": 14},
        }
        way = next(row.way for choice in following(raw).choices for row in choice.rows if row.as_set).model_dump()
        for number in range(4):
            for narrower in (1.0, 3.0):
                mine, other = following(raw, burst=number, beside=way, narrower=narrower).seen
                self.assertEqual(mine.subject, other.subject)
                self.assertIn("narrower", other.title)
                self.assertGreaterEqual(other.kept, mine.kept - 1)
            mine, half = following(raw, burst=number, beside=way, rate=0.5).seen
            self.assertAlmostEqual(len(half.frames), len(mine.frames) / 2, delta=1)

    def test_a_profiles_loop_is_read_within_its_ends_and_told_back(self) -> None:
        self.assertEqual(FollowingForm().model_dump(), dict.fromkeys(FollowingForm.model_fields))
        for field, wrong in (
            ("updates_s", 1),
            ("updates_s", 1000),
            ("blackout_s", -0.1),
            ("lag_s", 0),
            ("darkest_ev", -40),
            ("finds_share", 0),
            ("lag_s", "soon"),
        ):
            with self.subTest(field, wrong=wrong), self.assertRaises(ValueError):
                FollowingForm.model_validate({field: wrong})
        body = {**BODIES["merrow-swift-20"]}
        body["traits"] = {**body["traits"], "following": {"updates_s": 10.0, "lag_s": 0.3, "finds_share": 0.5}}
        raw = {"genre": "sports", "subject": "court_games", "lens": LENSES["merrow-70-200"], "light": {"ev100": 9}}
        slow, usual = (following({**raw, "body": one}) for one in (body, BODIES["merrow-swift-20"]))
        kept = [next(row.kept for row in told.choices[0].rows if row.as_set) for told in (slow, usual)]
        self.assertLess(kept[0], kept[1] - 2)
        found = [next(line for line in told.words if "finds it" in line) for told in (slow, usual)]
        self.assertNotEqual(*found)
