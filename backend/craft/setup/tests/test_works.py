"""Rows of the kinds of work: whole, within what such pictures are, and each with its reason."""

from __future__ import annotations

from collections.abc import Iterator
from unittest import TestCase

from craft.exposure.targets import ask
from craft.scales.series import Dial, exact_stops
from craft.scene.conditions import CONDITIONS
from craft.scene.light import Light, light_from_condition
from craft.scene.situation import Motion
from craft.scene.works import SUBJECT, WORKS
from craft.scene.works.row import Subject, Work
from craft.setup.advise import advise
from craft.setup.steps import exposed
from craft.setup.tests.things import situation
from craft.vocabulary.terms import AimMotion, Drive, File, Genre, Intent, Support

FASTEST_M_S = 120.0
"""A peregrine's stoop is about 90 m/s; racing machines pass 100."""


def rows() -> Iterator[tuple[Work, Subject]]:
    return ((work, subject) for work in WORKS for subject in work.subjects)


class EachRow(TestCase):
    def test_is_a_picture_that_can_be(self) -> None:
        """Sizes, speeds and distances in the ranges of living and driven things; shares within nought and one."""
        for work, row in rows():
            with self.subTest(work=work.genre.value, subject=row.slug):
                self.assertTrue(row.label and row.source)
                self.assertTrue(row.sky or 0 <= row.body_m_s + row.limb_m_s <= FASTEST_M_S)
                self.assertTrue(0 <= row.followed <= 1)
                self.assertTrue(0.1 <= row.distance_m <= 4e8)
                self.assertTrue(row.usual_mm is None or 10 <= row.usual_mm <= 1200)
                self.assertTrue(row.depth_m < 2 * row.distance_m)
                self.assertTrue(row.near_m is None or row.near_m > 0)
                self.assertTrue(row.holds_above is None or 0 <= row.holds_above <= 8)

    def test_slugs_are_of_one_work_and_the_first_is_the_usual(self) -> None:
        for work in WORKS:
            slugs = [subject.slug for subject in work.subjects]
            self.assertEqual(len(slugs), len(set(slugs)))
            self.assertIs(situation(genre=work.genre, focal_length_mm=50).subject, SUBJECT[work.genre, slugs[0]])

    def test_what_holds_still_asks_for_no_time_and_what_runs_asks_for_a_short_one(self) -> None:
        """Faster parts ask for shorter times, in proportion, with everything else as it is."""
        for work, row in rows():
            if row.sky or row.aim_motion is not AimMotion.FREEZE:
                continue
            with self.subTest(work=work.genre.value, subject=row.slug):
                still, slow, fast = (
                    situation(
                        genre=work.genre,
                        subject_slug=row.slug,
                        motion=Motion(speed_m_s=speed, limb_m_s=speed, followed=1.0, angle_deg=90.0),
                        focal_length_mm=50,
                        support=Support.TRIPOD,
                        light=Light(12.0),
                        lens={"closest_m": 0.21},
                    )
                    for speed in (0.0, 3.0, 6.0)
                )
                none, some, twice = (ask(s, exposed(s).planned.free).need for s in (still, slow, fast))
                self.assertTrue(none is None or none < some)
                self.assertAlmostEqual(twice - some, 1.0, places=6)

    def test_no_light_makes_a_frame_darker_than_may_be_unless_all_else_has_given(self) -> None:
        """A raw file is a stop and a step under the meter at most, or all that stands before brightness on the list gave what it may."""
        for work in WORKS:
            for condition in CONDITIONS:
                s = situation(genre=work.genre, light=light_from_condition(condition.slug), lens={"closest_m": 0.21}, file=File.RAW)
                setup = advise(s)
                with self.subTest(work=work.genre.value, light=condition.slug):
                    if setup.bracketing.frames > 1 or setup.exposure.darker_stops <= 4 / 3 + 0.01:
                        continue
                    if not setup.ladder[18].out_of_reach:
                        *before, last = setup.concessions
                        self.assertEqual((last.intent, last.limit_stops), (Intent.BRIGHTNESS, None))
                        self.assertTrue(all(c.gave_stops == c.limit_stops for c in before))
                    else:
                        self.assertEqual(setup.exposure.iso, max(setup.dials[Dial.ISO]))


class TheDark(TestCase):
    def test_less_light_never_asks_for_less_of_it(self) -> None:
        """Down the ladder of any subject the frame gathers more or the picture gives: time × ISO over the aperture never falls."""
        for work, row in rows():
            s = situation(genre=work.genre, subject_slug=row.slug, lens={"closest_m": 0.21})
            with self.subTest(work=work.genre.value, subject=row.slug):
                gathered = [
                    exact_stops(Dial.ISO, r.iso) - exact_stops(Dial.TIME, r.shutter_s) - exact_stops(Dial.APERTURE, r.aperture)
                    for r in advise(s).ladder
                ]
                self.assertTrue(all(a <= b + 1e-9 for a, b in zip(gathered, gathered[1:], strict=False)), gathered)

    def test_night_is_longer_than_day_for_everything_that_may_give(self) -> None:
        for genre in (Genre.STREET, Genre.WEDDING, Genre.EVERYDAY):
            day, night = (advise(situation(genre=genre, light=Light(ev), focal_length_mm=35)) for ev in (13.0, 4.0))
            self.assertGreater(night.exposure.iso, day.exposure.iso)
            self.assertGreaterEqual(night.exposure.shutter_s, day.exposure.shutter_s)

    def test_a_timer_is_for_what_does_not_come_by(self) -> None:
        """On a tripod a timer is advised only where nothing quick or followed is to be sharp; it never is by hand."""
        for work, row in rows():
            for support in (Support.TRIPOD, Support.HANDHELD):
                s = situation(genre=work.genre, subject_slug=row.slug, support=support, lens={"closest_m": 0.21})
                setup = advise(s)
                with self.subTest(work=work.genre.value, subject=row.slug, support=support.value):
                    if setup.drive.mode is Drive.TIMER:
                        self.assertIs(support, Support.TRIPOD)
                        self.assertTrue(row.sky or s.aim_motion is AimMotion.BLUR or not (row.quick or row.follows))
