"""What is set by hand binds, or is refused with the smallest change that mends it."""

from __future__ import annotations

import re
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.scales.series import Dial, exact_stops
from craft.scene.light import Light
from craft.scene.situation import Locks, Person
from craft.setup.advise import advise
from craft.setup.tests.things import situation
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.terms import Genre, Support

ISOS = (100, 200, 400, 800, 1600, 3200, 6400, 12800)
TIMES = (1 / 1000, 1 / 500, 1 / 250, 1 / 125, 1 / 60, 1 / 30, 1.0, 30.0)
SLACK = 1.06
"""Printed values lie this near to what they stand for."""

wanted = st.fixed_dictionaries(
    {
        "iso_floor": st.one_of(st.none(), st.sampled_from(ISOS)),
        "iso_ceiling": st.one_of(st.none(), st.sampled_from(ISOS)),
        "iso_slowest_shutter": st.one_of(st.none(), st.sampled_from(TIMES)),
    }
)


def asked(by_hand: dict[str, Any], iso: float | None, time: float | None, ev: float) -> Any:
    kept = {name: value for name, value in by_hand.items() if value is not None}
    kept |= {"exposure_mode": "aperture_priority"} | ({} if iso else {"iso_mode": "automatic"})
    return situation(light=Light(ev), settings=kept, locks=Locks(shutter_s=time, iso=iso), support=Support.HANDHELD)


def fits(by_hand: dict[str, Any], iso: float | None, time: float | None) -> bool:
    """Whether all that was said can be true at once, by trying every value that the ISO dial may have; a held ISO uses no limits."""
    if iso is not None:
        return True
    floor, ceiling, slowest = by_hand["iso_floor"] or 0, by_hand["iso_ceiling"] or 1e9, by_hand["iso_slowest_shutter"] or 1e9
    there = [value for value in ISOS if floor <= value <= ceiling and iso in (None, value)]
    return bool(there) and (time is None or time <= slowest * SLACK)


class SetByHand(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(wanted, st.one_of(st.none(), st.sampled_from(ISOS)), st.one_of(st.none(), st.sampled_from(TIMES)), st.integers(-3, 16))
    def test_binds_on_every_row_or_is_refused_where_it_was_typed(
        self, by_hand: dict[str, Any], iso: float | None, time: float | None, ev: int
    ) -> None:
        """Floor, ceiling and slowest time hold down the whole ladder, through what is held by hand, whatever the light."""
        try:
            setup = advise(asked(by_hand, iso, time, float(ev)))
        except CraftError as refused:
            self.assertFalse(fits(by_hand, iso, time), refused.message)
            self.assertEqual(refused.where[0], "settings")
            self.assertIn(refused.where[1], [name for name, value in by_hand.items() if value is not None])
            self.assertIn("exclude each other", refused.message)
            return
        self.assertTrue(fits(by_hand, iso, time))
        said = {name for name, value in by_hand.items() if value is not None}
        self.assertEqual(set(setup.unused), said if iso else set())
        if iso:
            self.assertEqual(setup.exposure.iso, iso)
            return
        for row in setup.ladder:
            self.assertGreaterEqual(row.iso * SLACK, by_hand["iso_floor"] or 0)
            self.assertLessEqual(row.iso, (by_hand["iso_ceiling"] or 1e9) * SLACK)
            self.assertLessEqual(row.shutter_s, (by_hand["iso_slowest_shutter"] or 1e9) * SLACK)
            self.assertIn(row.iso, setup.dials[Dial.ISO])

    @settings(max_examples=60, deadline=None)
    @given(wanted, st.sampled_from(TIMES))
    def test_the_change_that_a_refusal_names_mends_it(self, by_hand: dict[str, Any], time: float) -> None:
        """Doing what each refusal says, one after another, ends in a setup; no refusal comes twice."""
        by_hand, seen = dict(by_hand), set()
        for _ in range(4):
            try:
                advise(asked(by_hand, None, time, 11.0))
            except CraftError as refused:
                self.assertNotIn(refused.message, seen)
                seen.add(refused.message)
                name, mend = refused.where[1], refused.message.split("exclude each other: ")[1].split(", or ")[0]
                found = re.search(r"(?:1/(\d+)|(\d+))(?: s)?$", mend)
                assert found is not None, mend
                by_hand[name] = 1 / int(found[1]) if found[1] else int(found[2])
            else:
                return
        self.fail(f"still refused: {by_hand}, {time}")

    def test_a_value_that_the_dial_lacks_names_its_neighbours(self) -> None:
        for name, value in (("iso_ceiling", 90_000), ("iso_floor", 25)):
            with self.subTest(name), self.assertRaises(CraftError) as refused:
                advise(situation(settings={name: value, "iso_mode": "automatic"}))
            self.assertEqual(refused.exception.where, ("settings", name))
            self.assertRegex(refused.exception.message, r"\d")

    @settings(max_examples=60, deadline=None)
    @given(st.integers(-6, 12), st.sampled_from((1 / 30, 1 / 15, 1 / 4, 1.0)), st.sampled_from(tuple(Genre)))
    def test_no_hand_is_asked_to_hold_longer_than_it_can_and_a_tripod_may(self, ev: int, slowest: float, genre: Genre) -> None:
        """Unless the time itself is held by hand, which is the person's to say."""
        person = Person(slowest_handheld_s=slowest)
        common: dict[str, Any] = {"genre": genre, "light": Light(float(ev)), "person": person, "focal_length_mm": 50}
        held = advise(situation(**common, support=Support.HANDHELD))
        self.assertTrue(all(row.shutter_s <= slowest * SLACK for row in held.ladder))
        insisted = advise(situation(**common, support=Support.HANDHELD, locks=Locks(shutter_s=2.0)))
        self.assertEqual(insisted.exposure.shutter_s, 2.0)
        stood = advise(situation(**common, support=Support.TRIPOD))
        self.assertGreaterEqual(max(stood.dials[Dial.TIME]), 30)
        self.assertGreaterEqual(exact_stops(Dial.TIME, held.exposure.shutter_s), exact_stops(Dial.TIME, slowest) - 0.1)


class EveryValue(TestCase):
    def test_each_value_of_the_vocabulary_can_be_set_by_hand_and_stands(self) -> None:
        """All values of all settings that a decision sets: taken as they are, refused at their place, or said to be unused."""
        told = {
            "exposure_mode": lambda setup: setup.exposure.mode.value,
            "metering_pattern": lambda setup: setup.metering.pattern.value,
            "white_mode": lambda setup: setup.white.mode.value,
            "focus_mode": lambda setup: setup.focus.mode.value,
            "focus_area": lambda setup: setup.focus.area.value,
            "drive_mode": lambda setup: setup.drive.mode.value,
            "stabiliser": lambda setup: setup.stabiliser.value,
            "file_format": lambda setup: setup.file.value,
        }
        body = {"detects": ("people",), "patterns": ("multi_zone", "centre_weighted", "spot", "highlight_guard")}
        for slug, read in told.items():
            for value in BY_SLUG[slug].values:
                for genre in (Genre.SPORTS, Genre.PORTRAIT, Genre.LANDSCAPE, Genre.EVERYDAY):
                    with self.subTest(slug=slug, value=value, genre=genre.value):
                        try:
                            setup = advise(situation(genre=genre, settings={slug: value}, body=dict(body)))
                        except CraftError as refused:
                            self.assertEqual(refused.where[-1], slug)
                        else:
                            self.assertTrue(read(setup) == value or slug in setup.unused)
