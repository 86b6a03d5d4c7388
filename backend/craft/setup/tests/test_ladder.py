"""The ladder as it is told, read again row by row in plain loops."""

from __future__ import annotations

import math
from typing import Any
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.exposure.solver import Weight
from craft.programs.replay import Program
from craft.programs.tests.by_steps import step_by_step
from craft.scene.light import Light
from craft.scene.situation import Aims, Concession, Locks, Motion, Person, Situation
from craft.setup.advise import advise
from craft.setup.saying.notes import darker_stops
from craft.setup.solving.ladder import Ladder, binding_of, holds_until, keeps_to_it, left_alone, over, parted, solve_ladder
from craft.setup.solving.plan import Plan
from craft.setup.steps import exposed
from craft.setup.tests.things import situation
from craft.tones.tonemap import map_of
from craft.vocabulary.terms import AimDepth, AimMotion, Genre, Intent, Limit, Mode, Support
from craft.white.lights import spectrum_of
from craft.white.response import neutral

MODES = list(Mode)


@st.composite
def varied(draw: st.DrawFn) -> Situation:
    """Situations whose ladders differ in what gives, in locks and in steps."""
    rungs = st.sampled_from(
        [
            Concession(Intent.ISO, to=Limit.CEILING),
            Concession(Intent.ISO, 2.0),
            Concession(Intent.ISO),
            Concession(Intent.DEPTH, to=Limit.WIDEST),
            Concession(Intent.FREEZE, 1.0),
            Concession(Intent.FREEZE, to=Limit.SHAKE),
            Concession(Intent.BRIGHTNESS, 1.0),
        ]
    )
    return situation(
        light=Light(float(draw(st.integers(-2, 17)))),
        body={"per_stop": draw(st.sampled_from((1, 2, 3)))},
        motion=Motion(draw(st.sampled_from((0.0, 2.0, 9.0))), depth_m=draw(st.sampled_from((0.2, 3.0)))),
        aims=Aims(draw(st.sampled_from(AimDepth)), draw(st.sampled_from(AimMotion))),
        concessions=draw(st.one_of(st.none(), st.lists(rungs, max_size=4).map(tuple))),
        locks=Locks(*(draw(st.sampled_from((None, value))) for value in (1 / 125, 5.6, 400))),
        person=Person(iso_ceiling=3200),
    )


def solved(s: Situation) -> tuple[Plan, Ladder]:
    plan = exposed(s).planned
    return plan, solve_ladder(plan)


def automatic(ladder: Ladder, mode: Mode, floats: bool, floor: int, ceiling: int, slowest: int) -> Program:
    """A program as it stands now."""
    found, now = ladder.found, ladder.now
    return Program(mode, floats, int(found.time[now]), int(found.aperture[now]), int(found.iso[now]), floor, ceiling, slowest)


def reach(now: int, count: int, q: int, fine: Any) -> tuple[float, float]:
    """Stops of unbroken fine rows darker and brighter than now, by walking."""
    darker = brighter = 0
    while now + darker + 1 < count and fine(now + darker + 1):
        darker += 1
    while now - brighter - 1 >= 0 and fine(now - brighter - 1):
        brighter += 1
    return darker / q, brighter / q


class ReadAgain(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(varied())
    def test_holds_until_a_weightier_entry_begins_to_give(self, s: Situation) -> None:
        plan, ladder = solved(s)
        entries, now = ladder.found.entries, ladder.now
        leading = next((k for k, v in enumerate(entries[now]) if v > 0), len(entries[now]))
        span = holds_until(ladder)
        expected = reach(now, len(entries), plan.per_stop, lambda row: not any(v > 0 for v in entries[row][:leading]))
        self.assertEqual((span.darker_stops, span.brighter_stops), expected)

    @settings(max_examples=60, deadline=None)
    @given(varied(), st.sampled_from(MODES), st.booleans(), st.integers(0, 24), st.integers(0, 36))
    def test_the_body_parts_from_the_ladder_where_turned_step_by_step_it_would_go_elsewhere(
        self, s: Situation, mode: Mode, floats: bool, width: int, slowest: int
    ) -> None:
        plan, ladder = solved(s)
        found, free = ladder.found, plan.free
        floor = free.iso.first
        slowest = free.time.first if mode is Mode.PROGRAM and not floats else min(max(slowest, free.time.first), free.time.last)
        auto = automatic(ladder, mode, floats, floor, min(floor + width, free.iso.last), slowest)
        alone = left_alone(ladder, auto)
        away, bright = parted(ladder, alone), over(ladder, alone)
        for row, offset in enumerate(ladder.offsets):
            turned = step_by_step(auto, free, plan.target + int(offset))
            self.assertEqual(tuple(int(at[row]) for at in alone), turned)
            self.assertEqual(bool(away[row]), turned != (int(found.time[row]), int(found.aperture[row]), int(found.iso[row])))
            x, n, iso = (axis.stops_at(k) for axis, k in zip((free.time, free.aperture, free.iso), turned, strict=True))
            self.assertAlmostEqual(bright[row], plan.key_ev + offset / plan.per_stop - plan.nd - plan.offset - (n + x - iso))
        span = keeps_to_it(ladder, alone)
        self.assertEqual((span.darker_stops, span.brighter_stops), reach(ladder.now, len(away), plan.per_stop, lambda row: not away[row]))

    @settings(max_examples=40, deadline=None)
    @given(varied())
    def test_rows_say_their_exposure_what_gave_and_why(self, s: Situation) -> None:
        plan, ladder = solved(s)
        setup = advise(s)
        q = plan.per_stop
        self.assertEqual(len(setup.ladder), 18 * q + 1)
        for k, row in enumerate(setup.ladder):
            self.assertAlmostEqual(row.ev100, plan.situation.light.ev100 + 6 - k / q)
            x, n, iso = (float(v[k]) for v in ladder.true_stops())
            lost = plan.situation.light.ev100 - plan.key_ev
            self.assertAlmostEqual(row.brightness_ev, row.ev100 - lost - plan.nd - plan.offset - (n + x - iso))
            self.assertEqual((row.shutter_s, row.aperture, row.iso), ladder.printed(k))
            gives = any(v > 1e-9 for v in ladder.found.entries[k])
            self.assertEqual(row.binding is not None, gives)
            if row.binding is None:
                self.assertEqual(row.why, "Nothing had to give: the light is enough for every aim.")
            elif row.binding.rung is not None:
                self.assertTrue(row.why.startswith(f"Rung {row.binding.rung + 1}, "))
                self.assertIs(plan.rungs[row.binding.rung].intent, row.binding.intent)
            else:
                self.assertRegex(row.why, "must|was to hold|gave all|dial")
        now = setup.ladder[6 * q]
        self.assertEqual((setup.exposure.shutter_s, setup.exposure.aperture, setup.exposure.iso), (now.shutter_s, now.aperture, now.iso))
        self.assertEqual(setup.binding, now.binding)


class Words(TestCase):
    def why(self, row: int, **change: Any) -> str:
        return advise(situation(**change)).ladder[18 + 3 * row].why

    def test_why_did_it_do_that(self) -> None:
        plain = {"concessions": (Concession(Intent.ISO, 2.0), Concession(Intent.BRIGHTNESS, 1.0)), "light": Light(8.0, True, swing=0.0)}
        plain |= {"support": Support.TRIPOD, "motion": Motion(0.0, depth_m=0.1)}
        self.assertEqual(self.why(-6, **plain), "Nothing had to give: the light is enough for every aim.")
        held = {"locks": Locks(1 / 1000, 5.6, None), "light": Light(15.0, True, swing=0.0)}
        self.assertRegex(self.why(0, **plain | held), "^Nothing had")
        self.assertRegex(self.why(2, **plain | held), r"^Rung 1, ISO, is giving: .* at ISO 400\.$")
        self.assertRegex(self.why(3, **plain | held), r"^Rung 2, brightness, is giving: .* at 1 stops under\.$")
        self.assertEqual(self.why(5, **plain | held | {"locks": Locks(1 / 1000, 5.6, 100)}), "Every dial is at its end: 5 stops too dark.")
        self.assertEqual(
            self.why(-6, **plain | {"locks": Locks(1 / 1000, 5.6, 100), "light": Light(15.0, True, swing=0.0)}),
            "Every dial is at its bright end: 6 stops too bright.",
        )

    def test_a_lock_against_an_aim_says_that_no_dial_is_left(self) -> None:
        slow = advise(situation(locks=Locks(shutter_s=1 / 30), concessions=(Concession(Intent.ISO),)))
        self.assertEqual(slow.binding.limit, "must_hold")
        self.assertRegex(
            slow.ladder[18].why, "^No dial is left that could keep freedom from shake|^No dial is left that could keep freezing"
        )

    def test_a_binding_is_told_by_its_rung_and_where_it_ends(self) -> None:
        plan = exposed(
            situation(concessions=(Concession(Intent.ISO, 2.0), Concession(Intent.ISO), Concession(Intent.DEPTH, to=Limit.WIDEST)))
        ).planned
        self.assertIsNone(binding_of(plan, None))
        told = [binding_of(plan, Weight(Intent.ISO, "rung", k)).limit for k in range(3)]
        self.assertEqual(told, ["stops", "body_limit", "widest"])
        self.assertEqual(binding_of(plan, Weight(Intent.BRIGHTNESS, "over", None)).limit, "body_limit")
        self.assertEqual(binding_of(plan, Weight(Intent.SHAKE, "unlisted", None)).limit, "must_hold")

    def test_shares_are_told_with_what_the_dial_has_left(self) -> None:
        rungs = (Concession(Intent.ISO), Concession(Intent.FREEZE), Concession(Intent.BRIGHTNESS), Concession(Intent.DEPTH, 1.0))
        s = situation(concessions=rungs, light=Light(7.0))
        plan, _ = solved(s)
        told = advise(s).concessions
        self.assertEqual([g.intent for g in told], [r.intent for r in rungs])
        self.assertEqual(told[0].limit_stops, 8.0)
        self.assertAlmostEqual(told[1].limit_stops, plan.asked.targets.freeze - plan.free.time.lowest)
        self.assertEqual((told[2].limit_stops, told[3].limit_stops), (None, 1.0))
        self.assertTrue(all(g.gave_stops >= 0 for g in told) and told[0].gave_stops > 0)


class Chosen(TestCase):
    """What is fixed before the ladder: shutter, range, filter."""

    def test_the_electronic_shutter_only_for_its_shorter_times_or_quiet_or_alone(self) -> None:
        bright = {"light": Light(18.0), "locks": Locks(aperture=2.8)}
        self.assertEqual(advise(situation(**bright)).shutter_type.value, "electronic")
        self.assertEqual(advise(situation(**bright, body={"shortest_electronic_s": None})).shutter_type.value, "mechanical")
        self.assertEqual(advise(situation(light=Light(18.0, flicker_hz=100), locks=Locks(aperture=2.8))).shutter_type.value, "mechanical")
        self.assertEqual(advise(situation()).shutter_type.value, "mechanical")
        self.assertEqual(advise(situation(body={"shortest_mechanical_s": None})).shutter_type.value, "electronic")

    def test_the_smallest_filter_that_takes_the_light_away(self) -> None:
        shallow = {"aims": Aims(depth=AimDepth.SHALLOW), "light": Light(16.0, True, swing=0.0)}
        for offers, locks, expected in (
            ((), Locks(1 / 1000, 2.8, 100), 0.0),
            ((2.0, 3.0, 5.0), Locks(1 / 1000, 2.8, 100), 3.0),
            ((1.0, 2.0), Locks(1 / 1000, 2.8, 100), 2.0),
            ((6.0, 4.0), Locks(1 / 1000, 2.8, 100), 4.0),
            ((2.0, 3.0), Locks(1 / 8000, 5.6, 100), 0.0),
        ):
            with self.subTest(offers=offers):
                course = exposed(situation(body={"nd_stops": offers, "shortest_electronic_s": None}, **shallow | {"locks": locks}))
                self.assertEqual((course.planned.nd, course.told["nd_stops"]), (expected, expected))

    def test_highlights_that_matter_are_kept_within_a_cap(self) -> None:
        """The clip lies log2 7.8 = 2.96 stops over grey, green full first by daylight; held exposures spare half of the swing.

        A cap of a stop, a third without raw; in thirds, and what is less than a sixth past nobody sees.
        """
        clip = math.log2(7.8 / max(neutral(spectrum_of("", 5500.0))))
        high = Light(11.0, above=6.0, holds_above=3.5, swing=2.5)
        for change, offset in (
            ({}, -2 / 3),
            ({"light": Light(11.0, above=6.0, holds_above=5.0, swing=2.5)}, -1.0),
            ({"light": Light(11.0, above=6.0, holds_above=5.0, swing=2.5), "person": Person(darker_cap_stops=2.0)}, -2.0),
            ({"light": Light(11.0, above=6.0, holds_above=5.0, swing=2.5), "person": Person(schools={"file": "rendered"})}, -1 / 3),
            ({"light": Light(11.0, above=6.0, holds_above=3.5, swing=0.5)}, -2 / 3),
            ({"light": Light(11.0, above=6.0)}, 0.0),
        ):
            with self.subTest(change=change):
                course = exposed(situation(**{"light": high} | change))
                self.assertAlmostEqual(course.planned.offset, offset)
                darker = darker_stops(course.planned, course.solved)
                brightest = course.told["brightest_stops"]  # of the sky, whose own colour fills a channel a little sooner
                self.assertTrue(6 <= brightest < 6.2)
                self.assertAlmostEqual(course.told["past_clip_stops"], max(0.0, brightest - clip - darker), places=6)
        offered = exposed(situation(light=high, body={"protection_stops": (1.0, 2.0)}, motion=Motion(9.0))).planned
        self.assertEqual((offered.protection, offered.dials.iso.lowest, offered.offset), (1.0, 1.0, 0.0))

    def test_offset_and_rungs_of_brightness_share_one_cap(self) -> None:
        """Whatever highlights and list ask for together, no picture by our own list is darker than the cap while a dial is left."""
        for above in (1.0, 3.5, 6.0):
            for ev in (9.0, 3.0, 0.0):
                light = Light(ev, through_lens=True, above=above, holds_above=above, swing=2.5)
                s = situation(genre=Genre.WEDDING, subject_slug="dancing", focal_length_mm=35, light=light)
                plan, ladder = solved(s)
                shares = sum(r.share for r in plan.rungs if r.intent is Intent.BRIGHTNESS)
                self.assertLessEqual(shares - min(0.0, plan.offset), 1.0 + 1e-9)
                if not ladder.found.out_of_reach[ladder.now]:
                    self.assertLessEqual(darker_stops(plan, ladder), 1.0 + 1 / 6 + 1e-6)
                setup = advise(s)
                self.assertEqual(bool(setup.exposure.darker_words), setup.exposure.darker_stops >= 0.2)

    def test_to_the_right_puts_the_spare_light_first_to_give_and_keeps_a_third_back(self) -> None:
        still = {"support": Support.TRIPOD, "motion": Motion(0.0, depth_m=0.5), "light": Light(9.0, above=1.0, swing=0.0)}
        plan = exposed(situation(genre=Genre.LANDSCAPE, focal_length_mm=35, **still)).planned
        self.assertEqual(plan.policy.value, "to_the_right")
        spare = math.log2(7.8 / max(neutral(spectrum_of("", 5500.0)))) - max(one.ev for one in map_of(plan.situation).named) - 1 / 3
        self.assertLessEqual(plan.offset, spare + 1 / 6)
        self.assertGreater(plan.offset + 1 / 3, min(spare + 1 / 6, 5 / 3))
        self.assertEqual((plan.rungs[0].intent, plan.rungs[0].share), (Intent.BRIGHTNESS, plan.offset))
        first = solve_ladder(plan)
        self.assertTrue(np.all(first.found.gave[Intent.BRIGHTNESS] <= plan.offset + 20))
        right = Person(schools={"range": "to_the_right"})
        for genre in (Genre.PORTRAIT, Genre.NIGHT_SKY):  # by hand too, but never for people and stars
            self.assertEqual(
                exposed(situation(genre=genre, focal_length_mm=50, light=Light(9.0, above=1.0), person=right)).planned.offset, 0.0
            )
