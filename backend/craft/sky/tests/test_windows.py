"""Windows over many nights against every minute of them by a second library, and heights against it over a century."""

from __future__ import annotations

import datetime as dt
import random
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.sky.aloft import nights_over
from craft.sky.night import Span, night_over, together
from craft.sky.tests.test_night import height, somewhere
from craft.sky.windows import BY_KIND, KINDS, LEAST_MIN, Asked, in_words, waiting_for

FIRST = dt.date(2027, 8, 20)
AT = {"landmark": Asked(bearing_deg=140.0, within_deg=5.0, low_deg=2.0, high_deg=25.0), "high": Asked(least_deg=20.0)}


class Heights(TestCase):
    def test_they_and_bearings_agree_with_a_second_library_within_a_hundredth_of_a_degree(self) -> None:
        rng = random.Random(29)
        for _ in range(40):
            day, *place = somewhere(rng)
            over = nights_over(day, 3, *place)
            for _ in range(6):
                night, minute = rng.randrange(3), rng.randrange(1440)
                for name in ("sun", "moon", "core"):
                    up, bearing = height(name, day + dt.timedelta(days=night), float(over.minutes[minute]), *place)
                    of = getattr(over, name)
                    self.assertAlmostEqual(of.height_deg[night, minute], up, delta=0.02, msg=f"{name} {day} {place}")
                    if abs(up) < 80 and abs(place[0]) < 89:
                        apart = abs((of.bearing_deg[night, minute] - bearing + 180) % 360 - 180)
                        self.assertLess(apart, 0.12, f"{name} {day} {place}")

    def test_a_place_and_a_number_of_nights_that_are_none_are_refused(self) -> None:
        for latitude, longitude, nights in ((91.0, 0.0, 1), (0.0, 181.0, 1), (0.0, 0.0, 0), (0.0, 0.0, 400)):
            with self.assertRaises(CraftError):
                nights_over(FIRST, nights, latitude, longitude, 0)


class Windows(TestCase):
    def holds(self, kind: str, asked: Asked, day: dt.date, minute: float, place: tuple[float, float, int]) -> bool | None:
        """Whether a minute is in a window by the second library; None within a twentieth of a degree of an end of it."""
        (sun, east), (moon, west), (core, _) = (height(name, day, minute, *place) for name in ("sun", "moon", "core"))
        apart = [abs((bearing - asked.bearing_deg + 180) % 360 - 180) for bearing in (east, west)]
        dark, moonless = -18 - sun, -0.8 - moon
        margins = {
            "core": (dark, moonless, core - asked.least_deg),
            "dark": (dark, moonless),
            "full_moon": (sun + 4, 3 - sun, moon + 0.8, 6 - moon),
            "moon_at": (moon - asked.low_deg, asked.high_deg - moon, asked.within_deg - apart[1]),
            "sun_at": (sun - asked.low_deg, asked.high_deg - sun, asked.within_deg - apart[0]),
            "golden": (sun + 4, 6 - sun),
            "blue": (sun + 8, -4 - sun),
        }[kind]
        return None if min(abs(one) for one in margins) < 0.05 else min(margins) > 0

    def test_every_kind_is_there_at_the_minutes_at_which_the_second_library_has_it_and_at_no_others(self) -> None:
        rng = random.Random(5)
        for place in ((-23.0, 15.0, 120), (44.0, 3.0, 60)):
            for kind in KINDS:
                asked = AT["landmark"] if kind.asks[:1] == ("bearing_deg",) else AT["high"]
                found = waiting_for(kind.slug, FIRST, 30, *place, asked)
                seen = 0
                for night in rng.sample(found, 6):
                    if night.moon_lit < kind.lit:
                        self.assertEqual(night.windows, ())
                        continue
                    for minute in range(720, 2160, 9):
                        really = self.holds(kind.slug, asked, night.day, minute, place)
                        inside = any(span.begins <= minute <= span.ends for span in night.windows)
                        short = any(abs(minute - edge) < LEAST_MIN for edge in (720, 2160)) or (
                            really and not inside and self.is_short(kind.slug, asked, night.day, minute, place)
                        )
                        if really is not None and not short:
                            self.assertEqual(inside, really, f"{kind.slug} {night.day} {minute} {place}")
                            seen += 1
                self.assertGreater(seen, 100 if kind.lit == 0 else -1, kind.slug)

    def is_short(self, kind: str, asked: Asked, day: dt.date, minute: float, place: tuple[float, float, int]) -> bool:
        """Whether what holds at a minute does so for less than a window is."""
        near = [self.holds(kind, asked, day, minute + k, place) for k in range(-4, 5)]
        return not all(near)

    def test_a_single_night_and_its_place_in_a_sheet_are_the_same_to_the_second(self) -> None:
        for place in ((-23.0, 15.0, 120), (54.4, 0.6, 60)):
            sheet = waiting_for("core", FIRST, 12, *place)
            for k, one in enumerate(sheet):
                night = night_over(FIRST + dt.timedelta(days=k), *place)
                self.assertEqual([span.told for span in night.dark], [span.told for span in one.dark])
                self.assertEqual([span.told for span in night.windows if span.minutes >= LEAST_MIN], [span.told for span in one.windows])
                self.assertAlmostEqual(night.moon_lit, one.moon_lit, places=4)

    @given(*(st.lists(st.tuples(st.floats(0, 100), st.floats(0.1, 20)), max_size=5) for _ in range(2)))
    @settings(max_examples=100)
    def test_what_is_in_all_of_several_lists_is_what_every_moment_says(self, one: list, other: list) -> None:
        def disjoint(of: list[tuple[float, float]]) -> list[Span]:
            spans: list[Span] = []
            for begins, lasts in sorted(of):
                begins = max(begins, spans[-1].ends + 0.01) if spans else begins
                spans.append(Span(begins, begins + lasts))
            return spans

        lists = [disjoint(one), disjoint(other)]
        both = together(*lists)
        for at in (k * 0.37 for k in range(400)):
            inside = all(any(span.begins < at < span.ends for span in of) for of in lists)
            self.assertEqual(any(span.begins < at < span.ends for span in both), inside)

    def test_a_sheet_in_words_names_how_many_the_longest_and_the_last(self) -> None:
        found = waiting_for("core", FIRST, 120, -23.0, 15.0, 120)
        there = [one for one in found if one.windows]
        words = in_words(found)
        self.assertIn(f"in {len(there)} of 120 nights", words)
        self.assertIn(str(max(found, key=lambda one: one.minutes).day), words)
        self.assertIn(f"The last of them is {there[-1].day}.", words)
        self.assertIn("one night", in_words(there[:1]))

    def test_what_no_sky_has_is_refused_at_its_place(self) -> None:
        with self.assertRaisesRegex(CraftError, "the second is the higher one"):
            Asked(low_deg=5.0, high_deg=5.0)
        with self.assertRaisesRegex(CraftError, "is none of core, dark"):
            waiting_for("comet", FIRST, 3, 0.0, 0.0, 0)
        self.assertEqual({kind.slug for kind in KINDS}, set(BY_KIND))
        self.assertTrue(all(kind.because and kind.source for kind in KINDS))
