"""What the person says of themselves moves the advice the way it should, and only so."""

from __future__ import annotations

from dataclasses import replace
from typing import Any
from unittest import TestCase

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from craft.decisions.schools import DECISIONS
from craft.exposure.targets import comfort_stops
from craft.scene.light import Light
from craft.scene.situation import Concession, Person, Situation
from craft.scene.works import WORKS
from craft.setup.advise import advise
from craft.setup.steps import exposed
from craft.setup.tests.things import situation
from craft.vocabulary.terms import File, Genre, Intent, Limit, RangePolicy, Support

SUBJECTS = [(work.genre, subject.slug) for work in WORKS for subject in work.subjects if not subject.sky]
subjects = st.sampled_from(SUBJECTS)
lights = st.integers(0, 15).map(float)


def of(which: tuple[Genre, str], ev: float, person: Person, **more: Any) -> Situation:
    return situation(genre=which[0], subject_slug=which[1], light=Light(ev), person=person, lens={"closest_m": 0.21}, **more)


class OfThemselves(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(subjects, lights, st.sampled_from((10.0, 20.0, 40.0)))
    def test_a_lower_bar_is_comfortable_at_a_higher_iso(self, which: tuple[Genre, str], ev: float, bar: float) -> None:
        """Signal to noise of the mid-tone goes by the root of the light: half the bar is at most two stops of ISO (and read noise takes some)."""
        clean, bold = (of(which, ev, Person(noise_bar=b)) for b in (2 * bar, bar))
        axis = exposed(clean).planned.free.iso
        gained = comfort_stops(bold, axis) - comfort_stops(clean, axis)
        self.assertTrue(0 <= gained <= 2 + 1 / 3 + 1e-6, gained)

    @settings(max_examples=40, deadline=None)
    @given(subjects, lights)
    def test_a_steadier_hand_never_asks_for_a_shorter_time(self, which: tuple[Genre, str], ev: float) -> None:
        shaky, steady = (exposed(of(which, ev, Person(steadiness=s), support=Support.HANDHELD)).planned.asked.shake for s in (1.0, 2.0))
        assume(shaky is not None and steady is not None)
        assert shaky is not None and steady is not None
        self.assertLessEqual(steady, shaky + 1e-9)

    @settings(max_examples=40, deadline=None)
    @given(subjects, lights)
    def test_who_has_practised_needs_no_shorter_time_and_stands_where_all_stand(self, which: tuple[Genre, str], ev: float) -> None:
        """Following twice as closely halves what is left of the body's movement; on a tripod practice is nothing."""
        usual, practised = (of(which, ev, Person(practised=p), support=Support.HANDHELD) for p in (False, True))
        self.assertIn(practised.followed, (usual.followed, usual.followed / 2))
        asked = [exposed(s).planned.asked.need for s in (usual, practised)]
        self.assertTrue(asked[0] is None or (asked[1] is not None and asked[1] <= asked[0] + 1e-9))
        stood = (of(which, ev, Person(practised=p), support=Support.TRIPOD).followed for p in (False, True))
        self.assertEqual(len(set(stood)), 1)

    @settings(max_examples=40, deadline=None)
    @given(
        subjects, st.integers(4, 15).map(float), st.sampled_from((0.0, 1 / 3, 2 / 3, 1.0, 2.0)), st.sampled_from((File.RAW, File.RENDERED))
    )
    def test_highlights_are_never_saved_past_ones_own_cap(self, which: tuple[Genre, str], ev: float, cap: float, file: File) -> None:
        """The offset stays within the cap that the person set; without a word a raw file bears a stop, a finished one a third."""
        deep = Light(ev, above=6.0, holds_above=6.0)
        for own in (cap, None):
            s = replace(of(which, ev, Person(darker_cap_stops=own), file=file), light=deep)
            course = exposed(s)
            plan = course.planned
            if plan.bracket is not None or plan.policy is RangePolicy.RIGHT:
                continue
            most = (1.0 if file is File.RAW else 1 / 3) if own is None else own
            self.assertTrue(
                -most - 1e-9 <= plan.offset <= 1e-9 or "guard" in course.taken[DECISIONS["metering"]].school.slug, (plan.offset, most)
            )

    @settings(max_examples=30, deadline=None)
    @given(subjects, lights, st.sampled_from((400.0, 1600.0, 6400.0)))
    def test_an_iso_ceiling_holds_until_only_brightness_could_give(self, which: tuple[Genre, str], ev: float, ceiling: float) -> None:
        """With a list that lets noise give up to the ceiling and then darkness, no row of the ladder passes it."""
        list_ = (Concession(Intent.ISO, to=Limit.CEILING), Concession(Intent.BRIGHTNESS))
        setup = advise(of(which, ev, Person(iso_ceiling=ceiling), concessions=list_, support=Support.TRIPOD))
        protection = 2**setup.range.highlight_protection_stops
        self.assertTrue(all(row.iso <= ceiling * protection * 1.03 or row.out_of_reach for row in setup.ladder))

    @settings(max_examples=30, deadline=None)
    @given(subjects, st.sampled_from((50.0, 60.0)))
    def test_lamps_on_the_mains_pulse_at_twice_its_frequency_and_daylight_does_not(self, which: tuple[Genre, str], mains: float) -> None:
        person = Person(mains_hz=mains)
        lamps = replace(of(which, 7.0, person), light=Light(7.0, mains=True))
        self.assertEqual(lamps.flicker_hz, 2 * mains)
        self.assertEqual(of(which, 7.0, person).flicker_hz, 0.0)
        self.assertEqual(exposed(lamps).told["flicker_hz"], 2 * mains)
