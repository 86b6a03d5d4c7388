"""A light schedule against the sky minute by minute, and against setups computed anew in that light."""

from __future__ import annotations

import datetime as dt
from dataclasses import replace
from itertools import pairwise
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.day.schedule import MOST, schedule_of, sky_leads
from craft.examples import advised, situation
from craft.scales.series import Dial, label
from craft.scene.light import Light
from craft.setup.advise import advise
from craft.sky.daylight import SkyLight, sky_over
from craft.vocabulary.terms import Genre

HILLS = situation(genre=Genre.LANDSCAPE, light=Light(9.0), focal_length_mm=24)
PLAN = advise(HILLS)
DAY = dt.date(2027, 6, 12)


def sky_of(begins: int, lasts: int, day: dt.date = DAY, latitude: float = 54.4) -> tuple[SkyLight, ...]:
    return sky_over(day, latitude, 0.6, 60, range(begins, begins + lasts + 1, 2))


def figures(shutter_s: float, aperture: float, iso: float) -> list[str]:
    return [label(Dial.TIME, shutter_s), label(Dial.APERTURE, aperture), f"ISO {label(Dial.ISO, iso)}"]


class Schedules(TestCase):
    @given(st.integers(180, 1560), st.integers(10, 180), st.dates(dt.date(2020, 1, 1), dt.date(2030, 1, 1)), st.floats(-70, 70))
    @settings(max_examples=60, deadline=None)
    def test_at_every_minute_the_figures_are_those_of_the_last_whole_stop(
        self, begins: int, lasts: int, day: dt.date, latitude: float
    ) -> None:
        sky = sky_of(begins, lasts, day, latitude)
        found = schedule_of(PLAN, sky)
        self.assertEqual((found[0].minutes, found[0].stops, found[0].moves), (begins, 0.0, ()))
        lights = [level.ev100 for level in PLAN.ladder]
        last = 0
        for one in sky:
            rises, over = one.ev100 - sky[0].ev100, PLAN.light.ev100 - sky[0].ev100
            gone = rises - over if rises > over > 0 else 0.0 if over > rises > 0 else rises
            while abs(gone - last) >= 1 - 1e-9:
                last += 1 if gone > last else -1
            if not min(lights) < PLAN.light.ev100 + last < max(lights) or len(found) == MOST:
                break  # it ends where the ladder does, and where a card is full
            level = min(PLAN.ladder, key=lambda level, last=last: abs(level.ev100 - PLAN.light.ev100 - last))
            now = [moment for moment in found if moment.minutes <= one.minutes + 1e-6][-1]
            self.assertEqual(now.words.split(", ")[:3], figures(level.shutter_s, level.aperture, level.iso), one)

    def test_each_moment_is_the_setup_of_that_light(self) -> None:
        found = schedule_of(PLAN, sky_of(1290, 90))
        self.assertGreater(len(found), 5)
        for before, moment in pairwise(found):
            anew = advise(replace(HILLS, light=Light(HILLS.light.ev100 + moment.stops))).exposure
            self.assertEqual(moment.words.split(", ")[:3], figures(anew.shutter_s, anew.aperture, anew.iso))
            moved = [now != then for now, then in zip(moment.words.split(", "), before.words.split(", "), strict=False)][:3]
            self.assertEqual(list(moment.moves), [name for name, yes in zip(("time", "aperture", "ISO"), moved, strict=True) if yes])

    def test_where_the_sky_stands_still_nothing_moves_and_where_it_does_not_lead_it_says_why(self) -> None:
        still = [SkyLight(float(k), 12.0 + 0.4 * (k % 2), 5600.0) for k in range(0, 180, 2)]
        self.assertEqual(len(schedule_of(PLAN, still)), 1)
        room = {"genre": Genre.WEDDING, "light": Light(5.0, indoors=True)}
        self.assertIn("roof", sky_leads(situation(**room), advised(**room)))
        lamps = {"light": Light(5.0, mains=True)}
        self.assertIn("Lamps", sky_leads(situation(**lamps), advised(**lamps)))
        self.assertEqual(sky_leads(HILLS, PLAN), "")
