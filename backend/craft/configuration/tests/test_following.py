"""What a situation makes of following: practice stays unless something is surely better, a hand binds, sentences say what is set."""

from __future__ import annotations

import random
import re
from dataclasses import replace
from unittest import TestCase

from craft.configuration.configure import Origin, configure
from craft.decisions.following import PRACTICES
from craft.focus.causes import causes_of
from craft.focus.chase import chase_of
from craft.focus.following import follow
from craft.focus.loops import CLASSES, loop_of
from craft.focus.surroundings import ROWS
from craft.focus.ways import AREA, AREAS, HOLD, HOLDS, OF_WAY, PATH, PATHS, PRIORITIES, PRIORITY, SWITCHES, SWITCHING, Way
from craft.kit.body import Finder, Shutter
from craft.kit.own_steps import Preset, Scale
from craft.kit.traits import Following, Traits
from craft.scene.light import Light
from craft.scene.sight import OUTLINE, THROUGH
from craft.scene.situation import Motion, Person, Sight, Situation
from craft.scene.works import SUBJECT, WORKS
from craft.setup.advise import advise
from craft.setup.setup import Setup
from craft.setup.tests.things import situation
from craft.vocabulary.terms import Area, Detection, FocusMode, Genre, Outline, Through

SEES = {"detects": ("people", "birds", "animals"), "frames_per_second": 15.0, "areas": ("point", "small_group", "zone", "whole_frame")}
SCALES = {HOLD: Scale(-2, 2, turned=True), PATH: Scale(1, 5), SWITCHING: Scale(0, 4)}
PRESETS = (
    Preset("one", {HOLD: 0, PATH: 3}),
    Preset("two", {HOLD: -2, PATH: 1, SWITCHING: 2}),
    Preset("three", {HOLD: 2, PATH: 5, SWITCHING: 4}),
)
LONG = {"focal_min_mm": 24, "focal_max_mm": 600, "closest_m": 0.7}


def followed(rng: random.Random, **more: object) -> Situation:
    there = [(work, subject) for work in WORKS for subject in work.subjects if subject.follows and not subject.quick]
    work, subject = rng.choice(there)
    return situation(genre=work.genre, subject_slug=subject.slug, body=SEES, lens=LONG, light=Light(rng.uniform(6, 14)), **more)


def setup_of(preset: Preset) -> tuple[tuple[str, str, str], ...]:
    """Hold, path and switching of a preset; what it does not say is as usual."""
    values = {HOLD: "middle", PATH: "usual", SWITCHING: "usual", **preset.values(SCALES)}
    return ((values[HOLD], values[PATH], values[SWITCHING]),)


def focus_of(setup: Setup) -> str:
    return next(made.because for made in setup.decisions if made.decision == "focus")


class Decided(TestCase):
    def test_practice_stays_unless_another_way_is_surely_better(self) -> None:
        rng, changed = random.Random(3), 0
        for _ in range(14):
            pursuit = advise(followed(rng), simulated=True).pursuit
            assert pursuit and pursuit.found
            taken, usual = pursuit.found.of(pursuit.way), pursuit.found.of(pursuit.practice)
            self.assertEqual(pursuit.way == pursuit.practice, usual.as_good)
            if not usual.as_good:
                changed += 1
                self.assertTrue(taken.as_good)
                self.assertGreater(usual.behind, usual.behind_off)

                def changes(way: Way, practice: Way = usual.way) -> int:
                    return sum(a != b for a, b in zip(way, practice, strict=True))

                least = min(changes(one.way) for one in pursuit.found.found if one.as_good)
                self.assertEqual(changes(taken.way), least)
        self.assertTrue(0 < changed < 14, changed)

    def test_focus_is_found_once_where_no_way_of_following_comes_near_and_nobody_said_otherwise(self) -> None:
        rng, once, follows = random.Random(5), 0, 0
        for _ in range(16):
            one = replace(followed(rng), sight=Sight(through=rng.choice([*Through, None])))
            setup = advise(one, simulated=True)
            told = setup.focus.following
            assert told
            hand = advise(replace(one, settings={"focus_mode": "continuous"}), simulated=True)
            assert hand.pursuit and hand.pursuit.found and hand.focus.following
            found = hand.pursuit.found
            self.assertEqual(setup.focus.mode is FocusMode.SINGLE, found.once.surely_better())
            single = advise(replace(one, settings={"focus_mode": "single"}), simulated=True)
            assert single.focus.following
            self.assertEqual(single.focus.following.kept, round(found.once.kept, 1))
            self.assertIn(f"ollowing would keep {round(found.best.kept, 1):g}", focus_of(single))
            if setup.focus.mode is FocusMode.SINGLE:
                once += 1
                self.assertEqual((told.kept, setup.pursuit), (single.focus.following.kept, None))
                self.assertGreater(told.kept, hand.focus.following.kept)
                self.assertIn("Focus is found once and left", focus_of(setup))
            else:
                follows += 1
        self.assertTrue(once and follows, (once, follows))

    def test_what_is_set_by_hand_binds_and_the_rest_is_searched_about_it(self) -> None:
        one = situation(subject_slug="court_games", body={**SEES, "traits": Traits(scales=SCALES)}, lens=LONG)
        for setting, values, read in (
            (AREA, [row.slug for row in AREAS], lambda f: f.area.value),
            (HOLD, list(HOLDS), lambda f: f.hold),
            (PATH, list(PATHS), lambda f: f.path),
            (PRIORITY, list(PRIORITIES), lambda f: f.priority.value),
            (SWITCHING, list(SWITCHES), lambda f: f.switching),
        ):
            for value in values:
                hand = replace(one, settings={setting: value})
                setup = advise(hand, simulated=True)
                with self.subTest(setting, value=value):
                    self.assertEqual(read(setup.focus), value)
                    row = next(row for row in configure(hand, setup).rows if row.setting.slug == setting)
                    self.assertEqual((row.value, row.origin), (value, Origin.LOCKED))
        fixed = replace(one, person=Person(schools={"focus": "one_point"}, habits={"release_or_focus": "focus"}))
        focus = advise(fixed, simulated=True).focus
        self.assertEqual((focus.area, focus.priority.value), (Area.POINT, "focus"))

    def test_a_body_of_presets_only_is_set_to_one_of_them_which_is_named_and_its_words_lead_back(self) -> None:
        rng, met = random.Random(4), set()
        for _ in range(12):
            one = followed(rng)
            one = replace(one, body=replace(one.body, traits=Traits(scales=SCALES, presets=PRESETS, presets_only=True)))
            setup = advise(one, simulated=True)
            assert setup.pursuit and setup.pursuit.found
            named = next(preset for preset in PRESETS if preset.name == setup.focus.preset)
            met.add(named.name)
            self.assertEqual(setup.focus.preset_words, f"The preset “{named.name}” is this.")
            has = {slug: setup.pursuit.way.values[slug] for slug in named.steps}
            self.assertEqual(has, named.values(SCALES))
            self.assertEqual({slug: SCALES[slug].step_of(slug, value) for slug, value in has.items()}, named.steps)
            self.assertIn(setup.focus.preset_words, setup.why[HOLD])
            for way in (found.way for found in setup.pursuit.found.found):
                self.assertIn((way.hold, way.path, way.switching), [setup_of(preset)[0] for preset in PRESETS])
        self.assertGreater(len(met), 1)
        off = replace(one, settings={HOLD: "rather_short"})
        self.assertRegex(
            advise(off, simulated=True).focus.preset_words, r"comes nearest: hold when something crosses at (-2|0|\+2) where \+1 is wanted"
        )

    def test_the_figures_of_the_sentence_are_those_of_the_setup_and_of_its_settings(self) -> None:
        rng = random.Random(11)
        for _ in range(6):
            one = followed(rng)
            setup = advise(one, simulated=True)
            told = setup.focus.following
            assert told and setup.pursuit and setup.pursuit.found
            self.assertIn(f"{told.kept:g} of {told.fired:g} frames a second", focus_of(setup))
            self.assertEqual(told.simulated, setup.pursuit.found.bursts)
            values = configure(one, setup).values
            had = [slug for slug in OF_WAY if slug != SWITCHING]
            self.assertEqual([values[slug] for slug in had], [setup.pursuit.way.values[slug] for slug in had])
            self.assertNotIn(SWITCHING, values)
            for slug in had[1:]:
                self.assertRegex(setup.why[slug], r"\d")
            for area, figure in re.findall(
                r"(One point|A small group|A zone|The whole frame|Tracking) would keep (\d+(?:\.\d+)?)", focus_of(setup)
            ):
                slug = {
                    "One point": "point",
                    "A small group": "small_group",
                    "A zone": "zone",
                    "The whole frame": "whole_frame",
                    "Tracking": "tracking",
                }[area]
                best = setup.pursuit.found.best_with(AREA, slug)
                self.assertAlmostEqual(float(figure), best.kept if best else -1, delta=0.051)
                self.assertLess(float(figure), told.kept)

    def test_at_once_it_is_as_usual_and_nothing_is_claimed(self) -> None:
        setup = advise(situation(body=SEES))
        assert setup.focus.following
        self.assertEqual((setup.focus.following.simulated, setup.focus.hold), (0, "long"))
        self.assertNotIn("simulated", focus_of(setup))
        still = advise(situation(genre=Genre.LANDSCAPE), simulated=True)
        self.assertEqual((still.focus.following, still.focus.hold, still.pursuit), (None, "", None))

    def test_a_body_without_hold_path_or_detection_is_served(self) -> None:
        bare = Traits(
            absent=frozenset({"tracking_hold", "subject_path"}),
            offered={"priority_continuous": ("focus", "release"), "focus_area": ("point", "zone")},
        )
        one = situation(body={"traits": bare, "areas": ("point", "zone"), "frames_per_second": 5.0}, subject_slug="sprint")
        setup = advise(one, simulated=True)
        self.assertEqual((setup.focus.hold, setup.focus.path, setup.focus.detection), ("middle", "usual", Detection.OFF))
        self.assertIn(setup.focus.area.value, ("point", "zone"))
        self.assertNotIn("tracking_hold", configure(one, setup).values)


class Put(TestCase):
    def test_focus_lies_where_a_hand_put_it_and_depth_is_told_from_there(self) -> None:
        for mode in ("manual", "single"):
            one = situation(genre=Genre.PORTRAIT, motion=Motion(distance_m=3.0, focus_m=5.0), settings={"focus_mode": mode})
            setup = advise(one)
            self.assertEqual((one.focus_m, setup.focus.distance_m), (5.0, 5.0))
            self.assertTrue(setup.focus.near_m < 5.0 and (setup.focus.far_m or 1e9) > 5.0)

    def test_where_focus_finds_its_own_the_distance_counts_for_nothing_and_that_is_said(self) -> None:
        one = situation(motion=Motion(focus_m=12.0))
        setup = advise(one)
        note = next(note for note in setup.notes if note.kind == "focus")
        self.assertEqual((setup.focus.distance_m, setup.focus.mode), (35.0, FocusMode.CONTINUOUS))
        self.assertIn("12 m", note.text)
        mended = advise(replace(one, settings={"focus_mode": "manual"}))
        self.assertEqual(mended.focus.distance_m, 12.0)
        self.assertFalse([note for note in mended.notes if note.kind == "focus"])


class Knowledge(TestCase):
    def test_every_row_has_a_source_and_belongs_to_something(self) -> None:
        for key, row in ROWS.items():
            self.assertIn(key, SUBJECT)
            self.assertTrue(row.source and 0 <= row.before < 1 and row.wide > 0 and row.behind > 1)
        for subject_key, subject in SUBJECT.items():
            self.assertTrue(not subject.follows or subject_key in ROWS, subject_key)
        self.assertTrue(all(row.because and not re.search(r"\d", row.because) and row.source for row in PRACTICES))
        self.assertTrue(all(row.source for row in CLASSES))

    def test_what_a_profile_says_of_its_loop_is_taken_and_the_rest_is_usual(self) -> None:
        body = situation(body=SEES).body
        said = replace(body, traits=Traits(following=Following(updates_s=90.0, darkest_ev=-6.5)))
        usual, own = loop_of(body, Shutter.ELECTRONIC), loop_of(said, Shutter.ELECTRONIC)
        self.assertEqual((own.updates_s, own.darkest_ev, own.lag_s), (90.0, -6.5, usual.lag_s))
        mirror = replace(body, finder=Finder.OPTICAL, frames_per_second=5.0)
        self.assertGreater(loop_of(mirror, Shutter.MECHANICAL).blackout_s, usual.blackout_s)
        slow = situation(body={**SEES, "traits": Traits(following=Following(updates_s=4.0, lag_s=0.4))}, subject_slug="sprint", lens=LONG)
        fast = situation(body=SEES, subject_slug="sprint", lens=LONG)
        kept = [advise(one, simulated=True).facts["in_focus"] for one in (slow, fast)]
        self.assertLess(kept[0], kept[1] / 2)

    def test_what_it_is_seen_through_and_its_outline_keep_no_more_and_are_named_with_what_one_does(self) -> None:
        one = situation(genre=Genre.WILDLIFE, subject_slug="walking", body=SEES, lens=LONG, light=Light(4.0))
        chase = chase_of(one, 5.6, Shutter.ELECTRONIC, 12.0)
        told = set()
        for sight in (*(Sight(through=row) for row in Through), *(Sight(outline=row) for row in Outline)):
            seen = chase_of(replace(one, sight=sight), 5.6, Shutter.ELECTRONIC, 12.0)
            row = THROUGH[sight.through] if sight.through else OUTLINE[sight.outline] if sight.outline else None
            assert row and row.source and row.against
            for area in ("point", "zone"):
                way = Way(area, "short", "usual", "release", True)
                kept = [follow(c, [way], 128, 5).kept.mean() for c in (chase, seen)]
                self.assertLess(kept[1], kept[0], (sight, area))
                costs = {cost.cause.label: cost for cost in causes_of(seen, way, sight)}
                if row.label in costs:
                    told.add(row.label)
                    self.assertEqual(costs[row.label].cause.against, row.against)
                    self.assertAlmostEqual(costs[row.label].share, (kept[0] - kept[1]) / 12.0, delta=0.12)
        self.assertEqual(len(told), len(Through) + len(Outline), told)

    def test_which_part_is_looked_for_and_where_tracking_begins_follow_from_what_is_seen(self) -> None:
        """An eye of 30 mm on this sensor by similar triangles; the nearer the surer it is found; a crowd asks for the one that was chosen."""
        body = {**SEES, "traits": Traits(features=frozenset({"detection_part"}))}
        parts = []
        for metres in (1.5, 3.0, 8.0, 25.0, 60.0):
            one = situation(
                genre=Genre.PORTRAIT, subject_slug="child", body=body, lens=LONG, focal_length_mm=85, motion=Motion(distance_m=metres)
            )
            setup = advise(one)
            pitch = one.body.sensor.width_mm / 1000 / one.body.sensor.pixels_wide
            self.assertAlmostEqual(setup.facts["eye_px"], 0.03 * 0.085 / metres / pitch, delta=0.01 * setup.facts["eye_px"])
            rows = {row.setting.slug: row for row in configure(one, setup).rows}
            parts.append((setup.facts["eye_found"], rows["detection_part"].value))
            self.assertIn(f"{setup.facts['eye_px']:.0f} px"[:2], rows["detection_part"].because)
        self.assertEqual([found for found, _ in parts], sorted((found for found, _ in parts), reverse=True))
        self.assertEqual([part for _, part in parts], ["eye" if found >= 0.5 else "head" for found, _ in parts])
        self.assertEqual({part for _, part in parts}, {"eye", "head"})
        for slug, begins in (("court_games", "chosen_point"), ("racket_game", "anywhere")):
            one = situation(subject_slug=slug, body=SEES, lens=LONG)
            self.assertEqual(configure(one, advise(one)).values["tracking_start"], begins)

    def test_what_is_asked_of_focus_follows_the_situation(self) -> None:
        """Nearer, darker, wider open, faster: each figure that should move does, and only that way."""
        one = situation(body=SEES, lens=LONG, subject_slug="sprint")
        usual = chase_of(one, 2.8, Shutter.ELECTRONIC, 12.0)
        self.assertGreater(chase_of(one, 5.6, Shutter.ELECTRONIC, 12.0).tolerance_d, 1.8 * usual.tolerance_d)
        dark = chase_of(replace(one, light=Light(-1.0)), 2.8, Shutter.ELECTRONIC, 12.0)
        self.assertTrue(dark.error_d > usual.error_d and dark.unread > usual.unread and dark.found < usual.found)
        near = chase_of(replace(one, motion=Motion(distance_m=12.0)), 2.8, Shutter.ELECTRONIC, 12.0)
        self.assertGreater(near.wide, usual.wide)
        self.assertEqual(chase_of(replace(one, motion=Motion(angle_deg=90.0)), 2.8, Shutter.ELECTRONIC, 12.0).toward_m_s, 0.0)
        self.assertLess(chase_of(replace(one, person=Person(practised=True)), 2.8, Shutter.ELECTRONIC, 12.0).aim, usual.aim)
